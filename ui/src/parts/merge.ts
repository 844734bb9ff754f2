/** Where in a document something stands: keys and numbers, from the outside in. */
export type Path = (string | number)[]

/** One place that both sides changed, each to something else. */
export interface Clash {
  path: Path
  mine: unknown
  theirs: unknown
}

const isObject = (v: unknown): v is Record<string, unknown> => typeof v === 'object' && v !== null && !Array.isArray(v)

/** Whether two documents say the same; a key that is not there says the same as one that is undefined. */
export function same(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((x, i) => same(x, b[i]))
  if (isObject(a) && isObject(b))
    return [...new Set([...Object.keys(a), ...Object.keys(b)])].every((k) => same(a[k], b[k]))
  return false
}

/** Puts two changes of one document together, field by field. Where both changed the same field to
 * different values mine stands in the result, and the clash is told. A list that grew or shrank on
 * one side is one field. */
export function merge<T>(base: T, mine: T, theirs: T): { value: T; clashes: Clash[] } {
  const clashes: Clash[] = []
  const value = join(base, mine, theirs, [], clashes) as T
  return { value, clashes }
}

function join(base: unknown, mine: unknown, theirs: unknown, path: Path, clashes: Clash[]): unknown {
  if (same(mine, theirs) || same(theirs, base)) return mine
  if (same(mine, base)) return theirs
  if (isObject(base) && isObject(mine) && isObject(theirs)) {
    const out: Record<string, unknown> = {}
    for (const k of new Set([...Object.keys(theirs), ...Object.keys(mine)])) {
      const v = join(base[k], mine[k], theirs[k], [...path, k], clashes)
      if (v !== undefined) out[k] = v
    }
    return out
  }
  if (
    Array.isArray(base) &&
    Array.isArray(mine) &&
    Array.isArray(theirs) &&
    base.length === mine.length &&
    base.length === theirs.length
  )
    return base.map((b, i) => join(b, mine[i], theirs[i], [...path, i], clashes))
  clashes.push({ path, mine, theirs })
  return mine
}

/** What stands at a place; undefined where there is none. */
export function at(doc: unknown, path: Path): unknown {
  let v = doc
  for (const k of path) v = (v as Record<string | number, unknown> | undefined)?.[k]
  return v
}

/** Puts something at a place that is there. */
export function put(doc: unknown, path: Path, v: unknown) {
  const last = path[path.length - 1]
  if (last !== undefined) (at(doc, path.slice(0, -1)) as Record<string | number, unknown>)[last] = v
}

/** The place that a refused field names in a document. The server names it in what was sent, where
 * the document may stand under a key of its own; undefined when the document has no such field. */
export function placeOf(doc: unknown, field: string): Path | undefined {
  const whole = (field.match(/[^.[\]]+/g) ?? []).map((k) => (/^\d+$/.test(k) ? Number(k) : k))
  for (let skip = 0; skip < Math.min(2, whole.length); skip++) {
    const path = whole.slice(skip)
    const above = at(doc, path.slice(0, -1))
    const last = path[path.length - 1]
    if (typeof above === 'object' && above !== null && last !== undefined && last in above) return path
  }
  return undefined
}

/** The document with refused fields as they were last saved, so that the rest can be; undefined when a
 * refused field is not known, or was refused as it was. A new line of a list is left out whole. */
export function heldBack<T>(doc: T, saved: T, fields: string[]): T | undefined {
  const out = JSON.parse(JSON.stringify(doc)) as T
  const lines = new Map<string, { list: Path; at: Set<number> }>()
  for (const f of fields) {
    const path = placeOf(doc, f)
    if (!path) return undefined
    const line = path.findIndex(
      (k, i) => typeof k === 'number' && !((at(saved, path.slice(0, i)) as unknown[])?.length > k),
    )
    if (line >= 0) {
      const list = path.slice(0, line)
      const key = list.join('.')
      if (!lines.has(key)) lines.set(key, { list, at: new Set() })
      lines.get(key)!.at.add(path[line] as number)
    } else {
      const was = at(saved, path)
      if (was === undefined || same(was, at(doc, path))) return undefined
      put(out, path, JSON.parse(JSON.stringify(was)))
    }
  }
  for (const { list, at: gone } of lines.values())
    put(
      out,
      list,
      (at(out, list) as unknown[]).filter((_, i) => !gone.has(i)),
    )
  return out
}

/** A place in plain words: "camera, focal length", "deliverable 2, count". */
export function placeWords(path: Path): string {
  const out: string[] = []
  for (const k of path) {
    if (typeof k === 'number') out.push(`${(out.pop() ?? 'line').replace(/s$/, '')} ${k + 1}`)
    else
      out.push(
        k
          .replace(/(Mm|Deg|Px|Minor|Share|Hex)$/, '')
          .replace(/([a-z])([A-Z])/g, '$1 $2')
          .toLowerCase(),
      )
  }
  return out.join(', ')
}
