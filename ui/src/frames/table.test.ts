import { describe, expect, it } from 'vitest'
import { lasting } from './told'
import { namesFor } from './sending'
import { burstOf, changed, crispest, picked, rowsOf, soft, stepped, type Pic } from './table'

const pic = (id: string, joins = false, crisp = 0): Pic => ({
  id,
  joins,
  crisp,
  shotId: '',
  name: id + '.jpg',
  takenAt: '2026-12-05T12:00:00Z',
  aspect: 1.5,
  mark: '',
  kept: false,
  laid: '',
  sure: '',
  why: '',
  perhaps: '',
  raw: false,
})

describe('the light table', () => {
  const all = [
    pic('a', false, 5),
    pic('b', true, 9),
    pic('c', true, 4),
    pic('d', false, 3),
    pic('e', false, 8),
    pic('f', true, 8.1),
  ]

  it('finds the burst that a picture is of', () => {
    expect([0, 1, 2, 3, 5].map((i) => burstOf(all, i))).toEqual([
      { from: 0, to: 3 },
      { from: 0, to: 3 },
      { from: 0, to: 3 },
      { from: 3, to: 4 },
      { from: 4, to: 6 },
    ])
  })
  it('names the crispest of a burst, and none where they are nearly alike', () => {
    expect([...crispest(all)]).toEqual(['b'])
  })
  it('names what is soft beside the others of its burst', () => {
    expect([...soft(all)]).toEqual(['a', 'c'])
  })
  it('parts the list into rows', () => {
    expect(rowsOf(5, 2)).toEqual([
      { from: 0, to: 2 },
      { from: 2, to: 4 },
      { from: 4, to: 5 },
    ])
    expect(rowsOf(0, 4)).toEqual([])
  })
  it('steps within the list', () => {
    expect([stepped(0, -1, 6), stepped(5, 4, 6), stepped(2, 1, 6)]).toEqual([0, 5, 3])
  })
  it('picks one, many, and one besides', () => {
    expect([...picked(new Set(['a']), all, 3, 0, 'one')]).toEqual(['d'])
    expect([...picked(new Set(['d']), all, 1, 3, 'to')]).toEqual(['b', 'c', 'd'])
    expect([...picked(new Set(['d']), all, 1, 3, 'besides')]).toEqual(['d', 'b'])
    expect([...picked(new Set(['d', 'b']), all, 1, 3, 'besides')]).toEqual(['d'])
    expect([...picked(new Set(['d']), all, 99, 3, 'one')]).toEqual(['d'])
  })
  it('shows a deed before the answer, and touches nothing else', () => {
    const pages = [{ rows: all, next: '' }]
    const next = changed(pages, new Set(['b']), { mark: 'short list' })
    expect(next[0]!.rows[1]!.mark).toBe('short list')
    expect(next[0]!.rows[0]).toBe(all[0])
    expect(all[1]!.mark).toBe('')
  })
})

describe('sending', () => {
  const file = (name: string, path = '') => {
    const f = new File(['x'], name)
    if (path) Object.defineProperty(f, 'webkitRelativePath', { value: path })
    return f
  }
  it('gives files that are called the same a name each', () => {
    expect(
      namesFor([file('image.jpg'), file('image.jpg'), file('a.jpg', 'roll/a.jpg'), file('noend'), file('noend')]),
    ).toEqual(['image.jpg', 'image [2].jpg', 'roll/a.jpg', 'noend', 'noend [2]'])
  })
  it('says how long the rest takes', () => {
    expect([0.2, 42, 200, 5000].map(lasting)).toEqual(['1 s', '42 s', '3 min', '1 h 23 min'])
  })
})
