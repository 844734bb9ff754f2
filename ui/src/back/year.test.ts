import { describe, expect, it } from 'vitest'
import type { Schema } from '../api/client'
import { drawn, perFinal, stacks } from './year'

const fault = (key: string, times: number) => ({ key, words: key.toUpperCase(), times })
const month = (m: string, faults: ReturnType<typeof fault>[], frames = 0, finals = 0) =>
  ({ month: m, frames, kept: 0, finals, editMin: 60, costMinor: 9000, faults }) as Schema['ReviewMonth']
const year = {
  months: [month('2026-10', [fault('a', 3), fault('f', 1), fault('e', 1)], 12, 3), month('2026-11', [fault('b', 1)])],
  faults: ['a', 'b', 'c', 'd', 'e', 'f'].map((k) => fault(k, 1)),
  currency: 'EUR',
} as Schema['ReviewYear']

describe('the year', () => {
  it('names the commonest faults and draws the rest as one', () => {
    const s = stacks(year)
    expect(s.map((x) => x.name)).toEqual(['A', 'B', 'C', 'D', 'others'])
    expect(s[0]!.values).toEqual([3, 0])
    expect(s[4]!.values).toEqual([2, 0])
  })
  it('divides by finals only where there are some', () => {
    expect(perFinal(12, 0)).toBeUndefined()
    const look = { ink: '#000', line: '#ccc', hues: ['#111'], font: 'x' }
    const { finals } = drawn(year, (m) => m, look)
    const series = finals.series as { data: unknown[] }[]
    expect(series.map((x) => x.data)).toEqual([
      [4, undefined],
      [20, undefined],
      [30, undefined],
    ])
  })
})
