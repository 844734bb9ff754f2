<script setup lang="ts">
import ChipButton from './ChipButton.vue'

/** A tick for a thumb: of a list that is used in a shop or at a shelf. */
defineProps<{ on: boolean; label: string }>()
const emit = defineEmits<{ tick: [on: boolean] }>()
</script>

<template>
  <ChipButton class="tick" role="checkbox" :aria-checked="on" :aria-label="label" @click.stop="emit('tick', !on)">
    <span aria-hidden="true">{{ on ? '✓' : '' }}</span>
  </ChipButton>
</template>

<style scoped>
.tick {
  cursor: pointer;
  display: grid;
  place-items: center;
  width: 44px;
  height: 44px;
}
.tick span {
  width: 22px;
  height: 22px;
  border: 2px solid var(--fl-aubergine);
  border-radius: 3px;
  display: grid;
  place-items: center;
  font-weight: 700;
  background: var(--fl-white);
}
.tick[aria-checked='true'] span {
  background: var(--fl-leaf-ink);
  border-color: var(--fl-leaf-ink);
  color: var(--fl-white);
}
.tick:focus-visible span {
  outline: 3px solid var(--fl-fig);
  outline-offset: 2px;
}
</style>
