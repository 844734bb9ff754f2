<script setup lang="ts">
import { computed, nextTick, ref } from 'vue'
import ChipButton from '../parts/ChipButton.vue'
import { theDesk } from './desk'
import { useEdits } from './edits'
import FieldInput from './FieldInput.vue'
import { handOf, part, type Field } from './fields'

/** What is chosen, edited beside it: how large, how it is turned and lifted, its colour, in or out. */
const props = defineProps<{ name: string; fields: Field[]; numbers: boolean }>()
const emit = defineEmits<{ numbers: []; shut: [] }>()
const desk = theDesk()
const { set, chosen, about } = desk
const { lay, takeAway } = useEdits(desk)
const root = ref<HTMLElement>()

/** In or out stands by the name; the rest in cells. */
const on = computed(() => props.fields.find((f) => f.flag && f.path.endsWith('.on')))
const held = computed(() => handOf(props.fields))
const listed = computed(() => ['light', 'card', 'thing'].includes(part(chosen.value)[0]))
const wrong = computed(() => held.value.filter((f) => about(f.path)))
function away() {
  takeAway()
  emit('shut')
}
/** Puts the keyboard into its first field; Escape leads back to the thing. */
async function enter() {
  await nextTick()
  root.value?.querySelector<HTMLElement>('input, select')?.focus()
}
function back() {
  const thing = document.querySelector<HTMLElement>(`.above [data-thing="${chosen.value}"]`)
  if (thing) thing.focus()
  else emit('shut')
}
defineExpose({ enter })
</script>

<template>
  <section ref="root" class="in-hand" :aria-label="`${name}, in hand`" @keydown.esc.stop.prevent="back">
    <header>
      <strong>{{ name }}</strong>
      <FieldInput v-if="set && on" :id="'h-' + on.path" :set="set" :field="on" @change="desk.changed" @lay="lay" />
      <button type="button" class="shut" aria-label="Put it out of hand" @click="emit('shut')">×</button>
    </header>
    <div class="cells">
      <label v-for="f in held" :key="f.path" :class="{ bad: about(f.path) }">
        <span>{{ f.hand }}</span>
        <FieldInput
          v-if="set"
          :id="'h-' + f.path"
          :set="set"
          :field="f"
          :error="about(f.path)"
          @change="desk.changed"
          @lay="lay"
        />
      </label>
    </div>
    <p v-for="f in wrong" :id="'e-h-' + f.path" :key="f.path" class="wrong" role="alert">{{ about(f.path) }}</p>
    <footer>
      <ChipButton :aria-expanded="numbers" @click="emit('numbers')">All numbers <kbd>n</kbd></ChipButton>
      <ChipButton v-if="listed" @click="away">Take away</ChipButton>
    </footer>
  </section>
</template>

<style scoped>
.in-hand {
  background: var(--fl-card);
  border: 1px solid var(--fl-aubergine);
  box-shadow: 0 3px 12px var(--fl-shade);
  border-radius: 4px;
  padding: 6px 10px 8px;
  display: grid;
  gap: 5px;
  font-size: 13px;
}
header {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 8px;
}
strong {
  margin-right: auto;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.shut {
  all: unset;
  cursor: pointer;
  font-size: 18px;
  line-height: 1;
  padding: 3px 7px;
}
.shut:focus-visible {
  outline: 2px solid var(--fl-fig);
}
.cells {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 4px 8px;
}
label {
  display: grid;
  gap: 1px;
  min-width: 0;
  align-content: start;
}
label > span {
  color: var(--fl-soft);
  font-size: 12px;
}
.in-hand :deep(.number-field),
.in-hand :deep(.choice-field),
.in-hand :deep(select) {
  width: 100%;
  min-width: 0;
}
.in-hand :deep(input[type='color']) {
  width: 100%;
  height: 26px;
  box-sizing: border-box;
}
header :deep(.el-switch) {
  height: 24px;
}
.bad :deep(.box) {
  border: 2px solid var(--fl-fig-ink);
}
.wrong {
  margin: 0;
  color: var(--fl-fig-ink);
  font-size: 12.5px;
}
footer {
  display: flex;
  justify-content: space-between;
  gap: 8px;
}
footer button {
  cursor: pointer;
  font-size: 13px;
  text-decoration: underline;
  text-underline-offset: 3px;
  padding: 2px 0;
}
@media (max-width: 720px) {
  .shut,
  footer button {
    min-height: 44px;
    min-width: 44px;
    box-sizing: border-box;
    text-align: center;
  }
}
</style>
