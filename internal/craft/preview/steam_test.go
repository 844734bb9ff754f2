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

// Paths of a row that come by close to one another share what one of them met of the steam: a few paths each, never one
// that ends elsewhere, and the row is as bright as if each had met its own.
func TestPathsThatComeByShareTheirHaze(t *testing.T) {
	over := evenSteam(0)
	over.Cells = [3]int{31, 31, 62}
	over.Dims = make([]float32, 31*31*62)
	for i := range over.Dims {
		x, y, z := i%31, i/31%31, i/31/31
		over.Dims[i] = 0.004 * (1 + float32(math.Sin(float64(x)/2)*math.Cos(float64(y)/3)*math.Sin(float64(z)/4)))
	}
	s := emptyStage(light.Set{Table: light.Table{WidthMm: 400, DepthMm: 400}, Sources: []light.Source{lampAt(r3.Vec{X: 250, Y: 700, Z: 300}, 150, 1000)}})
	s.done()
	s.steams(over, r3.Vec{Y: -600, Z: 100})
	v := s.steam
	const paths = 2000
	followed, worst := 0, 0.0
	var shared, own light.RGB
	var air haze
	for k := range paths {
		r := newDice(k, 0, 5)
		// Along a row through the steam, a tenth of a cell a path, from all over a lens 20 mm wide.
		o := r3.Vec{X: 20 * (r.random() - 0.5), Y: -600, Z: 100 + 20*(r.random()-0.5)}
		d := unit(r3.Sub(r3.Vec{X: 45 * (2*float64(k)/paths - 1), Z: 100}, o))
		most := 1e9
		if k%97 > 90 {
			most = 590 // something stands in the steam there
		}
		before := air.left
		adds, lets := air.across(v, o, d, most)
		if before == 0 || air.left == hazeServes-1 {
			followed++
		}
		want, wantLets := v.across(o, d, most)
		worst = math.Max(worst, math.Abs(lets-wantLets))
		shared, own = shared.Plus(adds), own.Plus(want)
	}
	assert.Less(t, followed, paths/4, "most share")
	assert.GreaterOrEqual(t, followed, paths/hazeServes)
	assert.InEpsilon(t, own.Lux(), shared.Lux(), 0.005)
	assert.Less(t, worst, 0.03, "of what comes through")

	// One that ends elsewhere is followed for itself, however close it comes by.
	o, d := r3.Vec{Y: -600, Z: 100}, r3.Vec{Y: 1}
	air = haze{}
	_, all := air.across(v, o, d, 1e9)
	_, half := air.across(v, o, d, 600)
	_, want := v.across(o, d, 600)
	assert.InDelta(t, want, half, 1e-12)
	assert.Less(t, all, half-0.05)
}
