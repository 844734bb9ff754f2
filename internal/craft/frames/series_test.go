package frames

import (
	"image"
	"image/color"
	"math"
	"math/rand/v2"
	"testing"

	"figladder/internal/craft/exposure"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/reading"

	"github.com/lucasb-eyer/go-colorful"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// aSeries is pictures of one plate over half an hour, whose level and warmth change by what a function says.
func aSeries(n int, how func(share float64) (level, warm float64)) []Moment {
	plain := plate(color.RGBA{120, 116, 110, 255}, color.RGBA{200, 60, 40, 255}, 0.5, 0.5, 0.25, 300, 200)
	var out []Moment
	for i := range n {
		x := float64(i) / float64(n-1)
		level, warm := how(x)
		out = append(out, Moment{AtMin: 30 * x, Look: LookOf(shone(plain, level, warm))})
	}
	return out
}

func codesOf(all []finding.Finding) []string {
	out := []string{}
	for _, f := range all {
		out = append(out, f.Code)
	}
	return out
}

func value(t *testing.T, all []reading.Reading, key string) float64 {
	t.Helper()
	for _, r := range all {
		if r.Key == key {
			return r.Value
		}
	}
	require.Fail(t, "no reading "+key)
	return 0
}

// A series that was made darker, or warmer, by so much is told to be, and one that jumps about or stands is not.
func TestADriftIsFoundAsItIs(t *testing.T) {
	dark := aSeries(20, func(x float64) (float64, float64) { return 1 - 0.3*x, 1 })
	r, f := Drift(dark)
	l0, _, _ := dark[0].Look.edge()
	l1, _, _ := dark[19].Look.edge()
	assert.InDelta(t, l1-l0, value(t, r, "drift"), 0.5, "what it is from the first to the last")
	assert.Equal(t, []string{"series-level"}, codesOf(f))
	assert.Contains(t, f[0].Measure, "darker over 30 min")

	warm := aSeries(20, func(x float64) (float64, float64) { return 1, 1 + 0.08*x })
	r, f = Drift(warm)
	_, a0, b0 := warm[0].Look.edge()
	_, a1, b1 := warm[19].Look.edge()
	assert.InDelta(t, math.Hypot(a1-a0, b1-b0), value(t, r, "drift-colour"), 0.8)
	assert.Equal(t, []string{"series-colour"}, codesOf(f))
	assert.Contains(t, f[0].Measure, "warmer")

	dice := rand.New(rand.NewPCG(8, 9))
	_, f = Drift(aSeries(40, func(float64) (float64, float64) { return 0.8 + 0.4*dice.Float64(), 1 }))
	assert.Empty(t, f, "jumping about is no drift")
	r, f = Drift(aSeries(20, func(float64) (float64, float64) { return 1, 1 }))
	assert.Empty(t, f)
	assert.InDelta(t, 0, value(t, r, "drift"), 1e-9)
	r, _ = Drift(dark[:3])
	assert.Empty(t, r, "too few")
	quick := []Moment{{0, dark[0].Look}, {0.1, dark[5].Look}, {0.2, dark[9].Look}, {0.3, dark[19].Look}}
	r, _ = Drift(quick)
	assert.Empty(t, r, "a burst does not drift")
	r, _ = Drift([]Moment{{}, {}, {}, {}, {}})
	assert.Empty(t, r)
}

func TestHowItWasTakenAgainstItsPlan(t *testing.T) {
	plan := Shot{Settings: exposure.Said(5.6, 1./60, 200), FocalMm: 85, DepthMm: 40}
	r, f := Got(plan, plan)
	assert.Empty(t, f)
	assert.InDelta(t, 0, value(t, r, "got-exposure"), 1e-9)
	for _, c := range []struct {
		got   Shot
		stops float64
		codes []string
	}{
		{Shot{Settings: exposure.Said(5.6, 1./30, 200), FocalMm: 85, DepthMm: 40}, 1, []string{}},
		{Shot{Settings: exposure.Said(5.6, 1./15, 200), FocalMm: 85, DepthMm: 40}, 2, []string{"got-exposure"}},
		{Shot{Settings: exposure.Said(2.8, 1./240, 200), FocalMm: 85, DepthMm: 20}, 0, []string{"got-depth"}},
		{Shot{Settings: exposure.Said(5.6, 1./60, 100), FocalMm: 50, DepthMm: 118}, -1, []string{"got-focal"}},
		{Shot{Settings: exposure.Said(11, 1./60, 200), FocalMm: 85, DepthMm: 80}, -2 * math.Log2(11/5.6), []string{"got-exposure"}},
	} {
		r, f := Got(plan, c.got)
		assert.InDelta(t, c.stops, value(t, r, "got-exposure"), 1e-9)
		assert.Equal(t, c.codes, codesOf(f))
	}
	soft, hard := 1.5, 2.25
	plan.RatioStops = &soft
	r, _ = Got(plan, Shot{RatioStops: &hard})
	require.Len(t, r, 1, "only what both say")
	assert.Equal(t, "got-set-ratio", r[0].Key)
	assert.InDelta(t, hard, r[0].Value, 1e-9)
	r, f = Got(plan, Shot{})
	assert.Empty(t, r, "a file that says nothing")
	assert.Empty(t, f)
}

// Two facets of one thing whose light differs by a known number of stops are told to; against a plan, and where one is
// clipped, it is said.
func TestKeyToFillIsReadAsItIs(t *testing.T) {
	half := func(key, fill float64) *image.RGBA { // linear light, left and right
		img := image.NewRGBA(image.Rect(0, 0, 400, 300))
		for y := range 300 {
			for x := range 400 {
				l := key
				if x >= 200 {
					l = fill
				}
				r, g, b := colorful.LinearRgb(l, l, l).Clamped().RGB255()
				img.SetRGBA(x, y, color.RGBA{r, g, b, 255})
			}
		}
		return img
	}
	left, right := Spot{0.25, 0.5}, Spot{0.75, 0.5}
	for _, stops := range []float64{0, 0.5, 1, 2, 3} {
		r, f := KeyToFill(half(0.6, 0.6/math.Pow(2, stops)), left, right, math.NaN())
		assert.InDelta(t, stops, r.Value, 0.06)
		assert.Empty(t, f)
		r, _ = KeyToFill(half(0.6, 0.6/math.Pow(2, stops)), right, left, math.NaN())
		assert.InDelta(t, -stops, r.Value, 0.06)
	}
	_, f := KeyToFill(half(0.6, 0.15), left, right, 1)
	require.Len(t, f, 1)
	assert.Contains(t, f[0].Measure, "1.0 stops harder")
	_, f = KeyToFill(half(0.6, 0.6), left, right, 1)
	assert.Contains(t, f[0].Measure, "flatter")
	_, f = KeyToFill(half(0.6, 0.3), left, right, 1.2)
	assert.Empty(t, f)
	r, _ := KeyToFill(half(1, 0.2), left, right, math.NaN())
	assert.Contains(t, r.Working[3].Words, "clipped")
	r, _ = KeyToFill(half(0.5, 0.2), Spot{9, 9}, right, math.NaN())
	assert.False(t, math.IsNaN(r.Value), "outside the picture")
}
