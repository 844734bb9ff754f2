package light

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// patch is a convex part of the table in the sun, in plan, and how bright it is for it.
type patch struct {
	outline
	light RGB // cd/m²
}

// sunlit cuts the sun on the table into convex parts with the shadows out of it: a
// patch has hard edges, which no grid follows.
func (e *Engine) sunlit() []patch {
	s, t := e.set.Sun, e.set.Table
	if s == nil || s.Toward.Z < 0.01 || t.WidthMm <= 0 || t.Diffuse.Lux() <= 0 {
		return nil
	}
	top := outline{n: 4}
	top.p[0], top.p[1], top.p[2], top.p[3] = pt{0, 0}, pt{t.WidthMm, 0}, pt{t.WidthMm, t.DepthMm}, pt{0, t.DepthMm}
	thrown := func(c r3.Vec) pt {
		k := c.Z / s.Toward.Z
		return pt{c.X - k*s.Toward.X, c.Y - k*s.Toward.Y}
	}
	flat := func(q *Rect, o *outline) bool {
		g := polygon{n: 4}
		c := q.corners()
		copy(g.q[:], c[:])
		g.keep(half{r3.Vec{Z: 1}, 0})
		o.n = 0
		for _, q := range g.q[:g.n] {
			p := thrown(q)
			o.add(p.x, p.y)
		}
		return o.n >= 3 && o.turnLeft() > tiny
	}
	var shadows []outline
	for i := range e.blockers {
		var o outline
		switch b := &e.blockers[i]; {
		case b.flat != nil:
			if math.Abs(b.flat.U.Z) < 1e-9 && math.Abs(b.flat.V.Z) < 1e-9 && math.Abs(b.flat.Centre.Z) < 1e-9 {
				continue // the table itself
			}
			if !flat(b.flat, &o) {
				continue
			}
		default:
			var points []pt
			const n = 20
			r := b.round.RadiusMm * fat(math.Pi/n)
			for k := range n {
				sin, cos := math.Sincos(2 * math.Pi * float64(k) / n)
				foot := r3.Vec{X: b.round.Foot.X + r*cos, Y: b.round.Foot.Y + r*sin, Z: b.round.Foot.Z}
				points = append(points, thrown(foot), thrown(r3.Add(foot, r3.Vec{Z: b.round.HeightMm})))
			}
			hull(points, &o)
		}
		shadows = append(shadows, o)
	}
	lux := s.Lux.Times(s.Toward.Z)
	var out []patch
	for i := range e.set.Windows {
		w := &e.set.Windows[i]
		var whole, cut outline
		for _, p := range w.Patch(*s, 0) {
			whole.add(p.X, p.Y)
		}
		if whole.n < 3 || !whole.within(&top, &cut) {
			continue
		}
		parts := pastOutside(passed{cut, w.Glass}, w, flat)
		for _, p := range parts {
			open := []outline{p.outline}
			for k := range shadows {
				var next []outline
				for j := range open {
					next = open[j].less(&shadows[k], next)
				}
				open = next
			}
			for _, o := range open {
				out = append(out, patch{o, lux.Times(p.share / math.Pi).Through(t.Diffuse)})
			}
		}
	}
	return out
}

// onTable writes how a flat part of the table looks, and reports whether anything of it
// is above the horizon.
func (v *view) onTable(o *outline, out *outline) bool {
	out.n = 0
	if o.n == 0 {
		return false
	}
	place := func(q pt) r3.Vec { return v.local(r3.Vec{X: q.x, Y: q.y}) }
	last := place(o.p[o.n-1])
	for _, q := range o.p[:o.n] {
		is := place(q)
		if (last.Z > rim) != (is.Z > rim) {
			t := (last.Z - rim) / (last.Z - is.Z)
			out.add((last.X+t*(is.X-last.X))/rim, (last.Y+t*(is.Y-last.Y))/rim)
		}
		if is.Z > rim {
			out.add(is.X/is.Z, is.Y/is.Z)
		}
		last = is
	}
	return out.n >= 3 && out.turnLeft() > tiny
}

// fromSunlit is what the sun on the table sends to a receptor.
func (e *Engine) fromSunlit(eye *receptor, through []outline) RGB {
	var sum RGB
	for i := range e.patches {
		var o outline
		if !eye.onTable(&e.patches[i].outline, &o) {
			continue
		}
		seen := 0.0
		eye.cutThrough(&o, half{r3.Vec{Z: 1}, 0}, through, func(part *outline) { seen += part.factor() })
		sum = sum.Plus(e.patches[i].light.Times(math.Pi * seen))
	}
	return sum
}
