<script setup lang="ts">
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { refDebounced } from '@vueuse/core'
import { computed, nextTick, ref } from 'vue'
import { api, ask, type Schema } from '../api/client'
import ChipButton from '../parts/ChipButton.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import TechniqueCard from './TechniqueCard.vue'

const props = defineProps<{ bench: Schema['Bench']; open: string }>()
const emit = defineEmits<{ put: [key: string, on: boolean]; open: [key: string] }>()
const typed = ref('')
const problem = refDebounced(typed, 200)
const found = useQuery({
  queryKey: ['techniques', problem],
  queryFn: () => ask(api.GET('/api/techniques', { params: { query: { problem: problem.value } } })),
  placeholderData: keepPreviousData,
  staleTime: Infinity,
})
const every = useQuery({
  queryKey: ['techniques', ''],
  queryFn: () => ask(api.GET('/api/techniques', { params: { query: { problem: '' } } })),
  staleTime: Infinity,
})
const on = computed(() => new Set(props.bench.techniques.map((t) => t.key)))
const cards = computed(() => found.data.value ?? [])
const chosen = computed(() => {
  const key = props.open || cards.value[0]?.key
  return (
    props.bench.techniques.find((t) => t.key === key) ??
    cards.value.find((t) => t.key === key) ??
    every.data.value?.find((t) => t.key === key)
  )
})
const whole = ref<HTMLElement>()
/** On a phone the card lies below the list: it is drawn into sight. */
async function look(key: string) {
  emit('open', key)
  await nextTick()
  if (window.innerWidth <= 720) whole.value?.scrollIntoView({ block: 'start' })
}
const others = computed(
  () =>
    every.data.value?.filter((t) => chosen.value?.other.includes(t.key)).map(({ key, name }) => ({ key, name })) ?? [],
)
</script>

<template>
  <section class="wall" aria-label="Techniques">
    <div class="left">
      <el-input
        v-model="typed"
        name="problem"
        clearable
        aria-label="What is wrong with it"
        placeholder="What is wrong? sauce looks dull …  /"
      />
      <ProblemNote :error="found.error.value" />
      <p class="soft small" role="status">{{ cards.length }} {{ problem ? 'that may help' : 'in all' }}</p>
      <ul>
        <li v-for="t in cards" :key="t.key">
          <ChipButton
            class="row"
            :class="{ on: t.key === chosen?.key }"
            :aria-pressed="t.key === chosen?.key"
            @click="look(t.key)"
          >
            <svg viewBox="0 0 48 48" aria-hidden="true"><path :d="t.drawing" /></svg>
            <span
              ><b>{{ t.name }}</b
              ><small
                >{{ t.group }} · {{ t.school === 'real' ? 'stays what it is' : 'only looks like it' }}</small
              ></span
            >
            <span v-if="on.has(t.key)" class="has">✓ on it</span>
          </ChipButton>
        </li>
      </ul>
    </div>
    <div ref="whole">
      <TechniqueCard v-if="chosen" :card="chosen" :others="others" @open="emit('open', $event)">
        <el-button v-if="!on.has(chosen.key)" type="primary" @click="emit('put', chosen.key, true)"
          >Put it on this frame</el-button
        >
        <el-button v-else @click="emit('put', chosen.key, false)">Take it off this frame</el-button>
      </TechniqueCard>
    </div>
  </section>
</template>

<style scoped>
.wall {
  display: grid;
  grid-template-columns: minmax(0, 300px) minmax(0, 1fr);
  gap: 20px;
}
.left {
  display: grid;
  gap: 6px;
  align-content: start;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
.row {
  box-sizing: border-box;
  width: 100%;
  display: grid;
  grid-template-columns: 32px 1fr auto;
  gap: 10px;
  align-items: center;
  padding: 4px 6px;
  min-height: 44px;
  border-top: 1px solid var(--fl-line);
  text-align: left;
  cursor: pointer;
}
.row.on {
  background: var(--fl-lilac);
  box-shadow: inset 4px 0 0 var(--fl-aubergine);
}
svg {
  width: 32px;
  height: 32px;
}
path {
  fill: none;
  stroke: var(--fl-aubergine);
  stroke-width: 2.2;
  stroke-linejoin: round;
}
small {
  display: block;
  color: var(--fl-soft);
  font-size: 12.5px;
}
.has {
  font-size: 12.5px;
  color: var(--fl-leaf-ink);
}
@media (max-width: 720px) {
  .wall {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
