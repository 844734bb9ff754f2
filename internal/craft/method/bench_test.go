package method

import (
	"strings"
	"testing"

	"figladder/internal/craft/recipe"
)

// tenThousandWords is a method of about that many, in steps of a page each.
func tenThousandWords() recipe.Recipe {
	step := strings.Repeat("Whisk the egg whites to stiff peaks, raining in the sugar a spoonful at a time, till stiff and shiny; do not let it stand. Take it off the heat, tip in the chocolate and stir until glossy. Ladle into warm bowls, scatter with grapes and drizzle with green oil so that it pools in beads. ", 9)
	r := recipe.Recipe{Title: "Long", Ingredients: recipe.ParseIngredients([]string{"4 egg whites", "200 g sugar", "100 g chocolate", "grapes", "green oil"})}
	for len(r.Steps) < 21 {
		r.Steps = append(r.Steps, recipe.Step{Text: step})
	}
	return r
}

// BenchmarkTenThousandWords reads a method of ten thousand words and follows the dish through it.
func BenchmarkTenThousandWords(b *testing.B) {
	r := tenThousandWords()
	Of(r, nil)
	for b.Loop() {
		Of(r, nil)
	}
}
