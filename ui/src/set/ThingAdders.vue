<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { refDebounced } from '@vueuse/core'
import { ref } from 'vue'
import { api, ask } from '../api/client'
import { thingKinds } from './fields'

/** One more thing on the set, of a kind or from the cupboard, found by its name. */
const emit = defineEmits<{ add: [what: { thing: string } | { prop: string }] }>()
const words = ref('')
const sought = refDebounced(words, 200)
/** The first of what the words find: a cupboard may hold thousands. */
const cupboard = useQuery({
  queryKey: ['props-for-sets', sought],
  queryFn: () => ask(api.GET('/api/props', { params: { query: { words: sought.value, limit: 60 } as never } })),
  placeholderData: (before) => before,
})
</script>

<template>
  <el-select
    model-value=""
    placeholder="Add a thing"
    aria-label="Add a thing"
    size="small"
    class="adder"
    filterable
    @change="emit('add', { thing: $event })"
    ><el-option v-for="k in thingKinds" :key="k.value" :value="k.value" :label="k.words"
  /></el-select>
  <el-select
    v-if="words || cupboard.data.value?.rows.length"
    model-value=""
    placeholder="From the cupboard"
    aria-label="Add a prop from the cupboard"
    size="small"
    class="adder wide"
    filterable
    remote
    :remote-method="(w: string) => (words = w)"
    no-data-text="Nothing of that name"
    @change="emit('add', { prop: $event })"
    ><el-option v-for="p in cupboard.data.value?.rows ?? []" :key="p.id" :value="p.id" :label="p.prop.name"
  /></el-select>
</template>

<style scoped src="./chips.css"></style>
