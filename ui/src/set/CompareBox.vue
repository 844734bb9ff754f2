<script setup lang="ts">
import { onBeforeUnmount, ref } from 'vue'
import { api, ask, type SceneSet, type Schema } from '../api/client'
import ProblemNote from '../parts/ProblemNote.vue'
import { drawn } from './drawn'

/** Keeps a variant of the set aside and says how the set now differs from it. */
const props = defineProps<{ shot: string; set: SceneSet }>()
const emit = defineEmits<{ back: [set: SceneSet] }>()
const kept = ref<SceneSet>()
/** Both drawn alike, so that only the sets differ. */
const pictures = ref(['', ''])
const found = ref<Schema['Compared']>()
const error = ref<unknown>()

let drawing = new AbortController()
function forget() {
  drawing.abort()
  for (const url of pictures.value) if (url) URL.revokeObjectURL(url)
  pictures.value = ['', '']
}
function keep() {
  kept.value = JSON.parse(JSON.stringify(props.set))
  found.value = undefined
  forget()
}
async function draw(sets: SceneSet[]) {
  forget()
  const { signal } = (drawing = new AbortController())
  for (const [i, set] of sets.entries()) {
    const url = await drawn(set, 420, signal)
    if (signal.aborted) return
    pictures.value[i] = url
  }
}
onBeforeUnmount(forget)
async function compare() {
  if (!kept.value) return
  error.value = undefined
  try {
    const now = JSON.parse(JSON.stringify(props.set)) as SceneSet
    found.value = await ask(
      api.POST('/api/shots/{id}/set/compare', {
        params: { path: { id: props.shot } },
        body: { a: kept.value, b: now },
      }),
    )
    void draw([kept.value, now])
  } catch (e) {
    error.value = e
  }
}
</script>

<template>
  <div class="compare">
    <div class="row">
      <el-button size="small" @click="keep">Keep this variant aside</el-button
      ><el-button v-if="kept" size="small" @click="compare">Compare with it</el-button>
    </div>
    <ProblemNote :error="error" />
    <template v-if="kept && found">
      <div class="pair">
        <figure v-for="(url, i) in pictures" :key="i">
          <img v-if="url" :src="url" :alt="i ? 'The set now' : 'The variant kept aside'" /><span v-else class="wait"
            >drawing …</span
          >
          <figcaption>{{ i ? 'now' : 'aside' }}</figcaption>
        </figure>
      </div>
      <table>
        <thead>
          <tr>
            <th scope="col">Reading</th>
            <th scope="col">aside</th>
            <th scope="col">now</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="l in found.readings?.filter((x) => x.differs)" :key="l.key">
            <th scope="row">{{ l.label }}</th>
            <td class="mono">{{ l.a }}</td>
            <td class="mono">{{ l.b }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="!found.changes?.length" class="small">They are the same.</p>
      <p v-for="w in found.onlyA" :key="'a' + w" class="small">Only aside: {{ w }}</p>
      <p v-for="w in found.onlyB" :key="'b' + w" class="small">Only now: {{ w }}</p>
      <el-button size="small" @click="emit('back', kept)">Go back to the one aside</el-button>
    </template>
  </div>
</template>

<style scoped>
.row {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
}
.row :deep(.el-button + .el-button) {
  margin-left: 0;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 4px;
  background: var(--fl-grey);
  padding: 4px;
  margin: 6px 0;
}
figure {
  margin: 0;
  min-width: 0;
}
.pair img,
.wait {
  width: 100%;
  display: block;
}
.wait {
  aspect-ratio: 4 / 3;
  display: grid;
  place-items: center;
  color: var(--fl-white);
  font-size: 12.5px;
}
figcaption {
  color: var(--fl-white);
  background: var(--fl-ink);
  font-size: 12.5px;
  padding: 1px 6px;
}
table {
  width: 100%;
  border-collapse: collapse;
  font-size: 13px;
  margin: 6px 0;
}
th {
  text-align: left;
  font-weight: 500;
}
td,
thead th:not(:first-child) {
  text-align: right;
}
tr {
  border-bottom: 1px solid var(--fl-line);
}
p {
  margin: 3px 0;
}
</style>
