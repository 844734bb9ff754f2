import { describe, expect, it } from 'vitest'
import { rooms, touched } from './refresh'

describe('what is asked again', () => {
  it('is what stands in the room or above it', () => {
    expect(touched('dishes', 'kitchen')).toBe(true)
    expect(touched('pulls', 'kitchen')).toBe(true)
    expect(touched('shoot', 'kitchen')).toBe(false)
    expect(touched('place', 'frames')).toBe(false)
  })
  it('is everything that tells how far a shot has come, whatever was done', () => {
    for (const room of rooms)
      for (const key of ['ladder', 'list', 'shots', 'shoots', 'deeds', 'prop', 'finish'])
        expect(touched(key, room), `${key} after ${room}`).toBe(true)
  })
  it('is what nobody has named, to be safe', () => {
    expect(touched('something new', 'out')).toBe(true)
  })
})
