<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { stepped, type Pic } from './table'

/** One, two or four pictures beside one another, from the one that is looked at on; what is looked at near is the same
 * place in each. */
const props = defineProps<{ all: Pic[]; at: number; up: number; near: boolean; titles: ReadonlyMap<string, string> }>()
const emit = defineEmits<{ take: [at: number]; near: [on: boolean] }>()
const shown = computed(() => {
  const from = Math.min(props.at, Math.max(0, props.all.length - props.up))
  return props.all.slice(from, from + props.up).map((pic, i) => ({ pic, at: from + i }))
})
/** The long side of a picture by itself, and from near. */
const LARGE = 1600
const NEAR = 6000
const src = (p: Pic, long: number) => `/api/frames/${p.id}/picture?long=${long}`
/** Where it is looked at from near, as shares of the picture. */
const spot = ref({ x: 50, y: 50 })
function point(e: MouseEvent, on: boolean) {
  const img = e.currentTarget as HTMLElement
  const b = img.getBoundingClientRect()
  spot.value = { x: (100 * (e.clientX - b.left)) / b.width, y: (100 * (e.clientY - b.top)) / b.height }
  if (on) emit('near', !props.near)
}
/** What may be looked at next is fetched before it is asked for. */
const held = new Map<number, HTMLImageElement>()
watch(
  () => [props.at, props.up, props.all.length] as const,
  () => {
    const want = [1, 2, 3, -1].map((by) => stepped(props.at, by * props.up, props.all.length))
    for (const k of held.keys()) if (!want.includes(k)) held.delete(k)
    for (const k of want) {
      const p = props.all[k]
      if (!p || held.has(k)) continue
      const img = new Image()
      img.src = src(p, LARGE)
      held.set(k, img)
    }
  },
  { immediate: true },
)
</script>

<template>
  <div class="big" :class="'up' + up">
    <figure v-for="s in shown" :key="s.at" :class="{ at: s.at === at && up > 1 }" @click="up > 1 && emit('take', s.at)">
      <div class="hold" :class="{ near }" @dblclick="point($event, true)" @mousemove="near && point($event, false)">
        <img
          :src="src(s.pic, LARGE)"
          :alt="`${s.pic.name}, ${titles.get(s.pic.shotId) ?? 'laid to none'}`"
          :style="near ? { visibility: 'hidden' } : {}"
        />
        <div
          v-if="near"
          class="glass"
          :style="{ backgroundImage: `url(${src(s.pic, NEAR)})`, backgroundPosition: `${spot.x}% ${spot.y}%` }"
        />
      </div>
      <figcaption v-if="up > 1">
        {{ s.pic.kept ? '✓ the one · ' : s.pic.mark ? s.pic.mark + ' · ' : '' }}{{ s.pic.name }}
      </figcaption>
    </figure>
  </div>
</template>

<style scoped>
.big {
  background: var(--fl-grey);
  min-height: 0;
  display: grid;
  gap: 6px;
  padding: 6px;
}
.up2 {
  grid-template-columns: 1fr 1fr;
}
.up4 {
  grid-template: 1fr 1fr / 1fr 1fr;
}
figure {
  margin: 0;
  min-height: 0;
  min-width: 0;
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto;
  outline: 2px solid transparent;
}
figure.at {
  outline-color: var(--fl-white);
}
.hold {
  position: relative;
  min-height: 0;
  cursor: zoom-in;
}
.hold.near {
  cursor: zoom-out;
}
img {
  position: absolute;
  inset: 0;
  margin: auto;
  max-width: 100%;
  max-height: 100%;
}
.glass {
  position: absolute;
  inset: 0;
  background-repeat: no-repeat;
}
figcaption {
  color: var(--fl-white);
  background: var(--fl-grey-dark);
  font-size: 12.5px;
  padding: 2px 6px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
