package light

import (
	"math"
	"sync"

	"gonum.org/v1/gonum/spatial/r3"
)

// blocker is something that stands in the way, ready to be looked at.
type blocker struct {
	flat    *Rect // one of the two
	round   *Cylinder
	corners [4]r3.Vec
}

func blockersOf(s *Set) []blocker {
	var out []blocker
	flat := func(q *Rect) { out = append(out, blocker{flat: q, corners: q.corners()}) }
	for i := range s.Panels {
		flat(&s.Panels[i].Rect)
	}
	for i := range s.Sources {
		if s.Sources[i].Solid {
			flat(&s.Sources[i].Rect)
		}
	}
	for i := range s.Solids {
		out = append(out, blocker{round: &s.Solids[i]})
	}
	if t := s.Table; t.WidthMm > 0 && t.DepthMm > 0 {
		flat(&Rect{Centre: r3.Vec{X: t.WidthMm / 2, Y: t.DepthMm / 2}, U: r3.Vec{X: t.WidthMm / 2}, V: r3.Vec{Y: t.DepthMm / 2}})
	}
	return out
}

// blocks reports whether the segment between two points meets it.
func (b *blocker) blocks(p, q r3.Vec) bool {
	if b.flat != nil {
		return b.flat.Blocks(p, q)
	}
	return b.round.Blocks(p, q)
}

// near is how closely something must stand to a plane to be taken as on it, mm.
const near = 0.05

// sides reports whether some of it lies before a plane, and some behind.
func (b *blocker) sides(h half) (before, behind bool) {
	if b.flat != nil {
		for _, c := range b.corners {
			if s := h.side(c); s > near {
				before = true
			} else if s < -near {
				behind = true
			}
		}
		return before, behind
	}
	c := b.round
	at := h.side(c.Foot)
	lift := h.n.Z * c.HeightMm
	reach := c.RadiusMm * math.Hypot(h.n.X, h.n.Y)
	return at+max(lift, 0)+reach > near, at+min(lift, 0)-reach < -near
}

func (b *blocker) seen(v *view, out *outline, cuts ...half) bool {
	if b.flat != nil {
		return v.rect(b.flat, out, cuts...)
	}
	return v.cylinder(b.round, out, cuts...)
}

// shade is a blocker's outline from where the receptor is.
type shade struct {
	outline
	lo, hi pt // the box round it
	b      *blocker
	ok     bool
	// Seen in a mirror, only what lies before the mirror counts.
	cut *half
}

// receptor is a small flat meter that looks at a set: its frame and every blocker's outline.
type receptor struct {
	view
	shades       []shade
	parts, spare []outline
	pieces       []outline
	sides        []outline
	sky          []bright
	outs, nexts  []passed
	rough        bool // asked for a bounce or a map, where less will do
	opened       bool // whether openings are known
	openings     []outline
	hidden       []shade
	grid         []pt
	part         outline // of the outside, while it is handed on
	mirror       *half   // seen in a mirror, only what lies before it counts
}

var receptors = sync.Pool{New: func() any { return new(receptor) }}

// look makes a receptor ready. Give it back with done.
func (e *Engine) look(p, n r3.Vec) *receptor {
	eye := receptors.Get().(*receptor)
	eye.view, eye.rough, eye.opened, eye.mirror = newView(p, n), false, false, nil
	eye.take(e.blockers, nil)
	return eye
}

// glance is look for a bounce or a map, where less will do.
func (e *Engine) glance(p, n r3.Vec) *receptor {
	eye := receptors.Get().(*receptor)
	eye.view, eye.rough, eye.opened, eye.mirror = newView(p, n), true, false, nil
	eye.arc = inPassing
	eye.take(e.blockers, nil)
	return eye
}

func (eye *receptor) done() { receptors.Put(eye) }

func (eye *receptor) take(all []blocker, cut *half) {
	eye.shades = eye.shades[:0]
	for k := range all {
		b := &all[k]
		var s shade
		if cut != nil {
			before, behind := b.sides(*cut)
			switch {
			case !before:
				continue
			case behind:
				s.ok = b.seen(&eye.view, &s.outline, *cut)
			default:
				s.ok = b.seen(&eye.view, &s.outline)
			}
		} else {
			s.ok = b.seen(&eye.view, &s.outline)
		}
		if s.ok {
			s.b, s.cut = b, cut
			s.lo, s.hi = s.bounds()
			eye.shades = append(eye.shades, s)
		}
	}
}

// turnedOver is the receptor's image behind a mirror face: what it sees through the
// face is what the receptor sees in it.
func (eye *receptor) turnedOver(e *Engine, f *face) *receptor {
	out := receptors.Get().(*receptor)
	over := func(v r3.Vec) r3.Vec { return r3.Sub(v, r3.Scale(2*r3.Dot(v, f.fronts.n), f.fronts.n)) }
	out.view = view{p: r3.Sub(eye.p, r3.Scale(2*f.fronts.side(eye.p), f.fronts.n)), a: over(eye.a), b: over(eye.b), n: over(eye.n), arc: eye.arc}
	out.rough, out.opened, out.mirror = eye.rough, false, &f.fronts
	out.take(e.blockers, &f.fronts)
	return out
}

// shown writes how a rectangle looks, less what lies behind the mirror that it is seen in: the receptor's image may
// have things between itself and the mirror. It reports whether anything is seen, and whether all of it.
func (eye *receptor) shown(q *Rect, out *outline) (some, all bool) {
	if eye.mirror == nil {
		return eye.rect(q, out), true
	}
	before, behind := (&blocker{flat: q, corners: q.corners()}).sides(*eye.mirror)
	switch {
	case !before:
		return false, false
	case behind:
		return eye.rect(q, out, *eye.mirror), false
	}
	return eye.rect(q, out), true
}

// past returns the parts of an outline that are seen past every blocker. The
// outline lies on the boundary of the half-space fronts, in which the receptor is:
// what stands behind that plane hides nothing. The answer is good until the next
// call.
func (eye *receptor) past(o *outline, fronts half) []outline {
	eye.parts = append(eye.parts[:0], *o)
	lo, hi := o.bounds()
	for k := range eye.shades {
		s := &eye.shades[k]
		if s.lo.x >= hi.x || s.lo.y >= hi.y || s.hi.x <= lo.x || s.hi.y <= lo.y {
			continue
		}
		before, behind := s.b.sides(fronts)
		if !before {
			continue
		}
		hides := &s.outline
		var cut outline
		if behind {
			cuts := []half{fronts}
			if s.cut != nil {
				cuts = append(cuts, *s.cut)
			}
			if !s.b.seen(&eye.view, &cut, cuts...) {
				continue
			}
			hides = &cut
		}
		eye.spare = eye.spare[:0]
		for i := range eye.parts {
			eye.spare = eye.parts[i].less(hides, eye.spare)
		}
		eye.parts, eye.spare = eye.spare, eye.parts
		if len(eye.parts) == 0 {
			break
		}
	}
	return eye.parts
}

// sources calls each with every part of a window or lamp that is seen, through the
// given outlines if there are any, and how bright it is.
func (eye *receptor) sources(s *Set, d Detail, through []outline, each func(*outline, RGB)) {
	for i := range s.Sources {
		eye.lamp(&s.Sources[i], through, each)
	}
	for i := range s.Windows {
		eye.window(&s.Windows[i], d.SkyStrips, through, each)
	}
}

func (eye *receptor) lamp(s *Source, through []outline, each func(*outline, RGB)) {
	fronts := s.front()
	if fronts.side(eye.p) <= 0 {
		return
	}
	cells := 1
	if s.Beam > 0 {
		// A cell spans at most a fourth of the angle at which the beam falls to half.
		limit := math.Sqrt(2*math.Ln2/s.Beam) / 4 * max(s.away(eye.p), 1)
		for size := 2 * max(length(s.U), length(s.V)); cells < 16 && size > limit; size /= 2 {
			cells *= 2
		}
	}
	for j := range cells {
		for i := range cells {
			q := s.cell(i, j, cells, cells)
			l := s.Luminance
			if s.Beam > 0 {
				l = l.Times(math.Pow(max(0, r3.Dot(fronts.n, unit(r3.Sub(eye.p, q.Centre)))), s.Beam))
			}
			var o outline
			if some, _ := eye.shown(&q, &o); !some {
				continue
			}
			eye.cutThrough(&o, fronts, through, func(part *outline) { each(part, l) })
		}
	}
}

// cutThrough calls each with the parts of an outline that are seen, through the
// given outlines if there are any.
func (eye *receptor) cutThrough(o *outline, fronts half, through []outline, each func(*outline)) {
	if through == nil {
		parts := eye.past(o, fronts)
		for i := range parts {
			each(&parts[i])
		}
		return
	}
	for k := range through {
		var cut outline
		if o.within(&through[k], &cut) {
			parts := eye.past(&cut, fronts)
			for i := range parts {
				each(&parts[i])
			}
		}
	}
}

// window calls each with every part of what is seen through a window: what stands
// outside, sky and ground, and the sides of the opening.
func (eye *receptor) window(w *Window, strips int, through []outline, each func(*outline, RGB)) {
	open := w.Opening()
	fronts := w.front()
	var whole, far outline
	if open.AreaMm2() < 1 || fronts.side(eye.p) <= 0 || !eye.rect(&open, &whole) {
		return
	}
	deep := false
	if w.RevealMm > 0 {
		q := w.outer()
		deep = eye.rect(&q, &far)
	}
	var room [4]outline
	walls := room[:0]
	for i := range w.Outside {
		var o outline
		if !eye.rect(&w.Outside[i].Rect, &o) {
			o.n = 0
		}
		walls = append(walls, o)
	}
	across := 1
	if _, even := w.Sky.(EvenSky); even {
		strips = 1
	} else if strips > 4 && (len(w.Outside) > 0 || 2*length(open.U) > 0.7*open.away(eye.p)) {
		across = 3 // the sky beside a wall is another sky than that over it, and a far edge looks lower than a near one
	}
	eye.sky = eye.sky[:0]
	horizon, below := open.level(eye.p.Z), 0
	if horizon > 0 && horizon < 1 && strips > 1 { // sky and ground are never taken together
		below = min(max(int(math.Round(horizon*float64(strips))), 1), strips-1)
	}
	for at := range strips * across {
		q := open
		if strips > 1 {
			q = open.strip(at/across, strips, below, horizon).cell(at%across, 0, across, 1)
		}
		b := bright{of: q}
		if strips > 1 && !eye.rect(&q, &b.outline) {
			continue
		}
		eye.sky = append(eye.sky, b)
	}
	eye.cutThrough(&whole, fronts, through, func(part *outline) {
		seen := *part
		if deep {
			if w.Reveal > 0 {
				eye.sides = seen.less(&far, eye.sides[:0])
				for i := range eye.sides {
					each(&eye.sides[i], w.revealLight())
				}
			}
			if !part.within(&far, &seen) {
				return
			}
		}
		eye.outside(w, seen, walls, each)
	})
}

// level is how far up an upright rectangle, from 0 to 1, a height is; 0 when it does not
// stand upright.
func (q Rect) level(z float64) float64 {
	if math.Abs(q.U.Z) > 1e-9*length(q.U) || q.V.Z <= 0 {
		return 0
	}
	return ((z-q.Centre.Z)/q.V.Z + 1) / 2
}

// strip is one of n parts of a rectangle, from below. So many of them lie below a share of
// its height, and the others above; none for parts of one height.
func (q Rect) strip(i, n, below int, share float64) Rect {
	from, to := float64(i)/float64(n), float64(i+1)/float64(n)
	if below > 0 {
		place := func(i int) float64 {
			if i <= below {
				return share * float64(i) / float64(below)
			}
			return share + (1-share)*float64(i-below)/float64(n-below)
		}
		from, to = place(i), place(i+1)
	}
	return Rect{Centre: q.At(0, from+to-1), U: q.U, V: r3.Scale(to-from, q.V)}
}

// bright is a part of the sky and how bright it is, once that was asked: of what is hidden it never is.
type bright struct {
	outline
	of    Rect // the part of the window that it is seen through
	known bool
	light RGB
}

func (b *bright) shows(eye *receptor, w *Window) RGB {
	if !b.known {
		b.known, b.light = true, eye.meanSky(w, &b.of)
	}
	return b.light
}

// outside shares what is seen of the outside among what stands there and the sky.
func (eye *receptor) outside(w *Window, seen outline, walls []outline, each func(*outline, RGB)) {
	parts := append(eye.outs[:0], passed{seen, w.Glass})
	cut := &eye.part
	for i := range walls {
		if walls[i].n < 3 {
			continue
		}
		next := eye.nexts[:0]
		for k := range parts {
			if !parts[k].within(&walls[i], cut) {
				next = append(next, parts[k])
				continue
			}
			each(cut, w.Outside[i].Luminance.Times(parts[k].share))
			if t := w.Outside[i].Through; t > 0 {
				next = append(next, passed{*cut, parts[k].share * t})
			}
			eye.sides = parts[k].less(&walls[i], eye.sides[:0])
			for _, o := range eye.sides {
				next = append(next, passed{o, parts[k].share})
			}
		}
		eye.outs, eye.nexts = next, parts
		parts = next
	}
	for k := range parts {
		for i := range eye.sky {
			if b := &eye.sky[i]; b.n < 3 {
				each(&parts[k].outline, b.shows(eye, w).Times(parts[k].share))
			} else if parts[k].within(&b.outline, cut) {
				each(cut, b.shows(eye, w).Times(parts[k].share))
			}
		}
	}
	eye.outs = parts[:0]
}

// passed is a part of the outside that is seen, and the share of it that comes
// through glass and leaves.
type passed struct {
	outline
	share float64
}

// meanSky is how bright the sky is over a part of a window: the mean at Gauss's
// three points each way, each weighed by what it gives the receptor.
func (eye *receptor) meanSky(w *Window, q *Rect) RGB {
	if even, ok := w.Sky.(EvenSky); ok {
		return RGB(even)
	}
	const at = 0.7745966692414834 // √(3/5)
	places, weights := [3]float64{-at, 0, at}, [3]float64{5, 8, 5}
	n := q.Normal()
	var sum RGB
	all := 0.0
	for i, s := range places {
		for j, t := range places {
			d := r3.Sub(q.At(s, t), eye.p)
			k := weights[i] * weights[j] * r3.Dot(d, eye.n) * -r3.Dot(d, n)
			if k <= 0 {
				continue
			}
			r2 := r3.Norm2(d)
			k /= r2 * r2
			sum, all = sum.Plus(w.Sky.Luminance(r3.Scale(1/math.Sqrt(r2), d)).Times(k)), all+k
		}
	}
	if all == 0 {
		return w.Sky.Luminance(unit(r3.Sub(q.Centre, eye.p)))
	}
	return sum.Times(1 / all)
}

// revealLight is how bright the sides of the opening are: each sees about half of
// what the opening faces.
func (w *Window) revealLight() RGB {
	out := r3.Scale(-1, w.Normal())
	return w.Sky.Luminance(unit(r3.Add(out, r3.Vec{Z: 0.3}))).Times(w.Reveal * w.Glass / 2)
}
