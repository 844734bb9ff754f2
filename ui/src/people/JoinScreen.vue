<script setup lang="ts">
import { onMounted, reactive, ref } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask, Problem, type Schema } from '../api/client'
import { useRefresh } from '../api/refresh'
import ProblemNote from '../parts/ProblemNote.vue'
import { roleOf } from './roles'
import DoorFrame from './DoorFrame.vue'

/** The token stands behind the sign #, so that it is never sent with an address. */
const token = location.hash.slice(1)
const router = useRouter()
const refresh = useRefresh()
const invited = ref<Schema['Invitation']>()
const form = reactive({ email: '', name: '', password: '' })
const error = ref<unknown>()
const busy = ref(false)
const about = (f: string) => (error.value instanceof Problem ? error.value.about(f) : '')

onMounted(async () => {
  try {
    invited.value = await ask(api.POST('/api/join/look', { body: { token } }))
    form.name = invited.value.name
  } catch (e) {
    error.value = e
  }
})
async function go() {
  busy.value = true
  error.value = undefined
  try {
    await ask(api.POST('/api/join', { body: { ...form, token } }))
    await refresh()
    await router.replace('/')
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
      <h1>Come in</h1>
      <p v-if="invited" class="soft">
        You are invited as {{ roleOf(invited.role)?.name.toLowerCase() }}. {{ roleOf(invited.role)?.you }}
      </p>
      <ProblemNote v-if="error && !(error instanceof Problem && error.fields.length)" :error="error" />
      <template v-if="invited">
        <el-form-item label="Your name" label-position="top" :error="about('name')"
          ><el-input v-model="form.name" name="name" autocomplete="name" aria-label="Your name" size="large"
        /></el-form-item>
        <el-form-item label="Email, to sign in with" label-position="top" :error="about('email')"
          ><el-input
            v-model="form.email"
            name="email"
            type="email"
            autocomplete="username"
            aria-label="Email"
            size="large"
            autofocus
        /></el-form-item>
        <el-form-item label="Password" label-position="top" :error="about('password')"
          ><el-input
            v-model="form.password"
            name="password"
            type="password"
            autocomplete="new-password"
            aria-label="Password"
            size="large"
            show-password
        /></el-form-item>
        <el-button type="primary" native-type="submit" size="large" :loading="busy">Make my account</el-button>
      </template>
      <router-link v-else :to="{ name: 'sign-in' }">Go to sign in</router-link>
    </form>
  </DoorFrame>
</template>
