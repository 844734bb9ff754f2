<script setup lang="ts">
import { ElMessage, ElMessageBox } from 'element-plus'
import 'element-plus/es/components/message-box/style/css'
import { useMediaQuery } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, Problem, words } from './api/client'
import { useDeeds, useShoot, useStart } from './api/queries'
import { useRefresh } from './api/refresh'
import KeysHelp from './parts/KeysHelp.vue'
import LadderRail from './parts/LadderRail.vue'
import { useKeys } from './parts/keys'
import { thinkIn } from './parts/units'
import { last, rungOf, screens, titles, type Screen } from './router'

const route = useRoute()
const router = useRouter()
const refresh = useRefresh()
const start = useStart()
const shootId = computed(() => (route.params.shoot as string) || '')
/** Whose deeds undo takes back: the shoot's, or the cupboard's. */
const scope = computed(() => shootId.value || (route.meta.scope as string) || '')
const shoot = useShoot(shootId)
const deeds = useDeeds(scope)
const help = ref(false)
const phone = useMediaQuery('(max-width: 720px)')
watch(
  [() => route.name, () => shoot.data.value?.doc.name],
  ([name, of]) => {
    document.title = [titles[String(name)], shootId.value && of, 'Fig Ladder'].filter(Boolean).join(' · ')
  },
  { immediate: true },
)
/** Outside a shoot, the one that was open last: the way back to it. */
const before = useShoot(() => (shootId.value ? '' : last.shoot))
/** Whether the tools that a narrow screen folds away are unfolded. */
const unfolded = ref(false)
watch(
  () => route.fullPath,
  () => (unfolded.value = false),
)

watch(
  () => start.data.value?.units,
  (u) => u && thinkIn(u),
  { immediate: true },
)
watch(
  [start.data, () => route.name],
  ([s]) => {
    if (s && !s.person && route.name && !route.meta.bare)
      void router.replace({ name: 'sign-in', query: { next: route.fullPath } })
  },
  { immediate: true },
)

const lastDone = computed(() => deeds.data.value?.find((d) => !d.undone))
const lastUndone = computed(() => [...(deeds.data.value ?? [])].reverse().find((d) => d.undone))

async function turn(way: 'undo' | 'redo', past = false) {
  if (!scope.value) return
  try {
    const d = await ask(
      way === 'undo'
        ? api.POST('/api/shoots/{id}/undo', { params: { path: { id: scope.value }, query: { past } } })
        : api.POST('/api/shoots/{id}/redo', { params: { path: { id: scope.value } } }),
    )
    ElMessage({
      message: (way === 'undo' ? 'Taken back: ' : 'Done again: ') + d.words,
      type: 'success',
      duration: 2500,
    })
    await refresh()
  } catch (e) {
    if (e instanceof Problem && e.status === 428) {
      // A picture went out after the deed: taking back something else than the last thing is asked.
      const sure = await ElMessageBox.confirm(e.message, 'Take back what came before it?', {
        confirmButtonText: 'Take that back',
        cancelButtonText: 'Leave it',
      }).catch(() => false)
      if (sure) await turn(way, true)
      return
    }
    ElMessage({ message: words(e), type: 'warning', duration: 4000 })
  }
}

function step(by: number) {
  if (!shootId.value) return
  const at = screens.indexOf(rungOf(route) as Screen)
  const to = screens[Math.min(screens.length - 1, Math.max(0, at + by))]
  if (to && to !== route.name)
    void router.push({
      name: to,
      params: { shoot: shootId.value, ...(to === 'set' ? { shot: last.shot[shootId.value] } : {}) },
    })
}

useKeys([
  { key: '[', does: 'One rung down', run: () => step(-1) },
  { key: ']', does: 'One rung up', run: () => step(1) },
  { key: 'ctrl+z', shown: 'Ctrl Z', does: 'Take the last deed back', run: () => void turn('undo') },
  { key: 'ctrl+y', shown: 'Ctrl Y', does: 'Do it again', run: () => void turn('redo') },
  { key: 'c', does: 'The cupboard', run: () => void router.push({ name: 'cupboard' }) },
  { key: 'h', does: 'Studio home', run: () => void router.push('/') },
  { key: '?', does: 'Keys of this screen', run: () => (help.value = !help.value) },
])
</script>

<template>
  <!-- What is said stands at the foot, away from what it speaks of. -->
  <el-config-provider :message="{ placement: 'bottom', offset: phone ? 112 : 24 }" />
  <router-view v-if="route.meta.bare" />
  <div v-else-if="start.data.value?.person" class="house" :class="{ climbing: shootId }">
    <header class="top">
      <a class="skip" href="#bench">Skip to the bench</a>
      <router-link to="/" class="brand" aria-label="Fig Ladder, studio home"
        ><img src="/mark.svg" alt="" width="26" height="26" /><span class="brandname">Fig Ladder</span></router-link
      >
      <p v-if="shootId" class="where">{{ shoot.data.value?.doc.name }}</p>
      <router-link
        v-else-if="last.shoot && before.data.value && route.name !== 'home'"
        class="where"
        :to="{ name: 'set', params: { shoot: last.shoot, shot: last.shot[last.shoot] } }"
        >← {{ before.data.value.doc.name }}</router-link
      >
      <span class="gap" />
      <el-button
        v-if="scope"
        text
        class="undo"
        :disabled="!lastDone"
        :title="lastDone ? 'Take back: ' + lastDone.words : 'Nothing to take back'"
        @click="turn('undo')"
        >Undo</el-button
      >
      <el-button text class="fold" :aria-expanded="unfolded" aria-controls="tools" @click="unfolded = !unfolded"
        >More</el-button
      >
      <nav id="tools" class="tools" :class="{ unfolded }" aria-label="The studio">
        <el-button
          v-if="scope"
          text
          :disabled="!lastUndone"
          :title="lastUndone ? 'Do again: ' + lastUndone.words : 'Nothing to do again'"
          @click="turn('redo')"
          >Redo</el-button
        >
        <router-link class="to" :to="{ name: 'almanac' }" :class="{ on: route.name === 'almanac' }"
          >Windows</router-link
        >
        <router-link
          class="to"
          :to="{ name: 'cupboard' }"
          :class="{ on: route.meta.scope === 'cupboard' && !route.meta.studio }"
          >Cupboard</router-link
        >
        <el-button text class="keys" aria-label="Keys of this screen" @click="help = true">Keys <kbd>?</kbd></el-button>
        <router-link
          class="to"
          :to="{ name: 'you' }"
          :class="{ on: route.meta.studio }"
          aria-label="The studio: you, people, what was taken away, picture files"
          >Studio</router-link
        >
      </nav>
    </header>
    <LadderRail v-if="shootId" :shoot="shootId" />
    <main id="bench" tabindex="-1">
      <router-view :key="shootId" />
      <KeysHelp v-model="help" />
    </main>
  </div>
  <p v-else class="waiting" role="status">
    {{ start.error.value ? words(start.error.value) : 'Opening the studio …' }}
  </p>
</template>

<style scoped>
.house {
  height: 100%;
  display: grid;
  grid-template: 48px minmax(0, 1fr) / minmax(0, 1fr);
}
.house.climbing {
  grid-template-columns: 132px minmax(0, 1fr);
}
.top {
  grid-column: 1 / -1;
  display: flex;
  align-items: center;
  gap: 6px;
  padding: 0 14px;
  background: var(--fl-card);
  border-bottom: 1px solid var(--fl-line);
}
.brand {
  display: flex;
  align-items: center;
  gap: 9px;
  font: 600 18px var(--fl-head);
  color: var(--fl-aubergine);
  text-decoration: none;
  padding: 4px;
}
.where {
  margin-left: 14px;
  padding-left: 16px;
  border-left: 1px solid var(--fl-line);
  color: var(--fl-soft);
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.gap {
  flex: 1;
}
.to {
  color: var(--fl-aubergine);
  font-weight: 560;
  font-size: 14px;
  text-decoration: none;
  padding: 8px 14px;
}
.to.on {
  box-shadow: inset 0 -3px 0 var(--fl-fig);
}
.top .el-button + .el-button,
.tools .el-button {
  margin-left: 0;
}
.tools {
  display: flex;
  align-items: center;
}
.fold {
  display: none;
}
@media (max-width: 900px) {
  .climbing .brandname {
    display: none;
  }
}
/* A phone: the ladder is one line at the foot, tools fold away, the bench has the rest. */
@media (max-width: 720px) {
  .house {
    grid-template-rows: 48px minmax(0, 1fr) auto;
  }
  .house.climbing {
    grid-template-columns: minmax(0, 1fr);
  }
  .house.climbing :deep(.rail) {
    grid-row: 3;
  }
  .house.climbing main {
    grid-row: 2;
  }
  .top {
    position: relative;
    padding: 0 4px 0 8px;
    gap: 2px;
  }
  .where {
    margin-left: 2px;
    padding-left: 8px;
    min-width: 0;
  }
  .top .el-button {
    min-height: 44px;
    padding: 0 12px;
  }
  .fold {
    display: inline-flex;
  }
  .tools {
    display: none;
  }
  .tools.unfolded {
    position: absolute;
    z-index: 30;
    top: 48px;
    right: 0;
    min-width: 190px;
    display: grid;
    background: var(--fl-card);
    box-shadow:
      0 0 0 1px var(--fl-line),
      0 10px 24px var(--fl-hair);
  }
  .tools.unfolded > * {
    min-height: 48px;
    justify-content: flex-start;
    display: flex;
    align-items: center;
    padding: 0 18px;
    border-radius: 0;
  }
  .tools .to.on {
    box-shadow: inset 4px 0 0 var(--fl-fig);
  }
}
.skip {
  position: absolute;
  left: -999px;
}
.skip:focus {
  left: 8px;
  top: 8px;
  background: var(--fl-card);
  padding: 6px 10px;
  z-index: 10;
}
main {
  min-width: 0;
  min-height: 0;
  overflow: auto;
  outline: none;
}
.waiting {
  padding: 80px;
  text-align: center;
  color: var(--fl-soft);
}
</style>
