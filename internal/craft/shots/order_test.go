package shots

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

func TestPossible(t *testing.T) {
	ingredient := Placed{Dish: "d", Title: "Quinces", Kind: Ingredient, Step: -1}
	before := Placed{Dish: "d", Title: "Before the oven", Kind: Before, Step: 2}
	safe := Placed{Dish: "d", Title: "Safe", Kind: Safe, Step: 4}
	pour := Placed{Dish: "d", Title: "Pour", Kind: Action, Step: 4}
	hero := Placed{Dish: "d", Title: "Hero", Kind: Hero, Step: 6}
	detail := Placed{Dish: "d", Title: "Detail", Kind: Detail, Step: 6}
	other := Placed{Dish: "e", Title: "Other hero", Kind: Hero, Step: 1}

	assert.Empty(t, Possible([]Placed{ingredient, before, safe, pour, hero, detail}, 3))
	assert.Empty(t, Possible([]Placed{hero, ingredient}, 0), "an ingredient waits on the side")
	assert.Empty(t, Possible([]Placed{detail, hero}, 0), "both show the finished dish")
	assert.Empty(t, Possible([]Placed{hero, other, detail}, 1), "other dishes do not matter")
	assert.Contains(t, Possible([]Placed{hero, before}, 0), "does not exist yet")
	assert.Contains(t, Possible([]Placed{hero, before}, 1), "gone by then")
	assert.Contains(t, Possible([]Placed{pour, safe}, 0), "cannot be undone")
	assert.Contains(t, Possible([]Placed{pour, safe}, 1), "nothing left to be safe about")
}
