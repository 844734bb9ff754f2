import { reactive } from 'vue'
import type { Schema } from '../api/client'

/** The units the studio thinks in, as the server tells them. What is kept stays in millimetres,
 * degrees Celsius and hours to 24. */
export const units = reactive<Schema['Units']>({
  length: 'cm',
  lengthMm: 10,
  lengthStep: 0.5,
  temperature: 'C',
  amounts: 'written',
  clock: '24',
  currency: 'GBP',
})

/** The units as they have just been told. */
export const thinkIn = (told: Schema['Units']) => void Object.assign(units, told)

/** Millimetres as a number in the studio's unit: to a millimetre, or to a hundredth of an inch. */
export const inUnit = (mm: number): number => {
  const k = units.lengthMm === 10 ? 10 : 100
  return Math.round((mm / units.lengthMm) * k) / k
}

/** A length of so many millimetres with its unit: "12.5 cm". `rough` leaves the places away. */
export const length = (mm: number, rough = false): string =>
  `${rough && Math.abs(inUnit(mm)) >= 10 ? Math.round(inUnit(mm)) : inUnit(mm)} ${units.length}`

/** Sides of a thing: "120 × 90 cm". */
export const sides = (...mm: number[]): string =>
  mm.map((v) => String(Math.round((v / units.lengthMm) * 10) / 10)).join(' × ') + ' ' + units.length

/** A temperature of so many °C, to a degree. */
export const degrees = (celsius: number): string =>
  units.temperature === 'F' ? `${Math.round((celsius * 9) / 5 + 32)} °F` : `${Math.round(celsius)} °C`

/** A time of day kept as 14:05: "14:05", or "2:05 pm". Anything else stays as it is. */
export function hour(clock: string): string {
  const at = /^([01]\d|2[0-3]):([0-5]\d)$/.exec(clock)
  if (!at || units.clock !== '12') return clock
  const h = Number(at[1])
  return `${((h + 11) % 12) + 1}:${at[2]} ${h < 12 ? 'am' : 'pm'}`
}

/** Minutes after midnight as a time of day. */
export const hourOf = (min: number): string =>
  hour(`${String(Math.floor(min / 60) % 24).padStart(2, '0')}:${String(Math.round(min) % 60).padStart(2, '0')}`)
