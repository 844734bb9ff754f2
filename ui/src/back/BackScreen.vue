<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed, nextTick, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, type Schema } from '../api/client'
import { useBack, useBlanks, useReview } from '../api/queries'
import { touched } from '../api/refresh'
import ChipButton from '../parts/ChipButton.vue'
import { useDraft } from '../parts/draft'
import EmptyBench from '../parts/EmptyBench.vue'
import { useKeys } from '../parts/keys'
import PinnedPicture from '../parts/PinnedPicture.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import ReadingFigure from '../parts/ReadingFigure.vue'
import SaveState from '../parts/SaveState.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import { pictureLong } from '../parts/shown'
import BackNav from './BackNav.vue'
import PinCard from './PinCard.vue'
import { says, type Pin } from './pins'

const route = useRoute()
const router = useRouter()
const shoot = route.params.shoot as string
const queries = useQueryClient()
const back = useBack(shoot)
const blanks = useBlanks()
const terms = computed(() => blanks.data.value?.terms ?? [])
const frames = computed(() => back.data.value?.frames ?? [])
const at = computed(() => frames.value.find((f) => f.shotId === route.params.shot) ?? frames.value[0])
const frameId = computed(() => at.value?.frameId ?? '')
const review = useReview(frameId)
const go = (shot: string) => void router.replace({ name: 'back', params: { shoot, shot } })

/** A note that says nothing yet is on its way: it is neither sent nor taken away. */
const speaks = (p: Pin) => p.what !== '' || p.words.trim() !== ''
interface Doc {
  pins: Pin[]
  done: boolean
}
const draft = useDraft<Doc>({
  kind: 'review',
  of: () => frameId.value,
  save: async (v, version, of) => {
    const row = await ask(
      api.PUT('/api/frames/{id}/review', {
        params: { path: { id: of } },
        body: { done: v.done, pins: v.pins.filter(speaks), version },
      }),
    )
    const was = queries.getQueryData<Schema['ReviewReading']>(['review', of])
    if (was) queries.setQueryData(['review', of], { ...was, row })
    // All but what was measured: that stays as it is, and takes a second to read.
    void queries.invalidateQueries({
      predicate: (q) => touched(q.queryKey[0], 'review') && q.queryKey[0] !== 'review',
    })
    return row.version
  },
  theirs: (current) => {
    const { doc, version } = current as Schema['KeptReview']
    return { value: { pins: doc.pins, done: doc.done }, version }
  },
})
const doc = draft.value
const pins = computed(() => doc.value?.pins ?? [])
watch(
  () => review.data.value,
  (r) => {
    if (r?.row.doc.frameId === frameId.value && draft.state.value === 'saved' && pins.value.every(speaks))
      draft.load({ pins: r.row.doc.pins, done: r.row.doc.done }, r.row.version)
  },
  { immediate: true },
)
/** What was measured and is not pinned yet. */
const hints = computed(() => (review.data.value?.hints ?? []).filter((h) => !pins.value.some((p) => p.what === h.what)))

const chosen = ref('')
watch(frameId, () => (chosen.value = ''))
async function add(x = 0.5, y = 0.5, kind: Pin['says'] = 'bad', what = '', words = '') {
  if (!doc.value) return
  const key = crypto.randomUUID()
  doc.value.pins.push({ key, x, y, says: kind, what, words })
  chosen.value = key
  if (what || words) draft.touch()
  await nextTick()
  document.querySelector<HTMLElement>(`[data-pin="${key}"] select`)?.focus()
}
function change(p: Pin, to: Partial<Pin>) {
  Object.assign(p, to)
  if (speaks(p)) draft.touch()
}
function remove(p: Pin) {
  if (!doc.value) return
  doc.value.pins = doc.value.pins.filter((x) => x.key !== p.key)
  draft.touch()
}
function end() {
  if (!doc.value) return
  doc.value.done = !doc.value.done
  draft.touch()
}
function other(d: number) {
  const to = frames.value[frames.value.findIndex((f) => f.frameId === frameId.value) + d]
  if (to) go(to.shotId)
}
const firstHint = () => {
  const h = hints.value[0]
  if (h) void add(h.x, h.y, 'bad', h.what)
}
useKeys(
  [
    { key: 'j', does: 'Next frame', run: () => other(1) },
    { key: 'k', does: 'Frame before', run: () => other(-1) },
    { key: 'n', does: 'New pin in the middle', run: () => void add() },
    { key: 'h', does: 'Pin what was measured first', run: firstHint },
    { key: 'd', does: 'Read to the end, or not yet', run: end },
  ],
  back,
  review,
)
const large = pictureLong(innerWidth > 720 ? innerWidth - 620 : innerWidth)
const most = computed(() => Math.max(1, ...(back.data.value?.faults ?? []).map((f) => f.times)))
</script>

<template>
  <ScreenFrame title="Back" work>
    <template #nav><BackNav /></template>
    <template #head
      ><span v-if="back.data.value && frames.length" class="soft"
        >{{ back.data.value.read }} of {{ frames.length }} read again</span
      ></template
    >
    <ProblemNote :error="back.error.value ?? review.error.value" />
    <EmptyBench v-if="back.data.value && !frames.length">
      <template #title>Nothing to read again yet</template>
      Frames that were kept are read again here: what works, what does not, what to do next time.
    </EmptyBench>
    <div v-if="at" class="both">
      <ol class="old" aria-label="Kept frames">
        <li v-for="f in frames" :key="f.frameId" :class="{ on: f.frameId === frameId }">
          <button type="button" :aria-current="f.frameId === frameId ? 'true' : undefined" @click="go(f.shotId)">
            <img :src="`/api/frames/${f.frameId}/finished?long=400`" alt="" loading="lazy" />
            <b>{{ f.title }}</b>
            <span class="soft">{{ f.done ? '✓ read' : 'not read yet' }}</span>
            <span v-if="f.good || f.bad" class="mono">+{{ f.good }} −{{ f.bad }}</span>
          </button>
        </li>
      </ol>
      <PinnedPicture
        :src="`/api/frames/${frameId}/finished?long=${large}`"
        :alt="`${at.title}: press where something is to be noted`"
        label="The picture with what is noted"
        :pins="pins"
        :chosen="chosen"
        :face="(p, n) => `${says[p.says].shape}${n + 1}`"
        :says="(p, n) => `Note ${n + 1}, ${says[p.says].words}`"
        :look="(p) => p.says"
        @press="(x, y) => add(x, y)"
        @choose="chosen = $event"
        @move="(p, x, y) => change(p, { x, y })"
      >
        <template #under>
          <button
            v-for="h in hints"
            :key="h.what"
            type="button"
            class="hint"
            :style="{ left: `${h.x * 100}%`, top: `${h.y * 100}%` }"
            :aria-label="`Measured: ${h.words}. Pin it`"
            :title="`${h.words}. ${h.because}`"
            @click.stop="add(h.x, h.y, 'bad', h.what)"
          >
            ?
          </button>
        </template>
        Press the picture where something works, does not, or is for next time.
      </PinnedPicture>
    </div>
    <template #reading>
      <template v-if="at && review.data.value && doc">
        <h2>{{ at.title }}</h2>
        <SaveState :draft="draft" />
        <section v-if="hints.length" aria-label="Look here first">
          <h3>Look here first</h3>
          <ul class="hints">
            <li v-for="h in hints" :key="h.what">
              <span
                ><b>{{ h.words }}</b> <small>{{ h.because }}</small></span
              >
              <el-button size="small" @click="add(h.x, h.y, 'bad', h.what)">Pin it</el-button>
            </li>
          </ul>
        </section>
        <section aria-label="What is noted">
          <h3>What is noted</h3>
          <ul class="pins">
            <PinCard
              v-for="(p, n) in pins"
              :key="p.key"
              :pin="p"
              :number="n + 1"
              :on="p.key === chosen"
              :terms="terms"
              @choose="chosen = p.key"
              @change="change(p, $event)"
              @remove="remove(p)"
            />
          </ul>
          <p v-if="!pins.length" class="small soft">Nothing yet. What works is worth a pin too.</p>
          <div class="ends">
            <ChipButton @click="add()">+ Note <kbd>n</kbd></ChipButton>
            <el-button :type="doc.done ? 'default' : 'primary'" :aria-pressed="doc.done" @click="end"
              >{{ doc.done ? '✓ Read to the end' : 'Read to the end' }} <kbd>d</kbd></el-button
            >
          </div>
        </section>
        <section v-if="review.data.value.got.length" aria-label="As planned, and as taken">
          <h3>As planned, and as taken</h3>
          <ReadingFigure v-for="r in review.data.value.got" :key="frameId + r.key + r.value" :reading="r" />
        </section>
        <section v-if="back.data.value?.against.length" aria-label="The shoot against its plan">
          <h3>The shoot against its plan</h3>
          <p v-for="w in back.data.value.words" :key="w" class="learn">{{ w }}</p>
          <ReadingFigure v-for="r in back.data.value.against" :key="r.key + r.value" :reading="r" />
        </section>
        <section v-if="back.data.value?.faults.length" aria-label="Noted on this shoot">
          <h3>Noted on this shoot</h3>
          <ol class="bars">
            <li v-for="f in back.data.value.faults" :key="f.term.key">
              <span>{{ f.term.words }}</span>
              <i :style="{ width: `${(100 * f.times) / most}%` }" aria-hidden="true" />
              <b class="mono">{{ f.times }}</b>
            </li>
          </ol>
        </section>
      </template>
    </template>
  </ScreenFrame>
</template>

<style scoped>
.both {
  display: grid;
  grid-template-columns: 200px minmax(0, 1fr);
  flex: 1;
  min-height: 0;
}
.old {
  list-style: none;
  margin: 0;
  padding: 8px 0 8px 12px;
  overflow: auto;
  display: grid;
  gap: 6px;
  align-content: start;
}
.old button {
  width: 100%;
  text-align: left;
  font: inherit;
  font-size: 14px;
  color: var(--fl-ink);
  background: var(--fl-card);
  border: 1px solid var(--fl-line);
  padding: 6px 8px;
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 2px 6px;
  cursor: pointer;
}
.old img {
  grid-column: 1 / -1;
  width: 100%;
  aspect-ratio: 3 / 2;
  object-fit: cover;
}
.old b {
  grid-column: 1 / -1;
  font-weight: 560;
}
.old .on button {
  border-color: var(--fl-aubergine);
  box-shadow: inset 4px 0 0 var(--fl-fig);
}
h3 {
  margin: 12px 0 6px;
}
.hints,
.pins,
.bars {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 4px;
}
.hints li {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 6px;
  align-items: center;
  padding: 6px 8px;
  background: var(--fl-straw);
  font-size: 14px;
}
.hints small {
  display: block;
  color: var(--fl-soft);
}
.ends {
  display: flex;
  gap: 8px;
  align-items: center;
  margin-top: 8px;
  flex-wrap: wrap;
}
.ends :deep(.fl-chip) {
  min-height: 32px;
  padding: 0 10px;
  border: 1px solid var(--fl-sand);
  background: var(--fl-white);
}
.learn {
  border-left: 4px solid var(--fl-brass);
  background: var(--fl-card);
  padding: 6px 10px;
  margin: 0 0 6px;
  font-size: 14px;
}
.bars li {
  display: grid;
  grid-template-columns: 150px 1fr auto;
  gap: 8px;
  align-items: center;
  font-size: 13.5px;
}
.bars i {
  height: 10px;
  background: var(--fl-fig);
}
@media (max-width: 720px) {
  .both {
    grid-template-columns: minmax(0, 1fr);
  }
  .old {
    grid-auto-flow: column;
    grid-auto-columns: 150px;
    padding: 8px 12px;
  }
  .old img {
    display: none;
  }
  .both {
    grid-template-rows: auto minmax(0, 1fr);
  }
}
</style>
