<script setup lang="ts">
import { nextTick, onBeforeUnmount, ref } from 'vue'
import { api, ask, Problem, type SceneSet, type Schema } from '../api/client'
import { limits } from '../api/words'
import NumberField from '../parts/NumberField.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import ChoiceField from '../parts/ChoiceField.vue'

/** Looks for light that does what is wanted, and puts an answer in place. */
const props = defineProps<{ set: SceneSet; wish: Schema['Goal'] }>()
const emit = defineEmits<{ put: [set: SceneSet] }>()
const fill = ref<{ wrong: boolean }>()
const goal = ref<Schema['Goal']>({ ...props.wish })
const running = ref<Schema['LightSearch']>()
const found = ref<Schema['Solved']>()
const error = ref<unknown>()
const note = ref('')
const used = ref(-1)
const clocks = [
  { value: 0, words: 'any side' },
  ...[12, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11].map((c) => ({
    value: c,
    words:
      `${c} o'clock` + (c === 12 ? ', behind' : c === 3 ? ', right' : c === 6 ? ', camera' : c === 9 ? ', left' : ''),
  })),
]
let timer: ReturnType<typeof setTimeout> | undefined

async function look() {
  if (fill.value?.wrong) return
  error.value = undefined
  found.value = undefined
  note.value = ''
  used.value = -1
  try {
    running.value = await ask(
      api.POST('/api/searches', { body: { set: JSON.parse(JSON.stringify(props.set)), goal: goal.value } }),
    )
    void follow()
  } catch (e) {
    error.value = e
  }
}
async function follow() {
  const at = running.value
  if (!at) return
  try {
    const s = await ask(api.GET('/api/searches/{id}', { params: { path: { id: at.id } } }))
    if (running.value?.id !== at.id) return
    running.value = s
    if (!s.done) {
      timer = setTimeout(() => void follow(), 250)
      return
    }
    found.value = s.found ?? undefined
    note.value = s.failed
    running.value = undefined
  } catch (e) {
    running.value = undefined
    error.value =
      e instanceof Problem && e.status === 404
        ? new Problem(404, 'The server was started anew and the search is gone. Look again.')
        : e
  }
}
async function cancel() {
  if (running.value)
    await ask(api.DELETE('/api/searches/{id}', { params: { path: { id: running.value.id } } })).catch(() => undefined)
}
function use(i: number) {
  used.value = i
  emit('put', JSON.parse(JSON.stringify(found.value!.answers![i]!.set)) as SceneSet)
}
onBeforeUnmount(() => {
  clearTimeout(timer)
  void cancel()
})
</script>

<template>
  <section class="solve" aria-label="Look for light">
    <div class="row">
      <label for="solve-fill">Key to fill</label
      ><NumberField
        id="solve-fill"
        ref="fill"
        v-model="goal.fillStops"
        v-bind="limits.Goal.fillStops"
        :step="0.5"
        unit="stops"
        size="small"
        @keydown.enter="nextTick(look)"
      />
    </div>
    <div class="row">
      <label for="solve-from">Light from</label
      ><ChoiceField id="solve-from" v-model="goal.fromClock" size="small" aria-label="Light from" class="from"
        ><option v-for="c in clocks" :key="c.value" :value="c.value">{{ c.words }}</option></ChoiceField
      >
    </div>
    <el-checkbox v-model="goal.foodBrightest">Brightest on the food</el-checkbox>
    <el-checkbox v-model="goal.noGlare">No glare on the table</el-checkbox>
    <el-checkbox v-model="goal.moveLamps">Lamps may move</el-checkbox>
    <el-checkbox v-model="goal.turnSet">The set may be turned</el-checkbox>
    <el-button v-if="!running" type="primary" @click="look">Look for it</el-button>
    <div v-else class="going">
      <el-progress
        :percentage="Math.round(running.share * 100)"
        :show-text="false"
        aria-label="How far the search is"
      /><el-button size="small" @click="cancel">Cancel</el-button>
    </div>
    <ProblemNote :error="error" />
    <p v-if="note" class="small soft" role="status">{{ note }}</p>
    <div v-if="found" role="status" class="found">
      <p class="small">{{ found.words }}</p>
      <ol>
        <li v-for="(a, i) in found.answers" :key="i" :class="{ used: used === i }">
          <p class="head">
            <b class="mono">{{ a.fillStops >= 99 ? 'no fill' : a.fillStops.toFixed(1) + ' stops' }}</b><span>{{
              a.meets ? '✓ does it all' : '△ comes near'
            }}</span>
          </p>
          <p class="small">{{ a.words }}.</p>
          <p class="small soft">
            Light from the {{ a.clockWords }}, {{ a.lux.toFixed(0) }} lx{{
              a.brightStops < 0 ? `, food ${(-a.brightStops).toFixed(1)} stops over the table` : ''
            }}.
          </p>
          <p v-if="a.misses" class="small">Misses: {{ a.misses }}.</p>
          <el-button size="small" :disabled="used === i" @click="use(i)">{{
            used === i ? 'Stands so' : 'Stand it so'
          }}</el-button>
        </li>
      </ol>
    </div>
  </section>
</template>

<style scoped>
.solve {
  display: grid;
  gap: 4px;
}
.row {
  display: flex;
  justify-content: space-between;
  align-items: center;
  font-size: 13.5px;
  min-height: 32px;
}
input.mono {
  width: 56px;
  height: 30px;
  border: 1px solid var(--el-border-color);
  border-radius: 3px;
  background: var(--fl-card);
  padding: 0 7px;
  text-align: right;
  font-size: 14px;
}
.from {
  width: 168px;
}
.solve :deep(.el-checkbox) {
  height: 28px;
  margin: 0;
}
.bad {
  color: var(--fl-fig-ink);
  font-size: 12.5px;
}
.going {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 10px;
  align-items: center;
}
.found ol {
  list-style: none;
  margin: 6px 0 0;
  padding: 0;
  display: grid;
  gap: 8px;
}
.found li {
  border: 1px solid var(--fl-line);
  border-left: 4px solid var(--fl-brass);
  background: var(--fl-card);
  padding: 8px 10px;
  display: grid;
  gap: 4px;
  justify-items: start;
}
.found li.used {
  border-left-color: var(--fl-leaf);
}
.head {
  display: flex;
  justify-content: space-between;
  width: 100%;
  align-items: baseline;
  font-size: 13px;
}
.head b {
  font-size: 17px;
  font-weight: 500;
}
</style>
