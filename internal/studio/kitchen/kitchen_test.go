package kitchen_test

import (
	"bytes"
	"encoding/json"
	"image"
	"image/color"
	"image/png"
	"testing"

	"figladder/internal/craft/colour"
	"figladder/internal/craft/eating"
	"figladder/internal/craft/measure"
	"figladder/internal/craft/shopping"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"figladder/internal/studio/kitchen"
	"figladder/internal/studio/studiotest"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestTrialsAreReadAgainstEachOther(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	_, dish, _ := k.Toddy(t)
	first, err := k.Kitchen.AddTrial(ctx, k.Owner, dish.Key, kitchen.TrialEdit{Kind: "trial", Ingredients: "200 g flour\n100 g butter", Method: "Bake at 200 °C for 20 minutes.", Faults: []string{"burns"}, Verdict: "fails"})
	require.NoError(t, err)
	assert.Equal(t, "Trial 1", first.Trial.Name, "called by its number")
	second, err := k.Kitchen.AddTrial(ctx, k.Owner, dish.Key, kitchen.TrialEdit{Kind: "trial", Ingredients: "400 g flour\n150 g butter", Method: "Bake at 200 °C for 20 minutes.", Faults: []string{"burns"}})
	require.NoError(t, err)
	_, err = k.Kitchen.AddTrial(ctx, k.Owner, dish.Key, kitchen.TrialEdit{Name: "An old book", Kind: "source", Ingredients: "300 g flour\n150 g butter"})
	require.NoError(t, err)
	_, err = k.Kitchen.AddTrial(ctx, k.Owner, dish.Key, kitchen.TrialEdit{Kind: "trial", Faults: []string{"haunted"}})
	assert.ErrorContains(t, err, "no fault")

	b, err := k.Kitchen.ReadTrials(ctx, dish.Key, "metric", "flour")
	require.NoError(t, err)
	assert.Len(t, b.Comparison.Columns, 4, "the recipe, two trials, one source")
	assert.Empty(t, b.Comparison.Base, "the dish's own recipe has no flour")
	require.Len(t, b.Steps, 1, "sources are compared, not counted as steps")
	assert.NotEmpty(t, b.Steps[0].Changes)
	require.NotEmpty(t, b.Ideas)
	assert.Equal(t, "Bake cooler", b.Ideas[0].Try)
	_, err = k.Kitchen.ReadTrials(ctx, dish.Key, "mars", "")
	assert.ErrorContains(t, err, "no region")

	got, err := k.Kitchen.AdoptTrial(ctx, k.Owner, second.Key)
	require.NoError(t, err)
	assert.Equal(t, "Pear toddy", got.Recipe.Title)
	assert.Equal(t, "Trial 2", got.Recipe.Source)
	_, err = k.Kitchen.SaveTrial(ctx, k.Owner, first.Key, 7, kitchen.TrialEdit{Name: "x", Kind: "trial"})
	var stale *store.StaleError
	assert.ErrorAs(t, err, &stale)
}

func TestColoursFromRecipeAndFromAPicture(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	_, dish, _ := k.Toddy(t)
	c, err := k.Kitchen.Colours(ctx, dish.Key)
	require.NoError(t, err)
	require.NotEmpty(t, c.Plan.Food, "a new dish begins with what its ingredients look like")
	assert.NotEmpty(t, c.Palette.Grounds)
	c.Plan.Vessel = "blue"
	_, err = k.Kitchen.SaveColours(ctx, k.Owner, dish.Key, c.Version, c.Plan)
	assert.ErrorContains(t, err, "not a colour")

	img := image.NewNRGBA(image.Rect(0, 0, 90, 60))
	for y := range 60 {
		for x := range 90 {
			switch {
			case x < 60:
				img.Set(x, y, color.NRGBA{0x39, 0x42, 0x5f, 255})
			case x < 80:
				img.Set(x, y, color.NRGBA{0xd9, 0x83, 0x60, 255})
			} // the rest is clear and does not count
		}
	}
	var b bytes.Buffer
	require.NoError(t, png.Encode(&b, img))
	patches, err := k.Kitchen.PickColours(ctx, b.Bytes(), 4)
	require.NoError(t, err)
	require.Len(t, patches, 2)
	assert.Less(t, colour.Distance("#39425f", patches[0].Hex), 1.0)
	assert.InDelta(t, 0.75, patches[0].Share, 0.01)
	for _, bad := range [][]byte{nil, []byte("not a picture"), b.Bytes()[:len(b.Bytes())/2]} {
		_, err = k.Kitchen.PickColours(ctx, bad, 4)
		var f *core.FieldError
		assert.ErrorAs(t, err, &f)
	}
}

func TestShoppingOverDishesAndTrials(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, dish, _ := k.Toddy(t)
	tr, err := k.Kitchen.AddTrial(ctx, k.Owner, dish.Key, kitchen.TrialEdit{Kind: "trial", Ingredients: "2 pears\n100 ml pear spirit"})
	require.NoError(t, err)
	_, err = k.Kitchen.SaveGoods(ctx, k.Owner, shoot.Key, "", 0, shopping.Goods{Thing: "Pear spirit", Pack: measure.Ratio(70, 1), PackUnit: "cl", PriceMinor: 2400})
	require.NoError(t, err)
	_, err = k.Kitchen.SaveGoods(ctx, k.Owner, shoot.Key, "", 0, shopping.Goods{Thing: "pear spirits"})
	assert.Error(t, err, "the same thing twice")
	find := func(b *kitchen.Basket, key string) shopping.Line {
		for _, l := range b.List.Lines {
			if l.Key == key {
				return l
			}
		}
		return shopping.Line{}
	}
	b, err := k.Kitchen.Shopping(ctx, shoot.Key, "metric")
	require.NoError(t, err)
	assert.Equal(t, "1", find(b, "pear").NeedShown, "a trial is bought for only when you say so")
	assert.Equal(t, int64(2400), b.List.CostMinor)
	require.NoError(t, k.Kitchen.SaveChoices(ctx, k.Owner, shoot.Key, b.Version, shopping.Choices{Times: []shopping.Times{{ID: tr.Key, Times: measure.Ratio(2, 1)}}, Ticked: []string{"pear"}}, ""))
	b, err = k.Kitchen.Shopping(ctx, shoot.Key, "metric")
	require.NoError(t, err)
	assert.Equal(t, "5", find(b, "pear").NeedShown)
	assert.True(t, find(b, "pear").Ticked)
	assert.ErrorContains(t, k.Kitchen.SaveChoices(ctx, k.Owner, shoot.Key, b.Version, shopping.Choices{Extra: []shopping.Extra{{Words: " "}}}, ""), "Say what to buy")
	var stale *store.StaleError
	assert.ErrorAs(t, k.Kitchen.SaveChoices(ctx, k.Owner, shoot.Key, 9, shopping.Choices{}, ""), &stale)
}

func TestPrintedSheets(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, dish, _ := k.Toddy(t)
	pdf, err := k.List.PrintShots(ctx, shoot.Key)
	require.NoError(t, err)
	got := studiotest.Text(t, pdf)
	for _, r := range k.Listed(t, shoot.Key) {
		assert.Contains(t, got, r.Shot.Title[:8], "every shot is on it")
	}
	assert.Contains(t, got, "sleeves, keep a lid", "and its caution")
	pdf, err = k.Kitchen.PrintShopping(ctx, shoot.Key, "metric")
	require.NoError(t, err)
	assert.Contains(t, studiotest.Text(t, pdf), "pear spirit")
	_, err = k.Kitchen.MarkEating(ctx, k.Owner, dish.Key, dish.Version, eating.Mark{Altered: true, Why: "glycerine on the glass"})
	require.NoError(t, err)
	pdf, err = k.Kitchen.PrintRecipe(ctx, dish.Key)
	require.NoError(t, err)
	got = studiotest.Text(t, pdf)
	assert.Contains(t, got, "Not for eating: glycerine on the glass", "the mark follows the dish")
	assert.Contains(t, got, "Fill the glass with boiling water")
	ld, err := k.Kitchen.RecipeLD(ctx, dish.Key)
	require.NoError(t, err)
	var doc map[string]any
	require.NoError(t, json.Unmarshal(ld, &doc))
	assert.Equal(t, "Recipe", doc["@type"])
	assert.Len(t, doc["recipeInstructions"], 4)
}
