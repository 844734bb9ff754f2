<script setup lang="ts">
import { reactive, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, Problem } from '../api/client'
import { useStart } from '../api/queries'
import { useRefresh } from '../api/refresh'
import ProblemNote from '../parts/ProblemNote.vue'
import DoorFrame from './DoorFrame.vue'

const start = useStart()
const route = useRoute()
const router = useRouter()
const refresh = useRefresh()
const form = reactive({ email: '', name: '', password: '' })
const error = ref<unknown>()
const busy = ref(false)
const about = (f: string) => (error.value instanceof Problem ? error.value.about(f) : '')

async function go() {
  busy.value = true
  error.value = undefined
  try {
    await ask(
      start.data.value?.needsOwner
        ? api.POST('/api/first-owner', { body: form })
        : api.POST('/api/sign-in', { body: { email: form.email, password: form.password } }),
    )
    await refresh()
    await router.push(typeof route.query.next === 'string' && route.query.next.startsWith('/') ? route.query.next : '/')
  } catch (e) {
    error.value = e
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <DoorFrame>
    <form novalidate @submit.prevent="go">
      <template v-if="start.data.value?.needsOwner">
        <h1>Open the studio</h1>
        <p class="soft">Nobody has signed in here yet. You will be its owner.</p>
      </template>
      <h1 v-else>Sign in</h1>
      <ProblemNote v-if="error && !(error instanceof Problem && error.fields.length)" :error="error" />
      <el-form-item v-if="start.data.value?.needsOwner" label="Your name" label-position="top" :error="about('name')">
        <el-input v-model="form.name" name="name" autocomplete="name" aria-label="Your name" size="large" />
      </el-form-item>
      <el-form-item label="Email" label-position="top" :error="about('email')">
        <el-input
          v-model="form.email"
          name="email"
          type="email"
          autocomplete="username"
          aria-label="Email"
          size="large"
          autofocus
        />
      </el-form-item>
      <el-form-item label="Password" label-position="top" :error="about('password')">
        <el-input
          v-model="form.password"
          name="password"
          type="password"
          autocomplete="current-password"
          aria-label="Password"
          size="large"
          show-password
        />
      </el-form-item>
      <el-button type="primary" native-type="submit" size="large" :loading="busy">{{
        start.data.value?.needsOwner ? 'Open the studio' : 'Sign in'
      }}</el-button>
    </form>
  </DoorFrame>
</template>
