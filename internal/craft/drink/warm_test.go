package drink

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
)

// The three values of physics.md.
func TestDewPoint(t *testing.T) {
	assert.InDelta(t, 12.54, Dew(22, 55), 0.005)
	assert.InDelta(t, 5.08, Dew(19, 40), 0.005)
	assert.InDelta(t, 20.10, Dew(26, 70), 0.005)
	assert.InDelta(t, 22, Dew(22, 100), 1e-9, "in full air it is the air's own temperature")
	assert.InEpsilon(t, Vapour(22, 55), Vapour(Dew(22, 55), 100)*(Dew(22, 55)+273.15)/(22+273.15), 1e-9, "and the air presses with as much water there")
	assert.Less(t, Dew(20, 0), -200.0, "air without water has none")
	assert.InDelta(t, Dew(20, 0), Dew(20, 1e-250), 8, "and comes to it smoothly")
}

var tumbler = Cup{DrinkG: 250, GlassG: 300, AreaMm2: 26000}

// Newton's law against finite differences.
func TestWarmingByTheRoom(t *testing.T) {
	for _, h := range []float64{8, 10} {
		c, t0, dt := 4.0, 0.0, 0.5
		for c < 15 {
			c += dt * h * tumbler.AreaMm2 * 1e-6 * (22 - c) / (tumbler.DrinkG*4.186 + tumbler.GlassG*0.840)
			t0 += dt
		}
		assert.InEpsilon(t, t0, tumbler.Until(4, 15, 22, h), 0.02)
		assert.InDelta(t, 15, tumbler.at(4, 22, h, tumbler.Until(4, 15, 22, h)), 1e-9)
	}
	assert.True(t, math.IsInf(tumbler.Until(4, 25, 22, 9), 1), "the room makes nothing warmer than itself")
	assert.Zero(t, tumbler.Until(18, 4, 22, 9), "what is warmer already waits for nothing")
	dry := tumbler.Warm(4, 22, 0.01, 9, 3600, 20)
	assert.InEpsilon(t, tumbler.at(4, 22, 9, 3600), dry.C[180], 0.005, "in dry air Newton's law is all there is")
}

// Warming with dew against finite differences in steps forty times as short.
func TestDewWarmsTheGlassAsItForms(t *testing.T) {
	const room, rh, h = 26.0, 70.0, 9.0
	w := tumbler.Warm(2, room, rh, h, 3600, 20)
	c, dew := 2.0, 0.0
	area := tumbler.AreaMm2 * 1e-6
	air := 0.70 * 611.2 * math.Exp(17.62*room/(243.12+room)) / (461.5 * (room + 273.15))
	for s := 0.0; s < 3600; s += 0.5 {
		at := 611.2 * math.Exp(17.62*c/(243.12+c)) / (461.5 * (c + 273.15))
		kg := h / (1006 * 1.2 * 0.9) * (air - at) * area * 0.5
		dew += kg * 1000
		c += (h*area*(room-c)*0.5 + kg*2.45e6) / (tumbler.DrinkG*4.186 + tumbler.GlassG*0.840)
	}
	assert.InEpsilon(t, c, w.C[180], 0.02)
	assert.InEpsilon(t, dew, w.DewG[180], 0.02)
	assert.Greater(t, w.C[180], tumbler.at(2, room, h, 3600)+2, "the dew's own heat is no trifle")
}

func TestADampAndADryDay(t *testing.T) {
	damp := DewOn(tumbler, 3, 26, 70)
	assert.True(t, damp.Forms)
	assert.Less(t, damp.SeenS.To, damp.LastsS.From, damp.Words)
	assert.Less(t, damp.SeenS.From, damp.SeenS.To)
	assert.True(t, damp.BreathWet, "below the dew point a breath does not dry")
	dry := DewOn(tumbler, 6, 19, 40)
	assert.False(t, dry.Forms)
	assert.False(t, dry.Perhaps)
	assert.Contains(t, dry.Words, "No dew")
	assert.Positive(t, dry.BreathS.To)
	assert.Less(t, dry.BreathS.To, 300.0)
	none := DewOn(tumbler, 2, 21, 12)
	assert.Contains(t, none.Advice, "too dry")
	edge := DewOn(tumbler, dry.NeedsC-0.2, 19, 40)
	assert.True(t, edge.Forms, "a drink colder than it needs to be")
	assert.False(t, DewOn(tumbler, 70, 22, 55).Forms, "nothing forms on a hot glass")
}

func TestChilling(t *testing.T) {
	wine := Parts{WaterG: 220, SpiritG: 26, SugarG: 4}
	f := ChillTo(tumbler, 22, 6, Fridge, Freezing(wine))
	z := ChillTo(tumbler, 22, 6, Freezer, Freezing(wine))
	assert.Less(t, z.Seconds.To, f.Seconds.From, "the freezer is quicker")
	assert.Empty(t, f.Caution)
	assert.True(t, z.Freezes)
	assert.Contains(t, z.Caution, "bursts")
	assert.True(t, ChillTo(tumbler, 22, 2, Fridge, 0).Never, "a fridge at 4 °C makes nothing 2 °C")
}

// Ice against finite differences: a cube in what stays at one temperature, and cubes in a glass.
func TestIceMelts(t *testing.T) {
	edge, s, dt := 0.027, 0.0, 0.25 // a cube of 27 mm
	for edge > 0 {
		edge -= dt * 2 * 250 * 8 / (917 * 334e3)
		s += dt
	}
	assert.InEpsilon(t, s, MeltsIn(2.7*2.7*2.7, 8, 250), 0.02)
	assert.True(t, math.IsInf(MeltsIn(20, 0, 250), 1))

	const n, each, h, air = 3.0, 20.0, 250.0, 9.0
	half, _, water, c := follow(tumbler, 3, each, 15, 22, h, air, 2)
	ice, temp, at := n*each*0.917, 15.0, 0.0
	whole := ice
	for ice > whole/2 {
		area := n * 6 * math.Pow(ice/n/0.917, 2./3) * 1e-4
		melts := math.Max(0, h*area*temp/334e3*1000) * 0.02
		heats := (tumbler.DrinkG*4186+tumbler.GlassG*840)/1000 + (whole-ice)*4.186
		temp += (air*tumbler.AreaMm2*1e-6*(22-temp)*0.02 - melts*(334+4.186*temp)) / heats
		ice -= melts
		at += 0.02
	}
	assert.InEpsilon(t, at, half, 0.02)
	assert.InDelta(t, temp, c, 0.1)
	assert.InEpsilon(t, whole/2, water, 0.02)
	// What the ice took, the drink and the room gave.
	took := water * (334 + 4.186*c)
	gave := (tumbler.DrinkG*4.186+tumbler.GlassG*0.84)*(15-c) + air*tumbler.AreaMm2*1e-6*(22-(15+c)/2)*half
	assert.InEpsilon(t, took, gave, 0.05, "no heat is lost")

	m := InDrink(tumbler, 3, each, 15, 22)
	assert.Less(t, m.Lasts.From, m.Lasts.To)
	cold := InDrink(tumbler, 12, each, 4, 22)
	assert.True(t, cold.Stays, "much ice in a cold drink outlasts it")
	p := OnPlate(20, 22)
	assert.Greater(t, p.From, m.Lasts.To, "air is slower than drink")
}

func TestLastingDewIsHalfAndHalf(t *testing.T) {
	s := LastingDew(25000, 4)
	assert.Equal(t, s.SyrupMl, s.WaterMl)
	assert.InDelta(t, 25000*0.08/1000*2*4, s.SyrupMl+s.WaterMl, 1)
	assert.InDelta(t, 10, LastingDew(2000, 1).SyrupMl+LastingDew(2000, 1).WaterMl, 1e-9, "a sprayer needs something to draw")
}
