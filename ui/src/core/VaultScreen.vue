<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api, ask } from '../api/client'
import { useStart } from '../api/queries'
import { useRefresh } from '../api/refresh'
import EmptyBench from '../parts/EmptyBench.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import { bytes, moment } from '../parts/shown'
import StudioNav from '../people/StudioNav.vue'

const refresh = useRefresh('people')
const start = useStart()
const checks = useQuery({
  queryKey: ['vault'],
  queryFn: () => ask(api.GET('/api/vault')),
  refetchInterval: (q) => (q.state.data?.some((c) => !c.endedAt) ? 700 : false),
})
const storage = useQuery({ queryKey: ['storage'], queryFn: () => ask(api.GET('/api/vault/places')) })
const error = ref<unknown>()
const running = computed(() => checks.data.value?.find((c) => !c.endedAt))
const last = computed(() => checks.data.value?.find((c) => c.endedAt))
const may = computed(() => ['owner', 'photographer'].includes(start.data.value?.person?.role ?? ''))
async function check() {
  error.value = undefined
  try {
    await ask(api.POST('/api/vault'))
  } catch (e) {
    error.value = e
  }
  await refresh()
  await storage.refetch()
}
</script>

<template>
  <ScreenFrame title="Picture files" wide>
    <template #nav><StudioNav /></template>
    <template #head
      ><el-button v-if="may" type="primary" :disabled="!!running" @click="check">{{
        running ? 'Reading …' : 'Read every file now'
      }}</el-button></template
    >
    <ProblemNote :error="error ?? checks.error.value" />
    <section v-if="storage.data.value" class="places" aria-label="Where pictures are kept">
      <div v-for="s in storage.data.value.places" :key="s.name" class="place">
        <h2>The {{ s.name }} place</h2>
        <p class="mono path">{{ s.path }}</p>
        <p :class="{ bad: !s.there }">
          {{ s.there ? '✓ there' : '▲ cannot be reached'
          }}<template v-if="s.free >= 0"
            >, room for <span class="mono">{{ bytes(s.free) }}</span> more</template
          >
        </p>
      </div>
      <p class="cost" :class="{ warn: storage.data.value.oneDisk }">
        <b class="mono">{{ storage.data.value.files }}</b> files, each in both. {{ storage.data.value.words }}
      </p>
    </section>
    <EmptyBench v-if="checks.data.value?.length === 0">
      <template #title>Not looked at yet</template>
      Every picture is kept in two places. Once a week each copy is read again and compared with what it was; one that
      is damaged or gone is made anew from the other. You can have it done now.
    </EmptyBench>
    <div v-if="running" class="now" role="status">
      <p>
        <b>{{ running.done }}</b> of {{ running.files || '…' }} files read
      </p>
      <div
        class="bar"
        role="progressbar"
        :aria-valuenow="running.files ? Math.round((100 * running.done) / running.files) : 0"
        aria-valuemin="0"
        aria-valuemax="100"
        aria-label="How far the reading is"
      >
        <span :style="{ width: (running.files ? (100 * running.done) / running.files : 0) + '%' }" />
      </div>
    </div>
    <section v-if="last" class="last" aria-label="The last check">
      <p class="verdict" :class="{ bad: last.lost.length || last.failed }">
        <template v-if="last.lost.length"
          >▲ {{ last.lost.length }} {{ last.lost.length === 1 ? 'file has' : 'files have' }} no whole copy
          left</template
        >
        <template v-else-if="last.failed">▲ {{ last.failed }}</template>
        <template v-else>✓ Every file is whole, twice</template>
      </p>
      <dl>
        <div>
          <dt>Files</dt>
          <dd class="mono">{{ last.files }}</dd>
        </div>
        <div>
          <dt>Size of one copy</dt>
          <dd class="mono">{{ bytes(last.bytes) }}</dd>
        </div>
        <div>
          <dt>Copies made anew</dt>
          <dd class="mono">{{ last.mended }}</dd>
        </div>
        <div>
          <dt>Ended</dt>
          <dd class="mono">{{ moment(last.endedAt!) }}</dd>
        </div>
      </dl>
      <ul v-if="last.lost.length" class="lost">
        <li v-for="l in last.lost" :key="l.sha256">
          <b>{{ l.what }}</b> <span class="mono small">{{ l.sha256.slice(0, 16) }}…</span>
        </li>
      </ul>
      <p v-if="last.lost.length" class="soft">
        Look for these in a backup: <span class="mono">figladder restore</span> makes a studio anew from one, in a
        folder of its own.
      </p>
    </section>
    <section v-if="(checks.data.value?.length ?? 0) > 1">
      <h2>Before that</h2>
      <table>
        <thead>
          <tr>
            <th>When</th>
            <th>Asked by</th>
            <th>Files</th>
            <th>Made anew</th>
            <th>Lost</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="c in checks.data.value?.filter((x) => x.endedAt && x.id !== last?.id)" :key="c.id">
            <td>{{ moment(c.beganAt) }}</td>
            <td>{{ c.askedBy }}</td>
            <td class="mono">{{ c.files }}</td>
            <td class="mono">{{ c.mended }}</td>
            <td class="mono">{{ c.lost.length }}</td>
          </tr>
        </tbody>
      </table>
    </section>
  </ScreenFrame>
</template>

<style scoped>
.places {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 300px), 1fr));
  gap: 12px;
  max-width: 760px;
}
.place {
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
  padding: 10px 16px 14px;
  min-width: 0;
}
.place h2 {
  margin: 0 0 4px;
}
.path {
  font-size: 12.5px;
  overflow-wrap: anywhere;
  color: var(--fl-soft);
}
.bad {
  color: var(--fl-fig-ink);
}
.cost {
  grid-column: 1 / -1;
}
.cost.warn {
  border-left: 3px solid var(--fl-brass);
  padding-left: 10px;
}
.now {
  max-width: 560px;
}
.bar {
  height: 8px;
  background: var(--fl-biscuit);
  margin-top: 6px;
}
.bar span {
  display: block;
  height: 100%;
  background: var(--fl-fig);
}
.last {
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
  padding: 18px 20px;
  max-width: 760px;
  display: grid;
  gap: 14px;
}
.verdict {
  font: 560 22px var(--fl-head);
  color: var(--fl-leaf-ink);
}
.verdict.bad {
  color: var(--fl-fig-ink);
}
dl {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 40px;
  margin: 0;
}
dt {
  color: var(--fl-soft);
  font-size: 13px;
}
dd {
  margin: 2px 0 0;
  font-size: 18px;
}
.lost {
  margin: 0;
  padding-left: 18px;
}
h2 {
  margin: 8px 0;
}
table {
  border-collapse: collapse;
  min-width: 560px;
}
th,
td {
  text-align: left;
  padding: 7px 18px 7px 0;
  border-bottom: 1px solid var(--fl-line);
  font-size: 14px;
}
th {
  color: var(--fl-soft);
  font-weight: 500;
}
</style>
