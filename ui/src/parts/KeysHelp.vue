<script setup lang="ts">
import { keysNow, letters } from './keys'

const open = defineModel<boolean>({ required: true })
</script>

<template>
  <el-dialog v-model="open" title="Keys of this screen" width="420px">
    <el-checkbox v-model="letters">Single letters and signs do something</el-checkbox>
    <p v-if="!letters" class="soft small">Off on this machine: only keys with Ctrl and the arrows act.</p>
    <dl>
      <template v-for="k in keysNow" :key="k.key + k.does">
        <dt>
          <kbd>{{ k.shown ?? k.key }}</kbd>
        </dt>
        <dd>{{ k.does }}</dd>
      </template>
    </dl>
  </el-dialog>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 8px 16px;
  margin: 0;
}
dd {
  margin: 0;
}
kbd {
  margin-left: 0;
}
</style>
