import type { Schema } from '../api/client'

export type Role = Schema['Person']['role']

/** What each role may do, in words; the rule itself is the server's. */
export const roles: { key: Role; name: string; may: string }[] = [
  { key: 'assistant', name: 'Assistant', may: 'Looks at everything; ticks, pulls, packs and takes frames.' },
  { key: 'stylist', name: 'Stylist', may: 'Also changes dishes, shots, props and sets.' },
  { key: 'photographer', name: 'Photographer', may: 'Also makes shoots, keeps frames, sends them out, keeps the kit.' },
  { key: 'owner', name: 'Owner', may: 'Also lets people in and takes shoots away.' },
]
export const roleName = (r: string) => roles.find((x) => x.key === r)?.name ?? r
