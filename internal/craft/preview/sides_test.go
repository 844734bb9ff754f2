package preview

import (
	"math"
	"testing"

	"figladder/internal/craft/light"
	"figladder/internal/craft/scene"
	"github.com/stretchr/testify/assert"
	"gonum.org/v1/gonum/spatial/r3"
)

// A leaf has what it returns and what it lets through in every sample: lit from one side alone
// it is as bright in each, by its share, seen from either side.
func TestALeafIsAsBrightInEverySample(t *testing.T) {
	const through = 0.4
	lamp := lampAt(r3.Vec{Z: 1000}, 40, 1e5)
	s := emptyStage(light.Set{Sources: []light.Source{lamp}})
	st := scene.Stuff{Colour: light.White(0.8), Through: through}
	s.parts = append(s.parts, part{stuff: st})
	s.rect(light.Rect{U: r3.Vec{X: 30}, V: r3.Vec{Y: 30}}, int32(len(s.parts)-1))
	s.done()
	lux := 1e5 * 40 * 40 / 1e6
	for _, x := range []struct {
		from, share float64
	}{{200, 1 - through}, {-200, through}} {
		want := lux * x.share / math.Pi * 0.8
		o := r3.Vec{X: 120, Z: x.from}
		for k := range 64 {
			d, b := newDice(3, k, 1), newDice(3, k, 2)
			d.asks = 2
			got := s.looked(o, unit(r3.Scale(-1, o)), &d, &b)
			assert.InEpsilon(t, want, got.straight.less().G, 0.01, "sample %d from %v", k, x.from)
			assert.InDelta(t, 0.8, got.albedo.G, 1e-9)
		}
	}
}

// Of two pixels that are as noisy, the one whose samples take nine times as long has a third as many.
func TestPathsGoWhereTheyAreCheap(t *testing.T) {
	f := halves(60, 20, 4)
	for i := range f.px {
		albedo := light.White(0.5)
		f.px[i] = pixel{}
		for k := range 4 {
			f.px[i].add(&first{straight: drawn{sun: albedo.Times(100)}, clean: light.White(float64(k & 1)), albedo: albedo, object: 1}, k == 0)
		}
		f.px[i].rays = 4 * 2 // and one more: three in all
		if i%60 >= 30 {
			f.px[i].rays = 4 * 26
		}
	}
	var cheap, dear int32
	for i, n := range f.byNeed(40, 1) {
		switch x := i % 60; {
		case x < 28:
			cheap += n
		case x >= 32:
			dear += n
		}
	}
	const least = 0.1 * 40 * 28 * 20 // that any pixel gets
	assert.InEpsilon(t, 3, (float64(cheap)-least)/(float64(dear)-least), 0.03)
}

// Where two things meet, one in the light and one in the shade, a pixel keeps what its own samples saw of both, and
// gets more of them than the even light beside it.
func TestAnEdgeKeepsWhatItsSamplesSaw(t *testing.T) {
	const w, h, n = 15, 15, 8
	f := newFilm(w, h)
	d := newDice(1, 1, 1)
	for i := range f.px {
		x := i % w
		for k := range n {
			object, lux := int32(1), 100.0
			if x > w/2 || x == w/2 && k%2 == 0 {
				object, lux = 2, 10
			}
			lux *= 0.9 + 0.2*d.random()
			at := r3.Vec{X: float64(x), Y: float64(i / w)}
			f.px[i].add(&first{straight: drawn{sun: light.White(0.5 * lux)}, albedo: light.White(0.5), n: r3.Vec{Z: 1}, at: at, object: object}, k%4 == 0)
		}
	}
	got := f.denoise()
	for y := 2; y < h-2; y++ {
		assert.InEpsilon(t, 0.5*(0.5*100+0.5*10), got[3*(y*w+w/2)], 0.06, "row %d", y)
	}
	more := f.byNeed(20, 1)
	assert.Greater(t, more[7*w+w/2], 7*more[7*w+2])
}
