<script setup lang="ts">
import { useRoute, useRouter, type RouteLocationRaw } from 'vue-router'
import { useKeys } from './keys'

/** The sides of one rung; the keys 1, 2, 3 … go to them, but where the screen has other work for those. */
const props = defineProps<{
  label: string
  items: { name: string; words: string; to: RouteLocationRaw }[]
  quiet?: boolean
}>()
const route = useRoute()
const router = useRouter()
useKeys(
  (props.quiet ? [] : props.items).map((item, i) => ({
    key: String(i + 1),
    does: item.words,
    run: () => void router.push(props.items[i]!.to),
  })),
)
</script>

<template>
  <nav class="sub" :aria-label="label">
    <router-link
      v-for="i in items"
      :key="i.name"
      :to="i.to"
      :class="{ on: route.name === i.name }"
      :aria-current="route.name === i.name ? 'page' : undefined"
      >{{ i.words }}</router-link
    >
  </nav>
</template>

<style scoped>
.sub {
  display: flex;
  gap: 0;
  margin-left: 2px;
}
a {
  display: flex;
  align-items: center;
  gap: 6px;
  min-height: 36px;
  padding: 0 7px;
  color: var(--fl-ink);
  text-decoration: none;
  font-weight: 560;
  font-size: 14.5px;
  border-bottom: 3px solid transparent;
}
a:hover {
  border-color: var(--fl-sand);
}
.on {
  border-color: var(--fl-fig);
  color: var(--fl-aubergine);
}
@media (max-width: 720px) {
  .sub {
    flex-wrap: wrap;
    margin-left: 0;
  }
  a {
    white-space: nowrap;
    min-height: 44px;
    display: inline-flex;
    align-items: center;
  }
}
</style>
