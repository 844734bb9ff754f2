import {
  computed,
  getCurrentInstance,
  onBeforeUnmount,
  onMounted,
  ref,
  shallowReactive,
  watch,
  type ComponentInternalInstance,
  type Ref,
} from 'vue'

/** One key of a screen and what it does. */
export interface Key {
  key: string
  shown?: string
  does: string
  run: () => void
}

/** The keys that one part of the page has put in force, and how far inside the page it stands. */
interface Scope {
  depth: number
  keys: Key[]
  /** Whether what its keys act on is still on its way, and what was pressed meanwhile. */
  loading: () => boolean
  waiting: Key[]
}

/** What keys act on: a query of the studio's rows. */
interface Asked {
  isLoading: Ref<boolean>
}

/** Scopes in force, the innermost first: it wins where two know the same key. */
const scopes = shallowReactive<Scope[]>([])

/** The keys that do something now, for the help that ? opens: each once, by the scope that has it. */
export const keysNow = computed(() => {
  const seen = new Set<string>()
  return scopes.flatMap((s) => s.keys).filter((k) => !seen.has(k.key) && seen.add(k.key))
})

const LETTERS_OFF = 'fig-ladder-letters-off'
/** Whether a single letter or sign does something. Who dictates or has unsteady hands turns them off. */
export const letters = ref(localStorage.getItem(LETTERS_OFF) !== 'true')
watch(letters, (on) => (on ? localStorage.removeItem(LETTERS_OFF) : localStorage.setItem(LETTERS_OFF, 'true')))

const typing = (t: EventTarget | null) =>
  t instanceof HTMLElement && (t.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(t.tagName))

/** What a press is called: ctrl+z, shift+Enter, ?. */
const nameOf = (e: KeyboardEvent) =>
  (e.ctrlKey || e.metaKey ? 'ctrl+' : '') + (e.shiftKey && e.key.length > 1 ? 'shift+' : '') + e.key

function press(e: KeyboardEvent) {
  if (e.defaultPrevented || e.altKey || typing(e.target)) return
  if (!letters.value && e.key.length === 1 && !e.ctrlKey && !e.metaKey) return
  const name = nameOf(e)
  const scope = scopes.find((s) => s.keys.some((k) => k.key === name))
  const hit = scope?.keys.find((k) => k.key === name)
  if (!scope || !hit || document.querySelector('.el-overlay:not([style*="display: none"]) .el-dialog')) return
  e.preventDefault()
  if (scope.loading() || scope.waiting.length) scope.waiting.push(hit)
  else hit.run()
}

/** Puts keys in force; returns what takes them out again. A key that stands twice is a mistake of the screen's. */
export function enter(keys: Key[], depth: number, loading = () => false): () => void {
  const twice = keys.find((k, i) => keys.findIndex((x) => x.key === k.key) !== i)
  if (twice)
    throw new Error(
      `The key ${twice.key} stands twice in one scope: ${keys
        .filter((k) => k.key === twice.key)
        .map((k) => k.does)
        .join(', ')}`,
    )
  const scope: Scope = { depth, keys, loading, waiting: [] }
  const at = scopes.findIndex((s) => s.depth <= depth)
  scopes.splice(at < 0 ? scopes.length : at, 0, scope)
  if (scopes.length === 1) window.addEventListener('keydown', press)
  // Once the page shows what has come: what was pressed goes on in its order.
  const unwatch = watch(loading, (is) => !is && scope.waiting.splice(0).forEach((k) => k.run()), { flush: 'post' })
  return () => {
    unwatch()
    scopes.splice(scopes.indexOf(scope), 1)
    if (scopes.length === 0) window.removeEventListener('keydown', press)
  }
}

/** Puts a part's keys in force while it is shown. A press that comes before what the keys act on waits for it and
 * is not lost. */
export function useKeys(keys: Key[], ...on: Asked[]) {
  let depth = 0
  for (let i: ComponentInternalInstance | null = getCurrentInstance(); i; i = i.parent) depth++
  let out: (() => void) | undefined
  onMounted(() => (out = enter(keys, depth, () => on.some((q) => q.isLoading.value))))
  onBeforeUnmount(() => out?.())
}
