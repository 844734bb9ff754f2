package light

import (
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
		Sources: []Source{{Upright(r3.Vec{X: -300, Y: 600, Z: 700}, 1400, 1600, 90, 0), 3000}},
		Table:   Table{WidthMm: 1600, DepthMm: 900, Reflectance: 0.3},
		Room:    Enclosure{SurfaceM2: 120, Reflectance: 0.5},
		Solids:  []Occluder{Cylinder{h.Foot, h.RadiusMm, h.HeightMm}},
	}
	if card {
		s.Cards = []Card{{Upright(r3.Vec{X: 1100, Y: 450, Z: 210}, 600, 420, turn, 0), 0.85}}
	}
	return s, h
}

// bruteForce shoots rays from a receptor over its cosine hemisphere and, where
// they land, once more: an independent estimate of Engine.At.
func bruteForce(s Set, p, n r3.Vec, rays int, rng *rand.Rand) float64 {
	a := r3.Unit(r3.Cross(n, r3.Vec{X: 0.3, Y: 0.5, Z: 0.81}))
	return bounceRays(s, p, n, a, rays, 1, rng)
}

func bounceRays(s Set, p, n, a r3.Vec, rays, depth int, rng *rand.Rand) float64 {
	b := r3.Cross(n, a)
	room := RoomLux(s)
	sum := 0.0
	for range rays {
		r, phi := math.Sqrt(rng.Float64()), 2*math.Pi*rng.Float64()
		sin, cos := math.Sincos(phi)
		d := r3.Add(r3.Scale(math.Sqrt(1-r*r), n), r3.Add(r3.Scale(r*cos, a), r3.Scale(r*sin, b)))
		sum += landed(s, p, d, depth, room, rng)
	}
	return sum/float64(rays)*math.Pi + room
}

// landed is the luminance that a ray finds: a source's own, or what a card or
// the table sends back from one more ray.
func landed(s Set, p, d r3.Vec, depth int, room float64, rng *rand.Rand) float64 {
	best, lum := math.Inf(1), 0.0
	var at, face r3.Vec
	rho := 0.0
	hit := func(q Rect) (float64, bool) {
		n := q.Normal()
		den := r3.Dot(n, d)
		if math.Abs(den) < 1e-12 {
			return 0, false
		}
		t := r3.Dot(n, r3.Sub(q.Centre, p)) / den
		x := r3.Sub(r3.Add(p, r3.Scale(t, d)), q.Centre)
		in := math.Abs(r3.Dot(x, q.U)) <= r3.Norm2(q.U) && math.Abs(r3.Dot(x, q.V)) <= r3.Norm2(q.V)
		return t, in && t > 1e-3 && t < best
	}
	for _, src := range s.Sources {
		if t, ok := hit(src.Rect); ok {
			best, rho, lum = t, 0, 0
			if r3.Dot(src.Normal(), d) < 0 {
				lum = src.LuminanceCdM2
			}
		}
	}
	for _, c := range s.Cards {
		if t, ok := hit(c.Rect); ok {
			best, lum, rho = t, 0, 0
			if r3.Dot(c.Normal(), d) < 0 {
				rho, face, at = c.Reflectance, c.Normal(), r3.Add(p, r3.Scale(t, d))
			}
		}
	}
	if d.Z < 0 {
		t := -p.Z / d.Z
		x := r3.Add(p, r3.Scale(t, d))
		if t > 1e-3 && t < best && x.X > 0 && x.X < s.Table.WidthMm && x.Y > 0 && x.Y < s.Table.DepthMm {
			best, lum, rho, face, at = t, 0, s.Table.Reflectance, up, x
		}
	}
	for _, o := range s.Solids {
		if end := r3.Add(p, r3.Scale(math.Min(best, 1e5), d)); o.Blocks(p, end) {
			return 0
		}
	}
	if rho == 0 || depth == 0 {
		return lum
	}
	a := r3.Unit(r3.Cross(face, r3.Vec{X: 0.3, Y: 0.5, Z: 0.81}))
	from := r3.Add(at, r3.Scale(0.01, face))
	return rho * bounceRays(s, from, face, a, 1, 0, rng) / math.Pi
}

func TestKeyToFillAgainstAMillionRays(t *testing.T) {
	toCamera := r3.Vec{Y: -1, Z: 0.8}
	for _, card := range []bool{false, true} {
		s, h := sampleSet(card, 270)
		k := Ratio(NewEngine(s, Fine).Facets(h, toCamera))
		rng := rand.New(rand.NewPCG(7, 11))
		for _, f := range []Facet{k.Key, k.Fill} {
			p, n := facetAt(h, f.Deg)
			want := bruteForce(s, p, n, 1_000_000, rng)
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

func TestShadowsAgainstCountingEveryCell(t *testing.T) {
	rng := rand.New(rand.NewPCG(3, 5))
	v := func(lo, hi float64) float64 { return lo + (hi-lo)*rng.Float64() }
	sum, worst, counted := 0.0, 0.0, 0
	for range 400 {
		q := Upright(r3.Vec{X: v(-900, 900), Y: v(-900, 900), Z: v(-200, 900)}, 700, 900, v(0, 360), v(-40, 40))
		all := []Occluder{
			Cylinder{r3.Vec{X: v(-400, 400), Y: v(-400, 400)}, v(20, 200), v(10, 400)},
			Upright(r3.Vec{X: v(-400, 400), Y: v(-400, 400), Z: 200}, v(50, 600), 400, v(0, 360), 0),
			level(1600, 900, 0, true),
		}
		p, n := r3.Vec{X: v(-300, 300), Y: v(-300, 300), Z: v(1, 200)}, r3.Unit(r3.Vec{X: v(-1, 1), Y: v(-1, 1), Z: 1})
		if r3.Dot(q.Normal(), r3.Sub(p, q.Centre)) < 300 {
			continue // behind the lamp, or nearer to it than anyone lights a dish from
		}
		slow := 0.0
		const cells = 64
		for i := range cells {
			for j := range cells {
				if c := q.cell(i, j, cells, cells); visible(p, c.Centre, all) {
					slow += Factor(p, n, c)
				}
			}
		}
		off := math.Abs(slow - FactorPast(p, n, q, Fine.SourceLooks, Fine.SourceSplits, all))
		sum, worst, counted = sum+off, math.Max(worst, off/math.Max(0.01, Factor(p, n, q))), counted+1
	}
	t.Logf("%d sets: mean error %.5f, worst %.2f %% of the unshaded factor", counted, sum/float64(counted), 100*worst)
	assert.Greater(t, counted, 100)
	assert.Less(t, sum/float64(counted), 0.001)
	assert.Less(t, worst, 0.04)
}

func TestNoLightIsMade(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		s, _ := sampleSet(true, rapid.Float64Range(0, 360).Draw(t, "turn"))
		s.Cards[0].Reflectance = rapid.Float64Range(0, 1).Draw(t, "reflectance")
		e := NewEngine(s, Coarse)
		in, out := 0.0, 0.0
		for _, b := range e.bounces {
			in += (e.direct(r3.Add(b.Centre, r3.Scale(0.01, b.Normal())), b.Normal()) + e.room) * b.AreaMm2()
			out += math.Pi * b.luminance * b.AreaMm2()
		}
		assert.LessOrEqual(t, out, in*(1+1e-9))
	})
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

func BenchmarkReadingOfOneSet(b *testing.B) {
	s, h := sampleSet(true, 270)
	for b.Loop() {
		Ratio(NewEngine(s, Fine).Facets(h, r3.Vec{Y: -1, Z: 0.8}))
	}
}

func BenchmarkReadingWhileDragging(b *testing.B) {
	s, h := sampleSet(true, 270)
	for b.Loop() {
		Ratio(NewEngine(s, Coarse).Facets(h, r3.Vec{Y: -1, Z: 0.8}))
	}
}
