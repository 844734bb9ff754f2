<script setup lang="ts">
import ChipButton from '../parts/ChipButton.vue'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, type Schema } from '../api/client'
import { limits } from '../api/words'
import { usePack, usePulls, useWrap } from '../api/queries'
import { useAct } from '../parts/act'
import { useRefresh } from '../api/refresh'
import EmptyBench from '../parts/EmptyBench.vue'
import FindingList from '../parts/FindingList.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import NumberField from '../parts/NumberField.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import TickBox from '../parts/TickBox.vue'
import WaitingTicks from '../parts/WaitingTicks.vue'
import { useTicks } from '../parts/ticks'
import PropView from './PropView.vue'
import SetNav from '../set/SetNav.vue'
import ChoiceField from '../parts/ChoiceField.vue'

const route = useRoute()
const router = useRouter()
const shoot = route.params.shoot as string
const refresh = useRefresh('cupboard')
const pulls = usePulls(shoot)
const bag = usePack(shoot)
const { act, error } = useAct(refresh)
const shelves = computed(() => {
  const out: { shelf: string; pulls: Schema['Pull'][] }[] = []
  for (const p of pulls.data.value?.pulls ?? []) {
    if (out.at(-1)?.shelf !== p.prop.prop.shelf) out.push({ shelf: p.prop.prop.shelf, pulls: [] })
    out.at(-1)!.pulls.push(p)
  }
  return out
})
const states = { reserved: '○ on the shelf', pulled: '● pulled', back: '✓ back', broken: '✕ broken' } as const
const put = (p: Schema['Pull'], change: Partial<{ count: number; state: keyof typeof states }>) => {
  const { id, version } = p.reservation
  const { count, state } = p.reservation.doc
  return act(() =>
    ask(api.PUT('/api/pulls/{id}', { params: { path: { id } }, body: { version, count, state, ...change } })),
  )
}
const letGo = (p: Schema['Pull']) =>
  act(() => ask(api.DELETE('/api/pulls/{id}', { params: { path: { id: p.reservation.id } } })))
const wrap = useWrap(shoot)
/** Ticked at the shelf, where there may be no connection: off the shelf, and into the bag. */
const ticks = useTicks('pack:' + shoot, async (waiting) => {
  const params = { path: { id: shoot } }
  const keys = (on: boolean) =>
    Object.entries(waiting)
      .filter(([k, t]) => k.startsWith('pack:') && t.on === on)
      .map(([k]) => k)
  const [on, off] = [keys(true), keys(false)]
  if (on.length + off.length) {
    const { version } = await ask(api.GET('/api/shoots/{id}/wrap', { params }))
    await ask(api.PUT('/api/shoots/{id}/wrap', { params, body: { version, on, off } }))
  }
  const held = (await ask(api.GET('/api/shoots/{id}/pulls', { params }))).pulls.map((p) => p.reservation)
  for (const { id, version, doc } of held) {
    const t = waiting['pull:' + id]
    const state = t?.on ? 'pulled' : 'reserved'
    if (t && doc.state !== 'broken' && doc.state !== state && (doc.state === 'reserved') === t.on)
      await ask(api.PUT('/api/pulls/{id}', { params: { path: { id } }, body: { version, count: doc.count, state } }))
  }
  await refresh()
})
const open = ref('')
</script>

<template>
  <ScreenFrame title="Set">
    <template #nav><SetNav /></template>
    <template #head
      ><a class="file" :href="`/api/shoots/${shoot}/pulls.pdf`" target="_blank">Print both lists</a></template
    >
    <WaitingTicks :n="ticks.waits.value" />
    <ProblemNote :error="ticks.error.value ?? error ?? pulls.error.value ?? bag.error.value" />
    <h2>Off the shelves</h2>
    <EmptyBench v-if="pulls.data.value && !shelves.length"
      ><template #title>Nothing is held yet</template>Hold props for each dish under Props; they are listed here by
      shelf.<template #act
        ><el-button type="primary" @click="router.push({ name: 'props', params: { shoot } })"
          >Go to Props</el-button
        ></template
      ></EmptyBench
    >
    <section v-for="s in shelves" :key="s.shelf" :aria-label="'Shelf ' + s.shelf">
      <h3>{{ s.shelf ? 'Shelf ' + s.shelf : 'No shelf' }}</h3>
      <ul class="pulls">
        <li v-for="p in s.pulls" :key="p.reservation.id">
          <TickBox
            :on="ticks.isOn('pull:' + p.reservation.id, p.reservation.doc.state !== 'reserved')"
            :label="'Off the shelf: ' + p.prop.prop.name"
            @tick="ticks.tick('pull:' + p.reservation.id, p.prop.prop.name, $event)"
          />
          <span class="pic"
            ><PropView :drawing="p.prop.drawing" :scale="0.2" :most="40" :name="p.prop.prop.name"
          /></span>
          <span class="what"
            ><b>{{ p.prop.prop.name }}</b
            ><small>{{ p.dish || 'the whole shoot' }}</small></span
          >
          <NumberField
            controls
            :model-value="p.reservation.doc.count"
            v-bind="limits.SetHeldRequest.count"
            size="small"
            :aria-label="'How many ' + p.prop.prop.name"
            @change="put(p, { count: $event })"
          />
          <ChoiceField
            :model-value="p.reservation.doc.state"
            :aria-label="'Where ' + p.prop.prop.name + ' is'"
            @change="put(p, { state: $event })"
            ><option v-for="(w, k) in states" :key="k" :value="k">{{ w }}</option></ChoiceField
          >
          <el-button text size="small" :aria-label="'Let go: ' + p.prop.prop.name" @click="letGo(p)">Let go</el-button>
        </li>
      </ul>
    </section>
    <h2>Out of the kit</h2>
    <ul v-if="bag.data.value" class="takes">
      <li v-for="t in bag.data.value.takes" :key="t.name">
        <TickBox
          :on="ticks.isOn('pack:' + t.name, wrap.data.value?.packed.includes('pack:' + t.name) ?? false)"
          :label="'Packed: ' + t.name"
          @tick="ticks.tick('pack:' + t.name, t.name, $event)"
        />
        <span class="mono n">{{ t.count }}</span><span class="what"
          ><b>{{ t.name }}</b
          ><small>{{ t.because }}</small></span
        ><span class="soft small">{{ t.shelf ? 'shelf ' + t.shelf : '' }}</span>
        <ChipButton
          v-if="t.working.length"
          class="how"
          :aria-expanded="open === t.name"
          :aria-label="'how many: ' + t.name"
          @click="open = open === t.name ? '' : t.name"
        >
          how many
        </ChipButton>
        <ol v-if="open === t.name" class="working">
          <li v-for="(w, i) in t.working" :key="i">
            <span>{{ w.words }}</span><code>{{ w.formula }}</code
            ><b class="mono">{{ w.shown }}</b>
          </li>
        </ol>
      </li>
    </ul>
    <template #reading>
      <dl class="sum">
        <div>
          <dd class="mono">{{ pulls.data.value?.pulls.length ?? 0 }}</dd>
          <dt>props held</dt>
        </div>
        <div>
          <dd class="mono">
            {{ pulls.data.value?.pulls.filter((p) => p.reservation.doc.state === 'pulled').length ?? 0 }}
          </dd>
          <dt>pulled</dt>
        </div>
        <div>
          <dd class="mono">{{ pulls.data.value?.clashes.length ?? 0 }}</dd>
          <dt>held twice</dt>
        </div>
      </dl>
      <router-link v-if="pulls.data.value?.clashes.length" class="clash" :to="{ name: 'props', params: { shoot } }"
        >▲ {{ pulls.data.value.clashes[0]!.words }}</router-link
      >
      <FindingList v-if="bag.data.value" :findings="bag.data.value.findings" :shoot="shoot" :place="shoot" />
    </template>
  </ScreenFrame>
</template>

<style scoped>
h2 {
  font-size: 18px;
}
h3 {
  margin: 2px 0 4px;
}
.file {
  font-weight: 560;
  font-size: 14px;
  padding: 6px;
}
.pulls,
.takes {
  list-style: none;
  margin: 0;
  padding: 0;
}
.pulls li {
  display: grid;
  grid-template-columns: 48px 52px minmax(0, 1fr) 104px 150px auto;
  gap: 12px;
  align-items: center;
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
  margin-bottom: 1px;
  padding-right: 10px;
  min-height: 52px;
}
.pic {
  background: var(--fl-grey);
  display: grid;
  place-items: center;
  height: 52px;
}
.what {
  display: grid;
  min-width: 0;
}
.what b {
  font-weight: 600;
}
.what small {
  color: var(--fl-soft);
  font-size: 12.5px;
}
.pulls .number-field {
  width: 100px;
}
.takes li {
  display: grid;
  grid-template-columns: 48px 34px minmax(0, 1fr) auto auto;
  gap: 10px;
  align-items: center;
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
  margin-bottom: 1px;
  padding: 5px 12px 5px 6px;
  min-height: 44px;
}
.n {
  text-align: right;
  font-size: 16px;
}
.how {
  cursor: pointer;
  font-size: 12.5px;
  text-decoration: underline;
  color: var(--fl-aubergine);
  padding: 6px 0;
}
.working {
  grid-column: 2 / -1;
  list-style: none;
  margin: 0;
  padding: 8px 10px;
  background: var(--fl-linen);
  border-left: 3px solid var(--fl-brass);
  font-size: 12.5px;
  display: grid;
  gap: 5px;
}
.takes .working li {
  display: grid;
  grid-template-columns: none;
  gap: 0;
  background: none;
  box-shadow: none;
  min-height: 0;
  padding: 0;
}
code {
  font: 12px var(--fl-mono);
  color: var(--fl-aubergine);
}
.sum {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  margin: 0;
  border-bottom: 1px solid var(--fl-line);
  padding-bottom: 10px;
}
.sum dd {
  margin: 0;
  font-size: 25px;
}
.sum dt {
  font-size: 12.5px;
  color: var(--fl-soft);
}
.clash {
  background: var(--fl-blush);
  border-left: 4px solid var(--fl-fig-ink);
  color: var(--fl-wine);
  padding: 8px 12px;
  font-size: 13.5px;
}
@media (max-width: 720px) {
  .pulls li {
    grid-template-columns: 46px 52px 88px minmax(0, 1fr) auto;
    gap: 6px 6px;
    padding: 6px 8px 6px 0;
  }
  .pulls .pic {
    grid-column: 2;
    grid-row: 1;
    align-self: start;
  }
  .pulls .tick {
    grid-column: 1;
    grid-row: 1 / 3;
  }
  .pulls .what {
    grid-column: 3 / 5;
  }
  .pulls .el-button {
    grid-column: 5;
    grid-row: 1;
  }
  .pulls .number-field {
    grid-column: 2 / 4;
    grid-row: 2;
    width: 134px;
  }
  .pulls .choice-field {
    grid-column: 4 / -1;
    grid-row: 2;
  }
  .takes li {
    grid-template-columns: 46px 30px minmax(0, 1fr) auto;
  }
  .takes .how {
    grid-column: 3;
    justify-self: start;
    min-height: 44px;
  }
}
</style>
