package colour

import (
	"testing"

	"github.com/lucasb-eyer/go-colorful"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Green and orange fight; red and green as far apart as paints go do not, nor do kin, nor
// does anything quiet. Whoever comes first makes no difference.
func TestWhichColoursFight(t *testing.T) {
	for _, c := range []struct {
		a, b   string
		fights bool
	}{
		{"#2a8a3a", "#d8742a", true}, {"#2a5a9a", "#d8742a", false}, {"#c4331f", "#d9743a", false}, {"#c4331f", "#2f7a3a", true},
		{"#5f8a4c", "#8d8a80", false}, {"#d01515", "#1b58d0", true}, {"#8a2be2", "#2a8a3a", false},
	} {
		a, err := Parse(c.a)
		require.NoError(t, err)
		b, err := Parse(c.b)
		require.NoError(t, err)
		apart, fights := Fight(a, b)
		back, sameWay := Fight(b, a)
		assert.Equal(t, c.fights, fights, "%s and %s, %.0f° apart, chroma %.3f and %.3f", c.a, c.b, apart, a.Chroma, b.Chroma)
		assert.Equal(t, fights, sameWay)
		assert.InDelta(t, apart, back, 1e-9)
	}
}

// The edges are the ones of physics.md: a hair inside and a hair outside.
func TestTheEdgesOfAFightAndOfTwins(t *testing.T) {
	strong := func(deg float64) LCH { return LCH{0.6, StrongChroma + 1e-6, deg} }
	for deg, want := range map[float64]bool{39.9: false, 40.1: true, 139.9: true, 140.1: false, 320.1: false, 319.9: true} {
		_, got := Fight(strong(0), strong(deg))
		assert.Equal(t, want, got, "%v°", deg)
	}
	_, quiet := Fight(strong(0), LCH{0.6, StrongChroma, 90})
	assert.False(t, quiet)
	assert.True(t, Twin(9.99))
	assert.False(t, Twin(10))
}

func TestALibraryColourReadsAsItsHex(t *testing.T) {
	c, err := colorful.Hex("#5b6f8a")
	require.NoError(t, err)
	want, err := Parse("#5b6f8a")
	require.NoError(t, err)
	assert.Equal(t, want, OfColorful(c))
}
