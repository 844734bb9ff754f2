package styling

import (
	"math"
	"testing"

	"figladder/internal/craft/drink"
	"figladder/internal/craft/shape"
	"github.com/stretchr/testify/assert"
)

// A stream that falls, against what flows through each height in small steps.
func TestAJetThinsAsItFalls(t *testing.T) {
	const d0, flow, fall = 8.0, 40.0, 300.0
	v := flow / (math.Pi / 4 * d0 * d0) * 1000 // mm/s
	for z := 0.0; z < fall; z += 0.01 {
		v += 9810 * 0.01 / v
	}
	want := math.Sqrt(flow * 1000 / v / (math.Pi / 4))
	assert.InEpsilon(t, want, JetMm(d0, flow, fall), 1e-3)
	j := PourFrom(Liquids[0], Spouts[1], flow, fall, 200)
	assert.InEpsilon(t, want, j.FootMm, 1e-3)
	assert.InEpsilon(t, v/1000, j.LandsMS, 1e-3)
	assert.InDelta(t, d0, j.ProfileMm[0], 1e-9)
	assert.InDelta(t, j.FootMm, j.ProfileMm[10], 1e-9)
	assert.InDelta(t, 5, j.LastsS, 1e-9)
}

// Why a kettle pours thinner than a glass, and a slow hand wets the lip.
func TestSpoutsAndSlowHands(t *testing.T) {
	foot := map[string]float64{}
	for _, s := range Spouts {
		foot[s.Name] = PourFrom(Liquids[0], s, s.FlowMl, 150, 0).FootMm
	}
	assert.Less(t, foot["kettle with a long spout"], foot["glass"])
	assert.Less(t, foot["small jug"], foot["jug"])
	jug := Spouts[2]
	slow := PourFrom(Liquids[0], jug, 10, 150, 0)
	assert.True(t, slow.Clings)
	assert.Contains(t, slow.Words, "clings under the lip")
	assert.False(t, PourFrom(Liquids[0], jug, slow.NeedsMl, 150, 0).Clings, "what it asks for is enough")
	assert.False(t, PourFrom(Liquids[0], jug, jug.FlowMl, 150, 0).Clings)
	assert.True(t, PourFrom(Liquids[0], Spouts[0], 3, 900, 0).Breaks, "a trickle falls apart")
	assert.False(t, PourFrom(Liquids[7], Spouts[0], 3, 400, 0).Breaks, "honey does not")
}

func TestHiddenLift(t *testing.T) {
	bowl := shape.Vessel{}
	const radius, h = 100.0, 60.0
	for i := range 301 {
		z := h * float64(i) / 300
		bowl.Inner = append(bowl.Inner, shape.RZ{R: math.Sqrt(radius*radius - (radius-z)*(radius-z)), Z: z})
	}
	l := HiddenLift(bowl, 40, 5, 20)
	rim := math.Sqrt(radius*radius - 60*60)
	assert.InEpsilon(t, drink.CapMl(rim, 40)-100, l.LiquidMl, 1e-3, "the cap less the pieces")
	assert.InDelta(t, 100, l.TakenMl, 1e-9)
	assert.InEpsilon(t, drink.Below(bowl, 40), l.LiquidMl+l.TakenMl, 1e-9, "it stands as high as before")
	assert.False(t, l.Shows)
	assert.True(t, HiddenLift(bowl, 20, 3, 60).Shows)
	assert.Zero(t, HiddenLift(bowl, 10, 50, 200).LiquidMl, "no more is left out than there is")
}

func TestSteam(t *testing.T) {
	soup := drink.Cup{DrinkG: 350, GlassG: 400, AreaMm2: 30000}
	hot := SteamOver(soup, 15000, 80, 19, 50, false)
	assert.True(t, hot.Shows)
	assert.True(t, hot.Thick)
	assert.Positive(t, hot.LastsS.From)
	assert.LessOrEqual(t, hot.LastsS.From, hot.LastsS.To)
	still := SteamOver(soup, 15000, 80, 19, 50, true)
	assert.Less(t, still.BestS.From, 120.0, "what is still is at its best for a minute or two")
	assert.Less(t, still.BestS.To, still.LastsS.From)
	assert.Less(t, still.LastsS.To, hot.LastsS.From)
	luke := SteamOver(soup, 15000, 30, 24, 30, false)
	assert.False(t, luke.Shows)
	assert.Zero(t, luke.LastsS.To)
	assert.Greater(t, FineWater(70, 16, 70), FineWater(70, 26, 30), "a cool damp room shows more of the same heat")
	assert.Zero(t, FineWater(20, 20, 40), "nothing mixes to more than both")
	assert.Greater(t, hot.FogMm, 50.0)
	assert.Less(t, hot.FogMm, 1200.0)
	assert.Less(t, SteamOver(soup, 15000, 80, 19, 20, false).FogMm, hot.FogMm, "dry air takes more before it fogs")
	assert.Less(t, luke.FogMm, 300.0, "what is lukewarm fogs only what is near")
	// The line and the curve, worked out once more by hand at a quarter of the way.
	t1, v1 := 19+0.25*61, drink.Vapour(19, 50)+0.25*(drink.Vapour(80, 100)-drink.Vapour(19, 50))
	assert.GreaterOrEqual(t, FineWater(80, 19, 50), v1-drink.Vapour(t1, 100))
}

// The top of something still against the closed form for an even loss: ΔT = 2 q √(t/π) / √(k ρ c).
func TestTheTopOfSomethingStillCools(t *testing.T) {
	const q = 4000.0
	for _, seconds := range []int{30, 60, 180} {
		got := 0.0
		topOf(80, func(float64) float64 { return q }, func(s int, c float64) bool {
			got = 80 - c
			return s < seconds
		})
		assert.InEpsilon(t, 2*q*math.Sqrt(float64(seconds)/math.Pi)/math.Sqrt(0.6*4.186e6), got, 0.02, "%d s", seconds)
	}
}
