package preview

import (
	"math"

	"figladder/internal/craft/light"
	"figladder/internal/craft/scene"

	"gonum.org/v1/gonum/mat"
	"gonum.org/v1/gonum/spatial/r3"
)

// steam is fine drops in the air: they take light out of its way and send it on, most of it nearly straight. Light that
// has met a second drop is left out (what is seen of steam is thin), and so is its shadow.
type steam struct {
	scene.Steam
	per  r3.Vec // cells a mm
	step float64
	glow [3 * 3 * 5]light.RGB // what the drops send to the lens, cd/m², at places of the box
	// What is in blocks of cells, so that the empty ones, most of them, are passed at a bound.
	blocks [3]int
	some   []bool
}

// inBlock is how many cells a block has along each axis.
const inBlock = 5

// mark notes which blocks have drops, in themselves or in the cells beside them that a place between two cells has from.
func (v *steam) mark() {
	for a, n := range v.Cells {
		v.blocks[a] = (n + inBlock - 1) / inBlock
	}
	v.some = make([]bool, v.blocks[0]*v.blocks[1]*v.blocks[2])
	near := func(i, a int) (int, int) { return max(0, i-1) / inBlock, min(v.Cells[a]-1, i+1) / inBlock }
	for at, dims := range v.Dims {
		if dims == 0 {
			continue
		}
		x0, x1 := near(at%v.Cells[0], 0)
		y0, y1 := near(at/v.Cells[0]%v.Cells[1], 1)
		z0, z1 := near(at/v.Cells[0]/v.Cells[1], 2)
		for z := z0; z <= z1; z++ {
			for y := y0; y <= y1; y++ {
				for x := x0; x <= x1; x++ {
					v.some[x+v.blocks[0]*(y+v.blocks[1]*z)] = true
				}
			}
		}
	}
}

// within is how many steps of a ray from p, in cells, surely lie in the block it begins in, and whether that has drops.
func (v *steam) within(p, step [3]float64) (steps int, some bool) {
	at, stride := 0, 1
	var block [3]int
	for a := range 3 {
		block[a] = max(0, min(v.blocks[a]-1, int(p[a]/inBlock)))
		at += stride * block[a]
		stride *= v.blocks[a]
	}
	least := 1e6
	for a := range 3 {
		end := float64(block[a] * inBlock)
		if step[a] > 0 {
			end += inBlock
		}
		if step[a] != 0 {
			least = min(least, (end-p[a])/step[a])
		}
	}
	return max(1, int(least)), v.some[at]
}

// forward is how much of what drops send on goes nearly straight: the asymmetry of a fog's drops (van de Hulst 1980 has
// 0.85 for clouds).
const forward = 0.85

// phase is what share of the light that meets drops goes on at an angle of this cosine, a steradian (Henyey &
// Greenstein 1941).
func phase(cos float64) float64 {
	const g = forward
	d := 1 + g*g - 2*g*cos
	return (1 - g*g) / (4 * math.Pi * d * math.Sqrt(d))
}

// phased draws a direction about d as drops send light on.
func phased(d r3.Vec, u, v float64) r3.Vec {
	const g = forward
	q := (1 - g*g) / (1 - g + 2*g*u)
	c := max(-1, min(1, (1+g*g-q*q)/(2*g)))
	a, b := frame(d)
	s := math.Sqrt(max(0, 1-c*c))
	sin, cos := circle(v)
	return r3.Add(r3.Scale(c, d), r3.Add(r3.Scale(s*cos, a), r3.Scale(s*sin, b)))
}

// How many places of each lamp are asked, and how many paths followed, for one place in the steam.
const (
	steamPlaces = 36
	steamPaths  = 100
)

// steams puts steam on the stage, as a lens sees it. What its drops send to the lens changes slowly from place to
// place, so it is worked out for a few and kept: a picture has no grain from it. What comes by way of other things
// changes slower still.
func (s *stage) steams(over scene.Steam, lens r3.Vec) {
	st := &steam{Steam: over}
	size := r3.Sub(over.Hi, over.Lo)
	st.per = r3.Vec{X: float64(over.Cells[0]) / size.X, Y: float64(over.Cells[1]) / size.Y, Z: float64(over.Cells[2]) / size.Z}
	st.step = 1 / st.per.X
	st.mark()
	var round [len(st.glow)]light.RGB
	var places [len(st.glow)]r3.Vec
	for i := range st.glow {
		x, y, z := i%3, i/3%3, i/9
		// The middle of a plume matters, not the corners of its box.
		p := r3.Vec{X: over.Lo.X + size.X*(0.25+0.25*float64(x)), Y: over.Lo.Y + size.Y*(0.25+0.25*float64(y)), Z: over.Lo.Z + size.Z*(0.02+0.24*float64(z))}
		d := unit(r3.Sub(p, lens))
		places[i] = r3.Vec{X: float64(x) - 1, Y: float64(y) - 1, Z: float64(z)/2 - 1}
		st.glow[i], round[i] = s.straightOn(p, d, i), s.roundOn(p, d, i)
	}
	for i, g := range smoothly(places[:], round[:]) {
		st.glow[i] = st.glow[i].Plus(g)
	}
	s.steam = st
}

// smoothly lays what bends evenly along x and y, and once along z, through values at places, least squares: followed
// paths are few, and one that met something bright would colour the steam about it. Nothing is below none.
func smoothly(places []r3.Vec, values []light.RGB) []light.RGB {
	at := func(p r3.Vec) []float64 { return []float64{1, p.X, p.Y, p.Z, p.Z * p.Z} }
	a, b := mat.NewDense(len(places), 5, nil), mat.NewDense(len(places), 3, nil)
	for i, p := range places {
		a.SetRow(i, at(p))
		all := values[i].Parts()
		b.SetRow(i, all[:])
	}
	var fit, laid mat.Dense
	if err := fit.Solve(a, b); err != nil { // places in one plane: nothing to lay through
		return values
	}
	laid.Mul(a, &fit)
	out := make([]light.RGB, len(values))
	for i := range out {
		out[i] = light.RGB{R: max(0, laid.At(i, 0)), G: max(0, laid.At(i, 1)), B: max(0, laid.At(i, 2))}
	}
	return out
}

// straightOn is what drops at p send back along d of the light from lamps and sun past what stands in the way.
func (s *stage) straightOn(p, d r3.Vec, place int) light.RGB {
	var sum light.RGB
	if sun := s.sun; sun != nil {
		got, _ := s.sunAt(p, light.RGB{}, false)
		sum = sum.Plus(got.Times(phase(r3.Dot(sun.Toward, d))))
	}
	for i := range s.lamps {
		l := &s.lamps[i]
		q := seen(&l.Rect, p)
		if q.steradian <= 0 || r3.Dot(r3.Sub(p, l.Centre), l.n) <= 0 {
			continue
		}
		for k := range steamPlaces {
			r := newDice(place, k, int64(i)+71)
			at := q.draw(r.roll(), r.roll())
			w := unit(r3.Sub(at, p))
			sum = sum.Plus(l.shows(p, w).Through(s.reach(p, at, light.RGB{}, false)).Times(phase(r3.Dot(w, d)) * q.steradian / steamPlaces))
		}
	}
	return sum
}

// roundOn is what they send on of the light from everything else.
func (s *stage) roundOn(p, d r3.Vec, place int) light.RGB {
	var sum light.RGB
	for k := range steamPaths {
		r := newDice(place, k, 97)
		// Half go on as drops send light, half any way: what is bright may lie aside.
		w := phased(d, r.roll(), r.roll())
		if k&1 == 1 {
			z := 2*r.roll() - 1
			sin, cos := circle(r.roll())
			c := math.Sqrt(max(0, 1-z*z))
			w = r3.Vec{X: c * cos, Y: c * sin, Z: z}
		}
		f := phase(r3.Dot(w, d))
		k := f / (0.5*f + 0.5/(4*math.Pi)) / steamPaths
		// Each is followed for what it is worth by itself: one of the little that all of them make together ends at once.
		sum = sum.Plus(s.trace(&onward{o: p, d: w, weight: light.White(1)}, light.White(1), 1, &r).Times(k))
	}
	return sum
}

// across is what steam adds along a ray up to a length, and what share it lets through.
func (v *steam) across(o, d r3.Vec, most float64) (light.RGB, float64) {
	near, far := v.span(o, d, most)
	if near >= far {
		return light.RGB{}, 1
	}
	adds, lets, _ := v.along(o, d, near, far)
	return adds, lets
}

// span is from where to where a ray up to a length is in the box; where not at all it ends before it begins.
func (v *steam) span(o, d r3.Vec, most float64) (near, far float64) {
	far = most
	for _, axis := range [3][4]float64{{o.X, d.X, v.Lo.X, v.Hi.X}, {o.Y, d.Y, v.Lo.Y, v.Hi.Y}, {o.Z, d.Z, v.Lo.Z, v.Hi.Z}} {
		if axis[1] == 0 {
			if axis[0] < axis[2] || axis[0] > axis[3] {
				return 1, 0
			}
			continue
		}
		a, b := (axis[2]-axis[0])/axis[1], (axis[3]-axis[0])/axis[1]
		near, far = max(near, min(a, b)), min(far, max(a, b))
	}
	return near, far
}

// along is across between two places of the ray in the box, and how far off most of the steam is.
func (v *steam) along(o, d r3.Vec, near, far float64) (adds light.RGB, let, most float64) {
	steps := int((far-near)/v.step) + 1
	ds := (far - near) / float64(steps)
	// In cells from the corner: where the first step's middle is, and how far a step goes.
	first, pace := r3.Sub(r3.Add(o, r3.Scale(near+0.5*ds, d)), v.Lo), r3.Scale(ds, d)
	from := [3]float64{first.X * v.per.X, first.Y * v.per.Y, first.Z * v.per.Z}
	step := [3]float64{pace.X * v.per.X, pace.Y * v.per.Y, pace.Z * v.per.Z}
	mean, weight := 0.0, 0.0
	let = 1
	for i := 0; i < steps; {
		k := float64(i)
		p := [3]float64{from[0] + k*step[0], from[1] + k*step[1], from[2] + k*step[2]}
		in, some := v.within(p, step)
		i += in
		if !some {
			continue
		}
		for n := min(in, steps-i+in); n > 0; n-- {
			if dims := v.dims(p); dims > 0 {
				takes := let * taken(ds*dims)
				let -= takes
				mean += takes * k
				weight += takes
			}
			k++
			p[0], p[1], p[2] = p[0]+step[0], p[1]+step[1], p[2]+step[2]
		}
	}
	if weight == 0 {
		return light.RGB{}, 1, (near + far) / 2
	}
	most = near + (mean/weight+0.5)*ds
	return v.glowAt(r3.Add(o, r3.Scale(most, d))).Times(weight), let, most
}

// taken is 1 − e⁻ˣ for x from 0: a step through steam takes little, and five terms of its
// series are within 1e-8 up to a tenth.
func taken(x float64) float64 {
	if x > 0.1 {
		return 1 - math.Exp(-x)
	}
	const third, fifth = 1. / 3, 1. / 5 // a quotient takes far longer than a product
	return x * (1 - x*0.5*(1-x*third*(1-x*0.25*(1-x*fifth))))
}

// dims is what a place, in cells from the corner, takes out of light, natural units a mm, between the cells' middles.
func (v *steam) dims(p [3]float64) float64 {
	i, fx := between(p[0]-0.5, v.Cells[0])
	j, fy := between(p[1]-0.5, v.Cells[1])
	k, fz := between(p[2]-0.5, v.Cells[2])
	wide := v.Cells[0]
	a := i + wide*(j+v.Cells[1]*k)
	low, high := v.Dims[a:], v.Dims[a+wide*v.Cells[1]:]
	row := func(d []float32, at int) float64 { return float64(d[at]) + fx*float64(d[at+1]-d[at]) }
	a0, a1, b0, b1 := row(low, 0), row(low, wide), row(high, 0), row(high, wide)
	a0, b0 = a0+fy*(a1-a0), b0+fy*(b1-b0)
	return a0 + fz*(b0-a0)
}

// between is the lower of two of n neighbours and how far to the next, 0 to 1.
func between(x float64, n int) (int, float64) {
	x = max(0, min(float64(n-1)-1e-9, x))
	i := int(x)
	return i, x - float64(i)
}

// glowAt is what a place sends to the lens.
func (v *steam) glowAt(p r3.Vec) light.RGB {
	size := r3.Sub(v.Hi, v.Lo)
	i, fx := between(((p.X-v.Lo.X)/size.X-0.25)*4, 3)
	j, fy := between(((p.Y-v.Lo.Y)/size.Y-0.25)*4, 3)
	k, fz := between(((p.Z-v.Lo.Z)/size.Z-0.02)/0.24, 5)
	var out light.RGB
	for c := range 8 {
		w := [2]float64{1 - fx, fx}[c&1] * [2]float64{1 - fy, fy}[c>>1&1] * [2]float64{1 - fz, fz}[c>>2]
		out = out.Plus(v.glow[i+(c&1)+3*(j+(c>>1&1))+9*(k+(c>>2))].Times(w))
	}
	return out
}
