<script setup lang="ts" generic="V extends string | number | boolean | undefined">
import { computed, nextTick, ref } from 'vue'

defineOptions({ inheritAttrs: false })
/** One of a few, as <option>s. The machine's own list: a phone shows it for a thumb, and nothing is measured or
 * drawn until it is opened. */
const props = defineProps<{ modelValue: V; none?: string; size?: 'small' }>()
const emit = defineEmits<{ 'update:modelValue': [v: V]; change: [v: V] }>()
const box = ref<HTMLSelectElement>()
const valueOf = (o: HTMLOptionElement): unknown => ('_value' in o ? o._value : o.value)
const value = computed({
  get: () => props.modelValue,
  set: (v) => {
    emit('update:modelValue', v)
    emit('change', v)
    // What was not taken, or only does something, is not left standing as if it were so.
    void nextTick(() => {
      if (box.value && props.modelValue !== v)
        box.value.selectedIndex = [...box.value.options].findIndex((o) => valueOf(o) === props.modelValue)
    })
  },
})
/** Keys open the list, and Enter takes from it: else each arrow on a closed list would already do something. */
function keyed(e: KeyboardEvent) {
  if (e.ctrlKey || e.metaKey || (e.key.length > 1 && !/^(Arrow|Page|Home|End|Enter)/.test(e.key))) return
  e.preventDefault()
  box.value?.showPicker()
}
</script>

<template>
  <span class="choice-field" :class="[$attrs.class, size, { unset: none !== undefined && modelValue === '' }]">
    <select ref="box" v-bind="{ ...$attrs, class: undefined }" v-model="value" @keydown="keyed">
      <option v-if="none !== undefined" value="">{{ none }}</option>
      <slot />
    </select>
  </span>
</template>

<style scoped>
:where(.choice-field) {
  display: inline-block;
  position: relative;
  width: 100%;
}
select {
  appearance: none;
  width: 100%;
  height: 36px;
  padding: 0 26px 0 10px;
  background: var(--fl-card);
  color: var(--fl-ink);
  border: 1px solid var(--el-border-color);
  border-radius: 3px;
  font: 15px var(--fl-text);
  text-overflow: ellipsis;
  cursor: pointer;
}
.choice-field::after {
  content: '';
  position: absolute;
  right: 11px;
  top: 50%;
  width: 6px;
  height: 6px;
  margin-top: -5px;
  border: solid var(--fl-soft);
  border-width: 0 1.5px 1.5px 0;
  transform: rotate(45deg);
  pointer-events: none;
}
.small select {
  height: 26px;
  padding: 0 17px 0 6px;
  font-size: 13px;
}
.small::after {
  right: 7px;
}
.unset select {
  color: var(--fl-soft);
}
select:focus-visible {
  outline: 2px solid var(--fl-fig);
  outline-offset: -1px;
}
@media (max-width: 720px) {
  select,
  .small select {
    height: 44px;
    font-size: 16px;
  }
}
@media (forced-colors: active) {
  .choice-field::after {
    border-color: ButtonText;
  }
}
</style>
