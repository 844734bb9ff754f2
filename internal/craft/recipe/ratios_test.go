package recipe

import (
	"testing"

	"figladder/internal/craft/measure"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

var loaf = Typed("Rye loaf", "500 g flour\n1 cup water\n10 g salt\n100 g flour\n1 egg\n2 tbsp gravel\na pinch of caraway", "Bake.")

func TestBakersPercentages(t *testing.T) {
	r := loaf.ByWeight(measure.US, "flour")
	assert.Equal(t, "flour", r.Base)
	require.Len(t, r.Shares, 4)
	assert.Equal(t, "flour", r.Shares[0].Item)
	assert.InDelta(t, 600, r.Shares[0].Grams, 1e-9, "the same thing twice is one")
	assert.InDelta(t, 100, r.Shares[0].Percent, 1e-9)
	assert.InDelta(t, 100*237.06/600, r.Shares[1].Percent, 0.01)
	assert.Equal(t, "water", r.Shares[1].By, "says which row weighed it")
	assert.Equal(t, "egg of 50 g", r.Shares[2].By, "and which piece")
	assert.Equal(t, []string{"2 tbsp gravel", "a pinch of caraway"}, r.Left)
	whole := loaf.ByWeight(measure.US, "")
	sum := 0.0
	for _, s := range whole.Shares {
		sum += s.Percent
	}
	assert.InDelta(t, 100, sum, 1e-9)
}

func TestAScaledRecipeIsTheSameRecipe(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		by := measure.Ratio(rapid.Int64Range(1, 200).Draw(t, "n"), rapid.Int64Range(1, 24).Draw(t, "d"))
		more, err := loaf.Scaled(by)
		require.NoError(t, err)
		assert.Empty(t, Changed(loaf.ByWeight(measure.US, "flour"), more.ByWeight(measure.US, "flour")))
		back, err := more.Scaled(measure.Ratio(1, 1).Quo(by))
		require.NoError(t, err)
		for i := range loaf.Ingredients {
			assert.Zero(t, loaf.Ingredients[i].High.Cmp(back.Ingredients[i].High), "exactly")
		}
	})
	_, err := loaf.Scaled(measure.Rational{})
	assert.ErrorIs(t, err, ErrFactor)
}

func TestWhatChangedBetweenTrials(t *testing.T) {
	first := Typed("", "300 g flour\n200 g butter\n100 g sugar\n50 g almonds", "")
	second := Typed("", "300 g flour\n150 g butter\n100.5 g sugar\n30 g cornflour", "")
	got := Changed(first.ByWeight(measure.Metric, "flour"), second.ByWeight(measure.Metric, "flour"))
	require.Len(t, got, 3)
	assert.Equal(t, Change{"butter", 200. / 3, 50, "less"}, got[0])
	assert.Equal(t, "left out", got[1].Kind)
	assert.Equal(t, "almonds", got[1].Item)
	assert.Equal(t, Change{"cornflour", 0, 10, "added"}, got[2])
}
