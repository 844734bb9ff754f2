package preview

import (
	"math"
	"runtime"
	"sync"
	"sync/atomic"

	"figladder/internal/craft/light"
	"gonum.org/v1/gonum/spatial/r3"
)

// lens is a thin lens and its sensor, as the set's camera has them.
type lens struct {
	at, right, up, forward r3.Vec
	across, high           float64 // of the sensor, mm
	image                  float64 // lens to sensor, mm
	radius                 float64 // of the opening, mm
	focus                  float64 // what is sharp, mm before the lens
}

// ray is one from a place of the frame (0 to 1 from the left and from the top) through
// a place of the opening.
func (l *lens) ray(x, y, u, v float64) (o, d r3.Vec) {
	dir := r3.Add(l.forward, r3.Add(r3.Scale((2*x-1)*l.across/2/l.image, l.right), r3.Scale((1-2*y)*l.high/2/l.image, l.up)))
	if l.radius <= 0 {
		return l.at, unit(dir)
	}
	sharp := r3.Add(l.at, r3.Scale(l.focus, dir))
	// Even over the disc (Shirley & Chiu 1997).
	a, b := 2*u-1, 2*v-1
	var r, phi float64
	switch {
	case a == 0 && b == 0:
	case a*a > b*b:
		r, phi = a, math.Pi/4*b/a
	default:
		r, phi = b, math.Pi/2-math.Pi/4*a/b
	}
	sin, cos := math.Sincos(phi)
	o = r3.Add(l.at, r3.Add(r3.Scale(l.radius*r*cos, l.right), r3.Scale(l.radius*r*sin, l.up)))
	return o, unit(r3.Sub(sharp, o))
}

// pixel gathers the samples of one pixel, as sums.
type pixel struct {
	even, albedo, clean [3]float32
	n                   [3]float32
	at                  [3]float32
	squares             float32 // of the luminance of even, for its spread
	object              int32
	count               int32
}

// film is a picture in the making.
type film struct {
	w, h int
	px   []pixel
}

func newFilm(w, h int) *film { return &film{w: w, h: h, px: make([]pixel, w*h)} }

func add3(a *[3]float32, v light.RGB) {
	a[0] += float32(v[0])
	a[1] += float32(v[1])
	a[2] += float32(v[2])
}

// most a sample may give, against what is metered: a stray bright path is held.
const fireflies = 40.0

// expose adds samples to every pixel. It stops early, with false, when stop says so.
func (f *film) expose(s *stage, l *lens, from, to int, seed int64, perLum float64, stop func() bool) bool {
	var next atomic.Int64
	var all sync.WaitGroup
	var stopped atomic.Bool
	for range runtime.GOMAXPROCS(0) {
		all.Go(func() {
			for {
				j := int(next.Add(1)) - 1
				if j >= f.h || stopped.Load() {
					return
				}
				if stop != nil && stop() {
					stopped.Store(true)
					return
				}
				for i := range f.w {
					f.sample(s, l, i, j, from, to, seed, perLum)
				}
			}
		})
	}
	all.Wait()
	return !stopped.Load()
}

func (f *film) sample(s *stage, l *lens, i, j, from, to int, seed int64, perLum float64) {
	p := &f.px[j*f.w+i]
	for k := from; k < to; k++ {
		d := newDice(j*f.w+i, k, seed)
		x, y := (float64(i)+d.roll())/float64(f.w), (float64(j)+d.roll())/float64(f.h)
		o, dir := l.ray(x, y, d.roll(), d.roll())
		got := s.look(o, dir, &d)
		if !finite(got.even) || !finite(got.clean) || !finite(got.albedo) {
			lost.Add(1)
			got.even, got.clean, got.albedo = light.RGB{}, light.RGB{}, light.RGB{}
		}
		if limit := fireflies / perLum; perLum > 0 {
			got.even, got.clean = held(got.even, limit), held(got.clean, limit)
		}
		add3(&p.even, got.even)
		add3(&p.albedo, got.albedo)
		add3(&p.clean, got.clean)
		add3(&p.n, light.RGB{got.n.X, got.n.Y, got.n.Z})
		add3(&p.at, light.RGB{got.at.X, got.at.Y, got.at.Z})
		y0 := float32(got.even.Lux() + got.clean.Lux())
		p.squares += y0 * y0
		if p.count == 0 {
			p.object = got.object
		}
		p.count++
	}
}

// lost counts samples that came to no number and were left dark; a test wants none.
var lost atomic.Int64

func finite(l light.RGB) bool {
	v := l[0] + l[1] + l[2]
	return v-v == 0
}

func held(l light.RGB, limit float64) light.RGB {
	if m := math.Max(l[0], math.Max(l[1], l[2])); m > limit {
		return l.Times(limit / m)
	}
	return l
}

// linear is the film as it was caught, cd/m², three values a pixel.
func (f *film) linear() []float32 {
	out := make([]float32, 3*len(f.px))
	for i := range f.px {
		p := &f.px[i]
		k := 1 / float32(max(1, p.count))
		for c := range 3 {
			out[3*i+c] = (p.even[c] + p.clean[c]) * k
		}
	}
	return out
}
