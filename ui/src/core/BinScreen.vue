<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { ElMessage } from 'element-plus'
import { ref } from 'vue'
import { api, ask, type Schema } from '../api/client'
import { useRefresh } from '../api/refresh'
import EmptyBench from '../parts/EmptyBench.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import { moment } from '../parts/shown'
import StudioNav from '../people/StudioNav.vue'

const refresh = useRefresh()
const bin = useQuery({ queryKey: ['bin'], queryFn: () => ask(api.GET('/api/bin')) })
const error = ref<unknown>()
const busy = ref(0)
async function back(t: Schema['TakenAway']) {
  if (busy.value) return
  busy.value = t.deed
  error.value = undefined
  try {
    await ask(api.POST('/api/bin/{deed}', { params: { path: { deed: t.deed } } }))
    ElMessage({ message: `“${t.name}” is back where it was.`, type: 'success' })
  } catch (e) {
    error.value = e
  } finally {
    busy.value = 0
    await refresh()
  }
}
const left = (t: Schema['TakenAway']) => {
  const days = Math.ceil((new Date(t.until).getTime() - Date.now()) / 864e5)
  return days === 1 ? 'one day left' : `${days} days left`
}
</script>

<template>
  <ScreenFrame title="Taken away" wide>
    <template #nav><StudioNav /></template>
    <ProblemNote :error="error ?? bin.error.value" />
    <EmptyBench v-if="bin.data.value?.length === 0">
      <template #title>Nothing was taken away</template>
      Shoots, dishes, shots, frames, props and kit that are taken away wait here for thirty days and can be brought back
      whole, whatever was done since.
    </EmptyBench>
    <ul v-else class="bin" aria-label="What was taken away">
      <li v-for="t in bin.data.value" :key="t.deed">
        <span class="kind">{{ t.kind }}</span>
        <span class="what"
          ><b>{{ t.name || 'without a name' }}</b
          ><span v-if="t.of" class="soft">{{ t.of }}</span></span
        >
        <span class="soft when">{{ t.by ? t.by + ', ' : '' }}{{ moment(t.at) }}</span>
        <span class="mono small">{{ left(t) }}</span>
        <el-button
          :loading="busy === t.deed"
          :disabled="!t.may"
          :title="t.may ? '' : 'Whoever may take it away may bring it back'"
          @click="back(t)"
          >Bring back</el-button
        >
      </li>
    </ul>
  </ScreenFrame>
</template>

<style scoped>
.bin {
  list-style: none;
  margin: 6px 0 0;
  padding: 0;
  border-top: 1px solid var(--fl-line);
  max-width: 1000px;
}
.bin li {
  display: grid;
  grid-template-columns: 110px minmax(0, 1fr) 230px 100px auto;
  gap: 4px 14px;
  align-items: center;
  padding: 10px 12px;
  background: var(--fl-card);
  border-bottom: 1px solid var(--fl-line);
  min-height: 58px;
}
.what {
  display: grid;
}
.kind {
  font-size: 13px;
  color: var(--fl-fig-ink);
  font-weight: 560;
}
.when {
  font-size: 13.5px;
}
@media (max-width: 800px) {
  .bin li {
    grid-template-columns: minmax(0, 1fr) auto;
  }
  .kind,
  .what,
  .when {
    grid-column: 1 / -1;
  }
}
</style>
