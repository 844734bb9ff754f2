package light

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/spatial/r3"
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
		got, apart, ok := g.beside(k, 1, values, even)
		assert.True(t, ok)
		assert.Zero(t, apart)
		assert.InDelta(t, want, got.Lux(), 1e-9, "node %d", k)
	}
	_, _, ok := g.beside(7, 1, values, func(k int) bool { return k%(g.n+1) > 2 })
	assert.False(t, ok, "all that is known lies across the card")
}

// A plate's faces see the table from a few mm over it, where its own shadow ends: what comes to them by way of the table is what
// rays find, and no mean of shade and light.
func TestALowPlateStandsInItsOwnShade(t *testing.T) {
	for _, h := range []Hero{{RadiusMm: 90, HeightMm: 10}, {RadiusMm: 47, HeightMm: 20}, {RadiusMm: 130, HeightMm: 25}} {
		h.Foot = r3.Vec{X: 800, Y: 450}
		s := Set{Windows: []Window{{Rect: Upright(r3.Vec{X: -500, Y: 450, Z: 600}, 1400, 1200, 90, 0), Glass: 1, Sky: EvenSky(White(4000))}},
			Table: Table{WidthMm: 1600, DepthMm: 900, Diffuse: White(0.6)}, Solids: []Cylinder{h.Body()}}
		e, rays := NewEngine(s, Fine), traces(s, 7, 8)
		for _, deg := range []float64{90, 120, 150} {
			p, n := facetAt(h, deg)
			assert.InEpsilon(t, rays.lux(p, n, 100_000), e.At(p, n).Total(), 0.04, "%v mm high, the face at %v°", h.HeightMm, deg)
		}
	}
}

// A ring's nodes lie all round a thing, from beside it to its outer edge, and a place is found where it was put.
func TestARingLiesRoundAThing(t *testing.T) {
	e := &Engine{detail: Fine}
	g, ok := e.ring(&Cylinder{Foot: r3.Vec{X: 300, Y: 200}, RadiusMm: 50, HeightMm: 20})
	require.True(t, ok)
	for k := range (g.n + 1) * (g.m + 1) {
		p := g.place(k)
		away := math.Hypot(p.X-300, p.Y-200)
		assert.True(t, away > 50 && away < 50+ringMm+1e-9, "%v mm", away)
		u, v := g.own(p.X, p.Y)
		assert.InDelta(t, float64(k/(g.n+1))/float64(g.m), v, 1e-6) // a root of nothing
		turn := 2 * math.Pi * float64(k%(g.n+1)) / float64(g.n)
		assert.InDelta(t, math.Cos(turn), math.Cos(u), 1e-9) // the first and the last are one
		assert.InDelta(t, math.Sin(turn), math.Sin(u), 1e-9)
	}
	_, v := g.own(300, 210)
	assert.Negative(t, v, "under the thing")
	for _, c := range []Cylinder{{RadiusMm: 50, HeightMm: ringUnder + 1}, {Foot: r3.Vec{Z: 30}, RadiusMm: 50, HeightMm: 20}} {
		_, ok := e.ring(&c)
		assert.False(t, ok)
	}
}
