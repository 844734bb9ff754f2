import { ElMessage } from 'element-plus'
import { onBeforeUnmount, ref, watch, type Ref } from 'vue'
import { Problem } from '../api/client'
import { copy } from './copy'
import { heldBack, merge, put, same, type Clash } from './merge'
import { askBeforeLeaving, forgetUnsent, keepUnsent, unsent } from './unsent'

/** Where a draft stands; one that waits is tried again by itself. */
export type DraftState = 'saved' | 'typing' | 'saving' | 'waiting' | 'refused' | 'stale'

/** Something being edited: what is typed stays typed, whatever becomes of a save. */
export interface Draft<T> {
  value: Ref<T | undefined>
  state: Ref<DraftState>
  error: Ref<Problem | undefined>
  /** Fields that somebody else changed meanwhile, too, and not to the same. */
  clashes: Ref<Clash[]>
  load: (v: T, version: number) => void
  touch: () => void
  flush: () => Promise<void>
  /** Settles one clash, or all that are left; when none is left it is saved. */
  choose: (whose: 'mine' | 'theirs', clash?: Clash) => Promise<void>
  about: (field: string) => string
}

export interface DraftOptions<T> {
  /** What kind of document it is; with `of` it names what is kept in the browser until it is saved. */
  kind: string
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
  base?: T // as the studio has it, as far as we know
  dirty: boolean
  left?: T // as it was when it was left
  running?: Promise<void>
  tries: number
  timer?: ReturnType<typeof setTimeout>
}

const say = (message: string, type: 'info' | 'warning') =>
  ElMessage({ message, type, duration: 8000, showClose: true, grouping: true })

/** A draft that saves itself a moment after the last change. */
export function useDraft<T>({ kind, save, theirs, of = () => '', waitMs = 500 }: DraftOptions<T>): Draft<T> {
  const value = ref<T>() as Ref<T | undefined>
  const state = ref<DraftState>('saved')
  const error = ref<Problem>()
  const clashes = ref<Clash[]>([])
  const fresh = (): Doc<T> => ({ of: of(), version: 0, dirty: false, tries: 0 })
  let doc = fresh()
  const nameOf = (d: Doc<T>) => `${kind}:${d.of}`
  const settled = (d: Doc<T>) => {
    if (!d.dirty) forgetUnsent(nameOf(d))
  }

  const load = (v: T, version: number) => {
    if (version < doc.version) return // read before the last save was done
    const before = doc.base === undefined ? unsent<T>(nameOf(doc)) : undefined
    clearTimeout(doc.timer)
    doc.version = version
    doc.base = copy(v)
    doc.dirty = false
    value.value = copy(v)
    state.value = 'saved'
    error.value = undefined
    clashes.value = []
    if (before) bringBack(before.base, before.value)
  }
  /** Puts what was typed before a reload over what is there now. */
  function bringBack(base: T, typed: T) {
    const m = merge(base, typed, doc.base as T)
    if (same(m.value, doc.base)) return forgetUnsent(nameOf(doc))
    value.value = m.value
    if (m.clashes.length > 0) return clash(m.clashes)
    say('What you typed here before was not saved. It is here again.', 'info')
    touch()
  }
  function clash(list: Clash[], p?: Problem) {
    clashes.value = list
    error.value = p ?? new Problem(409, 'Someone changed the same while you were at it.')
    state.value = 'stale'
    keep()
  }
  const keep = () => {
    if (value.value !== undefined && doc.base !== undefined) keepUnsent(nameOf(doc), doc.base, value.value)
  }

  /** Puts ours and theirs together after a stale save; false where a person has to choose. */
  function joined(d: Doc<T>, mine: T, p: Problem): boolean {
    const t = theirs(p.current)
    const m = merge(d.base ?? mine, mine, t.value)
    d.base = copy(t.value)
    d.version = t.version
    if (d === doc) value.value = m.value
    else d.left = m.value
    if (m.clashes.length === 0) {
      say('Someone changed other parts of this meanwhile. Theirs and yours are both kept.', 'info')
      return true
    }
    if (d === doc) clash(m.clashes, p)
    else {
      keepUnsent(nameOf(d), d.base, m.value)
      say('Someone changed what you had changed and left. Open it again to choose.', 'warning')
    }
    return false
  }

  async function run(d: Doc<T>): Promise<void> {
    const v = d.left ?? value.value
    if (v === undefined || (d === doc && state.value === 'stale')) return
    d.dirty = false
    if (d === doc) state.value = 'saving'
    let sent = copy(v)
    let refused: Problem | undefined
    for (;;) {
      try {
        d.version = await save(copy(sent), d.version, d.of)
        d.base = sent
        break
      } catch (e) {
        const p = e instanceof Problem ? e : new Problem(0, String(e))
        if (p.status === 409 && p.current) {
          if (joined(d, d.left ?? (value.value as T), p)) return run(d)
          return
        }
        // One wrong field does not hold back the others.
        const fields = p.status === 422 ? p.fields.map((f) => f.field) : []
        const rest = fields.length > 0 && d.base !== undefined ? heldBack(sent, d.base, fields) : undefined
        refused = refused ? new Problem(422, refused.message, [...refused.fields, ...p.fields]) : p
        if (rest !== undefined && !same(rest, d.base)) {
          sent = rest
          continue
        }
        return again(d, refused)
      }
    }
    d.tries = 0
    if (refused) return again(d, refused)
    settled(d)
    if (d === doc) {
      error.value = undefined
      state.value = d.dirty ? 'typing' : 'saved'
    }
    if (d.dirty) await run(d)
  }
  /** What was typed while a save was being refused is sent all the same: it may be the mend. */
  async function again(d: Doc<T>, p: Problem): Promise<void> {
    failed(d, p)
    if (d.dirty && !p.passing) await run(d)
  }
  function failed(d: Doc<T>, p: Problem) {
    if (p.passing) later(d, Math.min(5000, 600 * 2 ** d.tries++))
    if (d === doc) {
      error.value = p
      state.value = p.passing ? 'waiting' : 'refused'
      keep()
    } else if (!p.passing) say(`What you typed before you left could not be saved: ${p.message}`, 'warning')
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
    clashes.value = []
  }
  watch(of, leave, { flush: 'sync' })

  const touch = () => {
    keep()
    if (state.value === 'stale') return
    doc.dirty = true
    if (state.value !== 'saving') state.value = 'typing'
    if (!doc.running) later(doc, waitMs)
  }
  const choose = async (whose: 'mine' | 'theirs', one?: Clash) => {
    for (const c of one ? [one] : clashes.value) if (whose === 'theirs') value.value = settle(c)
    clashes.value = one ? clashes.value.filter((c) => c !== one) : []
    keep()
    if (clashes.value.length > 0 || state.value !== 'stale') return
    state.value = 'typing'
    await flushOf(doc)
  }
  /** The document with their side of a clash. */
  function settle(c: Clash): T {
    if (c.path.length === 0) return copy(c.theirs) as T
    const v = copy(value.value) as T
    put(v, c.path, c.theirs === undefined ? undefined : copy(c.theirs))
    return v
  }
  const online = () => {
    if (state.value === 'waiting') void flushOf(doc)
  }
  window.addEventListener('online', online)
  const stopAsking = askBeforeLeaving(() => state.value !== 'saved')
  onBeforeUnmount(() => {
    leave()
    stopAsking()
    window.removeEventListener('online', online)
  })
  return {
    value,
    state,
    error,
    clashes,
    load,
    touch,
    flush: () => flushOf(doc),
    choose,
    about: (f) => error.value?.about(f) ?? '',
  }
}
