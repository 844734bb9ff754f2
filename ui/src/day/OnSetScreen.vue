<script setup lang="ts">
import { useIntervalFn, useStorage } from '@vueuse/core'
import { useQueryClient } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask } from '../api/client'
import { useContact, useDay } from '../api/queries'
import { useLive } from '../api/live'
import { useRefresh } from '../api/refresh'
import SketchView from '../list/SketchView.vue'
import { useAct } from '../parts/act'
import ChipButton from '../parts/ChipButton.vue'
import EmptyBench from '../parts/EmptyBench.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import { useKeys } from '../parts/keys'
import TakeBox from './TakeBox.vue'
import DayNav from './DayNav.vue'
import { going, left, useAwake, useNow } from './going'
import { told, type Job } from './lanes'

/** The day as it goes, for wet hands: what is under way, what comes next, what is alive for how long. */
const route = useRoute()
const router = useRouter()
const shoot = route.params.shoot as string
const day = useDay(() => shoot)
const d = computed(() => day.data.value)
/** Others are on the same day: what they do comes by itself, and is asked for when it cannot. */
const { lost } = useLive(shoot, 'day')
useIntervalFn(() => lost.value && void day.refetch(), 4000)
const now = useNow(d)
const g = computed(() => going(d.value?.jobs ?? [], now.value))
const sheet = useContact(shoot)
const frames = computed(() => [
  ...(sheet.data.value?.setUps ?? []).flatMap((u) => u.frames ?? []),
  ...(sheet.data.value?.open ?? []),
])
const frameOf = (j?: Job) => frames.value.find((f) => f.shotId && f.shotId === j?.shotId)
const { act, error } = useAct(useRefresh('day'))
const queries = useQueryClient()
const { muted, tone } = useAwake()
const dim = useStorage('fig-ladder-dim', false)

const because = ref('')
const asked = ref('')
async function went(j: Job, how: 'begun' | 'over' | 'not') {
  if (how === 'begun' && j.guards.length && asked.value !== j.key) {
    asked.value = j.key
    because.value = ''
    return
  }
  const body = { version: d.value!.version, key: j.key, how, because: how === 'begun' ? because.value : '' }
  await act(async () =>
    queries.setQueryData(
      ['day', shoot],
      await ask(api.PUT('/api/shoots/{id}/day/went', { params: { path: { id: shoot } }, body })),
    ),
  )
  if (!error.value) asked.value = ''
}
/** What is next before the camera, with what stands and what it looks like. */
const camera = computed(
  () => g.value.on.find((j) => j.kind === 'frame') ?? g.value.next.find((j) => j.kind === 'frame'),
)
const box = ref<InstanceType<typeof TakeBox>>()
/** What is taken has begun; a deed that cannot be taken back asks for its safe frame first. */
async function beginFirst() {
  const j = camera.value
  if (!j || j.on || j.done) return true
  await went(j, 'begun')
  return !error.value && asked.value !== j.key
}
const handsOf = (j: Job) => j.needs.find((n) => n.of === 'hands')?.units ?? 0
const soon = (j: Job) => j.atMin - now.value

/** A tone when something dies, and when more hands are wanted in two minutes. */
const calls = computed(() =>
  [
    ...g.value.alive.filter((j) => j.holdsTo <= now.value).map((j) => 'dead ' + j.key),
    ...g.value.next.filter((j) => handsOf(j) > 1 && soon(j) <= 2 && soon(j) > -1).map((j) => 'hands ' + j.key),
  ].join(),
)
watch(calls, (is, was) => is && is !== was && tone())
useKeys(
  [
    { key: 'n', does: 'Begin what is next', run: () => g.value.next[0] && void went(g.value.next[0], 'begun') },
    {
      key: 'x',
      does: 'What is under way longest is over',
      run: () => g.value.on[0] && void went(g.value.on[0], 'over'),
    },
    { key: 't', does: 'Take a frame', run: () => void box.value?.take() },
    { key: 'b', does: 'Dark room, or bright', run: () => (dim.value = !dim.value) },
    { key: 'm', does: 'Sound, or none', run: () => (muted.value = !muted.value) },
  ],
  day,
)
</script>

<template>
  <ScreenFrame title="Day" wide :class="{ 'fl-dim': dim }">
    <template #nav><DayNav /></template>
    <template #head>
      <span v-if="d" class="mono clock" aria-label="Time there">{{ told(now) }}</span>
      <ChipButton :aria-pressed="dim" @click="dim = !dim">{{ dim ? 'Bright' : 'Dark room' }}</ChipButton>
      <ChipButton :aria-pressed="muted" @click="muted = !muted">{{ muted ? 'Sound on' : 'Mute' }}</ChipButton>
    </template>
    <ProblemNote :error="error ?? day.error.value" />
    <EmptyBench v-if="d && !g.all">
      <template #title>No day taken yet</template>Have days offered and take one: it is run from here.<template #act
        ><el-button type="primary" @click="router.push({ name: 'day', params: { shoot } })"
          >Plan the day</el-button
        ></template
      >
    </EmptyBench>
    <div v-else-if="d" class="set">
      <p v-if="lost" class="care" role="status">▲ The connection is lost; it catches up by itself.</p>
      <p v-if="!d.today" class="soft small">
        The day is {{ d.date || 'not set' }}; the clock is today's, to try it out. {{ g.done }} of {{ g.all }} done.
      </p>
      <section class="camera" aria-label="Before the camera">
        <template v-if="camera">
          <div class="look">
            <img
              v-if="frameOf(camera)?.picture"
              :src="`/api/previews/${frameOf(camera)!.picture}/picture`"
              alt="The frame as it was drafted"
            />
            <SketchView v-else-if="frameOf(camera)" :sketch="frameOf(camera)!.sketch" angle="" />
          </div>
          <div>
            <small>{{ camera.on ? 'Before the camera now' : 'Next before the camera' }}</small>
            <h2>{{ camera.hero ? '■ ' : '' }}{{ camera.name }}</h2>
            <p>{{ [camera.dish, camera.setUp && 'set: ' + camera.setUp].filter(Boolean).join(' · ') }}</p>
            <p v-if="handsOf(camera) > 1">
              <b>{{ handsOf(camera) }} pairs of hands</b>
            </p>
            <p v-if="camera.holdMin">It holds {{ camera.holdMin }} min.</p>
            <p v-for="s in camera.guards" :key="s" class="care">▲ Not taken yet: {{ s }}</p>
            <p v-if="camera.caution" class="care">▲ {{ camera.caution }}</p>
          </div>
          <TakeBox :key="camera.shotId" ref="box" :shoot="shoot" :shot="camera.shotId" :before="beginFirst" />
        </template>
      </section>
      <section v-if="g.alive.length" aria-label="Alive">
        <h2>Alive</h2>
        <ul class="alive">
          <li v-for="j in g.alive" :key="j.key" :class="{ dead: j.holdsTo <= now }">
            <b class="mono">{{ left(j.holdsTo - now) }}</b> {{ j.holdsTo <= now ? 'gone: ' : '' }}{{ j.name }}
            <small>{{ j.dish }}</small>
          </li>
        </ul>
      </section>
      <section aria-label="Now">
        <h2>Now</h2>
        <p v-if="!g.on.length" class="soft">Nothing is under way.</p>
        <article v-for="j in g.on" :key="j.key" class="job on">
          <div>
            <b>{{ j.name }}</b>
            <small>{{ [j.dish, j.who.join(' and ')].filter(Boolean).join(' · ') }}</small>
          </div>
          <span class="mono" :class="{ late: j.atMin + j.min < now }">{{ left(j.atMin + j.min - now) }}</span>
          <span class="acts">
            <el-button type="primary" size="large" :aria-label="`Done: ${j.name}`" @click="went(j, 'over')"
              >Done</el-button
            >
            <el-button size="large" text :aria-label="`Not begun: ${j.name}`" @click="went(j, 'not')"
              >Not begun</el-button
            >
          </span>
        </article>
      </section>
      <section aria-label="Next">
        <h2>Next</h2>
        <article v-for="(j, i) in g.next.slice(0, 6)" :key="j.key" class="job">
          <div>
            <b>{{ j.hero ? '■ ' : '' }}{{ j.name }}</b>
            <small>{{
              [
                told(j.atMin),
                j.dish,
                j.who.join(' and '),
                handsOf(j) > 1 && j.who.length < handsOf(j) ? handsOf(j) + ' hands' : '',
              ]
                .filter(Boolean)
                .join(' · ')
            }}</small>
          </div>
          <span class="mono" :class="{ late: soon(j) < 0 }">{{
            soon(j) >= 0 ? 'in ' + left(soon(j)) : left(soon(j))
          }}</span>
          <span class="acts">
            <el-button
              :type="i === 0 ? 'primary' : 'default'"
              size="large"
              :aria-label="`Begin: ${j.name}`"
              @click="went(j, 'begun')"
              >Begin</el-button
            >
          </span>
          <form v-if="asked === j.key" class="guard" @submit.prevent="went(j, 'begun')">
            <p>
              ▲ The safe frame before it has not been taken: {{ j.guards.join('; ') }}. Take it first, or say why not.
            </p>
            <el-input v-model="because" aria-label="Why it is not taken first" maxlength="300" />
            <el-button native-type="submit" size="large" :disabled="!because.trim()">Begin all the same</el-button>
            <el-button size="large" text @click="asked = ''">Take it first</el-button>
          </form>
        </article>
        <p v-if="!g.next.length" class="soft">Nothing is left: wrap.</p>
      </section>
    </div>
  </ScreenFrame>
</template>

<style scoped>
.clock {
  font-size: 26px;
  padding: 0 6px;
}
.head .fl-chip,
:deep(.head) .fl-chip {
  min-height: 44px;
  padding: 0 14px;
  border: 1px solid var(--fl-line);
  cursor: pointer;
}
.set {
  display: grid;
  gap: 14px;
  max-width: 980px;
}
.camera {
  display: grid;
  grid-template-columns: 264px minmax(0, 1fr);
  gap: 18px;
  background: var(--fl-card);
  border: 1px solid var(--fl-line);
  padding: 14px;
}
.camera h2 {
  font-size: 26px;
  margin: 2px 0 6px;
}
.camera p {
  margin: 4px 0;
}
.look {
  background: var(--fl-grey);
  display: grid;
  place-items: center;
  min-height: 150px;
}
.look img {
  display: block;
  max-width: 100%;
  max-height: 240px;
}
.look :deep(.sketch) {
  width: 100%;
  height: 170px;
}
.job {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: 6px 16px;
  align-items: center;
  border-top: 1px solid var(--fl-line);
  padding: 7px 4px;
}
.job b {
  font-size: 17px;
  font-weight: 600;
}
.job small {
  display: block;
  color: var(--fl-soft);
  font-size: 13.5px;
}
.job .mono {
  font-size: 19px;
}
.job .acts {
  display: flex;
  gap: 6px;
}
.job .acts :deep(.el-button) {
  min-height: 48px;
  min-width: 92px;
}
.on {
  background: var(--fl-straw);
}
.late {
  color: var(--fl-wine);
  font-weight: 600;
}
.care {
  color: var(--fl-brass-deep);
}
.alive {
  list-style: none;
  margin: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 22px;
}
.alive b {
  font-size: 26px;
  margin-right: 8px;
}
.alive .dead {
  color: var(--fl-wine);
}
.guard {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  background: var(--fl-blush);
  padding: 10px 12px;
}
.guard p {
  flex: 1 0 100%;
  margin: 0;
}
.guard .el-input {
  flex: 1 1 220px;
}
@media (max-width: 720px) {
  .camera {
    grid-template-columns: minmax(0, 1fr);
    gap: 10px;
  }
  .job {
    grid-template-columns: minmax(0, 1fr) auto;
  }
  .job .acts {
    grid-column: 1 / -1;
  }
  .job .acts :deep(.el-button) {
    flex: 1;
  }
}
</style>
