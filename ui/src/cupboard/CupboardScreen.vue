<script setup lang="ts">
import { length } from '../parts/units'
import ChipButton from '../parts/ChipButton.vue'
import { useElementSize, useVirtualList } from '@vueuse/core'
import { ElMessage } from 'element-plus'
import { computed, reactive, ref, watch } from 'vue'
import { api, ask, type Schema } from '../api/client'
import { useBlanks, useProp, usePropKinds, useProps, type PropSieve } from '../api/queries'
import { useRefresh } from '../api/refresh'
import DayField from '../parts/DayField.vue'
import NumberField from '../parts/NumberField.vue'
import EmptyBench from '../parts/EmptyBench.vue'
import FindingCard from '../parts/FindingCard.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import { useBegin } from '../parts/begin'
import { copy } from '../parts/copy'
import { useKeys } from '../parts/keys'
import { useSheet } from '../parts/sheet'
import { day, money, shortDay } from '../parts/shown'
import CupboardNav from './CupboardNav.vue'
import PropForm from './PropForm.vue'
import PropView from './PropView.vue'
import TableFile from './TableFile.vue'
import { finishes, sizeOf, type Prop } from './prop'
import ChoiceField from '../parts/ChoiceField.vue'

const refresh = useRefresh('cupboard')
const sieve = reactive<PropSieve>({
  words: '',
  group: 'things',
  kind: '',
  hue: '',
  finish: '',
  light: '',
  leastMm: 0,
  mostMm: 0,
  freeOn: '',
  unseen: false,
})
const list = useProps(sieve)
const kinds = usePropKinds()
const blanks = useBlanks()
const begin = useBegin()
const ground = (kind: string) => kinds.data.value?.find((k) => k.kind === kind)?.ground ?? false
const rows = computed(() => list.data.value?.pages.flatMap((p) => p.rows) ?? [])
const asTable = ref(false)
const error = ref<unknown>()
const chosenId = ref('')
const report = useProp(chosenId)
watch(rows, (r) => !r.some((x) => x.id === chosenId.value) && (chosenId.value = r[0]?.id ?? ''), { immediate: true })

/** One scale for the whole wall: pixels a millimetre. */
const scale = computed(() => (sieve.group === 'things' ? 0.34 : 0.1))
const width = ref(780)
const across = computed(() => (asTable.value ? 1 : Math.max(2, Math.floor(width.value / 148))))
const shelves = computed(() => {
  const out: Schema['ShelvedProp'][][] = []
  for (let i = 0; i < rows.value.length; i += across.value) out.push(rows.value.slice(i, i + across.value))
  return out
})
const {
  list: shown,
  containerProps,
  wrapperProps,
  scrollTo,
} = useVirtualList(shelves, { itemHeight: () => (asTable.value ? 38 : 176), overscan: 4 })
const wall = useElementSize(containerProps.ref)
watch(wall.width, (w) => w > 0 && (width.value = w))
function scrolled(e: Event) {
  const el = e.target as HTMLElement
  containerProps.onScroll()
  if (
    el.scrollTop + el.clientHeight > el.scrollHeight - 800 &&
    list.hasNextPage.value &&
    !list.isFetchingNextPage.value
  )
    void list.fetchNextPage()
}
const draft = ref<{ id: string; version: number; prop: Prop }>()
const add = () => begin((b) => (draft.value = { id: '', version: 0, prop: copy(b.prop) }))
/** From the list: what is told of a prop comes after a double click on it. */
function edit() {
  const r = rows.value.find((x) => x.id === chosenId.value)
  if (r) draft.value = { id: r.id, version: r.version, prop: copy(r.prop) }
}
const sheet = useSheet<Prop>({
  name: () => `prop:${draft.value?.id || 'new'}`,
  form: () => draft.value?.prop,
  put: (prop, version = draft.value!.version) => void Object.assign(draft.value!, { prop, version }),
  theirs: (current) => {
    const p = current as Schema['KeptProp']
    return { typed: p.doc, version: p.version }
  },
  send: async () => {
    if (!draft.value) return
    const { id, version, prop } = draft.value
    const row = await ask(
      id
        ? api.PUT('/api/props/{id}', { params: { path: { id } }, body: { prop, version } })
        : api.POST('/api/props', { body: { prop, version: 0 } }),
    )
    draft.value = undefined
    sieve.group = ground(prop.kind) ? 'grounds' : 'things'
    await refresh()
    chosenId.value = row.id
  },
})
async function remove() {
  const r = report.data.value?.row
  if (!r) return
  error.value = undefined
  try {
    await ask(api.DELETE('/api/props/{id}', { params: { path: { id: r.id } } }))
    chosenId.value = ''
    await refresh()
    ElMessage({ message: `Took ${r.prop.name} out. Undo puts it back.`, type: 'success' })
  } catch (e) {
    error.value = e
  }
}
function step(by: number) {
  const at = rows.value.findIndex((r) => r.id === chosenId.value)
  const to = rows.value[Math.min(rows.value.length - 1, Math.max(0, at + by))]
  if (!to) return
  chosenId.value = to.id
  scrollTo(Math.max(0, Math.floor(rows.value.indexOf(to) / across.value) - 1))
}
useKeys(
  [
    { key: 'n', does: 'Add a prop', run: add },
    { key: 'e', does: 'Change the prop', run: edit },
    { key: 'j', does: 'Next prop', run: () => step(1) },
    { key: 'k', does: 'Prop before', run: () => step(-1) },
    { key: 'v', does: 'Wall or table', run: () => (asTable.value = !asTable.value) },
    {
      key: '/',
      does: 'Find in the cupboard',
      run: () => document.querySelector<HTMLInputElement>('input[name=find]')?.focus(),
    },
  ],
  list,
)
</script>

<template>
  <ScreenFrame title="Cupboard">
    <template #nav><CupboardNav /></template>
    <template #head
      ><TableFile what="props" /><el-button type="primary" @click="add">Add a prop <kbd>n</kbd></el-button></template
    >
    <ProblemNote :error="error ?? list.error.value" />
    <div class="sieve" role="search" aria-label="Sift the cupboard">
      <el-input
        v-model="sieve.words"
        name="find"
        size="small"
        clearable
        aria-label="Find in the cupboard"
        placeholder="Find words  /"
      />
      <ChoiceField v-model="sieve.kind" size="small" aria-label="Kind" none="Any kind"
        ><option
          v-for="k in kinds.data.value?.filter((k) => k.ground === (sieve.group === 'grounds'))"
          :key="k.kind"
          :value="k.kind"
        >
          {{ k.kind }}
        </option></ChoiceField
      >
      <ChoiceField v-model="sieve.hue" size="small" aria-label="Hue" none="Any hue"
        ><option v-for="h in blanks.data.value?.hues ?? []" :key="h" :value="h">{{ h }}</option></ChoiceField
      >
      <ChoiceField v-model="sieve.light" size="small" aria-label="Lightness" none="Any lightness"
        ><option value="dark">dark</option>
        <option value="middle">middle</option>
        <option value="light">light</option></ChoiceField
      >
      <ChoiceField v-model="sieve.finish" size="small" aria-label="Finish" none="Any finish"
        ><option v-for="f in finishes" :key="f" :value="f">{{ f }}</option></ChoiceField
      >
      <span class="sizes"
        ><NumberField
          :model-value="sieve.leastMm || undefined"
          length
          :min="0"
          size="small"
          aria-label="At least this large"
          placeholder="from"
          @change="sieve.leastMm = $event" /><NumberField
          :model-value="sieve.mostMm || undefined"
          length
          :min="0"
          size="small"
          aria-label="At most this large"
          placeholder="to"
          @change="sieve.mostMm = $event"
      /></span>
      <label class="free">free on <DayField v-model="sieve.freeOn" aria-label="Free on" /></label>
      <el-checkbox v-model="sieve.unseen" size="small">not seen lately</el-checkbox>
    </div>
    <div class="bar">
      <el-radio-group v-model="sieve.group" size="small" aria-label="What is shown" @change="sieve.kind = ''"
        ><el-radio-button value="things">On the table</el-radio-button
        ><el-radio-button value="grounds">Under and behind it</el-radio-button></el-radio-group
      >
      <span class="scale" aria-hidden="true"
        ><i :style="{ width: (sieve.group === 'things' ? 100 : 500) * scale + 'px' }" />{{
          length(sieve.group === 'things' ? 100 : 500)
        }}</span
      >
      <span class="soft small">{{ rows.length }}{{ list.hasNextPage.value ? ' and more' : '' }}</span>
      <el-button size="small" :aria-pressed="asTable" @click="asTable = !asTable"
        >{{ asTable ? 'Show the wall' : 'Show a table' }} <kbd>v</kbd></el-button
      >
    </div>
    <EmptyBench v-if="list.data.value && !rows.length">
      <template #title>{{
        Object.values(sieve).some((v) => v && v !== 'things' && v !== 'grounds')
          ? 'Nothing is like that'
          : 'The shelves are empty'
      }}</template>
      Write down what there is with its true sizes: then it is drawn to scale, judged for each dish, and found in
      advance when two shoots want it.
      <template #act><el-button type="primary" @click="add">Add a prop</el-button></template>
    </EmptyBench>
    <div
      class="wall"
      :class="{ table: asTable }"
      v-bind="containerProps"
      :onScroll="scrolled"
      tabindex="0"
      role="region"
      aria-label="The shelves"
    >
      <div v-bind="wrapperProps">
        <div
          v-for="shelf in shown"
          :key="shelf.index"
          class="shelf"
          :style="{ gridTemplateColumns: `repeat(${across}, minmax(0, 1fr))` }"
        >
          <ChipButton
            v-for="r in shelf.data"
            :key="r.id"
            class="tile"
            :class="{ on: r.id === chosenId }"
            :aria-pressed="r.id === chosenId"
            @click="chosenId = r.id"
            @dblclick="edit"
          >
            <span v-if="!asTable" class="stand"
              ><PropView :drawing="r.drawing" :scale="scale" :most="136" :name="r.prop.name"
            /></span>
            <i v-else class="dot" :style="{ background: r.prop.front.colour }" />
            <b>{{ r.prop.name }}</b>
            <small
              ><template v-if="!asTable && Math.max(r.drawing.widthMm, r.drawing.heightMm) * scale > 136"
                >smaller: </template
              >{{ sizeOf(r.prop) }}<template v-if="r.prop.count !== 1"> · {{ r.prop.count }}</template
              ><template v-if="asTable">
                · {{ r.prop.kind }} · {{ r.prop.front.finish }} · {{ r.prop.condition }} · shelf
                {{ r.prop.shelf || '–' }}</template
              ></small
            >
            <span v-if="r.flaws.length" class="flaw" :title="r.flaws.join('; ')"
              ><span aria-hidden="true">▲</span><span class="visually-hidden">{{ r.flaws.join('; ') }}</span></span
            >
          </ChipButton>
        </div>
      </div>
    </div>
    <template #reading>
      <template v-if="report.data.value && chosenId">
        <p class="big">
          <PropView
            :drawing="report.data.value.row.drawing"
            :scale="0.8"
            :most="200"
            :name="report.data.value.row.prop.name"
          />
        </p>
        <p v-if="report.data.value.row.prop.picture" class="photo">
          <img
            :src="`/api/props/${report.data.value.row.id}/picture?of=${report.data.value.row.prop.picture.slice(0, 8)}`"
            :alt="'Picture of ' + report.data.value.row.prop.name"
          />
        </p>
        <div>
          <h2>{{ report.data.value.row.prop.name }}</h2>
          <p class="soft small">
            {{
              [
                report.data.value.row.prop.kind,
                sizeOf(report.data.value.row.prop),
                report.data.value.row.prop.front.finish,
                report.data.value.row.prop.material,
                report.data.value.row.prop.condition,
              ]
                .filter(Boolean)
                .join(' · ')
            }}
          </p>
        </div>
        <dl>
          <dt>There are</dt>
          <dd class="mono">{{ report.data.value.row.prop.count }}</dd>
          <dt>Shelf</dt>
          <dd>{{ report.data.value.row.prop.shelf || '–' }}</dd>
          <dt>Published in</dt>
          <dd class="mono">
            {{ report.data.value.seen.times
            }}<small v-if="report.data.value.seen.last">, last {{ shortDay(report.data.value.seen.last) }}</small>
          </dd>
          <template v-if="report.data.value.row.prop.priceMinor"
            ><dt>Cost</dt>
            <dd class="mono">{{ money(report.data.value.row.prop.priceMinor) }}</dd></template
          >
          <template v-if="report.data.value.row.prop.loan.from"
            ><dt>Lent by {{ report.data.value.row.prop.loan.from }}</dt>
            <dd>
              {{ report.data.value.row.prop.loan.due ? 'back ' + shortDay(report.data.value.row.prop.loan.due) : '' }}
            </dd></template
          >
          <template v-for="h in report.data.value.held" :key="h.reservation.id"
            ><dt>Held for {{ h.shoot }}</dt>
            <dd>{{ h.day ? shortDay(h.day) : 'no day' }}</dd></template
          >
        </dl>
        <FindingCard v-for="f in report.data.value.findings" :key="f.code" :finding="f" />
        <details v-if="report.data.value.row.prop.history.length">
          <summary>What happened to it</summary>
          <ul>
            <li v-for="(e, i) in report.data.value.row.prop.history" :key="i">
              <span class="soft">{{ day(e.day) }}</span> {{ e.words }}
            </li>
          </ul>
        </details>
        <p class="acts">
          <el-button size="small" @click="edit">Change <kbd>e</kbd></el-button
          ><el-button size="small" text @click="remove">Take it out</el-button>
        </p>
      </template>
    </template>
    <el-dialog
      :model-value="!!draft"
      :title="draft?.id ? 'Change the prop' : 'Add a prop'"
      width="780px"
      top="5vh"
      @close="draft = undefined"
    >
      <PropForm v-if="draft" v-model="draft.prop" :sheet="sheet" @save="sheet.save" @leave="draft = undefined" />
    </el-dialog>
  </ScreenFrame>
</template>

<style scoped>
.sieve {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}
.sieve > .el-input {
  width: 150px;
}
.sieve > .choice-field {
  width: 108px;
}
@media (max-width: 720px) {
  .sieve > .choice-field,
  .sieve > .el-input {
    width: calc(50% - 3px);
  }
}
.sizes {
  display: flex;
  gap: 4px;
}
.sizes .number-field {
  width: 88px;
}
.free {
  font-size: 13px;
  display: flex;
  gap: 6px;
  align-items: center;
}
.free .day-field {
  --el-component-size: 24px;
  width: 150px;
}
.bar {
  display: flex;
  gap: 14px;
  align-items: center;
}
.bar .el-button {
  margin-left: auto;
}
.scale {
  display: flex;
  gap: 6px;
  align-items: center;
  font: 12px var(--fl-mono);
  color: var(--fl-soft);
}
.scale i {
  display: block;
  height: 7px;
  border: 1.5px solid var(--fl-ink);
  border-top: 0;
}
.wall {
  flex: 1 1 0 !important;
  min-height: 320px;
  background: var(--fl-grey);
  padding: 8px;
  overflow: auto;
}
.wall.table {
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
  padding: 0;
}
.shelf {
  display: grid;
  height: 176px;
  border-bottom: 3px solid var(--fl-grey-dark);
  margin-bottom: 0;
}
.table .shelf {
  height: 38px;
  border-bottom: 1px solid var(--fl-line);
}
.tile {
  cursor: pointer;
  position: relative;
  display: grid;
  grid-template-rows: 1fr auto auto;
  justify-items: center;
  padding: 6px 4px 4px;
  min-width: 0;
  color: var(--fl-white);
  text-align: center;
  box-sizing: border-box;
}
.tile b {
  font-weight: 600;
  font-size: 12.5px;
  line-height: 1.2;
  max-width: 100%;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  background: var(--fl-veil);
  padding: 1px 5px;
}
.tile small {
  font-size: 11.5px;
  line-height: 1.3;
  background: var(--fl-veil);
  padding: 0 5px 1px;
}
.tile.on {
  outline: 3px solid var(--fl-white);
  outline-offset: -3px;
}
.tile:focus-visible {
  outline: 4px solid var(--fl-rose);
  outline-offset: -4px;
}
.stand {
  display: grid;
  align-items: end;
  height: 136px;
}
.flaw {
  position: absolute;
  right: 6px;
  top: 4px;
  color: var(--fl-ink);
  background: var(--fl-amber);
  font-size: 12px;
  padding: 0 5px;
}
.table .tile {
  color: var(--fl-ink);
  grid-template: auto / 20px 260px 1fr;
  justify-items: start;
  align-items: center;
  padding: 0 12px;
  gap: 8px;
  text-align: left;
}
.table .tile b,
.table .tile small {
  background: none;
  font-size: 14px;
  padding: 0;
}
.table .tile small {
  color: var(--fl-soft);
  font-size: 13px;
}
.table .tile.on {
  background: var(--fl-lilac);
  outline: 0;
  box-shadow: inset 4px 0 0 var(--fl-aubergine);
}
.dot {
  width: 18px;
  height: 18px;
  border: 1px solid var(--fl-edge);
}
.big {
  background: var(--fl-grey);
  display: grid;
  place-items: center;
  padding: 12px;
  min-height: 120px;
}
.photo {
  background: var(--fl-grey);
  padding: 8px;
  display: grid;
  place-items: center;
}
.photo img {
  max-width: 100%;
  max-height: 150px;
  display: block;
}
dl {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 4px 10px;
  margin: 0;
  font-size: 14px;
}
dt {
  color: var(--fl-soft);
  font-size: 13px;
}
dd {
  margin: 0;
  text-align: right;
}
summary {
  cursor: pointer;
  font-size: 13.5px;
}
ul {
  margin: 4px 0 0;
  padding-left: 18px;
  font-size: 13.5px;
}
.acts {
  display: flex;
  gap: 6px;
}
.acts .el-button + .el-button {
  margin: 0;
}
@media (max-width: 720px) {
  .form {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 720px) {
  .bar {
    flex-wrap: wrap;
    gap: 6px 12px;
  }
}
</style>
