package frames

import (
	"math"

	"figladder/internal/craft/scene"

	"gonum.org/v1/gonum/spatial/r3"
)

// HeroOf is where a set's hero lies in its frame, as it was planned: the box about its foot and its top.
func HeroOf(s scene.Set) Box {
	h := s.Hero()
	x0, y0, x1, y1 := math.Inf(1), math.Inf(1), math.Inf(-1), math.Inf(-1)
	const round = 24
	for i := range round {
		turn := 2 * math.Pi * float64(i) / round
		for _, z := range []float64{0, h.HeightMm} {
			x, y, ok := s.Project(r3.Vec{X: h.Foot.X + h.RadiusMm*math.Cos(turn), Y: h.Foot.Y + h.RadiusMm*math.Sin(turn), Z: h.Foot.Z + z})
			if !ok {
				continue
			}
			x, y = (x+1)/2, (1-y)/2
			x0, y0, x1, y1 = math.Min(x0, x), math.Min(y0, y), math.Max(x1, x), math.Max(y1, y)
		}
	}
	if x1 <= x0 || y1 <= y0 {
		return Box{}.within()
	}
	return Box{x0, y0, x1 - x0, y1 - y0}.within()
}
