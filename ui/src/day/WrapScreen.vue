<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { api, ask } from '../api/client'
import { useWrap } from '../api/queries'
import { useRefresh } from '../api/refresh'
import { useAct } from '../parts/act'
import ChoiceField from '../parts/ChoiceField.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import TickBox from '../parts/TickBox.vue'
import WaitingTicks from '../parts/WaitingTicks.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import { useTicks } from '../parts/ticks'
import DayNav from './DayNav.vue'

/** The end of a day: what is counted out, eaten or binned, put back and copied, and what the day came to. */
const route = useRoute()
const shoot = route.params.shoot as string
const refresh = useRefresh('cupboard')
const wrap = useWrap(shoot)
const w = computed(() => wrap.data.value)
const ticks = useTicks('wrap:' + shoot, async (waiting) => {
  const params = { path: { id: shoot } }
  const now = await ask(api.GET('/api/shoots/{id}/wrap', { params }))
  const keys = (on: boolean) =>
    Object.entries(waiting)
      .filter(([, t]) => t.on === on)
      .map(([k]) => k)
  await ask(
    api.PUT('/api/shoots/{id}/wrap', { params, body: { version: now.version, on: keys(true), off: keys(false) } }),
  )
  await refresh()
})
const left = computed(
  () => w.value?.parts.flatMap((p) => p.lines).filter((l) => !ticks.isOn(l.key, l.done)).length ?? 0,
)
const shares = [
  ['0', 'none left'],
  ['0.25', 'a quarter left'],
  ['0.5', 'half left'],
  ['0.75', 'three quarters left'],
  ['1', 'all of it left'],
]
const { act, error } = useAct(useRefresh('kitchen'))
const queries = useQueryClient()
const say = (key: string, share: string) =>
  act(async () =>
    // What is said next goes on top of what this save answered.
    queries.setQueryData(
      ['wrap', shoot],
      await ask(
        api.PUT('/api/shoots/{id}/wrap/left', {
          params: { path: { id: shoot } },
          body: { version: w.value!.foodVersion, key, share: share === '' ? null : Number(share) },
        }),
      ),
    ),
  )
const total = computed(() => (w.value?.times ?? []).reduce((a, t) => [a[0]! + t.plannedMin, a[1]! + t.wentMin], [0, 0]))
</script>

<template>
  <ScreenFrame title="Day">
    <template #nav><DayNav /></template>
    <template #head>
      <a :href="`/api/shoots/${shoot}/wrap.pdf`" target="_blank">Print</a>
    </template>
    <ProblemNote :error="ticks.error.value ?? error ?? wrap.error.value" />
    <WaitingTicks :n="ticks.waits.value" />
    <section v-for="p in w?.parts ?? []" :key="p.key" :aria-label="p.name">
      <h2>{{ p.name }}</h2>
      <p v-if="p.note" class="soft small">{{ p.note }}</p>
      <ul>
        <li v-for="l in p.lines" :key="l.key" :class="{ done: ticks.isOn(l.key, l.done) }">
          <TickBox :on="ticks.isOn(l.key, l.done)" :label="l.words" @tick="ticks.tick(l.key, l.words, $event)" />
          <div>
            <b>{{ l.care ? '▲ ' : '' }}{{ l.words }}</b
            ><small>{{ l.where }}</small>
          </div>
        </li>
      </ul>
    </section>
    <section v-if="w?.food.length" aria-label="What was left of the food">
      <h2>What was left of the food</h2>
      <p class="soft small">The next list with it on tells of it.</p>
      <ul>
        <li v-for="f in w.food" :key="f.key" class="food">
          <div>
            <b>{{ f.thing }}</b><small>{{ f.bought }} bought</small>
          </div>
          <ChoiceField
            :model-value="f.share === null ? '' : String(f.share)"
            :aria-label="`Left of ${f.thing}`"
            none="not said"
            @change="say(f.key, $event)"
            ><option v-for="[share, words] in shares" :key="share" :value="share">{{ words }}</option></ChoiceField
          >
        </li>
      </ul>
    </section>
    <template #reading>
      <template v-if="w">
        <h2>{{ left ? `${left} to do` : 'All done' }}</h2>
        <p class="soft small">{{ w.frames[1] }} of {{ w.frames[0] }} frames have one that is kept.</p>
        <template v-if="w.times.length">
          <h3>Time by task</h3>
          <p>
            <b class="mono">{{ total[1] }} min</b> against {{ total[0] }} planned<template v-if="w.known"
              >: {{ w.over >= 0 ? `${Math.round(100 * w.over)} % longer` : `${Math.round(-100 * w.over)} % shorter` }}.
              The next estimate reckons with it</template
            >.
          </p>
          <table>
            <thead>
              <tr>
                <th>Task</th>
                <th>Plan</th>
                <th>Went</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="t in w.times" :key="t.key">
                <td>
                  {{ t.name }}<small>{{ t.dish }}</small>
                </td>
                <td class="mono">{{ t.plannedMin }}</td>
                <td class="mono" :class="{ late: t.wentMin > t.plannedMin * 1.25 + 1 }">{{ t.wentMin }}</td>
              </tr>
            </tbody>
          </table>
        </template>
        <p v-else class="soft small">What is begun and done on the set is told here, against the plan.</p>
      </template>
    </template>
  </ScreenFrame>
</template>

<style scoped>
h2 {
  font-size: 18px;
  margin: 14px 0 4px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  max-width: 760px;
}
li {
  display: grid;
  grid-template-columns: 48px minmax(0, 1fr);
  align-items: center;
  border-top: 1px solid var(--fl-line);
  padding: 3px 0;
}
li.food {
  grid-template-columns: minmax(0, 1fr) 190px;
}
li b {
  font-weight: 560;
}
small {
  display: block;
  color: var(--fl-soft);
  font-size: 13px;
}
.done b {
  text-decoration: line-through;
  color: var(--fl-soft);
}
.late {
  color: var(--fl-brass-deep);
  font-weight: 600;
}
table {
  border-collapse: collapse;
  font-size: 13.5px;
  width: 100%;
}
th {
  text-align: left;
  font-size: 12.5px;
  color: var(--fl-soft);
  font-weight: 500;
}
td {
  border-top: 1px solid var(--fl-line);
  padding: 3px 6px 3px 0;
  vertical-align: top;
}
</style>
