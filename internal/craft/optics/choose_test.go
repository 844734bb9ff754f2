package optics

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func TestChosenLensFillsTheFrame(t *testing.T) {
	need := Need{WidthMm: 600, SensorMm: 36, NearestMm: 300, FarMm: 1200, DepthMm: 200, PixelsPx: 8000}
	lenses := []Lens{{"24–70", 24, 70, 2.8, 380}, {"50", 50, 50, 1.8, 450}, {"100 macro", 100, 100, 2.8, 300}, {"16", 16, 16, 2.8, 250}}
	got := Choose(need, lenses)
	byName := map[string]Choice{}
	for _, c := range got {
		byName[c.Lens] = c
		if c.OK {
			m, err := Magnification(c.FocalMm, c.DistanceMm)
			require.NoError(t, err)
			seen := WidthSeen(36, m)
			assert.GreaterOrEqual(t, seen, 600*0.999, c.Lens)
			assert.InDelta(t, 8000*600/seen, float64(c.CropPx), 2, c.Lens)
			assert.InEpsilon(t, (c.DistanceMm+100)/(c.DistanceMm-100), c.Perspective, 1e-9)
		}
	}
	assert.InEpsilon(t, 883.3, byName["50"].DistanceMm, 0.001, "the published table: 50 mm, 600 mm wide")
	assert.False(t, byName["100 macro"].OK, byName["100 macro"].Words)
	assert.Equal(t, "24–70", got[0].Lens, "as far back as one can go: flattest")
	assert.InDelta(t, 1200, byName["24–70"].DistanceMm, 1e-9)
	assert.Less(t, byName["50"].Perspective, byName["16"].Perspective)
}

func TestStackIsSharpFromEndToEnd(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		f := rapid.Float64Range(35, 110).Draw(t, "f")
		n := rapid.Float64Range(2.8, 16).Draw(t, "N")
		near := rapid.Float64Range(3, 12).Draw(t, "near") * f
		far := near + rapid.Float64Range(5, 200).Draw(t, "deep")
		stack, err := Bracket(f, n, 0.02, near, far, 0.2, 400)
		require.NoError(t, err)
		at := near
		for _, u := range stack {
			d := DepthOfField(f, n, 0.02, u)
			require.LessOrEqual(t, d.NearMm, at*(1+1e-9), "no gap before %v", u)
			at = d.FarMm
		}
		require.GreaterOrEqual(t, at, far*(1-1e-9))
		// One frame fewer would leave a gap: without the overlap the count is the least.
		tight, err := Bracket(f, n, 0.02, near, far, 0, 400)
		require.NoError(t, err)
		require.LessOrEqual(t, len(tight), len(stack))
	})
	_, err := Bracket(50, 8, 0.03, 40, 60, 0.2, 10)
	assert.ErrorIs(t, err, ErrTooClose)
}

func TestFallAndMotion(t *testing.T) {
	assert.InEpsilon(t, math.Sqrt(2*9806.65*200), FallSpeed(200), 1e-12)
	assert.InEpsilon(t, 200, GravityMmS2*FallSeconds(200)*FallSeconds(200)/2, 1e-12, "s = g t²/2")
	v := FallSpeed(200)
	s := ShutterFor(v, 2, 0.06, 0.0044)
	assert.InEpsilon(t, 2, MotionPx(v, s, 0.06, 0.0044), 1e-12)
	assert.Equal(t, 0.0, FallSpeed(-5))
}
