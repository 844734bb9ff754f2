<script setup lang="ts">
import { ref, useId, watch } from 'vue'

/** One number or word of a place. What is typed stays until the value changes from elsewhere. */
const props = defineProps<{
  modelValue: number | string
  label: string
  unit?: string
  scale?: number
  text?: boolean
  error?: string
}>()
const emit = defineEmits<{ 'update:modelValue': [v: number | string]; change: [] }>()
const id = useId()
const typed = ref('')
const wrong = ref('')
watch(
  () => props.modelValue,
  (v) => {
    if (typeof v === 'string') typed.value = v
    else if (typed.value === '' || Number(typed.value) !== tidy(v)) typed.value = String(tidy(v))
  },
  { immediate: true },
)
function tidy(v: number) {
  return Math.round(v * (props.scale ?? 1) * 1000) / 1000
}
function take() {
  if (props.text) {
    emit('update:modelValue', typed.value)
    emit('change')
    return
  }
  const n = Number(typed.value.replace(',', '.'))
  if (typed.value.trim() === '' || Number.isNaN(n)) {
    wrong.value = `“${typed.value}” is not a number.`
    return
  }
  wrong.value = ''
  emit('update:modelValue', n / (props.scale ?? 1))
  emit('change')
}
</script>

<template>
  <div class="field" :class="{ bad: wrong || error }">
    <label :for="id">{{ label }}</label>
    <span
      ><input
        :id="id"
        v-model="typed"
        :class="{ mono: !text }"
        :inputmode="text ? undefined : 'decimal'"
        :aria-invalid="Boolean(wrong || error)"
        :aria-describedby="wrong || error ? id + 'e' : undefined"
        maxlength="120"
        @change="take"
      /><i v-if="unit">{{ unit }}</i></span
    >
    <p v-if="wrong || error" :id="id + 'e'" role="alert">{{ wrong || error }}</p>
  </div>
</template>

<style scoped>
.field {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 2px 8px;
  align-items: center;
  font-size: 13.5px;
  min-height: 32px;
}
span {
  display: flex;
  align-items: baseline;
  gap: 5px;
}
input {
  width: 148px;
  height: 30px;
  border: 1px solid var(--el-border-color);
  border-radius: 3px;
  background: var(--fl-white);
  padding: 0 7px;
  font-size: 14px;
  color: var(--fl-ink);
  font-family: var(--fl-text);
}
input.mono {
  width: 74px;
  text-align: right;
  font-family: var(--fl-mono);
}
.bad input {
  border: 2px solid var(--fl-fig-ink);
}
i {
  font-style: normal;
  font-size: 12.5px;
  color: var(--fl-soft);
  width: 18px;
}
p {
  grid-column: 1 / -1;
  color: var(--fl-fig-ink);
  font-size: 12.5px;
  margin: 0;
}
</style>
