import { useInfiniteQuery, useQuery } from '@tanstack/vue-query'
import { computed, toValue, type MaybeRefOrGetter } from 'vue'
import { lookAgain } from '../out/sent'
import { api, ask, type Angle, type Direction } from './client'

type Id = MaybeRefOrGetter<string>
const by = (id: string) => ({ params: { path: { id } } })
const now = (id: Id) => computed(() => toValue(id))
const known = (id: Id) => computed(() => toValue(id) !== '')

/** An answer of its own for each id: for a part of the page (`useShoot(id)`), or asked for before
 * the part stands (`useShoot.ahead(id)`, for askAhead). */
const byId = <T>(key: string, get: (id: string) => Promise<T>) =>
  Object.assign(
    (id: Id) => useQuery({ queryKey: [key, now(id)], enabled: known(id), queryFn: () => get(toValue(id)) }),
    { ahead: (id: string) => ({ queryKey: [key, id], queryFn: () => get(id) }) },
  )
/** An answer that there is one of. */
const one = <T>(key: string, get: () => Promise<T>, more: { staleTime?: number; refetchInterval?: number } = {}) => {
  const asked = { queryKey: [key], queryFn: get, ...more }
  return Object.assign(() => useQuery(asked), { ahead: () => asked })
}

export const useStart = one('start', () => ask(api.GET('/api/start')))
export const useShoots = one('shoots', () => ask(api.GET('/api/shoots')))
export const useShoot = byId('shoot', (id) => ask(api.GET('/api/shoots/{id}', by(id))))
export const useBriefReading = byId('brief', (id) => ask(api.GET('/api/shoots/{id}/brief', by(id))))
export const useLadder = byId('ladder', (id) => ask(api.GET('/api/shoots/{id}/ladder', by(id))))
export const useDeeds = byId('deeds', (id) => ask(api.GET('/api/shoots/{id}/deeds', by(id))))
export const useDishes = byId('dishes', (id) => ask(api.GET('/api/shoots/{id}/dishes', by(id))))
export const useWrap = byId('wrap', (id) => ask(api.GET('/api/shoots/{id}/wrap', by(id))))
export const useMoney = byId('money', (id) => ask(api.GET('/api/shoots/{id}/cost', by(id))))
export const useDay = byId('day', (id) => ask(api.GET('/api/shoots/{id}/day', by(id))))
export const useMined = byId('mined', (id) => ask(api.GET('/api/dishes/{id}/mined', by(id))))
/** The first shots of a list, for the screens that go through them one by one. */
export const useShots = byId('shots', async (id) => {
  const query = { limit: 500 }
  return (await ask(api.GET('/api/shoots/{id}/shots', { params: { path: { id }, query } }))).rows
})
export type Sieve = {
  words: string
  dish: string
  kind: string
  angle: Angle
  light: Direction
  vessel: string
  hands: '' | 'more' | 'none'
}
/** A shot list in pages, sifted. */
export const useList = (id: Id, sieve: Sieve) =>
  useInfiniteQuery({
    queryKey: ['list', now(id), sieve],
    enabled: known(id),
    initialPageParam: '',
    queryFn: ({ pageParam }) =>
      ask(
        api.GET('/api/shoots/{id}/shots', {
          params: { path: { id: toValue(id) }, query: { ...sieve, after: pageParam, limit: 100 } },
        }),
      ),
    getNextPageParam: (last) => last.next || undefined,
    placeholderData: (before) => before,
  })
export const useListSums = byId('sums', (id) => ask(api.GET('/api/shoots/{id}/shots/sums', by(id))))
export const useListCheck = byId('check', (id) => ask(api.GET('/api/shoots/{id}/shots/check', by(id))))
export const useGrouping = (id: Id) =>
  useQuery({
    queryKey: ['grouping', now(id)],
    enabled: known(id),
    retry: false,
    queryFn: () => ask(api.GET('/api/shoots/{id}/shots/grouping', by(toValue(id)))),
  })
export const useAsides = byId('asides', (id) => ask(api.GET('/api/shoots/{id}/asides', by(id))))
export const useReferences = byId('references', (id) => ask(api.GET('/api/shoots/{id}/references', by(id))))
export const useTrials = byId('trials', (id) => ask(api.GET('/api/dishes/{id}/trials', by(id))))
export const useColours = byId('colours', (id) => ask(api.GET('/api/dishes/{id}/colours', by(id))))
export const useEating = byId('eating', (id) => ask(api.GET('/api/dishes/{id}/eating', by(id))))
export type PropSieve = {
  words: string
  group: 'things' | 'grounds'
  kind: string
  hue: string
  finish: string
  light: '' | 'dark' | 'middle' | 'light'
  leastMm: number
  mostMm: number
  freeOn: string
  unseen: boolean
}
/** The cupboard in pages, sifted. */
export const useProps = (sieve: PropSieve) =>
  useInfiniteQuery({
    queryKey: ['props', sieve],
    initialPageParam: '',
    queryFn: ({ pageParam }) => ask(api.GET('/api/props', { params: { query: { ...sieve, after: pageParam } } })),
    getNextPageParam: (last) => last.next || undefined,
    placeholderData: (before) => before,
  })
export const useProp = byId('prop', (id) => ask(api.GET('/api/props/{id}', by(id))))
export const usePropKinds = one('prop-kinds', () => ask(api.GET('/api/prop-kinds')), { staleTime: Infinity })
export const useSuited = byId('suited', (id) => ask(api.GET('/api/dishes/{id}/props', by(id))))
export const usePulls = byId('pulls', (id) => ask(api.GET('/api/shoots/{id}/pulls', by(id))))
export const usePack = byId('pack', (id) => ask(api.GET('/api/shoots/{id}/pack', by(id))))
export const useBlanks = one('blanks', () => ask(api.GET('/api/blanks')), { staleTime: Infinity })
export const useKit = one('kit', () => ask(api.GET('/api/kit')))
export const useLacking = one('lacking', () => ask(api.GET('/api/cupboard/lacking')))
export const useShopping = byId('shopping', (id) => ask(api.GET('/api/shoots/{id}/shopping', by(id))))
export const useSeries = byId('series', (id) => ask(api.GET('/api/shoots/{id}/series', by(id))))
export const useSet = byId('set', (id) => ask(api.GET('/api/shots/{id}/set', by(id))))
export const usePlaces = one('places', () => ask(api.GET('/api/places')))
export const useFinals = byId('finals', (id) => ask(api.GET('/api/shoots/{id}/finals', by(id))))
export const useSetUps = byId('setups', (id) => ask(api.GET('/api/shoots/{id}/setups', by(id))))
export const useContact = byId('contact', (id) => ask(api.GET('/api/shoots/{id}/contact', by(id))))
export const useChosen = byId('chosen', (id) => ask(api.GET('/api/shots/{id}/set/chosen', by(id))))
export const useFrames = byId('frames', (id) => ask(api.GET('/api/shoots/{id}/frames', by(id))))
/** Cards that are copied; looked at often while one is at work. */
export const useCopies = (id: Id) =>
  useQuery({
    queryKey: ['copies', now(id)],
    enabled: known(id),
    queryFn: () => ask(api.GET('/api/shoots/{id}/copies', by(toValue(id)))),
    refetchInterval: (q) =>
      q.state.data?.some((c) => ['copying', 'looking', 'matching', 'sending'].includes(c.stage)) ? 500 : false,
  })
export const usePlacesToCopy = one('places-to-copy', () => ask(api.GET('/api/places-to-copy')), {
  refetchInterval: 4000,
})
export type Which = 'every' | 'unlaid' | 'standing' | 'listed' | 'chosen'
/** A shoot's pictures laid out by time, in parts. */
export const useTable = (id: Id, which: MaybeRefOrGetter<Which>) =>
  useInfiniteQuery({
    queryKey: ['table', now(id), now(which as Id)],
    enabled: known(id),
    initialPageParam: '',
    queryFn: ({ pageParam }) =>
      ask(
        api.GET('/api/shoots/{id}/table', {
          params: { path: { id: toValue(id) }, query: { which: toValue(which), after: pageParam, limit: 500 } },
        }),
      ),
    getNextPageParam: (last) => last.next || undefined,
    placeholderData: (before) => before,
  })
export const useTableSums = byId('table-sums', (id) => ask(api.GET('/api/shoots/{id}/table/sums', by(id))))
/** A picture in numbers, against its plan and the others of its shot. */
export const useFrameNumbers = byId('numbers', (id) => ask(api.GET('/api/frames/{id}/numbers', by(id))))
/** The camera is looked at every few seconds: a cable comes out without a word. */
export const useCamera = one('camera', () => ask(api.GET('/api/camera')), { refetchInterval: 3000 })
export const useFinishing = byId('finishing', (id) => ask(api.GET('/api/frames/{id}/finishing', by(id))))
export const useLooks = byId('looks', (id) => ask(api.GET('/api/shoots/{id}/looks', by(id))))
export const useInARow = (id: Id, reference: Id) =>
  useQuery({
    queryKey: ['in-a-row', now(id), now(reference)],
    queryFn: () =>
      ask(
        api.GET('/api/shoots/{id}/in-a-row', {
          params: { path: { id: toValue(id) }, query: { reference: toValue(reference) } },
        }),
      ),
  })
export const useBack = byId('back', (id) => ask(api.GET('/api/shoots/{id}/back', by(id))))
export const useTraining = one('training', () => ask(api.GET('/api/training')))
export const useYear = one('year', () => ask(api.GET('/api/year')))
export const useReview = byId('review', (id) => ask(api.GET('/api/frames/{id}/review', by(id))))
export const useFinish = byId('finish', (id) => ask(api.GET('/api/shots/{id}/finish', by(id))))
export const useOutlets = one('outlets', () => ask(api.GET('/api/outlets')))
export const usePublications = (id: Id) =>
  useQuery({
    queryKey: ['publications', now(id)],
    enabled: known(id),
    queryFn: () => ask(api.GET('/api/shoots/{id}/publications', by(toValue(id)))),
    // While something is on its way, look again.
    refetchInterval: (q) => lookAgain(q.state.data),
  })

/** What stands at an outlet of a shoot, judged as a set. */
export const useTogether = (shoot: Id, outlet: Id) =>
  useQuery({
    queryKey: ['together', now(shoot), now(outlet)],
    enabled: computed(() => Boolean(toValue(shoot) && toValue(outlet))),
    queryFn: () =>
      ask(
        api.GET('/api/shoots/{id}/together', {
          params: { path: { id: toValue(shoot) ?? '' }, query: { outlet: toValue(outlet) ?? '' } },
        }),
      ),
  })

/** What of a shoot is not at an outlet yet. */
export const useRest = (shoot: Id, outlet: Id) =>
  useQuery({
    queryKey: ['rest', now(shoot), now(outlet)],
    enabled: computed(() => Boolean(toValue(shoot) && toValue(outlet))),
    queryFn: () =>
      ask(
        api.GET('/api/shoots/{id}/rest', {
          params: { path: { id: toValue(shoot) ?? '' }, query: { outlet: toValue(outlet) ?? '' } },
        }),
      ),
  })

/** What goes out, went and has to come down between two days. */
export const useOutings = (from: string, to: string) =>
  useQuery({
    queryKey: ['outings', from, to],
    queryFn: () => ask(api.GET('/api/outings', { params: { query: { from, to } } })),
  })
