package drink

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
)

// Float and sink, by the densities of physics.md.
func TestWhatFloatsInWhat(t *testing.T) {
	for _, c := range []struct {
		solid  string
		liquid float64
		floats bool
		under  float64
	}{
		{"Ice", Water, true, 0.9188}, {"Ice", 1040, true, 0.8817}, {"Ice", 940, true, 0.9755}, {"Ice", 900, false, 1},
		{"Silicone ice", Water, true, 0.9719}, {"Silicone ice", 940, false, 1}, {"Silicone ice", 1040, true, 0.9327},
		{"Acrylic ice", Water, false, 1}, {"Acrylic ice", 1150, false, 1}, {"Acrylic ice", 1250, true, 0.944},
		{"Glass ice", 1300, false, 1},
	} {
		for _, s := range Ices {
			if s.Name == c.solid {
				share, floats := Under(s.Density, c.liquid)
				assert.Equal(t, c.floats, floats, "%s in %.0f", c.solid, c.liquid)
				assert.InDelta(t, c.under, share, 1e-3, "%s in %.0f", c.solid, c.liquid)
			}
		}
	}
}

// Ice in a straight glass lifts the drink by what weighs as much, over the glass's section.
func TestIceLiftsTheDrink(t *testing.T) {
	v := turned(func(float64) float64 { return 30 }, 150, 1)
	w := PutIn(v, 80, Water, 3, 20, Ices[0])
	taken := 60 * 917 / Water
	assert.InDelta(t, taken, w.TakenMl, 1e-9)
	assert.InDelta(t, 80+taken*1000/(math.Pi*900), w.LevelMm, 1e-6)
	assert.Zero(t, w.OverMl)
	assert.InDelta(t, (1-917/Water)*10*math.Cbrt(20), w.OutMm, 1e-9)
	assert.InDelta(t, math.Pi*9*14.5+taken-Holds(v), PutIn(v, 145, Water, 3, 20, Ices[0]).OverMl, 1e-6, "the rest runs over")
}

// A table of drinks that are laid on one another.
func TestLayersStandByTheirDensity(t *testing.T) {
	syrup := Layer{Name: "Beetroot syrup", Density: 1180, Ml: 30}
	juice := Layer{Name: "Quince juice", Density: 1045, Ml: 60}
	water := Layer{Name: "Soda", Density: 998, Ml: 60}
	spirit := Layer{Name: "Sloe spirit", Density: 945, Ml: 20}
	near := Layer{Name: "Tonic", Density: 1001, Ml: 60}
	calm := Layer{Name: "Light tonic", Density: 1008, Ml: 60}
	jelly := Layer{Name: "Jelly", Density: 1060, Ml: 80, Solid: true}
	for _, c := range []struct {
		low, high Layer
		stands    bool
	}{
		{syrup, juice, true}, {juice, syrup, false}, {juice, water, true}, {water, juice, false}, {water, spirit, true}, {spirit, water, false},
		{near, water, false}, {water, near, false}, {calm, water, true}, {jelly, water, true}, {jelly, syrup, true}, {water, jelly, false}, {syrup, jelly, true},
	} {
		e := Edges([]Layer{c.low, c.high})
		assert.Equal(t, c.stands, e[0].Stands, "%s on %s: %s", c.high.Name, c.low.Name, e[0].Words)
		assert.Equal(t, c.stands, e[0].Sharp > 0)
	}
	order, edges := Stacked([]Layer{spirit, juice, syrup, water})
	var names []string
	for _, l := range order {
		names = append(names, l.Name)
	}
	assert.Equal(t, []string{"Beetroot syrup", "Quince juice", "Soda", "Sloe spirit"}, names)
	for _, e := range edges {
		assert.True(t, e.Stands, e.Words)
	}
	order, _ = Stacked([]Layer{water, syrup, jelly, spirit, juice})
	assert.Equal(t, "Beetroot syrup", order[0].Name)
	assert.Equal(t, "Jelly", order[2].Name, "what stands by itself stays where it was put")
	assert.Equal(t, "Sloe spirit", order[4].Name)
}

// The width of an edge against Fick's law in finite differences.
func TestAnEdgeSpreadsAsFickHasIt(t *testing.T) {
	const dx, n = 0.05, 800
	dt := 0.4 * dx * dx / spreads
	c := make([]float64, n)
	for i := n / 2; i < n; i++ {
		c[i] = 1
	}
	next := make([]float64, n)
	seconds := 0.0
	for seconds < sharpFor(4) {
		for i := 1; i < n-1; i++ {
			next[i] = c[i] + spreads*dt/(dx*dx)*(c[i-1]-2*c[i]+c[i+1])
		}
		next[0], next[n-1] = 0, 1
		c, next = next, c
		seconds += dt
	}
	at := func(v float64) float64 {
		for i := 1; i < n; i++ {
			if c[i] >= v {
				return (float64(i-1) + (v-c[i-1])/(c[i]-c[i-1])) * dx
			}
		}
		return 0
	}
	assert.InEpsilon(t, 4, at(0.9)-at(0.1), 0.02)
}

// Densities at 20 °C against tables that are not those it reckons with (handbook figures to a part in a thousand).
func TestDensities(t *testing.T) {
	for _, c := range []struct {
		p    Parts
		want float64
		off  float64
	}{
		{Parts{WaterG: 100}, 998.2, 0.001},
		{Parts{WaterG: 85, SugarG: 15}, 1059.2, 0.001},
		{Parts{WaterG: 35, SugarG: 65}, 1316, 0.002},
		{Parts{WaterG: 67, SpiritG: 33}, 948, 0.002}, // 40 % by volume
		{Parts{WaterG: 62, FatG: 35, SugarG: 3}, 975, 0.012},
		{Parts{}, Water, 1e-9},
	} {
		assert.InEpsilon(t, c.want, Density(c.p), c.off, "%+v", c.p)
	}
	assert.InDelta(t, -0.6, Freezing(Parts{WaterG: 90, SugarG: 10}), 0.02)
	assert.Less(t, Freezing(Parts{WaterG: 67, SpiritG: 33}), -18.0, "a spirit stays liquid in the freezer")
	assert.Zero(t, Freezing(Parts{}))
}
