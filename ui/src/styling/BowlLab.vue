<script setup lang="ts">
import { reactive } from 'vue'
import { api, ask, type Schema } from '../api/client'
import ProblemNote from '../parts/ProblemNote.vue'
import GlassDrawing from './GlassDrawing.vue'
import LabField from './LabField.vue'
import { useLab } from './ask'

const props = defineProps<{ bench: Schema['Bench'] }>()
const asked = reactive({ pieces: 4, eachMl: 15 })
const lab = useLab(
  'bowl',
  () => props.bench.shotId,
  asked,
  (id, query) => ask(api.GET('/api/shots/{id}/lab/bowl', { params: { path: { id }, query } })),
)
const d = lab.data
</script>

<template>
  <section class="lab" aria-label="Hidden lift">
    <div class="asks">
      <LabField v-model="asked.pieces" label="Pieces" :min="0" :max="60" whole />
      <LabField v-model="asked.eachMl" label="Each" unit="ml" :min="1" :max="500" :step="5" />
    </div>
    <ProblemNote :error="lab.error.value" />
    <div v-if="d" class="two">
      <div class="grey">
        <figure>
          <GlassDrawing
            :outer="bench.outer"
            :inner="bench.inner"
            :level-mm="d.levelMm"
            :colours="[bench.colour]"
            :clear="bench.glass"
            :pieces="d.pieces"
            :piece-mm="d.standMm"
            name="The bowl cut open, with the pieces on its floor"
          />
          <figcaption>the same level with and without</figcaption>
        </figure>
      </div>
      <div>
        <p class="says">
          <b>{{ d.shows ? '▲' : '●' }} {{ d.words }}</b>
        </p>
        <table>
          <tbody>
            <tr>
              <th scope="row">Left out</th>
              <td class="mono">{{ Math.round(d.takenMl) }} ml</td>
            </tr>
            <tr>
              <th scope="row">Poured first, to just below</th>
              <td class="mono">{{ Math.round(d.pourFirstMl) }} ml</td>
            </tr>
            <tr>
              <th scope="row">Topped up from the side</th>
              <td class="mono">{{ Math.round(d.liquidMl - d.pourFirstMl) }} ml</td>
            </tr>
          </tbody>
        </table>
      </div>
    </div>
  </section>
</template>

<style scoped src="./lab.css"></style>
