import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import type { Schema } from '../api/client'
import DayLine from './DayLine.vue'
import { going, left } from './going'
import { clockOf, dayMark, dayOf, lanes, minutesOf, stacked, told, type Job } from './lanes'

const job = (key: string, atMin: number, min: number, more: Partial<Job> = {}): Job => ({
  key,
  name: key,
  kind: 'prep',
  dishId: 'd',
  dish: 'Tart',
  shotId: '',
  because: '',
  caution: '',
  hero: false,
  holdMin: 0,
  placed: true,
  atMin,
  min,
  needs: [{ of: 'hands', units: 1 }],
  within: [],
  pinned: false,
  done: false,
  setUp: '',
  holdsTo: 0,
  broken: [],
  on: false,
  guards: [],
  who: [],
  doing: 'by hand',
  safe: false,
  alters: false,
  ...more,
})
const day = (jobs: Job[]): Schema['DayBench'] =>
  ({
    jobs,
    light: [],
    changes: [],
    day: { terms: { startMin: 480, endMin: 1080 } },
  }) as unknown as Schema['DayBench']

describe('the day on a line', () => {
  it('puts jobs that lie over one another in rows of their own', () => {
    const rows = stacked([job('b', 20, 10), job('a', 0, 30), job('c', 30, 5)])
    expect(rows.map((r) => r.map((j) => j.key))).toEqual([['a', 'c'], ['b']])
  })
  it('has a lane for what a job takes up, or for its dish, and none for the day before', () => {
    const all = [
      job('frame', 600, 10, { kind: 'frame', needs: [{ of: 'set', units: 1 }] }),
      job('bake', 500, 90, { kind: 'bake', needs: [{ of: 'oven', units: 1 }] }),
      job('eve', -200, 20),
      job('rest', 590, 20, { kind: 'rest', needs: [] }),
      job('new', 0, 20, { placed: false }),
    ]
    expect(lanes(all, 'needs').map((l) => l.name)).toEqual(['Set', 'Oven', 'By itself'])
    expect(lanes(all, 'dish').map((l) => l.name)).toEqual(['Tart'])
    expect(lanes(all, 'needs', -1).map((l) => l.rows[0]![0]!.key)).toEqual(['eve'])
  })
  it('tells the day of a time that is not on the first', () => {
    expect([-1, 0, 1439, 1440, -1440, -1441].map(dayOf)).toEqual([-1, 0, 0, 1, -1, -2])
    expect([-200, 600, 2000].map(dayMark)).toEqual(['−1 d ', '', '+1 d '])
  })
  it('tells clocks of any day', () => {
    expect([told(-300), told(605), told(1500)]).toEqual(['19:00', '10:05', '01:00'])
    expect(minutesOf(clockOf(605))).toBe(605)
  })
  it('moves a job by the arrows, but not one that is done', async () => {
    const w = mount(DayLine, {
      props: { day: day([job('a', 600, 30), job('b', 660, 10, { done: true })]), by: 'needs', chosen: '' },
    })
    const [a, b] = w.findAll('.job')
    await a!.trigger('keydown', { key: 'ArrowRight' })
    await b!.trigger('keydown', { key: 'ArrowLeft' })
    expect(w.emitted('move')).toEqual([['a', 605]])
    await b!.trigger('click')
    expect(w.emitted('choose')).toEqual([['b']])
    expect(a!.attributes('aria-label')).toContain('10:00 to 10:30')
  })
})

describe('the day as it goes', () => {
  it('parts what is under way, what comes, and what is alive', () => {
    const g = going(
      [
        job('done', 500, 10, { kind: 'finish', done: true, holdsTo: 513 }),
        job('long dead', 400, 10, { kind: 'finish', done: true, holdsTo: 420 }),
        job('on', 505, 20, { on: true }),
        job('next', 520, 5),
        job('new', 0, 5, { placed: false }),
      ],
      512,
    )
    expect([g.on, g.next, g.alive].map((l) => l.map((j) => j.key))).toEqual([['on'], ['next'], ['done']])
    expect([g.done, g.all]).toEqual([2, 4])
  })
  it('runs down by the second, and says how long it is over', () => {
    expect([left(4.0833), left(0), left(-1.5), left(292.9)]).toEqual(['4:05', '0:00', '1:30 over', '4 h 52'])
  })
})
