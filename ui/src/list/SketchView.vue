<script setup lang="ts">
import type { Schema } from '../api/client'

defineProps<{ sketch: Schema['Sketch']; angle: string }>()
</script>

<template>
  <svg
    :viewBox="`0 0 ${sketch.width} ${sketch.height}`"
    class="sketch"
    :class="{ built: sketch.set }"
    role="img"
    :aria-label="(sketch.set ? 'As its set stands, ' : 'Usual sketch, ') + (angle || 'no angle yet')"
  >
    <path
      v-for="(s, i) in sketch.shapes"
      :key="i"
      :d="s.path"
      :fill="s.kind === 'rim' ? 'none' : s.colour"
      :stroke="s.kind === 'rim' || s.kind === 'vessel' ? 'var(--fl-edge)' : 'none'"
      stroke-width="1"
    />
  </svg>
</template>

<style scoped>
.sketch {
  display: block;
  width: 60px;
  height: 42px;
  background: var(--fl-grey);
  padding: 2px;
}
.built {
  outline: 2px solid var(--fl-leaf);
  outline-offset: -1px;
}
</style>
