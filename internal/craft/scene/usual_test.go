package scene

import (
	"figladder/internal/craft/words"
	"testing"

	"figladder/internal/craft/light"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestEveryKindComesInAtAUsualSizeAndIsAccepted(t *testing.T) {
	for _, kind := range Kinds {
		s, err := Start().WithThing(kind)
		require.NoError(t, err, kind)
		require.Len(t, s.Things, 1)
		assert.Empty(t, s.Check(), kind)
		assert.Empty(t, Start().Things, "the set it came from is left alone")
	}
	for kind := range usualLights {
		s, err := Start().WithLight(kind)
		require.NoError(t, err, kind)
		assert.Empty(t, s.Check(), kind)
	}
	_, err := Start().WithThing("sofa")
	assert.Error(t, err)
	_, err = Start().WithLight("candle")
	assert.Error(t, err)
}

func TestWhatIsPutInStandsWhereNothingStands(t *testing.T) {
	s := Start()
	for i, kind := range []string{"mug", "glass", "tiny bowl", "jug", "jar", "bowl", "tiny bowl", "fork", "mug", "bottle"} {
		var err error
		s, err = s.WithThing(kind)
		require.NoError(t, err)
		assert.Empty(t, Overlaps(s.Objects(Rough)), "%d: %s", i, kind)
	}
	right := s.Things[0]
	assert.Greater(t, right.XMm, s.Vessel.XMm, "right of the dish first")
}

func TestACardGoesAcrossFromTheLight(t *testing.T) {
	s := Start() // its window is on the left
	s.Cards = nil
	s = s.WithCard(Card{Kind: "white", WidthMm: 594, HeightMm: 420}, 0)
	assert.Greater(t, s.Cards[0].XMm, s.Vessel.XMm)
	with, without := Read(s, Wants{}, light.Search), Read(Start(), Wants{}, light.Search)
	ratio := func(r Report) float64 {
		for _, x := range r.Readings {
			if x.Key == "keyFill" {
				return x.Value
			}
		}
		return 0
	}
	assert.Less(t, ratio(with), ratio(without), "it fills")
	s.Lights[0].XMm, s.Lights[0].FacingDeg, s.Cards = 2100, 270, nil
	assert.Less(t, s.WithCard(Card{Kind: "white", WidthMm: 594, HeightMm: 420}, 0).Cards[0].XMm, s.Vessel.XMm)
}

func TestAngleWordsAreNearestAndBeginASet(t *testing.T) {
	for _, a := range angleWordList() {
		assert.Equal(t, a.Word, words.AngleAt(a.Deg))
		assert.Equal(t, a.Deg, StartFor(a.Word, "").Camera.ElevationDeg)
	}
	assert.Equal(t, words.StraightDown, words.AngleAt(80))
	assert.Equal(t, words.ThreeQuarter, words.AngleAt(60))
	assert.Equal(t, words.Low, words.AngleAt(14))
	assert.Equal(t, Start().Camera.ElevationDeg, StartFor("anyhow", "").Camera.ElevationDeg)
}
