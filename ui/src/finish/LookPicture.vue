<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import { handlesOf, press, type Handle } from './handles'
import type { Spot, Step } from './look'

/** The picture as it is finished, as it was taken, or both parted by a line; what the step at hand lays in it is taken hold of there. */
const props = defineProps<{
  src: string
  before: string
  show: 'finished' | 'taken' | 'parted'
  title: string
  step: Step | undefined
  pressing: boolean
}>()
const emit = defineEmits<{ change: []; pressed: [at: Spot] }>()
const img = ref<HTMLImageElement>()
const { width, height } = useElementSize(img)
const part = ref(50)
const handles = computed(() => (props.show === 'finished' ? handlesOf(props.step, width.value, height.value) : []))
const held = ref<Handle['name']>()
const spot = (e: PointerEvent | MouseEvent): Spot => {
  const b = img.value!.getBoundingClientRect()
  return { x: (e.clientX - b.left) / b.width, y: (e.clientY - b.top) / b.height }
}
function grab(e: PointerEvent, h: Handle) {
  held.value = h.name
  ;(e.currentTarget as Element).setPointerCapture(e.pointerId)
  e.stopPropagation()
}
function move(e: PointerEvent) {
  const h = handles.value.find((x) => x.name === held.value)
  if (!h) return
  h.move(spot(e))
  emit('change')
}
const BY = 0.01
function key(e: KeyboardEvent, h: Handle) {
  const d = { ArrowLeft: [-BY, 0], ArrowRight: [BY, 0], ArrowUp: [0, -BY], ArrowDown: [0, BY] }[e.key]
  if (!d) return
  e.preventDefault()
  e.stopPropagation()
  h.move({ x: h.at.x + d[0]!, y: h.at.y + d[1]! })
  emit('change')
}
function pressed(e: MouseEvent) {
  if (props.pressing) return emit('pressed', spot(e))
  if (press(props.step, spot(e))) emit('change')
}
const long = computed(() => Math.max(width.value, height.value))
const mask = computed(() => (props.step?.kind === 'local' ? props.step.mask : undefined))
const line = computed(() => mask.value?.points.map((p) => `${p.x * width.value},${p.y * height.value}`).join(' '))
const cut = computed(() => (props.step?.kind === 'crop' ? props.step.box : undefined))
/** The step whose light is set by the beam beside the picture. */
const beam = computed(() => (props.step && ['level', 'local'].includes(props.step.kind) ? props.step : undefined))
function lift(v: number) {
  if (!beam.value) return
  beam.value.stops = v
  emit('change')
}
</script>

<template>
  <figure>
    <div class="pic" :class="{ pressing }">
      <img
        v-if="src"
        ref="img"
        :src="show === 'taken' ? before || src : src"
        :alt="title"
        draggable="false"
        @click="pressed"
      />
      <template v-if="show === 'parted' && before">
        <img
          class="over"
          :src="before"
          alt=""
          draggable="false"
          :style="{ clipPath: `inset(0 ${100 - part}% 0 0)` }"
          @click="pressed"
        />
        <span class="parting" :style="{ left: part + '%' }" aria-hidden="true"></span>
        <input
          v-model.number="part"
          class="part"
          type="range"
          min="0"
          max="100"
          aria-label="Where the pictures are parted"
        />
        <span class="tag left">as taken</span>
      </template>
      <span v-if="show !== 'finished'" class="tag" :class="show === 'taken' ? 'left' : 'right'">{{
        show === 'taken' ? 'as taken' : 'finished'
      }}</span>
      <svg v-if="handles.length" class="drawn" :width="width" :height="height">
        <template v-if="mask">
          <ellipse
            v-if="mask.shape === 'oval'"
            :cx="mask.points[0]!.x * width"
            :cy="mask.points[0]!.y * height"
            :rx="mask.across * long"
            :ry="mask.down * long"
            :transform="`rotate(${mask.turnDeg} ${mask.points[0]!.x * width} ${mask.points[0]!.y * height})`"
          />
          <polyline v-else :points="line" :class="{ fat: mask.shape === 'stroke' }" />
        </template>
        <rect v-if="cut" :x="cut.x * width" :y="cut.y * height" :width="cut.w * width" :height="cut.h * height" />
        <template v-if="step?.kind === 'mend' && step.at && step.from">
          <circle :cx="step.at.x * width" :cy="step.at.y * height" :r="Math.max(4, step.radius * long)" />
          <circle
            :cx="step.from.x * width"
            :cy="step.from.y * height"
            :r="Math.max(4, step.radius * long)"
            class="from"
          />
        </template>
        <g
          v-for="h in handles"
          :key="h.name"
          class="hold"
          role="slider"
          tabindex="0"
          :aria-label="h.name"
          :aria-valuenow="Math.round(100 * h.at.x)"
          aria-valuemin="0"
          aria-valuemax="100"
          :aria-valuetext="`${Math.round(100 * h.at.x)} % across, ${Math.round(100 * h.at.y)} % down`"
          @pointerdown="grab($event, h)"
          @pointermove="move"
          @pointerup="held = undefined"
          @pointercancel="held = undefined"
          @keydown="key($event, h)"
        >
          <circle :cx="h.at.x * width" :cy="h.at.y * height" r="17" class="near" />
          <circle :cx="h.at.x * width" :cy="h.at.y * height" r="6" class="dot" />
        </g>
      </svg>
    </div>
    <label v-if="beam && show === 'finished'" class="beam">
      <span>lighter</span>
      <input
        type="range"
        min="-3"
        max="3"
        step="0.05"
        :value="beam.stops"
        :aria-label="beam.kind === 'level' ? 'Level, stops' : 'Part, stops'"
        @input="lift(Number(($event.target as HTMLInputElement).value))"
      />
      <span>darker</span>
    </label>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
  background: var(--fl-grey);
  flex: 1;
  min-height: 0;
  display: flex;
  justify-content: center;
  align-items: center;
  gap: 10px;
  padding: 12px;
  overflow: hidden;
}
.pic {
  position: relative;
  min-width: 0;
  max-height: 100%;
  display: grid;
}
.pic img {
  display: block;
  max-width: 100%;
  max-height: calc(100vh - 330px);
  min-height: 120px;
  grid-area: 1 / 1;
}
.pressing img {
  cursor: crosshair;
}
.drawn {
  position: absolute;
  inset: 0;
  pointer-events: none;
}
.drawn ellipse,
.drawn polyline,
.drawn rect,
.drawn > circle {
  fill: none;
  stroke: var(--fl-white);
  stroke-width: 1.6;
  paint-order: stroke;
  filter: drop-shadow(0 0 1px var(--fl-black));
}
.drawn .fat {
  stroke-linecap: round;
}
.drawn .from {
  stroke-dasharray: 4 4;
}
.hold {
  pointer-events: auto;
  cursor: grab;
  outline: none;
  touch-action: none;
}
.near {
  fill: transparent;
}
.dot {
  fill: var(--fl-fig);
  stroke: var(--fl-white);
  stroke-width: 1.6;
}
.hold:focus-visible .near {
  stroke: var(--fl-white);
  stroke-width: 2;
}
.parting {
  position: absolute;
  top: 0;
  bottom: 0;
  width: 2px;
  background: var(--fl-white);
  pointer-events: none;
}
.part {
  position: absolute;
  left: 0;
  right: 0;
  bottom: 8px;
  width: 100%;
  margin: 0;
  accent-color: var(--fl-fig);
}
.tag {
  position: absolute;
  top: 8px;
  background: var(--fl-veil);
  color: var(--fl-white);
  font-size: 13px;
  padding: 2px 8px;
}
.left {
  left: 8px;
}
.right {
  right: 8px;
}
.beam {
  display: grid;
  justify-items: center;
  gap: 4px;
  color: var(--fl-white);
  font-size: 12px;
}
.beam input {
  writing-mode: vertical-lr;
  direction: rtl;
  height: 220px;
  accent-color: var(--fl-fig);
}
@media (max-width: 720px) {
  .pic img {
    max-height: 46vh;
  }
}
</style>
