<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import { file, say, type Answer, type Choice, type Page } from './ask'
import ProofPicture from './ProofPicture.vue'

const props = defineProps<{ choice: Choice; name: string }>()
const emit = defineEmits<{ said: [page: Page]; nameless: [] }>()

const shape = computed(() => `${props.choice.widthPx} / ${props.choice.heightPx}`)
const crop = ref('')
const cropped = computed(() => props.choice.crops.find((c) => c.shape === crop.value))
const beside = ref(false)
const changing = ref(false)
const text = ref('')
const pin = ref<{ x: number; y: number } | null>(null)
const wrong = ref('')
const busy = ref(false)
const field = ref<HTMLTextAreaElement>()
const pins = computed(() => props.choice.answers.filter((a) => a.pin).map((a) => ({ ...a.pin!, words: a.words })))
const numberOf = (a: Answer) => props.choice.answers.filter((o) => o.pin).indexOf(a) + 1
const said = { yes: 'Yes, as it is', change: 'With a change', no: 'No' }
// The same wish goes out under one key however often it is tried; words that were changed are another wish.
let key = ''
watch([text, pin, changing], () => (key = ''))

async function change() {
  changing.value = !changing.value
  await nextTick()
  if (changing.value) field.value?.focus()
}
async function answer(kind: 'yes' | 'change' | 'no') {
  if (!props.name.trim()) return emit('nameless')
  key ||= `${kind}-${crypto.getRandomValues(new Uint32Array(4)).join('-')}`
  busy.value = true
  wrong.value = ''
  try {
    const page = await say({
      key,
      choice: props.choice.key,
      kind,
      words: kind === 'change' ? text.value : '',
      ...(kind === 'change' && pin.value ? { pin: pin.value } : {}),
      by: props.name,
    })
    changing.value = false
    text.value = ''
    pin.value = null
    key = ''
    emit('said', page)
  } catch (e) {
    wrong.value = (e as Error).message
  } finally {
    busy.value = false
  }
}
async function save() {
  try {
    const at = URL.createObjectURL(await file(props.choice.key))
    const a = document.createElement('a')
    a.href = at
    a.download = `${props.choice.label} ${props.choice.title}.jpg`
    a.click()
    setTimeout(() => URL.revokeObjectURL(at), 30_000)
  } catch (e) {
    wrong.value = (e as Error).message
  }
}
const when = (at: string) =>
  new Date(at).toLocaleString('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })
</script>

<template>
  <article :aria-labelledby="`t-${choice.key}`" class="choice" :class="choice.state">
    <header>
      <span class="number">{{ choice.label }}</span>
      <h2 :id="`t-${choice.key}`">{{ choice.title }}</h2>
      <span v-if="choice.approved" class="has">Has its yes</span>
    </header>
    <div :class="{ pair: beside }">
      <figure v-if="beside && choice.before">
        <ProofPicture :id="choice.before.key" :alt="`${choice.title}, round ${choice.before.round}`" :shape="shape" />
        <figcaption>Round {{ choice.before.round }}. {{ choice.before.words }}</figcaption>
      </figure>
      <figure>
        <ProofPicture
          :id="choice.key"
          v-model:pin="pin"
          :alt="choice.title"
          :shape="shape"
          :fresh="choice.approved"
          :crop="cropped"
          :pins="pins"
          :placing="changing"
        />
        <figcaption v-if="beside">Now</figcaption>
      </figure>
    </div>
    <div v-if="choice.crops.length || choice.before" class="views">
      <span v-if="choice.crops.length" role="group" aria-label="Shape">
        <button type="button" :aria-pressed="!crop" @click="crop = ''">Whole</button>
        <button
          v-for="c in choice.crops"
          :key="c.shape"
          type="button"
          :aria-pressed="crop === c.shape"
          @click="crop = c.shape"
        >
          {{ c.shape }}
        </button>
      </span>
      <button v-if="choice.before" type="button" :aria-pressed="beside" @click="beside = !beside">
        Beside round {{ choice.before.round }}{{ choice.before.same ? ' (the same picture)' : '' }}
      </button>
    </div>
    <ul v-if="choice.answers.length" class="said" aria-label="What was said">
      <li v-for="a in choice.answers" :key="a.key + a.at">
        <b>{{ a.by }}</b> <span class="kind">{{ said[a.kind] }}</span><span
          v-if="a.pin"
          class="at"
          :aria-label="`at pin ${numberOf(a)}`"
          >{{ numberOf(a) }}</span
        >
        <time :datetime="a.at">{{ when(a.at ?? '') }}</time>
        <p v-if="a.words">{{ a.words }}</p>
      </li>
    </ul>
    <p v-if="choice.state === 'split'" class="split">You do not agree yet. The last thing each of you said counts.</p>
    <form v-if="changing" class="change" novalidate @submit.prevent="answer('change')">
      <label :for="`w-${choice.key}`">What is to be changed</label>
      <textarea :id="`w-${choice.key}`" ref="field" v-model="text" rows="3" maxlength="2000" />
      <p class="hint">
        {{ pin ? 'The place is marked.' : 'Press the picture to mark the place, if it is about one.' }}
      </p>
      <div class="row">
        <button type="submit" class="main" :disabled="busy || !text.trim()">Send this change</button>
        <button type="button" @click="change">Not now</button>
      </div>
    </form>
    <div v-else class="row" role="group" :aria-label="`Your answer to number ${choice.label}`">
      <button type="button" class="main" :disabled="busy" @click="answer('yes')">Yes, as it is</button>
      <button type="button" :disabled="busy" @click="change">With a change</button>
      <button type="button" :disabled="busy" @click="answer('no')">No</button>
      <button v-if="choice.approved" type="button" @click="save">Save at full size</button>
    </div>
    <p v-if="wrong" role="alert" class="wrong">{{ wrong }}</p>
  </article>
</template>

<style scoped>
.choice {
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
  padding: 14px;
  display: grid;
  gap: 12px;
}
header {
  display: flex;
  align-items: baseline;
  gap: 12px;
}
.number {
  font: 500 26px var(--fl-mono);
  color: var(--fl-fig-ink);
}
h2 {
  margin: 0;
  font: 600 19px var(--fl-text);
  flex: 1;
  overflow-wrap: anywhere;
}
.has {
  background: var(--fl-sage);
  color: var(--fl-leaf-deep);
  padding: 3px 10px;
  font-weight: 600;
  font-size: 15px;
}
figure {
  margin: 0;
}
figcaption {
  font-size: 15px;
  color: var(--fl-soft);
  padding-top: 4px;
  overflow-wrap: anywhere;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
.views,
.row,
.views span {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
button {
  font: 560 16px var(--fl-text);
  min-height: 48px;
  padding: 0 18px;
  border: 1px solid var(--fl-sand);
  border-radius: 4px;
  background: var(--fl-card);
  color: var(--fl-ink);
  cursor: pointer;
}
.views button {
  min-height: 44px;
  padding: 0 13px;
  font-size: 15px;
}
button[aria-pressed='true'] {
  border-color: var(--fl-aubergine);
  box-shadow: inset 0 -3px 0 var(--fl-fig);
}
.main {
  background: var(--fl-aubergine);
  border-color: var(--fl-aubergine);
  color: var(--fl-white);
}
button:disabled {
  opacity: 0.55;
  cursor: default;
}
button:focus-visible,
textarea:focus-visible {
  outline: 3px solid var(--fl-fig);
  outline-offset: 2px;
}
.said {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
  font-size: 16px;
}
.said li {
  border-left: 4px solid var(--fl-line);
  padding: 2px 10px;
}
.said p {
  margin: 2px 0 0;
  white-space: pre-line;
  overflow-wrap: anywhere;
}
.said time {
  color: var(--fl-soft);
  font-size: 14px;
  margin-left: 8px;
}
.kind {
  margin-left: 4px;
}
.at {
  font: 500 13px var(--fl-mono);
  border: 2px solid var(--fl-fig);
  border-radius: 10px;
  padding: 0 5px;
  margin-left: 6px;
}
.split {
  margin: 0;
  background: var(--fl-straw);
  padding: 8px 12px;
}
.change {
  display: grid;
  gap: 8px;
}
label {
  font-weight: 600;
}
textarea {
  font: 400 17px var(--fl-text);
  padding: 10px;
  border: 1px solid var(--fl-sand);
  border-radius: 4px;
  background: var(--fl-white);
  color: var(--fl-ink);
  resize: vertical;
}
.hint {
  margin: 0;
  color: var(--fl-soft);
  font-size: 15px;
}
.wrong {
  margin: 0;
  background: var(--fl-blush);
  color: var(--fl-wine);
  padding: 8px 12px;
}
@media (max-width: 560px) {
  .choice {
    margin: 0 -12px;
    padding: 14px 12px;
  }
  .row .main {
    flex: 1 1 100%;
  }
  .row button {
    flex: 1 1 auto;
  }
}
</style>
