<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { api, ask, type Schema } from '../api/client'
import NumberField from '../parts/NumberField.vue'
import { bytes, moment } from '../parts/shown'
import { lasting, stages } from './told'

/** A card that was brought in, or is: how far, whether it may be cleared, whose pictures they are. */
const props = defineProps<{ copy: Schema['CardNow']; here: boolean }>()
const emit = defineEmits<{ on: []; halt: []; clear: []; clock: [offMin: number | null] }>()
const shoot = useRoute().params.shoot as string
const p = computed(() => props.copy.progress)
const working = computed(() => ['copying', 'looking', 'matching'].includes(props.copy.stage))
const open = ref(false)
const odd = useQuery({
  queryKey: ['copy-files', computed(() => props.copy.id), computed(() => props.copy.others)],
  enabled: open,
  queryFn: () =>
    ask(
      api.GET('/api/copies/{id}/files', { params: { path: { id: props.copy.id }, query: { odd: true, limit: 500 } } }),
    ),
})
const off = ref(props.copy.clock.offMin)
watch(
  () => props.copy.clock.offMin,
  (v) => (off.value = v),
)
const told = computed(() => {
  const c = props.copy
  return [
    c.sure && `${c.sure} surely`,
    c.likely && `${c.likely} likely`,
    c.unlaid && `${c.unlaid} laid to none`,
  ].filter(Boolean)
})
</script>

<template>
  <article class="copy" :aria-label="copy.name">
    <header>
      <h3>{{ copy.name }}</h3>
      <span class="soft">{{ stages[copy.stage] }} · {{ moment(copy.at) }}</span>
      <span class="gap" />
      <el-button v-if="working" @click="emit('halt')">Stop</el-button>
      <el-button
        v-else-if="!here && (copy.stage !== 'done' || p.refused)"
        :type="copy.stage === 'stopped' ? 'primary' : 'default'"
        @click="emit('on')"
        >{{ copy.from === 'sent' ? 'Choose the same files to go on' : 'Go on' }}</el-button
      >
      <el-button v-if="copy.from === 'reader' && copy.stage === 'done' && copy.verdict.mayClear" @click="emit('clear')"
        >Clear the card …</el-button
      >
    </header>
    <p v-if="copy.why" class="warn">▲ {{ copy.why }}</p>
    <div v-if="working || copy.stage === 'sending' || copy.stage === 'stopped'" class="far">
      <div
        class="bar"
        role="progressbar"
        :aria-label="`How far ${copy.name} is copied`"
        :aria-valuenow="p.bytes ? Math.round((100 * p.doneBytes) / p.bytes) : 0"
        aria-valuemin="0"
        aria-valuemax="100"
      >
        <span :style="{ width: (p.bytes ? (100 * p.doneBytes) / p.bytes : 0) + '%' }" />
      </div>
      <p>
        <b class="mono">{{ p.done }}</b> of {{ p.files }} files kept twice,
        <span class="mono">{{ bytes(p.doneBytes) }}</span> of {{ bytes(p.bytes) }}
        <template v-if="copy.stage === 'copying' && p.perSecond">
          · {{ bytes(p.perSecond) }}/s · {{ lasting(p.leftS) }} left</template
        >
        <template v-if="copy.stage === 'looking'"> · {{ copy.unseen }} still to look at</template>
      </p>
    </div>
    <p class="gate" :class="{ open: copy.verdict.mayClear }">
      <span aria-hidden="true">{{ copy.verdict.mayClear ? '✓' : '▲' }}</span> {{ copy.verdict.words }}
    </p>
    <ul v-if="copy.stage !== 'copying' && copy.stage !== 'sending' && copy.verdict.missing.length" class="missing">
      <li v-for="m in copy.verdict.missing.slice(0, 5)" :key="m.path">
        <span class="mono">{{ m.path }}</span> {{ m.why }}
      </li>
      <li v-if="copy.missing > 5" class="soft">and {{ copy.missing - 5 }} more</li>
    </ul>
    <div v-if="copy.frames" class="facts">
      <p>
        <b class="mono">{{ copy.frames }}</b> {{ copy.frames === 1 ? 'picture' : 'pictures'
        }}<template v-if="told.length">: {{ told.join(', ') }}</template>
      </p>
      <router-link :to="{ name: 'table', params: { shoot }, query: copy.unlaid ? { which: 'unlaid' } : {} }">{{
        copy.unlaid ? 'Lay the rest on the light table →' : 'To the light table →'
      }}</router-link>
    </div>
    <details
      v-if="copy.frames && copy.stage === 'done'"
      class="clock"
      :open="!copy.clock.sure && copy.clock.offMin !== 0"
    >
      <summary>{{ copy.clock.words || 'The camera’s clock was not looked at.' }}</summary>
      <div class="row">
        <label :for="'off-' + copy.id">Minutes to add to its times</label>
        <NumberField :id="'off-' + copy.id" v-model="off" unit="min" :min="-20160" :max="20160" :step="1" />
        <el-button @click="emit('clock', off)">Match by that</el-button>
        <el-button v-if="copy.byHand" @click="emit('clock', null)">Find it again</el-button>
      </div>
    </details>
    <details v-if="copy.others" :open="open" @toggle="open = ($event.target as HTMLDetailsElement).open">
      <summary>
        {{ copy.others === 1 ? 'One file is' : `${copy.others} files are` }} kept and no picture of
        {{ copy.others === 1 ? 'its' : 'their' }} own
      </summary>
      <ul class="missing">
        <li v-for="f in odd.data.value" :key="f.path">
          <span class="mono">{{ f.path }}</span> {{ f.why || f.said || 'still to come' }}
        </li>
      </ul>
    </details>
  </article>
</template>

<style scoped>
.copy {
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
  padding: 12px 16px 14px;
  display: grid;
  gap: 8px;
}
header {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 12px;
  min-height: 36px;
}
h3 {
  margin: 0;
  font: 560 18px var(--fl-head);
}
.gap {
  flex: 1;
}
.soft,
summary {
  color: var(--fl-soft);
}
.warn {
  color: var(--fl-fig-ink);
}
.bar {
  height: 8px;
  background: var(--fl-biscuit);
}
.bar span {
  display: block;
  height: 100%;
  background: var(--fl-fig);
}
.far {
  display: grid;
  gap: 6px;
}
.gate {
  font: 560 17px var(--fl-head);
  color: var(--fl-fig-ink);
}
.gate.open {
  color: var(--fl-leaf-ink);
}
.missing {
  margin: 0;
  padding-left: 18px;
  font-size: 13.5px;
  overflow-wrap: anywhere;
}
.missing .mono {
  margin-right: 8px;
}
.facts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
}
.facts a {
  font-weight: 600;
}
summary {
  cursor: pointer;
  min-height: 28px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  padding: 6px 0 2px;
}
.row :deep(.el-button + .el-button) {
  margin-left: 0;
}
@media (max-width: 720px) {
  summary {
    min-height: 44px;
    display: flex;
    align-items: center;
  }
}
</style>
