<script setup lang="ts">
import { computed, ref } from 'vue'
import { hueRing, hueAt } from './hues'
import type { Step } from './look'

/** A band of hues on a ring: the outer ring is what there is, the inner what becomes of it. The band is drawn by its middle, its
 * edge and what it is turned to. */
const props = defineProps<{ step: Step }>()
const emit = defineEmits<{ set: [field: 'hueDeg' | 'widthDeg' | 'turnDeg', value: number] }>()
const R = 74
const rad = (deg: number) => (deg * Math.PI) / 180
const at = (deg: number, r: number) => ({ x: 100 + r * Math.cos(rad(deg)), y: 100 - r * Math.sin(rad(deg)) })
const arc = (from: number, to: number, r: number) => {
  const a = at(from, r)
  const b = at(to, r)
  return `M${a.x} ${a.y} A${r} ${r} 0 ${Math.abs(to - from) > 180 ? 1 : 0} 0 ${b.x} ${b.y}`
}
const half = computed(() => Math.min(179.5, props.step.widthDeg / 2))
const wedge = computed(() => arc(props.step.hueDeg - half.value, props.step.hueDeg + half.value, R))
const names = { hueDeg: 'Middle of the hues', widthDeg: 'Edge of the hues', turnDeg: 'What they are turned to' }
type Name = keyof typeof names
const holds = computed(() => [
  { f: 'hueDeg' as Name, ...at(props.step.hueDeg, R), deg: props.step.hueDeg },
  { f: 'widthDeg' as Name, ...at(props.step.hueDeg + half.value, R), deg: props.step.hueDeg + half.value },
  {
    f: 'turnDeg' as Name,
    ...at(props.step.hueDeg + props.step.turnDeg, 46),
    deg: props.step.hueDeg + props.step.turnDeg,
  },
])
const wrapped = (d: number) => ((d % 360) + 360) % 360
const nearest = (d: number) => ((d + 540) % 360) - 180
function put(f: Name, deg: number) {
  if (f === 'hueDeg') emit('set', f, Math.round(wrapped(deg)))
  else if (f === 'widthDeg')
    emit('set', f, Math.round(Math.max(4, Math.min(360, 2 * Math.abs(nearest(deg - props.step.hueDeg))))))
  else emit('set', f, Math.round(Math.max(-60, Math.min(60, nearest(deg - props.step.hueDeg)))))
}
const held = ref<Name>()
const box = ref<SVGSVGElement>()
function grab(e: PointerEvent, f: Name) {
  held.value = f
  ;(e.currentTarget as Element).setPointerCapture(e.pointerId)
}
function move(e: PointerEvent) {
  if (!held.value || !box.value) return
  const b = box.value.getBoundingClientRect()
  put(held.value, (Math.atan2(b.top + b.height / 2 - e.clientY, e.clientX - b.left - b.width / 2) * 180) / Math.PI)
}
function key(e: KeyboardEvent, f: Name, deg: number) {
  const d = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[e.key]
  if (!d) return
  e.preventDefault()
  e.stopPropagation()
  put(f, deg + d)
}
</script>

<template>
  <svg ref="box" class="hue" viewBox="0 0 200 200" role="group" aria-label="Hues on a ring">
    <path v-for="s in hueRing" :key="s.deg" :d="arc(s.deg, s.deg + s.wide, 90)" :stroke="s.colour" class="ring" />
    <path
      v-for="s in hueRing"
      :key="'i' + s.deg"
      :d="arc(s.deg, s.deg + s.wide, 46)"
      :stroke="s.colour"
      class="inner"
    />
    <path :d="wedge" class="band" />
    <line :x1="holds[0]!.x" :y1="holds[0]!.y" :x2="holds[2]!.x" :y2="holds[2]!.y" class="to" />
    <g
      v-for="h in holds"
      :key="h.f"
      class="hold"
      role="slider"
      tabindex="0"
      :aria-label="names[h.f]"
      :aria-valuenow="step[h.f]"
      :aria-valuemin="h.f === 'turnDeg' ? -60 : 0"
      :aria-valuemax="h.f === 'turnDeg' ? 60 : 360"
      @pointerdown="grab($event, h.f)"
      @pointermove="move"
      @pointerup="held = undefined"
      @pointercancel="held = undefined"
      @keydown="key($event, h.f, h.deg)"
    >
      <circle class="near" :cx="h.x" :cy="h.y" r="14" />
      <circle :cx="h.x" :cy="h.y" r="6.5" :fill="hueAt(h.deg)" />
    </g>
  </svg>
</template>

<style scoped>
.hue {
  width: 190px;
  justify-self: center;
  touch-action: none;
  display: block;
}
.ring,
.inner {
  fill: none;
  stroke-width: 15;
}
.inner {
  stroke-width: 11;
}
.band {
  fill: none;
  stroke: var(--fl-ink);
  stroke-width: 3;
}
.to {
  stroke: var(--fl-ink);
  stroke-width: 1.5;
}
.hold {
  cursor: grab;
  outline: none;
}
.hold circle {
  stroke: var(--fl-ink);
  stroke-width: 2;
}
.hold .near {
  fill: transparent;
  stroke: none;
}
.hold:focus-visible .near {
  stroke: var(--fl-fig);
}
</style>
