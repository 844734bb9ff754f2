package recipe_test

import (
	"fmt"

	"figladder/internal/craft/recipe"
)

// A line of a recipe, read for its amount, its unit and the thing.
func ExampleParseIngredient() {
	i := recipe.ParseIngredient("2–3 tbsp fresh horseradish, finely grated")
	fmt.Printf("%s to %s %s of %s (%s)\n", i.Low, i.High, i.Unit, i.Item, i.Note)
	// Output: 2 to 3 tbsp of fresh horseradish (finely grated)
}

// What recipes agree on calling a thing.
func ExampleThing() {
	fmt.Println(recipe.Thing("Ripe tomatoes"), recipe.Thing("unsalted butter"))
	// Output: tomato butter
}
