<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { api, ask, words, type Schema } from '../api/client'
import { useFinishing } from '../api/queries'
import { useRefresh } from '../api/refresh'
import ChipButton from '../parts/ChipButton.vue'
import ReadingFigure from '../parts/ReadingFigure.vue'
import { moment } from '../parts/shown'

/** The frame and its versions, to be looked at by themselves, beside one another or as their difference; and the way out to
 * another program and back. */
const props = defineProps<{ shoot: string; frameId: string; long: number }>()
export type Seen = { src: string; caption: string }
const emit = defineEmits<{ show: [pictures: Seen[]] }>()

const saved = useFinishing(() => props.frameId)
const versions = computed(() => saved.data.value?.versions ?? [])
/** Which one is looked at: a version's key, or empty for the frame itself. */
const at = ref('')
const way = ref<'alone' | 'beside' | 'difference'>('alone')
const before = computed(() => {
  const i = versions.value.findIndex((v) => v.id === at.value)
  return i < 0 ? undefined : versions.value[i + 1]
})
watch(
  () => [props.frameId, versions.value[0]?.id] as const,
  ([, newest]) => {
    at.value = newest ?? ''
    way.value = 'alone'
  },
  { immediate: true },
)
const name = (v?: Schema['KeptVersion']) => (v ? `Version ${v.doc.number}` : 'The frame')
const url = (v?: { id: string }) =>
  v ? `/api/versions/${v.id}/picture?long=${props.long}` : `/api/frames/${props.frameId}/picture?long=${props.long}`
const other = computed(() => before.value?.id ?? '')
watch(
  [at, way, other, () => props.frameId],
  () => {
    const now = versions.value.find((v) => v.id === at.value)
    const one = { src: url(now), caption: name(now) }
    if (!now || way.value === 'alone') return emit('show', [one])
    const two = { src: url(before.value), caption: name(before.value) }
    if (way.value === 'beside') return emit('show', [two, one])
    emit('show', [
      {
        src: `/api/versions/${now.id}/difference-map?other=${other.value}`,
        caption: `${two.caption} and ${one.caption.toLowerCase()}`,
      },
    ])
  },
  { immediate: true },
)
const difference = useQuery({
  queryKey: computed(() => ['difference', at.value, other.value]),
  enabled: computed(() => way.value === 'difference' && at.value !== ''),
  queryFn: () =>
    ask(
      api.GET('/api/versions/{id}/difference', {
        params: { path: { id: at.value }, query: { other: other.value } },
      }),
    ),
})

const refresh = useRefresh('finish')
type Brought = { file: File; words: string; asks: boolean; frame: string; busy: boolean; done: boolean }
const brought = ref<Brought[]>([])
const field = ref<HTMLInputElement>()
async function send(b: Brought, frame = '') {
  b.busy = true
  try {
    const got = await ask(
      api.POST('/api/shoots/{id}/edited', {
        params: { path: { id: props.shoot }, query: { name: b.file.name, frame } },
        body: b.file as unknown as string,
        bodySerializer: (v: unknown) => v as Blob,
        headers: { 'Content-Type': 'application/octet-stream' },
      }),
    )
    Object.assign(b, { words: got.words, asks: got.asks, frame: got.frameId, done: !got.asks })
    if (got.version) b.words += ` It is version ${got.version.doc.number}.`
  } catch (e) {
    b.words = words(e)
    b.asks = false
  }
  b.busy = false
}
async function take(files: FileList | null) {
  brought.value = [...(files ?? [])].map((file) => ({
    file,
    words: 'It is read',
    asks: false,
    frame: '',
    busy: true,
    done: false,
  }))
  for (const b of brought.value) await send(b)
  if (field.value) field.value.value = ''
  await refresh()
}
async function lay(b: Brought, frame: string) {
  await send(b, frame)
  await refresh()
}
</script>

<template>
  <section
    class="versions"
    aria-label="Versions"
    @dragover.prevent
    @drop.prevent="take($event.dataTransfer?.files ?? null)"
  >
    <div class="row">
      <span role="group" aria-label="What is looked at" class="row">
        <ChipButton :aria-pressed="at === ''" @click="at = ''">The frame</ChipButton>
        <ChipButton
          v-for="v in [...versions].reverse()"
          :key="v.id"
          :aria-pressed="at === v.id"
          :title="`${v.doc.name || 'Made here'}, ${moment(v.createdAt)}`"
          @click="at = v.id"
          >Version {{ v.doc.number }}<small v-if="v.doc.name"> came back</small></ChipButton
        >
      </span>
      <span v-if="at" role="group" aria-label="How" class="row how">
        <ChipButton :aria-pressed="way === 'alone'" @click="way = 'alone'">Alone</ChipButton>
        <ChipButton :aria-pressed="way === 'beside'" @click="way = 'beside'"
          >Beside {{ name(before).toLowerCase() }}</ChipButton
        >
        <ChipButton :aria-pressed="way === 'difference'" @click="way = 'difference'">Difference</ChipButton>
      </span>
    </div>
    <div v-if="way === 'difference' && difference.data.value" class="told" role="status">
      <p>{{ difference.data.value.words }}</p>
      <div class="figures">
        <ReadingFigure v-for="r in difference.data.value.readings" :key="r.key + r.value" :reading="r" />
      </div>
    </div>
    <div class="row out">
      <a :href="`/api/frames/${frameId}/to-edit`" download>Hand out to be edited elsewhere</a>
      <el-button size="small" @click="field?.click()">Bring edited pictures back …</el-button>
      <input
        ref="field"
        type="file"
        multiple
        hidden
        accept="image/*"
        aria-label="Edited pictures"
        @change="take(($event.target as HTMLInputElement).files)"
      />
    </div>
    <ul v-if="brought.length" class="brought" aria-label="Brought back">
      <li v-for="b in brought" :key="b.file.name">
        <b>{{ b.file.name }}</b> {{ b.words }}
        <template v-if="b.asks && !b.busy">
          <el-button v-if="b.frame" size="small" type="primary" @click="lay(b, b.frame)">It is</el-button>
          <el-button v-if="b.frame !== frameId" size="small" @click="lay(b, frameId)"
            >It is of the frame above</el-button
          >
        </template>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.versions {
  background: var(--fl-card);
  border-top: 1px solid var(--fl-line);
  padding: 10px 14px;
  display: grid;
  gap: 8px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}
.row :deep(.fl-chip) {
  min-height: 36px;
  padding: 0 10px;
  border: 1px solid var(--fl-line);
  background: var(--fl-card);
}
.row :deep([aria-pressed='true']) {
  border-color: var(--fl-aubergine);
  box-shadow: inset 0 -3px 0 var(--fl-fig);
}
.how {
  margin-left: 14px;
}
.row small {
  color: var(--fl-soft);
}
.out {
  gap: 16px;
}
.told p {
  margin: 0;
}
.figures {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
  gap: 0 16px;
}
.brought {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
  font-size: 14.5px;
  overflow-wrap: anywhere;
}
@media (max-width: 720px) {
  .row :deep(.fl-chip) {
    min-height: 44px;
  }
  .how {
    margin-left: 0;
  }
}
</style>
