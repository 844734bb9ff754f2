import { flushPromises, mount } from '@vue/test-utils'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { defineComponent, h } from 'vue'
import { Problem } from '../api/client'
import { done, ticked, useTicks, type Ticks } from './ticks'

beforeEach(() => {
  localStorage.clear()
  vi.useFakeTimers()
})
afterEach(() => void vi.useRealTimers())

function list(send: (t: Ticks) => Promise<unknown>) {
  let out!: ReturnType<typeof useTicks>
  const box = mount(
    defineComponent({
      setup() {
        out = useTicks('ticks:x', send)
        return () => h('div')
      },
    }),
  )
  return { ...out, end: () => box.unmount() }
}

it('puts ticks on top of what others did', () => {
  expect(ticked(['a', 'b'], { b: { on: false, name: '' }, c: { on: true, name: '' } })).toEqual(['a', 'c'])
  expect(ticked(['a'], { a: { on: true, name: '' } })).toEqual(['a'])
  expect(done({ a: { on: false, name: 'lemons' } })).toBe('Unticked lemons')
})

it('keeps ticks without a connection, over a reload, and sends them together', async () => {
  let there = false
  const got: Ticks[] = []
  const send = async (t: Ticks) => {
    if (!there) throw new Problem(0, 'gone')
    got.push(t)
  }
  const shop = list(send)
  shop.tick('a', 'lemons', true)
  shop.tick('b', 'thyme', true)
  shop.tick('b', 'thyme', false)
  await flushPromises()
  expect(shop.isOn('a', false)).toBe(true)
  expect(shop.isOn('b', true)).toBe(false)
  expect(shop.waits.value).toBe(2)
  expect(shop.error.value).toBeUndefined()
  shop.end()

  const again = list(send) // the page was loaded again
  await flushPromises()
  expect(again.isOn('a', false)).toBe(true)
  there = true
  await vi.advanceTimersByTimeAsync(4100)
  expect(got).toEqual([{ a: { on: true, name: 'lemons' }, b: { on: false, name: 'thyme' } }])
  expect(again.waits.value).toBe(0)
  again.end()
})

it('tries again on top of what somebody else saved, and tells what will not pass', async () => {
  let stale = 2
  const shop = list(async () => {
    if (stale-- > 0) throw new Problem(409, 'stale')
  })
  shop.tick('a', 'lemons', true)
  await flushPromises()
  expect(shop.waits.value).toBe(0)
  shop.end()
  const refused = list(async () => {
    throw new Problem(403, 'not yours')
  })
  refused.tick('a', 'lemons', true)
  await flushPromises()
  expect(refused.waits.value).toBe(1)
  expect((refused.error.value as Problem).status).toBe(403)
  refused.end()
})
