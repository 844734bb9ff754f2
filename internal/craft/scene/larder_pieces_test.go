package scene

import (
	"math"
	"testing"

	"figladder/internal/craft/shape"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// uppermost is the part that is seen from straight above at a place, -1 for none.
func uppermost(parts []Part, x, y float64) int {
	best, top := -1, math.Inf(-1)
	for k, p := range parts {
		if z, ok := p.Mesh.HeightAt(x, y); ok && z > top {
			best, top = k, z
		}
	}
	return best
}

func TestACrumbleIsRubbleWithFruitBetween(t *testing.T) {
	v := serving{reachMm: 90, tallMm: 40, levelMm: 45, insideMm: func(float64) float64 { return 90 }, seed: 4, f: Smooth, garnish: "#7c2338"}
	parts := v.crumble()
	require.Len(t, parts, 6, "fruit at the edge, what is beneath, fruit between, rubble of three shades")
	seen := make([]int, len(parts))
	all := 0
	for i := range 40 {
		for j := range 40 {
			x, y := 4.2*float64(i)-82, 4.2*float64(j)-82
			if math.Hypot(x, y) < 82 {
				if k := uppermost(parts, x, y); k >= 0 {
					seen[k]++
				}
				all++
			}
		}
	}
	rubble := seen[3] + seen[4] + seen[5]
	assert.Greater(t, float64(rubble)/float64(all), 0.45, "%v of %d", seen, all)
	assert.Greater(t, seen[2], 5, "fruit comes up between it: %v", seen)
	for _, shade := range seen[3:] {
		assert.Greater(t, float64(shade)/float64(all), 0.1, "%v", seen)
	}
	assert.Equal(t, parts[0].Stuff.Colour, parts[2].Stuff.Colour, "of one fruit")
}

func TestBiscuitsArePrickedAndOneIsBroken(t *testing.T) {
	v := serving{reachMm: 90, tallMm: 30, colour: "#c39255", seed: 4, f: Smooth}
	parts := v.biscuits()
	require.Len(t, parts, 3)
	inside, holes := parts[0].Mesh, parts[2].Mesh
	require.Len(t, inside.Runs, 9)
	// The area of each from above, by the triangles of its top.
	areas, at := make([]float64, 9), 0
	of := make([]int, 0, len(inside.P))
	for k, n := range inside.Runs {
		for range n {
			of = append(of, k)
		}
		at += n
	}
	for _, tri := range inside.T {
		a, b, c := inside.P[tri[0]], inside.P[tri[1]], inside.P[tri[2]]
		if flat := ((b.X-a.X)*(c.Y-a.Y) - (b.Y-a.Y)*(c.X-a.X)) / 2; flat > 0 {
			areas[of[tri[0]]] += flat
		}
	}
	for k, a := range areas[1:] {
		assert.InEpsilon(t, areas[1], a, 0.06, "biscuit %d is whole", k+1)
	}
	assert.InDelta(t, 220.0/360, areas[0]/areas[1], 0.05, "the first is broken")
	whole := 8 * 7
	assert.Greater(t, len(holes.Runs), whole)
	assert.Less(t, len(holes.Runs), whole+7, "where it broke off there are none")
	for k := range holes.P { // each lies on a biscuit
		_, on := inside.HeightAt(holes.P[k].X, holes.P[k].Y)
		assert.True(t, on)
	}
}

func TestHalvesOfASandwichRestOnPlateAndOnEachOther(t *testing.T) {
	v := serving{reachMm: 100, tallMm: 70, colour: "#d59a8c", seed: 4, f: Smooth}
	parts := v.sandwich()
	var crumb []shape.Mesh
	for _, p := range parts {
		lo, _ := p.Mesh.Bounds()
		assert.GreaterOrEqual(t, lo.Z, -1.0, "nothing in the plate, but for the unevenness of bread")
	}
	// The four slices of bread: the two of what lies, then the two of what leans.
	n := len(parts[0].Mesh.P) / 4
	for k := range 4 {
		crumb = append(crumb, shape.Mesh{P: parts[0].Mesh.P[k*n : (k+1)*n]})
	}
	_, lying := crumb[1].Bounds()
	low, leaning := crumb[2].Bounds()
	assert.InDelta(t, 0, low.Z, 1.5, "one end of what leans is on the plate")
	assert.Greater(t, leaning.Z, lying.Z+10, "and the other is higher than what it leans on")
	// Its underside goes over the upper edge of the other, close to it.
	near := math.Inf(1)
	left, _ := crumb[1].Bounds()
	for _, p := range crumb[2].P {
		if math.Abs(p.X-left.X) < 12 {
			near = math.Min(near, math.Abs(p.Z-lying.Z))
		}
	}
	assert.Less(t, near, 12.0)
}

func TestWholeFruitTakesItsSecondColourWhereTheSunWas(t *testing.T) {
	for _, piece := range []string{"apple", "whole pear"} {
		x := Thing{Kind: "scatter", Piece: piece, Count: 3, WidthMm: 130, HeightMm: 70, Colour: "#a8a04e", Second: "#b0452e"}
		parts := x.settled(nil, 3, Smooth)
		require.Len(t, parts, 2, piece)
		skin := parts[0]
		assert.Equal(t, linear("#a8a04e"), skin.Stuff.Colour)
		assert.Equal(t, linear("#b0452e"), skin.Stuff.Second)
		require.Len(t, skin.Mesh.Runs, 3)
		lo, hi := skin.Mesh.Bounds()
		assert.GreaterOrEqual(t, lo.Z, -1e-9, "%s lies on the table", piece)
		assert.Less(t, lo.Z, 3.0)
		assert.InDelta(t, 70, hi.Z, 20, "%s is about as high as said: no two are alike", piece)
		x.Second = ""
		assert.Equal(t, skin.Stuff.Colour.Times(0.45), x.settled(nil, 3, Smooth)[0].Stuff.Second)
	}
}
