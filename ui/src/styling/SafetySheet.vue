<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { api, ask, type Schema } from '../api/client'
import { useAct } from '../parts/act'
import ChoiceField from '../parts/ChoiceField.vue'
import LabField from './LabField.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import { moment } from '../parts/shown'

const props = defineProps<{ bench: Schema['Bench']; shoot: string; rule: string }>()
const minutes = defineModel<number>('minutes', { required: true })
const emit = defineEmits<{ changed: []; rule: [v: string] }>()
const safe = useQuery({
  queryKey: ['safety', () => props.shoot],
  queryFn: () => ask(api.GET('/api/shoots/{id}/safety', { params: { path: { id: props.shoot } } })),
})
const { act, error } = useAct(async () => {
  await safe.refetch()
  emit('changed')
})
const log = (out: boolean) =>
  act(() => ask(api.POST('/api/dishes/{id}/moments', { params: { path: { id: props.bench.dishId } }, body: { out } })))
</script>

<template>
  <section class="lab" aria-label="Safety">
    <ProblemNote :error="error ?? safe.error.value" />
    <h2>How long {{ bench.dish }} has stood warm</h2>
    <p class="says">
      <b
        >{{ bench.stood.state === 'good' ? '●' : bench.stood.state === 'hurry' ? '▲' : '■' }} {{ bench.stood.words }}</b
      >
    </p>
    <div class="acts">
      <el-button v-if="!bench.moments[0]?.doc.out" type="primary" @click="log(true)">It stands out now</el-button>
      <el-button v-else type="primary" @click="log(false)">Back in the cold or the heat</el-button>
      <label class="rule"
        >By
        <ChoiceField :model-value="rule || 'two'" aria-label="How long food may stand" @change="emit('rule', $event)"
          ><option v-for="r in bench.rules" :key="r.key" :value="r.key">{{ r.words }}</option></ChoiceField
        ></label
      >
      <LabField v-if="rule === 'own'" v-model="minutes" label="Your own time" unit="min" :min="5" :max="480" whole />
    </div>
    <ul v-if="bench.moments.length" class="moments soft small">
      <li v-for="m in bench.moments.slice(0, 6)" :key="m.id">
        {{ moment(m.doc.at) }}: {{ m.doc.out ? 'stands out' : 'went back' }}
      </li>
    </ul>
    <template v-if="safe.data.value">
      <h2>Not for eating</h2>
      <p v-if="!safe.data.value.tags.length" class="soft">
        Nothing on this shoot's frames makes food unfit for eating.
      </p>
      <div v-for="t in safe.data.value.tags" :key="t.dish" class="tag">
        <b>■ {{ t.dish }}</b> {{ t.what.join('; ') }} <small>{{ t.parts.join(', ') }}</small>
      </div>
      <template v-if="safe.data.value.counts.length">
        <h2>Counted out at wrap</h2>
        <ul>
          <li v-for="c in safe.data.value.counts" :key="c.dish + c.what">{{ c.dish }}: {{ c.in }} ({{ c.what }})</li>
        </ul>
      </template>
      <template v-if="safe.data.value.risks.length">
        <h2>Care at these steps</h2>
        <p v-for="r in safe.data.value.risks" :key="r.key" class="care">
          ▲ {{ r.words }} <small>{{ r.at.join('; ') }}</small>
        </p>
      </template>
      <template v-if="safe.data.value.allergies.length">
        <h2>Allergies on the crew</h2>
        <p v-for="a in safe.data.value.allergies" :key="a.who + a.from" class="care">
          ▲ {{ a.words }} <small>{{ a.dishes.join('; ') }}</small>
        </p>
      </template>
      <template v-if="safe.data.value.eaters.length">
        <h2>Who may eat it afterwards</h2>
        <ul class="eaters">
          <li v-for="e in safe.data.value.eaters" :key="e.dish">
            <b>{{ e.dish }}:</b> {{ e.words }}
          </li>
        </ul>
      </template>
      <p v-else class="soft small">
        Write the crew down on <router-link :to="{ name: 'brief', params: { shoot } }">the brief</router-link>, with
        what they keep away from, to see who may eat what.
      </p>
      <p class="acts">
        <a :href="`/api/shoots/${shoot}/tags.pdf`" target="_blank">Print the tags</a>
        <a :href="`/api/shoots/${shoot}/risks.pdf`" target="_blank">Print the risk sheet</a>
      </p>
      <p class="soft small">{{ safe.data.value.words }}</p>
    </template>
  </section>
</template>

<style scoped src="./lab.css"></style>
<style scoped>
.rule {
  display: flex;
  gap: 8px;
  align-items: center;
  font-size: 13.5px;
}
.tag {
  border: 2px solid var(--fl-wine);
  padding: 6px 10px;
  max-width: 70ch;
}
small {
  display: block;
  color: inherit;
  opacity: 0.85;
}
.eaters {
  margin: 0;
  padding-left: 18px;
}
.eaters b {
  font-weight: 560;
}
.moments {
  margin: 0;
  padding-left: 18px;
}
</style>
