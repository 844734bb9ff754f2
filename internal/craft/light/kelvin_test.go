package light

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func TestPublishedChromaticities(t *testing.T) {
	// CIE 15: illuminant A and daylights D50, D65, D75, black bodies from published tables.
	for k, want := range map[float64][2]float64{2856: {0.4476, 0.4074}, 5003: {0.3457, 0.3585}, 6504: {0.3127, 0.3290}, 7504: {0.2990, 0.3149}} {
		x, y := chromaticity(k)
		assert.InDelta(t, want[0], x, 0.0006, "%v K", k)
		assert.InDelta(t, want[1], y, 0.0006, "%v K", k)
	}
	white := OfKelvin(6504)
	for i := range 3 {
		assert.InDelta(t, 1, white.Parts()[i], 0.01, "6504 K is the screen's white")
	}
}

func TestKelvinThereAndBack(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		k := rapid.Float64Range(1800, 20000).Draw(t, "k")
		lux := rapid.Float64Range(0.1, 1e5).Draw(t, "lux")
		l := OfKelvin(k).Times(lux)
		assert.InEpsilon(t, lux, l.Lux(), 1e-3)
		got, duv, err := l.Kelvin()
		require.NoError(t, err)
		assert.InDelta(t, Mired(k), Mired(got), 1.5)
		assert.InDelta(t, 0, duv, 0.003)
	})
}

func TestTint(t *testing.T) {
	day := OfKelvin(5500)
	_, green, err := day.Through(RGB{0.8, 1, 0.8}).Kelvin()
	require.NoError(t, err)
	assert.Greater(t, green, 0.005)
	_, pink, err := day.Through(RGB{1, 0.85, 1}).Kelvin()
	require.NoError(t, err)
	assert.Less(t, pink, -0.005)
	_, _, err = RGB{}.Kelvin()
	assert.ErrorIs(t, err, ErrNoColour)
	_, _, err = (RGB{0, 1, 0}).Kelvin()
	assert.ErrorIs(t, err, ErrNoColour)
}
