<script setup lang="ts">
import ChipButton from '../parts/ChipButton.vue'
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { api, ask, type Schema } from '../api/client'
import { useDishes, usePulls, useSuited } from '../api/queries'
import { useAct } from '../parts/act'
import { useRefresh } from '../api/refresh'
import DishPicker from '../kitchen/DishPicker.vue'
import EmptyBench from '../parts/EmptyBench.vue'
import FindingList from '../parts/FindingList.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import { useKeys } from '../parts/keys'
import PropView from './PropView.vue'
import SetNav from '../set/SetNav.vue'
import { sizeOf } from './prop'

const route = useRoute()
const shoot = route.params.shoot as string
const refresh = useRefresh('cupboard')
const dishes = useDishes(shoot)
const dish = computed(() => dishes.data.value?.find((d) => d.id === route.params.dish) ?? dishes.data.value?.[0])
const suited = useSuited(() => dish.value?.id ?? '')
const pulls = usePulls(shoot)
const { act, error } = useAct(refresh)
const chosenId = ref('')
/** What is held for the dish stands first. */
const first = (items: Schema['SuitedProp'][] = []) => [...items].sort((a, b) => Number(held(b.id)) - Number(held(a.id)))
const roles = computed(() => [
  { key: 'vessels', words: 'In or on', items: first(suited.data.value?.vessels) },
  { key: 'grounds', words: 'On what ground', items: first(suited.data.value?.grounds) },
  { key: 'beside', words: 'Beside it', items: first(suited.data.value?.beside) },
])
const all = computed(() => roles.value.flatMap((r) => r.items))
const chosen = computed(() => all.value.find((x) => x.id === chosenId.value) ?? all.value[0])
const held = (id: string) => suited.data.value?.held.includes(id)
const mine = (id: string) =>
  pulls.data.value?.pulls.find(
    (p) =>
      p.reservation.doc.propId === id &&
      p.reservation.doc.dishId === dish.value?.id &&
      ['reserved', 'pulled'].includes(p.reservation.doc.state),
  )

const hold = (x: Schema['SuitedProp']) =>
  act(() =>
    ask(
      api.POST('/api/shoots/{id}/pulls', {
        params: { path: { id: shoot } },
        body: { propId: x.id, dishId: dish.value!.id, count: 1 },
      }),
    ),
  )
const letGo = (x: Schema['SuitedProp']) =>
  act(() => ask(api.DELETE('/api/pulls/{id}', { params: { path: { id: mine(x.id)!.reservation.id } } })))
const swap = (id: string, propId: string) =>
  act(() => ask(api.POST('/api/pulls/{id}/swap', { params: { path: { id } }, body: { propId } })))
function step(by: number) {
  const at = all.value.findIndex((x) => x.id === chosen.value?.id)
  const to = all.value[Math.min(all.value.length - 1, Math.max(0, at + by))]
  if (!to) return
  chosenId.value = to.id
  document.getElementById('suit-' + to.id)?.focus()
}
useKeys(
  [
    { key: 'j', does: 'Next prop', run: () => step(1) },
    { key: 'k', does: 'Prop before', run: () => step(-1) },
    {
      key: 'x',
      does: 'Hold it, or let it go',
      run: () => chosen.value && void (mine(chosen.value.id) ? letGo(chosen.value) : hold(chosen.value)),
    },
  ],
  dishes,
  suited,
  pulls,
)
</script>

<template>
  <ScreenFrame title="Set">
    <template #nav><SetNav /></template>
    <template #head
      ><span v-if="suited.data.value" class="soft small">judged for: {{ suited.data.value.asked }}</span></template
    >
    <ProblemNote :error="error ?? suited.error.value" />
    <DishPicker v-if="dishes.data.value?.length" :dishes="dishes.data.value" :chosen="dish?.id ?? ''" />
    <EmptyBench v-else-if="dishes.data.value"
      ><template #title>No dishes yet</template>Props are judged for a dish: its colours, its form, its light. Add one
      first.</EmptyBench
    >
    <section v-for="c in pulls.data.value?.clashes" :key="c.mine" class="clash" aria-label="Held twice">
      <PropView :drawing="c.drawn" :scale="0.3" :most="64" :name="c.name" />
      <div>
        <p>
          <b>▲ {{ c.words }}</b>
        </p>
        <p v-if="c.others.length" class="others">
          Free that day:
          <el-button v-for="o in c.others" :key="o.id" size="small" @click="swap(c.mine, o.id)"
            >Take {{ o.prop.name }} instead ({{ Math.round(o.suits.score) }})</el-button
          >
        </p>
        <p v-else class="soft">Nothing of its kind is free that day.</p>
      </div>
    </section>
    <FindingList
      v-if="suited.data.value?.missing?.length"
      :findings="suited.data.value.missing"
      :shoot="shoot"
      :place="dish!.id"
      class="notes"
    />
    <section v-for="r in roles" :key="r.key" :aria-label="r.words">
      <h2>{{ r.words }}</h2>
      <p v-if="suited.data.value && !r.items.length" class="soft small">Nothing in the cupboard for that.</p>
      <ul class="row">
        <li v-for="x in r.items" :key="x.id">
          <ChipButton
            :id="'suit-' + x.id"
            class="tile"
            :class="{ on: x.id === chosen?.id, out: x.free < 1 && !held(x.id) }"
            :aria-pressed="x.id === chosen?.id"
            @click="chosenId = x.id"
          >
            <span class="stand"
              ><PropView
                :drawing="x.drawing"
                :scale="r.key === 'grounds' ? 0.075 : 0.32"
                :most="92"
                :name="x.prop.name"
            /></span>
            <b>{{ x.prop.name }}</b>
            <small
              ><span class="mono">{{ Math.round(x.suits.score) }}</span
              ><template v-if="held(x.id)"> · ✓ held</template><template v-else-if="x.free < 1"> · ✕ not free</template
              ><template v-if="x.suits.findings.some((f) => f.severity !== 'note')"> · ▲</template></small
            >
          </ChipButton>
        </li>
      </ul>
    </section>
    <template #reading>
      <template v-if="chosen">
        <div>
          <h2>{{ chosen.prop.name }}</h2>
          <p class="soft small">
            {{
              [
                sizeOf(chosen.prop),
                chosen.prop.front.finish,
                chosen.suits.back ? 'its other side' : '',
                chosen.prop.shelf ? 'shelf ' + chosen.prop.shelf : '',
              ]
                .filter(Boolean)
                .join(' · ')
            }}
          </p>
        </div>
        <p class="score">
          <span class="mono">{{ Math.round(chosen.suits.score) }}</span> of 100: {{ chosen.suits.because }}
        </p>
        <el-button v-if="mine(chosen.id)" @click="letGo(chosen)">Let it go <kbd>x</kbd></el-button>
        <el-button v-else type="primary" :disabled="chosen.free < 1" @click="hold(chosen)"
          >{{ chosen.free < 1 ? 'Not free on the day' : 'Hold it for this dish' }}
          <kbd v-if="chosen.free > 0">x</kbd></el-button
        >
        <FindingList :findings="chosen.suits.findings" :shoot="shoot" :place="dish!.id + chosen.id" />
        <table class="parts">
          <caption class="visually-hidden">
            What the score is made of
          </caption>
          <tbody>
            <tr v-for="p in chosen.suits.parts" :key="p.name">
              <th scope="row">
                {{ p.name }}<small>{{ p.words }}</small>
              </th>
              <td class="mono">{{ p.value.toFixed(2) }} × {{ Math.round(p.weight * 100) }}</td>
            </tr>
          </tbody>
        </table>
      </template>
    </template>
  </ScreenFrame>
</template>

<style scoped>
h2 {
  font-size: 17px;
  margin-bottom: 4px;
}
.clash {
  display: flex;
  gap: 14px;
  align-items: center;
  background: var(--fl-blush);
  border-left: 4px solid var(--fl-fig-ink);
  padding: 8px 14px;
  font-size: 14px;
}
.others {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
  margin-top: 4px;
}
.others .el-button {
  margin: 0;
}
.row {
  list-style: none;
  margin: 0;
  padding: 6px;
  display: flex;
  gap: 0;
  overflow-x: auto;
  background: var(--fl-grey);
}
.row:empty {
  display: none;
}
.tile {
  box-sizing: border-box;
  cursor: pointer;
  width: 122px;
  flex: none;
  display: grid;
  grid-template-rows: 98px auto auto;
  justify-items: center;
  color: var(--fl-white);
  padding: 4px;
  text-align: center;
}
.stand {
  display: grid;
  place-items: end center;
}
.tile b {
  font-weight: 600;
  font-size: 12.5px;
  line-height: 1.25;
  max-width: 114px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  background: var(--fl-veil);
  padding: 1px 5px;
}
.tile small {
  font-size: 12px;
  background: var(--fl-veil);
  padding: 0 5px 1px;
  white-space: nowrap;
}
.tile.on {
  outline: 3px solid var(--fl-white);
  outline-offset: -3px;
}
.tile.out .stand {
  opacity: 0.45;
}
.tile:focus-visible {
  outline: 4px solid var(--fl-rose);
  outline-offset: -4px;
}
.score {
  font-size: 14px;
}
.score .mono {
  font-size: 25px;
}
.parts {
  border-collapse: collapse;
  width: 100%;
  font-size: 13.5px;
}
.parts th {
  text-align: left;
  font-weight: 560;
  padding: 4px 6px 4px 0;
  border-top: 1px solid var(--fl-line);
}
.parts small {
  display: block;
  font-weight: 400;
  color: var(--fl-soft);
  font-size: 12.5px;
}
.parts td {
  text-align: right;
  white-space: nowrap;
  border-top: 1px solid var(--fl-line);
  vertical-align: baseline;
  font-size: 12.5px;
}
</style>
