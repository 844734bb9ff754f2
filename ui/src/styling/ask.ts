import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { useStorage } from '@vueuse/core'
import { computed, toValue, type MaybeRefOrGetter, type Ref } from 'vue'

/** What a lab works out from what is asked: the last answer stays while the next one is on its way, and after a
 * refusal, with its words beside it. */
export function useLab<A extends object, T>(
  key: string,
  id: MaybeRefOrGetter<string>,
  asked: A | Ref<A>,
  get: (id: string, a: A) => Promise<T>,
) {
  return useQuery({
    queryKey: ['lab-' + key, computed(() => toValue(id)), asked],
    enabled: () => toValue(id) !== '',
    queryFn: () => get(toValue(id), { ...toValue(asked) }),
    placeholderData: keepPreviousData,
  })
}

/** The air at the set: the same in every lab, remembered by the browser. */
export const useAir = () => useStorage('fig-ladder-air', { roomC: 20, humidity: 45 })

/** Seconds as one says them. */
export function span(s: { from: number; to: number }): string {
  const one = (v: number) =>
    v < 90 ? `${Math.round(v)} s` : v < 5400 ? `${Math.round(v / 60)} min` : `${(v / 3600).toFixed(1)} h`
  const a = one(s.from)
  const b = one(s.to)
  if (a === b) return a
  const [n, unit] = a.split(' ')
  return b.endsWith(' ' + unit) ? `${n} to ${b}` : `${a} to ${b}`
}
