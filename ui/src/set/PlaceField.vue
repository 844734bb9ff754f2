<script setup lang="ts">
import { useId } from 'vue'
import NumberField from '../parts/NumberField.vue'

/** One number or word of a place. A length is kept in millimetres and shown in the studio's unit. */
defineProps<{
  modelValue: number | string
  label: string
  unit?: string
  length?: boolean
  scale?: number
  text?: boolean
  error?: string
}>()
const emit = defineEmits<{ 'update:modelValue': [v: number | string]; change: [] }>()
const id = useId()
function take(v: number | string) {
  emit('update:modelValue', v)
  emit('change')
}
</script>

<template>
  <div class="field" :class="{ bad: error }">
    <label :for="id">{{ label }}</label>
    <el-input
      v-if="text"
      :id="id"
      :model-value="String(modelValue)"
      size="small"
      class="words"
      maxlength="120"
      :aria-invalid="Boolean(error)"
      :aria-describedby="error ? id + 'e' : undefined"
      @change="take"
    />
    <NumberField
      v-else
      :id="id"
      size="small"
      :model-value="Number(modelValue)"
      :length="length"
      :scale="scale"
      :unit="unit"
      :aria-invalid="error ? 'true' : undefined"
      :aria-describedby="error ? id + 'e' : undefined"
      @change="take"
    />
    <p v-if="error" :id="id + 'e'" role="alert">{{ error }}</p>
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
.words {
  width: 170px;
}
.bad :deep(.box) {
  border: 2px solid var(--fl-fig-ink);
}
p {
  grid-column: 1 / -1;
  color: var(--fl-fig-ink);
  font-size: 12.5px;
  margin: 0;
}
</style>
