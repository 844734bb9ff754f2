package preview

import (
	"math"
	"slices"
	"testing"

	"figladder/internal/craft/light"
	"figladder/internal/craft/scene"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/spatial/r3"
)

// evenSteam fills a box with the same steam everywhere.
func evenSteam(dims float32) scene.Steam {
	v := scene.Steam{Lo: r3.Vec{X: -50, Y: -50}, Hi: r3.Vec{X: 50, Y: 50, Z: 200}, Cells: [3]int{8, 8, 16}}
	v.Dims = make([]float32, 8*8*16)
	for i := range v.Dims {
		v.Dims[i] = dims
	}
	return v
}

// Whatever meets a drop goes on somewhere, 0.85 of it on the mean straight on, and directions are drawn as often as
// the phase function has it.
func TestDropsSendOnAllThatTheyTake(t *testing.T) {
	const n = 200000
	sum, mean := 0.0, 0.0
	for i := range n {
		c := 2*(float64(i)+0.5)/n - 1
		sum += phase(c) * 2 * math.Pi * 2 / n
		mean += c * phase(c) * 2 * math.Pi * 2 / n
	}
	assert.InDelta(t, 1, sum, 1e-4)
	assert.InDelta(t, forward, mean, 1e-4)
	d := unit(r3.Vec{X: 1, Y: -2, Z: 0.5})
	drawn, beyond, want := 0.0, 0, 0.0
	for i := range n {
		c := r3.Dot(phased(d, (float64(i)+0.5)/n, math.Mod(float64(i)*0.618034, 1)), d)
		drawn += c / n
		if c < 0.5 {
			beyond++
		}
		if c := 2*(float64(i)+0.5)/n - 1; c < 0.5 {
			want += phase(c) * 2 * math.Pi * 2 / n
		}
	}
	assert.InDelta(t, forward, drawn, 1e-3)
	assert.InDelta(t, want, float64(beyond)/n, 2e-3)
}

// Straight through it light falls off as Beer and Lambert have it, whatever way the ray takes.
func TestSteamDimsByItsLength(t *testing.T) {
	s := emptyStage(light.Set{Table: light.Table{WidthMm: 400, DepthMm: 400}})
	s.walls, s.room = nil, light.RGB{}
	s.done()
	s.steams(evenSteam(0.004), r3.Vec{Y: -600, Z: 100})
	for _, x := range []struct {
		from, to r3.Vec
		mm, most float64
	}{
		{r3.Vec{Y: -600, Z: 100}, r3.Vec{Y: 600, Z: 100}, 100, 1e9},
		{r3.Vec{Y: -600, Z: 100}, r3.Vec{Y: 600, Z: 100}, 50, 600}, // something stands in the middle
		{r3.Vec{X: 10, Y: 10, Z: 600}, r3.Vec{X: 10, Y: 10, Z: -600}, 200, 1e9},
		{r3.Vec{X: -100, Y: -100, Z: 100}, r3.Vec{X: 100, Y: 100, Z: 100}, 100 * math.Sqrt2, 1e9},
		{r3.Vec{X: 80, Y: -600, Z: 100}, r3.Vec{X: 80, Y: 600, Z: 100}, 0, 1e9}, // beside it
	} {
		_, lets := s.steam.across(x.from, unit(r3.Sub(x.to, x.from)), x.most)
		assert.InDelta(t, math.Exp(-0.004*x.mm), lets, 1e-4, "%+v", x)
	}
}

// Where everything is as bright, steam is not seen: what it takes it puts back (a white furnace).
func TestSteamVanishesInAnEvenRoom(t *testing.T) {
	s := emptyStage(light.Set{Table: light.Table{WidthMm: 400, DepthMm: 400}})
	s.walls, s.room = nil, light.RGB{R: 100, G: 60, B: 20}
	s.done()
	eye := r3.Vec{Y: -600, Z: 100}
	s.steams(evenSteam(0.01), eye)
	r := newDice(1, 1, 1)
	for _, to := range []r3.Vec{{Z: 100}, {X: 30, Z: 40}, {X: -20, Y: 10, Z: 180}} {
		got := s.looked(eye, unit(r3.Sub(to, eye)), &r, nil).clean
		for c, want := range []float64{100, 60, 20} {
			assert.InEpsilon(t, want, got.Parts()[c], 0.02)
		}
	}
}

// A lamp behind makes steam far brighter than the same lamp beside the lens, as drops send light on (L8).
func TestSteamWantsLightFromBehind(t *testing.T) {
	glow := func(lamp r3.Vec) float64 {
		s := emptyStage(light.Set{Table: light.Table{WidthMm: 400, DepthMm: 400}, Sources: []light.Source{lampAt(lamp, 150, 1000)}})
		s.walls, s.room = nil, light.RGB{}
		s.done()
		eye := r3.Vec{Y: -600, Z: 100}
		s.steams(evenSteam(0.004), eye)
		adds, _ := s.steam.across(eye, r3.Vec{Y: 1}, 1e9)
		return adds.Lux()
	}
	behind, beside, before := glow(r3.Vec{X: 250, Y: 700, Z: 300}), glow(r3.Vec{X: 745, Z: 300}), glow(r3.Vec{X: 250, Y: -700, Z: 300})
	assert.Greater(t, behind, 6*beside)
	assert.Greater(t, beside, before)
	// Against the closed form for a small lamp: phase times what falls on the drops.
	place := r3.Vec{X: 250, Y: 700, Z: 200}
	far := r3.Norm(place)
	lux := 1000 * 0.15 * 0.15 / (far * far / 1e6) * place.Z / far // it faces down
	want := (1 - math.Exp(-0.004*100)) * lux * phase(place.Y/far)
	assert.InEpsilon(t, want, behind, 0.12, "drops all along the way, so the angle differs a little")
}

// The demo's own steam: thickest low over the drink, gone at the top of its box, none when nothing steams.
func TestSteamOverADish(t *testing.T) {
	s := dark()
	_, ok := s.SteamOver()
	assert.False(t, ok)
	s.Food.Steams = true
	v, ok := s.SteamOver()
	require.True(t, ok)
	assert.InDelta(t, 0.8*s.Vessel.HeightMm, v.Lo.Z, 1e-9, "it rises from the drink")
	layer := func(k int) (sum, most float64) {
		n := v.Cells[0] * v.Cells[1]
		for _, x := range v.Dims[k*n : (k+1)*n] {
			sum += float64(x)
			most = math.Max(most, float64(x))
		}
		return
	}
	low, _ := layer(v.Cells[2] / 8)
	high, _ := layer(v.Cells[2] * 3 / 4)
	assert.Greater(t, low, high)
	end, _ := layer(v.Cells[2] - 1)
	assert.Less(t, end, low/100)
	for k := range v.Cells[2] {
		_, most := layer(k)
		assert.Less(t, most, 0.05, "never thicker than the most fine water allows")
	}
}

// Values that bend evenly are kept as they are; one that a single path spoilt does not stand out, and nothing is dark
// below none.
func TestSteamIsSmooth(t *testing.T) {
	var places []r3.Vec
	var even, spoilt []light.RGB
	for i := range 45 {
		p := r3.Vec{X: float64(i%3) - 1, Y: float64(i/3%3) - 1, Z: float64(i/9)/2 - 1}
		places = append(places, p)
		even = append(even, light.RGB{R: 10 + p.X - 2*p.Y + p.Z*p.Z, G: 5, B: 1 + p.Z})
	}
	for i, got := range smoothly(places, even) {
		for c := range 3 {
			assert.InDelta(t, even[i].Parts()[c], got.Parts()[c], 1e-9)
		}
	}
	spoilt = append(spoilt, even...)
	spoilt[4] = light.RGB{R: -300, G: 5, B: 1}
	for i, got := range smoothly(places, spoilt) {
		assert.GreaterOrEqual(t, got.R, 0.0)
		assert.Less(t, math.Abs(got.R-even[i].R), 80.0, "a quarter of what was wrong at one place")
		assert.InDelta(t, even[i].G, got.G, 1e-9)
	}
}

func TestTakenIsWhatAnExponentialLeaves(t *testing.T) {
	for _, x := range []float64{0, 1e-9, 1e-3, 0.03, 0.0999, 0.1, 0.1001, 0.7, 9} {
		assert.InDelta(t, -math.Expm1(-x), taken(x), 2e-9, "%v", x)
	}
}

// Blocks without drops are passed at a bound, and nothing is missed by it: every step taken says the same, on rays
// through scattered puffs.
func TestEmptyAirIsPassedAtABound(t *testing.T) {
	over := evenSteam(0)
	over.Cells = [3]int{23, 19, 41}
	over.Dims = make([]float32, 23*19*41)
	for i := range over.Dims {
		if x, y, z := i%23, i/23%19, i/23/19; (x/4+2*(y/5)+3*(z/6))%9 == 0 {
			over.Dims[i] = 0.01 * float32(1+i%3)
		}
	}
	s := emptyStage(light.Set{Table: light.Table{WidthMm: 400, DepthMm: 400}})
	s.done()
	s.steams(over, r3.Vec{Y: -600, Z: 100})
	everyStep := *s.steam
	everyStep.some = slices.Repeat([]bool{true}, len(everyStep.some))
	require.Contains(t, s.steam.some, false)
	met := 0
	for k := range 20000 {
		r := newDice(k, 0, 5)
		o := r3.Vec{X: 300 * (r.random() - 0.5), Y: 300 * (r.random() - 0.5), Z: 300 * (r.random() - 0.2)}
		d := unit(r3.Vec{X: 100*(r.random()-0.5) - o.X, Y: 100*(r.random()-0.5) - o.Y, Z: 200*r.random() - o.Z})
		adds, lets := s.steam.across(o, d, 500)
		want, wantLets := everyStep.across(o, d, 500)
		require.InDelta(t, wantLets, lets, 1e-12, k)
		require.InDelta(t, want.Lux(), adds.Lux(), 1e-9, k)
		if lets < 0.95 {
			met++
		}
	}
	assert.Greater(t, met, 5000)
}

// What a path from anywhere on the lens meets of the steam is read from the ways from its middle: as if it had been followed
// itself, to behind the steam and to what stands in it, also for a lens that sees part of it or stands in it.
func TestSteamIsReadAsTheLensSeesIt(t *testing.T) {
	over := evenSteam(0)
	over.Cells = [3]int{31, 31, 62}
	over.Dims = make([]float32, 31*31*62)
	for i := range over.Dims {
		x, y, z := i%31, i/31%31, i/31/31
		ends := min(1, float32(min(x, 30-x, y, 30-y, z+4, 61-z))/4) // a plume does not end at a wall
		over.Dims[i] = max(0, 0.005*ends*(0.4+float32(math.Sin(float64(x)/2)*math.Cos(float64(y)/3)*math.Sin(float64(z)/4))))
	}
	s := emptyStage(light.Set{Table: light.Table{WidthMm: 400, DepthMm: 400}, Sources: []light.Source{lampAt(r3.Vec{X: 250, Y: 700, Z: 300}, 150, 1000)}})
	s.done()
	for name, l := range map[string]lens{
		"before":  {at: r3.Vec{Y: -600, Z: 100}, right: r3.Vec{X: 1}, up: r3.Vec{Z: 1}, forward: r3.Vec{Y: 1}, across: 24, high: 24, image: 50, radius: 10, focus: 590},
		"blurred": {at: r3.Vec{Y: -600, Z: 100}, right: r3.Vec{X: 1}, up: r3.Vec{Z: 1}, forward: r3.Vec{Y: 1}, across: 24, high: 24, image: 50, radius: 10, focus: 900},
		"close":   {at: r3.Vec{Y: -200, Z: 100}, right: r3.Vec{X: 1}, up: r3.Vec{Z: 1}, forward: r3.Vec{Y: 1}, across: 24, high: 16, image: 50, radius: 4, focus: 200},
		"above":   {at: r3.Vec{Z: 600}, right: r3.Vec{X: 1}, up: r3.Vec{Y: 1}, forward: r3.Vec{Z: -1}, across: 24, high: 24, image: 50, radius: 0, focus: 500},
		"within":  {at: r3.Vec{Y: -20, Z: 100}, right: r3.Vec{X: 1}, up: r3.Vec{Z: 1}, forward: r3.Vec{Y: 1}, across: 36, high: 24, image: 50, radius: 0, focus: 500},
	} {
		s.steams(over, l.at)
		v := newVeil(t.Context(), s.steam, &l)
		require.NotNil(t, v, name)
		worst, met := 0.0, 0
		var read, own light.RGB
		for k := range 4000 {
			r := newDice(k, 0, 5)
			o, d := l.ray(r.random(), r.random(), r.random(), r.random())
			most := 1e9
			if k%3 == 0 {
				most = r3.Norm(l.at) + 60*(r.random()-0.5) // something stands in the steam
			}
			adds, lets := v.across(o, d, most)
			want, wantLets := s.steam.across(o, d, most)
			worst = math.Max(worst, math.Abs(lets-wantLets))
			read, own = read.Plus(adds), own.Plus(want)
			if wantLets < 0.98 {
				met++
			}
		}
		assert.Greater(t, met, 800, name)
		assert.InEpsilon(t, own.Lux(), read.Lux(), 0.005, name)
		assert.Less(t, worst, 0.015, "%s: of what comes through", name)
	}
	away := lens{at: r3.Vec{Y: -600, Z: 100}, right: r3.Vec{X: -1}, up: r3.Vec{Z: 1}, forward: r3.Vec{Y: -1}, across: 24, high: 24, image: 50, focus: 590}
	assert.Nil(t, newVeil(t.Context(), s.steam, &away), "none of it is before the lens")
	beside := lens{at: r3.Vec{X: 900, Y: -600, Z: 100}, right: r3.Vec{X: 1}, up: r3.Vec{Z: 1}, forward: r3.Vec{Y: 1}, across: 24, high: 24, image: 50, focus: 590}
	assert.Nil(t, newVeil(t.Context(), s.steam, &beside), "it is beside the frame")
	// From far off and over a wide frame only what has steam is kept.
	far := lens{at: r3.Vec{Y: -6000, Z: 100}, right: r3.Vec{X: 1}, up: r3.Vec{Z: 1}, forward: r3.Vec{Y: 1}, across: 36, high: 24, image: 15, focus: 6000}
	assert.Less(t, len(newVeil(t.Context(), s.steam, &far).taken), 200_000)
}

// What drops send on of a wall that is lit beside them is what its cells make of the phase function, at every place: each of the
// few paths that look for it counts.
func TestSteamKnowsWhatStandsRoundIt(t *testing.T) {
	wall := light.Upright(r3.Vec{X: 160, Z: 200}, 400, 400, 270, 0)
	s := emptyStage(light.Set{Sources: []light.Source{lampAt(r3.Vec{X: -100, Z: 900}, 300, 1000)}})
	s.walls, s.room = nil, light.RGB{}
	s.add(quad(wall), scene.Stuff{Colour: light.White(0.85)}, 0)
	s.done()
	p, d := r3.Vec{Z: 150}, r3.Vec{Y: 1}
	want := 0.0
	const n = 100
	for i := range n {
		for j := range n {
			x := wall.At(2*(float64(i)+0.5)/n-1, 2*(float64(j)+0.5)/n-1)
			to := r3.Sub(x, p)
			face := wall.Normal()
			if r3.Dot(to, face) > 0 {
				face = r3.Scale(-1, face)
			}
			w := unit(to)
			glows := 0.85 / math.Pi * 1000 * s.lamps[0].falls(x, face)
			want += glows * phase(r3.Dot(w, d)) * -r3.Dot(w, face) / r3.Dot(to, to) * wall.AreaMm2() / n / n
		}
	}
	require.Positive(t, want)
	mean, squares := 0.0, 0.0
	const places = 45
	for i := range places {
		got := s.roundOn(p, d, i).Lux() / want
		mean, squares = mean+got/places, squares+(got-1)*(got-1)/places
	}
	assert.InDelta(t, 1, mean, 0.06)
	assert.Less(t, math.Sqrt(squares), 0.35, "off at a place")
}
