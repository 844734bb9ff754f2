<script setup lang="ts">
import { ref } from 'vue'
import type { Schema } from '../api/client'

/** The table from above: twelve places round the dish, the camera at six. Arrow keys go from one to the next, Enter chooses. */
defineProps<{ graded?: Schema['DrillGraded'] }>()
const emit = defineEmits<{ choose: [choice: number] }>()
const face = ref<HTMLElement>()
const here = ref(11)
const place = (hour: number) => {
  const a = (hour / 12) * 2 * Math.PI
  return { left: `${50 + 41 * Math.sin(a)}%`, top: `${50 - 41 * Math.cos(a)}%` }
}
function key(e: KeyboardEvent) {
  const d = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[e.key]
  if (!d) return
  here.value = (here.value + d + 12) % 12
  face.value?.querySelectorAll('button')[here.value]?.focus()
  e.preventDefault()
}
</script>

<template>
  <div ref="face" class="face" role="group" aria-label="Places of the light, as on a clock" @keydown="key">
    <span class="dish" aria-hidden="true">dish</span>
    <button
      v-for="h in 12"
      :key="h"
      type="button"
      class="fl-chip"
      :style="place(h)"
      :tabindex="here === h - 1 ? 0 : -1"
      :disabled="Boolean(graded)"
      :aria-label="`${h} o'clock`"
      :class="{
        right: graded && graded.correct === h - 1,
        wrong: graded && graded.choice === h - 1 && !graded.right,
      }"
      @focus="here = h - 1"
      @click="emit('choose', h - 1)"
    >
      {{ h }}
    </button>
    <span class="camera" aria-hidden="true">camera</span>
  </div>
</template>

<style scoped>
.face {
  position: relative;
  width: 228px;
  height: 228px;
  margin: 0 auto 26px;
  border-radius: 50%;
  background: radial-gradient(circle, var(--fl-milk) 40%, var(--fl-oat) 41%);
}
.face button {
  position: absolute;
  width: 44px;
  height: 44px;
  margin: -22px 0 0 -22px;
  border-radius: 50%;
  border: 1px solid var(--fl-line);
  background: var(--fl-card);
  display: grid;
  place-items: center;
  box-sizing: border-box;
  cursor: pointer;
  font: 600 15px var(--fl-mono);
}
.face .right {
  background: var(--fl-leaf-deep);
  color: var(--fl-white);
}
.face .wrong {
  background: var(--fl-blush);
  border: 2px solid var(--fl-fig);
}
.dish {
  position: absolute;
  inset: 34%;
  border-radius: 50%;
  border: 2px solid var(--fl-sand);
  display: grid;
  place-items: center;
  font-size: 12px;
  color: var(--fl-soft);
}
.camera {
  position: absolute;
  left: 0;
  right: 0;
  bottom: -22px;
  text-align: center;
  font-size: 12px;
  color: var(--fl-soft);
}
</style>
