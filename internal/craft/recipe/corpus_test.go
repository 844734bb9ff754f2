package recipe

import (
	"os"
	"strings"
	"testing"

	"figladder/internal/craft/measure"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// The hand-labelled lines: amount, unit and item right on 97 in a hundred, and
// nothing that should not be understood claimed to be.
func TestLabelledLines(t *testing.T) {
	for file, least := range map[string]int{"testdata/ingredients.psv": 250, "testdata/held-out.psv": 50} {
		t.Run(file, func(t *testing.T) { labelled(t, file, least) })
	}
}

func labelled(t *testing.T, file string, least int) {
	data, err := os.ReadFile(file)
	require.NoError(t, err)
	right, all := 0, 0
	for _, line := range strings.Split(string(data), "\n") {
		if line == "" || strings.HasPrefix(line, "#") {
			continue
		}
		col := strings.Split(line, "|")
		require.Len(t, col, 4, line)
		for i := range col {
			col[i] = strings.TrimSpace(col[i])
		}
		all++
		got := ParseIngredient(col[0])
		if col[1] == "?" {
			if !assert.False(t, got.Understood, "%q was claimed to be understood as %q %q", col[0], got.Amount(), got.Item) {
				continue
			}
			right++
			continue
		}
		if ok, why := agrees(got, col[1], col[2], col[3]); ok {
			right++
		} else {
			t.Logf("%q: %s", col[0], why)
		}
	}
	t.Logf("%d of %d lines right (%.1f %%)", right, all, 100*float64(right)/float64(all))
	assert.GreaterOrEqual(t, all, least)
	assert.GreaterOrEqual(t, float64(right), 0.97*float64(all))
}

func agrees(got Ingredient, amount, unit, item string) (bool, string) {
	low, high, ranged := strings.Cut(amount, "-")
	if !ranged {
		high = low
	}
	want := func(s string) measure.Rational { r, _ := measure.ParseRational(s); return r }
	switch {
	case !got.Understood:
		return false, "not understood"
	case got.Low.Cmp(want(low)) != 0 || got.High.Cmp(want(high)) != 0:
		return false, "amount " + got.Low.String() + "-" + got.High.String()
	case got.Unit != unit:
		return false, "unit " + got.Unit
	case got.Item != item:
		return false, "item " + got.Item
	}
	return true, ""
}
