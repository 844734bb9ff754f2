<script setup lang="ts">
import type { Schema } from '../api/client'
import CompareBox from './CompareBox.vue'
import { theDesk } from './desk'
import { useEdits } from './edits'
import ChoiceField from '../parts/ChoiceField.vue'

/** What the set stands beside: another variant of it, paper, and the sets of the series. */
defineProps<{ shots: Schema['ListedShot'][] }>()
const desk = theDesk()
const { shotId, set } = desk
const { follow } = useEdits(desk)
</script>

<template>
  <details>
    <summary>Compare, print, and the series</summary>
    <div v-if="set" class="more">
      <CompareBox :key="shotId" :shot="shotId" :set="set" @back="desk.stand" />
      <p class="small">
        <a :href="`/api/shots/${shotId}/set/sheet.pdf`" download>Sheet to build it by (PDF)</a> ·
        <a :href="`/api/shots/${shotId}/set/sheet.svg`" target="_blank">SVG</a>
      </p>
      <label class="pickone"
        >Camera and light as in
        <ChoiceField
          :key="shotId + set.follows"
          :model-value="set.follows"
          none="no other"
          size="small"
          class="adder wide"
          aria-label="Keep the camera and light of"
          @change="follow"
          ><option v-for="x in shots.filter((r) => r.shot.id !== shotId)" :key="x.shot.id" :value="x.shot.id">
            {{ x.shot.doc.title }}
          </option></ChoiceField
        ></label
      >
    </div>
  </details>
</template>

<style scoped src="./chips.css"></style>
<style scoped>
.more {
  display: grid;
  gap: 10px;
  padding: 8px 0;
}
summary {
  cursor: pointer;
  font-size: 13.5px;
}
</style>
