package colour

import (
	"math"
	"testing"

	"github.com/lucasb-eyer/go-colorful"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func TestBlendedIsBetweenWhatWentIn(t *testing.T) {
	hex := rapid.StringMatching("#[0-9a-f]{6}")
	rapid.Check(t, func(t *rapid.T) {
		a, b := hex.Draw(t, "a"), hex.Draw(t, "b")
		x, y := rapid.Float64Range(0.1, 900).Draw(t, "x"), rapid.Float64Range(0.1, 900).Draw(t, "y")
		got := Blended([]Weighed{{a, x}, {b, y}})
		assert.Equal(t, got, Blended([]Weighed{{b, y}, {a, x}}), "the order is nothing")
		of := func(hex string) (out [3]float64) {
			c, err := colorful.Hex(hex)
			require.NoError(t, err)
			out[0], out[1], out[2] = c.LinearRgb()
			return out
		}
		p, q, g := of(a), of(b), of(got)
		for i := range g {
			assert.LessOrEqual(t, g[i], math.Max(p[i], q[i])+0.01, "channel %d", i)
			assert.GreaterOrEqual(t, g[i], math.Min(p[i], q[i])-0.01, "channel %d", i)
		}
	})
}

// TestBlendedByHand holds the figure against one worked out by hand: R 0.5 is K/S 0.25, R 0.1 is
// K/S 4.05; half and half is 2.15, of which R is 3.15 − √8.9225 = 0.163.
func TestBlendedByHand(t *testing.T) {
	at := func(r float64) string { // the grey of a reflectance, IEC 61966-2-1
		return LCH{Lightness: math.Cbrt(r)}.Hex()
	}
	assert.InDelta(t, 0.163, Reflectance(Blended([]Weighed{{at(0.5), 100}, {at(0.1), 100}})), 0.004)
	require.Empty(t, Blended(nil))
	require.Empty(t, Blended([]Weighed{{"#808080", 0}, {"grey", 3}}))
	assert.Equal(t, "#b51f43", Blended([]Weighed{{"#b51f43", 5}}), "alone it stays what it is")
	grey, _ := Parse(Blended([]Weighed{{"#1f1e20", 60}, {"#f7f3ea", 620}}))
	assert.InDelta(t, 0.52, grey.Lightness, 0.1, "a tenth of black sesame greys the milk, and does not blacken it")
}

// The foods that a text names, in its order, each by its longest name; what is not seen is none.
func TestNamedFindsFoodsInTheOrderOfATitle(t *testing.T) {
	for text, want := range map[string][]string{
		"Pear and almond tart": {"pear", "almond"}, "Cherry tomatoes, peas & mint": {"tomato", "pea", "mint"},
		"Butternut squash soup": {"butternut squash"}, "Sugar and flour": nil, "Lemon chicken skewers": {"chicken"}, "": nil,
	} {
		assert.Equal(t, want, Named(text), text)
	}
}
