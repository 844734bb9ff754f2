package light

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// sunOn is the sun's mean light on a rectangle that faces n, past what stands in the way.
func (e *Engine) sunOn(q Rect, n r3.Vec) RGB {
	s := e.set.Sun
	if s == nil || r3.Dot(n, s.Toward) <= 0 {
		return RGB{}
	}
	v := newView(r3.Vec{}, s.Toward)
	lit := 0.0
	whole := e.sunParts(&v, q, n, func(o *outline, share float64) { lit += share * o.area() })
	if whole == 0 {
		return RGB{}
	}
	return s.Lux.Times(r3.Dot(n, s.Toward) * lit / whole)
}

// sunPatch is a convex part of a face in the sun, and how bright it is for it.
type sunPatch struct {
	corners []r3.Vec
	light   RGB // cd/m²
}

// sunOnFaces keeps the sun on every card in parts with hard edges, which no cell follows: on
// the side it falls on, and on the other where it comes through.
func (e *Engine) sunOnFaces() {
	s := e.set.Sun
	if s == nil {
		return
	}
	for k := range e.faces {
		f := &e.faces[k]
		if f.surface.Lobe > 0 && f.surface.Gloss.Lux() > 0 && e.detail.GlossSees {
			cos := r3.Dot(f.fronts.n, s.Toward)
			f.gleams = e.sunPatches(f.Rect, f.fronts, func(lux RGB) RGB { return lux.Times(1 / cos) })
		}
		if f.surface.Diffuse.Lux()+f.through.Lux() == 0 {
			continue
		}
		lit := e.sunPatches(f.Rect, f.fronts, func(lux RGB) RGB { return lux.Times(1 / math.Pi) })
		for _, p := range lit {
			f.sunny = append(f.sunny, sunPatch{p.corners, p.light.Through(f.surface.Diffuse)})
			if f.through.Lux() > 0 {
				over := &e.faces[k^1]
				over.sunny = append(over.sunny, sunPatch{p.corners, p.light.Through(f.through)})
			}
		}
	}
}

// sunPatches are the parts of a rectangle that the sun reaches, as bright as what it gives
// there, in lux, makes them.
func (e *Engine) sunPatches(q Rect, fronts half, bright func(lux RGB) RGB) []sunPatch {
	s := e.set.Sun
	if s == nil {
		return nil
	}
	cos := r3.Dot(fronts.n, s.Toward)
	if cos <= 0 {
		return nil
	}
	var out []sunPatch
	v := newView(r3.Vec{}, s.Toward)
	e.sunParts(&v, q, fronts.n, func(o *outline, share float64) {
		corners := make([]r3.Vec, o.n)
		for i, p := range o.p[:o.n] {
			c := r3.Add(r3.Scale(p.x, v.a), r3.Scale(p.y, v.b))
			corners[i] = r3.Add(c, r3.Scale(-fronts.side(c)/cos, s.Toward))
		}
		out = append(out, sunPatch{corners, bright(s.Lux.Times(cos * share))})
	})
	return out
}

// holds reports whether a place in the patch's plane, whose normal is n, lies in the patch.
func (p *sunPatch) holds(x, n r3.Vec) bool {
	left, right := false, false
	last := p.corners[len(p.corners)-1]
	for _, c := range p.corners {
		side := r3.Dot(n, r3.Cross(r3.Sub(c, last), r3.Sub(x, last)))
		left, right = left || side > 0, right || side < 0
		last = c
	}
	return left != right
}

// fromSunny is what the sun on a face or wall sends to the receptor.
func (e *Engine) fromSunny(eye *receptor, patches []sunPatch, fronts half, through []outline) RGB {
	var sum RGB
	e.sunny(eye, patches, fronts, through, func(part *outline, l RGB) { sum = sum.Plus(l.Times(math.Pi * part.factor())) })
	return sum
}

// sunny calls each with every part that is seen of where the sun is on a face, and how bright it is.
func (e *Engine) sunny(eye *receptor, patches []sunPatch, fronts half, through []outline, each func(*outline, RGB)) {
	for i := range patches {
		corners := patches[i].corners
		if eye.mirror != nil {
			corners = eye.mirror.keep(corners)
		}
		var o outline
		if len(corners) < 3 || !eye.flatPart(corners, &o) {
			continue
		}
		eye.cutThrough(&o, fronts, through, func(part *outline) { each(part, patches[i].light) })
	}
}

// keep is what of a flat convex polygon lies in the half-space.
func (h half) keep(corners []r3.Vec) []r3.Vec {
	out := make([]r3.Vec, 0, len(corners)+1)
	for i, is := range corners {
		last := corners[(i+len(corners)-1)%len(corners)]
		was, now := h.side(last), h.side(is)
		if (was > 0) != (now > 0) {
			out = append(out, r3.Add(last, r3.Scale(was/(was-now), r3.Sub(is, last))))
		}
		if now > 0 {
			out = append(out, is)
		}
	}
	return out
}

// flatPart writes how a flat convex polygon looks, and reports whether anything of it is
// above the horizon.
func (v *view) flatPart(corners []r3.Vec, out *outline) bool {
	out.n = 0
	last := v.local(corners[len(corners)-1])
	for _, c := range corners {
		is := v.local(c)
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

// sunParts calls each with every part of a rectangle that the sun reaches, as seen from it,
// and the share of the beam; it returns twice the rectangle's own area so seen. From the sun
// everything is flat: what is left is cut exactly.
func (e *Engine) sunParts(v *view, q Rect, n r3.Vec, each func(*outline, float64)) float64 {
	toward := e.set.Sun.Toward
	// Only what lies before the rectangle's plane is between it and the sun.
	fronts := half{n, r3.Dot(n, q.Centre) + 2*near}
	var whole outline
	if !v.flatOn(&q, nil, &whole) {
		return 0
	}
	for i := range e.set.Windows {
		w := &e.set.Windows[i]
		open := w.Opening()
		var o, in outline
		if open.AreaMm2() < 1 || r3.Dot(open.Normal(), toward) >= 0 || !v.flatOn(&open, &fronts, &o) || !whole.within(&o, &in) {
			continue
		}
		if w.RevealMm > 0 {
			far := w.outer()
			var cut outline
			if !v.flatOn(&far, nil, &o) || !in.within(&o, &cut) {
				continue
			}
			in = cut
		}
		for _, p := range pastOutside(passed{in, w.Glass}, w, func(o *Rect, out *outline) bool { return v.flatOn(o, nil, out) }) {
			open := []outline{p.outline}
			for k := range e.blockers {
				if len(open) == 0 {
					break
				}
				var o outline
				if !v.blockerOn(&e.blockers[k], &fronts, &o) {
					continue
				}
				var next []outline
				for j := range open {
					next = open[j].less(&o, next)
				}
				open = next
			}
			for j := range open {
				each(&open[j], p.share)
			}
		}
	}
	return whole.area()
}

// flatOn writes how a rectangle, cut to a half-space if one is given, looks along the view's
// normal from very far, and reports whether anything is left.
func (v *view) flatOn(q *Rect, cut *half, out *outline) bool {
	g := polygon{n: 4}
	c := q.corners()
	copy(g.q[:], c[:])
	if cut != nil {
		g.keep(*cut)
	}
	out.n = 0
	for _, c := range g.q[:g.n] {
		w := v.turned(c)
		out.add(w.X, w.Y)
	}
	return out.n >= 3 && out.turnLeft() > 1e-3
}

// blockerOn is flatOn for what stands in the way.
func (v *view) blockerOn(b *blocker, cut *half, out *outline) bool {
	if b.flat != nil {
		return v.flatOn(b.flat, cut, out)
	}
	const sides = 20
	c := b.round
	var points [6 * sides]pt
	n := 0
	edge := func(p, q r3.Vec) {
		sp, sq := cut.side(p), cut.side(q)
		if sp < 0 && sq < 0 {
			return
		}
		if sp < 0 {
			p = r3.Add(p, r3.Scale(sp/(sp-sq), r3.Sub(q, p)))
		} else if sq < 0 {
			q = r3.Add(q, r3.Scale(sq/(sq-sp), r3.Sub(p, q)))
		}
		for _, x := range [2]r3.Vec{p, q} {
			w := v.turned(x)
			points[n] = pt{w.X, w.Y}
			n++
		}
	}
	r := c.RadiusMm * fat(2*math.Pi/sides)
	h := r3.Vec{Z: c.HeightMm}
	last := r3.Vec{X: c.Foot.X + r, Y: c.Foot.Y, Z: c.Foot.Z}
	for i := 1; i <= sides; i++ {
		sin, cos := math.Sincos(2 * math.Pi * float64(i) / sides)
		is := r3.Vec{X: c.Foot.X + r*cos, Y: c.Foot.Y + r*sin, Z: c.Foot.Z}
		edge(last, is)
		edge(r3.Add(last, h), r3.Add(is, h))
		edge(is, r3.Add(is, h))
		last = is
	}
	if n < 3 {
		return false
	}
	hull(points[:n], out)
	return out.n >= 3 && out.area() > 1e-3
}

// pastOutside cuts a part of the beam by what stands outside a window: what comes past it,
// and what comes through.
func pastOutside(whole passed, w *Window, seen func(*Rect, *outline) bool) []passed {
	parts := []passed{whole}
	for k := range w.Outside {
		var o outline
		if !seen(&w.Outside[k].Rect, &o) {
			continue
		}
		var next []passed
		for _, p := range parts {
			var in outline
			if !p.within(&o, &in) {
				next = append(next, p)
				continue
			}
			if t := w.Outside[k].Through; t > 0 {
				next = append(next, passed{in, p.share * t})
			}
			for _, rest := range p.less(&o, nil) {
				next = append(next, passed{rest, p.share})
			}
		}
		parts = next
	}
	return parts
}
