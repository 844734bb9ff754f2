<script setup lang="ts">
import type { Schema } from '../api/client'

const props = defineProps<{ points: Schema['ColourPoint'][]; chosen: string }>()
const arc = (i: number) => {
  const at = (deg: number, r: number) =>
    `${90 + r * Math.cos((deg * Math.PI) / 180)} ${90 - r * Math.sin((deg * Math.PI) / 180)}`
  return `M${at(i * 10, 88)}A88 88 0 0 0 ${at(i * 10 + 10.4, 88)}L${at(i * 10 + 10.4, 76)}A76 76 0 0 1 ${at(i * 10, 76)}Z`
}
/** Chroma from the middle out; 0.2 is as strong as most things get. */
const place = (p: Schema['ColourPoint']) => {
  const r = Math.min(1, p.chroma / 0.2) * 68
  return { x: 90 + r * Math.cos((p.hueDeg * Math.PI) / 180), y: 90 - r * Math.sin((p.hueDeg * Math.PI) / 180) }
}
const size = (p: Schema['ColourPoint']) => (p.role === 'food' ? 4 + Math.sqrt(p.percent) * 0.9 : 7)
const said = () => props.points.map((p) => `${p.name}: ${p.words}`).join('; ')
</script>

<template>
  <svg viewBox="0 0 180 180" role="img" :aria-label="'Wheel of hues. ' + said()">
    <path v-for="i in 36" :key="i" :d="arc(i - 1)" :style="{ fill: `oklch(0.68 0.13 ${(i - 1) * 10 + 5})` }" />
    <circle cx="90" cy="90" r="68" fill="var(--fl-grey)" />
    <path d="M90 22V158M22 90H158" stroke="var(--fl-white)" stroke-opacity="0.25" />
    <g v-for="p in points" :key="p.role + p.name">
      <title>{{ p.name }}: {{ p.words }}</title>
      <circle
        v-if="p.role === 'food'"
        :cx="place(p).x"
        :cy="place(p).y"
        :r="size(p)"
        :fill="p.hex"
        stroke="var(--fl-white)"
        stroke-width="1.5"
      />
      <rect
        v-else-if="p.role === 'ground'"
        :x="place(p).x - 7"
        :y="place(p).y - 7"
        width="14"
        height="14"
        :fill="p.hex"
        stroke="var(--fl-white)"
        stroke-width="1.5"
      />
      <circle
        v-else-if="p.role === 'vessel'"
        :cx="place(p).x"
        :cy="place(p).y"
        r="8"
        :fill="p.hex"
        stroke="var(--fl-white)"
        stroke-width="1.5"
        stroke-dasharray="3 2"
      />
      <path
        v-else
        :d="`M${place(p).x} ${place(p).y - 9}l8 15h-16z`"
        :fill="p.hex"
        stroke="var(--fl-white)"
        stroke-width="1.5"
      />
    </g>
  </svg>
  <p class="key"><span>● food</span><span>◌ vessel</span><span>■ ground</span><span>▲ accent</span></p>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  max-width: 200px;
  margin: 0 auto;
}
.key {
  display: flex;
  flex-wrap: wrap;
  justify-content: center;
  gap: 2px 10px;
  font-size: 12px;
  color: var(--fl-soft);
  margin-top: 6px;
}
</style>
