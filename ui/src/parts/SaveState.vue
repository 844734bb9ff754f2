<script setup lang="ts" generic="T">
import { computed } from 'vue'
import ClashList from './ClashList.vue'
import type { Draft } from './draft'
import { unread } from './unread'

const props = defineProps<{ draft: Draft<T> }>()
const state = computed(() => props.draft.state.value)
const error = computed(() => props.draft.error.value)
</script>

<template>
  <div class="state" :class="unread && state === 'saved' ? 'unread' : state" role="status">
    <template v-if="state === 'saved' && unread"
      >▲ {{ unread === 1 ? 'One field' : `${unread} fields` }} cannot be read yet. The rest is saved.</template
    >
    <template v-else-if="state === 'saved'">✓ Saved</template>
    <template v-else-if="state === 'refused'">
      <span>■ Not saved{{ error?.fields.length ? ' yet' : '' }}. {{ error?.message }}</span>
      <el-button size="small" @click="draft.flush">Try again</el-button>
    </template>
    <template v-else-if="state === 'waiting'">
      <span>◌ Waiting for the connection. What you type is kept here and saved by itself.</span>
      <el-button size="small" @click="draft.flush">Try now</el-button>
    </template>
    <ClashList v-else-if="state === 'stale'" :clashes="draft.clashes.value" @choose="draft.choose" />
    <template v-else>… Saving</template>
  </div>
</template>

<style scoped>
.state {
  font-size: 13px;
  color: var(--fl-soft);
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: center;
}
.saved {
  color: var(--fl-leaf-ink);
}
.unread,
.waiting {
  color: var(--fl-brass-deep);
  background: var(--fl-straw);
  padding: 5px 10px;
}
.refused {
  color: var(--fl-wine);
  background: var(--fl-blush);
  padding: 5px 10px;
}
</style>
