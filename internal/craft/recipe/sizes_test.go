package recipe

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

func TestSizesAreReadFromTheMethod(t *testing.T) {
	for method, mm := range map[string]float64{
		"Line a deep 20 cm tin with the pastry.":         200,
		"Butter a 9-inch springform.":                    228.6,
		"Roll out to a 30 cm circle.":                    300,
		"Pour into a 23cm loose-bottomed tart tin.":      230,
		"Cut into 2.5 cm cubes.":                         0,
		"Bake in a tin.":                                 0,
		"Leave 20 cm between the racks of a 900 cm dish": 0,
	} {
		assert.InDelta(t, mm, Typed("x", "", method).Across(), 1e-9, method)
	}
}
