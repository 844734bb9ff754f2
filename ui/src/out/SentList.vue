<script setup lang="ts">
import { ElMessageBox } from 'element-plus'
import 'element-plus/es/components/message-box/style/css'
import { ref } from 'vue'
import { api, ask, type Schema } from '../api/client'
import { useRefresh } from '../api/refresh'
import ChipButton from '../parts/ChipButton.vue'
import { bytes, moment } from '../parts/shown'
import ProblemNote from '../parts/ProblemNote.vue'
import { stateWord, wayBack } from './sent'

/** What went out of a shot, and what can still be done about it. */
defineProps<{ sent: Schema['Publication'][]; name: (outlet: string) => string }>()
const refresh = useRefresh('out')
const error = ref<unknown>()
const busy = ref('')

async function back(p: Schema['Publication']) {
  const w = wayBack(p)
  if (!w || busy.value) return
  const sure = await ElMessageBox.confirm(w.asks, w.does + '?', {
    confirmButtonText: w.does,
    cancelButtonText: 'Leave it',
  }).catch(() => false)
  if (!sure) return
  busy.value = p.id
  error.value = undefined
  const params = { params: { path: { id: p.id } } }
  try {
    if (w.way === 'call-off') await ask(api.POST('/api/publications/{id}/call-off', params))
    else if (w.way === 'take-down') await ask(api.POST('/api/publications/{id}/take-down', params))
    else await ask(api.POST('/api/publications/{id}/confirm-down', params))
  } catch (e) {
    error.value = e
  } finally {
    busy.value = ''
  }
  await refresh()
}
</script>

<template>
  <section aria-label="Sent">
    <h3>Sent</h3>
    <ProblemNote :error="error" />
    <ul class="sent">
      <li v-for="p in sent" :key="p.id" :class="p.state.replace(' ', '-')">
        <a :href="`/api/publications/${p.id}/picture`" target="_blank"
          ><img :src="`/api/publications/${p.id}/picture`" :alt="`Cut for ${name(p.outlet)}`"
        /></a>
        <div>
          <b>{{ stateWord(p) }}</b> <span>{{ name(p.outlet) }}</span><small class="mono"
            >{{ p.widthPx }} × {{ p.heightPx }}, {{ bytes(p.bytes) }}, {{ moment(p.goesAt ?? p.createdAt) }}</small
          ><small v-if="p.state !== 'waiting' && p.state !== 'accepted'">{{ p.answer }}</small>
          <ChipButton v-if="wayBack(p)" class="back" :disabled="busy === p.id" @click="back(p)"
            >{{ wayBack(p)!.does }} …</ChipButton
          >
        </div>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.sent {
  list-style: none;
  margin: 6px 0 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
.sent li {
  display: grid;
  grid-template-columns: 58px 1fr;
  gap: 10px;
  font-size: 13.5px;
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
  padding: 6px;
  align-items: center;
}
.sent img {
  width: 58px;
  height: 58px;
  object-fit: contain;
  background: var(--fl-grey);
  display: block;
}
.sent small {
  display: block;
  font-size: 11.5px;
  color: var(--fl-soft);
}
.accepted b {
  color: var(--fl-leaf-ink);
}
.refused b {
  color: var(--fl-fig-ink);
}
.asked-down b,
.waiting b {
  color: var(--fl-brass-ink);
}
.back {
  font-size: 12.5px;
  text-decoration: underline;
  padding: 4px 0;
}
@media (max-width: 720px) {
  .back {
    min-height: 40px;
    display: inline-flex;
    align-items: center;
  }
}
</style>
