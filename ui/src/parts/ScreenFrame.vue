<script setup lang="ts">
import { useMediaQuery, useMutationObserver } from '@vueuse/core'
import { onMounted, ref } from 'vue'

/** `work` says that the reading is where the work is done: on a phone its drawer stands open, unless it would hide what it is about. */
const props = defineProps<{ title: string; wide?: boolean; work?: boolean }>()
const phone = useMediaQuery('(max-width: 720px)')
const open = ref(props.work && window.innerHeight >= 560)
const reading = ref<HTMLElement>()
/** What the shut drawer says of what is in it: its first heading, and how many findings want a look. */
const told = ref('')
function look() {
  const el = reading.value
  if (!el) return
  const head = el.querySelector('h2, h3')?.textContent?.trim() ?? ''
  const found = el.querySelectorAll('[data-finding]').length
  told.value = [head, found ? `${found} ${found === 1 ? 'finding' : 'findings'}` : ''].filter(Boolean).join(' · ')
}
onMounted(look)
useMutationObserver(reading, look, { childList: true, subtree: true, characterData: true })
</script>

<template>
  <div class="frame" :class="{ wide }">
    <section class="bench" :aria-label="title">
      <header class="head">
        <h1>{{ title }}</h1>
        <slot name="nav" /><span class="gap" /><slot name="head" />
      </header>
      <slot />
    </section>
    <template v-if="!wide">
      <button
        v-if="phone"
        type="button"
        class="handle"
        :aria-expanded="open"
        aria-controls="reading"
        @click="open = !open"
      >
        <span class="told">{{ told || 'The reading' }}</span>
        <span aria-hidden="true">{{ open ? '▾' : '▴' }}</span>
      </button>
      <aside id="reading" ref="reading" class="reading" :class="{ open }" aria-label="The reading">
        <slot name="reading" />
      </aside>
    </template>
  </div>
</template>

<style scoped>
.frame {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 316px;
  height: 100%;
}
.frame.wide {
  grid-template-columns: minmax(0, 1fr);
}
.bench > :deep(*) {
  flex: none;
}
.bench {
  padding: 16px 20px 20px;
  overflow: auto;
  min-width: 0;
  display: flex;
  flex-direction: column;
  gap: 12px;
}
.head {
  display: flex;
  align-items: center;
  gap: 10px;
  flex-wrap: wrap;
  min-height: 36px;
  flex: none;
}
.gap {
  flex: 1;
}
.head :deep(.el-button + .el-button) {
  margin-left: 0;
}
.reading {
  border-left: 1px solid var(--fl-line);
  background: var(--fl-bench);
  padding: 14px 16px;
  overflow: auto;
  display: flex;
  flex-direction: column;
  gap: 12px;
}
.reading > :deep(*) {
  flex: none;
}
@media (max-width: 1100px) {
  .frame {
    grid-template-columns: minmax(0, 1fr) 270px;
  }
}
/* A tablet upright: the reading lies below what it is about. */
@media (max-width: 900px) {
  .frame {
    grid-template: minmax(0, 1fr) minmax(0, 36%) / minmax(0, 1fr);
  }
  .frame.wide {
    grid-template: minmax(0, 1fr) / minmax(0, 1fr);
  }
  .reading {
    border-left: 0;
    border-top: 1px solid var(--fl-line);
  }
}
/* A phone: the bench fills the screen, the reading is a drawer from below that leaves it in sight. */
@media (max-width: 720px) {
  .frame {
    grid-template: minmax(0, 1fr) 44px auto / minmax(0, 1fr);
  }
  .bench {
    padding: 10px 12px 16px;
    gap: 10px;
  }
  .head {
    gap: 6px 8px;
  }
  .head h1 {
    font-size: 22px;
  }
  .gap {
    display: none;
  }
  .handle {
    all: unset;
    box-sizing: border-box;
    display: flex;
    justify-content: space-between;
    align-items: center;
    gap: 12px;
    padding: 0 14px;
    min-height: 44px;
    background: var(--fl-oat);
    border-top: 1px solid var(--fl-line);
    font-weight: 600;
    font-size: 14px;
    cursor: pointer;
  }
  .handle:focus-visible {
    outline: 3px solid var(--fl-fig);
    outline-offset: -3px;
  }
  .told {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .reading {
    display: none;
  }
  .reading.open {
    display: flex;
    max-height: 46vh;
    border-top: 1px solid var(--fl-line);
  }
}
</style>
