<script setup lang="ts">
import type { Finding } from '../api/client'

defineProps<{ finding: Finding }>()
defineEmits<{ apply: [edits: NonNullable<Finding['try'][number]['edits']>] }>()
const shape = { note: '○', care: '▲', stop: '■' }
const word = { note: 'Worth knowing', care: 'Take care', stop: 'Stops it' }
</script>

<template>
  <article class="finding" :class="finding.severity" :data-finding="finding.code">
    <header><span aria-hidden="true">{{ shape[finding.severity] }}</span> {{ word[finding.severity] }} <b>{{ finding.subject }}</b></header>
    <p class="measure"><span class="mono">{{ finding.measure }}</span><span class="soft"> against {{ finding.limit }}</span></p>
    <p>{{ finding.because }}</p>
    <ul>
      <li v-for="t in finding.try" :key="t.words">
        <el-button v-if="t.edits.length" size="small" @click="$emit('apply', t.edits)">{{ t.words }}</el-button>
        <span v-else>Try: {{ t.words }}.</span>
      </li>
    </ul>
  </article>
</template>

<style scoped>
.finding { border-left: 4px solid var(--fl-brass); background: var(--fl-card); padding: 8px 10px; font-size: 13.5px; box-shadow: 0 0 0 1px var(--fl-line); }
.finding.care { border-color: var(--fl-fig); }
.finding.stop { border-color: var(--fl-aubergine); }
header { font-size: 12.5px; color: var(--fl-soft); }
header b { color: var(--fl-ink); margin-left: 4px; font-weight: 600; }
.measure { font-size: 13px; margin: 2px 0; }
ul { list-style: none; margin: 6px 0 0; padding: 0; display: flex; flex-direction: column; gap: 5px; align-items: flex-start; }
.el-button { height: auto; white-space: normal; text-align: left; padding: 6px 10px; min-height: 30px; }
</style>
