package recipe

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

func TestThing(t *testing.T) {
	for item, want := range map[string]string{"Unsalted butter": "butter", "eggs": "egg", "Large free-range eggs": "egg", "tomatoes": "tomato", "berries": "berry", "brown sugar": "brown sugar", "watercress": "watercress", "fine": "fine", "": ""} {
		assert.Equal(t, want, Thing(item), item)
	}
}
