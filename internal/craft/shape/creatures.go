package shape

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// Fish lies on its side along y, its head toward +y, on z = 0: lMm long with its tail. What is
// returned apart is of another colour: body, head, fins with tail, eye.
func Fish(lMm float64, steps int) (body, head, fins, eye Mesh) {
	deep, thick := lMm*0.125, lMm*0.062  // half of the height of the fish, and of its thickness
	trunk := lMm * 0.84                  // from the snout to the root of the tail
	section := func(t float64) Section { // t is 0 at the snout
		k := math.Pow(math.Min(1, t/0.34), 0.62)
		if t > 0.34 {
			k = 1 - 0.84*math.Pow((t-0.34)/0.66, 1.5)
		}
		return Section{Y: lMm/2 - trunk*t, HalfX: deep * k, Up: thick * k, Z: thick, Down: thick * k * 0.98}
	}
	const gill = 0.235
	flip := func(s []Section) []Section { // in the order of Y
		for i, j := 0, len(s)-1; i < j; i, j = i+1, j-1 {
			s[i], s[j] = s[j], s[i]
		}
		return s
	}
	n := max(8, steps/2)
	head = Loft(flip(along(n, func(t float64) Section { return section(gill * (0.02 + 0.98*t)) })), steps)
	body = Loft(flip(along(2*n, func(t float64) Section {
		s := section(gill*0.93 + (1-gill*0.93)*t)
		if t < 0.04 { // it goes in under the gill
			s.HalfX, s.Up, s.Down = s.HalfX*0.95, s.Up*0.95, s.Down*0.95
		}
		return s
	})), steps)
	root := lMm/2 - trunk
	tail := Extrude([][2]float64{{-deep * 0.13, root + lMm*0.02}, {deep * 0.13, root + lMm*0.02}, {deep * 0.85, -lMm/2 + lMm*0.012}, {deep * 0.6, -lMm / 2}, {0, -lMm/2 + lMm*0.055}, {-deep * 0.6, -lMm / 2}, {-deep * 0.85, -lMm/2 + lMm*0.012}}, thick*0.16, 0.3)
	back := Extrude([][2]float64{{deep * 0.8, lMm * 0.1}, {deep * 0.7, -lMm * 0.16}, {deep * 1.12, -lMm * 0.1}, {deep * 1.32, lMm * 0.05}}, thick*0.14, 0.3)
	belly := Extrude([][2]float64{{-deep * 0.55, -lMm * 0.2}, {-deep * 0.75, -lMm * 0.1}, {-deep * 1.1, -lMm * 0.19}}, thick*0.14, 0.3)
	side := Ball(deep*0.2, deep*0.42, thick*0.1, 0, 1, 1, 14).Moved(150, vec(-deep*0.15, lMm*0.205, thick*1.96))
	fins = Join(tail.Moved(0, vec(0, 0, thick*0.9)), back.Moved(0, vec(0, 0, thick)), belly.Moved(0, vec(0, 0, thick)), side)
	at := section(0.1)
	eye = Ball(lMm*0.0145, lMm*0.0145, lMm*0.006, 0, 1, 1, 16).Moved(0, vec(at.HalfX*0.32, at.Y, thick+at.Up*0.93))
	return body, head, fins, eye
}

// Bird is a roast bird on its back, its breast up and its legs toward −y: reaching rMm from the
// middle, hMm high.
func Bird(rMm, hMm float64, seed int64, steps int) (skin, bone Mesh) {
	long := 1.62 * rMm
	body := Loft(along(max(12, steps/2), func(t float64) Section {
		full := bulge(0.06+0.9*t, 0.55)
		breast := 0.8 + 0.2*math.Sin(math.Pi*math.Min(1, t*1.15))
		return Section{Y: -long*0.42 + long*0.84*t, HalfX: rMm * 0.52 * full, Z: hMm * 0.46, Up: hMm * 0.54 * full * breast, Down: hMm * 0.46 * math.Pow(full, 0.6), RidgeShare: 0.04}
	}), steps)
	_, top := body.Bounds()
	body = body.Stretched(1, 1, hMm/top.Z)
	var bones []Mesh
	out := []Mesh{body}
	for _, side := range []float64{-1, 1} {
		// A drumstick: thick at the thigh, thin at the bone's end, which shows.
		leg := Loft(along(12, func(t float64) Section {
			w := rMm * (0.065 + 0.2*math.Pow(1-t, 1.2)*math.Sqrt(math.Min(1, t*9+0.1)))
			return Section{Y: rMm * 0.78 * t, HalfX: w, Up: w * 0.9}
		}), max(12, steps/2)).Tilted(-12)
		turn, place := 180+side*14, vec(side*rMm*0.36, -rMm*0.13, hMm*0.44)
		out = append(out, leg.Moved(turn, place))
		knob := Join(Tube([][3]float64{{0, rMm * 0.74, 0}, {0, rMm * 0.84, 0}}, rMm*0.038, 8), Ball(rMm*0.062, rMm*0.045, rMm*0.05, 0.1, 4, seed, 10).Moved(0, vec(0, rMm*0.86, 0)))
		bones = append(bones, knob.Tilted(-12).Moved(turn, place))
		wing := Ball(rMm*0.115, rMm*0.3, rMm*0.085, 0.05, rMm*0.2, seed+int64(side), max(12, steps/2)).Tilted(10).Moved(side*24, vec(side*rMm*0.47, rMm*0.3, hMm*0.4))
		tip := Ball(rMm*0.07, rMm*0.2, rMm*0.06, 0.05, rMm*0.2, seed+2, max(10, steps/2)).Moved(side*70, vec(side*rMm*0.48, rMm*0.5, hMm*0.34))
		out = append(out, wing, tip)
	}
	skin, bone = Join(out...), Join(bones...)
	far := 0.0
	for _, p := range append(append([]r3.Vec{}, skin.P...), bone.P...) {
		far = math.Max(far, math.Hypot(p.X, p.Y))
	}
	k := rMm / far
	return skin.Stretched(k, k, 1), bone.Stretched(k, k, 1)
}
