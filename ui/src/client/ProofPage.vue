<script setup lang="ts">
import { onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { linked, look, Refused, type Page } from './ask'
import ProofChoice from './ProofChoice.vue'

const page = ref<Page>()
const over = ref(linked ? '' : 'This page is opened by the link that you were sent. Open that again.')
const wrong = ref('')
const kept = 'who chooses'
const name = ref(remembered())
const field = ref<HTMLInputElement>()
const asked = ref(false)

function remembered() {
  try {
    return localStorage.getItem(kept) ?? ''
  } catch {
    return ''
  }
}
watch(name, (v) => {
  asked.value = false
  try {
    localStorage.setItem(kept, v)
  } catch {
    // Without a memory the name is asked for again next time.
  }
})
async function again() {
  if (over.value) return
  try {
    page.value = await look()
    wrong.value = ''
    document.title = `${page.value.shoot}, round ${page.value.round}`
  } catch (e) {
    if (e instanceof Refused && e.over) over.value = e.message
    else wrong.value = (e as Error).message
  }
}
function nameless() {
  asked.value = true
  field.value?.scrollIntoView({ block: 'center' })
  field.value?.focus()
}
// What others say comes by itself while the page is looked at.
const often = setInterval(() => document.visibilityState === 'visible' && void again(), 20_000)
onMounted(again)
onBeforeUnmount(() => clearInterval(often))
const day = (at: string) => new Date(at).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' })
</script>

<template>
  <main>
    <div v-if="over" class="over" role="alert">
      <h1>Nothing to see here</h1>
      <p>{{ over }}</p>
    </div>
    <template v-else-if="page">
      <header>
        <h1>{{ page.shoot }}</h1>
        <p class="of">
          For {{ page.whom }}<template v-if="page.round"> · {{ page.rounds }}</template>
        </p>
        <p v-if="page.note" class="note">{{ page.note }}</p>
      </header>
      <p v-if="!page.choices.length" class="none">
        There is nothing to choose from yet. The pictures come here once they are sent; the link stays the same until
        {{ day(page.until) }}.
      </p>
      <template v-else>
        <div class="who">
          <label for="who">Your name</label>
          <input id="who" ref="field" v-model="name" autocomplete="name" maxlength="120" :aria-invalid="asked" />
          <p v-if="asked" role="alert">Write your name first: each answer is kept with it.</p>
        </div>
        <ProofChoice
          v-for="c in page.choices"
          :key="c.key"
          :choice="c"
          :name="name"
          @said="page = $event"
          @nameless="nameless"
        />
        <p class="end">
          Whoever thinks again answers again: the last thing you said counts. Pictures carry words across them until
          they have their yes. The link is good until {{ day(page.until) }}.
        </p>
      </template>
    </template>
    <p v-else-if="!wrong" class="none">The pictures come</p>
    <p v-if="wrong" role="alert" class="wrong">{{ wrong }}</p>
    <footer v-if="page?.choices.length && !over" aria-live="polite">{{ page.tally.words }}</footer>
  </main>
</template>

<style scoped>
main {
  max-width: 860px;
  margin: 0 auto;
  padding: 20px 12px 72px;
  display: grid;
  gap: 18px;
  font: 400 17px/1.45 var(--fl-text);
  color: var(--fl-ink);
}
h1 {
  font: 560 30px/1.15 var(--fl-head);
  color: var(--fl-aubergine);
  margin: 0 0 4px;
  overflow-wrap: anywhere;
}
.of {
  margin: 0;
  color: var(--fl-soft);
}
.note {
  margin: 10px 0 0;
  white-space: pre-line;
  border-left: 4px solid var(--fl-fig);
  padding: 2px 12px;
  overflow-wrap: anywhere;
}
.who {
  display: grid;
  gap: 4px;
  max-width: 420px;
}
.who label {
  font-weight: 600;
}
.who input {
  font: 400 17px var(--fl-text);
  min-height: 48px;
  padding: 0 12px;
  border: 1px solid var(--fl-sand);
  border-radius: 4px;
  background: var(--fl-white);
  color: var(--fl-ink);
}
.who input:focus-visible {
  outline: 3px solid var(--fl-fig);
  outline-offset: 2px;
}
.who p {
  margin: 0;
  color: var(--fl-wine);
}
.end,
.none {
  color: var(--fl-soft);
  font-size: 16px;
  margin: 0;
}
.wrong,
.over {
  background: var(--fl-blush);
  color: var(--fl-wine);
  padding: 12px 16px;
  margin: 0;
}
.over {
  background: none;
  color: var(--fl-ink);
}
footer {
  position: fixed;
  inset: auto 0 0;
  background: var(--fl-aubergine);
  color: var(--fl-white);
  text-align: center;
  padding: 10px 14px;
  font-weight: 560;
}
</style>
