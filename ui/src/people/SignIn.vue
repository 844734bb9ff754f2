<script setup lang="ts">
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask } from '../api/client'
import { useStart } from '../api/queries'
import DoorForm, { type Newcomer } from './DoorForm.vue'

/** Signing in, or, where nobody has yet, making the studio's owner. */
const start = useStart()
const route = useRoute()
const router = useRouter()
const first = computed(() => start.data.value?.needsOwner ?? false)
const enter = (form: Newcomer) =>
  ask(
    first.value
      ? api.POST('/api/first-owner', { body: form })
      : api.POST('/api/sign-in', { body: { email: form.email, password: form.password } }),
  )
function entered() {
  const next = route.query.next
  void router.push(typeof next === 'string' && next.startsWith('/') ? next : '/')
}
</script>

<template>
  <DoorForm :enter="enter" :fresh="first" :action="first ? 'Open the studio' : 'Sign in'" @entered="entered">
    <template v-if="first">
      <h1>Open the studio</h1>
      <p class="soft">Nobody has signed in here yet. You will be its owner.</p>
    </template>
    <h1 v-else>Sign in</h1>
  </DoorForm>
</template>
