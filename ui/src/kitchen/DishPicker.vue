<script setup lang="ts">
import { useRoute } from 'vue-router'
import type { Schema } from '../api/client'

defineProps<{ dishes: Schema['KeptDish'][]; chosen: string }>()
const route = useRoute()
</script>

<template>
  <nav class="dishes" :class="{ line: dishes.length < 8 }" aria-label="Dishes">
    <router-link
      v-for="d in dishes"
      :key="d.id"
      :to="{ name: route.name!, params: { ...route.params, dish: d.id } }"
      :class="{ on: d.id === chosen }"
      :aria-current="d.id === chosen ? 'true' : undefined"
      :title="d.doc.recipe.title"
      ><span v-if="d.doc.eating.altered" title="Not for eating" aria-label="not for eating">■ </span
      >{{ d.doc.recipe.title }}</router-link
    >
  </nav>
</template>

<style scoped>
.dishes {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
a {
  padding: 6px 12px;
  text-decoration: none;
  color: var(--fl-ink);
  background: var(--fl-card);
  border: 1px solid var(--fl-line);
  font-size: 14px;
  max-width: 240px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.line {
  flex-wrap: nowrap;
}
/* One row: short names take what they need and long ones share the rest evenly. */
.line a {
  flex: 1 1 0;
  min-width: 60px;
  max-width: max-content;
  padding: 6px 9px;
}
.line .on {
  flex: 0 0 auto;
  max-width: 240px;
}
.on {
  background: var(--fl-aubergine);
  color: var(--fl-white);
  border-color: var(--fl-aubergine);
}
</style>
