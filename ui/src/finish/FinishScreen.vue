<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask } from '../api/client'
import { useFinish, useFrames, useShots, useStart } from '../api/queries'
import { useAct } from '../parts/act'
import { useRefresh } from '../api/refresh'
import EmptyBench from '../parts/EmptyBench.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import { useKeys } from '../parts/keys'
import { moment, pictureLong } from '../parts/shown'
import ChoiceField from '../parts/ChoiceField.vue'
import FinishNav from './FinishNav.vue'
import VersionsBar, { type Seen } from './VersionsBar.vue'

const route = useRoute()
const large = pictureLong(innerWidth > 720 ? innerWidth - 450 : innerWidth)
const router = useRouter()
const shoot = route.params.shoot as string
const refresh = useRefresh('frames')
const toLook = () => void router.push({ name: 'look', params: { shoot, shot: shotId.value } })
const list = useShots(shoot)
const frames = useFrames(shoot)
const { act, error } = useAct(refresh)
const kept = computed(() => new Set((frames.data.value ?? []).filter((f) => f.doc.kept).map((f) => f.doc.shotId)))
const rows = computed(() => (list.data.value ?? []).filter((r) => kept.value.has(r.shot.id)))
const shotId = computed(
  () =>
    (route.params.shot as string) ||
    (rows.value.find((r) => !r.mark.rungs.find((g) => g.key === 'approved')?.reached) ?? rows.value[0])?.shot.id ||
    '',
)
const finish = useFinish(shotId)
const f = computed(() => finish.data.value)
const left = computed(() => f.value?.steps.filter((s) => !s.done).length ?? 0)
const by = ref('')
const seen = ref<Seen[]>([])
const said = ref('')
const start = useStart()
// Of your own work the yes is yours; a client's takes the client's name.
watch(
  [shotId, () => f.value?.askWhom],
  ([, whom]) => {
    by.value = whom === 'you' ? (start.data.value?.person?.name ?? '') : ''
    said.value = ''
  },
  { immediate: true },
)

const tick = (key: string, done: boolean) =>
  act(() => ask(api.POST('/api/shots/{id}/tick', { params: { path: { id: shotId.value } }, body: { key, done } })))
const approve = () =>
  act(() =>
    ask(
      api.POST('/api/shots/{id}/approve', {
        params: { path: { id: shotId.value } },
        body: { who: by.value, words: said.value, picture: f.value?.picture ?? '' },
      }),
    ),
  )
function other(d: number) {
  const at = rows.value.findIndex((r) => r.shot.id === shotId.value)
  const to = rows.value[at + d]
  if (to) void router.push({ name: 'finish', params: { shoot, shot: to.shot.id } })
}
useKeys(
  [
    { key: 'j', does: 'Next kept frame', run: () => other(1) },
    { key: 'k', does: 'Kept frame before', run: () => other(-1) },
    { key: 'l', does: 'Look: what is done to it', run: toLook },
    ...[1, 2, 3, 4, 5, 6, 7, 8, 9].map((n) => ({
      key: String(n),
      does: `Tick step ${n}`,
      run: () => {
        const s = f.value?.steps[n - 1]
        if (s) void tick(s.key, !s.done)
      },
    })),
  ],
  list,
  frames,
  finish,
)
</script>

<template>
  <ScreenFrame title="Finish" work>
    <template #nav><FinishNav /></template>
    <template #head>
      <ChoiceField
        v-if="rows.length"
        :model-value="shotId"
        class="pick"
        aria-label="Shot"
        @change="router.push({ name: 'finish', params: { shoot, shot: $event } })"
        ><option v-for="r in rows" :key="r.shot.id" :value="r.shot.id">{{ r.shot.doc.title }}</option></ChoiceField
      >
    </template>
    <ProblemNote :error="error ?? finish.error.value" />
    <EmptyBench v-if="list.data.value && frames.data.value && !rows.length">
      <template #title>Nothing kept yet</template>
      A frame is finished once it is kept. Choose one of each shot's frames first.
      <template #act
        ><el-button type="primary" @click="router.push({ name: 'frames', params: { shoot } })"
          >Go to Frames</el-button
        ></template
      >
    </EmptyBench>
    <div v-if="f?.frame" class="looked" :class="{ two: seen.length > 1 }">
      <figure v-for="s in seen" :key="s.src">
        <img :src="s.src" :alt="`${f.shot.doc.title}, ${s.caption}`" />
        <figcaption v-if="seen.length > 1">{{ s.caption }}</figcaption>
      </figure>
    </div>
    <VersionsBar v-if="f?.frame" :shoot="shoot" :frame-id="f.frame.id" :long="large" @show="seen = $event" />
    <template #reading>
      <template v-if="f?.frame">
        <h2>{{ f.shot.doc.title }}</h2>
        <p class="count">
          <span class="mono">{{ f.steps.length - left }}</span> of <span class="mono">{{ f.steps.length }}</span> steps
          done
        </p>
        <ol class="steps">
          <li v-for="(s, i) in f.steps" :key="s.key" :class="{ done: s.done }">
            <label
              ><input
                type="checkbox"
                :checked="s.done"
                @change="tick(s.key, ($event.target as HTMLInputElement).checked)"
              /><span
                ><b>{{ s.words }}</b
                ><small>{{ s.done && s.at ? 'done ' + moment(s.at) : s.because }}</small></span
              ><kbd>{{ i + 1 }}</kbd></label
            >
          </li>
        </ol>
        <div v-if="f.approval" class="yes">
          <b>✓ Approved</b> by {{ f.approval.doc.who }}, {{ moment(f.approval.createdAt)
          }}<span v-if="f.approval.doc.words">: “{{ f.approval.doc.words }}”</span>
        </div>
        <form v-else novalidate class="ask" @submit.prevent="approve">
          <h3>A yes from {{ f.askWhom }}</h3>
          <p v-if="f.earlier" class="small soft">
            {{ f.earlier.doc.who }} said yes on {{ moment(f.earlier.createdAt) }}. The picture was made anew since.
          </p>
          <p v-if="left" class="small soft">Tick the {{ left }} {{ left === 1 ? 'step' : 'steps' }} above first.</p>
          <el-input
            v-model="by"
            aria-label="Who says yes"
            placeholder="Who says yes, by name"
            maxlength="200"
            :disabled="left > 0"
          />
          <el-input
            v-model="said"
            aria-label="What they say"
            placeholder="What they say, if anything"
            :disabled="left > 0"
          />
          <el-button type="primary" native-type="submit" :disabled="left > 0 || !by.trim()">Record the yes</el-button>
        </form>
        <router-link v-if="f.approval" :to="{ name: 'out', params: { shoot, shot: shotId } }" class="next"
          >Climb to Out →</router-link
        >
      </template>
    </template>
  </ScreenFrame>
</template>

<style scoped>
.pick {
  width: 380px;
}
.looked {
  flex: 1;
  min-height: 180px;
  display: grid;
  grid-template-rows: minmax(0, 1fr);
  background: var(--fl-grey);
}
.two {
  grid-template-columns: 1fr 1fr;
}
figure {
  margin: 0;
  min-height: 0;
  min-width: 0;
  display: grid;
  grid-template-rows: minmax(0, 1fr);
  place-items: center;
  padding: 14px;
}
figure img {
  max-width: 100%;
  max-height: 100%;
  display: block;
}
figcaption {
  background: var(--fl-veil);
  color: var(--fl-white);
  padding: 2px 10px;
}
.count .mono {
  font-size: 22px;
}
.steps {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 2px;
}
.steps label {
  display: grid;
  grid-template-columns: 22px 1fr auto;
  gap: 8px;
  padding: 8px;
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
  cursor: pointer;
  align-items: start;
  min-height: 44px;
}
.steps input {
  width: 20px;
  height: 20px;
  accent-color: var(--fl-leaf-ink);
  margin: 1px 0 0;
}
.steps b {
  font-weight: 560;
  font-size: 14px;
  display: block;
}
.steps small {
  color: var(--fl-soft);
}
.done label {
  background: var(--fl-sage);
}
.ask {
  display: grid;
  gap: 8px;
}
.yes {
  background: var(--fl-sage);
  border-left: 4px solid var(--fl-leaf);
  padding: 8px 12px;
  font-size: 14px;
}
.next {
  font-weight: 600;
}
kbd {
  margin-left: 0;
}
@media (max-width: 720px) {
  .looked {
    flex: none;
  }
  figure img {
    max-height: 34vh;
  }
}
</style>
