package optics

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// The table of published values: focal, sensor, wanted width, N, c, then what
// must come out.
var table = []struct {
	f, sensor, width, n, c             float64
	distance, near, far, ne, airyMicro float64
}{
	{50, 36, 600, 8, 0.030, 883.3, 817.90, 960.14, 8.48, 11.38},
	{100, 36, 240, 11, 0.030, 766.7, 750.16, 783.91, 12.65, 16.98},
	{35, 23.5, 700, 5.6, 0.020, 1077.6, 983.78, 1191.09, 5.79, 7.77},
	{105, 36, 90, 16, 0.030, 367.5, 363.35, 371.75, 22.40, 30.06},
}

func TestTable(t *testing.T) {
	for _, row := range table {
		u := DistanceForWidth(row.f, row.sensor, row.width)
		assert.InEpsilon(t, row.distance, u, 1e-3)
		m, err := Magnification(row.f, u)
		require.NoError(t, err)
		assert.InEpsilon(t, row.width, WidthSeen(row.sensor, m), 1e-9, "forward and inverse")
		d := DepthOfField(row.f, row.n, row.c, u)
		assert.InEpsilon(t, row.near, d.NearMm, 1e-3)
		assert.InEpsilon(t, row.far, d.FarMm, 1e-3)
		ne := EffectiveNumber(row.n, m, 1)
		assert.InEpsilon(t, row.ne, ne, 1e-3)
		assert.InEpsilon(t, row.airyMicro, AiryMm(ne)*1000, 1e-3)
	}
}

func TestNumberToCoverInvertsDepthOfField(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		f := rapid.Float64Range(14, 200).Draw(t, "focal")
		n := rapid.Float64Range(1.4, 32).Draw(t, "number")
		c := rapid.Float64Range(0.005, 0.03).Draw(t, "confusion")
		u := f * rapid.Float64Range(2, 40).Draw(t, "distance in focals")
		d := DepthOfField(f, n, c, u)
		if math.IsInf(d.FarMm, 1) {
			return
		}
		// The two ends lie at blur c, by the other formula.
		assert.InEpsilon(t, c, BlurMm(f, n, u, d.NearMm), 1e-9)
		assert.InEpsilon(t, c, BlurMm(f, n, u, d.FarMm), 1e-9)
		assert.InEpsilon(t, u, FocusBetween(d.NearMm, d.FarMm), 1e-9)
		got, err := NumberToCover(f, c, d.NearMm, d.FarMm)
		require.NoError(t, err)
		assert.InEpsilon(t, n, got, 1e-6)
	})
}

func TestBlurAgainstTracedRays(t *testing.T) {
	// Second method: follow the two edge rays of the aperture through the thin
	// lens to the sensor plane and measure where they land.
	f, n, u, d := 85.0, 4.0, 900.0, 1300.0
	image := func(x float64) float64 { return 1 / (1/f - 1/x) }
	aperture := f / n
	traced := aperture * math.Abs(image(d)-image(u)) / image(d)
	assert.InEpsilon(t, traced, BlurMm(f, n, u, d), 1e-9)
}

func TestLimits(t *testing.T) {
	_, err := Magnification(50, 50)
	assert.ErrorIs(t, err, ErrTooClose)
	_, err = Magnification(0, 500)
	assert.ErrorIs(t, err, ErrTooClose)
	_, err = NumberToCover(50, 0.03, 20, 30)
	assert.ErrorIs(t, err, ErrTooClose)
	hyperfocal := 50.0*50/(8*0.03) + 50
	assert.True(t, math.IsInf(DepthOfField(50, 8, 0.03, hyperfocal+1).FarMm, 1))
	assert.False(t, math.IsInf(DepthOfField(50, 8, 0.03, hyperfocal-1).FarMm, 1))
	assert.InDelta(t, 0, BlurMm(50, 8, 700, 700), 1e-12)
}

func TestSpan(t *testing.T) {
	assert.InDelta(t, 60, Span(240, 60, 90), 1e-9, "straight down only the height counts")
	assert.InDelta(t, 240, Span(240, 60, 0), 1e-9, "level only the diameter counts")
	assert.InDelta(t, 300/math.Sqrt2, Span(240, 60, 45), 1e-9)
}

func TestConfusion(t *testing.T) {
	assert.InDelta(t, math.Hypot(36, 24)/1500, Confusion(36, 24, 8192, 0), 1e-12)
	assert.InDelta(t, 36.0/4000*1.5, Confusion(36, 24, 8192, 4000), 1e-12, "a large publication asks for less")
	assert.InDelta(t, 2*36.0/6000, Confusion(36, 24, 6000, 20000), 1e-12, "never under two pixel pitches")
	assert.InDelta(t, math.Hypot(36, 24)/1500, Confusion(36, 24, 8192, 600), 1e-12, "a small publication asks for no more")
}

func TestEquivalentFocal(t *testing.T) {
	assert.InDelta(t, 50, EquivalentFocalMm(50, 36, 24), 1e-9)
	assert.InEpsilon(t, 53.6, EquivalentFocalMm(35, 23.5, 15.7), 2e-3)
}

// A closest focus from the sensor and its magnification belong together: image and subject
// distance add up to it, by the lens formula and back.
func TestClosestFocusFromTheSensor(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		f := rapid.Float64Range(10, 200).Draw(t, "f")
		u := f * rapid.Float64Range(2, 60).Draw(t, "times")
		m, err := Magnification(f, u)
		require.NoError(t, err)
		v := f * (1 + m)
		assert.InEpsilon(t, u, FromLens(u+v, f, 0), 1e-6, "a lens that does not shorten")
		assert.InEpsilon(t, u, FromLens(u+v, f, m), 1e-6, "with its magnification stated, the same")
	})
	// A macro of 105 mm that reaches life size at 314 mm has shortened to 78.5 mm.
	assert.InDelta(t, 157, FromLens(314, 105, 1), 0.5)
	assert.InDelta(t, 157, FromLens(314, 105, 0), 0.5)
}
