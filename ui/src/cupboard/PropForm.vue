<script setup lang="ts">
import { startColour } from '../theme/drawn'
import { computed, ref } from 'vue'
import { api, ask, type Schema } from '../api/client'
import { chosenFile, upload } from '../api/upload'
import { limits } from '../api/words'
import { usePropKinds } from '../api/queries'
import DayField from '../parts/DayField.vue'
import NumberField from '../parts/NumberField.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import SheetNote from '../parts/SheetNote.vue'
import type { Sheet } from '../parts/sheet'
import { conditions, finishes, type Prop } from './prop'
import ChoiceField from '../parts/ChoiceField.vue'

/** A prop's card. Sizes asked for follow its kind; they are typed in the studio's unit. */
const p = defineModel<Prop>({ required: true })
const props = defineProps<{ sheet: Sheet }>()
defineEmits<{ save: []; leave: [] }>()
const kinds = usePropKinds()
const fields = computed(() => kinds.data.value?.find((k) => k.kind === p.value.kind)?.fields ?? [])
const about = (f: string) => props.sheet.about(f)
type Size = keyof Prop['sizes']
function kind(k: Prop['kind']) {
  p.value.kind = k
  const own = new Set(kinds.data.value?.find((x) => x.kind === k)?.fields.map((f) => f.key))
  for (const key of Object.keys(p.value.sizes)) if (!own.has(key)) p.value.sizes[key as Size] = 0
}
const file = ref<HTMLInputElement>()
const looks = ref<Schema['PropLook']>()
const url = ref('')
const lookError = ref<unknown>()
async function look(e: Event) {
  const file = chosenFile(e)
  if (!file) return
  lookError.value = undefined
  try {
    looks.value = await ask(api.POST('/api/props/look', upload({ file })))
    url.value = URL.createObjectURL(file)
    p.value.picture = looks.value.picture
    const [first, second] = looks.value.colours
    if (first) p.value.front.colour = first.hex
    p.value.front.second = second && second.share > 0.12 ? second.hex : ''
    p.value.front.pattern = Math.round(looks.value.pattern * 100) / 100
    p.value.front.finish = looks.value.finish
  } catch (x) {
    lookError.value = x
  }
}
const ties = computed({
  get: () => p.value.ties.join(', '),
  set: (v: string) =>
    (p.value.ties = v
      .split(',')
      .map((x) => x.trim())
      .filter(Boolean)),
})
const price = computed({
  get: () => p.value.priceMinor / 100,
  set: (v: number) => (p.value.priceMinor = Math.round((v || 0) * 100)),
})
const twoFaced = computed({
  get: () => !!p.value.back.colour,
  set: (on: boolean) => (p.value.back.colour = on ? startColour.unset : ''),
})
</script>

<template>
  <form novalidate class="form" @submit.prevent="$emit('save')">
    <SheetNote :sheet="sheet" />
    <ProblemNote :error="lookError" />
    <div class="wide first">
      <label class="grow"
        >Name <el-input v-model="p.name" maxlength="160" aria-label="Name of the prop" autofocus /><small
          v-if="about('name')"
          class="bad"
          >{{ about('name') }}</small
        ></label
      >
      <label
        >Kind
        <ChoiceField :model-value="p.kind" aria-label="Kind of prop" @change="kind"
          ><option v-for="k in kinds.data.value" :key="k.kind" :value="k.kind">{{ k.kind }}</option></ChoiceField
        ></label
      >
      <label>Count <NumberField v-model="p.count" v-bind="limits.Prop.count" aria-label="Count" /></label>
      <label>Shelf <el-input v-model="p.shelf" maxlength="60" aria-label="Shelf" class="short" /></label>
    </div>
    <fieldset>
      <legend>True sizes</legend>
      <label v-for="f in fields" :key="f.key" class="line"
        >{{ f.words }}<span v-if="!f.needed" class="soft">if known</span
        ><NumberField v-model="p.sizes[f.key as Size]" length :min="0" :max="f.mostMm" :aria-label="f.words"
      /></label>
      <p v-for="f in fields.filter((f) => about('sizes.' + f.key))" :key="'e' + f.key" class="bad">
        {{ about('sizes.' + f.key) }}
      </p>
      <legend class="second">Wear and whose</legend>
      <label class="line"
        >Condition
        <ChoiceField v-model="p.condition" aria-label="Condition"
          ><option v-for="c in conditions" :key="c" :value="c">{{ c }}</option></ChoiceField
        ></label
      >
      <label class="line"
        >Food may touch it
        <ChoiceField v-model="p.foodContact" aria-label="Food may touch it"
          ><option value="">nobody knows</option>
          <option value="yes">yes</option>
          <option value="no">no</option></ChoiceField
        ></label
      >
      <label class="line"
        >Lent by <el-input v-model="p.loan.from" maxlength="120" aria-label="Lent by" placeholder="one's own"
      /></label>
      <label v-if="p.loan.from" class="line"
        >Goes back <DayField v-model="p.loan.due" aria-label="Goes back on"
      /></label>
    </fieldset>
    <fieldset>
      <legend>As a lens sees it</legend>
      <p class="pic">
        <el-button size="small" @click="file?.click()">Measure a picture on grey</el-button
        ><img v-if="url" :src="url" alt="The picture just measured" height="44" /><span v-if="looks" class="soft small"
          >measured: confirm it</span
        >
      </p>
      <input
        ref="file"
        type="file"
        name="look"
        accept="image/jpeg,image/png,image/webp,image/gif"
        class="visually-hidden"
        aria-label="Picture of the prop"
        tabindex="-1"
        @change="look"
      />
      <label class="line">Colour <input v-model="p.front.colour" type="color" aria-label="Main colour" /></label>
      <label class="line"
        >Second
        <span
          ><input v-if="p.front.second" v-model="p.front.second" type="color" aria-label="Second colour" /><el-button
            v-else
            size="small"
            @click="p.front.second = startColour.unset"
            >add</el-button
          ></span
        ></label
      >
      <label class="line"
        >Finish
        <ChoiceField v-model="p.front.finish" aria-label="Finish"
          ><option v-for="f in finishes" :key="f" :value="f">{{ f }}</option></ChoiceField
        ></label
      >
      <label class="line"
        >Pattern
        <span class="soft">{{ p.front.pattern < 0.1 ? 'plain' : p.front.pattern > 0.5 ? 'loud' : 'quiet' }}</span><input
          v-model.number="p.front.pattern"
          type="range"
          min="0"
          max="1"
          step="0.01"
          aria-label="Strength of the pattern"
      /></label>
      <el-checkbox v-if="p.kind === 'backdrop' || p.kind === 'board'" v-model="twoFaced"
        >It has another side</el-checkbox
      >
      <label v-if="twoFaced" class="line"
        >Other side <input v-model="p.back.colour" type="color" aria-label="Colour of the other side" /><ChoiceField
          v-model="p.back.finish"
          aria-label="Finish of the other side"
          ><option v-for="f in finishes" :key="f" :value="f">{{ f }}</option></ChoiceField
        ></label
      >
      <label class="line">Material <el-input v-model="p.material" maxlength="80" aria-label="Material" /></label>
      <label class="line">Maker <el-input v-model="p.maker" maxlength="120" aria-label="Maker" /></label>
      <label class="line">Price <NumberField v-model="price" :min="0" :fixed="2" aria-label="Price" /></label>
      <label class="line"
        >Belongs to <el-input v-model="ties" aria-label="Belongs to" placeholder="leeks, picnic; empty fits all"
      /></label>
    </fieldset>
    <p class="wide acts">
      <el-button @click="$emit('leave')">Leave it</el-button
      ><el-button type="primary" native-type="submit">Save the prop</el-button>
    </p>
  </form>
</template>

<style scoped>
.form {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px 26px;
}
.wide,
.form > .problem {
  grid-column: 1 / -1;
}
.first {
  display: grid;
  grid-template-columns: 1fr 130px 80px 90px;
  gap: 10px;
}
.first label {
  font-size: 13px;
  font-weight: 560;
  display: grid;
  gap: 3px;
  align-content: start;
}
fieldset {
  border: 0;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 5px;
  align-content: start;
  min-width: 0;
}
legend {
  font: 560 16px var(--fl-head);
  padding: 4px 0;
}
.second {
  margin-top: 8px;
}
.line {
  display: flex;
  align-items: center;
  gap: 8px;
  font-size: 14px;
  justify-content: space-between;
}
.line .soft {
  font-size: 12.5px;
  margin-right: auto;
}
.line > .el-input,
.line > .choice-field {
  width: 170px;
}
.line .number-field {
  width: 100px;
}
.line input[type='color'] {
  width: 60px;
  height: 30px;
  border: 1px solid var(--fl-line);
  padding: 2px;
  background: none;
}
.line input[type='range'] {
  width: 130px;
  accent-color: var(--fl-aubergine);
}
.first .number-field {
  width: 100%;
}
.pic {
  display: flex;
  gap: 8px;
  align-items: center;
}
.pic img {
  background: var(--fl-grey);
  padding: 2px;
}
.bad {
  color: var(--fl-fig-ink);
  font-size: 13px;
}
.acts {
  display: flex;
  justify-content: flex-end;
  gap: 6px;
}
.acts .el-button + .el-button {
  margin: 0;
}
@media (max-width: 720px) {
  .form {
    grid-template-columns: minmax(0, 1fr);
  }
  .wide,
  .first {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    grid-column: 1 / -1;
  }
}
</style>
