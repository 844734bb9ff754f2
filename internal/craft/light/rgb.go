package light

import (
	"fmt"
	"math"
)

// RGB is an amount of light by the linear sRGB primaries (IEC 61966-2-1), each
// scaled so that white light of one lux, or one cd/m², is {1, 1, 1}. A part may be
// below 0 for light outside that gamut.
type RGB [3]float64

// White is neutral light of the given amount.
func White(v float64) RGB { return RGB{v, v, v} }

// Lux is the luminous part of it: what a meter reads.
func (a RGB) Lux() float64 { return 0.2126*a[0] + 0.7152*a[1] + 0.0722*a[2] }

// Plus returns the sum of two lights.
func (a RGB) Plus(b RGB) RGB { return RGB{a[0] + b[0], a[1] + b[1], a[2] + b[2]} }

// Times returns the light k times as strong.
func (a RGB) Times(k float64) RGB { return RGB{a[0] * k, a[1] * k, a[2] * k} }

// Through returns the light after a surface or a filter, part by part.
func (a RGB) Through(b RGB) RGB { return RGB{a[0] * b[0], a[1] * b[1], a[2] * b[2]} }

// over is by how much each part is more than another light's; 1 where that has none.
func (a RGB) over(b RGB) RGB {
	for i := range a {
		if b[i] > 0 {
			a[i] /= b[i]
		} else {
			a[i] = 1
		}
	}
	return a
}

// Hex is a linear colour as it is drawn, #rrggbb.
func (a RGB) Hex() string {
	code := func(v float64) int {
		v = math.Max(0, math.Min(1, v))
		if v <= 0.0031308 {
			v *= 12.92
		} else {
			v = 1.055*math.Pow(v, 1/2.4) - 0.055
		}
		return int(math.Round(v * 255))
	}
	return fmt.Sprintf("#%02x%02x%02x", code(a[0]), code(a[1]), code(a[2]))
}
