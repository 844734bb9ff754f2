import type { Schema } from '../api/client'

export type Pic = Schema['LaidOut']

/** A row of the table: which pictures stand in it. */
export interface Row {
  from: number
  to: number
}

/** Parts a list of so many pictures into rows of so many. */
export const rowsOf = (n: number, across: number): Row[] =>
  Array.from({ length: Math.ceil(n / across) }, (_, i) => ({ from: i * across, to: Math.min(n, (i + 1) * across) }))

/** The burst that a picture is of: from which to which, the last not counted. One by itself is a burst of one. */
export function burstOf(all: readonly Pic[], at: number): { from: number; to: number } {
  let from = at
  while (from > 0 && all[from]?.joins) from--
  let to = at + 1
  while (to < all.length && all[to]?.joins) to++
  return { from, to }
}

/** The crispest of each burst of two and more, by its key; none where they are nearly as crisp. */
export function crispest(all: readonly Pic[]): Set<string> {
  const out = new Set<string>()
  for (let at = 0; at < all.length;) {
    const { to } = burstOf(all, at)
    if (to - at > 1) {
      const order = all.slice(at, to).sort((a, b) => b.crisp - a.crisp)
      if (order[0]!.crisp > 1.04 * order[1]!.crisp) out.add(order[0]!.id)
    }
    at = to
  }
  return out
}

/** Those of each burst that are far less crisp than its crispest: moved, or focused elsewhere. */
export function soft(all: readonly Pic[]): Set<string> {
  const out = new Set<string>()
  for (let at = 0; at < all.length;) {
    const { to } = burstOf(all, at)
    const burst = all.slice(at, to)
    const best = Math.max(...burst.map((p) => p.crisp))
    for (const p of burst) if (p.crisp < 0.6 * best) out.add(p.id)
    at = to
  }
  return out
}

/** Which picture is gone to from one: by so many, within the list. */
export const stepped = (at: number, by: number, n: number) => Math.min(n - 1, Math.max(0, at + by))

/** What a press picks: one, with shift all from the last one picked, with ctrl that one besides. */
export function picked(
  now: ReadonlySet<string>,
  all: readonly Pic[],
  at: number,
  anchor: number,
  how: 'one' | 'to' | 'besides',
): Set<string> {
  const id = all[at]?.id
  if (id === undefined) return new Set(now)
  if (how === 'to') {
    const [a, b] = at < anchor ? [at, anchor] : [anchor, at]
    return new Set(all.slice(a, b + 1).map((p) => p.id))
  }
  if (how === 'besides') {
    const next = new Set(now)
    if (!next.delete(id)) next.add(id)
    return next
  }
  return new Set([id])
}

/** Part by part of a list, with what a deed changes in some of its pictures: shown before the studio has answered. */
export const changed = (pages: { rows: Pic[]; next: string }[], ids: ReadonlySet<string>, to: Partial<Pic>) =>
  pages.map((p) => ({ ...p, rows: p.rows.map((r) => (ids.has(r.id) ? { ...r, ...to } : r)) }))
