<script setup lang="ts">
import { useRoute } from 'vue-router'
import { computed } from 'vue'
import SubNav from '../parts/SubNav.vue'

const route = useRoute()
const items = computed(() => {
  const { shoot, dish } = route.params as { shoot: string; dish?: string }
  const of = (name: string, words: string) => ({ name, words, to: { name, params: { shoot, dish: dish ?? '' } } })
  return [
    of('dish', 'Recipe'),
    of('trials', 'Trials'),
    of('colours', 'Colours'),
    of('shopping', 'Shopping'),
    of('days', 'Days'),
    {
      name: 'styling',
      words: 'Styling',
      to: { name: 'styling', params: { shoot, shot: '' }, query: { dish: dish ?? '' } },
    },
  ]
})
</script>

<template><SubNav label="Sides of the dish" :items="items" /></template>
