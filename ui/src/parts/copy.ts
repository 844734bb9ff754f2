/** A copy that can be changed without changing what was read. */
export function copy<T>(of: T): T {
  return JSON.parse(JSON.stringify(of)) as T
}
