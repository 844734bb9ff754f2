<script setup lang="ts">
import { useStorage } from '@vueuse/core'
import { computed, watch } from 'vue'
import { api, ask, type Schema } from '../api/client'
import { useBlanks } from '../api/queries'
import { useBegin } from '../parts/begin'
import { useAct } from '../parts/act'
import { copy } from '../parts/copy'
import ProblemNote from '../parts/ProblemNote.vue'
import GlassDrawing from './GlassDrawing.vue'
import LabField from './LabField.vue'
import { useLab } from './ask'

const props = defineProps<{ bench: Schema['Bench'] }>()
type Layer = Schema['DrinkLayer']
/** What is laid on one another in this frame's glass, remembered by the browser. */
const layers = useStorage<Layer[]>(`fig-ladder-layers-${props.bench.shotId}`, [])
const blanks = useBlanks()
watch(blanks.data, (b) => b && layers.value.length === 0 && (layers.value = copy(b.layers)), { immediate: true })
const lab = useLab(
  'layers',
  () => (layers.value.length ? props.bench.shotId : ''),
  layers,
  (id) => ask(api.POST('/api/shots/{id}/lab/layers', { params: { path: { id } }, body: { layers: layers.value } })),
)
const d = lab.data
const bands = computed(() => d.value?.layers.map((l) => ({ to: l.toMm, from: l.fromMm, colour: l.colour })) ?? [])
const emit = defineEmits<{ changed: [] }>()
const begin = useBegin()
const { act, error } = useAct(async () => emit('changed'))
const path = () => ({ path: { id: props.bench.shotId } })
const lay = (of: Layer[], words: string) =>
  act(() => ask(api.PUT('/api/shots/{id}/layers', { params: path(), body: { layers: of } })), words)
const add = () => begin((b) => layers.value.push(copy(b.layer)))
</script>

<template>
  <section class="lab" aria-label="Layers">
    <ul class="rows">
      <li v-for="(l, i) in layers" :key="i">
        <input v-model="l.colour" type="color" :aria-label="`Colour of layer ${i + 1}`" />
        <el-input v-model="l.name" :aria-label="`Name of layer ${i + 1}`" maxlength="80" placeholder="what" />
        <LabField v-model="l.ml" label="How much" unit="ml" :min="1" :max="2000" :step="10" />
        <LabField v-model="l.densityKgM3" label="Density, 0: by name" unit="kg/m³" :min="0" :max="2000" :step="5" />
        <el-checkbox v-model="l.solid">stands by itself</el-checkbox>
        <el-button size="small" text :aria-label="`Take away layer ${i + 1}`" @click="layers.splice(i, 1)"
          >Take away</el-button
        >
      </li>
    </ul>
    <p class="acts"><el-button size="small" :disabled="layers.length >= 9" @click="add">Add a layer</el-button></p>
    <ProblemNote :error="error ?? lab.error.value" />
    <div v-if="d" class="two">
      <div class="grey">
        <figure>
          <GlassDrawing
            :outer="bench.outer"
            :inner="bench.inner"
            :level-mm="0"
            :bands="bands"
            :clear="bench.glass"
            name="The layers in the glass, from the side"
          />
          <figcaption>{{ d.words }}</figcaption>
        </figure>
      </div>
      <ol class="says">
        <li v-for="(l, i) in d.layers" :key="i">
          <b>{{ l.name || 'layer' }}</b> <span class="mono soft small">{{ Math.round(l.densityKgM3) }} kg/m³</span>
          <p v-if="d.edges[i - 1]" class="soft small">
            {{ d.edges[i - 1]!.stands ? '●' : '▲' }} {{ d.edges[i - 1]!.words }}
          </p>
        </li>
      </ol>
    </div>
    <p v-if="d && bench.glass" class="acts">
      <el-button
        type="primary"
        :disabled="d.overMl > 0"
        @click="lay(layers, 'They lie in the glass on the set, and in its picture. Undo takes them out.')"
        >Lay them in on the set</el-button
      >
      <el-button v-if="bench.layers.length" text @click="lay([], 'One drink again. Undo lays them back in.')"
        >Take them out of the set</el-button
      >
    </p>
  </section>
</template>

<style scoped src="./lab.css"></style>
<style scoped>
.rows {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
.rows li {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: end;
}
.rows .el-input {
  width: 170px;
}
.rows input[type='color'] {
  width: 44px;
  height: 44px;
  padding: 2px;
  border: 1px solid var(--fl-edge);
  background: none;
}
ol {
  margin: 0;
  padding-left: 22px;
}
</style>
