<script setup lang="ts">
import { useDebounceFn, useLocalStorage } from '@vueuse/core'
import { onBeforeUnmount, ref, watch } from 'vue'
import { api, ask, Problem, type SceneSet, type Schema } from '../api/client'
import ProblemNote from '../parts/ProblemNote.vue'

/** Renders the set as its camera would take it: something at once, better every moment. */
const props = defineProps<{ shot: string; set: SceneSet }>()
const emit = defineEmits<{ show: [url: string, of: string] }>()
const now = ref<Schema['Rendering']>()
const error = ref<unknown>()
const fine = ref(false)
/** Whether a picture is made by itself when the hands rest. */
const follows = useLocalStorage('fig-ladder-picture-follows', true)
let timer: ReturnType<typeof setTimeout> | undefined

function render() {
  if (now.value && !now.value.done && now.value.kept) return void cancel()
  return begin(fine.value ? 'large' : 'usual')
}
/** Asked for when something has changed: a quick picture, unless one to keep is being made. */
const rested = useDebounceFn(() => {
  if (follows.value && (!now.value || now.value.done || !now.value.kept)) void begin('passing')
}, 700)
async function begin(as: 'passing' | 'usual' | 'large') {
  void cancel()
  error.value = undefined
  clearTimeout(timer)
  try {
    now.value = await ask(
      api.POST('/api/shots/{id}/renderings', {
        params: { path: { id: props.shot } },
        body: { set: JSON.parse(JSON.stringify(props.set)), as },
      }),
    )
    void follow()
  } catch (e) {
    // One that nobody asked for says nothing: the reading tells what is wrong with a set,
    // and a busy server makes the next one.
    if (as !== 'passing') error.value = e
  }
}
async function follow() {
  const at = now.value
  if (!at) return
  try {
    const r = await ask(api.GET('/api/renderings/{id}', { params: { path: { id: at.id } } }))
    if (now.value?.id !== at.id) return
    if (r.step > at.step) emit('show', `/api/renderings/${r.id}/picture?step=${r.step}`, r.setHash)
    now.value = r
    if (!r.done) timer = setTimeout(() => void follow(), 200)
  } catch (e) {
    now.value = undefined
    error.value =
      e instanceof Problem && e.status === 404
        ? new Problem(404, 'The server was started anew and the picture is gone. Ask for it again.')
        : e
  }
}
async function cancel() {
  if (now.value && !now.value.done)
    await ask(api.DELETE('/api/renderings/{id}', { params: { path: { id: now.value.id } } })).catch(() => undefined)
}
watch(
  () => props.shot,
  () => {
    void cancel()
    now.value = undefined
  },
)
onBeforeUnmount(() => {
  clearTimeout(timer)
  void cancel()
})
defineExpose({ render, cancel, rested })
</script>

<template>
  <div class="picture">
    <div class="row">
      <el-button
        size="small"
        :type="now && !now.done && now.kept ? 'default' : 'primary'"
        plain
        data-render
        @click="render"
        >{{ now && !now.done && now.kept ? 'Stop the picture' : 'Render the picture' }} <kbd>r</kbd></el-button
      >
      <el-checkbox v-model="fine" size="small">Large and fine</el-checkbox>
      <el-checkbox v-model="follows" size="small">As I go</el-checkbox>
    </div>
    <div
      v-if="now && !now.done"
      class="bar"
      role="progressbar"
      :aria-valuenow="Math.round(now.share * 100)"
      aria-valuemin="0"
      aria-valuemax="100"
      aria-label="How far the picture is"
    >
      <span :style="{ width: now.share * 100 + '%' }" />
    </div>
    <p v-if="now" class="small soft" role="status" data-rendered>
      {{
        now.failed
          ? now.failed + (now.step ? ' What was seen of it stays.' : '')
          : now.done
            ? `Done, ${now.samples} paths a pixel.${now.kept ? ' Kept with the shot.' : ''}`
            : now.step
              ? `${now.samples || 'first'} paths a pixel so far`
              : now.ahead
                ? `Waiting for its turn, ${now.ahead} before it. Then about ${now.aboutS} s …`
                : `About ${now.aboutS} s …`
      }}
    </p>
    <ProblemNote :error="error" />
  </div>
</template>

<style scoped>
/* Its parts lie in the line of the presses that it stands among. */
.picture,
.row {
  display: contents;
}
.picture > :deep(.problem-note),
.picture > p {
  flex-basis: 100%;
}
.bar {
  flex-basis: 100%;
  height: 6px;
  background: var(--fl-biscuit);
  margin-top: 6px;
}
.bar span {
  display: block;
  height: 100%;
  background: var(--fl-fig);
}
p {
  margin: 4px 0 0;
}
</style>
