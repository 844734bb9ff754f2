import type { Middleware } from 'openapi-fetch'
import { making } from './words'

/** A press again within this time, ms, is the same press: two clicks of one double click. */
const SAME_MS = 1000
/** How long a wish that got no answer keeps its key, ms: asked again, it is the same wish. */
const UNANSWERED_MS = 10 * 60 * 1000

/** Whether a call makes something, so that it must not be done twice. */
export const makes = (request: Request, schemaPath: string) => making.includes(`${request.method} ${schemaPath}`)

interface Wish {
  key: string
  at: number
  open: number // calls under way
  lost: boolean // the last one got no answer
}

/** Where wishes without an answer outlive a reload of this tab: a reload in the middle loses the answer,
 * and what is pressed then is the same wish. */
const KEPT = 'fig-ladder-wishes'
const wishes = new Map<string, Wish>(remembered())

function remembered(): [string, Wish][] {
  try {
    const all = JSON.parse(sessionStorage.getItem(KEPT) ?? '[]') as [string, Wish][]
    return all.map(([sign, w]) => [sign, { ...w, open: 0, lost: true }])
  } catch {
    return [] // none kept, or no store: as at the first visit
  }
}
function remember() {
  try {
    sessionStorage.setItem(KEPT, JSON.stringify([...wishes].filter(([, w]) => w.open || w.lost)))
  } catch {
    // No store, or a full one: then a reload in the middle is a wish of its own.
  }
}
/** A key that nobody else has. (randomUUID is only there over https or on this machine.) */
const newKey = () =>
  [...crypto.getRandomValues(new Uint8Array(16))].map((b) => b.toString(16).padStart(2, '0')).join('')

/** What a call is told apart by: where it goes and what it says. A file goes by its name, size and age. */
async function signOf(method: string, request: Request): Promise<string> {
  const where = `${method} ${request.url} `
  if (!(request.headers.get('content-type') ?? '').startsWith('multipart/')) return where + (await request.text())
  const parts = [...(await request.formData()).entries()]
  return (
    where + JSON.stringify(parts.map(([n, v]) => [n, typeof v === 'string' ? v : [v.name, v.size, v.lastModified]]))
  )
}

/** The key of a wish: the same while it is under way, just after, and when its answer was lost. */
export function keyOf(sign: string, now = Date.now()): string {
  for (const [s, w] of wishes) if (!w.open && now - w.at > (w.lost ? UNANSWERED_MS : SAME_MS)) wishes.delete(s)
  let w = wishes.get(sign)
  if (!w) wishes.set(sign, (w = { key: newKey(), at: now, open: 0, lost: false }))
  w.open++
  w.at = now
  remember()
  return w.key
}

/** What became of a wish. Refused, it is free for another try under a new key. */
export function ended(sign: string, how: 'answered' | 'refused' | 'lost', now = Date.now()) {
  const w = wishes.get(sign)
  if (!w) return
  w.open = Math.max(0, w.open - 1)
  w.at = now
  w.lost = how === 'lost'
  if (how === 'refused' && !w.open) wishes.delete(sign)
  remember()
}

/** Sends every making call under its key, so that two presses are one deed. */
export function once(): Middleware {
  const signs = new Map<string, string>()
  return {
    async onRequest({ request, schemaPath, id }) {
      if (!makes(request, schemaPath)) return
      const sign = await signOf(request.method, request.clone())
      signs.set(id, sign)
      request.headers.set('Idempotency-Key', keyOf(sign))
      return request
    },
    onResponse({ response, id }) {
      const sign = signs.get(id)
      signs.delete(id)
      if (sign) ended(sign, response.ok ? 'answered' : response.status >= 500 ? 'lost' : 'refused')
    },
    onError({ id }) {
      const sign = signs.get(id)
      signs.delete(id)
      if (sign) ended(sign, 'lost')
    },
  }
}
