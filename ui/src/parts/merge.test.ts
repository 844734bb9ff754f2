import { describe, expect, it } from 'vitest'
import { heldBack, merge, placeOf, placeWords } from './merge'

describe('merge', () => {
  const base = { name: 'Menu', who: '', list: [{ n: 1 }, { n: 2 }], camera: { f: 8, iso: 100 } }
  it('takes each side’s own fields, inside lists of the same length too', () => {
    const mine = { ...base, list: [{ n: 5 }, { n: 2 }], camera: { f: 4, iso: 100 } }
    const theirs = { ...base, name: 'Winter', list: [{ n: 1 }, { n: 6 }], camera: { f: 8, iso: 200 } }
    expect(merge(base, mine, theirs)).toEqual({
      value: { name: 'Winter', who: '', list: [{ n: 5 }, { n: 6 }], camera: { f: 4, iso: 200 } },
      clashes: [],
    })
  })
  it('tells where both changed the same, unless to the same', () => {
    const m = merge(base, { ...base, name: 'A', who: 'x' }, { ...base, name: 'B', who: 'x' })
    expect(m.clashes).toEqual([{ path: ['name'], mine: 'A', theirs: 'B' }])
    expect(m.value).toMatchObject({ name: 'A', who: 'x' })
  })
  it('takes a list that grew on one side, and tells when both changed its length', () => {
    const longer = { ...base, list: [...base.list, { n: 3 }] }
    expect(merge(base, base, longer).value.list).toHaveLength(3)
    expect(merge(base, longer, { ...base, list: [] }).clashes.map((c) => c.path)).toEqual([['list']])
  })
  it('is the same whichever side is mine, but for clashes', () => {
    const a = { ...base, who: 'Maud' }
    const b = { ...base, camera: { f: 2, iso: 100 } }
    expect(merge(base, a, b)).toEqual(merge(base, b, a))
  })
})

describe('a refused field', () => {
  const doc = { brief: { finals: [{ count: -1, name: 'Feed' }], who: 'Maud' }, name: 'Menu' }
  const saved = { brief: { finals: [{ count: 2, name: 'Feed' }], who: '' }, name: 'Menu' }
  it('is found in the document, whether it stands in a body or not', () => {
    expect(placeOf(doc, 'brief.finals[0].count')).toEqual(['brief', 'finals', 0, 'count'])
    expect(placeOf(doc.brief, 'brief.finals[0].count')).toEqual(['finals', 0, 'count'])
    expect(placeOf(doc, 'set.nowhere')).toBeUndefined()
  })
  it('goes back to what was saved, and the rest stays', () => {
    expect(heldBack(doc, saved, ['brief.finals[0].count'])).toEqual({
      brief: { finals: [{ count: 2, name: 'Feed' }], who: 'Maud' },
      name: 'Menu',
    })
  })
  it('of a new line leaves the line out; refused as it was saved, nothing can be done', () => {
    const more = { ...doc, brief: { ...doc.brief, finals: [...saved.brief.finals, { count: -1, name: '' }] } }
    expect(heldBack(more, saved, ['brief.finals[1].count', 'brief.finals[1].name'])!.brief.finals).toHaveLength(1)
    expect(heldBack(doc, doc, ['brief.finals[0].count'])).toBeUndefined()
  })
  it('is told in words', () => {
    expect(placeWords(['brief', 'deliverables', 1, 'longPx'])).toBe('brief, deliverable 2, long')
  })
})
