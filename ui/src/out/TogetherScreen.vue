<script setup lang="ts">
import { ElMessageBox } from 'element-plus'
import 'element-plus/es/components/message-box/style/css'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask } from '../api/client'
import { useOutlets, usePublications, useRest, useTogether } from '../api/queries'
import { useRefresh } from '../api/refresh'
import EmptyBench from '../parts/EmptyBench.vue'
import FindingCard from '../parts/FindingCard.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import OutNav from './OutNav.vue'

/** What stands at an outlet, side by side as it is seen there, with what does not belong to the others. */
const route = useRoute()
const router = useRouter()
const shoot = route.params.shoot as string
const outlets = useOutlets()
const publications = usePublications(shoot)
const outlet = ref('')
const counts = computed(() => {
  const shots: Record<string, Set<string>> = {}
  for (const p of publications.data.value ?? [])
    if (p.state === 'accepted') (shots[p.outlet] ??= new Set()).add(p.shotId)
  return shots
})
const used = computed(() => (outlets.data.value ?? []).filter((o) => counts.value[o.key]))
const all = computed(() => outlets.data.value ?? [])
watch(
  [used, all],
  ([u, a]) => {
    if (!a.some((o) => o.key === outlet.value))
      outlet.value =
        [...u].sort((a, b) => counts.value[b.key]!.size - counts.value[a.key]!.size)[0]?.key ?? a[0]?.key ?? ''
  },
  { immediate: true },
)
const set = useTogether(shoot, outlet)
const pictures = computed(() => set.data.value?.pictures ?? [])
const off = computed(() => pictures.value.filter((p) => p.findings.length))
const measures = computed(() => set.data.value?.measures ?? [])
const rest = useRest(shoot, outlet)
const may = computed(() => (rest.data.value ?? []).filter((r) => r.goes))
const wants = computed(() => (rest.data.value ?? []).filter((r) => !r.goes))
const name = computed(() => all.value.find((o) => o.key === outlet.value)?.name ?? '')
const refresh = useRefresh('out')
const error = ref<unknown>()
const sending = ref(false)
/** All that may go, in one go: what has been sent was seen, so it is asked first. */
async function sendRest() {
  const sure = await ElMessageBox.confirm(
    `${may.value.map((m) => m.title).join(', ')}: with the crop proposed and the words they went out with before.`,
    `Send ${may.value.length} to ${name.value}?`,
    { confirmButtonText: 'Send them', cancelButtonText: 'Leave it' },
  ).catch(() => false)
  if (!sure || sending.value) return
  sending.value = true
  error.value = undefined
  try {
    await ask(api.POST('/api/shoots/{id}/rest', { params: { path: { id: shoot } }, body: { outlet: outlet.value } }))
  } catch (e) {
    error.value = e
  } finally {
    sending.value = false
  }
  await refresh()
}
const clock = (h: number) => (h ? `${Math.round(h) || 12} o'clock` : 'not known')
</script>

<template>
  <ScreenFrame title="As a set">
    <template #nav><OutNav /></template>
    <template #head>
      <el-radio-group v-if="all.length" v-model="outlet" aria-label="Outlet"
        ><el-radio-button v-for="o in all" :key="o.key" :value="o.key"
          >{{ o.name }} {{ counts[o.key]?.size ?? 0 }}</el-radio-button
        ></el-radio-group
      >
    </template>
    <ProblemNote :error="error ?? set.error.value ?? rest.error.value ?? publications.error.value" />
    <EmptyBench v-if="publications.data.value && outlets.data.value && !used.length">
      <template #title>Nothing stands anywhere yet</template>
      Pictures of a set are judged together once they went out: whether light, colour and crop belong together.
      <template #act
        ><el-button type="primary" @click="router.push({ name: 'out', params: { shoot } })"
          >Send a picture</el-button
        ></template
      >
    </EmptyBench>
    <ul v-if="pictures.length" class="wall">
      <li v-for="p in pictures" :key="p.publicationId" :class="{ off: p.findings.length }">
        <router-link :to="{ name: 'out', params: { shoot, shot: p.shotId } }">
          <img :src="`/api/publications/${p.publicationId}/picture`" :alt="p.title" loading="lazy" />
          <span
            ><span aria-hidden="true">{{ p.findings.length ? '▲' : '✓' }}</span> {{ p.title
            }}<span class="visually-hidden">{{ p.findings.length ? ', does not belong' : ', belongs' }}</span></span
          >
        </router-link>
      </li>
    </ul>
    <template #reading>
      <template v-if="pictures.length">
        <h2>{{ off.length ? `${off.length} of ${pictures.length} stand out` : 'They belong together' }}</h2>
        <p v-if="pictures.length < 3" class="small soft">It takes three pictures to say which one is off.</p>
        <section v-for="p in off" :key="p.publicationId" :aria-label="p.title">
          <h3>{{ p.title }}</h3>
          <FindingCard v-for="f in p.findings" :key="f.code" :finding="f" />
        </section>
        <details :open="!off.length">
          <summary>What was measured</summary>
          <table>
            <thead>
              <tr>
                <th scope="col">Picture</th>
                <th scope="col">L*</th>
                <th scope="col">a*, b*</th>
                <th scope="col">Light</th>
                <th scope="col">Dish</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(p, i) in pictures" :key="p.publicationId">
                <th scope="row">{{ p.title }}</th>
                <td class="mono">{{ measures[i]!.l.toFixed(0) }}</td>
                <td class="mono">{{ measures[i]!.a.toFixed(0) }}, {{ measures[i]!.b.toFixed(0) }}</td>
                <td>{{ clock(measures[i]!.clock) }}</td>
                <td class="mono">
                  {{ measures[i]!.heroShare ? Math.round(measures[i]!.heroShare * 100) + ' %' : '–' }}
                </td>
              </tr>
            </tbody>
          </table>
          <p class="small soft">
            Means of each picture in CIE L*a*b*; light and dish by the set that it was taken of. What stands out says by
            which limit.
          </p>
        </details>
      </template>
      <p v-else-if="set.data.value" class="small soft">Nothing to compare yet.</p>
      <section v-if="rest.data.value?.length" aria-label="Not there yet" class="rest">
        <h3>Not at {{ name }} yet</h3>
        <el-button v-if="may.length" type="primary" :loading="sending" @click="sendRest"
          >Send {{ may.length }} to {{ name }} …</el-button
        >
        <ul>
          <li v-for="r in may" :key="r.shotId">✓ {{ r.title }} may go</li>
          <li v-for="r in wants" :key="r.shotId">
            <router-link :to="{ name: 'out', params: { shoot, shot: r.shotId } }">{{ r.title }}</router-link>:
            <span class="soft">{{ r.why }}</span>
          </li>
        </ul>
      </section>
    </template>
  </ScreenFrame>
</template>

<style scoped>
.wall {
  list-style: none;
  margin: 0;
  padding: 12px;
  background: var(--fl-grey);
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
  gap: 12px;
  align-content: start;
  flex: 1;
}
.wall a {
  display: block;
  color: var(--fl-white);
  text-decoration: none;
  font-size: 13.5px;
}
.wall img {
  width: 100%;
  display: block;
}
.wall a > span {
  display: block;
  padding: 4px 6px;
  background: var(--fl-grey-dark);
}
.off img {
  outline: 3px solid var(--fl-amber);
  outline-offset: 2px;
}
.rest ul {
  list-style: none;
  margin: 8px 0;
  padding: 0;
  display: grid;
  gap: 4px;
  font-size: 13.5px;
}
td.mono {
  white-space: nowrap;
}
table {
  width: 100%;
  border-collapse: collapse;
  font-size: 12.5px;
  margin: 8px 0;
}
th,
td {
  text-align: left;
  padding: 4px 6px 4px 0;
  border-bottom: 1px solid var(--fl-line);
  font-weight: 400;
}
thead th {
  color: var(--fl-soft);
}
</style>
