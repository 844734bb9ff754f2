<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Step } from './look'

/** The light that it was taken in, as a place: candle to shade across, green above and pink below daylight's own line. */
const props = defineProps<{ step: Step; pressing: boolean }>()
const emit = defineEmits<{ set: [values: { kelvin: number; tint: number }]; press: [] }>()
const W = 300
const H = 84
const FROM = 550 // mired: a candle
const TO = 80
const TINT = 30
const DAYLIGHT = 6504
const kelvin = computed(() => props.step.kelvin || DAYLIGHT)
const x = (k: number) => ((FROM - 1e6 / k) / (FROM - TO)) * W
const y = (tint: number) => H / 2 - (tint / TINT) * (H / 2)
const lights = [
  { k: 1900, words: 'candle' },
  { k: 2900, words: 'lamp' },
  { k: 5200, words: 'noon' },
  { k: 8500, words: 'shade' },
]
const put = (k: number, tint: number) =>
  emit('set', {
    kelvin: Math.round(Math.min(12000, Math.max(1820, k)) / 10) * 10,
    tint: Math.round(Math.min(TINT, Math.max(-TINT, tint)) * 10) / 10,
  })
const box = ref<SVGSVGElement>()
const held = ref(false)
function move(e: PointerEvent) {
  if (!held.value || !box.value) return
  const b = box.value.getBoundingClientRect()
  const mired = FROM - ((e.clientX - b.left) / b.width) * (FROM - TO)
  put(1e6 / Math.max(TO, mired), (0.5 - (e.clientY - b.top) / b.height) * 2 * TINT)
}
function grab(e: PointerEvent) {
  held.value = true
  ;(e.currentTarget as Element).setPointerCapture(e.pointerId)
  move(e)
}
function key(e: KeyboardEvent) {
  const d = { ArrowRight: [-4, 0], ArrowLeft: [4, 0], ArrowUp: [0, 0.5], ArrowDown: [0, -0.5] }[e.key]
  if (!d) return
  e.preventDefault()
  e.stopPropagation()
  put(1e6 / (1e6 / kelvin.value + d[0]!), props.step.tint + d[1]!)
}
</script>

<template>
  <div class="white">
    <svg
      ref="box"
      :viewBox="`0 0 ${W} ${H}`"
      role="group"
      aria-label="The light that it was taken in"
      @pointerdown="grab"
      @pointermove="move"
      @pointerup="held = false"
      @pointercancel="held = false"
    >
      <defs>
        <linearGradient id="lamp-to-shade">
          <stop offset="0" class="candle" />
          <stop offset="0.62" class="noon" />
          <stop offset="1" class="shade" />
        </linearGradient>
      </defs>
      <rect :width="W" :height="H" fill="url(#lamp-to-shade)" />
      <line x1="0" :x2="W" :y1="H / 2" :y2="H / 2" class="own" />
      <g v-for="l in lights" :key="l.k">
        <line :x1="x(l.k)" :x2="x(l.k)" :y1="H / 2 - 5" :y2="H / 2 + 5" class="own" />
        <text :x="x(l.k)" :y="H - 5" :text-anchor="l.k < 2000 ? 'start' : 'middle'">{{ l.words }}</text>
      </g>
      <text x="5" y="13">greener</text>
      <g
        class="hold"
        role="slider"
        tabindex="0"
        aria-label="Kelvin across, tint upward"
        :aria-valuenow="kelvin"
        aria-valuemin="1820"
        aria-valuemax="12000"
        :aria-valuetext="`${kelvin} K, tint ${step.tint}`"
        @keydown="key"
      >
        <circle :cx="x(kelvin)" :cy="y(step.tint)" r="14" class="near" />
        <circle :cx="x(kelvin)" :cy="y(step.tint)" r="6.5" />
      </g>
    </svg>
    <el-button size="small" :type="pressing ? 'primary' : undefined" :aria-pressed="pressing" @click="emit('press')"
      >{{ pressing ? 'Now press something grey in the picture' : 'By pressing something grey' }} <kbd>w</kbd></el-button
    >
  </div>
</template>

<style scoped>
.white {
  display: grid;
  gap: 8px;
  justify-items: start;
}
svg {
  width: 100%;
  display: block;
  touch-action: none;
  cursor: crosshair;
}
.candle {
  stop-color: var(--fl-sun);
}
.noon {
  stop-color: var(--fl-white);
}
.shade {
  stop-color: var(--fl-sky);
}
.own {
  stroke: var(--fl-soft);
  stroke-width: 1;
}
text {
  font: 500 11px var(--fl-text);
  fill: var(--fl-ink);
}
.hold {
  outline: none;
}
.hold circle {
  fill: var(--fl-fig);
}
.hold .near {
  fill: transparent;
}
.hold:focus-visible .near {
  stroke: var(--fl-fig);
  stroke-width: 2;
}
</style>
