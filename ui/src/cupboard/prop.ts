import type { Schema } from '../api/client'
import { words } from '../api/words'
import { inUnit, sides } from '../parts/units'

export type Prop = Schema['Prop']

export const finishes = words.PropFace.finish
export const conditions = words.Prop.condition

/** A prop's size as people say it: "20 cm" across, or "120 × 90 cm". */
export function sizeOf(p: Prop): string {
  const s = p.sizes
  const stands = p.kind === 'glass' || p.kind === 'jug' || p.kind === 'bowl'
  if (s.diameterMm) return sides(s.diameterMm) + (stands ? `, ${inUnit(s.heightMm)} high` : '')
  return s.widthMm ? sides(s.lengthMm, s.widthMm) : sides(s.lengthMm || s.heightMm)
}
