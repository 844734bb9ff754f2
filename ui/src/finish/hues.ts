/** A hue as it is drawn, OKLCH degrees. */
export const hueAt = (deg: number) => `oklch(0.68 0.13 ${((deg % 360) + 360) % 360})`

const WIDE = 6

/** The ring of hues in pieces. */
export const hueRing = Array.from({ length: 360 / WIDE }, (_, i) => ({
  deg: i * WIDE,
  wide: WIDE + 0.5, // no gap shows between two
  colour: hueAt(i * WIDE + WIDE / 2),
}))
