<script setup lang="ts">
import { reactive, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, Problem } from '../api/client'
import { useRefresh, useStart } from '../api/queries'
import ProblemNote from '../parts/ProblemNote.vue'

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
    await ask(start.data.value?.needsOwner ? api.POST('/api/first-owner', { body: form }) : api.POST('/api/sign-in', { body: { email: form.email, password: form.password } }))
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
  <main class="door">
    <div class="plate">
      <svg class="ladder" viewBox="0 0 120 800" aria-hidden="true" preserveAspectRatio="xMaxYMax slice">
        <path d="M14 0V800M106 0V800" stroke="#7a5674" stroke-width="6" />
        <path v-for="i in 9" :key="i" :d="`M14 ${i * 88 - 40}H106`" :stroke="i > 5 ? '#d98aa5' : '#7a5674'" stroke-width="6" />
      </svg>
      <p class="say">From brief to published frame, one rung at a time.</p>
    </div>
    <form novalidate class="sheet" @submit.prevent="go">
      <p class="brand"><img src="/mark.svg" alt="" width="34" height="34" /> Fig Ladder</p>
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
        <el-input v-model="form.email" name="email" type="email" autocomplete="username" aria-label="Email" size="large" autofocus />
      </el-form-item>
      <el-form-item label="Password" label-position="top" :error="about('password')">
        <el-input v-model="form.password" name="password" type="password" autocomplete="current-password" aria-label="Password" size="large" show-password />
      </el-form-item>
      <el-button type="primary" native-type="submit" size="large" :loading="busy">{{ start.data.value?.needsOwner ? 'Open the studio' : 'Sign in' }}</el-button>
    </form>
  </main>
</template>

<style scoped>
.door { height: 100%; display: grid; grid-template-columns: minmax(220px, 5fr) 7fr; }
.plate { background: var(--fl-aubergine); color: #f3e7da; position: relative; overflow: hidden; display: flex; align-items: flex-end; padding: 40px; }
.ladder { position: absolute; right: 56px; bottom: 0; height: 100%; width: 130px; }
.say { font: 500 26px/1.2 var(--fl-head); max-width: 230px; position: relative; }
.sheet { align-self: center; justify-self: center; width: min(360px, 90%); display: flex; flex-direction: column; gap: 8px; }
.brand { display: flex; gap: 10px; align-items: center; font: 600 20px var(--fl-head); color: var(--fl-aubergine); margin-bottom: 26px; }
h1 { margin-bottom: 8px; }
.el-button { font-family: var(--fl-text); }
</style>
