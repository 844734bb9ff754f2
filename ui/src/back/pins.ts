import type { Schema } from '../api/client'

export type Pin = Schema['ReviewPin']
export type Term = Schema['ReviewTerm']

/** What a note says, with a shape that does not need its colour. */
export const says: Record<Pin['says'], { words: string; shape: string }> = {
  good: { words: 'works', shape: '✓' },
  bad: { words: 'does not', shape: '✕' },
  next: { words: 'next time', shape: '→' },
}

export const groups = { light: 'Light', depth: 'Depth', frame: 'The frame', props: 'Props' } as const
