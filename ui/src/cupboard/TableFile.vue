<script setup lang="ts">
import { ElMessage } from 'element-plus'
import { ref } from 'vue'
import { api, ask, type Schema } from '../api/client'
import { useRefresh } from '../api/refresh'
import { chosenFile, upload } from '../api/upload'
import ProblemNote from '../parts/ProblemNote.vue'

/** A CSV of the cupboard or the kit: out, and back with a look at what it would do first. */
const props = defineProps<{ what: 'props' | 'kit' }>()
const refresh = useRefresh('cupboard')
const input = ref<HTMLInputElement>()
const file = ref<File>()
const read = ref<Schema['TableRead']>()
const error = ref<unknown>()
async function send(take: boolean) {
  if (!file.value) return
  error.value = undefined
  const options = { params: { query: { take } }, ...upload({ file: file.value }) }
  try {
    read.value = await ask(
      props.what === 'props' ? api.POST('/api/props.csv', options) : api.POST('/api/kit.csv', options),
    )
    if (read.value.done) {
      ElMessage({
        message: `Took it: ${read.value.added} new, ${read.value.changed} changed. Undo takes it all back.`,
        type: 'success',
      })
      read.value = undefined
      await refresh()
    }
  } catch (e) {
    error.value = e
  }
}
function bring(e: Event) {
  file.value = chosenFile(e)
  void send(false)
}
</script>

<template>
  <a class="file" :href="what === 'props' ? '/api/props.csv' : '/api/kit.csv'" download>Out as CSV</a>
  <el-button @click="input?.click()">Bring a CSV</el-button>
  <input
    ref="input"
    type="file"
    name="table"
    accept=".csv,text/csv"
    class="visually-hidden"
    aria-label="CSV file"
    tabindex="-1"
    @change="bring"
  />
  <ProblemNote :error="error" />
  <el-dialog :model-value="!!read" :title="file?.name ?? ''" width="620px" @close="read = undefined">
    <div v-if="read" class="preview">
      <p>
        <b class="mono">{{ read.added }}</b> new<template v-if="read.names.length">
          ({{ read.names.join(', ') }}<template v-if="read.added > read.names.length"> …</template>)</template
        >, <b class="mono">{{ read.changed }}</b> changed, <b class="mono">{{ read.same }}</b> as they are.
      </p>
      <ul v-if="read.wrong.length" class="wrong" aria-label="Lines to mend">
        <li v-for="(w, i) in read.wrong" :key="i">
          <b>line {{ w.line }}</b> {{ w.words }}
        </li>
      </ul>
      <table>
        <thead>
          <tr>
            <th>In the file</th>
            <th>Read as</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="m in read.mapped" :key="m.header">
            <td>{{ m.header }}</td>
            <td :class="{ soft: !m.column }">{{ m.column ? m.column + (m.unit ? ', ' + m.unit : '') : 'left out' }}</td>
          </tr>
        </tbody>
      </table>
      <p class="acts">
        <span v-if="read.wrong.length" class="soft">Nothing is taken until every line is right.</span
        ><el-button @click="read = undefined">Leave it</el-button
        ><el-button type="primary" :disabled="!!read.wrong.length || !(read.added + read.changed)" @click="send(true)"
          >Take it</el-button
        >
      </p>
    </div>
  </el-dialog>
</template>

<style scoped>
.file {
  font-weight: 560;
  font-size: 14px;
  padding: 6px;
}
.preview {
  display: grid;
  gap: 10px;
}
.wrong {
  margin: 0;
  padding: 8px 12px 8px 26px;
  background: var(--fl-blush);
  color: var(--fl-wine);
  border-left: 4px solid var(--fl-fig-ink);
}
table {
  border-collapse: collapse;
  font-size: 13.5px;
  display: block;
  max-height: 240px;
  overflow: auto;
}
th,
td {
  text-align: left;
  padding: 2px 16px 2px 0;
}
.acts {
  display: flex;
  gap: 6px;
  justify-content: flex-end;
  align-items: center;
}
.acts .soft {
  margin-right: auto;
}
.acts .el-button + .el-button {
  margin: 0;
}
</style>
