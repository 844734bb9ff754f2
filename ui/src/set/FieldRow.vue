<script setup lang="ts">
import type { SceneSet } from '../api/client'
import FieldInput from './FieldInput.vue'
import type { Field } from './fields'

/** A field of the set with its label, in the panel of numbers. */
const props = defineProps<{ set: SceneSet; field: Field; error: string }>()
const emit = defineEmits<{ change: []; lay: [] }>()
const id = 'f-' + props.field.path
</script>

<template>
  <div class="field" :class="{ bad: error, day: field.day }">
    <label :for="id">{{ field.label }}</label>
    <FieldInput :id="id" :set="set" :field="field" :error="error" @change="emit('change')" @lay="emit('lay')" />
    <p v-if="error" :id="'e-' + id" class="words" role="alert">{{ error }}</p>
  </div>
</template>

<style scoped>
.field {
  display: grid;
  grid-template-columns: 1fr 112px;
  align-items: center;
  gap: 2px 8px;
  min-height: 32px;
  font-size: 13.5px;
}
.field.day {
  grid-template-columns: 1fr 156px;
}
label {
  color: var(--fl-ink);
}
.number-field,
.clock-field {
  width: 112px;
}
.bad :deep(.box) {
  border: 2px solid var(--fl-fig-ink);
}
.words {
  grid-column: 1 / -1;
  color: var(--fl-fig-ink);
  font-size: 12.5px;
}
</style>
