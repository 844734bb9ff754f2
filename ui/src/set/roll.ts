import type { SceneSet } from '../api/client'
import { part, type Thing } from './fields'

/** One thing of the set as the roll tells it; `off` says how it is not there. */
export interface Called {
  key: Thing
  name: string
  on?: boolean
  off?: string
}
export interface Group {
  name: string
  all: Called[]
}

const capital = (w: string) => w && w[0]!.toUpperCase() + w.slice(1)

/** Everything on a set by its name, in the order in which a set is built. */
export function rollOf(set: SceneSet): Group[] {
  const listed = (kind: string, of: { name: string; kind: string; on: boolean }[] | null | undefined, off: string) =>
    (of ?? []).map((x, i) => ({ key: `${kind}-${i}`, name: capital(x.name || x.kind), on: x.on, off }))
  return [
    {
      name: 'Camera',
      all: [
        { key: 'camera', name: 'Camera' },
        { key: 'kit', name: 'Lens' },
      ],
    },
    {
      name: 'Dish',
      all: [
        { key: 'vessel', name: capital(set.vessel.kind) },
        { key: 'food', name: capital(set.food.name) || 'Food' },
      ],
    },
    {
      name: 'Beside it',
      all: [
        ...listed('thing', set.things, 'out'),
        { key: 'ground', name: 'Ground', on: set.ground.on, off: 'none' },
        { key: 'backdrop', name: 'Backdrop', on: set.backdrop.on, off: 'none' },
      ],
    },
    { name: 'Light', all: [...listed('light', set.lights, 'off'), ...listed('card', set.cards, 'out')] },
    {
      name: 'Place',
      all: [
        { key: 'daylight', name: 'Day and sky', on: set.daylight.on, off: 'off' },
        { key: 'table', name: 'Table' },
        { key: 'room', name: 'Room' },
      ],
    },
  ]
}

/** What is chosen, by its name. */
export const nameOf = (set: SceneSet, thing: Thing) =>
  rollOf(set)
    .flatMap((g) => g.all)
    .find((x) => x.key === thing)?.name ?? capital(part(thing)[0])
