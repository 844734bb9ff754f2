<script setup lang="ts">
import { computed } from 'vue'
import type { Schema } from '../api/client'

/** How far each skill is learned, and how the weeks went. */
const props = defineProps<{ training: Schema['DrillTraining'] }>()
const words: Record<Schema['Drill']['kind'], string> = {
  clock: 'Where light comes from',
  source: 'Hard or soft',
  aperture: 'Aperture',
  lens: 'Lens',
  fill: 'Light side to dark',
  crop: 'Crop',
  fault: 'Faults',
}
const kinds = computed(() =>
  (Object.keys(words) as (keyof typeof words)[]).map((kind) => {
    const of = props.training.standings.filter((s) => s.skill.kind === kind)
    return { kind, words: words[kind], of, known: of.filter((s) => s.box >= 3).length }
  }),
)
const tries = computed(() => props.training.standings.reduce((n, s) => n + s.tries, 0))
const most = computed(() => Math.max(10, ...props.training.weeks.map((w) => w.tries)))
const told = (s: Schema['DrillStanding']) =>
  s.box
    ? `${s.words}: box ${s.box} of ${props.training.boxes}, ${s.right} of ${s.tries} right`
    : `${s.words}: not asked yet`
</script>

<template>
  <h2>How far you are</h2>
  <p class="small soft">
    A square is one thing to be seen; the darker, the longer it rests, in Leitner’s boxes (1972).
  </p>
  <ul class="kinds">
    <li v-for="k in kinds" :key="k.kind">
      <span>{{ k.words }}</span><span class="mono small">{{ k.known }} of {{ k.of.length }}</span>
      <span class="boxes" role="img" :aria-label="k.of.map(told).join('; ')">
        <i v-for="s in k.of" :key="s.skill.item" :class="'b' + s.box" :title="told(s)"></i>
      </span>
    </li>
  </ul>
  <details class="small">
    <summary>As a list</summary>
    <ul class="plain">
      <li v-for="s in training.standings" :key="s.skill.kind + s.skill.item">{{ told(s) }}</li>
    </ul>
  </details>
  <template v-if="tries">
    <h3>Twelve weeks</h3>
    <div
      class="weeks"
      role="img"
      :aria-label="
        training.weeks
          .filter((w) => w.tries)
          .map((w) => `${w.right} of ${w.tries} right`)
          .join('; ')
      "
    >
      <span v-for="(w, i) in training.weeks" :key="i" :title="`${w.right} of ${w.tries} right`">
        <i class="all" :style="{ height: `${(100 * w.tries) / most}%` }"></i>
        <i class="yes" :style="{ height: `${(100 * w.right) / most}%` }"></i>
      </span>
    </div>
    <p class="small soft">Answers a week; the dark part was right.</p>
  </template>
</template>

<style scoped>
.kinds {
  list-style: none;
  margin: 8px 0 16px;
  padding: 0;
  display: grid;
  gap: 10px;
  font-size: 13.5px;
}
.kinds li {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 3px 8px;
}
.boxes {
  grid-column: 1 / -1;
  display: flex;
  gap: 3px;
  flex-wrap: wrap;
}
.boxes i {
  width: 18px;
  height: 12px;
  border: 1px solid var(--fl-sand);
}
.boxes .b1 {
  background: var(--fl-blush);
}
.boxes .b2 {
  background: var(--fl-rose);
}
.boxes .b3 {
  background: var(--fl-rose-deep);
}
.boxes .b4 {
  background: var(--fl-fig);
}
.boxes .b5 {
  background: var(--fl-aubergine);
}
.plain {
  margin: 6px 0 12px;
  padding-left: 16px;
}
.weeks {
  display: flex;
  gap: 4px;
  height: 60px;
  border-bottom: 1px solid var(--fl-line);
}
.weeks span {
  flex: 1;
  position: relative;
}
.weeks i {
  position: absolute;
  left: 0;
  right: 0;
  bottom: 0;
}
.weeks .all {
  background: var(--fl-biscuit);
}
.weeks .yes {
  background: var(--fl-fig);
}
</style>
