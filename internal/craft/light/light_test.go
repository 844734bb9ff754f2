package light

import (
	"figladder/internal/craft/words"
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"gonum.org/v1/gonum/spatial/r3"
	"pgregory.net/rapid"
)

var up = r3.Vec{Z: 1}

// level returns a rectangle over the origin looking down.
func level(w, d, z float64, centre bool) Rect {
	q := Rect{Centre: r3.Vec{Z: z}, U: r3.Vec{X: w / 2}, V: r3.Vec{Y: -d / 2}}
	if !centre {
		q.Centre.X, q.Centre.Y = w/2, d/2
	}
	return q
}

func TestClosedForms(t *testing.T) {
	origin := r3.Vec{}
	assert.InDelta(t, 0.13853, Factor(origin, up, level(1, 1, 1, false)), 5e-6, "corner over the point, a=b=c")
	assert.InDelta(t, 0.46379, Factor(origin, up, level(1200, 1500, 800, true)), 5e-6, "centred, parallel")
	// A table point 0.8 m from the foot of an upright window 1.2 m wide, 1.5 m high.
	window := Upright(r3.Vec{Y: 800, Z: 750}, 1200, 1500, 180, 0)
	assert.InDelta(t, 0.15401, Factor(origin, up, window), 5e-6)
}

func TestAreaToAreaFactors(t *testing.T) {
	mean := func(from, to Rect) float64 {
		const n = 40
		sum := 0.0
		for i := range n {
			for j := range n {
				sum += Factor(from.cell(i, j, n, n).Centre, from.Normal(), to)
			}
		}
		return sum / (n * n)
	}
	floor := Rect{Centre: r3.Vec{X: .5, Y: .5}, U: r3.Vec{X: .5}, V: r3.Vec{Y: .5}}
	assert.InEpsilon(t, 0.19982, mean(floor, level(1, 1, 1, false)), 1e-3, "facing unit squares one apart")
	wall := Rect{Centre: r3.Vec{X: .5, Z: .5}, U: r3.Vec{X: -.5}, V: r3.Vec{Z: .5}}
	assert.InDelta(t, 1, wall.Normal().Y, 1e-12, "the wall looks over the floor")
	assert.InEpsilon(t, 0.20004, mean(floor, wall), 1e-3, "perpendicular unit squares sharing an edge")
}

func TestInverseSquareAndCosineAtTheirLimits(t *testing.T) {
	small := func(z float64) Rect { return level(10, 10, z, true) }
	far := Factor(r3.Vec{}, up, small(2000))
	assert.InEpsilon(t, Factor(r3.Vec{}, up, small(1000)), 4*far, 1e-3)
	tilted := r3.Unit(r3.Vec{X: math.Sin(1), Z: math.Cos(1)})
	assert.InEpsilon(t, far*math.Cos(1), Factor(r3.Vec{}, tilted, small(2000)), 1e-3)
	assert.Zero(t, Factor(r3.Vec{}, r3.Vec{Z: -1}, small(1000)), "looking away")
	assert.Zero(t, Factor(r3.Vec{Z: 2000}, r3.Vec{Z: -1}, small(1000)), "behind the source")
	assert.InDelta(t, 1, Factor(r3.Vec{}, up, level(1e7, 1e7, 1, true)), 1e-4, "a whole sky")
}

func TestUprightFacesWhereItIsTold(t *testing.T) {
	for deg, want := range map[float64]r3.Vec{0: {Y: 1}, 90: {X: 1}, 180: {Y: -1}, 270: {X: -1}} {
		n := Upright(r3.Vec{}, 10, 10, deg, 0).Normal()
		assert.InDelta(t, 0, r3.Norm(r3.Sub(n, want)), 1e-9, "facing %v", deg)
	}
	assert.InDelta(t, math.Sin(30*math.Pi/180), Upright(r3.Vec{}, 10, 10, 40, 30).Normal().Z, 1e-9)
}

func TestOccluders(t *testing.T) {
	c := Cylinder{Foot: r3.Vec{X: 100, Y: 100}, RadiusMm: 50, HeightMm: 80}
	assert.True(t, c.Blocks(r3.Vec{Y: 100, Z: 40}, r3.Vec{X: 200, Y: 100, Z: 40}), "through the middle")
	assert.False(t, c.Blocks(r3.Vec{Y: 100, Z: 90}, r3.Vec{X: 200, Y: 100, Z: 90}), "over the top")
	assert.False(t, c.Blocks(r3.Vec{Y: 160, Z: 40}, r3.Vec{X: 200, Y: 160, Z: 40}), "past the side")
	assert.True(t, c.Blocks(r3.Vec{X: 100, Y: 100, Z: 200}, r3.Vec{X: 100, Y: 100, Z: -5}), "down through the lid")
	assert.False(t, c.Blocks(r3.Vec{X: 100, Y: 100, Z: 200}, r3.Vec{X: 100, Y: 100, Z: 80.001}), "onto the lid")
	q := Upright(r3.Vec{X: 50, Z: 50}, 100, 100, 90, 0)
	assert.True(t, q.Blocks(r3.Vec{Z: 50}, r3.Vec{X: 100, Z: 50}))
	assert.False(t, q.Blocks(r3.Vec{Z: 150}, r3.Vec{X: 100, Z: 150}))
	assert.False(t, q.Blocks(r3.Vec{X: 50, Z: 20}, r3.Vec{X: 100, Z: 50}), "starting on it")
}

// sampleSet is a window from the left, a dish, and maybe a card on its right.
func sampleSet(card bool, turn float64) (Set, Hero) {
	h := Hero{Foot: r3.Vec{X: 800, Y: 450}, RadiusMm: 120, HeightMm: 90}
	s := Set{
		Sources: []Source{{Upright(r3.Vec{X: -300, Y: 600, Z: 700}, 1400, 1600, 90, 0), White(3000), 0, false}},
		Table:   Table{WidthMm: 1600, DepthMm: 900, Diffuse: White(0.3)},
		Room:    Enclosure{SurfaceM2: 120, Reflectance: 0.5},
		Solids:  []Cylinder{{Foot: h.Foot, RadiusMm: h.RadiusMm, HeightMm: h.HeightMm}},
	}
	if card {
		s.Panels = []Panel{{Rect: Upright(r3.Vec{X: 1100, Y: 450, Z: 210}, 600, 420, turn, 0), Front: Surfaces["white"]}}
	}
	return s, h
}

func TestKeyToFillAgainstAMillionRays(t *testing.T) {
	toCamera := r3.Vec{Y: -1, Z: 0.8}
	for _, card := range []bool{false, true} {
		s, h := sampleSet(card, 270)
		k := Ratio(NewEngine(s, Fine).Facets(h, toCamera))
		rays := traces(s, 7, 11)
		for _, f := range []Facet{k.Key, k.Fill} {
			p, n := facetAt(h, f.Deg)
			want := rays.lux(p, n, 1_000_000)
			assert.InEpsilon(t, want, f.Lux.Total(), 0.02, "card %v, face at %v°", card, f.Deg)
		}
	}
}

func TestAWhiteCardOppositeFillsAndBehindTheWindowSideDoesNot(t *testing.T) {
	toCamera := r3.Vec{Y: -1, Z: 0.8}
	stops := func(card bool, turn float64) float64 {
		s, h := sampleSet(card, turn)
		return Ratio(NewEngine(s, Fine).Facets(h, toCamera)).Stops
	}
	bare, filled, turned := stops(false, 0), stops(true, 270), stops(true, 90)
	assert.Less(t, filled, bare-0.3, "white toward the dish fills")
	assert.GreaterOrEqual(t, turned, bare, "its back toward the dish only shades")
}

// A shadow cut out exactly against counting the cells of the source that are seen.
func TestShadowsAgainstCountingEveryCell(t *testing.T) {
	rng := rand.New(rand.NewPCG(3, 5))
	v := func(lo, hi float64) float64 { return lo + (hi-lo)*rng.Float64() }
	sum, worst, counted := 0.0, 0.0, 0
	for range 900 {
		q := Upright(r3.Vec{X: v(-900, 900), Y: v(-900, 900), Z: v(-200, 900)}, 700, 900, v(0, 360), v(-40, 40))
		s := Set{Sources: []Source{{Rect: q, Luminance: White(1 / math.Pi)}},
			Solids: []Cylinder{{Foot: r3.Vec{X: v(-400, 400), Y: v(-400, 400)}, RadiusMm: v(20, 200), HeightMm: v(10, 400)}},
			Panels: []Panel{{Rect: Upright(r3.Vec{X: v(-400, 400), Y: v(-400, 400), Z: 200}, v(50, 600), 400, v(0, 360), v(-50, 50))}}}
		p, n := r3.Vec{X: v(-300, 300), Y: v(-300, 300), Z: v(1, 200)}, r3.Unit(r3.Vec{X: v(-1, 1), Y: v(-1, 1), Z: v(-1, 1)})
		if r3.Dot(q.Normal(), r3.Sub(p, q.Centre)) < 100 || s.Solids[0].Blocks(p, r3.Add(p, r3.Vec{Z: 0.1})) {
			continue // behind the lamp, or inside the dish
		}
		slow := 0.0
		const cells = 64
		for i := range cells {
			for j := range cells {
				if c := q.cell(i, j, cells, cells); !s.Solids[0].Blocks(p, c.Centre) && !s.Panels[0].Blocks(p, c.Centre) {
					slow += Factor(p, n, c)
				}
			}
		}
		got := NewEngine(s, Fine).At(p, n).Direct.Lux()
		off := math.Abs(slow - got)
		sum, worst, counted = sum+off, math.Max(worst, off/math.Max(0.01, Factor(p, n, q))), counted+1
	}
	t.Logf("%d sets: mean error %.5f, worst %.2f %% of the unshaded factor", counted, sum/float64(counted), 100*worst)
	assert.Greater(t, counted, 200)
	assert.Less(t, sum/float64(counted), 0.0005)
	assert.Less(t, worst, 0.03)
}

// Through an opening in front of it a source gives what is seen of it, no more:
// two panels leave a slit.
func TestTwoPanelsLeaveASlit(t *testing.T) {
	lamp := level(2000, 2000, 1000, true)
	flag := func(x float64) Panel {
		return Panel{Rect: Rect{Centre: r3.Vec{X: x, Z: 500}, U: r3.Vec{X: 500}, V: r3.Vec{Y: 2000}}}
	}
	s := Set{Sources: []Source{{Rect: lamp, Luminance: White(1 / math.Pi)}}, Panels: []Panel{flag(550), flag(-550)}}
	slit := Factor(r3.Vec{}, up, level(200, 2000, 1000, true)) // 100 mm at half the height is 200 on the lamp
	assert.InDelta(t, slit, NewEngine(s, Fine).At(r3.Vec{}, up).Direct.Lux(), 1e-9)
}

func TestNoLightIsMade(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		s, _ := anySet(t)
		s.Panels[0].Front = Plain(rapid.Float64Range(0, 1).Draw(t, "reflectance"))
		e := NewEngine(s, Coarse)
		for k := range e.faces {
			f := &e.faces[k]
			if f.surface.Lobe > 0 {
				continue
			}
			side := 1 << e.detail.PanelLevels
			// What arrives, asked for in the same way.
			arrives := func(c Rect, n r3.Vec) float64 {
				eye := e.glance(r3.Add(c.Centre, r3.Scale(0.01, n)), n)
				defer eye.done()
				return e.direct(eye, nil).Plus(e.fromRoom(eye, nil)).Plus(e.sunOn(c, n)).Plus(e.fromFaces(eye)).Plus(e.fromTableCoarsely(eye)).Lux()
			}
			in, out := 0.0, 0.0
			for j := range side {
				for i := range side {
					c := f.cell(i, j, side, side)
					in += arrives(c, f.fronts.n)
					if f.through.Lux() > 0 {
						in += arrives(c, r3.Scale(-1, f.fronts.n))
					}
					out += math.Pi * f.levels[len(f.levels)-1][j*side+i].Lux()
				}
			}
			assert.LessOrEqual(t, out, in*(1+1e-9)+1e-9)
		}
	})
}

// What a glossy face sends to all sides is no more than falls on it.
func TestLobesMakeNoLight(t *testing.T) {
	for _, kind := range []words.CardFace{"dull foil", "silver", "gold"} {
		for _, height := range []float64{3, 10, 30, 60, 90} {
			f := face{lit: lit{Rect: level(1, 1, 0, true)}, surface: Surfaces[kind]}
			f.V = r3.Scale(-1, f.V)
			f.fronts = f.front()
			sin, cos := math.Sincos(height * math.Pi / 180)
			beam := glow{dirs: []r3.Vec{{X: cos, Z: sin}}, middle: r3.Vec{X: cos, Z: sin}, least: -1, sun: White(1)}
			sent := 0.0
			const n = 200
			for i := range n { // equal parts of the hemisphere's projected area
				for j := range n {
					r := math.Sqrt((float64(i) + 0.5) / n)
					s, c := math.Sincos(2 * math.Pi * (float64(j) + 0.5) / n)
					to := r3.Vec{X: r * c, Y: r * s, Z: math.Sqrt(1 - r*r)}
					sent += f.shine(r3.Scale(1e6, to), r3.Vec{}, []glow{beam}, true).Lux() * math.Pi / (n * n)
				}
			}
			assert.LessOrEqual(t, sent, 1.01*sin*Surfaces[kind].Gloss.Lux(), "%s, beam at %v°", kind, height)
			assert.Greater(t, sent, 0.0)
		}
	}
}

// The moment of a lobe over a polygon of directions against adding it up.
func TestLobeMomentAgainstCounting(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		v := func(name string) float64 { return rapid.Float64Range(-1, 1).Draw(t, name) }
		q := Upright(r3.Vec{X: 900 * v("x"), Y: 900 * v("y"), Z: 700}, 500, 700, 180*v("turn"), 60*v("tilt"))
		r := r3.Unit(r3.Vec{X: v("rx"), Y: v("ry"), Z: 0.3 + math.Abs(v("rz"))})
		n := rapid.SampledFrom([]int{1, 3, 7, 25}).Draw(t, "n")
		var dirs []r3.Vec
		for _, c := range q.corners() {
			dirs = append(dirs, r3.Unit(c))
		}
		slow := 0.0
		const cells = 200
		for i := range cells {
			for j := range cells {
				c := q.cell(i, j, cells, cells)
				d := r3.Norm(c.Centre)
				w := r3.Scale(1/d, c.Centre)
				slow += math.Pow(math.Max(0, r3.Dot(r, w)), float64(n)) * math.Abs(r3.Dot(q.Normal(), w)) * c.AreaMm2() / (d * d)
			}
		}
		assert.InDelta(t, slow, lobeMoment(r, dirs, arcsOf(dirs), n), 0.002*slow+2e-5)
	})
}

// A mirror shows the lamp where its image stands: a receptor that sees it whole
// gets what a lamp there would give, less what the mirror keeps.
func TestMirrorShowsTheLampBehindIt(t *testing.T) {
	lamp := Upright(r3.Vec{X: -600, Z: 300}, 200, 200, 90, 0)
	s := Set{Sources: []Source{{Rect: lamp, Luminance: White(1000)}},
		Panels: []Panel{{Rect: Upright(r3.Vec{X: 400, Z: 300}, 2000, 2000, 270, 0), Front: Surfaces["shiny foil"]}}}
	p, n := r3.Vec{Z: 300}, r3.Vec{X: 1}
	image := Upright(r3.Vec{X: 1400, Z: 300}, 200, 200, 270, 0)
	want := 0.88 * 1000 * math.Pi * Factor(p, n, image)
	e := NewEngine(s, Fine)
	assert.InEpsilon(t, want, e.At(p, n).Card.Lux(), 1e-9)
	s.Solids = []Cylinder{{Foot: r3.Vec{X: -300, Z: 100}, RadiusMm: 200, HeightMm: 500}}
	assert.Zero(t, NewEngine(s, Fine).At(p, n).Card.Lux(), "the lamp is hidden from the mirror")
	s.Solids = nil
	s.Panels[0].Rect.Centre.Y = 1100
	assert.Zero(t, NewEngine(s, Fine).At(p, n).Card.Lux(), "the mirror has moved aside")
}

func TestDirectionClock(t *testing.T) {
	at := func(x, y, z float64) Direction {
		return DirectionOf(r3.Vec{}, Upright(r3.Vec{X: x, Y: y, Z: z}, 1000, 1000, 0, 0))
	}
	assert.InDelta(t, 12, at(0, 1000, 0).Clock, 0.06)
	assert.InDelta(t, 3, at(1000, 0, 0).Clock, 0.01)
	assert.InDelta(t, 6, at(0, -1000, 0).Clock, 0.01)
	assert.InDelta(t, 9, at(-1000, 0, 0).Clock, 0.01)
	assert.InDelta(t, 45, at(0, 1000, 1000).HeightDeg, 1e-9)
	assert.InDelta(t, 2*math.Atan(0.5)*180/math.Pi, at(0, 1000, 0).SizeDeg, 1e-9)
}

func TestRoom(t *testing.T) {
	s, _ := sampleSet(false, 0)
	flux := math.Pi * 3000 * 1.4 * 1.6
	assert.InEpsilon(t, flux*0.5/(120*0.5), RoomLux(s), 1e-9)
	s.Room.Reflectance = 0
	assert.Zero(t, RoomLux(s))
}
