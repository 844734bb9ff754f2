import { describe, expect, it } from 'vitest'
import type { SceneSet } from '../api/client'
import { words } from '../api/words'
import { fieldsOf, part, read, tabs, write } from './fields'

const set = {
  camera: { elevationDeg: 45 },
  daylight: { on: false },
  lights: [
    { kind: 'window', name: 'West' },
    { kind: 'softbox', name: 'Box' },
  ],
  cards: [{ kind: 'white' }],
  things: [{ kind: 'plate' }, { kind: 'scatter' }, { kind: 'board' }],
} as unknown as SceneSet
const alike = { round: ['plate'], edible: ['scatter'] }
const paths = (thing: string) => fieldsOf(set, thing, alike).map((f) => f.path)

describe('fields', () => {
  it('has some for every tab, and none twice', () => {
    for (const t of tabs) {
      const p = paths(['light', 'card', 'thing'].includes(t.key) ? t.key + '-0' : t.key)
      expect(p.length, t.key).toBeGreaterThan(0)
      expect(new Set(p).size, t.key).toBe(p.length)
    }
  })
  it('asks a window for its glass and a lamp for its brightness', () => {
    expect(paths('light-0')).toContain('lights.0.glass')
    expect(paths('light-0')).not.toContain('lights.0.luxAt1m')
    expect(paths('light-1')).toContain('lights.1.luxAt1m')
    expect(paths('light-1')).not.toContain('lights.1.glass')
  })
  it('asks what is round across, what is flat for its length, and food for its pieces', () => {
    expect(paths('thing-0')).not.toContain('things.0.depthMm')
    expect(paths('thing-1')).toContain('things.1.piece')
    expect(paths('thing-2')).toContain('things.2.depthMm')
  })
  it('asks nothing of what is not there', () => {
    expect(paths('card-7')).toEqual([])
    expect(paths('light-9')).toEqual([])
  })
  it('offers exactly the words that the rules take', () => {
    const kind = fieldsOf(set, 'card-0', alike).find((f) => f.path === 'cards.0.kind')
    expect(kind?.choices?.map((c) => c.value)).toEqual([...words.Card.kind])
  })
  it('reads and writes along a path, into lists too', () => {
    const mine = structuredClone(set)
    write(mine, 'lights.1.name', 'Large box')
    expect(read(mine, 'lights.1.name')).toBe('Large box')
    expect(read(set, 'lights.1.name')).toBe('Box')
    expect(read(mine, 'lights.5.name')).toBeUndefined()
    expect(part('thing-12')).toEqual(['thing', 12])
    expect(part('camera')).toEqual(['camera', 0])
  })
})
