<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed, nextTick, ref } from 'vue'
import { api, ask, type Schema } from '../api/client'
import { useTraining } from '../api/queries'
import BackNav from '../back/BackNav.vue'
import EmptyBench from '../parts/EmptyBench.vue'
import { useKeys } from '../parts/keys'
import ProblemNote from '../parts/ProblemNote.vue'
import ReadingFigure from '../parts/ReadingFigure.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import { day, pictureLong } from '../parts/shown'
import ClockFace from './ClockFace.vue'
import CropChoice from './CropChoice.vue'
import StandingsCard from './StandingsCard.vue'

const queries = useQueryClient()
const training = useTraining()
const error = ref<unknown>()
const long = Math.min(600, pictureLong(innerWidth > 720 ? innerWidth - 520 : innerWidth))

/** The session under way: its drills, where it is, and what came of each. */
const session = ref<string[]>([])
const at = ref(0)
const drill = ref<Schema['Drill']>()
const graded = ref<Schema['DrillGraded']>()
const came = ref<{ ask: string; right: boolean; was: string }[]>([])
const drawn = ref(false)
const sending = ref(false)
const ended = computed(() => session.value.length > 0 && at.value >= session.value.length)
const picture = (key: string) => `/api/drills/${key}/picture?long=${long}`
const rightOnes = computed(() => came.value.filter((c) => c.right).length)

const get = (key: string) =>
  queries.fetchQuery({
    queryKey: ['drill', key],
    queryFn: () => ask(api.GET('/api/drills/{key}', { params: { path: { key } } })),
    staleTime: Infinity,
  })

async function begin() {
  session.value = [...(training.data.value?.session ?? [])]
  at.value = 0
  came.value = []
  await show()
}

const question = ref<HTMLElement>()
async function show() {
  graded.value = undefined
  drill.value = undefined
  drawn.value = false
  error.value = undefined
  const key = session.value[at.value]
  if (!key) return
  try {
    drill.value = await get(key)
  } catch (e) {
    error.value = e
  }
  await nextTick()
  question.value?.focus()
}

/** While one picture is looked at the next one is drawn. */
function ahead() {
  drawn.value = true
  const next = session.value[at.value + 1]
  if (!next) return
  void get(next)
    .then(() => (new Image().src = picture(next)))
    .catch(() => undefined)
}

const next = ref<{ $el: HTMLElement }>()
async function choose(choice: number) {
  const d = drill.value
  if (!d || graded.value || sending.value || choice >= d.options.length) return
  sending.value = true
  try {
    const g = await ask(api.POST('/api/drills/{key}/answer', { params: { path: { key: d.key } }, body: { choice } }))
    graded.value = g
    came.value.push({ ask: d.ask, right: g.right, was: d.options[g.correct]!.words })
    void queries.invalidateQueries({ queryKey: ['training'] })
  } catch (e) {
    error.value = e
  } finally {
    sending.value = false
  }
  await nextTick()
  next.value?.$el.focus()
}
async function on() {
  if (!graded.value) return
  at.value++
  await show()
}

useKeys(
  Array.from({ length: 9 }, (_, i) => ({
    key: String(i + 1),
    does: i ? `Answer ${i + 1}` : 'Answer 1; on the clock, arrow keys go on from hour to hour',
    run: () => void choose(i),
  })),
  training,
)
const stateOf = (i: number) =>
  !graded.value ? '' : i === graded.value.correct ? 'right' : i === graded.value.choice ? 'wrong' : 'rest'
</script>

<template>
  <ScreenFrame title="Train the eye">
    <template #nav><BackNav /></template>
    <template #head>
      <ol v-if="session.length && !ended" class="steps" :aria-label="`Picture ${at + 1} of ${session.length}`">
        <li
          v-for="(_, i) in session"
          :key="i"
          :class="{ now: i === at, yes: came[i]?.right, no: came[i] && !came[i]!.right }"
        ></li>
      </ol>
    </template>
    <ProblemNote :error="error ?? training.error.value" />
    <EmptyBench v-if="!session.length && training.data.value">
      <template #title>Ten pictures, about five minutes</template>
      Each shows a made-up set that was worked out, so that there is one right answer.
      <template v-if="training.data.value.own.length"
        >Your own faults come first: {{ training.data.value.own.slice(0, 3).join(', ') }}.</template
      >
      What you see rests longer each time; what you do not comes again tomorrow.
      <template #act><el-button type="primary" size="large" @click="begin">Begin</el-button></template>
    </EmptyBench>
    <EmptyBench v-if="ended">
      <template #title>{{ rightOnes }} of {{ came.length }} seen</template>
      <template v-if="rightOnes === came.length">All of them rest longer now.</template>
      <template v-else
        >Missed:
        {{
          came
            .filter((c) => !c.right)
            .map((c) => c.was)
            .join('; ')
        }}. They come again tomorrow.</template
      >
      <template #act><el-button type="primary" size="large" @click="begin">Ten more</el-button></template>
    </EmptyBench>
    <div v-if="session.length && !ended" class="drill">
      <div class="stage" :aria-busy="!drawn">
        <img
          v-if="drill"
          v-show="drawn"
          :key="drill.key"
          :src="picture(drill.key)"
          alt="The picture that is asked about"
          @load="ahead"
          @error="error = new Error('The picture could not be drawn.')"
        />
        <p v-if="!drawn" role="status">The picture is being drawn …</p>
      </div>
      <section v-if="drill" class="ask" aria-label="The question">
        <h2 ref="question" tabindex="-1">{{ drill.ask }}</h2>
        <ClockFace v-if="drill.kind === 'clock'" :graded="graded" @choose="choose" />
        <CropChoice
          v-else-if="drill.kind === 'crop'"
          :options="drill.options"
          :src="picture(drill.key)"
          :graded="graded"
          @choose="choose"
        />
        <ol v-else class="answers">
          <li v-for="(o, i) in drill.options" :key="o.words">
            <button type="button" class="fl-chip" :class="stateOf(i)" :disabled="Boolean(graded)" @click="choose(i)">
              <kbd aria-hidden="true">{{ i + 1 }}</kbd><span>{{ o.words }}</span
              ><b v-if="stateOf(i) === 'right'">✓ right</b><b v-else-if="stateOf(i) === 'wrong'">✕ yours</b>
            </button>
          </li>
        </ol>
        <div v-if="graded" class="grade" role="status">
          <p>
            <b :class="graded.right ? 'yes' : 'no'">{{
              graded.right ? '✓ Seen.' : `✕ It is ${drill.options[graded.correct]!.words}.`
            }}</b>
            {{ graded.off }} {{ graded.why }}
          </p>
          <ReadingFigure :key="drill.key" :reading="graded.truth" />
          <p class="small soft">Comes again on {{ day(graded.again.slice(0, 10)) }}.</p>
          <el-button ref="next" type="primary" @click="on">{{
            at + 1 < session.length ? 'Next picture' : 'How it went'
          }}</el-button>
        </div>
      </section>
    </div>
    <template #reading><StandingsCard v-if="training.data.value" :training="training.data.value" /></template>
  </ScreenFrame>
</template>

<style scoped>
.steps {
  list-style: none;
  display: flex;
  gap: 4px;
  margin: 0;
  padding: 0;
}
.steps li {
  width: 16px;
  height: 8px;
  background: var(--fl-biscuit);
}
.steps .now {
  box-shadow: 0 0 0 2px var(--fl-aubergine);
}
.steps .yes {
  background: var(--fl-leaf);
}
.steps .no {
  background: var(--fl-fig);
}
.drill {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 290px;
  flex: 1;
  min-height: 0;
}
.stage {
  background: var(--fl-grey);
  display: grid;
  place-items: center;
  padding: 12px;
  color: var(--fl-white);
  min-height: 220px;
}
.stage p {
  margin: 0;
  padding: 6px 12px;
  background: var(--fl-grey-dark);
}
.stage img {
  max-width: 100%;
  max-height: calc(100vh - 150px);
}
.ask {
  padding: 0 2px 12px 16px;
  overflow: auto;
}
.ask h2 {
  font-size: 17px;
  line-height: 1.3;
  margin: 0 0 10px;
  outline: none;
}
.answers {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
.answers button {
  width: 100%;
  margin: 0;
  box-sizing: border-box;
  min-height: 44px;
  padding: 6px 10px;
  display: flex;
  gap: 10px;
  align-items: center;
  text-align: left;
  border: 1px solid var(--fl-line);
  background: var(--fl-card);
  cursor: pointer;
}
.answers button:disabled {
  cursor: default;
}
.answers b {
  margin-left: auto;
  white-space: nowrap;
  font-size: 13px;
}
.answers .right {
  border-color: var(--fl-leaf);
  background: var(--fl-sage);
  color: var(--fl-leaf-deep);
}
.answers .wrong {
  border-color: var(--fl-fig);
  background: var(--fl-blush);
  color: var(--fl-wine);
}
kbd {
  margin-left: 0;
}
.grade {
  margin-top: 12px;
  font-size: 14px;
}
.grade :deep(.value) {
  white-space: normal;
  text-align: right;
}
.grade .yes {
  color: var(--fl-leaf-ink);
}
.grade .no {
  color: var(--fl-fig-ink);
}
@media (max-width: 900px) {
  .drill {
    grid-template-columns: minmax(0, 1fr);
    flex: none;
  }
  .stage img {
    max-height: 38vh;
  }
  .ask {
    padding: 12px 0;
  }
  kbd {
    display: none;
  }
}
</style>
