<script setup lang="ts">
import { computed } from 'vue'

const props = defineProps<{ angle: string }>()
/** Elevation each angle word stands for, degrees. */
const elevation: Record<string, number> = { 'straight down': 90, 'three-quarter': 45, low: 20, level: 4, 'slightly below': -6 }
const at = computed(() => {
  const e = ((elevation[props.angle] ?? 45) * Math.PI) / 180
  return { x: 28 - 19 * Math.cos(e), y: 25 - 19 * Math.sin(e) }
})
</script>

<template>
  <svg viewBox="0 0 44 32" width="44" height="32" role="img" :aria-label="'Camera ' + angle">
    <path d="M2 28H42" stroke="#b9a99a" stroke-width="1.5" />
    <path d="M20 27q8 2 16 0l-2-3H22z" fill="#d9cbbd" />
    <path d="M23 24q5-7 10 0z" fill="#b4456a" />
    <line :x1="at.x" :y1="at.y" x2="28" y2="23" stroke="#4a2545" stroke-dasharray="2 2" />
    <rect :x="at.x - 4" :y="at.y - 3" width="8" height="6" rx="1" fill="#4a2545" />
  </svg>
</template>
