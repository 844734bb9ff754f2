import type { Schema } from '../api/client'

export type Brief = Schema['Brief']

export function emptyBrief(): Brief {
  const zone = Intl.DateTimeFormat().resolvedOptions().timeZone
  return {
    kind: 'commission',
    who: '',
    what: '',
    when: '',
    zone,
    where: '',
    why: '',
    how: '',
    mood: { key: 'bright', colour: 'muted' },
    houseColours: [],
    deliverables: [],
    hands: 0,
    crew: [],
    candidates: [],
  }
}

/** The six questions in the order they are asked. */
export const questions = [
  { key: 'who', ask: 'Who is on it?', hint: 'Client, stylist, pairs of hands' },
  { key: 'what', ask: 'What is on the plate?', hint: 'Dishes and drinks' },
  { key: 'when', ask: 'When?', hint: 'The day of the shoot' },
  { key: 'where', ask: 'Where?', hint: 'Room, window, kitchen' },
  { key: 'why', ask: 'Why?', hint: 'To what end, for whom to see' },
  { key: 'how', ask: 'How?', hint: 'Light, style, manner' },
] as const

export const shapes = ['4:5', '1:1', '9:16', '3:2', '2:3', '16:9']

/** What can be taken from a reference, as the server takes it. */
export const takes = ['styling', 'light', 'mood', 'angle', 'prop', 'colour', 'crop']
