package shape_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/spatial/r3"

	"figladder/internal/craft/shape"
)

// A relief answers what the mesh answers that looks at all of its triangles: over it, beside
// it, on its edges and corners, whatever its form.
func TestAReliefIsAsHighAsItsMesh(t *testing.T) {
	for name, m := range map[string]shape.Mesh{
		"a heap":          shape.Heap(60, 40, 0.2, 12, 7, 24),
		"a box":           shape.Box(40, 30, 20, 2).Moved(30, r3.Vec{X: 100, Y: -50, Z: 3}),
		"a shell":         shape.Shell(40, 25, 9, 18).Tilted(40),
		"a long thin one": shape.Box(3000, 1, 4, 0.2),
		"one that stands": {P: []r3.Vec{{}, {X: 10}, {X: 10, Z: 20}}, N: make([]r3.Vec, 3), T: [][3]int32{{0, 1, 2}}},
		"nothing":         {},
	} {
		r := m.Relief()
		lo, hi := m.Bounds()
		if len(m.P) == 0 {
			lo, hi = r3.Vec{}, r3.Vec{}
		}
		places := [][2]float64{{lo.X, lo.Y}, {hi.X, hi.Y}, {lo.X - 5, lo.Y}, {hi.X + 1e6, hi.Y}, {0, 0}}
		for i := range 40 {
			for k := range 40 {
				places = append(places, [2]float64{lo.X + (hi.X-lo.X)*(float64(i)-1)/37, lo.Y + (hi.Y-lo.Y)*(float64(k)-1)/37})
			}
		}
		for _, p := range m.P {
			places = append(places, [2]float64{p.X, p.Y})
		}
		for _, tri := range m.T {
			a, b := m.P[tri[0]], m.P[tri[1]]
			places = append(places, [2]float64{(a.X + b.X) / 2, (a.Y + b.Y) / 2})
		}
		over := 0
		for _, p := range places {
			want, there := m.HeightAt(p[0], p[1])
			got, found := r.HeightAt(p[0], p[1])
			require.Equal(t, there, found, "%s at %v", name, p)
			if there {
				over++
				require.InDelta(t, want, got, 1e-9, "%s at %v", name, p)
			}
		}
		assert.Equal(t, len(m.P) > 3, over > 100, name)
	}
	_, there := shape.Box(40, 30, 20, 2).Relief().HeightAt(math.NaN(), 0)
	assert.False(t, there)
}
