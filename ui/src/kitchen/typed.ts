import type { Schema } from '../api/client'

type Recipe = Schema['Recipe']

/** A recipe's ingredients as they are typed: a line each, headings ending in a colon. */
export function asLines(r: Recipe): string {
  let group = ''
  const out: string[] = []
  for (const i of r.ingredients) {
    if (i.group !== group) out.push((group = i.group) + ':')
    out.push(i.written)
  }
  return out.join('\n')
}

/** A recipe's method as it is typed. */
export function asMethod(r: Recipe): string {
  let section = ''
  const out: string[] = []
  for (const s of r.steps) {
    if (s.section !== section) out.push((section = s.section) + ':')
    out.push(s.text)
  }
  return out.join('\n')
}
