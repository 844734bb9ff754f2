<script setup lang="ts">
import ChoiceField from '../parts/ChoiceField.vue'
import ClockField from '../parts/ClockField.vue'
import DayField from '../parts/DayField.vue'
import NumberField from '../parts/NumberField.vue'
import { startColour } from '../theme/drawn'
import type { SceneSet } from '../api/client'
import { read, write, type Field } from './fields'

/** What a field of the set is changed with, whatever kind it is. */
const props = defineProps<{ set: SceneSet; field: Field; id: string; error?: string }>()
const emit = defineEmits<{ change: []; lay: [] }>()

function put(v: unknown) {
  if (props.field.path === 'ground.on' && v) return emit('lay')
  write(props.set, props.field.path, v)
  emit('change')
}
</script>

<template>
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
    :aria-label="field.label"
    :value="String(read(set, field.path)) || startColour.unset"
    @change="put(($event.target as HTMLInputElement).value)"
  />
  <el-input
    v-else-if="field.text"
    :id="id"
    :model-value="String(read(set, field.path) ?? '')"
    size="small"
    maxlength="120"
    :aria-label="field.label"
    :aria-invalid="Boolean(error)"
    :aria-describedby="error ? 'e-' + id : undefined"
    @change="put"
  />
  <DayField
    v-else-if="field.day"
    :id="id"
    class="small"
    :aria-label="field.label"
    :model-value="String(read(set, field.path) ?? '')"
    @change="put"
  />
  <ClockField
    v-else-if="field.clock"
    :id="id"
    class="small"
    :aria-label="field.label"
    :model-value="String(read(set, field.path) ?? '')"
    @change="put"
  />
  <NumberField
    v-else
    :id="id"
    size="small"
    :aria-label="field.label"
    :model-value="Number(read(set, field.path))"
    :length="field.length"
    :scale="field.scale"
    :step="field.step"
    :unit="field.unit"
    :aria-invalid="error ? 'true' : undefined"
    :aria-describedby="error ? 'e-' + id : undefined"
    @change="put"
  />
</template>

<style scoped>
input[type='color'] {
  width: 60px;
  height: 30px;
  border: 1px solid var(--el-border-color);
  padding: 2px;
  background: none;
}
</style>
