package drink

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
)

func TestBeerAndLambert(t *testing.T) {
	full := Absorbs("#5a1030", 1)
	one, two := Through(full, 30), Through(full, 60)
	for c := range 3 {
		assert.InEpsilon(t, one.Parts()[c]*one.Parts()[c], two.Parts()[c], 1e-9, "twice the way lets the square through")
		assert.InEpsilon(t, math.Sqrt(one.Parts()[c]), Through(Absorbs("#5a1030", 0.5), 30).Parts()[c], 1e-9, "half the strength lets the root through")
	}
	assert.Equal(t, "#5a1030", Through(full, PathMm).Hex(), "the colour that was told is that of its own way")
	grey := Absorbs("#333333", 1) // the same in all bands
	has, wanted := Through(grey, 64).Lux(), 0.35
	assert.InEpsilon(t, math.Log(wanted)/math.Log(has), ShareFor(grey, 64, lightness(wanted)), 1e-6, "k = log T2 / log T1")
}

func TestDilutionForALightness(t *testing.T) {
	full := Absorbs("#2a0818", 1)
	dark := Lightness(full, 64)
	assert.Less(t, dark, 8.0, "black through a tall glass")
	for _, want := range []float64{20, 40, 60} {
		k := ShareFor(full, 64, want)
		assert.InDelta(t, want, Lightness(full.Times(k), 64), 0.01)
	}
	assert.Equal(t, 1.0, ShareFor(full, 64, dark-1), "nothing is made stronger")
	m := MixFor(4, 2, 250, 0.3)
	assert.InDelta(t, 1500, m.TotalMl, 1e-9)
	assert.InDelta(t, 450, m.DrinkMl, 1e-9)
	assert.InDelta(t, 1050, m.WaterMl, 1e-9)
}

func TestSwatchIsLightAtItsEdges(t *testing.T) {
	ways := Across(32, 9)
	assert.InDelta(t, 64, ways[4], 1e-9, "through the middle it is the diameter")
	assert.InDelta(t, 2*math.Sqrt(32*32-math.Pow(32*8./9, 2)), ways[0], 1e-9)
	s := Swatch(Absorbs("#5a1030", 1), 32, 9)
	assert.Equal(t, s[0], s[8])
	assert.Greater(t, lightness(Through(Absorbs("#5a1030", 1), ways[0]).Lux()), lightness(Through(Absorbs("#5a1030", 1), ways[4]).Lux())+10)
}
