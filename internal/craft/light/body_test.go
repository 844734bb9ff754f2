package light

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"gonum.org/v1/gonum/spatial/r3"
)

// A pale dish lights the table and the card beside it, as rays have it; a black one does not.
func TestADishReturnsLight(t *testing.T) {
	s, h := benchSet()
	s.Panels = s.Panels[1:3]
	s.Windows[0].RevealMm, s.Windows[0].Outside = 0, nil // which the rays know nothing of
	black := NewEngine(s, Fine)
	s.Solids[0].Side, s.Solids[0].Top = White(0.7), White(0.5)
	pale, rays := NewEngine(s, Fine), traces(s, 21, 22)
	most := 0.0
	for _, deg := range []float64{20, 90, 160, 250, 340} {
		sin, cos := math.Sincos(deg * math.Pi / 180)
		for _, away := range []float64{25, 90} {
			p := r3.Vec{X: h.Foot.X + (h.RadiusMm+away)*sin, Y: h.Foot.Y + (h.RadiusMm+away)*cos, Z: 0.01}
			got, want := pale.At(p, up).Total(), rays.lux(p, up, 300_000)
			assert.InEpsilon(t, want, got, 0.02, "%v° round, %v mm off", deg, away)
			most = math.Max(most, math.Abs(black.At(p, up).Total()-want)/want)
		}
	}
	assert.Greater(t, most, 0.05, "a black dish is far off somewhere")
	// Its own top and sides throw nothing on themselves.
	lone := Set{Sources: s.Sources, Table: Table{WidthMm: 1600, DepthMm: 900}, Solids: s.Solids}
	dark := lone
	dark.Solids = []Cylinder{{Foot: h.Foot, RadiusMm: h.RadiusMm, HeightMm: h.HeightMm}}
	p, n := facetAt(h, 200)
	assert.InDelta(t, NewEngine(dark, Fine).At(p, n).Total(), NewEngine(lone, Fine).At(p, n).Total(), 1e-6)
}

// The same set has the same light to the last digit, however many hands work it out: what one
// glossy face sees is not replaced while another looks at it.
func TestTheSameSetTheSameLight(t *testing.T) {
	s, h := benchSet()
	s = foils(s)
	s.Solids[0].Side, s.Solids[0].Top = White(0.5), White(0.5)
	want := NewEngine(s, Fair).Facets(h, up)
	for range 2 {
		assert.Equal(t, want, NewEngine(s, Fair).Facets(h, up))
	}
}
