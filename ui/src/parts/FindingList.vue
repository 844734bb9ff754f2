<script setup lang="ts">
import { computed } from 'vue'
import { api, ask, type Finding } from '../api/client'
import { useAsides } from '../api/queries'
import { useAct } from './act'
import { useRefresh } from '../api/refresh'
import FindingCard from './FindingCard.vue'
import ProblemNote from './ProblemNote.vue'

/** Findings about one place (a dish, a shot, the list), those set aside folded away. */
const props = defineProps<{ findings: Finding[]; shoot: string; place: string }>()
defineEmits<{ apply: [edits: NonNullable<Finding['try'][number]['edits']>] }>()
const refresh = useRefresh('list')
const asides = useAsides(() => props.shoot)
const { act, error } = useAct(refresh)
const asideOf = (f: Finding) =>
  asides.data.value?.find((a) => a.doc.place === props.place && a.doc.code === f.code && a.doc.subject === f.subject)
const speaking = computed(() => props.findings.filter((f) => !asideOf(f)))
/** What costs the picture most is open, at most three of what is likely to spoil it; the rest is a line each, by kind, when findings are weighed. */
const mostOpen = 3
/** From this cost the client sends the picture back. */
const sentBack = 60
/** How much is read at once, letters: the third only opens where the first two are short. */
const readAtOnce = 600
const letters = (f: Finding) =>
  [f.measure, f.limit, f.because, ...f.try.map((t) => t.words)].reduce((n, w) => n + w.length, 0)
const open = computed(() => {
  if (!speaking.value.some((f) => f.group)) return speaking.value
  let read = 0
  return speaking.value.filter((f, n) => {
    const wanted = n < mostOpen && (f.severity !== 'note' || (f.cost ?? 0) >= sentBack)
    if (f.severity !== 'stop' && (!wanted || (n === mostOpen - 1 && read + letters(f) > readAtOnce))) return false
    read += letters(f)
    return true
  })
})
const groupWords = { safety: 'Safety', light: 'Light', depth: 'Depth', frame: 'The frame', props: 'Props' } as const
const folded = computed(() => {
  const rest = speaking.value.filter((f) => !open.value.includes(f))
  return (Object.keys(groupWords) as (keyof typeof groupWords)[])
    .map((g) => ({ words: groupWords[g], all: rest.filter((f) => f.group === g) }))
    .filter((g) => g.all.length)
})
const away = computed(() => props.findings.filter((f) => asideOf(f)))

const setAside = (f: Finding, because: string) =>
  act(() =>
    ask(
      api.POST('/api/shoots/{id}/asides', {
        params: { path: { id: props.shoot } },
        body: { place: props.place, code: f.code, subject: f.subject, because },
      }),
    ),
  )
const takeUp = (f: Finding) =>
  act(() => ask(api.DELETE('/api/asides/{id}', { params: { path: { id: asideOf(f)!.id } } })))
</script>

<template>
  <div class="findings">
    <ProblemNote :error="error" />
    <FindingCard
      v-for="f in open"
      :key="f.code + f.subject"
      :finding="f"
      can-aside
      @apply="$emit('apply', $event)"
      @aside="setAside(f, $event)"
    />
    <section v-for="g in folded" :key="g.words" class="group" :aria-label="g.words">
      <p class="kind">
        {{ g.words }} <span class="mono">{{ g.all.length }}</span>
      </p>
      <details v-for="f in g.all" :key="f.code + f.subject">
        <summary :class="f.severity">
          <span aria-hidden="true">{{ f.severity === 'care' ? '▲' : '○' }}</span> {{ f.subject }}
          <small class="mono">{{ f.measure }}</small>
        </summary>
        <FindingCard :finding="f" can-aside @apply="$emit('apply', $event)" @aside="setAside(f, $event)" />
      </details>
    </section>
    <details v-if="away.length">
      <summary>{{ away.length }} set aside</summary>
      <FindingCard
        v-for="f in away"
        :key="f.code + f.subject"
        :finding="f"
        :aside="asideOf(f)!.doc.because"
        @take-up="takeUp(f)"
      />
    </details>
  </div>
</template>

<style scoped>
.findings {
  display: grid;
  gap: 6px;
}
.findings:empty {
  display: none;
}
.kind {
  font: 560 13px var(--fl-text);
  margin: 0;
  padding: 4px 0;
}
/* The kind stands before its first line; what is opened takes the whole width. */
.group {
  border-top: 1px solid var(--fl-line);
  display: grid;
  grid-template-columns: 82px minmax(0, 1fr);
}
.group details {
  grid-column: 2;
}
.group details[open] {
  grid-column: 1 / -1;
}
.group summary {
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.group details[open] summary small {
  display: none;
}
.group summary.care {
  color: var(--fl-brass-ink);
}
summary {
  cursor: pointer;
  font-size: 13px;
  color: var(--fl-soft);
  padding: 4px 0;
}
details {
  display: grid;
  gap: 6px;
}
</style>
