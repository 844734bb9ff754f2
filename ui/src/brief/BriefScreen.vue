<script setup lang="ts">
import { startColour } from '../theme/drawn'
import ChipButton from '../parts/ChipButton.vue'
import { ElButton, ElMessage, ElMessageBox } from 'element-plus'
import 'element-plus/es/components/message-box/style/css'
import { computed, h, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, type Schema } from '../api/client'
import { limits } from '../api/words'
import { useFinals, usePlaces, useBriefReading, useShoot, useStart } from '../api/queries'
import { useRefresh } from '../api/refresh'
import ProblemNote from '../parts/ProblemNote.vue'
import SaveState from '../parts/SaveState.vue'
import DayField from '../parts/DayField.vue'
import NumberField from '../parts/NumberField.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import { useDraft } from '../parts/draft'
import { day } from '../parts/shown'
import CrewBox from './CrewBox.vue'
import BriefNav from './BriefNav.vue'
import FinalsBox from './FinalsBox.vue'
import RightsBox from './RightsBox.vue'
import { questions, shapes, type Brief } from './brief'
import ChoiceField from '../parts/ChoiceField.vue'

const route = useRoute()
const id = route.params.shoot as string
const refresh = useRefresh('brief')
const shoot = useShoot(id)
const places = usePlaces()

type Edit = { name: string; brief: Brief }
const draft = useDraft<Edit>({
  kind: 'brief',
  of: () => id,
  save: async (v, version) => {
    const s = await ask(api.PUT('/api/shoots/{id}', { params: { path: { id } }, body: { ...v, version } }))
    void refresh()
    return s.version
  },
  theirs: (current) => {
    const s = current as Schema['KeptShoot']
    return { value: { name: s.doc.name, brief: s.doc.brief }, version: s.version }
  },
})
watch(
  shoot.data,
  (s) => {
    if (s && draft.state.value === 'saved') draft.load({ name: s.doc.name, brief: s.doc.brief }, s.version)
  },
  { immediate: true },
)
const b = computed(() => draft.value.value?.brief)
const reading = useBriefReading(id)
const followed = useFinals(id)
const owed = computed(() => followed.data.value?.owed ?? reading.data.value?.finals ?? 0)
const asks = (key: string) => questions.find((q) => q.key === key)?.ask ?? 'What has to be delivered?'

/** A frame chosen by hand for a final, or left to the list again. */
function pick(of: number, nth: number, shotId: string) {
  const d = b.value?.deliverables[of]
  if (!d) return
  const picks = [...(d.picks ?? [])]
  while (picks.length < nth) picks.push('')
  picks[nth - 1] = shotId
  while (picks.length && !picks[picks.length - 1]) picks.pop()
  d.picks = picks
  draft.touch()
}
function addDeliverable() {
  b.value?.deliverables.push({ name: '', count: 1, shape: '4:5', longPx: 1350, due: '', picks: [] })
  draft.touch()
}
const router = useRouter()
const start = useStart()
const owner = computed(() => start.data.value?.person?.role === 'owner')
const gone = ref<unknown>()
async function takeAway() {
  const name = draft.value.value?.name ?? ''
  const sure = await ElMessageBox.confirm(
    'Its dishes, shots, sets and frames go with it. For thirty days it can be brought back whole: Studio, Taken away.',
    `Take “${name}” away?`,
    { confirmButtonText: 'Take it away', cancelButtonText: 'Leave it' },
  ).catch(() => false)
  if (!sure) return
  gone.value = undefined
  try {
    await ask(api.DELETE('/api/shoots/{id}', { params: { path: { id } } }))
    await router.push('/')
    const said = ElMessage({
      type: 'success',
      duration: 12_000,
      showClose: true,
      message: h('span', [
        `“${name}” is taken away. `,
        h(
          ElButton,
          { size: 'small', onClick: () => void bringBack().finally(() => said.close()) },
          () => 'Bring it back',
        ),
      ]),
    })
  } catch (e) {
    gone.value = e
  }
  await refresh()
}
async function bringBack() {
  await ask(api.POST('/api/shoots/{id}/undo', { params: { path: { id } } }))
  await refresh()
  await router.push({ name: 'brief', params: { shoot: id } })
}
async function putAway(away: boolean) {
  if (!b.value) return
  b.value.putAway = away
  draft.touch()
  await draft.flush()
  if (away) await router.push('/')
}
const states = { open: '○ open', chosen: '● chosen', dropped: '✕ dropped' } as const
function addCandidate() {
  b.value?.candidates.push({ name: '', because: '', state: 'open' }) // saved once it has a name
}
function addColour() {
  b.value?.houseColours.push(startColour.house)
  draft.touch()
}
</script>

<template>
  <ScreenFrame title="Brief">
    <template #nav><BriefNav /></template>
    <template #head>
      <SaveState :draft="draft" />
    </template>
    <ProblemNote :error="shoot.error.value" />
    <form
      v-if="draft.value.value && b"
      novalidate
      class="sheet"
      @input="draft.touch"
      @change="draft.touch"
      @submit.prevent="draft.flush"
    >
      <el-form-item label="Name of the shoot" label-position="top" :error="draft.about('name')" class="name"
        ><el-input v-model="draft.value.value.name" aria-label="Name of the shoot" maxlength="200"
      /></el-form-item>
      <fieldset class="two">
        <legend class="visually-hidden">Kind</legend>
        <el-radio-group v-model="b.kind" aria-label="Kind of shoot" @change="draft.touch">
          <el-radio-button value="commission">Commission</el-radio-button>
          <el-radio-button value="own">Own work</el-radio-button>
        </el-radio-group>
      </fieldset>
      <div class="six">
        <div v-for="(q, i) in questions" :key="q.key" class="q">
          <label :for="'q-' + q.key"
            ><span class="n mono">{{ i + 1 }}</span
            >{{ q.ask }}</label
          >
          <DayField v-if="q.key === 'when'" :id="'q-' + q.key" v-model="b.when" ahead @change="draft.touch" />
          <el-input
            v-else
            :id="'q-' + q.key"
            v-model="b[q.key]"
            type="textarea"
            :autosize="{ minRows: 1, maxRows: 3 }"
            :placeholder="q.hint"
            maxlength="500"
          />
          <label v-if="q.key === 'where' && (places.data.value?.length ?? 0) > 1" class="place small"
            >Windows and tables of
            <ChoiceField
              :model-value="b.placeId || places.data.value?.[0]?.id || ''"
              size="small"
              aria-label="Which of the studio’s places"
              @change="(v: string) => ((b!.placeId = v === places.data.value?.[0]?.id ? '' : v), draft.touch())"
              ><option v-for="p in places.data.value" :key="p.id" :value="p.id">
                {{ p.place.name || 'The studio' }}
              </option></ChoiceField
            ></label
          >
          <p v-if="draft.about('brief.' + q.key)" class="bad">{{ draft.about('brief.' + q.key) }}</p>
        </div>
      </div>
      <section class="mood" aria-label="Mood and colours">
        <div>
          <h2>Mood</h2>
          <div class="tones" role="radiogroup" aria-label="Light of the pictures">
            <ChipButton
              v-for="m in [
                { k: 'bright', w: 'Bright and airy' },
                { k: 'dark', w: 'Dark and moody' },
              ] as const"
              :key="m.k"
              role="radio"
              :aria-checked="b.mood.key === m.k"
              :class="['tone', m.k]"
              @click="((b.mood.key = m.k), draft.touch())"
            >
              <i aria-hidden="true" /><span>{{ m.w }}</span>
            </ChipButton>
          </div>
          <el-radio-group v-model="b.mood.colour" aria-label="Colour of the pictures" @change="draft.touch">
            <el-radio value="muted">Muted colour</el-radio>
            <el-radio value="bold">Bold colour</el-radio>
          </el-radio-group>
        </div>
        <div>
          <h2>House colours</h2>
          <ul class="swatches">
            <li v-for="(c, i) in b.houseColours" :key="i">
              <input v-model="b.houseColours[i]" type="color" :aria-label="'House colour ' + (i + 1)" /><span
                class="mono small"
                >{{ c }}</span
              >
              <el-button
                text
                size="small"
                :aria-label="'Remove house colour ' + (i + 1)"
                @click="(b.houseColours.splice(i, 1), draft.touch())"
                >Remove</el-button
              >
            </li>
            <li>
              <el-button size="small" :disabled="b.houseColours.length > 7" @click="addColour">Add a colour</el-button>
            </li>
          </ul>
        </div>
      </section>
      <CrewBox :brief="b" :problems="draft.error.value?.fields ?? []" @touch="draft.touch" />
      <section aria-label="Dishes thought of">
        <h2>Dishes thought of</h2>
        <p v-if="!b.candidates.length" class="soft small">
          Write down what you thought of and why you chose or dropped it; the next shoot can look back.
        </p>
        <div v-for="(c, i) in b.candidates" :key="i" class="candidate">
          <el-input v-model="c.name" :aria-label="`Dish ${i + 1}`" placeholder="Dish" maxlength="200" />
          <ChoiceField v-model="c.state" :aria-label="`What was decided about dish ${i + 1}`" @change="draft.touch"
            ><option v-for="(w, k) in states" :key="k" :value="k">{{ w }}</option></ChoiceField
          >
          <el-input
            v-model="c.because"
            :aria-label="`Why, dish ${i + 1}`"
            placeholder="What speaks for it or against it"
            maxlength="500"
          />
          <el-button text :aria-label="`Remove dish ${i + 1}`" @click="(b.candidates.splice(i, 1), draft.touch())"
            >Remove</el-button
          >
        </div>
        <p
          v-for="f in (draft.error.value?.fields ?? []).filter((f) => f.field.includes('candidates'))"
          :key="f.field"
          class="bad"
        >
          {{ f.words }}
        </p>
        <el-button size="small" @click="addCandidate">Add a dish thought of</el-button>
      </section>
      <section v-if="b.kind === 'commission'" aria-label="Deliverables">
        <h2>Deliverables</h2>
        <table v-if="b.deliverables.length">
          <thead>
            <tr>
              <th>For</th>
              <th>Finals</th>
              <th>Shape</th>
              <th>Least long side</th>
              <th>Due</th>
              <th><span class="visually-hidden">Remove</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(d, i) in b.deliverables" :key="i">
              <td data-name="For">
                <el-input v-model="d.name" :aria-label="`Deliverable ${i + 1}: what for`" placeholder="Feed" />
              </td>
              <td data-name="Finals">
                <NumberField
                  v-model="d.count"
                  whole
                  v-bind="limits.Deliverable.count"
                  :aria-label="`Deliverable ${i + 1}: finals`"
                  class="num"
                  @change="draft.touch"
                />
              </td>
              <td data-name="Shape">
                <ChoiceField
                  v-model="d.shape"
                  :aria-label="`Deliverable ${i + 1}: shape`"
                  class="shape"
                  @change="draft.touch"
                  ><option v-for="s in shapes" :key="s" :value="s">{{ s }}</option></ChoiceField
                >
              </td>
              <td data-name="Least long side">
                <NumberField
                  v-model="d.longPx"
                  whole
                  v-bind="limits.Deliverable.longPx"
                  unit="px"
                  :aria-label="`Deliverable ${i + 1}: least pixels`"
                  class="px"
                  @change="draft.touch"
                />
              </td>
              <td data-name="Due">
                <DayField v-model="d.due" :aria-label="`Deliverable ${i + 1}: due`" @change="draft.touch" />
              </td>
              <td>
                <el-button
                  text
                  :aria-label="`Remove deliverable ${i + 1}`"
                  @click="(b.deliverables.splice(i, 1), draft.touch())"
                  >Remove</el-button
                >
              </td>
            </tr>
          </tbody>
        </table>
        <p
          v-for="f in (draft.error.value?.fields ?? []).filter((f) => f.field.includes('deliverables'))"
          :key="f.field"
          class="bad"
        >
          {{ f.words }}
        </p>
        <el-button size="small" @click="addDeliverable">Add a deliverable</el-button>
      </section>
      <RightsBox :brief="b" :problems="draft.error.value?.fields ?? []" @touch="draft.touch" />
    </form>
    <template #reading>
      <template v-if="b && reading.data.value">
        <h2>The brief so far</h2>
        <dl class="sum">
          <dt>Day</dt>
          <dd>{{ day(b.when) }}</dd>
          <dt>Finals owed</dt>
          <dd class="mono big">{{ reading.data.value.finals ? `${owed} of ${reading.data.value.finals}` : 'none' }}</dd>
          <dt>Key to fill the mood asks</dt>
          <dd class="mono" :title="reading.data.value.because">
            {{ reading.data.value.lowStops }} to {{ reading.data.value.highStops }} stops
          </dd>
          <dt>Largest picture</dt>
          <dd class="mono">
            {{ reading.data.value.longestPx || '–' }}<small v-if="reading.data.value.longestPx"> px</small>
          </dd>
        </dl>
        <div v-if="reading.data.value.crew.length" class="open">
          <h3>The crew</h3>
          <ul>
            <li v-for="c in reading.data.value.crew" :key="c.name + c.words">
              <b v-if="c.name">{{ c.name }}: </b>{{ c.words }}
            </li>
          </ul>
        </div>
        <FinalsBox :shoot="id" @pick="pick" />
        <div v-if="reading.data.value.open.length" class="open">
          <h3>Still open</h3>
          <ul>
            <li v-for="q in reading.data.value.open" :key="q">{{ asks(q) }}</li>
          </ul>
        </div>
        <p v-else class="small soft">All six are answered. Next rung: the dishes.</p>
        <router-link class="next" :to="{ name: 'dish', params: { shoot: id } }">Climb to Dish →</router-link>
        <p class="small">
          <a :href="`/api/shoots/${id}/template`" download>This shoot as a template</a>:
          <span class="soft">its list, set-ups and looks, without its dishes: a new shoot can begin from it</span>
        </p>
        <div class="away">
          <ProblemNote :error="gone" />
          <el-button v-if="b?.putAway" size="small" @click="putAway(false)">Take it up again</el-button>
          <el-button v-else size="small" @click="putAway(true)">Put this shoot away</el-button>
          <el-button v-if="owner" size="small" text @click="takeAway">Take this shoot away …</el-button>
        </div>
      </template>
    </template>
  </ScreenFrame>
</template>

<style scoped>
.q label.place {
  font: 400 13.5px var(--fl-text, inherit);
  display: grid;
  grid-template-columns: auto minmax(0, 220px);
  gap: 8px;
  align-items: center;
  margin: 4px 0 0;
}
.sheet {
  max-width: 860px;
  display: flex;
  flex-direction: column;
  gap: 16px;
}
.name {
  margin: 0;
  max-width: 520px;
}
.name :deep(input) {
  font: 560 18px var(--fl-head);
}
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
}
.six {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px 24px;
}
.q label {
  display: flex;
  gap: 8px;
  font: 560 16px var(--fl-head);
  margin-bottom: 4px;
}
.n {
  color: var(--fl-fig-ink);
  font-size: 13px;
  padding-top: 2px;
}
.mood {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 24px;
}
h2 {
  margin-bottom: 8px;
  font-size: 18px;
}
.tones {
  display: flex;
  gap: 10px;
  margin-bottom: 4px;
}
.tone {
  box-sizing: border-box;
  cursor: pointer;
  border: 2px solid var(--fl-line);
  padding: 6px;
  width: 150px;
}
.tone i {
  display: block;
  height: 34px;
}
.tone.bright i {
  background: linear-gradient(90deg, var(--fl-white), var(--fl-mood-airy) 60%, var(--fl-mood-light));
}
.tone.dark i {
  background: linear-gradient(90deg, var(--fl-mood-middle), var(--fl-mood-low) 55%, var(--fl-mood-dark));
}
.tone span {
  font-size: 13px;
  display: block;
  padding-top: 4px;
}
.tone[aria-checked='true'] {
  border-color: var(--fl-aubergine);
}
.tone[aria-checked='true'] span {
  font-weight: 650;
}
.tone[aria-checked='true'] span::before {
  content: '✓ ';
}
.candidate {
  display: grid;
  grid-template-columns: 2fr 130px 3fr auto;
  gap: 6px;
  margin-bottom: 6px;
}
.away .el-button + .el-button {
  margin: 0;
}
.away {
  margin-top: auto;
  padding-top: 24px;
}
.swatches {
  list-style: none;
  margin: 0;
  padding: 0;
  display: flex;
  flex-direction: column;
  gap: 4px;
}
.swatches li {
  display: flex;
  gap: 10px;
  align-items: center;
}
input[type='color'] {
  width: 54px;
  height: 34px;
  border: 1px solid var(--fl-line);
  padding: 2px;
  background: none;
}
table {
  border-collapse: collapse;
  width: 100%;
  margin-bottom: 8px;
}
th {
  text-align: left;
  font-size: 12.5px;
  font-weight: 560;
  color: var(--fl-soft);
  padding: 0 6px 4px 0;
}
td {
  padding: 0 6px 6px 0;
}
.num {
  width: 76px;
}
.shape {
  width: 92px;
}
.px {
  width: 118px;
}
.bad {
  color: var(--fl-fig-ink);
  font-size: 13px;
  margin: 3px 0;
}
.sum {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 8px;
  margin: 0;
  align-items: baseline;
}
dt {
  color: var(--fl-soft);
  font-size: 13px;
}
dd {
  margin: 0;
  text-align: right;
}
.big {
  font-size: 26px;
}
.open {
  background: var(--fl-straw);
  border-left: 4px solid var(--fl-brass);
  padding: 10px 12px;
}
.open ul {
  margin: 4px 0 0;
  padding-left: 18px;
}
.next {
  font-weight: 600;
}
@media (max-width: 720px) {
  .six,
  .mood {
    grid-template-columns: minmax(0, 1fr);
  }
  .tones {
    flex-wrap: wrap;
  }
  .tone {
    flex: 1 1 120px;
    width: auto;
  }
  .hands {
    flex-wrap: wrap;
  }
  .hands label {
    white-space: normal;
  }
  .candidate {
    grid-template-columns: minmax(0, 1fr) 128px;
    background: var(--fl-card);
    padding: 8px;
  }
  .candidate > :nth-child(3) {
    grid-column: 1 / -1;
  }
  /* A deliverable is a card: each field under its own name. */
  table,
  tbody {
    display: block;
  }
  thead {
    display: none;
  }
  tr {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 8px;
    background: var(--fl-card);
    padding: 10px;
    margin-bottom: 8px;
  }
  td {
    padding: 0;
    display: grid;
    align-content: start;
    gap: 2px;
  }
  td::before {
    content: attr(data-name);
    font-size: 12.5px;
    color: var(--fl-soft);
  }
  td:first-child,
  td:last-child {
    grid-column: 1 / -1;
  }
  .num,
  .shape,
  .px {
    width: 100%;
  }
}
</style>
