package preview

import (
	"context"
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
	var r, turn float64
	switch {
	case a == 0 && b == 0:
	case a*a > b*b:
		r, turn = a, b/a/8
	default:
		r, turn = b, 1./4-a/b/8
	}
	sin, cos := circle(turn + 1./8) // an eighth on, so that it is from 0: a disc is as even turned
	o = r3.Add(l.at, r3.Add(r3.Scale(l.radius*r*cos, l.right), r3.Scale(l.radius*r*sin, l.up)))
	return o, unit(r3.Sub(sharp, o))
}

// film is a picture in the making.
type film struct {
	w, h  int
	px    []pixel
	asks  int // shadow rays of a sample at the first surface
	every int // one sample in so many follows light that has bounced
	bench *bench
	until context.Context // rows are no longer worked through once it has ended
}

// newFilm takes its samples as a picture does that is smoothed: light that has bounced
// is followed at one pixel of a block of four in turn.
func newFilm(w, h int) *film {
	return &film{w: w, h: h, px: make([]pixel, w*h), asks: 2, every: 4, until: context.Background()}
}

// turns is in which of four samples a pixel of a block of two by two has its turn.
var turns = [2][2]int{{0, 2}, {3, 1}}

// sparing is how many samples of a pixel take turns in following light on: a few are smoothed
// anyhow, of many each does, since what is left to smooth then is mostly this light.
const sparing = 8

// bounceAt reports whether a pixel's sample k follows light on, and which of those that
// do it is.
func (f *film) bounceAt(i, j, k int) (int, bool) {
	if f.every == 1 {
		return k, true
	}
	if k >= sparing {
		return sparing/f.every + k - sparing, true
	}
	turn := turns[j&1][i&1]
	return k / f.every, k%f.every == turn%f.every
}

func add3(a *[3]float32, v light.RGB) {
	a[0] += float32(v.R)
	a[1] += float32(v.G)
	a[2] += float32(v.B)
}

// most a sample may give, against what is metered: a stray bright path is held.
const fireflies = 40.0

// expose gives every pixel samples up to so many. It stops early, with false, when stop
// says so.
func (f *film) expose(s *stage, l *lens, to int, seed int64, perLum float64, stop func() bool) bool {
	return f.rows(stop, func(j int) {
		var d sampler
		for i := range f.w {
			f.sample(s, l, i, j, to-f.px[j*f.w+i].samples(), seed, perLum, &d)
		}
	})
}

// exposeFourth gives one pixel of every block of four its first sample.
func (f *film) exposeFourth(s *stage, l *lens, seed int64, perLum float64, stop func() bool) bool {
	return f.rows(stop, func(j int) {
		var d sampler
		for i := 0; i < f.w && j%2 == 0; i += 2 {
			f.sample(s, l, i, j, 1, seed, perLum, &d)
		}
	})
}

// fourth is the film of those pixels alone, of half the size each way.
func (f *film) fourth() *film {
	out := newFilm((f.w+1)/2, (f.h+1)/2)
	out.until = f.until
	for j := range out.h {
		for i := range out.w {
			out.px[j*out.w+i] = f.px[2*j*f.w+2*i]
		}
	}
	return out
}

// exposeMore gives every pixel as many more samples as more says, by place.
func (f *film) exposeMore(s *stage, l *lens, more []int32, seed int64, perLum float64, stop func() bool) bool {
	return f.rows(stop, func(j int) {
		var d sampler
		for i := range f.w {
			f.sample(s, l, i, j, int(more[j*f.w+i]), seed, perLum, &d)
		}
	})
}

// rows works through the rows on every core, until stop says so.
func (f *film) rows(stop func() bool, row func(j int)) bool {
	var stopped atomic.Bool
	f.eachRow(func(j int) {
		if stopped.Load() || stop != nil && stop() {
			stopped.Store(true)
			return
		}
		row(j)
	})
	return !stopped.Load()
}

// sampler is the dice of one pixel after another: of its samples, and of the light in them that has bounced.
type sampler struct{ first, bounced dice }

// sample gives a pixel so many more samples.
func (f *film) sample(s *stage, l *lens, i, j, more int, seed int64, perLum float64, by *sampler) {
	if more <= 0 {
		return
	}
	p := &f.px[j*f.w+i]
	d, b := &by.first, &by.bounced
	d.turn(j*f.w+i, seed)
	b.turn(j*f.w+i, seed^bouncedSeed)
	d.asks = f.asks
	for range more {
		k := p.samples()
		d.begin(k)
		x, y := (float64(i)+d.roll())/float64(f.w), (float64(j)+d.roll())/float64(f.h)
		o, dir := l.ray(x, y, d.roll(), d.roll())
		var got first
		nth, bounce := f.bounceAt(i, j, k)
		if bounce {
			b.begin(nth)
			s.look(o, dir, d, b, &got)
			p.rays += b.rays
		} else {
			s.look(o, dir, d, nil, &got)
		}
		if !got.finite() {
			lost.Add(1)
			got = first{n: got.n, at: got.at, object: got.object}
		}
		if limit := fireflies / perLum; perLum > 0 {
			got.bounced, got.clean = held(got.bounced, limit), held(got.clean, limit)
			if m := got.straight.less().Most(); m > limit {
				got.straight = got.straight.through(light.White(limit / m))
			}
		}
		p.rays += d.rays
		got.across = max(0, l.across/l.image/float64(f.w)*r3.Dot(r3.Sub(got.at, o), l.forward))
		p.add(&got, bounce)
	}
}

// bouncedSeed sets the dice of light that has bounced apart from the others.
const bouncedSeed = 0x2545F491

// lost counts samples that came to no number and were left dark; a test wants none.
var lost atomic.Int64

// finite reports whether all of a sample is numbers: a sum of them is none where one of them is none.
func (f *first) finite() bool {
	all := f.straight.sun.Plus(f.straight.open).Plus(f.straight.seen).Plus(f.straight.hidden).Plus(f.bounced).Plus(f.clean).Plus(f.albedo)
	v := all.R + all.G + all.B
	return v-v == 0
}

func held(l light.RGB, limit float64) light.RGB {
	if m := l.Most(); m > limit {
		return l.Times(limit / m)
	}
	return l
}

// linear is the film as it was caught, cd/m², three values a pixel.
func (f *film) linear() []float32 {
	out := make([]float32, 3*len(f.px))
	for i := range f.px {
		got := f.px[i].caught()
		for c := range 3 {
			out[3*i+c] = got[straightLayer][c] + got[bouncedLayer][c] + got[cleanLayer][c]
		}
	}
	return out
}
