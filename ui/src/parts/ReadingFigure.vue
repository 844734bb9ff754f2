<script setup lang="ts">
import ChipButton from './ChipButton.vue'
import { ref } from 'vue'
import type { Reading } from '../api/client'

const props = defineProps<{ reading: Reading; large?: boolean }>()
const open = ref(false)
const id = 'working-' + props.reading.key
</script>

<template>
  <div
    class="figure"
    :class="{ large }"
    :data-reading="reading.key"
    :data-value="reading.unbounded ? '' : reading.value"
  >
    <ChipButton :aria-expanded="open" :aria-controls="id" @click="open = !open">
      <span class="label">{{ reading.label }}</span>
      <span class="value mono"
        ><span class="n" :class="{ words: reading.shown.length > 12 }">{{ reading.shown }}</span
        ><span v-if="reading.unit" class="unit">{{ reading.unit }}</span></span
      >
      <span class="turn" aria-hidden="true">{{ open ? '−' : '+' }}</span>
    </ChipButton>
    <div v-if="open" :id="id" class="working">
      <ol>
        <li v-for="(l, i) in reading.working" :key="i">
          <span>{{ l.words }}</span><code v-if="l.formula">{{ l.formula }}</code
          ><b class="mono">{{ l.shown }}</b>
        </li>
      </ol>
      <p class="source">{{ reading.source }}</p>
    </div>
  </div>
</template>

<style scoped>
.figure {
  border-bottom: 1px solid var(--fl-line);
}
button {
  box-sizing: border-box;
  width: 100%;
  display: grid;
  grid-template-columns: 1fr auto 16px;
  align-items: baseline;
  gap: 6px;
  padding: 5px 0;
  cursor: pointer;
  min-height: 32px;
}
.label {
  font-size: 13px;
  color: var(--fl-soft);
}
.n {
  font-size: 17px;
  font-weight: 500;
}
.n.words {
  font-size: 13.5px;
  white-space: nowrap;
}
.large .n {
  font-size: 25px;
}
.large .n.words {
  font-size: 15px;
}
@media (max-width: 1100px) {
  .large .n.words {
    font-size: 12.5px;
    letter-spacing: -0.02em;
  }
}
.unit {
  font-size: 12.5px;
  color: var(--fl-soft);
  margin-left: 5px;
}
.turn {
  color: var(--fl-fig-ink);
  text-align: right;
  font-family: var(--fl-mono);
}
.working {
  background: var(--fl-linen);
  padding: 8px 10px;
  margin-bottom: 6px;
  font-size: 12.5px;
  border-left: 3px solid var(--fl-brass);
}
.working ol {
  margin: 0;
  padding: 0;
  list-style: none;
  display: grid;
  gap: 6px;
}
.working li {
  display: grid;
}
code {
  font: 12px var(--fl-mono);
  color: var(--fl-aubergine);
  overflow-wrap: anywhere;
}
.working b {
  font-weight: 500;
}
.source {
  margin-top: 6px;
  color: var(--fl-soft);
  font-size: 11.5px;
}
</style>
