<script setup lang="ts">
import { computed, useId } from 'vue'
import NumberField from '../parts/NumberField.vue'
import { units } from '../parts/units'

/** A number that a lab asks for, with its name above it. `temp` is kept in °C and shown as the studio thinks. */
const props = defineProps<{
  modelValue: number
  label: string
  unit?: string
  length?: boolean
  temp?: boolean
  min?: number
  max?: number
  whole?: boolean
  step?: number
}>()
const emit = defineEmits<{ 'update:modelValue': [v: number] }>()
const id = useId()
const f = computed(() => props.temp && units.temperature === 'F')
const to = (c: number | undefined) => (c === undefined ? c : f.value ? Math.round(c * 18 + 320) / 10 : c)
const shown = computed(() => to(props.modelValue))
const put = (v: number) => emit('update:modelValue', f.value ? ((v - 32) * 5) / 9 : v)
</script>

<template>
  <label class="lab-field" :for="id"
    >{{ label }}
    <NumberField
      :id="id"
      :model-value="shown"
      :length="length"
      :unit="temp ? (f ? '°F' : '°C') : unit"
      :min="to(min)"
      :max="to(max)"
      :whole="whole"
      :step="step ?? 1"
      :aria-label="label"
      @change="put"
  /></label>
</template>

<style scoped>
.lab-field {
  display: grid;
  gap: 2px;
  font-size: 13px;
  color: var(--fl-soft);
  width: 116px;
}
</style>
