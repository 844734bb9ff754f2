package preview

import (
	"context"
	"math"

	"figladder/internal/craft/cores"
	"figladder/internal/craft/light"
	"gonum.org/v1/gonum/spatial/r3"
)

// What glass and drinks make of light on what lies flat near the table. Elsewhere glass lets light straight through.
const (
	flatUp      = 0.9   // the normal's z of what counts as lying flat
	flatMm      = 30.0  // and the greatest height of it
	causticMm   = 2.0   // side of a cell in which light is gathered
	causticFar  = 350.0 // mm from what throws it that light is followed at the most
	perPhoton   = 24    // paths of a picture for one photon
	mostPhotons = 400_000
	chunk       = 2048
)

// gathers is over how many photons the light in a cell is the mean, and over how many cells to each side at the least
// and at the most: what comes of a wide source is soft, and is smoothed further.
var gathers = [2]struct {
	photons     float64
	least, most int
}{{24, 0, 6}, {300, 1, 12}}

// sharpest is how wide a source looks from the glass, radians, up to which it draws sharp lines.
const sharpest = 0.12

// caustics is light that has come by way of glass or a drink on to what lies flat, by photons from the lamps (Jensen
// 1996), in grids, one for each height at which something lies.
type caustics struct{ floors []floor }

// floor is what lies at about one height.
type floor struct {
	low, high float64
	x, y      float64 // of the grid's corner, mm
	w, h      int
	lux       [][3]float32
}

// landed is a photon where it ended.
type landed struct {
	p    r3.Vec
	flux light.RGB // lux by mm²
	soft int       // place in gathers
}

// clearThing is a thing of glass, or a drink, that lamps are asked to light.
type clearThing struct {
	object int32
	middle r3.Vec
	radius float64
}

// clearThings are balls about what is clear of each object.
func (s *stage) clearThings() []clearThing {
	type box struct{ lo, hi r3.Vec }
	boxes, order := map[int32]*box{}, []int32{}
	for i, t := range s.tris {
		p := &s.parts[s.skins[i].part]
		if !p.stuff.Clear {
			continue
		}
		b := boxes[p.object]
		if b == nil {
			far := math.Inf(1)
			b = &box{r3.Vec{X: far, Y: far, Z: far}, r3.Vec{X: -far, Y: -far, Z: -far}}
			boxes[p.object], order = b, append(order, p.object)
		}
		a := vec(t.v)
		for _, q := range [3]r3.Vec{a, r3.Add(a, vec(t.e1)), r3.Add(a, vec(t.e2))} {
			b.lo = r3.Vec{X: math.Min(b.lo.X, q.X), Y: math.Min(b.lo.Y, q.Y), Z: math.Min(b.lo.Z, q.Z)}
			b.hi = r3.Vec{X: math.Max(b.hi.X, q.X), Y: math.Max(b.hi.Y, q.Y), Z: math.Max(b.hi.Z, q.Z)}
		}
	}
	var out []clearThing
	for _, k := range order {
		b := boxes[k]
		out = append(out, clearThing{k, r3.Scale(0.5, r3.Add(b.lo, b.hi)), r3.Norm(r3.Sub(b.hi, b.lo)) / 2})
	}
	return out
}

// beam is light from one lamp, or the sun by one window, that may meet one clear thing.
type beam struct {
	lamp   *lamp         // nil for the sun
	window *light.Window // by which the sun comes
	thing  *clearThing
	power  float64 // about, lux by mm²
	soft   int
}

// cast follows photons from every lamp through what is clear, as many as are worth it for a picture of so many paths in
// all. It may be left by ctx, and then nothing is known of caustics: glass lets light straight through.
func (s *stage) cast(ctx context.Context, paths int, seed int64) {
	s.caught = nil
	things := s.clearThings()
	var beams []beam
	all := 0.0
	add := func(b beam) {
		if b.power > 0 {
			beams, all = append(beams, b), all+b.power
		}
	}
	for k := range things {
		c := &things[k]
		disc := math.Pi * c.radius * c.radius
		for i := range s.lamps {
			l := &s.lamps[i]
			v := r3.Sub(l.Centre, c.middle)
			b := beam{lamp: l, thing: c, power: l.promises(c.middle, unit(v)) * disc}
			if l.side/r3.Norm(v) > sharpest {
				b.soft = 1
			}
			add(b)
		}
		if s.sun != nil {
			for i := range s.set.Windows {
				add(beam{window: &s.set.Windows[i], thing: c, power: s.sun.Lux.Lux() * disc})
			}
		}
	}
	if all == 0 {
		return
	}
	photons := float64(min(paths/perPhoton, mostPhotons))
	type part struct{ beam, from, to, of int }
	var parts []part
	for i, b := range beams {
		n := int(math.Ceil(photons * b.power / all))
		for from := 0; from < n; from += chunk {
			parts = append(parts, part{i, from, min(from+chunk, n), n})
		}
	}
	ended := make([][]landed, len(parts))
	if cores.Each(ctx, len(parts), func(k int) {
		p := parts[k]
		d := newDice(p.beam, 0, seed^causticSeed)
		for i := p.from; i < p.to; i++ {
			d.begin(i)
			if end, ok := s.photon(&beams[p.beam], p.of, &d); ok {
				ended[k] = append(ended[k], end)
			}
		}
	}) != nil {
		return
	}
	s.caught = gather(ended)
}

// photon follows one of n photons of a beam to where it ends on something flat, past one clear edge at the least.
func (s *stage) photon(b *beam, n int, d *dice) (landed, bool) {
	o, w, flux := b.sets(s, d)
	if flux == (light.RGB{}) {
		return landed{}, false
	}
	flux = flux.Times(1 / float64(n))
	var absorb light.RGB
	var h spot
	var next onward
	for edge := 0; edge < longest; edge++ {
		if !s.meet(o, w, math.Inf(1), &h) {
			return landed{}, false
		}
		flux = dim(flux, absorb, h.t)
		st := &h.part.stuff
		if !st.Clear || h.part.panel != nil || h.part.lamp > 0 {
			far := math.Hypot(h.p.X-b.thing.middle.X, h.p.Y-b.thing.middle.Y) > causticFar
			return landed{h.p, flux, b.soft}, edge > 0 && h.catches() && !far
		}
		if edge == 0 && h.object != b.thing.object {
			return landed{}, false // another beam's
		}
		flux = flux.Times(1 - st.Mist)
		s.clearEdge(&h, w, absorb, d.roll(), &next)
		o, w, absorb = next.o, next.d, next.absorb
	}
	return landed{}, false
}

// causticSeed sets the dice of photons apart from the others.
const causticSeed = 0x51ED270B

// sets draws where a photon of a beam starts and its way, toward the ball about the clear thing, and what all of them
// carry, lux by mm².
func (b *beam) sets(s *stage, d *dice) (o, w r3.Vec, flux light.RGB) {
	c := b.thing
	if b.lamp == nil {
		sin, cos := circle(d.roll())
		r := c.radius * math.Sqrt(d.roll())
		x, y := frame(s.sun.Toward)
		p := r3.Add(c.middle, r3.Add(r3.Scale(r*cos, x), r3.Scale(r*sin, y)))
		share, from := b.window.Passes(p, s.sun.Toward)
		if share == 0 {
			return o, w, flux
		}
		w = r3.Scale(-1, s.sun.Toward)
		return r3.Add(from, r3.Scale(0.05, w)), w, s.sun.Lux.Times(share * math.Pi * c.radius * c.radius)
	}
	l := b.lamp
	q := l.At(2*d.roll()-1, 2*d.roll()-1)
	to := r3.Sub(c.middle, q)
	away := r3.Norm(to)
	edge := 0.0
	if away > c.radius {
		edge = math.Sqrt(1 - c.radius*c.radius/(away*away))
	}
	cos := 1 - d.roll()*(1-edge)
	sin := math.Sqrt(max(0, 1-cos*cos))
	x, y := frame(r3.Scale(1/away, to))
	turn, up := circle(d.roll())
	w = unit(r3.Add(r3.Scale(cos/away, to), r3.Add(r3.Scale(sin*up, x), r3.Scale(sin*turn, y))))
	leaves := r3.Dot(w, l.n)
	if leaves <= 0 {
		return o, w, flux
	}
	o = r3.Add(q, r3.Scale(0.05, w))
	return o, w, l.shows(r3.Add(q, r3.Scale(away, w)), r3.Scale(-1, w)).Times(leaves * l.area * 2 * math.Pi * (1 - edge))
}

// catches reports whether what comes by way of glass is known at a spot by photons.
func (h *spot) catches() bool {
	return h.part.flat && h.g.Z > flatUp && h.p.Z < flatMm
}

// lieFlat finds the parts of which most that looks up lies flat, as seen from above: cloth, boards and plates, no
// berries, on which what glass throws would end at a ring.
func (s *stage) lieFlat() {
	up, flat := make([]float64, len(s.parts)), make([]float64, len(s.parts))
	for i, t := range s.tris {
		n := r3.Cross(vec(t.e1), vec(t.e2))
		if n.Z <= 0 {
			continue
		}
		k := s.skins[i].part
		up[k] += n.Z
		if n.Z > flatUp*r3.Norm(n) {
			flat[k] += n.Z
		}
	}
	for _, f := range s.flats.all {
		if k := f.part; f.n.Z > flatUp {
			up[k], flat[k] = 1, 1
		}
	}
	for k := range s.parts {
		p := &s.parts[k]
		p.flat = flat[k] > 0.6*up[k] && !p.stuff.Clear && p.panel == nil && p.lamp == 0
	}
}

// gather makes grids of the photons that have landed.
func gather(ended [][]landed) *caustics {
	const step = 0.5 // mm of height
	var some [int(flatMm/step) + 1]bool
	level := func(p r3.Vec) int { return min(max(int(p.Z/step), 0), len(some)-1) }
	for _, part := range ended {
		for i := range part {
			some[level(part[i].p)] = true
		}
	}
	out := &caustics{}
	var of [len(some)]int
	for z, on := range some {
		switch {
		case !on:
			continue
		case len(out.floors) > 0 && float64(z)*step-out.floors[len(out.floors)-1].high < 1:
			out.floors[len(out.floors)-1].high = float64(z+1) * step
		default:
			out.floors = append(out.floors, floor{low: float64(z) * step, high: float64(z+1) * step})
		}
		of[z] = len(out.floors) - 1
	}
	apart := make([][]landed, len(out.floors))
	for _, part := range ended {
		for _, l := range part {
			k := of[level(l.p)]
			apart[k] = append(apart[k], l)
		}
	}
	for k := range out.floors {
		out.floors[k].fill(apart[k])
	}
	return out
}

// fill spreads photons over the grid, each so far that the light in a cell is the mean of enough of them.
func (f *floor) fill(all []landed) {
	x0, y0, x1, y1 := math.Inf(1), math.Inf(1), math.Inf(-1), math.Inf(-1)
	for i := range all {
		p := all[i].p
		x0, y0, x1, y1 = math.Min(x0, p.X), math.Min(y0, p.Y), math.Max(x1, p.X), math.Max(y1, p.Y)
	}
	edge := float64(gathers[1].most) * causticMm
	f.x, f.y = x0-edge, y0-edge
	f.w, f.h = int((x1+edge-f.x)/causticMm)+1, int((y1+edge-f.y)/causticMm)+1
	f.lux = make([][3]float32, f.w*f.h)
	wide := f.w + 1
	for soft, g := range gathers {
		// Sums over all cells before a corner, so that a square is four of them.
		sums := make([][4]float64, wide*(f.h+1))
		n := 0
		for i := range all {
			if l := &all[i]; l.soft == soft {
				at := (int((l.p.Y-f.y)/causticMm)+1)*wide + int((l.p.X-f.x)/causticMm) + 1
				sums[at] = [4]float64{sums[at][0] + l.flux.R, sums[at][1] + l.flux.G, sums[at][2] + l.flux.B, sums[at][3] + 1}
				n++
			}
		}
		if n == 0 {
			continue
		}
		for j := 1; j <= f.h; j++ {
			var row [4]float64
			for i := 1; i <= f.w; i++ {
				at := j*wide + i
				for c := range row {
					row[c] += sums[at][c]
					sums[at][c] = row[c] + sums[at-wide][c]
				}
			}
		}
		square := func(i, j, r int) (v [4]float64, cells float64) {
			a, b, c, d := max(i-r, 0), max(j-r, 0), min(i+r+1, f.w), min(j+r+1, f.h)
			for k := range v {
				v[k] = sums[d*wide+c][k] - sums[d*wide+a][k] - sums[b*wide+c][k] + sums[b*wide+a][k]
			}
			return v, float64((c - a) * (d - b))
		}
		for j := range f.h {
			for i := range f.w {
				if far, _ := square(i, j, g.most); far[3] < 0.5 {
					continue // most cells: nothing came near
				}
				r := g.least
				v, cells := square(i, j, r)
				for v[3] < g.photons && r < g.most {
					r++
					v, cells = square(i, j, r)
				}
				to := &f.lux[j*f.w+i]
				for c := range to {
					to[c] += float32(v[c] / (cells * causticMm * causticMm))
				}
			}
		}
	}
}

// at is the light by way of glass on what lies flat at p, lux.
func (c *caustics) at(p r3.Vec) light.RGB {
	for k := range c.floors {
		f := &c.floors[k]
		if p.Z < f.low-0.3 || p.Z > f.high+0.3 {
			continue
		}
		x, y := (p.X-f.x)/causticMm-0.5, (p.Y-f.y)/causticMm-0.5
		i, j := int(math.Floor(x)), int(math.Floor(y))
		if i < 0 || j < 0 || i+1 >= f.w || j+1 >= f.h {
			return light.RGB{}
		}
		u, v := float32(x-float64(i)), float32(y-float64(j))
		between := func(n int) float64 {
			a, b := f.lux[j*f.w+i][n], f.lux[j*f.w+i+1][n]
			d, e := f.lux[(j+1)*f.w+i][n], f.lux[(j+1)*f.w+i+1][n]
			return float64((a*(1-u)+b*u)*(1-v) + (d*(1-u)+e*u)*v)
		}
		return light.RGB{R: between(0), G: between(1), B: between(2)}
	}
	return light.RGB{}
}
