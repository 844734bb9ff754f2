<script setup lang="ts">
import type { Problem } from '../api/client'
import type { DraftState } from './draft'

defineProps<{ state: DraftState; error?: Problem }>()
defineEmits<{ mine: []; theirs: []; again: [] }>()
</script>

<template>
  <div class="state" :class="state" role="status">
    <template v-if="state === 'saved'">✓ Saved</template>
    <template v-else-if="state === 'refused'">
      <span>■ Not saved. {{ error?.message }}</span>
      <el-button size="small" @click="$emit('again')">Try again</el-button>
    </template>
    <template v-else-if="state === 'waiting'">
      <span>◌ Not saved yet, tried again by itself. {{ error?.message }}</span>
      <el-button size="small" @click="$emit('again')">Try now</el-button>
    </template>
    <template v-else-if="state === 'stale'">
      <span>▲ {{ error?.message }}</span>
      <el-button size="small" @click="$emit('mine')">Keep mine</el-button>
      <el-button size="small" @click="$emit('theirs')">Take theirs</el-button>
    </template>
    <template v-else>… Saving</template>
  </div>
</template>

<style scoped>
.state {
  font-size: 13px;
  color: var(--fl-soft);
  display: flex;
  gap: 8px;
  align-items: center;
}
.saved {
  color: var(--fl-leaf-ink);
}
.waiting {
  color: var(--fl-brass-deep);
  background: var(--fl-straw);
  padding: 5px 10px;
}
.refused,
.stale {
  color: var(--fl-wine);
  background: var(--fl-blush);
  padding: 5px 10px;
}
</style>
