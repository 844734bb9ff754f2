import type { components } from '../api/schema'

export type Page = components['schemas']['ProofPage']
export type Choice = components['schemas']['ProofShown']
export type Answer = components['schemas']['ProofAnswer']

/** The link's token: it stands after the sign #, which no browser sends anywhere. */
const token = location.hash.slice(1)
export const linked = token !== ''

/** What went wrong, in words. `over` when asking again leads nowhere. */
export class Refused extends Error {
  constructor(
    message: string,
    public over = false,
  ) {
    super(message)
  }
}

async function call(path: string, init: RequestInit = {}): Promise<Response> {
  let got: Response
  try {
    got = await fetch(`/api/proof${path}`, {
      ...init,
      credentials: 'omit',
      headers: { 'Proof-Link': token, ...init.headers },
    })
  } catch {
    throw new Refused('There is no connection just now. What you wrote is still here: try again in a moment.')
  }
  if (got.ok) return got
  const told = (await got.json().catch(() => ({}))) as { detail?: string }
  throw new Refused(told.detail ?? `The server answered ${got.status}.`, got.status === 404)
}

export const look = async () => (await (await call('')).json()) as Page

export const say = async (a: Omit<Answer, 'at'>) =>
  (await (
    await call('/answers', {
      method: 'POST',
      body: JSON.stringify(a),
      headers: { 'Content-Type': 'application/json' },
    })
  ).json()) as Page

export const picture = async (key: string) => (await call(`/pictures/${key}`)).blob()
export const file = async (key: string) => (await call(`/files/${key}`)).blob()
