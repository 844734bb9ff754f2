import { onBeforeUnmount, ref, watch, type Ref } from 'vue'
import { Problem } from '../api/client'
import { copy } from './copy'
import { merge, put as putAt, same, type Clash } from './merge'
import { askBeforeLeaving, forgetUnsent, keepUnsent, unsent } from './unsent'

export interface SheetOptions<T> {
  /** Which sheet it is, and of what: what is typed is kept in the browser under this name. */
  name: () => string
  /** What is typed; undefined while the sheet is shut. */
  form: () => T | undefined
  /** Puts something typed back into the form, and the version it is now typed over. */
  put: (typed: T, version?: number) => void
  /** Sends it and shuts the sheet. */
  send: () => Promise<unknown>
  /** What somebody else saved meanwhile, as it would stand in the form. */
  theirs?: (current: unknown) => { typed: T; version: number }
}

export interface Sheet {
  /** What went wrong with sending it. */
  error: Ref<unknown>
  clashes: Ref<Clash[]>
  /** Whether what stands in it was typed before and not sent. */
  again: Ref<boolean>
  afresh: () => void
  save: () => Promise<void>
  choose: (whose: 'mine' | 'theirs', clash?: Clash) => Promise<void>
  about: (field: string) => string
}

/** A sheet with a form: what is typed into it is kept in the browser until it is sent, whatever shuts
 * the sheet, and joined field by field with what somebody else saved meanwhile. */
export function useSheet<T extends object>({ name, form, put, send, theirs }: SheetOptions<T>): Sheet {
  const error = ref<unknown>()
  const clashes = ref<Clash[]>([])
  const again = ref(false)
  let base: T | undefined
  let mine = ''

  watch(
    () => form() !== undefined,
    (open) => {
      error.value = undefined
      clashes.value = []
      again.value = false
      base = undefined
      if (!open) return
      mine = name()
      base = copy(form() as T)
      const before = unsent<T>(mine)
      if (!before) return
      const typed = merge(before.base, before.value, base).value
      if (same(typed, base)) return forgetUnsent(mine)
      put(typed)
      again.value = true
    },
    { flush: 'sync' },
  )
  watch(
    form,
    (typed) => {
      if (typed === undefined || base === undefined) return
      if (same(typed, base)) forgetUnsent(mine)
      else keepUnsent(mine, base, typed)
    },
    { deep: true },
  )
  onBeforeUnmount(askBeforeLeaving(() => base !== undefined && form() !== undefined && !same(form(), base)))

  const afresh = () => {
    if (base !== undefined) put(copy(base))
    again.value = false
    forgetUnsent(mine)
  }
  async function save(): Promise<void> {
    error.value = undefined
    const sent = mine
    try {
      await send()
      forgetUnsent(sent)
    } catch (e) {
      if (!(e instanceof Problem) || e.status !== 409 || !e.current || !theirs || base === undefined) {
        error.value = e
        return
      }
      const t = theirs(e.current)
      const m = merge(base, form() as T, t.typed)
      base = copy(t.typed)
      put(m.value, t.version)
      clashes.value = m.clashes
      if (m.clashes.length === 0) return save()
    }
  }
  async function choose(whose: 'mine' | 'theirs', one?: Clash) {
    const typed = copy(form() as T)
    for (const c of one ? [one] : clashes.value) if (whose === 'theirs') putAt(typed, c.path, copy(c.theirs))
    put(typed)
    clashes.value = one ? clashes.value.filter((c) => c !== one) : []
    if (clashes.value.length === 0) await save()
  }
  return {
    error,
    clashes,
    again,
    afresh,
    save,
    choose,
    about: (f) => (error.value instanceof Problem ? error.value.about(f) : ''),
  }
}
