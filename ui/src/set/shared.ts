import type { SceneSet } from '../api/client'
import { same } from '../parts/merge'

/** What all frames of a set-up share, each with its name on screen. */
const parts: { words: string; of: (s: SceneSet) => unknown }[] = [
  { words: 'light', of: (s) => [s.lights, s.daylight] },
  { words: 'cards', of: (s) => s.cards?.map((c) => (s.ownCards ? { ...c, on: true } : c)) },
  { words: 'things', of: (s) => s.things?.map((t) => ({ ...t, on: true })) },
  { words: 'ground', of: (s) => s.ground },
  { words: 'backdrop', of: (s) => s.backdrop },
  { words: 'vessel', of: (s) => (s.ownVessel ? undefined : s.vessel) },
  { words: 'food', of: (s) => (s.ownFood ? undefined : s.food) },
  { words: 'table', of: (s) => s.table },
  { words: 'room', of: (s) => s.room },
  { words: 'shared cameras', of: (s) => s.views },
]

/** Names what was changed for every frame of the set-up. */
export function sharedChanges(was: SceneSet, now: SceneSet): string[] {
  return parts
    .filter((p) => {
      const [a, b] = [p.of(was), p.of(now)]
      return a !== undefined && b !== undefined && !same(a, b)
    })
    .map((p) => p.words)
}

/** A list of words as a sentence has it. */
export const listed = (all: string[]) =>
  all.length < 2 ? (all[0] ?? '') : all.slice(0, -1).join(', ') + ' and ' + all[all.length - 1]
