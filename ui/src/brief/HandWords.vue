<script setup lang="ts">
import ChipButton from '../parts/ChipButton.vue'
import ChoiceField from '../parts/ChoiceField.vue'

/** Words that hold for somebody of the crew, of those there are: one is added by choosing it and taken off by a press. */
const props = defineProps<{
  all: readonly string[]
  has: readonly string[]
  /** What stands where one is added. */
  none: string
  /** What the choice is called. */
  label: string
  /** What a chip says. */
  says: (word: string) => string
  /** What its press does, in words. */
  off: (word: string) => string
}>()
const emit = defineEmits<{ change: [has: string[]] }>()
const change = (word: string, on: boolean) =>
  emit('change', [...props.has.filter((a) => a !== word), ...(on ? [word] : [])])
</script>

<template>
  <div class="hand-words">
    <ChipButton v-for="a in has" :key="a" class="on" :aria-label="off(a)" @click="change(a, false)"
      >{{ says(a) }} ✕</ChipButton
    >
    <ChoiceField model-value="" size="small" :none="none" :aria-label="label" @change="(v: string) => change(v, true)"
      ><option v-for="w in all.filter((w) => !has.includes(w))" :key="w" :value="w">{{ w }}</option></ChoiceField
    >
  </div>
</template>

<style scoped>
.hand-words {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  align-items: center;
  min-height: 36px;
}
.hand-words .choice-field {
  width: 150px;
}
.on {
  background: var(--fl-straw);
  color: var(--fl-brass-deep);
  padding: 2px 8px;
  min-height: 28px;
  font-size: 13.5px;
  cursor: pointer;
}
@media (max-width: 720px) {
  .hand-words .choice-field {
    width: 190px;
  }
  .on {
    min-height: 44px;
  }
}
</style>
