import type { SceneSet } from '../api/client'
import { words } from '../api/words'

/** What is chosen on the set: camera, kit, vessel, food, backdrop, daylight, table, room, or one of a list as light-0, card-1. */
export type Thing = string

/** One number or choice of the set that a person may change. Scale turns the kept unit into the shown one. */
export interface Field {
  path: string
  label: string
  unit?: string
  /** Kept in millimetres, shown in the studio's unit. */
  length?: boolean
  scale?: number
  step?: number
  choices?: { value: string; words: string }[]
  colour?: boolean
  flag?: [string, string]
  text?: boolean
  day?: boolean
  clock?: boolean
  /** Edited beside the thing where it stands, under this short name. */
  hand?: string
}

const long = { length: true }
const deg = { unit: '°', step: 1 }
const percent = { unit: '%', scale: 100, step: 5 }
const one = (all: readonly string[]) => all.map((v) => ({ value: v, words: v[0]!.toUpperCase() + v.slice(1) }))
/** Choices of which the first leaves it to the usual. */
const usual = (all: readonly string[]) => [{ value: '', words: 'Usual' }, ...one(all)]
/** Choices of which the first is nothing of the kind. */
const orPlain = (all: readonly string[]) => [{ value: '', words: 'Plain' }, ...one(all)]
export const finishes = one(words.Thing.finish)
export const lightKinds = one(words.Light.kind)
export const thingKinds = one(words.Thing.kind)
export const cardKinds = one(words.Card.kind)

const plain: Record<string, Field[]> = {
  camera: [
    { path: 'camera.elevationDeg', hand: 'Up', label: 'Elevation', ...deg },
    { path: 'camera.distanceMm', hand: 'Away', label: 'Distance', ...long },
    { path: 'camera.focalMm', hand: 'Lens', label: 'Focal length', unit: 'mm', step: 1 },
    { path: 'camera.aperture', hand: 'f/', label: 'Aperture f/', step: 0.1 },
    { path: 'camera.orientation', hand: 'Lies', label: 'Frame lies', choices: one(words.Camera.orientation) },
    { path: 'camera.slowestS', label: 'Slowest shutter', unit: 's', step: 0.01 },
    { path: 'camera.aimXMm', label: 'Aims right of the dish', ...long },
    { path: 'camera.aimYMm', label: 'Aims beyond it', ...long },
    { path: 'camera.aimZMm', label: 'Aims above it', ...long },
  ],
  kit: [
    { path: 'camera.shortestMm', label: 'Lens from', unit: 'mm' },
    { path: 'camera.longestMm', label: 'Lens to', unit: 'mm' },
    { path: 'camera.widestAperture', label: 'Lens opens to f/', step: 0.1 },
    { path: 'camera.narrowAperture', label: 'Lens closes to f/' },
    { path: 'camera.closestMm', label: 'Closest focus', ...long },
    { path: 'camera.highestIso', label: 'Highest ISO', step: 100 },
    { path: 'camera.sensorWidthMm', label: 'Sensor long side', unit: 'mm', step: 0.1 },
    { path: 'camera.sensorHeightMm', label: 'Sensor short side', unit: 'mm', step: 0.1 },
  ],
  vessel: [
    { path: 'ownVessel', label: 'Stands in', flag: ['this frame', 'all frames'] },
    { path: 'vessel.kind', hand: 'Kind', label: 'Kind', choices: one(words.Vessel.kind) },
    { path: 'vessel.diameterMm', hand: 'Across', label: 'Diameter', ...long },
    { path: 'vessel.heightMm', hand: 'High', label: 'Height', ...long },
    { path: 'vessel.xMm', label: 'From the left edge', ...long },
    { path: 'vessel.yMm', label: 'From the near edge', ...long },
    { path: 'vessel.finish', label: 'Finish', choices: finishes },
    { path: 'vessel.material', label: 'Made of', choices: usual(words.Vessel.material) },
    { path: 'vessel.worked', label: 'Outside', choices: orPlain(words.Vessel.worked) },
    { path: 'vessel.dew', label: 'Dew on its glass', ...percent },
    { path: 'vessel.colour', hand: 'Colour', label: 'Colour', colour: true },
  ],
  food: [
    {
      path: 'state',
      hand: 'Dish is',
      label: 'The dish is',
      choices: [{ value: '', words: 'Served' }, ...one(words.Set.state)],
    },
    { path: 'ownFood', label: 'Food in', flag: ['this frame', 'all frames'] },
    { path: 'food.name', label: 'What it is', text: true },
    { path: 'food.aboveMm', hand: 'Over rim', label: 'Rises above the rim', ...long },
    { path: 'food.movementMmS', label: 'Moves at', unit: 'mm/s', step: 50 },
    { path: 'food.steams', label: 'Steam is to show', flag: ['yes', 'no'] },
    { path: 'food.form', hand: 'Shape', label: 'Its shape', choices: usual(words.Food.form) },
    { path: 'food.finish', label: 'Shines', choices: usual(words.Food.finish) },
    { path: 'food.strength', label: 'Drink, share of full strength', ...percent },
    { path: 'food.fillShare', hand: 'Filled', label: 'Fills the vessel to', ...percent },
    { path: 'food.pourMm', label: 'Poured from above the rim', ...long },
    { path: 'food.best', label: 'Best side looks', choices: usual(words.Food.best) },
    { path: 'food.colour', hand: 'Colour', label: 'Colour', colour: true },
    { path: 'food.garnish', hand: 'Garnish', label: 'Garnish', colour: true },
    { path: 'food.piece', label: 'Each piece on a tart', choices: usual(words.Food.piece) },
  ],
  backdrop: [
    { path: 'backdrop.on', label: 'Upright backdrop', flag: ['up', 'none'] },
    { path: 'backdrop.yMm', hand: 'Away', label: 'From the near edge', ...long },
    { path: 'backdrop.widthMm', hand: 'Wide', label: 'Width', ...long },
    { path: 'backdrop.heightMm', hand: 'High', label: 'Height', ...long },
    { path: 'backdrop.colour', hand: 'Colour', label: 'Colour', colour: true },
  ],
  ground: [
    { path: 'ground.on', label: 'Board or sheet under the set', flag: ['laid', 'none'] },
    {
      path: 'ground.kind',
      label: 'Kind',
      choices: [
        { value: 'board', words: 'Lying board' },
        { value: 'sweep', words: 'Sheet swept up behind' },
      ],
    },
    { path: 'ground.material', label: 'Face', choices: usual(words.Ground.material) },
    { path: 'ground.widthMm', hand: 'Wide', label: 'Width', ...long },
    { path: 'ground.depthMm', hand: 'Deep', label: 'Depth', ...long },
    { path: 'ground.riseMm', label: 'Sheet rises to', ...long },
    { path: 'ground.xMm', label: 'From the left edge', ...long },
    { path: 'ground.yMm', label: 'From the near edge', ...long },
    { path: 'ground.turnDeg', hand: 'Turned', label: 'Turned', ...deg },
    { path: 'ground.finish', label: 'Finish', choices: finishes },
    { path: 'ground.colour', hand: 'Colour', label: 'Colour', colour: true },
  ],
  daylight: [
    { path: 'daylight.on', label: 'Sky and sun by place and hour', flag: ['on', 'off'] },
    { path: 'daylight.weather', label: 'Sky', choices: one(words.Daylight.weather) },
    { path: 'daylight.day', label: 'Day', day: true },
    { path: 'daylight.clock', label: 'Clock', clock: true },
    { path: 'daylight.farSideDeg', label: 'Far side looks to', ...deg, step: 5 },
  ],
  table: [
    { path: 'table.widthMm', label: 'Width', ...long },
    { path: 'table.depthMm', label: 'Depth', ...long },
    { path: 'table.reflectance', label: 'Returns of the light', step: 0.01 },
    { path: 'table.finish', label: 'Finish', choices: finishes },
    { path: 'table.material', label: 'Made of', choices: usual(words.Table.material) },
    { path: 'table.colour', label: 'Colour', colour: true },
  ],
  room: [
    { path: 'room.widthMm', label: 'Width', ...long },
    { path: 'room.depthMm', label: 'Depth', ...long },
    { path: 'room.heightMm', label: 'Height', ...long },
    { path: 'room.reflectance', label: 'Walls return', step: 0.01 },
    { path: 'room.ceiling', label: 'Ceiling, 0 as walls', step: 0.01 },
    { path: 'room.floor', label: 'Floor, 0 as walls', step: 0.01 },
    { path: 'room.leftMm', label: 'Wall on the left, 0 usual', ...long },
    { path: 'room.behindMm', label: 'Wall behind, 0 usual', ...long },
  ],
}

/** Where on the earth a set stands: only asked where no place of the studio's says so. */
const onEarth: Field[] = [
  { path: 'daylight.latDeg', label: 'Latitude, north', unit: '°', step: 0.1 },
  { path: 'daylight.lonDeg', label: 'Longitude, east', unit: '°', step: 0.1 },
  { path: 'daylight.zone', label: 'Time zone', text: true },
]

const isWindow = (kind: string) => kind === 'window' || kind === 'roof light'

/** What the server knows of kinds of thing, and whether a place of the studio's says where on the earth a set is. */
export interface Known {
  round?: string[] | null
  edible?: string[] | null
  worked?: string[] | null
  placed?: boolean
}

/** The fields of what is chosen. */
export function fieldsOf(set: SceneSet, thing: Thing, alike: Known = {}): Field[] {
  const [kind, n] = part(thing)
  if (kind === 'light') {
    const l = set.lights?.[n]
    if (!l) return []
    const p = `lights.${n}.`
    const bright: Field[] = isWindow(l.kind)
      ? [
          ...(set.daylight.on
            ? []
            : [
                { path: p + 'luminanceCdM2', label: 'Sky behind the glass', unit: 'cd/m²', step: 100 },
                { path: p + 'kelvin', label: 'Colour', unit: 'K', step: 100 },
              ]),
          { path: p + 'glass', label: 'Glass lets through', ...percent },
          { path: p + 'revealMm', label: 'Depth of the opening', ...long },
          { path: p + 'curtainLeft', hand: 'Curtain ←', label: 'Curtain from the left', ...percent },
          { path: p + 'curtainRight', hand: 'Curtain →', label: 'Curtain from the right', ...percent },
          { path: p + 'blindTop', label: 'Blind from the top', ...percent },
        ]
      : [
          { path: p + 'luxAt1m', hand: 'At 1 m', label: 'Lamp at one metre', unit: 'lx', step: 100 },
          { path: p + 'guideM', label: 'Flash guide number', unit: 'm', step: 1 },
          { path: p + 'wattS', label: 'Or watt-seconds', unit: 'Ws', step: 50 },
          { path: p + 'luminanceCdM2', label: 'Else brightness', unit: 'cd/m²', step: 100 },
          { path: p + 'kelvin', hand: 'Colour', label: 'Colour', unit: 'K', step: 100 },
        ]
    return [
      { path: p + 'on', label: isWindow(l.kind) ? 'Open' : 'Lit', flag: ['on', 'off'] },
      { path: p + 'name', label: 'Name', text: true },
      { path: p + 'kind', label: 'Kind', choices: lightKinds },
      { path: p + 'widthMm', hand: 'Wide', label: 'Width', ...long },
      { path: p + 'heightMm', hand: 'High', label: 'Height', ...long },
      { path: p + 'xMm', label: 'From the left edge', ...long },
      { path: p + 'yMm', label: 'From the near edge', ...long },
      { path: p + 'zMm', hand: 'Middle at', label: 'Middle above the table', ...long },
      { path: p + 'facingDeg', hand: 'Toward', label: 'Shines toward', ...deg },
      { path: p + 'tiltDeg', label: 'Leans back', ...deg },
      ...bright,
    ]
  }
  if (kind === 'thing') {
    const t = set.things?.[n]
    if (!t) return []
    const p = `things.${n}.`
    const isRound = alike.round?.includes(t.kind) ?? false
    const isFood = alike.edible?.includes(t.kind) ?? false
    return [
      { path: p + 'on', label: 'In the set', flag: ['in', 'out'] },
      { path: p + 'name', label: 'Name', text: true },
      { path: p + 'kind', label: 'Kind', choices: thingKinds },
      { path: p + 'xMm', label: 'From the left edge', ...long },
      { path: p + 'yMm', label: 'From the near edge', ...long },
      { path: p + 'turnDeg', hand: 'Turned', label: 'Turned', ...deg, step: 5 },
      { path: p + 'widthMm', hand: 'Across', label: isRound || isFood ? 'Across' : 'Width', ...long },
      ...(isRound || isFood ? [] : [{ path: p + 'depthMm', hand: 'Long', label: 'Length', ...long }]),
      {
        path: p + 'heightMm',
        hand: 'High',
        label: t.kind === 'scatter' || t.kind === 'herbs' || t.kind === 'crumb' ? 'Size of a piece' : 'Height',
        ...long,
      },
      { path: p + 'liftMm', hand: 'Lifted', label: 'Lifted by', ...long },
      { path: p + 'tiltDeg', label: 'Leans away', ...deg },
      ...(isFood ? [{ path: p + 'count', label: 'Pieces', step: 1 }] : []),
      ...(t.kind === 'scatter' ? [{ path: p + 'piece', label: 'Each piece', choices: usual(words.Thing.piece) }] : []),
      ...(isRound
        ? [
            { path: p + 'fillShare', label: 'Filled to', ...percent },
            { path: p + 'drink', label: 'With a drink of', colour: true },
          ]
        : []),
      ...(alike.worked?.includes(t.kind)
        ? [{ path: p + 'worked', label: 'Outside', choices: orPlain(words.Thing.worked) }]
        : []),
      { path: p + 'finish', label: 'Finish', choices: finishes },
      ...(isFood
        ? []
        : [
            {
              path: p + 'material',
              label: 'Made of',
              choices: usual(words.Thing.material.filter((m) => m !== 'food')),
            },
          ]),
      { path: p + 'colour', hand: 'Colour', label: 'Colour', colour: true },
      { path: p + 'second', label: 'Second colour', colour: true },
    ]
  }
  if (kind === 'card') {
    if (!set.cards?.[n]) return []
    const p = `cards.${n}.`
    return [
      { path: p + 'on', label: 'In the set', flag: ['in', 'out'] },
      { path: p + 'name', label: 'Name', text: true },
      { path: p + 'kind', hand: 'Face', label: 'Face', choices: cardKinds },
      { path: p + 'widthMm', hand: 'Wide', label: 'Width', ...long },
      { path: p + 'heightMm', hand: 'High', label: 'Height', ...long },
      { path: p + 'xMm', label: 'From the left edge', ...long },
      { path: p + 'yMm', label: 'From the near edge', ...long },
      { path: p + 'zMm', hand: 'Lifted', label: 'Lower edge above the table', ...long },
      { path: p + 'facingDeg', hand: 'Toward', label: 'Face toward', ...deg },
      { path: p + 'tiltDeg', hand: 'Leans', label: 'Leans back', ...deg },
    ]
  }
  if (kind === 'daylight' && !alike.placed) return [...plain.daylight!, ...onEarth]
  if (kind === 'vessel' && !alike.worked?.includes(set.vessel.kind))
    return plain.vessel!.filter((f) => f.path !== 'vessel.worked')
  return plain[kind] ?? []
}

/** What of it is edited beside it where it stands, beside the switch that puts it in or out. */
export const handOf = (fields: Field[]) => fields.filter((f) => f.hand)

/** What has no place on the bench to be edited at: its fields stand below. */
export const unplaced = ['kit', 'daylight', 'table', 'room']

/** The kind of thing and its place in the list. */
export function part(thing: Thing): [string, number] {
  const [kind, n] = thing.split('-') as [string, string | undefined]
  return [kind, Number(n ?? 0)]
}

export function read(set: SceneSet, path: string): unknown {
  return path.split('.').reduce<unknown>((at, key) => (at as Record<string, unknown> | undefined)?.[key], set)
}

export function write(set: SceneSet, path: string, value: unknown) {
  const keys = path.split('.')
  const last = keys.pop()!
  const at = keys.reduce<unknown>((o, key) => (o as Record<string, unknown>)[key], set) as Record<string, unknown>
  at[last] = value
}

/** What must be sharp, when a thing went out of the list: the same, wherever it is now. */
export function withoutThing(sharp: string, gone: number): string {
  const [k, n] = part(sharp)
  if (k !== 'thing' || !sharp.includes('-')) return sharp
  return n === gone ? '' : n > gone ? `thing-${n - 1}` : sharp
}
