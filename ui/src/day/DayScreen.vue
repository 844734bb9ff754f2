<script setup lang="ts">
import { useStorage } from '@vueuse/core'
import { useQueryClient } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, type Schema } from '../api/client'
import { useDay } from '../api/queries'
import { useLive } from '../api/live'
import { useRefresh } from '../api/refresh'
import { useAct } from '../parts/act'
import ChipButton from '../parts/ChipButton.vue'
import ClockField from '../parts/ClockField.vue'
import EmptyBench from '../parts/EmptyBench.vue'
import NumberField from '../parts/NumberField.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import { copy } from '../parts/copy'
import { useKeys } from '../parts/keys'
import DayNav from './DayNav.vue'
import DayLine from './DayLine.vue'
import DayTerms from './DayTerms.vue'
import { clockOf, dayMark, dayOf, minutesOf, told } from './lanes'

/** A shoot's day: its jobs on a line under the light, the days there are to choose from, and planning again. */
const route = useRoute()
const router = useRouter()
const shoot = route.params.shoot as string
const day = useDay(() => shoot)
const d = computed(() => day.data.value)
const by = useStorage<'needs' | 'dish'>('fig-ladder-day-by', 'needs')
const refresh = useRefresh('day')
useLive(shoot, 'day')
const { act, error } = useAct(refresh)
/** The day as a save answered: what is pressed next goes on top of it, before the day is told anew. */
const queries = useQueryClient()
const shows = (b: Schema['DayBench']) => queries.setQueryData(['day', shoot], b)
const params = { path: { id: shoot } }

const offers = ref<Schema['DayOffers']>()
const looking = ref(false)
/** Days are looked for once at a time; what comes after the day has changed is not shown. */
async function offer() {
  if (looking.value) return
  looking.value = true
  offers.value = undefined
  await act(async () => (offers.value = await ask(api.GET('/api/shoots/{id}/day/offers', { params }))))
  looking.value = false
}
const take = (o: Schema['DayOffered']) =>
  act(async () => {
    const { style, starts } = o
    shows(
      await ask(api.PUT('/api/shoots/{id}/day/taken', { params, body: { version: d.value!.version, style, starts } })),
    )
    offers.value = undefined
  }, 'Taken. Undo takes it back.')

/** Its dishes, each once, as the plan has them. */
const dishes = computed(() => {
  const out = new Map((d.value?.jobs ?? []).filter((j) => j.dishId).map((j) => [j.dishId, j.dish]))
  return [...out].map(([id, title]) => ({ id, title }))
})
const chosen = ref('')
const job = computed(() => d.value?.jobs.find((j) => j.key === chosen.value))
const order = computed(() => d.value?.jobs.filter((j) => j.placed) ?? [])
type Change = { atMin?: number; min?: number; pin?: boolean; off?: boolean }
function change(j: Schema['DayPlacedJob'], c: Change, said = '') {
  const was = d.value!.day.changes.find((x) => x.key === j.key)
  const body = { version: d.value!.version, key: j.key, min: was?.min ?? 0, pin: j.pinned, off: false, ...c }
  return act(async () => shows(await ask(api.PUT('/api/shoots/{id}/day/job', { params, body }))), said)
}
function move(key: string, atMin: number) {
  const j = d.value?.jobs.find((x) => x.key === key)
  chosen.value = key
  if (j) void change(j, { atMin })
}
const off = computed(() => d.value?.day.changes.filter((c) => c.off) ?? [])
const putBack = (key: string) =>
  act(async () =>
    shows(
      await ask(
        api.PUT('/api/shoots/{id}/day/job', {
          params,
          body: { version: d.value!.version, key, min: 0, pin: false, off: false },
        }),
      ),
    ),
  )

/** The days there are to look at, the one before among them where something is done on it. */
const days = computed(() => {
  const last = Math.max(1, d.value?.day.terms.days ?? 1)
  const eve = order.value.some((j) => j.atMin < 0)
  return [...(eve ? [-1] : []), ...Array.from({ length: last }, (_, i) => i)]
})
const picked = ref<number>()
const dayNo = computed(() => {
  const no = picked.value ?? (d.value?.today ? dayOf(d.value.nowMin) : 0)
  return days.value.includes(no) ? no : 0
})
const dayName = (no: number) => (no < 0 ? 'The day before' : days.value.at(-1)! > 0 ? `Day ${no + 1}` : 'The day')
const now = ref('')
const moved = ref<string[]>()
const again = () =>
  act(async () => {
    const body = { version: d.value!.version, nowMin: minutesOf(now.value) + 1440 * dayNo.value, late: [] }
    const got = await ask(api.PUT('/api/shoots/{id}/day/again', { params, body }))
    moved.value = got.moved
    shows(got.bench)
  }, 'Planned again. What has begun stays.')

/** Terms are sent a moment after the last change, one at a time. */
const terms = ref<Schema['DayTerms']>()
const own = ref<Schema['DayOwnJob'][]>([])
watch(
  d,
  (v) => {
    if (!v) return
    terms.value = copy(v.day.terms)
    own.value = copy(v.day.own)
  },
  { immediate: true },
)
const say = () =>
  act(async () =>
    shows(
      await ask(
        api.PUT('/api/shoots/{id}/day', {
          params,
          body: { version: d.value!.version, terms: terms.value!, own: own.value },
        }),
      ),
    ),
  )
function step(n: number) {
  const at = order.value.findIndex((j) => j.key === chosen.value)
  const to = order.value[Math.min(order.value.length - 1, Math.max(0, at + n))]
  if (!to) return
  chosen.value = to.key
  picked.value = dayOf(to.atMin)
}
useKeys(
  [
    { key: 'j', does: 'Next job', run: () => step(1) },
    { key: 'k', does: 'Job before', run: () => step(-1) },
    { key: 'o', does: 'Have days offered', run: () => void offer() },
    {
      key: 'p',
      does: 'Pin the job, or let it go',
      run: () => job.value && void change(job.value, { pin: !job.value.pinned }),
    },
    { key: '.', does: 'Next day', run: () => (picked.value = Math.min(days.value.at(-1)!, dayNo.value + 1)) },
    { key: ',', does: 'Day before', run: () => (picked.value = Math.max(days.value[0]!, dayNo.value - 1)) },
    { key: 'd', does: 'By dish, or by what is needed', run: () => (by.value = by.value === 'dish' ? 'needs' : 'dish') },
  ],
  day,
)
</script>

<template>
  <ScreenFrame title="Day">
    <template #nav><DayNav /></template>
    <template #head>
      <span class="chips" role="group" aria-label="The line by">
        <ChipButton :class="{ on: by === 'needs' }" :aria-pressed="by === 'needs'" @click="by = 'needs'"
          >By what is needed</ChipButton
        >
        <ChipButton :class="{ on: by === 'dish' }" :aria-pressed="by === 'dish'" @click="by = 'dish'"
          >By dish</ChipButton
        >
      </span>
    </template>
    <ProblemNote :error="error ?? day.error.value" />
    <EmptyBench v-if="d && !d.jobs.some((j) => j.kind === 'frame')">
      <template #title>No frames yet</template>A day is planned from the frames on the list and the steps of their
      dishes.<template #act
        ><el-button type="primary" @click="router.push({ name: 'shots', params: { shoot } })"
          >Go to Shots</el-button
        ></template
      >
    </EmptyBench>
    <template v-else-if="d">
      <p class="how">
        <b>{{ d.words }}</b>
        <span v-for="a in d.ahead" :key="a.name" class="ahead"
          >▲ Begin {{ a.days }} {{ a.days === 1 ? 'day' : 'days' }} before: {{ a.name }} ({{ a.dish }})</span
        >
      </p>
      <section v-if="offers" class="offers" aria-label="Days offered">
        <p>{{ offers.words }}</p>
        <div class="cards">
          <article v-for="o in offers.offers" :key="o.style">
            <h3>{{ { shortest: 'Shortest', calmest: 'Calmest', 'best light': 'Best light' }[o.style as string] }}</h3>
            <p class="big">{{ told(o.endMin) }}</p>
            <dl>
              <dt>Set changed</dt>
              <dd>{{ o.changes }} times</dd>
              <dt>Off the best light</dt>
              <dd>{{ o.lightOff }} points</dd>
              <dt>Room between jobs</dt>
              <dd>{{ o.slackMin }} min</dd>
              <template v-if="o.proved || o.gapShare">
                <dt>At most better by</dt>
                <dd>{{ o.proved ? 'nothing' : Math.round(o.gapShare * 100) + ' %' }}</dd>
              </template>
            </dl>
            <el-button type="primary" :aria-label="`Take the ${o.style} day`" @click="take(o)">Take it</el-button>
          </article>
        </div>
        <ul v-if="offers.clash" class="clash">
          <li v-for="w in offers.clash.wishes" :key="w.kind + w.of">
            <b>■ {{ w.words }}</b>
            <span v-if="w.byMin"> Eased by {{ w.byMin }} min the day is possible.</span>
            <span v-else-if="w.gone"> Given up, the day is possible.</span>
            <span v-else> Easing this alone is not enough.</span>
          </li>
          <li v-if="offers.clash.more.length">One more of these would do: {{ offers.clash.more.join(', ') }}.</li>
        </ul>
      </section>
      <p v-if="days.length > 1 && order.length" class="chips days" role="group" aria-label="Which day">
        <ChipButton
          v-for="no in days"
          :key="no"
          :class="{ on: no === dayNo }"
          :aria-pressed="no === dayNo"
          @click="picked = no"
          >{{ dayName(no) }}</ChipButton
        >
      </p>
      <DayLine
        v-if="d.jobs.some((j) => j.placed)"
        :day="d"
        :by="by"
        :chosen="chosen"
        :now="now ? minutesOf(now) + 1440 * dayNo : undefined"
        :day-no="dayNo"
        @choose="chosen = $event"
        @move="move"
      />
      <section v-if="order.length" aria-label="By time">
        <h2>By time</h2>
        <ol class="jobs">
          <li v-for="j in order" :key="j.key" :class="{ chosen: j.key === chosen, hero: j.hero }">
            <button type="button" :aria-pressed="j.key === chosen" @click="chosen = j.key">
              <span class="mono">{{ dayMark(j.atMin) }}{{ told(j.atMin) }}</span>
              <span
                ><b>{{ j.hero ? '■ ' : '' }}{{ j.name }}</b>
                <small>{{ [j.doing, j.dish, j.min + ' min'].filter(Boolean).join(' · ') }}</small>
                <small v-if="j.broken.length" class="broken"
                  >▲ {{ j.broken.map((b) => b.words).join(' ') }}</small
                ></span
              >
            </button>
          </li>
        </ol>
      </section>
      <DayTerms v-if="terms" v-model:terms="terms" v-model:own="own" :dishes="dishes" @change="say" />
    </template>
    <template #reading>
      <template v-if="d">
        <h2>The day</h2>
        <p class="acts">
          <el-button :type="d.planned ? 'default' : 'primary'" :loading="looking" @click="offer">{{
            looking ? 'Looking for days' : 'Offer days'
          }}</el-button>
        </p>
        <template v-if="job">
          <h2>{{ job.name }}</h2>
          <p class="soft small">
            {{ [job.doing, job.dish, job.setUp && 'set: ' + job.setUp].filter(Boolean).join(' · ') }}
          </p>
          <p v-for="b in job.broken" :key="b.words" class="broken">▲ {{ b.words }}</p>
          <p v-if="job.caution" class="care">▲ {{ job.caution }}</p>
          <p v-if="job.holdsTo" class="small">Alive until {{ told(job.holdsTo) }}.</p>
          <p v-if="job.holdMin" class="small">What it shows holds {{ job.holdMin }} min.</p>
          <div class="pair">
            <label
              >Starts
              <ClockField
                :model-value="clockOf(job.atMin)"
                aria-label="Starts"
                @change="change(job, { atMin: minutesOf($event) + 1440 * dayOf(job.atMin) })"
            /></label>
            <label
              >Takes
              <NumberField
                :model-value="job.min"
                :min="1"
                :max="2880"
                unit="min"
                whole
                aria-label="Takes"
                @change="change(job, { min: $event })"
            /></label>
          </div>
          <p class="soft small">{{ job.because }}.</p>
          <p class="acts">
            <el-button size="small" :aria-pressed="job.pinned" @click="change(job, { pin: !job.pinned })">{{
              job.pinned ? 'Let it go' : 'Pin it there'
            }}</el-button>
            <el-button size="small" text @click="change(job, { off: true }, 'Left out. Undo puts it back.')"
              >Leave it out</el-button
            >
          </p>
        </template>
        <template v-if="d.planned">
          <h2>Late, burnt, clouded over?</h2>
          <div class="pair">
            <label>It is now <ClockField v-model="now" aria-label="It is now" /></label>
            <el-button :disabled="!now" @click="again">Plan the rest again</el-button>
          </div>
          <ul v-if="moved" class="small">
            <li v-if="!moved.length">Nothing comes at another time.</li>
            <li v-for="m in moved.slice(0, 8)" :key="m">{{ m }}</li>
            <li v-if="moved.length > 8">and {{ moved.length - 8 }} more</li>
          </ul>
        </template>
        <template v-if="off.length">
          <h2>Left out</h2>
          <p v-for="c in off" :key="c.key">
            <el-button size="small" text @click="putBack(c.key)">Put back {{ c.key.split(':').pop() }}</el-button>
          </p>
        </template>
        <p v-if="order.length" class="acts">
          <a :href="`/api/shoots/${shoot}/call-sheet.pdf`" target="_blank">Print the call sheet</a>
          <a :href="`/api/shoots/${shoot}/prep.pdf`" target="_blank">Prep, by person</a>
          <a :href="`/api/shoots/${shoot}/day.ics`">Calendar</a>
        </p>
      </template>
    </template>
  </ScreenFrame>
</template>

<style scoped>
.chips {
  display: flex;
  gap: 4px;
}
.chips .fl-chip {
  padding: 0 12px;
  min-height: 44px;
  cursor: pointer;
  font-weight: 560;
  font-size: 14px;
}
.chips .on {
  background: var(--fl-aubergine);
  color: var(--fl-white);
}
.days {
  margin: 0;
}
.how {
  margin: 0;
}
.ahead {
  display: block;
  font-size: 13.5px;
  color: var(--fl-brass-deep);
}
.cards {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(190px, 1fr));
  gap: 10px;
}
.cards article {
  border: 1px solid var(--fl-line);
  background: var(--fl-card);
  padding: 10px 14px 12px;
}
.cards h3 {
  margin: 0;
}
.big {
  font: 500 26px var(--fl-mono);
  margin: 2px 0 6px;
}
dl {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 2px 10px;
  font-size: 13px;
  margin: 0 0 10px;
}
dd {
  margin: 0;
  font-family: var(--fl-mono);
}
.jobs {
  list-style: none;
  margin: 0;
  padding: 0;
  columns: 2 330px;
  column-gap: 22px;
}
.jobs li {
  break-inside: avoid;
  border-top: 1px solid var(--fl-line);
}
.jobs button {
  display: grid;
  grid-template-columns: 106px 1fr;
  gap: 8px;
  width: 100%;
  min-height: 44px;
  padding: 4px 2px;
  text-align: left;
  background: none;
  border: 0;
  font: inherit;
  color: inherit;
  cursor: pointer;
}
.jobs b {
  font-weight: 560;
  font-size: 14px;
}
.jobs .hero b {
  color: var(--fl-aubergine);
  font-weight: 680;
}
.jobs small {
  display: block;
  color: var(--fl-soft);
  font-size: 12.5px;
}
.jobs .chosen {
  background: var(--fl-blush);
}
.broken,
.jobs small.broken {
  color: var(--fl-wine);
  font-size: 13px;
}
.care {
  font-size: 13px;
  color: var(--fl-brass-deep);
}
.pair {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: end;
}
.pair label {
  display: grid;
  gap: 2px;
  font-size: 13px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  margin: 0;
}
.clash {
  padding-left: 18px;
}
</style>
