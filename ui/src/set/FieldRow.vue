<script setup lang="ts">
import ClockField from '../parts/ClockField.vue'
import DayField from '../parts/DayField.vue'
import NumberField from '../parts/NumberField.vue'
import { startColour } from '../theme/drawn'
import type { SceneSet } from '../api/client'
import { read, write, type Field } from './fields'
import ChoiceField from '../parts/ChoiceField.vue'

const props = defineProps<{ set: SceneSet; field: Field; error: string }>()
const emit = defineEmits<{ change: []; lay: [] }>()
const id = 'f-' + props.field.path

function put(v: unknown) {
  if (props.field.path === 'ground.on' && v) return emit('lay')
  write(props.set, props.field.path, v)
  emit('change')
}
</script>

<template>
  <div class="field" :class="{ bad: error, day: field.day }">
    <label :for="id">{{ field.label }}</label>
    <ChoiceField
      v-if="field.choices"
      :id="id"
      :model-value="String(read(set, field.path))"
      size="small"
      :aria-label="field.label"
      @change="put"
      ><option v-for="c in field.choices" :key="c.value" :value="c.value">{{ c.words }}</option></ChoiceField
    >
    <el-switch
      v-else-if="field.flag"
      :id="id"
      :model-value="Boolean(read(set, field.path))"
      :aria-label="field.label"
      inline-prompt
      :active-text="field.flag[0]"
      :inactive-text="field.flag[1]"
      @change="put"
    />
    <input
      v-else-if="field.colour"
      :id="id"
      type="color"
      :value="String(read(set, field.path)) || startColour.unset"
      @change="put(($event.target as HTMLInputElement).value)"
    />
    <el-input
      v-else-if="field.text"
      :id="id"
      :model-value="String(read(set, field.path) ?? '')"
      size="small"
      maxlength="120"
      :aria-invalid="Boolean(error)"
      :aria-describedby="error ? 'e-' + field.path : undefined"
      @change="put"
    />
    <DayField
      v-else-if="field.day"
      :id="id"
      class="small"
      :model-value="String(read(set, field.path) ?? '')"
      @change="put"
    />
    <ClockField
      v-else-if="field.clock"
      :id="id"
      class="small"
      :model-value="String(read(set, field.path) ?? '')"
      @change="put"
    />
    <NumberField
      v-else
      :id="id"
      size="small"
      :model-value="Number(read(set, field.path))"
      :length="field.length"
      :scale="field.scale"
      :step="field.step"
      :unit="field.unit"
      :aria-invalid="error ? 'true' : undefined"
      :aria-describedby="error ? 'e-' + field.path : undefined"
      @change="put"
    />
    <p v-if="error" :id="'e-' + field.path" class="words" role="alert">{{ error }}</p>
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
input[type='color'] {
  width: 60px;
  height: 30px;
  border: 1px solid var(--el-border-color);
  padding: 2px;
  background: none;
}
</style>
