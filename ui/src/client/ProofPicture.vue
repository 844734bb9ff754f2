<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { picture, type Choice } from './ask'

/** A choice's picture, fetched once it comes near, with what lies outside a crop dimmed, and pins. */
const props = defineProps<{
  id: string
  alt: string
  shape: string
  fresh?: unknown
  crop?: Choice['crops'][number]
  pins?: { x: number; y: number; words: string }[]
  placing?: boolean
}>()
const pin = defineModel<{ x: number; y: number } | null>('pin')
const box = ref<HTMLElement>()
const shown = ref('')
const wrong = ref('')
let near = false

async function load() {
  wrong.value = ''
  try {
    const got = URL.createObjectURL(await picture(props.id))
    if (shown.value) URL.revokeObjectURL(shown.value)
    shown.value = got
  } catch (e) {
    wrong.value = (e as Error).message
  }
}
const seen =
  typeof IntersectionObserver === 'undefined'
    ? undefined
    : new IntersectionObserver(
        ([e]) => {
          if (!e?.isIntersecting || near) return
          near = true
          void load()
        },
        { rootMargin: '600px' },
      )
onMounted(() => box.value && seen?.observe(box.value))
onBeforeUnmount(() => {
  seen?.disconnect()
  if (shown.value) URL.revokeObjectURL(shown.value)
})
watch([() => props.id, () => props.fresh], () => near && void load())

const outside = computed(() => {
  const c = props.crop
  return c ? `M0 0H1V1H0ZM${c.x} ${c.y}v${c.h}h${c.w}v${-c.h}Z` : ''
})
const held = (v: number) => Math.min(1, Math.max(0, Math.round(v * 1000) / 1000))
function press(e: MouseEvent) {
  if (!props.placing || !box.value) return
  const r = box.value.getBoundingClientRect()
  pin.value = { x: held((e.clientX - r.left) / r.width), y: held((e.clientY - r.top) / r.height) }
}
const steps: Record<string, [number, number]> = {
  ArrowLeft: [-0.02, 0],
  ArrowRight: [0.02, 0],
  ArrowUp: [0, -0.02],
  ArrowDown: [0, 0.02],
}
function move(e: KeyboardEvent) {
  if (!props.placing) return
  const by = steps[e.key]
  if (!by && e.key !== 'Enter') return
  e.preventDefault()
  const at = pin.value ?? { x: 0.5, y: 0.5 }
  pin.value = by ? { x: held(at.x + by[0]), y: held(at.y + by[1]) } : at
}
</script>

<template>
  <div
    ref="box"
    class="picture"
    :class="{ placing }"
    :style="{ aspectRatio: shape }"
    :tabindex="placing ? 0 : undefined"
    :role="placing ? 'group' : undefined"
    :aria-label="placing ? `Place in ${alt}: press it, or move the pin with the arrow keys` : undefined"
    @click="press"
    @keydown="move"
  >
    <img v-if="shown" :src="shown" :alt="alt" />
    <p v-else-if="wrong" class="wrong">{{ wrong }} <button type="button" @click.stop="load">Try again</button></p>
    <p v-else class="waits">The picture comes</p>
    <svg v-if="crop" viewBox="0 0 1 1" preserveAspectRatio="none" aria-hidden="true">
      <path :d="outside" fill-rule="evenodd" />
    </svg>
    <span
      v-for="(p, i) in pins"
      :key="i"
      class="pin"
      :style="{ left: `${p.x * 100}%`, top: `${p.y * 100}%` }"
      :title="p.words"
      >{{ i + 1 }}</span
    >
    <span v-if="pin && placing" class="pin mine" :style="{ left: `${pin.x * 100}%`, top: `${pin.y * 100}%` }"
      >here</span
    >
  </div>
</template>

<style scoped>
.picture {
  position: relative;
  background: var(--fl-grey);
  overflow: hidden;
  display: grid;
  place-items: center;
}
.picture img,
.picture svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}
.picture path {
  fill: var(--fl-veil);
}
.placing {
  cursor: crosshair;
  outline: 3px solid var(--fl-fig);
  outline-offset: 2px;
}
.waits,
.wrong {
  color: var(--fl-white);
  background: var(--fl-veil);
  padding: 6px 12px;
  font-size: 15px;
  margin: 8px;
}
.pin {
  position: absolute;
  transform: translate(-50%, -50%);
  min-width: 28px;
  height: 28px;
  padding: 0 6px;
  border-radius: 14px;
  background: var(--fl-card);
  color: var(--fl-ink);
  border: 2px solid var(--fl-fig);
  font: 500 14px/24px var(--fl-mono);
  text-align: center;
  pointer-events: none;
}
.mine {
  background: var(--fl-fig-ink);
  color: var(--fl-white);
}
</style>
