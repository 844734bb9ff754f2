<script setup lang="ts">
import ChipButton from './ChipButton.vue'
import { computed, ref } from 'vue'
import type { Schema } from '../api/client'
import { useReferences } from '../api/queries'

/** References for a dish, or for the whole shoot, to be looked at while working. */
const props = defineProps<{ shoot: string; dish: string }>()
const refs = useReferences(() => props.shoot)
const mine = computed(() =>
  (refs.data.value ?? []).filter((r) => !r.doc.reference.dishId || r.doc.reference.dishId === props.dish),
)
const large = ref<Schema['KeptReference']>()
</script>

<template>
  <details v-if="mine.length" class="refs">
    <summary>To take from others: {{ mine.length }}</summary>
    <ul>
      <li v-for="r in mine" :key="r.id">
        <ChipButton @click="large = r">
          <img
            v-if="r.doc.sha256"
            :src="`/api/references/${r.id}/picture?long=240`"
            alt=""
            height="58"
            loading="lazy"
          />
          <span
            ><b>{{ r.doc.reference.takes.join(', ') }}</b> {{ r.doc.reference.words }}</span
          >
        </ChipButton>
      </li>
    </ul>
    <el-dialog
      :model-value="!!large"
      :title="'Take its ' + (large?.doc.reference.takes.join(', ') ?? '')"
      width="640px"
      @close="large = undefined"
    >
      <template v-if="large">
        <p v-if="large.doc.sha256" class="shown">
          <img :src="`/api/references/${large.id}/picture`" :alt="large.doc.reference.words" />
        </p>
        <p>{{ large.doc.reference.words }}</p>
        <p class="soft small">{{ large.doc.reference.from }}</p>
      </template>
    </el-dialog>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
  font-size: 13.5px;
  font-weight: 560;
  padding: 4px 0;
}
ul {
  list-style: none;
  margin: 4px 0 0;
  padding: 0;
  display: grid;
  gap: 4px;
}
button {
  box-sizing: border-box;
  width: 100%;
  cursor: pointer;
  display: flex;
  gap: 8px;
  align-items: center;
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
  padding: 4px 8px 4px 4px;
  font-size: 13px;
  line-height: 1.3;
}
button img {
  display: block;
  background: var(--fl-grey);
  padding: 2px;
}
b {
  display: block;
  font-weight: 600;
  color: var(--fl-fig-ink);
}
.shown {
  background: var(--fl-grey);
  padding: 12px;
  display: grid;
  place-items: center;
  margin-bottom: 8px;
}
.shown img {
  max-width: 100%;
  max-height: 52vh;
  display: block;
}
</style>
