<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { ElMessageBox } from 'element-plus'
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { api, ask } from '../api/client'
import { useCopies, usePlacesToCopy } from '../api/queries'
import { useRefresh } from '../api/refresh'
import { useAct } from '../parts/act'
import { useKeys } from '../parts/keys'
import ProblemNote from '../parts/ProblemNote.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import { bytes } from '../parts/shown'
import CardCopy from './CardCopy.vue'
import FramesNav from './FramesNav.vue'
import { dropped, progressOf, send, sendingOf, stopSending } from './sending'
import { lasting } from './told'

const shoot = useRoute().params.shoot as string
const refresh = useRefresh('frames')
const copies = useCopies(shoot)
const places = usePlacesToCopy()
const { act, error } = useAct(async () => {
  await refresh()
  await places.refetch()
})
const sending = sendingOf(shoot)
const now = ref(Date.now())
useIntervalFn(() => (now.value = Date.now()), 500)
const going = computed(() => progressOf(sending, now.value))

/** Whether all that is on the card is kept already. */
const copied = computed(() => copies.data.value?.some((c) => c.from === 'reader' && c.verdict.mayClear) ?? false)
const files = ref<HTMLInputElement>()
const folder = ref<HTMLInputElement>()
/** The card that what is chosen next is more of: one whose window was closed. */
const more = ref('')
function choose(card = '') {
  more.value = card
  files.value?.click()
}
async function take(list: File[]) {
  const card = more.value
  more.value = ''
  if (!list.length) return
  await send(shoot, list, card)
  await refresh()
}
function chosen(e: Event) {
  const input = e.target as HTMLInputElement
  const list = [...(input.files ?? [])]
  input.value = ''
  void take(list)
}
const over = ref(false)
async function drop(e: DragEvent) {
  over.value = false
  if (e.dataTransfer) void take(await dropped(e.dataTransfer.items))
}
const begin = (from: 'reader' | 'folder', path = '') =>
  act(() => ask(api.POST('/api/shoots/{id}/copies', { params: { path: { id: shoot } }, body: { from, folder: path } })))
const hand = (what: string) => act(() => ask(api.PUT('/api/reader/by-hand', { body: { act: what } })))
const on = (id: string) => act(() => ask(api.PUT('/api/copies/{id}/on', { params: { path: { id } } })))
const halt = (id: string) => act(() => ask(api.PUT('/api/copies/{id}/halt', { params: { path: { id } } })))
async function clear(id: string, verdict: string) {
  try {
    await ElMessageBox.confirm(
      `${verdict} Each copy is read once more before. What is taken off a card cannot be shot again.`,
      'Clear the card in the reader?',
      { confirmButtonText: 'Clear the card', cancelButtonText: 'Leave it' },
    )
  } catch {
    return // it is left
  }
  await act(
    () => ask(api.PUT('/api/copies/{id}/clear', { params: { path: { id } } })),
    'The card is cleared. Both copies of every file are kept.',
  )
}
const clock = (id: string, offMin: number | null) =>
  act(() => ask(api.PUT('/api/copies/{id}/clock', { params: { path: { id } }, body: { offMin } })))
useKeys(
  [
    { key: 'c', does: 'Choose pictures', run: () => choose() },
    {
      key: 'r',
      does: 'Copy the card in the reader',
      run: () => {
        if ((places.data.value?.inIt ?? -1) > 0) void begin('reader')
      },
    },
  ],
  places,
)
</script>

<template>
  <ScreenFrame title="Bring in" wide>
    <template #nav><FramesNav /></template>
    <ProblemNote :error="error ?? copies.error.value" />
    <div class="ways">
      <section
        class="way drop"
        :class="{ over }"
        aria-label="From this computer or phone"
        @dragover.prevent="over = true"
        @dragleave="over = false"
        @drop.prevent="drop"
      >
        <h2>From this computer or phone</h2>
        <template v-if="sending.on">
          <p>
            <b class="mono">{{ going.kept }}</b> of {{ sending.files.length }} files,
            <span class="mono">{{ bytes(going.has) }}</span> of {{ bytes(going.bytes) }}
            <template v-if="going.rate"> · {{ bytes(going.rate) }}/s · {{ lasting(going.leftS) }} left</template>
          </p>
          <div
            class="bar"
            role="progressbar"
            aria-label="How much is sent"
            :aria-valuenow="going.bytes ? Math.round((100 * going.has) / going.bytes) : 0"
            aria-valuemin="0"
            aria-valuemax="100"
          >
            <span :style="{ width: (going.bytes ? (100 * going.has) / going.bytes : 0) + '%' }" />
          </div>
          <p v-if="sending.why" class="warn">{{ sending.why }}</p>
          <el-button @click="stopSending(shoot)">Stop sending</el-button>
        </template>
        <template v-else>
          <p class="soft">Drop pictures or folders here, or choose them. A window that is closed loses nothing.</p>
          <div class="acts">
            <el-button type="primary" size="large" @click="choose()">Choose pictures <kbd>c</kbd></el-button>
            <el-button class="roomy" size="large" @click="folder?.click()">Choose a folder</el-button>
          </div>
          <p v-if="sending.why" class="warn" role="alert">▲ {{ sending.why }}</p>
        </template>
        <input ref="files" class="hidden" type="file" multiple aria-label="Pictures to send" @change="chosen" />
        <input ref="folder" class="hidden" type="file" webkitdirectory aria-label="Folder to send" @change="chosen" />
      </section>
      <section v-if="places.data.value?.reader" class="way" aria-label="From the card reader">
        <h2>From the card reader</h2>
        <template v-if="places.data.value.inIt > 0">
          <p>
            <b class="mono">{{ places.data.value.inIt }}</b> files on the card,
            <span class="mono">{{ bytes(places.data.value.bytes) }}</span>
          </p>
          <div class="acts">
            <el-button :type="copied ? 'default' : 'primary'" size="large" @click="begin('reader')"
              >{{ copied ? 'Copy it again' : 'Copy the card' }} <kbd>r</kbd></el-button
            >
          </div>
        </template>
        <p v-else class="soft">
          {{ places.data.value.inIt < 0 ? 'There is no card in it.' : 'The card in it is empty.' }}
        </p>
        <details v-if="places.data.value.acts.length">
          <summary>It is a simulated one: what hands do</summary>
          <div class="hands">
            <el-button v-for="a in places.data.value.acts" :key="a" size="small" @click="hand(a)">{{ a }}</el-button>
          </div>
        </details>
      </section>
      <section class="way" aria-label="From a folder of the studio’s machine">
        <h2>From a folder</h2>
        <ul v-if="places.data.value?.folders.length" class="folders">
          <li v-for="f in places.data.value.folders" :key="f.path">
            <span class="path mono">{{ f.path }}</span>
            <span class="soft">{{ f.files }} files, {{ bytes(f.bytes) }}</span>
            <el-button size="small" :aria-label="`Copy ${f.path}`" @click="begin('folder', f.path)">Copy</el-button>
          </li>
        </ul>
        <p v-else class="soft">
          On the machine that serves the studio. There is nothing in its inbox; other folders are named by whoever keeps
          that machine.
        </p>
      </section>
    </div>
    <h2 v-if="copies.data.value?.length">What was brought in</h2>
    <CardCopy
      v-for="c in copies.data.value"
      :key="c.id"
      :copy="c"
      :here="sending.on && sending.card === c.id"
      @on="c.from === 'sent' ? choose(c.id) : on(c.id)"
      @halt="halt(c.id)"
      @clear="clear(c.id, c.verdict.words)"
      @clock="(m) => clock(c.id, m)"
    />
  </ScreenFrame>
</template>

<style scoped>
.ways {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(280px, 1fr));
  gap: 14px;
}
.way {
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
  padding: 14px 16px 16px;
  display: flex;
  flex-direction: column;
  gap: 10px;
  min-width: 0;
}
.drop {
  box-shadow: none;
  outline: 2px dashed var(--fl-sand);
  outline-offset: -2px;
}
.drop.over {
  background: var(--fl-blush);
  outline-color: var(--fl-fig);
}
.soft {
  color: var(--fl-soft);
}
.warn {
  color: var(--fl-fig-ink);
}
.acts,
.hands {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.acts :deep(.el-button + .el-button),
.hands :deep(.el-button + .el-button) {
  margin-left: 0;
}
.hands {
  margin-top: 8px;
}
summary {
  color: var(--fl-soft);
  cursor: pointer;
  font-size: 13.5px;
}
.bar {
  height: 8px;
  background: var(--fl-biscuit);
}
.bar span {
  display: block;
  height: 100%;
  background: var(--fl-fig);
}
.hidden {
  position: absolute;
  width: 1px;
  height: 1px;
  opacity: 0;
  pointer-events: none;
}
.folders {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
}
.folders li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: 10px;
  align-items: center;
  font-size: 13.5px;
}
.path {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  direction: rtl;
  text-align: left;
}
h2 {
  margin: 0;
}
@media (max-width: 720px) {
  .roomy {
    display: none;
  }
  .acts :deep(.el-button) {
    flex: 1;
    min-height: 48px;
  }
}
</style>
