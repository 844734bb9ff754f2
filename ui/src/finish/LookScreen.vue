<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, type Finding, type Schema } from '../api/client'
import { useBlanks, useFinishing, useFrames, useInARow, useLooks, useShots } from '../api/queries'
import { useRefresh } from '../api/refresh'
import { useAct } from '../parts/act'
import ChipButton from '../parts/ChipButton.vue'
import ChoiceField from '../parts/ChoiceField.vue'
import { copy } from '../parts/copy'
import { useDraft } from '../parts/draft'
import EmptyBench from '../parts/EmptyBench.vue'
import FindingList from '../parts/FindingList.vue'
import { useKeys } from '../parts/keys'
import ProblemNote from '../parts/ProblemNote.vue'
import ReadingFigure from '../parts/ReadingFigure.vue'
import SaveState from '../parts/SaveState.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import { moment } from '../parts/shown'
import FinishNav from './FinishNav.vue'
import { begun, kinds, laidOver, places, shownBy, useSeen, useTold, type Spot, type Step } from './look'
import LookPicture from './LookPicture.vue'
import SeriesStrip from './SeriesStrip.vue'
import StepBox from './StepBox.vue'

const route = useRoute()
const router = useRouter()
const shoot = route.params.shoot as string
const queries = useQueryClient()
const refresh = useRefresh('finish')
const { act, error } = useAct(refresh)
const list = useShots(shoot)
const frames = useFrames(shoot)
const blanks = useBlanks()
const looks = useLooks(shoot)
const keptBy = computed(
  () => new Map((frames.data.value ?? []).filter((f) => f.doc.kept).map((f) => [f.doc.shotId, f])),
)
const rows = computed(() => (list.data.value ?? []).filter((r) => keptBy.value.has(r.shot.id)))
const shotId = computed(() => (route.params.shot as string) || rows.value[0]?.shot.id || '')
const frameId = computed(() => keptBy.value.get(shotId.value)?.id ?? '')
const title = computed(() => rows.value.find((r) => r.shot.id === shotId.value)?.shot.doc.title ?? '')
const finishing = useFinishing(frameId)

interface Doc {
  lookId: string
  steps: Step[]
}
const draft = useDraft<Doc>({
  kind: 'finishing',
  of: () => frameId.value,
  save: async (v, version, of) => {
    const saved = await ask(
      api.PUT('/api/frames/{id}/finishing', { params: { path: { id: of } }, body: { ...v, version } }),
    )
    queries.setQueryData(['finishing', of], saved)
    void queries.invalidateQueries({ queryKey: ['in-a-row'] })
    void queries.invalidateQueries({ queryKey: ['looks'] })
    return saved.row.version
  },
  theirs: (current) => {
    const { doc, version } = current as Schema['KeptFinish']
    const base = looks.data.value?.find((l) => l.row.id === doc.lookId)?.row.doc.steps ?? []
    return { value: { lookId: doc.lookId, steps: laidOver(base, doc.own) }, version }
  },
})
const doc = draft.value
const saved = ref<Schema['Finishing']>()
watch(
  () => finishing.data.value,
  (f) => {
    if (!f || f.row.doc.frameId !== frameId.value) return
    saved.value = f
    if (draft.state.value === 'saved') draft.load({ lookId: f.row.doc.lookId, steps: f.steps }, f.row.version)
  },
  { immediate: true },
)
const steps = computed(() => (saved.value?.row.doc.frameId === frameId.value ? doc.value?.steps : undefined))
const atKey = ref('')
watch(frameId, () => (atKey.value = ''))
const at = computed(() => steps.value?.find((s) => s.key === atKey.value))
const show = ref<'finished' | 'taken' | 'parted'>('finished')
const shown = computed(() => steps.value && shownBy(steps.value, at.value?.kind))
/** At this size the picture is drawn while it is worked at: half of what lies ready, so that the hand is followed. */
const SCREEN = 800
const seen = useSeen(frameId, shown, SCREEN)
const taken = useSeen(
  frameId,
  computed(() => shown.value && places(shown.value)),
  SCREEN,
)
const told = useTold(frameId, steps)
const changed = () => draft.touch()

function add(kind: Step['kind']) {
  const blank = blanks.data.value?.steps.find((s) => s.kind === kind)
  if (!doc.value || !blank) return
  const there = kind === 'crop' ? doc.value.steps.find((s) => s.kind === 'crop') : undefined
  const s = there ?? begun(blank, doc.value.steps)
  if (!there) doc.value.steps.push(s)
  atKey.value = s.key
  show.value = 'finished'
  if (!there) changed()
}
function take(s: Step) {
  atKey.value = atKey.value === s.key ? '' : s.key
  pressing.value = false
  show.value = 'finished'
}
function remove(s: Step) {
  if (!doc.value) return
  doc.value.steps = doc.value.steps.filter((x) => x.key !== s.key)
  changed()
}
function shift(by: number) {
  const all = doc.value?.steps
  const i = all?.findIndex((s) => s.key === atKey.value) ?? -1
  if (!all || i < 0 || i + by < 0 || i + by >= all.length) return
  const [s] = all.splice(i, 1)
  all.splice(i + by, 0, s!)
  changed()
}
function accept(o: Schema['FinishOffer']) {
  if (!doc.value) return
  doc.value.steps.push(copy(o.step))
  atKey.value = o.step.key
  changed()
}
/** What is taken back by a press: a number of a step, by its place. */
function apply(edits: NonNullable<Finding['try'][number]['edits']>) {
  for (const e of edits) {
    const [, i, field] = /^steps\.(\d+)\.(\w+)$/.exec(e.path) ?? []
    const s = doc.value?.steps[Number(i)]
    if (s && field && typeof e.number === 'number') Object.assign(s, { [field]: e.number })
  }
  changed()
}
const pressing = ref(false)
async function pressed(spot: Spot) {
  pressing.value = false
  const s = at.value
  if (!s || !shown.value) return
  await act(async () => {
    const w = await ask(
      api.POST('/api/frames/{id}/white', {
        params: { path: { id: frameId.value } },
        body: { steps: shown.value!, long: 0, at: spot },
      }),
    )
    Object.assign(s, { kelvin: w.kelvin, tint: w.tint, why: w.words })
    changed()
  })
}

const reference = ref('')
const series = useInARow(shoot, reference)
const evening = ref(false)
async function even() {
  if (evening.value) return
  evening.value = true
  await draft.flush()
  await act(async () => {
    const n = await ask(
      api.PUT('/api/shoots/{id}/in-a-row', {
        params: { path: { id: shoot } },
        body: { reference: series.data.value?.reference ?? '', contrast: false },
      }),
    )
    return n
  }, 'The series is evened. Ctrl Z takes it back.')
  evening.value = false
}
const picked = ref<string[]>([])
const pick = (id: string) =>
  (picked.value = picked.value.includes(id) ? picked.value.filter((x) => x !== id) : [...picked.value, id])
const followers = computed(() => [...new Set([frameId.value, ...picked.value])])
async function follow(lookId: string) {
  await draft.flush()
  await act(() =>
    ask(
      api.PUT('/api/shoots/{id}/follow', {
        params: { path: { id: shoot } },
        body: { lookId, frames: followers.value },
      }),
    ),
  )
}
const naming = ref('')
const asking = ref(false)
async function keepLook() {
  if (!naming.value.trim() || !steps.value) return
  await draft.flush()
  const kept = steps.value.filter((s) => s.kind !== 'mend' && s.kind !== 'crop' && !s.key.startsWith('even-'))
  const done = await act(async () => {
    const row = await ask(
      api.POST('/api/shoots/{id}/looks', {
        params: { path: { id: shoot } },
        body: { name: naming.value, steps: kept },
      }),
    )
    await ask(
      api.PUT('/api/shoots/{id}/follow', {
        params: { path: { id: shoot } },
        body: { lookId: row.id, frames: followers.value },
      }),
    )
  })
  if (done) {
    asking.value = false
    naming.value = ''
  }
}
const making = ref(false)
async function make() {
  if (making.value || !frameId.value) return
  making.value = true
  await draft.flush()
  await act(
    () => ask(api.POST('/api/frames/{id}/make', { params: { path: { id: frameId.value } } })),
    'The finished picture is made and kept twice.',
  )
  making.value = false
}
function other(d: number) {
  const i = rows.value.findIndex((r) => r.shot.id === shotId.value)
  const to = rows.value[i + d]
  if (to) go(to.shot.id)
}
const go = (shot: string) => void router.push({ name: 'look', params: { shoot, shot } })
useKeys(
  [
    { key: 'j', does: 'Next kept frame', run: () => other(1) },
    { key: 'k', does: 'Kept frame before', run: () => other(-1) },
    {
      key: 'b',
      does: 'As taken, or finished',
      run: () => (show.value = show.value === 'taken' ? 'finished' : 'taken'),
    },
    {
      key: 'p',
      does: 'Both, parted by a line',
      run: () => (show.value = show.value === 'parted' ? 'finished' : 'parted'),
    },
    { key: 'e', does: 'Even the series', run: () => void even() },
    { key: 'm', does: 'Make the finished picture', run: () => void make() },
    {
      key: 'w',
      does: 'White by pressing something grey',
      run: () => (at.value?.kind === 'white' ? undefined : add('white'), (pressing.value = true)),
    },
    {
      key: 'c',
      does: 'Checks and yes',
      run: () => void router.push({ name: 'finish', params: { shoot, shot: shotId.value } }),
    },
    { key: '<', does: 'The step at hand earlier', run: () => shift(-1) },
    { key: '>', does: 'The step at hand later', run: () => shift(1) },
    ...[1, 2, 3, 4, 5, 6, 7, 8, 9].map((n) => ({
      key: String(n),
      does: `Step ${n} at hand`,
      run: () => {
        const s = steps.value?.[n - 1]
        if (s) take(s)
      },
    })),
  ],
  list,
  frames,
  finishing,
)
</script>

<template>
  <ScreenFrame title="Finish" work>
    <template #nav><FinishNav /></template>
    <template #head>
      <ChoiceField v-if="rows.length" :model-value="shotId" class="shot" aria-label="Shot" @change="go($event)"
        ><option v-for="r in rows" :key="r.shot.id" :value="r.shot.id">{{ r.shot.doc.title }}</option></ChoiceField
      >
    </template>
    <ProblemNote :error="error ?? finishing.error.value ?? seen.error.value" />
    <EmptyBench v-if="list.data.value && frames.data.value && !rows.length">
      <template #title>Nothing kept yet</template>
      A frame is finished once it is kept. Choose one of each shot's frames first.
      <template #act
        ><el-button type="primary" @click="router.push({ name: 'frames', params: { shoot } })"
          >Go to Frames</el-button
        ></template
      >
    </EmptyBench>
    <LookPicture
      v-if="frameId"
      :src="seen.src.value"
      :before="taken.src.value"
      :show="show"
      :title="title"
      :step="at"
      :pressing="pressing"
      @change="changed"
      @pressed="pressed"
    />
    <SeriesStrip
      v-if="frameId"
      :series="series.data.value"
      :at="frameId"
      :picked="picked"
      :busy="evening"
      @go="go"
      @follow="reference = $event"
      @even="even"
      @pick="pick"
    />
    <template #reading>
      <template v-if="steps && saved">
        <div class="views" role="group" aria-label="What is shown">
          <ChipButton :aria-pressed="show === 'finished'" @click="show = 'finished'">Finished</ChipButton>
          <ChipButton :aria-pressed="show === 'taken'" @click="show = 'taken'">As taken <kbd>b</kbd></ChipButton>
          <ChipButton :aria-pressed="show === 'parted'" @click="show = 'parted'">Both <kbd>p</kbd></ChipButton>
        </div>
        <h2>What is done</h2>
        <SaveState :draft="draft" />
        <label class="follows"
          ><span>Follows</span>
          <ChoiceField
            :model-value="doc?.lookId ?? ''"
            none="no look"
            size="small"
            aria-label="The look that it follows"
            @change="follow($event)"
            ><option v-for="l in looks.data.value ?? []" :key="l.row.id" :value="l.row.id">
              {{ l.row.doc.name }} ({{ l.follow }})
            </option></ChoiceField
          ></label
        >
        <p v-if="picked.length" class="small soft">
          {{ followers.length }} frames are taken along: what you choose here is for all of them.
        </p>
        <ul v-if="saved.differs.length" class="differs" aria-label="How it differs from its look">
          <li v-for="d in saved.differs" :key="d">≠ {{ d }}</li>
        </ul>
        <ol class="steps">
          <li v-for="(s, i) in steps" :key="s.key" :class="{ on: s.key === atKey, off: s.off }">
            <div class="row">
              <button type="button" class="name" :aria-expanded="s.key === atKey" @click="take(s)">
                <kbd>{{ i + 1 }}</kbd> {{ told?.words[i] ?? kinds[s.kind] }}
              </button>
              <label class="tick"
                ><input
                  type="checkbox"
                  :checked="!s.off"
                  :aria-label="`${kinds[s.kind]} is done`"
                  @change="((s.off = !s.off), changed())"
              /></label>
              <button type="button" class="away" :aria-label="`Take ${kinds[s.kind]} away`" @click="remove(s)">
                ✕
              </button>
            </div>
            <StepBox
              v-if="s.key === atKey"
              :step="s"
              :pressing="pressing"
              @change="changed"
              @press="pressing = !pressing"
            />
          </li>
        </ol>
        <div class="add" role="group" aria-label="Add a step">
          <ChipButton v-for="(words, k) in kinds" :key="k" @click="add(k)">+ {{ words }}</ChipButton>
        </div>
        <section v-if="saved.offers.length" aria-label="Found in the frame" class="offers">
          <h3>Found in the frame</h3>
          <div v-for="o in saved.offers" :key="o.step.key">
            <p>{{ o.because }}</p>
            <el-button size="small" @click="accept(o)">{{ o.words }}</el-button>
          </div>
        </section>
        <section aria-label="How far it is pushed">
          <h3>How far it is pushed</h3>
          <FindingList
            v-if="told?.findings.length"
            :findings="told.findings"
            :shoot="shoot"
            :place="shotId"
            @apply="apply"
          />
          <p v-else-if="told" class="small soft">✓ Nothing looks drawn.</p>
          <div class="figures">
            <ReadingFigure v-for="r in told?.readings ?? []" :key="frameId + r.key + r.value" :reading="r" />
          </div>
        </section>
        <form v-if="asking" class="keep" @submit.prevent="keepLook">
          <el-input v-model="naming" aria-label="Name of the look" placeholder="What it is called" maxlength="120" />
          <el-button size="small" type="primary" native-type="submit" :disabled="!naming.trim()">Keep</el-button>
        </form>
        <div class="ends">
          <el-button type="primary" :loading="making" @click="make">Make the finished picture <kbd>m</kbd></el-button>
          <el-button v-if="!asking" :disabled="!steps.length" @click="asking = true">Keep as a look …</el-button>
        </div>
        <ul v-if="saved.versions.length" class="versions" aria-label="Finished pictures">
          <li v-for="v in saved.versions" :key="v.id">
            <a :href="`/api/versions/${v.id}/picture`" target="_blank">Version {{ v.doc.number }}</a>
            <small class="mono">{{ v.doc.widthPx }} × {{ v.doc.heightPx }}</small>
            <small>{{ moment(v.createdAt) }}</small>
          </li>
        </ul>
      </template>
    </template>
  </ScreenFrame>
</template>

<style scoped>
.shot {
  width: 380px;
}
.views,
.add,
.ends {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.ends .el-button {
  margin: 0;
}
.ends kbd {
  margin-left: 8px;
}
.follows {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 10px;
  align-items: center;
  font-size: 14px;
}
.differs,
.versions {
  list-style: none;
  margin: 0;
  padding: 0;
  font-size: 13.5px;
  display: grid;
  gap: 3px;
}
.versions li {
  display: flex;
  gap: 10px;
  align-items: baseline;
}
.steps {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 2px;
}
.steps li {
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
}
.steps .on {
  box-shadow: 0 0 0 1.5px var(--fl-fig);
}
.row {
  display: grid;
  grid-template-columns: 1fr 32px 32px;
  align-items: center;
}
.name {
  all: unset;
  cursor: pointer;
  padding: 8px;
  font-size: 14px;
  min-height: 22px;
}
.name:focus-visible {
  outline: 2px solid var(--fl-fig);
}
.off .name {
  text-decoration: line-through;
  color: var(--fl-soft);
}
.tick {
  display: grid;
  place-items: center;
  min-height: 32px;
}
.tick input {
  width: 18px;
  height: 18px;
  accent-color: var(--fl-leaf-ink);
}
.away {
  border: 0;
  background: none;
  cursor: pointer;
  min-height: 32px;
  color: var(--fl-soft);
}
.offers div {
  display: grid;
  gap: 4px;
  justify-items: start;
  padding: 4px 0 8px;
}
.offers p {
  margin: 0;
  font-size: 13.5px;
}
.figures {
  display: grid;
  gap: 2px;
}
.views > *,
.add > * {
  min-width: 44px;
}
.views [aria-pressed='true'] {
  font-weight: 650;
  border-bottom: 3px solid var(--fl-fig);
}
.keep {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 8px;
  align-items: center;
}
kbd {
  margin-left: 0;
}
.add {
  margin-top: 2px;
}
</style>
