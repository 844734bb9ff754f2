<script setup lang="ts">
import { computed } from 'vue'
import type { Schema } from '../api/client'
import { limits } from '../api/words'
import ChoiceField from '../parts/ChoiceField.vue'
import ClockField from '../parts/ClockField.vue'
import NumberField from '../parts/NumberField.vue'
import { clockOf, minutesOf } from './lanes'

/** What a day has: hours, hands, ovens, usual times, and jobs put in by hand. */
const terms = defineModel<Schema['DayTerms']>('terms', { required: true })
const own = defineModel<Schema['DayOwnJob'][]>('own', { required: true })
const emit = defineEmits<{ change: [] }>()
type Terms = Schema['DayTerms']
const clocks: [keyof Terms, string][] = [
  ['startMin', 'People begin'],
  ['endMin', 'Done, wrap included, by'],
  ['lunchFrom', 'Break not before'],
  ['lunchUntil', 'Break over by'],
  ['eveFrom', 'The day before, from'],
  ['eveUntil', 'The day before, until'],
]
const groups: [string, [keyof Terms, string, string][]][] = [
  [
    'Who and what there is',
    [
      ['days', 'Days', ''],
      ['hands', 'Pairs of hands', ''],
      ['plates', 'of them who plate', ''],
      ['ovens', 'Ovens', ''],
      ['shelves', 'Trays in one oven', ''],
      ['rings', 'Rings', ''],
      ['fridgePlaces', 'Places in the fridge', ''],
      ['freezerPlaces', 'and in the freezer', ''],
    ],
  ],
  [
    'How long it takes',
    [
      ['frameMin', 'A frame', 'min'],
      ['setUpMin', 'Changing the set', 'min'],
      ['lunchMin', 'Break', 'min'],
      ['wrapMin', 'Wrap', 'min'],
      ['shopMin', 'Shopping, before', 'min'],
      ['collectMin', 'Collecting rentals', 'min'],
      ['fetchMin', 'Fetching props', 'min'],
      ['slackShare', 'Slack in a calm day', '%'],
    ],
  ],
]
const props = defineProps<{ dishes: { id: string; title: string }[] }>()
/** What may wait for a job of one's own. */
const waits = computed(() => [
  ['', 'Nothing waits for it'],
  ...props.dishes.map((d) => [d.id, d.title + ' waits for it']),
  ['every dish', 'Every dish waits for it'],
  ['every frame', 'Every frame waits for it'],
])
const bounds = (k: keyof Terms) => limits.DayTerms[k as keyof typeof limits.DayTerms]
function put(k: keyof Terms, v: number) {
  terms.value[k] = v
  emit('change')
}
function add() {
  own.value.push({
    key: crypto.randomUUID().slice(0, 8),
    name: 'Something else',
    min: 30,
    hands: 1,
    from: 0,
    until: 0,
    onSet: false,
  })
  emit('change')
}
function drop(i: number) {
  own.value.splice(i, 1)
  emit('change')
}
</script>

<template>
  <section class="terms" aria-label="What the day has">
    <h2>What the day has</h2>
    <h3>Hours</h3>
    <div class="fields">
      <label v-for="[k, words] in clocks" :key="k"
        >{{ words }}
        <ClockField :model-value="clockOf(terms[k])" :aria-label="words" @change="put(k, minutesOf($event))" />
      </label>
    </div>
    <template v-for="[heading, figures] in groups" :key="heading">
      <h3>{{ heading }}</h3>
      <div class="fields">
        <label v-for="[k, words, unit] in figures" :key="k"
          >{{ words }}
          <NumberField
            :model-value="terms[k]"
            :min="bounds(k).min"
            :max="bounds(k).max"
            :unit="unit"
            whole
            :aria-label="words"
            @change="put(k, $event)"
          />
        </label>
      </div>
    </template>
    <h3>Jobs of your own: deliveries, visits</h3>
    <ul v-if="own.length" class="own">
      <li v-for="(o, i) in own" :key="o.key">
        <el-input v-model="o.name" :aria-label="`Your job ${i + 1}`" maxlength="120" @change="emit('change')" />
        <NumberField
          v-model="o.min"
          :min="1"
          :max="1440"
          unit="min"
          whole
          :aria-label="`How long, job ${i + 1}`"
          @change="emit('change')"
        />
        <NumberField
          v-model="o.hands"
          :min="0"
          :max="20"
          unit="hands"
          whole
          :aria-label="`Hands, job ${i + 1}`"
          @change="emit('change')"
        />
        <label class="row"
          >from
          <ClockField
            :model-value="o.from ? clockOf(o.from) : ''"
            :aria-label="`Not before, job ${i + 1}`"
            @change="((o.from = $event ? minutesOf($event) : 0), emit('change'))"
        /></label>
        <label class="row"
          >over by
          <ClockField
            :model-value="o.until ? clockOf(o.until) : ''"
            :aria-label="`Over by, job ${i + 1}`"
            @change="((o.until = $event ? minutesOf($event) : 0), emit('change'))"
        /></label>
        <NumberField
          v-if="terms.days > 1"
          :model-value="(o.day ?? 0) + 1"
          :min="1"
          :max="terms.days"
          unit="day"
          whole
          :aria-label="`On which day, job ${i + 1}`"
          @change="((o.day = $event - 1), emit('change'))"
        />
        <ChoiceField
          :model-value="o.before ?? ''"
          :aria-label="`What waits for job ${i + 1}`"
          @change="((o.before = $event), emit('change'))"
          ><option v-for="[k, words] in waits" :key="k" :value="k">{{ words }}</option></ChoiceField
        >
        <el-checkbox v-model="o.onSet" @change="emit('change')">on the set</el-checkbox>
        <el-button text size="small" :aria-label="`Take away job ${i + 1}`" @click="drop(i)">Take away</el-button>
      </li>
    </ul>
    <p><el-button size="small" @click="add">Add a job of your own</el-button></p>
  </section>
</template>

<style scoped>
h3 {
  margin: 10px 0 4px;
  font-size: 14px;
}
.own .row {
  display: flex;
  gap: 6px;
  align-items: center;
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 8px 14px;
}
label {
  display: grid;
  gap: 2px;
  font-size: 13px;
  align-content: end;
}
.own {
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
.own li {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
}
.own .el-checkbox {
  display: inline-flex;
  align-items: center;
}
.own .choice-field {
  width: 240px;
}
.own .el-input {
  width: 220px;
}
</style>
