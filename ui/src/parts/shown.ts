import { words } from '../api/words'
import { hour } from './units'

/** The long side at which a picture is fetched that is shown this many pixels long: what the screen can
 * show, in steps, so that a window a little wider does not fetch it again. */
export const pictureLong = (cssPx: number) =>
  Math.min(2400, Math.max(240, Math.ceil((cssPx * Math.min(devicePixelRatio, 2)) / 240) * 240))

/** A day as people write it: "Thu 3 Dec 2026". */
export function day(iso: string): string {
  if (!iso) return 'no day yet'
  const d = new Date(iso + 'T12:00:00Z')
  return d.toLocaleDateString('en-GB', {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    timeZone: 'UTC',
  })
}

/** A day without its year: "3 Dec". */
export function shortDay(iso: string): string {
  return new Date(iso + 'T12:00:00Z').toLocaleDateString('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC' })
}

/** A moment as people write it. */
export function moment(iso: string): string {
  const at = new Date(iso)
  const two = (n: number) => String(n).padStart(2, '0')
  const day = at.toLocaleDateString('en-GB', { day: 'numeric', month: 'short' })
  return `${day}, ${hour(`${two(at.getHours())}:${two(at.getMinutes())}`)}`
}

/** Bytes as people write them. */
export function bytes(n: number): string {
  if (n > 1e9) return (n / 1e9).toFixed(n > 1e11 ? 0 : 1) + ' GB'
  return n > 1e6 ? (n / 1e6).toFixed(1) + ' MB' : Math.round(n / 1e3) + ' kB'
}

export const kindWords: Record<string, string> = {
  hero: 'Hero',
  alternate: 'Alternate',
  detail: 'Close detail',
  ingredient: 'Ingredient',
  before: 'Before',
  after: 'After',
  action: 'Action',
  safe: 'Safe frame',
  repeat: 'Repeated shapes',
  free: 'Free frames',
  clip: 'Short clip',
}

/** The angle words the server takes, from above to below. */
export const angles = words.ShotDoc.angle

/** The light words the server takes. */
export const lights = words.ShotDoc.light

/** Minor units of money as people write them: 1 234.50. */
export function money(minor: number): string {
  return (minor / 100)
    .toLocaleString('en-GB', { minimumFractionDigits: 2, maximumFractionDigits: 2 })
    .replaceAll(',', '\u202f')
}
