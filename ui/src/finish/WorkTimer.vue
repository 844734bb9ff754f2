<script setup lang="ts">
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { api, ask, words, type Schema } from '../api/client'
import { useStart } from '../api/queries'
import ChipButton from '../parts/ChipButton.vue'

/** Counts one's time on a frame: begun with a press, kept alive by the page, mended afterwards. */
const props = defineProps<{ item: Schema['FinishItem']; names: Record<string, string> }>()
const emit = defineEmits<{ counted: [] }>()
const start = useStart()
const wrong = ref('')
const me = computed(() => start.data.value?.person?.id ?? '')
const mine = computed(() => props.item.hours.filter((h) => h.personId === me.value))
const going = computed(() => mine.value.find((h) => h.log.last))
const step = computed(() => going.value?.step ?? (props.item.next || 'look'))

/** What was counted when it was last heard of, and when that was, so that seconds go by on the screen. */
const now = ref(Date.now())
const heard = ref(Date.now())
watch(
  () => going.value?.log.countedS,
  () => (heard.value = now.value = Date.now()),
)
const tick = setInterval(() => (now.value = Date.now()), 1000)
const counted = computed(() => {
  const of = mine.value.reduce((sum, h) => sum + h.log.countedS, 0)
  return of + (going.value ? Math.min(30, (now.value - heard.value) / 1000) : 0)
})
const clock = (s: number) =>
  `${Math.floor(s / 3600)}:${String(Math.floor(s / 60) % 60).padStart(2, '0')}:${String(Math.floor(s) % 60).padStart(2, '0')}`
const length = (s: number) => (s >= 5400 ? `${(s / 3600).toFixed(1)} h` : `${Math.round(s / 60)} min`)

async function tell(run: () => Promise<unknown>) {
  wrong.value = ''
  try {
    await run()
  } catch (e) {
    wrong.value = words(e)
  }
  emit('counted')
}
const time = (deed: 'start' | 'beat' | 'stop') =>
  tell(() =>
    ask(
      api.POST('/api/frames/{id}/hours', {
        params: { path: { id: props.item.frameId } },
        body: { step: step.value, deed },
      }),
    ),
  )
const beats = setInterval(() => going.value && void time('beat'), 30_000)
onBeforeUnmount(() => {
  clearInterval(beats)
  clearInterval(tick)
})
const minutes = ref('')
const say = (of: string, gap: number, min: number) =>
  tell(() =>
    ask(
      api.POST('/api/frames/{id}/hours/said', {
        params: { path: { id: props.item.frameId } },
        body: { step: of as 'look', gap, minutes: min },
      }),
    ),
  )
function mend() {
  const min = Number(minutes.value.replace(',', '.').replace('−', '-'))
  if (!minutes.value.trim() || !Number.isFinite(min) || Math.abs(min) > 600) {
    wrong.value = 'Minutes, such as 20; or −5 to take some off. 600 at the most.'
    return
  }
  minutes.value = ''
  void say(step.value, -1, min)
}
</script>

<template>
  <section class="timer" aria-label="Time">
    <div class="row">
      <span class="mono count" role="timer">{{ clock(counted) }}</span>
      <el-button :type="going ? undefined : 'primary'" @click="time(going ? 'stop' : 'start')">{{
        going ? `Stop: ${names[step]}` : `Count: ${names[step]}`
      }}</el-button>
    </div>
    <ul v-if="item.hours.length">
      <li v-for="h in item.hours" :key="h.id">
        {{ names[h.step] }}, {{ h.personName }}: <span class="mono">{{ length(h.log.countedS) }}</span>
        <template v-if="h.personId === me">
          <p v-for="(g, i) in h.log.gaps" :key="i" class="gap">
            {{ g.because }} <span class="mono">{{ g.s ? length(g.s) : '' }}</span> Was it work?
            <ChipButton v-if="g.s" @click="say(h.step, i, g.s / 60)">All of it</ChipButton>
            <ChipButton @click="say(h.step, i, 0)">None</ChipButton>
          </p>
        </template>
      </li>
    </ul>
    <form class="row" novalidate @submit.prevent="mend">
      <el-input v-model="minutes" aria-label="Minutes that were forgotten" placeholder="forgotten minutes" />
      <el-button native-type="submit" size="small">Add to {{ names[step] }}</el-button>
    </form>
    <p v-if="wrong" role="alert" class="wrong">{{ wrong }}</p>
  </section>
</template>

<style scoped>
.timer {
  display: grid;
  gap: 8px;
  margin-top: 12px;
  padding-top: 10px;
  border-top: 1px solid var(--fl-line);
}
.row {
  display: flex;
  gap: 8px;
  align-items: center;
  justify-content: space-between;
}
.count {
  font-size: 22px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  font-size: 14px;
}
.gap {
  margin: 4px 0;
  background: var(--fl-straw);
  padding: 6px 8px;
}
.gap :deep(.fl-chip) {
  min-height: 32px;
  padding: 0 8px;
  border: 1px solid var(--fl-sand);
  background: var(--fl-white);
  margin-left: 6px;
}
.wrong {
  margin: 0;
  color: var(--fl-wine);
  font-size: 14px;
}
</style>
