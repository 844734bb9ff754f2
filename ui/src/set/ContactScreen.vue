<script setup lang="ts">
import { ElMessage } from 'element-plus'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, Problem, type Schema } from '../api/client'
import { useContact } from '../api/queries'
import { useRefresh } from '../api/refresh'
import SketchView from '../list/SketchView.vue'
import ChoiceField from '../parts/ChoiceField.vue'
import EmptyBench from '../parts/EmptyBench.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import { useKeys } from '../parts/keys'
import { kindWords } from '../parts/shown'
import SetNav from './SetNav.vue'

/** The whole shoot as small pictures, by set-up, in the order of work; what is not planned yet
 * is drafted in one press. */
const route = useRoute()
const router = useRouter()
const shoot = route.params.shoot as string
const sheet = useContact(shoot)
const refresh = useRefresh('set')
const setUps = computed(() => sheet.data.value?.setUps ?? [])
const open = computed(() => sheet.data.value?.open ?? [])
const frames = computed(() => sheet.data.value?.frames ?? 0)
const lacking = computed(() => frames.value - (sheet.data.value?.made ?? 0))
const all = computed(() => [...setUps.value.flatMap((u) => u.frames ?? []), ...open.value])
const count = (n: number, word: string) => `${n} ${n === 1 ? word : word + 's'}`

const error = ref<unknown>()
const drafting = ref(false)
const drafted = ref<Schema['Drafted']>()
const variants = ['First draft', 'A second, on other grounds, lit from the other side', 'A third, seen from elsewhere']
async function draft(variant = 0) {
  if (drafting.value) return
  drafting.value = true
  error.value = undefined
  try {
    drafted.value = await ask(
      api.POST('/api/shoots/{id}/draft', { params: { path: { id: shoot } }, body: { variant } }),
    )
    ElMessage({ message: `${count(drafted.value.frames, 'frame')} drafted. Undo takes it back.`, type: 'success' })
    await refresh()
    void fill()
  } catch (e) {
    error.value = e
  } finally {
    drafting.value = false
  }
}

const now = ref<Schema['Contacting']>()
let timer: ReturnType<typeof setTimeout> | undefined
const running = computed(() => !!now.value && !now.value.done)
/** The shots whose pictures are on the screen just now: theirs are made first. */
function seen(): string[] {
  const height = window.innerHeight
  return [...document.querySelectorAll<HTMLElement>('[data-shot]')]
    .filter((el) => {
      const b = el.getBoundingClientRect()
      return b.bottom > 0 && b.top < height
    })
    .map((el) => el.dataset.shot!)
    .slice(0, 200)
}
async function fill() {
  clearTimeout(timer)
  try {
    now.value = await ask(
      api.POST('/api/shoots/{id}/contact', { params: { path: { id: shoot } }, body: { ahead: seen() } }),
    )
    void follow()
  } catch (e) {
    error.value = e
  }
}
async function follow() {
  const at = now.value
  if (!at) return
  try {
    const r = await ask(api.GET('/api/contacts/{id}', { params: { path: { id: at.id } } }))
    if (now.value?.id !== at.id) return
    if (r.made > at.made || r.done) void sheet.refetch()
    now.value = r
    if (!r.done) timer = setTimeout(() => void follow(), 900)
    else if (r.failed && r.failed !== 'Cancelled.') error.value = new Problem(0, r.failed)
  } catch (e) {
    now.value = undefined
    if (!(e instanceof Problem && e.status === 404)) error.value = e
  }
}
async function cancel() {
  clearTimeout(timer)
  const at = now.value
  now.value = undefined
  if (at && !at.done)
    await ask(api.DELETE('/api/contacts/{id}', { params: { path: { id: at.id } } })).catch(() => undefined)
}
let begun = false
watch(
  sheet.data,
  (d) => {
    if (d && !begun && d.made < d.frames) void fill()
    if (d) begun = true
  },
  { immediate: true },
)
// What is made is kept; whoever leaves is not worked for.
onBeforeUnmount(() => void cancel())

const at = ref(-1)
function step(by: number) {
  at.value = Math.max(0, Math.min(all.value.length - 1, at.value + by))
  document.querySelector<HTMLElement>(`[data-shot="${all.value[at.value]?.shotId}"]`)?.focus()
}
useKeys(
  [
    { key: 'j', does: 'Next frame', run: () => step(1) },
    { key: 'k', does: 'Frame before', run: () => step(-1) },
    { key: 'd', does: 'Draft what is not planned yet', run: () => void draft() },
    {
      key: 'p',
      does: 'Make the pictures that are lacking, or stop',
      run: () => void (running.value ? cancel() : fill()),
    },
  ],
  sheet,
)
const to = (shot: string) => ({ name: 'set', params: { shoot, shot } })
</script>

<template>
  <ScreenFrame title="Contact sheet">
    <template #nav><SetNav /></template>
    <ProblemNote :error="sheet.error.value ?? error" />
    <EmptyBench v-if="sheet.data.value && !all.length">
      <template #title>No frames yet</template>
      The sheet shows every frame of the list. Put some on it first.
      <template #act
        ><el-button type="primary" @click="router.push({ name: 'shots', params: { shoot } })"
          >Go to Shots</el-button
        ></template
      >
    </EmptyBench>
    <div v-else class="sheet">
      <section v-for="(u, n) in setUps" :key="u.id" :aria-label="u.words">
        <h2>
          <span class="n mono">{{ n + 1 }}</span> {{ u.words }}
          <span class="soft small">{{ u.light }}</span>
          <span v-if="u.differs?.length" class="other small"
            >◆ other {{ u.differs.join(', ') }} than this dish’s first</span
          >
        </h2>
        <ul>
          <li v-for="f in u.frames" :key="f.shotId">
            <router-link :to="to(f.shotId)" :data-shot="f.shotId" class="one">
              <span class="pic">
                <img v-if="f.picture" :src="`/api/previews/${f.picture}/picture`" alt="" :class="{ old: f.old }" />
                <SketchView v-else :sketch="f.sketch" angle="" class="outline" />
              </span>
              <span class="what"
                ><b class="mono">{{ f.nth }}</b> {{ f.title }}</span
              >
              <span class="soft tiny">{{
                [kindWords[f.kind] ?? f.kind, f.state, f.differs?.length ? 'own ' + f.differs.join(', ') : '']
                  .filter(Boolean)
                  .join(' · ')
              }}</span>
            </router-link>
          </li>
        </ul>
      </section>
      <section v-if="open.length" aria-label="Not planned yet">
        <h2>Not planned yet <span class="soft small">usual sketches</span></h2>
        <ul>
          <li v-for="f in open" :key="f.shotId">
            <router-link :to="to(f.shotId)" :data-shot="f.shotId" class="one">
              <span class="pic"><SketchView :sketch="f.sketch" angle="" class="outline faint" /></span>
              <span class="what"
                ><b class="mono">{{ f.nth }}</b> {{ f.title }}</span
              >
              <span class="soft tiny">{{ kindWords[f.kind] ?? f.kind }}</span>
            </router-link>
          </li>
        </ul>
      </section>
    </div>
    <template #reading>
      <template v-if="all.length">
        <el-button v-if="open.length" type="primary" size="large" :loading="drafting" @click="draft()"
          >{{ drafting ? 'Drafting …' : `Draft ${count(open.length, 'frame')}` }}
          <kbd v-if="!drafting">d</kbd></el-button
        >
        <dl class="sums">
          <dt>Set-ups</dt>
          <dd class="mono">{{ setUps.length }}</dd>
          <dt>Frames planned</dt>
          <dd class="mono">{{ frames }} of {{ all.length }}</dd>
          <dt>Pictures as they stand</dt>
          <dd class="mono">{{ frames - lacking }} of {{ frames }}</dd>
        </dl>
        <div v-if="frames" class="making">
          <el-progress
            v-if="running"
            :percentage="Math.round(100 * (now?.share ?? 0))"
            :stroke-width="6"
            :show-text="false"
            aria-label="Pictures made"
          />
          <el-button v-if="running" size="small" @click="cancel">Stop making pictures</el-button>
          <el-button v-else-if="lacking" size="small" @click="fill">Make {{ count(lacking, 'picture') }}</el-button>
        </div>
        <p v-if="frames" class="small">
          <a :href="`/api/shoots/${shoot}/contact.pdf`" download>Print the sheet (PDF)</a>
        </p>
        <label v-if="frames && !open.length" class="again"
          >Draft again
          <ChoiceField
            :key="drafted?.tookMs"
            model-value=""
            none="Choose …"
            size="small"
            :disabled="drafting"
            aria-label="Draft again"
            @change="(v: string) => v && draft(Number(v))"
            ><option v-for="(w, i) in variants" :key="i" :value="String(i)">{{ w }}</option></ChoiceField
          >
          <span class="soft small">What you have changed by hand stays.</span></label
        >
        <section v-if="drafted?.lacks?.length" aria-label="What is lacking" class="lacks">
          <h2>What is lacking</h2>
          <ul>
            <li v-for="(l, i) in drafted.lacks" :key="i">
              <strong>{{ l.subject }}</strong>: {{ l.measure }}.
              <span v-for="(t, k) in l.try" :key="k">{{ t.words }}.</span>
            </li>
          </ul>
        </section>
      </template>
    </template>
  </ScreenFrame>
</template>

<style scoped>
.sheet {
  display: grid;
  gap: 18px;
  align-content: start;
}
h2 {
  font: 600 16px var(--fl-head, inherit);
  margin: 0 0 6px;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: baseline;
}
.n {
  color: var(--fl-soft);
}
.other {
  color: var(--fl-fig);
  font-weight: 560;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
.sheet ul {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(142px, 1fr));
  gap: 10px;
}
.one {
  display: grid;
  gap: 2px;
  color: inherit;
  text-decoration: none;
}
.pic {
  height: 132px;
  background: var(--fl-grey);
  display: grid;
  place-items: center;
  overflow: hidden;
}
.pic img {
  max-width: 100%;
  max-height: 132px;
  display: block;
}
.pic img.old {
  opacity: 0.5;
}
.outline {
  width: 100%;
  height: 132px;
  padding: 8px;
  outline: none;
}
.faint {
  opacity: 0.6;
}
.one:focus-visible .pic,
.one:hover .pic {
  box-shadow: 0 0 0 3px var(--fl-fig);
}
.what {
  font-size: 13px;
  line-height: 1.3;
  display: -webkit-box;
  -webkit-line-clamp: 2;
  line-clamp: 2;
  -webkit-box-orient: vertical;
  overflow: hidden;
}
.tiny {
  font-size: 12.5px;
}
.sums {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 6px 12px;
  margin: 0;
  font-size: 14px;
}
.sums dd {
  margin: 0;
}
.making,
.again {
  display: grid;
  gap: 6px;
  font-size: 13.5px;
}
.making .el-button,
.lacks h2 {
  justify-self: start;
}
.lacks ul {
  display: grid;
  gap: 8px;
  font-size: 13.5px;
}
@media (max-width: 720px) {
  .sheet ul {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
}
</style>
