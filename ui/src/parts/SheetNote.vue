<script setup lang="ts">
import ClashList from './ClashList.vue'
import ProblemNote from './ProblemNote.vue'
import type { Sheet } from './sheet'

/** What is to be said at the head of a sheet: what was typed before, what went wrong, what clashes. */
defineProps<{ sheet: Sheet }>()
</script>

<template>
  <div v-if="sheet.again.value || sheet.error.value || sheet.clashes.value.length" class="note">
    <p v-if="sheet.again.value" class="again" role="status">
      What you typed here before is here again, not sent yet.
      <el-button size="small" @click="sheet.afresh">Start afresh</el-button>
    </p>
    <ProblemNote :error="sheet.error.value" />
    <ClashList v-if="sheet.clashes.value.length" :clashes="sheet.clashes.value" @choose="sheet.choose" />
  </div>
</template>

<style scoped>
.note {
  display: grid;
  gap: 8px;
  margin-bottom: 10px;
  grid-column: 1 / -1;
}
.again {
  background: var(--fl-straw);
  color: var(--fl-brass-deep);
  padding: 6px 10px;
  font-size: 13.5px;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 10px;
}
</style>
