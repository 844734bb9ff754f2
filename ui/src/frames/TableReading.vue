<script setup lang="ts">
import { moment } from '../parts/shown'
import type { Pic } from './table'

/** The picture in hand: whose it is and why, and how far it has come. */
defineProps<{ pic: Pic; title: string; perhaps: string; many: number; crispest: boolean; shoot: string }>()
const emit = defineEmits<{ mark: [m: Pic['mark']]; keep: []; there: [] }>()
const marks: { mark: Pic['mark']; words: string; key: string }[] = [
  { mark: 'short list', words: 'Short list', key: 's' },
  { mark: 'beside', words: 'Offer beside', key: 'b' },
  { mark: 'passed over', words: 'Pass over', key: 'o' },
  { mark: '', words: 'No mark', key: 'w' },
]
</script>

<template>
  <h2>{{ many > 1 ? `${many} pictures` : title || 'Laid to none' }}</h2>
  <p v-if="many === 1" class="name mono">{{ pic.name }} <span v-if="pic.raw">· raw kept with it</span></p>
  <p v-if="many === 1" class="why">
    <template v-if="pic.laid === 'by hand'">Laid there by hand. Taken {{ moment(pic.takenAt) }}.</template>
    <template v-else>
      <b v-if="pic.laid === 'matched'">{{ pic.sure === 'sure' ? 'Surely.' : 'Likely; look once.' }}</b>
      {{ pic.why || `Taken ${moment(pic.takenAt)}.` }}
    </template>
    <span v-if="crispest"> The crispest of its burst.</span>
  </p>
  <el-button v-if="perhaps && many === 1" class="there" @click="emit('there')"
    ><span class="words">Perhaps {{ perhaps }}</span> <kbd>y</kbd></el-button
  >
  <el-button
    size="large"
    :type="pic.kept ? 'default' : 'primary'"
    :disabled="!pic.shotId || many > 1"
    @click="emit('keep')"
    >{{ pic.kept ? 'Let the one go' : 'The one of its shot' }} <kbd>Enter</kbd></el-button
  >
  <div class="marks" role="group" aria-label="How far it has come">
    <el-button
      v-for="m in marks"
      :key="m.key"
      :aria-pressed="m.mark !== '' && pic.mark === m.mark"
      @click="emit('mark', m.mark)"
      >{{ m.words }} <kbd>{{ m.key }}</kbd></el-button
    >
  </div>
  <router-link v-if="pic.shotId && many === 1" :to="{ name: 'frames', params: { shoot, shot: pic.shotId } }"
    >This shot one by one, in numbers →</router-link
  >
</template>

<style scoped>
.there {
  margin: 0;
  min-width: 0;
}
.there :deep(> span) {
  min-width: 0;
}
.words {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.name {
  font-size: 12.5px;
  color: var(--fl-soft);
  overflow-wrap: anywhere;
}
.why {
  font-size: 13.5px;
}
.marks {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px;
}
.marks :deep(.el-button) {
  margin: 0;
  justify-content: space-between;
}
.marks :deep(.el-button > span) {
  width: 100%;
  display: flex;
  justify-content: space-between;
}
.marks :deep(.el-button[aria-pressed='true']) {
  border-color: var(--fl-aubergine);
  background: var(--fl-lilac);
  color: var(--fl-aubergine);
  font-weight: 600;
}
</style>
