<script setup lang="ts">
import ChipButton from './ChipButton.vue'
import { ref } from 'vue'
import type { Finding } from '../api/client'

const props = defineProps<{ finding: Finding; aside?: string; canAside?: boolean }>()
const emit = defineEmits<{
  apply: [edits: NonNullable<Finding['try'][number]['edits']>]
  aside: [because: string]
  takeUp: []
}>()
const shape = { note: '○', care: '▲', stop: '■' }
const word = { note: 'Worth knowing', care: 'Take care', stop: 'Stops it' }
const asking = ref(false)
const because = ref('')
function setAside() {
  if (!because.value.trim()) return
  emit('aside', because.value)
  asking.value = false
}
const name = () => props.finding.subject
</script>

<template>
  <article class="finding" :class="[finding.severity, { away: aside }]" :data-finding="finding.code">
    <header>
      <span class="of"
        ><span aria-hidden="true">{{ shape[finding.severity] }}</span> {{ word[finding.severity] }}
        <b>{{ finding.subject }}</b></span
      >
      <ChipButton
        v-if="canAside && !aside && !asking && finding.severity !== 'stop'"
        class="quiet"
        :aria-label="'Set aside: ' + name()"
        @click="asking = true"
        >Set aside …</ChipButton
      >
    </header>
    <template v-if="aside">
      <p class="soft">Set aside: {{ aside }}</p>
      <el-button size="small" text :aria-label="'Take up again: ' + name()" @click="$emit('takeUp')"
        >Take up again</el-button
      >
    </template>
    <template v-else>
      <p class="measure">
        <span class="mono">{{ finding.measure }}</span><span class="soft"> against {{ finding.limit }}</span>
      </p>
      <div class="why-so">
        <img
          v-if="finding.frame"
          :src="`/api/frames/${finding.frame}/finished?long=400`"
          alt="Your frame that shows it"
        />
        <p>{{ finding.because }}</p>
      </div>
      <ul>
        <li v-for="t in finding.try" :key="t.words">
          <el-button v-if="t.edits.length" size="small" @click="$emit('apply', t.edits)">{{ t.words }}</el-button>
          <span v-else>Try: {{ t.words }}.</span>
        </li>
      </ul>
      <form v-if="asking" novalidate class="why" @submit.prevent="setAside" @keydown.esc="asking = false">
        <el-input
          v-model="because"
          size="small"
          autofocus
          :aria-label="'Why “' + name() + '” is set aside'"
          placeholder="Why? It is kept."
          maxlength="500"
        />
        <el-button size="small" native-type="submit">Set aside</el-button>
      </form>
    </template>
  </article>
</template>

<style scoped>
.finding {
  border-left: 4px solid var(--fl-brass);
  background: var(--fl-card);
  padding: 8px 10px;
  font-size: 13.5px;
  box-shadow: 0 0 0 1px var(--fl-line);
}
.finding.care {
  border-color: var(--fl-fig);
}
.finding.stop {
  border-color: var(--fl-aubergine);
}
.why-so {
  display: flex;
  gap: 8px;
}
.why-so img {
  width: 96px;
  align-self: start;
}
.finding.away {
  border-left-style: dotted;
  background: transparent;
}
header {
  display: flex;
  align-items: baseline;
  gap: 4px;
  font-size: 12.5px;
  color: var(--fl-soft);
}
.of {
  flex: 1;
  min-width: 0;
}
header b {
  color: var(--fl-ink);
  margin-left: 4px;
  font-weight: 600;
}
.measure {
  font-size: 13px;
  margin: 2px 0;
}
ul {
  list-style: none;
  margin: 6px 0 0;
  padding: 0;
  display: flex;
  flex-direction: column;
  gap: 5px;
  align-items: flex-start;
}
.el-button {
  height: auto;
  white-space: normal;
  text-align: left;
  padding: 6px 10px;
  min-height: 30px;
}
.quiet {
  cursor: pointer;
  font-size: 12.5px;
  color: var(--fl-soft);
  text-decoration: underline;
  flex: none;
  padding: 2px 0;
}
.why {
  display: flex;
  gap: 6px;
  margin-top: 6px;
  align-items: center;
}
</style>
