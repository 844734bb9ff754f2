<script setup lang="ts">
import type { Schema } from '../api/client'
import { span } from './ask'

/** One technique, whole. */
defineProps<{ card: Schema['StylingTechnique']; others: { key: string; name: string }[] }>()
defineEmits<{ open: [key: string] }>()
</script>

<template>
  <article class="card">
    <header>
      <svg viewBox="0 0 48 48" aria-hidden="true"><path :d="card.drawing" /></svg>
      <div>
        <h2>{{ card.name }}</h2>
        <p class="soft small">
          {{ card.school === 'real' ? 'stays what it is' : 'only looks like it' }} ·
          {{ span({ from: card.seconds, to: card.seconds }) }}
        </p>
      </div>
    </header>
    <p>{{ card.purpose }}</p>
    <p v-if="card.inedible" class="bad"><b>■ Not for eating:</b> {{ card.inedible }}.</p>
    <h3>It takes</h3>
    <ul class="takes">
      <li v-for="m in card.materials" :key="m.name">
        {{ m.name }}<span v-if="m.amount" class="mono time"> {{ m.amount }}</span
        ><small v-if="m.tool"> tool</small>
      </li>
    </ul>
    <h3>Steps</h3>
    <ol>
      <li v-for="s in card.steps" :key="s.words">
        {{ s.words
        }}<span v-if="s.seconds" class="mono soft small time"> {{ span({ from: s.seconds, to: s.seconds }) }}</span>
      </li>
    </ol>
    <dl>
      <dt>Look for</dt>
      <dd>{{ card.look }}</dd>
      <dt>Goes wrong</dt>
      <dd>{{ card.wrong }}</dd>
    </dl>
    <p v-for="c in card.cautions" :key="c.key" class="care">▲ {{ c.words }}</p>
    <p v-if="others.length" class="soft small">
      Another way:
      <el-button v-for="o in others" :key="o.key" size="small" @click="$emit('open', o.key)">{{ o.name }}</el-button>
    </p>
    <div class="acts"><slot /></div>
  </article>
</template>

<style scoped>
.card {
  position: sticky;
  top: 0;
  display: grid;
  gap: 8px;
  align-content: start;
  font-size: 14px;
}
header {
  display: flex;
  gap: 12px;
  align-items: center;
}
svg {
  width: 48px;
  height: 48px;
  flex: none;
  background: var(--fl-linen);
}
path {
  fill: none;
  stroke: var(--fl-aubergine);
  stroke-width: 1.8;
  stroke-linejoin: round;
  stroke-linecap: round;
}
h3 {
  font-size: 13px;
  color: var(--fl-soft);
  font-weight: 560;
  margin: 4px 0 -4px;
}
ul,
ol {
  margin: 0;
  padding-left: 20px;
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 2px 12px;
  margin: 0;
}
dt {
  color: var(--fl-soft);
}
dd {
  margin: 0;
}
.bad {
  color: var(--fl-wine);
}
.care {
  border-left: 4px solid var(--fl-brass);
  background: var(--fl-straw);
  color: var(--fl-brass-deep);
  padding: 5px 9px;
  font-size: 13px;
}
.time {
  margin-left: 8px;
}
.takes small {
  margin-left: 6px;
  color: var(--fl-soft);
}
</style>
