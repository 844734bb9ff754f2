/** Where words stand on a drawing, so that none lies over another. All in the drawing's own units. */
export interface Box {
  x: number
  y: number
  w: number
  h: number
}
export type Anchor = 'start' | 'middle' | 'end'
/** A place for words: where their baseline is, and which end of it. */
export interface Spot {
  x: number
  y: number
  anchor: Anchor
}
export interface Wanted {
  key: string
  words: string
  /** Where they may stand, the best first. */
  at: Spot[]
}
export interface Placed extends Spot {
  key: string
  words: string
  box: Box
}
export interface Ground {
  /** Height of the letters. */
  size: number
  /** How wide words are. */
  width: (words: string) => number
  /** What words must not lie over. */
  taken?: Box[]
  /** What they had better not lie over. */
  soft?: Box[]
  /** What they must stay within. */
  within: Box
}

/** The area that two boxes share. */
export function shared(a: Box, b: Box): number {
  const w = Math.min(a.x + a.w, b.x + b.w) - Math.max(a.x, b.x)
  const h = Math.min(a.y + a.h, b.y + b.h) - Math.max(a.y, b.y)
  return w > 0 && h > 0 ? w * h : 0
}

/** The box that words fill, with air to the sides. */
function boxOf(s: Spot, words: string, g: Ground): Box {
  const air = g.size * 0.25
  const w = g.width(words)
  const x = s.x - (s.anchor === 'end' ? w : s.anchor === 'middle' ? w / 2 : 0)
  return { x: x - air, y: s.y - g.size, w: w + 2 * air, h: g.size * 1.3 }
}
/** Moved so that it lies within, as far as it fits. */
function kept(s: Spot, words: string, g: Ground): Spot {
  const b = boxOf(s, words, g)
  const into = (at: number, size: number, from: number, room: number) =>
    Math.max(from - at, 0) + Math.min(from + room - at - size, 0)
  return { ...s, x: s.x + into(b.x, b.w, g.within.x, g.within.w), y: s.y + into(b.y, b.h, g.within.y, g.within.h) }
}

/** Places words one after another, the first with the freest choice. Each takes the spot that covers least;
 * where all its spots are taken it moves up or down, and where that does not help either it is left out:
 * the thing's name is still told to who asks for it. */
export function place(wanted: Wanted[], g: Ground): Placed[] {
  const out: Placed[] = []
  const line = g.size * 1.35
  for (const want of wanted) {
    let best: Placed | undefined
    let least = Infinity
    want.at.forEach((spot, nth) => {
      for (const step of [0, 1, -1, 2, -2, 3, -3, 4, -4]) {
        const at = kept({ ...spot, y: spot.y + step * line }, want.words, g)
        const box = boxOf(at, want.words, g)
        if ([...(g.taken ?? []), ...out.map((p) => p.box)].some((b) => shared(b, box) > 0)) continue
        const area = box.w * box.h
        const covers = (g.soft ?? []).reduce((sum, b) => sum + shared(b, box) / area, 0)
        const cost = 2 * covers + 0.3 * nth + 0.4 * Math.abs(step)
        if (cost < least) [least, best] = [cost, { key: want.key, words: want.words, ...at, box }]
      }
    })
    if (best) out.push(best)
  }
  return out
}

/** Where a box of some size stands beside a thing on a pane: as near as it can without hiding the thing, and
 * hiding as little as may be of the rest. */
export function beside(thing: Box, size: { w: number; h: number }, pane: Box, rest: Box[]): { x: number; y: number } {
  const gap = 14
  const xs = [thing.x - size.w - gap, thing.x + thing.w / 2 - size.w / 2, thing.x + thing.w + gap]
  const ys = [thing.y - size.h - gap, thing.y + thing.h / 2 - size.h / 2, thing.y + thing.h + gap]
  const into = (v: number, room: number, from: number, of: number) => Math.max(from, Math.min(v, from + of - room))
  let best = { x: pane.x, y: pane.y }
  let least = Infinity
  for (const x0 of [...xs, pane.x, pane.x + pane.w])
    for (const y0 of [...ys, pane.y, pane.y + pane.h]) {
      const x = into(x0, size.w, pane.x, pane.w)
      const y = into(y0, size.h, pane.y, pane.h)
      const box = { x, y, ...size }
      const area = size.w * size.h
      const far = Math.hypot(
        Math.max(thing.x - x - size.w, 0, x - thing.x - thing.w),
        Math.max(thing.y - y - size.h, 0, y - thing.y - thing.h),
      )
      const hides = rest.reduce((sum, b) => sum + shared(b, box), 0) / area
      const cost = 12 * (shared(thing, box) / Math.min(area, Math.max(1, thing.w * thing.h))) + 3 * hides + far / 120
      if (cost < least - 1e-9) [least, best] = [cost, { x, y }]
    }
  return best
}

/** Measures words as the page writes them. */
export function measurer(font: string, of: (words: string, font: string) => number) {
  const known = new Map<string, number>()
  return (words: string) => {
    let w = known.get(words)
    if (w === undefined) known.set(words, (w = of(words, font)))
    return w
  }
}
