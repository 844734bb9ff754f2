<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { watch } from 'vue'
import { api, ask, type Schema } from '../api/client'
import { useRefresh } from '../api/refresh'
import ProblemNote from '../parts/ProblemNote.vue'
import SaveState from '../parts/SaveState.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import { useDraft } from '../parts/draft'
import { degrees, hour, length } from '../parts/units'
import StudioNav from '../people/StudioNav.vue'

/** The units that the studio thinks in: everything that is typed and told from now on. */
const refresh = useRefresh()
const kept = useQuery({ queryKey: ['units'], queryFn: () => ask(api.GET('/api/units')) })
const draft = useDraft<Schema['Preferences']>({
  kind: 'units',
  of: () => 'studio',
  save: async (units, version) => {
    const saved = await ask(api.PUT('/api/units', { body: { units, version } }))
    await refresh()
    return saved.version
  },
  theirs: (current) => {
    const k = current as Schema['KeptUnits']
    return { value: k.units, version: k.version }
  },
  waitMs: 0,
})
watch(
  kept.data,
  (k) => {
    if (k && draft.state.value === 'saved') draft.load(k.units, k.version)
  },
  { immediate: true },
)
const u = draft.value
const choices: {
  key: keyof Schema['Preferences']
  words: string
  of: { value: string; words: string }[]
}[] = [
  {
    key: 'length',
    words: 'Lengths',
    of: [
      { value: 'cm', words: 'Centimetres' },
      { value: 'in', words: 'Inches' },
    ],
  },
  {
    key: 'temperature',
    words: 'Heat',
    of: [
      { value: 'C', words: '°C' },
      { value: 'F', words: '°F' },
    ],
  },
  {
    key: 'amounts',
    words: 'Ingredients',
    of: [
      { value: 'written', words: 'As written' },
      { value: 'grams', words: 'Grams beside it' },
      { value: 'cups', words: 'Cups beside it' },
    ],
  },
  {
    key: 'clock',
    words: 'Hours',
    of: [
      { value: '24', words: 'To 24' },
      { value: '12', words: 'To 12, am and pm' },
    ],
  },
  {
    key: 'currency',
    words: 'Money of new budgets',
    of: [
      { value: 'GBP', words: 'GBP' },
      { value: 'EUR', words: 'EUR' },
      { value: 'USD', words: 'USD' },
    ],
  },
]
function choose(key: keyof Schema['Preferences'], v: unknown) {
  if (!u.value) return
  u.value[key] = v as never
  draft.touch()
}
</script>

<template>
  <ScreenFrame title="Units" wide>
    <template #nav><StudioNav /></template>
    <template #head><SaveState :draft="draft" /></template>
    <div class="sheet">
      <ProblemNote :error="kept.error.value" />
      <template v-if="u">
        <div v-for="c in choices" :key="c.key" class="row">
          <span :id="'u-' + c.key">{{ c.words }}</span>
          <el-radio-group :model-value="u[c.key]" :aria-labelledby="'u-' + c.key" @change="choose(c.key, $event)"
            ><el-radio-button v-for="o in c.of" :key="o.value" :value="o.value">{{ o.words }}</el-radio-button>
          </el-radio-group>
          <p v-if="draft.about('units.' + c.key)" class="bad">{{ draft.about('units.' + c.key) }}</p>
        </div>
        <p class="soft">
          So a frame is {{ length(483) }} across, the oven stands at {{ degrees(180) }}, and soft light lasts until
          {{ hour('15:40') }}. Lenses and sensors stay in millimetres.
        </p>
        <p class="soft">
          Numbers take a comma or a point, days and hours are read as people write them, whatever is chosen here.
        </p>
      </template>
    </div>
  </ScreenFrame>
</template>

<style scoped>
.sheet {
  max-width: 620px;
  display: grid;
  gap: 16px;
  margin-top: 10px;
}
.row {
  display: grid;
  grid-template-columns: 190px 1fr;
  gap: 4px 16px;
  align-items: center;
}
.bad {
  grid-column: 2;
  color: var(--fl-fig-ink);
  font-size: 13px;
}
@media (max-width: 720px) {
  .row {
    grid-template-columns: 1fr;
  }
}
</style>
