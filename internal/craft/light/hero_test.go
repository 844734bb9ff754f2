package light

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"gonum.org/v1/gonum/spatial/r3"
)

// The faces that the camera sees are lit as they are among all of them, and what is thrown is what At says it is but for table
// and room.
func TestSeenFacesAreLitAsAllAre(t *testing.T) {
	s, h := benchSet()
	e := NewEngine(s, Coarse)
	for _, from := range []r3.Vec{{Y: -1, Z: 0.8}, {X: 1, Y: 0.4}, {Z: 1}} {
		var want []Facet
		for _, f := range e.Facets(h, from) {
			if f.Seen {
				want = append(want, f)
			}
		}
		assert.Equal(t, want, e.SeenFacets(h, from))
	}
	p, n := facetAt(h, 120)
	of := e.At(p, n)
	assert.InDelta(t, of.Direct.Plus(of.Sun).Plus(of.Card).Lux(), e.Thrown(p, n).Lux(), 1e-9)
	assert.Greater(t, of.Total(), e.Thrown(p, n).Lux())
}
