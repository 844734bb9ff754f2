<script setup lang="ts">
import SubNav from '../parts/SubNav.vue'

const items = [
  { name: 'cupboard', words: 'Props', to: { name: 'cupboard' } },
  { name: 'kit', words: 'Kit', to: { name: 'kit' } },
  { name: 'missing', words: 'Missing and wanted', to: { name: 'missing' } },
]
</script>

<template><SubNav label="Sides of the cupboard" :items="items" /></template>
