<script setup lang="ts">
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, reactive, ref } from 'vue'
import { api, ask, type Schema } from '../api/client'
import ChipButton from '../parts/ChipButton.vue'
import ChoiceField from '../parts/ChoiceField.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import ReadingFigure from '../parts/ReadingFigure.vue'
import LabField from './LabField.vue'
import { useAir } from './ask'

/** Small labs of what is done by hand: butter, foam, scoops, gloss, snow that stays. */
const props = defineProps<{ bench: Schema['Bench'] }>()
const air = useAir()
const kinds = [
  { key: 'butter', words: 'Butter' },
  { key: 'foam', words: 'Foam' },
  { key: 'scoop', words: 'Scoops' },
  { key: 'gloss', words: 'Gloss' },
  { key: 'snow', words: 'Lasting ice' },
] as const
type Kind = (typeof kinds)[number]['key']
/** What this dish most likely asks for first. */
const kind = ref<Kind>(
  props.bench.drinks
    ? 'foam'
    : /ice cream|sorbet|gelato/i.test(props.bench.dish)
      ? 'scoop'
      : props.bench.wet
        ? 'gloss'
        : 'butter',
)
const butter = reactive({ longMm: 30, wideMm: 30, highMm: 12, bevelMm: 2, freezerC: -18, onC: 20 })
const foam = reactive({ kind: props.bench.foams[0]?.name ?? '', headMm: 20, leastMm: 14, glasses: 1 })
const scoop = reactive({ kind: props.bench.frozens[0] ?? '', diameterMm: 50, tubMl: 1000, fromC: -18 })
const gloss = reactive({ kind: props.bench.sauces[0]?.name ?? '', allMl: 100, wallMm: 30, coatMm: 0.4, holdS: 30 })
const snow = reactive({ glasses: 1, eachMl: Math.max(20, props.bench.eachMl || 200), dry: false })
const { roomC } = air.value
const room = ref(roomC)
const calls: Record<Kind, () => Promise<Schema['StylingHandLab']>> = {
  butter: () => ask(api.GET('/api/lab/butter', { params: { query: { ...butter, roomC: room.value } } })),
  foam: () =>
    ask(api.GET('/api/shots/{id}/lab/foam', { params: { path: { id: props.bench.shotId }, query: { ...foam } } })),
  scoop: () => ask(api.GET('/api/lab/scoop', { params: { query: { ...scoop, roomC: room.value } } })),
  gloss: () => ask(api.GET('/api/lab/gloss', { params: { query: { ...gloss } } })),
  snow: () => ask(api.GET('/api/lab/snow', { params: { query: { ...snow } } })),
}
const asked = computed(() => ({ butter, foam, scoop, gloss, snow })[kind.value])
const lab = useQuery({
  queryKey: ['lab-hand', kind, () => props.bench.shotId, room, asked],
  queryFn: () => calls[kind.value](),
  placeholderData: (before, was) => (was?.queryKey[1] === kind.value ? keepPreviousData(before) : undefined),
})
const d = lab.data
</script>

<template>
  <section class="lab" aria-label="By hand">
    <div class="acts" role="group" aria-label="What is done by hand">
      <ChipButton
        v-for="k in kinds"
        :key="k.key"
        class="kind"
        :class="{ on: k.key === kind }"
        :aria-pressed="k.key === kind"
        @click="kind = k.key"
        >{{ k.words }}</ChipButton
      >
    </div>
    <div class="asks">
      <template v-if="kind === 'butter'">
        <LabField v-model="butter.longMm" label="Long" length />
        <LabField v-model="butter.wideMm" label="Wide" length />
        <LabField v-model="butter.highMm" label="High" length />
        <LabField v-model="butter.bevelMm" label="Edges melted off" length />
        <LabField v-model="butter.freezerC" label="Freezer" temp />
        <LabField v-model="room" label="Room" temp />
        <LabField v-model="butter.onC" label="What it lies on" temp :step="5" />
      </template>
      <template v-else-if="kind === 'foam'">
        <label class="lab-choice"
          >On
          <ChoiceField v-model="foam.kind" aria-label="What foams"
            ><option v-for="f in bench.foams" :key="f.name" :value="f.name">{{ f.name }}</option></ChoiceField
          ></label
        >
        <LabField v-model="foam.headMm" label="Head" length />
        <LabField v-model="foam.leastMm" label="At least" length />
        <LabField v-model="foam.glasses" label="Glasses" whole />
      </template>
      <template v-else-if="kind === 'scoop'">
        <label class="lab-choice"
          >What
          <ChoiceField v-model="scoop.kind" aria-label="What is scooped"
            ><option v-for="f in bench.frozens" :key="f" :value="f">{{ f }}</option></ChoiceField
          ></label
        >
        <LabField v-model="scoop.diameterMm" label="Ball, across" length />
        <LabField v-model="scoop.tubMl" label="Tub" unit="ml" :step="100" />
        <LabField v-model="scoop.fromC" label="Freezer" temp />
        <LabField v-model="room" label="Room" temp />
      </template>
      <template v-else-if="kind === 'gloss'">
        <label class="lab-choice"
          >What
          <ChoiceField v-model="gloss.kind" aria-label="What shines"
            ><option v-for="s in bench.sauces" :key="s.name" :value="s.name">{{ s.name }}</option></ChoiceField
          ></label
        >
        <LabField v-model="gloss.allMl" label="Of it" unit="ml" :step="10" />
        <LabField v-model="gloss.wallMm" label="Clings over" length />
        <LabField v-model="gloss.coatMm" label="Coat" unit="mm" :step="0.1" />
        <LabField v-model="gloss.holdS" label="Still there after" unit="s" :step="5" />
      </template>
      <template v-else>
        <LabField v-model="snow.glasses" label="Glasses" whole />
        <LabField v-model="snow.eachMl" label="In each" unit="ml" :step="10" />
        <el-checkbox v-model="snow.dry">Loose snow, not wet ice</el-checkbox>
      </template>
    </div>
    <ProblemNote :error="lab.error.value" />
    <template v-if="d">
      <p class="says">
        <b>{{ d.words }}</b>
      </p>
      <div class="rows"><ReadingFigure v-for="r in d.rows" :key="kind + r.key" :reading="r" /></div>
      <p v-if="d.caution" class="care">▲ {{ d.caution }}</p>
    </template>
  </section>
</template>

<style scoped src="./lab.css"></style>
<style scoped>
.kind {
  padding: 0 12px;
  min-height: 36px;
  cursor: pointer;
}
.kind.on {
  background: var(--fl-straw);
  color: var(--fl-brass-deep);
  font-weight: 560;
}
.rows {
  max-width: 560px;
}
@media (max-width: 720px) {
  .kind {
    min-height: 44px;
  }
}
</style>
