package shots

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"figladder/internal/craft/colour"
	"figladder/internal/craft/recipe"
)

// TestWhatIsFrozenIsOneColour reads ices: the mass is what its ingredients come to, and beside it
// stands only what is put on it.
func TestWhatIsFrozenIsOneColour(t *testing.T) {
	sesame := recipe.Typed("Black sesame ice cream", "60 g black sesame seeds\n500 ml milk\n4 egg yolks\n120 g sugar",
		"Grind the sesame seeds to a paste.\nWhisk the yolks with the sugar, pour on the milk and cook to a custard.\nStir in the paste, churn and freeze.\nScoop into a cold coupe and sprinkle with sesame seeds.")
	p := PlanOf(sesame, Frozen)
	require.Len(t, p.Food, 2, "%v", p.Food)
	grey, _ := colour.Parse(p.Food[0].Hex)
	assert.InDelta(t, 0.5, grey.Lightness, 0.12)
	assert.Equal(t, "black sesame", p.Food[1].Name)
	assert.Greater(t, p.Food[0].Share, p.Food[1].Share)

	raspberry := PlanOf(recipe.Typed("Raspberry ice cream", "300 g raspberries\n300 ml double cream\n100 g sugar\n10 g pistachios",
		"Blend the raspberries with the sugar, then fold in the cream.\nFreeze, scoop the ice cream into glasses and scatter over the pistachios."), Frozen)
	require.Len(t, raspberry.Food, 2, "%v: the ice cream that is scooped puts no cream on it", raspberry.Food)
	pink, _ := colour.Parse(raspberry.Food[0].Hex)
	berry, _ := colour.Parse("#b51f43")
	assert.Greater(t, pink.Lightness, berry.Lightness+0.05, "cream makes it paler")
	assert.Less(t, colour.Between(pink.HueDeg, berry.HueDeg), 25.0, "and leaves it pink")

	assert.Len(t, PlanOf(sesame, Plate).Food, len(colour.FromIngredients([]string{"black sesame seeds", "milk", "egg yolks", "sugar"}).Food), "what is not frozen is as it was")
}
