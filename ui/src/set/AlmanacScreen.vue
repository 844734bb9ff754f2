<script setup lang="ts">
import { hour, hourOf } from '../parts/units'
import ChipButton from '../parts/ChipButton.vue'
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, type Schema } from '../api/client'
import { usePlaces } from '../api/queries'
import EmptyBench from '../parts/EmptyBench.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import SaveState from '../parts/SaveState.vue'
import DayField from '../parts/DayField.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import { useBegin } from '../parts/begin'
import { useDraft } from '../parts/draft'
import { copy } from '../parts/copy'
import { useKeys } from '../parts/keys'
import ChoiceField from '../parts/ChoiceField.vue'
import PlaceForm from './PlaceForm.vue'

/** For each window of the studio: when the sun comes in, and when the light is soft. */
const route = useRoute()
const router = useRouter()
const begin = useBegin()
type Place = Schema['AlmanacPlace']
const places = usePlaces()
/** The place that is looked at; empty for the studio's own, the first. */
const placeId = computed(() => (typeof route.query.place === 'string' ? route.query.place : ''))
const atPlace = computed(() => (placeId.value ? { place: placeId.value } : {}))
const kept = useQuery({
  queryKey: ['place', placeId],
  queryFn: () => ask(api.GET('/api/place', { params: { query: atPlace.value } })),
})
const draft = useDraft<Place>({
  kind: 'place',
  of: () => placeId.value,
  save: async (place, version, of) => {
    const params = { query: of ? { place: of } : {} }
    const saved = await ask(api.PUT('/api/place', { params, body: { place, version } }))
    void kept.refetch()
    void places.refetch()
    return saved.version
  },
  theirs: (current) => {
    const s = current as { place: Place; version: number }
    return { value: s.place, version: s.version }
  },
})
watch(
  kept.data,
  (k) => {
    if (k && (draft.state.value === 'saved' || draft.value.value === undefined)) draft.load(k.place, k.version)
  },
  { immediate: true },
)
const at = ref(0)
watch(placeId, () => (at.value = 0))
const editing = ref(false)
const windows = computed(() => kept.data.value?.place.windows ?? [])
const today = new Date().toISOString().slice(0, 10)
const day = computed({
  get: () => (typeof route.query.day === 'string' ? route.query.day : today),
  set: (d: string) => {
    if (d) void router.replace({ query: { ...route.query, day: d } }) // a date half typed is none yet
  },
})
const year = computed(() => Number(day.value.slice(0, 4)) || new Date().getFullYear())
const version = computed(() => kept.data.value?.version ?? 0)
const known = () => windows.value.length > at.value
const ribbon = useQuery({
  queryKey: ['almanac-year', placeId, at, year, version],
  enabled: known,
  queryFn: () =>
    ask(
      api.GET('/api/almanac/{window}/year', {
        params: { path: { window: at.value }, query: { year: year.value, ...atPlace.value } },
      }),
    ),
})
const strip = useQuery({
  queryKey: ['almanac-day', placeId, at, day, version],
  enabled: known,
  queryFn: () =>
    ask(
      api.GET('/api/almanac/{window}/day', {
        params: { path: { window: at.value }, query: { day: day.value, ...atPlace.value } },
      }),
    ),
  retry: false,
  placeholderData: keepPreviousData,
})

// The ribbon: a day a column, hours upward.
const hourTop = 24 * 60
const months = ['J', 'F', 'M', 'A', 'M', 'J', 'J', 'A', 'S', 'O', 'N', 'D']
type Row = Schema['AlmanacDayRow']
const area = (which: 'up' | 'direct' | 'soft') =>
  (ribbon.data.value?.days ?? [])
    .map((d: Row, i: number) =>
      (d[which] ?? []).map((s) => `M${i * 2} ${hourTop - s.toMin}h2.05v${s.toMin - s.fromMin}h-2.05Z`).join(''),
    )
    .join('')
const paths = computed(() => ({ up: area('up'), soft: area('soft'), direct: area('direct') }))
const dayOfYear = computed(() => (ribbon.data.value?.days ?? []).findIndex((d) => d.day === day.value))
const monthAt = computed(() =>
  (ribbon.data.value?.days ?? []).reduce<number[]>((all, d, i) => (d.day.endsWith('-01') ? [...all, i] : all), []),
)
function pickDay(e: MouseEvent) {
  const svg = e.currentTarget as SVGSVGElement
  const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(svg.getScreenCTM()!.inverse())
  const d = ribbon.data.value?.days?.[Math.floor(p.x / 2)]
  if (d) day.value = d.day
}
function step(days: number) {
  const d = new Date(day.value + 'T12:00:00Z')
  d.setUTCDate(d.getUTCDate() + days)
  day.value = d.toISOString().slice(0, 10)
}

const moments = computed(() => strip.data.value?.moments ?? [])
const most = computed(() => Math.max(400, ...moments.value.map((m) => Math.max(m.clearLux, m.overcastLux))))
const logY = (lux: number) => 130 - (Math.log2(Math.max(lux, 10) / 10) / Math.log2(most.value / 10)) * 120
const x = (min: number) => ((min - 240) / (22 * 60 - 240)) * 760
const band = computed(() => {
  const m = moments.value
  if (m.length < 2) return ''
  return (
    'M' +
    m.map((q) => `${x(q.min)} ${logY(Math.max(q.overcastLux, q.clearLux))}`).join('L') +
    'L' +
    [...m]
      .reverse()
      .map((q) => `${x(q.min)} ${logY(Math.min(q.overcastLux, q.clearLux))}`)
      .join('L') +
    'Z'
  )
})
const luxMarks = computed(() => [50, 200, 1000, 5000, 20000, 80000].filter((v) => v <= most.value * 1.05))
const now = ref(-1)
const shown = computed(
  () =>
    moments.value[now.value] ??
    moments.value.find((m) => m.min === (strip.data.value?.best?.[0]?.fromMin ?? 720)) ??
    moments.value[Math.floor(moments.value.length / 2)],
)
function hover(e: PointerEvent) {
  const svg = e.currentTarget as SVGSVGElement
  const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(svg.getScreenCTM()!.inverse())
  const min = 240 + (p.x / 760) * (22 * 60 - 240)
  now.value = moments.value.reduce(
    (best, m, i) => (Math.abs(m.min - min) < Math.abs((moments.value[best]?.min ?? -9999) - min) ? i : best),
    0,
  )
}
const monthSpan = computed(() => {
  const d = new Date(day.value + 'T12:00:00Z')
  const last = new Date(Date.UTC(d.getUTCFullYear(), d.getUTCMonth() + 1, 0, 12))
  return { from: day.value.slice(0, 8) + '01', to: last.toISOString().slice(0, 10) }
})
const calendar = computed(
  () =>
    `/api/almanac/${at.value}/light.ics?from=${monthSpan.value.from}&to=${monthSpan.value.to}${placeId.value ? '&place=' + placeId.value : ''}`,
)

const goTo = (id: string) => router.replace({ query: { ...route.query, place: id || undefined } })
const failed = ref<unknown>()
const addPlace = () =>
  begin(async ({ place: blank }) => {
    failed.value = undefined
    try {
      await draft.flush()
      const own = kept.data.value?.place
      const place = { ...copy(blank), ...(own ? { latDeg: own.latDeg, lonDeg: own.lonDeg, zone: own.zone } : {}) }
      const made = await ask(api.POST('/api/places', { body: { place } }))
      await places.refetch()
      await goTo(made.id ?? '')
      editing.value = true
    } catch (e) {
      failed.value = e
    }
  })
async function dropPlace() {
  const id = kept.data.value?.id
  if (!id) return
  failed.value = undefined
  try {
    await ask(api.DELETE('/api/places/{id}', { params: { path: { id } } }))
    editing.value = false
    await goTo('')
    await places.refetch()
    await kept.refetch()
  } catch (e) {
    failed.value = e
  }
}
const addWindow = () =>
  begin(({ window }) => {
    const p = draft.value.value
    if (!p) return
    p.windows = [...(p.windows ?? []), copy(window)]
    at.value = p.windows.length - 1
    editing.value = true
    draft.touch()
  })
useKeys([
  { key: 'j', does: 'Next day', run: () => step(1) },
  { key: 'k', does: 'Day before', run: () => step(-1) },
  { key: 'J', does: 'A month on', run: () => step(30) },
  { key: 'K', does: 'A month back', run: () => step(-30) },
  { key: 'e', does: 'Edit the windows', run: () => (editing.value = !editing.value) },
])
</script>

<template>
  <ScreenFrame title="Windows">
    <template #head>
      <ChoiceField
        v-if="(places.data.value?.length ?? 0) > 1"
        :model-value="placeId || places.data.value?.[0]?.id || ''"
        class="which"
        aria-label="Place"
        @change="(v: string) => goTo(v === places.data.value?.[0]?.id ? '' : v)"
        ><option v-for="p in places.data.value" :key="p.id" :value="p.id">
          {{ p.place.name || 'The studio' }}
        </option></ChoiceField
      >
      <div class="names" role="group" aria-label="Window">
        <ChipButton v-for="(w, i) in windows" :key="i" :aria-pressed="at === i" @click="at = i">
          {{ w.name }}
        </ChipButton>
      </div>
      <el-button size="small" :disabled="!draft.value.value" @click="addWindow">Add a window</el-button>
      <el-button v-if="editing && places.data.value?.length" size="small" @click="addPlace">Add a place</el-button>
      <el-button size="small" :aria-expanded="editing" @click="editing = !editing"
        >{{ editing ? 'Done' : 'Edit' }} <kbd>e</kbd></el-button
      >
      <SaveState :draft="draft" />
    </template>
    <ProblemNote :error="failed ?? kept.error.value ?? ribbon.error.value ?? strip.error.value" />
    <PlaceForm
      v-if="editing && draft.value.value"
      v-model="draft.value.value"
      :at="at"
      :about="(f) => draft.about('place.' + f)"
      @change="draft.touch"
      @gone="at = 0"
    />
    <EmptyBench v-else-if="kept.data.value && !windows.length">
      <template #title>No windows yet</template>
      Say where the studio is and which way its windows look. Then every day of the year shows when the sun comes in and
      when the light is soft.
      <template #act><el-button type="primary" @click="addWindow">Put the first window in</el-button></template>
    </EmptyBench>
    <template v-else-if="ribbon.data.value">
      <section aria-label="Through the year" class="year">
        <div class="hours mono" aria-hidden="true">
          <span v-for="h in [20, 16, 12, 8, 4]" :key="h" :style="{ top: `${((24 - h) / 24) * 100}%` }">{{ h }}</span>
        </div>
        <svg
          :viewBox="`0 0 ${ribbon.data.value.days!.length * 2} ${hourTop}`"
          preserveAspectRatio="none"
          role="img"
          :aria-label="ribbon.data.value.words"
          @click="pickDay"
        >
          <rect :width="ribbon.data.value.days!.length * 2" :height="hourTop" fill="var(--fl-night)" />
          <path :d="paths.up" fill="var(--fl-dusk)" />
          <path :d="paths.soft" fill="var(--fl-sky)" />
          <path :d="paths.direct" fill="var(--fl-sun)" />
          <g class="grid">
            <line
              v-for="h in [4, 8, 12, 16, 20]"
              :key="h"
              x1="0"
              :x2="ribbon.data.value.days!.length * 2"
              :y1="(24 - h) * 60"
              :y2="(24 - h) * 60"
            />
          </g>
          <g class="grid"><line v-for="m in monthAt" :key="m" :x1="m * 2" :x2="m * 2" y1="0" :y2="hourTop" /></g>
          <line
            v-if="dayOfYear >= 0"
            class="day"
            :x1="dayOfYear * 2 + 1"
            :x2="dayOfYear * 2 + 1"
            y1="0"
            :y2="hourTop"
          />
        </svg>
        <div class="months" aria-hidden="true">
          <span v-for="(m, i) in months" :key="i">{{ m }}</span>
        </div>
      </section>
      <p class="key small">
        <span class="of"><span class="swatch direct" /> sun on the set</span>
        <span class="of"><span class="swatch soft" /> soft, bright enough</span>
        <span class="of"><span class="swatch dim" /> daylight, dim</span>
        <span class="of"><span class="swatch night" /> dark</span>
        <span class="soft">Hours by the clock on the wall, summer time too. Press a day.</span>
      </p>
      <section v-if="strip.data.value" aria-label="The day" class="strip">
        <header>
          <ChipButton aria-label="Day before" @click="step(-1)">‹</ChipButton
          ><DayField v-model="day" aria-label="Day" min="1900-01-01" max="2100-12-31" /><ChipButton
            aria-label="Next day"
            @click="step(1)"
          >
            ›</ChipButton
          ><span class="soft"
            >{{
              strip.data.value.rise
                ? `sun ${hour(strip.data.value.rise)} to ${hour(strip.data.value.set)}`
                : 'no sunrise'
            }}, {{ strip.data.value.zone }} {{ strip.data.value.offset }}</span
          >
        </header>
        <svg
          viewBox="-66 -6 842 166"
          role="img"
          :aria-label="strip.data.value.words"
          @pointermove="hover"
          @pointerleave="now = -1"
        >
          <g class="luxes">
            <template v-for="v in luxMarks" :key="v">
              <line x1="0" x2="760" :y1="logY(v)" :y2="logY(v)" />
              <text x="-6" :y="logY(v) + 4" text-anchor="end">{{ v }} lx</text>
            </template>
          </g>
          <g>
            <rect
              v-for="s in strip.data.value.best"
              :key="s.fromMin"
              :x="x(s.fromMin)"
              :width="x(s.toMin) - x(s.fromMin)"
              y="0"
              height="132"
              fill="var(--fl-leaf)"
              opacity="0.16"
            />
          </g>
          <g>
            <rect
              v-for="s in strip.data.value.direct"
              :key="s.fromMin"
              :x="x(s.fromMin)"
              :width="x(s.toMin) - x(s.fromMin)"
              y="0"
              height="132"
              fill="var(--fl-sun)"
              opacity="0.35"
            />
          </g>
          <path :d="band" fill="var(--fl-aubergine)" opacity="0.55" />
          <g v-if="moments[0] && moments[0].cloud >= 0">
            <rect
              v-for="m in moments"
              :key="m.min"
              :x="x(m.min)"
              :width="x(255) + 0.3"
              y="134"
              height="7"
              fill="var(--fl-sea)"
              :opacity="0.12 + 0.75 * m.cloud"
            />
          </g>
          <g class="clock">
            <text
              v-for="h in [4, 6, 8, 10, 12, 14, 16, 18, 20, 22]"
              :key="h"
              :x="x(h * 60)"
              y="156"
              text-anchor="middle"
            >
              {{ h }}
            </text>
          </g>
          <line
            v-if="shown"
            :x1="x(shown.min)"
            :x2="x(shown.min)"
            y1="0"
            y2="142"
            stroke="var(--fl-fig)"
            stroke-width="1.5"
          />
        </svg>
        <p class="small soft">
          The band runs from an overcast to a clear sky. Green: best for soft light. Gold: sun on the set. Grey below:
          forecast cloud.
        </p>
      </section>
    </template>
    <template #reading>
      <section v-if="kept.data.value?.version" aria-label="The recce" class="recce">
        <h2>{{ kept.data.value.place.name || 'The place' }}</h2>
        <p class="small">
          Known of it: {{ kept.data.value.recce?.filter((r) => r.done).length }} of {{ kept.data.value.recce?.length }}
        </p>
        <ul>
          <li
            v-for="r in (kept.data.value.recce ?? []).filter((x) => editing || !x.done)"
            :key="r.key"
            :class="{ done: r.done }"
          >
            <span aria-hidden="true">{{ r.done ? '●' : '○' }}</span><span
              ><span class="visually-hidden">{{ r.done ? 'Known: ' : 'To find out: ' }}</span
              >{{ r.words }}<span v-if="!r.done" class="soft small">{{ '. ' + r.because }}</span></span
            >
          </li>
        </ul>
        <template v-if="kept.data.value.decides?.length">
          <h3>What it decides</h3>
          <ul class="decides">
            <li v-for="d in kept.data.value.decides" :key="d.words">
              {{ d.words }}. <small class="soft">{{ d.because }}</small>
            </li>
          </ul>
        </template>
        <el-button v-if="editing && (places.data.value?.length ?? 0) > 1" size="small" @click="dropPlace"
          >Take this place away</el-button
        >
      </section>
      <template v-if="strip.data.value && windows.length">
        <p v-if="editing" class="small soft">
          A window's bearing is the way you look when you look out of it. Distances go to the middle of the set on its
          table. What changes here shows below as soon as it is saved.
        </p>
        <h2>{{ strip.data.value.window }}</h2>
        <p>{{ strip.data.value.words }}</p>
        <dl v-if="shown" aria-label="At one hour">
          <div>
            <dt>At</dt>
            <dd class="mono">{{ hour(shown.clock) }}</dd>
          </div>
          <div>
            <dt>Overcast</dt>
            <dd class="mono">{{ shown.overcastLux.toFixed(0) }} <i>lx</i></dd>
          </div>
          <div>
            <dt>Clear</dt>
            <dd class="mono">{{ shown.clearLux.toFixed(0) }} <i>lx</i></dd>
          </div>
          <div>
            <dt>Light is</dt>
            <dd>{{ shown.hard }}</dd>
          </div>
          <div>
            <dt>It looks</dt>
            <dd class="mono">{{ shown.sizeDeg }} <i>° across</i></dd>
          </div>
          <div v-if="shown.kelvin">
            <dt>Colour, clear</dt>
            <dd class="mono">{{ shown.kelvin.toFixed(0) }} <i>K</i></dd>
          </div>
          <div>
            <dt>Sun</dt>
            <dd class="mono">
              {{ shown.altitudeDeg.toFixed(0) }}° <i>high, bearing</i> {{ shown.bearingDeg.toFixed(0) }}°
            </dd>
          </div>
          <div v-if="shown.cloud >= 0">
            <dt>Cloud forecast</dt>
            <dd class="mono">{{ Math.round(shown.cloud * 100) }} <i>%</i></dd>
          </div>
        </dl>
        <div class="best">
          <h3>Best hours, soft from this side</h3>
          <p v-for="s in strip.data.value.best" :key="s.fromMin" class="mono">
            {{ hourOf(s.fromMin) }}–{{ hourOf(s.toMin) }}
          </p>
          <p v-if="!strip.data.value.best?.length" class="small">None on this day.</p>
        </div>
        <a class="ics" :href="calendar" download>Good light of this month as a calendar</a>
        <template v-if="ribbon.data.value"
          ><h3>The year</h3>
          <p class="small">{{ ribbon.data.value.words }}</p>
          <p class="small soft">
            The set gets {{ ribbon.data.value.skyShare.toFixed(1) }} % of the light outdoors under an overcast sky.
          </p></template
        >
        <p class="small soft">
          Sky after the CIE's overcast and clear skies, daylight after the IES; both are means. The sun is reckoned to a
          hundredth of a degree.
        </p>
      </template>
    </template>
  </ScreenFrame>
</template>

<style scoped>
.which {
  width: 190px;
}
.recce ul {
  list-style: none;
  margin: 6px 0;
  padding: 0;
  display: grid;
  gap: 4px;
  font-size: 13.5px;
}
.recce ul:not(.decides) li {
  display: grid;
  grid-template-columns: 18px 1fr;
}
.recce li.done {
  color: var(--fl-soft);
}
.names {
  display: flex;
  gap: 4px;
  flex-wrap: wrap;
}
.names button {
  cursor: pointer;
  padding: 7px 11px;
  font-size: 14px;
  border: 1px solid var(--el-border-color);
  border-radius: 3px;
}
.names button[aria-pressed='true'] {
  border-color: var(--fl-aubergine);
  background: var(--fl-white);
  font-weight: 600;
  box-shadow: inset 0 -3px 0 var(--fl-fig);
}
.year {
  display: grid;
  grid-template-columns: 26px 1fr;
  grid-template-rows: clamp(190px, 34vh, 330px) 20px;
}
.year svg {
  width: 100%;
  height: 100%;
  cursor: pointer;
}
.hours {
  position: relative;
  font-size: 11.5px;
  color: var(--fl-soft);
}
.hours span {
  position: absolute;
  right: 6px;
  transform: translateY(-50%);
}
.months {
  grid-column: 2;
  display: grid;
  grid-template-columns: repeat(12, 1fr);
  font-size: 12px;
  color: var(--fl-soft);
  text-align: center;
}
.grid line {
  stroke: var(--fl-white);
  stroke-opacity: 0.16;
  vector-effect: non-scaling-stroke;
}
.day {
  fill: none;
  stroke: var(--fl-fig);
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}
.key {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 6px;
  align-items: center;
  margin: 0;
  padding-left: 26px;
}
.key .of {
  display: inline-flex;
  align-items: center;
  gap: 6px;
  margin-right: 8px;
}
.swatch {
  width: 14px;
  height: 14px;
  display: inline-block;
  border: 1px solid var(--fl-hair);
}
.swatch.direct {
  background: var(--fl-sun);
}
.swatch.soft {
  background: var(--fl-sky);
}
.swatch.dim {
  background: var(--fl-dusk);
}
.swatch.night {
  background: var(--fl-night);
}
.strip {
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
  padding: 8px 12px;
}
.strip header {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px;
  font-size: 13.5px;
}
.strip header button {
  cursor: pointer;
  font-size: 22px;
  padding: 0 10px;
  min-height: 34px;
}
.strip .day-field {
  flex: none;
  width: 180px;
}
.strip svg {
  width: 100%;
  display: block;
  max-height: 30vh;
}
.luxes line {
  stroke: var(--fl-line);
}
.luxes text,
.clock text {
  font: 11.5px var(--fl-mono);
  fill: var(--fl-soft);
}
h2 {
  font-size: 19px;
  margin: 0;
}
h3 {
  font-size: 14.5px;
  margin: 4px 0 0;
}
dl {
  margin: 0;
}
dl div {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  border-bottom: 1px solid var(--fl-line);
  padding: 5px 0;
  font-size: 13.5px;
  gap: 8px;
}
dt {
  color: var(--fl-soft);
}
dd {
  margin: 0;
  text-align: right;
}
dd.mono {
  font-size: 16px;
}
dd i {
  font-style: normal;
  font-size: 12.5px;
  color: var(--fl-soft);
}
.best p.mono {
  font-size: 18px;
  margin: 2px 0;
}
.ics {
  color: var(--fl-aubergine);
  font-size: 14px;
  min-height: 32px;
  display: inline-flex;
  align-items: center;
}
</style>
