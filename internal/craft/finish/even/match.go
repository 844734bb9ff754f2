package even

import (
	"math"

	"figladder/internal/craft/finish/look"
)

// Wants is what is to be brought together.
type Wants struct {
	Level, White, Contrast bool
}

// The least that is worth a step: less is not seen side by side (values of our own).
const (
	leastStops = 0.01
	leastMired = 0.5
	leastTint  = 0.1
	leastSlope = 0.03
	slopeFrom  = 0.6
	slopeTo    = 1.7
)

// Match are the steps by which a frame comes to look as another: its white by what makes the grounds of one colour, its
// contrast by how far its tones are apart, its level by how light the grounds are then. Steps that would do nothing are left
// out. The keys are even-white, even-level and even-tone.
func Match(from, to Read, w Wants) []look.Step {
	out := []look.Step{}
	ground := from.Ground
	if w.White {
		if s, of := white(from.Ground, to.Ground); s != nil {
			out = append(out, *s)
			ground = of
		}
	}
	lum, want := luminance(ground), luminance(to.Ground)
	stops, slope := 0.0, 1.0
	if w.Level {
		stops = math.Log2(want / lum)
	}
	if w.Contrast && from.Spread > 0.3 && to.Spread > 0.3 {
		// Each moves what the other reads: a few rounds, and both hold.
		for range 8 {
			slope = slopeFor(from, stops, to.Spread)
			if w.Level {
				stops = levelFor(math.Log2(lum/look.Grey), math.Log2(want/look.Grey), slope)
			}
		}
		if math.Abs(slope-1) < leastSlope {
			if slope = 1; w.Level {
				stops = math.Log2(want / lum)
			}
		}
	}
	if math.Abs(stops) >= leastStops {
		out = append(out, look.Step{Key: "even-level", Kind: look.Level, Stops: round(math.Max(-5, math.Min(5, stops)), 0.001), Why: "As light as the frame it follows"})
	}
	if slope != 1 {
		out = append(out, look.Step{Key: "even-tone", Kind: look.Tone, Slope: round(slope, 0.001), Why: "As hard as the frame it follows"})
	}
	return out
}

func round(v, to float64) float64 { return math.Round(v/to) * to }

// slopeFor is the slope that brings a frame's spread to the one wanted, when it has been lifted.
func slopeFor(r Read, stops, spread float64) float64 {
	lo, hi := slopeFrom, slopeTo
	for range 40 {
		mid := (lo + hi) / 2
		c := look.Step{Slope: mid}.CurveOf()
		if c.At(at(r.tones, 1-tail)+stops)-c.At(at(r.tones, tail)+stops) < spread {
			lo = mid
		} else {
			hi = mid
		}
	}
	return (lo + hi) / 2
}

// levelFor is by how much what is at a level has to be lifted so that it comes out of a slope at the one wanted, stops.
func levelFor(is, want, slope float64) float64 {
	c := look.Step{Slope: slope}.CurveOf()
	lo, hi := -5.0, 5.0
	for range 40 {
		mid := (lo + hi) / 2
		if c.At(is+mid) < want {
			lo = mid
		} else {
			hi = mid
		}
	}
	return (lo + hi) / 2
}

// white is the step that makes one colour as another is, luminance aside, and the light that comes of it; nil where it would do
// nothing or cannot be had.
func white(from, to [3]float64) (*look.Step, [3]float64) {
	off := func(mired, tint float64) (du, dv float64) {
		got := look.Whitened(from, 1e6/mired, tint)
		u, v := look.PlaceUV(got)
		wu, wv := look.PlaceUV(to)
		return u - wu, v - wv
	}
	// Newton's way, with the slopes taken from small steps.
	mired, tint := 1e6/look.Daylight, 0.0
	for range 20 {
		u, v := off(mired, tint)
		um, vm := off(mired+0.1, tint)
		ut, vt := off(mired, tint+0.1)
		a, b, c, d := (um-u)/0.1, (ut-u)/0.1, (vm-v)/0.1, (vt-v)/0.1
		det := a*d - b*c
		if math.Abs(det) < 1e-14 {
			return nil, from
		}
		stepM, stepT := (-u*d+v*b)/det, (-v*a+u*c)/det
		k := math.Min(1, math.Min(40/math.Max(1e-9, math.Abs(stepM)), 10/math.Max(1e-9, math.Abs(stepT))))
		mired, tint = math.Max(70, math.Min(900, mired+k*stepM)), math.Max(-50, math.Min(50, tint+k*stepT))
	}
	if u, v := off(mired, tint); math.Hypot(u, v) > 0.001 || math.Abs(mired-1e6/look.Daylight) < leastMired && math.Abs(tint) < leastTint {
		return nil, from
	}
	s := &look.Step{Key: "even-white", Kind: look.White, Kelvin: math.Round(1e6 / mired), Tint: round(tint, 0.01), Why: "The ground as it is in the frame that it follows"}
	return s, look.Whitened(from, s.Kelvin, s.Tint)
}
