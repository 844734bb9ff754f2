package preview

import (
	"testing"

	"figladder/internal/craft/light"
	"github.com/stretchr/testify/assert"
	"gonum.org/v1/gonum/spatial/r3"
)

// However bounces are sent to cards, on the mean they tell an even surface what cosines alone would: cards that hide one
// another, one on its edge, one behind and one that the surface touches.
func TestBouncesToCardsTellWhatCosinesDo(t *testing.T) {
	s := &stage{cards: []target{
		targetOf(light.Upright(r3.Vec{X: -300, Z: 150}, 400, 300, 90, 0)),
		targetOf(light.Upright(r3.Vec{X: -500, Y: 100, Z: 200}, 600, 400, 90, 0)),
		targetOf(light.Rect{Centre: r3.Vec{Z: 400}, U: r3.Vec{X: 200}, V: r3.Vec{Y: 150}}),
		targetOf(light.Upright(r3.Vec{Y: 250, Z: 100}, 200, 200, 90, 0)),
		targetOf(light.Rect{Centre: r3.Vec{Z: -200}, U: r3.Vec{X: 100}, V: r3.Vec{Y: 100}}),
		targetOf(light.Upright(r3.Vec{X: 5, Z: 50}, 300, 300, 0, 0)),
	}}
	n := unit(r3.Vec{X: -0.3, Y: 0.1, Z: 1})
	const paths = 200_000
	// Each way from the surface is told by its eighth, and by whether it meets the second card or the third.
	count := func(sum *[10]float64, w r3.Vec, k float64) {
		for c, at := range []float64{w.X, w.Y, w.Z - 0.7} {
			if at > 0 {
				sum[c] += k / paths
			}
		}
		for c := 1; c < 3; c++ {
			if _, ok := s.cards[c].screen.Meets(r3.Vec{}, w); ok {
				sum[3+c] += k / paths
			}
		}
		sum[9] += k / paths
	}
	var sent, even [10]float64
	for k := range paths {
		d := newDice(7, k, 3)
		w, weight := s.away(r3.Vec{}, n, &d)
		count(&sent, w, weight)
		count(&even, cosine(n, d.roll(), d.roll()), 1)
	}
	assert.InDelta(t, 1, sent[9], 0.01)
	assert.InDeltaSlice(t, even[:], sent[:], 0.01)
	assert.Greater(t, even[4], 0.01)
}

// A card sends nothing of what it returns to itself.
func TestACardIsNoTargetOfItsOwn(t *testing.T) {
	c := targetOf(light.Upright(r3.Vec{X: -300, Z: 150}, 400, 300, 40, 0))
	for _, at := range [][2]float64{{0, 0}, {0.7, -0.3}, {1, 1}} {
		own := c.At(at[0], at[1])
		assert.Zero(t, c.promises(own, c.n), at)
		assert.Positive(t, c.promises(r3.Add(own, r3.Scale(20, c.n)), r3.Scale(-1, c.n)), at)
	}
}
