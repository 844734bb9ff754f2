<script setup lang="ts">
import type { Schema } from '../api/client'

/** Four crops of one picture, each shown as it would be published. */
defineProps<{ options: Schema['DrillOption'][]; src: string; graded?: Schema['DrillGraded'] }>()
const emit = defineEmits<{ choose: [choice: number] }>()
const part = (b: Schema['FrameBox']) => ({
  width: `${100 / b.w}%`,
  marginLeft: `${(-100 * b.x) / b.w}%`,
})
</script>

<template>
  <div class="crops">
    <button
      v-for="(o, i) in options"
      :key="o.words"
      type="button"
      class="fl-chip"
      :disabled="Boolean(graded)"
      :class="{
        right: graded && graded.correct === i,
        wrong: graded && graded.choice === i && !graded.right,
      }"
      @click="emit('choose', i)"
    >
      <span class="cut"><img :src="src" :style="part(o.box)" :alt="`Crop ${o.words}`" /></span>
      <span class="name"
        ><kbd aria-hidden="true">{{ i + 1 }}</kbd> {{ o.words }} <b v-if="graded && graded.correct === i">✓ right</b
        ><b v-else-if="graded && graded.choice === i">✕ yours</b></span
      >
    </button>
  </div>
</template>

<style scoped>
.crops {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
.crops button {
  padding: 4px;
  border: 1px solid var(--fl-line);
  background: var(--fl-card);
  cursor: pointer;
  text-align: left;
}
.cut {
  display: block;
  overflow: hidden;
  aspect-ratio: 4 / 5;
  background: var(--fl-grey);
}
.cut img {
  display: block;
  max-width: none;
}
.name {
  display: block;
  padding-top: 4px;
  font-size: 13px;
}
.crops .right {
  box-shadow: 0 0 0 3px var(--fl-leaf);
}
.crops .wrong {
  box-shadow: 0 0 0 3px var(--fl-fig);
}
kbd {
  margin-left: 0;
}
</style>
