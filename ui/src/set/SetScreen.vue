<script setup lang="ts">
import ChipButton from '../parts/ChipButton.vue'
import { useQuery } from '@tanstack/vue-query'
import { useThrottleFn } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, Problem, type Finding, type Report, type SceneSet, type Schema } from '../api/client'
import { useBlanks, useFrames, useRefresh, useShots } from '../api/queries'
import EmptyBench from '../parts/EmptyBench.vue'
import FindingList from '../parts/FindingList.vue'
import LadderMark from '../parts/LadderMark.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import ReadingFigure from '../parts/ReadingFigure.vue'
import ReferenceStrip from '../parts/ReferenceStrip.vue'
import SaveState from '../parts/SaveState.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import ThreeQuestions from '../parts/ThreeQuestions.vue'
import SetNav from '../cupboard/SetNav.vue'
import { useDraft } from '../parts/draft'
import { useKeys } from '../parts/keys'
import FieldRow from './FieldRow.vue'
import AngleBox from './AngleBox.vue'
import CompareBox from './CompareBox.vue'
import DepthStrip from './DepthStrip.vue'
import LensBox from './LensBox.vue'
import LensView from './LensView.vue'
import PictureBox from './PictureBox.vue'
import SetBench from './SetBench.vue'
import SolveBox from './SolveBox.vue'
import { fieldsOf, lightKinds, part, tabs, thingKinds, type Thing } from './fields'

const route = useRoute()
const router = useRouter()
const shoot = route.params.shoot as string
const refresh = useRefresh()
const list = useShots(shoot)
const frames = useFrames(shoot)
const shotId = computed(
  () =>
    (route.params.shot as string) ||
    (
      list.data.value?.find((r) => r.mark.next === 'Build its set' || r.mark.next === 'Take a frame') ??
      list.data.value?.[0]
    )?.shot.id ||
    '',
)
const row = computed(() => list.data.value?.find((r) => r.shot.id === shotId.value))
const planned = useQuery({
  queryKey: ['set', shotId],
  enabled: () => shotId.value !== '',
  queryFn: () => ask(api.GET('/api/shots/{id}/set', { params: { path: { id: shotId.value } } })),
})

const draft = useDraft<SceneSet>({
  save: async (set, version, of) => {
    const saved = await ask(api.PUT('/api/shots/{id}/set', { params: { path: { id: of } }, body: { set, version } }))
    void refresh()
    return saved.version
  },
  theirs: (current) => {
    const s = current as Schema['PlannedSet']
    return { value: s.set, version: s.version }
  },
  of: () => shotId.value,
  waitMs: 60,
})
const unsaved = computed(() => planned.data.value?.version === 0 && draft.state.value === 'saved')
const report = ref<Report>()
const drawn = ref<SceneSet>()
const readError = ref<Problem>()
const reading = ref(false)
let asked = 0

/** Reads the draft; a late answer to an earlier question is dropped. */
async function readNow(quick: boolean) {
  if (!draft.value.value || !shotId.value) return
  const mine = ++asked
  reading.value = true
  try {
    const sent = JSON.parse(JSON.stringify(draft.value.value)) as SceneSet
    const r = await ask(
      api.POST('/api/shots/{id}/set/read', { params: { path: { id: shotId.value } }, body: { set: sent, quick } }),
    )
    if (mine === asked) {
      report.value = r
      drawn.value = sent
      readError.value = undefined
    }
  } catch (e) {
    if (mine === asked && e instanceof Problem) readError.value = e
  } finally {
    if (mine === asked) reading.value = false
  }
}
// The last call may come after the drop; the finer reading then stands.
let dragging = false
const readWhileDragging = useThrottleFn(() => (dragging ? readNow(true) : Promise.resolve()), 90, true)
function dragged() {
  dragging = true
  void readWhileDragging()
}
function dropped() {
  dragging = false
  changed()
}

watch(
  planned.data,
  (p) => {
    if (p && (draft.state.value === 'saved' || draft.value.value === undefined)) {
      draft.load(p.set, p.version)
      void readNow(false)
    }
  },
  { immediate: true },
)
watch(shotId, () => {
  report.value = undefined
  picture.value = pictureOf.value = ''
})

const chosen = ref<Thing>('camera')
const kind = computed(() => part(chosen.value)[0])
const blanks = useBlanks()
const panelFields = computed(() =>
  draft.value.value ? fieldsOf(draft.value.value, chosen.value, blanks.data.value) : [],
)
// The newest picture kept of this shot stands until another is made.
const picture = ref('')
const pictureOf = ref('')
const box = ref<InstanceType<typeof PictureBox>>()
const kept = useQuery({
  queryKey: ['previews', shotId],
  enabled: () => shotId.value !== '',
  queryFn: () => ask(api.GET('/api/shots/{id}/previews', { params: { path: { id: shotId.value } } })),
})
watch(kept.data, (list) => {
  if (!picture.value && list?.length) showPicture(`/api/previews/${list[0]!.id}/picture`, list[0]!.doc.setHash)
})
/** A picture stands for the set it was made of, which the server names by its hash. */
function showPicture(url: string, of: string) {
  picture.value = url
  pictureOf.value = of
}
const stale = computed(() => pictureOf.value !== '' && !!report.value && pictureOf.value !== report.value.setHash)
const pictured = ref(true)
const cropsOn = ref(true)
const closer = ref(false)
/** What must be sharp is pressed on the picture. */
const pointing = ref(false)
function pointedAt(what: string) {
  pointing.value = false
  if (!draft.value.value) return
  draft.value.value.camera.sharp = what
  changed()
}
const lines = ref('')
const nextLines: Record<string, string> = { '': 'thirds', thirds: 'phi', phi: 'diagonals', diagonals: '' }
const angles = ref(false)
const cupboard = useQuery({
  queryKey: ['props-for-sets'],
  queryFn: () => ask(api.GET('/api/props', { params: { query: { limit: 60 } as never } })).catch(() => undefined),
})
const sharpChoices = computed(() => [
  { value: 'dish', words: 'The whole dish' },
  { value: 'rim', words: 'The near rim' },
  { value: 'food', words: 'The food alone' },
  ...(draft.value.value?.food.pourMm ? [{ value: 'pour', words: 'The pour' }] : []),
  ...(draft.value.value?.things ?? [])
    .map((t, i) => ({ value: 'thing-' + i, words: t.name || t.kind }))
    .filter((_, i) => draft.value.value?.things?.[i]?.on),
])
/** Puts something more into the set; where it goes and how large it is, is worked out there. */
async function add(what: Partial<Schema['Addition']>) {
  const s = draft.value.value
  if (!s) return
  try {
    const after = await ask(
      api.POST('/api/set/add', {
        body: {
          set: JSON.parse(JSON.stringify(s)),
          what: { thing: '', light: '', prop: '', key: report.value?.lit.key ?? 0, ...what },
        },
      }),
    )
    draft.value.value = after
    chosen.value = what.light
      ? 'light-' + ((after.lights?.length ?? 1) - 1)
      : what.card
        ? 'card-' + ((after.cards?.length ?? 1) - 1)
        : 'thing-' + ((after.things?.length ?? 1) - 1)
    changed()
  } catch (e) {
    if (e instanceof Problem) readError.value = e
  }
}
function turnTo(word: string) {
  const s = draft.value.value
  const a = report.value?.angles?.find((x) => x.word === word)
  if (!s || !a) return
  s.camera.elevationDeg = a.deg
  changed()
}
function keepView() {
  const s = draft.value.value
  if (!s) return
  s.views = [
    ...(s.views ?? []),
    { name: `${s.camera.elevationDeg}°, ${s.camera.focalMm} mm`, camera: JSON.parse(JSON.stringify(s.camera)) },
  ]
  changed()
}
function useView(i: number) {
  const s = draft.value.value
  const v = s?.views?.[i]
  if (!s || !v) return
  const now = { name: `${s.camera.elevationDeg}°, ${s.camera.focalMm} mm`, camera: s.camera }
  s.camera = JSON.parse(JSON.stringify(v.camera))
  s.views = s.views!.map((x, k) => (k === i ? now : x))
  changed()
}
async function follow(from: string) {
  if (!from) return
  try {
    await draft.flush()
    const p = await ask(
      api.POST('/api/shots/{id}/set/follow', { params: { path: { id: shotId.value } }, body: { from } }),
    )
    draft.load(p.set, p.version)
    void refresh()
    void readNow(false)
  } catch (e) {
    if (e instanceof Problem) readError.value = e
  }
}
const listed = computed(() =>
  kind.value === 'light'
    ? (draft.value.value?.lights ?? [])
    : kind.value === 'card'
      ? (draft.value.value?.cards ?? [])
      : kind.value === 'thing'
        ? (draft.value.value?.things ?? [])
        : [],
)
const owned = useQuery({ queryKey: ['cards'], queryFn: () => ask(api.GET('/api/cards')) })
const mapOn = ref(true)
const solving = ref(false)
// What cards do is only worked out at rest; while something is dragged the last figures stay.
const effects = ref<NonNullable<Report['lit']['cards']>>([])
watch(report, (r) => {
  if (r?.lit.cards?.length || !draft.value.value?.cards?.length) effects.value = r?.lit.cards ?? []
})
const stops = (v: number) => (v >= 99 ? 'no fill' : v.toFixed(1))

function pick(tab: string) {
  chosen.value = tab === 'light' || tab === 'card' || tab === 'thing' ? tab + '-0' : tab
}
function addCard(at: number) {
  const c = at < 0 ? undefined : owned.data.value?.[at]
  void add({
    card: c ?? {
      name: 'White card',
      kind: 'white',
      on: true,
      widthMm: 594,
      heightMm: 420,
      xMm: 0,
      yMm: 0,
      zMm: 0,
      facingDeg: 270,
      tiltDeg: 0,
    },
  })
}
function takeAway() {
  const s = draft.value.value
  const [k, n] = part(chosen.value)
  if (!s) return
  if (k === 'light') s.lights = s.lights?.filter((_, i) => i !== n) ?? []
  if (k === 'card') s.cards = s.cards?.filter((_, i) => i !== n) ?? []
  if (k === 'thing') s.things = s.things?.filter((_, i) => i !== n) ?? []
  chosen.value = 'camera'
  changed()
}
async function inRoom() {
  if (!draft.value.value) return
  try {
    draft.value.value = await ask(
      api.POST('/api/set/room', {
        body: { set: draft.value.value, farSideDeg: draft.value.value.daylight.farSideDeg },
      }),
    )
    changed()
  } catch (e) {
    if (e instanceof Problem) readError.value = e
  }
}
function stand(set: SceneSet) {
  draft.value.value = set
  changed()
}
const errors = computed(() => [...(readError.value?.fields ?? []), ...(draft.error.value?.fields ?? [])])
const about = (path: string) => errors.value.find((f) => f.field === 'set.' + path)?.words ?? ''
const elsewhere = computed(() =>
  readError.value && !panelFields.value.some((f) => about(f.path)) ? readError.value : undefined,
)

function changed() {
  draft.touch()
  void readNow(false)
  void box.value?.rested()
}
async function apply(edits: NonNullable<Finding['try'][number]['edits']>) {
  if (!draft.value.value) return
  try {
    draft.value.value = await ask(api.POST('/api/set/try', { body: { set: draft.value.value, edits } }))
    changed()
  } catch (e) {
    if (e instanceof Problem) readError.value = e
  }
}
function flip(i: number) {
  const c = draft.value.value?.cards?.[i]
  if (!c) return
  c.on = !c.on
  changed()
}

const taking = ref(false)
const takeError = ref<unknown>()
async function take() {
  if (taking.value || !shotId.value) return
  taking.value = true
  takeError.value = undefined
  try {
    if (draft.state.value !== 'saved' || planned.data.value?.version === 0) await draft.flush()
    if (draft.state.value === 'refused' || draft.state.value === 'stale')
      throw new Problem(0, 'The set is not saved yet, so the camera waits. Mend what is marked first.')
    await ask(api.POST('/api/shots/{id}/take', { params: { path: { id: shotId.value } } }))
    await refresh()
  } catch (e) {
    takeError.value = e
  } finally {
    taking.value = false
  }
}
const taken = computed(() => (frames.data.value ?? []).filter((f) => f.doc.shotId === shotId.value).slice(-6))
const find = (k: string) => report.value?.readings.find((r) => r.key === k)
const large = ['exposure', 'keyFill', 'depthOfField']
const rest = [
  'rigHeight',
  'rigReach',
  'rigLevel',
  'rigSandbag',
  'flash',
  'keyShare',
  'direction',
  'softness',
  'penumbra',
  'temperature',
  'mired',
  'falloff',
  'brightest',
  'glare',
  'background',
  'steam',
  'illuminance',
  'ev100',
  'depthNeeded',
  'coverNumber',
  'frameWidth',
  'diffraction',
]

function other(by: number) {
  const rows = list.data.value ?? []
  const at = rows.findIndex((r) => r.shot.id === shotId.value)
  const to = rows[at + by]
  if (to) void router.push({ name: 'set', params: { shoot, shot: to.shot.id } })
}
useKeys([
  { key: 'j', does: 'Set of the next shot', run: () => other(1) },
  { key: 'k', does: 'Set of the shot before', run: () => other(-1) },
  { key: 'w', does: 'The first card in or out', run: () => flip(0) },
  { key: 'm', does: 'Light map over the table', run: () => (mapOn.value = !mapOn.value) },
  { key: 's', does: 'Look for light', run: () => (solving.value = !solving.value) },
  { key: 't', does: 'Take a frame', run: () => void take() },
  { key: 'r', does: 'Render the picture, or stop it', run: () => void box.value?.render() },
  { key: 'c', does: 'Crops over the frame', run: () => (cropsOn.value = !cropsOn.value) },
  {
    key: 'l',
    does: 'Lines over the frame: thirds, phi, diagonals',
    run: () => (lines.value = nextLines[lines.value] ?? ''),
  },
  { key: 'f', does: 'Point at what must be sharp', run: () => (pointing.value = !pointing.value) },
  { key: 'z', does: 'Closer to the dish, or the whole set', run: () => (closer.value = !closer.value) },
  { key: 'a', does: 'Round of angles', run: () => (angles.value = !angles.value) },
  { key: 'arrows', shown: '← ↑ → ↓', does: 'Move what is focused 1 cm; with Shift 1 mm', run: () => {} },
  { key: 'turns', shown: ', .', does: 'Turn what is focused 5°; with Shift 1°', run: () => {} },
  { key: 'leans', shown: 'Page ↑ ↓', does: 'Lean the focused light or card 5°', run: () => {} },
])
</script>

<template>
  <ScreenFrame title="Set">
    <template #nav><SetNav /></template>
    <template #head>
      <template v-if="row">
        <el-select
          :model-value="shotId"
          class="pick"
          aria-label="Shot"
          @change="router.push({ name: 'set', params: { shoot, shot: $event } })"
        >
          <el-option
            v-for="(r, i) in list.data.value"
            :key="r.shot.id"
            :value="r.shot.id"
            :label="`${i + 1}. ${r.shot.doc.title}`"
          />
        </el-select>
        <LadderMark :mark="row.mark" />
      </template>
    </template>
    <ProblemNote :error="planned.error.value ?? elsewhere ?? takeError" />
    <EmptyBench v-if="list.data.value && !list.data.value.length">
      <template #title>Nothing to set yet</template>
      A set belongs to a shot. Put shots on the list first.
      <template #act
        ><el-button type="primary" @click="router.push({ name: 'shots', params: { shoot } })"
          >Go to Shots</el-button
        ></template
      >
    </EmptyBench>
    <template v-if="draft.value.value">
      <div class="views" :class="{ tall: draft.value.value.camera.orientation === 'portrait' }">
        <SetBench
          view="above"
          :closer="closer"
          :set="draft.value.value"
          :report="report"
          :drawn="drawn"
          :chosen="chosen"
          :map="mapOn"
          @closer="closer = !closer"
          @choose="chosen = $event"
          @drag="dragged"
          @drop="dropped"
        />
        <div class="right">
          <div class="through">
            <LensView
              :set="draft.value.value"
              :report="report"
              :chosen="chosen"
              :picture="pictured ? picture : ''"
              :stale="stale"
              :crops="cropsOn"
              :lines="lines"
              :pointing="pointing"
              @choose="chosen = $event"
              @sharp="pointedAt"
              @drag="dragged"
              @drop="dropped"
            />
            <p class="tools">
              <ChipButton :aria-pressed="pointing" title="Then press what must be sharp" @click="pointing = !pointing">
                {{ pointing ? 'press it' : 'sharp' }} <kbd>f</kbd></ChipButton
              ><ChipButton :aria-pressed="pictured" :disabled="!picture" @click="pictured = !pictured">
                picture</ChipButton
              ><ChipButton :aria-pressed="cropsOn" @click="cropsOn = !cropsOn">crops <kbd>c</kbd></ChipButton
              ><ChipButton :aria-pressed="lines !== ''" @click="lines = nextLines[lines] ?? ''">
                {{ lines || 'lines' }} <kbd>l</kbd>
              </ChipButton>
            </p>
          </div>
          <SetBench
            view="side"
            :closer="closer"
            :set="draft.value.value"
            :report="report"
            :drawn="drawn"
            :chosen="chosen"
            @choose="chosen = $event"
            @drag="dragged"
            @drop="dropped"
          />
        </div>
      </div>
      <div class="panel">
        <nav class="tabs" aria-label="What to adjust">
          <ChipButton v-for="t in tabs" :key="t.key" :aria-pressed="kind === t.key" @click="pick(t.key)">
            {{ t.name }}
          </ChipButton>
          <span class="gap" />
          <SaveState
            :state="draft.state.value"
            :error="draft.error.value"
            @mine="draft.keepMine"
            @theirs="draft.takeTheirs"
            @again="draft.flush"
          />
        </nav>
        <div
          v-if="kind === 'light' || kind === 'card' || kind === 'thing'"
          class="chips"
          role="group"
          :aria-label="
            kind === 'light' ? 'Lights of this set' : kind === 'card' ? 'Cards of this set' : 'Things on this set'
          "
        >
          <ChipButton
            v-for="(x, i) in listed"
            :key="i"
            :aria-pressed="chosen === kind + '-' + i"
            @click="chosen = kind + '-' + i"
          >
            <span aria-hidden="true">{{ x.on ? '●' : '○' }}</span> {{ x.name || x.kind }}
          </ChipButton>
          <el-select
            v-if="kind === 'light'"
            :key="'l' + listed.length"
            model-value=""
            placeholder="Add a light"
            aria-label="Add a light"
            size="small"
            class="adder"
            @change="add({ light: $event })"
            ><el-option v-for="k in lightKinds" :key="k.value" :value="k.value" :label="k.words"
          /></el-select>
          <template v-else-if="kind === 'thing'">
            <el-select
              :key="'t' + listed.length"
              model-value=""
              placeholder="Add a thing"
              aria-label="Add a thing"
              size="small"
              class="adder"
              filterable
              @change="add({ thing: $event })"
              ><el-option v-for="k in thingKinds" :key="k.value" :value="k.value" :label="k.words"
            /></el-select>
            <el-select
              v-if="cupboard.data.value?.rows?.length"
              :key="'p' + listed.length"
              model-value=""
              placeholder="From the cupboard"
              aria-label="Add a prop from the cupboard"
              size="small"
              class="adder wide"
              filterable
              @change="add({ prop: $event })"
              ><el-option v-for="p in cupboard.data.value.rows" :key="p.id" :value="p.id" :label="p.prop.name"
            /></el-select>
          </template>
          <el-select
            v-else
            :key="'c' + listed.length"
            model-value=""
            placeholder="Add a card"
            aria-label="Add a card"
            size="small"
            class="adder"
            @change="addCard"
            ><el-option v-for="(c, i) in owned.data.value ?? []" :key="i" :value="i" :label="c.name" /><el-option
              v-if="!owned.data.value?.length"
              :value="-1"
              label="White card A2"
          /></el-select>
          <el-button v-if="listed.length" size="small" @click="takeAway">Take away</el-button>
        </div>
        <p v-if="kind === 'daylight'" class="chips small">
          Sky and sun through the studio's windows.
          <el-button size="small" @click="inRoom">Take the studio's windows</el-button
          ><span v-if="report?.lit.sunWords" class="soft">{{ report.lit.sunWords }}.</span>
        </p>
        <div v-if="kind === 'camera'" class="chips">
          <label class="pickone"
            >Sharp must be
            <el-select
              :model-value="draft.value.value.camera.sharp || 'dish'"
              size="small"
              class="adder wide"
              aria-label="What must be sharp"
              @change="((draft.value.value!.camera.sharp = $event), changed())"
              ><el-option v-for="c in sharpChoices" :key="c.value" :value="c.value" :label="c.words" /></el-select
          ></label>
          <ChipButton v-for="(v, i) in draft.value.value.views ?? []" :key="i" @click="useView(i)">
            {{ v.name }}
          </ChipButton>
          <el-select
            :model-value="report?.angle ?? ''"
            size="small"
            class="adder"
            aria-label="Angle in a word"
            @change="turnTo"
            ><el-option v-for="a in report?.angles ?? []" :key="a.word" :value="a.word" :label="a.word"
              >{{ a.word }} <span class="soft mono">{{ a.deg }}°</span></el-option
            ></el-select
          >
          <el-button size="small" @click="keepView">Keep this camera</el-button
          ><el-button size="small" :aria-pressed="angles" @click="angles = !angles"
            >Round of angles <kbd>a</kbd></el-button
          >
        </div>
        <LensBox v-if="kind === 'kit'" :set="draft.value.value" :report="report" @apply="apply" />
        <div class="fields">
          <FieldRow
            v-for="f in panelFields"
            :key="shotId + f.path"
            :set="draft.value.value"
            :field="f"
            :error="about(f.path)"
            @change="changed"
          />
        </div>
        <DepthStrip v-if="kind === 'camera' && report" :report="report" />
        <AngleBox
          v-if="angles"
          :key="shotId"
          :shot="shotId"
          :set="draft.value.value"
          @put="((draft.value.value!.camera.elevationDeg = $event), changed())"
        />
      </div>
      <ul v-if="taken.length" class="strip" aria-label="Frames taken of this shot">
        <li v-for="f in taken" :key="f.id">
          <router-link :to="{ name: 'frames', params: { shoot, shot: shotId } }"
            ><img
              :src="`/api/frames/${f.id}/picture?long=240`"
              :alt="`Frame taken ${f.doc.settings.shown}${f.doc.kept ? ', kept' : ''}`"
              height="74"
          /></router-link>
        </li>
      </ul>
    </template>
    <template #reading>
      <template v-if="draft.value.value">
        <el-button type="primary" size="large" :loading="taking" @click="take"
          >{{ taking ? 'The camera is at it …' : unsaved ? 'Save this set and take a frame' : 'Take a frame' }}
          <kbd v-if="!taking">t</kbd></el-button
        >
        <div v-if="report" class="figures" :class="{ stale: readError }" :aria-busy="reading">
          <ReadingFigure
            v-for="k in large"
            v-show="find(k)"
            :key="k"
            :reading="
              find(k) ?? { key: k, label: '', value: 0, unit: '', shown: '', unbounded: false, working: [], source: '' }
            "
            large
          />
        </div>
        <section v-if="draft.value.value.cards?.length" class="cards" aria-label="With and without each card">
          <p class="line-head"><span>Key to fill, stops</span><span>with</span><span>without</span></p>
          <div v-for="(c, i) in draft.value.value.cards" :key="i" class="card-line">
            <ChipButton :aria-pressed="c.on" @click="flip(i)">
              <span aria-hidden="true">{{ c.on ? '●' : '○' }}</span> {{ c.name || c.kind }}<kbd v-if="i === 0">w</kbd>
            </ChipButton>
            <span class="mono" :data-with="i">{{ effects[i] ? stops(effects[i]!.with) : '…' }}</span><span
              class="mono"
              :data-without="i"
              >{{ effects[i] ? stops(effects[i]!.without) : '…' }}</span
            >
          </div>
          <ReadingFigure v-if="find('keyFillBare')" :reading="find('keyFillBare')!" />
        </section>
        <div class="ways">
          <el-button size="small" :aria-expanded="solving" @click="solving = !solving"
            >Look for light <kbd>s</kbd></el-button
          ><el-button size="small" :aria-pressed="mapOn" @click="mapOn = !mapOn"
            >Light map {{ mapOn ? 'on' : 'off' }} <kbd>m</kbd></el-button
          >
        </div>
        <PictureBox ref="box" :shot="shotId" :set="draft.value.value" @show="showPicture" />
        <SolveBox v-if="solving" :key="shotId" :set="draft.value.value" @put="stand" />
        <section v-if="report?.findings.length" aria-label="Findings">
          <FindingList :findings="report.findings" :shoot="shoot" :place="shotId" @apply="apply" />
        </section>
        <p v-else-if="report" class="small soft">Nothing stands against this set.</p>
        <div v-if="report" class="figures">
          <template v-for="k in rest" :key="k"><ReadingFigure v-if="find(k)" :reading="find(k)!" /></template>
        </div>
        <section class="ask" aria-label="What decides">
          <ThreeQuestions
            :answers="draft.value.value.answers"
            @answer="((draft.value.value!.answers = $event), changed())"
          />
          <label class="pickone"
            >Advice on composition
            <el-select
              :model-value="draft.value.value.advice || 'loud'"
              size="small"
              class="adder"
              aria-label="How much advice on composition"
              @change="((draft.value.value!.advice = $event), changed())"
              ><el-option value="loud" label="Loud" /><el-option value="quiet" label="Quiet" /><el-option
                value="off"
                label="Off" /></el-select
          ></label>
        </section>
        <details>
          <summary>Compare, print, and the series</summary>
          <div class="more">
            <CompareBox :key="shotId" :shot="shotId" :set="draft.value.value" @back="stand" />
            <p class="small">
              <a :href="`/api/shots/${shotId}/set/sheet.pdf`" download>Sheet to build it by (PDF)</a> ·
              <a :href="`/api/shots/${shotId}/set/sheet.svg`" target="_blank">SVG</a>
            </p>
            <label class="pickone"
              >Camera and light as in
              <el-select
                :key="shotId + draft.value.value.follows"
                :model-value="draft.value.value.follows"
                placeholder="no other"
                size="small"
                class="adder wide"
                aria-label="Keep the camera and light of"
                @change="follow"
                ><el-option
                  v-for="x in (list.data.value ?? []).filter((r) => r.shot.id !== shotId)"
                  :key="x.shot.id"
                  :value="x.shot.id"
                  :label="x.shot.doc.title" /></el-select
            ></label>
          </div>
        </details>
        <ReferenceStrip v-if="row" :shoot="shoot" :dish="row.shot.doc.dishId" />
        <details v-if="report?.equivalents.length">
          <summary>The same exposure other ways</summary>
          <ul class="eq mono">
            <li v-for="e in report.equivalents" :key="e.iso">{{ e.shown }}</li>
          </ul>
        </details>
      </template>
    </template>
  </ScreenFrame>
</template>

<style scoped>
.pick {
  width: 226px;
}
.views {
  display: grid;
  grid-template: 'above lens' minmax(0, 8fr) 'above side' minmax(0, 5fr) / 11fr 9fr;
  gap: 2px;
  height: clamp(300px, calc(100vh - 380px), 600px);
  box-shadow: 0 0 0 1px var(--fl-line);
  flex: none;
}
.views.tall {
  grid-template: 'above lens side' minmax(0, 1fr) / 9fr 7fr 5fr;
}
.right {
  display: contents;
}
.views > :deep(.pane) {
  grid-area: above;
}
.right > :deep(.pane) {
  grid-area: side;
}
.through {
  grid-area: lens;
  position: relative;
  min-height: 0;
  min-width: 0;
  display: grid;
}
.tools {
  position: absolute;
  top: 4px;
  right: 4px;
  display: flex;
  flex-wrap: wrap;
  justify-content: flex-end;
  gap: 3px;
  margin: 0;
}
.tools button {
  white-space: nowrap;
  cursor: pointer;
  font-size: 12px;
  padding: 2px 7px;
  background: var(--fl-veil);
  color: var(--fl-card);
  border-radius: 3px;
}
.tools button[aria-pressed='false'] {
  background: var(--fl-veil-thin);
}
.tools button:disabled {
  opacity: 0.45;
  cursor: default;
}
.tools button:focus-visible {
  outline: 3px solid var(--fl-rose);
}
.tools kbd {
  margin-left: 2px;
  font-size: 11px;
  padding: 0 3px;
}
.pickone {
  font-size: 13.5px;
  display: inline-flex;
  gap: 8px;
  align-items: center;
}
.adder.wide {
  width: 176px;
}
.ask {
  display: grid;
  gap: 4px;
  font-size: 13.5px;
}
.more {
  display: grid;
  gap: 10px;
  padding: 8px 0;
}
.panel {
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
  flex: none;
}
.tabs {
  display: flex;
  flex-wrap: wrap;
  border-bottom: 1px solid var(--fl-line);
  align-items: center;
  padding-right: 10px;
}
.tabs > button {
  cursor: pointer;
  padding: 8px 8px;
  font-size: 13.5px;
  font-weight: 560;
  color: var(--fl-soft);
}
.tabs > button[aria-pressed='true'] {
  color: var(--fl-aubergine);
  box-shadow: inset 0 -3px 0 var(--fl-fig);
}
.gap {
  flex: 1;
}
.fields {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 2px 26px;
  padding: 10px 14px 12px;
}
.strip {
  list-style: none;
  display: flex;
  gap: 6px;
  margin: 0;
  padding: 8px;
  background: var(--fl-grey);
  flex: none;
}
.strip img {
  display: block;
}
.figures.stale {
  opacity: 0.45;
}
.cards {
  border-bottom: 1px solid var(--fl-line);
  padding-bottom: 4px;
}
.line-head,
.card-line {
  display: grid;
  grid-template-columns: 1fr 52px 58px;
  gap: 6px;
  align-items: center;
  font-size: 13px;
}
.line-head {
  color: var(--fl-soft);
}
.line-head span:not(:first-child),
.card-line span.mono {
  text-align: right;
}
.card-line {
  min-height: 34px;
}
.card-line button {
  cursor: pointer;
  padding: 5px 2px;
}
.card-line button[aria-pressed='true'] {
  font-weight: 600;
}
.card-line .mono {
  font-size: 15px;
}
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  padding: 8px 14px 0;
  align-items: center;
  margin: 0;
}
.chips > button:not(.el-button) {
  cursor: pointer;
  font-size: 13.5px;
  padding: 5px 9px;
  border: 1px solid var(--el-border-color);
  border-radius: 3px;
}
.chips > button[aria-pressed='true'] {
  border-color: var(--fl-aubergine);
  background: var(--fl-white);
  font-weight: 600;
}
.adder {
  width: 132px;
}
.ways {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
}
.ways :deep(.el-button + .el-button) {
  margin-left: 0;
}
.eq {
  list-style: none;
  padding: 6px 0 0;
  margin: 0;
  font-size: 13.5px;
  display: grid;
  gap: 3px;
}
summary {
  cursor: pointer;
  font-size: 13.5px;
}
kbd {
  font: 500 12px var(--fl-mono);
  border: 1px solid currentcolor;
  opacity: 0.7;
  border-radius: 3px;
  padding: 0 5px;
  margin-left: 6px;
}
@media (max-width: 1100px) {
  .fields {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
  .pick {
    width: 220px;
  }
}
</style>
