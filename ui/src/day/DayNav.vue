<script setup lang="ts">
import { useRoute } from 'vue-router'
import SubNav from '../parts/SubNav.vue'

const params = { shoot: useRoute().params.shoot as string }
const items = [
  { name: 'day', words: 'Plan', to: { name: 'day', params } },
  { name: 'on-set', words: 'On set', to: { name: 'on-set', params } },
  { name: 'wrap', words: 'Wrap', to: { name: 'wrap', params } },
  { name: 'cost', words: 'Cost', to: { name: 'cost', params } },
]
</script>

<template><SubNav label="Sides of the day" :items="items" /></template>
