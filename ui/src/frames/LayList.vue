<script setup lang="ts">
import { computed, ref } from 'vue'
import ChipButton from '../parts/ChipButton.vue'
import type { Pic } from './table'

/** Shots to lay pictures to: by a press, by dragging them here, or by a few letters and Enter. */
const props = defineProps<{ shots: { id: string; title: string }[]; all: Pic[]; now: string; many: number }>()
const emit = defineEmits<{ lay: [shot: string, frames?: string[]]; make: [title: string] }>()
const words = ref('')
const box = ref<HTMLInputElement>()
const over = ref('')
const counts = computed(() => {
  const out = new Map<string, { n: number; kept: boolean }>()
  for (const p of props.all) {
    const c = out.get(p.shotId) ?? { n: 0, kept: false }
    out.set(p.shotId, { n: c.n + 1, kept: c.kept || p.kept })
  }
  return out
})
const found = computed(() => {
  const w = words.value.trim().toLowerCase()
  return props.shots.filter((s) => s.title.toLowerCase().includes(w))
})
/** What nobody planned becomes a shot by its name. */
const fresh = computed(() => {
  const w = words.value.trim()
  return w && !props.shots.some((s) => s.title.toLowerCase() === w.toLowerCase()) ? w : ''
})
function enter() {
  const first = found.value[0]
  if (!words.value.trim()) return
  if (first) emit('lay', first.id)
  else make()
  leave()
}
function make() {
  if (fresh.value) emit('make', fresh.value)
  leave()
}
function leave() {
  words.value = ''
  box.value?.blur()
}
function drop(id: string, e: DragEvent) {
  over.value = ''
  const frames = (e.dataTransfer?.getData('text/plain') ?? '').split(' ').filter(Boolean)
  if (frames.length) emit('lay', id, frames)
}
defineExpose({ focus: () => box.value?.focus() })
</script>

<template>
  <section class="lay" aria-label="Lay to a shot">
    <h3>Lay {{ many > 1 ? `${many} pictures` : 'it' }} to <kbd>l</kbd></h3>
    <input
      ref="box"
      v-model="words"
      type="search"
      class="find"
      aria-label="Find a shot to lay it to"
      placeholder="A few letters, then Enter"
      @keydown.enter.prevent="enter"
      @keydown.esc.stop="leave"
    />
    <ul>
      <li v-for="s in found" :key="s.id">
        <ChipButton
          class="shot"
          :class="{ over: over === s.id, now: now === s.id }"
          :aria-current="now === s.id || undefined"
          @click="emit('lay', s.id)"
          @dragover.prevent="over = s.id"
          @dragleave="over = ''"
          @drop.prevent="drop(s.id, $event)"
          ><span class="title">{{ s.title }}</span
          ><span class="mono">{{ counts.get(s.id)?.kept ? '✓ ' : '' }}{{ counts.get(s.id)?.n ?? '' }}</span></ChipButton
        >
      </li>
      <li v-if="fresh">
        <ChipButton class="shot" @click="make"
          ><span class="title"
            >A new shot: <b>{{ fresh }}</b></span
          ></ChipButton
        >
      </li>
      <li v-if="!words">
        <ChipButton
          class="shot"
          @click="emit('lay', '')"
          @dragover.prevent="over = 'none'"
          @dragleave="over = ''"
          @drop.prevent="drop('', $event)"
          ><span class="title none">To none</span><span class="mono">{{ counts.get('')?.n ?? '' }}</span></ChipButton
        >
      </li>
    </ul>
  </section>
</template>

<style scoped>
.lay {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
}
h3 {
  margin: 4px 0 0;
}
.find {
  font: inherit;
  font-size: 14px;
  min-height: 36px;
  padding: 0 10px;
  border: 1px solid var(--fl-sand);
  background: var(--fl-card);
  color: var(--fl-ink);
  border-radius: 4px;
}
.find:focus-visible {
  outline: 3px solid var(--fl-fig);
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
}
.shot {
  box-sizing: border-box;
  width: 100%;
  display: flex;
  justify-content: space-between;
  gap: 10px;
  padding: 5px 6px;
  font-size: 13.5px;
  cursor: pointer;
  text-align: left;
  border-bottom: 1px solid var(--fl-line);
}
.shot:hover,
.shot.over {
  background: var(--fl-blush);
}
.shot.now {
  font-weight: 600;
  background: var(--fl-lilac);
}
.shot:focus-visible {
  outline: 3px solid var(--fl-fig);
  outline-offset: -3px;
}
.title {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.mono {
  white-space: nowrap;
}
.none {
  font-style: italic;
}
@media (max-width: 720px) {
  .shot {
    min-height: 44px;
    align-items: center;
  }
}
</style>
