package look

import (
	"math"

	"gonum.org/v1/gonum/interp"
)

// Grey is the light of mid-grey, from which stops are counted.
const Grey = 0.18

// Where the ends of a tone lie, stops from mid-grey: the toe four stops under it, white 2.47 over it, and where nothing is
// moved any more.
const (
	toeAt  = -4.0
	footAt = -9.0
	topAt  = 6.0
)

// WhiteStops is how far white lies over mid-grey, stops.
var WhiteStops = math.Log2(1 / Grey)

// Curve is a tone step as a line: stops from mid-grey in, stops out. It rises everywhere (Fritsch and Butland 1984).
type Curve struct{ through interp.FritschButland }

// CurveOf is the line of a tone step.
func (s Step) CurveOf() Curve {
	slope := s.Slope
	if slope == 0 {
		slope = 1
	}
	// Slope turns it about mid-grey, and lets go toward both ends.
	at := func(in float64) float64 { return in * (1 + (slope-1)*math.Exp(-in*in/18)) }
	in := []float64{footAt, toeAt, -1.5, 0, 1, WhiteStops, topAt}
	out := []float64{footAt, at(toeAt) + s.Toe, at(-1.5) + s.Toe/4, 0, at(1) + s.Shoulder/5, at(WhiteStops) + s.Shoulder, topAt + s.Shoulder}
	for i := 1; i < len(out); i++ { // what is lifted past its neighbour pushes it along
		out[i] = math.Max(out[i], out[i-1]+0.02)
	}
	var c Curve
	if err := c.through.Fit(in, out); err != nil {
		panic(err) // the places are given above
	}
	return c
}

// At is what comes out for what goes in, both stops from mid-grey.
func (c Curve) At(stops float64) float64 {
	switch {
	case stops <= footAt:
		return stops
	case stops >= topAt:
		return c.through.Predict(topAt) + stops - topAt
	}
	return c.through.Predict(stops)
}

// gains is how much a light is multiplied by, by its luminance: a table over the octaves from 2⁻¹⁶ to 2⁸, each in 128.
type gains [24*128 + 2]float32

const (
	firstOctave = -16
	perOctave   = 128
)

// gains is the line as a table. ok is false when it changes nothing.
func (s Step) gains() (t *gains, ok bool) {
	if (s.Slope == 0 || s.Slope == 1) && s.Toe == 0 && s.Shoulder == 0 {
		return nil, false
	}
	c := s.CurveOf()
	t = &gains{}
	for i := range t {
		// Entries lie evenly within each octave, as a number's own digits do.
		y := math.Ldexp(1+float64(i%perOctave)/perOctave, firstOctave+i/perOctave)
		in := math.Log2(y / Grey)
		t[i] = float32(math.Exp2(c.At(in) - in))
	}
	return t, true
}

// at reads the table between its entries.
func (t *gains) at(y float32) float32 {
	bits := math.Float32bits(y)
	octave := int(bits>>23) - 127 - firstOctave
	switch {
	case octave < 0 || !(y > 0):
		return t[0]
	case octave >= 24:
		return t[len(t)-1]
	}
	mantissa := bits & (1<<23 - 1)
	at := octave*perOctave + int(mantissa>>16)
	k := float32(mantissa&0xffff) / 65536
	return t[at] + k*(t[at+1]-t[at])
}

func (t *gains) on(p row) {
	for i := range p.r {
		k := t.at(luma(p.r[i], p.g[i], p.b[i]))
		p.r[i], p.g[i], p.b[i] = k*p.r[i], k*p.g[i], k*p.b[i]
	}
}
