<script setup lang="ts">
import { computed, useId } from 'vue'
import type { Schema } from '../api/client'

/** A vessel from the side, to scale, with what is in it as light shows it across its width. */
const props = defineProps<{
  outer: Schema['StylingPoint'][]
  inner: Schema['StylingPoint'][]
  levelMm: number
  /** Seen across, left to right; none for an empty vessel. */
  colours?: string[]
  clear?: boolean
  name: string
  /** A card behind it. */
  card?: Schema['StylingPoint'][]
  /** How thick dew lies, 0 to 1. */
  dew?: number
  /** Hidden pieces on its floor: how many, and how wide each, mm. */
  pieces?: number
  pieceMm?: number
  /** Layers from below: between which heights each lies. */
  bands?: { from: number; to: number; colour: string }[]
}>()
const id = useId()
const wide = computed(() => Math.max(...props.outer.map((p) => p.xMm), 1))
const high = computed(() => Math.max(...props.outer.map((p) => p.zMm), 1))
const box = computed(() => `${-wide.value - 6} ${-high.value - 6} ${2 * wide.value + 12} ${high.value + 10}`)
const path = (side: { xMm: number; zMm: number }[]) =>
  'M' +
  [...side.map((p) => [p.xMm, -p.zMm]), ...[...side].reverse().map((p) => [-p.xMm, -p.zMm])]
    .map(([x, y]) => `${x!.toFixed(1)} ${y!.toFixed(1)}`)
    .join('L') +
  'Z'
/** How wide the inside is at a height. */
function inside(z: number): number {
  for (let i = 1; i < props.inner.length; i++) {
    const a = props.inner[i - 1]!
    const b = props.inner[i]!
    if (z >= a.zMm && z <= b.zMm && b.zMm > a.zMm) return a.xMm + ((b.xMm - a.xMm) * (z - a.zMm)) / (b.zMm - a.zMm)
  }
  return props.inner.at(-1)?.xMm ?? 0
}
/** The inside between two heights. */
const between = (low: number, high: number) => [
  { xMm: inside(low), zMm: low },
  ...props.inner.filter((p) => p.zMm > low && p.zMm < high),
  { xMm: inside(high), zMm: high },
]
const floor = computed(() => props.inner[0]?.zMm ?? 0)
const filled = computed(() => (props.levelMm > floor.value ? between(floor.value, props.levelMm) : []))
const reach = computed(() => Math.max(...filled.value.map((p) => p.xMm), 1))
/** Drops lie where chance has them, the same each time. */
const drops = computed(() => {
  const out: { x: number; y: number; r: number }[] = []
  let seed = 7
  const roll = () => (seed = (seed * 16807) % 2147483647) / 2147483647
  const n = Math.round(150 * (props.dew ?? 0))
  for (let i = 0; i < n; i++) {
    const z = roll() * props.levelMm
    const at = props.outer.findIndex((p) => p.zMm >= z)
    const x = at > 0 ? props.outer[at]!.xMm : wide.value
    out.push({ x: (2 * roll() - 1) * x * 0.94, y: -z, r: 0.4 + roll() * 1.5 })
  }
  return out
})
const lying = computed(() => {
  const n = props.pieces ?? 0
  const w = props.pieceMm ?? 0
  const row = Math.max(1, Math.floor((1.5 * reach.value) / (w + 2)))
  return Array.from({ length: Math.min(n, row) }, (_, i) => ({
    x: (i - (Math.min(n, row) - 1) / 2) * (w + 2) - w / 2,
    y: -floor.value - w - 1,
  }))
})
</script>

<template>
  <svg :viewBox="box" role="img" :aria-label="name">
    <defs v-if="colours?.length">
      <linearGradient :id="id" gradientUnits="userSpaceOnUse" :x1="-reach" y1="0" :x2="reach" y2="0">
        <stop v-for="(c, i) in colours" :key="i" :offset="(100 * (i + 0.5)) / colours.length + '%'" :stop-color="c" />
      </linearGradient>
    </defs>
    <path v-if="card?.length" class="card" :d="'M' + card.map((p) => `${p.xMm} ${-p.zMm}`).join('L') + 'Z'" />
    <path :d="path(outer)" :class="clear === false ? 'solid' : 'glass'" />
    <path
      v-if="colours?.length && filled.length > 1"
      :d="path(filled)"
      :fill="`url(#${id})`"
      :class="{ cutaway: clear === false }"
    />
    <path v-for="(b, i) in bands" :key="'b' + i" :d="path(between(b.from, b.to))" :fill="b.colour" />
    <rect v-for="(p, i) in lying" :key="'p' + i" class="piece" :x="p.x" :y="p.y" :width="pieceMm" :height="pieceMm" />
    <circle v-for="(d, i) in drops" :key="i" class="drop" :cx="d.x" :cy="d.y" :r="d.r" />
    <path v-if="card?.length" class="cut" :d="'M' + card.map((p) => `${p.xMm} ${-p.zMm}`).join('L') + 'Z'" />
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  height: 100%;
}
.glass {
  fill: var(--fl-sheen);
  stroke: var(--fl-white);
  stroke-width: 0.9;
}
.solid {
  fill: var(--fl-grey-light);
  stroke: var(--fl-white);
  stroke-width: 0.9;
}
.cutaway {
  stroke: var(--fl-white);
  stroke-width: 0.5;
}
.piece {
  fill: var(--fl-sheen);
  stroke: var(--fl-white);
  stroke-width: 0.7;
  stroke-dasharray: 2 1.4;
}
.drop {
  fill: var(--fl-sheen);
  stroke: var(--fl-white);
  stroke-width: 0.25;
}
.card {
  fill: var(--fl-white);
}
.cut {
  fill: none;
  stroke: var(--fl-fig);
  stroke-width: 0.8;
  stroke-dasharray: 3 2;
}
</style>
