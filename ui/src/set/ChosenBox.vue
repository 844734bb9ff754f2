<script setup lang="ts">
import { computed } from 'vue'
import type { Schema } from '../api/client'
import { useChosen } from '../api/queries'
import ChipButton from '../parts/ChipButton.vue'
import { theDesk } from './desk'
import { useEdits } from './edits'
import { read } from './fields'

/** What was chosen when this set was drafted: why, and what would have been next. */
const desk = theDesk()
const { shotId, set } = desk
const { apply } = useEdits(desk)
const chosen = useChosen(shotId)
type Choice = Schema['DraftChoice']
type Edits = NonNullable<Choice['swap']>
const all = computed(() => [...(chosen.data.value?.frame ?? []), ...(chosen.data.value?.setUp ?? [])])
const shared = computed(() => new Set(chosen.data.value?.setUp ?? []))
/** Whether the set stands as some edits would make it. */
const stands = (edits: Edits) =>
  edits.length > 0 &&
  edits.every((e) => {
    const v = set.value && read(set.value, e.path)
    return e.number !== undefined ? v === e.number : e.text !== undefined ? v === e.text : v === e.flag
  })
const swapped = (c: Choice) => stands(c.swap ?? [])
</script>

<template>
  <details v-if="all.length">
    <summary>Why it stands so: {{ all.length }} choices of the draft</summary>
    <dl>
      <template v-for="(c, i) in all" :key="i">
        <dt>{{ c.label }}<span v-if="shared.has(c)" class="soft tiny"> all frames</span></dt>
        <dd>
          <span class="ways">
            <ChipButton
              v-if="c.next && c.swap?.length"
              :aria-pressed="!swapped(c)"
              :disabled="!swapped(c)"
              @click="apply(c.back)"
              >{{ c.took }}</ChipButton><strong v-else>{{ c.took }}</strong>
            <ChipButton
              v-if="c.next && c.swap?.length"
              :aria-pressed="swapped(c)"
              :disabled="swapped(c)"
              @click="apply(c.swap)"
              >{{ c.next }}</ChipButton><span v-else-if="c.next" class="soft">next: {{ c.next }}</span>
          </span>
          <span class="soft small">{{ c.because }}{{ c.from > 1 ? ` Of ${c.from}.` : '' }}</span>
        </dd>
      </template>
    </dl>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
  font-size: 13.5px;
}
dl {
  margin: 8px 0 0;
  display: grid;
  gap: 2px;
  font-size: 13.5px;
}
dt {
  font-weight: 560;
  margin-top: 6px;
}
dd {
  margin: 0;
  display: grid;
  gap: 2px;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.ways button {
  padding: 3px 8px;
  border: 1px solid var(--el-border-color);
  border-radius: 3px;
  font-size: 13px;
  cursor: pointer;
}
.ways button[aria-pressed='true'] {
  border-color: var(--fl-aubergine);
  background: var(--fl-white);
  font-weight: 600;
}
.tiny {
  font-size: 12.5px;
  font-weight: 400;
}
</style>
