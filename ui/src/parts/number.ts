/** What a text says as a number: comma or point for the decimals, groups of three thousands, a sign.
 * `words` says in plain words why it is none. */
export function readNumber(text: string): { value?: number; words?: string } {
  const t = text
    .trim()
    .replace(/[\s\u00a0\u202f']/g, '')
    .replace(/^[−–]/, '-')
  if (t === '') return {}
  if (/^[+-]?\d{1,3}(,\d{3}){2,}(\.\d+)?$/.test(t) || /^[+-]?\d{1,3}(,\d{3})+\.\d+$/.test(t))
    return { value: Number(t.replaceAll(',', '')) }
  if (/^[+-]?\d{1,3}(\.\d{3}){2,}(,\d+)?$/.test(t) || /^[+-]?\d{1,3}(\.\d{3})+,\d+$/.test(t))
    return { value: Number(t.replaceAll('.', '').replace(',', '.')) }
  if (/^[+-]?[1-9]\d{0,2},\d{3}$/.test(t))
    return {
      words: `Is ${t} about ${t.split(',')[0]} or ${t.replace(',', '')}? Write ${t.replace(',', '')}, or ${t.replace(',', '.')}.`,
    }
  if (/^[+-]?(\d+([.,]\d*)?|[.,]\d+)$/.test(t)) return { value: Number(t.replace(',', '.')) }
  return { words: `“${text.trim()}” is not a number.` }
}

/** A number as it stands in a field: no more places than it has, at most `places`. */
export const writeNumber = (v: number, places = 3): string => String(Number(v.toFixed(places)))

/** What a number is held to, in words: "1 to 500 cm". */
export function boundsWords(min: number, max: number, unit = ''): string {
  const u = unit && ' ' + unit
  if (Number.isFinite(min) && Number.isFinite(max)) return `${writeNumber(min)} to ${writeNumber(max)}${u}`
  return Number.isFinite(min) ? `${writeNumber(min)}${u} or more` : `${writeNumber(max)}${u} or less`
}
