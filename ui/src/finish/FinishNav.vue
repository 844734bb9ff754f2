<script setup lang="ts">
import { useRoute } from 'vue-router'
import SubNav from '../parts/SubNav.vue'

const params = { shoot: useRoute().params.shoot as string }
const items = [
  { name: 'work', words: 'Work', to: { name: 'work', params } },
  { name: 'finish', words: 'Checks and yes', to: { name: 'finish', params } },
  { name: 'look', words: 'Look', to: { name: 'look', params } },
  { name: 'proof', words: 'Proof', to: { name: 'proof', params } },
]
</script>

<template><SubNav label="Sides of the finish" :items="items" quiet /></template>
