package styling

import (
	"testing"

	"figladder/internal/craft/drink"
	"figladder/internal/craft/shape"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func sloe() Filled {
	return Filled{Vessel: shape.VesselOf("glass", 68, 150, 0), LevelMm: 117, Colour: "#5a1636", Share: 1, Parts: drink.Parts{WaterG: 88, SugarG: 8, SpiritG: 4}}
}

func TestDrinkLabMixesForALightness(t *testing.T) {
	got, bad := Drink(sloe(), DrinkAsk{Wanted: 40, Glasses: 3, Spare: 2, Cubes: 4, CubeMl: 20})
	require.Empty(t, bad)
	assert.InDelta(t, 40, got.Then.Value, 0.05)
	assert.Less(t, got.Full.Value, 20.0)
	assert.InEpsilon(t, 5*drink.Below(sloe().Vessel, 117), got.Mix.TotalMl, 1e-9)
	assert.InEpsilon(t, got.Share*got.Mix.TotalMl, got.Mix.DrinkMl, 1e-9)
	assert.Len(t, got.FullAcross, len(got.ThenAcross))
	require.Len(t, got.Ices, 4)
	assert.True(t, got.Ices[0].Floats)
	assert.False(t, got.Ices[2].Floats)
	assert.Contains(t, got.Ices[2].Words, "stack it")
	full, _ := Drink(sloe(), DrinkAsk{Wanted: 1, Glasses: 1, CubeMl: 20})
	assert.Contains(t, full.Words, "nothing to thin")
}

// What nobody can do is told in words, with the field it is about.
func TestLabsSayWhatCannotBe(t *testing.T) {
	_, bad := Dew(sloe(), Air{RoomC: 22, Humidity: 0, DishC: 4}, 2, 0, 20)
	require.Len(t, bad, 1)
	assert.Equal(t, "humidity", bad[0].Path)
	_, bad = Dew(sloe(), Air{RoomC: 22, Humidity: 100, DishC: 4}, 2, 0, 20)
	assert.Empty(t, bad, "full air is possible")
	_, bad = Dew(sloe(), Air{RoomC: 22, Humidity: 50, DishC: 130}, 2, 0, 20)
	assert.Contains(t, bad[0].Words, "boils")
	_, bad = Drink(Filled{Colour: "#aa0000"}, DrinkAsk{Glasses: 1, CubeMl: 20})
	assert.Contains(t, bad[0].Words, "no profile")
	_, bad = Pour(PourAsk{Liquid: Liquids[0].Name, Spout: Spouts[0].Name, FallMm: 120, AllMl: 3000})
	assert.Contains(t, bad[0].Words, "2 litres")
	_, bad = Pour(PourAsk{Liquid: "mercury", Spout: "hat", FallMm: -1, AllMl: -5, FlowMl: -1})
	assert.Len(t, bad, 5)
	_, bad = BowlOf(sloe(), -1, -20)
	assert.Len(t, bad, 2)
	_, bad = SteamOf(sloe(), Air{RoomC: 90, Humidity: 50, DishC: 60}, true)
	assert.Equal(t, "roomC", bad[0].Path)
}

func TestDewLabKnowsAWetAndADryDay(t *testing.T) {
	wet, bad := Dew(sloe(), Air{RoomC: 26, Humidity: 70, DishC: 3}, 4, 4, 20)
	require.Empty(t, bad)
	assert.True(t, wet.Day.Forms)
	assert.Len(t, wet.Chills, 2)
	assert.Positive(t, wet.Lasting.SyrupMl)
	assert.Positive(t, wet.Melt.Lasts.To)
	assert.Len(t, wet.Curve, 31)
	assert.Greater(t, wet.Curve[30], wet.Curve[0])
	dry, _ := Dew(sloe(), Air{RoomC: 19, Humidity: 40, DishC: 7}, 4, 0, 20)
	assert.False(t, dry.Day.Forms)
	assert.Zero(t, dry.Melt.Lasts.To)
}

func TestCardsAreFilledForThisGlass(t *testing.T) {
	f := ForDish(sloe(), 2, 1, 1)
	assert.InEpsilon(t, drink.Below(sloe().Vessel, 117), f.EachMl, 1e-9)
	assert.Less(t, f.Share, 0.5)
	assert.Equal(t, Usual().EachMl, ForDish(Filled{}, 1, 1, 1).EachMl, "without a vessel the usual")
}
