<script setup lang="ts">
import TypedField from './TypedField.vue'
import { readClock } from './clock'
import { hour } from './units'

/** A time of day, by the same part everywhere: read to 24 hours or with am and pm, shown as the studio has it. */
defineProps<{ modelValue: string }>()
const emit = defineEmits<{ 'update:modelValue': [clock: string]; change: [clock: string] }>()

const write = (v: string | undefined) => (v ? hour(v) : '')
function read(text: string) {
  if (text.trim() === '') return { value: '' }
  const v = readClock(text)
  return v ? { value: v } : { words: `“${text.trim()}” is no time of day. Write it as ${hour('14:05')}.` }
}
</script>

<template>
  <TypedField
    class="clock-field"
    :model-value="modelValue"
    :read="read"
    :write="write"
    :placeholder="hour('14:05')"
    @update:model-value="emit('update:modelValue', $event)"
    @change="emit('change', $event)"
  />
</template>

<style scoped>
.clock-field {
  width: 108px;
}
</style>
