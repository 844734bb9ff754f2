<script setup lang="ts">
import { placeWords, type Clash } from './merge'

/** Where two people changed the same: both, and the choice. */
defineProps<{ clashes: Clash[] }>()
defineEmits<{ choose: [whose: 'mine' | 'theirs', clash?: Clash] }>()

/** A value as it can be told in a line or a few. */
function told(v: unknown): string {
  if (v === '' || v === undefined || v === null) return 'nothing'
  if (typeof v === 'boolean') return v ? 'on' : 'off'
  if (Array.isArray(v))
    return v.every((x) => typeof x !== 'object') ? v.join(', ') : v.length === 1 ? '1 line' : `${v.length} lines`
  if (typeof v === 'object')
    return (
      Object.values(v)
        .filter((x) => typeof x !== 'object')[0]
        ?.toString() ?? 'another'
    )
  return String(v as string | number)
}
const title = (c: Clash) => (c.path.length ? placeWords(c.path) : 'all of it')
</script>

<template>
  <div class="clash" role="alert">
    <p>
      <span>▲ Someone changed the same meanwhile. Which is to stay?</span>
      <el-button size="small" @click="$emit('choose', 'mine')">Keep mine</el-button>
      <el-button size="small" @click="$emit('choose', 'theirs')">Take theirs</el-button>
    </p>
    <dl>
      <div v-for="c in clashes" :key="title(c)">
        <dt>{{ title(c) }}</dt>
        <dd v-for="whose in ['mine', 'theirs'] as const" :key="whose">
          <span>{{ whose === 'mine' ? 'Yours' : 'Theirs' }}</span>
          <b>{{ told(c[whose]) }}</b>
          <el-button
            v-if="clashes.length > 1"
            size="small"
            :aria-label="(whose === 'mine' ? 'Keep mine: ' : 'Take theirs: ') + title(c)"
            @click="$emit('choose', whose, c)"
            >{{ whose === 'mine' ? 'Keep' : 'Take' }}</el-button
          >
        </dd>
      </div>
    </dl>
  </div>
</template>

<style scoped>
.clash {
  font-size: 13px;
  color: var(--fl-wine);
  background: var(--fl-blush);
  padding: 6px 10px;
}
p {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: center;
}
.el-button + .el-button {
  margin: 0;
}
dl {
  margin: 4px 0 2px;
  display: grid;
  gap: 6px;
  color: var(--fl-ink);
}
dt {
  font-weight: 600;
}
dt::first-letter {
  text-transform: uppercase;
}
dd {
  margin: 0;
  display: flex;
  gap: 4px 10px;
  align-items: baseline;
}
dd span {
  flex: none;
  width: 46px;
  color: var(--fl-soft);
}
b {
  font-weight: 500;
  overflow-wrap: anywhere;
  white-space: pre-line;
  max-height: 130px;
  overflow: auto;
}
</style>
