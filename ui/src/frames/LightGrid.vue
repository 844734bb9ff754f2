<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, nextTick, ref, watch } from 'vue'
import ChipButton from '../parts/ChipButton.vue'
import { rowsOf, type Pic } from './table'

/** Thousands of pictures by time; only the rows in sight stand in the page. */
const props = defineProps<{
  all: Pic[]
  at: number
  picked: ReadonlySet<string>
  crisp: ReadonlySet<string>
  soft: ReadonlySet<string>
  size: number
  titles: ReadonlyMap<string, string>
  more: boolean
}>()
const emit = defineEmits<{
  take: [at: number, how: 'one' | 'to' | 'besides']
  look: [at: number]
  end: []
  drag: [at: number, e: DragEvent]
  across: [n: number]
}>()
const box = ref<HTMLElement>()
const { width, height } = useElementSize(box)
const across = computed(() => Math.max(2, Math.floor((width.value + 6) / (props.size + 6))))
watch(across, (n) => emit('across', n), { immediate: true })
/** Pictures are as wide as fills the table. */
const wide = computed(() => Math.floor((width.value - 6 * (across.value - 1)) / across.value))
/** A picture's place, its line of words, and the gap below. */
const high = computed(() => Math.round(wide.value * 0.7) + 34)
const top = ref(0)
const rows = computed(() => rowsOf(props.all.length, across.value))
const seen = computed(() => {
  const from = Math.max(0, Math.floor(top.value / high.value) - 2)
  const to = Math.min(rows.value.length, Math.ceil((top.value + height.value) / high.value) + 2)
  return rows.value.slice(from, to).map((r, i) => ({ ...r, y: (from + i) * high.value }))
})
function scrolled() {
  top.value = box.value?.scrollTop ?? 0
  if (props.more && top.value + 3 * height.value > rows.value.length * high.value) emit('end')
}
watch([() => props.all.length, height], scrolled)
/** Whatever is gone to comes into sight, by the least way. */
watch(
  () => [props.at, across.value, height.value] as const,
  async () => {
    await nextTick()
    const el = box.value
    if (!el || height.value === 0) return
    const y = Math.floor(props.at / across.value) * high.value
    if (y < el.scrollTop) el.scrollTop = y
    else if (y + high.value > el.scrollTop + height.value) el.scrollTop = y + high.value - height.value
    scrolled()
  },
  { immediate: true },
)
const how = (e: MouseEvent) => (e.shiftKey ? 'to' : e.ctrlKey || e.metaKey ? 'besides' : 'one')
</script>

<template>
  <div ref="box" class="grid" role="listbox" aria-label="Pictures" aria-multiselectable="true" @scroll="scrolled">
    <div class="all" :style="{ height: rows.length * high + 'px' }">
      <div v-for="r in seen" :key="r.from" class="row" :style="{ top: r.y + 'px' }">
        <ChipButton
          v-for="(p, i) in all.slice(r.from, r.to)"
          :key="p.id"
          role="option"
          class="pic"
          draggable="true"
          :tabindex="r.from + i === at ? 0 : -1"
          :aria-selected="picked.has(p.id)"
          :data-name="p.name"
          :class="{
            at: r.from + i === at,
            picked: picked.has(p.id),
            over: p.mark === 'passed over',
            joins: p.joins,
            leads: all[r.from + i + 1]?.joins,
          }"
          :style="{ width: wide + 'px', height: high - 8 + 'px' }"
          @click="emit('take', r.from + i, how($event))"
          @dblclick="emit('look', r.from + i)"
          @dragstart="emit('drag', r.from + i, $event)"
        >
          <span class="held" :style="{ height: high - 34 + 'px' }">
            <img :src="`/api/frames/${p.id}/picture?long=320`" :alt="p.name" draggable="false" decoding="async" />
            <span v-if="p.kept" class="tab one">✓ the one</span>
            <span v-else-if="p.mark" class="tab" :class="{ dim: p.mark === 'passed over' }">{{ p.mark }}</span>
            <span v-if="crisp.has(p.id)" class="tab crisp">crispest</span>
            <span v-else-if="soft.has(p.id)" class="tab crisp dim">soft</span>
          </span>
          <span class="line" :class="{ none: !p.shotId, asks: p.sure === 'likely' && p.laid === 'matched' }">{{
            p.shotId
              ? (p.sure === 'likely' && p.laid === 'matched' ? '? ' : '') + (titles.get(p.shotId) ?? '')
              : '– none'
          }}</span>
        </ChipButton>
      </div>
    </div>
  </div>
</template>

<style scoped>
.grid {
  overflow: auto;
  min-height: 0;
  background: var(--fl-grey);
  padding: 6px;
}
.all {
  position: relative;
}
.row {
  position: absolute;
  left: 0;
  display: flex;
  gap: 6px;
}
.pic {
  position: relative;
  display: flex;
  flex-direction: column;
  gap: 2px;
  padding: 0;
  cursor: pointer;
  outline: 2px solid transparent;
  border-top: 3px solid transparent;
}
/* A burst hangs on one thread. */
.pic.joins,
.pic.leads {
  border-top-color: var(--fl-grey-dark);
}
.held {
  position: relative;
  display: grid;
  place-items: center;
  width: 100%;
}
img {
  max-width: 100%;
  max-height: 100%;
  position: absolute;
  inset: 0;
  margin: auto;
}
.line {
  font-size: 12.5px;
  line-height: 20px;
  color: var(--fl-white);
  background: var(--fl-grey-dark);
  padding: 0 5px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  text-align: left;
}
.line.none {
  font-style: italic;
}
.picked .line {
  background: var(--fl-white);
  color: var(--fl-ink);
}
.pic.picked {
  outline-color: var(--fl-white);
}
.pic.at {
  outline: 3px solid var(--fl-white);
}
.pic:focus-visible {
  outline: 3px solid var(--fl-rose);
}
.over img {
  opacity: 0.28;
}
.tab {
  position: absolute;
  left: 4px;
  bottom: 4px;
  background: var(--fl-white);
  color: var(--fl-ink);
  font-size: 12px;
  font-weight: 600;
  padding: 0 6px;
}
.tab.one {
  color: var(--fl-leaf-deep);
}
.tab.dim {
  background: var(--fl-grey-dark);
  color: var(--fl-white);
  font-weight: 500;
}
.tab.crisp {
  left: auto;
  right: 4px;
  font-weight: 500;
}
</style>
