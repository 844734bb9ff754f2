// Package drink is what happens in a glass: how much is in it, what light does on its way through, what floats,
// what lies on what, how it warms, and when dew forms on it. Lengths are mm, volumes ml, masses g, temperatures °C,
// times s, densities kg/m³ unless a name says otherwise. What nature leaves open is told as a Span.
package drink

import (
	"math"

	"figladder/internal/craft/shape"
)

// Span is a range that a figure lies in, with the middle of it.
type Span struct {
	From float64 `json:"from" doc:"At least"`
	To   float64 `json:"to" doc:"At most"`
}

// Mid is the middle of the range.
func (s Span) Mid() float64 { return (s.From + s.To) / 2 }

// spanOf is the range of figures in any order.
func spanOf(v ...float64) Span {
	s := Span{v[0], v[0]}
	for _, x := range v[1:] {
		s.From, s.To = math.Min(s.From, x), math.Max(s.To, x)
	}
	return s
}

// Below is what the inside of a vessel holds up to a height over the table, ml. Between two points of its profile it
// is the frustum of a cone, so the sum is exact for the profile that there is.
func Below(v shape.Vessel, levelMm float64) float64 {
	sum := 0.0
	for i := 1; i < len(v.Inner); i++ {
		a, b := v.Inner[i-1], v.Inner[i]
		if b.Z <= a.Z || levelMm <= a.Z {
			continue
		}
		r, z := b.R, b.Z
		if levelMm < z {
			r, z = a.R+(b.R-a.R)*(levelMm-a.Z)/(b.Z-a.Z), levelMm
		}
		sum += frustumMl(a.R, r, z-a.Z)
	}
	return sum
}

// frustumMl is the volume of a frustum of a cone: π h (r² + r s + s²)/3.
func frustumMl(r, s, h float64) float64 { return math.Pi * h * (r*r + r*s + s*s) / 3 / 1000 }

// CapMl is the volume of a cap of a sphere as high as h with a rim of radius r: π h (3 r² + h²)/6. A bowl is one.
func CapMl(r, h float64) float64 { return math.Pi * h * (3*r*r + h*h) / 6 / 1000 }

// Holds is what a vessel holds up to its rim, ml.
func Holds(v shape.Vessel) float64 {
	if len(v.Inner) == 0 {
		return 0
	}
	return Below(v, v.Inner[len(v.Inner)-1].Z)
}

// LevelFor is how high over the table so many ml stand in a vessel; what is more than it holds stands at the rim.
func LevelFor(v shape.Vessel, ml float64) float64 {
	if len(v.Inner) == 0 {
		return 0
	}
	lo, hi := v.FloorMm(), v.Inner[len(v.Inner)-1].Z
	for range 60 {
		mid := (lo + hi) / 2
		if Below(v, mid) < ml {
			lo = mid
		} else {
			hi = mid
		}
	}
	return (lo + hi) / 2
}

// WetMm2 is the outside of a vessel from its foot up to a height, mm²: where it is cold, and where dew lies.
func WetMm2(v shape.Vessel, levelMm float64) float64 {
	sum := 0.0
	for i := 1; i < len(v.Outer); i++ {
		a, b := v.Outer[i-1], v.Outer[i]
		if math.Max(a.Z, b.Z) < 0.5 || math.Min(a.Z, b.Z) >= levelMm { // the foot stands on the table
			continue
		}
		if b.Z > levelMm {
			b = shape.RZ{R: a.R + (b.R-a.R)*(levelMm-a.Z)/(b.Z-a.Z), Z: levelMm}
		}
		sum += math.Pi * (a.R + b.R) * math.Hypot(b.R-a.R, b.Z-a.Z)
	}
	return sum
}

// GlassG is what the glass itself weighs, from the room between its outside and its inside.
func GlassG(v shape.Vessel) float64 {
	outer := shape.Vessel{Inner: v.Outer}
	top := 0.0
	for _, p := range v.Outer {
		top = math.Max(top, p.Z)
	}
	return math.Max(0, Below(outer, top)-Holds(v)) * glassDensity / 1000
}
