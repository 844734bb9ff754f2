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
	lenses := []Lens{{Name: "24–70", ShortestMm: 24, LongestMm: 70, ClosestMm: 380}, {Name: "50", ShortestMm: 50, LongestMm: 50, ClosestMm: 450}, {Name: "100 macro", ShortestMm: 100, LongestMm: 100, ClosestMm: 300}, {Name: "16", ShortestMm: 16, LongestMm: 16, ClosestMm: 250}}
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

func TestSchoolsOrderWhatFits(t *testing.T) {
	lenses := []Lens{{Name: "24–70", ShortestMm: 24, LongestMm: 70, ClosestMm: 380}, {Name: "50", ShortestMm: 50, LongestMm: 50, ClosestMm: 450}, {Name: "100", ShortestMm: 100, LongestMm: 100, ClosestMm: 300}}
	first := func(school string, wide float64) Choice {
		return Choose(Need{WidthMm: wide, SensorMm: 36, NearestMm: 300, FarMm: 1200, DepthMm: 200, PixelsPx: 8000, School: school}, lenses)[0]
	}
	assert.Equal(t, "24–70", first("zoom", 600).Lens)
	assert.InDelta(t, 50, first("fifty", 600).FocalMm, 1e-9, "a zoom is set to fifty, too")
	assert.Equal(t, "100", first("long", 300).Lens)
	assert.True(t, first("long", 300).School)
	assert.Equal(t, first("", 600).Lens, first("long", 600).Lens, "what does not fit comes last whatever the school")
	assert.False(t, first("long", 600).School)
}

func TestLensOfAPhoneDrawsOnItsOwnSensor(t *testing.T) {
	need := Need{WidthMm: 400, SensorMm: 36, LongMm: 36, NearestMm: 100, FarMm: 1200, DepthMm: 150, PixelsPx: 8000}
	got := Choose(need, []Lens{{Name: "Main", ShortestMm: 6.8, LongestMm: 6.8, ClosestMm: 120, SensorMm: 9.8, PixelsPx: 8064}})[0]
	require.True(t, got.OK)
	m, err := Magnification(6.8, got.DistanceMm)
	require.NoError(t, err)
	assert.InDelta(t, 400, WidthSeen(9.8, m), 0.5)
	assert.InDelta(t, 8064, float64(got.CropPx), 10)
	// The same picture as the equivalent focal length gives from the same place, nearly.
	full := DistanceForWidth(6.8*36/9.8, 36, 400)
	assert.InEpsilon(t, full, got.DistanceMm, 0.07)
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
