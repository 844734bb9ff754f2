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

// bouncing is what a place sends back along a ray that bounced there from an even surface, straight from the lamps: its mean over
// so many paths, and its spread over the mean.
func bouncing(s *stage, h *spot, d r3.Vec, paths int) (mean, spread float64) {
	var sum, squares float64
	for k := range paths {
		r := newDice(3, k, 11)
		r.deep, r.asks = true, 1
		var next onward
		got := s.scatter(h, d, light.RGB{}, true, &r, &next).Lux()
		sum, squares = sum+got, squares+got*got
	}
	mean = sum / float64(paths)
	return mean, math.Sqrt(squares/float64(paths)-mean*mean) / mean
}

// overLamp is what a lamp makes of a BRDF at the origin that faces up, by cells.
func overLamp(l *lamp, brdf func(w r3.Vec) float64) float64 {
	const n = 300
	sum := 0.0
	for i := range n {
		for j := range n {
			x := l.At(2*(float64(i)+0.5)/n-1, 2*(float64(j)+0.5)/n-1)
			w := unit(x)
			if back := -r3.Dot(w, l.n); w.Z > 0 && back > 0 {
				sum += brdf(w) * w.Z * back / r3.Dot(x, x) * l.area / n / n
			}
		}
	}
	return sum
}

// Light that bounces off a glaze is its coat's and its colour's at once, whatever the slant, without specks: where it is seen flat
// and the lamp stands in the mirror's way, as in the crevice under a plate, too.
func TestAGlazeReturnsItsCoatAndItsColourAtOnce(t *testing.T) {
	s := emptyStage(light.Set{Sources: []light.Source{lampAt(r3.Vec{X: 260, Z: 180}, 160, 1000)}})
	s.walls, s.room = nil, light.RGB{}
	st := scene.Stuff{Colour: light.White(0.3), Coat: 0.8, Rough: 0.2}
	s.add(shape.Mesh{P: []r3.Vec{{X: -900}, {X: -901}, {X: -900, Y: 1}}, N: []r3.Vec{{Z: 1}, {Z: 1}, {Z: 1}}, T: [][3]int32{{0, 1, 2}}}, st, 0)
	s.done()
	up := r3.Vec{Z: 1}
	const al = bluntest * bluntest
	for _, d := range []r3.Vec{{X: 1, Z: -0.7}, {X: 1, Z: -0.15}, {X: -0.2, Y: 0.1, Z: -1}} {
		d = unit(d)
		share := coated(-d.Z, bluntest) * st.Coat
		want := 1000 * overLamp(&s.lamps[0], func(w r3.Vec) float64 {
			half := unit(r3.Sub(w, d))
			return (1-share)*0.3/math.Pi + st.Coat*schlick(coatReturns.R, r3.Dot(half, w))*ggx(half.Z, w.Z, -d.Z, al)
		})
		got, spread := bouncing(s, &spot{n: up, g: up, part: &s.parts[len(s.parts)-1]}, d, 20000)
		assert.InEpsilon(t, want, got, 0.01, "along %v", d)
		assert.Less(t, spread, 0.8, "along %v: no specks", d)
	}
}

// A foil that blurs sends back of a lamp what its lobe and its evenness have of it, wherever the lamp stands, though few of the
// rays that it mirrors would meet it.
func TestAFoilThatBlursAsksForTheLamp(t *testing.T) {
	up := r3.Vec{Z: 1}
	for name, lobe := range map[string]int{"dull": 7, "silver": 25} {
		face := light.Surface{Diffuse: light.White(0.2), Gloss: light.White(0.6), Lobe: lobe}
		for _, x := range []float64{300, 120, -100} {
			s := emptyStage(light.Set{Sources: []light.Source{lampAt(r3.Vec{X: x, Z: 400}, 60, 1000)}})
			s.walls, s.room = nil, light.RGB{}
			s.done()
			d := unit(r3.Vec{X: 0.6, Z: -1})
			m := r3.Vec{X: d.X, Y: d.Y, Z: -d.Z}
			want := 1000 * overLamp(&s.lamps[0], func(w r3.Vec) float64 {
				c := max(0, r3.Dot(m, w))
				return 0.2/math.Pi + 0.6*float64(lobe+1)/(2*math.Pi)*math.Pow(c, float64(lobe))*min(1, w.Z/-d.Z)/w.Z
			})
			got, spread := bouncing(s, &spot{n: up, g: up, outside: true, part: &part{panel: &face, other: &face}}, d, 20000)
			assert.InEpsilon(t, want, got, 0.01, "%s, lamp at %v", name, x)
			assert.Less(t, spread, 0.5, "%s, lamp at %v: no specks", name, x)
		}
	}
}

// What the sun makes of a foil's lobe is the same in every sample, at a flat angle too, where many of the rays that the lobe would
// send go under the foil.
func TestTheSunInAFoilsLobeIsNoMatterOfChance(t *testing.T) {
	toward := unit(r3.Vec{X: -1, Z: 0.7})
	window := light.Window{Rect: light.Upright(r3.Vec{X: -900, Z: 630}, 1200, 1800, 90, 0), Glass: 1, Sky: light.EvenSky{}}
	s := emptyStage(light.Set{Windows: []light.Window{window}, Sun: &light.Sun{Toward: toward, Lux: light.White(50_000)}})
	s.walls, s.room = nil, light.RGB{}
	s.done()
	up := r3.Vec{Z: 1}
	face := light.Surface{Gloss: light.White(0.5), Lobe: 7}
	h := &spot{n: up, g: up, part: &part{panel: &face, other: &face}}
	d := unit(r3.Vec{X: -1, Z: -0.2})
	c := r3.Dot(toward, r3.Vec{X: d.X, Z: -d.Z})
	want := 50_000 * 0.5 * 8 / (2 * math.Pi) * math.Pow(c, 7) * min(1, toward.Z/-d.Z)
	failed := 0
	for k := range 200 {
		r := newDice(9, k, 3)
		var next onward
		assert.InEpsilon(t, want, s.cardGloss(h, d, &face, 1, light.RGB{}, &r, &next).Lux(), 1e-9)
		if next.weight == (light.RGB{}) {
			failed++
		}
	}
	assert.Greater(t, failed, 20)
}
