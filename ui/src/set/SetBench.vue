<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Report, SceneSet } from '../api/client'
import type { Thing } from './fields'

const props = defineProps<{ set: SceneSet; report?: Report; chosen: Thing; view: 'above' | 'side' }>()
const emit = defineEmits<{ choose: [thing: Thing]; drag: []; drop: [] }>()
const svg = ref<SVGSVGElement>()
const overhead = computed(() => props.set.camera.elevationDeg > 80)
const rad = (d: number) => (d * Math.PI) / 180

const top = computed(() => props.set.vessel.heightMm + Math.max(0, props.set.food.aboveMm))
const lens = computed(() => {
  const e = rad(props.set.camera.elevationDeg)
  return { x: props.set.vessel.xMm, y: props.set.vessel.yMm - props.set.camera.distanceMm * Math.cos(e), z: top.value / 2 + props.set.camera.distanceMm * Math.sin(e) }
})

// The window on the set, fixed while something is dragged.
const frozen = ref<number[]>()
const box = computed(() => frozen.value ?? fit())
function fit(): number[] {
  const s = props.set
  const pad = 190
  if (props.view === 'above') {
    const half = Math.max(s.light.widthMm / 2, 100)
    const x0 = Math.min(-80, s.light.xMm - half * Math.abs(Math.cos(rad(s.light.facingDeg))), s.card.xMm - 200) - pad
    const x1 = Math.max(s.table.widthMm + 80, s.light.xMm + half * Math.abs(Math.cos(rad(s.light.facingDeg))), s.card.xMm + 200) + pad
    const y0 = Math.min(-60, lens.value.y - 60, s.light.yMm - half * Math.abs(Math.sin(rad(s.light.facingDeg)))) - pad
    const y1 = Math.max(s.table.depthMm + 60, s.light.yMm + half * Math.abs(Math.sin(rad(s.light.facingDeg)))) + pad
    return [x0, -y1, x1 - x0, y1 - y0]
  }
  const y0 = Math.min(-100, lens.value.y - 120, s.light.yMm - 200) - pad
  const y1 = Math.max(s.table.depthMm + 100, s.light.yMm + 200) + pad
  const z1 = Math.max(700, lens.value.z + 120, s.light.zMm + s.light.heightMm / 2) + pad
  return [y0, -z1, y1 - y0, z1 + 320]
}
/** How many mm one screen pixel is, for strokes and handles of even size. */
const unit = computed(() => Math.max(box.value[2]! / (props.view === 'above' ? 520 : 300), box.value[3]! / 390))

function at(e: PointerEvent) {
  const m = svg.value!.getScreenCTM()!.inverse()
  const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(m)
  return { u: p.x, v: -p.y }
}
const round = (v: number, to = 5) => Math.round(v / to) * to
let grab: { thing: Thing; turn: boolean; du: number; dv: number } | undefined

function down(e: PointerEvent, thing: Thing, turn = false) {
  emit('choose', thing)
  const p = at(e)
  const o = place(thing)
  grab = { thing, turn, du: p.u - o.u, dv: p.v - o.v }
  frozen.value = box.value
  svg.value!.setPointerCapture(e.pointerId)
}
function place(thing: Thing) {
  const s = props.set
  const above = props.view === 'above'
  if (thing === 'camera') return { u: above ? lens.value.x : lens.value.y, v: above ? lens.value.y : lens.value.z }
  if (thing === 'light') return { u: above ? s.light.xMm : s.light.yMm, v: above ? s.light.yMm : s.light.zMm }
  if (thing === 'card') return { u: above ? s.card.xMm : s.card.yMm, v: above ? s.card.yMm : 0 }
  return { u: above ? s.vessel.xMm : s.vessel.yMm, v: above ? s.vessel.yMm : 0 }
}
function move(e: PointerEvent) {
  if (!grab) return
  const p = at(e)
  if (grab.turn) turnTo(grab.thing, p.u, p.v)
  else put(grab.thing, p.u - grab.du, p.v - grab.dv)
  emit('drag')
}
function up() {
  if (!grab) return
  grab = undefined
  frozen.value = undefined
  emit('drop')
}
const clamp = (v: number, lo: number, hi: number) => Math.min(hi, Math.max(lo, v))

function put(thing: Thing, u: number, v: number) {
  const s = props.set
  const above = props.view === 'above'
  if (thing === 'camera') {
    const c = s.camera
    if (above) {
      const cos = Math.cos(rad(c.elevationDeg))
      if (cos > 0.15) c.distanceMm = round(clamp((s.vessel.yMm - v) / cos, Math.max(c.closestMm, c.focalMm * 1.06), 6000))
      return
    }
    const dy = s.vessel.yMm - u
    const dz = v - top.value / 2
    c.elevationDeg = clamp(round((Math.atan2(dz, dy) * 180) / Math.PI, 1), 0, 90)
    c.distanceMm = round(clamp(Math.hypot(dy, dz), Math.max(c.closestMm, c.focalMm * 1.06), 6000))
  } else if (thing === 'light') {
    if (above) {
      s.light.xMm = round(u)
      s.light.yMm = round(v)
    } else {
      s.light.yMm = round(u)
      s.light.zMm = round(clamp(v, 20, 4000))
    }
  } else if (thing === 'card') {
    if (above) s.card.xMm = round(clamp(u, -1000, 4000))
    s.card.yMm = round(clamp(above ? v : u, -1000, 3000))
  } else {
    if (above) s.vessel.xMm = round(clamp(u, 0, s.table.widthMm))
    s.vessel.yMm = round(clamp(above ? v : u, 0, s.table.depthMm))
  }
}
function turnTo(thing: Thing, u: number, v: number) {
  const o = place(thing)
  const deg = (round((Math.atan2(u - o.u, v - o.v) * 180) / Math.PI, 1) + 360) % 360
  if (thing === 'light') props.set.light.facingDeg = deg
  if (thing === 'card') props.set.card.facingDeg = deg
}
function key(e: KeyboardEvent, thing: Thing) {
  const step = e.shiftKey ? 1 : 10
  const d = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[e.key]
  const o = place(thing)
  if (d) put1(thing, o.u + d[0]! * step, o.v + d[1]! * step)
  else if ((e.key === ',' || e.key === '.') && (thing === 'light' || thing === 'card')) {
    const by = (e.key === ',' ? -1 : 1) * (e.shiftKey ? 1 : 5)
    const t = props.set[thing]
    t.facingDeg = (t.facingDeg + by + 360) % 360
  } else if ((e.key === 'Enter' || e.key === ' ') && thing === 'card') props.set.card.on = !props.set.card.on
  else return
  e.preventDefault()
  e.stopPropagation()
  emit('choose', thing)
  emit('drop')
}
/** Like put, without rounding a nudge of a millimetre away. */
function put1(thing: Thing, u: number, v: number) {
  const s = props.set
  const above = props.view === 'above'
  if (thing === 'light') {
    if (above) s.light.xMm = u
    if (above) s.light.yMm = v
    else ((s.light.yMm = u), (s.light.zMm = v))
  } else if (thing === 'card') {
    if (above) s.card.xMm = u
    s.card.yMm = above ? v : u
  } else if (thing === 'vessel') {
    if (above) s.vessel.xMm = u
    s.vessel.yMm = above ? v : u
  } else put(thing, u, v)
}

const dirOf = (deg: number) => ({ x: Math.sin(rad(deg)), y: Math.cos(rad(deg)) })
const flat = (x: number, y: number, width: number, deg: number) => {
  const n = dirOf(deg)
  return { x1: x - (n.y * width) / 2, y1: -(y + (n.x * width) / 2), x2: x + (n.y * width) / 2, y2: -(y - (n.x * width) / 2) }
}
const lightLine = computed(() => flat(props.set.light.xMm, props.set.light.yMm, props.set.light.widthMm, props.set.light.facingDeg))
const cardLine = computed(() => flat(props.set.card.xMm, props.set.card.yMm, props.set.card.widthMm, props.set.card.facingDeg))
const glow = computed(() => {
  const l = lightLine.value
  const n = dirOf(props.set.light.facingDeg)
  const far = 900
  return `M${l.x1} ${l.y1}L${l.x2} ${l.y2}L${l.x2 + n.x * far + (l.x2 - l.x1) * 0.25} ${l.y2 - n.y * far + (l.y2 - l.y1) * 0.25}L${l.x1 + n.x * far - (l.x2 - l.x1) * 0.25} ${l.y1 - n.y * far - (l.y2 - l.y1) * 0.25}Z`
})
const wedge = computed(() => {
  const w = (props.report?.frame.widthMm ?? 0) / 2
  const s = props.set.vessel
  return `M${lens.value.x} ${-lens.value.y}L${s.xMm - w} ${-s.yMm}M${lens.value.x} ${-lens.value.y}L${s.xMm + w} ${-s.yMm}M${s.xMm - w} ${-s.yMm}H${s.xMm + w}`
})
/** In the side view: the slab along the line of sight that is sharp, as the reading has it. */
const slab = computed(() => {
  const r = props.report
  if (!r) return ''
  const e = rad(props.set.camera.elevationDeg)
  const f = { y: Math.cos(e), z: -Math.sin(e) }
  const n = { y: Math.sin(e), z: Math.cos(e) }
  const near = r.sharp.nearMm
  const far = r.sharp.endless ? props.set.camera.distanceMm * 2.5 : Math.min(r.sharp.farMm, props.set.camera.distanceMm * 2.5)
  const h = Math.max(props.set.vessel.diameterMm, top.value) * 0.85
  const p = (d: number, k: number) => `${lens.value.y + f.y * d + n.y * k} ${-(lens.value.z + f.z * d + n.z * k)}`
  return `M${p(near, -h)}L${p(near, h)}L${p(far, h)}L${p(far, -h)}Z`
})
const label = (t: string, extra: string) => `${t}, ${extra}. Arrow keys move it a centimetre, with Shift a millimetre.`
</script>

<template>
  <svg ref="svg" class="bench-view" :class="view" :viewBox="box.join(' ')" :aria-label="view === 'above' ? 'The set from above' : 'The set from the side'" role="group" @pointermove="move" @pointerup="up" @pointercancel="up">
    <template v-if="view === 'above'">
      <rect x="0" :y="-set.table.depthMm" :width="set.table.widthMm" :height="set.table.depthMm" fill="#d9c7b2" :stroke="'#b39d84'" :stroke-width="unit * 1.5" />
      <path :d="glow" fill="url(#spill)" class="still" />
      <path :d="wedge" fill="none" stroke="#4a2545" :stroke-width="unit" :stroke-dasharray="`${unit * 5} ${unit * 4}`" class="still" />
      <g class="thing" :class="{ on: chosen === 'vessel' }" data-thing="vessel" tabindex="0" role="button" :aria-label="label('vessel', `${(set.vessel.xMm / 10).toFixed(1)} cm from the left, ${(set.vessel.yMm / 10).toFixed(1)} cm from the near edge`)" @pointerdown.prevent="down($event, 'vessel')" @keydown="key($event, 'vessel')" @focus="emit('choose', 'vessel')">
        <circle :cx="set.vessel.xMm" :cy="-set.vessel.yMm" :r="set.vessel.diameterMm / 2" :fill="set.vessel.colour" stroke="#2a2228" :stroke-width="unit" />
        <circle :cx="set.vessel.xMm" :cy="-set.vessel.yMm" :r="set.vessel.diameterMm * 0.33" :fill="set.food.colour" />
      </g>
      <g class="thing" :class="{ on: chosen === 'card', off: !set.card.on }" data-thing="card" tabindex="0" role="button" :aria-label="label('white card', set.card.on ? 'in the set; Enter takes it out, comma and full stop turn it' : 'out of the set; Enter puts it in')" @pointerdown.prevent="down($event, 'card')" @keydown="key($event, 'card')" @focus="emit('choose', 'card')">
        <line v-bind="cardLine" stroke="transparent" :stroke-width="unit * 26" />
        <line v-bind="cardLine" stroke="#2a2228" :stroke-width="unit * 7" :stroke-dasharray="set.card.on ? undefined : `${unit * 6} ${unit * 5}`" />
        <line v-bind="cardLine" stroke="#ffffff" :stroke-width="unit * 4.4" :transform="`translate(${dirOf(set.card.facingDeg).x * unit * 1.6} ${-dirOf(set.card.facingDeg).y * unit * 1.6})`" />
        <circle class="turn" :cx="set.card.xMm + dirOf(set.card.facingDeg).x * unit * 30" :cy="-(set.card.yMm + dirOf(set.card.facingDeg).y * unit * 30)" :r="unit * 6" data-turn="card" @pointerdown.prevent.stop="down($event, 'card', true)" />
        <text :x="set.card.xMm + unit * 12" :y="-set.card.yMm - unit * 16" :font-size="unit * 12">{{ set.card.on ? 'card' : 'card, out' }}</text>
      </g>
      <g class="thing" :class="{ on: chosen === 'light' }" data-thing="light" tabindex="0" role="button" :aria-label="label(set.light.kind, 'comma and full stop turn it')" @pointerdown.prevent="down($event, 'light')" @keydown="key($event, 'light')" @focus="emit('choose', 'light')">
        <line v-bind="lightLine" stroke="transparent" :stroke-width="unit * 26" />
        <line v-bind="lightLine" stroke="#a9822f" :stroke-width="unit * 9" />
        <line v-bind="lightLine" stroke="#fff3c9" :stroke-width="unit * 4" />
        <circle class="turn" :cx="set.light.xMm + dirOf(set.light.facingDeg).x * unit * 34" :cy="-(set.light.yMm + dirOf(set.light.facingDeg).y * unit * 34)" :r="unit * 6" data-turn="light" @pointerdown.prevent.stop="down($event, 'light', true)" />
        <text :x="set.light.xMm - unit * 12" :y="-set.light.yMm" :font-size="unit * 12" text-anchor="middle" :transform="`rotate(-90 ${set.light.xMm - unit * 12} ${-set.light.yMm})`">{{ set.light.kind }}</text>
      </g>
      <g class="thing" :class="{ on: chosen === 'camera' }" data-thing="camera" tabindex="0" role="button" :aria-label="label(`camera${overhead ? ' above' : ''}, ${set.camera.focalMm} mm`, `${(set.camera.distanceMm / 10).toFixed(0)} cm away`)" @pointerdown.prevent="down($event, 'camera')" @keydown="key($event, 'camera')" @focus="emit('choose', 'camera')">
        <g :fill="overhead ? 'none' : '#4a2545'" stroke="#4a2545" :stroke-width="unit * 2" :transform="overhead ? `translate(0 ${unit * 26 + set.vessel.diameterMm / 2})` : undefined">
          <rect :x="lens.x - unit * 17" :y="-lens.y" :width="unit * 34" :height="unit * 20" :rx="unit * 3" />
          <rect :x="lens.x - unit * 7" :y="-lens.y - unit * 9" :width="unit * 14" :height="unit * 9" />
        </g>
        <text :x="lens.x + unit * 23" :y="-lens.y + unit * 14 + (overhead ? unit * 26 + set.vessel.diameterMm / 2 : 0)" :font-size="unit * 12">camera{{ overhead ? ' above' : '' }}, {{ set.camera.focalMm }} mm</text>
      </g>
      <text :x="box[0]! + unit * 8" :y="box[1]! + unit * 18" :font-size="unit * 12" class="cap">From above. 12 o'clock is up, the camera is at 6.</text>
    </template>
    <template v-else>
      <rect x="0" y="0" :width="set.table.depthMm" :height="unit * 10" fill="#d9c7b2" stroke="#b39d84" :stroke-width="unit" />
      <path :d="slab" fill="#5e7457" opacity="0.28" class="still" />
      <line :x1="lens.y" :y1="-lens.z" :x2="set.vessel.yMm" :y2="-top / 2" stroke="#4a2545" :stroke-width="unit" :stroke-dasharray="`${unit * 5} ${unit * 4}`" class="still" />
      <line :x1="set.light.yMm - set.light.widthMm / 2" :x2="set.light.yMm + set.light.widthMm / 2" :y1="-set.light.zMm + set.light.heightMm / 2" :y2="-set.light.zMm + set.light.heightMm / 2" stroke="#a9822f" :stroke-width="unit * 2" class="still" />
      <rect class="thing win" :class="{ on: chosen === 'light' }" data-thing="light" tabindex="0" role="button" :aria-label="label(set.light.kind + ' height', `middle ${(set.light.zMm / 10).toFixed(0)} cm above the table`)" :x="set.light.yMm - set.light.widthMm / 2" :width="set.light.widthMm" :y="-set.light.zMm - set.light.heightMm / 2" :height="set.light.heightMm" fill="#fff3c9" fill-opacity="0.25" stroke="#a9822f" :stroke-width="unit * 2" @pointerdown.prevent="down($event, 'light')" @keydown="key($event, 'light')" @focus="emit('choose', 'light')" />
      <g class="thing" :class="{ on: chosen === 'vessel' }" data-thing="vessel" tabindex="0" role="button" :aria-label="label('vessel', 'seen from the side')" @pointerdown.prevent="down($event, 'vessel')" @keydown="key($event, 'vessel')" @focus="emit('choose', 'vessel')">
        <path :d="`M${set.vessel.yMm - set.vessel.diameterMm * 0.34} ${-set.vessel.heightMm}A${set.vessel.diameterMm * 0.34} ${Math.max(set.food.aboveMm, 1)} 0 0 1 ${set.vessel.yMm + set.vessel.diameterMm * 0.34} ${-set.vessel.heightMm}Z`" :fill="set.food.colour" />
        <path :d="`M${set.vessel.yMm - set.vessel.diameterMm / 2} ${-set.vessel.heightMm}H${set.vessel.yMm + set.vessel.diameterMm / 2}L${set.vessel.yMm + set.vessel.diameterMm * 0.36} 0H${set.vessel.yMm - set.vessel.diameterMm * 0.36}Z`" :fill="set.vessel.colour" stroke="#2a2228" :stroke-width="unit" />
      </g>
      <g class="thing" :class="{ on: chosen === 'camera' }" data-thing="camera" tabindex="0" role="button" :aria-label="label(`camera at ${set.camera.elevationDeg}°, ${(set.camera.distanceMm / 10).toFixed(0)} cm`, 'seen from the side')" @pointerdown.prevent="down($event, 'camera')" @keydown="key($event, 'camera')" @focus="emit('choose', 'camera')">
        <g :transform="`translate(${lens.y} ${-lens.z}) rotate(${set.camera.elevationDeg})`">
          <rect :x="-unit * 26" :y="-unit * 11" :width="unit * 22" :height="unit * 22" :rx="unit * 3" fill="#4a2545" />
          <rect :x="-unit * 6" :y="-unit * 6" :width="unit * 12" :height="unit * 12" fill="#4a2545" />
        </g>
        <text :x="lens.y + unit * 18" :y="-lens.z - unit * 18" :font-size="unit * 12">{{ set.camera.elevationDeg }}°, {{ (set.camera.distanceMm / 10).toFixed(0) }} cm</text>
      </g>
      <text :x="box[0]! + unit * 8" :y="box[1]! + unit * 18" :font-size="unit * 12" class="cap">From the right. Green is sharp.</text>
    </template>
    <defs>
      <linearGradient id="spill" :x1="lightLine.x1" :y1="lightLine.y1" :x2="lightLine.x1 + dirOf(set.light.facingDeg).x * 900" :y2="lightLine.y1 - dirOf(set.light.facingDeg).y * 900" gradientUnits="userSpaceOnUse">
        <stop offset="0" stop-color="#ffe9a6" stop-opacity="0.75" /><stop offset="1" stop-color="#ffe9a6" stop-opacity="0" />
      </linearGradient>
    </defs>
  </svg>
</template>

<style scoped>
svg { width: 100%; height: 100%; display: block; touch-action: none; background: #efe6da; user-select: none; }
.still { pointer-events: none; }
.thing { cursor: grab; }
.thing:active { cursor: grabbing; }
.thing:focus { outline: none; }
.thing:focus-visible { outline: 3px solid var(--fl-fig); outline-offset: 4px; }
.thing.on text { font-weight: 650; }
.thing.on { filter: drop-shadow(0 0 1.5px #b4456a) drop-shadow(0 0 1.5px #b4456a); }
.off { opacity: 0.75; }
.turn { fill: #fffdf9; stroke: #b4456a; stroke-width: 0.35%; cursor: crosshair; }
text { font-family: var(--fl-text); fill: #2a2228; }
.cap { fill: #5a4f56; pointer-events: none; }
</style>
