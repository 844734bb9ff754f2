<script setup lang="ts">
import { useQueryClient, type InfiniteData } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, type Schema } from '../api/client'
import { useShots, useTable, useTableSums, type Which } from '../api/queries'
import ChipButton from '../parts/ChipButton.vue'
import EmptyBench from '../parts/EmptyBench.vue'
import { useKeys } from '../parts/keys'
import ProblemNote from '../parts/ProblemNote.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import BigView from './BigView.vue'
import FramesNav from './FramesNav.vue'
import LayList from './LayList.vue'
import LightGrid from './LightGrid.vue'
import { changed, crispest, picked as pick, soft, stepped, type Pic } from './table'
import TableReading from './TableReading.vue'

const route = useRoute()
const router = useRouter()
const shoot = route.params.shoot as string
const queries = useQueryClient()
const choices: { which: Which; words: string; count: (s: Schema['TableSums']) => number }[] = [
  { which: 'every', words: 'Every one', count: (s) => s.all },
  { which: 'unlaid', words: 'Laid to none', count: (s) => s.unlaid },
  { which: 'standing', words: 'Not passed over', count: (s) => s.all - s.passedOver },
  { which: 'listed', words: 'Short list', count: (s) => s.short + s.beside + s.kept },
  { which: 'chosen', words: 'Chosen', count: (s) => s.kept + s.beside },
]
const which = computed<Which>(() => choices.find((c) => c.which === route.query.which)?.which ?? 'every')
const table = useTable(shoot, which)
const sums = useTableSums(shoot)
const list = useShots(shoot)
const shots = computed(() => (list.data.value ?? []).map((r) => ({ id: r.shot.id, title: r.shot.doc.title })))
const titles = computed(() => new Map(shots.value.map((s) => [s.id, s.title])))
const all = computed(() => table.data.value?.pages.flatMap((p) => p.rows) ?? [])
const crisp = computed(() => crispest(all.value))
const blurred = computed(() => soft(all.value))

const at = ref(0)
const anchor = ref(0)
const picked = ref<Set<string>>(new Set())
const now = computed(() => all.value[Math.min(at.value, all.value.length - 1)])
const inHand = computed(() => (picked.value.size ? [...picked.value] : now.value ? [now.value.id] : []))
watch(which, () => {
  at.value = anchor.value = 0
  picked.value = new Set()
})
function take(to: number, how: 'one' | 'to' | 'besides' = 'one') {
  picked.value = pick(picked.value, all.value, to, anchor.value, how)
  at.value = to
  if (how !== 'to') anchor.value = to
  if (to > all.value.length - 40) more()
}
const go = (by: number, how: 'one' | 'to' = 'one') => take(stepped(at.value, by, all.value.length), how)
function more() {
  if (table.hasNextPage.value && !table.isFetchingNextPage.value) void table.fetchNextPage()
}

const across = ref(6)
const sizes = [120, 170, 240, 330]
const size = ref(1)
/** How many are looked at large: none on the table. */
const up = ref(0)
const near = ref(false)
function large(n: number) {
  up.value = n
  near.value = false
}
const line = computed(() => (up.value ? up.value : across.value))

const error = ref<unknown>()
/** Deeds go one after the other, in the order in which they were pressed. */
let queue = Promise.resolve()
function deed(ids: string[], to: Partial<Pic>, call: () => Promise<unknown>) {
  if (!ids.length) return
  error.value = undefined
  const key = ['table', shoot, which.value]
  queries.setQueryData<InfiniteData<Schema['LightTable']>>(
    key,
    (d) => d && { ...d, pages: changed(d.pages, new Set(ids), to) },
  )
  queue = queue.then(async () => {
    try {
      await call()
    } catch (e) {
      error.value = e
      await queries.invalidateQueries({ queryKey: ['table', shoot] })
    }
    await queries.invalidateQueries({ queryKey: ['table', shoot], refetchType: 'none' })
    await queries.invalidateQueries({
      predicate: (q) => ['table-sums', 'frames', 'deeds', 'ladder', 'copies'].includes(String(q.queryKey[0])),
    })
  })
}
const path = { params: { path: { id: shoot } } }
function mark(m: Pic['mark']) {
  const frames = inHand.value
  deed(frames, { mark: m, ...(m === 'passed over' ? { kept: false } : {}) }, () =>
    ask(api.PUT('/api/shoots/{id}/table/mark', { ...path, body: { frames, mark: m } })),
  )
  if (frames.length === 1) go(1)
}
function lay(shot: string, frames = inHand.value) {
  deed(frames, { shotId: shot, laid: 'by hand', perhaps: '' }, () =>
    ask(api.PUT('/api/shoots/{id}/table/shot', { ...path, body: { frames, shot } })),
  )
}
/** Lays what is in hand to a shot that is made for it. */
function make(title: string) {
  const frames = inHand.value
  if (!frames.length) return
  queue = queue.then(async () => {
    error.value = undefined
    try {
      await ask(api.PUT('/api/shoots/{id}/table/new-shot', { ...path, body: { frames, title } }))
    } catch (e) {
      error.value = e
    }
    await queries.invalidateQueries()
  })
}
/** Lays the picture in hand where it is likeliest, and goes on. */
function there() {
  const p = now.value
  if (!p?.perhaps) return
  lay(p.perhaps, [p.id])
  go(1)
}
function keep() {
  const p = now.value
  if (!p) return
  const kept = !p.kept
  if (kept && p.shotId) {
    const before = all.value.filter((o) => o.kept && o.shotId === p.shotId).map((o) => o.id)
    deed(before, { kept: false }, async () => {})
  }
  deed([p.id], { kept: kept && p.shotId !== '' }, () =>
    ask(api.PUT('/api/shoots/{id}/table/kept', { ...path, body: { frame: p.id, kept } })),
  )
}
function drag(i: number, e: DragEvent) {
  const id = all.value[i]?.id
  if (!id) return
  if (!picked.value.has(id)) take(i)
  e.dataTransfer?.setData('text/plain', inHand.value.join(' '))
}
const layList = ref<InstanceType<typeof LayList>>()
const upNext = () => large(up.value === 0 ? 1 : up.value === 1 ? 2 : up.value === 2 ? 4 : 0)
useKeys(
  [
    { key: 'ArrowRight', shown: '→', does: 'Next picture', run: () => go(1) },
    { key: 'ArrowLeft', shown: '←', does: 'Picture before', run: () => go(-1) },
    { key: 'ArrowDown', shown: '↓', does: 'A line down', run: () => go(line.value) },
    { key: 'ArrowUp', shown: '↑', does: 'A line up', run: () => go(-line.value) },
    { key: 'shift+ArrowRight', shown: 'Shift →', does: 'Pick the next one, too', run: () => go(1, 'to') },
    { key: 'shift+ArrowLeft', shown: 'Shift ←', does: 'Pick the one before, too', run: () => go(-1, 'to') },
    { key: 'shift+ArrowDown', shown: 'Shift ↓', does: 'Pick a line more', run: () => go(line.value, 'to') },
    { key: 'shift+ArrowUp', shown: 'Shift ↑', does: 'Pick a line before', run: () => go(-line.value, 'to') },
    { key: 'Home', does: 'First picture', run: () => take(0) },
    { key: 'End', does: 'Last picture', run: () => take(Math.max(0, all.value.length - 1)) },
    { key: 's', does: 'Short list', run: () => mark('short list') },
    { key: 'o', does: 'Pass over', run: () => mark('passed over') },
    { key: 'b', does: 'Offer beside the one', run: () => mark('beside') },
    { key: 'w', does: 'Take the mark off', run: () => mark('') },
    { key: 'Enter', does: 'The one of its shot, or not', run: keep },
    { key: 'y', does: 'Lay it where it is likeliest', run: there },
    { key: 'l', does: 'Lay to a shot', run: () => layList.value?.focus() },
    { key: 'v', does: 'One, two, four large, or the table', run: upNext },
    { key: ' ', shown: 'Space', does: 'Large, or back to the table', run: () => large(up.value ? 0 : 1) },
    {
      key: 'n',
      does: 'From near, or whole',
      run: () => (up.value ? (near.value = !near.value) : (large(1), (near.value = true))),
    },
    { key: '+', does: 'Larger', run: () => (size.value = Math.min(sizes.length - 1, size.value + 1)) },
    { key: '-', does: 'Smaller', run: () => (size.value = Math.max(0, size.value - 1)) },
    {
      key: 'Escape',
      does: 'Back to the table',
      run: () => {
        if (up.value) large(0)
        else picked.value = new Set()
      },
    },
  ],
  table,
  list,
)
</script>

<template>
  <ScreenFrame title="Light table">
    <template #nav><FramesNav /></template>
    <template #head>
      <div class="sizes" role="group" aria-label="How large">
        <el-button size="small" aria-label="Smaller" :disabled="size === 0 || up > 0" @click="size--">−</el-button>
        <el-button size="small" aria-label="Larger" :disabled="size === sizes.length - 1 || up > 0" @click="size++"
          >+</el-button
        >
        <el-button size="small" :aria-pressed="up > 0" @click="upNext"
          >{{ up === 0 ? 'Look large' : up === 4 ? 'Table' : up === 1 ? 'Two up' : 'Four up' }} <kbd>v</kbd></el-button
        >
      </div>
    </template>
    <ProblemNote :error="error ?? table.error.value" />
    <div class="choices" role="group" aria-label="Which pictures">
      <ChipButton
        v-for="c in choices"
        :key="c.which"
        class="choice"
        :aria-pressed="which === c.which"
        @click="router.replace({ query: c.which === 'every' ? {} : { which: c.which } })"
        >{{ c.words }} <span class="mono">{{ sums.data.value ? c.count(sums.data.value) : '' }}</span></ChipButton
      >
      <a v-if="all.length" class="xmp" :href="`/api/shoots/${shoot}/table/xmp?which=${which}`" download
        >XMP beside these</a
      >
    </div>
    <EmptyBench v-if="table.data.value && !all.length">
      <template #title>{{ which === 'every' ? 'Nothing on the table yet' : 'None of these' }}</template>
      {{
        which === 'every'
          ? 'Bring in a card, a folder or pictures from a phone: they are kept twice, and lie here by the time they were taken.'
          : 'Choose another part of the table above.'
      }}
      <template #act
        ><el-button v-if="which === 'every'" type="primary" @click="router.push({ name: 'card', params: { shoot } })"
          >Bring in pictures</el-button
        ><el-button v-else @click="router.replace({ query: {} })">Show every one</el-button></template
      >
    </EmptyBench>
    <BigView
      v-else-if="up && all.length"
      class="bench-view"
      :all="all"
      :at="at"
      :up="up"
      :near="near"
      :titles="titles"
      @take="(i) => take(i)"
      @near="(on) => (near = on)"
    />
    <LightGrid
      v-else-if="all.length"
      class="bench-view"
      :all="all"
      :at="at"
      :picked="picked"
      :crisp="crisp"
      :soft="blurred"
      :size="sizes[size]!"
      :titles="titles"
      :more="!!table.hasNextPage.value"
      @take="take"
      @look="
        (i) => {
          take(i)
          large(1)
        }
      "
      @end="more"
      @drag="drag"
      @across="(n) => (across = n)"
    />
    <template #reading>
      <TableReading
        v-if="now"
        :pic="now"
        :title="titles.get(now.shotId) ?? ''"
        :perhaps="titles.get(now.perhaps) ?? ''"
        :many="inHand.length"
        :crispest="crisp.has(now.id)"
        :shoot="shoot"
        @mark="mark"
        @keep="keep"
        @there="there"
      />
      <LayList
        v-if="now"
        ref="layList"
        :shots="shots"
        :all="all"
        :now="now.shotId"
        :many="inHand.length"
        @lay="lay"
        @make="make"
      />
    </template>
  </ScreenFrame>
</template>

<style scoped>
.bench-view {
  flex: 1 1 0 !important;
  min-height: 220px;
}
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 6px;
}
.choice {
  padding: 5px 11px;
  border-radius: 16px;
  font-size: 13.5px;
  background: var(--fl-linen);
  cursor: pointer;
}
.choice[aria-pressed='true'] {
  background: var(--fl-aubergine);
  color: var(--fl-white);
}
.choice:focus-visible {
  outline: 3px solid var(--fl-fig);
}
.xmp {
  margin-left: auto;
  align-self: center;
  font-size: 13.5px;
  white-space: nowrap;
}
.sizes {
  display: flex;
  gap: 6px;
}
@media (max-width: 720px) {
  .choice {
    min-height: 44px;
    padding: 5px 14px;
    border-radius: 22px;
  }
  .choices {
    flex-wrap: nowrap;
    overflow-x: auto;
  }
  .choice {
    flex: none;
  }
}
</style>
