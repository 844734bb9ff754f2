<script setup lang="ts">
import { computed } from 'vue'
import type { Schema } from '../api/client'

/** The colours on the relation they will have: ground, vessel in it, food on that, accent beside. */
const props = defineProps<{ plan: Schema['ColourPlan']; form: string; chosen: string }>()
const emit = defineEmits<{ choose: [what: string] }>()
const upright = computed(() => ['drink', 'tall'].includes(props.form))
const sum = computed(() => props.plan.food.reduce((a, f) => a + f.share, 0) || 1)

/** Sectors of a round plate, one a part, as large as its share. */
const sectors = computed(() => {
  let from = -Math.PI / 2
  return props.plan.food.map((f) => {
    const to = from + (2 * Math.PI * f.share) / sum.value
    const p = (a: number) => `${260 + 96 * Math.cos(a)} ${170 + 96 * Math.sin(a)}`
    const d =
      props.plan.food.length === 1
        ? 'M164 170a96 96 0 1 0 192 0a96 96 0 1 0 -192 0'
        : `M260 170L${p(from)}A96 96 0 ${to - from > Math.PI ? 1 : 0} 1 ${p(to)}Z`
    from = to
    return { ...f, d }
  })
})
/** Layers of something tall or in a glass, from the ground up. */
const layers = computed(() => {
  let y = 296
  return props.plan.food.map((f) => {
    const h = (198 * f.share) / sum.value
    y -= h
    return { ...f, y, h }
  })
})
const press = (what: string) => emit('choose', what)
</script>

<template>
  <svg viewBox="0 0 520 340" role="group" aria-label="The colours as they will stand to each other">
    <rect
      class="part"
      width="520"
      height="340"
      :fill="plan.ground || 'var(--fl-unset)'"
      :class="{ on: chosen === 'ground' }"
      role="button"
      tabindex="0"
      aria-label="Ground"
      @click="press('ground')"
      @keydown.enter="press('ground')"
    />
    <text v-if="!plan.ground" x="16" y="28" class="open">Ground still open</text>
    <template v-if="!upright">
      <circle
        class="part"
        cx="260"
        cy="170"
        r="142"
        :fill="plan.vessel || 'var(--fl-unset-light)'"
        :class="{ on: chosen === 'vessel' }"
        role="button"
        tabindex="0"
        aria-label="Vessel"
        @click="press('vessel')"
        @keydown.enter="press('vessel')"
      />
      <circle
        cx="260"
        cy="170"
        r="112"
        fill="none"
        stroke="var(--fl-black)"
        stroke-opacity="0.14"
        stroke-width="2"
        pointer-events="none"
      />
      <path
        v-for="(s, i) in sectors"
        :key="i"
        class="part"
        :d="s.d"
        :fill="s.hex"
        :class="{ on: chosen === 'food.' + i }"
        role="button"
        tabindex="0"
        :aria-label="s.name || 'Part ' + (i + 1)"
        @click="press('food.' + i)"
        @keydown.enter="press('food.' + i)"
      />
      <text v-if="!plan.vessel" x="260" y="50" text-anchor="middle" class="open">Vessel still open</text>
    </template>
    <template v-else>
      <path
        class="part"
        :d="form === 'drink' ? 'M178 70H342L330 306H190Z' : 'M96 296H424L400 314H120Z'"
        :fill="plan.vessel || 'var(--fl-unset-light)'"
        :fill-opacity="form === 'drink' ? 0.55 : 1"
        :class="{ on: chosen === 'vessel' }"
        role="button"
        tabindex="0"
        aria-label="Vessel"
        @click="press('vessel')"
        @keydown.enter="press('vessel')"
      />
      <clipPath id="stands">
        <path
          :d="
            form === 'drink' ? 'M190 96H330L322 296H198Z' : 'M150 296C140 190 190 104 262 98C330 104 384 196 370 296Z'
          "
        />
      </clipPath>
      <rect
        v-for="(s, i) in layers"
        :key="i"
        class="part"
        clip-path="url(#stands)"
        x="130"
        :y="s.y"
        width="260"
        :height="s.h + 0.5"
        :fill="s.hex"
        :class="{ on: chosen === 'food.' + i }"
        role="button"
        tabindex="0"
        :aria-label="s.name || 'Part ' + (i + 1)"
        @click="press('food.' + i)"
        @keydown.enter="press('food.' + i)"
      />
      <text v-if="!plan.vessel" x="260" y="58" text-anchor="middle" class="open">Vessel still open</text>
    </template>
    <g
      v-if="plan.accent"
      class="part"
      :class="{ on: chosen === 'accent' }"
      role="button"
      tabindex="0"
      aria-label="Accent"
      @click="press('accent')"
      @keydown.enter="press('accent')"
    >
      <path d="M430 230c24-34 58-34 66-10c-10 30-44 40-66 10z" :fill="plan.accent" />
      <path d="M424 262c16-20 40-22 48-6c-8 18-32 24-48 6z" :fill="plan.accent" />
    </g>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  height: auto;
  max-height: 372px;
}
.part {
  cursor: pointer;
  outline: none;
}
.part:focus-visible,
.part.on {
  stroke: var(--fl-white);
  stroke-width: 3;
  paint-order: stroke;
}
.part:focus-visible {
  stroke: var(--fl-fig);
  stroke-width: 5;
}
.open {
  font: 500 14px var(--fl-text);
  fill: var(--fl-white);
  paint-order: stroke;
  stroke: var(--fl-black);
  stroke-opacity: 0.35;
  stroke-width: 3px;
  pointer-events: none;
}
</style>
