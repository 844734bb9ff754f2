import { expect, test } from 'vitest'
import type { SceneSet } from '../api/client'
import { listed, sharedChanges } from './shared'

const set = (change: object = {}) =>
  ({
    lights: [{ kind: 'window', luminanceCdM2: 1500 }],
    cards: [],
    things: [{ kind: 'jar', on: true, xMm: 10 }],
    vessel: { kind: 'plate' },
    food: { name: 'Toddy' },
    camera: { aperture: 8 },
    views: [],
    ownVessel: false,
    ownFood: false,
    ...change,
  }) as unknown as SceneSet

test('what is a frame’s own is no change for the others', () => {
  expect(sharedChanges(set(), set({ camera: { aperture: 4 }, state: 'empty' }))).toEqual([])
  expect(sharedChanges(set(), set({ things: [{ kind: 'jar', on: false, xMm: 10 }] }))).toEqual([])
  expect(sharedChanges(set(), set({ ownVessel: true, vessel: { kind: 'bowl' } }))).toEqual([])
})

test('what stands and shines is, and is named', () => {
  expect(sharedChanges(set(), set({ lights: [] }))).toEqual(['light'])
  expect(sharedChanges(set(), set({ things: [], vessel: { kind: 'bowl' } }))).toEqual(['things', 'vessel'])
  expect(listed(['light', 'things', 'vessel'])).toBe('light, things and vessel')
  expect(listed(['light'])).toBe('light')
})
