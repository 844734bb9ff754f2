<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schema } from '../api/client'
import { dayOf, lanes, told as hour, type Job } from './lanes'

/** The day as a line: light above, then who and what is taken up when. A job is dragged, or moved by the arrows. */
const props = withDefaults(
  defineProps<{ day: Schema['DayBench']; by: 'needs' | 'dish'; chosen: string; now?: number; dayNo?: number }>(),
  { now: undefined, dayNo: 0 },
)
const emit = defineEmits<{ choose: [key: string]; move: [key: string, atMin: number] }>()

const shown = computed(() => lanes(props.day.jobs, props.by, props.dayNo))
const midnight = computed(() => 1440 * props.dayNo)
const from = computed(() => {
  const { startMin, eveFrom } = props.day.day.terms
  const first = shown.value.flatMap((l) => l.rows.map((r) => r[0]!.atMin))
  const opens = midnight.value + (props.dayNo < 0 ? eveFrom : startMin)
  return Math.max(midnight.value, Math.floor(Math.min(...first, opens) / 60) * 60)
})
const to = computed(() => {
  const { endMin, eveUntil } = props.day.day.terms
  const last = shown.value.flatMap((l) => l.rows.flatMap((r) => r.map((j) => j.atMin + j.min)))
  const shuts = midnight.value + (props.dayNo < 0 ? eveUntil : endMin)
  return Math.min(midnight.value + 1440, Math.ceil(Math.max(...last, shuts) / 60) * 60)
})
const light = computed(() => props.day.light.filter((l) => dayOf(l.day.fromMin) === props.dayNo))
const changes = computed(() => props.day.changes.filter((c) => c.toMin > from.value && c.fromMin < to.value))
const hours = computed(() => {
  const out = []
  for (let m = from.value; m <= to.value; m += 60) out.push(m)
  return out
})
const share = (min: number) =>
  ((Math.min(to.value, Math.max(from.value, min)) - from.value) / (to.value - from.value)) * 100
const place = (a: number, b: number) => ({ left: share(a) + '%', width: Math.max(0.35, share(b) - share(a)) + '%' })
/** What stands on the set, from one change to the next. */
const standing = computed(() =>
  changes.value.map((c, i) => ({ ...c, until: changes.value[i + 1]?.fromMin ?? to.value, key: c.for })),
)
/** A name is written where there is room for a few letters of it. */
const roomy = (j: Job) => share(j.atMin + j.min) - share(j.atMin) > 6
const line = ref<HTMLElement>()
const drag = ref<{ key: string; by: number; x: number }>()
const at = (j: Job) => j.atMin + (drag.value?.key === j.key ? drag.value.by : 0)
function grab(e: PointerEvent, j: Job) {
  if (e.button !== 0 || j.done) return
  ;(e.currentTarget as HTMLElement).setPointerCapture(e.pointerId)
  drag.value = { key: j.key, by: 0, x: e.clientX }
}
function pull(e: PointerEvent) {
  if (!drag.value || !line.value) return
  const perPx = (to.value - from.value) / line.value.clientWidth
  drag.value.by = Math.round(((e.clientX - drag.value.x) * perPx) / 5) * 5
}
function drop(j: Job) {
  const d = drag.value
  drag.value = undefined
  if (d && d.by) emit('move', j.key, j.atMin + d.by)
}
function nudge(e: KeyboardEvent, j: Job) {
  const step = { ArrowLeft: -5, ArrowRight: 5 }[e.key]
  if (!step || j.done) return
  e.preventDefault()
  emit('move', j.key, j.atMin + step)
}
const told = (j: Job) =>
  `${hour(j.atMin)} to ${hour(j.atMin + j.min)}: ${j.name}${j.dish ? ', ' + j.dish : ''}${j.broken.length ? '. ' + j.broken.map((b) => b.words).join(' ') : ''}`
</script>

<template>
  <div class="line">
    <div class="hours" aria-hidden="true">
      <span></span>
      <div class="scale">
        <i v-for="h in hours" :key="h" :style="{ left: share(h) + '%' }">{{ hour(h) }}</i>
      </div>
    </div>
    <div v-for="l in light" :key="l.window" class="lane light">
      <span class="name">{{ l.window }}</span>
      <div class="track" role="img" :aria-label="`${l.window}: ${l.words}`" :title="l.words">
        <i class="sky" :style="place(l.day.fromMin, l.day.toMin)" />
        <i v-for="s in l.best" :key="'b' + s.fromMin" class="best" :style="place(s.fromMin, s.toMin)">soft</i>
        <i v-for="s in l.direct" :key="'d' + s.fromMin" class="sun" :style="place(s.fromMin, s.toMin)">sun</i>
      </div>
    </div>
    <div v-for="l in shown" :key="l.key" class="lane">
      <span class="name">{{ l.name }}</span>
      <div ref="line" class="tracks">
        <i v-for="h in hours" :key="h" class="rule" :style="{ left: share(h) + '%' }" aria-hidden="true" />
        <i v-if="now !== undefined" class="now" :style="{ left: share(now) + '%' }" aria-hidden="true" />
        <div v-if="l.key === 'set'" class="track standing" aria-hidden="true">
          <i v-for="c in standing" :key="c.key" :style="place(c.toMin, c.until)" :title="c.name">{{ c.name }}</i>
        </div>
        <div v-for="(row, r) in l.rows" :key="r" class="track">
          <template v-if="l.key === 'set' && r === 0">
            <i
              v-for="c in changes"
              :key="c.for"
              class="change"
              :style="place(c.fromMin, c.toMin)"
              :title="'Set and light: ' + c.name"
            />
          </template>
          <template v-for="j in row" :key="j.key">
            <i
              v-if="j.holdsTo"
              class="holds"
              :style="place(j.atMin + j.min, j.holdsTo)"
              :title="`Alive until ${hour(j.holdsTo)}`"
            />
            <button
              type="button"
              class="job"
              :class="[
                j.kind,
                { chosen: j.key === chosen, hero: j.hero, broken: j.broken.length, done: j.done, pinned: j.pinned },
              ]"
              :style="place(at(j), at(j) + j.min)"
              :title="told(j)"
              :aria-label="told(j)"
              :aria-pressed="j.key === chosen"
              @click="emit('choose', j.key)"
              @pointerdown="grab($event, j)"
              @pointermove="pull"
              @pointerup="drop(j)"
              @pointercancel="drag = undefined"
              @keydown="nudge($event, j)"
            >
              <span v-if="j.broken.length" aria-hidden="true">▲</span><span v-if="j.hero" aria-hidden="true">■</span
              ><span v-if="j.pinned" aria-hidden="true">⊥</span>{{ roomy(j) ? j.name : '' }}
            </button>
          </template>
        </div>
      </div>
    </div>
  </div>
</template>

<style scoped>
.line {
  display: grid;
  gap: 5px;
  background: var(--fl-card);
  border: 1px solid var(--fl-line);
  padding: 8px 10px 10px;
}
.hours,
.lane {
  display: grid;
  grid-template-columns: 74px minmax(0, 1fr);
  gap: 8px;
  align-items: start;
}
.scale {
  position: relative;
  height: 16px;
  margin-right: 18px;
}
.scale i {
  position: absolute;
  font: 11.5px var(--fl-mono);
  color: var(--fl-soft);
  transform: translateX(-50%);
}
.scale i:first-child {
  transform: none;
}
.lane .name {
  font-size: 12.5px;
  font-weight: 560;
  line-height: 1.25;
  padding-top: 5px;
  overflow-wrap: anywhere;
}
.tracks {
  position: relative;
  display: grid;
  gap: 3px;
  margin-right: 18px;
  padding: 2px 0;
}
.light .track {
  height: 18px;
  margin-right: 18px;
  background: var(--fl-night);
}
.track {
  position: relative;
  height: 44px;
}
.track i,
.tracks > i {
  position: absolute;
  top: 0;
  bottom: 0;
  font-style: normal;
}
.rule {
  width: 1px;
  background: var(--fl-line);
}
.now {
  width: 2px;
  background: var(--fl-fig-ink);
  z-index: 3;
}
.sky {
  background: var(--fl-sky);
}
.best {
  background: var(--fl-amber);
  color: var(--fl-ink);
  font-size: 11.5px;
  text-align: center;
  overflow: hidden;
}
.sun {
  background: var(--fl-sun);
  color: var(--fl-ink);
  font-size: 11.5px;
  border: 1px solid var(--fl-brass-deep);
  text-align: center;
  overflow: hidden;
}
.standing {
  height: 17px;
}
.standing i {
  font-size: 12px;
  border-left: 2px solid var(--fl-aubergine);
  padding-left: 3px;
  overflow: hidden;
  white-space: nowrap;
  text-overflow: ellipsis;
}
.change {
  background: repeating-linear-gradient(-45deg, var(--fl-sand) 0 4px, transparent 4px 8px);
}
.holds {
  height: 6px;
  top: 19px !important;
  bottom: auto !important;
  background: var(--fl-fig);
}
.job {
  position: absolute;
  top: 0;
  height: 44px;
  padding: 0 3px;
  border: 1px solid var(--fl-faint);
  border-radius: 3px;
  background: var(--fl-oat);
  color: var(--fl-ink);
  font: 500 12px/1.2 var(--fl-text);
  text-align: left;
  overflow: hidden;
  overflow-wrap: anywhere;
  cursor: grab;
  touch-action: none;
}
.job.frame {
  background: var(--fl-mauve);
  border-color: var(--fl-aubergine);
}
.job.hero {
  background: var(--fl-aubergine);
  color: var(--fl-white);
}
.job.look {
  background: var(--fl-lilac);
  border-style: dashed;
}
.job.finish {
  background: var(--fl-rose);
}
.job.bake,
.job.cook {
  background: var(--fl-amber);
}
.job.chill,
.job.freeze {
  background: var(--fl-sky);
}
.job.rest {
  background: var(--fl-linen);
}
.job.break,
.job.wrap,
.job.copy {
  background: var(--fl-sage);
}
.job.done {
  opacity: 0.55;
  cursor: default;
}
.job.broken {
  border: 2px solid var(--fl-wine);
}
.job.chosen {
  outline: 3px solid var(--fl-fig-ink);
  z-index: 2;
}
@media (max-width: 720px) {
  .hours,
  .lane {
    grid-template-columns: 54px minmax(0, 1fr);
    gap: 4px;
  }
  .scale i:nth-child(even) {
    display: none;
  }
  .line {
    padding: 6px;
  }
}
</style>
