<script setup lang="ts">
import { computed } from 'vue'
import { useOutlets } from '../api/queries'
import DayField from '../parts/DayField.vue'
import type { Brief } from './brief'

/** Where the pictures may be shown and until when, and the day before which nothing is. */
const props = defineProps<{ brief: Brief; problems: { field: string; words: string }[] }>()
const emit = defineEmits<{ touch: [] }>()
const b = computed(() => props.brief)
const outlets = useOutlets()
function add() {
  b.value.rights = [...(b.value.rights ?? []), { who: '', outlets: [], from: '', until: '' }]
}
function at(right: NonNullable<Brief['rights']>[number], key: string, on: boolean) {
  right.outlets = on ? [...right.outlets, key] : right.outlets.filter((o) => o !== key)
  emit('touch')
}
</script>

<template>
  <section aria-label="Rights">
    <h2>Rights and embargo</h2>
    <p class="soft small">
      {{
        b.rights?.length
          ? 'Nothing goes out where and when none of these allows it.'
          : 'Nothing is held back. Once a right is written down, pictures go out only where one allows it.'
      }}
    </p>
    <label class="embargo"
      >Nothing is shown before
      <DayField
        :model-value="b.embargo ?? ''"
        aria-label="Nothing is shown before"
        @update:model-value="b.embargo = $event"
        @change="emit('touch')"
    /></label>
    <div v-for="(r, i) in b.rights ?? []" :key="i" class="right">
      <el-input v-model="r.who" :aria-label="`Right ${i + 1}: who`" placeholder="Who may show them" maxlength="200" />
      <span class="days"
        >from <DayField v-model="r.from" :aria-label="`Right ${i + 1}: from`" @change="emit('touch')" /> until
        <DayField v-model="r.until" :aria-label="`Right ${i + 1}: until`" @change="emit('touch')"
      /></span>
      <span class="where" role="group" :aria-label="`Right ${i + 1}: where`">
        <label v-for="o in outlets.data.value ?? []" :key="o.key"
          ><input
            type="checkbox"
            :checked="r.outlets.includes(o.key)"
            @change="at(r, o.key, ($event.target as HTMLInputElement).checked)"
          />
          {{ o.name }}</label
        >
        <span v-if="!r.outlets.length" class="soft">everywhere</span>
      </span>
      <el-button text :aria-label="`Remove right ${i + 1}`" @click="(b.rights?.splice(i, 1), emit('touch'))"
        >Remove</el-button
      >
    </div>
    <p
      v-for="f in problems.filter((f) => f.field.includes('rights') || f.field.endsWith('embargo'))"
      :key="f.field"
      class="bad"
    >
      {{ f.words }}
    </p>
    <el-button size="small" @click="add">Add a right</el-button>
  </section>
</template>

<style scoped>
.embargo,
.days,
.where {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.right {
  display: grid;
  grid-template-columns: minmax(160px, 1fr) auto auto auto;
  gap: 8px 14px;
  align-items: center;
  margin: 8px 0;
}
.where label {
  display: inline-flex;
  gap: 5px;
  align-items: center;
  min-height: 36px;
}
.where input {
  width: 18px;
  height: 18px;
  accent-color: var(--fl-aubergine);
}
@media (max-width: 1100px) {
  .right {
    grid-template-columns: 1fr;
    border-left: 3px solid var(--fl-line);
    padding-left: 10px;
  }
}
.bad {
  color: var(--fl-wine);
  margin: 4px 0;
}
</style>
