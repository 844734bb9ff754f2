package exposure

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func TestPublishedValues(t *testing.T) {
	for _, row := range []struct{ n, t, iso, ev100, lux, within float64 }{
		{8, 1. / 125, 100, 12.97, 20000, 1e-3},
		{5.6, 1. / 60, 400, 8.88, 1176, 1e-3},
		{11, 1. / 15, 200, 9.83, 2269, 1e-3},
	} {
		ev := EV100(row.n, row.t, row.iso)
		assert.InDelta(t, row.ev100, ev, 0.005)
		assert.InEpsilon(t, row.lux, LuxFromEV100(ev), row.within)
		assert.InEpsilon(t, row.t, Seconds(LuxFromEV100(ev), row.n, row.iso), 1e-9, "inverse")
	}
}

var bench = Limits{SlowestSeconds: 0.5, FastestSeconds: 1. / 4000, BaseISO: 100, HighestISO: 3200}

func TestSolveTakesLowestISOThatTheSupportAllows(t *testing.T) {
	s, err := Solve(20000, 8, 8, bench)
	require.NoError(t, err)
	assert.Equal(t, 100, s.ISO)
	assert.Equal(t, "f/8, 1/125 s, ISO 100", s.Shown)

	s, err = Solve(100, 16, 16, bench)
	require.NoError(t, err)
	assert.InDelta(t, 0.4, s.Seconds, 1e-9)
	assert.Equal(t, 1600, s.ISO, "1250 would need 0.512 s, past the trusted half second")
}

func TestSolveSaysHowDarkWhenNothingReaches(t *testing.T) {
	s, err := Solve(1, 22, 22, bench)
	require.NoError(t, err)
	assert.Equal(t, 3200, s.ISO)
	assert.Less(t, s.OffStops, -4.0)
	_, err = Solve(0, 8, 8, bench)
	assert.ErrorIs(t, err, ErrDark)
}

func TestSolveStaysNearTheMeterAndInsideLimits(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		lux := math.Exp(rapid.Float64Range(math.Log(60), math.Log(80000)).Draw(t, "ln lux"))
		n := rapid.SampledFrom(Apertures(2.8, 16)).Draw(t, "aperture")
		s, err := Solve(lux, n, n*1.1, bench)
		require.NoError(t, err)
		assert.LessOrEqual(t, s.Seconds, bench.SlowestSeconds)
		assert.GreaterOrEqual(t, s.ISO, bench.BaseISO)
		if s.ISO < bench.HighestISO {
			// The widest engraved gap, 1/8 to 1/6, is 0.415 of a stop.
			assert.InDelta(t, 0, s.OffStops, 0.21)
		}
		// Second way: the settings' own EV must meter the light they were made for.
		assert.InDelta(t, EV100FromLux(lux), EV100(n*1.1, s.Seconds, float64(s.ISO))+s.OffStops, 1e-9)
	})
}

func TestEquivalentsKeepTheExposure(t *testing.T) {
	all := Equivalents(1500, 8, 8, bench)
	require.GreaterOrEqual(t, len(all), 4)
	for _, s := range all {
		assert.InDelta(t, EV100FromLux(1500), EV100(8, s.Seconds, float64(s.ISO)), 0.2)
	}
	assert.Empty(t, Equivalents(0, 8, 8, bench))
}

func TestSeries(t *testing.T) {
	a, ok := ApertureAtLeast(8.3)
	assert.True(t, ok)
	assert.Equal(t, 9.0, a)
	_, ok = ApertureAtLeast(60)
	assert.False(t, ok)
	assert.Equal(t, []float64{2.8, 3.2, 3.5, 4}, Apertures(2.8, 4))
	assert.InDelta(t, 1./160, ShutterNoSlower(1./130), 1e-12)
	assert.InDelta(t, 1./125, ShutterNoSlower(1./125), 1e-12)
	assert.Equal(t, "1/60 s", ShowShutter(1./60))
	assert.Equal(t, "0.5 s", ShowShutter(0.5))
	assert.Equal(t, "5.6", ShowNumber(5.6))
	assert.Equal(t, []int{7}, ISOs(7, 8), "a body with an odd ISO still has one")
}
