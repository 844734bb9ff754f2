<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import type { Schema } from '../api/client'
import { useOutings, useOutlets, usePublications, useShots } from '../api/queries'
import EmptyBench from '../parts/EmptyBench.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import { day, moment } from '../parts/shown'
import OutNav from './OutNav.vue'
import { stateWord } from './sent'

/** What goes out and when, over all shoots, and where each frame of this one went. */
const shoot = useRoute().params.shoot as string
const iso = (daysOn: number) => new Date(Date.now() + daysOn * 86400_000).toISOString().slice(0, 10)
const from = iso(-60)
const to = iso(400)
const today = iso(0)
const outings = useOutings(from, to)
const byDay = (all: Schema['Outing'][]) => {
  const by = new Map<string, Schema['Outing'][]>()
  for (const o of all) by.set(o.day, [...(by.get(o.day) ?? []), o])
  return [...by].map(([on, those]) => ({ on, all: those }))
}
const isToCome = (o: Schema['Outing']) => o.kind !== 'went' && o.day >= today
const days = computed(() => byDay(outings.data.value ?? []))
const toCome = computed(() => byDay((outings.data.value ?? []).filter(isToCome)))
const went = computed(() => byDay((outings.data.value ?? []).filter((o) => !isToCome(o))).reverse())
const late = computed(() => (outings.data.value ?? []).filter((o) => o.late))
const words: Record<Schema['Outing']['kind'], string> = {
  goes: '◷ goes out',
  went: '✓ went out',
  down: '▽ last day there',
  embargo: '◆ embargo ends',
}

const outlets = useOutlets()
const publications = usePublications(shoot)
const shots = useShots(shoot)
const columns = computed(() => {
  const used = new Set((publications.data.value ?? []).map((p) => p.outlet))
  return (outlets.data.value ?? []).filter((o) => used.has(o.key))
})
const rows = computed(() => {
  const all = publications.data.value ?? []
  return (shots.data.value ?? [])
    .filter((r) => all.some((p) => p.shotId === r.shot.id))
    .map((r) => ({
      id: r.shot.id,
      title: r.shot.doc.title,
      at: columns.value.map((o) => all.find((p) => p.shotId === r.shot.id && p.outlet === o.key)),
    }))
})
</script>

<template>
  <ScreenFrame title="Calendar">
    <template #nav><OutNav /></template>
    <template #head>
      <a :href="`/api/outings/calendar?from=${from}&to=${to}`" download>For another calendar (.ics)</a>
    </template>
    <ProblemNote :error="outings.error.value ?? publications.error.value" />
    <EmptyBench v-if="outings.data.value && !days.length">
      <template #title>Nothing goes out yet</template>
      Pictures that wait for their hour, embargoes and the ends of rights stand here by day.
    </EmptyBench>
    <p v-for="o in late" :key="o.publicationId" class="late" role="alert">
      ▲ “{{ o.title }}” still stands at {{ o.outlet }}, and its right ended on {{ day(o.day) }}.
      <router-link :to="{ name: 'out', params: { shoot: o.shootId, shot: o.shotId } }">Take it down</router-link>
    </p>
    <div v-if="days.length" class="sheet">
      <section
        v-for="part in [
          { head: 'To come', of: toCome },
          { head: 'Behind', of: went },
        ]"
        :key="part.head"
      >
        <h2>{{ part.head }}</h2>
        <p v-if="!part.of.length" class="soft">Nothing.</p>
        <ol class="days">
          <li v-for="d in part.of" :key="d.on">
            <h3>{{ day(d.on) }}</h3>
            <ul>
              <li v-for="o in d.all" :key="o.kind + o.publicationId + o.shootId" :class="o.kind">
                <b>{{ words[o.kind] }}</b>
                <router-link v-if="o.shotId" :to="{ name: 'out', params: { shoot: o.shootId, shot: o.shotId } }">{{
                  o.title || 'a picture'
                }}</router-link>
                <router-link v-else :to="{ name: 'brief', params: { shoot: o.shootId } }">{{ o.shoot }}</router-link>
                <span v-if="o.outlet">{{ o.outlet }}</span>
                <small class="soft">{{ o.shotId ? o.shoot : '' }}{{ o.at ? ', ' + moment(o.at) : '' }}</small>
              </li>
            </ul>
          </li>
        </ol>
      </section>
    </div>
    <template #reading>
      <h2>Where each frame went</h2>
      <p v-if="!rows.length" class="small soft">Nothing of this shoot has been sent.</p>
      <div v-else class="where" tabindex="0" role="group" aria-label="Where each frame went">
        <table>
          <thead>
            <tr>
              <th scope="col">Frame</th>
              <th v-for="o in columns" :key="o.key" scope="col">{{ o.name }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="r in rows" :key="r.id">
              <th scope="row">
                <router-link :to="{ name: 'out', params: { shoot, shot: r.id } }">{{ r.title }}</router-link>
              </th>
              <td v-for="(p, i) in r.at" :key="i">
                <template v-if="p"
                  >{{ stateWord(p)
                  }}<small class="soft">{{ moment(p.doneAt ?? p.goesAt ?? p.createdAt) }}</small></template
                ><template v-else>–</template>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
    </template>
  </ScreenFrame>
</template>

<style scoped>
.sheet {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 28px;
  overflow: auto;
}
.late {
  background: var(--fl-blush);
  border-left: 4px solid var(--fl-fig);
  padding: 8px 12px;
  margin: 0 0 10px;
}
.days,
.days ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
.days h3 {
  font-size: 14px;
  margin: 14px 0 4px;
}
.days ul li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 10px;
  font-size: 13.5px;
  padding: 6px 10px;
  background: var(--fl-card);
  border-left: 4px solid var(--fl-sand);
  margin-bottom: 4px;
}
.days small {
  width: 100%;
}
.days .goes {
  border-color: var(--fl-brass);
}
.days .went {
  border-color: var(--fl-leaf);
}
.days .down,
.days .embargo {
  border-color: var(--fl-fig);
}
.where {
  overflow-x: auto;
}
table {
  border-collapse: collapse;
  font-size: 12.5px;
}
th,
td {
  text-align: left;
  vertical-align: top;
  padding: 5px 8px 5px 0;
  border-bottom: 1px solid var(--fl-line);
  font-weight: 400;
  min-width: 70px;
}
thead th {
  color: var(--fl-soft);
}
td small {
  display: block;
}
@media (max-width: 900px) {
  .sheet {
    grid-template-columns: 1fr;
    overflow: visible;
  }
}
</style>
