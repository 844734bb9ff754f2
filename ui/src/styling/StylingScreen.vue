<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { useStorage } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask } from '../api/client'
import { useShots } from '../api/queries'
import { useRefresh } from '../api/refresh'
import { useAct } from '../parts/act'
import ChipButton from '../parts/ChipButton.vue'
import ChoiceField from '../parts/ChoiceField.vue'
import EmptyBench from '../parts/EmptyBench.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import { useKeys } from '../parts/keys'
import SetNav from '../set/SetNav.vue'
import BowlLab from './BowlLab.vue'
import DewLab from './DewLab.vue'
import DrinkLab from './DrinkLab.vue'
import HandLab from './HandLab.vue'
import HoldClock from './HoldClock.vue'
import LayersLab from './LayersLab.vue'
import PourLab from './PourLab.vue'
import SafetySheet from './SafetySheet.vue'
import SteamLab from './SteamLab.vue'
import TechniqueWall from './TechniqueWall.vue'

/** What is done to a frame's food at the table: labs for its glass or bowl, techniques, what dies first, safety. */
const route = useRoute()
const router = useRouter()
const shoot = route.params.shoot as string
const list = useShots(shoot)
const shots = computed(() => list.data.value ?? [])
const shotId = computed(() => {
  const asked = route.params.shot as string
  if (asked) return asked
  const of = shots.value.filter((r) => !route.query.dish || r.shot.doc.dishId === route.query.dish)
  return (of.find((r) => r.shot.doc.kind === 'hero') ?? of[0])?.shot.id ?? ''
})
const go = (shot: string) =>
  router.push({ name: 'styling', params: { shoot, shot }, query: route.query.side ? { side: route.query.side } : {} })
const school = useStorage<'' | 'real' | 'made'>('fig-ladder-school', '')
const rule = useStorage<'' | 'two' | 'two-four' | 'own'>('fig-ladder-standing', '')
const standMin = useStorage('fig-ladder-standing-min', 90)
const bench = useQuery({
  queryKey: ['styling', shotId, school, rule, standMin],
  enabled: () => shotId.value !== '',
  queryFn: () =>
    ask(
      api.GET('/api/shots/{id}/styling', {
        params: {
          path: { id: shotId.value },
          query: { school: school.value, rule: rule.value, standMin: standMin.value },
        },
      }),
    ),
  placeholderData: (before) => (before?.shotId === shotId.value ? before : undefined),
})
const b = computed(() => bench.data.value)
const sides = computed(() => {
  if (!b.value) return []
  const all = [
    { key: 'drink', words: 'Drink', of: b.value.drinks },
    { key: 'layers', words: 'Layers', of: b.value.drinks || b.value.vessel.kind === 'glass' },
    { key: 'dew', words: 'Dew', of: b.value.drinks && !b.value.hot },
    { key: 'steam', words: 'Steam', of: b.value.hot || (b.value.wet && !b.value.drinks) },
    { key: 'pour', words: 'Pour', of: true },
    { key: 'bowl', words: 'Hidden lift', of: b.value.wet || b.value.vessel.kind === 'bowl' },
    { key: 'hand', words: 'By hand', of: true },
    { key: 'hold', words: 'What dies first', of: true },
    { key: 'cards', words: 'Techniques', of: true },
    { key: 'safety', words: 'Safety', of: true },
  ]
  return all.filter((s) => s.of)
})
const side = computed(() => {
  const asked = route.query.side as string | undefined
  return sides.value.some((s) => s.key === asked) ? asked! : (sides.value[0]?.key ?? '')
})
const turn = (key: string) => router.replace({ query: { ...route.query, side: key } })
const open = ref('')
watch(shotId, () => (open.value = ''))

const refresh = useRefresh('styling')
/** What is thinned or put behind the glass stands on the set. */
const refreshSet = useRefresh('set')
const { act, error } = useAct(refresh)
const put = (key: string, on: boolean) => {
  if (!b.value) return
  const keys = b.value.techniques.map((t) => t.key).filter((k) => k !== key)
  if (on) keys.push(key)
  const { version } = b.value
  return act(
    () =>
      ask(api.PUT('/api/shots/{id}/techniques', { params: { path: { id: shotId.value } }, body: { keys, version } })),
    on
      ? 'Put on this frame: shopping, packing and the safety sheet have it.'
      : 'Taken off, and what it had added with it.',
  )
}
function show(key: string) {
  open.value = key
  void turn('cards')
}
function step(by: number) {
  const at = shots.value.findIndex((r) => r.shot.id === shotId.value)
  const to = shots.value[Math.min(shots.value.length - 1, Math.max(0, at + by))]
  if (to) void go(to.shot.id)
}
function across(by: number) {
  const at = sides.value.findIndex((s) => s.key === side.value)
  const to = sides.value[(at + by + sides.value.length) % sides.value.length]
  if (to) void turn(to.key)
}
useKeys(
  [
    { key: 'j', does: 'Next frame', run: () => step(1) },
    { key: 'k', does: 'Frame before', run: () => step(-1) },
    { key: '.', does: 'Next side of styling', run: () => across(1) },
    { key: ',', does: 'Side of styling before', run: () => across(-1) },
    {
      key: '/',
      does: 'Find by the problem',
      run: () => {
        void turn('cards').then(() => document.querySelector<HTMLInputElement>('input[name=problem]')?.focus())
      },
    },
  ],
  list,
  bench,
)
</script>

<template>
  <ScreenFrame title="Set">
    <template #nav><SetNav /></template>
    <template #head>
      <ChoiceField v-if="shots.length" :model-value="shotId" aria-label="Frame" class="frames" @change="go"
        ><option v-for="(r, i) in shots" :key="r.shot.id" :value="r.shot.id">
          {{ i + 1 }}. {{ r.shot.doc.title }}
        </option></ChoiceField
      >
    </template>
    <ProblemNote :error="error ?? bench.error.value ?? list.error.value" />
    <EmptyBench v-if="list.data.value && !shots.length">
      <template #title>No frames yet</template>Labs and techniques are for a frame's glass, bowl or plate: put frames on
      the list first.<template #act
        ><el-button type="primary" @click="router.push({ name: 'shots', params: { shoot } })"
          >Go to Shots</el-button
        ></template
      >
    </EmptyBench>
    <template v-if="b">
      <div class="sides" role="group" aria-label="Sides of styling">
        <ChipButton
          v-for="s in sides"
          :key="s.key"
          :class="{ on: s.key === side }"
          :aria-pressed="s.key === side"
          @click="turn(s.key)"
          >{{ s.words }}</ChipButton
        >
      </div>
      <DrinkLab v-if="side === 'drink'" :bench="b" @changed="refreshSet" />
      <LayersLab v-else-if="side === 'layers'" :key="shotId" :bench="b" @changed="refreshSet" />
      <DewLab v-else-if="side === 'dew'" :bench="b" @changed="refreshSet" />
      <SteamLab v-else-if="side === 'steam'" :bench="b" />
      <PourLab v-else-if="side === 'pour'" :bench="b" />
      <BowlLab v-else-if="side === 'bowl'" :bench="b" />
      <HandLab v-else-if="side === 'hand'" :key="shotId" :bench="b" />
      <HoldClock v-else-if="side === 'hold'" :bench="b" @changed="refresh" />
      <TechniqueWall v-else-if="side === 'cards'" :bench="b" :open="open" @put="put" @open="open = $event" />
      <SafetySheet
        v-else
        v-model:minutes="standMin"
        :bench="b"
        :shoot="shoot"
        :rule="rule"
        @changed="refresh"
        @rule="rule = $event as typeof rule"
      />
    </template>
    <template #reading>
      <template v-if="b">
        <h2>On this frame</h2>
        <p v-if="!b.techniques.length" class="soft small">Nothing yet.</p>
        <ul class="on">
          <li v-for="t in b.techniques" :key="t.key">
            <ChipButton class="name" @click="show(t.key)"
              ><b>{{ t.name }}</b
              ><small v-if="t.inedible">■ not for eating</small></ChipButton
            ><el-button size="small" text :aria-label="`Take off: ${t.name}`" @click="put(t.key, false)"
              >Take off</el-button
            >
          </li>
        </ul>
        <template v-if="b.proposed.length">
          <h2>It calls for</h2>
          <label class="school"
            >First
            <ChoiceField v-model="school" size="small" aria-label="Which school comes first" none="either"
              ><option value="real">what stays what it is</option>
              <option value="made">what only looks like it</option></ChoiceField
            ></label
          >
          <ul class="calls">
            <li v-for="(p, i) in b.proposed.slice(0, 7)" :key="p.key">
              <small v-if="p.because !== b.proposed[i - 1]?.because" class="why">{{ p.because }}</small>
              <ChipButton class="name" @click="show(p.key)"
                ><b>{{ p.name }}</b></ChipButton
              >
              <el-button size="small" :aria-label="`Put on: ${p.name}`" @click="put(p.key, true)">Put on</el-button>
            </li>
          </ul>
        </template>
        <p v-if="b.moments.length" class="stood">
          {{ b.stood.state === 'good' ? '●' : b.stood.state === 'hurry' ? '▲' : '■' }} {{ b.stood.words }}
        </p>
        <p v-if="!b.planned" class="soft small">
          This frame's set has not been planned: figures are for the vessel it would begin with.
        </p>
      </template>
    </template>
  </ScreenFrame>
</template>

<style scoped>
.frames {
  width: 150px;
}
@media (max-width: 720px) {
  .frames {
    width: 100%;
  }
}
.sides {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  border-bottom: 1px solid var(--fl-line);
  padding-bottom: 6px;
}
.sides .fl-chip {
  padding: 0 12px;
  min-height: 36px;
  cursor: pointer;
  font-weight: 560;
  font-size: 14px;
}
@media (max-width: 720px) {
  .sides .fl-chip {
    min-height: 44px;
  }
}
.sides .on {
  background: var(--fl-aubergine);
  color: var(--fl-white);
}
ul.on,
.calls {
  list-style: none;
  margin: 0;
  padding: 0;
}
ul.on li,
.calls li {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 4px 8px;
  align-items: center;
  border-top: 1px solid var(--fl-line);
  padding: 3px 0;
}
.name {
  text-align: left;
  min-height: 32px;
  cursor: pointer;
}
.name b {
  font-weight: 560;
  font-size: 14px;
}
.name small {
  display: block;
  color: var(--fl-wine);
  font-size: 12.5px;
}
.why {
  grid-column: 1 / 3;
  color: var(--fl-soft);
  font-size: 12.5px;
  padding-top: 4px;
}
.school {
  display: flex;
  gap: 8px;
  align-items: center;
  font-size: 13px;
  color: var(--fl-soft);
}
.stood {
  font-size: 13.5px;
}
</style>
