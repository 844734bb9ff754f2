<script setup lang="ts">
import { computed, reactive } from 'vue'
import { api, ask, type Schema } from '../api/client'
import { useAct } from '../parts/act'
import ProblemNote from '../parts/ProblemNote.vue'
import ReadingFigure from '../parts/ReadingFigure.vue'
import { degrees } from '../parts/units'
import GlassDrawing from './GlassDrawing.vue'
import LabField from './LabField.vue'
import { span, useAir, useLab } from './ask'

const props = defineProps<{ bench: Schema['Bench'] }>()
const emit = defineEmits<{ changed: [] }>()
const { act, error } = useAct(async () => emit('changed'))
const lay = (share: number) =>
  act(
    () => ask(api.PUT('/api/shots/{id}/dew', { params: { path: { id: props.bench.shotId } }, body: { share } })),
    share ? 'Dew lies on the glass: the rendered frame shows it. Undo wipes it.' : 'Wiped.',
  )
const air = useAir()
const own = reactive({ dishC: 4, glasses: 2, cubes: 4, cubeMl: 20 })
const asked = reactive({
  ...own,
  get roomC() {
    return air.value.roomC
  },
  get humidity() {
    return air.value.humidity
  },
})
const lab = useLab(
  'dew',
  () => props.bench.shotId,
  asked,
  (id, query) => ask(api.GET('/api/shots/{id}/lab/dew', { params: { path: { id }, query } })),
)
const d = lab.data
const forecast = () => (air.value = { roomC: props.bench.air.roomC, humidity: props.bench.air.roomHumidity })
/** How thick dew lies in the drawing. */
const dew = computed(() =>
  d.value?.day.forms && d.value.day.seen ? 1 : d.value?.day.forms || d.value?.day.perhaps ? 0.3 : 0,
)
/** An hour from left to right: the drink's temperature, and the dew point across it. */
const chart = computed(() => {
  const c = d.value?.curve ?? []
  const low = Math.min(...c, d.value?.dew.value ?? 0)
  const high = Math.max(...c, air.value.roomC)
  const y = (v: number) => 70 - (60 * (v - low)) / Math.max(1, high - low)
  return {
    line: c.map((v, i) => `${(i * 300) / Math.max(1, c.length - 1)},${y(v).toFixed(1)}`).join(' '),
    dew: y(d.value?.dew.value ?? 0),
  }
})
</script>

<template>
  <section class="lab" aria-label="Dew">
    <div class="asks">
      <LabField v-model="air.roomC" label="Room" temp :min="-10" :max="45" />
      <LabField v-model="air.humidity" label="Humidity" unit="%" :step="5" />
      <LabField v-model="asked.dishC" label="Drink" temp :min="-30" :max="100" />
      <LabField v-model="asked.glasses" label="Glasses to spray" :min="1" :max="60" whole />
      <LabField v-model="asked.cubes" label="Pieces of ice" :min="0" :max="40" whole />
    </div>
    <p v-if="bench.air.words" class="soft small">
      {{ bench.air.words }} <el-button size="small" @click="forecast">Take that air</el-button>
    </p>
    <ProblemNote :error="error ?? lab.error.value" />
    <div v-if="d" class="two">
      <div class="grey">
        <figure>
          <GlassDrawing
            :outer="bench.outer"
            :inner="bench.inner"
            :level-mm="bench.levelMm"
            :colours="[bench.colour]"
            :clear="bench.glass"
            :dew="dew"
            :name="d.day.forms ? 'The glass with dew up to its fill line' : 'The glass, dry'"
          />
          <figcaption>outside {{ degrees(d.day.outsideC.from) }} to {{ degrees(d.day.outsideC.to) }}</figcaption>
        </figure>
      </div>
      <div>
        <p class="says">
          <b>{{ d.day.forms && d.day.seen ? '●' : d.day.forms || d.day.perhaps ? '◐' : '○' }} {{ d.day.words }}</b>
        </p>
        <p class="says">{{ d.day.advice }}</p>
        <p v-if="bench.glass" class="acts">
          <el-button v-if="!bench.vessel.dew" @click="lay(0.8)">Show it on the set</el-button>
          <el-button v-else @click="lay(0)">Wipe it off the set</el-button>
        </p>
        <ReadingFigure :reading="d.dew" />
        <svg class="hour" viewBox="0 0 300 84" role="img" aria-label="The drink over an hour, and the dew point">
          <line x1="0" x2="300" :y1="chart.dew" :y2="chart.dew" class="dewline" />
          <text x="0" :y="chart.dew - 4">dew point</text>
          <polyline :points="chart.line" />
          <text x="0" y="82">poured</text>
          <text x="300" y="82" text-anchor="end">an hour</text>
        </svg>
      </div>
    </div>
    <table v-if="d">
      <caption class="visually-hidden">
        How cold, how long
      </caption>
      <tbody>
        <tr v-for="c in d.chills" :key="c.where">
          <th scope="row">In the {{ c.where }}</th>
          <td>
            {{ c.never ? `never as cold as ${degrees(asked.dishC)}` : span(c.seconds) + ` to ${degrees(asked.dishC)}` }}
          </td>
          <td>{{ c.caution }}</td>
        </tr>
        <tr>
          <th scope="row">A breath through a straw</th>
          <td>
            {{
              d.day.breathWet
                ? 'stays: the glass is below the dew point'
                : d.day.breathS.to
                  ? span(d.day.breathS)
                  : 'does not take'
            }}
          </td>
          <td></td>
        </tr>
        <tr>
          <th scope="row">Dew that lasts</th>
          <td>{{ d.lasting.words }}</td>
          <td class="soft">The glass is coated: not for drinking from.</td>
        </tr>
        <tr v-if="asked.cubes">
          <th scope="row">Ice</th>
          <td>
            half gone in {{ span(d.melt.lastsS) }};
            {{ d.melt.stays ? 'some stays longer than four hours' : 'gone in ' + span(d.melt.goneS) }}
          </td>
          <td class="soft">on a plate {{ span(d.plateS) }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="d" class="soft small">{{ d.model }}</p>
  </section>
</template>

<style scoped src="./lab.css"></style>
<style scoped>
.hour {
  width: 100%;
  max-width: 420px;
  margin-top: 8px;
  overflow: visible;
}
.hour polyline {
  fill: none;
  stroke: var(--fl-aubergine);
  stroke-width: 2;
}
.hour .dewline {
  stroke: var(--fl-sea);
  stroke-dasharray: 4 3;
}
.hour text {
  font: 9px var(--fl-mono);
  fill: var(--fl-soft);
}
</style>
