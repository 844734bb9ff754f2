<script setup lang="ts">
import ChipButton from '../parts/ChipButton.vue'
import { useElementSize } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import type { Report, SceneSet } from '../api/client'
import { type Thing } from './fields'

/** The frame as the lens sees it: outlines at once, the picture when there is one, crops and lines over it. */
const props = defineProps<{
  set: SceneSet
  report?: Report
  chosen: Thing
  picture: string
  stale: boolean
  crops: boolean
  lines: string
  pointing: boolean
}>()
const emit = defineEmits<{ choose: [thing: Thing]; sharp: [what: string]; crop: [shape: string]; drag: []; drop: [] }>()
const svg = ref<SVGSVGElement>()
const size = useElementSize(svg)
/** Units of the drawing to a pixel of the screen, so that words and lines are of one size in every frame. */
const px = computed(() => 1 / Math.max(0.02, Math.min(size.width.value / w.value, size.height.value / h.value) || 0.35))
const w = computed(() => props.report?.views.lensW ?? 1000)
const h = computed(() => props.report?.views.lensH ?? 667)
const shapes = computed(() => props.report?.views.lens ?? [])
/** Which crop is looked at alone; the one that the frame is for, unless another was pressed. */
const pressed = ref<number>()
const shown = computed(() => pressed.value ?? crops.value.findIndex((c) => c.shape === props.set.crop))
watch(
  () => props.set.crop,
  () => (pressed.value = undefined),
)
const crops = computed(() => {
  const seen = new Set<string>()
  return (props.report?.crops ?? []).filter((c) => !seen.has(c.shape) && seen.add(c.shape))
})
/** Where each crop's name stands: at its foot, or above the name below it. */
const named = computed(() => {
  const out: Record<string, number> = {}
  let last = Infinity
  for (const c of [...crops.value].sort((a, b) => b.box.y + b.box.h - a.box.y - a.box.h))
    last = out[c.shape] = Math.min((c.box.y + c.box.h) * h.value - 5 * px.value, last - 14 * px.value)
  return out
})
const known = (key: string) =>
  key === 'ground' ||
  key === 'table' ||
  key === 'backdrop' ||
  key === 'vessel' ||
  key === 'food' ||
  key.startsWith('thing-') ||
  key.startsWith('card-')
    ? key
    : ''
/** What must be sharp, as the shape that stands for it. */
const sharp = computed(
  () =>
    ({ '': 'vessel', dish: 'vessel', rim: 'vessel', pour: 'food' })[props.set.camera.sharp] ?? props.set.camera.sharp,
)
const sharpWords = (key: string) => (key === 'vessel' ? 'dish' : key === 'food' || key.startsWith('thing-') ? key : '')

// A thing is dragged over the table as the lens sees it. The table's top is where the
// reading's map puts the pointer; above the horizon it stays where it was.
let grab: { key: Thing; from: { x: number; y: number }; x: number; y: number; moved: boolean } | undefined
function onTable(e: PointerEvent) {
  const m = props.report?.views.toTable
  if (!m || !svg.value) return undefined
  const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(svg.value.getScreenCTM()!.inverse())
  const k = m[6]! * p.x + m[7]! * p.y + m[8]!
  return k > 1e-9
    ? { x: (m[0]! * p.x + m[1]! * p.y + m[2]!) / k, y: (m[3]! * p.x + m[4]! * p.y + m[5]!) / k }
    : undefined
}
const placed = (key: Thing) =>
  key.startsWith('thing-')
    ? props.set.things?.[Number(key.slice(6))]
    : key === 'ground'
      ? props.set.ground
      : key === 'vessel' || key === 'food'
        ? props.set.vessel
        : undefined
function down(e: PointerEvent, key: string) {
  if (!known(key)) return
  if (props.pointing) {
    if (sharpWords(key)) emit('sharp', sharpWords(key))
    return
  }
  emit('choose', key)
  const from = onTable(e)
  const at = placed(key)
  if (!from || !at || key === 'vessel' || key === 'food') return // the camera looks at the dish, and would go with it
  grab = { key, from, x: at.xMm, y: at.yMm, moved: false }
  svg.value!.setPointerCapture(e.pointerId)
}
function move(e: PointerEvent) {
  const to = grab && onTable(e)
  const at = grab && placed(grab.key)
  if (!grab || !to || !at) return
  const round = (v: number) => Math.min(4000, Math.max(-1000, Math.round(v / 5) * 5))
  at.xMm = round(grab.x + to.x - grab.from.x)
  at.yMm = Math.min(3000, round(grab.y + to.y - grab.from.y))
  grab.moved = true
  emit('drag')
}
function up() {
  if (grab?.moved) emit('drop')
  grab = undefined
}
const phi = 0.381966
const grid = computed(() => {
  const a = props.lines === 'thirds' ? 1 / 3 : phi
  if (props.lines === 'diagonals') return `M0 0L${w.value} ${h.value}M${w.value} 0L0 ${h.value}`
  return `M${w.value * a} 0V${h.value}M${w.value * (1 - a)} 0V${h.value}M0 ${h.value * a}H${w.value}M0 ${h.value * (1 - a)}H${w.value}`
})
</script>

<template>
  <figure class="lens" :aria-label="picture ? 'Through the lens, rendered' : 'Through the lens, in outline'">
    <svg
      ref="svg"
      :viewBox="`0 0 ${w} ${h}`"
      role="group"
      aria-label="What the frame shows"
      :class="{ pointing }"
      @pointermove="move"
      @pointerup="up"
      @pointercancel="up"
    >
      <svg :width="w" :height="h" :viewBox="`0 0 ${w} ${h}`" overflow="hidden">
        <rect :width="w" :height="h" fill="var(--fl-grey-light)" />
        <image v-if="picture" :href="picture" :width="w" :height="h" preserveAspectRatio="none" data-picture />
        <g v-if="!picture || stale" :opacity="picture ? 0.55 : 1">
          <path
            v-for="(s, i) in shapes"
            :key="i"
            :d="s.path"
            :fill="s.colour"
            :fill-opacity="s.clear ? 0.35 : 1"
            stroke="var(--fl-ink)"
            :stroke-width="chosen === s.key ? 6 : 1.6"
            :class="{ chosen: chosen === s.key }"
            :data-lens="s.key"
            @pointerdown.prevent="down($event, s.key)"
          >
            <title>{{ s.name }}</title>
          </path>
        </g>
        <g v-else>
          <path
            v-for="(s, i) in shapes"
            :key="i"
            :d="s.path"
            fill="transparent"
            :stroke="chosen === s.key && s.key.startsWith('thing') ? 'var(--fl-blush)' : 'none'"
            stroke-width="4"
            :data-lens="s.key"
            @pointerdown.prevent="down($event, s.key)"
          >
            <title>{{ s.name }}</title>
          </path>
        </g>
        <path
          v-for="(s, i) in shapes.filter((x) => x.key === sharp && (pointing || chosen === 'camera'))"
          :key="'s' + i"
          :d="s.path"
          fill="none"
          stroke="var(--fl-mint)"
          stroke-width="5"
          stroke-dasharray="4 9"
          stroke-linecap="round"
          class="still"
          data-sharp
        />
      </svg>
      <path
        v-if="lines"
        :d="grid"
        fill="none"
        stroke="var(--fl-card)"
        stroke-width="2"
        stroke-dasharray="10 7"
        class="still"
      />
      <g v-if="crops && shown < 0" class="still">
        <template v-for="(c, i) in crops" :key="c.shape">
          <rect
            :x="c.box.x * w + px / 2"
            :y="c.box.y * h + px / 2"
            :width="c.box.w * w - px"
            :height="c.box.h * h - px"
            fill="none"
            :stroke="c.heroCut ? 'var(--fl-rose)' : 'var(--fl-card)'"
            :stroke-width="px"
            :stroke-dasharray="`${(5 - i * 0.7) * px} ${(2 + i) * px}`"
          />
          <text
            :x="c.box.x * w + 4 * px"
            :y="named[c.shape]"
            :font-size="12 * px"
            fill="var(--fl-card)"
            stroke="var(--fl-ink)"
            :stroke-width="2.2 * px"
            paint-order="stroke"
          >
            {{ c.shape }}
          </text>
        </template>
      </g>
      <path
        v-if="shown >= 0 && crops[shown]"
        :d="`M0 0H${w}V${h}H0ZM${crops[shown]!.box.x * w} ${crops[shown]!.box.y * h}v${crops[shown]!.box.h * h}h${crops[shown]!.box.w * w}v${-crops[shown]!.box.h * h}Z`"
        fill="var(--fl-dark)"
        fill-opacity="0.72"
        fill-rule="evenodd"
        class="still"
      />
    </svg>
    <figcaption v-if="crops" class="crops">
      <ChipButton
        v-for="(c, i) in crops"
        :key="c.shape"
        :aria-pressed="shown === i"
        :title="c.reads + (c.cuts?.length ? ' ' + c.cuts.join('; ') + '.' : '')"
        @click="pressed = shown === i ? -1 : i"
      >
        <b v-if="c.shape === set.crop" aria-hidden="true">●</b> {{ c.shape
        }}<span v-if="c.heroCut || !c.pixelsOk" aria-hidden="true"> ▲</span><span class="sr">{{ c.reads }}</span>
      </ChipButton>
      <ChipButton
        v-if="shown >= 0 && crops[shown]"
        :aria-pressed="crops[shown]!.shape === set.crop"
        title="Judge this frame by this shape alone, or by all that are published"
        @click="emit('crop', crops[shown]!.shape === set.crop ? '' : crops[shown]!.shape)"
        >{{ crops[shown]!.shape === set.crop ? 'for this alone' : 'only this' }}</ChipButton
      >
      <span v-if="shown >= 0 && crops[shown]" class="say"
        >{{ crops[shown]!.reads }} {{ crops[shown]!.widePx }} × {{ crops[shown]!.highPx }} px,
        {{ crops[shown]!.pxPerMm.toFixed(1) }} px a mm.</span
      >
    </figcaption>
  </figure>
</template>

<style scoped>
.lens {
  margin: 0;
  background: var(--fl-grey-light);
  display: flex;
  flex-direction: column;
  min-height: 0;
  min-width: 0;
  position: relative;
}
svg {
  flex: 1;
  min-height: 0;
  width: 100%;
  display: block;
  padding: 4px;
  box-sizing: border-box;
}
.still {
  pointer-events: none;
}
svg {
  touch-action: none;
}
path[data-lens] {
  cursor: grab;
}
.pointing path[data-lens] {
  cursor: crosshair;
}
.chosen {
  stroke: var(--fl-fig);
}
.crops {
  display: flex;
  gap: 4px;
  padding: 4px 6px;
  background: var(--fl-ink);
  align-items: center;
  font-size: 12.5px;
  color: var(--fl-card);
  flex-wrap: wrap;
}
.crops button {
  cursor: pointer;
  font: 500 12.5px var(--fl-mono);
  padding: 3px 7px;
  border: 1px solid var(--fl-faint);
  border-radius: 3px;
  color: var(--fl-card);
}
.crops button[aria-pressed='true'] {
  background: var(--fl-card);
  color: var(--fl-ink);
}
.crops button:focus-visible {
  outline: 3px solid var(--fl-rose);
}
.say {
  margin-left: 4px;
}
.sr {
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
}
</style>
