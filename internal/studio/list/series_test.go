package list_test

import (
	"testing"

	"figladder/internal/craft/measure"
	"figladder/internal/craft/series"
	"figladder/internal/craft/shopping"
	"figladder/internal/studio/kitchen"
	"figladder/internal/studio/studiotest"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestTheDaysOfASeries(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, dish, _ := k.Toddy(t)
	other, err := k.Kitchen.AddTyped(ctx, k.Owner, shoot.Key, kitchen.Typed{Title: "Pear sour", Ingredients: "1 pear\n60 ml pear spirit", Method: "Shake.\nPour into the glass."})
	require.NoError(t, err)
	_, err = k.Kitchen.SaveGoods(ctx, k.Owner, shoot.Key, "", 0, shopping.Goods{Thing: "pear spirit", Pack: measure.Ratio(70, 1), PackUnit: "cl", PriceMinor: 2400})
	require.NoError(t, err)
	terms := series.UsualTerms()
	p, err := k.List.PlanSeries(ctx, shoot.Key, terms)
	require.NoError(t, err)
	require.NotNil(t, p.Best)
	require.Len(t, p.Best.Days, 1)
	assert.Len(t, p.Apart.Days, 2)
	assert.Equal(t, []string{"pear spirit"}, p.Best.Days[0].Shared)
	assert.Equal(t, terms.DayMinor+2400, p.Apart.PriceMinor-p.Best.PriceMinor, "a day and a bottle")
	assert.InDelta(t, float64(terms.DayMinor+2400)/100, p.Readings[0].Value, 1e-9)
	assert.True(t, p.Exact)

	terms.MinutesOwn = []series.Own{{DishID: dish.Key, Minutes: 350}, {DishID: other.Key, Minutes: 350}}
	p, err = k.List.PlanSeries(ctx, shoot.Key, terms)
	require.NoError(t, err)
	assert.Len(t, p.Best.Days, 2, "two long dishes do not fit one day")
	terms.MostDays = 1
	p, err = k.List.PlanSeries(ctx, shoot.Key, terms)
	require.NoError(t, err)
	assert.Nil(t, p.Best)
	assert.Contains(t, p.Problem, "do not fit into that many days")
	terms.SetupMin = 500
	_, err = k.Kitchen.SaveSeriesTerms(ctx, k.Owner, shoot.Key, 0, terms)
	assert.ErrorContains(t, err, "nothing would be photographed")
}
