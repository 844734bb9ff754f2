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

func TestAThingUnderTwoNamesIsOne(t *testing.T) {
	for a, b := range map[string]string{"eggplants": "aubergine", "Japanese eggplant": "japanese aubergine", "scallions": "spring onions", "fresh cilantro": "coriander", "confectioners' sugar": "icing sugar", "all-purpose flour": "plain flour", "heavy cream": "double cream", "shrimp": "prawns"} {
		assert.Equal(t, Thing(b), Thing(a), a)
	}
	for a, b := range map[string]string{"brown sugar": "sugar", "coriander seeds": "coriander", "single cream": "double cream"} {
		assert.NotEqual(t, Thing(b), Thing(a), a)
	}
}
