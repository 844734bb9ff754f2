<script setup lang="ts">
import { computed } from 'vue'
import type { Report } from '../api/client'

/** Everything along the line of sight, and what of it is sharp. */
const props = defineProps<{ report: Report }>()
const strip = computed(() => props.report.strip)
const things = computed(() => strip.value.things ?? [])
const span = computed(() => {
  const near = Math.min(props.report.needed.nearMm, props.report.sharp.nearMm, ...things.value.map((t) => t.nearMm))
  const far = Math.max(
    props.report.needed.farMm,
    props.report.sharp.endless ? 0 : props.report.sharp.farMm,
    ...things.value.map((t) => t.farMm),
  )
  const pad = Math.max(10, (far - near) * 0.06)
  return { near: near - pad, far: far + pad }
})
const at = (mm: number) =>
  `${Math.max(0, Math.min(100, ((mm - span.value.near) / (span.value.far - span.value.near)) * 100))}%`
const wide = (a: number, b: number) =>
  `${Math.max(0.6, ((Math.min(b, span.value.far) - Math.max(a, span.value.near)) / (span.value.far - span.value.near)) * 100)}%`
const number = (n: number) => (n >= 10 ? n.toFixed(0) : String(Math.round(n * 10) / 10))
</script>

<template>
  <section class="sight" aria-label="Sharp and soft along the line of sight">
    <p class="head">
      <b>Along the line of sight</b
      ><span class="soft"
        >sharp from {{ report.sharp.nearMm.toFixed(0) }} to
        {{ report.sharp.endless ? '∞' : report.sharp.farMm.toFixed(0) }} mm, focus
        {{ report.focusMm.toFixed(0) }} mm</span
      ><span class="cols mono"
        ><i>f/{{ number(strip.number) }}</i
        ><i>f/{{ number(strip.other) }}</i></span
      >
    </p>
    <ul>
      <li v-for="t in things" :key="t.key" :data-along="t.key">
        <span class="name" :class="{ wanted: t.wanted }">{{ t.wanted ? '◆ ' : '' }}{{ t.name }}</span>
        <span class="bar"
          ><span
            class="zone"
            :style="{
              left: at(report.sharp.nearMm),
              width: report.sharp.endless ? '100%' : wide(report.sharp.nearMm, report.sharp.farMm),
            }" /><span
            class="it"
            :class="{ sharp: t.sharp }"
            :style="{ left: at(t.nearMm), width: wide(t.nearMm, t.farMm) }" /><span
            class="focus"
            :style="{ left: at(report.focusMm) }"
        /></span>
        <span class="mono px" :title="'Blur in published pixels at f/' + number(strip.number)"
          >{{ t.blurPx.toFixed(1) }} px</span
        ><span class="mono px" :title="'The same at f/' + number(strip.other)">{{ t.otherPx.toFixed(1) }} px</span>
      </li>
    </ul>
    <p v-if="strip.bracket?.length" class="small">
      Focus in {{ strip.bracket.length }} steps at f/{{ number(strip.other) }}:
      {{
        strip.bracket
          .slice(0, 8)
          .map((v) => v.toFixed(0))
          .join(', ')
      }}{{ strip.bracket.length > 8 ? ' …' : '' }} mm.
    </p>
  </section>
</template>

<style scoped>
.sight {
  padding: 8px 14px 10px;
  border-top: 1px solid var(--fl-line);
}
.head {
  display: flex;
  gap: 12px;
  align-items: baseline;
  margin: 0 0 4px;
  font-size: 13px;
}
.cols {
  margin-left: auto;
  display: grid;
  grid-template-columns: 62px 62px;
  text-align: right;
}
.cols i {
  font-style: normal;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  max-height: 168px;
  overflow: auto;
}
li {
  display: grid;
  grid-template-columns: 150px 1fr 62px 62px;
  gap: 0 8px;
  align-items: center;
  font-size: 13px;
  min-height: 24px;
}
.name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.name.wanted {
  font-weight: 620;
}
.bar {
  position: relative;
  height: 14px;
  background: var(--fl-oat);
}
.zone,
.it,
.focus {
  position: absolute;
  top: 0;
  bottom: 0;
}
.zone {
  background: var(--fl-leaf);
  opacity: 0.3;
}
.it {
  top: 4px;
  bottom: 4px;
  background: var(--fl-card);
  border: 2px solid var(--fl-aubergine);
  box-sizing: border-box;
  min-width: 6px;
}
.it.sharp {
  background: var(--fl-aubergine);
}
.focus {
  width: 2px;
  background: var(--fl-fig);
}
.px {
  text-align: right;
  font-size: 12.5px;
}
</style>
