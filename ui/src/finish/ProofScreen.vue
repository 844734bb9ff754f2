<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { ElMessage } from 'element-plus'
import { computed, reactive, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { api, ask, Problem, type Schema } from '../api/client'
import { useLive } from '../api/live'
import { useRefresh } from '../api/refresh'
import { useAct } from '../parts/act'
import ChipButton from '../parts/ChipButton.vue'
import EmptyBench from '../parts/EmptyBench.vue'
import { useKeys } from '../parts/keys'
import ProblemNote from '../parts/ProblemNote.vue'
import ReadingFigure from '../parts/ReadingFigure.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import { moment } from '../parts/shown'
import FinishNav from './FinishNav.vue'

const shoot = useRoute().params.shoot as string
const path = { path: { id: shoot } }
const proofs = useQuery({
  queryKey: ['proofs', shoot],
  queryFn: () => ask(api.GET('/api/shoots/{id}/proofs', { params: path })),
})
const { act, error } = useAct(useRefresh('proof'))
const room = 'proof' as const
const { lost } = useLive(shoot, room)
const p = computed(() => proofs.data.value)
/** Which round is looked at; 0 is the next one, that is not sent yet. */
const at = ref(-1)
const round = computed(() => p.value?.rounds.find((r) => r.row.doc.number === at.value))
const going = computed(() => p.value !== undefined && !round.value)
watch(p, (now, was) => {
  if (now && (!was || now.rounds.length !== was.rounds.length)) at.value = now.rounds[0]?.row.doc.number ?? 0
})

const chosen = ref<string[]>([])
const note = ref('')
// Kept frames go along; alternates are taken along by hand.
watch(
  () => p.value?.candidates.map((c) => c.frameId).join(),
  () => (chosen.value = (p.value?.candidates ?? []).filter((c) => c.kept).map((c) => c.frameId)),
  { immediate: true },
)
const unready = computed(() =>
  (p.value?.candidates ?? []).filter((c) => chosen.value.includes(c.frameId) && c.left > 0),
)
function take(id: string) {
  chosen.value = chosen.value.includes(id) ? chosen.value.filter((x) => x !== id) : [...chosen.value, id]
}
const send = () =>
  act(async () => {
    const order = (p.value?.candidates ?? []).map((c) => c.frameId).filter((id) => chosen.value.includes(id))
    await ask(
      api.POST('/api/shoots/{id}/proofs', {
        params: path,
        body: { frames: order, note: note.value, number: p.value!.next.number },
      }),
    )
    note.value = ''
  }, 'The round is there for whoever has a link.')

const form = reactive({ whom: '', days: 14 })
const link = ref('')
const about = (f: string) => (error.value instanceof Problem ? error.value.about(f) : '')
const makeLink = () =>
  act(async () => {
    const got = await ask(api.POST('/api/shoots/{id}/proof-links', { params: path, body: { ...form } }))
    link.value = `${location.origin}/proof#${got.token}`
    form.whom = ''
  })
const unlink = (id: string) =>
  act(
    () => ask(api.DELETE('/api/shoots/{id}/proof-links/{link}', { params: { path: { id: shoot, link: id } } })),
    'Taken back: it shows nothing from now on.',
  )
const copy = () =>
  navigator.clipboard?.writeText(link.value).then(
    () => ElMessage({ message: 'The link is copied.', type: 'success' }),
    () => ElMessage({ message: 'Mark the link and copy it by hand.', type: 'warning' }),
  )
type Link = Schema['KeptProofLink']
const stands = (l: Link) =>
  l.doc.revokedAt
    ? 'taken back'
    : new Date(l.doc.expiresAt) < new Date()
      ? 'has run out'
      : `until ${moment(l.doc.expiresAt)}${l.doc.openedAt ? `, opened ${moment(l.doc.openedAt)}` : ', not opened yet'}`
const good = (l: Link) => !l.doc.revokedAt && new Date(l.doc.expiresAt) > new Date()
const pinned = (s: Schema['ProofStanding']) => s.last.filter((a) => a.pin)
const marks = { open: '·', yes: '✓', asked: '△', no: '✕', split: '≠' }
const choices = computed(() =>
  round.value ? round.value.row.doc.choices.map((c, i) => ({ c, s: round.value!.standing[i]! })) : [],
)
useKeys(
  [
    { key: 'n', does: 'The next round', run: () => (at.value = 0) },
    { key: 'j', does: 'A round back', run: () => step(-1) },
    { key: 'k', does: 'A round on', run: () => step(1) },
  ],
  proofs,
)
function step(d: number) {
  const to = (at.value || p.value!.rounds.length + 1) + d
  at.value = to > p.value!.rounds.length ? 0 : Math.max(Math.min(1, p.value!.rounds.length), to)
}
</script>

<template>
  <ScreenFrame title="Proof" work>
    <template #nav><FinishNav /></template>
    <template #head>
      <span v-if="p" class="rounds" role="group" aria-label="Rounds">
        <ChipButton
          v-for="r in [...p.rounds].reverse()"
          :key="r.row.id"
          :aria-pressed="at === r.row.doc.number"
          @click="at = r.row.doc.number"
          >Round {{ r.row.doc.number }}</ChipButton
        >
        <ChipButton :aria-pressed="going" @click="at = 0">Next round <kbd>n</kbd></ChipButton>
      </span>
    </template>
    <ProblemNote v-if="error && !(error instanceof Problem && error.fields.length)" :error="error" />
    <ProblemNote :error="proofs.error.value" />
    <p v-if="lost" class="lost" role="status">What is answered does not come by itself just now. It is tried again.</p>
    <template v-if="round">
      <p v-if="round.row.doc.note" class="note">“{{ round.row.doc.note }}”</p>
      <ul class="choices" :aria-label="`Choices of round ${round.row.doc.number}`">
        <li v-for="{ c, s } in choices" :key="c.key" :class="s.state">
          <div class="shows" :style="{ aspectRatio: `${c.widthPx} / ${c.heightPx}` }">
            <img :src="`/api/proof-choices/${c.key}/picture?long=640`" :alt="c.title" loading="lazy" />
            <span
              v-for="(a, i) in pinned(s)"
              :key="a.key"
              class="pin"
              :style="{ left: `${a.pin!.x * 100}%`, top: `${a.pin!.y * 100}%` }"
              :title="a.words"
              >{{ i + 1 }}</span
            >
          </div>
          <div class="told">
            <b
              ><span class="number">{{ c.label }}</span> {{ c.title }}</b
            >
            <p v-if="!s.last.length" class="soft">No answer yet</p>
            <p v-if="s.state === 'split'" class="split">They do not agree</p>
            <p v-for="a in s.last" :key="a.key">
              <span class="mark" aria-hidden="true">{{ marks[a.kind === 'change' ? 'asked' : a.kind] }}</span>
              <b>{{ a.by }}</b> {{ { yes: 'yes', change: 'a change', no: 'no' }[a.kind] }}
              <span v-if="a.pin" class="at" :aria-label="`at pin ${pinned(s).indexOf(a) + 1}`">{{
                pinned(s).indexOf(a) + 1
              }}</span>
              <span class="soft">{{ moment(a.at ?? '') }}</span>
              <span v-if="a.words" class="words">{{ a.words }}</span>
            </p>
            <details v-if="s.all.length > s.last.length">
              <summary>All {{ s.all.length }} answers</summary>
              <p v-for="a in s.all" :key="a.key" class="soft">
                {{ moment(a.at ?? '') }} {{ a.by }}: {{ a.kind }}{{ a.words ? `, “${a.words}”` : '' }}
              </p>
            </details>
          </div>
        </li>
      </ul>
    </template>
    <template v-else-if="p && !p.candidates.length">
      <EmptyBench>
        <template #title>Nothing kept yet</template>
        A round shows kept frames, and those of the short list beside them. Choose one of each shot's frames first.
      </EmptyBench>
    </template>
    <template v-else-if="p">
      <ul class="choices" aria-label="What the next round shows">
        <li v-for="c in p.candidates" :key="c.frameId" :class="{ out: !chosen.includes(c.frameId) }">
          <label>
            <div class="shows">
              <img :src="`/api/frames/${c.frameId}/finished?long=640`" :alt="c.title" loading="lazy" />
            </div>
            <span class="told">
              <span class="pick"
                ><input type="checkbox" :checked="chosen.includes(c.frameId)" @change="take(c.frameId)" />
                <b>{{ c.title }}</b></span
              >
              <span class="soft">{{
                [
                  c.kept ? '' : 'an alternate, of the short list',
                  c.made ? `finished picture ${c.made}` : 'as it was taken',
                  c.left ? `${c.left} steps open` : '',
                ]
                  .filter(Boolean)
                  .join(', ')
              }}</span>
              <span v-if="c.asked" class="words">{{ c.asked }}</span>
            </span>
          </label>
        </li>
      </ul>
    </template>
    <template #reading>
      <template v-if="round">
        <h2>Round {{ round.row.doc.number }}: {{ round.tally.words }}</h2>
        <p class="soft">Sent {{ moment(round.row.createdAt) }}</p>
        <a :href="`/api/proof-rounds/${round.row.id}/sheet`" target="_blank" rel="noopener">Contact sheet (PDF)</a>
      </template>
      <form v-else-if="p?.candidates.length" class="send" novalidate @submit.prevent="send">
        <h2>{{ p.next.words }}</h2>
        <ReadingFigure v-if="p.next.extra" :reading="p.next.cost" />
        <p v-if="unready.length" class="warn">
          {{ unready.length }} {{ unready.length === 1 ? 'picture has' : 'pictures have' }} finish steps open.
        </p>
        <el-input
          v-model="note"
          type="textarea"
          :rows="3"
          maxlength="2000"
          aria-label="What to say with it"
          placeholder="What to say with it, if anything"
        />
        <el-button type="primary" native-type="submit" :disabled="!chosen.length"
          >Send round {{ p.next.number }} with {{ chosen.length }}
          {{ chosen.length === 1 ? 'picture' : 'pictures' }}</el-button
        >
      </form>
      <section v-if="p" class="links">
        <h3>Links</h3>
        <p v-if="!p.links.length" class="soft">
          Nobody outside the studio sees anything yet. A link shows the rounds of this shoot and nothing else, without
          signing in.
        </p>
        <ul>
          <li v-for="l in p.links" :key="l.id" :class="{ gone: !good(l) }">
            <span
              ><b>{{ l.doc.whom }}</b> <span class="soft">{{ stands(l) }}</span></span
            >
            <el-button v-if="good(l)" size="small" @click="unlink(l.id)">Take back</el-button>
          </li>
        </ul>
        <form novalidate @submit.prevent="makeLink">
          <el-form-item label="Whom a new link is for" label-position="top" :error="about('whom')">
            <el-input v-model="form.whom" aria-label="Whom a new link is for" maxlength="120" />
          </el-form-item>
          <label class="days"
            >Good for
            <select v-model="form.days" aria-label="For how long">
              <option v-for="d in [3, 7, 14, 30, 90]" :key="d" :value="d">{{ d }} days</option>
            </select></label
          >
          <el-button native-type="submit">Make a link</el-button>
        </form>
        <div v-if="link" class="link" role="status">
          <p>Send this link yourself. It is shown once.</p>
          <p class="mono" data-link>{{ link }}</p>
          <el-button size="small" @click="copy">Copy</el-button>
        </div>
      </section>
    </template>
  </ScreenFrame>
</template>

<style scoped>
.rounds {
  display: flex;
  gap: 6px;
  flex-wrap: wrap;
}
.rounds :deep(button) {
  min-height: 36px;
  padding: 0 10px;
  border: 1px solid var(--fl-line);
  background: var(--fl-card);
}
.rounds :deep([aria-pressed='true']) {
  border-color: var(--fl-aubergine);
  box-shadow: inset 0 -3px 0 var(--fl-fig);
}
.note {
  margin: 10px 16px 0;
  font-style: italic;
}
.choices {
  list-style: none;
  margin: 0;
  padding: 12px 16px 16px;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(280px, 1fr));
  gap: 12px;
  align-items: start;
}
.choices li {
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
}
.choices label {
  display: block;
  cursor: pointer;
}
.choices .yes {
  box-shadow: 0 0 0 2px var(--fl-leaf);
}
.choices .asked,
.choices .split,
.choices .no {
  box-shadow: 0 0 0 2px var(--fl-brass);
}
.out .shows img {
  opacity: 0.45;
}
.shows {
  position: relative;
  background: var(--fl-grey);
}
.shows img {
  display: block;
  width: 100%;
}
.pin {
  position: absolute;
  transform: translate(-50%, -50%);
  width: 24px;
  height: 24px;
  border-radius: 12px;
  background: var(--fl-card);
  border: 2px solid var(--fl-fig);
  font: 500 13px/20px var(--fl-mono);
  text-align: center;
}
.told {
  display: grid;
  gap: 4px;
  padding: 10px 12px;
  font-size: 14.5px;
}
.told p {
  margin: 0;
}
.number {
  font: 500 18px var(--fl-mono);
  color: var(--fl-fig-ink);
  margin-right: 4px;
}
.words {
  display: block;
  border-left: 3px solid var(--fl-line);
  padding-left: 8px;
  white-space: pre-line;
  overflow-wrap: anywhere;
}
.split {
  color: var(--fl-brass-ink);
  font-weight: 600;
}
.choices li.split {
  color: inherit;
  font-weight: inherit;
}
.pick {
  display: flex;
  gap: 8px;
  align-items: center;
}
.pick input {
  width: 20px;
  height: 20px;
  accent-color: var(--fl-aubergine);
}
.at {
  font: 500 13px var(--fl-mono);
  border: 2px solid var(--fl-fig);
  border-radius: 10px;
  padding: 0 5px;
}
.mark {
  font-family: var(--fl-mono);
  margin-right: 4px;
}
.send {
  display: grid;
  gap: 10px;
}
.warn {
  margin: 0;
  background: var(--fl-straw);
  padding: 6px 10px;
  font-size: 14px;
}
.links {
  display: grid;
  gap: 8px;
  margin-top: 18px;
}
.links ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
.links li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 8px;
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
  padding: 6px 10px;
  font-size: 14px;
}
.gone b {
  color: var(--fl-soft);
}
.days {
  display: flex;
  gap: 8px;
  align-items: center;
  margin-bottom: 10px;
}
.days select {
  font: inherit;
  min-height: 36px;
  border: 1px solid var(--fl-sand);
  background: var(--fl-white);
  color: var(--fl-ink);
}
.link {
  background: var(--fl-sage);
  padding: 10px 12px;
}
.link .mono {
  overflow-wrap: anywhere;
  font-size: 13px;
}
.lost {
  margin: 10px 16px 0;
  background: var(--fl-straw);
  padding: 6px 10px;
}
@media (max-width: 720px) {
  .rounds :deep(button) {
    min-height: 44px;
  }
}
kbd {
  margin-left: 0;
}
</style>
