<script setup lang="ts">
import { computed, reactive } from 'vue'
import { api, ask, type Schema } from '../api/client'
import ProblemNote from '../parts/ProblemNote.vue'
import ReadingFigure from '../parts/ReadingFigure.vue'
import ChoiceField from '../parts/ChoiceField.vue'
import LabField from './LabField.vue'
import { useLab } from './ask'

const props = defineProps<{ bench: Schema['Bench'] }>()
const asked = reactive({
  liquid: props.bench.liquids[0]?.name ?? '',
  spout: props.bench.spouts[0]?.name ?? '',
  flow: 0,
  fallMm: 150,
  allMl: 200,
})
const lab = useLab(
  'pour',
  () => props.bench.shotId,
  asked,
  (_, query) => ask(api.GET('/api/lab/pour', { params: { query } })),
)
const d = lab.data
/** The stream to scale, its lip at the top. */
const stream = computed(() => {
  const p = d.value?.profileMm ?? []
  const y = (i: number) => (i * asked.fallMm) / 10
  return (
    'M' + [...p.map((w, i) => `${w / 2} ${y(i)}`), ...p.map((w, i) => `${-w / 2} ${y(i)}`).reverse()].join('L') + 'Z'
  )
})
</script>

<template>
  <section class="lab" aria-label="Pour">
    <div class="asks">
      <label class="lab-choice"
        >What
        <ChoiceField v-model="asked.liquid" aria-label="What is poured"
          ><option v-for="l in bench.liquids" :key="l.name" :value="l.name">{{ l.name }}</option></ChoiceField
        ></label
      >
      <label class="lab-choice"
        >From
        <ChoiceField v-model="asked.spout" aria-label="What it is poured from"
          ><option v-for="s in bench.spouts" :key="s.name" :value="s.name">{{ s.name }}</option></ChoiceField
        ></label
      >
      <LabField v-model="asked.flow" label="Flow, 0: usual" unit="ml/s" :min="0" :max="300" :step="5" />
      <LabField v-model="asked.fallMm" label="Falls" length :min="5" :max="1500" />
      <LabField v-model="asked.allMl" label="In all" unit="ml" :step="50" />
    </div>
    <ProblemNote :error="lab.error.value" />
    <div v-if="d" class="two">
      <div class="grey">
        <figure>
          <svg
            :viewBox="`${-asked.fallMm / 3 - 20} -6 ${(2 * asked.fallMm) / 3 + 40} ${asked.fallMm + 12}`"
            role="img"
            aria-label="The stream, to scale"
          >
            <path :d="stream" class="jet" :fill="bench.wet ? bench.colour : undefined" />
            <line :x1="-asked.fallMm / 3" :x2="asked.fallMm / 3" :y1="asked.fallMm" :y2="asked.fallMm" class="lands" />
          </svg>
          <figcaption>{{ d.leavesMS.toFixed(2) }} m/s at the lip, {{ d.landsMS.toFixed(2) }} where it lands</figcaption>
        </figure>
      </div>
      <div>
        <p class="says">
          <b>{{ d.clings || d.breaks ? '▲' : '●' }} {{ d.words }}</b>
        </p>
        <ReadingFigure :reading="d.thickMm" />
        <table>
          <tbody>
            <tr>
              <th scope="row">Falls for</th>
              <td class="mono">{{ d.fallsS.toFixed(2) }} s</td>
            </tr>
            <tr>
              <th scope="row">Frozen by</th>
              <td class="mono">{{ d.shutter }}</td>
            </tr>
            <tr v-if="d.lastsS">
              <th scope="row">One filling lasts</th>
              <td class="mono">{{ d.lastsS.toFixed(1) }} s</td>
            </tr>
          </tbody>
        </table>
        <p class="care">▲ {{ d.caution }}</p>
      </div>
    </div>
  </section>
</template>

<style scoped src="./lab.css"></style>
<style scoped>
svg {
  width: 100%;
  height: 100%;
}
.jet {
  stroke: var(--fl-white);
  stroke-width: 0.6;
}
.lands {
  stroke: var(--fl-white);
  stroke-width: 1.2;
}
</style>
