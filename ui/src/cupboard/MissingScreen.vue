<script setup lang="ts">
import ChipButton from '../parts/ChipButton.vue'
import { computed, reactive, ref } from 'vue'
import { api, ask, type Schema } from '../api/client'
import { limits } from '../api/words'
import { useLacking, usePropKinds } from '../api/queries'
import { useRefresh } from '../api/refresh'
import FindingCard from '../parts/FindingCard.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import ReadingFigure from '../parts/ReadingFigure.vue'
import NumberField from '../parts/NumberField.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import SheetNote from '../parts/SheetNote.vue'
import { useKeys } from '../parts/keys'
import { useSheet } from '../parts/sheet'
import { money } from '../parts/shown'
import CupboardNav from './CupboardNav.vue'
import ChoiceField from '../parts/ChoiceField.vue'

const refresh = useRefresh('cupboard')
const lacking = useLacking()
const kinds = usePropKinds()
const error = ref<unknown>()
const chosenId = ref('')
const wanted = computed(() => lacking.data.value?.wanted ?? [])
const chosen = computed(() => wanted.value.find((w) => w.row.id === chosenId.value) ?? wanted.value[0])
const verdicts = { rent: '○ rent it', buy: '● buy it', either: '◐ either', unknown: '– not known' } as const

const draft = reactive({
  open: false,
  id: '',
  version: 0,
  name: '',
  kind: 'plate' as Schema['PropWanted']['kind'],
  because: '',
  maker: '',
  price: 0,
  resale: 40,
  day: 0,
  days: 3,
})
function begin(gap?: Schema['PropGap']) {
  Object.assign(draft, {
    id: '',
    version: 0,
    name: gap?.words ?? '',
    kind: gap?.kind ?? 'plate',
    because: gap?.because ?? '',
    maker: '',
    price: 0,
    resale: 40,
    day: 0,
    days: 3,
    open: true,
  })
}
/** A wish as it stands in the form: money in whole units, shares in per cent. */
const typedOf = (x: Schema['PropWanted']) => ({
  name: x.name,
  kind: x.kind,
  because: x.because,
  maker: x.maker,
  price: x.priceMinor / 100,
  resale: Math.round(x.resaleShare * 100),
  day: x.dayMinor / 100,
  days: x.days,
})
const edit = (w: Schema['WantedThing']) =>
  Object.assign(draft, { id: w.row.id, version: w.row.version, ...typedOf(w.row.doc), open: true })
const sheet = useSheet({
  name: () => `wish:${draft.id || 'new'}`,
  form: () => {
    const { open, id, version, ...typed } = draft
    return open ? typed : undefined
  },
  put: (typed, version = draft.version) => void Object.assign(draft, typed, { version }),
  theirs: (current) => {
    const w = current as Schema['KeptWanted']
    return { typed: typedOf(w.doc), version: w.version }
  },
  send: async () => {
    const { id, version, name, kind, because, maker, price, resale, day, days } = draft
    const row = await ask(
      api.PUT('/api/cupboard/wanted', {
        body: {
          id,
          version,
          wanted: {
            name,
            kind,
            because,
            maker,
            priceMinor: Math.round((price || 0) * 100),
            resaleShare: (resale || 0) / 100,
            dayMinor: Math.round((day || 0) * 100),
            days: days || 0,
            got: false,
          },
        },
      }),
    )
    draft.open = false
    await refresh()
    chosenId.value = row.id
  },
})
async function remove(w: Schema['WantedThing']) {
  error.value = undefined
  try {
    await ask(api.DELETE('/api/cupboard/wanted/{id}', { params: { path: { id: w.row.id } } }))
  } catch (e) {
    error.value = e
  }
  await refresh()
}
/** The two lines of renting and buying by days of use. */
const drawn = computed(() => {
  const c = chosen.value?.choice.curve ?? []
  const most = { x: c.at(-1)?.days || 1, y: Math.max(1, ...c.map((u) => Math.max(u.rentMinor, u.buyMinor))) }
  const at = (d: number, v: number) => ({ x: 34 + (230 * d) / most.x, y: 132 - (118 * v) / most.y })
  const line = (k: 'rentMinor' | 'buyMinor') => c.map((u) => Object.values(at(u.days, u[k])).join(',')).join(' ')
  const band = chosen.value
    ? [at(chosen.value.choice.lowDays, 0).x, at(Math.min(most.x, chosen.value.choice.highDays), 0).x]
    : [0, 0]
  return {
    rent: line('rentMinor'),
    buy: line('buyMinor'),
    most,
    band,
    days: chosen.value ? at(Math.min(most.x, chosen.value.row.doc.days), 0).x : 0,
  }
})
useKeys([{ key: 'n', does: 'Want something', run: () => begin() }])
</script>

<template>
  <ScreenFrame title="Cupboard">
    <template #nav><CupboardNav /></template>
    <template #head
      ><el-button type="primary" @click="begin()">Want something <kbd>n</kbd></el-button></template
    >
    <ProblemNote :error="error ?? lacking.error.value" />
    <section v-if="lacking.data.value" aria-label="What is missing">
      <h2>What this cupboard lacks</h2>
      <p v-if="!lacking.data.value.gaps.length" class="soft">
        Nothing of a starter set, and a vessel for every dish of the shoots to come.
      </p>
      <ul class="gaps">
        <li v-for="g in lacking.data.value.gaps" :key="g.key">
          <span class="count" :aria-label="`${g.have} of ${g.want}`"
            ><i v-for="n in g.want" :key="n" :class="{ got: n <= g.have }"
          /></span>
          <span class="what"
            ><b>{{ g.words }}</b
            ><small>{{ g.because }}</small></span
          >
          <span class="mono soft small">{{ g.have }} of {{ g.want }}</span>
          <el-button size="small" :aria-label="'Want it: ' + g.words" @click="begin(g)">Want it</el-button>
        </li>
      </ul>
    </section>
    <section aria-label="Wanted">
      <h2>Wanted</h2>
      <p v-if="lacking.data.value && !wanted.length" class="soft">
        Nothing is looked for. With a price and a day's rental it is worked out which is cheaper.
      </p>
      <ul class="wanted">
        <li v-for="w in wanted" :key="w.row.id" :class="{ on: w.row.id === chosen?.row.id }">
          <ChipButton :aria-pressed="w.row.id === chosen?.row.id" @click="chosenId = w.row.id">
            <b>{{ w.row.doc.name }}</b><small>{{
              [w.row.doc.because, w.row.doc.maker].filter(Boolean).join(' · ')
            }}</small>
          </ChipButton>
          <span class="mono">{{ w.row.doc.priceMinor ? money(w.row.doc.priceMinor) : '–' }}</span>
          <span :class="w.choice.verdict">{{ verdicts[w.choice.verdict] }}</span>
          <el-button size="small" text :aria-label="'Change: ' + w.row.doc.name" @click="edit(w)">Change</el-button>
          <el-button size="small" text :aria-label="'Take off: ' + w.row.doc.name" @click="remove(w)"
            >Take off</el-button
          >
        </li>
      </ul>
    </section>
    <template #reading>
      <template v-if="chosen">
        <div>
          <h2>Rent or buy</h2>
          <p class="soft small">{{ chosen.row.doc.name }}</p>
        </div>
        <ReadingFigure :reading="chosen.choice.breakEven" large />
        <p class="small">{{ verdicts[chosen.choice.verdict] }}: {{ chosen.choice.words }}.</p>
        <svg
          v-if="chosen.choice.curve.length"
          viewBox="0 0 274 160"
          role="img"
          :aria-label="`Renting costs more than buying from ${chosen.choice.breakEven.shown} days on; for ${chosen.row.doc.days} days: ${chosen.choice.verdict}`"
        >
          <rect
            :x="drawn.band[0]"
            y="14"
            :width="Math.max(1, drawn.band[1]! - drawn.band[0]!)"
            height="118"
            fill="var(--fl-mauve)"
          />
          <path d="M34 14V132H264" fill="none" stroke="var(--fl-soft)" />
          <polyline :points="drawn.rent" fill="none" stroke="var(--fl-fig)" stroke-width="2.5" />
          <polyline
            :points="drawn.buy"
            fill="none"
            stroke="var(--fl-leaf-ink)"
            stroke-width="2.5"
            stroke-dasharray="6 3"
          />
          <line :x1="drawn.days" :x2="drawn.days" y1="14" y2="132" stroke="var(--fl-ink)" stroke-dasharray="2 3" />
          <text :x="drawn.days" y="10" text-anchor="middle">{{ chosen.row.doc.days }} days</text>

          <text x="34" y="150">0</text>
          <text x="264" y="150" text-anchor="end">{{ Math.round(drawn.most.x) }} days</text>
        </svg>
        <p class="small"><span class="rent">— renting</span>, <span class="buy">- - buying</span></p>
        <p class="small soft">The band is the break-even if it sells again for a quarter of its price more or less.</p>
      </template>
      <FindingCard v-for="f in lacking.data.value?.due" :key="f.subject" :finding="f" />
    </template>
    <el-dialog v-model="draft.open" :title="draft.id ? draft.name : 'Want something'" width="460px">
      <form novalidate class="form" @submit.prevent="sheet.save">
        <SheetNote :sheet="sheet" />
        <label>What <el-input v-model="draft.name" maxlength="160" aria-label="What is wanted" autofocus /></label>
        <label
          >Kind
          <ChoiceField v-model="draft.kind" aria-label="Kind"
            ><option v-for="k in kinds.data.value" :key="k.kind" :value="k.kind">{{ k.kind }}</option></ChoiceField
          ></label
        >
        <label>Why <el-input v-model="draft.because" maxlength="300" aria-label="Why" /></label>
        <label>Maker <el-input v-model="draft.maker" maxlength="120" aria-label="Maker" /></label>
        <label>It costs <NumberField v-model="draft.price" :min="0" :fixed="2" aria-label="Price" /></label>
        <label
          >Sells again for, %
          <NumberField v-model="draft.resale" :min="0" :max="100" aria-label="Sells again for, per cent"
        /></label>
        <label>Rents a day for <NumberField v-model="draft.day" :min="0" :fixed="2" aria-label="Rental a day" /></label>
        <label
          >Days of use <NumberField v-model="draft.days" v-bind="limits.PropWanted.days" aria-label="Days of use"
        /></label>
        <p class="acts">
          <el-button @click="draft.open = false">Leave it</el-button
          ><el-button type="primary" native-type="submit">Save</el-button>
        </p>
      </form>
    </el-dialog>
  </ScreenFrame>
</template>

<style scoped>
h2 {
  font-size: 18px;
  margin-bottom: 6px;
}
.gaps,
.wanted {
  list-style: none;
  margin: 0;
  padding: 0;
}
.gaps li,
.wanted li {
  display: grid;
  gap: 12px;
  align-items: center;
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
  margin-bottom: 1px;
  padding: 5px 12px;
  min-height: 48px;
}
.gaps li {
  grid-template-columns: 74px minmax(0, 1fr) auto auto;
}
.wanted li {
  grid-template-columns: minmax(0, 1fr) 80px 104px auto auto;
  padding: 0 6px 0 0;
}
.wanted .on {
  box-shadow:
    inset 4px 0 0 var(--fl-aubergine),
    0 0 0 1px var(--fl-line);
  background: var(--fl-lilac);
}
.wanted button:first-child {
  cursor: pointer;
  display: grid;
  padding: 5px 14px;
  min-height: 44px;
  align-content: center;
}
.count {
  display: flex;
  gap: 3px;
  flex-wrap: wrap;
}
.count i {
  width: 13px;
  height: 13px;
  border: 2px solid var(--fl-brass-ink);
  border-radius: 50%;
}
.count .got {
  background: var(--fl-leaf-ink);
  border-color: var(--fl-leaf-ink);
}
.what {
  display: grid;
}
b {
  font-weight: 600;
}
small {
  color: var(--fl-soft);
  font-size: 12.5px;
}
.buy {
  color: var(--fl-leaf-ink);
}
.rent {
  color: var(--fl-fig-ink);
}
svg text {
  font: 11.5px var(--fl-text);
  fill: var(--fl-ink);
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
.form .el-input,
.form .choice-field {
  width: 260px;
}
.acts {
  display: flex;
  justify-content: flex-end;
  gap: 6px;
}
.acts .el-button + .el-button {
  margin: 0;
}
@media (max-width: 720px) {
  .gaps li {
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 4px 10px;
  }
  .gaps .what {
    grid-column: 1 / -1;
    grid-row: 1;
  }
  .wanted li {
    grid-template-columns: auto minmax(0, 1fr) auto auto;
    gap: 0 8px;
    padding: 4px 6px 6px 0;
  }
  .wanted button:first-child {
    grid-column: 1 / -1;
  }
  .wanted .mono {
    padding-left: 14px;
  }
}
</style>
