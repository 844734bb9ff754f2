import { describe, expect, it } from 'vitest'
import type { SceneSet } from '../api/client'
import { words } from '../api/words'
import { fieldsOf, handOf, part, read, unplaced, write } from './fields'
import { nameOf, rollOf } from './roll'

const set = {
  camera: { elevationDeg: 45 },
  daylight: { on: false },
  vessel: { kind: 'pot' },
  food: { name: 'mussels' },
  ground: { on: false },
  backdrop: { on: true },
  lights: [
    { kind: 'window', name: 'West', on: true },
    { kind: 'softbox', name: 'Box', on: false },
  ],
  cards: [{ kind: 'white', name: '', on: true }],
  things: [
    { kind: 'plate', name: 'bread plate', on: true },
    { kind: 'scatter', name: '', on: true },
    { kind: 'board', name: '', on: true },
  ],
} as unknown as SceneSet
const standing = ['camera', 'kit', 'vessel', 'food', 'ground', 'backdrop', 'daylight', 'table', 'room']
const alike = { round: ['plate'], edible: ['scatter'], worked: ['glass'] }
const paths = (thing: string) => fieldsOf(set, thing, alike).map((f) => f.path)

describe('fields', () => {
  it('has some for everything that can be chosen, and none twice', () => {
    for (const key of [...standing, 'light-0', 'card-0', 'thing-0']) {
      const p = paths(key)
      expect(p.length, key).toBeGreaterThan(0)
      expect(new Set(p).size, key).toBe(p.length)
    }
  })
  it('has at most six at hand, each with its own short name, for all that stands on the bench', () => {
    for (const key of [...standing, 'light-0', 'light-1', 'card-0', 'thing-0', 'thing-1', 'thing-2']) {
      const held = handOf(fieldsOf(set, key, alike))
      expect(new Set(held.map((f) => f.hand)).size, key).toBe(held.length)
      expect(held.length, key).toBeLessThanOrEqual(6)
      expect(held.length > 0, key).toBe(!unplaced.includes(key))
    }
  })
  it('does not ask where on the earth a set stands when a place says so', () => {
    const asked = (placed: boolean) => fieldsOf(set, 'daylight', { placed }).map((f) => f.path)
    expect(asked(false)).toContain('daylight.latDeg')
    expect(asked(true).filter((p) => /lat|lon|zone/.test(p))).toEqual([])
  })
  it('asks a window for its glass and a lamp for its brightness', () => {
    expect(paths('light-0')).toContain('lights.0.glass')
    expect(paths('light-0')).not.toContain('lights.0.luxAt1m')
    expect(paths('light-1')).toContain('lights.1.luxAt1m')
    expect(paths('light-1')).not.toContain('lights.1.glass')
  })
  it('asks how the outside is worked of what can be, and of nothing else', () => {
    const on = (kind: 'glass' | 'plate') =>
      fieldsOf({ ...set, vessel: { ...set.vessel, kind } }, 'vessel', alike).map((f) => f.path)
    expect(on('glass')).toContain('vessel.worked')
    expect(on('plate')).not.toContain('vessel.worked')
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

describe('the roll', () => {
  it('names everything once, in the order in which a set is built', () => {
    const all = rollOf(set).flatMap((g) => g.all)
    expect(new Set(all.map((x) => x.key)).size).toBe(all.length)
    expect(all.map((x) => x.key)).toEqual(expect.arrayContaining([...standing, 'light-1', 'card-0', 'thing-2']))
    expect(all.filter((x) => x.on === false).map((x) => x.name)).toEqual(['Ground', 'Box', 'Day and sky'])
  })
  it('calls what has no name by its kind', () => {
    expect(nameOf(set, 'thing-0')).toBe('Bread plate')
    expect(nameOf(set, 'thing-1')).toBe('Scatter')
    expect(nameOf(set, 'thing-9')).toBe('Thing')
  })
})
