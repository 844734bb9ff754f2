<script setup lang="ts">
import ChipButton from '../parts/ChipButton.vue'
import { useQuery } from '@tanstack/vue-query'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, Problem, type SceneSet, type Schema } from '../api/client'
import { patiently } from '../api/patience'
import { useSetUps, useShots } from '../api/queries'
import { useRefresh } from '../api/refresh'
import SetNav from './SetNav.vue'
import EmptyBench from '../parts/EmptyBench.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import { useKeys } from '../parts/keys'
import LightMap from './LightMap.vue'
import { drawn } from './drawn'
import ChoiceField from '../parts/ChoiceField.vue'

/** The same set lit from all round: each frame stands where its light would. */
const route = useRoute()
const router = useRouter()
const shoot = route.params.shoot as string
const refresh = useRefresh('set')
const list = useShots(shoot)
const shotId = computed(
  () =>
    (route.params.shot as string) ||
    (list.data.value?.find((r) => r.shot.doc.kind === 'hero') ?? list.data.value?.[0])?.shot.id ||
    '',
)
const planned = useQuery({
  queryKey: ['set', shotId],
  enabled: () => shotId.value !== '',
  queryFn: () => ask(api.GET('/api/shots/{id}/set', { params: { path: { id: shotId.value } } })),
})
const set = computed(() => planned.data.value?.set)
const cells = ref<Schema['RoundCell'][]>([])
const error = ref<unknown>()
const busy = ref(false)
const height = ref(1)
const heights = [15, 40, 70]
const chosen = ref(9)
const clockAt = [11, 12, 1, 2, 10, 0, 0, 3, 9, 0, 0, 4, 8, 7, 6, 5]
const cell = (clock: number) => cells.value[height.value * 12 + (clock % 12)]
const big = computed(() => cell(chosen.value))

// Pictures come one after another, those in sight first.
const pictures = ref<Record<string, string>>({})
let stop = new AbortController()
async function load() {
  if (!set.value) return
  stop.abort()
  stop = new AbortController()
  const mine = stop
  for (const u of Object.values(pictures.value)) URL.revokeObjectURL(u)
  pictures.value = {}
  cells.value = []
  error.value = undefined
  busy.value = true
  try {
    const body = { set: set.value }
    cells.value = await patiently(() => ask(api.POST('/api/set/round', { body, signal: mine.signal })), mine.signal)
  } catch (e) {
    if (!mine.signal.aborted) error.value = e
  } finally {
    busy.value = false
  }
  if (!mine.signal.aborted) void draw(mine)
}
async function draw(mine: AbortController) {
  const order = [height.value, 0, 1, 2].filter((h, i, all) => all.indexOf(h) === i)
  for (const h of order)
    for (let c = 0; c < 12; c++) {
      const at = h * 12 + c
      if (pictures.value[at] || !cells.value[at]) continue
      if (mine.signal.aborted) return
      const url = await drawn(cells.value[at]!.set, 200, mine.signal)
      if (url) pictures.value = { ...pictures.value, [at]: url }
    }
}
// The chosen one is drawn larger, once it has been looked at for a moment.
const large = ref('')
let later: ReturnType<typeof setTimeout> | undefined
let looking = new AbortController()
watch(big, (c) => {
  clearTimeout(later)
  looking.abort()
  if (large.value) URL.revokeObjectURL(large.value)
  large.value = ''
  if (!c) return
  looking = new AbortController()
  const mine = looking
  later = setTimeout(async () => {
    const url = await drawn(c.set, 520, mine.signal)
    if (url) large.value = url
  }, 250)
})
watch(set, load, { immediate: true })
watch(height, () => {
  if (cells.value.length) {
    stop.abort()
    stop = new AbortController()
    void draw(stop)
  }
})
onBeforeUnmount(() => {
  stop.abort()
  looking.abort()
  clearTimeout(later)
  if (large.value) URL.revokeObjectURL(large.value)
  for (const u of Object.values(pictures.value)) URL.revokeObjectURL(u)
})

const saving = ref(false)
/** How many frames are taken of the set-up: what stands and shines is shared by all. */
const setUps = useSetUps(shoot)
const sharedBy = computed(() =>
  planned.data.value?.version
    ? (setUps.data.value?.find((u) => u.id === planned.data.value?.setUpId)?.shots.length ?? 1)
    : 1,
)
/** Lights the set so: for all frames of its set-up, or for this one alone, which gets one of its own. */
async function use(alone: boolean) {
  const p = planned.data.value
  if (!big.value || !p || saving.value) return
  saving.value = true
  const path = { id: shotId.value }
  const set = big.value.set as SceneSet
  try {
    if (alone)
      await ask(
        api.POST('/api/shots/{id}/set/apart', { params: { path }, body: { set, version: p.version, others: p.set } }),
      )
    else
      await ask(
        api.PUT('/api/shots/{id}/set', { params: { path }, body: { set, version: p.version, setUpId: p.setUpId } }),
      )
    await refresh()
    await router.push({ name: 'set', params: { shoot, shot: shotId.value } })
  } catch (e) {
    error.value =
      e instanceof Problem && e.status === 409
        ? new Problem(409, 'The set was changed meanwhile. It has been read again; choose once more.')
        : e
    await refresh()
  } finally {
    saving.value = false
  }
}
const stops = (v: number) => (v >= 99 ? 'no fill' : v.toFixed(1))
/** A face of the dish as a grey, a stop either way of its top. */
const grey = (s: number) => `hsl(36 12% ${Math.max(6, Math.min(94, 58 + s * 14))}%)`
const wedge = (i: number, n: number, r: number) => {
  const a = ((i - 0.5) / n) * 2 * Math.PI
  const b = ((i + 0.5) / n) * 2 * Math.PI
  return `M0 0L${r * Math.sin(a)} ${-r * Math.cos(a)}A${r} ${r} 0 0 1 ${r * Math.sin(b)} ${-r * Math.cos(b)}Z`
}
useKeys([
  { key: 'l', does: 'Lower light', run: () => (height.value = Math.max(0, height.value - 1)) },
  { key: 'h', does: 'Higher light', run: () => (height.value = Math.min(2, height.value + 1)) },
  { key: 'n', does: 'Next clock position', run: () => (chosen.value = (chosen.value % 12) + 1) },
  { key: 'p', does: 'Clock position before', run: () => (chosen.value = ((chosen.value + 10) % 12) + 1) },
])
</script>

<template>
  <ScreenFrame title="Light round">
    <template #nav><SetNav /></template>
    <template #head>
      <ChoiceField
        v-if="list.data.value?.length"
        :model-value="shotId"
        class="pick"
        aria-label="Shot"
        @change="router.push({ name: 'round', params: { shoot, shot: $event } })"
      >
        <option v-for="(r, i) in list.data.value" :key="r.shot.id" :value="r.shot.id">
          {{ `${i + 1}. ${r.shot.doc.title}` }}
        </option>
      </ChoiceField>
    </template>
    <ProblemNote :error="planned.error.value ?? error" />
    <EmptyBench v-if="list.data.value && !list.data.value.length">
      <template #title>Nothing to light yet</template>
      A light round needs a shot with a set. Put shots on the list first.
      <template #act
        ><el-button type="primary" @click="router.push({ name: 'shots', params: { shoot } })"
          >Go to Shots</el-button
        ></template
      >
    </EmptyBench>
    <div v-else class="ring" :aria-busy="busy">
      <template v-for="(clock, at) in clockAt" :key="at">
        <ChipButton
          v-if="clock"
          class="cell"
          :class="{ on: clock === chosen }"
          :style="{ gridRow: Math.floor(at / 4) + 1, gridColumn: (at % 4) + 1 }"
          :aria-pressed="clock === chosen"
          :data-clock="clock"
          @click="chosen = clock"
        >
          <img
            v-if="pictures[height * 12 + (clock % 12)]"
            :src="pictures[height * 12 + (clock % 12)]"
            :alt="`The set lit from ${clock} o'clock`"
          />
          <svg
            v-else-if="cell(clock) && set"
            :viewBox="`0 0 ${set.table.widthMm} ${set.table.depthMm}`"
            role="img"
            :aria-label="`Map of the light from ${clock} o'clock`"
          >
            <rect :width="set.table.widthMm" :height="set.table.depthMm" fill="var(--fl-tabletop)" />
            <LightMap
              :lit="{ bands: cell(clock)!.bands, sunPatch: '' }"
              :width="set.table.widthMm"
              :depth="set.table.depthMm"
              :unit="7"
            />
            <g :transform="`translate(${set.vessel.xMm} ${set.table.depthMm - set.vessel.yMm})`">
              <path
                v-for="(f, i) in cell(clock)!.faces"
                :key="i"
                :d="wedge(i, cell(clock)!.faces!.length, set!.vessel.diameterMm / 2)"
                :fill="grey(f)"
              />
            </g>
          </svg>
          <span class="under"
            ><b>{{ clock }}</b
            ><span class="mono">{{ cell(clock) ? stops(cell(clock)!.fillStops) : '…' }}</span></span
          >
        </ChipButton>
      </template>
      <div class="middle">
        <p class="small soft">
          The frames stand where their light does: behind at the top, the camera's side below. Under each, key to fill
          in stops.
        </p>
        <svg
          v-if="big && set"
          class="plan"
          :viewBox="`-60 -60 ${set.table.widthMm + 120} ${set.table.depthMm + 120}`"
          role="img"
          :aria-label="`The table's light from ${chosen} o'clock`"
        >
          <rect :width="set.table.widthMm" :height="set.table.depthMm" fill="var(--fl-tabletop)" />
          <LightMap
            :lit="{ bands: big.bands, sunPatch: '' }"
            :width="set.table.widthMm"
            :depth="set.table.depthMm"
            :unit="4.4"
            labels
          />
          <g :transform="`translate(${set.vessel.xMm} ${set.table.depthMm - set.vessel.yMm})`">
            <path
              v-for="(f, i) in big.faces"
              :key="i"
              :d="wedge(i, big.faces!.length, set!.vessel.diameterMm / 2)"
              :fill="grey(f)"
            />
            <circle :r="set.vessel.diameterMm * 0.3" :fill="set.food.colour" />
          </g>
        </svg>
        <div class="heights" role="group" aria-label="Height of the light">
          <ChipButton v-for="(deg, i) in heights" :key="deg" :aria-pressed="height === i" @click="height = i">
            {{ ['low', 'half', 'high'][i] }}, {{ deg }}°
          </ChipButton>
        </div>
      </div>
    </div>
    <template #reading>
      <template v-if="big">
        <h2>{{ chosen }} o'clock, {{ big.heightDeg }}° high</h2>
        <img
          v-if="large || pictures[height * 12 + (chosen % 12)]"
          class="bigger"
          :src="large || pictures[height * 12 + (chosen % 12)]"
          :alt="`The set lit from ${chosen} o'clock, ${big.heightDeg}° high`"
        />
        <p>{{ big.words }}</p>
        <dl>
          <div>
            <dt>Key to fill</dt>
            <dd class="mono" data-round-fill>{{ stops(big.fillStops) }} <i>stops</i></dd>
          </div>
          <div>
            <dt>Light at the dish</dt>
            <dd class="mono">{{ big.lux.toFixed(0) }} <i>lx</i></dd>
          </div>
          <div>
            <dt>Brightest</dt>
            <dd>{{ big.brightStops > 0 ? `the table, by ${big.brightStops.toFixed(1)} stops` : 'the food' }}</dd>
          </div>
        </dl>
        <p v-if="big.behind" class="small soft">
          It stands behind the camera: at its own distance it would be before the lens.
        </p>
        <p v-if="big.inFrame" class="small warn">△ The camera would see the light itself from there.</p>
        <div class="use">
          <el-button type="primary" size="large" :loading="saving" @click="use(false)">{{
            sharedBy > 1 ? `Light all ${sharedBy} frames so` : 'Light it so'
          }}</el-button>
          <el-button v-if="sharedBy > 1" size="large" :loading="saving" @click="use(true)">Only this frame</el-button>
        </div>
        <p class="small soft">
          Windows cannot be carried: for a window, turn the set instead until it comes from there. Two schools for
          frames from straight above: light from the top of the frame, so that the shadow falls where the viewer's own
          would; or from a top corner or the side, for shape.
        </p>
      </template>
      <p v-else-if="busy" role="status">Lighting the set from 36 places …</p>
    </template>
  </ScreenFrame>
</template>

<style scoped>
.use {
  display: grid;
  gap: 6px;
}
.use :deep(.el-button + .el-button) {
  margin-left: 0;
}
.pick {
  width: 270px;
}
.ring {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  grid-template-rows: repeat(4, minmax(0, 1fr));
  gap: 6px;
  height: clamp(480px, calc(100vh - 150px), 760px);
}
.cell {
  box-sizing: border-box;
  cursor: pointer;
  background: var(--fl-grey);
  display: grid;
  grid-template-rows: minmax(0, 1fr) 26px;
  border: 3px solid transparent;
  min-height: 0;
}
.cell.on {
  border-color: var(--fl-fig);
}
.cell:focus-visible {
  outline: 3px solid var(--fl-fig);
  outline-offset: 2px;
}
.cell img,
.cell svg {
  width: 100%;
  height: 100%;
  object-fit: contain;
  display: block;
  min-height: 0;
}
.under {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  padding: 2px 8px;
  color: var(--fl-white);
  background: var(--fl-slate);
  font-size: 13px;
}
.middle {
  grid-row: 2 / 4;
  grid-column: 2 / 4;
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto;
  gap: 6px;
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
  padding: 8px 12px;
  min-height: 0;
}
.plan {
  width: 100%;
  height: 100%;
  min-height: 0;
}
.heights {
  display: flex;
  gap: 6px;
  justify-content: center;
}
.heights button {
  cursor: pointer;
  padding: 8px 14px;
  font-size: 14px;
  border: 1px solid var(--el-border-color);
  border-radius: 3px;
}
.heights button[aria-pressed='true'] {
  border-color: var(--fl-aubergine);
  background: var(--fl-white);
  font-weight: 600;
  box-shadow: inset 0 -3px 0 var(--fl-fig);
}
.bigger {
  width: 100%;
  height: 240px;
  object-fit: contain;
  background: var(--fl-grey);
}
h2 {
  font-size: 19px;
  margin: 0;
}
dl {
  margin: 0;
}
dl div {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  border-bottom: 1px solid var(--fl-line);
  padding: 6px 0;
  font-size: 13.5px;
}
dt {
  color: var(--fl-soft);
}
dd {
  margin: 0;
}
dd.mono {
  font-size: 18px;
}
dd i {
  font-style: normal;
  font-size: 12.5px;
  color: var(--fl-soft);
}
.warn {
  color: var(--fl-fig-ink);
}
@media (max-width: 720px) {
  .ring {
    grid-template-columns: repeat(3, minmax(0, 1fr));
    grid-template-rows: none;
    grid-auto-rows: 118px;
    height: auto;
  }
  .middle {
    grid-row: 1 / 3;
    grid-column: 1 / -1;
    padding: 8px;
  }
  .cell {
    grid-area: auto !important; /* where the light stands is told by the plan above */
  }
  .heights button {
    min-height: 44px;
  }
  .pick {
    width: 100%;
  }
}
</style>
