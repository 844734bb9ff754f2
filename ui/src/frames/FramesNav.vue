<script setup lang="ts">
import { useRoute } from 'vue-router'
import SubNav from '../parts/SubNav.vue'

const params = { shoot: useRoute().params.shoot as string }
const items = [
  { name: 'frames', words: 'One by one', to: { name: 'frames', params } },
  { name: 'table', words: 'Light table', to: { name: 'table', params } },
  { name: 'card', words: 'Bring in', to: { name: 'card', params } },
]
</script>

<template><SubNav label="Sides of the frames" :items="items" /></template>
