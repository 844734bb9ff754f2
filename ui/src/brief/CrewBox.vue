<script setup lang="ts">
import { computed } from 'vue'
import { limits, words } from '../api/words'
import ChipButton from '../parts/ChipButton.vue'
import ChoiceField from '../parts/ChoiceField.vue'
import NumberField from '../parts/NumberField.vue'
import type { Schema } from '../api/client'
import type { Brief } from './brief'

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
function strong(h: Hand, what: string, on: boolean) {
  h.strengths = [...(h.strengths ?? []).filter((a) => a !== what), ...(on ? [what] : [])] as Hand['strengths']
  emit('touch')
}
function avoid(h: Hand, what: string, on: boolean) {
  h.avoids = [...(h.avoids ?? []).filter((a) => a !== what), ...(on ? [what] : [])] as Hand['avoids']
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
      <div class="avoids">
        <ChipButton
          v-for="a in h.avoids ?? []"
          :key="a"
          class="on"
          :aria-label="`No ${a}: take it off ${h.name}`"
          @click="avoid(h, a, false)"
          >No {{ a }} ✕</ChipButton
        >
        <ChoiceField
          model-value=""
          size="small"
          none="keeps away from …"
          :aria-label="`Crew ${i + 1}: keeps away from`"
          @change="(v: string) => avoid(h, v, true)"
          ><option
            v-for="w in words.Hand.avoids.filter((w) => !(h.avoids as string[] | undefined)?.includes(w))"
            :key="w"
            :value="w"
          >
            {{ w }}
          </option></ChoiceField
        >
      </div>
      <div v-if="h.does !== 'client'" class="avoids">
        <ChipButton
          v-for="s in h.strengths ?? []"
          :key="s"
          class="on"
          :aria-label="`Strong in ${s}: take it off ${h.name}`"
          @click="strong(h, s, false)"
          >{{ s }} ✕</ChipButton
        >
        <ChoiceField
          model-value=""
          size="small"
          none="strong in …"
          :aria-label="`Crew ${i + 1}: strong in`"
          @change="(v: string) => strong(h, v, true)"
          ><option
            v-for="w in words.Hand.strengths.filter((w) => !(h.strengths as string[] | undefined)?.includes(w))"
            :key="w"
            :value="w"
          >
            {{ w }}
          </option></ChoiceField
        >
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
.avoids {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  align-items: center;
  min-height: 36px;
}
.avoids .choice-field {
  width: 150px;
}
.avoids .on {
  background: var(--fl-straw);
  color: var(--fl-brass-deep);
  padding: 2px 8px;
  min-height: 28px;
  font-size: 13.5px;
  cursor: pointer;
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
  .avoids {
    grid-column: 1 / 3;
  }
  .avoids .on {
    min-height: 44px;
  }
}
</style>
