const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec']

const iso = (y: number, m: number, d: number): string | undefined => {
  const t = new Date(Date.UTC(y, m - 1, d))
  return t.getUTCFullYear() === y && t.getUTCMonth() === m - 1 && t.getUTCDate() === d
    ? t.toISOString().slice(0, 10)
    : undefined
}

/** What a text says as a day, ISO: "3 Dec 2026", "Dec 3", "3.12.2026", "3/12/26", "2026-12-03". The day comes
 * first; a number that can only be a month is taken for one. Without a year it is the next such day from
 * `today`. Undefined when it is none. */
export function readDay(text: string, today: string): string | undefined {
  const parts = text
    .toLowerCase()
    .replace(/^(mon|tue|wed|thu|fri|sat|sun)[a-z]*\.?,?\s+/, '')
    .replace(/(\d)(st|nd|rd|th)\b/g, '$1')
    .split(/[\s,./-]+/)
    .filter(Boolean)
  if (parts.length < 2 || parts.length > 3) return undefined
  if (/^\d{4}$/.test(parts[0]!) && parts.length === 3) return iso(Number(parts[0]), Number(parts[1]), Number(parts[2]))
  const named = parts.findIndex((p) => p.length >= 3 && MONTHS.includes(p.slice(0, 3)) && !/\d/.test(p))
  let [day, month] = [Number(parts[0]), Number(parts[1])]
  if (named === 0) [day, month] = [Number(parts[1]), MONTHS.indexOf(parts[0]!.slice(0, 3)) + 1]
  else if (named === 1) month = MONTHS.indexOf(parts[1]!.slice(0, 3)) + 1
  else if (month > 12 && day <= 12) [day, month] = [month, day]
  if (!Number.isInteger(day) || !Number.isInteger(month)) return undefined
  const said = parts[2]
  if (said !== undefined) {
    if (!/^(\d{2}|\d{4})$/.test(said)) return undefined
    return iso(said.length === 2 ? 2000 + Number(said) : Number(said), month, day)
  }
  const year = Number(today.slice(0, 4))
  const at = iso(year, month, day)
  return at !== undefined && at < today ? iso(year + 1, month, day) : at
}
