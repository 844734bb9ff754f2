<script setup lang="ts">
import ChipButton from '../parts/ChipButton.vue'
import { useQuery } from '@tanstack/vue-query'
import { nextTick, ref, watch } from 'vue'
import { api, ask, type SceneSet } from '../api/client'

/** The same set from level to straight down, in outline. */
const props = defineProps<{ shot: string; set: SceneSet }>()
const emit = defineEmits<{ put: [deg: number] }>()
const cells = useQuery({
  queryKey: ['angles', () => props.shot],
  queryFn: () =>
    ask(
      api.POST('/api/shots/{id}/set/angles', {
        params: { path: { id: props.shot } },
        body: { set: JSON.parse(JSON.stringify(props.set)) },
      }),
    ),
  gcTime: 0,
})
const list = ref<HTMLElement>()
watch(
  cells.data,
  (d) => d?.length && void nextTick(() => list.value?.scrollIntoView({ block: 'nearest', behavior: 'smooth' })),
)
</script>

<template>
  <ul ref="list" class="angles" aria-label="Angles">
    <li v-for="c in cells.data.value ?? []" :key="c.elevationDeg">
      <ChipButton :aria-pressed="c.elevationDeg === set.camera.elevationDeg" @click="emit('put', c.elevationDeg)">
        <svg :viewBox="`0 0 ${c.lensW} ${c.lensH}`" aria-hidden="true">
          <svg :width="c.lensW" :height="c.lensH" :viewBox="`0 0 ${c.lensW} ${c.lensH}`" overflow="hidden">
            <rect :width="c.lensW" :height="c.lensH" fill="var(--fl-grey-light)" />
            <path
              v-for="(s, i) in c.lens"
              :key="i"
              :d="s.path"
              :fill="s.colour"
              :fill-opacity="s.clear ? 0.4 : 1"
              stroke="var(--fl-ink)"
              stroke-width="3"
            />
          </svg>
        </svg>
        <span
          ><b class="mono">{{ c.elevationDeg }}°</b> {{ c.words }}</span
        >
        <span class="soft mono">{{ c.depthMm.toFixed(0) }} mm deep{{ c.cover ? `, f/${c.cover}` : '' }}</span>
      </ChipButton>
    </li>
  </ul>
</template>

<style scoped>
.angles {
  list-style: none;
  margin: 0;
  padding: 10px 14px;
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 8px;
  border-top: 1px solid var(--fl-line);
}
button {
  cursor: pointer;
  display: grid;
  gap: 2px;
  font-size: 12.5px;
  width: 100%;
}
button[aria-pressed='true'] {
  box-shadow: 0 0 0 3px var(--fl-fig);
}
button:focus-visible {
  outline: 3px solid var(--fl-fig);
  outline-offset: 2px;
}
svg {
  width: 100%;
  background: var(--fl-grey-light);
  max-height: 110px;
}
</style>
