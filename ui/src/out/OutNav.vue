<script setup lang="ts">
import { useRoute } from 'vue-router'
import SubNav from '../parts/SubNav.vue'

const params = { shoot: useRoute().params.shoot as string }
const items = [
  { name: 'out', words: 'Send', to: { name: 'out', params } },
  { name: 'together', words: 'As a set', to: { name: 'together', params } },
  { name: 'calendar', words: 'Calendar', to: { name: 'calendar', params } },
]
</script>

<template><SubNav label="Sides of what goes out" :items="items" quiet /></template>
