<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import SubNav from '../parts/SubNav.vue'
import { last } from '../router'

const params = { shoot: useRoute().params.shoot as string }
/** Back from Props or Pack the same shot is open. */
const open = computed(() => ({ ...params, shot: last.shot[params.shoot] }))
const items = computed(() => [
  { name: 'set', words: 'Set', to: { name: 'set', params: open.value } },
  { name: 'contact', words: 'Contact sheet', to: { name: 'contact', params } },
  { name: 'round', words: 'Light round', to: { name: 'round', params: open.value } },
  { name: 'styling', words: 'Styling', to: { name: 'styling', params: open.value } },
  { name: 'props', words: 'Props', to: { name: 'props', params } },
  { name: 'pack', words: 'Pull and pack', to: { name: 'pack', params } },
])
</script>

<template><SubNav label="Sides of the set" :items="items" /></template>
