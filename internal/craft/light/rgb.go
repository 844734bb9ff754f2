package light

import (
	"fmt"
	"math"
)

// RGB is an amount of light by the linear sRGB primaries (IEC 61966-2-1), each
// scaled so that white light of one lux, or one cd/m², is {1, 1, 1}. A part may be
// below 0 for light outside that gamut. It is no array: the compiler keeps three fields in
// registers, and three elements in memory.
type RGB struct{ R, G, B float64 }

// White is neutral light of the given amount.
func White(v float64) RGB { return RGB{v, v, v} }

// Lux is the luminous part of it: what a meter reads.
func (a RGB) Lux() float64 { return 0.2126*a.R + 0.7152*a.G + 0.0722*a.B }

// Plus returns the sum of two lights.
func (a RGB) Plus(b RGB) RGB { return RGB{a.R + b.R, a.G + b.G, a.B + b.B} }

// Times returns the light k times as strong.
func (a RGB) Times(k float64) RGB { return RGB{a.R * k, a.G * k, a.B * k} }

// Through returns the light after a surface or a filter, part by part.
func (a RGB) Through(b RGB) RGB { return RGB{a.R * b.R, a.G * b.G, a.B * b.B} }

// Each returns the light with f of each part.
func (a RGB) Each(f func(part float64) float64) RGB { return RGB{f(a.R), f(a.G), f(a.B)} }

// Most is the greatest of its parts.
func (a RGB) Most() float64 { return max(a.R, a.G, a.B) }

// Parts are the light's red, green and blue part, for what goes through them by number.
func (a RGB) Parts() [3]float64 { return [3]float64{a.R, a.G, a.B} }

// over is by how much each part is more than another light's; 1 where that has none.
func (a RGB) over(b RGB) RGB {
	of := func(a, b float64) float64 {
		if b > 0 {
			return a / b
		}
		return 1
	}
	return RGB{of(a.R, b.R), of(a.G, b.G), of(a.B, b.B)}
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
	return fmt.Sprintf("#%02x%02x%02x", code(a.R), code(a.G), code(a.B))
}
