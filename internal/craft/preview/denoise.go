package preview

import (
	"math"
	"runtime"
	"sync"
	"sync/atomic"
)

// guide is what a smoothed pixel must have in common with its neighbours.
type guide struct {
	n, at  [3]float32
	reach  float32 // how far a neighbour's place may lie off this one's plane, mm
	object int32
}

// denoise smooths what is caught, led by the surfaces seen: an edge-stopping à-trous
// filter (Dammertz et al. 2010) whose tolerance is the pixel's own spread (Schied et al.
// 2017). Light on even surfaces is smoothed without their colour, which is put back;
// gloss and glass only where they are noisy. With many samples it does next to nothing.
func (f *film) denoise() []float32 {
	n := len(f.px)
	guides := make([]guide, n)
	lit, clean := make([][3]float32, n), make([][3]float32, n)
	litVar, cleanVar := make([]float32, n), make([]float32, n)
	drawn := make([]float32, n) // spread of what was drawn, of the pixel's mean
	const least = 0.015
	albedo := make([][3]float32, n)
	parallelRows(f.h, func(j int) {
		for i := range f.w {
			at := j*f.w + i
			p := &f.px[at]
			k := 1 / float32(max(1, p.count))
			g := &guides[at]
			l := float32(math.Sqrt(float64(p.n[0]*p.n[0] + p.n[1]*p.n[1] + p.n[2]*p.n[2])))
			for c := range 3 {
				albedo[at][c] = p.albedo[c] * k
				if p.albedo[c]*k > least {
					lit[at][c] = p.even[c] / p.albedo[c]
				} else if p.albedo[c] > 0 {
					lit[at][c] = p.even[c] * k / least
					albedo[at][c] = least
				}
				clean[at][c] = p.clean[c] * k
				if l > 0 {
					g.n[c] = p.n[c] / l
				}
				g.at[c] = p.at[c] * k
			}
			g.object = p.object
			m := (bright(p.even) + bright(p.clean)) * k
			drawn[at] = max(0, p.squares*k-m*m) * k
		}
	})
	parallelRows(f.h, func(j int) {
		for i := range f.w {
			at := j*f.w + i
			// Spread over the neighbourhood of what was caught: steadier than a pixel's own.
			var sum, sq, csum, csq, count, own float32
			for y := max(0, j-2); y <= min(f.h-1, j+2); y++ {
				for x := max(0, i-2); x <= min(f.w-1, i+2); x++ {
					k := y*f.w + x
					if guides[k].object != guides[at].object {
						continue
					}
					v, c := bright(lit[k]), bright(clean[k])
					sum, sq, csum, csq, count, own = sum+v, sq+v*v, csum+c, csq+c*c, count+1, own+drawn[k]
				}
			}
			m, cm := sum/count, csum/count
			litVar[at] = max(0, sq/count-m*m)
			cleanVar[at] = max(0, csq/count-cm*cm)
			// A pixel of several paths knows its own spread; what differs beyond that is
			// there to be seen.
			if f.px[at].count >= 4 {
				a := max(bright(albedo[at]), least)
				litVar[at], cleanVar[at] = min(litVar[at], 1.5*own/count/(a*a)), min(cleanVar[at], 1.5*own/count)
			}
			// How far the surface runs from pixel to pixel, for the plane's tolerance.
			g := &guides[at]
			next := at + 1
			if i == f.w-1 {
				next = at - 1
			}
			d := 0.0
			for c := range 3 {
				e := float64(guides[next].at[c] - g.at[c])
				d += e * e
			}
			g.reach = float32(math.Min(40, math.Max(0.3, math.Sqrt(d))))
		}
	})
	samples := 1
	if n > 0 {
		samples = int(max(1, f.px[0].count))
	}
	passes := 5
	if samples >= 16 {
		passes = 4
	}
	if samples >= 64 {
		passes = 3
	}
	if samples < 1024 {
		lit = f.smooth(lit, litVar, guides, passes, 2.6)
		clean = f.smooth(clean, cleanVar, guides, min(passes, 3), 1.4)
	}
	out := make([]float32, 3*n)
	for i := range lit {
		for c := range 3 {
			out[3*i+c] = lit[i][c]*albedo[i][c] + clean[i][c]
		}
	}
	return out
}

func bright(c [3]float32) float32 { return 0.2126*c[0] + 0.7152*c[1] + 0.0722*c[2] }

// smooth runs the filter: each pass looks twice as far as the one before.
func (f *film) smooth(in [][3]float32, spread []float32, guides []guide, passes int, tolerance float32) [][3]float32 {
	out := make([][3]float32, len(in))
	nextSpread := make([]float32, len(in))
	kernel := [2]float32{1. / 2, 1. / 4}
	for pass := range passes {
		step := 1 << pass
		parallelRows(f.h, func(j int) {
			for i := range f.w {
				at := j*f.w + i
				g := &guides[at]
				here := in[at]
				lum := bright(here)
				sigma := tolerance*float32(math.Sqrt(float64(spread[at]))) + 1e-4 + 0.001*lum
				var sum [3]float32
				var all, allSpread float32
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
						o := &guides[k]
						w := kernel[abs(dx)] * kernel[abs(dy)]
						if k != at {
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
							off := g.n[0]*(o.at[0]-g.at[0]) + g.n[1]*(o.at[1]-g.at[1]) + g.n[2]*(o.at[2]-g.at[2])
							if off < 0 {
								off = -off
							}
							w *= fall(off / (g.reach * float32(step) * 1.2))
							e := bright(in[k]) - lum
							if e < 0 {
								e = -e
							}
							w *= fall(e / sigma)
						}
						v := &in[k]
						sum[0], sum[1], sum[2] = sum[0]+w*v[0], sum[1]+w*v[1], sum[2]+w*v[2]
						all += w
						allSpread += w * w * spread[k]
					}
				}
				for c := range 3 {
					out[at][c] = sum[c] / all
				}
				nextSpread[at] = allSpread / (all * all)
			}
		})
		in, out = out, in
		spread, nextSpread = nextSpread, spread
		if pass == 0 {
			out = make([][3]float32, len(in)) // the caller's own is kept whole
		}
	}
	return in
}

// fall is about e^−x, quickly.
func fall(x float32) float32 {
	if x > 8 {
		return 0
	}
	y := 1 + x*(0.25+x*(0.03125+x*0.0026))
	y *= y
	return 1 / (y * y)
}

func abs(v int) int {
	if v < 0 {
		return -v
	}
	return v
}

func parallelRows(h int, row func(j int)) {
	var next atomic.Int64
	var all sync.WaitGroup
	for range runtime.GOMAXPROCS(0) {
		all.Go(func() {
			for {
				j := int(next.Add(1)) - 1
				if j >= h {
					return
				}
				row(j)
			}
		})
	}
	all.Wait()
}
