<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { useLadder } from '../api/queries'
import { rungOf, screens } from '../router'

const props = defineProps<{ shoot: string }>()
const route = useRoute()
const climb = useLadder(() => props.shoot)
/** Top rung first, since that is how a ladder stands. */
const rungs = computed(() => [...(climb.data.value?.rungs ?? [])].reverse())
const open = (key: string) => (screens as readonly string[]).includes(key)
</script>

<template>
  <nav class="rail" aria-label="The ladder of this shoot">
    <ol>
      <li v-for="r in rungs" :key="r.key" :class="{ here: rungOf(route) === r.key, wants: r.wants }">
        <component
          :is="open(r.key) ? 'router-link' : 'div'"
          :to="{ name: r.key, params: { shoot } }"
          class="rung"
          :class="{ closed: !open(r.key) }"
          :aria-current="rungOf(route) === r.key ? 'page' : undefined"
          :title="open(r.key) ? [r.shown, r.wants].filter(Boolean).join('. ') : 'Not in this edition yet'"
        >
          <span class="name">{{ r.name }}<span v-if="r.wants" class="hand" aria-label="wants a hand">◆</span></span>
          <span class="bar" aria-hidden="true"><i :style="{ width: r.share * 100 + '%' }" /></span>
          <span class="shown">{{ open(r.key) ? r.shown || 'nothing yet' : 'not yet' }}</span>
        </component>
      </li>
    </ol>
    <p class="hint">Climb with <kbd>[</kbd> <kbd>]</kbd></p>
  </nav>
</template>

<style scoped>
.rail {
  border-right: 1px solid var(--fl-line);
  background: var(--fl-card);
  overflow: auto;
  display: flex;
  flex-direction: column;
  padding: 10px 0 8px;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
  flex: 1;
  display: flex;
  flex-direction: column;
  justify-content: space-evenly;
  position: relative;
}
ol::before,
ol::after {
  content: '';
  position: absolute;
  top: 0;
  bottom: 0;
  width: 3px;
  background: var(--fl-sand);
  border-radius: 2px;
}
ol::before {
  left: 9px;
}
ol::after {
  right: 9px;
}
.rung {
  display: block;
  padding: 7px 12px 6px 20px;
  text-decoration: none;
  color: var(--fl-ink);
  position: relative;
  min-height: 48px;
}
.rung::before {
  content: '';
  position: absolute;
  left: 9px;
  right: 9px;
  bottom: 0;
  height: 3px;
  background: var(--fl-sand);
}
.name {
  display: flex;
  justify-content: space-between;
  padding-right: 8px;
  font-weight: 600;
  font-size: 14px;
}
.bar {
  position: absolute;
  left: 12px;
  right: 12px;
  bottom: 0;
  height: 3px;
  z-index: 1;
}
.bar i {
  display: block;
  height: 3px;
  background: var(--fl-leaf);
}
.shown {
  font-size: 11.5px;
  color: var(--fl-soft);
  display: block;
  white-space: nowrap;
}
.hand {
  color: var(--fl-brass-ink);
  font-size: 10px;
  align-self: center;
}
.here .rung {
  background: var(--fl-aubergine);
  color: var(--fl-white);
  margin: 0 9px;
  padding-left: 11px;
  padding-right: 3px;
}
.here .rung::before,
.here .bar {
  left: 0;
  right: 0;
}
.here .shown {
  color: var(--fl-mauve);
}
.here .hand {
  color: var(--fl-amber);
}
.closed {
  color: var(--fl-faint);
}
.closed .name {
  font-weight: 500;
}
.hint {
  text-align: center;
  font-size: 11.5px;
  color: var(--fl-soft);
  padding-top: 10px;
}
kbd {
  font: 500 11px var(--fl-mono);
  border: 1px solid var(--fl-line);
  border-radius: 3px;
  padding: 0 4px;
}
</style>
