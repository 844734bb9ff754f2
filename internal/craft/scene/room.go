package scene

import (
	"figladder/internal/craft/light"
	"gonum.org/v1/gonum/spatial/r3"
)

// Room is what stands round the set and gives some of its light back: a box.
type Room struct {
	WidthMm     float64 `json:"widthMm" doc:"Wall to wall"`
	DepthMm     float64 `json:"depthMm" doc:"Wall to wall, the other way"`
	HeightMm    float64 `json:"heightMm" doc:"Floor to ceiling"`
	Reflectance float64 `json:"reflectance" doc:"Share of light that the walls return, 0 to 1"`
	Ceiling     float64 `json:"ceiling" doc:"Share that the ceiling returns; 0 for as the walls"`
	Floor       float64 `json:"floor" doc:"Share that the floor returns; 0 for as the walls"`
	LeftMm      float64 `json:"leftMm" doc:"From the table's left edge to the wall on the left; 0 for by the windows, else the table in the middle"`
	BehindMm    float64 `json:"behindMm" doc:"From the table's far edge to the wall behind; 0 as leftMm"`
}

// squarely is how straight a window must look at an axis to be taken as in that wall.
const squarely = 0.9

// enclosure is the room's box in the set's frame. A window is in its wall; where there is
// none, or the wall is said to stand elsewhere, the table stands so far from it; else in the
// middle.
func (s Set) enclosure(windows []light.Window) light.Enclosure {
	r := s.Room
	span := func(size, table, before float64, given bool, along func(r3.Vec) float64) (low, high float64) {
		if given {
			return -before, size - before
		}
		low = (table - size) / 2
		for _, w := range windows {
			switch at, faces := along(w.Centre), along(w.Normal()); {
			case faces > squarely:
				return at, at + size
			case faces < -squarely:
				low = at - size
			}
		}
		return low, low + size
	}
	x0, x1 := span(r.WidthMm, s.Table.WidthMm, r.LeftMm, r.LeftMm > 0, func(v r3.Vec) float64 { return v.X })
	y0, y1 := span(r.DepthMm, s.Table.DepthMm, r.DepthMm-s.Table.DepthMm-r.BehindMm, r.BehindMm > 0, func(v r3.Vec) float64 { return v.Y })
	return light.Enclosure{
		Low: r3.Vec{X: x0, Y: y0, Z: -tableHighMm}, High: r3.Vec{X: x1, Y: y1, Z: r.HeightMm - tableHighMm},
		Reflectance: r.Reflectance, Ceiling: r.Ceiling, Floor: r.Floor,
	}
}
