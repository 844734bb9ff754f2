<script setup lang="ts">
import { BarChart, LineChart } from 'echarts/charts'
import { AriaComponent, GridComponent, LegendComponent, TooltipComponent } from 'echarts/components'
import { init, use, type EChartsType } from 'echarts/core'
import { SVGRenderer } from 'echarts/renderers'
import { useElementSize } from '@vueuse/core'
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { useYear } from '../api/queries'
import EmptyBench from '../parts/EmptyBench.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import BackNav from './BackNav.vue'
import { drawn, perFinal } from './year'

use([AriaComponent, BarChart, GridComponent, LegendComponent, LineChart, SVGRenderer, TooltipComponent])

const year = useYear()
const months = computed(() => year.data.value?.months ?? [])
const any = computed(() => months.value.some((m) => m.frames))
const over = computed(() => (year.data.value?.uses ?? []).filter((u) => u.over))
const kinds = { angle: 'Angles', light: 'Light', ground: 'Grounds', prop: 'Props' } as const
const topOf = (kind: string) => (year.data.value?.uses ?? []).filter((u) => u.kind === kind).slice(0, 6)
const shown = (month: string) =>
  new Date(month + '-15T12:00:00Z').toLocaleDateString('en-GB', { month: 'short', year: '2-digit' })

const faultsBox = ref<HTMLElement>()
const finalBox = ref<HTMLElement>()
const sizes = [useElementSize(faultsBox), useElementSize(finalBox)]
let charts: EChartsType[] = []
const ink = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim()
function draw() {
  const y = year.data.value
  if (!y || !faultsBox.value || !finalBox.value) return
  if (!charts.length) charts = [faultsBox.value, finalBox.value].map((e) => init(e, null, { renderer: 'svg' }))
  const look = {
    ink: ink('--fl-ink'),
    line: ink('--fl-line'),
    hues: ['--fl-fig', '--fl-brass', '--fl-leaf', '--fl-aubergine', '--fl-sand'].map(ink),
    font: getComputedStyle(document.body).fontFamily,
  }
  const both = drawn(y, shown, look)
  charts[0]!.setOption(both.faults, true)
  charts[1]!.setOption(both.finals, true)
}
onMounted(() => watch([() => year.data.value, faultsBox], draw, { immediate: true, flush: 'post' }))
watch(
  sizes.map((s) => s.width),
  () => charts.forEach((c) => c.resize()),
)
onBeforeUnmount(() => charts.forEach((c) => c.dispose()))
const money = (minor: number) => (minor / 100).toFixed(0)
</script>

<template>
  <ScreenFrame title="The year">
    <template #nav><BackNav /></template>
    <ProblemNote :error="year.error.value" />
    <EmptyBench v-if="year.data.value && !any">
      <template #title>No frame in the last twelve months</template>
      Once frames are taken, kept and read again, this shows what comes again and what a final takes.
    </EmptyBench>
    <div v-if="any" class="sheet">
      <section aria-label="Faults that come again">
        <h2>What comes again</h2>
        <p class="soft">
          Faults noted on old frames, by the month in which they were taken. From {{ year.data.value!.often }} frames on
          one comes up by itself on the next set that has it.
        </p>
        <p v-if="!year.data.value!.faults.length">Nothing was noted yet. Read an old frame again.</p>
        <div
          v-show="year.data.value!.faults.length"
          ref="faultsBox"
          class="chart"
          role="img"
          aria-label="Faults by month; the same in the table below"
        ></div>
      </section>
      <section aria-label="What a final takes">
        <h2>What a final takes</h2>
        <p class="soft">Frames taken, minutes at the edit and cost, each by the finals that went out of that month.</p>
        <div
          ref="finalBox"
          class="chart"
          role="img"
          aria-label="Frames and minutes a final by month; the same in the table below"
        ></div>
        <details>
          <summary>As a table</summary>
          <table>
            <caption class="soft">
              Months without frames are left out
            </caption>
            <thead>
              <tr>
                <th scope="col">Month</th>
                <th scope="col">Frames</th>
                <th scope="col">Kept</th>
                <th scope="col">Finals</th>
                <th scope="col">Edit, min</th>
                <th scope="col">Cost, {{ year.data.value!.currency || '–' }}</th>
                <th scope="col">Frames a final</th>
                <th scope="col">Faults</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="m in months.filter((x) => x.frames)" :key="m.month">
                <th scope="row">{{ shown(m.month) }}</th>
                <td>{{ m.frames }}</td>
                <td>{{ m.kept }}</td>
                <td>{{ m.finals }}</td>
                <td>{{ Math.round(m.editMin) }}</td>
                <td>{{ money(m.costMinor) }}</td>
                <td>{{ perFinal(m.frames, m.finals)?.toFixed(1) ?? '–' }}</td>
                <td>{{ m.faults.map((f) => `${f.words} ${f.times}`).join(', ') || '–' }}</td>
              </tr>
            </tbody>
          </table>
        </details>
      </section>
      <section aria-label="What pictures are made of">
        <h2>What they are made of</h2>
        <p v-for="u in over" :key="u.kind + u.name" class="over">▲ {{ u.words }}.</p>
        <div class="uses">
          <div v-for="(words, kind) in kinds" :key="kind">
            <h3>{{ words }}</h3>
            <ol>
              <li v-for="u in topOf(kind)" :key="u.name" :class="{ much: u.over }">
                <span class="name">{{ u.name }}</span>
                <span class="mono">{{ u.times }}</span>
                <span class="bar" aria-hidden="true"><i :style="{ width: `${100 * u.share}%` }"></i></span>
              </li>
            </ol>
            <p v-if="!topOf(kind).length" class="small soft">none yet</p>
          </div>
        </div>
      </section>
    </div>
    <template v-if="year.data.value?.habits.length" #reading>
      <h2>Look out for</h2>
      <ol class="habits">
        <li v-for="h in year.data.value!.habits.slice(0, 5)" :key="h.term.key">
          <img
            :src="`/api/frames/${h.last.frameId}/finished?long=400`"
            :alt="`Last on ${h.last.title}`"
            loading="lazy"
          />
          <span
            ><b>{{ h.term.words }}</b> on {{ h.times }} {{ h.times === 1 ? 'frame' : 'frames' }}
            <em v-if="h.times >= year.data.value!.often">comes up on sets</em><br /><small
              >Next time: {{ h.term.next }}.</small
            ></span
          >
        </li>
      </ol>
    </template>
  </ScreenFrame>
</template>

<style scoped>
.sheet {
  padding: 12px 20px 32px;
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 20px 32px;
}
.sheet > section:last-child {
  grid-column: 1 / -1;
}
h2 {
  margin: 0 0 4px;
}
.chart {
  height: 240px;
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
}
.habits {
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
.habits li {
  display: grid;
  grid-template-columns: 72px 1fr;
  gap: 8px;
  font-size: 14px;
}
.habits img {
  width: 72px;
  height: 54px;
  object-fit: cover;
}
.habits em {
  font-style: normal;
  background: var(--fl-straw);
  padding: 0 6px;
}
.habits small {
  color: var(--fl-soft);
}
table {
  border-collapse: collapse;
  width: 100%;
  font-size: 14px;
}
th,
td {
  text-align: left;
  padding: 4px 8px;
  border-bottom: 1px solid var(--fl-line);
}
td {
  font-family: var(--fl-mono);
}
td:last-child {
  font-family: inherit;
}
caption {
  text-align: left;
}
.uses {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 24px;
}
.uses ol {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 4px;
}
.uses li {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0 8px;
  font-size: 14px;
}
.uses .bar {
  grid-column: 1 / -1;
  height: 6px;
  background: var(--fl-biscuit);
}
.uses .bar i {
  display: block;
  height: 100%;
  background: var(--fl-leaf);
}
.uses .much .bar i {
  background: var(--fl-fig);
}
.uses h3 {
  margin: 4px 0;
}
.over {
  border-left: 4px solid var(--fl-brass);
  background: var(--fl-card);
  padding: 6px 10px;
  margin: 0 0 6px;
}
@media (max-width: 900px) {
  .sheet,
  .uses {
    grid-template-columns: minmax(0, 1fr);
  }
  details {
    overflow: auto;
  }
}
</style>
