<script setup lang="ts">
import { words } from '../api/client'

defineProps<{ error: unknown }>()
</script>

<template>
  <p v-if="error" class="problem" role="alert"><span aria-hidden="true">■</span> {{ words(error) }}</p>
</template>

<style scoped>
.problem {
  background: var(--fl-blush);
  border-left: 4px solid var(--fl-fig-ink);
  color: var(--fl-wine);
  padding: 8px 12px;
  font-size: 14px;
  overflow-wrap: anywhere;
}
</style>
