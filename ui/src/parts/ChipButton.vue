<script setup lang="ts">
/** A button without a look of its own: whoever places it says how it looks; that it can be
 * pressed, reached and seen to be reached is the same everywhere (theme.css, .fl-chip). */
</script>

<template>
  <button type="button" class="fl-chip"><slot /></button>
</template>
