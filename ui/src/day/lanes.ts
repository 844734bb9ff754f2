import type { Schema } from '../api/client'
import { hourOf } from '../parts/units'

export type Job = Schema['DayPlacedJob']
export interface Lane {
  key: string
  name: string
  rows: Job[][]
}

/** Jobs that lie over one another go into rows of their own. */
export function stacked(jobs: Job[]): Job[][] {
  const rows: Job[][] = []
  for (const j of [...jobs].sort((a, b) => a.atMin - b.atMin)) {
    const row = rows.find((r) => r[r.length - 1]!.atMin + r[r.length - 1]!.min <= j.atMin)
    if (row) row.push(j)
    else rows.push([j])
  }
  return rows
}

const where = (j: Job): string => {
  if (j.needs.some((n) => n.of === 'set')) return 'set'
  if (j.kind === 'bake') return 'oven'
  if (j.needs.some((n) => n.of === 'hands' || n.of === 'photographer')) return 'hands'
  if (j.needs.some((n) => n.of === 'fridge' || n.of === 'freezer')) return 'cold'
  if (j.needs.length) return 'rings'
  return 'alone'
}

/** Which day a minute is of: 0 the first, −1 the one before. */
export const dayOf = (min: number): number => Math.floor(min / 1440)

/** What stands before a time that is not on the first day. */
export const dayMark = (min: number): string => {
  const d = dayOf(min)
  return d === 0 ? '' : `${d < 0 ? '−' : '+'}${Math.abs(d)} d `
}

/** Lanes of one day by what jobs take up, or by the dish they are for. */
export function lanes(jobs: Job[], by: 'needs' | 'dish', dayNo = 0): Lane[] {
  const placed = jobs.filter((j) => j.placed && j.atMin + j.min > 1440 * dayNo && j.atMin < 1440 * (dayNo + 1))
  if (by === 'needs') {
    const names = { set: 'Set', hands: 'Hands', oven: 'Oven', rings: 'Rings', cold: 'In the cold', alone: 'By itself' }
    return Object.entries(names)
      .map(([key, name]) => ({ key, name, rows: stacked(placed.filter((j) => where(j) === key)) }))
      .filter((l) => l.rows.length)
  }
  const out: Lane[] = []
  for (const j of placed)
    if (!out.some((l) => l.key === j.dishId)) out.push({ key: j.dishId, name: j.dish || 'Everybody', rows: [] })
  for (const l of out) l.rows = stacked(placed.filter((j) => j.dishId === l.key))
  return out
}

const inDay = (min: number) => ((min % 1440) + 1440) % 1440

/** A minute as the studio's clock has it, whichever day. */
export const told = (min: number): string => hourOf(inDay(min))

/** A minute as a clock field keeps it. */
export const clockOf = (min: number): string =>
  `${String(Math.floor(inDay(min) / 60)).padStart(2, '0')}:${String(inDay(min) % 60).padStart(2, '0')}`

export function minutesOf(clock: string): number {
  const [h, m] = clock.split(':').map(Number)
  return (h ?? 0) * 60 + (m ?? 0)
}
