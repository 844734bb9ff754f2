import { useDebounceFn } from '@vueuse/core'
import { onBeforeUnmount, ref, type Ref } from 'vue'
import { Problem } from '../api/client'

/** Where a draft stands; one that waits is tried again by itself. */
export type DraftState = 'saved' | 'typing' | 'saving' | 'waiting' | 'refused' | 'stale'

/** Something being edited: what is typed stays typed, whatever becomes of a save. */
export interface Draft<T> {
  value: Ref<T | undefined>
  state: Ref<DraftState>
  error: Ref<Problem | undefined>
  load: (v: T, version: number) => void
  touch: () => void
  flush: () => Promise<void>
  keepMine: () => Promise<void>
  takeTheirs: () => void
  about: (field: string) => string
}

/**
 * A draft that saves itself a moment after the last change. `save` sends value and
 * version and returns the new version; `theirs` reads value and version out of what a stale
 * save got back.
 */
export function useDraft<T>(save: (v: T, version: number) => Promise<number>, theirs: (current: unknown) => { value: T; version: number }, waitMs = 500): Draft<T> {
  const value = ref<T>() as Ref<T | undefined>
  const state = ref<DraftState>('saved')
  const error = ref<Problem>()
  let version = 0
  let again = false
  let tries = 0
  let timer: ReturnType<typeof setTimeout> | undefined
  let running: Promise<void> | undefined

  const load = (v: T, at: number) => {
    value.value = JSON.parse(JSON.stringify(v)) as T
    version = at
    state.value = 'saved'
    error.value = undefined
  }
  async function run() {
    if (value.value === undefined || state.value === 'stale') return
    state.value = 'saving'
    again = false
    try {
      version = await save(JSON.parse(JSON.stringify(value.value)) as T, version)
      error.value = undefined
      tries = 0
      state.value = again ? 'typing' : 'saved'
    } catch (e) {
      error.value = e instanceof Problem ? e : new Problem(0, String(e))
      state.value = error.value.status === 409 && error.value.current ? 'stale' : error.value.passing ? 'waiting' : 'refused'
      if (state.value === 'waiting') wait()
    }
    if (again) await run()
  }
  /** Tries again a little later, and later each time. */
  function wait() {
    clearTimeout(timer)
    timer = setTimeout(() => {
      if (state.value === 'waiting') void flush()
    }, Math.min(5000, 600 * 2 ** tries++))
  }
  const flush = async () => {
    if (running) {
      again = true
      return running
    }
    running = run().finally(() => (running = undefined))
    return running
  }
  const later = useDebounceFn(() => {
    if (state.value === 'typing') void flush()
  }, waitMs)
  const touch = () => {
    if (state.value === 'stale') return
    if (state.value === 'saving') again = true
    else state.value = 'typing'
    void later()
  }
  const keepMine = async () => {
    if (!error.value) return
    version = theirs(error.value.current).version
    state.value = 'typing'
    await flush()
  }
  const takeTheirs = () => {
    if (!error.value) return
    const t = theirs(error.value.current)
    load(t.value, t.version)
  }
  onBeforeUnmount(() => {
    clearTimeout(timer)
    if (state.value === 'typing' || state.value === 'waiting') void flush()
  })
  return { value, state, error, load, touch, flush, keepMine, takeTheirs, about: (f) => error.value?.about(f) ?? '' }
}
