package preview

import (
	"context"
	"math"

	"figladder/internal/craft/cores"
)

// guide is what a smoothed pixel must have in common with its neighbours.
type guide struct {
	n, at  [3]float32
	slack  float32 // one over how far a neighbour's place may lie off this one's plane, 1/mm
	object int32
}

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
	tolerance = [layers]float32{2.6, 16, 2.6}
	passes    = [layers]int{5, 5, 3}
)

// bouncedWithin is the tolerance for bounced light with so many paths a pixel: what a few
// paths say of it may be anything, what many say is there to be seen.
func bouncedWithin(samples int) float32 {
	return tolerance[bouncedLayer] * float32(math.Sqrt(5/math.Max(5, float64(samples))))
}

// cell is a pixel on its way through the smoother.
type cell struct {
	light  [layers][3]float32
	lum    [layers]float32 // luminance of light
	spread [layers]float32 // variance of it
	has    float32         // samples that followed light on
}

func (c *cell) measure() {
	for l := range layers {
		c.lum[l] = bright(c.light[l])
	}
}

// least is the darkest colour that light is told apart from.
const least = 0.015

// denoise smooths what is caught, led by the surfaces seen: an edge-stopping à-trous
// filter (Dammertz et al. 2010) whose tolerance is the pixel's own spread (Schied et al.
// 2017). Light on even surfaces is smoothed without their colour, which is put back;
// gloss and glass only where they are noisy. With many samples it does next to nothing.
func (f *film) denoise() []float32 {
	cells, albedo := f.smoothed()
	out := make([]float32, 3*len(albedo))
	f.eachRow(func(j int) {
		for i := j * f.w; i < (j+1)*f.w; i++ {
			l := &cells[i].light
			for c := range 3 {
				out[3*i+c] = (l[straightLayer][c]+l[bouncedLayer][c])*albedo[i][c] + l[cleanLayer][c]
			}
		}
	})
	return out
}

// bench is what smoothing works on. A film keeps it from step to step: for a large
// picture it is several hundred megabytes.
type bench struct {
	guides      []guide
	cells, next []cell
	albedo      [][3]float32
	own         [][layers]float32 // variance of each layer's mean, by the pixel's own samples
	most        [][layers]float32 // brightest of a pixel's neighbours
	caught      [][3]float32      // bounced light before it is smoothed
}

func newBench(n int) *bench {
	return &bench{make([]guide, n), make([]cell, n), make([]cell, n), make([][3]float32, n), make([][layers]float32, n), make([][layers]float32, n), make([][3]float32, n)}
}

// smoothed returns the light by layers, and the colour that goes over the first two; both
// are good until the film is smoothed again.
func (f *film) smoothed() ([]cell, [][3]float32) {
	n := len(f.px)
	if f.bench == nil {
		f.bench = newBench(n)
	}
	guides, cells, albedo, own := f.bench.guides, f.bench.cells, f.bench.albedo, f.bench.own
	f.eachRow(func(j int) {
		for at := j * f.w; at < (j+1)*f.w; at++ {
			guides[at] = f.px[at].guide()
			cells[at], albedo[at], own[at] = f.px[at].apart()
		}
	})
	f.hold(cells, own)
	f.eachRow(func(j int) {
		for i := range f.w {
			f.bench.caught[j*f.w+i] = cells[j*f.w+i].light[bouncedLayer]
			f.steady(i, j, guides, cells, own)
		}
	})
	samples := 0
	for i := range f.px {
		samples += int(f.px[i].count)
	}
	return f.regain(f.smooth(cells, guides, samples/max(1, n))), albedo
}

func (p *pixel) guide() guide {
	g := guide{object: p.object}
	k := 1 / float32(max(1, p.count))
	l := float32(math.Sqrt(float64(p.n[0]*p.n[0] + p.n[1]*p.n[1] + p.n[2]*p.n[2])))
	for c := range 3 {
		if l > 0 {
			g.n[c] = p.n[c] / l
		}
		g.at[c] = p.at[c] * k
	}
	return g
}

// apart takes the colour of a pixel off its light.
func (p *pixel) apart() (out cell, albedo [3]float32, own [layers]float32) {
	k, b, straight := 1/float32(max(1, p.count)), 1/float32(max(1, p.bounces)), p.lit()
	for c := range 3 {
		if a := p.albedo[c] * k; a > 0 {
			albedo[c] = max(a, least)
			out.light[straightLayer][c] = straight[c] * k / albedo[c]
		}
		if p.bouncedOn[c] > 0 {
			out.light[bouncedLayer][c] = p.bounced[c] * b / max(p.bouncedOn[c]*b, least)
		}
		out.light[cleanLayer][c] = p.clean[c] * k
	}
	out.has = float32(p.bounces)
	out.measure()
	for c, sum := range [layers][3]float32{straight, p.bounced, p.clean} {
		k, a := k, max(bright(albedo), least)
		switch c {
		case bouncedLayer:
			k, a = b, max(bright(p.bouncedOn)*b, least)
		case cleanLayer:
			a = 1
		}
		m := bright(sum) * k
		own[c] = max(0, p.squares[c]*k-m*m) * k / (a * a)
	}
	return out, albedo, own
}

// hold takes down a pixel whose brightness is one stray path's: brighter than every one
// of its neighbours by far, and unsure of it itself.
func (f *film) hold(cells []cell, own [][layers]float32) {
	most := f.bench.most
	f.eachRow(func(j int) {
		for i := range f.w {
			at := j*f.w + i
			most[at] = [layers]float32{}
			for y := max(0, j-1); y <= min(f.h-1, j+1); y++ {
				for x := max(0, i-1); x <= min(f.w-1, i+1); x++ {
					if k := y*f.w + x; k != at {
						for l := range layers {
							most[at][l] = max(most[at][l], cells[k].lum[l])
						}
						if cells[k].has == 0 { // nothing to compare with yet
							most[at][bouncedLayer] = math.MaxFloat32
						}
					}
				}
			}
		}
	})
	for at := range cells {
		c := &cells[at]
		for l := range layers {
			k := strays * most[at][l] / max(c.lum[l], 1e-9)
			if !(k < 1) || own[at][l] < 0.3*c.lum[l]*c.lum[l] {
				continue
			}
			for b := range 3 {
				c.light[l][b] *= k
			}
			c.lum[l] *= k
			own[at][l] *= k * k
		}
	}
}

// strays is how many times brighter than its brightest neighbour a pixel must be to be
// held for a stray.
const strays = 1.5

// steady works out a pixel's spread over its neighbourhood, steadier than its own.
func (f *film) steady(i, j int, guides []guide, cells []cell, own [][layers]float32) {
	at := j*f.w + i
	var sum, sq, mine, count [layers]float32
	for y := max(0, j-2); y <= min(f.h-1, j+2); y++ {
		for x := max(0, i-2); x <= min(f.w-1, i+2); x++ {
			k := y*f.w + x
			if guides[k].object != guides[at].object {
				continue
			}
			for c := range layers {
				if c == bouncedLayer && cells[k].has == 0 {
					continue
				}
				v := cells[k].lum[c]
				sum[c], sq[c], mine[c], count[c] = sum[c]+v, sq[c]+v*v, mine[c]+own[k][c], count[c]+1
			}
		}
	}
	for c := range layers {
		if count[c] == 0 {
			continue
		}
		m := sum[c] / count[c]
		v := max(0, sq[c]/count[c]-m*m)
		// A pixel of several paths knows its own spread; what differs beyond that is there
		// to be seen.
		known := f.px[at].count
		if c == bouncedLayer {
			known = f.px[at].bounces
		}
		if known >= 4 {
			v = min(v, 1.5*mine[c]/count[c])
			if c == straightLayer && f.px[at].others > 0 {
				v = 0 // an edge: its neighbours on either side are no guess at it
			}
		}
		cells[at].spread[c] = v
	}
	// How far the surface runs from pixel to pixel, for the plane's tolerance.
	g := &guides[at]
	next := at + 1
	if i == f.w-1 {
		next = at - min(i, 1) // a picture one pixel wide has no neighbour
	}
	d := 0.0
	for c := range 3 {
		e := float64(guides[next].at[c] - g.at[c])
		d += e * e
	}
	g.slack = float32(1 / (1.2 * math.Min(40, math.Max(0.3, math.Sqrt(d)))))
}

func bright(c [3]float32) float32 { return 0.2126*c[0] + 0.7152*c[1] + 0.0722*c[2] }

// smooth runs the filter: each pass looks twice as far as the one before. It returns what came of it, and what is free.
func (f *film) smooth(in []cell, guides []guide, samples int) (done, free []cell) {
	if samples >= 1024 {
		return in, f.bench.next
	}
	fewer := 0
	if samples >= 16 {
		fewer = 1
	}
	if samples >= 64 {
		fewer = 2
	}
	within := tolerance
	within[bouncedLayer] = bouncedWithin(samples)
	out := f.bench.next
	for pass := range max(passes[straightLayer]-fewer, passes[bouncedLayer]) {
		on := [layers]bool{pass < passes[straightLayer]-fewer, pass < passes[bouncedLayer], pass < min(passes[cleanLayer], passes[straightLayer]-fewer)}
		f.eachRow(func(j int) {
			for i := range f.w {
				f.blend(in, out, guides, i, j, 1<<pass, on, &within)
			}
		})
		in, out = out, in
	}
	return in, out
}

// blend is one pixel of a pass over its eight neighbours at a step.
func (f *film) blend(in, out []cell, guides []guide, i, j, step int, on [layers]bool, within *[layers]float32) {
	at := j*f.w + i
	g, here := &guides[at], &in[at]
	var stop, all, spread [layers]float32 // stop: one over the difference that stops
	var sum [layers][3]float32
	for l := range layers {
		if l == bouncedLayer && here.has == 0 {
			continue // nothing known yet, so nothing to differ from
		}
		stop[l] = 1 / (within[l]*float32(math.Sqrt(float64(here.spread[l]))) + 1e-4 + 0.001*here.lum[l])
	}
	slack := g.slack / float32(step)
	for dy := -1; dy <= 1; dy++ {
		y := j + dy*step
		if y < 0 || y >= f.h {
			continue
		}
		for dx := -1; dx <= 1; dx++ {
			x := i + dx*step
			if x < 0 || x >= f.w {
				continue
			}
			k := y*f.w + x
			w := float32(int(4)>>(dx*dx+dy*dy)) / 16
			differs := float32(0)
			if k != at {
				o := &guides[k]
				if o.object != g.object {
					continue
				}
				dot := g.n[0]*o.n[0] + g.n[1]*o.n[1] + g.n[2]*o.n[2]
				if dot < 0.6 {
					continue
				}
				d2 := dot * dot
				d8 := d2 * d2 * d2 * d2
				w *= d8 * d8
				differs = size(g.n[0]*(o.at[0]-g.at[0])+g.n[1]*(o.at[1]-g.at[1])+g.n[2]*(o.at[2]-g.at[2])) * slack
				if differs > 8 {
					continue
				}
			}
			c := &in[k]
			for l := range layers {
				if !on[l] || here.spread[l] == 0 && !(l == bouncedLayer && here.has == 0) {
					continue // nothing to smooth
				}
				w := w
				if k != at {
					w *= fall(differs + size(c.lum[l]-here.lum[l])*stop[l])
				}
				if l == bouncedLayer {
					w *= c.has
				}
				v := &c.light[l]
				s := &sum[l]
				s[0], s[1], s[2] = s[0]+w*v[0], s[1]+w*v[1], s[2]+w*v[2]
				all[l] += w
				spread[l] += w * w * c.spread[l]
			}
		}
	}
	to := &out[at]
	*to = *here
	for l := range layers {
		if all[l] == 0 {
			continue
		}
		k := 1 / all[l]
		to.light[l] = [3]float32{sum[l][0] * k, sum[l][1] * k, sum[l][2] * k}
		to.spread[l] = spread[l] * k * k
		to.lum[l] = bright(to.light[l])
	}
	to.has = min(1, all[bouncedLayer])
}

func size(v float32) float32 { return math.Float32frombits(math.Float32bits(v) &^ (1 << 31)) }

// fall is about e^−x, quickly.
func fall(x float32) float32 {
	if x > 8 {
		return 0
	}
	y := 1 + x*(0.25+x*(0.03125+x*0.0026))
	y *= y
	return 1 / (y * y)
}

// eachRow works through the film's rows on every core, until whoever wants the picture
// has left.
func (f *film) eachRow(row func(j int)) { _ = cores.Each(f.until, f.h, row) }

// parallelRows works through rows on every core, to the end.
func parallelRows(h int, row func(j int)) { _ = cores.Each(context.Background(), h, row) }
