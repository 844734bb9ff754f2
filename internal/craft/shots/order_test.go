package shots

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

func TestPossible(t *testing.T) {
	ingredient := Placed{"d", "Quinces", Ingredient, -1}
	before := Placed{"d", "Before the oven", Before, 2}
	safe := Placed{"d", "Safe", Safe, 4}
	pour := Placed{"d", "Pour", Action, 4}
	hero := Placed{"d", "Hero", Hero, 6}
	detail := Placed{"d", "Detail", Detail, 6}
	other := Placed{"e", "Other hero", Hero, 1}

	assert.Empty(t, Possible([]Placed{ingredient, before, safe, pour, hero, detail}, 3))
	assert.Empty(t, Possible([]Placed{hero, ingredient}, 0), "an ingredient waits on the side")
	assert.Empty(t, Possible([]Placed{detail, hero}, 0), "both show the finished dish")
	assert.Empty(t, Possible([]Placed{hero, other, detail}, 1), "other dishes do not matter")
	assert.Contains(t, Possible([]Placed{hero, before}, 0), "does not exist yet")
	assert.Contains(t, Possible([]Placed{hero, before}, 1), "gone by then")
	assert.Contains(t, Possible([]Placed{pour, safe}, 0), "cannot be undone")
	assert.Contains(t, Possible([]Placed{pour, safe}, 1), "nothing left to be safe about")
}
