package kitchen_test

import (
	"testing"

	"figladder/internal/studio/core"
	"figladder/internal/studio/kitchen"
	"figladder/internal/studio/studiotest"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestAmounts(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, _ := k.Toddy(t)
	d, err := k.Kitchen.AddTyped(ctx, k.Owner, shoot.Key, kitchen.Typed{Title: "Rye loaf", Ingredients: "500 g rye flour\n1 cup water\n1 gravel", Method: "Bake at 350°F for 50 to 60 minutes.\nCool overnight."})
	require.NoError(t, err)
	a, err := k.Kitchen.Amounts(ctx, d.Key, "3/2", "metric", "rye flour")
	require.NoError(t, err)
	assert.Equal(t, "750 g", a.Ingredients[0].Amount())
	assert.Equal(t, "1 1/2", a.Ingredients[2].Shown)
	assert.Equal(t, "rye flour", a.Ratios.Base)
	assert.InDelta(t, 100*250*1.002/500, a.Ratios.Shares[1].Percent, 1e-6)
	assert.Equal(t, []string{"1 gravel"}, a.Ratios.Left)
	require.Len(t, a.Steps, 2)
	assert.InDelta(t, 176.7, a.Steps[0].Temperatures[0].CelsiusDeg, 0.05)
	assert.Equal(t, 50.0+480, a.LowMin)
	assert.Equal(t, 60.0+720, a.HighMin)
	us, err := k.Kitchen.Amounts(ctx, d.Key, "1", "us", "")
	require.NoError(t, err)
	assert.Less(t, us.Ratios.Shares[1].Grams, 240.0, "a US cup is smaller")
	for _, bad := range [][2]string{{"none", "metric"}, {"0", "metric"}, {"-1", "metric"}, {"1e9", "metric"}, {"5000", "metric"}, {"1", "moon"}} {
		_, err := k.Kitchen.Amounts(ctx, d.Key, bad[0], bad[1], "")
		var f *core.FieldError
		assert.ErrorAs(t, err, &f, "%v", bad)
	}
}
