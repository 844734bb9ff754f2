import { describe, expect, it } from 'vitest'
import { beside, place, shared, type Box, type Wanted } from './labels'

const ground = { size: 12, width: (w: string) => w.length * 6, within: { x: 0, y: 0, w: 400, h: 300 } }
/** The same numbers every time, that follow no pattern: the minimal standard generator of Park and Miller. */
function chance(seed: number) {
  let s = seed
  return () => (s = (s * 48271) % 2147483647) / 2147483647
}

describe('words on a drawing', () => {
  it('stand in their first place where nothing is in the way', () => {
    const [only] = place([{ key: 'a', words: 'card', at: [{ x: 100, y: 100, anchor: 'start' }] }], ground)
    expect(only).toMatchObject({ x: 100, y: 100, anchor: 'start' })
  })
  it('never lie over one another, nor outside, however many there are', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const next = chance(seed)
      const wanted: Wanted[] = Array.from({ length: 14 }, (_, i) => ({
        key: String(i),
        words: 'x'.repeat(3 + Math.floor(next() * 22)),
        at: [
          { x: next() * 420 - 10, y: next() * 320 - 10, anchor: 'start' },
          { x: next() * 420 - 10, y: next() * 320 - 10, anchor: 'end' },
        ],
      }))
      const taken: Box = { x: next() * 300, y: next() * 200, w: 90, h: 60 }
      const placed = place(wanted, { ...ground, taken: [taken] })
      expect(placed.length).toBeGreaterThan(9)
      placed.forEach((p, i) => {
        expect(shared(p.box, taken)).toBe(0)
        for (const q of placed.slice(i + 1)) expect(shared(p.box, q.box), `${seed}: ${p.key}, ${q.key}`).toBe(0)
        expect(p.box.x).toBeGreaterThanOrEqual(-1e-9)
        expect(p.box.x + p.box.w).toBeLessThanOrEqual(400 + 1e-9)
        expect(p.box.y).toBeGreaterThanOrEqual(-1e-9)
        expect(p.box.y + p.box.h).toBeLessThanOrEqual(300 + 1e-9)
      })
    }
  })
  it('go round what they had better not cover', () => {
    const at = (x: number, anchor: 'start' | 'end') => ({ x, y: 100, anchor })
    const [p] = place([{ key: 'a', words: 'window', at: [at(100, 'start'), at(90, 'end')] }], {
      ...ground,
      soft: [{ x: 100, y: 0, w: 200, h: 300 }],
    })
    expect(p!.anchor).toBe('end')
  })
  it('are left out where there is no room', () => {
    const full = { x: 0, y: 0, w: 400, h: 300 }
    expect(
      place([{ key: 'a', words: 'card', at: [{ x: 9, y: 9, anchor: 'start' }] }], { ...ground, taken: [full] }),
    ).toEqual([])
  })
})

describe('what is edited beside its thing', () => {
  const pane = { x: 0, y: 0, w: 430, h: 420 }
  const size = { w: 262, h: 150 }
  it('stands next to it, not on it, and never outside', () => {
    for (const thing of [
      { x: 20, y: 60, w: 12, h: 260 },
      { x: 380, y: 190, w: 40, h: 40 },
      { x: 200, y: 200, w: 50, h: 50 },
      { x: 200, y: 400, w: 34, h: 20 },
    ]) {
      const p = beside(thing, size, pane, [])
      expect(shared(thing, { ...p, ...size }), JSON.stringify(thing)).toBe(0)
      expect(p.x).toBeGreaterThanOrEqual(0)
      expect(p.x + size.w).toBeLessThanOrEqual(pane.w)
      expect(p.y).toBeGreaterThanOrEqual(0)
      expect(p.y + size.h).toBeLessThanOrEqual(pane.h)
    }
  })
  it('leaves the dish to be seen', () => {
    const dish = { x: 215, y: 190, w: 60, h: 60 }
    const p = beside({ x: 320, y: 180, w: 20, h: 80 }, size, pane, [dish])
    expect(shared(dish, { ...p, ...size })).toBe(0)
  })
})
