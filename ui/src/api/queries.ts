import { useInfiniteQuery, useQuery } from '@tanstack/vue-query'
import { computed, toValue, type MaybeRefOrGetter } from 'vue'
import { api, ask, type Angle, type Direction } from './client'

type Id = MaybeRefOrGetter<string>
const by = (id: Id) => ({ params: { path: { id: toValue(id) } } })
const now = (id: Id) => computed(() => toValue(id))
const known = (id: Id) => computed(() => toValue(id) !== '')

export const useStart = () => useQuery({ queryKey: ['start'], queryFn: () => ask(api.GET('/api/start')) })
export const useShoots = () => useQuery({ queryKey: ['shoots'], queryFn: () => ask(api.GET('/api/shoots')) })
export const useShoot = (id: Id) =>
  useQuery({
    queryKey: ['shoot', now(id)],
    enabled: known(id),
    queryFn: () => ask(api.GET('/api/shoots/{id}', by(id))),
  })
export const useBriefReading = (id: Id) =>
  useQuery({
    queryKey: ['brief', now(id)],
    enabled: known(id),
    queryFn: () => ask(api.GET('/api/shoots/{id}/brief', by(id))),
  })
export const useLadder = (id: Id) =>
  useQuery({
    queryKey: ['ladder', now(id)],
    enabled: known(id),
    queryFn: () => ask(api.GET('/api/shoots/{id}/ladder', by(id))),
  })
export const useDeeds = (id: Id) =>
  useQuery({
    queryKey: ['deeds', now(id)],
    enabled: known(id),
    queryFn: () => ask(api.GET('/api/shoots/{id}/deeds', by(id))),
  })
export const useDishes = (id: Id) =>
  useQuery({
    queryKey: ['dishes', now(id)],
    enabled: known(id),
    queryFn: () => ask(api.GET('/api/shoots/{id}/dishes', by(id))),
  })
export const useMined = (id: Id) =>
  useQuery({
    queryKey: ['mined', now(id)],
    enabled: known(id),
    queryFn: () => ask(api.GET('/api/dishes/{id}/mined', by(id))),
  })
/** The first shots of a list, for the screens that go through them one by one. */
export const useShots = (id: Id) =>
  useQuery({
    queryKey: ['shots', now(id)],
    enabled: known(id),
    queryFn: async () =>
      (await ask(api.GET('/api/shoots/{id}/shots', { params: { path: { id: toValue(id) }, query: { limit: 500 } } })))
        .rows,
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
export const useListSums = (id: Id) =>
  useQuery({
    queryKey: ['sums', now(id)],
    enabled: known(id),
    queryFn: () => ask(api.GET('/api/shoots/{id}/shots/sums', by(id))),
  })
export const useListCheck = (id: Id) =>
  useQuery({
    queryKey: ['check', now(id)],
    enabled: known(id),
    queryFn: () => ask(api.GET('/api/shoots/{id}/shots/check', by(id))),
  })
export const useGrouping = (id: Id) =>
  useQuery({
    queryKey: ['grouping', now(id)],
    enabled: known(id),
    retry: false,
    queryFn: () => ask(api.GET('/api/shoots/{id}/shots/grouping', by(id))),
  })
export const useAsides = (id: Id) =>
  useQuery({
    queryKey: ['asides', now(id)],
    enabled: known(id),
    queryFn: () => ask(api.GET('/api/shoots/{id}/asides', by(id))),
  })
export const useReferences = (id: Id) =>
  useQuery({
    queryKey: ['references', now(id)],
    enabled: known(id),
    queryFn: () => ask(api.GET('/api/shoots/{id}/references', by(id))),
  })
export const useTrials = (id: Id) =>
  useQuery({
    queryKey: ['trials', now(id)],
    enabled: known(id),
    queryFn: () => ask(api.GET('/api/dishes/{id}/trials', by(id))),
  })
export const useColours = (id: Id) =>
  useQuery({
    queryKey: ['colours', now(id)],
    enabled: known(id),
    queryFn: () => ask(api.GET('/api/dishes/{id}/colours', by(id))),
  })
export const useEating = (id: Id) =>
  useQuery({
    queryKey: ['eating', now(id)],
    enabled: known(id),
    queryFn: () => ask(api.GET('/api/dishes/{id}/eating', by(id))),
  })
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
export const useProp = (id: Id) =>
  useQuery({ queryKey: ['prop', now(id)], enabled: known(id), queryFn: () => ask(api.GET('/api/props/{id}', by(id))) })
export const usePropKinds = () =>
  useQuery({ queryKey: ['prop-kinds'], staleTime: Infinity, queryFn: () => ask(api.GET('/api/prop-kinds')) })
export const useSuited = (id: Id) =>
  useQuery({
    queryKey: ['suited', now(id)],
    enabled: known(id),
    queryFn: () => ask(api.GET('/api/dishes/{id}/props', by(id))),
  })
export const usePulls = (id: Id) =>
  useQuery({
    queryKey: ['pulls', now(id)],
    enabled: known(id),
    queryFn: () => ask(api.GET('/api/shoots/{id}/pulls', by(id))),
  })
export const usePack = (id: Id) =>
  useQuery({
    queryKey: ['pack', now(id)],
    enabled: known(id),
    queryFn: () => ask(api.GET('/api/shoots/{id}/pack', by(id))),
  })
export const useBlanks = () =>
  useQuery({ queryKey: ['blanks'], staleTime: Infinity, queryFn: () => ask(api.GET('/api/blanks')) })
export const useKit = () => useQuery({ queryKey: ['kit'], queryFn: () => ask(api.GET('/api/kit')) })
export const useLacking = () =>
  useQuery({ queryKey: ['lacking'], queryFn: () => ask(api.GET('/api/cupboard/lacking')) })
export const useShopping = (id: Id) =>
  useQuery({
    queryKey: ['shopping', now(id)],
    enabled: known(id),
    queryFn: () => ask(api.GET('/api/shoots/{id}/shopping', by(id))),
  })
export const useSeries = (id: Id) =>
  useQuery({
    queryKey: ['series', now(id)],
    enabled: known(id),
    queryFn: () => ask(api.GET('/api/shoots/{id}/series', by(id))),
  })
export const useFrames = (id: Id) =>
  useQuery({
    queryKey: ['frames', now(id)],
    enabled: known(id),
    queryFn: () => ask(api.GET('/api/shoots/{id}/frames', by(id))),
  })
export const useFinish = (id: Id) =>
  useQuery({
    queryKey: ['finish', now(id)],
    enabled: known(id),
    queryFn: () => ask(api.GET('/api/shots/{id}/finish', by(id))),
  })
export const useOutlets = () => useQuery({ queryKey: ['outlets'], queryFn: () => ask(api.GET('/api/outlets')) })
export const usePublications = (id: Id) =>
  useQuery({
    queryKey: ['publications', now(id)],
    enabled: known(id),
    queryFn: () => ask(api.GET('/api/shoots/{id}/publications', by(id))),
    // While something is on its way, look again.
    refetchInterval: (q) => (q.state.data?.some((p) => p.state === 'waiting') ? 400 : false),
  })
