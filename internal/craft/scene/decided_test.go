package scene

import (
	"testing"

	"figladder/internal/craft/almanac"
	"figladder/internal/craft/colour"
	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/words"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func held() []HeldProp {
	face := func(hex string) cupboard.Face { return cupboard.Face{Colour: hex, Finish: words.Matt} }
	return []HeldProp{
		{"fork", cupboard.Prop{Name: "Old fork", Kind: cupboard.Cutlery, Front: face("#8d8a80"), Sizes: cupboard.Sizes{LengthMm: 160}}},
		{"slate", cupboard.Prop{Name: "Slate plate", Kind: cupboard.Plate, Material: "stoneware", Front: face("#3f4a52"), Sizes: cupboard.Sizes{DiameterMm: 185}}},
		{"other", cupboard.Prop{Name: "Other plate", Kind: cupboard.Plate, Front: face("#ffffff"), Sizes: cupboard.Sizes{DiameterMm: 260, HeightMm: 25}}},
		{"board", cupboard.Prop{Name: "Smoke board", Kind: cupboard.Backdrop, Material: "painted wood", Front: face("#6d6a72"), Sizes: cupboard.Sizes{LengthMm: 800, WidthMm: 1000}}},
	}
}

func TestANewSetHasWhatWasDecided(t *testing.T) {
	last := Start().Camera
	last.Lens, last.ShortestMm, last.LongestMm, last.FocalMm, last.WidestAperture, last.ClosestMm = "105 mm macro", 105, 105, 105, 2.8, 300
	for _, form := range []string{"flat", "soup", "drink", "tall", "frozen"} {
		s := StartFor(words.StraightDown, form).WithDecided(Decided{
			Held: held(), Day: "2027-02-05", Place: &almanac.Place{LatDeg: 50.35, LonDeg: -4.12, Zone: "Europe/Paris"}, Camera: &last,
			Plan: colour.Plan{Food: []colour.Part{{Hex: "#111111", Share: 10}, {Hex: "#c06030", Share: 60}, {Hex: "#2f6f3a", Share: 30}}, Vessel: "#010101", Ground: "#020202"},
		})
		require.Empty(t, s.Check(), form)
		assert.Equal(t, []any{"plate", 185.0, 19.0, "#3f4a52", "stone"}, []any{s.Vessel.Kind, s.Vessel.DiameterMm, s.Vessel.HeightMm, s.Vessel.Colour, s.Vessel.Material}, "the first that food is served in; a held one before a planned colour")
		assert.Equal(t, []any{true, "board", "#6d6a72", 1000.0, 800.0}, []any{s.Ground.On, s.Ground.PropID, s.Ground.Colour, s.Ground.WidthMm, s.Ground.DepthMm})
		assert.Equal(t, "#c06030", s.Food.Colour)
		assert.Equal(t, []any{"105 mm macro", 105.0}, []any{s.Camera.Lens, s.Camera.FocalMm})
		assert.InDelta(t, 90, s.Camera.ElevationDeg, 1e-9, "where it stands is the shot's own")
		assert.Equal(t, Daylight{Weather: "overcast", Day: "2027-02-05", Clock: "11:00", Zone: "Europe/Paris", LatDeg: 50.35, LonDeg: -4.12}, s.Daylight)
		assert.Empty(t, s.Differs(Decided{Held: held()}), "and so nothing differs")
	}
	bare := StartFor(words.ThreeQuarter, "flat")
	assert.Equal(t, bare, bare.WithDecided(Decided{}), "nothing decided, nothing changed")
	assert.Equal(t, bare, bare.WithDecided(Decided{Day: "soon", Place: &almanac.Place{}}))
	planned := bare.WithDecided(Decided{Plan: colour.Plan{Vessel: "#010101", Ground: "#020202"}})
	assert.Equal(t, []string{"#010101", "#020202"}, []string{planned.Vessel.Colour, planned.Table.Colour})
}

func TestWhatIsHeldIsOfferedToASetThatStands(t *testing.T) {
	s := Start()
	found := s.Differs(Decided{Held: held()})
	require.Len(t, found, 2)
	for _, f := range found {
		after, bad := Apply(s, f.Try[0].Edits)
		require.Empty(t, bad, f.Code)
		require.Empty(t, after.Check(), f.Code)
		s = after
	}
	assert.Empty(t, s.Differs(Decided{Held: held()}))
	s.Vessel.DiameterMm += 1.5
	assert.Empty(t, s.Differs(Decided{Held: held()}), "less than a tape shows")
	s.Vessel.DiameterMm += 1.5
	assert.Len(t, s.Differs(Decided{Held: held()}), 1)
}

func TestAGroundThatIsPutOnLiesUnderTheDish(t *testing.T) {
	for name, g := range map[string]Ground{"none": {}, "one of no size": {WidthMm: 5, DepthMm: 5}, "elsewhere": {Kind: "board", WidthMm: 400, DepthMm: 300, XMm: 3000, YMm: -500, Colour: "#102030", Finish: "gloss"}, "a sheet": {Kind: "sweep"}} {
		s := Start()
		s.Ground = g
		s = s.WithGround()
		require.Empty(t, s.Check(), name)
		assert.True(t, s.Ground.On)
		assert.Less(t, abs(s.Ground.XMm-s.Vessel.XMm), s.Ground.WidthMm/2, name)
		assert.Less(t, abs(s.Ground.YMm-s.Vessel.YMm)+s.Vessel.DiameterMm/2, s.Ground.DepthMm/2, name)
	}
	s := Start()
	s.Ground = Ground{Kind: "board", WidthMm: 400, DepthMm: 300, Colour: "#102030", Finish: "gloss"}
	assert.Equal(t, "#102030", s.WithGround().Ground.Colour, "what it was is kept")
}

func abs(v float64) float64 {
	if v < 0 {
		return -v
	}
	return v
}

func TestASearchBeginsWithTheShotsOwnWish(t *testing.T) {
	left, right := Start(), Start()
	right.Lights[0].XMm = 2000
	w := Wants{RatioLowStops: 2, RatioHighStops: 3}
	for from, clock := range map[words.Direction][2]float64{words.FromSide: {9, 3}, words.FromCorner: {10, 2}, words.FromBehind: {12, 12}, words.Continuous: {0, 0}, "": {0, 0}} {
		assert.InDelta(t, clock[0], left.Wish(from, w).FromClock, 0, from)
		assert.InDelta(t, clock[1], right.Wish(from, w).FromClock, 0, from)
	}
	assert.InDelta(t, 2.5, left.Wish("", w).FillStops, 1e-9)
	assert.InDelta(t, 1.5, left.Wish("", Wants{}).FillStops, 1e-9)
}

// What shines as metal does is told from its name where nobody wrote down what it is made of.
func TestAPropsNameSaysThatItIsOfMetal(t *testing.T) {
	for _, c := range []struct{ name, material, want string }{
		{"Steel coupe", "", "metal"}, {"Copper jug", "", "metal"}, {"Coupe, pewter", "", "metal"},
		{"Iron pinch bowl", "", ""}, {"Tinted bowl", "", ""}, {"Steel grey bowl", "glazed ceramic", "ceramic"}, {"Jug", "brass", "metal"},
	} {
		assert.Equal(t, c.want, material(cupboard.Prop{Name: c.name, Material: c.material}, "ceramic", "metal"), c.name)
	}
}

func TestAPropsNameSaysWhatItsOutsideIsWorkedInto(t *testing.T) {
	for name, want := range map[string]string{"Tall glass, ribbed": "ribbed", "Cut tumbler": "cut", "Tumbler": "", "Uncut glass": "", "Ribbed jug": "ribbed"} {
		v, ok := VesselOf(cupboard.Prop{Name: name, Kind: cupboard.Glass, Sizes: cupboard.Sizes{DiameterMm: 70, HeightMm: 120}})
		require.True(t, ok)
		assert.Equal(t, want, v.Worked, name)
		jug, err := ThingOf(cupboard.Prop{Name: name, Kind: cupboard.Jug, Sizes: cupboard.Sizes{DiameterMm: 70, HeightMm: 120}}, "")
		require.NoError(t, err)
		assert.Equal(t, want, jug.Worked, name)
	}
}
