package recipe

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

func TestThing(t *testing.T) {
	for item, want := range map[string]string{"Unsalted butter": "butter", "eggs": "egg", "Large free-range eggs": "egg", "tomatoes": "tomato", "berries": "berry", "brown sugar": "brown sugar", "Peaches": "peach", "radishes": "radish", "chocolate cookies": "chocolate cookie", "bay leaves": "bay leaf", "asparagus": "asparagus", "egg whites": "egg white", "watercress": "watercress", "fine": "fine", "": ""} {
		assert.Equal(t, want, Thing(item), item)
	}
}
