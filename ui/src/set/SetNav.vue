<script setup lang="ts">
import { useRoute } from 'vue-router'
import SubNav from '../parts/SubNav.vue'

const params = { shoot: useRoute().params.shoot as string }
const items = [
  { name: 'set', words: 'Set', to: { name: 'set', params } },
  { name: 'round', words: 'Light round', to: { name: 'round', params } },
  { name: 'props', words: 'Props', to: { name: 'props', params } },
  { name: 'pack', words: 'Pull and pack', to: { name: 'pack', params } },
]
</script>

<template><SubNav label="Sides of the set" :items="items" /></template>
