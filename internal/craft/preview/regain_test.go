package preview

import (
	"math"
	"math/rand/v2"
	"testing"

	"figladder/internal/craft/light"
	"github.com/stretchr/testify/assert"
	"gonum.org/v1/gonum/spatial/r3"
)

// rippled is a film of one even surface on which light has bounced: a ripple of so much to either side, four pixels long, on its
// left half. Each path tells it with as much chance in it as it is bright.
func rippled(w, h, paths int, ripple float64) *film {
	f := newFilm(w, h)
	rng := rand.New(rand.NewPCG(1, 2))
	for i := range f.px {
		for range paths {
			is := rippleAt(i%w, w, ripple) * 2 * rng.Float64()
			f.px[i].add(&first{bounced: light.White(0.5 * is), albedo: light.White(0.5), n: r3.Vec{Z: 1}, at: r3.Vec{X: float64(i % w), Y: float64(i / w)}, object: 1}, true)
		}
	}
	return f
}

func rippleAt(x, w int, ripple float64) float64 {
	if x >= w/2 {
		return 1
	}
	return 1 + ripple*math.Sin(float64(x)*math.Pi/2)
}

// What many paths saw of bounced light that smoothing takes for noise is given back; where there is nothing to see it stays as
// smooth as it was.
func TestWhatManyPathsSawIsGivenBack(t *testing.T) {
	const w, h = 64, 48
	off := func(paths int, ripple float64) (left, right float64) {
		lit := rippled(w, h, paths, ripple).smoothed()
		for i := range lit.n {
			if x := i % w; x < 4 || x >= w-4 || x >= w/2-4 && x < w/2+4 {
				continue
			} else if d := float64(bright(lit.light(bouncedLayer, i))) - rippleAt(x, w, ripple); x < w/2 {
				left += d * d
			} else {
				right += d * d
			}
		}
		n := float64(h * (w/2 - 8))
		return math.Sqrt(left / n), math.Sqrt(right / n)
	}
	left, right := off(64, 0.15)
	t.Logf("%.4f off beside a ripple of %.4f; even %.4f of %.4f", left, 0.15/math.Sqrt2, right, 1/math.Sqrt(3*64))
	assert.Less(t, left, 0.6*0.15/math.Sqrt2)
	assert.Less(t, right, 0.35/math.Sqrt(3*64))
}
