<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { ElMessageBox } from 'element-plus'
import 'element-plus/es/components/message-box/style/css'
import { computed, reactive, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, Problem, type Schema } from '../api/client'
import { useFinals, useFinish, useFrames, useOutlets, usePublications, useShoot, useShots } from '../api/queries'
import { useRefresh } from '../api/refresh'
import ChipButton from '../parts/ChipButton.vue'
import ClockField from '../parts/ClockField.vue'
import DayField from '../parts/DayField.vue'
import EmptyBench from '../parts/EmptyBench.vue'
import FindingCard from '../parts/FindingCard.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import { bytes, moment, pictureLong, shortDay } from '../parts/shown'
import ChoiceField from '../parts/ChoiceField.vue'
import OutNav from './OutNav.vue'
import SentList from './SentList.vue'
import { told } from './outlet'

const route = useRoute()
const large = pictureLong(innerWidth > 720 ? innerWidth - 450 : innerWidth)
const router = useRouter()
const shoot = route.params.shoot as string
const refresh = useRefresh('out')
const shootRow = useShoot(shoot)
const list = useShots(shoot)
const frames = useFrames(shoot)
const outlets = useOutlets()
const publications = usePublications(shoot)
const error = ref<unknown>()
const kept = computed(() => new Set((frames.data.value ?? []).filter((f) => f.doc.kept).map((f) => f.doc.shotId)))
const rows = computed(() => (list.data.value ?? []).filter((r) => kept.value.has(r.shot.id)))
const shotId = computed(
  () =>
    (route.params.shot as string) ||
    (rows.value.find((r) => r.mark.next.startsWith('Send') || r.mark.next.startsWith('Refused')) ?? rows.value[0])?.shot
      .id ||
    '',
)
const row = computed(() => rows.value.find((r) => r.shot.id === shotId.value))
const finish = useFinish(shotId)
const frame = computed(() => finish.data.value?.frame)
const followed = useFinals(shoot)
/** The finals that this frame serves: what it is sent for. */
const serves = computed(() => (followed.data.value?.finals ?? []).filter((f) => f.shotId === shotId.value))
const sent = computed(() => (publications.data.value ?? []).filter((p) => p.shotId === shotId.value))

const order = reactive({
  outlet: '',
  zoom: 1,
  centreX: 0.5,
  centreY: 0.5,
  words: { title: '', caption: '', alt: '', credit: '' },
  at: undefined as string | undefined,
  passed: false,
})
/** When it is to go out, by the clock on this wall; empty for at once. */
const when = reactive({ later: false, day: '', clock: '' })
const hour = computed(() =>
  when.later && when.day && when.clock ? new Date(`${when.day}T${when.clock}:00`) : undefined,
)
watch(hour, (h) => (order.at = h && !Number.isNaN(h.getTime()) ? h.toISOString() : undefined))
const outlet = computed(() => outlets.data.value?.find((o) => o.key === order.outlet))
const check = ref<Schema['CutCheck']>()
const busy = ref(false)

// A frame that is opened begins with what it still owes; with none, with what was chosen last.
let begun = ''
watch(
  [outlets.data, followed.data, shotId],
  ([o, f]) => {
    if (!o?.length || !f) return
    const owed = serves.value.find((x) => !x.out && x.outlet)
    if (begun !== shotId.value && owed) order.outlet = owed.outlet
    begun = shotId.value
    if (!o.some((x) => x.key === order.outlet)) order.outlet = o[0]!.key
  },
  { immediate: true },
)
watch(
  [shotId, () => row.value?.shot.doc.title, () => publications.data.value !== undefined],
  () => {
    const last = sent.value[0]
    order.words = last
      ? { ...last.words }
      : { title: row.value?.shot.doc.title ?? '', caption: '', alt: '', credit: '' }
    Object.assign(order, { zoom: 1, centreX: 0.5, centreY: 0.5, passed: false })
  },
  { immediate: true },
)

/** A frame that is opened, or another outlet, begins with the crop that is proposed. */
let placedFor = ''
const proposed = computed(() => check.value?.proposed)
const atProposal = computed(() => {
  const b = proposed.value?.box
  return (
    !b ||
    (order.zoom === 1 &&
      Math.abs(order.centreX - b.x - b.w / 2) < 0.002 &&
      Math.abs(order.centreY - b.y - b.h / 2) < 0.002)
  )
})
function place() {
  const b = proposed.value?.box
  if (b) Object.assign(order, { zoom: 1, centreX: b.x + b.w / 2, centreY: b.y + b.h / 2 })
}

let asked = 0
async function work() {
  if (!frame.value || !order.outlet) return
  const mine = ++asked
  try {
    const c = await ask(
      api.POST('/api/shots/{id}/cut', {
        params: { path: { id: shotId.value } },
        body: JSON.parse(JSON.stringify(order)) as Schema['CutOrder'],
      }),
    )
    if (mine !== asked) return
    check.value = c
    const now = shotId.value + ' ' + order.outlet
    if (placedFor !== now && order.zoom === 1) {
      placedFor = now
      place()
    }
  } catch (e) {
    if (mine === asked) error.value = e
  }
}
const later = useDebounceFn(work, 120)
watch([() => frame.value?.id, () => finish.data.value?.approval?.id, order], () => void later(), {
  immediate: true,
  deep: true,
})

const stopped = computed(
  () =>
    Boolean(check.value?.missing) ||
    (when.later && !order.at) ||
    check.value?.findings.some((f) => f.severity === 'stop'),
)
const drafting = ref(false)
/** Words are drafted into what is empty, and are for a person to read before they go anywhere. */
async function draft() {
  drafting.value = true
  error.value = undefined
  try {
    const w = await ask(
      api.POST('/api/shots/{id}/words', {
        params: { path: { id: shotId.value } },
        body: JSON.parse(JSON.stringify(order)) as Schema['CutOrder'],
      }),
    )
    for (const k of ['title', 'caption', 'alt', 'credit'] as const) if (!order.words[k].trim()) order.words[k] = w[k]
    order.passed = false
  } catch (e) {
    error.value = e
  } finally {
    drafting.value = false
  }
}

/** What has been sent was seen, even where it is taken down again: so it is asked first, and asked in other words the second time. */
async function publish() {
  if (!check.value || stopped.value || busy.value) return
  const before = sent.value.find((p) => p.outlet === order.outlet && (p.state === 'accepted' || p.state === 'waiting'))
  const sure = await ElMessageBox.confirm(
    `“${order.words.title}”, ${check.value.widthPx} × ${check.value.heightPx} pixels` +
      (order.at
        ? `, on ${moment(order.at)}. Until then it can be called off.`
        : '. What has been seen stays seen: an outlet can only be asked to take it down.') +
      (before ? ` A picture of this shot went there on ${moment(before.createdAt)}.` : ''),
    before ? `Send another to ${outlet.value?.name}?` : `Send it to ${outlet.value?.name}?`,
    { confirmButtonText: 'Send it', cancelButtonText: 'Leave it' },
  ).catch(() => false)
  if (!sure) return
  error.value = undefined
  busy.value = true
  try {
    await ask(
      api.POST('/api/shots/{id}/publish', {
        params: { path: { id: shotId.value } },
        body: JSON.parse(JSON.stringify(order)) as Schema['CutOrder'],
      }),
    )
  } catch (e) {
    error.value = e instanceof Problem ? e : new Problem(0, String(e))
  } finally {
    busy.value = false
  }
  await refresh()
}

const stage = ref<HTMLElement>()
let grab: { x: number; y: number } | undefined
function down(e: PointerEvent) {
  if (!check.value || !frame.value) return
  grab = { x: e.clientX, y: e.clientY }
  ;(e.currentTarget as Element).setPointerCapture(e.pointerId)
}
function move(e: PointerEvent) {
  if (!grab || !stage.value) return
  const b = stage.value.getBoundingClientRect()
  shift((e.clientX - grab.x) / b.width, (e.clientY - grab.y) / b.height)
  grab = { x: e.clientX, y: e.clientY }
}
/** Moves the crop's middle from where it really lies, so that edges do not swallow the way back. */
function shift(dx: number, dy: number) {
  if (!check.value || !frame.value) return
  const c = check.value.crop
  const halfW = c.width / check.value.ofWidthPx / 2
  const halfH = c.height / check.value.ofHeightPx / 2
  order.centreX = Math.min(1 - halfW, Math.max(halfW, order.centreX + dx))
  order.centreY = Math.min(1 - halfH, Math.max(halfH, order.centreY + dy))
}
function key(e: KeyboardEvent) {
  const d = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[e.key]
  if (d) shift(d[0]! * 0.01, d[1]! * 0.01)
  else if (e.key === '+' || e.key === '=') order.zoom = Math.max(0.05, order.zoom - 0.05)
  else if (e.key === '-') order.zoom = Math.min(1, order.zoom + 0.05)
  else return
  e.preventDefault()
}
const crop = computed(() => {
  const f = check.value
  if (!f) return undefined
  const c = f.crop
  return {
    left: (100 * c.x) / f.ofWidthPx + '%',
    top: (100 * c.y) / f.ofHeightPx + '%',
    width: (100 * c.width) / f.ofWidthPx + '%',
    height: (100 * c.height) / f.ofHeightPx + '%',
  }
})
const name = (k: string) => outlets.data.value?.find((o) => o.key === k)?.name ?? k
</script>

<template>
  <ScreenFrame title="Out" work>
    <template #nav><OutNav /></template>
    <template #head>
      <template v-if="rows.length">
        <ChoiceField
          :model-value="shotId"
          class="pick"
          aria-label="Shot"
          @change="router.push({ name: 'out', params: { shoot, shot: $event } })"
          ><option v-for="r in rows" :key="r.shot.id" :value="r.shot.id">{{ r.shot.doc.title }}</option></ChoiceField
        >
        <el-radio-group v-model="order.outlet" aria-label="Outlet"
          ><el-radio-button v-for="o in outlets.data.value" :key="o.key" :value="o.key"
            >{{ o.name }} {{ o.shape }}</el-radio-button
          ></el-radio-group
        >
      </template>
    </template>
    <ProblemNote :error="error ?? outlets.error.value" />
    <EmptyBench v-if="list.data.value && frames.data.value && !rows.length">
      <template #title>Nothing to send yet</template>
      A frame goes out once it is kept, finished and approved.
      <template #act
        ><el-button type="primary" @click="router.push({ name: 'frames', params: { shoot } })"
          >Go to Frames</el-button
        ></template
      >
    </EmptyBench>
    <div v-if="frame" class="stage">
      <div ref="stage" class="pic">
        <img :src="`/api/frames/${frame.id}/finished?long=${large}`" :alt="row?.shot.doc.title" draggable="false" />
        <div
          v-if="crop"
          class="crop"
          :style="crop"
          tabindex="0"
          role="group"
          :aria-label="`Crop ${check?.crop.width} by ${check?.crop.height} pixels. Arrow keys move it, plus and minus come in and go back.`"
          @pointerdown.prevent="down"
          @pointermove="move"
          @pointerup="grab = undefined"
          @keydown="key"
        >
          <span class="mono">{{ check?.widthPx }} × {{ check?.heightPx }}</span>
        </div>
      </div>
    </div>
    <div v-if="frame" class="zoom">
      <label for="zoom">Come in closer</label
      ><input
        id="zoom"
        v-model.number="order.zoom"
        type="range"
        min="0.2"
        max="1"
        step="0.01"
        style="direction: rtl"
      /><span class="mono small">{{ check ? Math.round(check.lost * 100) : 0 }} % left out</span>
      <p v-if="proposed" class="small soft proposed">
        {{ proposed.words }}
        <ChipButton v-if="!atProposal" class="again" @click="place">Back to the crop proposed</ChipButton>
      </p>
    </div>
    <template #reading>
      <template v-if="frame && check">
        <section v-if="serves.length" aria-label="What this frame serves" class="serves">
          <h2>Serves {{ serves.length === 1 ? 'one final' : `${serves.length} finals` }}</h2>
          <ul>
            <li v-for="f in serves" :key="f.of + '-' + f.nth">
              <ChipButton v-if="f.outlet" :aria-pressed="order.outlet === f.outlet" @click="order.outlet = f.outlet"
                ><span aria-hidden="true">{{ f.out ? '✓' : '◆' }}</span> {{ f.name || 'Final' }} {{ f.shape }},
                {{ f.longPx }} px<span class="visually-hidden">, {{ f.out ? 'delivered' : 'owed' }}</span></ChipButton
              >
              <span v-else>◆ {{ f.name || 'Final' }} {{ f.shape }}. {{ f.handed }}</span>
              <small v-if="f.due && !f.out" class="soft">due {{ shortDay(f.due) }}</small>
            </li>
          </ul>
        </section>
        <h2>{{ outlet?.name }}</h2>
        <p class="small soft">
          Wants {{ outlet ? told(outlet) : '' }}{{ outlet?.mostBytes ? `, ${bytes(outlet.mostBytes)} at most` : ''
          }}{{ outlet?.needsAlt ? ', alt text' : '' }}{{ outlet?.needsCredit ? ', a credit' : '' }}.
        </p>
        <form novalidate class="words" @submit.prevent="publish">
          <el-button class="draft" :loading="drafting" @click="draft">Draft from what is known</el-button>
          <label>Title<el-input v-model="order.words.title" name="title" maxlength="200" /></label>
          <label>Words<el-input v-model="order.words.caption" name="caption" type="textarea" :rows="2" /></label>
          <label
            >Alt text<el-input
              v-model="order.words.alt"
              name="alt"
              type="textarea"
              :rows="2"
              placeholder="What is in the picture, for who cannot see it"
          /></label>
          <label>Credit<el-input v-model="order.words.credit" name="credit" maxlength="200" /></label>
          <FindingCard v-for="f in check.findings" :key="f.code" :finding="f" />
          <label v-if="check.drafted || order.passed" class="passed"
            ><input v-model="order.passed" type="checkbox" /> I have read the drafted words against the picture</label
          >
          <fieldset v-if="outlet?.place" class="when">
            <legend>When</legend>
            <label><input v-model="when.later" type="radio" :value="false" /> now</label>
            <label><input v-model="when.later" type="radio" :value="true" /> at an hour</label>
            <div v-if="when.later" class="hour">
              <DayField v-model="when.day" ahead aria-label="Day it goes out" />
              <ClockField v-model="when.clock" aria-label="Hour it goes out" />
              <small class="soft">by this machine’s clock</small>
            </div>
          </fieldset>
          <p v-if="check.missing" class="missing">▲ {{ check.missing }}</p>
          <el-button type="primary" native-type="submit" size="large" :loading="busy" :disabled="stopped">{{
            !outlet?.place
              ? `Make it for ${outlet?.name ?? ''} …`
              : order.at
                ? `Send to ${outlet.name} then …`
                : `Send to ${outlet.name} …`
          }}</el-button>
        </form>
      </template>
      <SentList v-if="sent.length" :sent="sent" :name="name" />
      <p v-if="publications.data.value?.some((p) => p.state === 'accepted')" class="hand">
        <a :href="`/api/shoots/${shoot}/delivery`" download>All that stands, as ZIP</a>
        <small class="soft">cuts, a list, a contact sheet and the rights, to be handed over</small>
      </p>
      <p v-if="sent.some((p) => p.state === 'accepted')" class="hand">
        <a :href="`/api/shots/${shotId}/post`" download>Recipe post, as ZIP</a>
        <small class="soft">the recipe as it was made, as a page with this picture</small>
      </p>
      <p v-if="shootRow.data.value && !sent.length && frame" class="small soft">
        Nothing of this shot has been sent yet.
      </p>
    </template>
  </ScreenFrame>
</template>

<style scoped>
.pick {
  width: 250px;
}
.stage {
  background: var(--fl-grey);
  flex: 1;
  min-height: 0;
  display: grid;
  place-items: center;
  padding: 14px;
}
.pic {
  position: relative;
  overflow: hidden;
  line-height: 0;
}
.pic img {
  max-width: 100%;
  max-height: calc(100vh - 210px);
  display: block;
  user-select: none;
}
.hand small {
  display: block;
}
.crop {
  position: absolute;
  box-shadow:
    0 0 0 4000px var(--fl-shade),
    inset 0 0 0 2px var(--fl-white);
  cursor: move;
  touch-action: none;
  line-height: 1.2;
}
.crop:focus-visible {
  outline: 3px solid var(--fl-rose);
  outline-offset: -3px;
}
.crop span {
  position: absolute;
  left: 6px;
  bottom: 6px;
  background: var(--fl-shade);
  color: var(--fl-white);
  font-size: 12px;
  padding: 2px 6px;
}
.serves ul {
  list-style: none;
  margin: 4px 0 0;
  padding: 0;
  display: grid;
  gap: 4px;
  font-size: 13.5px;
}
.serves button {
  cursor: pointer;
  padding: 4px 8px;
  border: 1px solid var(--el-border-color);
  border-radius: 3px;
}
.serves button[aria-pressed='true'] {
  border-color: var(--fl-aubergine);
  font-weight: 600;
}
.serves small {
  margin-left: 8px;
}
.zoom label {
  white-space: nowrap;
}
.zoom {
  display: flex;
  gap: 12px;
  align-items: center;
  font-size: 13.5px;
  flex: none;
}
.zoom input {
  width: 260px;
  accent-color: var(--fl-aubergine);
}
.words {
  display: grid;
  gap: 8px;
}
.words label {
  font-size: 13px;
  font-weight: 560;
  display: grid;
  gap: 2px;
}
.missing {
  background: var(--fl-straw);
  border-left: 4px solid var(--fl-brass);
  padding: 6px 10px;
  font-size: 13.5px;
}
.proposed {
  margin: 0;
}
.again {
  text-decoration: underline;
}
.draft {
  justify-self: start;
}
.words .passed,
.words .when label {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 32px;
}
.passed {
  background: var(--fl-straw);
  border-left: 4px solid var(--fl-brass);
  padding: 4px 10px;
}
.when {
  border: 1px solid var(--fl-line);
  padding: 2px 10px 8px;
  margin: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 0 18px;
}
.when legend {
  font-size: 13px;
  font-weight: 560;
}
.when .hour {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
  align-items: center;
  width: 100%;
}
.when input,
.passed input {
  accent-color: var(--fl-aubergine);
}
@media (max-width: 720px) {
  .stage {
    flex: none;
    padding: 8px;
  }
  .pic img {
    max-height: 34vh;
  }
  .zoom {
    flex-wrap: wrap;
  }
  .zoom input {
    flex: 1;
    width: auto;
    min-width: 120px;
    min-height: 44px;
  }
  .pick {
    width: 100%;
  }
}
</style>
