import { onBeforeUnmount, onMounted, reactive } from 'vue'

/** One key of a screen and what it does. */
export interface Key {
  key: string
  shown?: string
  does: string
  run: () => void
}

/** The keys now in force, for the help that ? opens. */
export const keysNow = reactive<Key[]>([])

const typing = (t: EventTarget | null) => t instanceof HTMLElement && (t.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(t.tagName))

/** Puts a screen's keys in force while it is shown. */
export function useKeys(keys: Key[]) {
  const press = (e: KeyboardEvent) => {
    if (e.defaultPrevented || e.altKey || typing(e.target)) return
    const name = (e.ctrlKey || e.metaKey ? 'ctrl+' : '') + (e.shiftKey && e.key.length > 1 ? 'shift+' : '') + e.key
    const hit = keys.find((k) => k.key === name)
    if (!hit || document.querySelector('.el-overlay:not([style*="display: none"]) .el-dialog')) return
    e.preventDefault()
    hit.run()
  }
  onMounted(() => {
    keysNow.push(...keys)
    window.addEventListener('keydown', press)
  })
  onBeforeUnmount(() => {
    for (const k of keys) {
      const at = keysNow.findIndex((x) => x.key === k.key && x.does === k.does)
      if (at >= 0) keysNow.splice(at, 1)
    }
    window.removeEventListener('keydown', press)
  })
}
