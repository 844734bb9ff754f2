<script setup lang="ts">
/** Says that ticks wait for the connection. */
defineProps<{ n: number }>()
</script>

<template>
  <p v-if="n" class="waits" role="status">
    ▲ {{ n === 1 ? 'One tick waits' : `${n} ticks wait` }} for the connection. Go on: they are kept here and sent by
    themselves.
  </p>
</template>

<style scoped>
.waits {
  color: var(--fl-brass-deep);
  margin: 0;
}
</style>
