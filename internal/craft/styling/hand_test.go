package styling

import (
	"math"
	"testing"

	"figladder/internal/craft/shape"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// water-like food: one heat capacity, kJ/kg K.
func plain(c float64) float64 { return 3 * c }

// What conducts very well is as warm everywhere and follows Newton's law.
func TestFoodThatConductsFollowsNewton(t *testing.T) {
	f := food{gMl: 1, wMK: 40, heat: plain, longMm: 60, wideMm: 60, highMm: 40}
	a := 2*60*60 + 4*60*40.
	want := f.massG() * 3 / (9 * a * 1e-6) * math.Log(15./5)
	assert.InEpsilon(t, want, f.warms(5, 15, 20, 9, 0, 0), 5e-3)
	assert.True(t, math.IsInf(f.warms(5, 21, 20, 9, 0, 0), 1))
	assert.Zero(t, f.warms(5, 5, 20, 9, 0, 0))
}

// The mean of a ball, and of a wide slab, by their series (Carslaw & Jaeger 1959, 3.11 and 9.4).
func TestFoodAgainstItsSeries(t *testing.T) {
	root := func(f func(float64) float64, lo, hi float64) float64 {
		for range 80 {
			if m := (lo + hi) / 2; f(m) < 0 {
				lo = m
			} else {
				hi = m
			}
		}
		return lo
	}
	const k, h = 0.4, 10.0
	alpha := k / (1000 * 3000)
	for _, c := range []struct {
		name string
		f    food
		r    float64
		mean func(fo, bi float64) float64
	}{
		{"ball", food{gMl: 1, wMK: k, heat: plain, ballMm: 60}, 0.03, func(fo, bi float64) float64 {
			sum := 0.0
			for n := range 12 {
				z := root(func(z float64) float64 { return 1 - z/math.Tan(z) - bi }, float64(n)*math.Pi+1e-9, float64(n+1)*math.Pi-1e-9)
				sum += 6 * bi * bi / (z * z * (z*z + bi*bi - bi)) * math.Exp(-z*z*fo)
			}
			return sum
		}},
		{"slab", food{gMl: 1, wMK: k, heat: plain, longMm: 9000, wideMm: 9000, highMm: 30}, 0.015, func(fo, bi float64) float64 {
			sum := 0.0
			for n := range 12 {
				z := root(func(z float64) float64 { return z*math.Tan(z) - bi }, float64(n)*math.Pi+1e-9, (float64(n)+0.5)*math.Pi-1e-9)
				sum += 2 * bi * bi / (z * z * (z*z + bi*bi + bi)) * math.Exp(-z*z*fo)
			}
			return sum
		}},
	} {
		took := c.f.warms(-10, 5, 20, h, 0, 0)
		assert.InDelta(t, 15./30, c.mean(alpha*took/(c.r*c.r), h*c.r/k), 0.005, c.name)
	}
}

// With ice that melts on the way, against many thin shells whose heat, not temperature, is followed.
func TestScoopsAgainstFinerShells(t *testing.T) {
	ice := frozens[0]
	f := food{gMl: ice.gMl, wMK: ice.wMK, heat: ice.heat, ballMm: 55}
	assert.InEpsilon(t, inShells(f, -15, -10, 20, 9), f.warms(-15, -10, 20, 9, 0, 0), 0.02)
}

// inShells follows heat into a ball of sixty shells and says when its mean holds what it does at a temperature.
func inShells(f food, from, to, airC, h float64) float64 {
	const n = 60
	dr := f.ballMm / 2000 / n
	var c, held, area, vol [n]float64
	whole := 0.0
	for i := range n {
		r := float64(i+1) * dr
		area[i], vol[i] = r*r, (r*r*r-math.Pow(r-dr, 3))/3
		c[i], held[i] = from, f.heat(from)
		whole += vol[i]
	}
	inverse := func(q float64) float64 {
		lo, hi := -60.0, 60.0
		for range 40 {
			if m := (lo + hi) / 2; f.heat(m) < q {
				lo = m
			} else {
				hi = m
			}
		}
		return lo
	}
	dt := 0.3 * dr * dr * f.gMl * 1e3 * 2000 / f.wMK
	for s := 0.0; ; s += dt {
		mean := 0.0
		for i := range n {
			mean += held[i] * vol[i] / whole
		}
		if mean >= f.heat(to) {
			return s
		}
		in := 0.0
		for i := range n {
			out := 0.0
			if i < n-1 {
				out = f.wMK * area[i] * (c[i] - c[i+1]) / dr
			} else {
				out = area[i] * (c[i] - airC) / (1/h + dr/2/f.wMK)
			}
			held[i] += (in - out) * dt / (vol[i] * f.gMl * 1e6)
			in = out
		}
		for i := range n {
			c[i] = inverse(held[i])
		}
	}
}

func TestWhatButterAndIceHold(t *testing.T) {
	for c := -20.0; c < 37; c += 0.5 {
		assert.Greater(t, butterHeat(c+0.5), butterHeat(c))
	}
	assert.InDelta(t, butterKJKgK*58+butterFat*fatMeltKJKg*0.80, butterHeat(38)-butterHeat(-20), 1e-9)
	ice := frozens[0]
	assert.Zero(t, ice.ice(-2.5))
	assert.InDelta(t, 0.75, ice.ice(-10), 1e-12)
	assert.InDelta(t, 334*0.6*(0.25-2.5/18), ice.heat(-10)-ice.heat(-18)-(-10*(0.4*1.6+0.6*(0.75*2.1+0.25*4.19))+18*(0.4*1.6+0.6*((1-2.5/18)*2.1+2.5/18*4.19))), 1e-9)
}

// row is a figure of a lab.
func row(t *testing.T, l HandLab, key string) float64 {
	t.Helper()
	for _, r := range l.Rows {
		if r.Key == key {
			require.NotEmpty(t, r.Working, key)
			return r.Value
		}
	}
	t.Fatal("no row " + key)
	return 0
}

func TestButterKeepsItsEdges(t *testing.T) {
	pat := ButterAsk{LongMm: 30, WideMm: 30, HighMm: 12, BevelMm: 2, FreezerC: -18, RoomC: 21, OnC: 21}
	cold, bad := Butter(pat)
	require.Empty(t, bad)
	pat.OnC = 65
	hot, _ := Butter(pat)
	assert.Less(t, row(t, hot, "slumps"), row(t, cold, "slumps")/3)
	pat.HighMm *= 2
	thick, _ := Butter(pat)
	assert.Greater(t, row(t, thick, "cuts"), row(t, hot, "cuts"))
	assert.Less(t, row(t, hot, "stop"), 2.0)
	assert.Contains(t, hot.Caution, "heat gun")
	pat.BevelMm = 40
	_, bad = Butter(pat)
	assert.NotEmpty(t, bad)
}

// A head between two heights of a straight glass is a cylinder, and falls as it does in Leike's beers.
func TestAHeadOfFoam(t *testing.T) {
	v := shape.Vessel{Inner: []shape.RZ{{R: 0, Z: 4}, {R: 30, Z: 4}, {R: 30, Z: 150}}, Outer: []shape.RZ{{R: 0, Z: 0}, {R: 32, Z: 0}, {R: 32, Z: 150}}}
	f := Filled{Vessel: v, LevelMm: 120}
	l, bad := FoamOn(f, FoamAsk{Kind: "beer", HeadMm: 20, LeastMm: 10, Glasses: 3})
	require.Empty(t, bad)
	assert.InEpsilon(t, math.Pi*9*2, row(t, l, "head"), 1e-3)
	assert.InEpsilon(t, 200*math.Ln2, row(t, l, "lasts"), 1e-9)
	assert.InDelta(t, 0.9, row(t, l, "pinch"), 1e-12)
	assert.Empty(t, l.Caution)
	l, _ = FoamOn(f, FoamAsk{Kind: "coffee, bubbles of soap", HeadMm: 5, LeastMm: 4, Glasses: 1})
	assert.Contains(t, l.Caution, "Not for drinking")
	for _, wrong := range []FoamAsk{{Kind: "fog", HeadMm: 20, LeastMm: 10, Glasses: 1}, {Kind: "beer", HeadMm: 20, LeastMm: 30, Glasses: 1}, {Kind: "beer", HeadMm: 20, LeastMm: 10}, {Kind: "beer", HeadMm: math.NaN(), LeastMm: 1, Glasses: 1}} {
		_, bad = FoamOn(f, wrong)
		assert.NotEmpty(t, bad, wrong)
	}
	_, bad = FoamOn(Filled{}, FoamAsk{Kind: "beer", HeadMm: 20, LeastMm: 10, Glasses: 1})
	assert.Equal(t, "vessel", bad[0].Path)
}

func TestScoops(t *testing.T) {
	a := ScoopAsk{Kind: "ice cream", DiameterMm: 50, TubMl: 1000, FromC: -20, RoomC: 20}
	l, bad := Scoop(a)
	require.Empty(t, bad)
	assert.Greater(t, row(t, l, "temper"), row(t, l, "ragged"), "a tub is slower than a ball")
	a.FromC = -13
	warm, _ := Scoop(a)
	assert.Zero(t, row(t, warm, "temper"))
	assert.Less(t, row(t, warm, "ragged"), row(t, l, "ragged"))
	a.RoomC = 30
	hot, _ := Scoop(a)
	assert.Less(t, row(t, hot, "ragged"), row(t, warm, "ragged"))
	a.FromC = 3
	_, bad = Scoop(a)
	assert.NotEmpty(t, bad)
}

// Thinned as it says, a coat is left as thick as was asked for; what is too thin is not thinned.
func TestGlossStays(t *testing.T) {
	l, bad := Gloss(GlossAsk{Kind: "gravy", AllMl: 100, WallMm: 40, CoatMm: 0.4, HoldS: 20})
	require.Empty(t, bad)
	assert.InEpsilon(t, 0.4, row(t, l, "left"), 1e-9)
	x := row(t, l, "add") / (100 + row(t, l, "add"))
	assert.InEpsilon(t, 0.0004*0.0004*sauceKGM3*gravity*20/0.04, math.Pow(1.5, 1-x)*math.Pow(0.001, x), 1e-9)
	thin, _ := Gloss(GlossAsk{Kind: "reduced juices", AllMl: 100, WallMm: 40, CoatMm: 2, HoldS: 60})
	assert.Zero(t, row(t, thin, "add"))
	assert.Contains(t, thin.Words, "Do not thin it")
	oil, _ := Gloss(GlossAsk{Kind: "oil, brushed on", AllMl: 10, WallMm: 40, CoatMm: 0.2, HoldS: 60})
	assert.Contains(t, oil.Words, "Brush oil on")
	_, bad = Gloss(GlossAsk{Kind: "gravy", AllMl: -1, WallMm: 40, CoatMm: 0.4, HoldS: 20})
	assert.Equal(t, "allMl", bad[0].Path)
}

func TestSnowThatStays(t *testing.T) {
	l, bad := Snow(SnowAsk{Glasses: 4, EachMl: 200})
	require.Empty(t, bad)
	assert.InDelta(t, 800, row(t, l, "water"), 1e-9)
	assert.InDelta(t, (800./80+800./200)/2, row(t, l, "grams"), 1e-9)
	dry, _ := Snow(SnowAsk{Glasses: 4, EachMl: 200, Dry: true})
	assert.InEpsilon(t, row(t, l, "grams")/drySnow, row(t, dry, "grams"), 1e-9)
	assert.Contains(t, l.Caution, "Never eaten")
	_, bad = Snow(SnowAsk{Glasses: 0, EachMl: 9000})
	assert.Len(t, bad, 2)
}
