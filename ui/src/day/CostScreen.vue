<script setup lang="ts">
import { computed, watch } from 'vue'
import { useRoute } from 'vue-router'
import { api, ask, type Schema } from '../api/client'
import { useMoney } from '../api/queries'
import { useRefresh } from '../api/refresh'
import { limits, words } from '../api/words'
import ChoiceField from '../parts/ChoiceField.vue'
import NumberField from '../parts/NumberField.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import ReadingFigure from '../parts/ReadingFigure.vue'
import SaveState from '../parts/SaveState.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import { useDraft } from '../parts/draft'
import DayNav from './DayNav.vue'

/** What a shoot comes to before it is promised. */
const route = useRoute()
const shoot = route.params.shoot as string
const money = useMoney(shoot)
const m = computed(() => money.data.value)
const refresh = useRefresh('day')
type Doc = Schema['CostDoc']
const draft = useDraft<Doc>({
  kind: 'cost',
  of: () => shoot,
  save: async (doc, version) => {
    const s = await ask(api.PUT('/api/shoots/{id}/cost', { params: { path: { id: shoot } }, body: { doc, version } }))
    void refresh()
    return s.version
  },
  theirs: (current) => {
    const s = current as { costs?: Doc; version: number }
    return { value: s.costs ?? m.value!.doc, version: s.version }
  },
})
watch(
  money.data,
  (s) => {
    if (s && draft.state.value === 'saved') draft.load(JSON.parse(JSON.stringify(s.doc)) as Doc, s.version)
  },
  { immediate: true },
)
const d = computed(() => draft.value.value)
const per = (minor: number) => minor / 100
const put = (to: (v: number) => void) => (v: number) => {
  to(Math.round(v * 100))
  draft.touch()
}
const free = computed(() => words.CostRate.does.filter((w) => !d.value?.rates.some((r) => r.does === w)))
function addRate() {
  if (!free.value[0]) return
  d.value?.rates.push({ does: free.value[0], hourMinor: 0 })
  draft.touch()
}
function addRental() {
  d.value?.rentals.push({ name: '', dayMinor: 0, days: 1, buyMinor: 0, uses: 1 }) // saved once it has a name
}
const counts = [
  ['editMin', 'Edit of one final', 'min'],
  ['rounds', 'Rounds of changes', ''],
  ['roundMin', 'A round, each final', 'min'],
  ['sparePct', 'For what goes wrong', '%'],
] as const
</script>

<template>
  <ScreenFrame title="Day">
    <template #nav><DayNav /></template>
    <template #head>
      <SaveState :draft="draft" />
      <a :href="`/api/shoots/${shoot}/estimate.pdf`" target="_blank">Print the estimate</a>
    </template>
    <ProblemNote :error="money.error.value" />
    <form v-if="d && m" novalidate class="costs" @submit.prevent="draft.flush">
      <section aria-label="Fee and room">
        <div class="fields">
          <label
            >Fee<NumberField
              :model-value="per(d.feeMinor)"
              :min="0"
              :unit="m.estimate.currency"
              :step="50"
              aria-label="Fee"
              @change="put((v) => (d!.feeMinor = v))($event)"
          /></label>
          <label
            >The room, for the day<NumberField
              :model-value="per(d.roomMinor)"
              :min="0"
              :unit="m.estimate.currency"
              :step="10"
              aria-label="The room, for the day"
              @change="put((v) => (d!.roomMinor = v))($event)"
          /></label>
          <label v-for="[k, label, unit] in counts" :key="k"
            >{{ label
            }}<NumberField
              v-model="d[k]"
              v-bind="limits.CostDoc[k]"
              whole
              :unit="unit"
              :aria-label="label"
              @change="draft.touch()"
          /></label>
        </div>
      </section>
      <section aria-label="An hour">
        <h2>An hour of</h2>
        <div v-for="(r, i) in d.rates" :key="i" class="row">
          <ChoiceField v-model="r.does" :aria-label="`Rate ${i + 1}: who`" @change="draft.touch()"
            ><option v-for="w in words.CostRate.does" :key="w" :value="w">{{ w }}</option></ChoiceField
          >
          <NumberField
            :model-value="per(r.hourMinor)"
            :min="0"
            :unit="m.estimate.currency"
            :step="5"
            :aria-label="`Rate ${i + 1}: an hour`"
            @change="put((v) => (r.hourMinor = v))($event)"
          />
          <el-button text :aria-label="`Remove rate ${i + 1}`" @click="(d.rates.splice(i, 1), draft.touch())"
            >Remove</el-button
          >
        </div>
        <el-button size="small" :disabled="!free.length" @click="addRate">Add a rate</el-button>
      </section>
      <section aria-label="Rented">
        <h2>Rented</h2>
        <div v-for="(r, i) in d.rentals" :key="i" class="row rental">
          <el-input
            v-model="r.name"
            placeholder="What"
            :aria-label="`Rental ${i + 1}: what`"
            maxlength="120"
            @change="draft.touch()"
          />
          <NumberField
            :model-value="per(r.dayMinor)"
            :min="0"
            unit="a day"
            :aria-label="`Rental ${i + 1}: a day`"
            @change="put((v) => (r.dayMinor = v))($event)"
          />
          <NumberField
            v-model="r.days"
            v-bind="limits.CostRental.days"
            whole
            unit="days"
            :aria-label="`Rental ${i + 1}: days`"
            @change="draft.touch()"
          />
          <NumberField
            :model-value="per(r.buyMinor)"
            :min="0"
            unit="to buy"
            :aria-label="`Rental ${i + 1}: to buy`"
            @change="put((v) => (r.buyMinor = v))($event)"
          />
          <NumberField
            v-model="r.uses"
            v-bind="limits.CostRental.uses"
            whole
            unit="a year"
            :aria-label="`Rental ${i + 1}: times a year`"
            @change="draft.touch()"
          />
          <el-button text :aria-label="`Remove rental ${i + 1}`" @click="(d.rentals.splice(i, 1), draft.touch())"
            >Remove</el-button
          >
        </div>
        <p v-for="a in m.estimate.advice" :key="a" class="soft small">● {{ a }}</p>
        <el-button size="small" @click="addRental">Add something rented</el-button>
      </section>
      <p v-for="f in draft.error.value?.fields ?? []" :key="f.field" class="bad">{{ f.words }}</p>
    </form>
    <template #reading>
      <template v-if="m">
        <h2>What it comes to</h2>
        <ReadingFigure :reading="m.estimate.total" large />
        <ReadingFigure :reading="m.estimate.left" />
        <ReadingFigure :reading="m.estimate.perFinal" />
        <h3>Made of</h3>
        <ReadingFigure v-for="l in m.estimate.lines" :key="l.reading.key" :reading="l.reading" />
        <p v-for="x in m.estimate.words" :key="x" class="note">▲ {{ x }}</p>
        <p v-if="m.went" class="soft small">{{ m.went }}</p>
      </template>
    </template>
  </ScreenFrame>
</template>

<style scoped>
.costs {
  display: grid;
  gap: 16px;
  max-width: 860px;
}
h2 {
  font-size: 18px;
  margin-bottom: 6px;
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
  gap: 10px 16px;
}
.fields label {
  display: grid;
  gap: 2px;
  font-size: 13px;
  color: var(--fl-soft);
}
.row {
  display: grid;
  grid-template-columns: 190px 170px auto;
  gap: 8px;
  margin-bottom: 6px;
  justify-content: start;
}
.rental {
  grid-template-columns: minmax(0, 2fr) repeat(4, minmax(0, 1.1fr)) auto;
  justify-content: stretch;
}
.note {
  color: var(--fl-brass-deep);
  font-size: 13.5px;
}
.bad {
  color: var(--fl-wine);
}
@media (max-width: 720px) {
  .row {
    grid-template-columns: minmax(0, 1fr) 116px auto;
  }
  .rental {
    grid-template-columns: 1fr 1fr;
    border-bottom: 1px solid var(--fl-line);
    padding-bottom: 8px;
  }
}
</style>
