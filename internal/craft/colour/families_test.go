package colour

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

// Every colour of a fine grid is called by a name of the list, and every name of the list
// calls something.
func TestFamilyNamesAreAllThatFamilySays(t *testing.T) {
	said := map[string]bool{}
	for l := 0.02; l < 1; l += 0.02 {
		for c := 0.0; c < 0.3; c += 0.01 {
			for h := 0.0; h < 360; h += 3 {
				said[LCH{l, c, h}.Family()] = true
			}
		}
	}
	var names []string
	for n := range said {
		names = append(names, n)
	}
	assert.ElementsMatch(t, FamilyNames, names)
}
