<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask, Problem, type SceneSet } from '../api/client'
import { useSetUps } from '../api/queries'
import ChipButton from '../parts/ChipButton.vue'
import ChoiceField from '../parts/ChoiceField.vue'
import { copy } from '../parts/copy'
import { theDesk } from './desk'
import { listed, sharedChanges } from './shared'

/** The set-up that this frame is taken of: who else is, and whether what was changed is for all. */
const props = defineProps<{ shoot: string }>()
const desk = theDesk()
const { shotId, set, planned } = desk
const router = useRouter()
const all = useSetUps(props.shoot)
const id = computed(() => planned.data.value?.setUpId ?? '')
const mine = computed(() => all.data.value?.find((u) => u.id === id.value))
const joins = computed(() => planned.data.value?.version === 0 && !!mine.value)
const frames = computed(() => mine.value?.shots ?? [])
const others = computed(() => frames.value.filter((s) => s.id !== shotId.value))
const elsewhere = computed(() => (all.data.value ?? []).filter((u) => u.id !== id.value))

/** As it stood when the shot was opened, or when its changes were last meant for all. */
const began = ref<SceneSet>()
watch(
  [shotId, id, desk.outside, set],
  ([shot, up, out, s], was) => {
    if (s && (!began.value || shot !== was[0] || up !== was[1] || out !== was[2])) began.value = copy(s)
  },
  { immediate: true },
)
const changed = computed(() =>
  began.value && set.value && others.value.length ? sharedChanges(began.value, set.value) : [],
)
const forAll = () => (began.value = set.value && copy(set.value))

const busy = ref(false)
const failed = ref('')
async function move(by: (version: number) => Promise<Parameters<typeof desk.load>[0]>) {
  if (busy.value || !set.value) return
  busy.value = true
  failed.value = ''
  try {
    await desk.draft.flush()
    if (desk.draft.state.value !== 'saved') throw new Problem(0, 'The set is not saved yet. Mend what is marked first.')
    desk.load(await by(desk.version()))
    await desk.refresh()
    await nextTick()
    forAll()
  } catch (e) {
    failed.value = e instanceof Problem ? e.message : String(e)
  } finally {
    busy.value = false
  }
}
const path = computed(() => ({ id: shotId.value }))
const onlyHere = () =>
  move((version) =>
    ask(
      api.POST('/api/shots/{id}/set/apart', {
        params: { path: path.value },
        body: { set: copy(set.value!), version, ...(changed.value.length ? { others: copy(began.value!) } : {}) },
      }),
    ),
  )
const standIn = (setUpId: string) =>
  setUpId &&
  void move((version) =>
    ask(api.POST('/api/shots/{id}/set/into', { params: { path: path.value }, body: { setUpId, version } })),
  )
const open = (shot: string) => router.push({ name: 'set', params: { shoot: props.shoot, shot } })
</script>

<template>
  <section v-if="set && (mine || elsewhere.length)" class="setup" aria-label="Set-up">
    <p class="line">
      <strong v-if="mine">{{ mine.words }}</strong>
      <span v-else class="soft">A set-up of its own</span>
      <span v-if="joins" class="soft">joins {{ frames.length }} {{ frames.length === 1 ? 'frame' : 'frames' }}</span>
      <span v-else-if="others.length" class="soft">one set-up, {{ frames.length }} frames</span>
      <span v-else-if="mine" class="soft">this frame alone</span>
    </p>
    <ul v-if="others.length" class="frames" aria-label="Frames of this set-up">
      <li v-for="s in frames" :key="s.id">
        <ChipButton
          :aria-current="s.id === shotId ? 'true' : undefined"
          :title="s.title + (s.state ? ', ' + s.state : '')"
          :aria-label="`Frame ${s.nth}, ${s.title}${s.state ? ', ' + s.state : ''}`"
          @click="open(s.id)"
          >{{ s.nth }}</ChipButton
        >
      </li>
    </ul>
    <p class="acts">
      <el-button v-if="others.length && !joins && !changed.length" size="small" :loading="busy" @click="onlyHere"
        >Take out</el-button
      >
      <ChoiceField
        v-if="elsewhere.length && planned.data.value?.version"
        :key="id + elsewhere.length"
        model-value=""
        none="Stand it in …"
        size="small"
        class="into"
        aria-label="Stand this frame in another set-up"
        @change="standIn"
        ><option v-for="u in elsewhere" :key="u.id" :value="u.id">{{ u.words }}</option></ChoiceField
      >
    </p>
    <p v-if="changed.length" class="asks" role="status">
      <span
        >Changed for all {{ frames.length }} frames: <strong>{{ listed(changed) }}</strong>.</span
      >
      <el-button size="small" @click="forAll">Good for all</el-button
      ><el-button size="small" :loading="busy" @click="onlyHere">Only here</el-button>
    </p>
    <p v-if="failed" class="asks" role="alert">{{ failed }}</p>
  </section>
</template>

<style scoped src="./chips.css"></style>
<style scoped>
.setup {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 12px;
  padding: 5px 12px;
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
  font-size: 13.5px;
  flex: none;
}
.line,
.acts,
.asks {
  margin: 0;
  display: flex;
  align-items: center;
  gap: 8px;
}
.frames {
  list-style: none;
  display: flex;
  gap: 4px;
  margin: 0;
  padding: 2px;
  flex: 0 1 auto;
  min-width: 0;
  flex-wrap: wrap;
  overflow-x: auto;
}
.frames button {
  min-width: 34px;
  min-height: 30px;
  padding: 3px 6px;
  font: 500 13px var(--fl-mono);
  border: 1px solid var(--el-border-color);
  border-radius: 3px;
  cursor: pointer;
}
.frames button[aria-current] {
  border-color: var(--fl-aubergine);
  font-weight: 600;
}
.into {
  width: 142px;
}
.acts {
  margin-left: auto;
}
.asks {
  flex: 1 1 100%;
  padding: 4px 8px;
  background: var(--fl-white);
  border-left: 3px solid var(--fl-fig);
}
.asks :deep(.el-button + .el-button) {
  margin-left: 0;
}
</style>
