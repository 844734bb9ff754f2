<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { Schema } from '../api/client'
import { words } from '../api/words'
import ChoiceField from '../parts/ChoiceField.vue'
import { degrees } from '../parts/units'

/** A method with its deeds marked where they are told; a mark opens how it was read, and why. */
const props = defineProps<{
  steps: Schema['Recipe']['steps']
  amounts?: Schema['Amounts']
  deeds: Schema['Judged'][]
}>()
const emit = defineEmits<{ decide: [verb: string, cls: Schema['Judged']['class']] }>()

const minutes = (m: number) => (m >= 90 ? `${Math.round(m / 6) / 10} h` : `${Math.round(m * 10) / 10} min`)
const span = (low: number, high: number) => (low === high ? minutes(low) : `${minutes(low)} to ${minutes(high)}`)
const classes = words.Judged.class.filter((c) => c !== 'unknown')

const keyOf = (d: Schema['Judged']) => `${d.step}.${d.nth}`
const openKey = ref('')
watch(
  () => props.steps,
  () => (openKey.value = ''),
)
const open = computed(() => props.deeds.find((d) => keyOf(d) === openKey.value))
const asked = (d: Schema['Judged']) => d.class === 'unknown' || d.guessed
const mark = (d: Schema['Judged']) => (asked(d) ? 'asked' : d.undoes ? 'for-good' : d.frame > 0 ? 'seen' : 'plain')
const says = (d: Schema['Judged']) =>
  ({ 'for-good': 'cannot be undone', asked: 'not known', seen: 'worth a frame', plain: 'nothing to see' })[mark(d)]

/** A step as it is read: words that say nothing, and the deeds between them, in order. */
const told = computed(() =>
  props.steps.map((s, n) => {
    const out: { words: string; deed?: Schema['Judged'] }[] = []
    let at = 0
    for (const d of props.deeds) {
      if (d.step !== n) continue
      const from = s.text.indexOf(d.clause, at)
      if (from < 0) continue
      if (from > at) out.push({ words: s.text.slice(at, from) })
      out.push({ words: d.clause, deed: d })
      at = from + d.clause.length
    }
    if (at < s.text.length) out.push({ words: s.text.slice(at) })
    return out
  }),
)
</script>

<template>
  <ol class="steps">
    <li v-for="(s, n) in steps" :key="n" :data-step="n">
      <span v-if="s.section && s.section !== steps[n - 1]?.section" class="section">{{ s.section }}</span>
      <template v-for="(p, i) in told[n]" :key="i"
        ><button
          v-if="p.deed"
          type="button"
          class="deed"
          :class="[mark(p.deed), { on: openKey === keyOf(p.deed) }]"
          :aria-expanded="openKey === keyOf(p.deed)"
          :title="`${p.deed.verb}: ${says(p.deed)}`"
          @click="openKey = openKey === keyOf(p.deed) ? '' : keyOf(p.deed)"
        >
          {{ p.words }}</button
        ><template v-else>{{ p.words }}</template></template
      >
      <span v-for="d in amounts?.steps[n]?.durations" :key="d.written" class="time mono">{{
        span(d.lowMin, d.highMin)
      }}</span>
      <span
        v-for="t in amounts?.steps[n]?.temperatures"
        :key="t.written"
        class="time mono"
        :title="`${Math.round(t.celsiusDeg)} °C, ${Math.round(t.fahrenheitDeg)} °F`"
        >{{ degrees(t.celsiusDeg) }}</span
      >
      <section v-if="open && open.step === n" class="read" :aria-label="'How “' + open.clause + '” was read'">
        <div class="what">
          <label
            ><b>{{ open.verb }}</b>
            <ChoiceField
              :model-value="open.class === 'unknown' ? '' : open.class"
              :none="open.class === 'unknown' ? 'does what?' : undefined"
              size="small"
              :aria-label="'What “' + open.verb + '” does'"
              @change="(c) => c && emit('decide', open!.verb, c as Schema['Judged']['class'])"
            >
              <option v-for="c in classes" :key="c" :value="c">{{ c }}</option>
            </ChoiceField></label
          >
          <el-button v-if="open.own" size="small" text @click="emit('decide', open.verb, '')"
            >As the table has it</el-button
          >
          <el-button size="small" text aria-label="Close how it was read" @click="openKey = ''">Close</el-button>
        </div>
        <p>
          <b>{{ open.undoes ? 'Cannot be undone' : open.frame > 0 ? 'Worth a frame' : 'No frame' }}</b>: {{ open.why }}.
        </p>
        <p class="soft">
          {{
            [
              'Until then the dish is ' + open.state,
              open.object && 'done to “' + open.object + '”',
              open.target.includes(' ') && '“' + open.target + '”',
              open.tool && 'with ' + open.tool,
              open.minutes && minutes(open.minutes),
              open.celsius && degrees(open.celsius),
            ]
              .filter(Boolean)
              .join(' · ')
          }}
        </p>
        <p v-if="open.guessed" class="guessed">? No table knows this verb; it was judged by where it goes.</p>
        <p class="soft">
          {{
            open.own
              ? 'Decided by this studio, for every recipe.'
              : 'Another choice holds for this verb in every recipe of the studio.'
          }}
        </p>
      </section>
    </li>
  </ol>
</template>

<style scoped>
.steps {
  margin: 0;
  padding-left: 24px;
  display: grid;
  gap: 10px;
  align-content: start;
}
.steps li::marker {
  font: 500 13px var(--fl-mono);
  color: var(--fl-fig-ink);
}
.section {
  display: block;
  font: 560 14px var(--fl-head);
}
.time {
  font-size: 12px;
  background: var(--fl-oat);
  padding: 0 6px;
  margin-left: 4px;
  white-space: nowrap;
}
.deed {
  display: inline;
  font: inherit;
  color: inherit;
  text-align: left;
  background: none;
  border: 0;
  border-bottom: 1px solid transparent;
  padding: 1px 0;
  cursor: pointer;
}
.deed:hover,
.deed.on {
  background: var(--fl-oat);
}
.plain {
  border-bottom-color: var(--fl-line);
}
.seen {
  border-bottom: 2px dotted var(--fl-leaf-ink);
}
.for-good {
  border-bottom: 2px solid var(--fl-fig-ink);
}
.for-good::before {
  content: '■ ';
  font-size: 10px;
  color: var(--fl-fig-ink);
}
.asked {
  border-bottom: 2px dashed var(--fl-brass-ink);
}
.asked::before {
  content: '? ';
  color: var(--fl-brass-ink);
}
.read {
  margin: 6px 0 4px;
  padding: 8px 10px;
  background: var(--fl-oat);
  border-left: 4px solid var(--fl-fig-ink);
  font-size: 13.5px;
  display: grid;
  gap: 3px;
}
.guessed {
  color: var(--fl-brass-ink);
}
.what {
  display: flex;
  gap: 6px;
  align-items: center;
  flex-wrap: wrap;
}
.what label {
  display: flex;
  gap: 8px;
  align-items: center;
  flex: 1;
}
.what .choice-field {
  width: 130px;
}
.what .el-button + .el-button {
  margin: 0;
}
</style>
