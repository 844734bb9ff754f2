<script setup lang="ts">
import { computed } from 'vue'
import ChipButton from '../parts/ChipButton.vue'
import { theDesk } from './desk'
import { useEdits } from './edits'
import ChoiceField from '../parts/ChoiceField.vue'

/** What must be sharp, the angle in a word, and cameras kept to come back to. */
const angles = defineModel<boolean>('angles', { required: true })
const desk = theDesk()
const { set, report } = desk
const { sharpen, turnTo, keepView, takeView } = useEdits(desk)
const sharpChoices = computed(() => [
  { value: 'dish', words: 'The whole dish' },
  { value: 'rim', words: 'The near rim' },
  { value: 'food', words: 'The food alone' },
  { value: 'near', words: 'The near half of the food' },
  ...(set.value?.food.pourMm ? [{ value: 'pour', words: 'The pour' }] : []),
  ...(set.value?.things ?? [])
    .map((t, i) => ({ value: 'thing-' + i, words: t.name || t.kind, on: t.on }))
    .filter((t) => t.on),
])
</script>

<template>
  <div class="chips">
    <label class="pickone"
      >Sharp must be
      <ChoiceField
        :model-value="set?.camera.sharp || 'dish'"
        size="small"
        class="adder wide"
        aria-label="What must be sharp"
        @change="sharpen"
        ><option v-for="c in sharpChoices" :key="c.value" :value="c.value">{{ c.words }}</option></ChoiceField
      ></label
    >
    <ChipButton
      v-for="(v, i) in set?.views ?? []"
      :key="i"
      :aria-pressed="set?.through === i + 1"
      title="Look through this camera of the set-up; again for one of its own"
      @click="takeView(i)"
      >{{ v.name }}</ChipButton
    >
    <ChoiceField
      :model-value="report?.angle ?? ''"
      size="small"
      class="adder"
      aria-label="Angle in a word"
      @change="turnTo"
      ><option v-for="a in report?.angles ?? []" :key="a.word" :value="a.word">
        {{ a.word }} {{ a.deg }}°
      </option></ChoiceField
    >
    <el-button size="small" @click="keepView">Share this camera</el-button
    ><el-button size="small" :aria-pressed="angles" @click="angles = !angles">Round of angles <kbd>a</kbd></el-button>
  </div>
</template>

<style scoped src="./chips.css"></style>
