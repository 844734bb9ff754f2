<script setup lang="ts">
import { computed } from 'vue'
import ChipButton from '../parts/ChipButton.vue'
import { groups, says, type Pin, type Term } from './pins'

/** One note: what it says, which word of the vocabulary, and own words. */
const props = defineProps<{ pin: Pin; number: number; on: boolean; terms: Term[] }>()
const emit = defineEmits<{ choose: []; change: [to: Partial<Pin>]; remove: [] }>()
const fitting = computed(() => props.terms.filter((t) => t.good === (props.pin.says === 'good')))
const term = computed(() => props.terms.find((t) => t.key === props.pin.what))
function say(s: Pin['says']) {
  // A fault is none of what works, and the other way round.
  const keeps = term.value && term.value.good === (s === 'good')
  emit('change', { says: s, what: keeps ? props.pin.what : '' })
}
const value = (e: Event) => (e.target as HTMLInputElement | HTMLSelectElement).value
</script>

<template>
  <li :class="[pin.says, { on }]" :data-pin="pin.key" @focusin="$emit('choose')">
    <div class="row" role="group" :aria-label="`What note ${number} says`">
      <span class="no mono">{{ number }}</span>
      <ChipButton v-for="(s, k) in says" :key="k" :aria-pressed="pin.says === k" @click="say(k)"
        >{{ s.shape }} {{ s.words }}</ChipButton
      >
    </div>
    <div class="which">
      <select
        :value="pin.what"
        :aria-label="`Which: note ${number}`"
        @change="$emit('change', { what: value($event) })"
      >
        <option value="">in own words</option>
        <optgroup v-for="(words, g) in groups" :key="g" :label="words">
          <option v-for="t in fitting.filter((x) => x.group === g)" :key="t.key" :value="t.key">{{ t.words }}</option>
        </optgroup>
      </select>
      <ChipButton :aria-label="`Take note ${number} away`" @click="$emit('remove')">✕</ChipButton>
    </div>
    <input
      :value="pin.words"
      maxlength="500"
      :aria-label="`Note ${number} in own words`"
      placeholder="In own words"
      @change="$emit('change', { words: value($event) })"
    />
    <small v-if="term?.next && pin.says !== 'good'">Next time: {{ term.next }}.</small>
  </li>
</template>

<style scoped>
li {
  display: grid;
  gap: 6px;
  padding: 8px;
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
  border-left: 4px solid var(--fl-fig);
  font-size: 14px;
}
li.good {
  border-color: var(--fl-leaf);
}
li.next {
  border-color: var(--fl-brass);
}
li.on {
  box-shadow: 0 0 0 2px var(--fl-fig);
}
.row {
  display: flex;
  gap: 4px;
  align-items: center;
}
.row :deep(.fl-chip),
.which :deep(.fl-chip) {
  min-height: 32px;
  padding: 0 6px;
  font-size: 13px;
  white-space: nowrap;
  border: 1px solid var(--fl-sand);
  background: var(--fl-white);
}
.row :deep(.fl-chip[aria-pressed='true']) {
  background: var(--fl-fig-ink);
  color: var(--fl-white);
}
.which {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 4px;
}
.no {
  font-weight: 600;
  min-width: 16px;
}
select,
input {
  font: 400 14px var(--fl-text);
  min-height: 32px;
  border: 1px solid var(--fl-sand);
  background: var(--fl-white);
  color: var(--fl-ink);
  width: 100%;
  padding: 0 6px;
}
small {
  color: var(--fl-soft);
}
@media (max-width: 720px) {
  select,
  input,
  .row :deep(.fl-chip) {
    min-height: 44px;
  }
}
</style>
