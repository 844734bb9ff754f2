import type { Schema } from '../api/client'

export type Role = Schema['Person']['role']

/** What each role may do, in words: beyond the one before it, and told to the person. The rule itself is the server's. */
export const roles: { key: Role; name: string; may: string; you: string }[] = [
  {
    key: 'assistant',
    name: 'Assistant',
    may: 'Looks at everything; ticks, pulls, packs and takes frames.',
    you: 'You look at everything; you tick, pull, pack and take frames.',
  },
  {
    key: 'stylist',
    name: 'Stylist',
    may: 'Also changes dishes, shots, props and sets.',
    you: 'You change dishes, shots, props and sets, and do all that an assistant does.',
  },
  {
    key: 'photographer',
    name: 'Photographer',
    may: 'Also makes shoots, keeps frames, sends them out, keeps the kit.',
    you: 'You do everything but let people in and take shoots away.',
  },
  { key: 'owner', name: 'Owner', may: 'Also lets people in and takes shoots away.', you: 'You do everything here.' },
]
export const roleOf = (r?: string) => roles.find((x) => x.key === r)
