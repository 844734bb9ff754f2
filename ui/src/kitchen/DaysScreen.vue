<script setup lang="ts">
import ChipButton from '../parts/ChipButton.vue'
import { computed, watch } from 'vue'
import { useRoute } from 'vue-router'
import { api, ask, type Schema } from '../api/client'
import { limits } from '../api/words'
import { useSeries } from '../api/queries'
import { useRefresh } from '../api/refresh'
import EmptyBench from '../parts/EmptyBench.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import ReadingFigure from '../parts/ReadingFigure.vue'
import SaveState from '../parts/SaveState.vue'
import NumberField from '../parts/NumberField.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import { useDraft } from '../parts/draft'
import { money } from '../parts/shown'
import DishNav from './DishNav.vue'
import ChoiceField from '../parts/ChoiceField.vue'

type Terms = Schema['SeriesTerms']
const route = useRoute()
const shoot = route.params.shoot as string
const refresh = useRefresh('kitchen')
const plan = useSeries(shoot)
const p = computed(() => plan.data.value)

const draft = useDraft<Terms>({
  kind: 'series',
  of: () => shoot,
  save: async (terms, version) => {
    const saved = await ask(
      api.PUT('/api/shoots/{id}/series', { params: { path: { id: shoot } }, body: { terms, version } }),
    )
    await refresh()
    return saved.version
  },
  theirs: (current) => ({
    value: (current as Schema['TermsOf']).terms,
    version: (current as Schema['TermsOf']).version,
  }),
})
watch(plan.data, (d) => d && draft.state.value === 'saved' && draft.load(d.terms, d.version), { immediate: true })
const t = computed(() => draft.value.value)
const dish = (id: string) => p.value?.dishes.find((d) => d.id === id)
const hours = (min: number) => `${Math.floor(min / 60)} h ${String(Math.round(min % 60)).padStart(2, '0')}`
const setup = (i: number, ids: string[]) => !i || dish(ids[i])?.setup !== dish(ids[i - 1]!)?.setup
/** Dishes of one set stand together on the line. */
const byset = (ids: string[]) => [...ids].sort((a, b) => (dish(a)?.setup ?? '').localeCompare(dish(b)?.setup ?? ''))
function minutes(id: string, v: number | undefined) {
  if (!t.value || !v) return
  t.value.minutesOwn = [...t.value.minutesOwn.filter((o) => o.dishId !== id), { dishId: id, minutes: v }]
  draft.touch()
}
function counted(id: string) {
  if (!t.value) return
  t.value.minutesOwn = t.value.minutesOwn.filter((o) => o.dishId !== id)
  draft.touch()
}
const own = (id: string) => t.value?.minutesOwn.some((o) => o.dishId === id)
const price = (key: 'dayMinor' | 'setupMinor', v: number | undefined) =>
  t.value && ((t.value[key] = Math.round((v ?? 0) * 100)), draft.touch())
</script>

<template>
  <ScreenFrame title="Dish">
    <template #nav><DishNav /></template>
    <template #head><SaveState v-if="t" :draft="draft" /></template>
    <ProblemNote :error="plan.error.value" />
    <EmptyBench v-if="p && !p.dishes.length"
      ><template #title>No dishes to divide</template>Dishes of one family share ingredients, props and light. Add them,
      and the days with the least cost are worked out here.</EmptyBench
    >
    <template v-else-if="p && t">
      <p v-if="p.problem" class="problem" role="alert">■ {{ p.problem }}</p>
      <section v-if="p.best" aria-label="The plan">
        <h2>
          {{ p.best.days.length === 1 ? 'One day does it' : p.best.days.length + ' days'
          }}<small class="soft">
            {{
              p.exact ? 'no plan is cheaper' : 'no plan is cheaper than ' + money(p.boundMinor) + ' ' + t.currency
            }}</small
          >
        </h2>
        <article v-for="(d, n) in p.best.days" :key="n" class="day">
          <header>
            <b>Day {{ n + 1 }}</b
            ><span class="mono">{{ hours(d.minutes) }} of {{ hours(t.dayMin) }}</span
            ><span class="soft">{{ d.setups }} {{ d.setups === 1 ? 'set' : 'sets' }}</span
            ><span v-if="d.shared.length" class="soft">shared: {{ d.shared.join(', ') }}</span
            ><span class="mono end">{{ money(d.priceMinor) }} {{ t.currency }}</span>
          </header>
          <div class="line">
            <template v-for="(id, i) in byset(d.dishes)" :key="id">
              <span
                v-if="setup(i, byset(d.dishes)) && t.setupMin > 0"
                class="build"
                :style="{ width: (100 * t.setupMin) / t.dayMin + '%' }"
                :title="'Build the set: ' + dish(id)?.setup"
                ><i>set</i></span
              >
              <span
                class="block"
                :style="{ width: (100 * (dish(id)?.minutes ?? 0)) / t.dayMin + '%' }"
                :title="`${dish(id)?.name}, ${dish(id)?.minutes} min`"
                ><b>{{ dish(id)?.name }}</b
                ><small>{{ dish(id)?.minutes }} min</small></span
              >
            </template>
          </div>
        </article>
      </section>
      <section v-if="p.apart && p.best && p.apart.days.length > 1" aria-label="One dish a day, to compare">
        <h2 class="less">
          A dish a day, to compare<small class="soft mono">
            {{ p.apart.days.length }} days · {{ p.apart.setups }} sets · {{ money(p.apart.priceMinor) }}
            {{ t.currency }}</small
          >
        </h2>
        <div class="apart">
          <span v-for="(d, n) in p.apart.days" :key="n" :title="`${dish(d.dishes[0]!)?.name}: ${money(d.priceMinor)}`"
            ><i :style="{ height: (100 * d.minutes) / t.dayMin + '%' }"
          /></span>
        </div>
      </section>
      <table class="dishes">
        <thead>
          <tr>
            <th scope="col">Dish</th>
            <th scope="col">Its set</th>
            <th scope="col">Before the lens</th>
            <th scope="col">Buys in packs</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="d in p.dishes" :key="d.id">
            <th scope="row">{{ d.name }}</th>
            <td>{{ d.setup }}</td>
            <td class="min">
              <NumberField
                :model-value="d.minutes"
                :min="1"
                :max="1440"
                size="small"
                :aria-label="'Minutes of ' + d.name"
                @change="minutes(d.id, $event)"
              />
              min
              <small class="soft"
                >{{ d.counted
                }}<ChipButton v-if="own(d.id)" :aria-label="'Count the frames of ' + d.name" @click="counted(d.id)">
                  count frames
                </ChipButton></small
              >
            </td>
            <td class="soft">{{ d.buys.join(', ') || 'nothing with a price' }}</td>
          </tr>
        </tbody>
      </table>
    </template>
    <template #reading>
      <template v-if="p && t">
        <div><ReadingFigure v-for="r in p.readings" :key="r.key" :reading="r" :large="r.key !== 'planPrice'" /></div>
        <form novalidate class="terms" @submit.prevent="draft.flush">
          <h2>What days offer and cost</h2>
          <label
            >A day before the lens
            <span
              ><NumberField
                v-model="t.dayMin"
                v-bind="limits.SeriesTerms.dayMin"
                size="small"
                aria-label="Minutes of a day"
                @change="draft.touch"
              />
              min</span
            ></label
          >
          <label
            >Room and hands a day
            <span
              ><NumberField
                :model-value="t.dayMinor / 100"
                :min="0"
                size="small"
                aria-label="Price of a day"
                @change="price('dayMinor', $event)"
              />
              {{ t.currency }}</span
            ></label
          >
          <label
            >Building a set
            <span
              ><NumberField
                v-model="t.setupMin"
                v-bind="limits.SeriesTerms.setupMin"
                size="small"
                aria-label="Minutes to build a set"
                @change="draft.touch"
              />
              min</span
            ></label
          >
          <label
            >A set beside its time
            <span
              ><NumberField
                :model-value="t.setupMinor / 100"
                :min="0"
                size="small"
                aria-label="Price of a set"
                @change="price('setupMinor', $event)"
              />
              {{ t.currency }}</span
            ></label
          >
          <label
            >Days at the most
            <span
              ><NumberField
                v-model="t.mostDays"
                v-bind="limits.SeriesTerms.mostDays"
                size="small"
                aria-label="Days at the most"
                @change="draft.touch"
              />
              <small class="soft">0: any</small></span
            ></label
          >
          <label
            >Money
            <ChoiceField v-model="t.currency" size="small" aria-label="Currency" @change="draft.touch"
              ><option v-for="c in ['GBP', 'EUR', 'USD']" :key="c" :value="c">{{ c }}</option></ChoiceField
            ></label
          >
        </form>
        <p class="small soft">
          What is left of a pack at the end of a day is counted as lost. Prices of packs come from Shopping.
        </p>
      </template>
    </template>
  </ScreenFrame>
</template>

<style scoped>
h2 {
  font-size: 20px;
  margin-bottom: 6px;
}
h2 small {
  font: 400 13.5px var(--fl-text);
  margin-left: 10px;
}
h2.less {
  font-size: 16px;
}
.problem {
  background: var(--fl-blush);
  border-left: 4px solid var(--fl-fig-ink);
  color: var(--fl-wine);
  padding: 10px 12px;
}
.day {
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
  padding: 10px 14px 14px;
  margin-bottom: 8px;
}
.day header {
  display: flex;
  gap: 16px;
  font-size: 14px;
  margin-bottom: 8px;
  align-items: baseline;
}
.day header b {
  font: 560 17px var(--fl-head);
}
.end {
  margin-left: auto;
}
.line {
  display: flex;
  height: 62px;
  background: repeating-linear-gradient(90deg, var(--fl-oat) 0 1px, transparent 1px calc(100% / 7)), var(--fl-milk);
}
.build {
  background: repeating-linear-gradient(45deg, var(--fl-sand) 0 4px, var(--fl-biscuit) 4px 8px);
  display: grid;
  place-items: center;
  min-width: 0;
  overflow: hidden;
}
.build i {
  font: 500 11px var(--fl-mono);
  background: var(--fl-milk);
  padding: 0 3px;
}
.block {
  background: var(--fl-aubergine);
  color: var(--fl-white);
  border-right: 2px solid var(--fl-card);
  padding: 6px 8px;
  display: flex;
  flex-direction: column;
  overflow: hidden;
  min-width: 0;
}
.block b {
  font-weight: 600;
  font-size: 13px;
  line-height: 1.2;
  max-height: 2.4em;
  overflow: hidden;
}
.block small {
  opacity: 0.85;
  font-size: 12px;
  font-family: var(--fl-mono);
  white-space: nowrap;
}
.apart {
  display: flex;
  gap: 4px;
  height: 44px;
}
.apart span {
  flex: 1;
  max-width: 120px;
  background: var(--fl-milk);
  display: flex;
  align-items: flex-end;
}
.apart i {
  display: block;
  width: 100%;
  background: var(--el-color-primary-light-5);
}
.dishes {
  border-collapse: collapse;
  width: 100%;
  font-size: 14px;
}
.dishes th,
.dishes td {
  text-align: left;
  padding: 4px 10px 4px 0;
  border-bottom: 1px solid var(--fl-line);
  vertical-align: baseline;
}
.dishes thead th {
  font-size: 12.5px;
  color: var(--fl-soft);
  font-weight: 560;
}
.dishes tbody th {
  font-weight: 560;
}
.min .number-field {
  width: 64px;
}
.min small {
  display: block;
  font-size: 12px;
}
.min button {
  cursor: pointer;
  text-decoration: underline;
  margin-left: 6px;
}
.terms {
  display: grid;
  gap: 6px;
}
.terms label {
  display: flex;
  justify-content: space-between;
  align-items: center;
  font-size: 13.5px;
  gap: 8px;
}
.terms .number-field {
  width: 82px;
}
.terms .choice-field {
  width: 96px;
}
@media (max-width: 720px) {
  .day header {
    flex-wrap: wrap;
    gap: 2px 14px;
  }
  .day header > * {
    white-space: nowrap;
  }
}
</style>
