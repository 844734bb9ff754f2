<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { api, ask, type Schema } from '../api/client'
import { useAct } from '../parts/act'
import ProblemNote from '../parts/ProblemNote.vue'
import ReadingFigure from '../parts/ReadingFigure.vue'
import ChoiceField from '../parts/ChoiceField.vue'
import { sides } from '../parts/units'
import GlassDrawing from './GlassDrawing.vue'
import LabField from './LabField.vue'
import { useLab } from './ask'

const props = defineProps<{ bench: Schema['Bench'] }>()
const emit = defineEmits<{ changed: [] }>()
const asked = reactive({ lightness: 0, glasses: 1, spare: 1, cubes: 4, cubeMl: 20 })
const id = () => props.bench.shotId
const lab = useLab('drink', id, asked, (id, query) =>
  ask(api.GET('/api/shots/{id}/lab/drink', { params: { path: { id }, query } })),
)
const d = lab.data
const card = reactive({ marginMm: 3 })
const glow = useLab('glow', id, card, (id, query) =>
  ask(api.GET('/api/shots/{id}/glow', { params: { path: { id }, query } })),
)
const paper = ref<'A4' | 'Letter'>('A4')
const copies = ref(1)
const print = computed(
  () =>
    `/api/shots/${props.bench.shotId}/glow.pdf?marginMm=${card.marginMm}&paper=${paper.value}&copies=${copies.value}`,
)
const { act, error } = useAct(async () => emit('changed'))
const path = () => ({ path: { id: props.bench.shotId } })
const thin = (share: number) =>
  act(
    () => ask(api.PUT('/api/shots/{id}/strength', { params: path(), body: { share } })),
    `Thinned to ${Math.round(share * 100)} % on the set. Undo takes it back.`,
  )
const stand = () =>
  act(
    () => ask(api.PUT('/api/shots/{id}/glow', { params: path(), body: { ...card } })),
    'The card stands behind the glass. Undo takes it away.',
  )
watch(id, () => {
  error.value = undefined
  asked.lightness = 0
})
/** It begins with how light the drink is on the set. */
watch(d, (v) => v && asked.lightness === 0 && (asked.lightness = Math.round(v.now.value)), { immediate: true })
</script>

<template>
  <section class="lab" aria-label="Drink">
    <div class="asks">
      <LabField v-model="asked.lightness" label="Lightness wanted" unit="L*" :min="0" :max="99" :step="5" />
      <LabField v-model="asked.glasses" label="Glasses" :min="1" :max="60" whole />
      <LabField v-model="asked.spare" label="Spare" :min="0" :max="60" whole />
      <LabField v-model="asked.cubes" label="Pieces of ice" :min="0" :max="40" whole />
      <LabField v-model="asked.cubeMl" label="Each" unit="ml" :min="1" :max="200" />
    </div>
    <ProblemNote :error="error ?? lab.error.value" />
    <div v-if="d" class="two">
      <div class="grey">
        <figure>
          <GlassDrawing
            :outer="bench.outer"
            :inner="bench.inner"
            :level-mm="d.levelMm"
            :colours="d.fullAcross"
            :clear="bench.glass"
            name="At full strength, with an even light behind it"
          />
          <figcaption>full strength</figcaption>
        </figure>
        <figure>
          <GlassDrawing
            :outer="bench.outer"
            :inner="bench.inner"
            :level-mm="d.levelMm"
            :colours="d.thenAcross"
            :clear="bench.glass"
            name="Thinned, with an even light behind it"
          />
          <figcaption>at {{ Math.round(d.share * 100) }} %</figcaption>
        </figure>
      </div>
      <div>
        <p class="says">{{ d.words }}</p>
        <ReadingFigure :reading="d.full" />
        <ReadingFigure :reading="d.now" />
        <ReadingFigure :reading="d.then" />
        <ReadingFigure :reading="d.dilution" />
        <p class="soft small">
          <span class="mono">{{ Math.round(d.eachMl) }}</span> ml in each glass, which holds
          <span class="mono">{{ Math.round(d.holdsMl) }}</span> ml; density
          <span class="mono">{{ Math.round(d.densityKgM3) }}</span> kg/m³ by the recipe.
        </p>
        <p class="acts">
          <el-button type="primary" :disabled="d.share > 0.995" @click="thin(d.share)">Thin it on the set</el-button>
          <el-button v-if="Math.abs(d.now.value - d.full.value) > 0.5" text @click="thin(1)"
            >Back to full strength</el-button
          >
        </p>
      </div>
    </div>
    <template v-if="d && asked.cubes">
      <h2>Ice in it</h2>
      <table>
        <tbody>
          <tr v-for="i in d.ices" :key="i.name">
            <th scope="row">{{ i.floats ? '△' : '▽' }} {{ i.name }}</th>
            <td>{{ i.words }}</td>
            <td class="soft">{{ i.why }}</td>
          </tr>
        </tbody>
      </table>
    </template>
    <template v-if="bench.glass">
      <h2>Glow card</h2>
      <ProblemNote :error="glow.error.value" />
      <div v-if="glow.data.value" class="two">
        <div class="grey">
          <figure>
            <GlassDrawing
              :outer="bench.outer"
              :inner="bench.inner"
              :level-mm="bench.levelMm"
              :card="glow.data.value.outline"
              name="The card behind the glass, as the lens sees it"
            />
            <figcaption>{{ sides(glow.data.value.widthMm, glow.data.value.heightMm) }}</figcaption>
          </figure>
        </div>
        <div>
          <ReadingFigure :reading="glow.data.value.scale" />
          <div class="asks">
            <LabField v-model="card.marginMm" label="Inside by" length :min="0" :max="30" />
            <label class="lab-choice"
              >Sheets
              <ChoiceField v-model="paper" aria-label="Sheets"
                ><option value="A4">A4</option>
                <option value="Letter">Letter</option></ChoiceField
              ></label
            >
            <LabField v-model="copies" label="Copies" :min="1" :max="24" whole />
          </div>
          <p class="says">{{ glow.data.value.words }}</p>
          <p class="acts">
            <el-button type="primary" @click="stand">Stand it on the set</el-button>
            <a :href="print" target="_blank">Print it at true size</a>
            <a :href="`/api/shots/${bench.shotId}/glow.svg?marginMm=${card.marginMm}`">As SVG</a>
          </p>
        </div>
      </div>
    </template>
  </section>
</template>

<style scoped src="./lab.css"></style>
