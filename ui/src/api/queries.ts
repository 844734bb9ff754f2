import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, toValue, type MaybeRefOrGetter } from 'vue'
import { api, ask } from './client'

type Id = MaybeRefOrGetter<string>
const by = (id: Id) => ({ params: { path: { id: toValue(id) } } })
const now = (id: Id) => computed(() => toValue(id))
const known = (id: Id) => computed(() => toValue(id) !== '')

export const useStart = () => useQuery({ queryKey: ['start'], queryFn: () => ask(api.GET('/api/start')) })
export const useShoots = () => useQuery({ queryKey: ['shoots'], queryFn: () => ask(api.GET('/api/shoots')) })
export const useShoot = (id: Id) => useQuery({ queryKey: ['shoot', now(id)], enabled: known(id), queryFn: () => ask(api.GET('/api/shoots/{id}', by(id))) })
export const useBriefReading = (id: Id) => useQuery({ queryKey: ['brief', now(id)], enabled: known(id), queryFn: () => ask(api.GET('/api/shoots/{id}/brief', by(id))) })
export const useLadder = (id: Id) => useQuery({ queryKey: ['ladder', now(id)], enabled: known(id), queryFn: () => ask(api.GET('/api/shoots/{id}/ladder', by(id))) })
export const useDeeds = (id: Id) => useQuery({ queryKey: ['deeds', now(id)], enabled: known(id), queryFn: () => ask(api.GET('/api/shoots/{id}/deeds', by(id))) })
export const useDishes = (id: Id) => useQuery({ queryKey: ['dishes', now(id)], enabled: known(id), queryFn: () => ask(api.GET('/api/shoots/{id}/dishes', by(id))) })
export const useMined = (id: Id) => useQuery({ queryKey: ['mined', now(id)], enabled: known(id), queryFn: () => ask(api.GET('/api/dishes/{id}/mined', by(id))) })
export const useShots = (id: Id) => useQuery({ queryKey: ['shots', now(id)], enabled: known(id), queryFn: () => ask(api.GET('/api/shoots/{id}/shots', by(id))) })
export const useFrames = (id: Id) => useQuery({ queryKey: ['frames', now(id)], enabled: known(id), queryFn: () => ask(api.GET('/api/shoots/{id}/frames', by(id))) })
export const useFinish = (id: Id) => useQuery({ queryKey: ['finish', now(id)], enabled: known(id), queryFn: () => ask(api.GET('/api/shots/{id}/finish', by(id))) })
export const useOutlets = () => useQuery({ queryKey: ['outlets'], queryFn: () => ask(api.GET('/api/outlets')) })
export const usePublications = (id: Id) =>
  useQuery({
    queryKey: ['publications', now(id)],
    enabled: known(id),
    queryFn: () => ask(api.GET('/api/shoots/{id}/publications', by(id))),
    // While something is on its way, look again.
    refetchInterval: (q) => (q.state.data?.some((p) => p.state === 'waiting') ? 400 : false),
  })

/** Marks everything of the shoot as worth asking for again. */
export function useRefresh() {
  const queries = useQueryClient()
  return () => queries.invalidateQueries()
}
