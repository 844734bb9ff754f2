<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, defineAsyncComponent, nextTick, ref, watch } from 'vue'
import { api, ask } from '../api/client'
import { useBlanks } from '../api/queries'
import ChipButton from '../parts/ChipButton.vue'
import ChoiceField from '../parts/ChoiceField.vue'
import { theDesk } from './desk'
import { useEdits } from './edits'
import { lightKinds, type Thing } from './fields'
import { rollOf } from './roll'

/** Everything on the set by its name, in the order in which a set is built: which is chosen, in or out, and one more. */
const emit = defineEmits<{ choose: [thing: Thing] }>()
const desk = theDesk()
const { chosen, set } = desk
const { add } = useEdits(desk)
/** Searching a list takes code that nothing else of the set needs. */
const ThingAdders = defineAsyncComponent(() => import('./ThingAdders.vue'))

const roll = computed(() => (set.value ? rollOf(set.value) : []))
const flat = computed(() => roll.value.flatMap((g) => g.all))
const adding = ref(false)
const owned = useQuery({ queryKey: ['cards'], queryFn: () => ask(api.GET('/api/cards')), enabled: adding })
const blanks = useBlanks()
async function more(what: Parameters<typeof add>[0]) {
  adding.value = false
  if (await add(what)) emit('choose', chosen.value)
}
const moreCard = (at: string) => more({ card: owned.data.value?.[Number(at)] ?? blanks.data.value?.card })
watch(desk.shotId, () => (adding.value = false))

const root = ref<HTMLElement>()
/** On a phone the roll is one line: what is chosen is drawn into sight. */
watch(chosen, async () => {
  await nextTick()
  const chip = root.value?.querySelector<HTMLElement>('[aria-pressed=true]')
  const line = root.value
  if (chip && line && line.scrollWidth > line.clientWidth)
    line.scrollLeft = chip.offsetLeft - (line.clientWidth - chip.offsetWidth) / 2
})

/** Arrow keys go from one to the next, Home and End to the first and last; Tab leaves the roll. */
const reached = computed(() => flat.value.find((x) => x.key === chosen.value)?.key ?? flat.value[0]?.key)
function step(e: KeyboardEvent) {
  const all = [...(root.value?.querySelectorAll<HTMLElement>('[data-roll]') ?? [])]
  const at = all.indexOf(e.target as HTMLElement)
  const to = { ArrowRight: at + 1, ArrowLeft: at - 1, Home: 0, End: all.length - 1 }[e.key]
  if (at < 0 || to === undefined) return
  e.preventDefault()
  e.stopPropagation()
  const next = all[(to + all.length) % all.length]!
  emit('choose', next.dataset.roll!)
  next.focus()
}
</script>

<template>
  <div class="roll">
    <div ref="root" class="all" role="toolbar" aria-label="What is on this set" @keydown="step">
      <span v-for="g in roll" :key="g.name" class="group" role="group" :aria-label="g.name"
        ><ChipButton
          v-for="x in g.all"
          :key="x.key"
          :data-roll="x.key"
          :aria-pressed="chosen === x.key"
          :tabindex="x.key === reached ? 0 : -1"
          :class="{ out: x.on === false }"
          @click="emit('choose', x.key)"
          >{{ x.name }}<span v-if="x.on === false" class="off">, {{ x.off }}</span></ChipButton
        ></span
      >
      <ChipButton class="add" :aria-expanded="adding" @click="adding = !adding">Add …</ChipButton>
      <span class="end"><slot /></span>
    </div>
    <div v-if="adding" class="chips adders" role="group" aria-label="One more on this set">
      <ThingAdders @add="more" />
      <ChoiceField
        model-value=""
        none="Add a light"
        aria-label="Add a light"
        size="small"
        class="adder"
        @change="more({ light: $event })"
        ><option v-for="k in lightKinds" :key="k.value" :value="k.value">{{ k.words }}</option></ChoiceField
      >
      <ChoiceField
        model-value=""
        none="Add a card"
        aria-label="Add a card"
        size="small"
        class="adder"
        @change="moreCard"
        ><option v-for="(c, i) in owned.data.value ?? []" :key="i" :value="i">{{ c.name }}</option>
        <option v-if="!owned.data.value?.length && blanks.data.value" :value="-1">
          {{ blanks.data.value.card.name }}
        </option></ChoiceField
      >
    </div>
  </div>
</template>

<style scoped src="./chips.css"></style>
<style scoped>
.roll {
  padding: 6px 8px;
}
.all {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px 0;
}
/* A line between two kinds of thing, where they follow one another on one line. */
.group {
  display: contents;
}
.group + .group::before {
  content: '';
  width: 1px;
  height: 16px;
  margin: 0 6px;
  background: var(--el-border-color);
}
.end {
  margin-left: auto;
  padding-left: 10px;
}
.all button {
  cursor: pointer;
  font-size: 13.5px;
  font-weight: 500;
  white-space: nowrap;
  max-width: 190px;
  overflow: hidden;
  text-overflow: ellipsis;
  padding: 4px 7px;
  color: var(--fl-ink);
}
.all button[aria-pressed='true'] {
  color: var(--fl-aubergine);
  box-shadow: inset 0 -3px 0 var(--fl-fig);
}
.all button.out {
  color: var(--fl-soft);
}
.off {
  font-weight: 400;
  font-size: 12px;
}
.all button.add {
  color: var(--fl-aubergine);
  text-decoration: underline;
  text-underline-offset: 3px;
}
.adders {
  flex-basis: 100%;
  padding: 4px 0;
}
@media (max-width: 720px) {
  .all {
    position: relative;
    flex-wrap: nowrap;
    overflow-x: auto;
  }
  .end {
    flex: none;
    order: -1;
    padding: 0 8px 0 0;
  }
  .all button {
    flex: none;
    min-height: 44px;
    padding: 4px 10px;
    white-space: nowrap;
  }
}
</style>
