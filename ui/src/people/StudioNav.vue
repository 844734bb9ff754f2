<script setup lang="ts">
import { computed } from 'vue'
import { useStart } from '../api/queries'
import SubNav from '../parts/SubNav.vue'

const start = useStart()
const items = computed(() => [
  { name: 'you', words: 'You', to: { name: 'you' } },
  ...(start.data.value?.person?.role === 'owner' ? [{ name: 'people', words: 'People', to: { name: 'people' } }] : []),
  { name: 'outlets', words: 'Outlets', to: { name: 'outlets' } },
  { name: 'units', words: 'Units', to: { name: 'units' } },
  { name: 'bin', words: 'Taken away', to: { name: 'bin' } },
  { name: 'vault', words: 'Picture files', to: { name: 'vault' } },
])
</script>

<template><SubNav label="Sides of the studio" :items="items" /></template>
