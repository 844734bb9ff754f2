<script setup lang="ts">
import { startColour } from '../theme/drawn'
import ChipButton from '../parts/ChipButton.vue'
import { ElMessage } from 'element-plus'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { api, ask, type Finding, type Schema } from '../api/client'
import { useColours, useDishes } from '../api/queries'
import { useRefresh } from '../api/refresh'
import { chosenFile, upload } from '../api/upload'
import EmptyBench from '../parts/EmptyBench.vue'
import FindingList from '../parts/FindingList.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import ReadingFigure from '../parts/ReadingFigure.vue'
import SaveState from '../parts/SaveState.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import { useDraft } from '../parts/draft'
import { useKeys } from '../parts/keys'
import ColourWheel from './ColourWheel.vue'
import DishNav from './DishNav.vue'
import DishPicker from './DishPicker.vue'
import RelationView from './RelationView.vue'

type Plan = Schema['ColourPlan']
const route = useRoute()
const shoot = route.params.shoot as string
const refresh = useRefresh('kitchen')
const dishes = useDishes(shoot)
const dish = computed(() => dishes.data.value?.find((d) => d.id === route.params.dish) ?? dishes.data.value?.[0])
const colours = useColours(() => dish.value?.id ?? '')
const palette = ref<Schema['ColourPalette']>()
const error = ref<unknown>()
const chosen = ref('ground')

const draft = useDraft<Plan>({
  kind: 'colours',
  save: async (plan, version, of) => {
    const saved = await ask(
      api.PUT('/api/dishes/{id}/colours', { params: { path: { id: of } }, body: { plan, version } }),
    )
    if (of === dish.value?.id) palette.value = saved.palette
    void refresh()
    return saved.version
  },
  theirs: (current) => ({
    value: (current as Schema['KeptDish']).doc.colour,
    version: (current as Schema['KeptDish']).version,
  }),
  of: () => dish.value?.id ?? '',
  waitMs: 250,
})
watch(
  colours.data,
  (c) => {
    if (c && draft.state.value === 'saved') {
      draft.load(c.plan, c.version)
      palette.value = c.palette
    }
  },
  { immediate: true },
)
watch(
  () => dish.value?.id,
  () => (chosen.value = 'ground'),
)
const plan = computed(() => draft.value.value)

function put(path: 'vessel' | 'ground' | 'accent' | 'school', v: string) {
  if (!plan.value) return
  if (path === 'school') plan.value.school = v as Plan['school']
  else plan.value[path] = v
  draft.touch()
}
function apply(edits: NonNullable<Finding['try'][number]['edits']>) {
  for (const e of edits) put(e.path as 'vessel', e.text ?? '')
}
function addPart() {
  plan.value?.food.push({ name: '', hex: startColour.food, share: 1, from: 'typed' })
  chosen.value = 'food.' + ((plan.value?.food.length ?? 1) - 1)
  draft.touch()
}
async function fromRecipe() {
  error.value = undefined
  try {
    const p = await ask(api.GET('/api/dishes/{id}/colours/recipe', { params: { path: { id: dish.value!.id } } }))
    if (!p.food.length)
      ElMessage({
        message: 'The table knows none of these ingredients. Pick from a picture, or type them.',
        type: 'warning',
      })
    else if (plan.value) {
      plan.value.food = p.food
      draft.touch()
    }
  } catch (e) {
    error.value = e
  }
}

const file = ref<HTMLInputElement>()
const found = ref<{ url: string; patches: Schema['ColourPatch'][]; use: boolean[] }>()
async function pick(e: Event) {
  const file = chosenFile(e)
  if (!file) return
  error.value = undefined
  try {
    const patches = await ask(
      api.POST('/api/colours/pick', {
        params: { query: { most: 8 } },
        ...upload({ file }),
      }),
    )
    found.value = { url: URL.createObjectURL(file), patches, use: patches.map(() => true) }
  } catch (x) {
    error.value = x
  }
}
function useFound(replace: boolean) {
  if (!found.value || !plan.value) return
  const parts = found.value.patches
    .filter((_, i) => found.value!.use[i])
    .map((p) => ({ name: p.name, hex: p.hex, share: Math.round(p.share * 100), from: 'picture' as const }))
  plan.value.food = replace ? parts : [...plan.value.food, ...parts]
  URL.revokeObjectURL(found.value.url)
  found.value = undefined
  draft.touch()
}
const lists = computed(() => [
  { key: 'ground' as const, words: 'Grounds', items: palette.value?.grounds ?? [] },
  { key: 'vessel' as const, words: 'Vessels', items: palette.value?.vessels ?? [] },
  { key: 'accent' as const, words: 'One accent', items: palette.value?.accents ?? [] },
])
const opened = ref('')
const name = (hex: string) => palette.value?.points.find((p) => p.hex === hex)?.words ?? hex
useKeys(
  [
    { key: 'i', does: 'Colours from the ingredients', run: () => void (dish.value && fromRecipe()) },
    { key: 'p', does: 'Colours from a picture', run: () => file.value?.click() },
    { key: 'n', does: 'Add a part of the food', run: addPart },
  ],
  dishes,
  colours,
)
</script>

<template>
  <ScreenFrame title="Dish">
    <template #nav><DishNav /></template>
    <template #head>
      <SaveState v-if="plan" :draft="draft" />
      <input
        ref="file"
        type="file"
        name="picture"
        accept="image/jpeg,image/png,image/gif,image/webp"
        class="visually-hidden"
        aria-label="Picture to take colours from"
        tabindex="-1"
        @change="pick"
      />
    </template>
    <ProblemNote :error="error ?? colours.error.value" />
    <DishPicker v-if="dishes.data.value?.length" :dishes="dishes.data.value" :chosen="dish?.id ?? ''" />
    <EmptyBench v-else-if="dishes.data.value"
      ><template #title>No dishes yet</template>A colour plan begins with the dish's own colours. Add its recipe
      first.</EmptyBench
    >
    <template v-if="plan && dish">
      <div class="pair">
        <div class="picture">
          <RelationView :plan="plan" :form="dish.doc.form" :chosen="chosen" @choose="chosen = $event" />
        </div>
        <div class="wheel"><ColourWheel :points="palette?.points ?? []" :chosen="chosen" /></div>
      </div>
      <div class="edit">
        <fieldset>
          <legend>It stands on, in, and beside</legend>
          <div v-for="w in ['ground', 'vessel', 'accent'] as const" :key="w" class="row" :class="{ on: chosen === w }">
            <input
              type="color"
              :value="plan[w] || startColour.unset"
              :aria-label="w"
              @focus="chosen = w"
              @input="put(w, ($event.target as HTMLInputElement).value)"
            />
            <span class="cap">{{ w }}</span><span class="soft words">{{ plan[w] ? name(plan[w]) : 'still open' }}</span>
            <ChipButton v-if="plan[w]" class="x" :aria-label="'leave open: ' + w" @click="put(w, '')">
              leave open
            </ChipButton>
          </div>
          <div class="schools" role="radiogroup" aria-label="School of ground">
            <ChipButton
              v-for="s in palette?.schools"
              :key="s.key"
              role="radio"
              :aria-checked="plan.school === s.key"
              @click="put('school', s.key)"
            >
              <span aria-hidden="true">{{ plan.school === s.key ? '●' : '○' }}</span> {{ s.words }}
            </ChipButton>
          </div>
        </fieldset>
        <fieldset>
          <legend>The food's own colours</legend>
          <p class="from">
            <el-button size="small" @click="fromRecipe">From the ingredients <kbd>i</kbd></el-button
            ><el-button size="small" @click="file?.click()">From a picture <kbd>p</kbd></el-button
            ><el-button size="small" :disabled="plan.food.length > 23" @click="addPart"
              >Add a part <kbd>n</kbd></el-button
            >
          </p>
          <div v-for="(f, i) in plan.food" :key="i" class="row" :class="{ on: chosen === 'food.' + i }">
            <input
              v-model="f.hex"
              type="color"
              :aria-label="'Colour of ' + (f.name || 'part ' + (i + 1))"
              @focus="chosen = 'food.' + i"
              @input="draft.touch()"
            />
            <el-input
              v-model="f.name"
              size="small"
              class="name"
              maxlength="120"
              :aria-label="'Name of part ' + (i + 1)"
              placeholder="What is it?"
              @focus="chosen = 'food.' + i"
              @input="draft.touch()"
            />
            <input
              v-model.number="f.share"
              type="range"
              min="0"
              :max="Math.max(10, ...plan.food.map((x) => x.share))"
              step="any"
              :aria-label="'Share of ' + (f.name || 'part ' + (i + 1))"
              @input="draft.touch()"
            />
            <span class="mono pc"
              >{{ Math.round((100 * f.share) / (plan.food.reduce((a, x) => a + x.share, 0) || 1)) }} %</span
            >
            <ChipButton
              class="x"
              :aria-label="'remove ' + (f.name || 'part ' + (i + 1))"
              @click="(plan.food.splice(i, 1), draft.touch())"
            >
              remove
            </ChipButton>
          </div>
          <p v-if="!plan.food.length" class="soft small">
            List the dish's own colours first: from the ingredients, from a picture, or by hand.
          </p>
        </fieldset>
      </div>
    </template>
    <template #reading>
      <template v-if="palette && plan">
        <div>
          <ReadingFigure v-for="r in palette.readings" :key="r.key" :reading="r" :large="r.key === 'dominant'" />
        </div>
        <FindingList :findings="palette.findings" :shoot="shoot" :place="dish!.id" @apply="apply" />
        <section v-for="l in lists" :key="l.key">
          <h2 v-if="l.items.length">{{ l.words }} that suit it</h2>
          <ul class="choices">
            <li v-for="x in l.items" :key="x.hex">
              <ChipButton class="take" :aria-pressed="plan[l.key] === x.hex" @click="put(l.key, x.hex)">
                <svg viewBox="0 0 34 24" width="44" height="31" aria-hidden="true">
                  <rect width="34" height="24" :fill="l.key === 'ground' ? x.hex : plan.ground || 'var(--fl-unset)'" />
                  <circle
                    cx="17"
                    cy="12"
                    r="10"
                    :fill="l.key === 'vessel' ? x.hex : plan.vessel || 'var(--fl-unset-light)'"
                  />
                  <circle cx="17" cy="12" r="6" :fill="plan.food[0]?.hex ?? 'var(--fl-grey)'" />
                  <circle v-if="l.key === 'accent'" cx="29" cy="18" r="3.4" :fill="x.hex" />
                </svg>
                <span
                  ><b>{{ x.name }}</b
                  ><small>{{ x.because }}</small></span
                >
              </ChipButton>
              <ChipButton
                class="score mono"
                :aria-expanded="opened === l.key + x.hex"
                :aria-label="`Why ${Math.round(x.score)} for ${x.name}`"
                @click="opened = opened === l.key + x.hex ? '' : l.key + x.hex"
              >
                {{ Math.round(x.score) }}
              </ChipButton>
              <ol v-if="opened === l.key + x.hex" class="parts">
                <li v-for="s in x.parts" :key="s.name">
                  <span>{{ s.name }}: {{ s.words }}</span
                  ><b class="mono">{{ s.value.toFixed(2) }} × {{ Math.round(s.weight * 100) }}</b>
                </li>
              </ol>
            </li>
          </ul>
        </section>
      </template>
    </template>
    <el-dialog :model-value="!!found" title="Colours of this picture" width="620px" @close="found = undefined">
      <div v-if="found" class="found">
        <div class="shown"><img :src="found.url" alt="The picture just chosen" /></div>
        <ul>
          <li v-for="(p, i) in found.patches" :key="p.hex">
            <el-checkbox v-model="found.use[i]" :aria-label="'Use ' + p.name"
              ><i :style="{ background: p.hex }" />{{ p.name }}
              <span class="mono soft">{{ Math.round(p.share * 100) }} %</span></el-checkbox
            >
          </li>
        </ul>
        <p class="acts">
          <el-button @click="useFound(false)">Add them</el-button
          ><el-button type="primary" @click="useFound(true)">These are the food's colours</el-button>
        </p>
      </div>
    </el-dialog>
  </ScreenFrame>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 218px;
  gap: 14px;
  align-items: center;
}
.picture {
  background: var(--fl-grey);
  padding: 14px;
}
.edit {
  display: grid;
  grid-template-columns: minmax(0, 4fr) minmax(0, 6fr);
  gap: 24px;
}
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 4px;
  align-content: start;
  justify-items: start;
  min-width: 0;
}
h2 {
  font-size: 16px;
}
legend {
  font: 560 16px var(--fl-head);
  padding: 0 0 4px;
}
.from {
  display: flex;
  gap: 6px;
  margin-bottom: 4px;
}
.from .el-button + .el-button {
  margin: 0;
}
.row {
  display: flex;
  align-items: center;
  gap: 8px;
  width: 100%;
  padding: 2px 4px;
  border-left: 3px solid transparent;
  min-height: 36px;
}
.row.on {
  border-color: var(--fl-fig);
  background: var(--fl-lilac);
}
.row input[type='color'] {
  width: 44px;
  height: 30px;
  border: 1px solid var(--fl-line);
  padding: 2px;
  background: none;
  flex: none;
}
.row input[type='range'] {
  flex: 1;
  min-width: 50px;
  accent-color: var(--fl-aubergine);
}
.name {
  width: 150px;
  flex: none;
}
.cap {
  text-transform: capitalize;
  width: 58px;
}
.words {
  flex: 1;
  font-size: 13.5px;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.pc {
  width: 44px;
  text-align: right;
  font-size: 13px;
}
.x {
  cursor: pointer;
  font-size: 12.5px;
  color: var(--fl-soft);
  text-decoration: underline;
  padding: 6px 2px;
  white-space: nowrap;
}
.schools {
  display: grid;
  gap: 2px;
  margin-top: 6px;
}
.schools button {
  cursor: pointer;
  font-size: 13px;
  padding: 4px;
  line-height: 1.35;
}
.schools button[aria-checked='true'] {
  background: var(--fl-lilac);
}
.choices {
  list-style: none;
  margin: 4px 0 0;
  padding: 0;
  display: grid;
  gap: 3px;
}
.choices li {
  display: grid;
  grid-template-columns: 1fr auto;
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
}
.take {
  cursor: pointer;
  display: flex;
  gap: 8px;
  align-items: center;
  padding: 4px 6px;
  min-width: 0;
}
.take svg {
  flex: none;
}
.take b {
  font-weight: 600;
  font-size: 13.5px;
  display: block;
}
.take small {
  font-size: 12px;
  color: var(--fl-soft);
  display: block;
  line-height: 1.25;
}
.take[aria-pressed='true'] {
  box-shadow: inset 4px 0 0 var(--fl-leaf);
}
.take:focus-visible,
.score {
  cursor: pointer;
  padding: 0 10px;
  font-size: 14px;
  border-left: 1px solid var(--fl-line);
}
.parts {
  grid-column: 1 / -1;
  list-style: none;
  margin: 0;
  padding: 6px 8px;
  font-size: 12px;
  border-top: 1px solid var(--fl-line);
  background: var(--fl-linen);
}
.parts li {
  background: none;
  box-shadow: none;
  display: flex;
  justify-content: space-between;
  gap: 8px;
}
.parts b {
  font-weight: 500;
  white-space: nowrap;
}
.found {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 16px;
}
.shown {
  background: var(--fl-grey);
  padding: 10px;
  display: grid;
  place-items: center;
}
.shown img {
  max-width: 100%;
  max-height: 320px;
  display: block;
}
.found ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
.found i {
  display: inline-block;
  width: 34px;
  height: 20px;
  margin-right: 8px;
  vertical-align: -5px;
  border: 1px solid var(--fl-line);
}
.acts {
  grid-column: 1 / -1;
  display: flex;
  justify-content: flex-end;
  gap: 6px;
}
.acts .el-button + .el-button {
  margin: 0;
}
@media (max-width: 1100px) {
  .edit {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 720px) {
  .pair,
  .edit {
    grid-template-columns: minmax(0, 1fr);
  }
  .pair {
    justify-items: center;
  }
  .from {
    flex-wrap: wrap;
  }
  .name {
    width: 104px;
  }
}
</style>
