package preview

import (
	"math"
	"testing"

	"figladder/internal/craft/light"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/shape"
	"github.com/stretchr/testify/assert"
	"gonum.org/v1/gonum/spatial/r3"
)

// quad is a rectangle as a mesh that faces as it does.
func quad(q light.Rect) shape.Mesh {
	m := shape.Mesh{T: [][3]int32{{0, 1, 2}, {0, 2, 3}}}
	for _, c := range [][2]float64{{-1, -1}, {1, -1}, {1, 1}, {-1, 1}} {
		m.P, m.N = append(m.P, q.At(c[0], c[1])), append(m.N, q.Normal())
	}
	return m
}

// A pane mirrors the twentieth part of a wall that is lit. Little though it is, every sample tells of it, and tells as much as
// Fresnel's share of what the lamp makes of the wall.
func TestWhatGlassMirrorsIsToldByEverySample(t *testing.T) {
	s := emptyStage(light.Set{Sources: []light.Source{lampAt(r3.Vec{X: 100, Z: 900}, 300, 1000)}})
	s.walls, s.room = nil, light.RGB{}
	s.add(quad(light.Rect{U: r3.Vec{X: 50}, V: r3.Vec{Y: 50}}), scene.Stuff{Clear: true, Front: 1, Back: 1.5}, 0)
	wall := light.Upright(r3.Vec{X: 200, Z: 200}, 600, 600, 270, 0)
	s.add(quad(wall), scene.Stuff{Colour: light.White(0.8)}, 1)
	s.done()
	d := unit(r3.Vec{X: 1, Z: -1})
	share, _ := fresnel(-d.Z, 1/1.5)
	n := wall.Normal()
	if n.X > 0 {
		n = r3.Scale(-1, n)
	}
	want := share * 0.8 / math.Pi * 1000 * s.lamps[0].falls(r3.Vec{X: 200, Z: 200}, n)
	const paths = 4000
	sum, squares := 0.0, 0.0
	for k := range paths {
		r := newDice(5, k, 3)
		r.asks = 2
		got := s.looked(r3.Scale(-300, d), d, &r, nil).clean.Lux()
		sum, squares = sum+got, squares+got*got
	}
	mean := sum / paths
	assert.InEpsilon(t, want, mean, 0.01)
	assert.Less(t, math.Sqrt(squares/paths-mean*mean)/mean, 1.0)
}

// A surface is asked as often as it is worth, and a path goes on as often as it always did, so that a mean is the same.
func TestChancesOfAPath(t *testing.T) {
	matt, glass := &spot{part: &part{}}, &spot{part: &part{stuff: scene.Stuff{Clear: true}}}
	for _, depth := range []int{1, 5} {
		for _, weight := range []float64{0, 0.001, 0.04, 0.3, 0.6, 1, 1.7} {
			asked, goes := chances(matt, depth, weight)
			through, on := chances(glass, depth, weight)
			assert.GreaterOrEqual(t, asked, through, "to ask costs little")
			assert.InDelta(t, through*on, asked*goes, 1e-12, "both go on alike")
			assert.LessOrEqual(t, asked, 1.0)
			assert.LessOrEqual(t, goes, 1.0)
		}
	}
	asked, _ := chances(matt, 1, 0.04)
	assert.Equal(t, 1.0, asked, "what glass mirrors")
	_, goes := chances(matt, 7, 3)
	assert.Less(t, goes, 1.0, "none goes on for ever")
}
