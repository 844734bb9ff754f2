<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask, type Schema } from '../api/client'
import DoorForm, { type Newcomer } from './DoorForm.vue'
import { roleOf } from './roles'

/** The token stands behind the sign #, so that it is never sent with an address. */
const token = location.hash.slice(1)
const router = useRouter()
const invited = ref<Schema['Invitation']>()
const error = ref<unknown>()
onMounted(async () => {
  try {
    invited.value = await ask(api.POST('/api/join/look', { body: { token } }))
  } catch (e) {
    error.value = e
  }
})
const enter = (form: Newcomer) => ask(api.POST('/api/join', { body: { ...form, token } }))
</script>

<template>
  <DoorForm
    :key="invited?.id"
    :enter="enter"
    fresh
    :name="invited?.name"
    :shut="!invited"
    :said="error"
    action="Make my account"
    @entered="router.replace('/')"
  >
    <h1>Come in</h1>
    <p v-if="invited" class="soft">
      You are invited as {{ roleOf(invited.role)?.name.toLowerCase() }}. {{ roleOf(invited.role)?.you }}
    </p>
    <router-link v-else :to="{ name: 'sign-in' }">Go to sign in</router-link>
  </DoorForm>
</template>
