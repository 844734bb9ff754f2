import type { SceneSet } from '../api/client'

export type Thing = 'camera' | 'kit' | 'vessel' | 'food' | 'light' | 'card' | 'table' | 'room'

/** One number or choice of the set that a person may change. Scale turns the kept unit into the shown one. */
export interface Field {
  path: string
  label: string
  unit?: string
  scale?: number
  step?: number
  choices?: { value: string; words: string }[]
  colour?: boolean
  flag?: boolean
  text?: boolean
}

const cm = { unit: 'cm', scale: 0.1, step: 0.5 }
const deg = { unit: '°', step: 1 }

export const things: { key: Thing; name: string; fields: Field[] }[] = [
  {
    key: 'camera', name: 'Camera', fields: [
      { path: 'camera.elevationDeg', label: 'Elevation', ...deg }, { path: 'camera.distanceMm', label: 'Distance', ...cm, step: 1 }, { path: 'camera.focalMm', label: 'Focal length', unit: 'mm', step: 1 },
      { path: 'camera.aperture', label: 'Aperture f/', step: 0.1 },
      { path: 'camera.orientation', label: 'Frame lies', choices: [{ value: 'landscape', words: 'Landscape' }, { value: 'portrait', words: 'Portrait' }] },
      { path: 'camera.slowestS', label: 'Slowest shutter', unit: 's', step: 0.01 },
    ],
  },
  {
    key: 'kit', name: 'Body and lens', fields: [
      { path: 'camera.shortestMm', label: 'Lens from', unit: 'mm' }, { path: 'camera.longestMm', label: 'Lens to', unit: 'mm' }, { path: 'camera.widestAperture', label: 'Lens opens to f/', step: 0.1 }, { path: 'camera.narrowAperture', label: 'Lens closes to f/' }, { path: 'camera.closestMm', label: 'Closest focus', ...cm },
      { path: 'camera.highestIso', label: 'Highest ISO', step: 100 },
      { path: 'camera.sensorWidthMm', label: 'Sensor long side', unit: 'mm', step: 0.1 }, { path: 'camera.sensorHeightMm', label: 'Sensor short side', unit: 'mm', step: 0.1 },
    ],
  },
  {
    key: 'vessel', name: 'Vessel', fields: [
      { path: 'vessel.kind', label: 'Kind', choices: ['plate', 'bowl', 'pot', 'glass', 'coupe', 'mug'].map((v) => ({ value: v, words: v[0]!.toUpperCase() + v.slice(1) })) },
      { path: 'vessel.diameterMm', label: 'Diameter', ...cm }, { path: 'vessel.heightMm', label: 'Height', ...cm }, { path: 'vessel.xMm', label: 'From the left edge', ...cm }, { path: 'vessel.yMm', label: 'From the near edge', ...cm },
      { path: 'vessel.colour', label: 'Colour', colour: true },
    ],
  },
  {
    key: 'food', name: 'Food', fields: [
      { path: 'food.name', label: 'What it is', text: true }, { path: 'food.aboveMm', label: 'Rises above the rim', ...cm }, { path: 'food.movementMmS', label: 'Moves at', unit: 'mm/s', step: 50 },
      { path: 'food.colour', label: 'Colour', colour: true }, { path: 'food.garnish', label: 'Garnish', colour: true },
    ],
  },
  {
    key: 'light', name: 'Light', fields: [
      { path: 'light.kind', label: 'Kind', choices: [{ value: 'window', words: 'Window' }, { value: 'softbox', words: 'Softbox' }] },
      { path: 'light.luminanceCdM2', label: 'Brightness', unit: 'cd/m²', step: 100 }, { path: 'light.widthMm', label: 'Width', ...cm }, { path: 'light.heightMm', label: 'Height', ...cm },
      { path: 'light.xMm', label: 'From the left edge', ...cm }, { path: 'light.yMm', label: 'From the near edge', ...cm }, { path: 'light.zMm', label: 'Middle above the table', ...cm },
      { path: 'light.facingDeg', label: 'Shines toward', ...deg }, { path: 'light.tiltDeg', label: 'Leans back', ...deg },
    ],
  },
  {
    key: 'card', name: 'White card', fields: [
      { path: 'card.on', label: 'In the set', flag: true }, { path: 'card.widthMm', label: 'Width', ...cm }, { path: 'card.heightMm', label: 'Height', ...cm },
      { path: 'card.xMm', label: 'From the left edge', ...cm }, { path: 'card.yMm', label: 'From the near edge', ...cm }, { path: 'card.facingDeg', label: 'White side toward', ...deg }, { path: 'card.tiltDeg', label: 'Leans back', ...deg },
      { path: 'card.reflectance', label: 'Returns of the light', step: 0.01 },
    ],
  },
  {
    key: 'table', name: 'Table', fields: [
      { path: 'table.widthMm', label: 'Width', ...cm }, { path: 'table.depthMm', label: 'Depth', ...cm }, { path: 'table.reflectance', label: 'Returns of the light', step: 0.01 }, { path: 'table.colour', label: 'Colour', colour: true },
    ],
  },
  {
    key: 'room', name: 'Room', fields: [
      { path: 'room.widthMm', label: 'Width', ...cm }, { path: 'room.depthMm', label: 'Depth', ...cm }, { path: 'room.heightMm', label: 'Height', ...cm }, { path: 'room.reflectance', label: 'Walls return', step: 0.01 },
    ],
  },
]

export function read(set: SceneSet, path: string): unknown {
  const [thing, field] = path.split('.') as [keyof SceneSet, string]
  return (set[thing] as unknown as Record<string, unknown>)[field]
}

export function write(set: SceneSet, path: string, value: unknown) {
  const [thing, field] = path.split('.') as [keyof SceneSet, string]
  ;(set[thing] as unknown as Record<string, unknown>)[field] = value
}
