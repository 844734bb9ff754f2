<script setup lang="ts" generic="T">
import { ref, useId, watch } from 'vue'
import { tellUnread } from './unread'

defineOptions({ inheritAttrs: false })
/** What is typed and read as something else: a number, a day, a time. What cannot be read stays as it was
 * typed, with the reason below it, until the value changes from elsewhere. */
const props = defineProps<{
  modelValue: T | undefined
  read: (text: string) => { value?: T; words?: string }
  write: (value: T | undefined) => string
  note?: string
  disabled?: boolean
}>()
const emit = defineEmits<{ 'update:modelValue': [v: T]; change: [v: T] }>()

const text = ref(props.write(props.modelValue))
const wrong = ref('')
tellUnread(wrong)
const id = useId()
const show = () => {
  text.value = props.write(props.modelValue)
  wrong.value = ''
}
watch(() => [props.modelValue, props.write(props.modelValue)], show)

function take(v: T) {
  wrong.value = ''
  text.value = props.write(v)
  if (v === props.modelValue) return
  emit('update:modelValue', v)
  emit('change', v)
}
function typed() {
  if (text.value === props.write(props.modelValue)) return void (wrong.value = '')
  const got = props.read(text.value)
  if (got.words) wrong.value = got.words
  else if (got.value !== undefined) take(got.value)
  else show()
}
/** While it is being put right, it is no longer called wrong. */
function typing() {
  if (wrong.value && !props.read(text.value).words) wrong.value = ''
}
defineExpose({ take, wrong })
</script>

<template>
  <span class="typed-field" :class="[$attrs.class, { wrong }]">
    <span class="box">
      <slot name="before" />
      <input
        v-bind="{ ...$attrs, class: undefined }"
        v-model="text"
        type="text"
        autocomplete="off"
        :disabled="disabled"
        :aria-invalid="wrong ? 'true' : ($attrs['aria-invalid'] as 'true' | undefined)"
        :aria-describedby="wrong || note ? id : ($attrs['aria-describedby'] as string | undefined)"
        @input="typing"
        @keydown.enter="typed"
        @change.stop="typed"
      />
      <slot name="after" />
    </span>
    <small v-if="wrong" :id="id" role="alert">{{ wrong }}</small>
    <small v-else-if="note" :id="id" class="note">{{ note }}</small>
  </span>
</template>

<style scoped>
.typed-field {
  display: inline-grid;
  grid-template-columns: minmax(0, 1fr);
}
.box {
  position: relative;
  display: flex;
  align-items: center;
  height: var(--el-component-size, 36px);
  background: var(--fl-card);
  border: 1px solid var(--el-border-color);
  border-radius: 3px;
}
.small .box {
  height: 26px;
}
.box:focus-within {
  border-color: var(--fl-fig);
  box-shadow: inset 0 0 0 1px var(--fl-fig);
}
.wrong .box {
  border-color: var(--fl-fig-ink);
}
input {
  all: unset;
  flex: 1;
  min-width: 0;
  padding: 0 10px;
  font: 15px var(--fl-text);
}
.number-field input {
  padding: 0 6px;
  font: 14px var(--fl-mono);
  text-align: center;
}
.small input {
  padding: 0 6px;
  font-size: 13px;
}
/* As light as can be, so that who puts a button in says how wide it is. */
:where(.box) :deep(:where(button)) {
  all: unset;
  flex: none;
  display: grid;
  place-items: center;
  height: 100%;
  cursor: pointer;
}
.box :deep(button:focus-visible) {
  outline: 2px solid var(--fl-fig);
  outline-offset: -2px;
}
small {
  color: var(--fl-fig-ink);
  font-size: 12.5px;
  line-height: 1.25;
  width: max-content;
  max-width: 230px;
}
.note {
  color: var(--fl-brass-ink);
}
@media (max-width: 720px) {
  .box,
  .small .box {
    height: 44px;
  }
  .typed-field input {
    font-size: 16px;
  }
}
</style>
