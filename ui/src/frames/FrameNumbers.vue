<script setup lang="ts">
import { computed } from 'vue'
import { useFrameNumbers } from '../api/queries'
import FindingList from '../parts/FindingList.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import ReadingFigure from '../parts/ReadingFigure.vue'

/** What a frame's picture says in numbers: how its tones lie, where it is sharp, and what is worth a look. */
const props = defineProps<{ frame: string; shoot: string; shot: string }>()
const asked = useFrameNumbers(() => props.frame)
const n = computed(() => asked.data.value)
const bars = computed(() => {
  const h = n.value?.histogram ?? []
  return h.map((v, i) => ({ x: i, h: Math.max(v > 0 ? 0.4 : 0, 24 * Math.sqrt(v)) }))
})
const rows = computed(() => (n.value?.columns ? (n.value.sharp.length ?? 0) / n.value.columns : 0))
/** From this blur on a field is shown as soft as can be, px. */
const softest = 5
const fields = computed(() =>
  (n.value?.sharp ?? []).map((v, i) => ({
    x: i % n.value!.columns,
    y: Math.floor(i / n.value!.columns),
    sharp: v < 0 ? 0 : 1 - Math.min(1, v / softest),
    clipped: n.value!.clipped[i] ?? 0,
  })),
)
const sharpest = computed(() => {
  const edges = fields.value.filter((f) => f.sharp > 0)
  const best = edges.reduce((a, b) => (b.sharp > a.sharp ? b : a), edges[0] ?? { x: 0, y: 0, sharp: 0, clipped: 0 })
  if (!edges.length) return 'No edge to tell by'
  const across = ['left', 'middle', 'right'][Math.floor((best.x * 3) / n.value!.columns)]
  const up = ['top', 'middle', 'bottom'][Math.floor((best.y * 3) / rows.value)]
  return `Sharpest at the ${up}, ${across}`
})
</script>

<template>
  <section class="numbers" aria-label="In numbers">
    <h3>In numbers</h3>
    <ProblemNote :error="asked.error.value" />
    <p v-if="asked.isLoading.value" class="soft small">Reading the picture …</p>
    <template v-if="n?.histogram.length">
      <svg
        viewBox="0 0 64 24"
        preserveAspectRatio="none"
        class="tones"
        role="img"
        aria-label="Tones from black to white"
      >
        <rect v-for="b in bars" :key="b.x" :x="b.x" :y="24 - b.h" width="0.9" :height="b.h" />
      </svg>
      <svg :viewBox="`0 0 ${n.columns} ${rows}`" class="map" role="img" :aria-label="sharpest">
        <template v-for="f in fields" :key="f.x + ' ' + f.y">
          <rect class="sharp" :x="f.x + 0.04" :y="f.y + 0.04" width="0.92" height="0.92" :opacity="f.sharp" />
          <circle v-if="f.clipped > 0.02" class="clipped" :cx="f.x + 0.5" :cy="f.y + 0.5" r="0.2" />
        </template>
        <rect
          class="hero"
          :x="n.hero[0]! * n.columns"
          :y="n.hero[1]! * rows"
          :width="n.hero[2]! * n.columns"
          :height="n.hero[3]! * rows"
        />
      </svg>
      <p class="soft small">Dark is sharp; the outline is the hero as planned; a ring is clipped.</p>
      <ReadingFigure v-for="r in n.readings" :key="frame + r.key" :reading="r" />
      <FindingList :findings="n.findings" :shoot="shoot" :place="shot" />
    </template>
  </section>
</template>

<style scoped>
h3 {
  margin: 14px 0 6px;
}
svg {
  display: block;
  width: 100%;
  background: var(--fl-card);
  border: 1px solid var(--fl-line);
}
.tones {
  height: 56px;
  fill: var(--fl-aubergine);
}
.map {
  margin-top: 6px;
}
.sharp {
  fill: var(--fl-aubergine);
}
.clipped {
  fill: none;
  stroke: var(--fl-wine);
  stroke-width: 0.14;
}
.hero {
  fill: none;
  stroke: var(--fl-fig);
  stroke-width: 0.09;
}
</style>
