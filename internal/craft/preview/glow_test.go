package preview

import (
	"math"
	"testing"

	"figladder/internal/craft/drink"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/words"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// around is the mean of a picture's pixels about a place of its frame (−1 to 1 each way, up), by band.
func around(s *Shot, px []float32, x, y float64, reach int) (out [3]float64) {
	cx, cy := int((x+1)/2*float64(s.W)), int((1-y)/2*float64(s.H))
	n := 0.0
	for j := cy - reach; j <= cy+reach; j++ {
		for i := cx - reach; i <= cx+reach; i++ {
			for c := range 3 {
				out[c] += float64(px[3*(j*s.W+i)+c])
			}
			n++
		}
	}
	for c := range 3 {
		out[c] /= n
	}
	return out
}

// exposedAs is a picture of a set with the exposure of another, so that both can be compared.
func exposedAs(t *testing.T, like, s scene.Set, samples int) (*Shot, []float32) {
	t.Helper()
	a, b := shotOf(like, 200, nil), shotOf(s, 200, nil)
	b.dev = a.dev
	require.Equal(t, [2]int{a.W, a.H}, [2]int{b.W, b.H})
	px := b.caught(samples, 5)
	return b, px
}

// dark is a dark drink in a tall glass before a dark backdrop, lit from behind and beside.
func dark() scene.Set {
	s := scene.StartFor("level", "drink")
	s.Food.Form, s.Food.Colour, s.Food.FillShare = "liquid", "#2a0a18", 0.8
	s.Backdrop = scene.Backdrop{On: true, YMm: 850, WidthMm: 1200, HeightMm: 800, Colour: "#202024"}
	s.Cards = []scene.Card{}
	return s
}

// A card cut to the glass hides behind it and brightens the drink by at least a stop.
func TestAGlowCardBrightensTheDrinkAndHides(t *testing.T) {
	without := dark()
	without.Food.Strength = 0.35 // diluted, as it is for a picture
	with := without.Copy()
	card, _, err := with.GlowCard(3)
	require.NoError(t, err)
	with.Cards = []scene.Card{card}
	assert.False(t, with.SeesCard(0), "the lens does not see it")
	s, before := exposedAs(t, without, without, 64)
	_, after := exposedAs(t, without, with, 64)
	glass, level := with.Glass()
	mid := with.Aim()
	mid.Z = (glass.FloorMm() + level) / 2
	x, y, ok := with.Project(mid)
	require.True(t, ok)
	lum := func(c [3]float64) float64 { return 0.2126*c[0] + 0.7152*c[1] + 0.0722*c[2] }
	b, a := lum(around(s, before, x, y, 5)), lum(around(s, after, x, y, 5))
	t.Logf("the drink: %.4f of white without, %.4f with: %.2f stops", b, a, math.Log2(a/b))
	assert.Greater(t, math.Log2(a/b), 1.0)
	// Beside the glass nothing of it is seen: the picture is what it was.
	for _, side := range []float64{-1, 1} {
		p := mid
		p.X += side * (with.Vessel.DiameterMm/2 + 8)
		x, y, _ := with.Project(p)
		b, a := lum(around(s, before, x, y, 1)), lum(around(s, after, x, y, 1))
		assert.InDelta(t, b, a, 0.02, "beside it")
	}
}

// Diluted to a share of its strength a drink lets through what the formula says, measured in the frame: through the
// middle of the glass, before a softbox that shines the same whatever stands before it.
func TestDilutionInTheFrameIsAsTheFormulaHasIt(t *testing.T) {
	base := dark()
	base.Food.Colour = "#8a3048"
	v := base.Vessel
	base.Backdrop.On = false
	base.Lights = []scene.Light{{Name: "Behind", Kind: words.Softbox, On: true, XMm: v.XMm, YMm: v.YMm + 300, ZMm: 0, WidthMm: 900, HeightMm: 600, FacingDeg: 180, Kelvin: 5600, LuxAt1m: 800}}
	at := func(colour string, strength float64) [3]float64 {
		s := base.Copy()
		s.Food.Colour, s.Food.Strength = colour, strength
		shot, px := exposedAs(t, base, s, 96)
		glass, level := s.Glass()
		mid := s.Aim()
		mid.Z = (glass.FloorMm() + level) / 2
		x, y, ok := s.Project(mid)
		require.True(t, ok)
		return around(shot, px, x, y, 2)
	}
	none, black := at("#8a3048", 0.001), at("#000000", 1)
	glass, level := base.Glass()
	path := 2 * glass.InsideAt((glass.FloorMm()+level)/2)
	for _, strength := range []float64{1, 0.5, 0.25} {
		got := at("#8a3048", strength)
		want := drink.Through(drink.Absorbs("#8a3048", strength), path)
		for c := range 3 {
			assert.InDelta(t, want.Parts()[c], (got[c]-black[c])/(none[c]-black[c]), 0.02, "strength %.2f, band %d", strength, c)
		}
	}
}
