package preview

import (
	"context"
	"math"

	"figladder/internal/craft/cores"
)

// layers are the parts of a pixel's light that are smoothed each in its own way.
const (
	straightLayer = iota // straight from the lamps: shadows have edges
	bouncedLayer         // by way of other things: changes slowly
	cleanLayer           // gloss, glass and lamps: as sharp as the things themselves
	layers
)

// how far each layer is smoothed: neighbours that differ by so many of a pixel's own
// spreads still count, and the greatest number of passes. Chosen while looking at the
// errors that TestHowFarFromTheTruth prints for the start set.
var (
	tolerance = [layers]float32{2, 16, 2.6}
	passes    = [layers]int{5, 5, 3}
)

// bouncedWithin is the tolerance for bounced light with so many paths a pixel: what a few
// paths say of it may be anything, what many say is there to be seen.
func bouncedWithin(samples int) float32 {
	return tolerance[bouncedLayer] * float32(math.Sqrt(5/math.Max(5, float64(samples))))
}

// least is the darkest colour that light is told apart from.
const least = 0.015

// denoise smooths what is caught, led by the surfaces seen: an edge-stopping à-trous
// filter (Dammertz et al. 2010) whose tolerance is the pixel's own spread (Schied et al.
// 2017). Light on even surfaces is smoothed without their colour, which is put back;
// gloss and glass only where they are noisy. With many samples it does next to nothing.
func (f *film) denoise() []float32 {
	b := f.smoothed()
	out := make([]float32, 3*b.n)
	f.eachRow(func(j int) {
		for i := j * f.w; i < (j+1)*f.w; i++ {
			got := f.shown(b, i)
			for c := range 3 {
				out[3*i+c] = got[straightLayer][c] + got[bouncedLayer][c] + got[cleanLayer][c]
			}
		}
	})
	return out
}

// smoothed returns the light by layers, and the colour that goes over the first two; good until the film is smoothed again.
func (f *film) smoothed() *bench {
	if f.bench == nil {
		f.bench = newBench(len(f.px))
	}
	b := f.bench
	f.eachRow(func(j int) {
		for at := j * f.w; at < (j+1)*f.w; at++ {
			f.px[at].guide(b, at)
			f.px[at].apart(b, at)
		}
	})
	f.hold(b)
	f.eachRow(func(j int) {
		for at := j * f.w; at < (j+1)*f.w; at++ {
			b.caught[at] = b.light(bouncedLayer, at)
		}
		f.steady(j, b)
	})
	samples := 0
	for i := range f.px {
		samples += f.px[i].samples()
	}
	f.smooth(b, samples/max(1, b.n))
	f.regain(b)
	return b
}

func (p *pixel) guide(b *bench, at int) {
	k := 1 / float32(max(1, p.count))
	l := float32(math.Sqrt(float64(p.n[0]*p.n[0] + p.n[1]*p.n[1] + p.n[2]*p.n[2])))
	for c := range 3 {
		n := float32(0)
		if l > 0 {
			n = p.n[c] / l
		}
		b.guides[c*b.n+at], b.guides[(placePlane+c)*b.n+at] = n, p.at[c]*k
	}
	b.guides[objectPlane*b.n+at] = float32(p.object)
}

// apart takes what light goes by off that of most of a pixel.
func (p *pixel) apart(b *bench, at int) {
	got := p.light()
	k, turn, all := 1/float32(max(1, p.count)), 1/float32(max(1, p.bounces)), 1/float32(max(1, p.samples()))
	var clean [3]float32
	for c := range 3 {
		clean[c] = p.clean[c] * all
	}
	b.albedo[at], b.unhindered[at], b.has[at] = got.albedo, got.unhindered, float32(p.bounces)
	b.setLight(straightLayer, at, got.straight)
	b.setLight(bouncedLayer, at, got.bounced)
	b.setLight(cleanLayer, at, clean)
	b.own[straightLayer][at] = spreadOf(p.lit(), p.squares[straightLayer], k, max(bright(got.unhindered), 1e-6))
	b.own[bouncedLayer][at] = spreadOf(p.bounced, p.squares[bouncedLayer], turn, max(bright(p.bouncedOn)*turn, least))
	b.own[cleanLayer][at] = spreadOf(p.clean, p.shine, all, 1)
}

// hold takes down a pixel whose brightness is one stray path's: brighter than every one
// of its neighbours by far, and unsure of it itself.
func (f *film) hold(b *bench) {
	most := b.most
	f.eachRow(func(j int) {
		for i := range f.w {
			at := j*f.w + i
			most[at] = [layers]float32{}
			for y := max(0, j-1); y <= min(f.h-1, j+1); y++ {
				for x := max(0, i-1); x <= min(f.w-1, i+1); x++ {
					if k := y*f.w + x; k != at {
						for l := range layers {
							most[at][l] = max(most[at][l], b.lit[l][lumPlane*b.n+k])
						}
						if b.has[k] == 0 { // nothing to compare with yet
							most[at][bouncedLayer] = math.MaxFloat32
						}
					}
				}
			}
		}
	})
	f.eachRow(func(j int) {
		for at := j * f.w; at < (j+1)*f.w; at++ {
			for l := range layers {
				lum := b.lit[l][lumPlane*b.n+at]
				k := strays * most[at][l] / max(lum, 1e-9)
				if !(k < 1) || b.own[l][at] < 0.3*lum*lum {
					continue
				}
				for c := range lumPlane + 1 { // the colours and their luminance
					b.lit[l][c*b.n+at] *= k
				}
				b.own[l][at] *= k * k
			}
		}
	})
}

// strays is how many times brighter than its brightest neighbour a pixel must be to be
// held for a stray.
const strays = 1.5

// steady works out the spreads of a row's pixels over their neighbourhoods, steadier than their own.
func (f *film) steady(j int, b *bench) {
	for c := range layers {
		t := spreading{objects: b.guides[objectPlane*b.n:], lum: b.lit[c][lumPlane*b.n:], own: b.own[c], w: f.w, top: -min(j, 2), bottom: min(f.h-1-j, 2)}
		if c == bouncedLayer {
			t.has = b.has
		}
		out := b.lit[c][spreadPlane*b.n:]
		for i := 0; i < f.w; {
			n := 1
			if eight && i >= 2 && i+wide+2 <= f.w {
				n = wide
			}
			t.at = j*f.w + i
			t.left, t.right = -min(i, 2), min(f.w-1-i, 2)
			t.spread(n)
			for k := range n {
				out[t.at+k] = f.px[t.at+k].knows(c, t.variance[k], t.mean[k])
			}
			i += n
		}
	}
	// How far the surface runs from pixel to pixel, for the plane's tolerance.
	for i := range f.w {
		at := j*f.w + i
		next := at + 1
		if i == f.w-1 {
			next = at - min(i, 1) // a picture one pixel wide has no neighbour
		}
		d := 0.0
		for c := range 3 {
			place := b.guides[(placePlane+c)*b.n:]
			e := float64(place[next] - place[at])
			d += e * e
		}
		b.guides[slackPlane*b.n+at] = float32(1 / (1.2 * min(40, max(0.3, math.Sqrt(d)))))
	}
}

// knows is a layer's spread as a pixel takes it, of its neighbourhood's and the mean of what each there has by itself. A pixel of
// several paths knows its own spread; what differs beyond that is there to be seen.
func (p *pixel) knows(layer int, variance, mean float32) float32 {
	known := int(p.count)
	switch layer {
	case bouncedLayer:
		known = int(p.bounces)
	case cleanLayer:
		known = p.samples()
	}
	if known < 4 {
		return variance
	}
	return min(variance, 1.5*mean)
}

// spreading is a layer about a pixel, or about several side by side: variance is how its luminance spreads over the neighbours of the
// same object, mean what each of them has by itself.
type spreading struct {
	objects, lum, own        []float32
	has                      []float32 // nil where all of them know something
	w, at                    int
	top, bottom, left, right int // how far the neighbours reach
	variance, mean           [wide]float32
}

// spread works out one pixel, or eight.
func (t *spreading) spread(pixels int) {
	if pixels == wide {
		spreadEight(t)
		return
	}
	t.spreadPlainly()
}

func (t *spreading) spreadPlainly() {
	var sum, sq, mine, count float32
	for y := t.top; y <= t.bottom; y++ {
		for k := t.at + y*t.w + t.left; k <= t.at+y*t.w+t.right; k++ {
			if t.objects[k] != t.objects[t.at] || t.has != nil && t.has[k] == 0 {
				continue
			}
			v := t.lum[k]
			sum, sq, mine, count = sum+v, sq+v*v, mine+t.own[k], count+1
		}
	}
	count = max(1, count)
	m := sum / count
	t.variance[0], t.mean[0] = max(0, sq/count-m*m), mine/count
}

func bright(c [3]float32) float32 { return 0.2126*c[0] + 0.7152*c[1] + 0.0722*c[2] }

// eachRow works through the film's rows on every core, until whoever wants the picture
// has left.
func (f *film) eachRow(row func(j int)) { _ = cores.Each(f.until, f.h, row) }

// parallelRows works through rows on every core, to the end.
func parallelRows(h int, row func(j int)) { _ = cores.Each(context.Background(), h, row) }
