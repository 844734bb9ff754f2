<script setup lang="ts">
import { ref } from 'vue'
import { api, ask, type SceneSet, type Schema } from '../api/client'
import ProblemNote from '../parts/ProblemNote.vue'

/** Keeps a variant of the set aside and says how the set now differs from it. */
const props = defineProps<{ shot: string; set: SceneSet; picture: string }>()
const emit = defineEmits<{ back: [set: SceneSet] }>()
const kept = ref<{ set: SceneSet; picture: string }>()
const found = ref<Schema['Compared']>()
const error = ref<unknown>()

function keep() {
  kept.value = { set: JSON.parse(JSON.stringify(props.set)), picture: props.picture }
  found.value = undefined
}
async function compare() {
  if (!kept.value) return
  error.value = undefined
  try {
    found.value = await ask(api.POST('/api/shots/{id}/set/compare', { params: { path: { id: props.shot } }, body: { a: kept.value.set, b: JSON.parse(JSON.stringify(props.set)) } }))
  } catch (e) {
    error.value = e
  }
}
</script>

<template>
  <div class="compare">
    <div class="row"><el-button size="small" @click="keep">Keep this variant aside</el-button><el-button v-if="kept" size="small" @click="compare">Compare with it</el-button></div>
    <ProblemNote :error="error" />
    <template v-if="kept && found">
      <div v-if="kept.picture || picture" class="pair"><img v-if="kept.picture" :src="kept.picture" alt="The variant kept aside" /><img v-if="picture" :src="picture" alt="The set now" /></div>
      <table>
        <thead><tr><th scope="col">Reading</th><th scope="col">aside</th><th scope="col">now</th></tr></thead>
        <tbody><tr v-for="l in found.readings?.filter((x) => x.differs)" :key="l.key"><th scope="row">{{ l.label }}</th><td class="mono">{{ l.a }}</td><td class="mono">{{ l.b }}</td></tr></tbody>
      </table>
      <p v-if="!found.changes?.length" class="small">They are the same.</p>
      <p v-for="w in found.onlyA" :key="'a' + w" class="small">Only aside: {{ w }}</p>
      <p v-for="w in found.onlyB" :key="'b' + w" class="small">Only now: {{ w }}</p>
      <el-button size="small" @click="emit('back', kept.set)">Go back to the one aside</el-button>
    </template>
  </div>
</template>

<style scoped>
.row { display: flex; gap: 8px; flex-wrap: wrap; }
.row :deep(.el-button + .el-button) { margin-left: 0; }
.pair { display: grid; grid-template-columns: 1fr 1fr; gap: 4px; background: var(--fl-grey); padding: 4px; margin: 6px 0; }
.pair img { width: 100%; display: block; }
table { width: 100%; border-collapse: collapse; font-size: 13px; margin: 6px 0; }
th { text-align: left; font-weight: 500; }
td, thead th:not(:first-child) { text-align: right; }
tr { border-bottom: 1px solid var(--fl-line); }
p { margin: 3px 0; }
</style>
