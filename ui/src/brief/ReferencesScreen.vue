<script setup lang="ts">
import ChipButton from '../parts/ChipButton.vue'
import { ElMessage } from 'element-plus'
import { computed, reactive, ref } from 'vue'
import { useRoute } from 'vue-router'
import { api, ask, type Schema } from '../api/client'
import { useDishes, useReferences } from '../api/queries'
import { useRefresh } from '../api/refresh'
import { upload } from '../api/upload'
import EmptyBench from '../parts/EmptyBench.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import SheetNote from '../parts/SheetNote.vue'
import { useKeys } from '../parts/keys'
import { pictureLong } from '../parts/shown'
import { useSheet } from '../parts/sheet'
import BriefNav from './BriefNav.vue'
import { takes } from './brief'
import ChoiceField from '../parts/ChoiceField.vue'

const route = useRoute()
const shoot = route.params.shoot as string
const refresh = useRefresh('brief')
const refs = useReferences(shoot)
const dishes = useDishes(shoot)
const error = ref<unknown>()
const chosenId = ref('')
const chosen = computed(() => refs.data.value?.find((r) => r.id === chosenId.value) ?? refs.data.value?.[0])
const dishName = (id: string) => dishes.data.value?.find((d) => d.id === id)?.doc.recipe.title ?? 'the whole shoot'

const draft = reactive({
  open: false,
  words: '',
  from: '',
  dishId: '',
  takes: [] as string[],
  file: undefined as File | undefined,
})
const picked = ref<HTMLInputElement>()
function begin(f?: File) {
  Object.assign(draft, { words: '', from: '', dishId: '', takes: [], file: f, open: true })
}
const sheet = useSheet({
  name: () => `reference:${shoot}`,
  form: () =>
    draft.open ? { words: draft.words, from: draft.from, dishId: draft.dishId, takes: draft.takes } : undefined,
  put: (typed) => void Object.assign(draft, typed),
  send: async () => {
    const { words, from, dishId, takes, file } = draft
    const row = await ask(
      api.POST('/api/shoots/{id}/references', {
        params: { path: { id: shoot } },
        ...upload({ words, from, dishId, takes, file }),
      }),
    )
    draft.open = false
    await refresh()
    chosenId.value = row.id
  },
})
async function save(r: Schema['KeptReference'], change: Partial<Schema['Reference']>) {
  error.value = undefined
  try {
    await ask(
      api.PUT('/api/references/{id}', {
        params: { path: { id: r.id } },
        body: { ...r.doc.reference, ...change, version: r.version },
      }),
    )
  } catch (e) {
    error.value = e
  }
  await refresh()
}
async function remove(r: Schema['KeptReference']) {
  await ask(api.DELETE('/api/references/{id}', { params: { path: { id: r.id } } }))
  await refresh()
  ElMessage({ message: 'Removed. Undo brings it back.', type: 'success' })
}
const toggle = (list: string[], t: string) => (list.includes(t) ? list.filter((x) => x !== t) : [...list, t])
useKeys([{ key: 'n', does: 'Add a reference', run: () => begin() }])
</script>

<template>
  <ScreenFrame title="Brief">
    <template #nav><BriefNav /></template>
    <template #head>
      <el-button type="primary" @click="begin()">Add a reference <kbd>n</kbd></el-button>
    </template>
    <ProblemNote :error="error ?? refs.error.value" />
    <ul
      v-if="refs.data.value?.length"
      class="wall"
      @dragover.prevent
      @drop.prevent="begin($event.dataTransfer?.files?.[0])"
    >
      <li v-for="r in refs.data.value" :key="r.id" :class="{ on: r.id === chosen?.id }">
        <ChipButton :aria-pressed="r.id === chosen?.id" @click="chosenId = r.id">
          <span v-if="r.doc.sha256" class="shown"
            ><img
              :src="`/api/references/${r.id}/picture?long=${pictureLong(420)}`"
              :alt="r.doc.reference.words"
              loading="lazy"
          /></span>
          <span v-else class="note">“{{ r.doc.reference.words }}”</span>
          <span class="take"
            ><b v-for="t in r.doc.reference.takes" :key="t">{{ t }}</b></span
          >
          <span v-if="r.doc.sha256" class="words">{{ r.doc.reference.words }}</span>
        </ChipButton>
      </li>
    </ul>
    <EmptyBench v-else-if="refs.data.value">
      <template #title>No references yet</template>
      Pictures you like, each with what to take from it: its light, its angle, one prop. Taking one thing from each
      keeps you from copying any.
      <template #act><el-button type="primary" @click="begin()">Add a reference</el-button></template>
    </EmptyBench>
    <template #reading>
      <template v-if="chosen">
        <h2>What to take</h2>
        <div class="chips" role="group" aria-label="What to take from it">
          <ChipButton
            v-for="t in takes"
            :key="t"
            :aria-pressed="chosen.doc.reference.takes.includes(t)"
            @click="save(chosen!, { takes: toggle(chosen!.doc.reference.takes, t) })"
          >
            <span aria-hidden="true">{{ chosen.doc.reference.takes.includes(t) ? '✓' : '+' }}</span> {{ t }}
          </ChipButton>
        </div>
        <el-form-item label="What to look at in it" label-position="top"
          ><el-input
            :model-value="chosen.doc.reference.words"
            type="textarea"
            autosize
            maxlength="1000"
            aria-label="What to look at in it"
            @change="save(chosen!, { words: $event })"
        /></el-form-item>
        <el-form-item label="Seen where" label-position="top"
          ><el-input
            :model-value="chosen.doc.reference.from"
            maxlength="300"
            aria-label="Seen where"
            @change="save(chosen!, { from: $event })"
        /></el-form-item>
        <el-form-item label="For" label-position="top"
          ><ChoiceField
            :model-value="chosen.doc.reference.dishId"
            aria-label="For which dish"
            @change="save(chosen!, { dishId: $event })"
            ><option value="">the whole shoot</option>
            <option v-for="d in dishes.data.value" :key="d.id" :value="d.id">
              {{ d.doc.recipe.title }}
            </option></ChoiceField
          ></el-form-item
        >
        <p class="small soft">
          It is shown on the Set rung while you build
          {{
            dishName(chosen.doc.reference.dishId) === 'the whole shoot'
              ? 'any dish'
              : dishName(chosen.doc.reference.dishId)
          }}.
        </p>
        <p><el-button size="small" @click="remove(chosen)">Remove</el-button></p>
      </template>
    </template>
    <el-dialog v-model="draft.open" title="Add a reference" width="520px">
      <form novalidate class="form" @submit.prevent="sheet.save">
        <SheetNote :sheet="sheet" />
        <p class="file">
          <el-button @click="picked?.click()">{{ draft.file ? draft.file.name : 'Choose a picture' }}</el-button><span
            class="soft small"
            >or leave it out and write a note</span
          >
        </p>
        <input
          ref="picked"
          type="file"
          name="reference"
          accept="image/jpeg,image/png,image/gif,image/webp"
          class="visually-hidden"
          aria-label="Reference picture"
          tabindex="-1"
          @change="draft.file = ($event.target as HTMLInputElement).files?.[0]"
        />
        <el-form-item label="Take from it" label-position="top">
          <div class="chips" role="group" aria-label="What to take">
            <ChipButton
              v-for="t in takes"
              :key="t"
              :aria-pressed="draft.takes.includes(t)"
              @click="draft.takes = toggle(draft.takes, t)"
            >
              <span aria-hidden="true">{{ draft.takes.includes(t) ? '✓' : '+' }}</span> {{ t }}
            </ChipButton>
          </div>
        </el-form-item>
        <el-form-item label="What to look at in it" label-position="top"
          ><el-input v-model="draft.words" type="textarea" :rows="2" maxlength="1000" aria-label="What to look at"
        /></el-form-item>
        <el-form-item label="Seen where" label-position="top"
          ><el-input v-model="draft.from" maxlength="300" aria-label="Where it was seen"
        /></el-form-item>
        <el-form-item label="For" label-position="top"
          ><ChoiceField v-model="draft.dishId" aria-label="For what"
            ><option value="">the whole shoot</option>
            <option v-for="d in dishes.data.value" :key="d.id" :value="d.id">
              {{ d.doc.recipe.title }}
            </option></ChoiceField
          ></el-form-item
        >
        <p class="acts">
          <el-button @click="draft.open = false">Leave it</el-button
          ><el-button type="primary" native-type="submit">Add it</el-button>
        </p>
      </form>
    </el-dialog>
  </ScreenFrame>
</template>

<style scoped>
.wall {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(210px, 1fr));
  gap: 12px;
}
.wall button {
  box-sizing: border-box;
  width: 100%;
  cursor: pointer;
  background: var(--fl-card);
  box-shadow: 0 0 0 1px var(--fl-line);
  display: grid;
  gap: 6px;
  padding-bottom: 10px;
  align-content: start;
  height: 100%;
}
.wall .on button {
  box-shadow: 0 0 0 3px var(--fl-aubergine);
}
.wall button:focus-visible {
  outline: 3px solid var(--fl-fig);
  outline-offset: 2px;
}
.shown {
  background: var(--fl-grey);
  display: grid;
  place-items: center;
  height: 170px;
  padding: 8px;
}
.shown img {
  max-width: 100%;
  max-height: 154px;
  display: block;
}
.note {
  font: 560 19px/1.3 var(--fl-head);
  padding: 18px 14px;
  min-height: 170px;
  background: var(--fl-linen);
}
.words {
  padding: 0 12px;
  font-size: 13.5px;
}
.take {
  display: flex;
  gap: 4px;
  flex-wrap: wrap;
  padding: 0 12px;
}
.take b {
  font-weight: 600;
  font-size: 12.5px;
  background: var(--fl-oat);
  padding: 1px 7px;
}
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
.chips button {
  cursor: pointer;
  font-size: 13.5px;
  padding: 5px 10px;
  border: 1px solid var(--el-border-color);
  line-height: 1.3;
}
.chips button[aria-pressed='true'] {
  background: var(--fl-aubergine);
  color: var(--fl-white);
  border-color: var(--fl-aubergine);
}
.chips button:focus-visible {
  outline: 3px solid var(--fl-fig);
  outline-offset: 1px;
}
.el-form-item {
  margin: 0 0 10px;
}
.file {
  display: flex;
  gap: 10px;
  align-items: center;
  margin-bottom: 12px;
}
.acts {
  display: flex;
  justify-content: flex-end;
  gap: 6px;
}
.acts .el-button + .el-button {
  margin: 0;
}
</style>
