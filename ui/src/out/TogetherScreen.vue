<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useOutlets, usePublications, useTogether } from '../api/queries'
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
watch(
  used,
  (u) => {
    if (!u.some((o) => o.key === outlet.value))
      outlet.value = [...u].sort((a, b) => counts.value[b.key]!.size - counts.value[a.key]!.size)[0]?.key ?? ''
  },
  { immediate: true },
)
const set = useTogether(shoot, outlet)
const pictures = computed(() => set.data.value?.pictures ?? [])
const off = computed(() => pictures.value.filter((p) => p.findings.length))
const measures = computed(() => set.data.value?.measures ?? [])
const clock = (h: number) => (h ? `${Math.round(h) || 12} o'clock` : 'not known')
</script>

<template>
  <ScreenFrame title="As a set">
    <template #nav><OutNav /></template>
    <template #head>
      <el-radio-group v-if="used.length" v-model="outlet" aria-label="Outlet"
        ><el-radio-button v-for="o in used" :key="o.key" :value="o.key"
          >{{ o.name }} {{ counts[o.key]!.size }}</el-radio-button
        ></el-radio-group
      >
    </template>
    <ProblemNote :error="set.error.value ?? publications.error.value" />
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
            Means of each picture in CIE L*a*b*; light and dish by the set that it was taken of. Limits: 12 in L*, 9 in
            a*b*, three hours, twice the size.
          </p>
        </details>
      </template>
      <p v-else class="small soft">Nothing to compare yet.</p>
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
  margin-bottom: 4px;
}
.off img {
  outline: 3px solid var(--fl-amber);
  outline-offset: 2px;
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
