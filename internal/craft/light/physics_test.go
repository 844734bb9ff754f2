package light

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/spatial/r3"
	"pgregory.net/rapid"
)

// The soft edge of a shadow is as wide as similar triangles say: height of the edge
// times size of the lamp over their distance.
func TestPenumbraWidth(t *testing.T) {
	for _, c := range []struct{ size, lampZ, edgeZ float64 }{{200, 1000, 100}, {600, 1200, 300}, {60, 900, 450}} {
		lamp := level(c.size, c.size, c.lampZ, true)
		s := Set{Sources: []Source{{Rect: lamp, Luminance: White(1000)}}, Table: Table{WidthMm: 3000, DepthMm: 3000},
			Panels: []Panel{{Rect: Rect{Centre: r3.Vec{X: -2000, Z: c.edgeZ}, U: r3.Vec{X: 2000}, V: r3.Vec{Y: 2000}}}}} // covers x < 0
		bare := s
		bare.Panels = nil
		e, open := NewEngine(s, Fine), NewEngine(bare, Fine)
		share := func(x float64) float64 {
			p := r3.Vec{X: x, Z: 0.01}
			return e.At(p, up).Direct.Lux() / open.At(p, up).Direct.Lux()
		}
		first, last := math.NaN(), math.NaN()
		for x := -1500.0; x < 1500; x += 0.5 {
			v := share(x)
			if math.IsNaN(first) && v > 1e-4 {
				first = x
			}
			if math.IsNaN(last) && v > 1-1e-4 {
				last = x
			}
		}
		assert.InEpsilon(t, c.edgeZ*c.size/(c.lampZ-c.edgeZ), last-first, 0.02, "%+v", c)
	}
}

// A small white card sends on what falls on it: E = ρ E₁/π · A cosθ₁ cosθ₂ / r².
func TestLambertCard(t *testing.T) {
	card := Upright(r3.Vec{X: 1000, Z: 500}, 40, 40, 270, 0)
	s := Set{Sources: []Source{{Rect: Upright(r3.Vec{X: -500, Y: 0, Z: 500}, 300, 300, 90, 0), Luminance: White(5000)}}, Panels: []Panel{{Rect: card, Front: Plain(0.85)}}}
	d := Fine
	d.Skip = 0 // so small a card would be passed over
	e := NewEngine(s, d)
	on := e.At(r3.Add(card.Centre, r3.Vec{X: -0.01}), r3.Vec{X: -1}).Total()
	p := r3.Vec{X: 400, Y: 300, Z: 200}
	to := r3.Sub(card.Centre, p)
	r := r3.Norm(to)
	n := r3.Vec{X: 1}
	want := 0.85 * on / math.Pi * 40 * 40 * (to.X / r) * (to.X / r) / (r * r)
	assert.InEpsilon(t, want, e.At(p, n).Card.Lux(), 0.01)
}

// A diffuser is a new source over its own area: L = τ E / π.
func TestDiffuserIsANewSource(t *testing.T) {
	q := Upright(r3.Vec{X: -300, Z: 500}, 60, 60, 90, 0) // small, so that it is lit evenly
	s := Set{Sources: []Source{{Rect: Upright(r3.Vec{X: -1200, Z: 500}, 400, 400, 90, 0), Luminance: White(5000)}}, Panels: []Panel{{Rect: q, Front: Plain(0.3), Back: Plain(0.3), Through: White(0.6)}}}
	e := NewEngine(s, Fine)
	behind := e.At(r3.Add(q.Centre, r3.Vec{X: -0.01}), r3.Vec{X: -1}).Total()
	p, n := r3.Vec{Z: 500}, r3.Vec{X: -1}
	assert.InEpsilon(t, 0.6*behind*Factor(p, n, q), e.At(p, n).Card.Lux(), 0.005)
	assert.Less(t, e.At(p, n).Direct.Lux(), 1.0*5000*math.Pi*Factor(p, n, s.Sources[0].Rect), "it stands in the lamp's way")
}

// The patch of sun is just where the beam passes the window.
func TestPatchIsWhereTheBeamPasses(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		v := func(name string, lo, hi float64) float64 { return rapid.Float64Range(lo, hi).Draw(t, name) }
		w := Window{Rect: Upright(r3.Vec{X: -900, Y: v("y", -300, 300), Z: v("z", 700, 1200)}, v("w", 400, 1500), v("h", 400, 1300), v("facing", 60, 120), 0), Glass: 0.8,
			RevealMm: rapid.SampledFrom([]float64{0, 150, 400}).Draw(t, "reveal"), Left: v("left", 0, 0.4), Right: v("right", 0, 0.4), Top: v("top", 0, 0.4)}
		height := v("height", 10, 60) * math.Pi / 180
		turn := v("turn", -0.6, 0.6)
		sun := Sun{Toward: r3.Vec{X: -math.Cos(height) * math.Cos(turn), Y: math.Cos(height) * math.Sin(turn), Z: math.Sin(height)}}
		patch := w.Patch(sun, 0)
		var o outline
		for _, p := range patch {
			o.add(p.X, p.Y)
		}
		for range 40 {
			p := r3.Vec{X: v("px", -900, 3000), Y: v("py", -2000, 2000)}
			in, near := o.n >= 3, false
			for i := range o.n {
				a, b := o.p[i], o.p[(i+1)%o.n]
				side := ((b.x-a.x)*(p.Y-a.y) - (b.y-a.y)*(p.X-a.x)) / math.Max(math.Hypot(b.x-a.x, b.y-a.y), 1e-9)
				in = in && side >= 0
				near = near || math.Abs(side) < 1
			}
			if !near {
				share, _ := w.Passes(p, sun.Toward)
				assert.Equal(t, in, share > 0, "%v", p)
			}
		}
	})
}

func TestCurtainsAndBlindCloseTheirShare(t *testing.T) {
	w := Window{Rect: Upright(r3.Vec{Z: 1000}, 1000, 1000, 180, 0)}
	full := w.Opening()
	assert.InDelta(t, 1e6, full.AreaMm2(), 1e-6)
	w.Left = 0.25
	left := w.Opening()
	assert.InDelta(t, 0.75e6, left.AreaMm2(), 1e-6)
	// As one faces the window from the room (looking away from where it faces), left is
	// the side a person's left hand is on: for a window that faces −y, looking +y, that is −x.
	assert.Greater(t, left.Centre.X, full.Centre.X, "what is left open lies to the right")
	w.Left, w.Top = 0, 0.5
	assert.Less(t, w.Opening().Centre.Z, full.Centre.Z)
	w.Left, w.Right = 0.7, 0.6
	assert.Zero(t, w.Opening().AreaMm2(), "closed altogether")
	s := Set{Windows: []Window{w}}
	s.Windows[0].Sky = EvenSky(White(1000))
	assert.Zero(t, NewEngine(s, Fine).At(r3.Vec{Y: -500, Z: 1000}, r3.Vec{Y: 1}).Total())
}

// A wall outside takes away just the sky that it hides, and gives its own light.
func TestWallOutsideAgainstItsFactor(t *testing.T) {
	win := Upright(r3.Vec{X: -500, Z: 800}, 1000, 1000, 90, 0)
	s := Set{Windows: []Window{{Rect: win, Glass: 1, Sky: EvenSky(White(2000)), Outside: []Obstruction{{Rect: Upright(r3.Vec{X: -3000, Z: -3000}, 20000, 7000, 90, 0), Luminance: White(300)}}}}}
	p, n := r3.Vec{Z: 400}, r3.Vec{X: -1}
	all := Factor(p, n, win)
	// From p the wall's top, 500 high at 3 m, crosses the window at 400 + 100/6.
	top := 400 + 100*500./3000
	low := Rect{Centre: r3.Vec{X: -500, Z: (300 + top) / 2}, U: win.U, V: r3.Vec{Z: (top - 300) / 2}}
	hidden := Factor(p, n, low)
	assert.InEpsilon(t, math.Pi*(2000*(all-hidden)+300*hidden), NewEngine(s, Fine).At(p, n).Direct.Lux(), 1e-6)
}

func TestTowardFindsTheFirstThingOnTheRay(t *testing.T) {
	s := Set{Sources: []Source{{Rect: Upright(r3.Vec{X: -800, Z: 300}, 400, 400, 90, 0), Luminance: White(700)}}, Panels: []Panel{{Rect: Upright(r3.Vec{X: -400, Y: 300, Z: 300}, 200, 400, 90, 0)}}}
	e := NewEngine(s, Coarse)
	assert.InDelta(t, 700, e.Toward(r3.Vec{Z: 300}, r3.Vec{X: -1}).Lux(), 1e-9)
	assert.Zero(t, e.Toward(r3.Vec{Z: 300}, r3.Vec{X: 1}).Lux(), "the other way")
	assert.Zero(t, e.Toward(r3.Vec{Y: 100, Z: 900}, r3.Vec{X: -1}).Lux(), "over it")
	hidden := r3.Vec{Y: 320, Z: 300}
	assert.Zero(t, e.Toward(hidden, unit(r3.Vec{X: -800, Y: -180})).Lux(), "the card is before it")
	require.NotPanics(t, func() { e.Toward(r3.Vec{}, r3.Vec{}) })
}

// A gridded head falls to half its light about 12° off its axis.
func TestGridFallsOffItsAxis(t *testing.T) {
	s := Set{Sources: []Source{{Rect: level(50, 50, 2000, true), Luminance: White(1e6), Beam: 30}}}
	e := NewEngine(s, Fine)
	on := e.At(r3.Vec{}, up).Total()
	x := 2000 * math.Tan(12.3*math.Pi/180)
	off := r3.Vec{X: x}
	toward := unit(r3.Vec{X: -x, Z: 2000})
	r2 := x*x + 2000*2000
	assert.InEpsilon(t, on*math.Pow(math.Cos(12.3*math.Pi/180), 31)*2000*2000/r2, e.At(off, toward).Total(), 0.005)
}

// A beamed lamp on its axis and off it, near and far, against four hundred cells each way.
func TestABeamedLampAgainstManySmallOnes(t *testing.T) {
	for _, beam := range []float64{1, 8, 30} {
		s := Source{Rect: Upright(r3.Vec{Y: 0, Z: 300}, 600, 400, 0, 0), Luminance: White(1000), Beam: beam}
		e := NewEngine(Set{Sources: []Source{s}}, Fine)
		most := 0.0
		for _, p := range []r3.Vec{{Y: 400, Z: 300}, {Y: 1000, Z: 300}, {X: 250, Y: 600, Z: 250}, {X: 500, Y: 900, Z: 100}} {
			n := unit(r3.Sub(s.Centre, p))
			want := 0.0
			const cells = 400
			for j := range cells {
				for i := range cells {
					d := r3.Sub(p, s.cell(i, j, cells, cells).Centre)
					r2 := r3.Norm2(d)
					cos := r3.Dot(d, s.Normal()) / math.Sqrt(r2)
					want += 1000 * math.Pow(math.Max(0, cos), beam+1) * -r3.Dot(d, n) / math.Sqrt(r2) / r2 * s.AreaMm2() / (cells * cells)
				}
			}
			most = math.Max(most, want)
			assert.InDelta(t, want, e.At(p, n).Total(), 0.02*math.Max(want, most/8), "cos^%v at %v", beam, p)
		}
		at := r3.Add(s.Centre, r3.Scale(1000, s.Normal()))
		assert.InEpsilon(t, e.At(at, r3.Scale(-1, s.Normal())).Total(), 1000*s.AtMetre(), 0.01)
	}
	even := Source{Rect: Upright(r3.Vec{}, 900, 900, 0, 0)}
	assert.InEpsilon(t, 0.789*0.81, even.AtMetre(), 0.002, "a softbox of 90 cm gives a fifth less at a metre than a point would")
}
