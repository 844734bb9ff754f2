/** What was typed and is not saved yet, in the browser, so that a reload or a fallen machine loses nothing. */
interface Unsent<T> {
  base: T
  value: T
  at: number
}

const PREFIX = 'fig-ladder-unsent:'

/** Keeps what was typed; base is what it was typed over. A full store is no reason to stop typing. */
export function keepUnsent<T>(name: string, base: T, value: T) {
  try {
    localStorage.setItem(PREFIX + name, JSON.stringify({ base, value, at: Date.now() }))
  } catch {
    // Private windows and full stores keep nothing; leaving still asks.
  }
}

/** What was typed before and not saved; undefined when there is nothing. */
export function unsent<T>(name: string): Unsent<T> | undefined {
  try {
    const raw = localStorage.getItem(PREFIX + name)
    return raw ? (JSON.parse(raw) as Unsent<T>) : undefined
  } catch {
    return undefined
  }
}

export function forgetUnsent(name: string) {
  try {
    localStorage.removeItem(PREFIX + name)
  } catch {
    // Nothing was kept there.
  }
}

const open = new Set<() => boolean>()

function ask(e: BeforeUnloadEvent) {
  if ([...open].some((unsaved) => unsaved())) e.preventDefault()
}

/** While something is unsaved, leaving the page or loading it again asks first. Returns what ends it. */
export function askBeforeLeaving(unsaved: () => boolean): () => void {
  if (open.size === 0) window.addEventListener('beforeunload', ask)
  open.add(unsaved)
  return () => {
    open.delete(unsaved)
    if (open.size === 0) window.removeEventListener('beforeunload', ask)
  }
}
