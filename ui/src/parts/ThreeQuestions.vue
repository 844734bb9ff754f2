<script setup lang="ts">
import ChipButton from './ChipButton.vue'
import { computed } from 'vue'
import type { Schema } from '../api/client'

/** The three questions that decide, of a planned set or of a frame. */
const props = defineProps<{ answers: Schema['Questions'] }>()
const emit = defineEmits<{ answer: [answers: Schema['Questions']] }>()
const questions = [
  ['stands', 'Does the hero stand out?'],
  ['balanced', 'Is it balanced?'],
  ['tells', 'Does it tell a story?'],
] as const
const said = computed(() => questions.filter(([k]) => props.answers[k] === 'yes').length)
</script>

<template>
  <section class="decide" aria-label="Three questions that decide">
    <div v-for="[k, words] in questions" :key="k">
      <span>{{ words }}</span><span class="yn"
        ><ChipButton
          v-for="v in ['yes', 'no'] as const"
          :key="v"
          :aria-pressed="answers[k] === v"
          :aria-label="`${words} ${v === 'yes' ? 'Yes' : 'No'}`"
          @click="emit('answer', { ...answers, [k]: answers[k] === v ? '' : v })"
        >
          {{ v }}
        </ChipButton></span
      >
    </div>
    <p v-if="said === 3">Three times yes: the rules are beside the point.</p>
  </section>
</template>

<style scoped>
.decide {
  border-top: 1px solid var(--fl-line);
  border-bottom: 1px solid var(--fl-line);
  padding: 6px 0;
  font-size: 14px;
}
.decide div {
  display: flex;
  justify-content: space-between;
  align-items: center;
  min-height: 34px;
}
.decide p {
  margin: 2px 0;
  color: var(--fl-leaf-ink);
  font-size: 13px;
}
.yn button {
  cursor: pointer;
  min-width: 38px;
  height: 28px;
  line-height: 28px;
  text-align: center;
  border: 1px solid var(--el-border-color);
  border-radius: 3px;
  margin-left: 4px;
  background: var(--fl-card);
}
.yn button[aria-pressed='true'] {
  background: var(--fl-aubergine);
  border-color: var(--fl-aubergine);
  color: var(--fl-white);
}
@media (max-width: 720px) {
  .yn button {
    min-width: 52px;
    height: 44px;
    line-height: 44px;
  }
  .decide div {
    min-height: 50px;
  }
}
</style>
