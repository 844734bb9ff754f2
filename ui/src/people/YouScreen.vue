<script setup lang="ts">
import { ElMessage } from 'element-plus'
import { computed, reactive, ref } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask, Problem } from '../api/client'
import { useStart } from '../api/queries'
import { useRefresh } from '../api/refresh'
import ProblemNote from '../parts/ProblemNote.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import { roleOf } from './roles'
import StudioNav from './StudioNav.vue'

const start = useStart()
const role = computed(() => roleOf(start.data.value?.person?.role))
const router = useRouter()
const refresh = useRefresh('people')
const form = reactive({ old: '', password: '' })
const error = ref<unknown>()
const busy = ref(false)
const about = (f: string) => (error.value instanceof Problem ? error.value.about(f) : '')

async function change() {
  busy.value = true
  error.value = undefined
  try {
    await ask(api.PUT('/api/me/password', { body: { old: form.old, password: form.password } }))
    form.old = form.password = ''
    ElMessage({
      message: 'Your password is changed. Every other place you were signed in is signed out.',
      type: 'success',
    })
  } catch (e) {
    error.value = e
  } finally {
    busy.value = false
  }
}
async function out(everywhere: boolean) {
  try {
    await ask(everywhere ? api.POST('/api/me/sign-out-everywhere') : api.POST('/api/sign-out'))
    await refresh()
    await router.push({ name: 'sign-in' })
  } catch (e) {
    error.value = e
  }
}
</script>

<template>
  <ScreenFrame title="You" wide>
    <template #nav><StudioNav /></template>
    <div class="sheet">
      <dl>
        <dt>Name</dt>
        <dd>{{ start.data.value?.person?.name }}</dd>
        <dt>Email</dt>
        <dd>{{ start.data.value?.person?.email }}</dd>
        <dt>Role</dt>
        <dd>
          {{ role?.name }}. <span class="soft">{{ role?.you }}</span>
        </dd>
      </dl>
      <form novalidate @submit.prevent="change">
        <h2>Change your password</h2>
        <ProblemNote v-if="error && !(error instanceof Problem && error.fields.length)" :error="error" />
        <el-form-item label="As it is now" label-position="top" :error="about('old')"
          ><el-input
            v-model="form.old"
            name="old"
            type="password"
            autocomplete="current-password"
            aria-label="Your password as it is now"
            show-password
        /></el-form-item>
        <el-form-item label="New one" label-position="top" :error="about('password')"
          ><el-input
            v-model="form.password"
            name="password"
            type="password"
            autocomplete="new-password"
            aria-label="Your new password"
            show-password
        /></el-form-item>
        <p class="small soft">
          Ten characters or more. Four plain words that have nothing to do with one another do well.
        </p>
        <el-button type="primary" native-type="submit" :loading="busy">Change it</el-button>
      </form>
      <section>
        <h2>Signing out</h2>
        <p class="soft">
          Left a tablet on the set, or lost a phone? Signing out everywhere ends every session of yours, this one too.
        </p>
        <div class="acts">
          <el-button @click="out(false)">Sign out here</el-button
          ><el-button @click="out(true)">Sign out everywhere</el-button>
        </div>
      </section>
    </div>
  </ScreenFrame>
</template>

<style scoped>
.sheet {
  max-width: 520px;
  display: grid;
  gap: 28px;
  margin-top: 10px;
}
dl {
  display: grid;
  grid-template-columns: 90px 1fr;
  gap: 8px 12px;
  margin: 0;
}
dt {
  color: var(--fl-soft);
}
dd {
  margin: 0;
}
h2 {
  margin-bottom: 10px;
}
form p {
  margin-bottom: 12px;
}
.acts {
  display: flex;
  gap: 8px;
  margin-top: 12px;
  flex-wrap: wrap;
}
.acts .el-button + .el-button {
  margin-left: 0;
}
</style>
