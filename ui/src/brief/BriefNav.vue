<script setup lang="ts">
import { useRoute } from 'vue-router'
import SubNav from '../parts/SubNav.vue'

const params = { shoot: useRoute().params.shoot as string }
const items = [
  { name: 'brief', words: 'Questions', to: { name: 'brief', params } },
  { name: 'references', words: 'References', to: { name: 'references', params } },
]
</script>

<template><SubNav label="Sides of the brief" :items="items" /></template>
