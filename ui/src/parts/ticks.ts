import { useIntervalFn } from '@vueuse/core'
import { computed, onBeforeUnmount, onMounted, ref } from 'vue'
import { Problem } from '../api/client'
import { forgetUnsent, keepUnsent, unsent } from './unsent'

/** A tick that has not been sent: whether it is on, and what the line is called. */
export type Tick = { on: boolean; name: string }
export type Ticks = Record<string, Tick>

/** What the ticked lines are once those that wait are put in. */
export function ticked(was: readonly string[], waiting: Ticks): string[] {
  const out = was.filter((k) => waiting[k]?.on !== false)
  for (const [k, t] of Object.entries(waiting)) if (t.on && !out.includes(k)) out.push(k)
  return out
}

/** What was done, for the list of deeds. */
export function done(waiting: Ticks): string {
  const all = Object.values(waiting)
  if (all.length === 1) return (all[0]!.on ? 'Ticked ' : 'Unticked ') + all[0]!.name
  return `Ticked ${all.length} lines of the shopping`
}

/** Ticks on a list that is used where there may be no connection: they show at once, are kept in the browser, and are
 * sent together on top of how the list then stands. `send` gets them and puts them in; what another did meanwhile stays. */
export function useTicks(name: string, send: (waiting: Ticks) => Promise<unknown>) {
  const kept = unsent<Ticks>(name)?.value ?? {}
  const waiting = ref<Ticks>(kept)
  const error = ref<unknown>()
  let sending = false
  const keep = () => (Object.keys(waiting.value).length ? keepUnsent(name, {}, waiting.value) : forgetUnsent(name))
  async function flush() {
    if (sending || !Object.keys(waiting.value).length) return
    sending = true
    try {
      for (let tries = 0; Object.keys(waiting.value).length && tries < 5; tries++) {
        const now = { ...waiting.value }
        try {
          await send(now)
        } catch (e) {
          if (e instanceof Problem && e.status === 409) continue // somebody was first: on top of theirs
          // Without a connection nothing is wrong; it waits.
          error.value = e instanceof Problem && e.passing ? undefined : e
          return
        }
        error.value = undefined
        for (const [k, t] of Object.entries(now)) if (waiting.value[k]?.on === t.on) delete waiting.value[k]
        keep()
      }
    } finally {
      sending = false
    }
  }
  function tick(key: string, line: string, on: boolean) {
    waiting.value[key] = { on, name: line }
    keep()
    void flush()
  }
  onMounted(() => {
    window.addEventListener('online', flush)
    void flush()
  })
  onBeforeUnmount(() => window.removeEventListener('online', flush))
  useIntervalFn(() => void flush(), 4000)
  const isOn = (key: string, was: boolean) => waiting.value[key]?.on ?? was
  return { tick, isOn, error, waits: computed(() => Object.keys(waiting.value).length) }
}
