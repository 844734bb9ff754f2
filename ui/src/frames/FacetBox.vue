<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { api, ask } from '../api/client'
import FindingList from '../parts/FindingList.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import ReadingFigure from '../parts/ReadingFigure.vue'
import type { Spot } from './facets'

/** Key to fill as it came out, on two facets that are marked in the picture. */
const props = defineProps<{ frame: string; shoot: string; shot: string; on: boolean; spots: Spot[] }>()
const emit = defineEmits<{ begin: [] }>()
const both = computed(() => props.spots.length === 2)
const ratio = useQuery({
  queryKey: ['facets', computed(() => props.frame), computed(() => props.spots)],
  enabled: both,
  queryFn: () => {
    const [key, fill] = props.spots as [Spot, Spot]
    const query = { keyX: key.x, keyY: key.y, fillX: fill.x, fillY: fill.y }
    return ask(api.GET('/api/frames/{id}/ratio', { params: { path: { id: props.frame }, query } }))
  },
})
</script>

<template>
  <section class="facets" aria-label="Key to fill">
    <p v-if="on" class="ask" role="status">
      <template v-if="spots.length === 0">Press where the key meets the food, in the picture.</template>
      <template v-else>Now where only the fill does, on the same thing.</template>
      <span class="soft">Arrows and Enter do it, too.</span>
    </p>
    <el-button v-else @click="emit('begin')"
      >{{ both ? 'Mark key and fill anew' : 'Mark key and fill' }} <kbd>f</kbd></el-button
    >
    <ProblemNote :error="ratio.error.value" />
    <template v-if="both && ratio.data.value">
      <ReadingFigure :key="frame + ratio.data.value.reading.value" :reading="ratio.data.value.reading" />
      <FindingList
        v-if="ratio.data.value.findings.length"
        :findings="ratio.data.value.findings"
        :shoot="shoot"
        :place="shot"
      />
    </template>
  </section>
</template>

<style scoped>
.facets {
  display: grid;
  gap: 8px;
}
.ask {
  border-left: 3px solid var(--fl-fig);
  padding-left: 10px;
  font-size: 14px;
}
.soft {
  display: block;
  color: var(--fl-soft);
  font-size: 13px;
}
</style>
