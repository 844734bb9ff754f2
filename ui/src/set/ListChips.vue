<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, defineAsyncComponent } from 'vue'
import { api, ask } from '../api/client'
import { useBlanks } from '../api/queries'
import ChipButton from '../parts/ChipButton.vue'
import { theDesk } from './desk'
import { useEdits } from './edits'
import { lightKinds } from './fields'
import ChoiceField from '../parts/ChoiceField.vue'

/** Searching a list takes code that nothing else of the set needs. */
const ThingAdders = defineAsyncComponent(() => import('./ThingAdders.vue'))
/** The lights, the cards or the things of the set: which is chosen, one more, one less. */
const props = defineProps<{ kind: 'light' | 'card' | 'thing' }>()
const desk = theDesk()
const { chosen, set } = desk
const { add, takeAway } = useEdits(desk)
const listed = computed(
  () => ({ light: set.value?.lights, card: set.value?.cards, thing: set.value?.things })[props.kind] ?? [],
)
const called = { light: 'Lights of this set', card: 'Cards of this set', thing: 'Things on this set' }
const owned = useQuery({ queryKey: ['cards'], queryFn: () => ask(api.GET('/api/cards')) })
const blanks = useBlanks()
const addCard = (at: string) => add({ card: owned.data.value?.[Number(at)] ?? blanks.data.value?.card })
</script>

<template>
  <div class="chips" role="group" :aria-label="called[kind]">
    <ChipButton
      v-for="(x, i) in listed"
      :key="i"
      :aria-pressed="chosen === kind + '-' + i"
      @click="chosen = kind + '-' + i"
    >
      <span aria-hidden="true">{{ x.on ? '●' : '○' }}</span> {{ x.name || x.kind }}
    </ChipButton>
    <ChoiceField
      v-if="kind === 'light'"
      :key="'l' + listed.length"
      model-value=""
      none="Add a light"
      aria-label="Add a light"
      size="small"
      class="adder"
      @change="add({ light: $event })"
      ><option v-for="k in lightKinds" :key="k.value" :value="k.value">{{ k.words }}</option></ChoiceField
    >
    <ThingAdders v-else-if="kind === 'thing'" :key="'t' + listed.length" @add="add" />
    <ChoiceField
      v-else
      :key="'c' + listed.length"
      model-value=""
      none="Add a card"
      aria-label="Add a card"
      size="small"
      class="adder"
      @change="addCard"
      ><option v-for="(c, i) in owned.data.value ?? []" :key="i" :value="i">{{ c.name }}</option>
      <option v-if="!owned.data.value?.length" :value="-1">{{ blanks.data.value?.card.name }}</option></ChoiceField
    >
    <el-button v-if="listed.length" size="small" @click="takeAway">Take away</el-button>
  </div>
</template>

<style scoped src="./chips.css"></style>
