package styling

import (
	"math"
	"testing"

	"figladder/internal/craft/shape"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func tall() GlowAsk {
	return GlowAsk{Glass: shape.VesselOf("glass", 70, 150, 0), LevelMm: 120, CameraMm: 800, LensHighMm: 75, BehindMm: 60, MarginMm: 3}
}

// Every corner of the card, seen from the lens, lies inside the drink's own outline by the margin: by projecting it on
// to the plane of the glass, which is the other way round.
func TestTheCardHidesBehindTheDrink(t *testing.T) {
	for _, kind := range []string{"glass", "coupe", "mug"} {
		for _, high := range []float64{60, 200, 420} {
			a := tall()
			a.Glass, a.LensHighMm = shape.VesselOf(kind, 90, 140, 0), high
			a.LevelMm = 118
			g, err := GlowCard(a)
			require.NoError(t, err, kind)
			k := (a.CameraMm + a.BehindMm) / a.CameraMm
			assert.InEpsilon(t, k, g.Scale.Value, 1e-9)
			widest := 0.0
			for _, p := range g.Outline {
				x, z := p.XMm/k, high+(p.ZMm-high)/k // where the ray from lens to corner crosses the glass
				if g.Stem && p.ZMm <= g.Outline[1].ZMm+1e-9 {
					continue // the strip is hidden by the stem
				}
				assert.LessOrEqual(t, z, a.LevelMm, "%s from %.0f mm: below the drink's surface", kind, high)
				inside := a.Glass.InsideAt(math.Min(a.LevelMm, math.Max(a.Glass.FloorMm(), z)))
				assert.LessOrEqual(t, math.Abs(x), inside+0.6, "%s from %.0f mm: no wider than the drink there", kind, high)
				widest = math.Max(widest, math.Abs(x))
			}
			assert.Greater(t, widest, 0.6*a.Glass.InsideAt(a.LevelMm), "%s: and no narrower than need be", kind)
		}
	}
}

// A straight glass seen level: the card is the drink's rectangle, scaled, less the margin.
func TestACardOfAStraightGlass(t *testing.T) {
	v := shape.Vessel{Inner: []shape.RZ{{R: 0, Z: 6}, {R: 30, Z: 6}, {R: 30, Z: 140}}, Outer: []shape.RZ{{R: 33, Z: 0}, {R: 33, Z: 140}}}
	g, err := GlowCard(GlowAsk{Glass: v, LevelMm: 106, CameraMm: 1000, LensHighMm: 56, BehindMm: 100, MarginMm: 2})
	require.NoError(t, err)
	assert.InEpsilon(t, 2*(30*1.1-2), g.WidthMm, 1e-3)
	assert.InEpsilon(t, 100*1.1-4, g.HeightMm, 1e-3)
	assert.InDelta(t, 56-50*1.1+2, g.FootMm, 1e-9)
	assert.False(t, g.Stem)
	sum := 0.0
	for _, s := range Strips(g.Outline, 4) {
		sum += s.WidthMm * (s.HighMm - s.LowMm)
	}
	assert.InEpsilon(t, g.WidthMm*g.HeightMm, sum, 1e-3, "strips cover what the card covers")
}

func TestCardsThatCannotBeCut(t *testing.T) {
	for want, change := range map[error]func(*GlowAsk){
		ErrNoProfile: func(a *GlowAsk) { a.Glass = shape.Vessel{} },
		ErrNoDrink:   func(a *GlowAsk) { a.LevelMm = 0 },
		ErrTooFar:    func(a *GlowAsk) { a.BehindMm = -20 },
		ErrTooSmall:  func(a *GlowAsk) { a.MarginMm = 60 },
	} {
		a := tall()
		change(&a)
		_, err := GlowCard(a)
		assert.ErrorIs(t, err, want)
	}
}
