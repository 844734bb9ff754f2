import { useQueryClient } from '@tanstack/vue-query'

/** The rooms of the studio, from the ground up, as the rules have them: what is done in one is
 * seen in it and above it, never below. */
export const rooms = [
  'people',
  'brief',
  'kitchen',
  'list',
  'cupboard',
  'set',
  'styling',
  'day',
  'frames',
  'finish',
  'proof',
  'out',
  'review',
  'train',
  'ladder',
] as const
export type Room = (typeof rooms)[number]

/** The highest room whose facts an answer holds, by the first part of its query's key. What is
 * not named here is asked for again whatever was done. */
const heldBy: Record<string, Room> = {
  start: 'people',
  units: 'people',
  people: 'people',
  invitations: 'people',
  shoot: 'brief',
  brief: 'brief',
  references: 'brief',
  dishes: 'kitchen',
  colours: 'kitchen',
  eating: 'kitchen',
  trials: 'kitchen',
  'trial-bench': 'kitchen',
  shopping: 'styling',
  mined: 'list',
  sums: 'list',
  check: 'list',
  grouping: 'list',
  series: 'list',
  asides: 'list',
  kit: 'cupboard',
  lacking: 'cupboard',
  pulls: 'cupboard',
  cards: 'cupboard',
  'props-for-sets': 'cupboard',
  place: 'set',
  set: 'set',
  setups: 'set',
  contact: 'set',
  finals: 'ladder',
  chosen: 'set',
  places: 'set',
  previews: 'set',
  habits: 'set',
  pack: 'styling',
  styling: 'styling',
  safety: 'styling',
  'lab-drink': 'set',
  'lab-dew': 'set',
  'lab-hand': 'set',
  camera: 'frames',
  copies: 'frames',
  'copy-files': 'frames',
  table: 'frames',
  'table-sums': 'frames',
  numbers: 'frames',
  facets: 'set',
  'lab-steam': 'set',
  'lab-bowl': 'set',
  'lab-layers': 'set',
  'lab-glow': 'set',
  day: 'day',
  wrap: 'day',
  money: 'day',
  'day-offers': 'day',
  frames: 'frames',
  publications: 'out',
  together: 'out',
  rest: 'out',
  outings: 'out',
  outlets: 'out',
  back: 'review',
  review: 'review',
  year: 'review',
  training: 'train',
  drill: 'train',
  finishing: 'finish',
  difference: 'finish',
  proofs: 'proof',
  looks: 'finish',
  'in-a-row': 'finish',
}

/** Whether an answer may have changed by something done in a room. */
export function touched(key: unknown, by: Room): boolean {
  const room = heldBy[String(key)]
  return room === undefined || rooms.indexOf(room) >= rooms.indexOf(by)
}

/** Asks again for whatever may have changed by what was done in a room, or for everything. */
export function useRefresh(by?: Room) {
  const queries = useQueryClient()
  return () => queries.invalidateQueries(by ? { predicate: (q) => touched(q.queryKey[0], by) } : undefined)
}
