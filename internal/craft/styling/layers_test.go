package styling

import (
	"testing"

	"figladder/internal/craft/drink"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestLayersComeToLieByTheirVolume(t *testing.T) {
	layers := []drink.Layer{{Name: "gin", Ml: 40}, {Name: "beetroot syrup", Ml: 30}, {Name: "apple juice", Ml: 60}}
	got, bad := Layers(sloe(), layers)
	require.Empty(t, bad)
	require.Len(t, got.Layers, 3)
	assert.Equal(t, "beetroot syrup", got.Layers[0].Name, "the densest lies lowest, by its name")
	assert.Equal(t, "gin", got.Layers[2].Name)
	below := 0.0
	for i, l := range got.Layers {
		assert.InDelta(t, l.Ml, drink.Below(sloe().Vessel, l.ToMm)-below, 1e-6)
		below = drink.Below(sloe().Vessel, l.ToMm)
		if i > 0 {
			assert.Equal(t, got.Layers[i-1].ToMm, l.FromMm)
		}
	}
	assert.Contains(t, got.Words, "stand in this order")
	over, _ := Layers(sloe(), []drink.Layer{{Name: "water", Ml: 1500}})
	assert.Positive(t, over.OverMl)
	same, _ := Layers(sloe(), []drink.Layer{{Name: "water", Ml: 50}, {Name: "soda", Ml: 50}})
	assert.Contains(t, same.Words, "1 of 1 edges do not stand")
	_, bad = Layers(sloe(), []drink.Layer{{Name: "lead", Density: 11000, Ml: -5}})
	assert.Len(t, bad, 2)
	_, bad = Layers(sloe(), nil)
	assert.Len(t, bad, 1)
}
