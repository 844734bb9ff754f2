package light

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// A body that returns light is taken as so many upright faces and a square top, each known in
// so many cells a side.
const (
	bodySides = 12
	bodyCells = 2
)

// aBody stands for the panel of a face that is none's.
const aBody = -1

// bodiesOf are the faces of the things that return light: tangent to the round side, and as
// large as it together, so that the thing itself lies behind each and hides none of it.
func bodiesOf(solids []Cylinder) []face {
	var out []face
	add := func(q Rect, colour RGB) {
		out = append(out, face{lit: lit{Rect: q}, panel: aBody, surface: Surface{Diffuse: colour}, fronts: q.front(), areaMm2: q.AreaMm2()})
	}
	for i := range solids {
		c := &solids[i]
		if c.Side.Plus(c.Top).Lux() <= 0 || c.RadiusMm <= 0 || c.HeightMm <= 0 {
			continue
		}
		for k := range bodySides {
			deg := 360 / bodySides * float64(k)
			sin, cos := math.Sincos(deg * math.Pi / 180)
			at := r3.Vec{X: c.Foot.X + c.RadiusMm*sin, Y: c.Foot.Y + c.RadiusMm*cos, Z: c.Foot.Z + c.HeightMm/2}
			add(Upright(at, 2*math.Pi*c.RadiusMm/bodySides, c.HeightMm, deg, 0), c.Side)
		}
		// The top in two halves: faces are kept by twos.
		half := math.Sqrt(math.Pi) / 2 * c.RadiusMm
		for _, side := range [2]float64{-0.5, 0.5} {
			add(Rect{Centre: r3.Vec{X: c.Foot.X + side*half, Y: c.Foot.Y, Z: c.Foot.Z + c.HeightMm}, U: r3.Vec{X: half / 2}, V: r3.Vec{Y: half}}, c.Top)
		}
	}
	return out
}
