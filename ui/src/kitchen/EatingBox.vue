<script setup lang="ts">
import { reactive, ref, watch } from 'vue'
import { api, ask, type Schema } from '../api/client'
import { useRefresh } from '../api/refresh'
import FindingList from '../parts/FindingList.vue'
import ProblemNote from '../parts/ProblemNote.vue'

const props = defineProps<{ eating: Schema['Eating']; dish: string; shoot: string }>()
const refresh = useRefresh('kitchen')
const mark = reactive({ altered: false, why: '' })
const error = ref<unknown>()
watch(
  () => props.eating.mark,
  (m) => Object.assign(mark, m),
  { immediate: true },
)
async function save() {
  error.value = undefined
  if (mark.altered && !mark.why.trim()) return
  try {
    await ask(
      api.PUT('/api/dishes/{id}/eating', {
        params: { path: { id: props.dish } },
        body: { ...mark, version: props.eating.version },
      }),
    )
    await refresh()
  } catch (e) {
    error.value = e
  }
}
</script>

<template>
  <details class="eating" :open="mark.altered">
    <summary>Who can eat it <span v-if="eating.mark.altered" class="no">■ Not for eating</span></summary>
    <p v-if="eating.report.allergens.length" class="small">
      Contains
      <template v-for="(a, i) in eating.report.allergens" :key="a.name"
        ><template v-if="i">, </template><b :title="a.words.join(', ')">{{ a.name }}</b
        ><span v-if="a.maybe" class="soft"> (depends on which)</span></template
      >.
    </p>
    <p v-else class="small">No allergen that has to be named was found.</p>
    <p class="small soft">
      {{
        [
          eating.report.meat.length ? 'not for vegetarians: ' + eating.report.meat.join(', ') : 'vegetarian',
          eating.report.animal.length ? '' : 'vegan',
          eating.report.alcohol.length ? 'alcohol: ' + eating.report.alcohol.join(', ') : '',
        ]
          .filter(Boolean)
          .join(' · ')
      }}. Labels know more.
    </p>
    <el-checkbox v-model="mark.altered" @change="save">It was made unfit for eating</el-checkbox>
    <el-input
      v-if="mark.altered"
      v-model.lazy="mark.why"
      size="small"
      maxlength="500"
      aria-label="What was done to it"
      placeholder="What was done to it: coated, sprayed, glued …"
      @change="save"
    />
    <ProblemNote :error="error" />
    <FindingList :findings="eating.report.findings" :shoot="shoot" :place="dish" />
  </details>
</template>

<style scoped>
.eating {
  margin-top: 10px;
  font-size: 14px;
  display: grid;
  gap: 6px;
}
summary {
  cursor: pointer;
  font-weight: 560;
  padding: 4px 0;
}
.no {
  color: var(--fl-fig-ink);
  font-size: 13px;
  margin-left: 6px;
}
b {
  font-weight: 600;
}
</style>
