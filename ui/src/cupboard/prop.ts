import type { Schema } from '../api/client'
import { words } from '../api/words'

export type Prop = Schema['Prop']

export const finishes = words.PropFace.finish
export const conditions = words.Prop.condition

/** A prop's size as people say it: "20 cm" across, or "120 × 90 cm". */
export function sizeOf(p: Prop): string {
  const s = p.sizes
  const cm = (v: number) => String(Math.round(v) / 10)
  if (s.diameterMm)
    return (
      cm(s.diameterMm) +
      ' cm' +
      (p.kind === 'glass' || p.kind === 'jug' || p.kind === 'bowl' ? `, ${cm(s.heightMm)} high` : '')
    )
  return s.widthMm ? `${cm(s.lengthMm)} × ${cm(s.widthMm)} cm` : cm(s.lengthMm || s.heightMm) + ' cm'
}
