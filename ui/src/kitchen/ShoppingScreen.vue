<script setup lang="ts">
import ChipButton from '../parts/ChipButton.vue'
import { computed, reactive, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { api, ask, Problem, type Schema } from '../api/client'
import { useShopping } from '../api/queries'
import { useRefresh } from '../api/refresh'
import { limits } from '../api/words'
import NumberField from '../parts/NumberField.vue'
import EmptyBench from '../parts/EmptyBench.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import TickBox from '../parts/TickBox.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import { useKeys } from '../parts/keys'
import { money } from '../parts/shown'
import { done, ticked, useTicks } from '../parts/ticks'
import WaitingTicks from '../parts/WaitingTicks.vue'
import DishNav from './DishNav.vue'
import ChoiceField from '../parts/ChoiceField.vue'

type Line = Schema['ShoppingLine']
const route = useRoute()
const shoot = route.params.shoot as string
const refresh = useRefresh('kitchen')
const basket = useShopping(shoot)
const b = computed(() => basket.data.value)
const error = ref<unknown>()
const when = ref<'all' | 'ahead' | 'day'>('all')
const chosenKey = ref('')
const fits = (l: Line) => when.value === 'all' || l.fresh === (when.value === 'day')
const shops = computed(() => {
  const out: { shop: string; lines: Line[] }[] = []
  for (const l of b.value?.list.lines ?? []) {
    if (l.covered || !fits(l)) continue
    if (out.at(-1)?.shop !== l.shop) out.push({ shop: l.shop, lines: [] })
    out.at(-1)!.lines.push(l)
  }
  return out
})
const covered = computed(() => b.value?.list.lines.filter((l) => l.covered) ?? [])
const chosen = computed(() => b.value?.list.lines.find((l) => l.key === chosenKey.value))
const goodsOf = (l: Line) => b.value?.goods[l.goods]

/** Changes what was decided and sends it; a stale save is told and read anew. */
async function decide(change: (c: Schema['ShoppingChoices']) => void, words = '') {
  if (!b.value) return
  const choices = JSON.parse(JSON.stringify(b.value.choices)) as Schema['ShoppingChoices']
  change(choices)
  error.value = undefined
  try {
    await ask(
      api.PUT('/api/shoots/{id}/shopping', {
        params: { path: { id: shoot } },
        body: { choices, version: b.value.version, words },
      }),
    )
  } catch (e) {
    error.value =
      e instanceof Problem && e.status === 409
        ? new Problem(409, 'Someone changed this list meanwhile. Here is how it stands now; do it once more.')
        : e
  }
  await refresh()
}
/** Ticks are made in a shop, where there may be no connection: they wait here and go on top of how the list then is. */
const ticks = useTicks('ticks:' + shoot, async (waiting) => {
  const now = await ask(api.GET('/api/shoots/{id}/shopping', { params: { path: { id: shoot } } }))
  const choices = { ...now.choices, ticked: ticked(now.choices.ticked, waiting) }
  await ask(
    api.PUT('/api/shoots/{id}/shopping', {
      params: { path: { id: shoot } },
      body: { choices, version: now.version, words: done(waiting) },
    }),
  )
  await refresh()
})
const times = (id: string, name: string, n: string) =>
  decide((c) => (c.times = [...c.times.filter((t) => t.id !== id), { id, times: n }]), `Made ${name} ${n} times`)
const spare = (l: Line, n: string) =>
  decide(
    (c) => (c.spares = [...c.spares.filter((s) => s.key !== l.key), { key: l.key, amount: n || '0' }]),
    'Changed the spares of ' + l.thing,
  )
const extra = ref('')
async function addExtra() {
  const words = extra.value.trim()
  if (!words) return
  await decide(
    (c) => c.extra.push({ key: 'x' + Date.now().toString(36), words, shop: '' }),
    'Wrote “' + words + '” on the list',
  )
  if (!error.value) extra.value = ''
}
const dropExtra = (key: string) =>
  decide((c) => (c.extra = c.extra.filter((x) => x.key !== key)), 'Took a line off the shopping')

const g = reactive({
  id: '',
  version: 0,
  thing: '',
  pack: '0',
  packUnit: '',
  priceMinor: 0,
  shop: '',
  aisle: '',
  fresh: '' as '' | 'day' | 'keeps',
  stock: '0',
  stockUnit: '',
})
const goodsError = ref<unknown>()
const about = (f: string) => (goodsError.value instanceof Problem ? goodsError.value.about(f) : '')
watch(chosen, (l, was) => {
  if (!l || l.key === was?.key) return
  goodsError.value = undefined
  const has = goodsOf(l)
  const x = has?.doc
  Object.assign(g, {
    id: has?.id ?? '',
    version: has?.version ?? 0,
    thing: x?.thing ?? l.thing,
    pack: x?.pack ?? '0',
    packUnit: x?.packUnit ?? (l.unit === 'g' || l.unit === 'ml' ? l.unit : ''),
    priceMinor: x?.priceMinor ?? 0,
    shop: x?.shop || l.shop,
    aisle: x?.aisle || l.aisle,
    fresh: x?.fresh ?? '',
    stock: x?.stock ?? '0',
    stockUnit: x?.stockUnit ?? (l.unit === 'g' || l.unit === 'ml' ? l.unit : ''),
  })
})
async function saveGoods() {
  goodsError.value = undefined
  const { id, version, thing, packUnit, shop, aisle, fresh, stockUnit } = g
  try {
    const saved = await ask(
      api.PUT('/api/shoots/{id}/goods', {
        params: { path: { id: shoot } },
        body: {
          id,
          version,
          goods: {
            thing,
            pack: g.pack || '0',
            packUnit,
            priceMinor: Math.round(g.priceMinor),
            shop,
            aisle,
            fresh,
            stock: g.stock || '0',
            stockUnit,
          },
        },
      }),
    )
    Object.assign(g, { id: saved.id, version: saved.version })
    await refresh()
  } catch (e) {
    goodsError.value = e
  }
}
const shown = computed(() => shops.value.flatMap((s) => s.lines))
function step(by: number) {
  const at = shown.value.findIndex((l) => l.key === chosenKey.value)
  const to = shown.value[Math.min(shown.value.length - 1, Math.max(0, at + by))]
  if (to) {
    chosenKey.value = to.key
    document.getElementById('buy-' + to.key)?.focus()
  }
}
useKeys(
  [
    { key: 'j', does: 'Next line', run: () => step(1) },
    { key: 'k', does: 'Line before', run: () => step(-1) },
    {
      key: 'x',
      does: 'Tick the line',
      run: () =>
        chosen.value &&
        ticks.tick(chosen.value.key, chosen.value.thing, !ticks.isOn(chosen.value.key, chosen.value.ticked)),
    },
    {
      key: 'n',
      does: 'Write a line by hand',
      run: () => document.querySelector<HTMLInputElement>('input[name=extra]')?.focus(),
    },
  ],
  basket,
)
</script>

<template>
  <ScreenFrame title="Dish">
    <template #nav><DishNav /></template>
    <template #head>
      <a v-if="b?.list.lines.length" class="file" :href="`/api/shoots/${shoot}/shopping.pdf`" target="_blank">Print</a>
      <a v-if="b?.list.lines.length" class="file" :href="`/api/shoots/${shoot}/shopping.csv`" download
        >List out as CSV</a
      >
    </template>
    <ProblemNote :error="error ?? ticks.error.value ?? basket.error.value" />
    <WaitingTicks :n="ticks.waits.value" />
    <EmptyBench v-if="b && !b.cooked.length"
      ><template #title>Nothing to cook yet</template>One shopping list comes out of all dishes and trials of the shoot,
      with spares for what is seen. Add a dish first.</EmptyBench
    >
    <template v-else-if="b">
      <div class="first">
        <details class="cooked">
          <summary>
            Made for this shoot:
            {{
              b.cooked
                .filter((c) => c.times !== '0')
                .map((c) => (c.times === '1' ? c.name : c.times + ' × ' + c.name))
                .join(', ')
            }}
          </summary>
          <ul>
            <li v-for="c in b.cooked" :key="c.id">
              <span :class="{ soft: c.times === '0' }">{{ c.name }}</span><span
                v-if="c.kind === 'trial'"
                class="soft small"
                >trial</span
              >
              <el-input
                :model-value="c.times"
                size="small"
                class="times mono"
                inputmode="decimal"
                :aria-label="'How often ' + c.name + ' is made'"
                @change="times(c.id, c.name, $event)"
              />
              times
            </li>
          </ul>
        </details>
        <el-radio-group v-model="when" aria-label="When it is bought"
          ><el-radio-button value="all">All</el-radio-button><el-radio-button value="ahead">Ahead</el-radio-button
          ><el-radio-button value="day">On the day</el-radio-button></el-radio-group
        >
      </div>
      <section v-for="s in shops" :key="s.shop" :aria-label="s.shop">
        <h2>{{ s.shop }}</h2>
        <ul class="lines">
          <li
            v-for="(l, i) in s.lines"
            :id="'buy-' + l.key"
            :key="l.key"
            :class="{ on: l.key === chosenKey, done: ticks.isOn(l.key, l.ticked) }"
            tabindex="0"
            :aria-label="l.shown + ' ' + l.thing"
            @click="chosenKey = l.key"
            @focus="chosenKey = l.key"
          >
            <TickBox
              :on="ticks.isOn(l.key, l.ticked)"
              :label="'Bought: ' + l.thing"
              @tick="ticks.tick(l.key, l.thing, $event)"
            />
            <span class="buy mono">{{ l.shown }}</span>
            <span class="what"
              ><b>{{ l.thing }}</b
              ><small
                ><template v-if="l.aisle !== s.lines[i - 1]?.aisle">{{ l.aisle }} · </template
                >{{ l.uses.map((u) => u.dish + ' ' + u.shown).join(', ') }}</small
              ><small v-if="l.across">{{ l.across }}</small
              ><small v-if="l.lastTime">Last time: {{ l.lastTime }}</small
              ><small v-if="l.problem" class="bad">▲ {{ l.problem }}</small></span
            >
            <span class="tags"
              ><span v-if="l.spareWhy" :title="l.spareWhy">{{ l.spare }} spare</span
              ><span v-if="l.fresh">on the day</span><span v-if="l.care">{{ l.care }}</span></span
            >
            <span class="mono price">{{ l.priced ? money(l.costMinor) : '–' }}</span>
          </li>
        </ul>
      </section>
      <section aria-label="By hand">
        <h2>By hand</h2>
        <ul class="lines">
          <li
            v-for="x in b.list.extra"
            :key="x.key"
            :class="{ done: ticks.isOn(x.key, b.choices.ticked.includes(x.key)) }"
          >
            <TickBox
              :on="ticks.isOn(x.key, b.choices.ticked.includes(x.key))"
              :label="'Bought: ' + x.words"
              @tick="ticks.tick(x.key, x.words, $event)"
            />
            <span class="buy" /><span class="what"
              ><b>{{ x.words }}</b></span
            ><span class="tags" /><ChipButton class="x" :aria-label="'Take off: ' + x.words" @click="dropExtra(x.key)">
              take off
            </ChipButton>
          </li>
        </ul>
        <form novalidate class="extra" @submit.prevent="addExtra">
          <el-input
            v-model="extra"
            name="extra"
            maxlength="200"
            aria-label="A line by hand"
            placeholder="Parchment, skewers, ice …"
          /><el-button native-type="submit">Write it on</el-button>
        </form>
      </section>
      <section v-if="b.list.unread.length" class="unread" aria-label="Not understood">
        <p v-for="u in b.list.unread" :key="u.dish + u.written">
          ▲ {{ u.dish }}: “{{ u.written }}” was not understood. Read it yourself.
        </p>
      </section>
      <p v-if="covered.length || b.list.tap.length" class="soft small">
        In the cupboard: {{ covered.map((l) => `${l.thing} (${l.inHouse})`).join(', ') || 'nothing of this'
        }}<template v-if="b.list.tap.length">; from the tap: {{ b.list.tap.join(', ') }}</template
        >.
      </p>
    </template>
    <template #reading>
      <template v-if="b">
        <dl class="sum">
          <div>
            <dd class="mono">
              {{ b.list.ticked }}<small> of {{ b.list.toBuy }}</small>
            </dd>
            <dt>bought</dt>
          </div>
          <div>
            <dd class="mono">{{ money(b.list.costMinor) }}</dd>
            <dt>
              {{ b.currency }}<template v-if="b.list.unpriced">, {{ b.list.unpriced }} without a price</template>
            </dt>
          </div>
        </dl>
        <article v-if="chosen" :key="chosen.key" class="one">
          <h2>{{ chosen.thing }}</h2>
          <ol class="working">
            <li v-for="(w, i) in chosen.working" :key="i">
              <span>{{ w.words }}</span><code v-if="w.formula">{{ w.formula }}</code
              ><b class="mono">{{ w.shown }}</b>
            </li>
          </ol>
          <label v-if="chosen.needShown !== 'some'" class="spare"
            >Spares
            <el-input
              :model-value="chosen.spare"
              size="small"
              class="times mono"
              inputmode="decimal"
              :aria-label="'Spares of ' + chosen.thing"
              @change="spare(chosen!, $event)"
            />
            {{ chosen.unit || 'pieces' }}</label
          >
          <form novalidate class="goods" @submit.prevent="saveGoods">
            <h3>How the studio buys it</h3>
            <ProblemNote :error="goodsError" />
            <label
              >Pack
              <span
                ><el-input
                  v-model="g.pack"
                  size="small"
                  class="times mono"
                  inputmode="decimal"
                  aria-label="Pack" /><el-input
                  v-model="g.packUnit"
                  size="small"
                  class="times"
                  aria-label="Unit of the pack"
                  placeholder="pieces" /></span
            ></label>
            <p v-if="about('pack') || about('packUnit')" class="bad">{{ about('pack') || about('packUnit') }}</p>
            <label
              >Price
              <NumberField
                v-model="g.priceMinor"
                v-bind="limits.ShoppingGoods.priceMinor"
                :scale="0.01"
                :fixed="2"
                :unit="b.currency"
                size="small"
                class="price-in"
                aria-label="Price of a pack"
            /></label>
            <label
              >In the cupboard
              <span
                ><el-input
                  v-model="g.stock"
                  size="small"
                  class="times mono"
                  inputmode="decimal"
                  aria-label="In the cupboard" /><el-input
                  v-model="g.stockUnit"
                  size="small"
                  class="times"
                  aria-label="Unit in the cupboard"
                  placeholder="pieces" /></span
            ></label>
            <label>Shop <el-input v-model="g.shop" size="small" class="place" aria-label="Shop" /></label>
            <label>Aisle <el-input v-model="g.aisle" size="small" class="place" aria-label="Aisle" /></label>
            <label
              >Bought
              <ChoiceField v-model="g.fresh" size="small" class="place" aria-label="When it is bought"
                ><option value="">as usual</option>
                <option value="day">on the day</option>
                <option value="keeps">ahead</option></ChoiceField
              ></label
            >
            <el-button size="small" native-type="submit">Keep this for every shoot</el-button>
          </form>
        </article>
        <p v-else class="small soft">
          Choose a line to see how its amount came about, and to say how the studio buys it.
        </p>
      </template>
    </template>
  </ScreenFrame>
</template>

<style scoped>
h2 {
  font-size: 18px;
  margin-bottom: 4px;
}
.first {
  display: flex;
  gap: 12px;
  align-items: flex-start;
}
.first .el-radio-group {
  flex: none;
  flex-wrap: nowrap;
}
.cooked {
  flex: 1;
  min-width: 0;
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
  padding: 6px 12px;
  font-size: 14px;
}
.cooked summary {
  cursor: pointer;
  line-height: 22px;
}
.cooked:not([open]) summary {
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.cooked ul {
  list-style: none;
  margin: 4px 0;
  padding: 0;
  display: grid;
}
.cooked li {
  display: flex;
  gap: 8px;
  align-items: center;
  padding: 2px 0;
  break-inside: avoid;
}
.cooked li span:first-child {
  flex: 1;
}
.times {
  width: 72px;
}
.lines {
  list-style: none;
  margin: 0;
  padding: 0;
}
.lines li {
  display: grid;
  grid-template-columns: 44px 112px minmax(0, 1fr) auto 72px;
  gap: 10px;
  align-items: center;
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
  margin-bottom: 1px;
  padding-right: 12px;
  min-height: 44px;
  cursor: pointer;
}
.lines .on {
  box-shadow:
    inset 4px 0 0 var(--fl-aubergine),
    0 0 0 1px var(--fl-line);
  background: var(--fl-lilac);
}
.done .what b,
.done .buy {
  text-decoration: line-through;
  color: var(--fl-soft);
}
.buy {
  text-align: right;
  font-size: 15px;
  white-space: nowrap;
}
.what {
  display: grid;
  min-width: 0;
}
.what b {
  font-weight: 600;
}
.what small {
  color: var(--fl-soft);
  font-size: 12.5px;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.what small.bad {
  color: var(--fl-brass-ink);
  white-space: normal;
}
.tags {
  display: flex;
  gap: 4px;
  flex-wrap: wrap;
  justify-content: flex-end;
  max-width: 260px;
}
.tags span {
  font-size: 12px;
  background: var(--fl-oat);
  padding: 1px 6px;
  white-space: nowrap;
}
.price {
  text-align: right;
  font-size: 14px;
}
.x {
  cursor: pointer;
  font-size: 12.5px;
  color: var(--fl-soft);
  text-decoration: underline;
}
.extra {
  display: flex;
  gap: 8px;
  max-width: 460px;
  margin-top: 6px;
}
.unread {
  background: var(--fl-straw);
  border-left: 4px solid var(--fl-brass);
  padding: 8px 12px;
  font-size: 14px;
}
.sum {
  display: grid;
  grid-template-columns: 1fr 1fr;
  margin: 0;
  border-bottom: 1px solid var(--fl-line);
  padding-bottom: 10px;
}
.sum dd {
  margin: 0;
  font-size: 25px;
}
.sum dd small {
  font-size: 14px;
}
.sum dt {
  font-size: 12.5px;
  color: var(--fl-soft);
}
.one {
  display: grid;
  gap: 8px;
  grid-template-columns: minmax(0, 1fr);
}
.working {
  list-style: none;
  margin: 0;
  padding: 8px 10px;
  background: var(--fl-linen);
  border-left: 3px solid var(--fl-brass);
  font-size: 12.5px;
  display: grid;
  gap: 5px;
}
.working li {
  display: grid;
}
.working code {
  font: 12px var(--fl-mono);
  color: var(--fl-aubergine);
  overflow-wrap: anywhere;
}
.working b {
  font-weight: 500;
}
.spare {
  font-size: 13.5px;
  display: flex;
  gap: 6px;
  align-items: center;
}
.goods {
  display: grid;
  gap: 5px;
  border-top: 1px solid var(--fl-line);
  padding-top: 8px;
}
.goods label {
  display: flex;
  justify-content: space-between;
  align-items: center;
  font-size: 13.5px;
  gap: 8px;
}
.goods label > span:not(.number-field) {
  display: flex;
  gap: 4px;
  align-items: center;
}
.price-in {
  width: 112px;
}
.place {
  width: 168px;
}
.bad {
  color: var(--fl-fig-ink);
  font-size: 13px;
}
.file {
  font-weight: 560;
  font-size: 14px;
  padding: 6px;
}
@media (max-width: 720px) {
  .first {
    flex-wrap: wrap;
  }
  .cooked {
    flex-basis: 100%;
  }
  .lines li {
    grid-template-columns: 44px minmax(0, 1fr) auto;
    gap: 0 8px;
    padding: 4px 10px 4px 0;
    min-height: 56px;
  }
  .tick {
    grid-row: 1 / 3;
  }
  .what {
    grid-column: 2;
    grid-row: 1;
  }
  .buy {
    grid-column: 3;
    grid-row: 1;
  }
  .tags {
    grid-column: 2;
    grid-row: 2;
    justify-content: flex-start;
    max-width: none;
  }
  .price {
    grid-column: 3;
    grid-row: 2;
  }
}
</style>
