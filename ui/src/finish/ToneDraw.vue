<script setup lang="ts">
import { computed, ref } from 'vue'
import { useLine, type Step } from './look'

/** A tone as a line: stops in across, stops out upward; taken hold of at three places. */
const props = defineProps<{ step: Step }>()
const line = useLine(() => props.step)
const emit = defineEmits<{ set: [field: 'toe' | 'slope' | 'shoulder', value: number] }>()
const FROM = -8
const TO = 3.5
const W = 300
const H = 190
const x = (stops: number) => ((stops - FROM) / (TO - FROM)) * W
const y = (stops: number) => H - ((stops - FROM) / (TO - FROM)) * H
const path = computed(() =>
  (line.value?.points ?? []).map((p, i) => `${i ? 'L' : 'M'}${x(p.in)} ${y(p.out)}`).join(' '),
)
const names = { toe: 'Shadows', slope: 'Middle', shoulder: 'White' }
const bounds = { toe: [-3, 3], slope: [0.1, 3], shoulder: [-2, 1] } as const
/** By how much the line moves at its handle for 1 of the number. */
const per = { toe: 1, slope: 0.946, shoulder: 1 }
type Name = keyof typeof names
const value = (f: Name) => (f === 'slope' ? props.step.slope || 1 : props.step[f])
const put = (f: Name, v: number) =>
  emit('set', f, Math.round(Math.min(bounds[f][1], Math.max(bounds[f][0], v)) * 100) / 100)
const held = ref<{ f: Name; y: number; v: number }>()
const box = ref<SVGSVGElement>()
function grab(e: PointerEvent, f: Name) {
  held.value = { f, y: e.clientY, v: value(f) }
  ;(e.currentTarget as Element).setPointerCapture(e.pointerId)
}
function move(e: PointerEvent) {
  if (!held.value || !box.value) return
  const stops = ((held.value.y - e.clientY) / box.value.getBoundingClientRect().height) * (TO - FROM)
  put(held.value.f, held.value.v + stops / per[held.value.f])
}
function key(e: KeyboardEvent, f: Name) {
  const d = { ArrowUp: 0.05, ArrowRight: 0.05, ArrowDown: -0.05, ArrowLeft: -0.05 }[e.key]
  if (!d) return
  e.preventDefault()
  e.stopPropagation()
  put(f, value(f) + d)
}
</script>

<template>
  <svg ref="box" class="tone" :viewBox="`0 0 ${W} ${H}`" role="group" aria-label="Tone as a line">
    <g class="grid">
      <line v-for="s in [-6, -4, -2, 2]" :key="'v' + s" :x1="x(s)" y1="0" :x2="x(s)" :y2="H" />
      <line v-for="s in [-6, -4, -2, 2]" :key="'h' + s" x1="0" :y1="y(s)" :x2="W" :y2="y(s)" />
      <line class="mid" :x1="x(0)" y1="0" :x2="x(0)" :y2="H" />
      <line class="mid" x1="0" :y1="y(0)" :x2="W" :y2="y(0)" />
    </g>
    <line class="was" :x1="x(FROM)" :y1="y(FROM)" :x2="x(TO)" :y2="y(TO)" />
    <path class="is" :d="path" />
    <text :x="x(0) - 4" :y="H - 5" text-anchor="end">mid-grey</text>
    <text :x="x(2.47) - 4" :y="H - 5" text-anchor="end" class="end">white</text>
    <g
      v-for="h in line?.hold ?? []"
      :key="h.field"
      class="hold"
      role="slider"
      tabindex="0"
      :aria-label="names[h.field]"
      :aria-valuenow="value(h.field)"
      :aria-valuemin="bounds[h.field][0]"
      :aria-valuemax="bounds[h.field][1]"
      @pointerdown="grab($event, h.field)"
      @pointermove="move"
      @pointerup="held = undefined"
      @pointercancel="held = undefined"
      @keydown="key($event, h.field)"
    >
      <circle class="near" :cx="x(h.in)" :cy="y(h.out)" r="16" />
      <circle :cx="x(h.in)" :cy="y(h.out)" r="6.5" />
      <text :x="x(h.in) - 11" :y="y(h.out) - 7" text-anchor="end">{{ names[h.field] }}</text>
    </g>
  </svg>
</template>

<style scoped>
.tone {
  width: 100%;
  background: var(--fl-card);
  box-shadow: inset 0 0 0 1px var(--fl-line);
  touch-action: none;
  display: block;
}
.grid line {
  stroke: var(--fl-line);
  stroke-width: 1;
}
.grid .mid {
  stroke: var(--fl-sand);
}
.was {
  stroke: var(--fl-dusk);
  stroke-width: 1;
  stroke-dasharray: 3 4;
}
.is {
  fill: none;
  stroke: var(--fl-aubergine);
  stroke-width: 2.2;
}
text {
  font: 500 11px var(--fl-text);
  fill: var(--fl-soft);
}
.hold {
  cursor: ns-resize;
  outline: none;
}
.hold circle {
  fill: var(--fl-fig);
}
.hold .near {
  fill: transparent;
}
.hold:focus-visible .near {
  stroke: var(--fl-fig);
  stroke-width: 2;
}
</style>
