import createClient from 'openapi-fetch'
import { once } from './once'
import { busyButtons } from './pressed'
import type { components, paths } from './schema'

export type Schema = components['schemas']
export type Finding = Schema['Finding']
export type Reading = Schema['Reading']
export type Report = Schema['SetReading']
export type SceneSet = Schema['Set']
export type Angle = Schema['ShotDoc']['angle']
export type Direction = Schema['ShotDoc']['light']

export const api = createClient<paths>({ baseUrl: '/' })
api.use(once(), busyButtons())

/** A problem document from the server, or the network's own failure in words. */
export class Problem extends Error {
  constructor(
    public status: number,
    message: string,
    public fields: { field: string; words: string }[] = [],
    public current?: unknown,
  ) {
    super(message)
  }
  /** Whether the same again may work by itself: the studio does not answer, or not just now. */
  get passing(): boolean {
    return [0, 429, 502, 503, 504, 507].includes(this.status)
  }
  /** The words about one field, if any: named whole, or as its own part of what was sent. */
  about(field: string): string {
    return this.fields.find((f) => f.field === field || f.field.endsWith('.' + field))?.words ?? ''
  }
}

/** Waits for a call and returns its data; anything else becomes a Problem. */
export async function ask<T>(call: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  let done: { data?: T; error?: unknown; response: Response }
  try {
    done = await call
  } catch {
    throw new Problem(0, 'The studio does not answer. Is the server running? Nothing you typed is lost.')
  }
  if (done.response.ok) return done.data as T
  const e = (done.error ?? {}) as { detail?: string; fields?: { field: string; words: string }[]; current?: unknown }
  if (done.response.status === 401 && !['/sign-in', '/join'].includes(location.pathname)) {
    const { router } = await import('../router')
    void router.push({ name: 'sign-in', query: { next: location.pathname } })
  }
  throw new Problem(
    done.response.status,
    e.detail ?? `The server answered ${done.response.status}.`,
    e.fields ?? [],
    e.current,
  )
}

/** Any error as words for a person. */
export function words(e: unknown): string {
  return e instanceof Error ? e.message : String(e)
}
