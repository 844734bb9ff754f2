<script setup lang="ts">
import { useRoute } from 'vue-router'
import SubNav from '../parts/SubNav.vue'

const params = { shoot: useRoute().params.shoot as string }
const items = [
  { name: 'back', words: 'Old frames', to: { name: 'back', params } },
  { name: 'year', words: 'The year', to: { name: 'year', params } },
  { name: 'train', words: 'Train the eye', to: { name: 'train', params } },
]
</script>

<template><SubNav label="Sides of looking back" :items="items" quiet /></template>
