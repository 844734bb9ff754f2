import type { Schema } from '../api/client'

type Outlet = Schema['Outlet']

export const formats: Record<Outlet['format'], string> = { jpeg: 'JPEG', png: 'PNG', webp: 'WebP' }

/** How long a picture may be, in words. */
export const px = (o: Outlet) =>
  o.mostLongPx
    ? o.leastLongPx
      ? `${o.leastLongPx} to ${o.mostLongPx} px`
      : `up to ${o.mostLongPx} px`
    : o.leastLongPx
      ? `${o.leastLongPx} px or more`
      : 'any size'

/** What an outlet asks for, in a line. */
export const told = (o: Outlet) => [o.shape || 'any shape', px(o), formats[o.format]].join(', ')
