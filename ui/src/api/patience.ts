import { promiseTimeout } from '@vueuse/core'
import { Problem } from './client'

/** What may pass by itself is asked for again every few seconds, so that the page goes on when the studio does. */
export const again = {
  retry: (n: number, e: Error) => e instanceof Problem && e.passing && n < 200,
  retryDelay: (n: number) => Math.min(4000, 500 * 2 ** n),
}

/** Asks as queries do, for what is no query: again while what kept it may pass, until the signal says that nobody waits. */
export async function patiently<T>(call: () => Promise<T>, signal?: AbortSignal): Promise<T> {
  for (let n = 0; ; n++)
    try {
      return await call()
    } catch (e) {
      if (signal?.aborted || !again.retry(n, e as Error)) throw e
      await promiseTimeout(again.retryDelay(n))
      if (signal?.aborted) throw e
    }
}
