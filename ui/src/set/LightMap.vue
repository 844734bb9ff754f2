<script setup lang="ts">
import { computed } from 'vue'
import type { Report } from '../api/client'
import { shared, type Box } from './labels'

/** The table's light as steps over the table, in mm from its far left corner. */
const props = defineProps<{
  lit: Pick<Report['lit'], 'bands' | 'sunPatch'>
  width: number
  depth: number
  unit: number
  labels?: boolean
  /** What its numbers keep clear of, in mm from the far left corner. */
  clear?: Box[]
}>()

interface Mark {
  x: number
  y: number
  words: string
}
const words = (stops: number) => (stops === 0 ? '0' : (stops > 0 ? '+' : '−') + Math.abs(stops))
/** One label on the longest piece of each line of whole stops, where there is room. */
const marks = computed<Mark[]>(() => {
  const out: Mark[] = []
  for (const b of props.lit.bands ?? []) {
    if (b.stops % 1 !== 0 || !b.line) continue
    const pieces = b.line.split('M').map((p) => p.split('L').map((q) => q.split(' ').map(Number) as [number, number]))
    const longest = pieces.reduce((a, p) => (p.length > a.length ? p : a), [] as [number, number][])
    if (longest.length < 4) continue
    for (const share of [0.5, 0.3, 0.7, 0.15, 0.85]) {
      const [x, y] = longest[Math.floor(longest.length * share)]!
      const u = props.unit
      const box = { x: x! - 11 * u, y: y! - 9 * u, w: 22 * u, h: 18 * u }
      const clear =
        x! > 30 &&
        y! > 30 &&
        x! < props.width - 60 &&
        y! < props.depth - 20 &&
        (props.clear ?? []).every((b) => shared(b, box) === 0) &&
        out.every((m) => Math.hypot(m.x - x!, m.y - y!) > u * 30)
      if (clear) {
        out.push({ x: x!, y: y!, words: words(b.stops) })
        break
      }
    }
  }
  return out
})
</script>

<template>
  <g>
    <rect :width="width" :height="depth" fill="var(--fl-dark)" opacity="0.5" />
    <path v-for="b in lit.bands" :key="b.stops" :d="b.path" fill="var(--fl-glow)" fill-rule="evenodd" :opacity="0.13" />
    <path
      v-for="b in lit.bands"
      :key="'l' + b.stops"
      :d="b.line"
      fill="none"
      stroke="var(--fl-umber)"
      :stroke-width="unit * (b.stops % 1 === 0 ? 0.9 : 0.4)"
      :opacity="b.stops === 0 ? 0.9 : 0.5"
    />
    <path
      v-if="lit.sunPatch"
      :d="lit.sunPatch"
      fill="var(--fl-bright)"
      fill-opacity="0.25"
      stroke="var(--fl-brass)"
      :stroke-width="unit * 1.5"
      :stroke-dasharray="`${unit * 6} ${unit * 3}`"
      :clip-path="'url(#table-only)'"
    />
    <clipPath id="table-only"><rect :width="width" :height="depth" /></clipPath>
    <template v-if="labels"
      ><text
        v-for="m in marks"
        :key="m.words"
        :x="m.x"
        :y="m.y + unit * 4"
        text-anchor="middle"
        :font-size="unit * 11"
        class="mark"
        >{{ m.words }}</text
      ></template
    >
  </g>
</template>

<style scoped>
.mark {
  font-family: var(--fl-mono);
  fill: var(--fl-ink);
  paint-order: stroke;
  stroke: var(--fl-glow);
  stroke-width: 0.5%;
}
</style>
