<script setup lang="ts">
import { reactive, ref } from 'vue'
import { Problem } from '../api/client'
import { useRefresh } from '../api/refresh'
import ProblemNote from '../parts/ProblemNote.vue'
import DoorFrame from './DoorFrame.vue'

/** What is asked of whoever comes in: name when there is none yet, email and password. */
export type Newcomer = { email: string; name: string; password: string }
const props = defineProps<{
  enter: (form: Newcomer) => Promise<unknown>
  action: string
  /** Whether an account is made: a name is asked, and the password is a new one. */
  fresh?: boolean
  name?: string
  /** Whether there is nothing to fill in, only what is said. */
  shut?: boolean
  said?: unknown
}>()
const emit = defineEmits<{ entered: [] }>()
const refresh = useRefresh()
const form = reactive<Newcomer>({ email: '', name: props.name ?? '', password: '' })
const error = ref<unknown>()
const busy = ref(false)
const about = (f: string) => (error.value instanceof Problem ? error.value.about(f) : '')

async function go() {
  busy.value = true
  error.value = undefined
  try {
    await props.enter({ ...form })
    await refresh()
    emit('entered')
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
      <slot />
      <ProblemNote
        v-if="said || (error && !(error instanceof Problem && error.fields.length))"
        :error="error ?? said"
      />
      <template v-if="!shut">
        <el-form-item v-if="fresh" label="Your name" label-position="top" :error="about('name')">
          <el-input v-model="form.name" name="name" autocomplete="name" aria-label="Your name" size="large" />
        </el-form-item>
        <el-form-item :label="fresh ? 'Email, to sign in with' : 'Email'" label-position="top" :error="about('email')">
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
            :autocomplete="fresh ? 'new-password' : 'current-password'"
            aria-label="Password"
            size="large"
            show-password
          />
        </el-form-item>
        <el-button type="primary" native-type="submit" size="large" :loading="busy">{{ action }}</el-button>
      </template>
    </form>
  </DoorFrame>
</template>
