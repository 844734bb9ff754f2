<script setup lang="ts">
import { computed } from 'vue'
import { limits, words } from '../api/words'
import ChoiceField from '../parts/ChoiceField.vue'
import NumberField from '../parts/NumberField.vue'
import type { Schema } from '../api/client'
import type { Brief } from './brief'
import HandWords from './HandWords.vue'

/** Who is there on the day, what they do, and what they keep away from. */
const props = defineProps<{ brief: Brief; problems: { field: string; words: string }[] }>()
const emit = defineEmits<{ touch: [] }>()
const b = computed(() => props.brief)
const crew = computed(() => b.value.crew ?? [])
type Hand = Schema['Hand']
const pairs = computed(() => crew.value.filter((h) => h.does !== 'client').length)
function add() {
  b.value.crew = [...crew.value, { name: '', does: crew.value.length ? 'assistant' : 'photographer' }] // saved once it has a name
}
function remove(i: number) {
  b.value.crew = crew.value.filter((_, k) => k !== i)
  emit('touch')
}
function set(h: Hand, to: Partial<Hand>) {
  Object.assign(h, to)
  emit('touch')
}
</script>

<template>
  <section aria-label="Crew">
    <h2>Crew</h2>
    <div v-for="(h, i) in crew" :key="i" class="hand">
      <el-input v-model="h.name" :aria-label="`Crew ${i + 1}: who`" placeholder="Who" maxlength="120" />
      <ChoiceField v-model="h.does" :aria-label="`Crew ${i + 1}: does`" @change="emit('touch')"
        ><option v-for="w in words.Hand.does" :key="w" :value="w">{{ w }}</option></ChoiceField
      >
      <el-input v-model="h.from" class="clock" :aria-label="`Crew ${i + 1}: comes`" placeholder="comes" maxlength="5" />
      <el-input v-model="h.to" class="clock" :aria-label="`Crew ${i + 1}: leaves`" placeholder="leaves" maxlength="5" />
      <div class="words">
        <HandWords
          :all="words.Hand.avoids"
          :has="h.avoids ?? []"
          none="keeps away from …"
          :label="`Crew ${i + 1}: keeps away from`"
          :says="(a) => `No ${a}`"
          :off="(a) => `No ${a}: take it off ${h.name}`"
          @change="(v) => set(h, { avoids: v as Hand['avoids'] })"
        />
        <HandWords
          v-if="h.does !== 'client'"
          :all="words.Hand.strengths"
          :has="h.strengths ?? []"
          none="strong in …"
          :label="`Crew ${i + 1}: strong in`"
          :says="(a) => a"
          :off="(a) => `Strong in ${a}: take it off ${h.name}`"
          @change="(v) => set(h, { strengths: v as Hand['strengths'] })"
        />
      </div>
      <el-button text :aria-label="`Remove crew ${i + 1}`" @click="remove(i)">Remove</el-button>
    </div>
    <p v-for="f in problems.filter((f) => f.field.includes('crew'))" :key="f.field" class="bad">{{ f.words }}</p>
    <div class="foot">
      <el-button size="small" @click="add">Add somebody</el-button>
      <span v-if="crew.length" class="soft small"
        >{{ pairs }} {{ pairs === 1 ? 'pair' : 'pairs' }} of hands on the day; whoever watches has none.</span
      >
      <label v-else class="hands"
        >Or only how many pairs of hands, yours included
        <NumberField
          id="hands"
          v-model="b.hands"
          controls
          v-bind="limits.Brief.hands"
          aria-label="Pairs of hands on the day"
          @change="emit('touch')"
        /><span class="soft small">{{
          b.hands ? 'A pour or a sprinkle needs one more than the shutter.' : '0 while open'
        }}</span></label
      >
    </div>
  </section>
</template>

<style scoped>
h2 {
  margin-bottom: 8px;
  font-size: 18px;
}
.hand {
  display: grid;
  grid-template-columns: minmax(0, 2fr) 132px 74px 74px minmax(0, 3fr) auto;
  gap: 6px;
  margin-bottom: 6px;
  align-items: start;
}
.foot,
.hands {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
}
.foot {
  margin-bottom: 14px;
}
.hands {
  font-size: 14px;
}
.bad {
  color: var(--fl-wine);
  margin: 0 0 6px;
  font-size: 13.5px;
}
@media (max-width: 720px) {
  .hand {
    grid-template-columns: 1fr 1fr;
    border-bottom: 1px solid var(--fl-line);
    padding-bottom: 8px;
  }
  .words {
    grid-column: 1 / 3;
  }
}
</style>
