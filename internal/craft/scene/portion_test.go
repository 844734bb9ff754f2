package scene

import (
	"math"
	"math/rand/v2"
	"testing"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/light"
	"figladder/internal/craft/shape"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// The level is held against drops thrown at random into the box that holds the vessel: how
// many fall inside below it says how much it holds.
func TestALevelHoldsWhatItSays(t *testing.T) {
	rng := rand.New(rand.NewPCG(1, 2))
	for _, v := range []Vessel{{Kind: "glass", DiameterMm: 70, HeightMm: 150}, {Kind: "bowl", DiameterMm: 165, HeightMm: 62}, {Kind: "mug", DiameterMm: 85, HeightMm: 95}, {Kind: "coupe", DiameterMm: 95, HeightMm: 140}} {
		want := 0.6 * v.HoldsMl()
		share, ok := v.LevelFor(want)
		require.True(t, ok, v.Kind)
		in := shape.VesselOf(v.Kind, v.DiameterMm, v.HeightMm, 0)
		inside, n := 0, 400_000
		for range n {
			x, y, z := (rng.Float64()-0.5)*v.DiameterMm, (rng.Float64()-0.5)*v.DiameterMm, rng.Float64()*v.HeightMm
			if z > in.FloorMm() && z < share*v.HeightMm && math.Hypot(x, y) < in.InsideAt(z) {
				inside++
			}
		}
		got := float64(inside) / float64(n) * v.DiameterMm * v.DiameterMm * v.HeightMm / 1000
		assert.InEpsilon(t, want, got, 0.03, v.Kind)
	}
	_, ok := Vessel{Kind: "glass", DiameterMm: 60, HeightMm: 100}.LevelFor(900)
	assert.False(t, ok)
}

func TestAHelpingIsToldAgainstItsVessel(t *testing.T) {
	s := Start()
	s.Vessel.Kind, s.Vessel.DiameterMm, s.Vessel.HeightMm = "bowl", 165, 62
	s.Food = Food{Name: "Broth", Form: "liquid", Colour: "#b98a54", FillShare: 0.8}
	read := func(ml float64) (string, bool) {
		r := Read(s, Wants{Portion: Portion{Ml: ml}}, light.Search)
		code, shown := "", false
		for _, f := range r.Findings {
			if f.Code == "portion-over" || f.Code == "portion-small" {
				code = f.Code
				assert.Equal(t, finding.Note, f.Severity)
			}
		}
		for _, x := range r.Readings {
			shown = shown || x.Key == "portion"
		}
		return code, shown
	}
	holds := s.Vessel.HoldsMl()
	for ml, want := range map[float64]string{holds * 0.8: "", holds * 1.2: "", holds * 1.4: "portion-over", holds * 0.03: "portion-small"} {
		code, shown := read(ml)
		assert.Equal(t, want, code, "%.0f of %.0f ml", ml, holds)
		assert.True(t, shown)
	}
	code, shown := read(0)
	assert.Equal(t, "", code)
	assert.False(t, shown, "nothing is said where nothing is known")
	s.Vessel.Kind = "plate"
	code, _ = read(5000)
	assert.Equal(t, "", code, "a plate is not filled")
}
