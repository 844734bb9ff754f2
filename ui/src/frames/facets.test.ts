import { describe, expect, it } from 'vitest'
import { useFacets } from './facets'

describe('marking facets', () => {
  it('takes the key first, then the fill, and ends', () => {
    const f = useFacets()
    f.mark({ x: 0.2, y: 0.3 })
    expect(f.state.spots).toEqual([])
    f.begin()
    f.mark({ x: 0.2, y: 0.3 })
    expect(f.state.on).toBe(true)
    f.mark({ x: 1.4, y: -0.1 })
    expect(f.state).toMatchObject({
      on: false,
      spots: [
        { x: 0.2, y: 0.3 },
        { x: 1, y: 0 },
      ],
    })
    f.begin()
    expect(f.state.spots).toEqual([])
  })
  it('aims by arrows, within the picture', () => {
    const f = useFacets()
    f.begin()
    for (let i = 0; i < 80; i++) f.move(-1, 1)
    f.mark()
    expect(f.state.spots).toEqual([{ x: 0, y: 1 }])
    f.clear()
    expect(f.state).toMatchObject({ on: false, spots: [] })
  })
})
