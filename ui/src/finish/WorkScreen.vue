<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, type Schema } from '../api/client'
import { useShoot, useStart } from '../api/queries'
import { useRefresh } from '../api/refresh'
import { useAct } from '../parts/act'
import ChipButton from '../parts/ChipButton.vue'
import EmptyBench from '../parts/EmptyBench.vue'
import { useKeys } from '../parts/keys'
import PinnedPicture from '../parts/PinnedPicture.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import ReadingFigure from '../parts/ReadingFigure.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import { pictureLong, shortDay } from '../parts/shown'
import FinishNav from './FinishNav.vue'
import WorkTimer from './WorkTimer.vue'

type Item = Schema['FinishItem']
type Pin = Schema['WorkPin']
const route = useRoute()
const router = useRouter()
const shoot = route.params.shoot as string
const board = useQuery({
  queryKey: ['work', shoot],
  queryFn: () => ask(api.GET('/api/shoots/{id}/work', { params: { path: { id: shoot } } })),
})
const brief = useShoot(shoot)
const start = useStart()
const refresh = useRefresh('finish')
const { act, error } = useAct(refresh)
const items = computed(() => board.data.value?.items ?? [])
const at = computed<Item | undefined>(
  () => items.value.find((i) => i.shotId === (route.params.shot as string)) ?? items.value[0],
)
const go = (i: Item) => void router.replace({ name: 'work', params: { shoot, shot: i.shotId } })
const people = computed(() => [
  ...new Set([start.data.value?.person?.name ?? '', ...(brief.data.value?.doc.brief.crew ?? []).map((c) => c.name)]),
])

const names: Record<string, string> = {
  look: 'Look',
  retouch: 'Retouch',
  check: 'Check',
  round: 'Round',
  export: 'Export',
}
const kinds = ['clean', 'remove', 'edge', 'hands', 'colour', 'shape', 'other'] as const
const hours = (min: number) => (min >= 90 ? `${(min / 60).toFixed(1)} h` : `${Math.round(min)} min`)

const chosen = ref('')
watch(
  () => at.value?.frameId,
  () => (chosen.value = ''),
)
const pins = computed(() => at.value?.row.doc.pins ?? [])
const pin = computed(() => pins.value.find((p) => p.key === chosen.value))
function save(change: (doc: { who: Record<string, string>; pins: Pin[] }) => void) {
  const it = at.value
  if (!it) return
  const doc = { who: { ...it.row.doc.who }, pins: it.row.doc.pins.map((p) => ({ ...p })) }
  change(doc)
  void act(() =>
    ask(
      api.PUT('/api/frames/{id}/work', {
        params: { path: { id: it.frameId } },
        body: { ...doc, version: it.row.version },
      }),
    ),
  )
}
function add(x = 0.5, y = 0.5, kind: Pin['kind'] = 'clean', words = '') {
  const key = crypto.randomUUID()
  chosen.value = key
  save((d) => d.pins.push({ key, x, y, kind, words, state: 'open' }))
}
const change = (key: string, to: Partial<Pin>) =>
  save((d) => Object.assign(d.pins.find((p) => p.key === key) ?? {}, to))
const next = { open: 'done', done: 'checked', checked: 'open' } as const
const asks = { open: 'Done', done: 'Looks right', checked: 'Open again' }
function other(d: number) {
  const to = items.value[items.value.findIndex((i) => i.frameId === at.value?.frameId) + d]
  if (to) go(to)
}
const goTo = (step: string) => {
  const shot = at.value?.shotId ?? ''
  const to = { look: 'look', retouch: 'work', check: 'finish', round: 'proof', export: 'out' }[step]
  if (to && to !== 'work') void router.push({ name: to, params: { shoot, ...(to === 'proof' ? {} : { shot }) } })
}
useKeys(
  [
    { key: 'j', does: 'Next frame', run: () => other(1) },
    { key: 'k', does: 'Frame before', run: () => other(-1) },
    { key: 'n', does: 'New pin in the middle', run: () => add() },
    {
      key: 'd',
      does: 'The chosen pin a step on',
      run: () => pin.value && change(pin.value.key, { state: next[pin.value.state] }),
    },
  ],
  board,
)
const large = pictureLong(innerWidth > 720 ? innerWidth - 800 : innerWidth)
onBeforeUnmount(() => (chosen.value = ''))
</script>

<template>
  <ScreenFrame title="Work" work>
    <template #nav><FinishNav /></template>
    <template #head
      ><span v-if="board.data.value" class="soft">{{ board.data.value.words }}</span></template
    >
    <ProblemNote :error="error ?? board.error.value" />
    <EmptyBench v-if="board.data.value && !items.length">
      <template #title>Nothing kept yet</template>
      Work begins with a kept frame. Choose one of each shot's frames first.
    </EmptyBench>
    <div v-if="at" class="both">
      <ol class="items" aria-label="Kept frames, what is late first">
        <li v-for="i in items" :key="i.frameId" :class="{ on: i.frameId === at.frameId }">
          <button type="button" :aria-current="i.frameId === at.frameId ? 'true' : undefined" @click="go(i)">
            <b>{{ i.title }}</b>
            <span class="steps"
              ><i
                v-for="s in i.steps"
                :key="s.step"
                :class="{ done: s.done, next: s.step === i.next }"
                :title="`${names[s.step]}: ${s.words}`"
            /></span>
            <span class="soft"
              >{{ i.next ? `${names[i.next]} next, about ${hours(i.leftMin)} left` : 'All done'
              }}{{ i.due ? `, due ${shortDay(i.due)}` : '' }}</span
            >
            <span v-if="i.late" class="late">▲ {{ i.late }}</span>
          </button>
        </li>
      </ol>
      <PinnedPicture
        :src="`/api/frames/${at.frameId}/finished?long=${large}`"
        :alt="`${at.title}: press where something is to be retouched`"
        label="The picture with its pins"
        :pins="pins"
        :chosen="chosen"
        :face="(_, n) => `${n + 1}`"
        :says="(p, n) => `Pin ${n + 1}, ${p.state}: ${p.words || p.kind}`"
        :look="(p) => p.state"
        @press="(x, y) => add(x, y)"
        @choose="chosen = $event"
        @move="(p, x, y) => change(p.key, { x, y })"
        >Press the picture where something is to be retouched, or add a pin with n.</PinnedPicture
      >
    </div>
    <template #reading>
      <template v-if="at">
        <h2>{{ at.title }}</h2>
        <ol class="stands">
          <li v-for="s in at.steps" :key="s.step" :class="{ done: s.done, next: s.step === at.next }">
            <button type="button" class="name" :disabled="s.step === 'retouch'" @click="goTo(s.step)">
              {{ s.done ? '✓' : s.step === at.next ? '→' : '·' }} {{ names[s.step] }}
            </button>
            <select
              :value="at.row.doc.who[s.step] ?? ''"
              :aria-label="`Who does: ${names[s.step]}`"
              @change="
                save((d) => {
                  const to = ($event.target as HTMLSelectElement).value
                  if (to) d.who[s.step] = to
                  else delete d.who[s.step]
                })
              "
            >
              <option value="">whoever</option>
              <option v-for="n in people" :key="n" :value="n">{{ n }}</option>
            </select>
            <small>{{ s.words }}</small>
          </li>
        </ol>
        <WorkTimer :item="at" :names="names" @counted="refresh" />
        <section class="pins" aria-label="Pins">
          <h3>Pins</h3>
          <ul v-if="pins.length">
            <li v-for="(p, n) in pins" :key="p.key" :class="[p.state, { on: p.key === chosen }]">
              <span class="no mono">{{ n + 1 }}</span>
              <select
                :value="p.kind"
                :aria-label="`Kind of pin ${n + 1}`"
                @change="change(p.key, { kind: ($event.target as HTMLSelectElement).value as Pin['kind'] })"
              >
                <option v-for="k in kinds" :key="k" :value="k">{{ k }}</option>
              </select>
              <span class="deeds">
                <ChipButton @click="change(p.key, { state: next[p.state] })">{{ asks[p.state] }}</ChipButton>
                <ChipButton
                  :aria-label="`Take pin ${n + 1} away`"
                  @click="save((d) => (d.pins = d.pins.filter((o) => o.key !== p.key)))"
                  >✕</ChipButton
                >
              </span>
              <input
                :value="p.words"
                maxlength="500"
                :aria-label="`What pin ${n + 1} is about`"
                placeholder="What is to be done"
                @focus="chosen = p.key"
                @change="change(p.key, { words: ($event.target as HTMLInputElement).value })"
              />
            </li>
          </ul>
          <p v-else class="small soft">Nothing is pinned.</p>
          <ul v-if="at.hints.length" class="hints" aria-label="Worth a pin">
            <li v-for="h in at.hints" :key="h.words">
              <span
                ><b>{{ h.words }}</b> <small>{{ h.because }}</small></span
              >
              <el-button size="small" @click="add(h.x, h.y, h.kind, h.words)">Pin it</el-button>
            </li>
          </ul>
        </section>
        <details>
          <summary>How long steps take</summary>
          <ReadingFigure v-for="r in board.data.value?.estimates ?? []" :key="r.key" :reading="r" />
        </details>
      </template>
    </template>
  </ScreenFrame>
</template>

<style scoped>
.both {
  display: grid;
  grid-template-columns: 290px minmax(0, 1fr);
  flex: 1;
  min-height: 0;
}
.items {
  list-style: none;
  margin: 0;
  padding: 8px 0 8px 12px;
  overflow: auto;
  display: grid;
  gap: 6px;
  align-content: start;
}
.items button {
  width: 100%;
  text-align: left;
  font: inherit;
  color: var(--fl-ink);
  background: var(--fl-card);
  border: 1px solid var(--fl-line);
  padding: 8px 10px;
  display: grid;
  gap: 4px;
  cursor: pointer;
  font-size: 14px;
}
.items .on button {
  border-color: var(--fl-aubergine);
  box-shadow: inset 4px 0 0 var(--fl-fig);
}
.items b {
  font-weight: 560;
}
.steps {
  display: flex;
  gap: 3px;
}
.steps i {
  flex: 1;
  height: 6px;
  background: var(--fl-biscuit);
}
.steps .done {
  background: var(--fl-leaf);
}
.steps .next {
  background: var(--fl-fig);
}
.late {
  color: var(--fl-brass-ink);
  font-weight: 560;
}
.stands,
.pins ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 4px;
}
.stands li {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 2px 8px;
  align-items: center;
  padding: 4px 8px;
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
}
.stands .done {
  background: var(--fl-sage);
}
.stands .next {
  box-shadow: 0 0 0 2px var(--fl-fig);
}
.stands small {
  grid-column: 1 / -1;
  color: var(--fl-soft);
  overflow-wrap: anywhere;
}
.name {
  font: 560 14.5px var(--fl-text);
  background: none;
  border: 0;
  padding: 4px 0;
  text-align: left;
  color: var(--fl-ink);
  cursor: pointer;
  text-decoration: underline;
  text-decoration-color: var(--fl-sand);
}
.name:disabled {
  cursor: default;
  text-decoration: none;
}
select,
.pins input {
  font: 400 14px var(--fl-text);
  min-height: 32px;
  border: 1px solid var(--fl-sand);
  background: var(--fl-white);
  color: var(--fl-ink);
  min-width: 0;
  max-width: 130px;
}
.pins input {
  max-width: none;
  padding: 0 8px;
  grid-column: 1 / -1;
}
.pins h3 {
  margin: 12px 0 6px;
}
.pins li {
  display: grid;
  grid-template-columns: auto auto 1fr;
  gap: 6px;
  align-items: center;
  padding: 6px 8px;
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
  font-size: 14px;
}
.pins li.on {
  box-shadow: 0 0 0 2px var(--fl-fig);
}
.pins li.checked {
  background: var(--fl-sage);
}
.pins .hints {
  margin-top: 8px;
}
.pins .hints li {
  grid-template-columns: 1fr auto;
  background: var(--fl-straw);
}
.deeds {
  display: flex;
  gap: 6px;
  justify-content: end;
}
.deeds :deep(.fl-chip) {
  min-height: 32px;
  padding: 0 10px;
  border: 1px solid var(--fl-sand);
  background: var(--fl-white);
}
.no {
  font-weight: 600;
}
@media (max-width: 720px) {
  .both {
    grid-template-columns: minmax(0, 1fr);
  }
  .items {
    padding: 8px 12px;
    max-height: 30vh;
  }
  select,
  .pins input,
  .deeds :deep(.fl-chip) {
    min-height: 44px;
  }
}
</style>
