import { describe, expect, it } from 'vitest'
import { handlesOf, press } from './handles'
import { begun, laidOver, shownBy, type Step } from './look'

const step = (s: Partial<Step>) => ({ key: 'a', turnDeg: 0, ...s }) as Step
const named = (s: Step, name: string) => handlesOf(s, 300, 200).find((h) => h.name === name)!

describe('handles in the picture', () => {
  it('move a corner of the crop and leave the one across from it', () => {
    const s = step({ kind: 'crop', box: { x: 0.1, y: 0.1, w: 0.8, h: 0.8 } })
    named(s, 'Upper left of the crop').move({ x: 0.3, y: 0.2 })
    expect(s.box!.x).toBeCloseTo(0.3)
    expect(s.box!.x + s.box!.w).toBeCloseTo(0.9)
    expect(s.box!.y + s.box!.h).toBeCloseTo(0.9)
    named(s, 'Lower right of the crop').move({ x: 0, y: 2 })
    expect(s.box!.w).toBeGreaterThan(0)
    expect(s.box!.y + s.box!.h).toBeCloseTo(1)
    named(s, 'Middle of the crop').move({ x: 1, y: 1 })
    expect(s.box!.x + s.box!.w).toBeCloseTo(1)
  })
  it('size an oval by the long side, turned as it is', () => {
    const mask = {
      shape: 'oval' as const,
      points: [{ x: 0.5, y: 0.5 }],
      across: 0.1,
      down: 0.1,
      turnDeg: 90,
      soft: 0,
      outside: false,
    }
    const s = step({ kind: 'local', mask })
    expect(named(s, 'Width of the part').at.x).toBeCloseTo(0.5)
    expect(named(s, 'Width of the part').at.y).toBeCloseTo(0.5 + (0.1 * 300) / 200)
    named(s, 'Width of the part').move({ x: 0.5, y: 1 })
    expect(mask.across).toBeCloseTo(100 / 300)
  })
  it('take what covers a spot along, and set the spot by a press', () => {
    const s = step({ kind: 'mend', at: { x: 0.5, y: 0.5 }, from: { x: 0.55, y: 0.5 } })
    named(s, 'The spot').move({ x: 0.2, y: 0.3 })
    expect(s.from!.x).toBeCloseTo(0.25)
    expect(press(s, { x: 0.98, y: 0.4 })).toBe(true)
    expect(s.from!.x).toBe(1)
    expect(press(step({ kind: 'level' }), { x: 0, y: 0 })).toBe(false)
  })
})

describe('steps', () => {
  const named = (...keys: string[]) => keys.map((key) => step({ key, kind: 'level', stops: 0 }))
  it('of a frame stand where its look had them, and come after it', () => {
    const own = [step({ key: 'z', kind: 'level', stops: 1 }), step({ key: 'b', kind: 'level', stops: 2 })]
    expect(laidOver(named('a', 'b', 'c'), own).map((s) => s.key + s.stops)).toEqual(['a0', 'b2', 'c0', 'z1'])
  })
  it('begin under a key that is free, and not as the one they were copied from', () => {
    const blank = step({ key: 'a', kind: 'crop', box: { x: 0, y: 0, w: 1, h: 1 } })
    const s = begun(blank, named('a', 'a-2'))
    expect(s.key).toBe('a-3')
    s.box!.w = 0.5
    expect(blank.box!.w).toBe(1)
  })
  it('are shown without the crop while something is laid in the whole frame', () => {
    const all = [step({ key: 'c', kind: 'crop' }), step({ key: 'l', kind: 'level' })]
    expect(shownBy(all, 'mend').map((s) => s.key)).toEqual(['l'])
    expect(shownBy(all, 'level')).toHaveLength(2)
  })
})
