<script setup lang="ts">
import type { Schema } from '../api/client'

defineProps<{ mark: Schema['Mark'] }>()
</script>

<template>
  <span class="mark" :title="mark.next ? 'Next: ' + mark.next : 'At the top'">
    <svg viewBox="0 0 16 34" width="16" height="34" aria-hidden="true">
      <path d="M3 1V33M13 1V33" stroke="var(--fl-rail)" stroke-width="1.6" />
      <line
        v-for="(r, i) in mark.rungs"
        :key="r.key"
        x1="3"
        x2="13"
        :y1="31 - i * 4"
        :y2="31 - i * 4"
        :stroke="r.reached ? 'var(--fl-leaf-ink)' : 'var(--fl-sand)'"
        :stroke-width="r.reached ? 2.6 : 1.4"
      />
    </svg>
    <span class="said"
      ><b>{{ mark.at ? mark.rungs[mark.at - 1]?.name : 'Not listed' }}</b
      ><small>{{ mark.next || 'At the top' }}</small></span
    >
  </span>
</template>

<style scoped>
.mark {
  display: inline-flex;
  align-items: center;
  gap: 8px;
}
.said {
  display: flex;
  flex-direction: column;
  line-height: 1.2;
}
b {
  font-weight: 600;
  font-size: 13px;
}
small {
  color: var(--fl-soft);
  font-size: 12px;
}
</style>
