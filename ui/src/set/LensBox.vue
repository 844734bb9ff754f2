<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api, ask, type Finding, type Report, type SceneSet, type Schema } from '../api/client'
import { limits } from '../api/words'
import NumberField from '../parts/NumberField.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import ChoiceField from '../parts/ChoiceField.vue'

/** Which lenses of the kit show what must be seen, and from where. */
const props = defineProps<{ set: SceneSet; report?: Report }>()
const emit = defineEmits<{ apply: [edits: NonNullable<Finding['try'][number]['edits']>] }>()
const width = ref(Math.round((props.report?.frame.widthMm ?? 600) / 10) * 10)
const near = ref(300)
const far = ref(1500)
const error = ref<unknown>()
const found = ref<Schema['LensChoice'][]>()

const habits = useQuery({ queryKey: ['habits'], queryFn: () => ask(api.GET('/api/habits')) })
const school = computed(() => habits.data.value?.schools?.find((x) => x.key === habits.data.value?.lensSchool))
async function choose(key: string) {
  error.value = undefined
  try {
    await ask(api.PUT('/api/habits', { body: { lensSchool: key as never, version: habits.data.value?.version ?? 0 } }))
  } catch (e) {
    error.value = e
  }
  await habits.refetch()
  if (found.value) await look()
}

async function look() {
  error.value = undefined
  try {
    found.value =
      (await ask(
        api.POST('/api/set/lenses', {
          body: {
            set: JSON.parse(JSON.stringify(props.set)),
            widthMm: width.value,
            nearestMm: near.value,
            farMm: far.value,
          },
        }),
      )) ?? []
  } catch (e) {
    error.value = e
  }
}
</script>

<template>
  <div class="lenses">
    <p class="ask">
      Which lens?
      <label
        >To be seen across <NumberField v-model="width" length v-bind="limits.LensAsk.widthMm" size="small" /></label
      ><label>Camera from <NumberField v-model="near" length v-bind="limits.LensAsk.nearestMm" size="small" /></label
      ><label>to <NumberField v-model="far" length v-bind="limits.LensAsk.farMm" size="small" /> away</label
      ><el-button size="small" @click="look">Look through the kit</el-button>
    </p>
    <p v-if="habits.data.value" class="ask school">
      <label
        >School
        <ChoiceField
          :model-value="habits.data.value.lensSchool || 'none'"
          size="small"
          class="which"
          aria-label="School of lenses"
          @change="choose($event === 'none' ? '' : $event)"
          ><option v-for="x in habits.data.value.schools ?? []" :key="x.key" :value="x.key || 'none'">
            {{ x.words }}
          </option></ChoiceField
        ></label
      ><span class="soft">{{ school?.why }}</span>
    </p>
    <ProblemNote :error="error" />
    <ul v-if="found">
      <li v-for="c in found" :key="c.lens" :class="{ no: !c.ok }">
        <b>{{ c.lens }}</b><span><em v-if="c.school">By your school. </em>{{ c.words }}</span
        ><el-button v-if="c.ok" size="small" @click="emit('apply', c.edits!)">Put it on</el-button>
      </li>
      <li v-if="!found.length">The kit has no lens. Add one under Kit.</li>
    </ul>
  </div>
</template>

<style scoped>
.lenses {
  padding: 4px 14px 12px;
  font-size: 13.5px;
}
.ask {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: center;
  margin: 0;
}
.number-field {
  width: 92px;
}
ul {
  list-style: none;
  padding: 0;
  margin: 8px 0 0;
  display: grid;
  gap: 4px;
}
li {
  display: grid;
  grid-template-columns: 180px 1fr auto;
  gap: 10px;
  align-items: center;
  border-top: 1px solid var(--fl-line);
  padding-top: 4px;
  min-height: 30px;
}
.school {
  margin-top: 6px;
}
.which {
  width: 190px;
  margin-left: 4px;
}
.soft {
  color: var(--fl-soft);
}
em {
  font-style: normal;
  font-weight: 600;
  color: var(--fl-leaf-ink);
}
.no {
  color: var(--fl-soft);
}
</style>
