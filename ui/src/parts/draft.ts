import { ElMessage } from 'element-plus'
import { onBeforeUnmount, ref, watch, type Ref } from 'vue'
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

export interface DraftOptions<T> {
  /** Saves a document at the version it was read at and returns the new one. `of` says which document it is. */
  save: (v: T, version: number, of: string) => Promise<number>
  /** Reads value and version out of what a stale save got back. */
  theirs: (current: unknown) => { value: T; version: number }
  /** Which document is edited, where a screen goes from one to another; leaving one saves what was typed into it. */
  of?: () => string
  /** How long after the last change it is saved, ms. */
  waitMs?: number
}

/** One document: what is typed into it, and how far its saving is. It never meets another one's version. */
interface Doc<T> {
  of: string
  version: number
  dirty: boolean
  left?: T // as it was when it was left
  running?: Promise<void>
  tries: number
  timer?: ReturnType<typeof setTimeout>
}

const copy = <T>(v: T): T => JSON.parse(JSON.stringify(v)) as T

/** A draft that saves itself a moment after the last change. */
export function useDraft<T>({ save, theirs, of = () => '', waitMs = 500 }: DraftOptions<T>): Draft<T> {
  const value = ref<T>() as Ref<T | undefined>
  const state = ref<DraftState>('saved')
  const error = ref<Problem>()
  const fresh = (): Doc<T> => ({ of: of(), version: 0, dirty: false, tries: 0 })
  let doc = fresh()

  const load = (v: T, at: number) => {
    if (at < doc.version) return // read before the last save was done
    clearTimeout(doc.timer)
    doc.version = at
    doc.dirty = false
    value.value = copy(v)
    state.value = 'saved'
    error.value = undefined
  }

  async function run(d: Doc<T>): Promise<void> {
    const v = d.left ?? value.value
    if (v === undefined || (d === doc && state.value === 'stale')) return
    const sent = copy(v)
    d.dirty = false
    if (d === doc) state.value = 'saving'
    try {
      d.version = await save(sent, d.version, d.of)
      d.tries = 0
      if (d === doc) {
        error.value = undefined
        state.value = d.dirty ? 'typing' : 'saved'
      }
    } catch (e) {
      const p = e instanceof Problem ? e : new Problem(0, String(e))
      if (p.passing) later(d, Math.min(5000, 600 * 2 ** d.tries++))
      if (d === doc) {
        error.value = p
        state.value = p.status === 409 && p.current ? 'stale' : p.passing ? 'waiting' : 'refused'
      } else if (!p.passing) {
        ElMessage({
          message: `What you typed before you left could not be saved: ${p.message}`,
          type: 'warning',
          duration: 8000,
          showClose: true,
        })
      }
      return
    }
    if (d.dirty) await run(d)
  }
  const flushOf = (d: Doc<T>): Promise<void> => {
    clearTimeout(d.timer)
    if (d.running) {
      d.dirty = true
      return d.running
    }
    d.running = run(d).finally(() => (d.running = undefined))
    return d.running
  }
  function later(d: Doc<T>, ms: number) {
    clearTimeout(d.timer)
    d.timer = setTimeout(() => void flushOf(d), ms)
  }
  /** Saves what was typed into the document that is left, under its own name. */
  function leave() {
    const d = doc
    const unsaved = d.dirty || state.value === 'typing' || state.value === 'waiting'
    if ((unsaved || d.running) && value.value !== undefined && state.value !== 'stale') d.left = copy(value.value)
    if (unsaved && d.left !== undefined) void flushOf(d)
    doc = fresh()
    value.value = undefined
    state.value = 'saved'
    error.value = undefined
  }
  watch(of, leave, { flush: 'sync' })

  const touch = () => {
    if (state.value === 'stale') return
    doc.dirty = true
    if (state.value !== 'saving') state.value = 'typing'
    if (!doc.running) later(doc, waitMs)
  }
  const keepMine = async () => {
    if (!error.value) return
    doc.version = theirs(error.value.current).version
    state.value = 'typing'
    await flushOf(doc)
  }
  const takeTheirs = () => {
    if (!error.value) return
    const t = theirs(error.value.current)
    load(t.value, t.version)
  }
  onBeforeUnmount(leave)
  return {
    value,
    state,
    error,
    load,
    touch,
    flush: () => flushOf(doc),
    keepMine,
    takeTheirs,
    about: (f) => error.value?.about(f) ?? '',
  }
}
