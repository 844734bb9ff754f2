package shape

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"gonum.org/v1/gonum/spatial/r3"
)

// Solids hold what their closed forms say, with no hole in them: a volume by its corners against a volume by formula.
func TestSolidsHoldWhatTheirFormulasSay(t *testing.T) {
	for name, x := range map[string]struct {
		m    Mesh
		want float64 // mm³
	}{
		"a box":           {Box(40, 30, 20, 0), 40 * 30 * 20},
		"a ball":          {Ball(20, 20, 20, 0, 1, 1, 48), 4. / 3 * math.Pi * 20 * 20 * 20},
		"a long ball":     {Ball(30, 12, 8, 0, 1, 1, 48), 4. / 3 * math.Pi * 30 * 12 * 8},
		"a straight tube": {Tube([][3]float64{{0, 0, 0}, {0, 0, 50}, {0, 0, 100}}, 5, 48), math.Pi * 25 * 100},
		"a square prism":  {Extrude([][2]float64{{-10, -10}, {10, -10}, {10, 10}, {-10, 10}}, 15, 0), 20 * 20 * 15},
		"a turned cone":   {Revolve([]RZ{{0, 0}, {20, 0}, {0, 30}}, 64), math.Pi * 400 * 30 / 3},
		"a turned disc":   {Revolve([]RZ{{0, 0}, {25, 0}, {25, 4}, {0, 4}}, 64), math.Pi * 625 * 4},
	} {
		// Many-sided rounds hold a little less than round ones.
		assert.InEpsilon(t, x.want, volume(x.m), 0.03, name)
		assert.Zero(t, open(x.m), name)
		assert.Greater(t, volume(x.m), 0.0, "%s: its outside is outside", name)
	}
}

// However a mesh is carried, turned, leant, stretched or put with others, it holds what it should, its normals stay as long
// as one and stand on its faces.
func TestWhatIsDoneToAMeshIsDoneToAllOfIt(t *testing.T) {
	m := Box(40, 30, 20, 2)
	v := volume(m)
	assert.InEpsilon(t, v, volume(m.Moved(37, r3.Vec{X: 100, Y: -50, Z: 9})), 1e-9)
	assert.InEpsilon(t, v, volume(m.Tilted(20)), 1e-9)
	assert.InEpsilon(t, v*2*0.5*3, volume(m.Stretched(2, 0.5, 3)), 1e-9)
	assert.InEpsilon(t, -v, volume(m.Inverted()), 1e-9)
	assert.InEpsilon(t, v, volume(m.Inverted().Inverted()), 1e-9)
	two := Join(m, m.Moved(0, r3.Vec{X: 500}))
	assert.InEpsilon(t, 2*v, volume(two), 1e-9)
	assert.Len(t, two.T, 2*len(m.T))
	lo, hi := two.Bounds()
	assert.InDelta(t, 540, hi.X-lo.X, 1e-9)
	assert.InDelta(t, 30, hi.Y-lo.Y, 1e-9)

	// A quarter turn carries a corner from one side to the next, the way bearings go: clockwise from above.
	turned := Mesh{P: []r3.Vec{{Y: 10}}, N: []r3.Vec{{Y: 1}}}.Moved(90, r3.Vec{Z: 1})
	assert.InDelta(t, 10, turned.P[0].X, 1e-9)
	assert.InDelta(t, 0, turned.P[0].Y, 1e-9)
	assert.InDelta(t, 1, turned.P[0].Z, 1e-9)
	assert.InDelta(t, 1, turned.N[0].X, 1e-9)

	for name, x := range map[string]Mesh{"turned": m.Moved(37, r3.Vec{X: 9}), "leant": m.Tilted(20), "stretched": m.Stretched(2, 0.5, 3), "two": two} {
		for _, n := range x.N {
			assert.InDelta(t, 1, r3.Norm(n), 1e-9, name)
		}
		// A corner's normal leans no further off its faces than a bevel does.
		for _, tri := range x.T {
			a, b, c := x.P[tri[0]], x.P[tri[1]], x.P[tri[2]]
			if face := r3.Cross(r3.Sub(b, a), r3.Sub(c, a)); r3.Norm(face) > 1e-6 {
				for _, k := range tri {
					assert.Greater(t, r3.Dot(r3.Unit(face), x.N[k]), 0.2, name)
				}
			}
		}
	}
}
