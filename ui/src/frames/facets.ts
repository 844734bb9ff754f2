import { reactive } from 'vue'

/** A place in a picture, as shares of its width and height from the top left. */
export interface Spot {
  x: number
  y: number
}

/** How far an arrow moves the aim, as a share of the picture. */
const STEP = 0.02
const within = (v: number) => Math.min(1, Math.max(0, v))

/** Marking two facets of a picture: first the one that the key meets, then the one that only the fill does. */
export function useFacets() {
  const f = reactive({ on: false, aim: { x: 0.5, y: 0.5 }, spots: [] as Spot[] })
  return {
    state: f,
    begin() {
      f.on = true
      f.spots = []
    },
    end() {
      f.on = false
    },
    clear() {
      f.on = false
      f.spots = []
    },
    move(dx: number, dy: number) {
      f.aim = { x: within(f.aim.x + dx * STEP), y: within(f.aim.y + dy * STEP) }
    },
    /** Marks where it is pressed, or at the aim. */
    mark(at: Spot = f.aim) {
      if (!f.on) return
      f.spots = [...f.spots, { x: within(at.x), y: within(at.y) }]
      f.aim = { ...at }
      if (f.spots.length === 2) f.on = false
    },
  }
}
