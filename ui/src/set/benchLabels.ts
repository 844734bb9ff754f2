import type { Report, SceneSet } from '../api/client'
import { length } from '../parts/units'
import { part, type Thing } from './fields'
import type { Box, Spot, Wanted } from './labels'

/** What a bench is drawn with: where the lens is, how many mm a pixel is, and where far windows are drawn. */
export interface Bench {
  set: SceneSet
  report?: Report
  chosen: Thing
  lens: { x: number; y: number; z: number }
  unit: number
  inSight: (l: { xMm: number; yMm: number }) => { x: number; y: number }
}

const rad = (d: number) => (d * Math.PI) / 180
const spot = (x: number, y: number, anchor: Spot['anchor']): Spot => ({ x, y, anchor })
/** Half of what a board of some width takes up across and in depth, as it is turned. */
const half = (t: { widthMm: number; facingDeg: number }) => ({
  x: (t.widthMm / 2) * Math.abs(Math.cos(rad(t.facingDeg))),
  y: (t.widthMm / 2) * Math.abs(Math.sin(rad(t.facingDeg))),
})
/** What a thing of width and depth takes up at the most, however it is turned. */
const round = (t: { xMm: number; yMm: number; widthMm: number; depthMm?: number; turnDeg?: number }): Box => {
  const [w, d] = [t.widthMm, t.depthMm || t.widthMm]
  const [sin, cos] = [Math.abs(Math.sin(rad(t.turnDeg ?? 0))), Math.abs(Math.cos(rad(t.turnDeg ?? 0)))]
  const [a, b] = [w * cos + d * sin, w * sin + d * cos]
  return { x: t.xMm - a / 2, y: -t.yMm - b / 2, w: a, h: b }
}
/** Kinds that other things lie or stand on. */
export const flatKinds = ['linen', 'board', 'tile', 'paper', 'wire rack']

/** A light's name, with its share when more than one is on. */
export function shownAs(b: Pick<Bench, 'set' | 'report'>, i: number): string {
  const l = b.set.lights![i]!
  const share = b.report?.lit.shares?.find((s) => s.index === i)?.share
  return (
    (l.name || l.kind) +
    (share !== undefined && (b.report?.lit.shares?.length ?? 0) > 1 ? `, ${Math.round(share * 100)} %` : '')
  )
}

/** What a thing takes up as seen from above, for what stands beside it. */
export function boxAbove(b: Bench, thing: Thing): Box | undefined {
  const { set: s, unit } = b
  const [kind, n] = part(thing)
  if (kind === 'camera') {
    // Straight above it is drawn below the dish, which it would hide.
    const down = s.camera.elevationDeg > 80 ? 26 * unit + s.vessel.diameterMm / 2 : 0
    return { x: b.lens.x - 17 * unit, y: -b.lens.y - 9 * unit + down, w: 34 * unit, h: 29 * unit }
  }
  if (kind === 'vessel' || kind === 'food')
    return round({ xMm: s.vessel.xMm, yMm: s.vessel.yMm, widthMm: s.vessel.diameterMm, depthMm: s.vessel.diameterMm })
  if (kind === 'ground') return s.ground.on ? round(s.ground) : undefined
  if (kind === 'backdrop')
    return s.backdrop.on
      ? { x: s.vessel.xMm - s.backdrop.widthMm / 2, y: -s.backdrop.yMm, w: s.backdrop.widthMm, h: 8 * unit }
      : undefined
  if (kind === 'thing') return s.things?.[n]?.on ? round(s.things[n]!) : undefined
  const t = kind === 'light' ? s.lights?.[n] : kind === 'card' ? s.cards?.[n] : undefined
  if (!t) return undefined
  const to = kind === 'light' ? b.inSight(t) : { x: 0, y: 0 }
  const h = half(t)
  const thick = 6 * unit
  return {
    x: t.xMm + to.x - h.x - thick,
    y: -t.yMm - to.y - h.y - thick,
    w: 2 * (h.x + thick),
    h: 2 * (h.y + thick),
  }
}

/** What words had better not cover from above. */
export const bodiesAbove = (b: Bench): Box[] =>
  [
    'vessel',
    'camera',
    ...(b.set.things ?? []).flatMap((t, i) => (t.on && !flatKinds.includes(t.kind) ? 'thing-' + i : [])),
    ...(b.set.cards ?? []).flatMap((c, i) => (c.on ? 'card-' + i : [])),
    ...(b.set.lights ?? []).map((_, i) => 'light-' + i),
  ].flatMap((k) => boxAbove(b, k) ?? [])

/** The words on the set from above: what is chosen first, then camera, light, cards and backdrop. */
export function labelsAbove(b: Bench): Wanted[] {
  const { set: s, unit: u, chosen } = b
  const out: Wanted[] = []
  const round = (box: Box): Spot[] => [
    spot(box.x + box.w / 2, box.y - 5 * u, 'middle'),
    spot(box.x + box.w / 2, box.y + box.h + 15 * u, 'middle'),
    spot(box.x + box.w + 6 * u, box.y + box.h / 2 + 4 * u, 'start'),
    spot(box.x - 6 * u, box.y + box.h / 2 + 4 * u, 'end'),
  ]
  const camera = boxAbove(b, 'camera')!
  const overhead = s.camera.elevationDeg > 80
  const words = `camera${overhead ? ' above' : ''}, ${s.camera.focalMm} mm`
  const [right, left, below] = [round(camera)[2]!, round(camera)[3]!, round(camera)[1]!]
  out.push({ key: 'camera', words, at: [right, left, below] })
  for (const [i, l] of (s.lights ?? []).entries()) {
    const box = boxAbove(b, 'light-' + i)!
    const at = round(box)
    // A window's name stands on the side that it does not shine to, or beyond its ends.
    const first =
      Math.sin(rad(l.facingDeg)) > 0.5
        ? [at[1]!, at[0]!, at[2]!]
        : Math.sin(rad(l.facingDeg)) < -0.5
          ? [at[1]!, at[0]!, at[3]!]
          : at
    out.push({ key: 'light-' + i, words: shownAs(b, i), at: first })
  }
  for (const [i, c] of (s.cards ?? []).entries()) {
    if (!c.on && chosen !== 'card-' + i) continue
    const at = round(boxAbove(b, 'card-' + i)!)
    const away = c.xMm < s.vessel.xMm ? [at[3]!, at[0]!, at[1]!, at[2]!] : [at[2]!, at[0]!, at[1]!, at[3]!]
    out.push({ key: 'card-' + i, words: (c.name || c.kind) + (c.on ? '' : ', out'), at: away })
  }
  if (s.backdrop.on) {
    const end = s.vessel.xMm + s.backdrop.widthMm / 2
    const y = -s.backdrop.yMm
    out.push({
      key: 'backdrop',
      words: 'backdrop',
      at: [
        spot(end, y + 17 * u, 'end'),
        spot(end - s.backdrop.widthMm, y + 17 * u, 'start'),
        spot(end, y - 8 * u, 'end'),
      ],
    })
  }
  const [kind, n] = part(chosen)
  const t = kind === 'thing' ? s.things?.[n] : undefined
  const box = t?.on ? boxAbove(b, chosen) : undefined
  if (t && box) out.push({ key: chosen, words: t.name || t.kind, at: round(box) })
  return out.sort((p, q) => Number(q.key === chosen) - Number(p.key === chosen))
}

const windowLike = (kind: string) => kind === 'window' || kind === 'roof light'

/** What words had better not cover from the side. */
export const bodiesSide = (b: Bench): Box[] => {
  const s = b.set
  const high = s.vessel.heightMm + Math.max(0, s.food.aboveMm)
  return [
    { x: s.vessel.yMm - s.vessel.diameterMm / 2, y: -high, w: s.vessel.diameterMm, h: high },
    { x: b.lens.y - 26 * b.unit, y: -b.lens.z - 20 * b.unit, w: 40 * b.unit, h: 40 * b.unit },
  ]
}

/** The words on the set from the side: the camera, the windows that are open, the light that is chosen. */
export function labelsSide(b: Bench, from: number): Wanted[] {
  const { set: s, unit: u, lens } = b
  const out: Wanted[] = [
    {
      key: 'camera',
      words: `${s.camera.elevationDeg}°, ${length(s.camera.distanceMm, true)}`,
      at: [
        spot(lens.y + 20 * u, -lens.z - 14 * u, 'start'),
        spot(lens.y - 30 * u, -lens.z - 14 * u, 'end'),
        spot(lens.y, -lens.z + 36 * u, 'middle'),
      ],
    },
  ]
  for (const [i, l] of (s.lights ?? []).entries()) {
    if (b.chosen !== 'light-' + i && !(l.on && windowLike(l.kind))) continue
    const wide = Math.max(20, (l.widthMm / 2) * Math.abs(Math.sin(rad(l.facingDeg))))
    const left = Math.max(from, l.yMm - wide) + 5 * u
    const y = -Math.min(l.zMm, lens.z) * 0.55
    out.push({
      key: 'light-' + i,
      words: l.name || l.kind,
      at: [spot(left, y, 'start'), spot(l.yMm + wide - 5 * u, y, 'end'), spot(left, -l.zMm, 'start')],
    })
  }
  return out
}
