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
      v-for="f in speaking"
      :key="f.code + f.subject"
      :finding="f"
      can-aside
      @apply="$emit('apply', $event)"
      @aside="setAside(f, $event)"
    />
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
  gap: 8px;
}
.findings:empty {
  display: none;
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
