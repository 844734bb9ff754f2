package even

import (
	"math"

	"figladder/internal/craft/finish/look"
)

// Wants is what is to be brought together.
type Wants struct {
	Level, White, Contrast bool
	// Shadows asks that shadows which lie deeper under the ground than the other's are opened: lenses differ in how dark they
	// draw. Nothing is darkened.
	Shadows bool
}

// The least that is worth a step: less is not seen side by side (values of our own).
const (
	leastStops = 0.01
	leastMired = 0.5
	leastTint  = 0.1
	leastSlope = 0.03
	slopeFrom  = 0.6
	slopeTo    = 1.7
	leastToe   = 0.05
	mostToe    = 1.5
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
	stops, slope, toe := 0.0, 1.0, 0.0
	if w.Level {
		stops = math.Log2(want / lum)
	}
	if w.Contrast && from.Spread > 0.3 && to.Spread > 0.3 {
		// Each moves what the other reads: a few rounds, and both hold.
		for range 8 {
			slope = slopeFor(from, stops, to.Spread)
			if w.Level {
				stops = levelFor(math.Log2(lum/look.Grey), math.Log2(want/look.Grey), look.Step{Slope: slope})
			}
		}
		if math.Abs(slope-1) < leastSlope {
			if slope = 1; w.Level {
				stops = math.Log2(want / lum)
			}
		}
	}
	if w.Shadows {
		// Opening shadows lifts what is near them a little: a few rounds, and the ground stays.
		for range 4 {
			toe = toeFor(from, to, stops, slope, math.Log2(lum/look.Grey))
			if w.Level {
				stops = levelFor(math.Log2(lum/look.Grey), math.Log2(want/look.Grey), look.Step{Slope: slope, Toe: toe})
			}
		}
		if toe < leastToe {
			if toe = 0; w.Level {
				stops = levelFor(math.Log2(lum/look.Grey), math.Log2(want/look.Grey), look.Step{Slope: slope})
			}
		}
	}
	if math.Abs(stops) >= leastStops {
		out = append(out, look.Step{Key: "even-level", Kind: look.Level, Stops: round(math.Max(-5, math.Min(5, stops)), 0.001), Why: "As light as the frame it follows"})
	}
	why := "As hard as the frame it follows"
	if toe > 0 {
		why = "Shadows opened as in the frame it follows: another lens draws them darker"
	}
	if slope != 1 || toe > 0 {
		out = append(out, look.Step{Key: "even-tone", Kind: look.Tone, Slope: round(slope, 0.001), Toe: round(toe, 0.001), Why: why})
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

// toeFor is by how much shadows have to be opened so that they lie no deeper under the ground, which is at a level, than the
// other's do, stops; 0 where they do not.
func toeFor(from, to Read, stops, slope, ground float64) float64 {
	deep := at(from.tones, tail) + stops
	want := math.Log2(luminance(to.Ground)/look.Grey) - at(to.tones, tail)
	under := func(toe float64) float64 {
		c := look.Step{Slope: slope, Toe: toe}.CurveOf()
		return c.At(ground+stops) - c.At(deep)
	}
	if under(0) <= want {
		return 0
	}
	lo, hi := 0.0, mostToe
	for range 40 {
		mid := (lo + hi) / 2
		if under(mid) > want {
			lo = mid
		} else {
			hi = mid
		}
	}
	return (lo + hi) / 2
}

// levelFor is by how much what is at a level has to be lifted so that it comes out of a tone at the one wanted, stops.
func levelFor(is, want float64, tone look.Step) float64 {
	c := tone.CurveOf()
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
