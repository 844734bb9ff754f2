<script setup lang="ts">
import ChipButton from '../parts/ChipButton.vue'

/** What lies over the frame, and pointing at what must be sharp. */
defineProps<{ picture: boolean }>()
const pointing = defineModel<boolean>('pointing', { required: true })
const pictured = defineModel<boolean>('pictured', { required: true })
const crops = defineModel<boolean>('crops', { required: true })
const lines = defineModel<string>('lines', { required: true })
const emit = defineEmits<{ next: [] }>()
</script>

<template>
  <p class="tools">
    <ChipButton :aria-pressed="pointing" title="Then press what must be sharp" @click="pointing = !pointing"
      >{{ pointing ? 'press it' : 'sharp' }} <kbd>f</kbd></ChipButton
    ><ChipButton :aria-pressed="pictured" :disabled="!picture" @click="pictured = !pictured">picture</ChipButton
    ><ChipButton :aria-pressed="crops" @click="crops = !crops">crops <kbd>c</kbd></ChipButton
    ><ChipButton :aria-pressed="lines !== ''" @click="emit('next')">{{ lines || 'lines' }} <kbd>l</kbd></ChipButton>
  </p>
</template>

<style scoped>
.tools {
  position: absolute;
  top: 4px;
  right: 4px;
  display: flex;
  flex-wrap: wrap;
  justify-content: flex-end;
  gap: 3px;
  margin: 0;
}
.tools button {
  white-space: nowrap;
  font-size: 12px;
  padding: 2px 7px;
  background: var(--fl-veil);
  color: var(--fl-card);
  border-radius: 3px;
}
.tools button[aria-pressed='false'] {
  background: var(--fl-veil-thin);
}
.tools button:disabled {
  opacity: 0.45;
  cursor: default;
}
.tools button:focus-visible {
  outline: 3px solid var(--fl-rose);
}
</style>
