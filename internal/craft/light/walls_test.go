package light

import (
	"cmp"
	"fmt"
	"math"
	"os"
	"slices"
	"strconv"
	"testing"

	"figladder/internal/craft/cores"
	"github.com/stretchr/testify/assert"
	"gonum.org/v1/gonum/spatial/r3"
	"pgregory.net/rapid"
)

// anyRoom puts a set into a room with the table somewhere in it.
func anyRoom(t *rapid.T, s *Set, reflectance float64) {
	v := func(name string, lo, hi float64) float64 { return rapid.Float64Range(lo, hi).Draw(t, name) }
	s.Room.Low = r3.Vec{X: -v("to the left", 900, 2500), Y: -v("before", 900, 3000), Z: -v("under", 700, 900)}
	s.Room.High = r3.Add(s.Room.Low, r3.Vec{X: v("wide", 3500, 7000), Y: v("deep", 3000, 6000), Z: v("high", 2400, 3600)})
	s.Room.Reflectance = reflectance
	if reflectance > 0 && v("other", 0, 1) > 0.5 {
		s.Room.Ceiling, s.Room.Floor = v("ceiling", 0.5, 0.85), v("floor", 0.1, 0.4)
	}
}

// throughAWall reports whether the table stands through a wall of its room, which scene.Set.Check refuses.
func throughAWall(s Set) bool {
	return s.Room.Low.X > 0 || s.Room.Low.Y > 0 || s.Room.High.X < s.Table.WidthMm || s.Room.High.Y < s.Table.DepthMm
}

// offs is how far the engine is from rays, set by set.
type offs struct{ table, tableOfAll, keyFill, falloff []float64 }

func told(name string, v []float64) string {
	v = slices.Sorted(slices.Values(v))
	sum := 0.0
	for _, x := range v {
		sum += x
	}
	return fmt.Sprintf("%s: mean %.4f, 95th %.4f, worst %.4f", name, sum/float64(len(v)), v[len(v)*95/100], v[len(v)-1])
}

func mean(v []float64) float64 {
	sum := 0.0
	for _, x := range v {
		sum += x
	}
	return sum / float64(len(v))
}

// keyFills is key to fill over faces, by the engine and by rays, stops. The darkest of thirteen noisy figures is too dark by their
// noise, so the rays find the darkest three and then ask those again, and the brightest, in a way with less noise.
func keyFills(h Hero, seen []Facet, tr *tracer, rays int, surer func(p, n r3.Vec) float64) (engine, traced float64) {
	key, fill := 0.0, math.Inf(1)
	lux := make([]float64, len(seen))
	order := make([]int, len(seen))
	for i, f := range seen {
		key, fill = math.Max(key, f.Lux.Total()), math.Min(fill, f.Lux.Total())
		p, n := facetAt(h, f.Deg)
		lux[i], order[i] = tr.lux(p, n, rays), i
	}
	slices.SortFunc(order, func(a, b int) int { return cmp.Compare(lux[a], lux[b]) })
	again := func(i int) float64 { return surer(facetAt(h, seen[i].Deg)) }
	dark := math.Inf(1)
	for _, i := range order[:min(3, len(order))] {
		dark = math.Min(dark, again(i))
	}
	return math.Log2(key / fill), math.Log2(again(order[len(order)-1]) / dark)
}

// surely asks again and again until the standard error of the mean is a half of one in a hundred, whatever the
// mean is: few rays meet a small patch of sun on a floor, and each says much. At most 64 times.
func (t *tracer) surely(p, n r3.Vec, rays int, least float64) float64 {
	sum, squares := 0.0, 0.0
	for k := 1.0; ; k++ {
		v := t.lux(p, n, rays)
		sum, squares = sum+v, squares+v*v
		mean := sum / k
		if off := math.Sqrt(math.Max(0, squares/k-mean*mean) / math.Max(1, k-1)); k == 64 || k >= 8 && off < 0.005*math.Max(mean, least) {
			return mean
		}
	}
}

// againstRays lights sets both ways, in rooms of one reflectance: nine places of the table,
// key to fill over the faces that the camera sees, and how the table falls off from one side
// of the dish to the other.
func againstRays(t *testing.T, seed, sets, rays int, reflectance float64) offs {
	draw := rapid.Custom(func(t *rapid.T) struct {
		s Set
		h Hero
	} {
		s, h := anySet(t)
		anyRoom(t, &s, reflectance)
		return struct {
			s Set
			h Hero
		}{s, h}
	})
	type one struct {
		s Set
		h Hero
	}
	var all []one
	for ; len(all) < sets; seed++ {
		c := draw.Example(seed)
		if mirrorSun(c.s) || crossing(c.s) || throughAWall(c.s) || shutIn(c.s, c.h) {
			continue
		}
		all = append(all, one{c.s, c.h})
	}
	out := offs{make([]float64, 9*sets), make([]float64, 9*sets), make([]float64, sets), make([]float64, sets)}
	_ = cores.Each(t.Context(), sets, func(i int) {
		c := all[i]
		e := NewEngine(c.s, Fine)
		tr := traces(c.s, uint64(i), 17)
		var got, want [9]float64
		most := 0.0
		for k := range 9 {
			p := r3.Vec{X: c.s.Table.WidthMm * (0.2 + 0.3*float64(k%3)), Y: c.s.Table.DepthMm * (0.2 + 0.3*float64(k/3)), Z: 0.01}
			if e.Covered(p) {
				continue
			}
			got[k], want[k] = e.At(p, up).Total(), tr.lux(p, up, rays)
			most = math.Max(most, want[k])
		}
		for k := range 9 {
			// The worst of many noisy figures is too bad by their noise: what is off is asked again.
			if math.Abs(got[k]-want[k]) > 0.02*math.Max(want[k], most/8) {
				want[k] = tr.surely(r3.Vec{X: c.s.Table.WidthMm * (0.2 + 0.3*float64(k%3)), Y: c.s.Table.DepthMm * (0.2 + 0.3*float64(k/3)), Z: 0.01}, up, rays, most/8)
			}
			if want[k] > 0 {
				out.tableOfAll[9*i+k] = math.Abs(got[k]-want[k]) / math.Max(want[k], most/8)
				if os.Getenv("FIGLADDER_RAYS_LIST") != "" && out.tableOfAll[9*i+k] > 0.04 {
					t.Logf("set %d, room %.1f: %.2f for %.2f lx on the table, place %d, of %.0f at the most; sun %v, %d lamps, %v", i, reflectance, got[k], want[k], k, most, c.s.Sun != nil, len(c.s.Sources), names(c.s))
				}
				out.table[9*i+k] = math.Abs(got[k]-want[k]) / want[k]
			}
		}
		fall := func(lux func(p r3.Vec) float64) float64 {
			left, right := c.h.Foot, c.h.Foot
			left.X, right.X = math.Max(left.X-300, 0), math.Min(right.X+300, c.s.Table.WidthMm)
			left.Z, right.Z = 0.01, 0.01
			if e.Covered(left) || e.Covered(right) {
				return 0
			}
			return math.Log2(math.Max(lux(left), most/64) / math.Max(lux(right), most/64)) // six stops down is black
		}
		here, there := fall(func(p r3.Vec) float64 { return e.At(p, up).Total() }), fall(func(p r3.Vec) float64 { return tr.lux(p, up, rays) })
		if math.Abs(here-there) > 0.05 { // in a deep shadow few rays meet the little that lights it
			there = fall(func(p r3.Vec) float64 { return tr.surely(p, up, rays, most/64) })
		}
		out.falloff[i] = math.Abs(here - there)
		if os.Getenv("FIGLADDER_RAYS_LIST") != "" && out.falloff[i] > 0.07 {
			t.Logf("set %d, room %.1f: falls by %.3f stops for %.3f; %v", i, reflectance, here, there, names(c.s))
		}
		var seen []Facet
		for _, f := range e.Facets(c.h, r3.Vec{Y: -1, Z: 0.8}) {
			if f.Seen && math.Mod(f.Deg, 15) == 0 {
				seen = append(seen, f)
			}
		}
		a, b := keyFills(c.h, seen, tr, rays, func(p, n r3.Vec) float64 { return tr.lux(p, n, 5*rays) })
		if math.Abs(a-b) > 0.05 { // what is off is asked again
			a, b = keyFills(c.h, seen, tr, rays, func(p, n r3.Vec) float64 { return tr.surely(p, n, rays, 1) })
		}
		out.keyFill[i] = math.Abs(a - b)
		if os.Getenv("FIGLADDER_RAYS_LIST") != "" && out.keyFill[i] > 0.05 {
			t.Logf("set %d, room %.1f: %.3f stops for %.3f; sun %v, %d lamps, %v", i, reflectance, a, b, c.s.Sun != nil, len(c.s.Sources), names(c.s))
		}
	})
	return out
}

// TestInARoomAgainstRays lights random sets in box rooms both ways. FIGLADDER_RAYS asks for
// as many sets and rays as docs/benchmarks.md tells of; FIGLADDER_RAYS_SEED for other sets,
// FIGLADDER_RAYS_SETS for more of them, FIGLADDER_RAYS_ROOM for one room, FIGLADDER_RAYS_EACH for
// other than 100,000 rays a place, whose own noise is in what is told.
func TestInARoomAgainstRays(t *testing.T) {
	sets, rays, seed := 4, 50_000, 5000 // the engine was tuned on these
	if os.Getenv("FIGLADDER_RAYS") != "" {
		sets, rays = 30, 100_000
	}
	if v, err := strconv.Atoi(os.Getenv("FIGLADDER_RAYS_SETS")); err == nil {
		sets = v
	}
	if v, err := strconv.Atoi(os.Getenv("FIGLADDER_RAYS_EACH")); err == nil {
		rays = v
	}
	if v, err := strconv.Atoi(os.Getenv("FIGLADDER_RAYS_SEED")); err == nil {
		seed = v
	}
	for _, r := range []float64{0, 0.3, 0.5, 0.7} {
		if only := os.Getenv("FIGLADDER_RAYS_ROOM"); only != "" && only != strconv.FormatFloat(r, 'g', -1, 64) {
			continue
		}
		got := againstRays(t, seed+int(1000*r), sets, rays, r)
		t.Logf("room %.1f, %d sets, %d rays: %s; %s; %s; %s", r, sets, rays, told("table", got.table), told("of the brightest eighth", got.tableOfAll), told("key to fill, stops", got.keyFill), told("falloff, stops", got.falloff))
		// The rays' own noise is in these.
		assert.Less(t, mean(got.keyFill), 0.05, "room %v", r)
		assert.Less(t, slices.Max(got.keyFill), 0.2, "room %v", r)
		assert.Less(t, mean(got.tableOfAll), 0.012, "room %v", r)
		assert.Less(t, mean(got.falloff), 0.06, "room %v", r)
	}
}

// What a lamp sends into an empty room ends in its walls: Σ E (1 − ρ) A = Φ, whatever the
// walls return (the integrating sphere's sum holds for any closed room).
func TestARoomKeepsAllItsLight(t *testing.T) {
	for _, r := range []Enclosure{
		{Low: r3.Vec{X: -2000, Y: -1800, Z: -800}, High: r3.Vec{X: 2600, Y: 2400, Z: 1900}, Reflectance: 0.3},
		{Low: r3.Vec{X: -2000, Y: -1800, Z: -800}, High: r3.Vec{X: 2600, Y: 2400, Z: 1900}, Reflectance: 0.6, Ceiling: 0.85, Floor: 0.1},
	} {
		s := Set{Sources: []Source{{Rect: Upright(r3.Vec{X: -300, Y: 200, Z: 500}, 700, 500, 75, -20), Luminance: White(3000)}}, Room: r}
		e := NewEngine(s, Fine)
		ends := 0.0
		for i := range e.around.walls {
			w := &e.around.walls[i]
			mean := w.levels[0][0].Lux() * math.Pi / w.returned
			ends += mean * (1 - w.returned) * w.AreaMm2() / 1e6
		}
		assert.InEpsilon(t, s.Sources[0].Lumens(), ends, 0.02, "%+v", r)
		// And what a place in the middle gets is what it sees of the walls.
		p, n := r3.Vec{X: 500, Y: 600, Z: 300}, unit(r3.Vec{X: 1, Y: 2, Z: 1})
		assert.InEpsilon(t, traces(s, 3, 4).lux(p, n, 400_000), e.At(p, n).Total(), 0.01)
	}
}

// Where a card hides the room, its light is missing; the brute box sees it so, too.
func TestACardHidesTheRoomBehindIt(t *testing.T) {
	s := Set{Windows: []Window{{Rect: Upright(r3.Vec{X: -900, Y: 400, Z: 600}, 1200, 1200, 90, 0), Glass: 1, Sky: EvenSky(White(3000))}},
		Room: Enclosure{Low: r3.Vec{X: -902, Y: -2000, Z: -750}, High: r3.Vec{X: 4000, Y: 2500, Z: 1900}, Reflectance: 0.5}}
	p, n := r3.Vec{X: 400, Y: 400, Z: 100}, r3.Vec{X: 1}
	open := NewEngine(s, Fine).At(p, n).Room.Lux()
	s.Panels = []Panel{{Rect: Upright(r3.Vec{X: 500, Y: 400, Z: 100}, 600, 600, 270, 0)}}
	hidden := NewEngine(s, Fine).At(p, n).Room.Lux()
	f := Factor(p, n, s.Panels[0].Rect)
	assert.Greater(t, f, 0.7)
	assert.InDelta(t, open*(1-f), hidden, 0.12*open)
	assert.InEpsilon(t, traces(s, 5, 6).lux(p, n, 400_000), NewEngine(s, Fine).At(p, n).Total(), 0.02)
}

// The box holds all of the set, and its surface is what was said where no box is given.
func TestTheRoomHoldsTheSet(t *testing.T) {
	s, _ := sampleSet(true, 270)
	low, high, ok := s.Room.Within(&s)
	assert.True(t, ok)
	w, d, h := (high.X-low.X)/1000, (high.Y-low.Y)/1000, (high.Z-low.Z)/1000
	assert.InEpsilon(t, 120, 2*(w*d+w*h+d*h), 1e-9)
	s.Sources[0].Centre.X = -9000
	low, _, _ = s.Room.Within(&s)
	assert.Less(t, low.X, -9000.0)
	s.Room.Reflectance = 0
	_, _, ok = s.Room.Within(&s)
	assert.False(t, ok)
	assert.Nil(t, WallsOf(s))
	assert.Zero(t, WallsOf(s).Shows(r3.Vec{}, r3.Vec{X: 1}))
}

// A card that stands on the table parts its light: the engine knows no more of it from across
// the foot than rays do.
func TestLightDoesNotLeakUnderAStandingCard(t *testing.T) {
	h := Hero{Foot: r3.Vec{X: 800, Y: 450}, RadiusMm: 60, HeightMm: 90}
	s := Set{Windows: []Window{{Rect: Upright(r3.Vec{X: -500, Y: 450, Z: 600}, 1400, 1200, 90, 0), Glass: 1, Sky: EvenSky(White(4000))}},
		Table: Table{WidthMm: 1600, DepthMm: 900, Diffuse: White(0.6)}, Solids: []Cylinder{{Foot: h.Foot, RadiusMm: h.RadiusMm, HeightMm: h.HeightMm}},
		Panels: []Panel{{Rect: Upright(r3.Vec{X: 640, Y: 450, Z: 205}, 600, 400, 90, 0), Front: Surfaces["dull foil"], Back: Surfaces["dull foil"]}}}
	e, rays := NewEngine(s, Fine), traces(s, 7, 8)
	for _, deg := range []float64{240, 270, 300} {
		p, n := facetAt(h, deg)
		assert.InEpsilon(t, rays.lux(p, n, 400_000), e.At(p, n).Total(), 0.06, "the face at %v°, toward the card's shaded side", deg)
	}
}

// A window that is seen only in part shows that part's sky, not the mean of all of it.
func TestAHiddenWindowShowsTheSkyThatIsLeft(t *testing.T) {
	s := Set{Windows: []Window{{Rect: Upright(r3.Vec{X: -437, Y: 1083, Z: 564}, 1492, 1136, 116.6, 0), Glass: 0.8, Sky: testSky{6000}}},
		Panels: []Panel{{Rect: Upright(r3.Vec{X: 606, Y: 392, Z: 145}, 394, 280, 53.5, 0), Front: Plain(0), Back: Plain(0)}}}
	p, n := r3.Vec{X: 668, Y: 500, Z: 90}, r3.Vec{X: -1}
	assert.InEpsilon(t, traces(s, 9, 10).lux(p, n, 1_000_000), NewEngine(s, Fine).At(p, n).Total(), 0.015)
}

// The sun on the floor under a table lights what sees it past the table's edge, and no more of the room.
func TestSunUnderTheTableLightsWhatSeesIt(t *testing.T) {
	s := Set{Windows: []Window{{Rect: Upright(r3.Vec{X: -820, Y: 1060, Z: 610}, 1100, 900, 109, 0), Glass: 0.8, Sky: EvenSky(White(800))}},
		Sun: &Sun{Toward: unit(r3.Vec{X: -0.63, Y: 0.21, Z: 0.75}), Lux: White(40000)}, Table: Table{WidthMm: 1600, DepthMm: 900, Diffuse: White(0.04)},
		Room: Enclosure{Low: r3.Vec{X: -1000, Y: -2450, Z: -800}, High: r3.Vec{X: 2800, Y: 3540, Z: 1950}, Reflectance: 0.7}}
	e, rays := NewEngine(s, Fine), traces(s, 11, 12)
	for _, x := range []float64{700, 1280} {
		p := r3.Vec{X: x, Y: 700, Z: 0.01}
		assert.InEpsilon(t, rays.lux(p, up, 400_000), e.At(p, up).Total(), 0.03, "%v", x)
	}
}

// What the table hides of a room may be its brightest part: the floor beside a window, to the back of a card.
func TestATableHidesTheBrightestOfTheRoom(t *testing.T) {
	s := Set{Windows: []Window{{Rect: Rect{Centre: r3.Vec{X: -365, Y: 1081, Z: 505}, U: r3.Vec{X: -113.5, Y: 229}, V: r3.Vec{Z: 255}}, Glass: 0.8, Sky: EvenSky(White(6000))}},
		Table: Table{WidthMm: 1600, DepthMm: 900, Diffuse: White(0.12)}, Room: Enclosure{Low: r3.Vec{X: -1680, Y: -3000, Z: -890}, High: r3.Vec{X: 4230, Y: 1715, Z: 2060}, Reflectance: 0.7},
		Panels: []Panel{{Rect: Rect{Centre: r3.Vec{X: 763, Y: 727, Z: 202}, U: r3.Vec{X: 243.7, Y: -149.7}, V: r3.Vec{Z: 197}}, Front: Plain(0), Back: Plain(0)}}}
	if s.Windows[0].Rect.Normal().X < 0 {
		s.Windows[0].Rect.U = r3.Scale(-1, s.Windows[0].Rect.U)
	}
	e, rays := NewEngine(s, Fine), traces(s, 17, 18)
	n := s.Panels[0].Rect.Normal()
	for _, side := range []float64{1, -1} {
		p := r3.Add(s.Panels[0].At(0.2, -0.8), r3.Scale(0.1*side, n))
		eye := e.glance(p, r3.Scale(side, n))
		got := e.direct(eye, nil).Plus(e.fromRoom(eye, nil)).Plus(e.fromTableCoarsely(eye)).Lux()
		eye.done()
		assert.InEpsilon(t, rays.surely(p, r3.Scale(side, n), 30_000, 1), got, 0.03, "side %v", side)
	}
}
