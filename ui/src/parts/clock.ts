/** What a text says as a time of day, as 14:05: "14:05", "14.05", "1405", "2:05 pm", "2 pm", "9", "noon".
 * Undefined for anything else, and for what is no hour. */
export function readClock(text: string): string | undefined {
  const t = text.trim().toLowerCase().replace(/\s+/g, ' ')
  if (t === 'noon') return '12:00'
  if (t === 'midnight') return '00:00'
  const at =
    /^(\d{1,2})(?:[:.h ](\d{2}))? ?(am|pm|a\.m\.|p\.m\.|a|p)?$/.exec(t) ?? /^(\d{2})(\d{2}) ?(am|pm|a|p)?$/.exec(t)
  if (!at) return undefined
  let h = Number(at[1])
  const m = Number(at[2] ?? 0)
  const half = at[3]?.[0]
  if (half && (h < 1 || h > 12)) return undefined
  if (half === 'p' && h < 12) h += 12
  if (half === 'a' && h === 12) h = 0
  if (h > 23 || m > 59) return undefined
  return `${String(h).padStart(2, '0')}:${String(m).padStart(2, '0')}`
}
