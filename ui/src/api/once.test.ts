import createClient from 'openapi-fetch'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { ended, keyOf, once } from './once'
import type { paths } from './schema'

describe('a wish', () => {
  it('keeps its key while it is under way and for a double click after it', () => {
    const key = keyOf('a', 0)
    expect(keyOf('a', 5000), 'under way').toBe(key)
    ended('a', 'answered', 6000)
    ended('a', 'answered', 6000)
    expect(keyOf('a', 6400), 'a double click').toBe(key)
    ended('a', 'answered', 6500)
    expect(keyOf('a', 8000), 'a wish of its own').not.toBe(key)
  })
  it('that got no answer is the same wish when it is asked again', () => {
    const key = keyOf('b', 0)
    ended('b', 'lost', 30000)
    expect(keyOf('b', 200000)).toBe(key)
    ended('b', 'refused', 201000)
    expect(keyOf('b', 201001), 'refused, it starts afresh').not.toBe(key)
  })
  it('that was under way when the page was loaded again is the same wish', async () => {
    const key = keyOf('e', Date.now())
    vi.resetModules() // as a reload does
    const again = await import('./once')
    expect(again.keyOf('e')).toBe(key)
    again.ended('e', 'answered', Date.now() - 2000)
    vi.resetModules()
    expect((await import('./once')).keyOf('e'), 'answered, it is over').not.toBe(key)
  })
  it('of another kind has another key', () => {
    expect(keyOf('c', 0)).not.toBe(keyOf('d', 0))
  })
})

describe('calls', () => {
  afterEach(() => vi.unstubAllGlobals())
  const keys: (string | null)[] = []
  const client = () => {
    keys.length = 0
    const c = createClient<paths>({
      baseUrl: 'http://loft.example/',
      fetch: (r: Request) => {
        keys.push(r.headers.get('Idempotency-Key'))
        return Promise.resolve(Response.json({}))
      },
    })
    c.use(once())
    return c
  }
  const body = { name: 'Twice' } as never
  it('that make something go out under a key, the same for two presses', async () => {
    const c = client()
    await Promise.all([c.POST('/api/shoots', { body }), c.POST('/api/shoots', { body })])
    await c.POST('/api/shoots', { body })
    expect(keys[0]).toBeTruthy()
    expect(new Set(keys).size).toBe(1)
  })
  it('that ask or undo have none', async () => {
    const c = client()
    await c.GET('/api/shoots')
    await c.POST('/api/shoots/{id}/undo', { params: { path: { id: 'x' } } })
    expect(keys).toEqual([null, null])
  })
})
