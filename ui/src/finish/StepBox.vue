<script setup lang="ts">
import { computed } from 'vue'
import NumberField from '../parts/NumberField.vue'
import HueDraw from './HueDraw.vue'
import { fields, type Step } from './look'
import ToneDraw from './ToneDraw.vue'
import WhiteDraw from './WhiteDraw.vue'

/** One step at hand: drawn where it can be, and its numbers. */
const props = defineProps<{ step: Step; pressing: boolean }>()
const emit = defineEmits<{ change: []; press: [] }>()
const all = computed(() =>
  fields[props.step.kind].map((f) => {
    const v = f.of(props.step)[f.key] as number
    return { ...f, value: f.key === 'kelvin' && !v ? 6504 : f.key === 'slope' && !v ? 1 : v }
  }),
)
function set(values: Record<string, unknown>, of: Record<string, unknown> = props.step as never) {
  Object.assign(of, values)
  emit('change')
}
const asks: Partial<Record<Step['kind'], string>> = {
  local: 'Drag its middle and its edges in the picture.',
  crop: 'Drag its corners or its middle in the picture.',
  mend: 'Press the spot in the picture; drag the second ring to what shall cover it.',
}
const shapes = { oval: 'An oval', fade: 'A fade', stroke: 'A stroke' }
function reshape(shape: keyof typeof shapes) {
  const m = props.step.mask
  if (!m || m.shape === shape) return
  m.shape = shape
  const p = m.points[0] ?? { x: 0.5, y: 0.5 }
  m.points =
    shape === 'oval'
      ? [p]
      : shape === 'fade'
        ? [p, { x: p.x < 0.6 ? p.x + 0.3 : p.x - 0.3, y: p.y }]
        : [
            { x: Math.max(0, p.x - 0.15), y: p.y },
            { x: Math.min(1, p.x + 0.15), y: p.y },
          ]
  if (shape === 'stroke') m.across = 0.04
  else m.across = Math.max(m.across, 0.12)
  emit('change')
}
</script>

<template>
  <div class="box">
    <p v-if="asks[step.kind]" class="ask">{{ asks[step.kind] }}</p>
    <ToneDraw v-if="step.kind === 'tone'" :step="step" @set="(f, v) => set({ [f]: v })" />
    <HueDraw v-if="step.kind === 'band'" :step="step" @set="(f, v) => set({ [f]: v })" />
    <WhiteDraw v-if="step.kind === 'white'" :step="step" :pressing="pressing" @set="set" @press="emit('press')" />
    <div v-if="step.mask" class="shapes" role="radiogroup" aria-label="Shape of the part">
      <label v-for="(words, shape) in shapes" :key="shape"
        ><input type="radio" :checked="step.mask.shape === shape" name="shape" @change="reshape(shape)" />{{
          words
        }}</label
      >
      <label
        ><input
          type="checkbox"
          :checked="step.mask.outside"
          @change="set({ outside: !step.mask!.outside }, step.mask as never)"
        />Outside instead</label
      >
    </div>
    <label v-for="f in all" :key="f.key" class="number"
      ><span>{{ f.words }}</span
      ><NumberField
        :model-value="f.value"
        :min="f.min"
        :max="f.max"
        :step="f.step * (f.scale ?? 1)"
        :scale="f.scale"
        :unit="f.unit"
        size="small"
        controls
        :aria-label="f.words"
        @update:model-value="set({ [f.key]: $event }, f.of(step))"
    /></label>
  </div>
</template>

<style scoped>
.box {
  display: grid;
  gap: 8px;
  padding: 10px 10px 12px;
}
.ask {
  margin: 0;
  font-size: 13.5px;
  color: var(--fl-soft);
}
.number {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 168px;
  align-items: center;
  gap: 8px;
  font-size: 14px;
}
.number > :last-child {
  width: 168px;
}
.shapes {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  font-size: 14px;
}
.shapes label {
  display: flex;
  gap: 6px;
  align-items: center;
  min-height: 28px;
}
</style>
