package light

import "math"

// An outline is a convex polygon as seen from a receptor: the gnomonic projection
// (x/z, y/z) of directions above its horizon, z along its normal, counter-clockwise.
// Straight edges in space stay straight, so sources and shadows are cut exactly.
type outline struct {
	n int
	p [mostCorners]pt
}

type pt struct{ x, y float64 }

// mostCorners bounds the corners of an outline. Every cut adds at most one; a
// polygon that would have more loses the one that changes its area least.
const mostCorners = 24

// tiny is an area below which a piece of an outline is dropped. In the gnomonic
// plane area near the middle is solid angle over π, nearly.
const tiny = 1e-9

func (o *outline) add(x, y float64) {
	if o.n == mostCorners {
		o.dropOne()
	}
	o.p[o.n] = pt{x, y}
	o.n++
}

// dropOne removes the corner that spans the smallest triangle with its neighbours.
func (o *outline) dropOne() {
	least, at := math.Inf(1), 0
	for i := range o.n {
		a, b, c := o.p[(i+o.n-1)%o.n], o.p[i], o.p[(i+1)%o.n]
		if t := math.Abs((b.x-a.x)*(c.y-a.y) - (c.x-a.x)*(b.y-a.y)); t < least {
			least, at = t, i
		}
	}
	copy(o.p[at:o.n-1], o.p[at+1:o.n])
	o.n--
}

// area is twice the signed area; above 0 counter-clockwise.
func (o *outline) area() float64 {
	if o.n == 0 {
		return 0
	}
	sum := 0.0
	a := o.p[o.n-1]
	for _, b := range o.p[:o.n] {
		sum += a.x*b.y - b.x*a.y
		a = b
	}
	return sum
}

// turnLeft makes the outline counter-clockwise, and returns twice its area.
func (o *outline) turnLeft() float64 {
	area := o.area()
	if area < 0 {
		for i, j := 0, o.n-1; i < j; i, j = i+1, j-1 {
			o.p[i], o.p[j] = o.p[j], o.p[i]
		}
	}
	return math.Abs(area)
}

// cut writes to out the part of o on the left of the line from a to b (or on its
// right), and reports whether anything is left.
func (o *outline) cut(a, b pt, left bool, out *outline) bool {
	out.n = 0
	dx, dy := b.x-a.x, b.y-a.y
	if !left {
		dx, dy = -dx, -dy
	}
	if o.n == 0 {
		return false
	}
	last := o.p[o.n-1]
	was := dx*(last.y-a.y) - dy*(last.x-a.x)
	for i := range o.n {
		q := o.p[i]
		is := dx*(q.y-a.y) - dy*(q.x-a.x)
		if (was > 0 && is < 0) || (was < 0 && is > 0) {
			t := was / (was - is)
			out.add(last.x+t*(q.x-last.x), last.y+t*(q.y-last.y))
		}
		if is >= 0 {
			out.add(q.x, q.y)
		}
		last, was = q, is
	}
	return out.n >= 3
}

// split is cut to both sides at once.
func (o *outline) split(a, b pt, left, right *outline) {
	left.n, right.n = 0, 0
	if o.n == 0 {
		return
	}
	dx, dy := b.x-a.x, b.y-a.y
	last := o.p[o.n-1]
	was := dx*(last.y-a.y) - dy*(last.x-a.x)
	for i := range o.n {
		q := o.p[i]
		is := dx*(q.y-a.y) - dy*(q.x-a.x)
		if (was > 0 && is < 0) || (was < 0 && is > 0) {
			t := was / (was - is)
			x, y := last.x+t*(q.x-last.x), last.y+t*(q.y-last.y)
			left.add(x, y)
			right.add(x, y)
		}
		if is >= 0 {
			left.add(q.x, q.y)
		}
		if is <= 0 {
			right.add(q.x, q.y)
		}
		last, was = q, is
	}
}

// next is the corner after one of them.
func (o *outline) next(i int) pt {
	if i+1 == o.n {
		return o.p[0]
	}
	return o.p[i+1]
}

// bounds returns the box round the outline.
func (o *outline) bounds() (lo, hi pt) {
	lo, hi = o.p[0], o.p[0]
	for _, q := range o.p[1:o.n] {
		lo.x, lo.y, hi.x, hi.y = min(lo.x, q.x), min(lo.y, q.y), max(hi.x, q.x), max(hi.y, q.y)
	}
	return lo, hi
}

// apart reports whether some edge of either has all of the other on its far side.
func (o *outline) apart(q *outline) bool { return o.edgeParts(q) || q.edgeParts(o) }

func (o *outline) edgeParts(q *outline) bool {
	a := o.p[o.n-1]
	for _, b := range o.p[:o.n] {
		dx, dy := b.x-a.x, b.y-a.y
		out := true
		for _, c := range q.p[:q.n] {
			if dx*(c.y-a.y)-dy*(c.x-a.x) > 0 {
				out = false
				break
			}
		}
		if out {
			return true
		}
		a = b
	}
	return false
}

// less appends to out the pieces of o outside the convex outline q.
func (o *outline) less(q *outline, out []outline) []outline {
	if o.apart(q) {
		return append(out, *o)
	}
	var two [2]outline
	rest, at := o, 0
	b := q.p[0]
	for i := range q.n {
		a := b
		b = q.next(i)
		all, some := rest.beside(a, b)
		if all {
			continue // all of it inside this edge
		}
		if !some {
			return append(out, *rest)
		}
		if len(out) < cap(out) { // what is there is written over
			out = out[:len(out)+1]
		} else {
			out = append(out, outline{})
		}
		piece := &out[len(out)-1]
		rest.split(a, b, &two[at], piece)
		if piece.n < 3 || math.Abs(piece.area()) <= tiny {
			out = out[:len(out)-1]
		}
		if two[at].n < 3 {
			return out
		}
		rest, at = &two[at], 1-at
	}
	return out
}

// beside reports whether all of o is on the left of a line, and whether some is.
func (o *outline) beside(a, b pt) (all, some bool) {
	dx, dy := b.x-a.x, b.y-a.y
	all = true
	for _, q := range o.p[:o.n] {
		if dx*(q.y-a.y)-dy*(q.x-a.x) > 0 {
			some = true
		} else {
			all = false
		}
	}
	return all, some
}

// within writes to out the part of o inside the convex outline q.
func (o *outline) within(q *outline, out *outline) bool {
	var two [2]outline
	rest, at := o, 0
	b := q.p[0]
	for i := range q.n {
		a := b
		b = q.next(i)
		all, some := rest.beside(a, b)
		if !some {
			return false
		}
		if all {
			continue
		}
		if !rest.cut(a, b, true, &two[at]) {
			return false
		}
		rest, at = &two[at], 1-at
	}
	*out = *rest
	return out.area() > tiny
}

// factor is the view factor of an outline from its receptor, by Lambert's contour
// formula (see Factor).
func (o *outline) factor() float64 {
	sum := 0.0
	a := o.p[o.n-1]
	for i := range o.n {
		b := o.p[i]
		cx, cy, cz := a.y-b.y, b.x-a.x, a.x*b.y-b.x*a.y
		if size := math.Sqrt(cx*cx + cy*cy + cz*cz); size > 1e-15 {
			sum += Angle(size, 1+a.x*b.x+a.y*b.y) * cz / size
		}
		a = b
	}
	return math.Abs(sum) / (2 * math.Pi)
}

// hull makes o the convex hull of its own points, counter-clockwise (Andrew's
// monotone chain, 1979).
func hull(points []pt, o *outline) {
	for i := 1; i < len(points); i++ { // few points, nearly in order
		for j := i; j > 0 && (points[j].x < points[j-1].x || points[j].x == points[j-1].x && points[j].y < points[j-1].y); j-- {
			points[j], points[j-1] = points[j-1], points[j]
		}
	}
	var chain [2 * mostHull]pt
	k := 0
	turn := func(a, b, c pt) float64 { return (b.x-a.x)*(c.y-a.y) - (c.x-a.x)*(b.y-a.y) }
	for _, q := range points {
		for k >= 2 && turn(chain[k-2], chain[k-1], q) <= 0 {
			k--
		}
		chain[k] = q
		k++
	}
	for i, lower := len(points)-2, k+1; i >= 0; i-- {
		for k >= lower && turn(chain[k-2], chain[k-1], points[i]) <= 0 {
			k--
		}
		chain[k] = points[i]
		k++
	}
	o.n = 0
	for _, q := range chain[:max(k-1, 0)] {
		o.add(q.x, q.y)
	}
}

// mostHull bounds the points of which a hull is made.
const mostHull = 160
