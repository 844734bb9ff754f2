<script setup lang="ts">
import { length, sides } from '../parts/units'
import ChipButton from '../parts/ChipButton.vue'
import { computed, ref } from 'vue'
import { api, ask, type Schema } from '../api/client'
import { useKit } from '../api/queries'
import { useRefresh } from '../api/refresh'
import { limits, words } from '../api/words'
import EmptyBench from '../parts/EmptyBench.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import ReadingFigure from '../parts/ReadingFigure.vue'
import NumberField from '../parts/NumberField.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import { copy } from '../parts/copy'
import SheetNote from '../parts/SheetNote.vue'
import { useBegin } from '../parts/begin'
import { useKeys } from '../parts/keys'
import { useSheet } from '../parts/sheet'
import CupboardNav from './CupboardNav.vue'
import TableFile from './TableFile.vue'
import ChoiceField from '../parts/ChoiceField.vue'

type Item = Schema['KitItem']
const refresh = useRefresh('cupboard')
const kit = useKit()
const begin = useBegin()
const error = ref<unknown>()
const chosenId = ref('')
const chosen = computed(() => kit.data.value?.find((k) => k.row.id === chosenId.value) ?? kit.data.value?.[0])
const kinds: {
  key: Item['kind']
  words: string
  fields: {
    key: keyof Item
    words: string
    unit?: string
    length?: boolean
    text?: boolean
    flag?: boolean
    surfaces?: boolean
  }[]
}[] = [
  {
    key: 'body',
    words: 'Bodies',
    fields: [
      { key: 'sensorWMm', words: 'Sensor, long side', unit: 'mm' },
      { key: 'sensorHMm', words: 'Sensor, short side', unit: 'mm' },
      { key: 'pixelsLong', words: 'Pixels, long side' },
      { key: 'highestIso', words: 'Highest ISO you accept' },
    ],
  },
  {
    key: 'phone',
    words: 'Phones',
    fields: [
      { key: 'sensorWMm', words: 'Sensor, long side', unit: 'mm' },
      { key: 'sensorHMm', words: 'Sensor, short side', unit: 'mm' },
      { key: 'pixelsLong', words: 'Pixels, long side' },
      { key: 'highestIso', words: 'Highest ISO you accept' },
    ],
  },
  {
    key: 'lens',
    words: 'Lenses',
    fields: [
      { key: 'shortestMm', words: 'Shortest', unit: 'mm' },
      { key: 'longestMm', words: 'Longest', unit: 'mm' },
      { key: 'widestNumber', words: 'Widest f-number' },
      { key: 'closestSensorMm', words: 'Closest focus, as the maker states it (from the sensor)', length: true },
      { key: 'closestMm', words: 'Or as you measured it, from the lens', length: true },
      { key: 'largest', words: 'Largest magnification stated' },
    ],
  },
  {
    key: 'support',
    words: 'Supports',
    fields: [
      { key: 'overhead', words: 'Holds a camera over the table', flag: true },
      { key: 'reachMm', words: 'Reach', length: true },
      { key: 'loadG', words: 'Carries', unit: 'g' },
    ],
  },
  {
    key: 'lamp',
    words: 'Lamps',
    fields: [
      { key: 'guide', words: 'Guide number, ISO 100', unit: 'm' },
      { key: 'luxAt1m', words: 'Stays on: lux at 1 m', unit: 'lx' },
    ],
  },
  {
    key: 'modifier',
    words: 'Modifiers',
    fields: [
      { key: 'widthMm', words: 'Width', length: true },
      { key: 'heightMm', words: 'Height', length: true },
    ],
  },
  {
    key: 'card',
    words: 'Cards and boards',
    fields: [
      { key: 'widthMm', words: 'Width', length: true },
      { key: 'heightMm', words: 'Height', length: true },
      { key: 'surface', words: 'Surface', surfaces: true },
      { key: 'clamps', words: 'Clamps to stand it' },
    ],
  },
  {
    key: 'diffuser',
    words: 'Diffusers',
    fields: [
      { key: 'widthMm', words: 'Width', length: true },
      { key: 'heightMm', words: 'Height', length: true },
      { key: 'clamps', words: 'Clamps to stand it' },
    ],
  },
  { key: 'other', words: 'Other', fields: [] },
]
const surfaces = words.KitItem.surface
const groups = computed(() =>
  kinds
    .map((k) => ({ ...k, rows: (kit.data.value ?? []).filter((r) => r.row.doc.kind === k.key) }))
    .filter((g) => g.rows.length),
)
const told = (i: Item) =>
  ({
    body: `${i.sensorWMm} × ${i.sensorHMm} mm, ${i.pixelsLong} px`,
    phone: i.lenses?.length ? `${i.lenses.map((l) => l.focalMm).join(', ')} mm` : 'no lenses written down',
    lens: `${i.shortestMm === i.longestMm ? i.shortestMm : i.shortestMm + '–' + i.longestMm} mm f/${i.widestNumber}`,
    support: i.overhead ? `over the table, ${length(i.reachMm)} out` : `${i.loadG / 1000} kg`,
    lamp: i.guide ? `flash, guide number ${i.guide}` : `stays on, ${i.luxAt1m} lx at 1 m`,
    modifier: sides(i.widthMm, i.heightMm),
    card: `${i.surface}, ${sides(i.widthMm, i.heightMm)}`,
    diffuser: sides(i.widthMm, i.heightMm),
    other: '',
  })[i.kind]
const lensFields = [
  ['focalMm', 'Focal length, as it is, mm'],
  ['number', 'f-number'],
  ['sensorWMm', 'Sensor, long side, mm'],
  ['sensorHMm', 'Short side, mm'],
  ['pixelsLong', 'Pixels, long side'],
  ['closestMm', 'Closest focus, mm'],
] as const
function addLens(i: Item) {
  i.lenses = [
    ...(i.lenses ?? []),
    {
      name: ['Main', 'Wide', 'Long'][i.lenses?.length ?? 0] ?? 'Lens',
      focalMm: 0,
      number: 0,
      sensorWMm: i.sensorWMm,
      sensorHMm: i.sensorHMm,
      pixelsLong: i.pixelsLong,
      closestMm: 0,
    },
  ]
}
const draft = ref<{ id: string; version: number; item: Item }>()
const fields = computed(() => kinds.find((k) => k.key === draft.value?.item.kind)?.fields ?? [])
const add = () => begin((b) => (draft.value = { id: '', version: 0, item: copy(b.kit) }))
const edit = (k: Schema['KitPiece']) => (draft.value = { id: k.row.id, version: k.row.version, item: copy(k.row.doc) })
const sheet = useSheet<Item>({
  name: () => `kit:${draft.value?.id || 'new'}`,
  form: () => draft.value?.item,
  put: (item, version = draft.value!.version) => void Object.assign(draft.value!, { item, version }),
  theirs: (current) => {
    const k = current as Schema['KeptItem']
    return { typed: k.doc, version: k.version }
  },
  send: async () => {
    if (!draft.value) return
    const row = await ask(api.PUT('/api/kit', { body: draft.value }))
    draft.value = undefined
    await refresh()
    chosenId.value = row.id
  },
})
async function remove() {
  if (!chosen.value) return
  error.value = undefined
  try {
    await ask(api.DELETE('/api/kit/{id}', { params: { path: { id: chosen.value.row.id } } }))
  } catch (e) {
    error.value = e
  }
  await refresh()
}
const { about } = sheet
useKeys(
  [
    { key: 'n', does: 'Write a piece down', run: add },
    { key: 'e', does: 'Change the piece', run: () => chosen.value && edit(chosen.value) },
  ],
  kit,
)
</script>

<template>
  <ScreenFrame title="Cupboard">
    <template #nav><CupboardNav /></template>
    <template #head
      ><TableFile what="kit" /><el-button type="primary" @click="add"
        >Write a piece down <kbd>n</kbd></el-button
      ></template
    >
    <ProblemNote :error="error ?? kit.error.value" />
    <EmptyBench v-if="kit.data.value && !kit.data.value.length"
      ><template #title>No kit written down</template>With bodies, lenses and cards written down, what each lens can do
      is worked out, and what a shoot takes along.<template #act
        ><el-button type="primary" @click="add">Write a piece down</el-button></template
      ></EmptyBench
    >
    <section v-for="g in groups" :key="g.key" :aria-label="g.words">
      <h2>{{ g.words }}</h2>
      <ul>
        <li v-for="k in g.rows" :key="k.row.id" :class="{ on: k.row.id === chosen?.row.id }">
          <ChipButton :aria-pressed="k.row.id === chosen?.row.id" @click="chosenId = k.row.id" @dblclick="edit(k)">
            <b>{{ k.row.doc.name }}</b><span class="mono">{{ told(k.row.doc) }}</span
            ><span class="soft small">{{ k.row.doc.count > 1 ? k.row.doc.count + ' of them' : '' }}</span
            ><span class="soft small">{{ k.row.doc.shelf ? 'shelf ' + k.row.doc.shelf : '' }}</span>
          </ChipButton>
        </li>
      </ul>
    </section>
    <template #reading>
      <template v-if="chosen">
        <div>
          <h2>{{ chosen.row.doc.name }}</h2>
          <p class="soft small">{{ told(chosen.row.doc) }}</p>
        </div>
        <div><ReadingFigure v-for="r in chosen.can" :key="chosen.row.id + r.key" :reading="r" large /></div>
        <p v-if="!chosen.can.length" class="soft small">Nothing to work out for it.</p>
        <p class="acts">
          <el-button size="small" @click="edit(chosen)">Change <kbd>e</kbd></el-button
          ><el-button size="small" text @click="remove">Take it off</el-button>
        </p>
      </template>
    </template>
    <el-dialog
      :model-value="!!draft"
      :title="draft?.id ? draft.item.name : 'A piece of kit'"
      width="480px"
      @close="draft = undefined"
    >
      <form v-if="draft" novalidate class="form" @submit.prevent="sheet.save">
        <SheetNote :sheet="sheet" />
        <label
          >Kind
          <ChoiceField v-model="draft.item.kind" aria-label="Kind of kit"
            ><option v-for="k in kinds" :key="k.key" :value="k.key">{{ k.key }}</option></ChoiceField
          ></label
        >
        <label
          >Name <el-input v-model="draft.item.name" maxlength="160" aria-label="Name of the piece" autofocus
        /></label>
        <p v-if="about('name')" class="bad">{{ about('name') }}</p>
        <template v-for="f in fields" :key="f.key">
          <el-checkbox v-if="f.flag" v-model="draft.item[f.key] as boolean">{{ f.words }}</el-checkbox>
          <label v-else-if="f.surfaces"
            >{{ f.words }}
            <ChoiceField v-model="draft.item.surface" :aria-label="f.words"
              ><option v-for="s in surfaces" :key="s" :value="s">{{ s }}</option></ChoiceField
            ></label
          >
          <label v-else
            >{{ f.words }}
            <NumberField
              v-model="draft.item[f.key] as number"
              v-bind="limits.KitItem[f.key as keyof typeof limits.KitItem]"
              :length="f.length"
              :unit="f.unit"
              :aria-label="f.words"
          /></label>
        </template>
        <fieldset v-for="(l, n) in draft.item.kind === 'phone' ? (draft.item.lenses ?? []) : []" :key="n">
          <legend>Lens {{ n + 1 }}</legend>
          <label
            >Name
            <span
              ><el-input v-model="l.name" maxlength="40" class="short" :aria-label="`Name of lens ${n + 1}`" />
              <el-button size="small" text @click="draft.item.lenses = draft.item.lenses!.filter((_, k) => k !== n)"
                >Remove</el-button
              ></span
            ></label
          >
          <div class="grid">
            <label v-for="[k, label] in lensFields" :key="k"
              >{{ label }} <NumberField v-model="l[k] as number" :min="0" :aria-label="`${label}, lens ${n + 1}`"
            /></label>
          </div>
          <p v-if="about('lenses.' + n)" class="bad">{{ about('lenses.' + n) }}</p>
        </fieldset>
        <p v-if="draft.item.kind === 'phone'">
          <el-button size="small" :disabled="(draft.item.lenses?.length ?? 0) >= 6" @click="addLens(draft.item)"
            >Write a lens of it down</el-button
          >
        </p>
        <p
          v-for="f in [
            'sensorWMm',
            'sensorHMm',
            'longestMm',
            'widestNumber',
            'closestMm',
            'closestSensorMm',
            'widthMm',
          ].filter((x) => about(x))"
          :key="f"
          class="bad"
        >
          {{ about(f) }}
        </p>
        <label
          >Weight
          <NumberField v-model="draft.item.weightG" v-bind="limits.KitItem.weightG" unit="g" aria-label="Weight"
        /></label>
        <label>Count <NumberField v-model="draft.item.count" v-bind="limits.KitItem.count" aria-label="Count" /></label>
        <label>Shelf <el-input v-model="draft.item.shelf" maxlength="60" aria-label="Shelf" /></label>
        <p class="acts end">
          <el-button @click="draft = undefined">Leave it</el-button
          ><el-button type="primary" native-type="submit">Save</el-button>
        </p>
      </form>
    </el-dialog>
  </ScreenFrame>
</template>

<style scoped>
h2 {
  font-size: 17px;
  margin-bottom: 4px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
  margin-bottom: 1px;
}
li.on {
  box-shadow:
    inset 4px 0 0 var(--fl-aubergine),
    0 0 0 1px var(--fl-line);
  background: var(--fl-lilac);
}
li button {
  box-sizing: border-box;
  cursor: pointer;
  width: 100%;
  display: grid;
  grid-template-columns: minmax(0, 1fr) 230px 76px 70px;
  gap: 12px;
  align-items: center;
  padding: 0 14px;
  min-height: 42px;
  font-size: 14px;
}
b {
  font-weight: 600;
}
.mono {
  font-size: 13.5px;
}
.form {
  display: grid;
  gap: 8px;
}
.form label {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  font-size: 14px;
}
.form label > span:not(.number-field) {
  display: inline-flex;
  gap: 6px;
  align-items: center;
}
.form .el-input,
.form .choice-field {
  width: 240px;
}
.form .number-field {
  width: 130px;
}
fieldset {
  border: 1px solid var(--fl-line);
  border-radius: 3px;
  padding: 6px 10px 10px;
  display: grid;
  gap: 6px;
}
legend {
  font-size: 13px;
  color: var(--fl-soft);
}
.grid {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px 18px;
}
.grid .number-field {
  width: 74px;
  flex: none;
}
.form .short {
  width: 120px;
}
.bad {
  color: var(--fl-fig-ink);
  font-size: 13px;
}
.acts {
  display: flex;
  gap: 6px;
}
.end {
  justify-content: flex-end;
}
.acts .el-button + .el-button {
  margin: 0;
}
@media (max-width: 720px) {
  li button {
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 0 10px;
    padding: 6px 12px;
    min-height: 52px;
  }
  li button b {
    grid-column: 1 / -1;
  }
  .form label {
    flex-wrap: wrap;
  }
  .form .number-field {
    margin-left: auto;
  }
}
</style>
