<script setup lang="ts">
import ChipButton from '../parts/ChipButton.vue'
import { ElMessage } from 'element-plus'
import { computed, reactive, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, Problem, type Schema, type Angle, type Direction } from '../api/client'
import { limits, words } from '../api/words'
import { useDishes, useEating, useMined } from '../api/queries'
import { useAct } from '../parts/act'
import { useRefresh } from '../api/refresh'
import { upload } from '../api/upload'
import EmptyBench from '../parts/EmptyBench.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import NumberField from '../parts/NumberField.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import SheetNote from '../parts/SheetNote.vue'
import { useKeys } from '../parts/keys'
import { useSheet } from '../parts/sheet'
import { angles, kindWords, lights } from '../parts/shown'
import DishNav from './DishNav.vue'
import DishPicker from './DishPicker.vue'
import EatingBox from './EatingBox.vue'
import { formWords } from './forms'
import MethodSteps from './MethodSteps.vue'
import ShapeBox from './ShapeBox.vue'
import { asLines, asMethod } from './typed'
import ChoiceField from '../parts/ChoiceField.vue'

const route = useRoute()
const router = useRouter()
const shoot = route.params.shoot as string
const refresh = useRefresh('kitchen')
const dishes = useDishes(shoot)
const chosen = computed(() => dishes.data.value?.find((d) => d.id === route.params.dish) ?? dishes.data.value?.[0])
const mined = useMined(() => chosen.value?.id ?? '')
const eating = useEating(() => chosen.value?.id ?? '')
const { act, error } = useAct(refresh)
const busy = ref(false)

const forms = [
  { value: '', words: 'Judge by the recipe' },
  ...words.DishDoc.form.map((value) => ({ value, words: formWords[value] })),
] as const

const scale = reactive({ by: '1', region: 'metric', base: '' })
const scaleError = ref<unknown>()
const amounts = ref<Schema['Amounts']>()
watch(
  [() => chosen.value?.id, () => chosen.value?.version, scale],
  async ([id]) => {
    scaleError.value = undefined
    if (!id) return
    try {
      amounts.value = await ask(
        api.GET('/api/dishes/{id}/amounts', {
          params: { path: { id }, query: { by: scale.by, region: scale.region, base: scale.base } },
        }),
      )
    } catch (e) {
      scaleError.value = e
    }
  },
  { immediate: true },
)
watch(
  () => chosen.value?.id,
  () => {
    amounts.value = undefined // another dish's amounts are worse than none
    Object.assign(scale, { by: '1', base: '' })
  },
)
const listed = computed(() => amounts.value?.ingredients ?? [])
const minutes = (m: number) => (m >= 90 ? `${Math.round(m / 6) / 10} h` : `${Math.round(m * 10) / 10} min`)
const span = (low: number, high: number) => (low === high ? minutes(low) : `${minutes(low)} to ${minutes(high)}`)
const cups = [
  { value: 'metric', words: 'Metric: 250 ml cup, 15 ml spoon' },
  { value: 'us', words: 'US: 237 ml cup' },
  { value: 'uk', words: 'UK: 568 ml pint' },
  { value: 'au', words: 'Australia: 20 ml spoon' },
]

const sheet = ref(false)
const draft = reactive({
  id: '',
  version: 0,
  title: '',
  form: '' as Schema['DishEdit']['form'],
  ingredients: '',
  method: '',
  yield: '',
})
/** A recipe as it stands in the form. */
const typedOf = (d: Schema['KeptDish']) => ({
  title: d.doc.recipe.title,
  form: d.doc.form,
  ingredients: asLines(d.doc.recipe),
  method: asMethod(d.doc.recipe),
  yield: d.doc.recipe.yield,
})
function type(d?: Schema['KeptDish']) {
  Object.assign(
    draft,
    d
      ? { id: d.id, version: d.version, ...typedOf(d) }
      : { id: '', version: 0, title: '', form: '', ingredients: '', method: '', yield: '' },
  )
  sheet.value = true
}
const recipeSheet = useSheet({
  name: () => `recipe:${draft.id || shoot}`,
  form: () => {
    const { id, version, ...typed } = draft
    return sheet.value ? typed : undefined
  },
  put: (typed, version = draft.version) => void Object.assign(draft, typed, { version }),
  theirs: (current) => {
    const d = current as Schema['KeptDish']
    return { typed: typedOf(d), version: d.version }
  },
  send: async () => {
    const { id, ...body } = draft
    const d = await ask(
      id
        ? api.PUT('/api/dishes/{id}', { params: { path: { id } }, body })
        : api.POST('/api/shoots/{id}/dishes', { params: { path: { id: shoot } }, body }),
    )
    sheet.value = false
    await refresh()
    await router.replace({ name: 'dish', params: { shoot, dish: d.id } })
  },
})

const file = ref<HTMLInputElement>()
async function bring(e: Event) {
  const input = e.target as HTMLInputElement
  const f = input.files?.[0]
  if (!f) return
  await send(f)
  input.value = ''
}
async function send(f: File) {
  error.value = undefined
  if (f.size > 8 * 1024 * 1024) {
    error.value = new Problem(
      413,
      `${f.name} is ${Math.round(f.size / 1048576)} MB. A recipe file is small; 8 MB is the most that is read.`,
    )
    return
  }
  busy.value = true
  try {
    const all = await ask(api.POST('/api/recipes/look', upload({ file: f })))
    if (all.length > 1) Object.assign(several, { open: true, file: f, all, taken: all.map((_, n) => n) })
    else await bringIn(f, [0])
  } catch (e) {
    error.value = e instanceof Problem ? new Problem(e.status, `${f.name}: ${e.message}`, e.fields) : e
  } finally {
    busy.value = false
  }
}
/** A file with several recipes: which of them are taken. */
const several = reactive({
  open: false,
  file: undefined as File | undefined,
  all: [] as Schema['Offered'][],
  taken: [] as number[],
})
async function bringIn(f: File, which: number[]) {
  let d: Schema['KeptDish'] | undefined
  for (const n of which)
    d = await ask(
      api.POST('/api/shoots/{id}/dishes/import', {
        params: { path: { id: shoot }, query: { which: n } },
        ...upload({ file: f }),
      }),
    )
  await refresh()
  if (!d) return
  await router.replace({ name: 'dish', params: { shoot, dish: d.id } })
  const { ingredients, steps } = d.doc.recipe
  ElMessage({
    message:
      which.length > 1
        ? `Read ${which.length} recipes from ${f.name}`
        : `Read ${ingredients.length} ingredients and ${steps.length} steps from ${f.name}`,
    type: 'success',
  })
}
const takeSeveral = () =>
  act(async () => {
    several.open = false
    await bringIn(
      several.file!,
      [...several.taken].sort((a, b) => a - b),
    )
  })
function dropped(e: DragEvent) {
  const f = e.dataTransfer?.files?.[0]
  if (f) void send(f)
}

const accept = (keys: string[]) =>
  act(() => ask(api.POST('/api/dishes/{id}/accept', { params: { path: { id: chosen.value!.id } }, body: { keys } })))
const drop = (key: string, dropped: boolean) =>
  act(() =>
    ask(api.POST('/api/dishes/{id}/drop', { params: { path: { id: chosen.value!.id } }, body: { key, dropped } })),
  )
const remove = () =>
  act(async () => {
    const name = chosen.value!.doc.recipe.title
    await ask(api.DELETE('/api/dishes/{id}', { params: { path: { id: chosen.value!.id } } }))
    await router.replace({ name: 'dish', params: { shoot } })
    ElMessage({ message: `Removed ${name}. Undo brings it back.`, type: 'success' })
  })

const frames = computed(() => mined.data.value?.frames ?? [])
const waiting = computed(() => frames.value.filter((f) => f.state === 'open'))
const picked = computed(() => waiting.value.filter((f) => f.pick))
const want = (n: number | undefined) =>
  n !== undefined &&
  act(() =>
    ask(api.POST('/api/dishes/{id}/want', { params: { path: { id: chosen.value!.id } }, body: { supporting: n } })),
  )
const renew = () =>
  act(async () => {
    const { count } = await ask(api.POST('/api/dishes/{id}/renew', { params: { path: { id: chosen.value!.id } } }))
    ElMessage({
      message: `${count} ${count === 1 ? 'frame follows' : 'frames follow'} the recipe again. What you changed stayed yours.`,
      type: 'success',
    })
  })
const takeOff = (id: string) => act(() => ask(api.DELETE('/api/shots/{id}', { params: { path: { id } } })))
const unknown = computed(() => mined.data.value?.deeds.some((d) => d.class === 'unknown' || d.guessed))
const decide = (verb: string, cls: Schema['Judged']['class']) =>
  act(() =>
    ask(api.PUT('/api/dishes/{id}/verb', { params: { path: { id: chosen.value!.id } }, body: { verb, class: cls } })),
  )
const take = (form: Schema['DishDoc']['form']) =>
  act(() => ask(api.PUT('/api/dishes/{id}/shape', { params: { path: { id: chosen.value!.id } }, body: { form } })))
const unread = computed(() => chosen.value?.doc.recipe.ingredients.filter((i) => !i.understood).length ?? 0)
const shutter = (f: Schema['MinedFrame']) =>
  [
    f.angle,
    f.light,
    [f.vessel, f.tool].filter(Boolean).join(' and '),
    f.hands ? `${f.hands} more pair of hands` : '',
    f.shutter ? 'shutter matters' : '',
    f.hold,
  ]
    .filter(Boolean)
    .join(' · ')

const changing = reactive({
  open: false,
  id: '',
  version: 0,
  title: '',
  angle: '' as Angle,
  light: '' as Direction,
  vessel: '',
  hands: 0,
  shutter: false,
})
async function change(f: Schema['MinedFrame']) {
  await act(async () => {
    let id = f.shotId
    if (!id)
      id = (
        await ask(
          api.POST('/api/dishes/{id}/accept', { params: { path: { id: chosen.value!.id } }, body: { keys: [f.key] } }),
        )
      )[0]!.id
    const { version, doc } = await ask(api.GET('/api/shots/{id}', { params: { path: { id } } }))
    const { title, angle, light, vessel, hands, shutter } = doc
    Object.assign(changing, { id, version, title, angle, light, vessel, hands, shutter, open: true })
  })
}
const changeSheet = useSheet({
  name: () => `frame:${changing.id}`,
  form: () => {
    const { open, id, version, ...typed } = changing
    return open ? typed : undefined
  },
  put: (typed, version = changing.version) => void Object.assign(changing, typed, { version }),
  theirs: (current) => {
    const s = current as Schema['KeptShot']
    const { title, angle, light, vessel, hands, shutter } = s.doc
    return { typed: { title, angle, light, vessel, hands, shutter }, version: s.version }
  },
  send: async () => {
    const { open, id, ...body } = changing
    await ask(api.PUT('/api/shots/{id}', { params: { path: { id } }, body }))
    changing.open = false
    await refresh()
  },
})
watch(
  () => route.params.dish,
  () => (error.value = undefined),
)
useKeys(
  [
    { key: 't', does: 'Type a recipe', run: () => type() },
    { key: 'i', does: 'Import a recipe file', run: () => file.value?.click() },
    {
      key: 'a',
      does: 'Put the picked frames on the list',
      run: () => void (picked.value.length && accept(picked.value.map((f) => f.key))),
    },
    {
      key: 'A',
      does: 'Put every suggestion on the list',
      run: () => void (waiting.value.length && accept(waiting.value.map((f) => f.key))),
    },
    { key: 'u', does: 'Bring the list up to the recipe', run: () => void (mined.data.value?.behind && renew()) },
  ],
  dishes,
  mined,
)
</script>

<template>
  <ScreenFrame title="Dish">
    <template #nav><DishNav /></template>
    <template #head>
      <el-button @click="type()">Type a recipe <kbd>t</kbd></el-button>
      <el-button type="primary" :loading="busy" @click="file?.click()">Import a recipe file <kbd>i</kbd></el-button>
      <input
        ref="file"
        type="file"
        name="recipe"
        accept=".json,.jsonld,.html,.htm,application/ld+json,text/html"
        class="visually-hidden"
        aria-label="Recipe file"
        tabindex="-1"
        @change="bring"
      />
    </template>
    <ProblemNote :error="error ?? dishes.error.value" />
    <div class="pair" @dragover.prevent @drop.prevent="dropped">
      <DishPicker v-if="dishes.data.value?.length" :dishes="dishes.data.value" :chosen="chosen?.id ?? ''" />
      <EmptyBench v-else-if="dishes.data.value">
        <template #title>No dishes yet</template>
        Drop a recipe file here: JSON-LD, or a web page that holds a recipe. Or type one. The application reads it for
        frames before anything is cooked.
        <template #act
          ><el-button type="primary" @click="file?.click()">Import a recipe file</el-button
          ><el-button @click="type()">Type a recipe</el-button></template
        >
      </EmptyBench>
      <article v-if="chosen" class="card" aria-label="Recipe">
        <header>
          <div>
            <h2>{{ chosen.doc.recipe.title }}</h2>
            <p class="soft small">
              {{
                [
                  forms.find((f) => f.value === chosen?.doc.form)?.words,
                  chosen.doc.recipe.yield,
                  chosen.doc.recipe.totalMin ? chosen.doc.recipe.totalMin + ' min in all' : '',
                  chosen.doc.recipe.source === 'typed' ? 'typed' : 'from ' + chosen.doc.recipe.source,
                ]
                  .filter(Boolean)
                  .join(' · ')
              }}
            </p>
          </div>
          <a class="file" :href="`/api/dishes/${chosen.id}/recipe.pdf`" target="_blank">Print</a>
          <a class="file" :href="`/api/dishes/${chosen.id}/recipe.json`" download>JSON-LD</a>
          <el-button text @click="type(chosen)">Edit</el-button>
          <el-button text @click="remove">Remove</el-button>
        </header>
        <div class="scale">
          <label
            >Make it
            <el-input
              v-model.lazy="scale.by"
              size="small"
              class="by mono"
              aria-label="Scale the recipe by"
              inputmode="decimal"
            />
            times</label
          >
          <el-button
            v-for="b in ['1/2', '1', '2']"
            :key="b"
            size="small"
            :aria-pressed="scale.by === b"
            :type="scale.by === b ? 'primary' : 'default'"
            @click="scale.by = b"
            >× {{ b === '1/2' ? '½' : b }}</el-button
          >
          <span v-if="amounts && amounts.highMin" class="small soft"
            >Times in the method: <b class="mono">{{ span(amounts.lowMin, amounts.highMin) }}</b></span
          >
        </div>
        <p v-if="scaleError" class="bad" role="alert">{{ (scaleError as Error).message }}</p>
        <div class="cols">
          <div>
            <table class="ingredients">
              <caption class="visually-hidden">
                Ingredients
              </caption>
              <thead class="visually-hidden">
                <tr>
                  <th>Amount</th>
                  <th>Unit</th>
                  <th>Thing</th>
                </tr>
              </thead>
              <tbody>
                <template v-for="(i, n) in listed" :key="n">
                  <tr v-if="i.group && i.group !== listed[n - 1]?.group">
                    <th colspan="3" scope="colgroup">{{ i.group }}</th>
                  </tr>
                  <tr :class="{ unread: !i.understood }">
                    <td class="mono amount">{{ i.shown }}</td>
                    <td class="unit">{{ i.unit }} {{ i.more }}</td>
                    <td>
                      {{ i.item }}<span v-if="i.note" class="soft">, {{ i.note }}</span
                      ><span v-if="i.told" class="soft mono"> ({{ i.told }})</span
                      ><em v-if="!i.understood"> ▲ not understood</em>
                    </td>
                  </tr>
                </template>
              </tbody>
            </table>
            <details v-if="amounts" class="weights">
              <summary>By weight</summary>
              <p class="pick">
                <ChoiceField v-model="scale.region" size="small" aria-label="Whose cups and spoons"
                  ><option v-for="c in cups" :key="c.value" :value="c.value">{{ c.words }}</option></ChoiceField
                >
                <ChoiceField v-model="scale.base" size="small" aria-label="What counts as 100"
                  ><option value="">Of the whole</option>
                  <option v-for="s in amounts.ratios.shares" :key="s.item" :value="s.item">
                    {{ 'Of the ' + s.item }}
                  </option></ChoiceField
                >
              </p>
              <table class="shares">
                <tbody>
                  <tr v-for="s in amounts.ratios.shares" :key="s.item">
                    <td>
                      {{ s.item }}<small v-if="s.by && s.by !== s.item" class="soft"> as {{ s.by }}</small>
                    </td>
                    <td class="mono">{{ Math.round(s.grams) }} g</td>
                    <td class="mono">{{ s.percent.toFixed(1) }} %</td>
                  </tr>
                </tbody>
              </table>
              <p v-if="amounts.ratios.left.length" class="small soft">
                Not weighed: {{ amounts.ratios.left.join('; ') }}.
              </p>
            </details>
            <EatingBox v-if="eating.data.value" :eating="eating.data.value" :dish="chosen.id" :shoot="shoot" />
          </div>
          <div>
            <MethodSteps
              :steps="chosen.doc.recipe.steps"
              :amounts="amounts"
              :deeds="mined.data.value?.deeds ?? []"
              @decide="decide"
            />
            <p v-if="mined.data.value?.deeds.length" class="legend soft small">
              <span class="for-good">■ cannot be undone</span> <span class="seen">worth a frame</span>
              <template v-if="unknown"><span class="asked">? not known</span></template> Press words to see how they
              were read.
            </p>
          </div>
        </div>
      </article>
    </div>
    <template #reading>
      <template v-if="chosen">
        <div>
          <h2>Frames in this recipe</h2>
          <p v-if="mined.data.value" class="small soft">
            Main angle <b>{{ mined.data.value.angle }}</b>: {{ mined.data.value.because }}.
          </p>
          <ShapeBox v-if="mined.data.value" :form="chosen.doc.form" :mined="mined.data.value" @take="take" />
          <p v-if="unread" class="small bad">
            ▲ {{ unread }} {{ unread === 1 ? 'line was' : 'lines were' }} not understood and
            {{ unread === 1 ? 'stands' : 'stand' }} as written.
          </p>
        </div>
        <div v-if="mined.data.value" class="many">
          <label for="supporting">Supporting frames beside the hero</label>
          <NumberField
            id="supporting"
            controls
            :model-value="mined.data.value.supporting"
            v-bind="limits.WantRequest.supporting"
            size="small"
            aria-label="Supporting frames beside the hero"
            @change="want"
          />
        </div>
        <div v-if="mined.data.value?.behind" class="behind" role="status">
          <p>
            ▲ The recipe has changed since. {{ mined.data.value.behind }}
            {{ mined.data.value.behind === 1 ? 'frame on the list is' : 'frames on the list are' }} behind it.
          </p>
          <el-button size="small" @click="renew">Bring the list up to it <kbd>u</kbd></el-button>
        </div>
        <ul v-if="mined.data.value?.orphans.length" class="behind">
          <li v-for="o in mined.data.value.orphans" :key="o.shotId">
            ▲ “{{ o.title }}” is on the list, but the recipe no longer suggests it.
            <el-button size="small" text :aria-label="'Take off: ' + o.title" @click="takeOff(o.shotId)"
              >Take it off</el-button
            >
          </li>
        </ul>
        <div v-if="waiting.length" class="put">
          <el-button v-if="picked.length" type="primary" @click="accept(picked.map((f) => f.key))"
            >Put {{ picked.length }} picked on the list <kbd>a</kbd></el-button
          >
          <ChipButton v-if="waiting.length > picked.length" class="all" @click="accept(waiting.map((f) => f.key))">
            or all {{ waiting.length }}
          </ChipButton>
        </div>
        <ul class="frames">
          <li v-for="f in frames" :key="f.key" :class="f.state" :data-key="f.key">
            <p class="kind">
              <span>{{ kindWords[f.kind] ?? f.kind }}</span><span v-if="f.state === 'accepted'" class="on"
                >✓ on the list</span
              ><span v-else-if="f.state === 'open' && f.pick" class="best">◆ picked</span
              ><span v-else-if="f.state === 'dropped'">set aside</span>
            </p>
            <details v-if="f.state === 'open' && !f.pick" class="rest">
              <summary>
                <b>{{ f.title }}</b>
              </summary>
              <p class="why">{{ f.because }}.</p>
              <p class="soft small">{{ shutter(f) }}</p>
            </details>
            <template v-else>
              <b>{{ f.title }}</b>
              <p class="why">{{ f.because }}.</p>
              <p class="soft small">{{ shutter(f) }}</p>
            </template>
            <p v-for="c in f.changed" :key="c" class="small turned">↻ {{ c }}</p>
            <p v-for="c in f.kept" :key="c" class="small soft">You keep {{ c }}</p>
            <p v-if="f.caution" class="caution">▲ {{ f.caution }}</p>
            <p class="acts">
              <el-button
                v-if="f.state !== 'accepted'"
                size="small"
                :aria-label="'Accept: ' + f.title"
                @click="accept([f.key])"
                >Accept</el-button
              >
              <el-button v-if="f.state !== 'dropped'" size="small" :aria-label="'Change: ' + f.title" @click="change(f)"
                >Change</el-button
              >
              <el-button
                v-if="f.state === 'open'"
                size="small"
                :aria-label="'Drop: ' + f.title"
                @click="drop(f.key, true)"
                >Drop</el-button
              >
              <el-button
                v-if="f.state === 'dropped'"
                size="small"
                :aria-label="'Take up again: ' + f.title"
                @click="drop(f.key, false)"
                >Take up again</el-button
              >
            </p>
          </li>
        </ul>
      </template>
    </template>
    <el-dialog v-model="sheet" :title="draft.id ? 'Edit the recipe' : 'Type a recipe'" width="760px" top="6vh">
      <form novalidate class="typing" @submit.prevent="recipeSheet.save">
        <SheetNote :sheet="recipeSheet" />
        <el-form-item label="Name" label-position="top" :error="recipeSheet.about('title')"
          ><el-input v-model="draft.title" aria-label="Name of the dish" autofocus
        /></el-form-item>
        <el-form-item label="Form, as a camera meets it" label-position="top">
          <ChoiceField v-model="draft.form" aria-label="Form of the dish"
            ><option v-for="f in forms" :key="f.value" :value="f.value">{{ f.words }}</option></ChoiceField
          >
        </el-form-item>
        <el-form-item class="wide" label="For how many" label-position="top" :error="recipeSheet.about('yield')"
          ><el-input v-model="draft.yield" aria-label="For how many" placeholder="Serves 4" maxlength="200"
        /></el-form-item>
        <el-form-item label="Ingredients, a line each" label-position="top"
          ><el-input
            v-model="draft.ingredients"
            type="textarea"
            :rows="13"
            aria-label="Ingredients"
            placeholder="1 1/2 cups (190 g) flour, sifted&#10;For the top:&#10;juice of 2 lemons"
        /></el-form-item>
        <el-form-item label="Method, a line a step" label-position="top"
          ><el-input
            v-model="draft.method"
            type="textarea"
            :rows="13"
            aria-label="Method"
            placeholder="Whisk the whites.&#10;Drizzle the syrup over and serve."
        /></el-form-item>
        <p class="acts wide">
          <el-button @click="sheet = false">Leave it</el-button
          ><el-button type="primary" native-type="submit">Save the recipe</el-button>
        </p>
      </form>
    </el-dialog>
    <el-dialog v-model="several.open" :title="`${several.all.length} recipes in ${several.file?.name}`" width="520px">
      <form novalidate @submit.prevent="takeSeveral">
        <el-checkbox-group v-model="several.taken" class="several" aria-label="Recipes to take">
          <el-checkbox v-for="(r, n) in several.all" :key="n" :value="n"
            >{{ r.title
            }}<small class="soft"> · {{ r.ingredients }} ingredients, {{ r.steps }} steps</small></el-checkbox
          >
        </el-checkbox-group>
        <p class="acts wide">
          <el-button type="primary" native-type="submit" :disabled="!several.taken.length"
            >Take {{ several.taken.length === several.all.length ? 'all' : several.taken.length }}</el-button
          >
        </p>
      </form>
    </el-dialog>
    <el-dialog v-model="changing.open" title="Change the frame" width="460px">
      <form novalidate @submit.prevent="changeSheet.save">
        <SheetNote :sheet="changeSheet" />
        <el-form-item label="What it shows" label-position="top"
          ><el-input v-model="changing.title" aria-label="What it shows"
        /></el-form-item>
        <el-form-item label="Angle" label-position="top">
          <ChoiceField v-model="changing.angle" aria-label="Angle"
            ><option v-for="a in angles" :key="a" :value="a">{{ a }}</option></ChoiceField
          >
        </el-form-item>
        <el-form-item label="Light" label-position="top">
          <ChoiceField v-model="changing.light" aria-label="Light"
            ><option v-for="a in lights" :key="a" :value="a">{{ a }}</option></ChoiceField
          >
        </el-form-item>
        <el-form-item label="In or on" label-position="top"
          ><el-input v-model="changing.vessel" aria-label="In or on"
        /></el-form-item>
        <el-form-item label="More pairs of hands" label-position="top"
          ><NumberField
            v-model="changing.hands"
            controls
            v-bind="limits.ShotSave.hands"
            aria-label="More pairs of hands"
        /></el-form-item>
        <el-checkbox v-model="changing.shutter">The shutter speed decides how it looks</el-checkbox>
        <p class="acts wide"><el-button type="primary" native-type="submit">Save the frame</el-button></p>
      </form>
    </el-dialog>
  </ScreenFrame>
</template>

<style scoped>
.pair {
  display: flex;
  flex-direction: column;
  gap: 14px;
  min-height: 60%;
}
.card {
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
  padding: 18px 20px;
}
.card header {
  display: flex;
  gap: 4px;
  align-items: flex-start;
  border-bottom: 1px solid var(--fl-line);
  padding-bottom: 10px;
  margin-bottom: 12px;
}
.card header div {
  flex: 1;
}
.card header .el-button + .el-button {
  margin: 0;
}
.card h2 {
  font-size: 24px;
}
.scale {
  display: flex;
  gap: 8px;
  align-items: center;
  flex-wrap: wrap;
  margin-bottom: 12px;
  font-size: 14px;
}
.scale .el-button + .el-button {
  margin: 0;
}
.scale .small {
  margin-left: auto;
}
.by {
  width: 64px;
}
.file {
  font-size: 13.5px;
  font-weight: 560;
  padding: 8px 6px;
  align-self: center;
}
.many {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 8px;
  font-size: 13.5px;
}
.many .number-field {
  width: 104px;
}
.behind {
  background: var(--fl-straw);
  border-left: 4px solid var(--fl-brass);
  padding: 8px 10px;
  font-size: 13.5px;
  list-style: none;
  margin: 0;
  display: grid;
  gap: 6px;
  justify-items: start;
}
.put {
  display: flex;
  gap: 4px;
  align-items: center;
}
.put .el-button + .el-button {
  margin: 0;
}
.best {
  color: var(--fl-brass-ink);
}
.all {
  cursor: pointer;
  text-decoration: underline;
  font-size: 13.5px;
  padding: 8px 4px;
  white-space: nowrap;
}
.turned {
  color: var(--fl-fig-ink);
}
.weights {
  margin-top: 14px;
  font-size: 14px;
}
.weights summary {
  cursor: pointer;
  font-weight: 560;
  padding: 4px 0;
}
.pick {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px;
  margin: 4px 0 8px;
}
.shares {
  width: 100%;
  border-collapse: collapse;
}
.shares td {
  padding: 2px 0;
  border-bottom: 1px solid var(--fl-line);
}
.shares .mono {
  text-align: right;
  white-space: nowrap;
  padding-left: 8px;
}
.cols {
  display: grid;
  grid-template-columns: minmax(230px, 4fr) 5fr;
  gap: 26px;
}
.ingredients {
  border-collapse: collapse;
  align-self: start;
  width: 100%;
  font-size: 14.5px;
}
.ingredients td {
  padding: 3px 6px 3px 0;
  vertical-align: baseline;
}
.ingredients th {
  text-align: left;
  font: 560 14px var(--fl-head);
  padding: 10px 0 2px;
}
.amount {
  text-align: right;
  white-space: nowrap;
  width: 52px;
}
.unit {
  color: var(--fl-soft);
  white-space: nowrap;
  width: 46px;
}
.unread {
  background: var(--fl-straw);
}
em {
  color: var(--fl-brass-ink);
  font-style: normal;
  font-size: 12.5px;
}
.legend {
  margin: 12px 0 0 24px;
}
.legend span {
  margin-right: 10px;
}
.legend .for-good {
  border-bottom: 2px solid var(--fl-fig-ink);
}
.legend .seen {
  border-bottom: 2px dotted var(--fl-leaf-ink);
}
.legend .asked {
  border-bottom: 2px dashed var(--fl-brass-ink);
}
.frames {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
}
.frames li {
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
  padding: 8px 10px;
  font-size: 13.5px;
}
.frames b {
  font-weight: 600;
}
.rest summary {
  cursor: pointer;
}
.kind {
  display: flex;
  justify-content: space-between;
  font-size: 12px;
  color: var(--fl-fig-ink);
  font-weight: 600;
}
.on {
  color: var(--fl-leaf-ink);
}
.dropped {
  opacity: 0.75;
}
.why {
  font-size: 13px;
}
.caution {
  font-size: 12.5px;
  color: var(--fl-brass-ink);
}
.acts {
  display: flex;
  gap: 6px;
  margin-top: 5px;
}
.acts .el-button + .el-button {
  margin: 0;
}
.several {
  display: grid;
  gap: 4px;
}
.typing {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0 18px;
}
.typing .problem,
.wide {
  grid-column: 1 / -1;
}
.wide {
  justify-content: flex-end;
}
.bad {
  color: var(--fl-brass-ink);
}
@media (max-width: 720px) {
  .card {
    padding: 12px;
  }
  .card header {
    flex-wrap: wrap;
  }
  .card header div {
    flex: 1 1 100%;
  }
  .cols,
  .typing {
    grid-template-columns: minmax(0, 1fr);
    gap: 18px;
  }
  .typing {
    gap: 0;
  }
  .scale .small {
    margin-left: 0;
  }
}
</style>
