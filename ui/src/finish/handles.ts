import type { Spot, Step } from './look'

/** Something in the picture that is taken hold of: where it is, in shares of the picture, and what moving it does. */
export interface Handle {
  name: string
  at: Spot
  move: (to: Spot) => void
}

const within = (v: number, lo = 0, hi = 1) => Math.min(hi, Math.max(lo, v))
const inside = (p: Spot) => ({ x: within(p.x), y: within(p.y) })

/** How small a part of a crop or an oval can be drawn. */
const LEAST = 0.02

/** The handles of a step in a picture that is w by h pixels as it is shown. */
export function handlesOf(step: Step | undefined, w: number, h: number): Handle[] {
  if (!step || !w || !h) return []
  const long = Math.max(w, h)
  if (step.kind === 'local' && step.mask) {
    const m = step.mask
    const names = m.shape === 'fade' ? ['Where it is whole', 'Where it has gone'] : []
    const points: Handle[] = m.points.map((p, i) => ({
      name: m.shape === 'oval' ? 'Middle of the part' : (names[i] ?? `Place ${i + 1} of the stroke`),
      at: p,
      move: (to) => (m.points[i] = inside(to)),
    }))
    if (m.shape !== 'oval' || !m.points[0]) return points
    const c = m.points[0]
    const turn = (m.turnDeg * Math.PI) / 180
    const edge = (field: 'across' | 'down', angle: number, name: string): Handle => ({
      name,
      at: {
        x: c.x + (m[field] * long * Math.cos(turn + angle)) / w,
        y: c.y + (m[field] * long * Math.sin(turn + angle)) / h,
      },
      move: (to) => (m[field] = within(Math.hypot((to.x - c.x) * w, (to.y - c.y) * h) / long, LEAST)),
    })
    return [...points, edge('across', 0, 'Width of the part'), edge('down', Math.PI / 2, 'Height of the part')]
  }
  if (step.kind === 'crop' && step.box) {
    const b = step.box
    const corner = (right: boolean, low: boolean, name: string): Handle => ({
      name,
      at: { x: b.x + (right ? b.w : 0), y: b.y + (low ? b.h : 0) },
      move: (to) => {
        const p = inside(to)
        const [r, f] = [b.x + b.w, b.y + b.h]
        if (right) b.w = Math.max(LEAST, p.x - b.x)
        else [b.x, b.w] = [Math.min(p.x, r - LEAST), r - Math.min(p.x, r - LEAST)]
        if (low) b.h = Math.max(LEAST, p.y - b.y)
        else [b.y, b.h] = [Math.min(p.y, f - LEAST), f - Math.min(p.y, f - LEAST)]
      },
    })
    return [
      corner(false, false, 'Upper left of the crop'),
      corner(true, false, 'Upper right of the crop'),
      corner(false, true, 'Lower left of the crop'),
      corner(true, true, 'Lower right of the crop'),
      {
        name: 'Middle of the crop',
        at: { x: b.x + b.w / 2, y: b.y + b.h / 2 },
        move: (to) => {
          b.x = within(to.x - b.w / 2, 0, 1 - b.w)
          b.y = within(to.y - b.h / 2, 0, 1 - b.h)
        },
      },
    ]
  }
  if (step.kind === 'mend' && step.at && step.from)
    return [
      {
        name: 'The spot',
        at: step.at,
        move: (to) => {
          const p = inside(to)
          step.from = inside({ x: step.from!.x + p.x - step.at!.x, y: step.from!.y + p.y - step.at!.y })
          step.at = p
        },
      },
      { name: 'What covers it', at: step.from, move: (to) => (step.from = inside(to)) },
    ]
  return []
}

/** What pressing the picture itself does to a step; false where it does nothing. */
export function press(step: Step | undefined, at: Spot): boolean {
  if (step?.kind === 'mend' && step.at && step.from) {
    const d = { x: step.from.x - step.at.x, y: step.from.y - step.at.y }
    step.at = inside(at)
    step.from = inside({ x: at.x + d.x, y: at.y + d.y })
    return true
  }
  if (step?.kind === 'local' && step.mask?.shape === 'stroke') {
    step.mask.points.push(inside(at))
    return true
  }
  return false
}
