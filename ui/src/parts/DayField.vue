<script setup lang="ts">
import { computed, ref } from 'vue'
import TypedField from './TypedField.vue'
import { readDay } from './day'
import { day as told } from './shown'

/** A day, by the same part everywhere: typed as people write it, shown in words so that day and month
 * cannot be taken for one another, or chosen from the browser's own calendar. `ahead` says when it is over. */
const props = defineProps<{ modelValue: string; ahead?: boolean; min?: string; max?: string }>()
const emit = defineEmits<{ 'update:modelValue': [day: string]; change: [day: string] }>()

const now = new Date()
const today = new Date(now.getTime() - now.getTimezoneOffset() * 60_000).toISOString().slice(0, 10)
const write = (v: string | undefined) => (v ? told(v) : '')
const picker = ref<HTMLInputElement>()
const field = ref<{ take: (v: string) => void }>()
const note = computed(() =>
  props.ahead && props.modelValue !== '' && props.modelValue < today ? 'That day is over.' : undefined,
)

function read(text: string) {
  if (text.trim() === '') return { value: '' }
  const v = readDay(text, today)
  if (v === undefined) return { words: `“${text.trim()}” is not a day. Write it as 3 Dec 2026.` }
  if ((props.min && v < props.min) || (props.max && v > props.max))
    return { words: `Write a day from ${told(props.min ?? '')} to ${told(props.max ?? '')}.` }
  return { value: v }
}
</script>

<template>
  <TypedField
    ref="field"
    class="day-field"
    :model-value="modelValue"
    :read="read"
    :write="write"
    :note="note"
    placeholder="3 Dec 2026"
    @update:model-value="emit('update:modelValue', $event)"
    @change="emit('change', $event)"
  >
    <template #after>
      <button type="button" aria-label="Choose from a calendar" @click="picker?.showPicker()">
        <svg viewBox="0 0 16 16" width="16" height="16" aria-hidden="true">
          <path d="M2 3.5h12v10H2zM2 6.5h12M5 1.5v3M11 1.5v3" fill="none" stroke="currentcolor" stroke-width="1.4" />
        </svg>
      </button>
      <input
        ref="picker"
        type="date"
        class="picker"
        tabindex="-1"
        aria-hidden="true"
        :value="modelValue"
        :min="min"
        :max="max"
        @input.stop
        @change.stop="field?.take(($event.target as HTMLInputElement).value)"
      />
    </template>
  </TypedField>
</template>

<style scoped>
.day-field {
  width: 100%;
  max-width: 240px;
}
button {
  width: 36px;
  color: var(--fl-aubergine);
}
/* It only lends its calendar. */
.picker {
  position: absolute;
  inset: auto 0 0 auto;
  width: 1px;
  height: 1px;
  opacity: 0;
  border: 0;
  padding: 0;
  pointer-events: none;
}
@media (max-width: 720px) {
  button {
    width: 44px;
  }
}
</style>
