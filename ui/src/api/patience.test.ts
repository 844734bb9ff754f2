import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { Problem } from './client'
import { patiently } from './patience'

beforeEach(() => void vi.useFakeTimers())
afterEach(() => void vi.useRealTimers())

const failing = (times: number, status: number) => {
  let n = 0
  return vi.fn(async () => {
    if (n++ < times) throw new Problem(status, 'not now')
    return 'drawn'
  })
}

it('asks again for what may pass, and gives what came', async () => {
  const call = failing(3, 429)
  const got = patiently(call)
  await vi.runAllTimersAsync()
  expect(await got).toBe('drawn')
  expect(call).toHaveBeenCalledTimes(4)
})

it('does not ask again for what will not pass', async () => {
  const call = failing(1, 422)
  await expect(patiently(call)).rejects.toThrow('not now')
  expect(call).toHaveBeenCalledTimes(1)
})

it('ends when nobody waits any longer', async () => {
  const call = failing(99, 0)
  const mine = new AbortController()
  const got = patiently(call, mine.signal).catch((e: Error) => e.message)
  await vi.advanceTimersByTimeAsync(600)
  mine.abort()
  await vi.runAllTimersAsync()
  expect(await got).toBe('not now')
  expect(call.mock.calls.length).toBeLessThan(4)
})
