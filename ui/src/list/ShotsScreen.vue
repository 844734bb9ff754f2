<script setup lang="ts">
import { useIntersectionObserver } from '@vueuse/core'
import { ElMessage } from 'element-plus'
import { computed, nextTick, reactive, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, Problem, type Finding, type Schema, type Angle, type Direction } from '../api/client'
import { useDishes, useFinals, useGrouping, useList, useListCheck, useListSums, type Sieve } from '../api/queries'
import { useAct } from '../parts/act'
import { useRefresh } from '../api/refresh'
import { chosenFile, upload } from '../api/upload'
import EmptyBench from '../parts/EmptyBench.vue'
import FindingList from '../parts/FindingList.vue'
import LadderMark from '../parts/LadderMark.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import ReadingFigure from '../parts/ReadingFigure.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import SheetNote from '../parts/SheetNote.vue'
import { useKeys } from '../parts/keys'
import { useSheet } from '../parts/sheet'
import { angles, kindWords, lights } from '../parts/shown'
import SketchView from './SketchView.vue'
import ChoiceField from '../parts/ChoiceField.vue'

const route = useRoute()
const router = useRouter()
const shoot = route.params.shoot as string
const refresh = useRefresh('list')
const sieve = reactive<Sieve>({ words: '', dish: '', kind: '', angle: '', light: '', vessel: '', hands: '' })
/** Whether the sieve's lists are unfolded on a narrow screen. */
const sifting = ref(false)
const list = useList(shoot, sieve)
const dishes = useDishes(shoot)
const check = useListCheck(shoot)
const grouping = useGrouping(shoot)
const { act, error } = useAct(refresh)
const chosenId = ref('')
const rows = computed(() => list.data.value?.pages.flatMap((p) => p.rows) ?? [])
const page = computed(() => list.data.value?.pages[0])
const sums = useListSums(shoot).data
const sifted = computed(() => Object.values(sieve).some((v) => v))
const followed = useFinals(shoot)
/** The finals that a frame serves, each kind once. */
const serves = computed(() => {
  const mine = (followed.data.value?.finals ?? []).filter((f) => f.shotId === chosen.value?.shot.id)
  return mine.map((f) => `${f.name || 'a final'} ${f.shape}${f.out ? ', delivered' : ''}`)
})
const chosen = computed(() => rows.value.find((r) => r.shot.id === chosenId.value) ?? rows.value[0])
const more = ref<HTMLElement>()
useIntersectionObserver(
  more,
  ([e]) => e?.isIntersecting && list.hasNextPage.value && !list.isFetchingNextPage.value && void list.fetchNextPage(),
)
const clear = () => Object.assign(sieve, { words: '', dish: '', kind: '', angle: '', light: '', vessel: '', hands: '' })

const move = (id: string, before: string) =>
  act(() => ask(api.POST('/api/shots/{id}/move', { params: { path: { id } }, body: { before } })))
async function nudge(by: number) {
  const at = rows.value.findIndex((r) => r.shot.id === chosen.value?.shot.id)
  const to = at + by
  if (at < 0 || to < 0 || to >= rows.value.length) return
  const id = rows.value[at]!.shot.id
  await move(id, by < 0 ? rows.value[to]!.shot.id : (rows.value[to + 1]?.shot.id ?? ''))
  await nextTick()
  document.getElementById('row-' + id)?.focus()
}
async function remove(r: Schema['ListedShot']) {
  if (await act(() => ask(api.DELETE('/api/shots/{id}', { params: { path: { id: r.shot.id } } }))))
    ElMessage({ message: `Took “${r.shot.doc.title}” off. Undo brings it back.`, type: 'success' })
}
async function change(r: Schema['ListedShot'], to: Partial<Schema['ShotSave']>) {
  const { version } = r.shot
  const { title, angle, light, vessel, hands, shutter } = r.shot.doc
  if (to.title !== undefined && !to.title.trim()) return
  await act(() =>
    ask(
      api.PUT('/api/shots/{id}', {
        params: { path: { id: r.shot.id } },
        body: { title, angle, light, vessel, hands, shutter, version, ...to },
      }),
    ),
  )
}
async function group() {
  const saved = grouping.data.value?.savedMin ?? 0
  if (await act(() => ask(api.POST('/api/shoots/{id}/shots/group', { params: { path: { id: shoot } } }))))
    ElMessage({
      message: `Grouped by angle and light: about ${Math.round(saved)} minutes saved. Undo puts the old order back.`,
      type: 'success',
    })
}
const tryList = (edits: NonNullable<Finding['try'][number]['edits']>) =>
  act(() => ask(api.POST('/api/shoots/{id}/shots/try', { params: { path: { id: shoot } }, body: { edits } })))
/** Frames of the same dish that could be one with the chosen one. */
const others = computed(() =>
  rows.value.filter((r) => r.shot.doc.dishId === chosen.value?.shot.doc.dishId && r.shot.id !== chosen.value?.shot.id),
)
const merging = ref('')
async function merge() {
  if (!chosen.value || !merging.value) return
  const id = chosen.value.shot.id
  if (
    await act(() =>
      ask(api.POST('/api/shots/{id}/merge', { params: { path: { id } }, body: { other: merging.value } })),
    )
  )
    ElMessage({ message: 'One frame now. Undo makes it two again.', type: 'success' })
  merging.value = ''
}

const file = ref<HTMLInputElement>()
const wrong = computed(() =>
  error.value instanceof Problem ? error.value.fields.filter((f) => f.field.startsWith('line')) : [],
)
async function bring(e: Event) {
  const file = chosenFile(e)
  if (!file) return
  await act(async () => {
    const got = await ask(
      api.POST('/api/shoots/{id}/shots.csv', {
        params: { path: { id: shoot } },
        ...upload({ file }),
      }),
    )
    ElMessage({
      message:
        got.changed + got.added
          ? `Took the list back: ${got.changed} changed, ${got.added} new. Undo takes it all away again.`
          : 'The list is the same as before.',
      type: 'success',
    })
  })
}

const dragged = ref('')
const over = ref('')
function dropOn(id: string) {
  if (dragged.value && dragged.value !== id) void move(dragged.value, id)
  dragged.value = over.value = ''
}

const adding = reactive({
  open: false,
  dish: '',
  kind: 'alternate',
  title: '',
  angle: 'three-quarter' as Angle,
  light: 'from the side' as Direction,
})
function add() {
  Object.assign(adding, {
    dish: chosen.value?.shot.doc.dishId ?? dishes.data.value?.[0]?.id ?? '',
    title: '',
    open: true,
  })
}
const sheet = useSheet({
  name: () => `shot:${shoot}`,
  form: () => {
    const { open, ...typed } = adding
    return open ? typed : undefined
  },
  put: (typed) => void Object.assign(adding, typed),
  send: async () => {
    const { dish, kind, title, angle, light } = adding
    await ask(
      api.POST('/api/dishes/{id}/shots', {
        params: { path: { id: dish } },
        body: { kind, title, angle, light, vessel: '', hands: 0, shutter: false },
      }),
    )
    adding.open = false
    await refresh()
  },
})
function focusRow(by: number) {
  const at = rows.value.findIndex((r) => r.shot.id === chosen.value?.shot.id)
  const next = rows.value[Math.min(rows.value.length - 1, Math.max(0, at + by))]
  if (next) {
    chosenId.value = next.shot.id
    document.getElementById('row-' + next.shot.id)?.focus()
  }
}
const told = (s: Schema['KeptShot']) =>
  [
    kindWords[s.doc.kind] ?? s.doc.kind,
    s.doc.angle,
    s.doc.light,
    s.doc.vessel,
    s.doc.hands ? `+${s.doc.hands} hands` : '',
    s.doc.shutter ? 'shutter matters' : '',
    s.doc.hold,
  ]
    .filter(Boolean)
    .join(' · ')
const newSet = (i: number) =>
  i > 0 &&
  (rows.value[i]!.shot.doc.angle !== rows.value[i - 1]!.shot.doc.angle ||
    rows.value[i]!.shot.doc.light !== rows.value[i - 1]!.shot.doc.light)
useKeys(
  [
    { key: 'j', does: 'Next shot', run: () => focusRow(1) },
    { key: 'k', does: 'Shot before', run: () => focusRow(-1) },
    { key: 'J', does: 'Move the shot down', run: () => void nudge(1) },
    { key: 'K', does: 'Move the shot up', run: () => void nudge(-1) },
    {
      key: 's',
      does: 'Build its set',
      run: () => chosen.value && void router.push({ name: 'set', params: { shoot, shot: chosen.value.shot.id } }),
    },
    { key: 'n', does: 'Add a shot', run: add },
    { key: 'g', does: 'Group by angle and light', run: () => void group() },
    {
      key: '/',
      does: 'Find in the list',
      run: () => document.querySelector<HTMLInputElement>('input[name=find]')?.focus(),
    },
  ],
  list,
)
</script>

<template>
  <ScreenFrame title="Shots">
    <template #head>
      <a v-if="rows.length" class="file" :href="`/api/shoots/${shoot}/shots.pdf`" target="_blank">Print</a>
      <a v-if="rows.length" class="file" :href="`/api/shoots/${shoot}/shots.csv`" download>List out as CSV</a>
      <el-button :disabled="!dishes.data.value?.length" @click="file?.click()">Take a list back</el-button>
      <input
        ref="file"
        type="file"
        name="list"
        accept=".csv,text/csv"
        class="visually-hidden"
        aria-label="Shot list file"
        tabindex="-1"
        @change="bring"
      />
      <el-button :disabled="!dishes.data.value?.length" @click="add">Add a shot <kbd>n</kbd></el-button>
    </template>
    <div v-if="sums?.shots" class="sieve" :class="{ sifting }" role="search" aria-label="Sift the list">
      <el-input
        v-model="sieve.words"
        name="find"
        size="small"
        clearable
        aria-label="Find in the list"
        placeholder="Find words  /"
        class="find"
      />
      <el-button class="fold" :aria-expanded="sifting" @click="sifting = !sifting">Sift</el-button>
      <ChoiceField v-model="sieve.dish" size="small" aria-label="Dish" none="Any dish"
        ><option v-for="d in dishes.data.value" :key="d.id" :value="d.id">{{ d.doc.recipe.title }}</option></ChoiceField
      >
      <ChoiceField v-model="sieve.kind" size="small" aria-label="Kind of frame" none="Any kind"
        ><option v-for="(w, k) in kindWords" :key="k" :value="k">{{ w }}</option></ChoiceField
      >
      <ChoiceField v-model="sieve.angle" size="small" aria-label="Angle" none="Any angle"
        ><option v-for="a in sums?.angles" :key="a" :value="a">{{ a }}</option></ChoiceField
      >
      <ChoiceField v-model="sieve.light" size="small" aria-label="Light" none="Any light"
        ><option v-for="a in sums?.lights" :key="a" :value="a">{{ a }}</option></ChoiceField
      >
      <ChoiceField v-model="sieve.vessel" size="small" aria-label="Vessel" none="Any vessel"
        ><option v-for="a in sums?.vessels" :key="a" :value="a">{{ a }}</option></ChoiceField
      >
      <ChoiceField v-model="sieve.hands" size="small" aria-label="Hands" none="Any hands"
        ><option value="more">more hands</option>
        <option value="none">yours alone</option></ChoiceField
      >
    </div>
    <ProblemNote :error="error ?? list.error.value" />
    <ul v-if="wrong.length" class="wrong" aria-label="Lines to mend">
      <li v-for="w in wrong" :key="w.field">
        <b>{{ w.field }}</b> {{ w.words }}
      </li>
    </ul>
    <ol v-if="rows.length" class="list" aria-label="Shot list in shooting order">
      <template v-for="(r, i) in rows" :key="r.shot.id">
        <li v-if="r.dish !== rows[i - 1]?.dish" class="dish">
          <h2>{{ r.dish }}</h2>
        </li>
        <li
          :id="'row-' + r.shot.id"
          class="row"
          :class="{
            on: r.shot.id === chosen?.shot.id,
            over: over === r.shot.id,
            guard: r.shot.doc.kind === 'safe',
            turn: !sifted && newSet(i),
          }"
          tabindex="0"
          :draggable="!sifted"
          :aria-label="`${r.shot.doc.position}. ${r.shot.doc.title}`"
          :aria-current="r.shot.id === chosen?.shot.id ? 'true' : undefined"
          @click="chosenId = r.shot.id"
          @focus="chosenId = r.shot.id"
          @keydown.enter.self="router.push({ name: 'set', params: { shoot, shot: r.shot.id } })"
          @dragstart="dragged = r.shot.id"
          @dragover.prevent="over = r.shot.id"
          @dragleave="over = ''"
          @drop.prevent="dropOn(r.shot.id)"
        >
          <span class="no mono">{{ r.shot.doc.position }}</span>
          <SketchView :sketch="r.sketch" :angle="r.shot.doc.angle" />
          <span class="what"
            ><b>{{ r.shot.doc.title }}</b
            ><span class="small soft">{{ told(r.shot) }}</span></span
          >
          <LadderMark :mark="r.mark" />
        </li>
      </template>
    </ol>
    <p v-else-if="sifted && page" class="soft">
      No shot is like that. <el-button size="small" @click="clear">Show all {{ sums?.shots }}</el-button>
    </p>
    <EmptyBench v-else-if="page">
      <template #title>The list is empty</template>
      Frames come from the dishes: accept what a recipe suggests, or add your own.
      <template #act
        ><el-button type="primary" @click="router.push({ name: 'dish', params: { shoot } })"
          >Go to Dish</el-button
        ></template
      >
    </EmptyBench>
    <p v-if="list.hasNextPage.value" ref="more" class="soft small">Fetching more of {{ sums?.shots }} …</p>
    <template #reading>
      <dl v-if="sums?.shots" class="sum">
        <div>
          <dd class="mono">{{ sums.shots }}</dd>
          <dt>shots</dt>
        </div>
        <div>
          <dd class="mono">{{ sums.safe }}</dd>
          <dt>safe frames</dt>
        </div>
        <div>
          <dd class="mono">{{ sums.hands }}</dd>
          <dt>need more hands</dt>
        </div>
        <div>
          <dd class="mono">{{ sums.sets }}</dd>
          <dt>set-ups to build</dt>
        </div>
        <div v-if="followed.data.value?.finals.length">
          <dd class="mono">{{ followed.data.value.owed }}</dd>
          <dt>finals owed</dt>
        </div>
      </dl>
      <div v-if="grouping.data.value && grouping.data.value.sets < grouping.data.value.was" class="group">
        <ReadingFigure :reading="grouping.data.value.reading" />
        <el-button size="small" @click="group"
          >Group by set-up: {{ grouping.data.value.was }} become {{ grouping.data.value.sets }} <kbd>g</kbd></el-button
        >
      </div>
      <article v-if="chosen" :key="chosen.shot.id" class="one">
        <p class="kind">{{ kindWords[chosen.shot.doc.kind] ?? chosen.shot.doc.kind }}</p>
        <el-input
          :model-value="chosen.shot.doc.title"
          type="textarea"
          autosize
          aria-label="What the shot shows"
          @change="change(chosen!, { title: $event })"
        />
        <p class="small">On the list because {{ chosen.shot.doc.because }}.</p>
        <p v-if="chosen.shot.doc.guards" class="guards">■ Comes before: “{{ chosen.shot.doc.guards }}”</p>
        <p v-if="chosen.shot.doc.caution" class="caution">▲ {{ chosen.shot.doc.caution }}</p>
        <div class="fields">
          <label
            >Angle
            <ChoiceField
              :model-value="chosen.shot.doc.angle"
              size="small"
              aria-label="Angle of the shot"
              @change="change(chosen!, { angle: $event })"
              ><option v-for="a in angles" :key="a" :value="a">{{ a }}</option></ChoiceField
            ></label
          >
          <label
            >Light
            <ChoiceField
              :model-value="chosen.shot.doc.light"
              size="small"
              aria-label="Light of the shot"
              @change="change(chosen!, { light: $event })"
              ><option v-for="a in lights" :key="a" :value="a">{{ a }}</option></ChoiceField
            ></label
          >
          <label
            >In or on
            <el-input
              :model-value="chosen.shot.doc.vessel"
              size="small"
              maxlength="60"
              aria-label="Vessel of the shot"
              @change="change(chosen!, { vessel: $event })"
          /></label>
        </div>
        <p class="acts">
          <el-button type="primary" @click="router.push({ name: 'set', params: { shoot, shot: chosen.shot.id } })"
            >{{ chosen.mark.at > 1 ? 'Open its set' : 'Build its set' }} <kbd>s</kbd></el-button
          >
          <el-button text @click="remove(chosen)">Take off the list</el-button>
        </p>
        <p class="acts">
          <el-button size="small" :disabled="sifted" @click="nudge(-1)">Move up</el-button
          ><el-button size="small" :disabled="sifted" @click="nudge(1)">Move down</el-button>
          <ChoiceField
            v-if="others.length"
            v-model="merging"
            size="small"
            aria-label="Make one frame with"
            none="Make one with …"
            @change="merge"
            ><option v-for="o in others" :key="o.shot.id" :value="o.shot.id">
              {{ o.shot.doc.title }}
            </option></ChoiceField
          >
        </p>
        <p v-if="serves.length" class="small soft">Serves {{ serves.join('; ') }}.</p>
        <details>
          <summary>
            Its ladder: {{ chosen.mark.at ? chosen.mark.rungs[chosen.mark.at - 1]!.name : 'not listed' }}
          </summary>
          <ol class="rungs">
            <li v-for="g in [...chosen.mark.rungs].reverse()" :key="g.key" :class="{ reached: g.reached }">
              <span aria-hidden="true">{{ g.reached ? '✓' : '–' }}</span> {{ g.name
              }}<small v-if="!g.reached">{{ g.missing }}</small>
            </li>
          </ol>
        </details>
      </article>
      <FindingList
        v-if="check.data.value?.length"
        :findings="check.data.value"
        :shoot="shoot"
        :place="shoot"
        @apply="tryList"
      />
    </template>
    <el-dialog v-model="adding.open" title="Add a shot" width="440px">
      <form novalidate @submit.prevent="sheet.save">
        <SheetNote :sheet="sheet" />
        <el-form-item label="Dish" label-position="top"
          ><ChoiceField v-model="adding.dish" aria-label="Dish"
            ><option v-for="d in dishes.data.value" :key="d.id" :value="d.id">
              {{ d.doc.recipe.title }}
            </option></ChoiceField
          ></el-form-item
        >
        <el-form-item label="What it shows" label-position="top"
          ><el-input v-model="adding.title" aria-label="What it shows" autofocus
        /></el-form-item>
        <el-form-item label="Kind" label-position="top"
          ><ChoiceField v-model="adding.kind" aria-label="Kind"
            ><option v-for="(w, k) in kindWords" :key="k" :value="k">{{ w }}</option></ChoiceField
          ></el-form-item
        >
        <el-form-item label="Angle" label-position="top"
          ><ChoiceField v-model="adding.angle" aria-label="Angle"
            ><option v-for="a in angles" :key="a" :value="a">{{ a }}</option></ChoiceField
          ></el-form-item
        >
        <el-form-item label="Light" label-position="top"
          ><ChoiceField v-model="adding.light" aria-label="Light"
            ><option v-for="a in lights" :key="a" :value="a">{{ a }}</option></ChoiceField
          ></el-form-item
        >
        <p class="foot"><el-button type="primary" native-type="submit">Add it</el-button></p>
      </form>
    </el-dialog>
  </ScreenFrame>
</template>

<style scoped>
.foot {
  display: flex;
  justify-content: flex-end;
  margin: 0;
}
.sieve {
  display: grid;
  grid-template-columns: 1.6fr repeat(6, 1fr);
  gap: 6px;
}
.sieve .fold {
  display: none;
}
.list {
  list-style: none;
  margin: 0;
  padding: 0;
}
.file {
  font-weight: 560;
  font-size: 14px;
  padding: 6px;
}
.wrong {
  margin: 0;
  padding: 0 0 0 20px;
  color: var(--fl-wine);
  font-size: 14px;
}
.dish h2 {
  padding: 14px 0 6px;
  font-size: 18px;
}
.dish:first-child h2 {
  padding-top: 0;
}
.row {
  display: grid;
  grid-template-columns: 28px 60px minmax(0, 1fr) 190px;
  gap: 12px;
  align-items: center;
  padding: 4px 10px;
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
  margin-bottom: 1px;
  min-height: 50px;
  cursor: grab;
  content-visibility: auto;
  contain-intrinsic-height: 50px;
}
.row.turn {
  margin-top: 5px;
}
.row.on {
  box-shadow:
    inset 4px 0 0 var(--fl-aubergine),
    0 0 0 1px var(--fl-line);
  background: var(--fl-lilac);
}
.row.over {
  box-shadow: 0 -3px 0 var(--fl-fig);
}
.guard .no::after {
  content: ' ■';
  color: var(--fl-fig-ink);
  font-size: 10px;
}
.no {
  color: var(--fl-soft);
  font-size: 13px;
  white-space: nowrap;
}
.what {
  display: grid;
  min-width: 0;
}
.what b,
.what .small {
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.what b {
  font-weight: 600;
}
.sum {
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: minmax(0, 1fr);
  gap: 0 6px;
  margin: 0;
  border-bottom: 1px solid var(--fl-line);
  padding-bottom: 10px;
}
.sum dd {
  margin: 0;
  font-size: 23px;
}
.sum dt {
  font-size: 12px;
  line-height: 1.2;
  color: var(--fl-soft);
}
.group {
  display: grid;
  gap: 6px;
  justify-items: start;
}
.group > :first-child {
  width: 100%;
}
.group .el-button {
  height: auto;
  white-space: normal;
  text-align: left;
  padding: 6px 10px;
  min-height: 30px;
}
.one {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}
.fields {
  display: grid;
  gap: 5px;
}
.fields label {
  display: grid;
  grid-template-columns: 62px 1fr;
  align-items: center;
  font-size: 13.5px;
}
.kind {
  color: var(--fl-fig-ink);
  font-weight: 600;
  font-size: 13px;
}
.guards,
.caution {
  font-size: 13px;
  background: var(--fl-blush);
  padding: 6px 10px;
  border-left: 4px solid var(--fl-fig);
}
.caution {
  background: var(--fl-straw);
  border-color: var(--fl-brass);
}
summary {
  cursor: pointer;
  font-size: 14px;
  font-weight: 560;
  padding: 4px 0;
}
.rungs {
  list-style: none;
  margin: 0;
  padding: 0;
  font-size: 14px;
  border-left: 2px solid var(--fl-sand);
  border-right: 2px solid var(--fl-sand);
}
.rungs li {
  border-bottom: 2px solid var(--fl-biscuit);
  padding: 2px 8px;
  display: flex;
  gap: 6px;
  color: var(--fl-soft);
  align-items: baseline;
}
.rungs .reached {
  color: var(--fl-leaf-ink);
  border-color: var(--fl-leaf);
}
.rungs small {
  margin-left: auto;
  font-size: 12px;
  text-align: right;
}
.acts {
  display: flex;
  gap: 6px;
}
.acts .choice-field {
  flex: 1;
  min-width: 0;
}
.acts .el-button + .el-button {
  margin: 0;
}
@media (max-width: 720px) {
  .sieve {
    grid-template-columns: 1fr 1fr 1fr;
  }
  .sieve .find {
    grid-column: 1 / 3;
  }
  .sieve .fold {
    display: inline-flex;
  }
  .sieve:not(.sifting) .choice-field {
    display: none;
  }
  .row {
    grid-template-columns: 26px 60px minmax(0, 1fr) auto;
    gap: 8px;
    padding: 4px 8px;
    min-height: 56px;
    contain-intrinsic-height: 56px;
  }
  .row :deep(.said) {
    display: none;
  }
  .what b {
    white-space: normal;
    display: -webkit-box;
    -webkit-line-clamp: 2;
    -webkit-box-orient: vertical;
    line-height: 1.25;
  }
}
</style>
