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

// polished is a metal floor of a roughness under one lamp, and nothing else.
func polished(alpha float64, lamp light.Source) *stage {
	s := emptyStage(light.Set{Table: light.Table{WidthMm: 400, DepthMm: 400}, Sources: []light.Source{lamp}})
	s.walls, s.room = nil, light.RGB{}
	m := shape.Mesh{P: []r3.Vec{{X: -400, Y: -400}, {X: 400, Y: -400}, {X: 400, Y: 400}, {X: -400, Y: 400}}, T: [][3]int32{{0, 1, 2}, {0, 2, 3}}}
	up := r3.Vec{Z: 1}
	m.N = []r3.Vec{up, up, up, up}
	s.add(m, scene.Stuff{Metal: true, Rough: alpha, Colour: light.White(0.8)}, 0)
	return s.done()
}

// What a polished floor shows of a lamp, straight in its mirror's way and well beside it, against the integral of its
// BRDF over the lamp, for roughnesses on both sides of where the lamp is asked, met, or both.
func TestPolishShowsALampAsItsBRDFHasIt(t *testing.T) {
	for _, alpha := range []float64{0.15, 0.3, 0.44, 0.5} {
		for _, aside := range []float64{0, 120, 300} {
			lamp := lampAt(r3.Vec{X: 200 + aside, Y: 0, Z: 400}, 120, 1000)
			s := polished(alpha, lamp)
			eye := r3.Vec{X: -200, Y: 0, Z: 400}
			d := unit(r3.Scale(-1, eye)) // to the origin
			al := alpha * alpha
			want := 0.0
			const n = 200
			for i := range n {
				for j := range n {
					x := s.lamps[0].At(2*(float64(i)+0.5)/n-1, 2*(float64(j)+0.5)/n-1)
					w := unit(x)
					half := unit(r3.Sub(w, d))
					f := schlick(0.8, r3.Dot(half, w)) * ggx(half.Z, w.Z, -d.Z, al)
					want += f * w.Z * -r3.Dot(w, s.lamps[0].n) / r3.Dot(x, x) * s.lamps[0].area / n / n * 1000
				}
			}
			const paths = 40000
			sum, squares := 0.0, 0.0
			for k := range paths {
				r := newDice(0, k, 7)
				got := s.looked(eye, d, &r, nil).clean.Lux()
				sum, squares = sum+got, squares+got*got
			}
			mean := sum / paths
			assert.InEpsilon(t, want, mean, 0.03, "alpha %.2f, %.0f mm aside", alpha, aside)
			spread := math.Sqrt(squares/paths-mean*mean) / mean
			assert.Less(t, spread, 3.0, "alpha %.2f, %.0f mm aside: no specks", alpha, aside)
		}
	}
}
