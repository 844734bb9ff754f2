<script setup lang="ts">
import { computed } from 'vue'
import type { Schema } from '../api/client'
import { useFinals, useShots } from '../api/queries'
import ChoiceField from '../parts/ChoiceField.vue'
import { day } from '../parts/shown'

/** What the brief asks for, followed through: which frame serves which final, and what is owed. */
const props = defineProps<{ shoot: string }>()
const emit = defineEmits<{ pick: [of: number, nth: number, shotId: string] }>()
const followed = useFinals(props.shoot)
const list = useShots(props.shoot)
type Final = Schema['Final']
const kinds = computed(() => {
  const out: { name: string; shape: string; due: string; all: Final[] }[] = []
  for (const f of followed.data.value?.finals ?? []) {
    const last = out[out.length - 1]
    if (last && f.nth > 1 && last.name === f.name && last.shape === f.shape) last.all.push(f)
    else out.push({ name: f.name, shape: f.shape, due: f.due, all: [f] })
  }
  return out
})
const stage = { listed: 'on the list', set: 'set', taken: 'taken', kept: 'kept', approved: 'approved' } as const
const delivered = (all: Final[]) => all.filter((f) => f.out).length
</script>

<template>
  <section v-if="kinds.length" aria-label="Finals" class="finals">
    <p v-if="followed.data.value?.short" class="short small">
      ◆ {{ followed.data.value.short }} of them have no frame on the list yet.
    </p>
    <details v-for="k in kinds" :key="k.name + k.shape">
      <summary>
        <strong>{{ k.name || 'Finals' }}</strong> {{ k.shape }}
        <span class="mono">{{ delivered(k.all) }} of {{ k.all.length }} out</span>
        <span v-if="k.due" class="soft small">due {{ day(k.due) }}</span>
      </summary>
      <p class="soft small">{{ k.all[0]!.handed }}</p>
      <ol>
        <li v-for="f in k.all" :key="f.nth" :class="{ out: f.out }">
          <ChoiceField
            :model-value="f.picked ? f.shotId : ''"
            :none="f.picked ? 'By the list' : f.title || 'No frame yet'"
            size="small"
            :aria-label="`Frame for ${f.name || 'final'} ${f.nth}`"
            @change="emit('pick', f.of, f.nth, $event)"
            ><option v-for="r in list.data.value ?? []" :key="r.shot.id" :value="r.shot.id">
              {{ r.shot.doc.title }}
            </option></ChoiceField
          >
          <span v-if="f.shotId" class="soft small"
            ><router-link :to="{ name: 'set', params: { shoot, shot: f.shotId } }">{{
              f.out ? '✓ delivered' : stage[f.stage]
            }}</router-link
            >{{ f.serves > 1 ? ` · serves ${f.serves}` : '' }}{{ f.picked ? ' · you chose it' : '' }}</span
          >
          <span v-if="!f.shotId || f.because.includes('you chose')" class="soft small">{{ f.because }}</span>
        </li>
      </ol>
    </details>
  </section>
</template>

<style scoped>
.finals {
  display: grid;
  gap: 4px;
  font-size: 13.5px;
}
summary {
  cursor: pointer;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 8px;
  align-items: baseline;
}
summary::before {
  content: '▸';
}
details[open] > summary::before {
  content: '▾';
}
ol {
  margin: 4px 0 8px;
  padding-left: 22px;
  display: grid;
  gap: 4px;
}
li span {
  display: block;
}
.short {
  margin: 0;
  color: var(--fl-fig);
}
</style>
