<script setup lang="ts" generic="T extends { key: string; x: number; y: number }">
/** A picture with pins: a press on it puts one there, the arrow keys move the one that is focused. */
defineProps<{
  src: string
  alt: string
  /** What the whole is called. */
  label: string
  pins: T[]
  chosen: string
  /** What a pin shows. */
  face: (p: T, n: number) => string
  /** What a pin is called. */
  says: (p: T, n: number) => string
  /** What colours it. */
  look: (p: T) => string
}>()
const emit = defineEmits<{ press: [x: number, y: number]; choose: [key: string]; move: [p: T, x: number, y: number] }>()

/** A share of the picture, to a thousandth. */
const share = (v: number) => Math.round(1000 * Math.min(1, Math.max(0, v))) / 1000
function press(e: MouseEvent) {
  const r = (e.currentTarget as HTMLElement).getBoundingClientRect()
  emit('press', share((e.clientX - r.left) / r.width), share((e.clientY - r.top) / r.height))
}
const steps: Record<string, [number, number]> = {
  ArrowLeft: [-0.01, 0],
  ArrowRight: [0.01, 0],
  ArrowUp: [0, -0.01],
  ArrowDown: [0, 0.01],
}
function move(e: KeyboardEvent, p: T) {
  const by = steps[e.key]
  if (!by) return
  e.preventDefault()
  e.stopPropagation()
  emit('move', p, share(p.x + by[0]), share(p.y + by[1]))
}
</script>

<template>
  <div class="seen" tabindex="0" role="group" :aria-label="label">
    <div class="picture">
      <img :src="src" :alt="alt" @click="press" />
      <slot name="under" />
      <button
        v-for="(p, n) in pins"
        :key="p.key"
        type="button"
        class="pin"
        :class="[look(p), { on: p.key === chosen }]"
        :style="{ left: `${p.x * 100}%`, top: `${p.y * 100}%` }"
        :aria-label="`${says(p, n)}. Arrow keys move it`"
        :aria-pressed="p.key === chosen"
        @click.stop="emit('choose', p.key)"
        @keydown="move($event, p)"
      >
        {{ face(p, n) }}
      </button>
    </div>
    <p class="small soft"><slot /></p>
  </div>
</template>

<style scoped>
.seen {
  padding: 12px;
  min-width: 0;
  overflow: auto;
  background: var(--fl-grey);
}
.picture {
  position: relative;
  width: fit-content;
  margin: 0 auto;
}
.picture img {
  display: block;
  max-width: 100%;
  max-height: calc(100vh - 190px);
  cursor: crosshair;
}
p {
  background: var(--fl-card);
  padding: 4px 10px;
  margin: 8px 0 0;
}
.pin,
.picture :slotted(.hint) {
  position: absolute;
  transform: translate(-50%, -50%);
  min-width: 32px;
  height: 32px;
  border-radius: 4px;
  border: 2px solid var(--fl-fig);
  background: var(--fl-card);
  color: var(--fl-ink);
  font: 500 13px var(--fl-mono);
  padding: 0 4px;
  cursor: pointer;
}
.picture :slotted(.hint) {
  border-style: dashed;
  border-radius: 16px;
  opacity: 0.85;
}
.good,
.checked {
  border-color: var(--fl-leaf);
}
.next,
.done {
  border-color: var(--fl-brass);
}
.checked {
  opacity: 0.75;
}
.on {
  background: var(--fl-fig-ink);
  color: var(--fl-white);
}
.pin:focus-visible,
.picture :slotted(.hint:focus-visible) {
  outline: 3px solid var(--fl-bright);
}
@media (max-width: 720px) {
  .picture img {
    max-height: 45vh;
  }
  .pin,
  .picture :slotted(.hint) {
    min-width: 44px;
    height: 44px;
  }
}
</style>
