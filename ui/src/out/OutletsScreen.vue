<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api, ask, type Schema } from '../api/client'
import { useRefresh } from '../api/refresh'
import { limits } from '../api/words'
import { useBegin } from '../parts/begin'
import ChipButton from '../parts/ChipButton.vue'
import ChoiceField from '../parts/ChoiceField.vue'
import { copy } from '../parts/copy'
import { useKeys } from '../parts/keys'
import NumberField from '../parts/NumberField.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import SheetNote from '../parts/SheetNote.vue'
import { useSheet } from '../parts/sheet'
import StudioNav from '../people/StudioNav.vue'
import { formats, px, told } from './outlet'

/** Where pictures go, and what each place asks for. */
type Outlet = Schema['Outlet']
const refresh = useRefresh('out')
const kept = useQuery({ queryKey: ['outlets', 'kept'], queryFn: () => ask(api.GET('/api/outlets/kept')) })
const begin = useBegin()
const error = ref<unknown>()
const chosenId = ref('')
const rows = computed(() => kept.data.value ?? [])
const chosen = computed(() => rows.value.find((k) => k.row.id === chosenId.value) ?? rows.value[0])
/** Places that are delivered to without a hand. */
const places = computed(() =>
  [...new Set(rows.value.map((k) => k.row.doc.outlet.place))].filter((p) => p !== '').sort(),
)
const size = (bytes: number) =>
  bytes >= 1 << 20 ? `${(bytes / (1 << 20)).toFixed(1)} MB` : `${Math.round(bytes / 1024)} kB`
const lines = (o: Outlet): [string, string][] => [
  ['Shape', o.shape || 'any'],
  ['Long side', px(o)],
  ['File', `${formats[o.format]}, ${o.mostBytes ? size(o.mostBytes) + ' at the most' : 'any size'}, sRGB`],
  ['Caption', o.mostWords ? `${o.mostWords} characters at the most` : 'any length'],
  ['Alt text', o.needsAlt ? 'asked for' : 'not asked for'],
  ['Credit', o.needsCredit ? 'asked for' : 'not asked for'],
  ['Goes there', o.place ? 'by itself' : 'by hand'],
]

const draft = ref<{ id: string; version: number; outlet: Outlet }>()
const add = () => begin((b) => (draft.value = { id: '', version: 0, outlet: copy(b.outlet) }))
const edit = () => {
  const k = chosen.value
  if (k) draft.value = { id: k.row.id, version: k.row.version, outlet: copy(k.row.doc.outlet) }
}
const sheet = useSheet<Outlet>({
  name: () => `outlet:${draft.value?.id || 'new'}`,
  form: () => draft.value?.outlet,
  put: (outlet, version = draft.value!.version) => void Object.assign(draft.value!, { outlet, version }),
  theirs: (current) => {
    const k = current as Schema['KeptOutlet']
    return { typed: k.doc.outlet, version: k.version }
  },
  send: async () => {
    const d = draft.value
    if (!d) return
    const row = d.id
      ? await ask(
          api.PUT('/api/outlets/{id}', {
            params: { path: { id: d.id } },
            body: { outlet: d.outlet, version: d.version },
          }),
        )
      : await ask(api.POST('/api/outlets', { body: { outlet: d.outlet } }))
    draft.value = undefined
    await refresh()
    chosenId.value = row.id
  },
})
const { about } = sheet
const fields = ['name', 'shape', 'leastLongPx', 'mostLongPx', 'mostBytes', 'mostWords', 'format'] as const
async function remove() {
  if (!chosen.value) return
  error.value = undefined
  try {
    await ask(api.DELETE('/api/outlets/{id}', { params: { path: { id: chosen.value.row.id } } }))
  } catch (e) {
    error.value = e
  }
  await refresh()
}
useKeys(
  [
    { key: 'n', does: 'Write an outlet down', run: add },
    { key: 'e', does: 'Change the outlet', run: edit },
  ],
  kept,
)
</script>

<template>
  <ScreenFrame title="Outlets">
    <template #nav><StudioNav /></template>
    <template #head
      ><el-button type="primary" @click="add">Write an outlet down <kbd>n</kbd></el-button></template
    >
    <ProblemNote :error="error ?? kept.error.value" />
    <ul class="outlets" aria-label="Outlets">
      <li v-for="k in rows" :key="k.row.id" :class="{ on: k.row.id === chosen?.row.id }">
        <ChipButton
          :aria-pressed="k.row.id === chosen?.row.id"
          @click="chosenId = k.row.id"
          @dblclick="((chosenId = k.row.id), edit())"
        >
          <b>{{ k.row.doc.outlet.name }}</b>
          <span class="mono">{{ told(k.row.doc.outlet) }}</span>
          <span class="soft small">{{ k.row.doc.outlet.place ? 'delivered by itself' : 'handed over by hand' }}</span>
          <span v-if="k.laxer.length" class="lax small">▲ asks for more</span>
        </ChipButton>
      </li>
    </ul>
    <template #reading>
      <template v-if="chosen">
        <h2>{{ chosen.row.doc.outlet.name }}</h2>
        <dl>
          <div v-for="[name, value] in lines(chosen.row.doc.outlet)" :key="name">
            <dt>{{ name }}</dt>
            <dd>{{ value }}</dd>
          </div>
        </dl>
        <section v-if="chosen.laxer.length" class="note" aria-label="What the place itself asks for">
          <h3>The place itself asks for more</h3>
          <p v-for="w in chosen.laxer" :key="w">▲ {{ w }}</p>
          <p class="soft small">It would refuse what is let through here.</p>
        </section>
        <p class="soft small">Who may show what there, and from when, stands in each shoot's brief.</p>
        <p class="acts">
          <el-button size="small" @click="edit">Change <kbd>e</kbd></el-button
          ><el-button size="small" text @click="remove">Take it away</el-button>
        </p>
      </template>
    </template>
    <el-dialog
      :model-value="!!draft"
      :title="draft?.id ? draft.outlet.name : 'An outlet'"
      width="480px"
      @close="draft = undefined"
    >
      <form v-if="draft" novalidate class="form" @submit.prevent="sheet.save">
        <SheetNote :sheet="sheet" />
        <label
          >Name <el-input v-model="draft.outlet.name" maxlength="80" aria-label="Name of the outlet" autofocus
        /></label>
        <label
          >Shape, width:height
          <el-input v-model="draft.outlet.shape" maxlength="12" placeholder="any" aria-label="Shape, width to height"
        /></label>
        <label
          >Long side, at least
          <NumberField
            v-model="draft.outlet.leastLongPx"
            v-bind="limits.Outlet.leastLongPx"
            whole
            unit="px"
            aria-label="Long side, at least"
        /></label>
        <label
          >At the most, 0 for no limit
          <NumberField
            v-model="draft.outlet.mostLongPx"
            v-bind="limits.Outlet.mostLongPx"
            whole
            unit="px"
            aria-label="Long side, at the most"
        /></label>
        <label
          >Kind of file
          <ChoiceField v-model="draft.outlet.format" aria-label="Kind of file"
            ><option v-for="(words, f) in formats" :key="f" :value="f">{{ words }}</option></ChoiceField
          ></label
        >
        <label
          >Largest file, 0 for no limit
          <NumberField
            v-model="draft.outlet.mostBytes"
            v-bind="limits.Outlet.mostBytes"
            :scale="1 / 1024"
            unit="kB"
            aria-label="Largest file"
        /></label>
        <label
          >Longest caption, 0 for no limit
          <NumberField
            v-model="draft.outlet.mostWords"
            v-bind="limits.Outlet.mostWords"
            whole
            unit="letters"
            aria-label="Longest caption"
        /></label>
        <el-checkbox v-model="draft.outlet.needsAlt">Asks for alt text</el-checkbox>
        <el-checkbox v-model="draft.outlet.needsCredit">Asks for a credit</el-checkbox>
        <label
          >How it gets there
          <ChoiceField v-model="draft.outlet.place" none="handed over by hand" aria-label="How it gets there"
            ><option v-for="p in places" :key="p" :value="p">delivered to “{{ p }}”</option></ChoiceField
          ></label
        >
        <p v-for="f in fields.filter((x) => about(x))" :key="f" class="bad">{{ about(f) }}</p>
        <p class="acts end">
          <el-button @click="draft = undefined">Leave it</el-button
          ><el-button type="primary" native-type="submit">Save</el-button>
        </p>
      </form>
    </el-dialog>
  </ScreenFrame>
</template>

<style scoped>
.outlets {
  list-style: none;
  margin: 12px 0 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
.outlets :deep(.fl-chip) {
  display: grid;
  grid-template-columns: 160px 1fr 170px auto;
  gap: 4px 16px;
  align-items: baseline;
  width: 100%;
  box-sizing: border-box;
  min-height: 44px;
  padding: 8px 12px;
  text-align: left;
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
}
.outlets .on :deep(.fl-chip) {
  box-shadow: 0 0 0 2px var(--fl-fig);
}
b {
  font-weight: 560;
}
.lax {
  color: var(--fl-brass-ink);
  font-weight: 560;
}
dl {
  margin: 0;
}
dl div {
  display: grid;
  grid-template-columns: 100px 1fr;
  gap: 8px;
  padding: 5px 0;
  border-bottom: 1px solid var(--fl-line);
  font-size: 14.5px;
}
dt {
  color: var(--fl-soft);
}
dd {
  margin: 0;
}
.note {
  border-left: 4px solid var(--fl-brass);
  background: var(--fl-card);
  padding: 6px 10px;
}
.note h3,
.note p {
  margin: 0 0 4px;
}
.acts {
  display: flex;
  gap: 8px;
}
.end {
  justify-content: end;
}
.form {
  display: grid;
  gap: 10px;
}
.form > label:not(.el-checkbox) {
  display: grid;
  grid-template-columns: 200px 1fr;
  gap: 10px;
  align-items: center;
}
.bad {
  color: var(--fl-fig-ink);
  margin: 0;
}
@media (max-width: 720px) {
  .outlets :deep(.fl-chip),
  .form > label:not(.el-checkbox) {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
