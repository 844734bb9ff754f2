<script setup lang="ts">
import { computed } from 'vue'
import type { Schema } from '../api/client'
import { formWords } from './forms'

/** Which form a recipe speaks for, with what speaks for it and the runner-up; and whether it steams. */
const props = defineProps<{ form: Schema['DishDoc']['form']; mined: Schema['MinedDish'] }>()
const emit = defineEmits<{ take: [form: Schema['DishDoc']['form']] }>()
const sign = (n: number) => (n < 0 ? '−' : '+') + Math.abs(n).toFixed(1)
const other = computed(() => {
  const s = props.mined.shape
  return s.form !== props.form ? s.form : s.second
})
</script>

<template>
  <details class="shape">
    <summary>
      <span>{{ formWords[form] ?? form }}<template v-if="mined.served.steams">, steaming</template></span>
    </summary>
    <p v-if="mined.shape.form !== form" class="small">
      ▲ You took this form; the recipe speaks for “{{ formWords[mined.shape.form] }}”.
    </p>
    <table>
      <caption class="visually-hidden">
        What speaks for which form
      </caption>
      <tbody>
        <tr v-for="(e, n) in mined.shape.evidence" :key="n" :class="{ mine: e.form === form }">
          <td class="mono">{{ sign(e.points) }}</td>
          <td>{{ formWords[e.form] }}</td>
          <td class="soft">{{ e.words }}</td>
        </tr>
      </tbody>
    </table>
    <p class="small">
      <b>{{ mined.served.steams ? 'It steams' : 'It does not steam' }}</b>:
      {{ mined.served.because.join('; ') || 'nothing speaks for it' }}.
      <template v-if="mined.served.diesWith"
        >First to go: {{ mined.served.diesWith }}, {{ mined.served.hold }}.</template
      >
    </p>
    <el-button v-if="other" size="small" @click="emit('take', other)">Take “{{ formWords[other] }}” instead</el-button>
  </details>
</template>

<style scoped>
.shape {
  font-size: 13.5px;
}
summary {
  cursor: pointer;
  font-weight: 560;
  padding: 4px 0;
}
table {
  border-collapse: collapse;
  width: 100%;
  margin: 2px 0 6px;
  font-size: 13px;
}
td {
  padding: 2px 8px 2px 0;
  vertical-align: baseline;
}
td.mono {
  text-align: right;
  white-space: nowrap;
}
.mine {
  font-weight: 560;
}
.small {
  margin: 0 0 6px;
}
</style>
