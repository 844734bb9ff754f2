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

// pixel gathers the samples of one pixel, as sums.
type pixel struct {
	straight, bounced, clean [3]float32 // straight as its lamps are with nothing in the way, less what was drawn of that and hidden
	open, drawn, hidden      [3]float32 // of straight: what there is of lamps with nothing in the way, what was drawn of that, and what of this is hidden
	albedo                   [3]float32
	n, at                    [3]float32
	bouncedOn                [3]float32      // albedo of the samples that followed light on
	squares                  [layers]float32 // of the luminance of each layer's samples
	patchy                   float32         // squares of the luminance of albedo
	object                   int32
	count, bounces           int32
	others                   int32 // samples that saw another object than the first
	rays                     int32 // that the samples took, shadow rays too
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
			f.sample(s, l, i, j, to-int(f.px[j*f.w+i].count), seed, perLum, &d)
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
		k := int(p.count)
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
		p.add(&got, bounce)
	}
}

// lit is the straight light of the pixel's samples, their sum. Of what lamps give with nothing in the way the share is taken off that
// was hidden of all that was drawn of it: where all is hidden nothing is left, whatever was drawn. The sum of the samples themselves
// would be dark or bright by chance there, in the line where food meets its bowl most of all.
func (p *pixel) lit() [3]float32 {
	out := p.straight
	for c := range out {
		if p.drawn[c] > 0 {
			out[c] += p.hidden[c] * (1 - p.open[c]/p.drawn[c])
		}
	}
	return out
}

func (p *pixel) add(got *first, bounce bool) {
	straight := got.straight.less()
	add3(&p.straight, straight)
	add3(&p.hidden, got.straight.hidden)
	add3(&p.open, got.straight.open)
	add3(&p.drawn, got.straight.seen.Plus(got.straight.hidden))
	add3(&p.bounced, got.bounced)
	add3(&p.albedo, got.albedo)
	add3(&p.clean, got.clean)
	add3(&p.n, light.RGB{R: got.n.X, G: got.n.Y, B: got.n.Z})
	add3(&p.at, light.RGB{R: got.at.X, G: got.at.Y, B: got.at.Z})
	if bounce {
		add3(&p.bouncedOn, got.albedo)
		p.bounces++
	}
	for c, l := range [layers]light.RGB{straight, got.bounced, got.clean} {
		y := float32(l.Lux())
		p.squares[c] += y * y
	}
	y := float32(got.albedo.Lux())
	p.patchy += y * y
	if p.count == 0 {
		p.object = got.object
	} else if got.object != p.object {
		p.others++
	}
	p.count++
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
		p := &f.px[i]
		k, b, straight := 1/float32(max(1, p.count)), 1/float32(max(1, p.bounces)), p.lit()
		for c := range 3 {
			out[3*i+c] = (straight[c]+p.clean[c])*k + p.bounced[c]*b
		}
	}
	return out
}
