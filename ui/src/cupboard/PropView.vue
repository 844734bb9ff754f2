<script setup lang="ts">
import { computed } from 'vue'
import type { Schema } from '../api/client'

/** A prop drawn to scale: as many pixels a millimetre as the wall says. */
const props = defineProps<{ drawing: Schema['PropDrawing']; scale?: number; most?: number; name: string }>()
const size = computed(() => {
  const { widthMm: w, heightMm: h } = props.drawing
  let k = props.scale ?? 1
  if (props.most) k = Math.min(k, props.most / Math.max(w, h, 1))
  return { w: w * k, h: h * k }
})
</script>

<template>
  <svg
    :viewBox="`-2 -2 ${drawing.widthMm + 4} ${drawing.heightMm + 4}`"
    :width="size.w"
    :height="size.h"
    role="img"
    :aria-label="name"
  >
    <path
      v-for="(s, i) in drawing.shapes"
      :key="i"
      :d="s.path"
      :fill="s.colour"
      :stroke="s.edge ? 'var(--fl-edge)' : 'none'"
      stroke-width="1"
      vector-effect="non-scaling-stroke"
    />
  </svg>
</template>

<style scoped>
svg {
  display: block;
  flex: none;
}
</style>
