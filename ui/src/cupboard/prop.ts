import type { Schema } from '../api/client'

export type Prop = Schema['Prop']

export function emptyProp(): Prop {
  const face = () => ({ name: '', colour: '', second: '', finish: 'matt' as const, pattern: 0 })
  return {
    name: '', kind: 'plate', sizes: { diameterMm: 0, wellMm: 0, heightMm: 0, wallMm: 0, openingMm: 0, lengthMm: 0, widthMm: 0, thicknessMm: 0, bladeMm: 0 },
    front: { ...face(), colour: '#d9d6cd' }, back: face(), material: '', condition: 'new', history: [], count: 1, shelf: '', maker: '', priceMinor: 0, foodContact: '', ties: [], loan: { from: '', due: '', dayMinor: 0, returned: false }, picture: '',
  }
}

export const finishes = ['matt', 'satin', 'glossy', 'mirror'] as const
export const conditions = ['new', 'patina', 'worn', 'scratched', 'chipped', 'broken'] as const
export const hues = ['white', 'grey', 'black', 'cream', 'brown', 'red', 'orange', 'yellow', 'green', 'teal', 'blue', 'purple', 'pink']

/** A prop's size as people say it: "20 cm" across, or "120 × 90 cm". */
export function sizeOf(p: Prop): string {
  const s = p.sizes
  const cm = (v: number) => String(Math.round(v) / 10)
  if (s.diameterMm) return cm(s.diameterMm) + ' cm' + (p.kind === 'glass' || p.kind === 'jug' || p.kind === 'bowl' ? `, ${cm(s.heightMm)} high` : '')
  return s.widthMm ? `${cm(s.lengthMm)} × ${cm(s.widthMm)} cm` : cm(s.lengthMm || s.heightMm) + ' cm'
}
