package scene

import (
	"math"

	"figladder/internal/craft/drink"
	"figladder/internal/craft/optics"
	"figladder/internal/craft/shape"
	"figladder/internal/craft/styling"

	"gonum.org/v1/gonum/spatial/r3"
)

// A stream as it leaves a small jug, as physics.md's jet has it: mm, ml/s.
const (
	streamMm   = 7
	streamFlow = 30
	// Of its speed at the lip so much is level: a jug is tipped by then.
	streamAside = 0.3
)

// stream is what is poured on the dish, from where it leaves the jug down to where it lands: it thins as it speeds up.
// With it come the jug and whoever holds it.
func (s Set) stream(inside shape.Vessel, floor float64, f Fineness) []Object {
	food := s.InState()
	o := Object{Key: "stream", Name: "Pour", Kind: "stream", Thing: -2, Edible: true, Foot: at(s.Vessel.XMm, s.Vessel.YMm, floor)}
	drinks := food.liquid(s.Vessel)
	lands := s.Vessel.HeightMm + 0.6*math.Max(0, food.AboveMm)
	if drinks {
		lands = food.fill() * s.Vessel.HeightMm
	}
	top := s.Vessel.HeightMm + food.PourMm
	const steps = 44
	m := shape.Mesh{}
	// It leaves the lip aslant and falls in a bow: how far aside it is by then is how fast it left times how long it fell.
	leaves := streamAside * streamFlow / (math.Pi / 4 * streamMm * streamMm) * 1000 // mm/s
	whole := optics.FallSeconds(top - lands)
	ring := int(f) / 3
	for i := range steps + 1 {
		z := top - (top-lands)*float64(i)/steps
		r := styling.JetMm(streamMm, streamFlow, top-z) / 2
		// It swells and narrows, more toward its foot, and turns as it does.
		swell := 0.16 * float64(i) / steps
		x := leaves * (whole - optics.FallSeconds(top-z))
		for k := range ring {
			a := 2 * math.Pi * float64(k) / float64(ring)
			q := r * (1 + swell*math.Sin(float64(i)*0.8+2*a))
			sin, cos := math.Sincos(a)
			m.P = append(m.P, r3.Vec{X: x + q*cos, Y: q * sin, Z: z})
			m.N = append(m.N, r3.Vec{X: cos, Y: sin})
		}
	}
	for i := range int32(steps) {
		for k := range int32(ring) {
			a, b := i*int32(ring)+k, i*int32(ring)+(k+1)%int32(ring)
			c, d := a+int32(ring), b+int32(ring)
			m.T = append(m.T, [3]int32{a, c, b}, [3]int32{b, c, d})
		}
	}
	for _, end := range []int32{0, steps} {
		mid := int32(len(m.P))
		z := top - (top-lands)*float64(end)/steps
		m.P, m.N = append(m.P, r3.Vec{X: leaves * (whole - optics.FallSeconds(top-z)), Z: z}), append(m.N, r3.Vec{Z: 1 - 2*float64(end)/steps})
		for k := range int32(ring) {
			a, b := end*int32(ring)+k, end*int32(ring)+(k+1)%int32(ring)
			if end == 0 {
				m.T = append(m.T, [3]int32{mid, a, b})
			} else {
				m.T = append(m.T, [3]int32{mid, b, a})
			}
		}
	}
	st := Stuff{Colour: linear(food.Colour), Coat: 1, Rough: 0.05, Pattern: "liquid"}
	if food.Garnish != "" && !drinks {
		st.Colour = linear(food.Garnish)
	}
	if drinks && s.OfGlass() {
		st = wetStuff(drink.Absorbs(food.Colour, food.strength()))
	}
	o.Colour = linear(food.Colour)
	o.Parts = []Part{{m, st}}
	if drinks {
		o.Parts = append(o.Parts, splash(at(0, 0, lands), inside.InsideAt(lands), st)...)
	}
	// Beside the middle, as a hand would.
	beside := at(s.Vessel.XMm+0.3*inside.InsideAt(lands), s.Vessel.YMm, floor)
	o.place(beside, 0)
	return append([]Object{o}, pouring(r3.Add(beside, r3.Vec{X: leaves * whole, Z: top + streamMm/2}), f)...)
}
