package light

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// view is the frame of a receptor: its place and three axes, n its normal. Seen by
// way of a mirror the axes are left-handed; outlines are turned to suit.
type view struct {
	p, a, b, n r3.Vec
	arc        int // into how many straight pieces each visible half of a round edge is cut
}

func newView(p, n r3.Vec) view {
	// Duff et al., Building an Orthonormal Basis, Revisited (JCGT 2017).
	s := math.Copysign(1, n.Z)
	k := -1 / (s + n.Z)
	m := n.X * n.Y * k
	return view{p: p, n: n, arc: closely, a: r3.Vec{X: 1 + s*n.X*n.X*k, Y: s * m, Z: -s * n.X}, b: r3.Vec{X: m, Y: s + n.Y*n.Y*k, Z: -n.Y}}
}

// local turns a place into the receptor's frame.
func (v *view) local(q r3.Vec) r3.Vec {
	d := r3.Vec{X: q.X - v.p.X, Y: q.Y - v.p.Y, Z: q.Z - v.p.Z}
	return r3.Vec{X: d.X*v.a.X + d.Y*v.a.Y + d.Z*v.a.Z, Y: d.X*v.b.X + d.Y*v.b.Y + d.Z*v.b.Z, Z: d.X*v.n.X + d.Y*v.n.Y + d.Z*v.n.Z}
}

// turned turns a direction or an edge into the receptor's frame.
func (v *view) turned(d r3.Vec) r3.Vec {
	return r3.Vec{X: d.X*v.a.X + d.Y*v.a.Y + d.Z*v.a.Z, Y: d.X*v.b.X + d.Y*v.b.Y + d.Z*v.b.Z, Z: d.X*v.n.X + d.Y*v.n.Y + d.Z*v.n.Z}
}

// unit and length are r3's without its care for numbers near overflow, which no
// set has and which costs more than all the rest.
func unit(v r3.Vec) r3.Vec    { return r3.Scale(1/length(v), v) }
func length(v r3.Vec) float64 { return math.Sqrt(v.X*v.X + v.Y*v.Y + v.Z*v.Z) }

// direction turns a point of the gnomonic plane into a direction in space, not of
// unit length.
func (v *view) direction(q pt) r3.Vec {
	return r3.Vec{X: q.x*v.a.X + q.y*v.b.X + v.n.X, Y: q.x*v.a.Y + q.y*v.b.Y + v.n.Y, Z: q.x*v.a.Z + q.y*v.b.Z + v.n.Z}
}

// rim is the least height above the horizon that is looked at, mm.
const rim = 1e-3

// half is a half-space: places q with n·q ≥ d.
type half struct {
	n r3.Vec
	d float64
}

func (h half) side(q r3.Vec) float64 { return h.n.X*q.X + h.n.Y*q.Y + h.n.Z*q.Z - h.d }

// front is the half-space that a rectangle faces.
func (q Rect) front() half {
	n := q.Normal()
	return half{n, r3.Dot(n, q.Centre)}
}

// polygon is a flat polygon in space, while it is being cut.
type polygon struct {
	n int
	q [12]r3.Vec
}

func (g *polygon) keep(h half) {
	if g.n == 0 {
		return
	}
	var out polygon
	last := g.q[g.n-1]
	was := h.side(last)
	for _, q := range g.q[:g.n] {
		is := h.side(q)
		if (was > 0 && is < 0) || (was < 0 && is > 0) {
			t := was / (was - is)
			out.q[out.n] = r3.Vec{X: last.X + t*(q.X-last.X), Y: last.Y + t*(q.Y-last.Y), Z: last.Z + t*(q.Z-last.Z)}
			out.n++
		}
		if is >= 0 {
			out.q[out.n] = q
			out.n++
		}
		last, was = q, is
	}
	*g = out
}

// rect writes how a rectangle looks, cut to the given half-spaces, and reports
// whether anything of it is above the horizon.
func (v *view) rect(q *Rect, out *outline, cuts ...half) bool {
	c := q.corners()
	g := polygon{n: 4}
	copy(g.q[:], c[:])
	for _, h := range cuts {
		g.keep(h)
	}
	for i := range g.n {
		g.q[i] = v.local(g.q[i])
	}
	g.keep(half{r3.Vec{Z: 1}, rim})
	out.n = 0
	for _, w := range g.q[:g.n] {
		out.add(w.X/w.Z, w.Y/w.Z)
	}
	return out.n >= 3 && out.turnLeft() > tiny
}

// How many straight pieces a half of a round edge is cut into, looked at closely or
// in passing.
const (
	closely   = 9
	inPassing = 5
)

// cylinder writes how an upright cylinder looks; cuts as in rect.
func (v *view) cylinder(c *Cylinder, out *outline, cuts ...half) bool {
	if highest := r3.Dot(v.n, r3.Sub(c.Foot, v.p)) + math.Max(0, v.n.Z*c.HeightMm) + c.RadiusMm*math.Hypot(v.n.X, v.n.Y); highest <= rim {
		return false // all of it below the horizon
	}
	if len(cuts) == 0 && v.silhouette(c, out) {
		return out.n >= 3 && out.area() > tiny
	}
	// The general case: cut the edges of a prism, take the hull of what is left.
	var points [mostHull]pt
	k := 0
	all := append(cuts, half{v.n, r3.Dot(v.n, v.p) + rim})
	edge := func(a, b r3.Vec) {
		for _, h := range all {
			sa, sb := h.side(a), h.side(b)
			if sa < 0 && sb < 0 {
				return
			}
			if sa < 0 {
				a = r3.Add(a, r3.Scale(sa/(sa-sb), r3.Sub(b, a)))
			} else if sb < 0 {
				b = r3.Add(b, r3.Scale(sb/(sb-sa), r3.Sub(a, b)))
			}
		}
		for _, q := range [2]r3.Vec{a, b} {
			if w := v.local(q); k < mostHull {
				z := math.Max(w.Z, rim/2)
				points[k] = pt{w.X / z, w.Y / z}
				k++
			}
		}
	}
	h := r3.Vec{Z: c.HeightMm}
	var was r3.Vec
	c.ring(v, func(i int, is r3.Vec) {
		if i > 0 {
			edge(was, is)
			edge(r3.Add(was, h), r3.Add(is, h))
			edge(is, r3.Add(is, h))
		}
		was = is
	})
	if k < 3 {
		return false
	}
	hull(points[:k], out)
	return out.n >= 3 && out.area() > tiny
}

// ring calls each with the corners of a polygon about as large as the cylinder's foot, the last of them the first again. Seen
// from beside it the near part, between the tangents, has as many as half of it has from afar: right before a dish its round
// edge goes as near as the dish does.
func (c *Cylinder) ring(v *view, each func(i int, at r3.Vec)) {
	at := func(i int, r, angle float64) {
		s, o := math.Sincos(angle)
		each(i, r3.Vec{X: c.Foot.X + r*o, Y: c.Foot.Y + r*s, Z: c.Foot.Z})
	}
	dx, dy := v.p.X-c.Foot.X, v.p.Y-c.Foot.Y
	facing, away := math.Atan2(dy, dx), math.Hypot(dx, dy)
	if away <= c.RadiusMm*1.0001 {
		sides := 2 * v.arc
		for i := range sides + 1 {
			at(i, c.RadiusMm*fat(2*math.Pi/float64(sides)), 2*math.Pi*float64(i)/float64(sides))
		}
		return
	}
	reach := math.Acos(c.RadiusMm / away)
	n := 0
	along := func(from, span float64, pieces int) {
		r := c.RadiusMm * fat(span/float64(pieces))
		for i := range pieces {
			is := r
			if i == 0 {
				is = c.RadiusMm // the tangents touch the cylinder itself
			}
			at(n, is, from+span*float64(i)/float64(pieces))
			n++
		}
	}
	along(facing-reach, 2*reach, v.arc)
	along(facing+reach, 2*(math.Pi-reach), v.arc+v.arc/2)
	at(n, c.RadiusMm, facing-reach)
}

// fat is by how much the corners of a polygon lie outside a circle of the same
// area, when each side spans the given angle.
func fat(angle float64) float64 { return math.Sqrt(angle / math.Sin(angle)) }

// silhouette writes the edge of a whole cylinder as seen from outside it: two
// tangents, and at each end the half of the rim that stands out. It reports false
// when part of the cylinder is below the horizon, or the receptor is inside.
func (v *view) silhouette(c *Cylinder, out *outline) bool {
	bottom, top := c.Foot.Z, c.Foot.Z+c.HeightMm
	if v.n.Z > 0.9999999 { // looking straight up: what lies lower is below the horizon
		if top <= v.p.Z+rim {
			out.n = 0
			return true
		}
		bottom = math.Max(bottom, v.p.Z+2*rim)
	}
	dx, dy := v.p.X-c.Foot.X, v.p.Y-c.Foot.Y
	away := math.Hypot(dx, dy)
	out.n = 0
	put := func(angle, r, z float64) bool {
		s, o := math.Sincos(angle)
		w := v.local(r3.Vec{X: c.Foot.X + r*o, Y: c.Foot.Y + r*s, Z: z})
		if w.Z <= rim {
			return false
		}
		out.add(w.X/w.Z, w.Y/w.Z)
		return true
	}
	if away <= c.RadiusMm*1.0001 {
		z := top
		switch {
		case v.p.Z >= top:
		case v.p.Z <= bottom:
			z = bottom
		default:
			return false
		}
		sides := 2 * v.arc
		for i := range sides {
			if !put(2*math.Pi*float64(i)/float64(sides), c.RadiusMm*fat(2*math.Pi/float64(sides)), z) {
				return false
			}
		}
		out.turnLeft()
		return true
	}
	facing := math.Atan2(dy, dx)
	reach := math.Acos(c.RadiusMm / away)
	// Near half of a rim: angles facing ± reach; far half: the rest.
	rimAt := func(z float64, near, forward bool) bool {
		from, span := facing-reach, 2*reach
		if !near {
			from, span = facing+reach, 2*math.Pi-2*reach
		}
		if forward != near { // the far half runs the other way round
			from, span = from+span, -span
		}
		r := c.RadiusMm * fat(math.Abs(span)/float64(v.arc))
		for i := range v.arc + 1 {
			radius := r
			if i == 0 || i == v.arc {
				radius = c.RadiusMm // the tangents touch the cylinder itself
			}
			if !put(from+span*float64(i)/float64(v.arc), radius, z) {
				return false
			}
		}
		return true
	}
	if !rimAt(bottom, v.p.Z >= bottom, true) || !rimAt(top, v.p.Z <= top, false) {
		return false
	}
	out.turnLeft()
	return true
}
