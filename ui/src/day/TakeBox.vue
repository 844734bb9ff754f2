<script setup lang="ts">
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { api, ask, type SceneSet } from '../api/client'
import { useCamera, useFrames, useSet } from '../api/queries'
import { useRefresh } from '../api/refresh'
import { useAct } from '../parts/act'
import ChipButton from '../parts/ChipButton.vue'
import ChoiceField from '../parts/ChoiceField.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import ThreeQuestions from '../parts/ThreeQuestions.vue'
import type { Schema } from '../api/client'
import { drawn } from '../set/drawn'
import { left } from './going'

/** Takes a frame over the cable, and tells of the last one: settings, how long it has stood, what is not as it was. */
const props = defineProps<{ shoot: string; shot: string; before?: () => Promise<boolean> }>()
const camera = useCamera()
const c = computed(() => camera.data.value)
const all = useFrames(() => props.shoot)
const taken = computed(() => (all.data.value ?? []).filter((f) => f.doc.shotId === props.shot))
const last = computed(() => taken.value[taken.value.length - 1])
const kept = computed(() => taken.value.some((f) => f.doc.kept))
const refresh = useRefresh('frames')
const { act, error } = useAct(refresh)
const busy = ref(false)
const free = ref(false)

async function take() {
  if (busy.value) return
  busy.value = true
  try {
    if (props.before && !(await props.before())) return
    await act(() =>
      ask(
        api.POST('/api/shots/{id}/take', {
          params: { path: { id: props.shot }, query: { free: free.value, after: last.value?.id ?? '' } },
        }),
      ),
    )
    await camera.refetch()
  } finally {
    busy.value = false
  }
}
defineExpose({ take })
/** What waits on its card comes by itself once it is on its cable. */
const coming = ref(false)
watch(
  () => !!c.value?.plugged && (c.value?.waiting ?? 0) > 0 && !busy.value,
  async (waits) => {
    if (!waits || coming.value) return
    coming.value = true
    try {
      await act(() => ask(api.PUT('/api/camera/here')), 'What was on the camera’s card is here.')
      await camera.refetch()
    } finally {
      coming.value = false
    }
  },
  { immediate: true },
)
const setMode = (mode: string) =>
  act(async () => {
    await ask(api.PUT('/api/camera/mode', { body: { mode } }))
    await camera.refetch()
  })
const byHand = (what: string) =>
  act(async () => {
    await ask(api.PUT('/api/camera/by-hand', { body: { act: what } }))
    await camera.refetch()
  })
/** What is said of frames is said one after the other, each of the frame as it then is: a note and a yes pressed
 * together do not run over one another. */
let said: Promise<unknown> = Promise.resolve()
const say = (id: string, put: (f: Schema['KeptFrame']) => Promise<unknown>) =>
  (said = said.then(() => {
    const f = taken.value.find((x) => x.id === id)
    return f && act(() => put(f))
  }))
const keep = (id: string) =>
  say(id, (f) =>
    ask(api.PUT('/api/frames/{id}', { params: { path: { id } }, body: { kept: !f.doc.kept, version: f.version } })),
  )
const answer = (id: string, answers: Schema['Questions']) =>
  say(id, (f) =>
    ask(api.PUT('/api/frames/{id}/answers', { params: { path: { id } }, body: { answers, version: f.version } })),
  )
const note = ref('')
// What is being typed stays when the frame is told anew.
watch(
  () => [last.value?.id, last.value?.doc.note],
  () => (note.value = last.value?.doc.note ?? ''),
  { immediate: true },
)
function write() {
  const id = last.value?.id
  const words = note.value
  if (id && words !== last.value?.doc.note)
    void say(id, (f) =>
      ask(api.PUT('/api/frames/{id}/note', { params: { path: { id } }, body: { note: words, version: f.version } })),
    )
}

/** What the lens sees now: the set as it stands, drawn anew when it changes. */
const live = ref(false)
const seen = ref('')
const set = useSet(() => (live.value ? props.shot : ''))
let looking = new AbortController()
watch(
  () => live.value && set.data.value?.set,
  async (s) => {
    looking.abort()
    looking = new AbortController()
    if (seen.value) URL.revokeObjectURL(seen.value)
    seen.value = ''
    if (s) seen.value = await drawn(s as SceneSet, 480, looking.signal)
  },
)
onBeforeUnmount(() => {
  looking.abort()
  if (seen.value) URL.revokeObjectURL(seen.value)
})
const state = computed(() => {
  if (!c.value) return ''
  if (!c.value.plugged) return '■ The camera is off its cable'
  const low = c.value.batteryPct < 15 || c.value.cardLeft < 10
  return `${low ? '▲' : '●'} On its cable · battery ${Math.round(c.value.batteryPct)} % · room for ${c.value.cardLeft} on its card`
})
</script>

<template>
  <section class="take" aria-label="Camera">
    <p class="state" aria-live="polite">{{ state }}<span v-if="coming">; bringing what is on its card …</span></p>
    <div class="press">
      <el-button type="primary" class="shutter" :disabled="busy || !c?.plugged" @click="take">{{
        busy ? 'Taking …' : 'Take'
      }}</el-button>
      <ChoiceField :model-value="c?.mode ?? ''" aria-label="How it takes" class="mode" @change="setMode"
        ><option v-for="m in c?.modes ?? []" :key="m" :value="m">{{ m }}</option></ChoiceField
      >
      <ChipButton :aria-pressed="free" @click="free = !free">Free, off the tripod</ChipButton>
      <ChipButton :aria-pressed="live" @click="live = !live">Live view</ChipButton>
    </div>
    <ProblemNote :error="error" />
    <div v-if="last || live" class="seen">
      <figure v-if="live">
        <img v-if="seen" :src="seen" alt="What the lens sees" /><span v-else class="wait">looking …</span>
        <figcaption>through the lens now</figcaption>
      </figure>
      <figure v-if="last">
        <img :src="`/api/frames/${last.id}/picture?long=720`" alt="The frame taken last" />
        <figcaption>
          the last of {{ taken.length }}{{ kept ? ', one kept' : '' }}{{ last.doc.free ? ', free' : '' }}
        </figcaption>
      </figure>
      <div v-if="last" class="told">
        <p class="mono">
          {{ last.doc.settings.shown
          }}<template v-if="last.doc.platedS"> · {{ left(last.doc.platedS / 60) }} after it was plated</template>
        </p>
        <ul v-if="(last.doc.changes ?? []).length" class="changes">
          <li v-for="x in last.doc.changes" :key="x.key" :class="{ care: x.care }">
            {{ x.care ? '▲' : '●' }} {{ x.words }}
          </li>
        </ul>
        <p v-else-if="!last.doc.free" class="soft small">
          {{ taken.length > 1 ? 'Nothing but grain differs from the frame before.' : 'It is as it was planned.' }}
        </p>
        <ThreeQuestions :answers="last.doc.answers" @answer="answer(last.id, $event)" />
        <div class="press">
          <el-button size="large" :type="last.doc.kept ? 'default' : 'primary'" @click="keep(last.id)">{{
            last.doc.kept ? 'Let it go' : 'This is the one'
          }}</el-button>
          <el-input
            v-model="note"
            aria-label="Note on this frame"
            placeholder="A note on it"
            maxlength="500"
            @change="write"
          />
        </div>
      </div>
    </div>
    <details v-if="c?.acts.length" class="hands">
      <summary>The camera is simulated: handle it</summary>
      <div class="press">
        <ChipButton v-for="a in c.acts" :key="a" @click="byHand(a)">{{ a }}</ChipButton>
      </div>
    </details>
  </section>
</template>

<style scoped>
.take {
  grid-column: 1 / -1;
  display: grid;
  gap: 10px;
  border-top: 1px solid var(--fl-line);
  padding-top: 10px;
}
.state {
  margin: 0;
  font-size: 15px;
}
.press {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.shutter {
  min-height: 60px;
  min-width: 168px;
  font-size: 21px;
}
.mode {
  width: 170px;
}
.press :deep(.choice-field select),
.press .fl-chip {
  min-height: 44px;
}
.press .fl-chip {
  padding: 0 14px;
  border: 1px solid var(--fl-line);
  cursor: pointer;
}
.press .fl-chip[aria-pressed='true'] {
  background: var(--fl-straw);
  color: var(--fl-brass-deep);
}
.press .el-input {
  flex: 1 1 160px;
}
.seen {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(250px, 1fr));
  gap: 14px;
}
figure {
  margin: 0;
  background: var(--fl-grey);
  display: grid;
  align-content: center;
  justify-items: center;
  min-height: 160px;
}
figure img {
  max-width: 100%;
  max-height: 300px;
  display: block;
}
figcaption,
.wait {
  font-size: 12.5px;
  color: var(--fl-ink);
  background: var(--fl-card);
  padding: 1px 6px;
}
.told {
  display: grid;
  gap: 6px;
  align-content: start;
}
.told p {
  margin: 0;
}
.changes {
  margin: 0;
  padding: 0;
  list-style: none;
  font-size: 15px;
}
.care {
  color: var(--fl-brass-deep);
}
.hands summary {
  cursor: pointer;
  color: var(--fl-soft);
  font-size: 13px;
  min-height: 28px;
}
@media (max-width: 720px) {
  .shutter {
    flex: 1 0 100%;
  }
}
</style>
