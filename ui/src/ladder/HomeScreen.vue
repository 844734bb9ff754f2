<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask, type Schema } from '../api/client'
import { useShoots } from '../api/queries'
import { useRefresh } from '../api/refresh'
import { emptyBrief } from '../brief/brief'
import EmptyBench from '../parts/EmptyBench.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import SheetNote from '../parts/SheetNote.vue'
import { useKeys } from '../parts/keys'
import { useSheet } from '../parts/sheet'
import { day } from '../parts/shown'

const router = useRouter()
const refresh = useRefresh('brief')
const shoots = useShoots()
const making = ref(false)
const name = ref('')
const kind = ref<'own' | 'commission'>('commission')

const rungNames: Record<string, string> = {
  brief: 'Brief',
  dish: 'Dish',
  shots: 'Shots',
  set: 'Set',
  frames: 'Frames',
  finish: 'Finish',
  out: 'Out',
}
/** Shoots at work, or those put away when they are looked for. */
const away = ref(false)
const putAway = computed(() => (shoots.data.value ?? []).filter((c) => c.shoot.doc.brief.putAway))
const shown = computed(() => (shoots.data.value ?? []).filter((c) => !!c.shoot.doc.brief.putAway === away.value))
const wanting = computed(() => (shoots.data.value ?? []).filter((c) => c.wants && !c.shoot.doc.brief.putAway))
const today = new Date().toISOString().slice(0, 10)
const ahead = (c: Schema['ShootCard']) => !c.shoot.doc.brief.when || c.shoot.doc.brief.when >= today

/** A template that the shoot is begun from: another shoot's list, set-ups and looks. */
const template = ref<{ name: string; text: string }>()
async function chosen(e: Event) {
  const file = (e.target as HTMLInputElement).files?.[0]
  template.value = file && { name: file.name, text: await file.text() }
}
const sheet = useSheet({
  name: () => 'shoot:new',
  form: () => (making.value ? { name: name.value, kind: kind.value } : undefined),
  put: (typed) => {
    name.value = typed.name
    kind.value = typed.kind
  },
  send: async () => {
    const s = template.value
      ? await ask(api.POST('/api/templates', { body: { name: name.value, file: template.value.text } }))
      : await ask(
          api.POST('/api/shoots', {
            body: { name: name.value, version: 0, brief: { ...emptyBrief(), kind: kind.value } },
          }),
        )
    await refresh()
    await router.push({ name: 'brief', params: { shoot: s.id } })
  },
})
const typed = ref('')
const words = refDebounced(typed, 180)
const hits = useQuery({
  queryKey: ['search', words],
  enabled: () => words.value.trim().length > 2,
  placeholderData: (before: Schema['Hit'][] | undefined) => before,
  queryFn: () => ask(api.GET('/api/search', { params: { query: { words: words.value } } })),
})
const to = (h: Schema['Hit']) =>
  h.kind === 'dish'
    ? { name: 'dish', params: { shoot: h.shootId, dish: h.id } }
    : { name: 'set', params: { shoot: h.shootId, shot: h.id } }
const vault = useQuery({ queryKey: ['vault'], queryFn: () => ask(api.GET('/api/vault')) })
const lost = computed(() => vault.data.value?.find((c) => c.endedAt)?.lost.length ?? 0)
function begin() {
  name.value = ''
  kind.value = 'commission'
  template.value = undefined
  making.value = true
}
useKeys([
  { key: 'n', does: 'New shoot', run: begin },
  {
    key: '/',
    does: 'Find a dish, an ingredient or a shot',
    run: () => document.querySelector<HTMLInputElement>('input[name=search]')?.focus(),
  },
])
/** How far a shoot is: finals delivered of those asked for, or frames out where none were. */
const share = (c: { finals: number; owed: number; shots: number; out: number }) =>
  c.finals ? (c.finals - c.owed) / c.finals : c.shots ? c.out / c.shots : 0
</script>

<template>
  <div class="home">
    <header>
      <h1>The studio</h1>
      <el-input
        v-model="typed"
        name="search"
        clearable
        class="search"
        aria-label="Find a dish, an ingredient or a shot"
        placeholder="Find a dish, an ingredient, a shot   /"
      />
      <el-button type="primary" @click="begin">New shoot <kbd>n</kbd></el-button>
    </header>
    <section v-if="words.trim().length > 2" aria-label="Found" aria-live="polite">
      <h2>
        {{ hits.data.value?.length ? 'Found' : hits.isFetching.value ? 'Looking …' : `Nothing has “${words}” in it` }}
      </h2>
      <ul class="hits">
        <li v-for="h in hits.data.value" :key="h.kind + h.id">
          <router-link :to="to(h)"
            ><span class="what">{{ h.kind }}</span
            ><b>{{ h.title }}</b
            ><span class="soft">{{ h.kind === 'dish' && h.with ? 'has ' + h.with : h.with }}</span
            ><span class="soft end">{{ h.shoot }}</span></router-link
          >
        </li>
      </ul>
    </section>
    <ProblemNote :error="shoots.error.value" />
    <p v-if="lost" class="lost" role="alert">
      <span aria-hidden="true">▲</span> {{ lost === 1 ? 'One picture file has' : `${lost} picture files have` }} no
      whole copy left. <router-link :to="{ name: 'vault' }">See which</router-link>
    </p>
    <section v-if="wanting.length" aria-label="What wants a hand next">
      <h2>Wants a hand next</h2>
      <ul class="next">
        <li v-for="c in wanting" :key="c.shoot.id">
          <router-link :to="{ name: c.rung, params: { shoot: c.shoot.id } }">
            <span class="hand" aria-hidden="true">◆</span>
            <b>{{ c.wants }}</b>
            <span>{{ c.shoot.doc.name }}</span>
            <span class="rung">on {{ rungNames[c.rung] ?? c.rung }}</span>
          </router-link>
        </li>
      </ul>
    </section>
    <section aria-label="Shoots">
      <h2>
        {{ away ? 'Put away' : 'Shoots by day' }}
        <el-button v-if="putAway.length || away" size="small" text @click="away = !away">{{
          away ? 'Back to those at work' : `${putAway.length} put away`
        }}</el-button>
      </h2>
      <ol class="shoots">
        <li v-for="c in shown" :key="c.shoot.id" :class="{ past: !ahead(c) }">
          <router-link :to="{ name: c.rung || 'out', params: { shoot: c.shoot.id } }">
            <span class="when mono">{{ day(c.shoot.doc.brief.when) }}</span>
            <span class="what"
              ><b>{{ c.shoot.doc.name }}</b
              ><span class="soft">{{ c.shoot.doc.brief.what || 'No dish named yet' }}</span></span
            >
            <span class="kind">{{ c.shoot.doc.brief.kind === 'commission' ? 'Commission' : 'Own work' }}</span>
            <span class="tally">
              <svg viewBox="0 0 120 14" width="120" height="14" aria-hidden="true">
                <rect x="0" y="5" width="120" height="4" fill="var(--fl-line)" />
                <rect x="0" y="5" :width="share(c) * 120" height="4" fill="var(--fl-leaf)" />
              </svg>
              <span v-if="c.finals" class="small">{{ c.owed }} of {{ c.finals }} finals owed</span>
              <span v-else class="small">{{ c.out }} of {{ c.shots }} shots out</span>
            </span>
          </router-link>
        </li>
      </ol>
      <EmptyBench v-if="shoots.data.value?.length === 0">
        <template #title>No shoots yet</template>
        A shoot holds a brief, its dishes, the shot list, the sets and every frame. Start with a name; the rest is asked
        one rung at a time.
        <template #act><el-button type="primary" @click="begin">Start the first shoot</el-button></template>
      </EmptyBench>
    </section>
    <el-dialog v-model="making" title="New shoot" width="440px">
      <form novalidate @submit.prevent="sheet.save">
        <SheetNote :sheet="sheet" />
        <el-form-item label="Name" label-position="top"
          ><el-input v-model="name" aria-label="Name of the shoot" autofocus maxlength="200" placeholder="Winter menu"
        /></el-form-item>
        <el-radio-group v-if="!template" v-model="kind" aria-label="Kind of shoot">
          <el-radio value="commission">A commission, with deliverables</el-radio>
          <el-radio value="own">Own work</el-radio>
        </el-radio-group>
        <label class="template"
          >From a template <small class="soft">another shoot’s list, set-ups and looks, without its dishes</small
          ><input type="file" accept=".json,application/json" aria-label="From a template" @change="chosen"
        /></label>
        <p class="acts"><el-button type="primary" native-type="submit">Make the shoot</el-button></p>
      </form>
    </el-dialog>
  </div>
</template>

<style scoped>
.template {
  display: grid;
  gap: 4px;
  margin-top: 14px;
  font-size: 14px;
}
.template input {
  font: inherit;
  min-height: 44px;
}
.home {
  max-width: 1060px;
  margin: 0 auto;
  padding: 26px 28px 60px;
  display: flex;
  flex-direction: column;
  gap: 26px;
}
header {
  display: flex;
  justify-content: space-between;
  align-items: center;
}
h2 {
  margin-bottom: 10px;
}
ul,
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
.lost {
  background: var(--fl-blush);
  border-left: 4px solid var(--fl-fig-ink);
  color: var(--fl-wine);
  padding: 10px 14px;
}
.next {
  display: grid;
  gap: 6px;
}
.next a {
  display: flex;
  gap: 12px;
  align-items: baseline;
  padding: 11px 14px;
  background: var(--fl-straw);
  text-decoration: none;
  color: var(--fl-ink);
  border-left: 4px solid var(--fl-brass);
  min-height: 44px;
}
.next a:hover,
.shoots a:hover {
  background: var(--fl-oat);
}
.next b {
  font-weight: 600;
  min-width: 240px;
}
.rung {
  margin-left: auto;
  color: var(--fl-soft);
}
.hand {
  color: var(--fl-brass-ink);
  font-size: 11px;
}
.shoots {
  border-top: 1px solid var(--fl-line);
}
.shoots a {
  display: grid;
  grid-template-columns: 150px minmax(0, 1fr) 110px 130px;
  gap: 16px;
  align-items: center;
  padding: 14px;
  text-decoration: none;
  color: var(--fl-ink);
  border-bottom: 1px solid var(--fl-line);
  background: var(--fl-card);
}
.what {
  display: grid;
}
.what b {
  font: 560 18px var(--fl-head);
}
.when {
  font-size: 13px;
}
.past {
  opacity: 1;
}
.past .when {
  color: var(--fl-soft);
}
.kind {
  font-size: 13px;
  color: var(--fl-soft);
}
.tally {
  display: grid;
  gap: 2px;
}
.el-radio-group {
  display: grid;
  justify-items: start;
}
.acts {
  margin-top: 14px;
  text-align: right;
}
.search {
  width: 320px;
  margin: 0 10px 0 auto;
}
.hits {
  list-style: none;
  margin: 6px 0 0;
  padding: 0;
}
.hits a {
  display: flex;
  gap: 12px;
  align-items: baseline;
  padding: 9px 12px;
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
  margin-bottom: 1px;
  color: var(--fl-ink);
  text-decoration: none;
  min-height: 40px;
}
.hits a:hover {
  background: var(--fl-lilac);
}
.hits .what {
  font-size: 12.5px;
  color: var(--fl-fig-ink);
  width: 34px;
}
.hits b {
  font-weight: 600;
}
.hits .end {
  margin-left: auto;
}
@media (max-width: 720px) {
  .home {
    padding: 14px 12px 40px;
    gap: 20px;
  }
  header {
    flex-wrap: wrap;
    gap: 8px;
  }
  header h1 {
    flex: 1;
  }
  .search {
    order: 3;
    width: 100%;
    margin: 0;
  }
  .next a {
    flex-wrap: wrap;
    gap: 2px 10px;
  }
  .next b {
    min-width: 0;
    flex: 1 1 70%;
  }
  .shoots a {
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 4px 12px;
    padding: 12px;
  }
  .shoots .what {
    grid-column: 1 / -1;
    grid-row: 1;
  }
  .shoots .kind {
    text-align: right;
  }
  .shoots .tally {
    grid-column: 1 / -1;
  }
  .tally svg {
    width: 100%;
  }
  .hits a {
    flex-wrap: wrap;
    gap: 2px 10px;
  }
}
</style>
