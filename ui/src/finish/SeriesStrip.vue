<script setup lang="ts">
import type { Schema } from '../api/client'

/** The kept frames beside one another as they are finished, with how far each is from the one that they follow. */
const props = defineProps<{ series: Schema['FinishSeries'] | undefined; at: string; picked: string[]; busy: boolean }>()
const emit = defineEmits<{ go: [shot: string]; follow: [frame: string]; even: []; pick: [frame: string] }>()
const words = (f: Schema['FinishSeriesFrame']) => {
  if (f.frameId === props.series?.reference) return 'the others follow it'
  if (!f.read) return 'cannot be read'
  if (f.other) return 'on another ground'
  const hero = f.isHero
  return `ΔE ${f.isDE.toFixed(1)} · hero ${hero < 0 ? '−' : '+'}${Math.abs(hero).toFixed(1)}`
}
const off = (f: Schema['FinishSeriesFrame']) => f.read && !f.other && f.isDE > 3
const long = 240
</script>

<template>
  <section v-if="series && series.frames.length" class="strip" aria-label="The series">
    <header>
      <b>The series</b>
      <span class="soft"
        >grounds <span class="mono">ΔE {{ series.groundDE.toFixed(1) }}</span> apart, heroes
        <span class="mono">{{ series.heroStops.toFixed(1) }} stops</span></span
      >
      <el-button size="small" :disabled="busy || series.frames.length < 2" :loading="busy" @click="emit('even')"
        >Even the series <kbd>e</kbd></el-button
      >
    </header>
    <ol>
      <li v-for="f in series.frames" :key="f.frameId" :class="{ on: f.frameId === at }">
        <button
          type="button"
          class="go"
          :aria-current="f.frameId === at ? 'true' : undefined"
          @click="emit('go', f.shotId)"
        >
          <img :src="`/api/frames/${f.frameId}/finished?long=${long}`" :alt="f.title" loading="lazy" />
          <span class="name">{{ f.title }}</span>
          <small class="mono" :class="{ off: off(f) }">{{ off(f) ? '▲ ' : '' }}{{ words(f) }}</small>
        </button>
        <label class="pick"
          ><input
            type="checkbox"
            :checked="picked.includes(f.frameId)"
            :aria-label="`Take “${f.title}” along`"
            @change="emit('pick', f.frameId)"
        /></label>
        <button
          v-if="f.frameId !== series.reference"
          type="button"
          class="lead"
          :aria-label="`Let the others follow “${f.title}”`"
          title="Let the others follow it"
          @click="emit('follow', f.frameId)"
        >
          ⇥
        </button>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.strip {
  background: var(--fl-card);
  border-top: 1px solid var(--fl-line);
  padding: 8px 12px 10px;
  min-width: 0;
}
header {
  display: flex;
  gap: 12px;
  align-items: baseline;
  margin-bottom: 6px;
  font-size: 14px;
}
header .el-button {
  margin-left: auto;
}
.soft {
  color: var(--fl-soft);
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
  display: flex;
  gap: 8px;
  overflow-x: auto;
}
li {
  position: relative;
  flex: 0 0 136px;
}
.go {
  all: unset;
  box-sizing: border-box;
  width: 100%;
  cursor: pointer;
  display: grid;
  gap: 1px;
  border-bottom: 3px solid transparent;
}
.go:focus-visible {
  outline: 2px solid var(--fl-fig);
}
.on .go {
  border-color: var(--fl-fig);
}
.go img {
  width: 100%;
  height: 82px;
  object-fit: cover;
  background: var(--fl-grey);
}
.name {
  font-size: 12.5px;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
small {
  font-size: 11.5px;
  color: var(--fl-soft);
  white-space: nowrap;
}
.off {
  color: var(--fl-brass-ink);
}
.pick,
.lead {
  position: absolute;
  top: 2px;
  background: var(--fl-card);
  border: 0;
  min-width: 24px;
  min-height: 24px;
  display: grid;
  place-items: center;
}
.pick {
  left: 2px;
}
.lead {
  right: 2px;
  cursor: pointer;
}
.pick input {
  width: 16px;
  height: 16px;
  accent-color: var(--fl-aubergine);
  margin: 0;
}
</style>
