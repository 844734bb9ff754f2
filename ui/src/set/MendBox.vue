<script setup lang="ts">
import { ref, watch } from 'vue'
import { api, ask, type SceneSet, type Schema } from '../api/client'
import ProblemNote from '../parts/ProblemNote.vue'
import { copy } from '../parts/copy'
import { theDesk } from './desk'

/** Presses what the findings offer, all at once: shown first, then taken or left. */
const desk = theDesk()
const { shotId, set } = desk
const found = ref<Schema['DraftMended']>()
const busy = ref(false)
const error = ref<unknown>()
async function look() {
  if (busy.value || !set.value) return
  busy.value = true
  error.value = undefined
  try {
    found.value = await ask(
      api.POST('/api/shots/{id}/set/mend', { params: { path: { id: shotId.value } }, body: { set: copy(set.value) } }),
    )
  } catch (e) {
    error.value = e
  } finally {
    busy.value = false
  }
}
function take() {
  if (found.value) desk.stand(found.value.set as SceneSet)
  found.value = undefined
}
watch([shotId, set], () => (found.value = undefined), { deep: true })
</script>

<template>
  <div class="mend">
    <el-button size="small" :loading="busy" @click="look">Mend all that can be pressed</el-button>
    <ProblemNote :error="error" />
    <div v-if="found" class="told" role="status">
      <p v-if="!found.did?.length">Nothing to press makes it better. What is left takes hands.</p>
      <template v-else>
        <p>{{ found.was }} to look at become {{ found.is }}:</p>
        <ol>
          <li v-for="(w, i) in found.did" :key="i">{{ w }}</li>
        </ol>
        <p class="acts">
          <el-button size="small" type="primary" @click="take">Take it</el-button
          ><el-button size="small" @click="found = undefined">Leave it</el-button>
        </p>
      </template>
    </div>
  </div>
</template>

<style scoped>
.mend {
  display: grid;
  gap: 6px;
  justify-items: start;
  font-size: 13.5px;
}
.told {
  border-left: 3px solid var(--fl-fig);
  padding: 4px 10px;
  background: var(--fl-white);
}
p,
ol {
  margin: 2px 0;
}
ol {
  padding-left: 18px;
}
</style>
