package set_test

import (
	"testing"

	"figladder/internal/craft/scene"
	"figladder/internal/craft/shots"
	"figladder/internal/studio/kitchen"
	"figladder/internal/studio/list"
	"figladder/internal/studio/studiotest"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A helping is told where the recipe says for how many it is, and by its amounts; what is
// topped up by eye is not guessed.
func TestAHelpingComesFromTheRecipe(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, _ := k.Toddy(t)
	four := "Serves 4"
	portion := func(method string, yield *string) (float64, string) {
		dish, err := k.Kitchen.AddTyped(ctx, k.Owner, shoot.Key, kitchen.Typed{Title: "Leek broth", Form: shots.Soup, Yield: yield, Ingredients: "1 l stock\n400 g leeks\n2 eggs", Method: method})
		require.NoError(t, err)
		hero, err := k.List.AddShot(ctx, k.Owner, dish.Key, "hero", list.ShotEdit{Title: "Broth", Angle: "three-quarter"})
		require.NoError(t, err)
		set := scene.StartFor("three-quarter", "soup")
		set.Food.Form = "liquid"
		r, err := k.Set.ReadSet(ctx, hero.Key, set, true)
		require.NoError(t, err)
		for _, x := range r.Readings {
			if x.Key == "portion" {
				return x.Value, x.Working[1].Words
			}
		}
		return 0, ""
	}
	ml, words := portion("Simmer the leeks in the stock.", &four)
	assert.InDelta(t, 350, ml, 1e-9, "a litre and 400 g, for four")
	assert.Contains(t, words, "Serves 4")
	ml, _ = portion("Simmer, then ladle into two bowls.", nil)
	assert.InDelta(t, 700, ml, 1e-9, "the method says two bowls")
	ml, _ = portion("Simmer, ladle into two bowls and top up with hot water.", nil)
	assert.Zero(t, ml)
	ml, _ = portion("Simmer.", nil)
	assert.Zero(t, ml)
}
