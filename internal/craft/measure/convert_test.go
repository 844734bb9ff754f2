package measure

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func TestConvertByRegion(t *testing.T) {
	for _, row := range []struct {
		region   Region
		amount   string
		from, to string
		want     float64
	}{
		{US, "1", "cup", "ml", 236.588}, {Metric, "1", "cup", "ml", 250}, {AU, "1", "tbsp", "ml", 20}, {UK, "1", "tbsp", "ml", 15},
		{US, "1", "lb", "g", 453.592}, {UK, "1", "pint", "ml", 568.261}, {US, "2", "fl oz", "ml", 59.148}, {US, "1", "kg", "lb", 2.20462},
		{Metric, "3/2", "tsp", "ml", 7.5}, {US, "16", "oz", "lb", 1},
	} {
		a, err := ParseRational(row.amount)
		require.NoError(t, err)
		got, err := row.region.Convert(a, row.from, row.to)
		require.NoError(t, err)
		assert.InEpsilon(t, row.want, got.Float(), 1e-5, "%s %s %s", row.region.Name, row.amount, row.from)
	}
	for _, bad := range [][2]string{{"cup", "g"}, {"sprig", "ml"}, {"cup", "stone"}, {"sprig", "sprig"}} {
		_, err := US.Convert(Ratio(1, 1), bad[0], bad[1])
		assert.ErrorIs(t, err, ErrUnit, "%v", bad)
	}
}

func TestThereAndBackIsExact(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := rapid.SampledFrom([]Region{US, Metric, UK, AU}).Draw(t, "region")
		volumes := []string{"tsp", "tbsp", "cup", "fl oz", "pint", "quart", "ml", "l"}
		a, b := rapid.SampledFrom(volumes).Draw(t, "from"), rapid.SampledFrom(volumes).Draw(t, "to")
		q := Ratio(rapid.Int64Range(0, 9999).Draw(t, "n"), rapid.Int64Range(1, 64).Draw(t, "d"))
		there, err := r.Convert(q, a, b)
		require.NoError(t, err)
		back, err := r.Convert(there, b, a)
		require.NoError(t, err)
		assert.Zero(t, q.Cmp(back))
	})
}

// Household weights of a US cup in grams, remembered like the table itself: this
// catches a slip in the sums, not a wrong figure in the table.
func TestGramsOfACup(t *testing.T) {
	for item, grams := range map[string]float64{"water": 237, "whole milk": 244, "honey": 339, "caster sugar": 200, "plain flour": 125, "rye flour": 102, "icing sugar": 120, "olive oil": 216, "butter": 227, "cocoa powder": 86} {
		got, row, err := US.Grams(Ratio(1, 1), "cup", item)
		require.NoError(t, err, item)
		assert.NotEmpty(t, row)
		assert.InEpsilon(t, grams, got.Float(), 0.01, item)
	}
	got, row, err := US.Grams(Ratio(2, 1), "oz", "anything at all")
	require.NoError(t, err)
	assert.Empty(t, row, "a weight needs no table")
	assert.InEpsilon(t, 56.699, got.Float(), 1e-5)
}

func TestWhatIsNotInTheTableIsNotGuessed(t *testing.T) {
	for _, item := range []string{"gravel", "peanut butter", "flaky salt", "soy sauce", "cream cheese", ""} {
		_, _, err := US.Grams(Ratio(1, 1), "cup", item)
		assert.ErrorIs(t, err, ErrDensity, item)
	}
	_, _, err := US.Grams(Ratio(1, 1), "sprig", "thyme")
	assert.ErrorIs(t, err, ErrUnit)
}

func TestDegrees(t *testing.T) {
	assert.InDelta(t, 180, Celsius(356), 1e-9)
	assert.InDelta(t, -40, Celsius(-40), 1e-9)
	assert.InDelta(t, 212, Fahrenheit(100), 1e-9)
}

func TestPieces(t *testing.T) {
	for item, want := range map[string]int64{"large eggs": 100, "egg whites": 66, "egg yolk": 34, "shallots": 60} {
		g, by, err := Metric.Grams(Ratio(2, 1), "", item)
		require.NoError(t, err, item)
		assert.Zero(t, Ratio(want, 1).Cmp(g), item)
		assert.NotEmpty(t, by)
	}
	_, ok := PieceOf("eggplant caviar")
	assert.False(t, ok, "the word must end the name")
	_, _, err := Metric.Grams(Ratio(2, 1), "", "anvils")
	assert.Error(t, err)
}
