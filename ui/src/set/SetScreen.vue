<script setup lang="ts">
import { useLocalStorage, useMediaQuery, watchDebounced } from '@vueuse/core'
import { computed, nextTick, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, Problem } from '../api/client'
import { useBlanks, useFrames, usePlaces, useShots } from '../api/queries'
import { useRefresh } from '../api/refresh'
import SetNav from './SetNav.vue'
import EmptyBench from '../parts/EmptyBench.vue'
import FindingList from '../parts/FindingList.vue'
import LadderMark from '../parts/LadderMark.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import ReadingFigure from '../parts/ReadingFigure.vue'
import ReferenceStrip from '../parts/ReferenceStrip.vue'
import SaveState from '../parts/SaveState.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import ThreeQuestions from '../parts/ThreeQuestions.vue'
import { useKeys } from '../parts/keys'
import AngleBox from './AngleBox.vue'
import CameraChips from './CameraChips.vue'
import ChosenBox from './ChosenBox.vue'
import CardsTable from './CardsTable.vue'
import DepthStrip from './DepthStrip.vue'
import FieldRow from './FieldRow.vue'
import HandBox from './HandBox.vue'
import LensBox from './LensBox.vue'
import LensTools from './LensTools.vue'
import LensView from './LensView.vue'
import MendBox from './MendBox.vue'
import PictureBox from './PictureBox.vue'
import SeriesBox from './SeriesBox.vue'
import SetBench from './SetBench.vue'
import SetRoll from './SetRoll.vue'
import SetUpStrip from './SetUpStrip.vue'
import SolveBox from './SolveBox.vue'
import { useDesk } from './desk'
import { useEdits } from './edits'
import { fieldsOf, handOf, part, unplaced, type Thing } from './fields'
import { usePictures } from './pictures'
import { nameOf } from './roll'
import ChoiceField from '../parts/ChoiceField.vue'

/** A shot's set: from above, through the lens and from the side, its fields, and what is read of it. */
const route = useRoute()
const router = useRouter()
const shoot = route.params.shoot as string
const list = useShots(shoot)
const frames = useFrames(shoot)
const waiting = ['Build its set', 'Take a frame']
const shotId = computed(
  () =>
    (route.params.shot as string) ||
    (list.data.value?.find((r) => waiting.includes(r.mark.next)) ?? list.data.value?.[0])?.shot.id ||
    '',
)
const row = computed(() => list.data.value?.find((r) => r.shot.id === shotId.value))

const desk = useDesk(shotId)
const { draft, set, chosen, report, drawn, readError, reading, unsaved, planned, about, find } = desk
const { flip, lay, sharpen, inRoom, apply } = useEdits(desk)
const picture = usePictures(desk)
const { url: pictureUrl, shown: pictured, stale } = picture
const box = ref<InstanceType<typeof PictureBox>>()
desk.onRest(() => void box.value?.rested())

const kind = computed(() => part(chosen.value)[0])
const blanks = useBlanks()
const places = usePlaces()
const chosenFields = computed(() =>
  set.value ? fieldsOf(set.value, chosen.value, { ...blanks.data.value, placed: !!places.data.value?.length }) : [],
)
/** Whether what is chosen is in hand: edited beside it on the bench. */
const inHand = ref(false)
/** Whether all its numbers stand below; what has no place on the bench has them there anyway. */
const numbers = useLocalStorage('fig-ladder-numbers', false)
const phone = useMediaQuery('(max-width: 720px)')
const held = computed(() => inHand.value && handOf(chosenFields.value).length > 0)
const panelFields = computed(() => (numbers.value || unplaced.includes(kind.value) ? chosenFields.value : []))
const elsewhere = computed(() => {
  const shown = [...panelFields.value, ...(held.value ? handOf(chosenFields.value) : [])]
  return readError.value && !shown.some((f) => about(f.path)) ? readError.value : undefined
})
const hand = ref<InstanceType<typeof HandBox>>()
function choose(thing: Thing) {
  chosen.value = thing
  inHand.value = true
}
async function takeInHand() {
  inHand.value = true
  await nextTick()
  if (held.value) void hand.value?.enter()
  else document.querySelector<HTMLElement>('#adjust .fields input, #adjust .fields select')?.focus()
}
/** Whether the reading stands there: what is below it is built after, so that a slow machine shows it first. */
const settled = ref(false)
watch(report, (r) => r && !settled.value && setTimeout(() => (settled.value = true)))
/** What changed, for whoever hears the page: told a moment after the reading is at rest. */
const heard = ref('')
watchDebounced(
  report,
  (r) => {
    const told = ['keyFill', 'depthOfField', 'frameWidth'].flatMap((k) => r?.readings.find((x) => x.key === k) ?? [])
    const n = r?.findings.length ?? 0
    heard.value =
      told.map((x) => `${x.label} ${x.shown} ${x.unit}`).join(', ') + `, ${n} ${n === 1 ? 'finding' : 'findings'}.`
  },
  { debounce: 900 },
)

const cropsOn = ref(true)
const closer = ref(false)
const mapOn = ref(true)
const solving = ref(false)
const angles = ref(false)
const pointing = ref(false)
function pointedAt(what: string) {
  pointing.value = false
  sharpen(what)
}
const lines = ref('')
const nextLines: Record<string, string> = { '': 'thirds', thirds: 'phi', phi: 'diagonals', diagonals: '' }
const otherLines = () => (lines.value = nextLines[lines.value] ?? '')

const refresh = useRefresh('frames')
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
    // A press after the last frame has come is another one, however soon.
    const query = { after: taken.value.at(-1)?.id ?? '' }
    await ask(api.POST('/api/shots/{id}/take', { params: { path: { id: shotId.value }, query } }))
    await refresh()
  } catch (e) {
    takeError.value = e
  } finally {
    taking.value = false
  }
}
const taken = computed(() => (frames.data.value ?? []).filter((f) => f.doc.shotId === shotId.value).slice(-6))

/** Readings in the order of work: the three that decide, then the rest. */
const large = ['exposure', 'keyFill', 'depthOfField']
const rest = [
  ...['rigHeight', 'rigReach', 'rigLevel', 'rigSandbag', 'flash', 'keyShare', 'direction', 'softness', 'penumbra'],
  ...['temperature', 'mired', 'falloff', 'brightest', 'glare', 'background', 'steam', 'illuminance', 'ev100'],
  ...['depthNeeded', 'coverNumber', 'frameWidth', 'diffraction'],
]
/** What no list above speaks of comes last: a figure that is worked out is shown. */
const others = computed(() => {
  const told = [...large, ...rest, 'keyFillBare']
  const more = (report.value?.readings ?? []).map((r) => r.key).filter((k) => !told.includes(k))
  return [...rest, ...more].filter(find)
})
const answered = computed(() => Object.values(set.value?.answers ?? {}).filter((a) => a === 'yes' || a === 'no').length)
const none = { label: '', value: 0, unit: '', shown: '', unbounded: false, working: [], source: '' }

function other(by: number) {
  const rows = list.data.value ?? []
  const to = rows[rows.findIndex((r) => r.shot.id === shotId.value) + by]
  if (to) void router.push({ name: 'set', params: { shoot, shot: to.shot.id } })
}
useKeys(
  [
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
      run: otherLines,
    },
    { key: 'e', does: 'Take what is chosen in hand', run: () => void takeInHand() },
    { key: 'n', does: 'All its numbers, or only what is at hand', run: () => (numbers.value = !numbers.value) },
    { key: 'f', does: 'Point at what must be sharp', run: () => (pointing.value = !pointing.value) },
    { key: 'z', does: 'Closer to the dish, or the whole set', run: () => (closer.value = !closer.value) },
    { key: 'a', does: 'Round of angles', run: () => (angles.value = !angles.value) },
    { key: 'arrows', shown: '← ↑ → ↓', does: 'Move what is focused 1 cm; with Shift 1 mm', run: () => {} },
    { key: 'turns', shown: ', .', does: 'Turn what is focused 5°; with Shift 1°', run: () => {} },
    { key: 'leans', shown: 'Page ↑ ↓', does: 'Lean the focused light or card 5°', run: () => {} },
  ],
  list,
  planned,
)
</script>

<template>
  <ScreenFrame title="Set">
    <template #nav><SetNav /></template>
    <template #head>
      <template v-if="row">
        <ChoiceField
          :model-value="shotId"
          class="pick"
          aria-label="Shot"
          @change="router.push({ name: 'set', params: { shoot, shot: $event } })"
        >
          <option v-for="(r, i) in list.data.value" :key="r.shot.id" :value="r.shot.id">
            {{ `${i + 1}. ${r.shot.doc.title}` }}
          </option>
        </ChoiceField>
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
    <p class="visually-hidden" role="log" aria-live="polite">{{ heard }}</p>
    <template v-if="set">
      <SetUpStrip :shoot="shoot" />
      <div class="views" :class="{ tall: set.camera.orientation === 'portrait' }">
        <SetBench
          view="above"
          :closer="closer"
          :set="set"
          :report="report"
          :drawn="drawn"
          :chosen="chosen"
          :map="mapOn"
          @closer="closer = !closer"
          @map="mapOn = !mapOn"
          @choose="choose"
          @reach="chosen = $event"
          @rest="inHand = false"
          @drag="desk.dragged"
          @drop="desk.dropped"
          ><template v-if="held && !phone" #hand
            ><HandBox
              ref="hand"
              :key="shotId + chosen"
              :name="nameOf(set, chosen)"
              :fields="chosenFields"
              :numbers="numbers"
              @numbers="numbers = !numbers"
              @shut="inHand = false" /></template
        ></SetBench>
        <div class="right">
          <div class="through">
            <LensView
              :set="set"
              :report="report"
              :chosen="chosen"
              :picture="pictured ? pictureUrl : ''"
              :stale="stale"
              :crops="cropsOn"
              :lines="lines"
              :pointing="pointing"
              @choose="choose"
              @sharp="pointedAt"
              @crop="desk.change((s) => (s.crop = $event || undefined))"
              @drag="desk.dragged"
              @drop="desk.dropped"
            />
            <LensTools
              v-model:pointing="pointing"
              v-model:pictured="pictured"
              v-model:crops="cropsOn"
              v-model:lines="lines"
              :picture="!!pictureUrl"
              @next="otherLines"
            />
          </div>
          <SetBench
            view="side"
            :closer="closer"
            :set="set"
            :report="report"
            :drawn="drawn"
            :chosen="chosen"
            @choose="choose"
            @reach="chosen = $event"
            @rest="inHand = false"
            @drag="desk.dragged"
            @drop="desk.dropped"
          />
        </div>
      </div>
      <div class="panel">
        <SetRoll @choose="choose"><SaveState :draft="draft" /></SetRoll>
        <HandBox
          v-if="held && phone"
          ref="hand"
          :key="shotId + chosen"
          class="low"
          :name="nameOf(set, chosen)"
          :fields="chosenFields"
          :numbers="numbers"
          @numbers="numbers = !numbers"
          @shut="inHand = false"
        />
        <div v-if="settled || readError" id="adjust" role="region" :aria-label="`${nameOf(set, chosen)}, all numbers`">
          <p v-if="kind === 'daylight'" class="chips small">
            Sky and sun through the studio's windows.
            <el-button size="small" @click="inRoom">Take the studio's windows</el-button
            ><span v-if="report?.lit.sunWords" class="soft">{{ report.lit.sunWords }}.</span>
          </p>
          <CameraChips v-if="kind === 'camera'" v-model:angles="angles" />
          <LensBox v-if="kind === 'kit'" :set="set" :report="report" @apply="apply" />
          <div v-if="panelFields.length" class="fields">
            <FieldRow
              v-for="f in panelFields"
              :key="shotId + f.path"
              :set="set"
              :field="f"
              :error="about(f.path)"
              @change="desk.changed"
              @lay="lay"
            />
          </div>
          <DepthStrip v-if="kind === 'camera' && report" :report="report" />
          <AngleBox
            v-if="angles"
            :key="shotId"
            :shot="shotId"
            :set="set"
            @put="desk.change((s) => (s.camera.elevationDeg = $event))"
          />
        </div>
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
      <template v-if="set">
        <el-button type="primary" size="large" :loading="taking" @click="take"
          >{{ taking ? 'The camera is at it …' : unsaved ? 'Save this set and take a frame' : 'Take a frame' }}
          <kbd v-if="!taking">t</kbd></el-button
        >
        <LadderMark v-if="row" :mark="row.mark" />
        <div v-if="report" class="figures" :class="{ stale: readError }" :aria-busy="reading">
          <ReadingFigure v-for="k in large" v-show="find(k)" :key="k" :reading="find(k) ?? { key: k, ...none }" large />
        </div>
        <CardsTable v-if="set.cards?.length" />
        <div class="ways">
          <el-button size="small" :aria-expanded="solving" @click="solving = !solving"
            >Look for light <kbd>s</kbd></el-button
          >
          <PictureBox ref="box" :shot="shotId" :set="set" @show="picture.show" />
        </div>
        <SolveBox v-if="solving && report" :key="shotId" :set="set" :wish="report.wish" @put="desk.stand" />
        <section v-if="report?.findings.length" aria-label="Findings">
          <FindingList :findings="report.findings" :shoot="shoot" :place="shotId" @apply="apply" />
          <MendBox v-if="settled" />
        </section>
        <p v-else-if="report" class="small soft">Nothing stands against this set.</p>
        <details v-if="report && settled">
          <summary>All {{ others.length }} other figures</summary>
          <div class="figures">
            <ReadingFigure v-for="k in others" :key="k" :reading="find(k)!" />
          </div>
        </details>
        <details v-if="settled" class="ask">
          <summary>What decides: {{ answered }} of 3 answered</summary>
          <ThreeQuestions :answers="set.answers" @answer="desk.change((s) => (s.answers = $event))" />
          <label class="pickone"
            >Advice on composition
            <ChoiceField
              :model-value="set.advice || 'loud'"
              size="small"
              class="adder"
              aria-label="How much advice on composition"
              @change="desk.change((s) => (s.advice = $event))"
              ><option value="loud">Loud</option>
              <option value="quiet">Quiet</option>
              <option value="off">Off</option></ChoiceField
            ></label
          >
        </details>
        <ChosenBox v-if="settled" />
        <SeriesBox :shots="list.data.value ?? []" />
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

<style scoped src="./chips.css"></style>
<style scoped>
.pick {
  width: 226px;
}
.views {
  display: grid;
  grid-template: 'above lens' minmax(0, 8fr) 'above side' minmax(0, 5fr) / 11fr 9fr;
  gap: 2px;
  height: clamp(300px, calc(100vh - 348px), 640px);
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
/* Lines that open follow one another closely. */
details {
  margin-top: -5px;
}
.ask {
  display: grid;
  gap: 4px;
  font-size: 13.5px;
}
.panel {
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
  flex: none;
}
.low {
  margin: 0 8px 8px;
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
.ways {
  display: flex;
  gap: 4px 10px;
  flex-wrap: wrap;
  align-items: center;
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
@media (max-width: 1100px) {
  .fields {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
  .pick {
    width: 220px;
  }
}
@media (max-width: 720px) {
  .views,
  .views.tall {
    grid-template: 'lens' 62vw 'above' 86vw 'side' 62vw / minmax(0, 1fr);
    height: auto;
  }
  .views.tall {
    grid-template-rows: 110vw 86vw 62vw;
  }
  .fields {
    grid-template-columns: minmax(0, 1fr);
  }
  .strip {
    overflow-x: auto;
  }
  .pick {
    width: 100%;
  }
}
</style>
