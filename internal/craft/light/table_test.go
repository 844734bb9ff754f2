package light

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

// What comes to a node in a later pass lies between its neighbours, but for those on the other side of a card that stands between.
func TestWhatLiesBetweenNodesIsOfTheirSide(t *testing.T) {
	g := grid{n: 4, m: 2, w: 400, d: 200, cos: 1}
	f := foot{pt{250, -10}, pt{250, 210}}
	g.feet = make([][]foot, g.n*g.m)
	g.feet[2], g.feet[6] = []foot{f}, []foot{f}
	values := make([]RGB, (g.n+1)*(g.m+1))
	for k := range values {
		values[k] = White(1)
		if k%(g.n+1) > 2 {
			values[k] = White(9)
		}
	}
	even := func(k int) bool { return k%(g.n+1)%2 == 0 && k/(g.n+1)%2 == 0 }
	for k, want := range map[int]float64{1: 1, 6: 1, 7: 1, 3: 9, 8: 9} {
		got, apart, ok := g.beside(k, values, even)
		assert.True(t, ok)
		assert.Zero(t, apart)
		assert.InDelta(t, want, got.Lux(), 1e-9, "node %d", k)
	}
	_, _, ok := g.beside(7, values, func(k int) bool { return k%(g.n+1) > 2 })
	assert.False(t, ok, "all that is known lies across the card")
}
