<script setup lang="ts">
import ChipButton from '../parts/ChipButton.vue'
import ReadingFigure from '../parts/ReadingFigure.vue'
import { theDesk } from './desk'
import { useEdits } from './edits'

/** Key to fill with and without each card; pressing one puts it in or out. */
const desk = theDesk()
const { set, effects } = desk
const { flip } = useEdits(desk)
const stops = (v: number) => (v >= 99 ? 'no fill' : v.toFixed(1))
</script>

<template>
  <section class="cards" aria-label="With and without each card">
    <p class="line-head"><span>Key to fill, stops</span><span>with</span><span>without</span></p>
    <div v-for="(c, i) in set?.cards" :key="i" class="card-line">
      <ChipButton :aria-pressed="c.on" @click="flip(i)"
        ><span aria-hidden="true">{{ c.on ? '●' : '○' }}</span> {{ c.name || c.kind
        }}<kbd v-if="i === 0">w</kbd></ChipButton
      >
      <span class="mono" :data-with="i">{{ effects[i] ? stops(effects[i].with) : '…' }}</span><span
        class="mono"
        :data-without="i"
        >{{ effects[i] ? stops(effects[i].without) : '…' }}</span
      >
    </div>
    <ReadingFigure v-if="desk.find('keyFillBare')" :reading="desk.find('keyFillBare')!" />
  </section>
</template>

<style scoped>
.cards {
  border-bottom: 1px solid var(--fl-line);
  padding-bottom: 4px;
}
.line-head,
.card-line {
  display: grid;
  grid-template-columns: 1fr 52px 58px;
  gap: 6px;
  align-items: center;
  font-size: 13px;
}
.line-head {
  color: var(--fl-soft);
}
.line-head span:not(:first-child),
.card-line span.mono {
  text-align: right;
}
.card-line {
  min-height: 34px;
}
.card-line button {
  padding: 5px 2px;
}
.card-line button[aria-pressed='true'] {
  font-weight: 600;
}
.card-line .mono {
  font-size: 15px;
}
</style>
