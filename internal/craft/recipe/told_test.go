package recipe

import (
	"testing"

	"figladder/internal/craft/measure"
	"github.com/stretchr/testify/assert"
)

func TestAmountsToldInGramsOrCups(t *testing.T) {
	for _, c := range []struct{ line, in, want string }{
		// USDA: a US cup of flour is 125 g, of granulated sugar 200 g; of honey 339 g.
		{"1 cup flour", "grams", "125 g"},
		{"1/2 cup honey", "grams", "170 g"},
		{"1 tsp salt", "grams", "6.1 g"},
		{"1–2 tbsp honey", "grams", "21 g to 42 g"},
		{"200 g sugar", "cups", "1 cup"},
		{"300 g sugar", "cups", "1 1/2 cups"},
		{"250 ml milk", "cups", "1 cup"},
		{"30 g flour", "cups", "1/4 cup"},
		{"10 g salt", "cups", "1 3/4 tsp"},
		{"0.2 g salt", "cups", "a pinch"},
		// As it is written already, counted, or of no known density.
		{"200 g sugar", "grams", ""},
		{"1 cup flour", "cups", ""},
		{"2 eggs", "grams", ""},
		{"1 cup chopped nettles", "grams", ""},
		{"1 cup flour", "written", ""},
	} {
		assert.Equal(t, c.want, ParseIngredient(c.line).Told(c.in, measure.US), "%s in %s", c.line, c.in)
	}
}
