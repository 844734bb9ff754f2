<script setup lang="ts">
import { computed, ref } from 'vue'
import TypedField from './TypedField.vue'
import { boundsWords, readNumber, writeNumber } from './number'
import { units } from './units'

/** A number, by the same part everywhere: comma and point are both decimals, what cannot be stays typed
 * with the reason below it, and bounds are told in the unit that stands beside it. A `length` is kept in
 * millimetres and shown in the studio's unit; `scale` turns any other kept unit into the shown one. Bounds
 * are in the kept unit, `step` in the shown one. */
const props = defineProps<{
  modelValue: number | undefined
  min?: number
  max?: number
  step?: number
  unit?: string
  length?: boolean
  scale?: number
  whole?: boolean
  /** Always with so many places, as prices are. */
  fixed?: number
  controls?: boolean
  size?: 'small' | 'default'
  disabled?: boolean
}>()
const emit = defineEmits<{ 'update:modelValue': [v: number]; change: [v: number] }>()

const times = computed(() => (props.length ? 1 / units.lengthMm : (props.scale ?? 1)))
const named = computed(() => (props.length ? units.length : props.unit))
const by = computed(() => (props.length ? units.lengthStep : (props.step ?? 1)))
const least = computed(() => (props.min ?? -Infinity) * times.value)
const most = computed(() => (props.max ?? Infinity) * times.value)
const shown = computed(() => (props.modelValue ?? 0) * times.value)
const places = computed(() => (props.length && units.lengthMm !== 10 ? 2 : 3))

const write = (v: number | undefined) =>
  v === undefined || Number.isNaN(v)
    ? ''
    : props.fixed
      ? (v * times.value).toFixed(props.fixed)
      : writeNumber(v * times.value, places.value)
function read(text: string) {
  const got = readNumber(text)
  if (got.words) return { words: got.words }
  const v = got.value ?? (least.value <= 0 && most.value >= 0 ? 0 : undefined)
  if (v === undefined) return {}
  if (props.whole && !Number.isInteger(v)) return { words: 'Write a whole number.' }
  // What is written may be rounded past the bound: the bound itself is let in.
  if (v < least.value - 1e-9 || v > most.value + 1e-9) {
    if (writeNumber(v, places.value) === writeNumber(least.value, places.value)) return { value: props.min }
    if (writeNumber(v, places.value) === writeNumber(most.value, places.value)) return { value: props.max }
    return { words: `Write ${boundsWords(least.value, most.value, named.value)}.` }
  }
  return { value: v / times.value }
}
const field = ref<{ take: (v: number) => void; wrong: string }>()
/** Whether what stands in it cannot be taken. */
const wrong = computed(() => Boolean(field.value?.wrong))
defineExpose({ wrong })
const press = (n: number) =>
  field.value?.take(
    Math.min(most.value, Math.max(least.value, Number((shown.value + n * by.value).toFixed(3)))) / times.value,
  )
</script>

<template>
  <TypedField
    ref="field"
    class="number-field"
    :class="[size, { stepped: controls }]"
    :model-value="modelValue"
    :read="read"
    :write="write"
    :disabled="disabled"
    inputmode="decimal"
    @keydown.up.prevent="press(1)"
    @keydown.down.prevent="press(-1)"
    @update:model-value="emit('update:modelValue', $event)"
    @change="emit('change', $event)"
  >
    <template #before
      ><button
        v-if="controls"
        type="button"
        tabindex="-1"
        aria-hidden="true"
        :disabled="disabled || shown <= least"
        @click="press(-1)"
      >
        −
      </button></template
    >
    <template #after
      ><button
        v-if="controls"
        type="button"
        tabindex="-1"
        aria-hidden="true"
        :disabled="disabled || shown >= most"
        @click="press(1)"
      >
        +</button
      ><span v-if="named" class="unit" aria-hidden="true">{{ named }}</span></template
    >
  </TypedField>
</template>

<style scoped>
.number-field {
  flex: none;
  width: 110px;
}
button {
  width: 30px;
  background: var(--fl-linen);
}
.small button {
  width: 24px;
}
button:disabled {
  color: var(--fl-faint);
  cursor: default;
}
.unit {
  padding-right: 8px;
  color: var(--fl-soft);
  font-size: 13px;
}
.small .unit {
  padding-right: 6px;
}
@media (max-width: 720px) {
  button,
  .small button {
    width: 44px;
  }
  .stepped {
    min-width: 144px;
  }
}
</style>
