<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { ElMessage, ElMessageBox } from 'element-plus'
import { reactive, ref } from 'vue'
import { api, ask, Problem, type Schema } from '../api/client'
import { useStart } from '../api/queries'
import { useAct } from '../parts/act'
import { useRefresh } from '../api/refresh'
import EmptyBench from '../parts/EmptyBench.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import { moment } from '../parts/shown'
import { roleOf, roles, type Role } from './roles'
import StudioNav from './StudioNav.vue'
import 'element-plus/es/components/message-box/style/css'
import ChoiceField from '../parts/ChoiceField.vue'

const start = useStart()
const refresh = useRefresh('people')
const people = useQuery({ queryKey: ['people'], queryFn: () => ask(api.GET('/api/people')) })
const invitations = useQuery({ queryKey: ['invitations'], queryFn: () => ask(api.GET('/api/invitations')) })
const form = reactive<{ name: string; role: Role }>({ name: '', role: 'stylist' })
const { act, error } = useAct(refresh)
const link = ref('')
const about = (f: string) => (error.value instanceof Problem ? error.value.about(f) : '')

const invite = () =>
  act(async () => {
    const got = await ask(api.POST('/api/invitations', { body: { name: form.name, role: form.role } }))
    link.value = `${location.origin}/join#${got.token}`
    form.name = ''
  })
const copy = () =>
  navigator.clipboard?.writeText(link.value).then(
    () => ElMessage({ message: 'The link is copied.', type: 'success' }),
    () => ElMessage({ message: 'Mark the link and copy it by hand.', type: 'warning' }),
  )
const setRole = (p: Schema['Person'], role: Role) =>
  act(() => ask(api.PUT('/api/people/{id}', { params: { path: { id: p.id } }, body: { role } })))
async function remove(p: Schema['Person']) {
  const sure = await ElMessageBox.confirm(
    `${p.name} can no longer sign in, from now on. What they did stays.`,
    `Take ${p.name}'s account away?`,
    { confirmButtonText: 'Take it away', cancelButtonText: 'Leave it' },
  ).catch(() => false)
  if (sure) await act(() => ask(api.DELETE('/api/people/{id}', { params: { path: { id: p.id } } })))
}
const uninvite = (id: string) => act(() => ask(api.DELETE('/api/invitations/{id}', { params: { path: { id } } })))
</script>

<template>
  <ScreenFrame title="People" work>
    <template #nav><StudioNav /></template>
    <ProblemNote v-if="error && !(error instanceof Problem && error.fields.length)" :error="error" />
    <ProblemNote :error="people.error.value" />
    <ul class="people" aria-label="Who can sign in">
      <li v-for="p in people.data.value" :key="p.id">
        <span class="who"
          ><b>{{ p.name }}<span v-if="p.id === start.data.value?.person?.id" class="you"> · you</span></b
          ><span class="soft">{{ p.email }}</span></span
        >
        <ChoiceField
          :model-value="p.role"
          :aria-label="`What ${p.name} may do`"
          class="role"
          @change="(r: Role) => setRole(p, r)"
          ><option v-for="r in roles" :key="r.key" :value="r.key">{{ r.name }}</option></ChoiceField
        >
        <el-button :disabled="p.id === start.data.value?.person?.id" @click="remove(p)">Take away</el-button>
      </li>
    </ul>
    <section v-if="invitations.data.value?.length">
      <h2>Invited</h2>
      <ul class="people">
        <li v-for="i in invitations.data.value" :key="i.id">
          <span class="who"
            ><b>{{ i.name }}</b
            ><span class="soft">Link runs out {{ moment(i.expiresAt) }}</span></span
          ><span class="role">{{ roleOf(i.role)?.name }}</span
          ><el-button @click="uninvite(i.id)">Take back</el-button>
        </li>
      </ul>
    </section>
    <EmptyBench v-if="people.data.value?.length === 1 && !invitations.data.value?.length">
      <template #title>You work alone so far</template>
      Whoever works with you gets an account of their own: then it is known who did what, and each may do what is theirs
      to do.
    </EmptyBench>
    <template #reading>
      <h2>Invite somebody</h2>
      <form novalidate @submit.prevent="invite">
        <el-form-item label="Whom it is for" label-position="top" :error="about('name')"
          ><el-input v-model="form.name" name="invitee" aria-label="Whom it is for" maxlength="200"
        /></el-form-item>
        <el-radio-group v-model="form.role" aria-label="What they may do"
          ><el-radio v-for="r in roles" :key="r.key" :value="r.key"
            ><b>{{ r.name }}</b> <span class="may">{{ r.may }}</span></el-radio
          ></el-radio-group
        >
        <el-button type="primary" native-type="submit">Make a link</el-button>
      </form>
      <div v-if="link" class="link" role="status">
        <p>Send this link yourself. It is shown once, works once, and for seven days.</p>
        <p class="mono" data-link>{{ link }}</p>
        <el-button size="small" @click="copy">Copy</el-button>
      </div>
    </template>
  </ScreenFrame>
</template>

<style scoped>
.people {
  list-style: none;
  margin: 0;
  padding: 0;
  border-top: 1px solid var(--fl-line);
}
.people li {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
  padding: 10px 12px;
  background: var(--fl-card);
  border-bottom: 1px solid var(--fl-line);
  min-height: 60px;
}
.who {
  display: grid;
  flex: 1;
  min-width: 180px;
}
.you {
  color: var(--fl-soft);
  font-weight: 400;
}
.role {
  width: 160px;
}
h2 {
  margin-bottom: 8px;
}
.el-radio-group {
  display: grid;
  gap: 8px;
  margin-bottom: 14px;
}
.el-radio {
  height: auto;
  white-space: normal;
  align-items: flex-start;
  margin: 0;
}
.may {
  display: block;
  color: var(--fl-soft);
  font-size: 13px;
  line-height: 1.35;
}
.link {
  background: var(--fl-straw);
  border-left: 4px solid var(--fl-brass);
  padding: 10px 12px;
  display: grid;
  gap: 8px;
  justify-items: start;
}
.link .mono {
  font-size: 12.5px;
  overflow-wrap: anywhere;
  user-select: all;
}
</style>
