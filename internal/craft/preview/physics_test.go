package preview

import (
	"math"
	"testing"

	"figladder/internal/craft/drink"
	"figladder/internal/craft/light"
	"figladder/internal/craft/optics"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/shape"
	"figladder/internal/craft/words"
	"github.com/stretchr/testify/assert"
	"gonum.org/v1/gonum/spatial/r3"
)

// lux is the light on a matt surface at p that faces n, by so many paths.
func (s *stage) lux(p, n r3.Vec, paths int) float64 {
	sum := 0.0
	white := light.White(1)
	h := spot{p: p, n: n, g: n, part: &part{}}
	for k := range paths {
		d := newDice(1, k, 5)
		var next onward
		got := s.even(&h, white, 0, light.RGB{}, &d, &next)
		got = got.Plus(s.trace(&next, white, 1, &d))
		sum += math.Pi * got.Lux()
	}
	return sum / float64(paths)
}

// looked is one sample of what a ray sees.
func (s *stage) looked(o, d r3.Vec, r, bounce *dice) (f first) {
	s.look(o, d, r, bounce, &f)
	return f
}

// toward is the mean light that comes back along a ray.
func (s *stage) toward(o, d r3.Vec, paths int) light.RGB {
	var sum light.RGB
	for k := range paths {
		dice, bounce := newDice(2, k, 5), newDice(3, k, 5)
		f := s.looked(o, d, &dice, &bounce)
		sum = sum.Plus(f.straight.less().Plus(f.bounced)).Plus(f.clean)
	}
	return sum.Times(1 / float64(paths))
}

func lampAt(c r3.Vec, side, luminance float64) light.Source {
	return light.Source{Rect: light.Rect{Centre: c, U: r3.Vec{Y: side / 2}, V: r3.Vec{X: side / 2}}, Luminance: light.White(luminance), Solid: true}
}

var upward = r3.Vec{Z: 1}

func TestLampFacesDownInTheseTests(t *testing.T) {
	assert.InDelta(t, -1, lampAt(r3.Vec{Z: 100}, 10, 1).Normal().Z, 1e-12)
}

// In a furnace, equally bright all round, nothing that loses no light can be told from
// the walls.
func TestFurnace(t *testing.T) {
	for name, st := range map[string]scene.Stuff{
		"matt":   {Colour: light.White(1)},
		"glazed": {Colour: light.White(1), Coat: 1, Rough: 0.3},
		"glossy": {Colour: light.White(1), Coat: 1, Rough: 0.05},
		"metal":  {Colour: light.White(1), Metal: true, Rough: 0.2},
		"glass":  {Clear: true, Front: 1, Back: 1.5},
		"dewy":   {Clear: true, Front: 1, Back: 1.5, Mist: 0.34},
		"leaf":   {Colour: light.White(1), Through: 0.4},
	} {
		s := emptyStage(light.Set{})
		s.room = light.White(1)
		s.add(shape.Ball(50, 50, 50, 0, 1, 1, 96), st, 0)
		s.done()
		for _, x := range []float64{0, 20, 40} {
			got := s.toward(r3.Vec{X: x, Y: -500}, r3.Vec{Y: 1}, 4000)
			within := 0.01
			if st.Mist > 0 { // scattered into a solid ball it is caught there, and followed for twelve surfaces only
				within = 0.02
			}
			assert.InEpsilon(t, 1, got.G, within, "%s, %v mm off its middle", name, x)
		}
	}
}

// Whatever is painted on it, no surface gives more light than it gets, and what is white on the
// whole gives it all back.
func TestNoPatternMakesLight(t *testing.T) {
	for _, pattern := range []string{"", "wood", "stone", "linen", "speckle", "glaze", "brushed", "paint", "crumb", "marbled", "paper", "flesh", "leaf", "baked", "liquid"} {
		for _, through := range []float64{0, 0.3} {
			st := scene.Stuff{Colour: light.White(1), Second: light.White(1), Pattern: pattern, GrainMm: 6, Coat: 0.6, Rough: 0.2, Through: through, LowMm: -50, HighMm: 50}
			for x := -60.0; x < 60; x += 7 {
				c := painted(&st, r3.Vec{X: x, Y: 1.3 * x, Z: 0.6 * x}, 3)
				for _, v := range c.Parts() {
					assert.True(t, v >= 0 && v <= 1, "%s at %v: %v", pattern, x, c)
				}
			}
			s := emptyStage(light.Set{})
			s.room = light.White(1)
			s.add(shape.Ball(50, 50, 50, 0, 1, 1, 64), st, 0)
			s.done()
			got := s.toward(r3.Vec{X: 11, Y: -500}, r3.Vec{Y: 1}, 1500)
			assert.LessOrEqual(t, got.G, 1.01, "%s, through %v", pattern, through)
		}
	}
}

func TestInverseSquareAndCosine(t *testing.T) {
	s := emptyStage(light.Set{Sources: []light.Source{lampAt(r3.Vec{Z: 1000}, 10, 1e6)}}).done()
	near := s.lux(r3.Vec{Z: 500}, upward, 200)
	assert.InEpsilon(t, 1e6*100./250000, near, 0.002, "L A / d²")
	assert.InEpsilon(t, 4, near/s.lux(r3.Vec{}, upward, 200), 0.002)
	sin, cos := math.Sincos(math.Pi / 3)
	assert.InEpsilon(t, cos, s.lux(r3.Vec{}, r3.Vec{X: sin, Z: cos}, 200)/s.lux(r3.Vec{}, upward, 200), 0.002)
}

func TestPenumbraWidth(t *testing.T) {
	// A card's edge at x = 0, 100 mm up; a lamp 200 mm wide, 900 mm above the edge: the
	// shadow's edge is 100 · 200 / 900 wide.
	set := light.Set{Sources: []light.Source{lampAt(r3.Vec{Z: 1000}, 200, 1e5)},
		Panels: []light.Panel{{Rect: light.Rect{Centre: r3.Vec{X: 500, Z: 100}, U: r3.Vec{X: 500}, V: r3.Vec{Y: 500}}}}}
	s := emptyStage(set).done()
	open := emptyStage(light.Set{Sources: set.Sources}).done()
	share := func(x float64) float64 {
		p := r3.Vec{X: x}
		return s.lux(p, upward, 3000) / open.lux(p, upward, 100)
	}
	where := func(v float64) float64 { // the lit side is where x is below
		lo, hi := -40.0, 40.0
		for range 14 {
			if m := (lo + hi) / 2; share(m) > v {
				lo = m
			} else {
				hi = m
			}
		}
		return lo
	}
	assert.InEpsilon(t, 100*200./900, (where(0.2)-where(0.8))/0.6, 0.02)
}

func TestLampSeenWholeMatchesItsViewFactor(t *testing.T) {
	l := lampAt(r3.Vec{Z: 800}, 1200, 1)
	s := emptyStage(light.Set{Sources: []light.Source{l}}).done()
	want := math.Pi * light.Factor(r3.Vec{X: 300}, upward, l.Rect)
	assert.InEpsilon(t, want, s.lamps[0].falls(r3.Vec{X: 300}, upward), 1e-6)
	assert.InEpsilon(t, want, s.lux(r3.Vec{X: 300}, upward, 500), 0.003)
	// Half below the surface's own horizon.
	side := r3.Vec{X: 1}
	assert.InEpsilon(t, math.Pi*light.Factor(r3.Vec{}, side, l.Rect), s.lamps[0].falls(r3.Vec{}, side), 1e-6)
}

func TestCardBounceAsTheLightEngineHasIt(t *testing.T) {
	for _, kind := range []words.CardFace{"white", "dull foil", "silver"} {
		set := light.Set{Sources: []light.Source{lampAt(r3.Vec{X: -600, Z: 900}, 500, 3000)},
			Panels: []light.Panel{{Rect: light.Upright(r3.Vec{X: 300, Z: 210}, 594, 420, 270, 0), Front: light.Surfaces[kind], Back: light.Plain(0.5)}}}
		p, n := r3.Vec{X: 50, Z: 60}, r3.Vec{X: 1}
		want := light.NewEngine(set, light.Fine).At(p, n).Total()
		near := 0.02
		if kind != "white" { // the engine keeps for each cell of a gloss what its middle sees
			near = 0.05
		}
		assert.InEpsilon(t, want, emptyStage(set).done().lux(p, n, 60_000), near, kind)
	}
}

func TestDiffuserAndTableAsTheLightEngineHasThem(t *testing.T) {
	set := light.Set{Sources: []light.Source{lampAt(r3.Vec{X: 400, Y: 300, Z: 1500}, 300, 20000)}, Table: light.Table{WidthMm: 800, DepthMm: 600, Diffuse: light.White(0.5)},
		Panels: []light.Panel{{Rect: light.Rect{Centre: r3.Vec{X: 400, Y: 300, Z: 900}, U: r3.Vec{Y: 500}, V: r3.Vec{X: 500}}, Front: light.Plain(0.3), Back: light.Plain(0.3), Through: light.White(0.6)}}}
	s := emptyStage(set)
	s.parts = append(s.parts, part{stuff: scene.Stuff{Colour: light.White(0.5)}, object: -1})
	s.rect(light.Rect{Centre: r3.Vec{X: 400, Y: 300}, U: r3.Vec{X: 400}, V: r3.Vec{Y: 300}}, int32(len(s.parts)-1))
	s.done()
	e := light.NewEngine(set, light.Fine)
	for _, n := range []r3.Vec{upward, {X: 1}} {
		p := r3.Vec{X: 400, Y: 300, Z: 80}
		assert.InEpsilon(t, e.At(p, n).Total(), s.lux(p, n, 240_000), 0.02)
	}
}

// thinLens is a lens that looks along +y from the origin.
func thinLens(focal, number, focus float64) *lens {
	return &lens{right: r3.Vec{X: 1}, up: upward, forward: r3.Vec{Y: 1}, across: 36, high: 36, image: focal * focus / (focus - focal), radius: focal / number / 2, focus: focus}
}

func TestBlurDiscIsAsWideAsTheFormulaSays(t *testing.T) {
	for _, c := range []struct{ focal, number, focus, at float64 }{{50, 2.8, 700, 900}, {100, 4, 900, 780}, {35, 1.8, 500, 1500}} {
		// A small bright thing on the axis, square to it.
		side := math.Abs(c.at-c.focus) / 1500
		s := emptyStage(light.Set{Sources: []light.Source{{Rect: light.Upright(r3.Vec{Y: c.at}, side, side, 180, 0), Luminance: light.White(1e6)}}}).done()
		l := thinLens(c.focal, c.number, c.focus)
		want := optics.BlurMm(c.focal, c.number, c.focus, c.at)
		l.across, l.high = 1.5*want, 1.5*want // a sensor little larger than the disc
		const w = 600
		f := newFilm(w, w)
		first, last := -1, 0
		for i := range w { // the middle row
			f.sample(s, l, i, w/2, 4096, 1, 0, &sampler{})
			if p := f.px[w/2*w+i]; p.clean[0] > 0 {
				if first < 0 {
					first = i
				}
				last = i
			}
		}
		want += side * l.image / c.at // the thing itself has a size
		assert.InEpsilon(t, want, float64(last-first)*l.across/w, 0.03, "%+v", c)
	}
}

func TestDrinkAbsorbsByItsPath(t *testing.T) {
	a := drink.Absorbs("#d98a2e", 0.7)
	for _, thick := range []float64{10, 50} {
		// Without an edge that reflects: Beer and Lambert alone.
		bare := emptyStage(light.Set{})
		bare.room = light.White(1)
		slab := shape.Box(200, thick, 200, 0).Moved(0, r3.Vec{Z: -100})
		bare.add(slab, scene.Stuff{Clear: true, Front: 1, Back: 1, AbsorbB: a}, 0)
		bare.done()
		got := bare.toward(r3.Vec{Y: -300}, r3.Vec{Y: 1}, 2000)
		for i := range 3 {
			assert.InEpsilon(t, math.Exp(-a.Parts()[i]*thick), got.Parts()[i], 0.001)
		}
		// With its edges: (1−F)² T / (1 − F² T²) comes through, F + F (1−F)² T² / (1−F² T²)
		// is mirrored; all of it sees the same room.
		wet := emptyStage(light.Set{})
		wet.room = light.White(1)
		wet.add(slab, scene.Stuff{Clear: true, Front: 1, Back: 1.34, AbsorbB: a}, 0)
		wet.done()
		got = wet.toward(r3.Vec{Y: -300}, r3.Vec{Y: 1}, 6000)
		f := math.Pow(0.34/2.34, 2)
		for i := range 3 {
			T := math.Exp(-a.Parts()[i] * thick)
			want := (1-f)*(1-f)*T/(1-f*f*T*T) + f + f*(1-f)*(1-f)*T*T/(1-f*f*T*T)
			assert.InEpsilon(t, want, got.Parts()[i], 0.02)
		}
	}
}

func TestHalfTheStrengthIsTheRootOfWhatComesThrough(t *testing.T) {
	full, half := drink.Absorbs("#8e2f4c", 1), drink.Absorbs("#8e2f4c", 0.5)
	for i := range 3 {
		assert.InDelta(t, math.Sqrt(math.Exp(-full.Parts()[i]*40)), math.Exp(-half.Parts()[i]*40), 1e-12)
	}
}

func TestGlassBendsAndShadowsLetLightThrough(t *testing.T) {
	// Snell: sin 40° / 1.5.
	h := spot{n: r3.Vec{Y: -1}, g: r3.Vec{Y: -1}, part: &part{stuff: scene.Stuff{Clear: true, Front: 1, Back: 1.5}}, outside: true}
	s := emptyStage(light.Set{})
	sin, cos := math.Sincos(40 * math.Pi / 180)
	var out onward
	s.clearEdge(&h, r3.Vec{X: sin, Y: cos}, light.RGB{}, 1, &out)
	assert.InDelta(t, sin/1.5, out.d.X, 1e-9)
	// A pane dims a lamp by its two edges and does not put the table in the dark.
	lit := emptyStage(light.Set{Sources: []light.Source{lampAt(r3.Vec{Z: 1000}, 10, 1e6)}})
	lit.add(shape.Box(400, 400, 4, 0).Moved(0, r3.Vec{Z: 300}), scene.Stuff{Clear: true, Front: 1, Back: 1.5}, 0)
	lit.done()
	bare := emptyStage(light.Set{Sources: []light.Source{lampAt(r3.Vec{Z: 1000}, 10, 1e6)}}).done()
	assert.InEpsilon(t, 0.96*0.96, lit.lux(r3.Vec{}, upward, 500)/bare.lux(r3.Vec{}, upward, 500), 0.01)
}

// Where shading is smoother than the facets, what of a lamp lies behind the facet gives
// nothing, though the shading's normal looks at it: at the terminator of a round food.
func TestWhatLiesBehindTheFacetGivesNothing(t *testing.T) {
	l := light.Source{Rect: light.Upright(r3.Vec{X: -900, Z: 100}, 600, 900, 90, 0), Luminance: light.White(1000)}
	s := emptyStage(light.Set{Sources: []light.Source{l}}).done()
	n, g := unit(r3.Vec{X: -0.3, Z: 1}), unit(r3.Vec{X: 0.12, Z: 1})
	want := 0.0
	const cells = 600
	for j := range cells {
		for i := range cells {
			d := l.At((2*float64(i)+1)/cells-1, (2*float64(j)+1)/cells-1)
			r2 := r3.Norm2(d)
			if r3.Dot(d, g) > 0 && r3.Dot(d, n) > 0 {
				want += 1000 * r3.Dot(d, n) * -r3.Dot(d, l.Normal()) / (r2 * r2) * l.AreaMm2() / (cells * cells)
			}
		}
	}
	sum := 0.0
	const draws = 40_000
	for k := range draws {
		d := newDice(1, k, 5)
		var got drawn
		s.straight(r3.Vec{}, n, g, light.RGB{}, &d, surface{flat: light.White(1)}, &got)
		sum += got.less().Lux() / draws
	}
	assert.InEpsilon(t, want, sum, 0.01)
}
