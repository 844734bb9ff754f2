import type { SceneSet } from '../api/client'

/** A set as its camera would take it, small, as an address to be given back with URL.revokeObjectURL; empty when it could not be drawn. */
export async function drawn(set: SceneSet, long: number, signal?: AbortSignal): Promise<string> {
  const r = await fetch(`/api/set/picture?long=${long}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ set }),
    signal,
  }).catch(() => undefined)
  return r?.ok && !signal?.aborted ? URL.createObjectURL(await r.blob()) : ''
}
