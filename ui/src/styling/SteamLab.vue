<script setup lang="ts">
import { reactive } from 'vue'
import { api, ask, type Schema } from '../api/client'
import ProblemNote from '../parts/ProblemNote.vue'
import ReadingFigure from '../parts/ReadingFigure.vue'
import LabField from './LabField.vue'
import { useAir, useLab } from './ask'

const props = defineProps<{ bench: Schema['Bench'] }>()
const air = useAir()
const asked = reactive({
  dishC: 75,
  get roomC() {
    return air.value.roomC
  },
  get humidity() {
    return air.value.humidity
  },
})
const lab = useLab(
  'steam',
  () => props.bench.shotId,
  asked,
  (id, query) => ask(api.GET('/api/shots/{id}/lab/steam', { params: { path: { id }, query } })),
)
const d = lab.data
</script>

<template>
  <section class="lab" aria-label="Steam">
    <div class="asks">
      <LabField v-model="asked.dishC" label="Dish" temp :min="-30" :max="100" :step="5" />
      <LabField v-model="air.roomC" label="Room" temp :min="-10" :max="45" />
      <LabField v-model="air.humidity" label="Humidity" unit="%" :step="5" />
    </div>
    <ProblemNote :error="lab.error.value" />
    <template v-if="d">
      <p class="says">
        <b>{{ d.thick ? '●' : d.shows ? '◐' : '○' }} {{ d.words }}</b>
      </p>
      <ReadingFigure :reading="d.water" class="narrow" />
      <h2>To keep it coming</h2>
      <ul>
        <li v-for="a in d.advice" :key="a">{{ a }}</li>
      </ul>
      <p class="care">▲ {{ d.caution }}</p>
    </template>
  </section>
</template>

<style scoped src="./lab.css"></style>
<style scoped>
.narrow {
  max-width: 420px;
}
ul {
  margin: 0;
  padding-left: 20px;
  max-width: 70ch;
}
</style>
