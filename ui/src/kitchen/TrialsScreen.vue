<script setup lang="ts">
import ChipButton from '../parts/ChipButton.vue'
import { useQuery } from '@tanstack/vue-query'
import { computed, reactive, ref } from 'vue'
import { useRoute } from 'vue-router'
import { api, ask, type Schema } from '../api/client'
import { useDishes, useTrials } from '../api/queries'
import { useAct } from '../parts/act'
import { useRefresh } from '../api/refresh'
import EmptyBench from '../parts/EmptyBench.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import DayField from '../parts/DayField.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import SheetNote from '../parts/SheetNote.vue'
import { useKeys } from '../parts/keys'
import { useSheet } from '../parts/sheet'
import { shortDay } from '../parts/shown'
import DishNav from './DishNav.vue'
import DishPicker from './DishPicker.vue'
import { asLines, asMethod } from './typed'
import ChoiceField from '../parts/ChoiceField.vue'

const route = useRoute()
const shoot = route.params.shoot as string
const refresh = useRefresh('kitchen')
const dishes = useDishes(shoot)
const dish = computed(() => dishes.data.value?.find((d) => d.id === route.params.dish) ?? dishes.data.value?.[0])
const trials = useTrials(() => dish.value?.id ?? '')
const base = ref('')
const bench = useQuery({
  queryKey: ['trial-bench', () => dish.value?.id, base],
  enabled: () => !!dish.value,
  placeholderData: (before: Schema['TrialBench'] | undefined) => before,
  queryFn: () =>
    ask(
      api.GET('/api/dishes/{id}/trials/read', {
        params: { path: { id: dish.value!.id }, query: { base: base.value } },
      }),
    ),
})
const c = computed(() => bench.data.value?.comparison)
const widest = computed(() => Math.max(1, ...(c.value?.lines ?? []).flatMap((l) => l.cells.map((x) => x.percent))))
const faultWords = (key: string) => bench.data.value?.faults.find((f) => f.key === key)?.words ?? key
const verdicts = {
  '': { shape: '○', words: 'open' },
  works: { shape: '●', words: 'works' },
  nearly: { shape: '◐', words: 'nearly' },
  fails: { shape: '✕', words: 'fails' },
} as const
const row = (id: string) => trials.data.value?.find((t) => t.id === id)
const { act, error } = useAct(refresh)

const draft = reactive({
  open: false,
  id: '',
  version: 0,
  name: '',
  kind: 'trial' as 'trial' | 'source',
  day: '',
  ingredients: '',
  method: '',
  result: '',
  faults: [] as string[],
  verdict: '' as Schema['TrialSave']['verdict'],
})
function begin(kind: 'trial' | 'source') {
  const last = [...(trials.data.value ?? [])].reverse().find((t) => t.doc.trial.kind === 'trial')
  const from = last?.doc.trial.recipe ?? dish.value!.doc.recipe
  Object.assign(draft, {
    id: '',
    version: 0,
    name: '',
    kind,
    day: '',
    result: '',
    faults: [],
    verdict: '',
    ingredients: kind === 'trial' ? asLines(from) : '',
    method: kind === 'trial' ? asMethod(from) : '',
    open: true,
  })
}
/** A trial as it stands in the form. */
function typedOf(t: Schema['KeptTrial']) {
  const { name, kind, day, result, faults, verdict, recipe } = t.doc.trial
  return {
    ...{ name, kind, day, result, faults: [...faults], verdict },
    ingredients: asLines(recipe),
    method: asMethod(recipe),
  }
}
const edit = (t: Schema['KeptTrial']) =>
  Object.assign(draft, { id: t.id, version: t.version, ...typedOf(t), open: true })
const sheet = useSheet({
  name: () => `trial:${draft.id || dish.value!.id + ':' + draft.kind}`,
  form: () => {
    const { open, id, version, ...typed } = draft
    return open ? typed : undefined
  },
  put: (typed, version = draft.version) => void Object.assign(draft, typed, { version }),
  theirs: (current) => {
    const t = current as Schema['KeptTrial']
    return { typed: typedOf(t), version: t.version }
  },
  send: async () => {
    const { open, id, ...body } = draft
    await ask(
      id
        ? api.PUT('/api/trials/{id}', { params: { path: { id } }, body })
        : api.POST('/api/dishes/{id}/trials', { params: { path: { id: dish.value!.id } }, body }),
    )
    draft.open = false
    await refresh()
  },
})
const remove = (t: Schema['KeptTrial']) =>
  act(
    () => ask(api.DELETE('/api/trials/{id}', { params: { path: { id: t.id } } })),
    `Removed ${t.doc.trial.name}. Undo brings it back.`,
  )
const adopt = (t: Schema['KeptTrial']) =>
  act(
    () => ask(api.POST('/api/trials/{id}/adopt', { params: { path: { id: t.id } } })),
    `${t.doc.trial.name} is the recipe now. Look at the Recipe side: frames may follow it.`,
  )
useKeys(
  [
    { key: 'n', does: 'Add a trial', run: () => dish.value && begin('trial') },
    { key: 's', does: 'Add another source', run: () => dish.value && begin('source') },
  ],
  dishes,
  trials,
)
</script>

<template>
  <ScreenFrame title="Dish">
    <template #nav><DishNav /></template>
    <template #head>
      <el-button :disabled="!dish" @click="begin('source')">Add another source <kbd>s</kbd></el-button>
      <el-button type="primary" :disabled="!dish" @click="begin('trial')">Add a trial <kbd>n</kbd></el-button>
    </template>
    <ProblemNote :error="error ?? bench.error.value" />
    <DishPicker v-if="dishes.data.value?.length" :dishes="dishes.data.value" :chosen="dish?.id ?? ''" />
    <EmptyBench v-else-if="dishes.data.value"
      ><template #title>No dishes yet</template>Trials belong to a dish. Add its recipe first.</EmptyBench
    >
    <div v-if="c && dish" class="card">
      <header>
        <h2>Side by side, as ratios</h2>
        <label
          >100 is
          <ChoiceField v-model="base" size="small" aria-label="What counts as 100"
            ><option value="">the whole</option>
            <option v-for="b in c.bases" :key="b" :value="b">{{ b }}</option></ChoiceField
          >
        </label>
      </header>
      <div class="scroll" tabindex="0" role="region" aria-label="Comparison of recipes">
        <table>
          <thead>
            <tr>
              <th scope="col">Ingredient</th>
              <th v-for="k in c.columns" :key="k.id" scope="col" class="col">
                <span class="name">{{ k.name }}</span>
                <template v-if="row(k.id)">
                  <span class="verdict" :class="k.verdict"
                    ><span aria-hidden="true">{{ verdicts[k.verdict].shape }}</span>
                    {{ row(k.id)!.doc.trial.kind === 'source' ? 'another source' : verdicts[k.verdict].words
                    }}<template v-if="row(k.id)!.doc.trial.day"
                      >, {{ shortDay(row(k.id)!.doc.trial.day) }}</template
                    ></span
                  >
                  <span v-for="f in k.faults" :key="f" class="fault">▲ {{ faultWords(f) }}</span>
                  <span class="acts"
                    ><ChipButton :aria-label="'Open ' + k.name" @click="edit(row(k.id)!)">Open</ChipButton
                    ><ChipButton
                      v-if="row(k.id)!.doc.trial.kind === 'trial'"
                      :aria-label="'Use it: ' + k.name"
                      @click="adopt(row(k.id)!)"
                    >
                      Use it</ChipButton
                    ><ChipButton :aria-label="'Remove ' + k.name" @click="remove(row(k.id)!)">
                      Remove
                    </ChipButton></span
                  >
                </template>
                <span v-else class="verdict">as it stands</span>
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="l in c.lines" :key="l.item">
              <th scope="row">
                {{ l.item }}<small v-if="l.spread >= 0.5" class="soft"> ± {{ (l.spread / 2).toFixed(1) }}</small>
              </th>
              <td
                v-for="(x, i) in l.cells"
                :key="i"
                :class="{ none: !x.in }"
                :title="x.in ? Math.round(x.grams) + ' g' : ''"
              >
                <template v-if="x.in"
                  ><span class="bar" :style="{ width: (100 * x.percent) / widest + '%' }" /><span class="mono">{{
                    x.percent.toFixed(1)
                  }}</span></template
                >
                <span v-else class="soft">not in</span>
              </td>
            </tr>
            <tr class="more">
              <th scope="row">Hottest, longest</th>
              <td v-for="k in c.columns" :key="k.id">{{ k.bakes.map((b) => b.words).join(', ') || '–' }}</td>
            </tr>
            <tr class="more">
              <th scope="row">Not weighed</th>
              <td v-for="k in c.columns" :key="k.id">{{ k.left.join('; ') || '–' }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <p v-if="!trials.data.value?.length" class="soft hint">
        Nothing to compare with yet. Cook it once and write down what happened, or type another source's recipe: both
        stand here as ratios, so a doubled recipe is the same recipe.
      </p>
    </div>
    <template #reading>
      <template v-if="bench.data.value">
        <div>
          <h2>What changed</h2>
          <p v-if="!bench.data.value.steps.length" class="small soft">
            From the second trial on, each is read against the one before.
          </p>
          <ol class="steps">
            <li v-for="s in [...bench.data.value.steps].reverse()" :key="s.id">
              <b>{{ s.name }}</b> <span class="soft">against {{ s.against }}</span>
              <ul>
                <li v-for="x in s.changes.slice(0, 6)" :key="x.item">
                  <span class="mono">{{
                    x.kind === 'added' ? '+' : x.kind === 'left out' ? '−' : x.after > x.before ? '↑' : '↓'
                  }}</span>
                  {{ x.item }} <span class="mono small">{{ x.before.toFixed(1) }} → {{ x.after.toFixed(1) }}</span>
                </li>
                <li v-for="m in s.method" :key="m" class="mono small">{{ m }}</li>
                <li v-if="!s.changes.length && !s.method.length" class="soft">nothing that can be measured</li>
                <li v-for="g in s.gone" :key="'g' + g" class="good">✓ gone: {{ g }}</li>
                <li v-for="g in s.new" :key="'n' + g" class="bad">▲ new: {{ g }}</li>
              </ul>
            </li>
          </ol>
        </div>
        <div v-if="bench.data.value.ideas.length">
          <h2>Try next</h2>
          <ul class="ideas">
            <li v-for="i in bench.data.value.ideas" :key="i.fault + i.try" :class="i.state">
              <b>{{ i.try }}</b>
              <p class="small">{{ i.fault }}: {{ i.because }}.</p>
              <p v-if="i.words" class="small soft">{{ i.state === 'helped' ? '✓' : '✕' }} {{ i.words }}.</p>
            </li>
          </ul>
        </div>
        <p v-else-if="bench.data.value.steps.length" class="small soft">
          The last trial has no faults written down, so there is nothing to try.
        </p>
      </template>
    </template>
    <el-dialog
      v-model="draft.open"
      :title="draft.id ? draft.name : draft.kind === 'trial' ? 'A trial' : 'Another source'"
      width="800px"
      top="5vh"
    >
      <form novalidate class="form" @submit.prevent="sheet.save">
        <SheetNote :sheet="sheet" />
        <el-form-item label="Name" label-position="top"
          ><el-input
            v-model="draft.name"
            aria-label="Name of the trial"
            :placeholder="draft.kind === 'trial' ? 'Empty for the next number' : 'Whose recipe'"
        /></el-form-item>
        <el-form-item v-if="draft.kind === 'trial'" label="Cooked on" label-position="top"
          ><DayField v-model="draft.day" aria-label="Cooked on"
        /></el-form-item>
        <el-form-item label="Ingredients, a line each" label-position="top"
          ><el-input v-model="draft.ingredients" type="textarea" :rows="9" aria-label="Ingredients of the trial"
        /></el-form-item>
        <el-form-item label="Method, a line a step" label-position="top"
          ><el-input v-model="draft.method" type="textarea" :rows="9" aria-label="Method of the trial"
        /></el-form-item>
        <template v-if="draft.kind === 'trial'">
          <el-form-item label="What happened" label-position="top"
            ><el-input v-model="draft.result" type="textarea" :rows="3" aria-label="What happened"
          /></el-form-item>
          <div>
            <el-form-item label="Faults" label-position="top"
              ><el-select v-model="draft.faults" multiple filterable aria-label="Faults" placeholder="None"
                ><el-option
                  v-for="f in bench.data.value?.faults"
                  :key="f.key"
                  :value="f.key"
                  :label="f.words" /></el-select
            ></el-form-item>
            <el-radio-group v-model="draft.verdict" aria-label="Verdict"
              ><el-radio-button v-for="(v, k) in verdicts" :key="k" :value="k"
                >{{ v.shape }} {{ v.words }}</el-radio-button
              ></el-radio-group
            >
          </div>
        </template>
        <p class="wide acts">
          <el-button @click="draft.open = false">Leave it</el-button
          ><el-button type="primary" native-type="submit">Save</el-button>
        </p>
      </form>
    </el-dialog>
  </ScreenFrame>
</template>

<style scoped>
.card {
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
  padding: 16px 18px;
}
.card header {
  display: flex;
  justify-content: space-between;
  align-items: center;
  margin-bottom: 10px;
}
.card header label {
  display: flex;
  align-items: center;
  gap: 8px;
  font-size: 14px;
}
.card .choice-field {
  width: 170px;
}
.scroll {
  overflow-x: auto;
}
table {
  border-collapse: collapse;
  min-width: 100%;
  font-size: 14px;
}
th {
  text-align: left;
  font-weight: 560;
  vertical-align: top;
  padding: 4px 12px 4px 0;
}
tbody th {
  font-weight: 400;
  white-space: nowrap;
}
.col {
  min-width: 116px;
  border-left: 1px solid var(--fl-line);
  padding: 4px 8px;
}
.name {
  display: block;
  font: 560 15px var(--fl-head);
}
.verdict {
  display: block;
  font-size: 12.5px;
  font-weight: 500;
  color: var(--fl-soft);
}
.works {
  color: var(--fl-leaf-ink);
}
.fails {
  color: var(--fl-fig-ink);
}
.nearly {
  color: var(--fl-brass-ink);
}
.fault {
  display: block;
  font-size: 12.5px;
  font-weight: 500;
  color: var(--fl-fig-ink);
}
.col .acts {
  display: flex;
  gap: 0 9px;
  flex-wrap: wrap;
  margin: 2px 0 4px;
  line-height: 1.3;
}
.col button {
  cursor: pointer;
  font-size: 12.5px;
  color: var(--fl-aubergine);
  text-decoration: underline;
  padding: 3px 0;
}
td {
  position: relative;
  border-left: 1px solid var(--fl-line);
  border-top: 1px solid var(--fl-line);
  padding: 3px 10px;
  height: 28px;
}
tbody th {
  border-top: 1px solid var(--fl-line);
}
td .mono {
  position: relative;
}
.bar {
  position: absolute;
  left: 0;
  top: 4px;
  bottom: 4px;
  background: var(--fl-mauve);
}
.none {
  background: repeating-linear-gradient(45deg, transparent 0 6px, var(--fl-linen) 6px 8px);
}
.more td,
.more th {
  font-size: 12.5px;
  color: var(--fl-soft);
}
.hint {
  margin-top: 10px;
  max-width: 60ch;
}
.steps,
.ideas {
  list-style: none;
  margin: 6px 0 0;
  padding: 0;
  display: grid;
  gap: 8px;
  font-size: 13.5px;
}
.steps > li,
.ideas > li {
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
  padding: 8px 10px;
}
.steps ul {
  list-style: none;
  margin: 4px 0 0;
  padding: 0;
}
.good {
  color: var(--fl-leaf-ink);
}
.bad {
  color: var(--fl-fig-ink);
}
.ideas .tried {
  opacity: 0.85;
  border-left: 4px dotted var(--fl-line);
}
.ideas .helped {
  border-left: 4px solid var(--fl-leaf);
}
.ideas .open {
  border-left: 4px solid var(--fl-brass);
}
.ideas b {
  font-weight: 600;
}
.form {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0 18px;
}
.form .problem,
.wide {
  grid-column: 1 / -1;
}
.wide.acts {
  display: flex;
  justify-content: flex-end;
  gap: 6px;
  margin-top: 12px;
}
.wide .el-button + .el-button {
  margin: 0;
}
.form .el-select {
  width: 100%;
}
@media (max-width: 720px) {
  .card {
    padding: 12px;
    overflow: hidden;
  }
  .card header {
    flex-wrap: wrap;
    gap: 6px;
  }
  .form {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
