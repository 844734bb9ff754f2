package shopcsv

import (
	"bytes"
	"encoding/csv"
	"testing"

	"figladder/internal/craft/measure"
	"figladder/internal/craft/recipe"
	"figladder/internal/craft/shopping"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestAnotherReaderFindsEveryLine(t *testing.T) {
	l := shopping.Make([]shopping.Need{{Dish: `Pie, "ours"`, Lines: recipe.ParseIngredients([]string{"4 pears", "300 ml cream"})}},
		[]shopping.Goods{{Thing: "cream", Pack: measure.Ratio(300, 1), PackUnit: "ml", PriceMinor: 1234567}}, measure.Metric, shopping.Choices{Extra: []shopping.Extra{{Key: "x", Words: "=1+1"}}})
	data, err := Write(l, "GBP")
	require.NoError(t, err)
	rows, err := csv.NewReader(bytes.NewReader(data)).ReadAll()
	require.NoError(t, err)
	require.Len(t, rows, 4)
	assert.Equal(t, Header, rows[0])
	by := map[string][]string{}
	for _, r := range rows[1:] {
		by[r[3]] = r
	}
	assert.Equal(t, "6", by["pears"][2])
	assert.Equal(t, `Pie, "ours": 4`, by["pears"][11])
	assert.Equal(t, "12345.67", by["cream"][8], "a figure that a spreadsheet can add")
	assert.Contains(t, by, "'=1+1", "nothing runs")
}
