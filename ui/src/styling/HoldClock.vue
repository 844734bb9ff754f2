<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { api, ask, type Schema } from '../api/client'
import { useAct } from '../parts/act'
import ProblemNote from '../parts/ProblemNote.vue'
import { span } from './ask'

const props = defineProps<{ bench: Schema['Bench'] }>()
const emit = defineEmits<{ changed: [] }>()
const plan = computed(() => props.bench.plan)
/** The whole of the time line, s: from when the first thing goes on until the last one is dead. */
const all = computed(() => Math.max(60, ...plan.value.steps.map((s) => s.atS)) * 1.05)
const last = computed(() => Math.max(60, ...plan.value.steps.slice(0, 60).map((s) => Math.min(s.range.to, 1200))))
const x = (before: number) => (100 * (all.value - before)) / (all.value + last.value)

/** What is being timed, and since when. */
const timing = ref<{ key: string; since: number }>()
const now = ref(0)
const clock = useIntervalFn(() => (now.value = Date.now()), 250, { immediate: false })
const { act, error } = useAct(async () => emit('changed'))
function begin(key: string) {
  timing.value = { key, since: Date.now() }
  now.value = Date.now()
  clock.resume()
}
async function end(name: string) {
  const t = timing.value
  if (!t) return
  const seconds = Math.max(1, Math.round((Date.now() - t.since) / 1000))
  timing.value = undefined
  clock.pause()
  await act(
    () =>
      ask(
        api.POST('/api/dishes/{id}/times', {
          params: { path: { id: props.bench.dishId } },
          body: { class: t.key, what: name, seconds },
        }),
      ),
    `${name} held ${seconds} s. Three such times replace the usual range.`,
  )
}
const drop = (id: string) => act(() => ask(api.DELETE('/api/times/{id}', { params: { path: { id } } })))
watch(
  () => props.bench.shotId,
  () => {
    timing.value = undefined
    clock.pause()
  },
)
</script>

<template>
  <section class="lab" aria-label="What dies first">
    <ProblemNote :error="error" />
    <p class="says">
      <b>{{ plan.fits ? '●' : '▲' }} {{ plan.words }}</b>
    </p>
    <ol v-if="plan.steps.length" class="line">
      <li v-for="(s, i) in plan.steps" :key="s.class">
        <span class="n mono">{{ i + 1 }}</span>
        <span class="what"
          ><b>{{ s.name }}</b
          ><small>{{ s.because }} {{ s.spareS < 0 ? '▲ dead at the shutter' : '' }}</small></span
        >
        <span
          class="bar"
          :aria-label="`goes on ${span({ from: s.atS, to: s.atS })} before the shutter, holds ${span(s.range)}`"
          role="img"
        >
          <i class="on" :style="{ left: x(s.atS) + '%', width: x(s.waitsS) - x(s.atS) + '%' }" />
          <i
            class="sure"
            :style="{ left: x(s.waitsS) + '%', width: (100 * Math.min(s.range.from, all + last)) / (all + last) + '%' }"
          />
          <i
            class="maybe"
            :style="{
              left: x(s.waitsS - s.range.from) + '%',
              width: (100 * (s.range.to - s.range.from)) / (all + last) + '%',
            }"
          />
          <i class="shutter" :style="{ left: x(0) + '%' }" />
        </span>
        <span class="range mono"
          >{{ span(s.range) }}<small>{{ s.own ? `your own, ${s.own} times` : 'usual' }}</small></span
        >
        <span class="time">
          <el-button v-if="timing?.key !== s.class" size="small" @click="begin(s.class)">Time it</el-button>
          <el-button v-else size="small" type="primary" @click="end(s.name)"
            >{{ Math.round((now - timing.since) / 1000) }} s: gone</el-button
          >
        </span>
      </li>
    </ol>
    <p v-if="plan.steps.length" class="soft small key">
      <i class="on" /> goes on <i class="sure" /> alive for sure <i class="maybe" /> perhaps <i class="shutter" /> the
      shutter
    </p>
    <table v-if="plan.steps.length">
      <thead>
        <tr>
          <th scope="col">Part</th>
          <th scope="col">Gone when it</th>
          <th scope="col">Stands in for it</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="s in plan.steps" :key="s.class">
          <th scope="row">{{ s.name }}</th>
          <td>{{ s.dies }}</td>
          <td>{{ s.standIn }}</td>
        </tr>
      </tbody>
    </table>
    <details v-if="bench.times.length">
      <summary>Your own times ({{ bench.times.length }})</summary>
      <ul>
        <li v-for="t in bench.times" :key="t.id">
          {{ t.doc.log.what || t.doc.log.class }}: <span class="mono">{{ t.doc.log.seconds }}</span> s
          <el-button size="small" text :aria-label="`Take away: the time of ${t.doc.log.what}`" @click="drop(t.id)"
            >Take away</el-button
          >
        </li>
      </ul>
    </details>
  </section>
</template>

<style scoped src="./lab.css"></style>
<style scoped>
.line {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
}
.line li {
  display: grid;
  grid-template-columns: 22px minmax(130px, 1.2fr) minmax(160px, 2fr) 120px 100px;
  gap: 10px;
  align-items: center;
  border-top: 1px solid var(--fl-line);
  padding: 5px 0;
  min-height: 40px;
}
.what small,
.range small {
  display: block;
  color: var(--fl-soft);
  font-size: 12.5px;
  font-family: inherit;
}
.range small {
  font-family: var(--fl-text, inherit);
}
.bar {
  position: relative;
  height: 18px;
  background: var(--fl-linen);
  overflow: hidden;
}
.bar i {
  position: absolute;
  top: 4px;
  bottom: 4px;
}
.on {
  background: var(--fl-brass);
}
.sure {
  background: var(--fl-leaf);
}
.maybe {
  background: repeating-linear-gradient(45deg, var(--fl-leaf), var(--fl-leaf) 2px, transparent 2px, transparent 5px);
}
.bar .shutter {
  top: 0;
  bottom: 0;
  width: 2px;
  background: var(--fl-fig);
}
.key i {
  display: inline-block;
  width: 18px;
  height: 9px;
  margin: 0 4px 0 12px;
}
.key .shutter {
  width: 3px;
  background: var(--fl-fig);
}
@media (max-width: 720px) {
  .line li {
    grid-template-columns: 22px minmax(0, 1fr) auto;
  }
  .bar {
    grid-column: 2 / 4;
    grid-row: 2;
  }
  .range {
    grid-column: 2;
  }
}
</style>
