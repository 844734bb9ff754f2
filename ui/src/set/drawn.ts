import { ask, type SceneSet } from '../api/client'
import { patiently } from '../api/patience'

/** A set as its camera would take it, small, as an address to be given back with URL.revokeObjectURL; empty when it
 * could not be drawn. It waits its turn: a studio that has enough to work out is asked again. */
export async function drawn(set: SceneSet, long: number, signal?: AbortSignal): Promise<string> {
  const draw = async () => {
    const r = await fetch(`/api/set/picture?long=${long}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ set }),
      signal,
    })
    return { response: r, data: r.ok ? await r.blob() : undefined }
  }
  const picture = await patiently(() => ask(draw()), signal).catch(() => undefined)
  return picture && !signal?.aborted ? URL.createObjectURL(picture) : ''
}
