<script setup lang="ts">
import { length } from '../parts/units'
import { cardFaces } from '../theme/drawn'
import ChipButton from '../parts/ChipButton.vue'
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Report, SceneSet } from '../api/client'
import LightMap from './LightMap.vue'
import {
  bodiesAbove,
  bodiesSide,
  boxAbove,
  flatKinds,
  labelsAbove,
  labelsSide,
  shownAs,
  type Bench,
} from './benchLabels'
import { part, type Thing } from './fields'
import { beside, measurer, place as placeWords, type Box } from './labels'

const props = defineProps<{
  set: SceneSet
  report?: Report
  drawn?: SceneSet
  chosen: Thing
  view: 'above' | 'side'
  map?: boolean
  closer?: boolean
}>()
const emit = defineEmits<{
  choose: [thing: Thing]
  reach: [thing: Thing]
  rest: []
  drag: []
  drop: []
  closer: []
  map: []
}>()
defineSlots<{ hand?: () => unknown }>()
const svg = ref<SVGSVGElement>()
const size = useElementSize(svg)
const overhead = computed(() => props.set.camera.elevationDeg > 80)
const rad = (d: number) => (d * Math.PI) / 180
const lights = computed(() => props.set.lights ?? [])
const cards = computed(() => props.set.cards ?? [])
const things = computed(() => props.set.things ?? [])
/** Outlines are drawn as the set was read; what has moved since is carried along. */
const outlines = computed(() =>
  ((props.view === 'above' ? props.report?.views.above : props.report?.views.side) ?? [])
    .map((o) => {
      const of = (s?: SceneSet) =>
        o.key === 'ground'
          ? s?.ground
          : o.key.startsWith('thing-')
            ? s?.things?.[Number(o.key.slice(6))]
            : s && { ...s.vessel, turnDeg: 0 }
      const [now, was] = [of(props.set), of(props.drawn)]
      let transform = ''
      if (now && was)
        transform =
          props.view === 'above'
            ? `translate(${now.xMm - was.xMm} ${-(now.yMm - was.yMm)}) rotate(${now.turnDeg - was.turnDeg} ${was.xMm} ${-was.yMm})`
            : `translate(${now.yMm - was.yMm} 0)`
      return { ...o, transform, gone: !now || ('on' in now && !now.on) }
    })
    .filter((o) => !o.gone),
)
const under = computed(() =>
  outlines.value.filter(
    (o) => o.key === 'ground' || flatKinds.includes(things.value[Number(o.key.slice(6))]?.kind ?? ''),
  ),
)
const isDish = (key: string) => key === 'vessel' || key === 'food'
/** The dish as it stands; while it has not been read yet, a disc. */
const dish = computed(() => outlines.value.filter((o) => isDish(o.key)))
const over = computed(() => outlines.value.filter((o) => !under.value.includes(o) && !isDish(o.key)))
const thingAt = (thing: Thing) => things.value[part(thing)[1]]!
const top = computed(() => props.set.vessel.heightMm + Math.max(0, props.set.food.aboveMm))
const lens = computed(() => {
  const e = rad(props.set.camera.elevationDeg)
  const c = props.set.camera
  return {
    x: props.set.vessel.xMm + c.aimXMm,
    y: props.set.vessel.yMm + c.aimYMm - c.distanceMm * Math.cos(e),
    z: top.value / 2 + c.aimZMm + c.distanceMm * Math.sin(e),
  }
})

// The window on the set, fixed while something is dragged. Far windows are drawn at the edge.
const frozen = ref<number[]>()
const box = computed(() => frozen.value ?? fit())
const reach = 1500
function fit(): number[] {
  const s = props.set
  const pad = 150
  if (props.closer) {
    const half = Math.max((props.report?.frame.widthMm ?? 0) / 2, s.vessel.diameterMm) * 1.15
    if (props.view === 'above')
      return [
        s.vessel.xMm + s.camera.aimXMm - half,
        -(s.vessel.yMm + s.camera.aimYMm + half * 0.75),
        2 * half,
        1.5 * half,
      ]
    return [
      s.vessel.yMm - half,
      -Math.max(top.value * 1.8, half * 0.8),
      2 * half,
      Math.max(top.value * 1.8, half * 0.8) + 60,
    ]
  }
  const spread = (at: number, half: number, lo: number, hi: number) =>
    [Math.max(lo - reach, Math.min(lo - 60, at - half)), Math.min(hi + reach, Math.max(hi + 60, at + half))] as const
  if (props.view === 'above') {
    let [x0, x1, y0, y1] = [-80, s.table.widthMm + 80, Math.min(-60, lens.value.y - 60), s.table.depthMm + 60]
    for (const l of lights.value) {
      const across = (l.widthMm / 2) * Math.abs(Math.cos(rad(l.facingDeg)))
      const deep = (l.widthMm / 2) * Math.abs(Math.sin(rad(l.facingDeg)))
      const [a, b] = spread(l.xMm, across, 0, s.table.widthMm)
      const [c, d] = spread(l.yMm, deep, 0, s.table.depthMm)
      ;[x0, x1, y0, y1] = [Math.min(x0, a), Math.max(x1, b), Math.min(y0, c), Math.max(y1, d)]
    }
    for (const c of cards.value)
      [x0, x1, y0, y1] = [
        Math.min(x0, c.xMm - 200),
        Math.max(x1, c.xMm + 200),
        Math.min(y0, c.yMm - 100),
        Math.max(y1, c.yMm + 100),
      ]
    if (s.backdrop.on) y1 = Math.max(y1, s.backdrop.yMm)
    return [x0 - pad, -(y1 + 2 * pad), x1 - x0 + 2 * pad, y1 - y0 + 3 * pad] // the caption stands over the drawing
  }
  let [y0, y1, z1] = [Math.min(-100, lens.value.y - 120), s.table.depthMm + 100, Math.max(700, lens.value.z + 120)]
  for (const l of lights.value) {
    const half = Math.max(100, (l.widthMm / 2) * Math.abs(Math.sin(rad(l.facingDeg))))
    ;[y0, y1] = [
      Math.min(y0, Math.max(-500, l.yMm - half)),
      Math.max(y1, Math.min(s.table.depthMm + 500, l.yMm + half)),
    ]
    z1 = Math.max(z1, Math.min(lens.value.z + 350, l.zMm + l.heightMm / 2)) // a tall window is cut off
  }
  for (const c of cards.value) if (c.on) [y0, y1] = [Math.min(y0, c.yMm - 80), Math.max(y1, c.yMm + 80)]
  if (s.backdrop.on) y1 = Math.max(y1, s.backdrop.yMm + 60)
  return [y0 - pad, -(z1 + 2 * pad), y1 - y0 + 2 * pad, z1 + 2 * pad + 200]
}
/** How many mm one screen pixel is, for strokes and handles of even size. */
const unit = computed(() =>
  Math.max(box.value[2]! / (size.width.value || 420), box.value[3]! / (size.height.value || 290)),
)

function at(e: PointerEvent) {
  const m = svg.value!.getScreenCTM()!.inverse()
  const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(m)
  return { u: p.x, v: -p.y }
}
const round = (v: number, to = 5) => Math.round(v / to) * to
const clamp = (v: number, lo: number, hi: number) => Math.min(hi, Math.max(lo, v))
type Grip = 'move' | 'turn' | 'wide' | 'tall'
let grab: { thing: Thing; grip: Grip; du: number; dv: number } | undefined

function down(e: PointerEvent, thing: Thing, grip: Grip = 'move') {
  emit('choose', thing)
  const p = at(e)
  const o = place(thing)
  grab = { thing, grip, du: p.u - o.u, dv: p.v - o.v }
  frozen.value = box.value
  svg.value!.setPointerCapture(e.pointerId)
}
const lightAt = (thing: Thing) => lights.value[part(thing)[1]]!
const cardAt = (thing: Thing) => cards.value[part(thing)[1]]!
function place(thing: Thing) {
  const s = props.set
  const above = props.view === 'above'
  const kind = part(thing)[0]
  if (kind === 'camera') return { u: above ? lens.value.x : lens.value.y, v: above ? lens.value.y : lens.value.z }
  if (kind === 'light')
    return { u: above ? lightAt(thing).xMm : lightAt(thing).yMm, v: above ? lightAt(thing).yMm : lightAt(thing).zMm }
  if (kind === 'card')
    return { u: above ? cardAt(thing).xMm : cardAt(thing).yMm, v: above ? cardAt(thing).yMm : cardAt(thing).zMm }
  if (kind === 'thing')
    return { u: above ? thingAt(thing).xMm : thingAt(thing).yMm, v: above ? thingAt(thing).yMm : thingAt(thing).liftMm }
  if (kind === 'ground') return { u: above ? s.ground.xMm : s.ground.yMm, v: above ? s.ground.yMm : 0 }
  if (kind === 'backdrop') return { u: above ? s.vessel.xMm : s.backdrop.yMm, v: above ? s.backdrop.yMm : 0 }
  return { u: above ? s.vessel.xMm : s.vessel.yMm, v: above ? s.vessel.yMm : 0 }
}
function move(e: PointerEvent) {
  if (!grab) return
  const p = at(e)
  if (grab.grip === 'turn') turnTo(grab.thing, p.u, p.v)
  else if (grab.grip === 'wide') widen(grab.thing, p.u, p.v)
  else if (grab.grip === 'tall') stretch(grab.thing, p.u, p.v)
  else put(grab.thing, p.u - grab.du, p.v - grab.dv, e.altKey ? 1 : 5) // half centimetres, unless Alt lets go of them
  emit('drag')
}
function up() {
  if (!grab) return
  grab = undefined
  frozen.value = undefined
  emit('drop')
}

/** Moves a thing; a drag rounds to half centimetres, a nudge does not. */
function put(thing: Thing, u: number, v: number, to = 5) {
  const s = props.set
  const above = props.view === 'above'
  const kind = part(thing)[0]
  const r = (x: number, lo: number, hi: number) => clamp(to ? round(x, to) : x, lo, hi)
  if (kind === 'camera') {
    const c = s.camera
    const near = Math.max(c.closestMm, c.focalMm * 1.06)
    if (above) {
      const cos = Math.cos(rad(c.elevationDeg))
      if (cos > 0.15) c.distanceMm = round(clamp((s.vessel.yMm - v) / cos, near, 6000))
      return
    }
    const dy = s.vessel.yMm - u
    const dz = v - top.value / 2
    c.elevationDeg = clamp(round((Math.atan2(dz, dy) * 180) / Math.PI, 1), 0, 90)
    c.distanceMm = round(clamp(Math.hypot(dy, dz), near, 6000))
  } else if (kind === 'light') {
    const l = lightAt(thing)
    if (above) l.xMm = r(u, -8000, 8000)
    l.yMm = r(above ? v : u, -8000, 8000)
    if (!above) l.zMm = r(v, 20, 4000)
  } else if (kind === 'card') {
    const c = cardAt(thing)
    if (above) c.xMm = r(u, -1000, 4000)
    c.yMm = r(above ? v : u, -1000, 3000)
    if (!above) c.zMm = r(v, 0, 3000)
  } else if (kind === 'thing') {
    const t = thingAt(thing)
    if (above) t.xMm = r(u, -1000, 4000)
    t.yMm = r(above ? v : u, -1000, 3000)
    if (!above) t.liftMm = r(v, 0, 500)
  } else if (kind === 'ground') {
    if (above) s.ground.xMm = r(u, -1000, 4000)
    s.ground.yMm = r(above ? v : u, -1000, 3000)
  } else if (kind === 'backdrop') {
    s.backdrop.yMm = r(above ? v : u, s.vessel.yMm + s.vessel.diameterMm / 2 + 10, 5000)
  } else {
    if (above) s.vessel.xMm = r(u, 0, s.table.widthMm)
    s.vessel.yMm = r(above ? v : u, 0, s.table.depthMm)
  }
}
function turnTo(thing: Thing, u: number, v: number) {
  const o = place(thing)
  const t = part(thing)[0] === 'light' ? lightAt(thing) : cardAt(thing)
  t.facingDeg = (round((Math.atan2(u - o.u, v - o.v) * 180) / Math.PI, 1) + 360) % 360
}
/** Resizes by the end of a card or light, seen from above: both ends move. */
function widen(thing: Thing, u: number, v: number) {
  const t = part(thing)[0] === 'light' ? lightAt(thing) : cardAt(thing)
  const n = dirOf(t.facingDeg)
  t.widthMm = clamp(round(2 * Math.abs((u - t.xMm) * n.y - (v - t.yMm) * n.x), 10), 20, 3000)
}
/** Resizes and leans a card by its upper edge, seen from the side. */
function stretch(thing: Thing, u: number, v: number) {
  const c = cardAt(thing)
  const toward = Math.cos(rad(c.facingDeg)) // how far its face looks along the side view
  const lean = Math.abs(toward) > 0.25 ? -(u - c.yMm) / toward : 0
  c.heightMm = clamp(round(Math.hypot(lean, v - c.zMm), 10), 20, 3000)
  c.tiltDeg = clamp(round((Math.atan2(lean, Math.max(v - c.zMm, 1)) * 180) / Math.PI, 1), -80, 80)
}
function key(e: KeyboardEvent, thing: Thing) {
  const s = props.set
  const step = e.shiftKey ? 1 : 10
  const d = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[e.key]
  const o = place(thing)
  const kind = part(thing)[0]
  const t = kind === 'light' ? lightAt(thing) : kind === 'card' ? cardAt(thing) : undefined
  const g = kind === 'thing' ? thingAt(thing) : kind === 'ground' ? s.ground : undefined
  if (g && [',', '.', '<', '>'].includes(e.key))
    g.turnDeg = (g.turnDeg + (e.key === ',' || e.key === '<' ? -1 : 1) * (e.shiftKey ? 1 : 5) + 360) % 360
  else if (kind === 'thing' && (e.key === 'Enter' || e.key === ' ')) thingAt(thing).on = false
  else if (d) put(thing, o.u + d[0]! * step, o.v + d[1]! * step, 0)
  else if ((e.key === ',' || e.key === '.' || e.key === '<' || e.key === '>') && t)
    t.facingDeg = (t.facingDeg + (e.key === ',' || e.key === '<' ? -1 : 1) * (e.shiftKey ? 1 : 5) + 360) % 360
  else if ((e.key === 'PageUp' || e.key === 'PageDown') && t)
    t.tiltDeg = clamp(t.tiltDeg + (e.key === 'PageUp' ? 1 : -1) * (e.shiftKey ? 1 : 5), -90, 90)
  else if ((e.key === 'Enter' || e.key === ' ') && t) t.on = !t.on
  else return
  e.preventDefault()
  e.stopPropagation()
  emit('reach', thing)
  emit('drop')
}

const dirOf = (deg: number) => ({ x: Math.sin(rad(deg)), y: Math.cos(rad(deg)) })
const flat = (t: { xMm: number; yMm: number; widthMm: number; facingDeg: number }) => {
  const n = dirOf(t.facingDeg)
  return {
    x1: t.xMm - (n.y * t.widthMm) / 2,
    y1: -(t.yMm + (n.x * t.widthMm) / 2),
    x2: t.xMm + (n.y * t.widthMm) / 2,
    y2: -(t.yMm - (n.x * t.widthMm) / 2),
  }
}
/** Where a card's edges are in the side view: foot, head. */
const upright = (c: { yMm: number; zMm: number; heightMm: number; facingDeg: number; tiltDeg: number }) => ({
  x1: c.yMm,
  y1: -c.zMm,
  x2: c.yMm - Math.cos(rad(c.facingDeg)) * Math.sin(rad(c.tiltDeg)) * c.heightMm,
  y2: -(c.zMm + Math.cos(rad(c.tiltDeg)) * c.heightMm),
})
const sharp = computed(() => {
  const w = (props.report?.frame.widthMm ?? 0) / 2
  const s = props.set.vessel
  const c = props.set.camera
  const [x, y] = [s.xMm + c.aimXMm, s.yMm + c.aimYMm]
  return `M${lens.value.x} ${-lens.value.y}L${x - w} ${-y}M${lens.value.x} ${-lens.value.y}L${x + w} ${-y}M${x - w} ${-y}H${x + w}`
})
/** In the side view: the slab along the line of sight that is sharp, as the reading has it. */
const slab = computed(() => {
  const r = props.report
  if (!r) return ''
  const e = rad(props.set.camera.elevationDeg)
  const f = { y: Math.cos(e), z: -Math.sin(e) }
  const n = { y: Math.sin(e), z: Math.cos(e) }
  const near = r.sharp.nearMm
  const far = r.sharp.endless
    ? props.set.camera.distanceMm * 2.5
    : Math.min(r.sharp.farMm, props.set.camera.distanceMm * 2.5)
  const h = Math.max(props.set.vessel.diameterMm, top.value) * 0.85
  const p = (d: number, k: number) => `${lens.value.y + f.y * d + n.y * k} ${-(lens.value.z + f.z * d + n.z * k)}`
  return `M${p(near, -h)}L${p(near, h)}L${p(far, h)}L${p(far, -h)}Z`
})
const label = (t: string, extra: string) => `${t}, ${extra}. Arrow keys move it a centimetre, with Shift a millimetre.`
const turnable = 'comma and full stop turn it'
const turnWords = 'comma and full stop turn it, Page Up and Page Down lean it, Enter switches it'
/** Keeps what stands far off in sight: drawn at the edge of the view. */
const inSight = (l: { xMm: number; yMm: number }) => ({
  x: clamp(l.xMm, box.value[0]! + unit.value * 14, box.value[0]! + box.value[2]! - unit.value * 14) - l.xMm,
  y: -(clamp(-l.yMm, box.value[1]! + unit.value * 14, box.value[1]! + box.value[3]! - unit.value * 14) + l.yMm),
})

const bench = computed<Bench>(() => ({
  set: props.set,
  report: props.report,
  chosen: props.chosen,
  lens: lens.value,
  unit: unit.value,
  inSight,
}))
/** All of the pane that is seen, in the drawing's mm: more than its own box where the pane is longer. */
const seen = computed<Box>(() => {
  const [x, y, w, h] = box.value as [number, number, number, number]
  const [wide, high] = [(size.width.value || 420) * unit.value, (size.height.value || 290) * unit.value]
  return { x: x + (w - wide) / 2, y: y + (h - high) / 2, w: wide, h: high }
})
const canvas = document.createElement('canvas').getContext('2d')
const width = measurer('650 12px Figtree', (words, font) => {
  if (!canvas) return words.length * 7
  canvas.font = font
  return canvas.measureText(words).width
})
/** The line of words over the drawing, and its press, which no name may lie under. */
const captionPx = 26
const labels = computed(() => {
  const u = unit.value
  const room = { ...seen.value, y: seen.value.y + captionPx * u, h: seen.value.h - captionPx * u }
  const above = props.view === 'above'
  return placeWords(above ? labelsAbove(bench.value) : labelsSide(bench.value, seen.value.x), {
    size: 12 * u,
    width: (words) => width(words) * u,
    soft: above ? bodiesAbove(bench.value) : bodiesSide(bench.value),
    within: { x: room.x + 4 * u, y: room.y, w: room.w - 8 * u, h: room.h - 4 * u },
  })
})
/** What the map's numbers keep clear of, in its own measure: from the table's far left corner. */
const clearOf = computed(() =>
  [...labels.value.map((l) => l.box), ...bodiesAbove(bench.value)].map((b) => ({
    ...b,
    y: b.y + props.set.table.depthMm,
  })),
)

const handEl = ref<HTMLElement>()
const handSize = useElementSize(handEl)
/** Where what is chosen is edited: beside it, in the pane's pixels. */
const handAt = computed(() => {
  const at = boxAbove(bench.value, props.chosen)
  if (!at) return undefined
  const px = (b: Box): Box => ({
    x: (b.x - seen.value.x) / unit.value,
    y: (b.y - seen.value.y) / unit.value,
    w: b.w / unit.value,
    h: b.h / unit.value,
  })
  const pane = {
    x: 6,
    y: captionPx + 2,
    w: (size.width.value || 420) - 12,
    h: (size.height.value || 290) - captionPx - 8,
  }
  const dish = boxAbove(bench.value, 'vessel')!
  const rest = [dish, ...bodiesAbove(bench.value)].map(px)
  return beside(px(at), { w: 264, h: handSize.height.value || 160 }, pane, rest)
})
</script>

<template>
  <div class="pane">
    <p class="cap">
      <span
        ><b>{{ view === 'above' ? "From above, the camera at 6 o'clock" : 'From the right. Green is sharp.' }}</b></span
      ><ChipButton v-if="view === 'above'" :aria-pressed="!!map" @click="emit('map')">
        <span aria-hidden="true">{{ map ? '●' : '○' }}</span> light map <kbd>m</kbd> </ChipButton
      ><ChipButton v-if="view === 'above'" :aria-pressed="!!closer" @click="emit('closer')">
        {{ closer ? 'whole set' : 'closer' }} <kbd>z</kbd>
      </ChipButton>
    </p>
    <svg
      ref="svg"
      class="bench-view"
      :class="view"
      :viewBox="box.join(' ')"
      :aria-label="view === 'above' ? 'The set from above' : 'The set from the side'"
      role="group"
      @pointerdown.self="emit('rest')"
      @keydown.esc="emit('rest')"
      @pointermove="move"
      @pointerup="up"
      @pointercancel="up"
    >
      <template v-if="view === 'above'">
        <rect
          x="0"
          :y="-set.table.depthMm"
          :width="set.table.widthMm"
          :height="set.table.depthMm"
          fill="var(--fl-tabletop)"
          stroke="var(--fl-tabletop-edge)"
          :stroke-width="unit * 1.5"
        />
        <g
          v-for="(o, i) in under"
          :key="o.key + i"
          class="thing"
          :class="{ on: chosen === o.key }"
          :data-thing="o.key"
          tabindex="0"
          role="button"
          :aria-label="label(o.name, turnable)"
          @pointerdown.prevent="down($event, o.key)"
          @keydown="key($event, o.key)"
          @focus="emit('reach', o.key)"
        >
          <path
            :d="o.path"
            :transform="o.transform"
            :fill="o.colour"
            :fill-opacity="o.clear ? 0.4 : 0.92"
            stroke="var(--fl-ink)"
            :stroke-width="unit"
          />
        </g>
        <g v-if="map && report" :transform="`translate(0 ${-set.table.depthMm})`" class="still">
          <LightMap
            :lit="report.lit"
            :width="set.table.widthMm"
            :depth="set.table.depthMm"
            :unit="unit"
            :clear="clearOf"
            labels
          />
        </g>
        <path
          :d="sharp"
          fill="none"
          stroke="var(--fl-aubergine)"
          :stroke-width="unit"
          :stroke-dasharray="`${unit * 5} ${unit * 4}`"
          class="still"
        />
        <g
          v-if="set.backdrop.on"
          class="thing"
          :class="{ on: chosen === 'backdrop' }"
          data-thing="backdrop"
          tabindex="0"
          role="button"
          :aria-label="label('backdrop', `${length(set.backdrop.yMm, true)} from the near edge`)"
          @pointerdown.prevent="down($event, 'backdrop')"
          @keydown="key($event, 'backdrop')"
          @focus="emit('reach', 'backdrop')"
        >
          <line
            :x1="set.vessel.xMm - set.backdrop.widthMm / 2"
            :x2="set.vessel.xMm + set.backdrop.widthMm / 2"
            :y1="-set.backdrop.yMm"
            :y2="-set.backdrop.yMm"
            stroke="transparent"
            :stroke-width="unit * 24"
          />
          <line
            :x1="set.vessel.xMm - set.backdrop.widthMm / 2"
            :x2="set.vessel.xMm + set.backdrop.widthMm / 2"
            :y1="-set.backdrop.yMm"
            :y2="-set.backdrop.yMm"
            :stroke="set.backdrop.colour"
            :stroke-width="unit * 8"
          />
        </g>
        <g
          class="thing"
          :class="{ on: chosen === 'vessel' }"
          data-thing="vessel"
          tabindex="0"
          role="button"
          :aria-label="
            label('vessel', `${length(set.vessel.xMm)} from the left, ${length(set.vessel.yMm)} from the near edge`)
          "
          @pointerdown.prevent="down($event, 'vessel')"
          @keydown="key($event, 'vessel')"
          @focus="emit('reach', 'vessel')"
        >
          <path
            v-for="(o, i) in dish"
            :key="i"
            :d="o.path"
            :transform="o.transform"
            :fill="o.colour"
            :fill-opacity="o.clear ? 0.4 : 1"
            stroke="var(--fl-ink)"
            :stroke-width="unit * (o.key === 'vessel' ? 1 : 0.4)"
          />
          <circle
            v-if="!dish.length"
            :cx="set.vessel.xMm"
            :cy="-set.vessel.yMm"
            :r="set.vessel.diameterMm / 2"
            :fill="set.vessel.colour"
            stroke="var(--fl-ink)"
            :stroke-width="unit"
          />
        </g>
        <g
          v-for="(o, i) in over"
          :key="o.key + i"
          class="thing"
          :class="{ on: chosen === o.key }"
          :data-thing="o.key"
          tabindex="0"
          role="button"
          :aria-label="label(o.name, turnable)"
          @pointerdown.prevent="down($event, o.key)"
          @keydown="key($event, o.key)"
          @focus="emit('reach', o.key)"
        >
          <path
            :d="o.path"
            :transform="o.transform"
            :fill="o.colour"
            :fill-opacity="o.clear ? 0.4 : 1"
            stroke="var(--fl-ink)"
            :stroke-width="unit"
          />
        </g>
        <g
          v-for="(c, i) in cards"
          :key="'c' + i"
          class="thing"
          :class="{ on: chosen === 'card-' + i, off: !c.on }"
          :data-thing="'card-' + i"
          tabindex="0"
          role="button"
          :aria-label="label(c.name || 'card', (c.on ? 'in the set; ' : 'out of the set; ') + turnWords)"
          @pointerdown.prevent="down($event, 'card-' + i)"
          @keydown="key($event, 'card-' + i)"
          @focus="emit('reach', 'card-' + i)"
        >
          <line v-bind="flat(c)" stroke="transparent" :stroke-width="unit * 26" />
          <line
            v-bind="flat(c)"
            stroke="var(--fl-ink)"
            :stroke-width="unit * 7"
            :stroke-dasharray="c.on ? undefined : `${unit * 6} ${unit * 5}`"
          />
          <line
            v-bind="flat(c)"
            :stroke="cardFaces[c.kind as keyof typeof cardFaces]"
            :stroke-width="unit * 4.4"
            :stroke-dasharray="c.kind === 'diffuser' ? `${unit * 4} ${unit * 2}` : undefined"
            :transform="`translate(${dirOf(c.facingDeg).x * unit * 1.6} ${-dirOf(c.facingDeg).y * unit * 1.6})`"
          />
          <template v-if="chosen === 'card-' + i">
            <circle
              class="grip"
              :cx="c.xMm + dirOf(c.facingDeg).x * unit * 30"
              :cy="-(c.yMm + dirOf(c.facingDeg).y * unit * 30)"
              :r="unit * 7"
              :data-turn="'card-' + i"
              @pointerdown.prevent.stop="down($event, 'card-' + i, 'turn')"
            />
            <rect
              class="grip"
              :x="flat(c).x2 - unit * 6"
              :y="flat(c).y2 - unit * 6"
              :width="unit * 12"
              :height="unit * 12"
              :data-wide="'card-' + i"
              @pointerdown.prevent.stop="down($event, 'card-' + i, 'wide')"
            />
          </template>
        </g>
        <g
          v-for="(l, i) in lights"
          :key="'l' + i"
          class="thing"
          :class="{ on: chosen === 'light-' + i, off: !l.on }"
          :transform="`translate(${inSight(l).x} ${-inSight(l).y})`"
          :data-thing="'light-' + i"
          tabindex="0"
          role="button"
          :aria-label="label(shownAs(bench, i), (l.on ? 'on; ' : 'off; ') + turnWords)"
          @pointerdown.prevent="down($event, 'light-' + i)"
          @keydown="key($event, 'light-' + i)"
          @focus="emit('reach', 'light-' + i)"
        >
          <line v-bind="flat(l)" stroke="transparent" :stroke-width="unit * 26" />
          <line
            v-bind="flat(l)"
            :stroke="l.on ? 'var(--fl-lamp-edge)' : 'var(--fl-lamp-off-edge)'"
            :stroke-width="unit * 9"
            stroke-linecap="round"
          />
          <line
            v-bind="flat(l)"
            :stroke="l.on ? 'var(--fl-lamp)' : 'var(--fl-lamp-off)'"
            :stroke-width="unit * 4.5"
            :stroke-dasharray="l.on ? undefined : `${unit * 5} ${unit * 4}`"
          />
          <path
            v-if="l.on"
            :d="`M0 ${-unit * 9}L${unit * 20} ${-unit * 15}M0 0L${unit * 24} 0M0 ${unit * 9}L${unit * 20} ${unit * 15}`"
            :transform="`translate(${l.xMm + dirOf(l.facingDeg).x * unit * 8} ${-(l.yMm + dirOf(l.facingDeg).y * unit * 8)}) rotate(${l.facingDeg - 90})`"
            stroke="var(--fl-brass)"
            :stroke-width="unit * 1.6"
            fill="none"
          />
          <template v-if="chosen === 'light-' + i">
            <circle
              class="grip"
              :cx="l.xMm + dirOf(l.facingDeg).x * unit * 44"
              :cy="-(l.yMm + dirOf(l.facingDeg).y * unit * 44)"
              :r="unit * 7"
              :data-turn="'light-' + i"
              @pointerdown.prevent.stop="down($event, 'light-' + i, 'turn')"
            />
            <rect
              class="grip"
              :x="flat(l).x2 - unit * 6"
              :y="flat(l).y2 - unit * 6"
              :width="unit * 12"
              :height="unit * 12"
              :data-wide="'light-' + i"
              @pointerdown.prevent.stop="down($event, 'light-' + i, 'wide')"
            />
          </template>
        </g>
        <g
          class="thing"
          :class="{ on: chosen === 'camera' }"
          data-thing="camera"
          tabindex="0"
          role="button"
          :aria-label="
            label(
              `camera${overhead ? ' above' : ''}, ${set.camera.focalMm} mm`,
              `at ${set.camera.elevationDeg}°, ${length(set.camera.distanceMm, true)} from the dish`,
            )
          "
          @pointerdown.prevent="down($event, 'camera')"
          @keydown="key($event, 'camera')"
          @focus="emit('reach', 'camera')"
        >
          <g
            :fill="overhead ? 'none' : 'var(--fl-aubergine)'"
            stroke="var(--fl-aubergine)"
            :stroke-width="unit * 2"
            :transform="overhead ? `translate(0 ${unit * 26 + set.vessel.diameterMm / 2})` : undefined"
          >
            <rect :x="lens.x - unit * 17" :y="-lens.y" :width="unit * 34" :height="unit * 20" :rx="unit * 3" />
            <rect :x="lens.x - unit * 7" :y="-lens.y - unit * 9" :width="unit * 14" :height="unit * 9" />
          </g>
        </g>
      </template>
      <template v-else>
        <rect
          x="0"
          y="0"
          :width="set.table.depthMm"
          :height="unit * 10"
          fill="var(--fl-tabletop)"
          stroke="var(--fl-tabletop-edge)"
          :stroke-width="unit"
        />
        <path
          v-for="(o, i) in [...under, ...over]"
          :key="o.key + i"
          :d="o.path"
          :transform="o.transform"
          :fill="o.colour"
          :fill-opacity="o.clear ? 0.4 : 0.9"
          stroke="var(--fl-ink)"
          :stroke-width="unit"
          :class="{ on: chosen === o.key }"
          @pointerdown.prevent="down($event, o.key)"
        />
        <path :d="slab" fill="var(--fl-leaf)" opacity="0.28" class="still" />
        <line
          :x1="lens.y"
          :y1="-lens.z"
          :x2="set.vessel.yMm"
          :y2="-top / 2"
          stroke="var(--fl-aubergine)"
          :stroke-width="unit"
          :stroke-dasharray="`${unit * 5} ${unit * 4}`"
          class="still"
        />
        <g
          v-for="(l, i) in lights"
          :key="'l' + i"
          class="thing win"
          :class="{ on: chosen === 'light-' + i, off: !l.on }"
          :data-thing="'light-' + i"
          tabindex="0"
          role="button"
          :aria-label="label((l.name || l.kind) + ' from the side', `middle ${length(l.zMm, true)} above the table`)"
          @pointerdown.prevent="down($event, 'light-' + i)"
          @keydown="key($event, 'light-' + i)"
          @focus="emit('reach', 'light-' + i)"
        >
          <rect
            v-if="Math.abs(l.tiltDeg) < 75"
            :x="l.yMm - Math.max(20, (l.widthMm / 2) * Math.abs(Math.sin(rad(l.facingDeg))))"
            :width="Math.max(40, l.widthMm * Math.abs(Math.sin(rad(l.facingDeg))))"
            :y="-l.zMm - l.heightMm / 2"
            :height="l.heightMm"
            fill="var(--fl-lamp)"
            :fill-opacity="l.on ? 0.35 : 0.08"
            stroke="var(--fl-lamp-edge)"
            :stroke-width="unit * 2"
          />
          <rect
            v-else
            :x="l.yMm - l.heightMm / 2"
            :width="l.heightMm"
            :y="-l.zMm - 15"
            height="30"
            fill="var(--fl-lamp)"
            :fill-opacity="l.on ? 0.6 : 0.1"
            stroke="var(--fl-lamp-edge)"
            :stroke-width="unit * 2"
          />
        </g>
        <line
          v-if="set.backdrop.on"
          :x1="set.backdrop.yMm"
          :x2="set.backdrop.yMm"
          y1="0"
          :y2="-set.backdrop.heightMm"
          :stroke="set.backdrop.colour"
          :stroke-width="unit * 7"
          class="still"
        />
        <g
          v-for="(c, i) in cards"
          :key="'c' + i"
          class="thing"
          :class="{ on: chosen === 'card-' + i }"
          :data-thing="'card-' + i"
        >
          <template v-if="c.on">
            <line
              v-bind="upright(c)"
              stroke="transparent"
              :stroke-width="unit * 22"
              @pointerdown.prevent="down($event, 'card-' + i)"
            />
            <line v-bind="upright(c)" stroke="var(--fl-ink)" :stroke-width="unit * 7" class="still" />
            <line
              v-bind="upright(c)"
              :stroke="cardFaces[c.kind as keyof typeof cardFaces]"
              :stroke-width="unit * 4"
              class="still"
            />
            <rect
              v-if="chosen === 'card-' + i"
              class="grip"
              :x="upright(c).x2 - unit * 6"
              :y="upright(c).y2 - unit * 6"
              :width="unit * 12"
              :height="unit * 12"
              :data-tall="'card-' + i"
              @pointerdown.prevent.stop="down($event, 'card-' + i, 'tall')"
            />
          </template>
        </g>
        <g
          class="thing"
          :class="{ on: chosen === 'vessel' }"
          data-thing="vessel"
          tabindex="0"
          role="button"
          :aria-label="label('vessel', 'seen from the side')"
          @pointerdown.prevent="down($event, 'vessel')"
          @keydown="key($event, 'vessel')"
          @focus="emit('reach', 'vessel')"
        >
          <path
            v-for="(o, i) in dish"
            :key="i"
            :d="o.path"
            :transform="o.transform"
            :fill="o.colour"
            :fill-opacity="o.clear ? 0.4 : 1"
            stroke="var(--fl-ink)"
            :stroke-width="unit * (o.key === 'vessel' ? 1 : 0.4)"
          />
        </g>
        <g
          class="thing"
          :class="{ on: chosen === 'camera' }"
          data-thing="camera"
          tabindex="0"
          role="button"
          :aria-label="
            label(
              `${set.camera.elevationDeg}°, ${length(set.camera.distanceMm, true)}, the camera`,
              'seen from the side',
            )
          "
          @pointerdown.prevent="down($event, 'camera')"
          @keydown="key($event, 'camera')"
          @focus="emit('reach', 'camera')"
        >
          <g :transform="`translate(${lens.y} ${-lens.z}) rotate(${set.camera.elevationDeg})`">
            <rect
              :x="-unit * 26"
              :y="-unit * 11"
              :width="unit * 22"
              :height="unit * 22"
              :rx="unit * 3"
              fill="var(--fl-aubergine)"
            />
            <rect :x="-unit * 6" :y="-unit * 6" :width="unit * 12" :height="unit * 12" fill="var(--fl-aubergine)" />
          </g>
        </g>
      </template>
      <text
        v-for="l in labels"
        :key="'w' + l.key"
        :x="l.x"
        :y="l.y"
        :text-anchor="l.anchor"
        :font-size="unit * 12"
        :stroke-width="unit * 3"
        class="called"
        :class="{ on: chosen === l.key }"
        aria-hidden="true"
        @pointerdown.prevent.stop="down($event, l.key)"
      >
        {{ l.words }}
      </text>
    </svg>
    <div
      v-if="$slots.hand && handAt"
      v-show="!frozen"
      ref="handEl"
      class="held"
      :style="{ left: handAt.x + 'px', top: handAt.y + 'px' }"
    >
      <slot name="hand" />
    </div>
  </div>
</template>

<style scoped>
.pane {
  position: relative;
  min-width: 0;
  min-height: 0;
  background: var(--fl-oat);
}
svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  display: block;
  touch-action: none;
  user-select: none;
}
.still {
  pointer-events: none;
}
.thing {
  cursor: grab;
}
.thing:active {
  cursor: grabbing;
}
.thing:focus {
  outline: none;
}
.thing:focus-visible {
  outline: 3px solid var(--fl-fig);
  outline-offset: 4px;
}
.held {
  position: absolute;
  z-index: 2;
  width: 264px;
}
.called {
  paint-order: stroke;
  stroke: var(--fl-oat);
  stroke-linejoin: round;
  cursor: grab;
}
.called.on {
  font-weight: 650;
}
.thing.on {
  filter: drop-shadow(0 0 1.5px var(--fl-fig)) drop-shadow(0 0 1.5px var(--fl-fig));
}
.thing.win.on {
  filter: none;
}
.win.on rect {
  stroke: var(--fl-fig);
}
.off {
  opacity: 0.7;
}
.grip {
  fill: var(--fl-card);
  stroke: var(--fl-fig);
  stroke-width: 0.35%;
  cursor: crosshair;
}
rect.grip {
  cursor: nwse-resize;
}
text {
  font-family: var(--fl-text);
  fill: var(--fl-ink);
}
.cap {
  position: absolute;
  z-index: 1;
  inset: 4px 6px auto;
  margin: 0;
  display: flex;
  justify-content: space-between;
  gap: 4px;
  font-size: 12px;
  color: var(--fl-soft-deep);
  pointer-events: none;
}
.cap span {
  flex: 1;
}
.cap span b {
  font-weight: 400;
  background: color-mix(in srgb, var(--fl-oat) 82%, transparent);
  padding: 0 3px;
}
.cap button {
  flex: none;
  white-space: nowrap;
  align-self: start;
  pointer-events: auto;
  cursor: pointer;
  font-size: 12px;
  padding: 2px 7px;
  background: var(--fl-veil);
  color: var(--fl-card);
  border-radius: 3px;
}
.cap kbd {
  font: 500 11px var(--fl-mono);
  border: 1px solid currentcolor;
  opacity: 0.7;
  border-radius: 3px;
  padding: 0 4px;
  margin-left: 3px;
}
</style>
