<script setup lang="ts">
import { startColour } from '../theme/drawn'
import { ref, watch } from 'vue'
import type { SceneSet } from '../api/client'
import { read, write, type Field } from './fields'

const props = defineProps<{ set: SceneSet; field: Field; error: string }>()
const emit = defineEmits<{ change: [] }>()
const typed = ref('')
const wrong = ref('')
const tidy = (v: number) => String(Math.round(v * (props.field.scale ?? 1) * 1000) / 1000)

// What is typed stays until the number itself changes from elsewhere.
watch(
  () => read(props.set, props.field.path),
  (v) => {
    if (typeof v === 'number' && (typed.value === '' || Number(typed.value) !== Number(tidy(v)))) {
      typed.value = tidy(v)
      wrong.value = ''
    } else if (typeof v === 'string') typed.value = v
  },
  { immediate: true },
)
function take() {
  const n = Number(typed.value.replace(',', '.'))
  if (typed.value.trim() === '' || Number.isNaN(n)) {
    wrong.value = `“${typed.value}” is not a number.`
    return
  }
  wrong.value = ''
  write(props.set, props.field.path, n / (props.field.scale ?? 1))
  emit('change')
}
function put(v: unknown) {
  write(props.set, props.field.path, v)
  emit('change')
}
function nudge(by: number) {
  typed.value = String(Math.round((Number(typed.value) + by * (props.field.step ?? 1)) * 1000) / 1000)
  take()
}
</script>

<template>
  <div class="field" :class="{ bad: wrong || error }">
    <label :for="'f-' + field.path">{{ field.label }}</label>
    <el-select
      v-if="field.choices"
      :id="'f-' + field.path"
      :model-value="String(read(set, field.path))"
      size="small"
      :aria-label="field.label"
      @change="put"
      ><el-option v-for="c in field.choices" :key="c.value" :value="c.value" :label="c.words"
    /></el-select>
    <el-switch
      v-else-if="field.flag"
      :id="'f-' + field.path"
      :model-value="Boolean(read(set, field.path))"
      :aria-label="field.label"
      inline-prompt
      :active-text="field.flag[0]"
      :inactive-text="field.flag[1]"
      @change="put"
    />
    <input
      v-else-if="field.colour"
      :id="'f-' + field.path"
      type="color"
      :value="String(read(set, field.path)) || startColour.unset"
      @change="put(($event.target as HTMLInputElement).value)"
    />
    <input
      v-else-if="field.text"
      :id="'f-' + field.path"
      v-model="typed"
      class="box"
      maxlength="120"
      @change="put(typed)"
    />
    <span v-else class="num"
      ><input
        :id="'f-' + field.path"
        v-model="typed"
        class="box mono"
        inputmode="decimal"
        autocomplete="off"
        :aria-invalid="Boolean(wrong || error)"
        :aria-describedby="wrong || error ? 'e-' + field.path : undefined"
        @change="take"
        @keydown.up.prevent="nudge(1)"
        @keydown.down.prevent="nudge(-1)"
      /><i>{{ field.unit }}</i></span
    >
    <p v-if="wrong || error" :id="'e-' + field.path" class="words" role="alert">{{ wrong || error }}</p>
  </div>
</template>

<style scoped>
.field {
  display: grid;
  grid-template-columns: 1fr 108px;
  align-items: center;
  gap: 2px 8px;
  min-height: 32px;
  font-size: 13.5px;
}
label {
  color: var(--fl-ink);
}
.num {
  display: flex;
  align-items: baseline;
  gap: 5px;
}
.box {
  width: 68px;
  height: 30px;
  border: 1px solid var(--el-border-color);
  border-radius: 3px;
  background: var(--fl-card);
  padding: 0 7px;
  font-size: 14px;
  color: var(--fl-ink);
  text-align: right;
}
.box:not(.mono) {
  width: 108px;
  text-align: left;
  font-family: var(--fl-text);
}
.bad .box {
  border: 2px solid var(--fl-fig-ink);
}
i {
  font-style: normal;
  font-size: 12.5px;
  color: var(--fl-soft);
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
