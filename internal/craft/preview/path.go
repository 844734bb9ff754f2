package preview

import (
	"math"

	"figladder/internal/craft/light"
	"gonum.org/v1/gonum/spatial/r3"
)

// spot is a place on a surface that a ray met.
type spot struct {
	p, n, g r3.Vec // place, shading normal and true normal, both toward the ray
	part    *part
	object  int32
	outside bool // the ray came from before the face
	t       float64
}

// meet finds what a ray meets first; false for nothing.
func (s *stage) meet(o, d r3.Vec, most float64, out *spot) bool {
	var r ray
	r.set(o, d)
	far := float32(math.MaxFloat32)
	if !math.IsInf(most, 1) {
		far = float32(most)
	}
	flat, far := s.flats.nearest(&r, 1e-3, far)
	h, ok := s.tree.nearest(&r, 1e-3, far)
	if !ok {
		if flat == nil {
			return false
		}
		n := flat.n
		out.t, out.part = float64(far), &s.parts[flat.part]
		out.p, out.object, out.outside = r3.Add(o, r3.Scale(out.t, d)), out.part.object, r3.Dot(n, d) < 0
		if !out.outside {
			n = r3.Scale(-1, n)
		}
		out.n, out.g = n, n
		return true
	}
	k := &s.skins[h.tri]
	g := vec(k.g)
	u, v := float64(h.u), float64(h.v)
	w := 1 - u - v
	n := r3.Vec{
		X: w*float64(k.n[0][0]) + u*float64(k.n[1][0]) + v*float64(k.n[2][0]),
		Y: w*float64(k.n[0][1]) + u*float64(k.n[1][1]) + v*float64(k.n[2][1]),
		Z: w*float64(k.n[0][2]) + u*float64(k.n[1][2]) + v*float64(k.n[2][2]),
	}
	if l := r3.Dot(n, n); l > 1e-9 {
		n = r3.Scale(1/math.Sqrt(l), n)
	} else {
		n = g
	}
	out.t, out.part = float64(h.t), &s.parts[k.part]
	out.p, out.object, out.outside = r3.Add(o, r3.Scale(out.t, d)), out.part.object, r3.Dot(g, d) < 0
	if !out.outside {
		n, g = r3.Scale(-1, n), r3.Scale(-1, g)
	}
	if r3.Dot(n, d) > -1e-3 { // a smoothed edge that turns away from the eye
		n = unit(r3.Sub(n, r3.Scale(r3.Dot(n, d)+1e-3, d)))
	}
	out.n, out.g = n, g
	return true
}

// reach is how much light gets from p to q past what is between: glass and drinks let
// it through straight on, dimmed by their edges and by what they absorb, or not at all where caught says that what comes
// by way of them is known.
func (s *stage) reach(p, q r3.Vec, absorb light.RGB, caught bool) light.RGB {
	d := r3.Sub(q, p)
	left := math.Sqrt(r3.Dot(d, d))
	d = r3.Scale(1/left, d)
	left -= 2e-2
	out := light.White(1)
	var whole ray
	whole.set(p, d)
	if s.flats.between(&whole, 1e-3, float32(left)) {
		return light.RGB{}
	}
	opaque, clear := s.tree.blocked(&whole, 1e-3, float32(left))
	if opaque || clear && caught {
		return light.RGB{}
	}
	if !clear {
		return dim(out, absorb, left)
	}
	for range 24 {
		if left <= 0 {
			return out
		}
		var r ray
		r.set(p, d)
		h, ok := s.tree.nearest(&r, 1e-3, float32(left))
		if !ok {
			return dim(out, absorb, left)
		}
		k := &s.skins[h.tri]
		m := &s.parts[k.part]
		if !m.stuff.Clear {
			return light.RGB{}
		}
		t := float64(h.t)
		out = dim(out, absorb, t)
		cos := r3.Dot(vec(k.g), d)
		f0 := (m.stuff.Front - m.stuff.Back) / (m.stuff.Front + m.stuff.Back)
		out = out.Times((1 - schlick(f0*f0, math.Abs(cos))) * (1 - m.stuff.Mist))
		if cos < 0 {
			absorb = m.stuff.AbsorbB
		} else {
			absorb = m.stuff.AbsorbF
		}
		if out.R+out.G+out.B < 1e-3 {
			return light.RGB{}
		}
		p = r3.Add(p, r3.Scale(t+2e-3, d))
		left -= t + 2e-3
	}
	return light.RGB{}
}

// dim is light after a way of mm through what absorbs it (Beer and Lambert).
func dim(l, absorb light.RGB, mm float64) light.RGB {
	if absorb == (light.RGB{}) {
		return l
	}
	return light.RGB{R: l.R * math.Exp(-absorb.R*mm), G: l.G * math.Exp(-absorb.G*mm), B: l.B * math.Exp(-absorb.B*mm)}
}

// depths: a path ends by chance after sure vertices, and for certain after the longest.
const (
	sure    = 2
	longest = 12
	early   = 5 // how much longer a path is kept before it

	askedFirst, askedLater = 30.0, 2.0 // how often what is met is asked before it and after it, by the path's weight
)

// trace follows a path and returns the light that comes back along it. A lamp that it
// meets counts for what the surface before it has not asked of the lamps already, also
// beyond glass, through which it has asked them, too.
//
// The path carries weight from the start, and what carries little mostly ends at the
// first thing that does not shine.
func (s *stage) trace(next *onward, weight light.RGB, depth int, r *dice) light.RGB {
	through := weight.Through(next.weight)
	if through == (light.RGB{}) {
		return light.RGB{}
	}
	o, d, absorb, lamps, beyond := next.o, next.d, next.absorb, next.lamps, next.beyond
	wasDeep, asks := r.deep, r.asks
	r.deep, r.asks = true, 1
	defer func() { r.deep, r.asks = wasDeep, asks }()
	blunt := lamps == 0
	var sum light.RGB
	var h spot
	var on onward
	for ; depth < longest; depth++ {
		r.rays++
		if !s.meet(o, d, math.Inf(1), &h) {
			return sum.Plus(s.beyond(o, d).Through(through))
		}
		through = dim(through, absorb, h.t)
		if h.part.lamp > 0 {
			if lamps > 0 {
				sum = sum.Plus(s.lamps[h.part.lamp-1].shows(o, d).Through(through).Times(lamps))
			}
			return sum
		}
		asked, goes := chances(&h, depth, through.Most())
		if asked < 1 {
			if asked <= 0 || r.random() >= asked {
				return sum
			}
			through = through.Times(1 / asked)
		}
		sum = sum.Plus(s.scatter(&h, d, absorb, blunt, r, &on).Through(through))
		if on.weight == (light.RGB{}) || goes < 1 && r.random() >= goes {
			return sum
		}
		through = through.Through(on.weight).Times(1 / goes)
		if !h.part.stuff.Clear || h.part.panel != nil || on.lamps == 0 {
			lamps, beyond = on.lamps, on.beyond
			blunt = blunt || lamps == 0
		} else {
			lamps = beyond
		}
		o, d, absorb = on.o, on.d, on.absorb
	}
	return sum
}

// chances is how likely a surface that a path of a weight meets is asked what it sends back, and how likely the path goes on from one
// that was asked. To ask costs one ray and to go on several, and what carries little is often bright: a card seen in a glass.
func chances(h *spot, depth int, weight float64) (asked, goes float64) {
	k, keen := weight, askedLater
	if depth < sure {
		k, keen = early*weight, askedFirst
	}
	goes = min(0.95, k)
	if depth < sure && (k >= 0.5 || h.part.panel != nil) {
		goes = 1
	}
	if asked = goes; !h.part.stuff.Clear || h.part.panel != nil {
		asked = max(goes, min(1, keen*weight))
	}
	if asked > 0 {
		goes /= asked
	}
	return asked, goes
}

// onward is how a path leaves a surface; it has no weight where it ends there.
type onward struct {
	o, d   r3.Vec
	weight light.RGB
	absorb light.RGB
	lamps  float64 // how much of a lamp that it meets counts, 0 to 1
	beyond float64 // and of one beyond glass
}

// bluntest is the roughness that metal and coats have at least after an even surface:
// sharp images of lamps thrown on by them come too seldom to be drawn (Kaplanyan &
// Dachsbacher 2013).
const bluntest = 0.5

// misty and mistLets are what fine dew gives back, and the share of it that comes out on the other side: all, most
// of it forward.
var misty = light.White(1)

const mistLets = 0.65

// scatter is what a surface sends back along a ray straight from the lamps; next is where
// the path goes on.
func (s *stage) scatter(h *spot, d r3.Vec, absorb light.RGB, blunt bool, r *dice, next *onward) light.RGB {
	st := &h.part.stuff
	alpha := st.Rough
	if blunt {
		alpha = max(alpha, bluntest)
	}
	switch {
	case h.part.panel != nil:
		return s.card(h, d, blunt, absorb, r, next)
	case st.Clear:
		if st.Mist > 0 && r.random() < st.Mist {
			return s.even(h, misty, mistLets, absorb, r, next)
		}
		s.clearEdge(h, d, absorb, r.random(), next)
		return light.RGB{}
	case st.Metal:
		return s.shiny(h, d, painted(st, h.p, h.object), alpha, absorb, r, next)
	}
	out := -r3.Dot(d, h.n)
	if st.Coat > 0 {
		share := coated(out, alpha)
		if alpha >= rough && st.Through == 0 {
			return s.glazed(h, d, share*st.Coat, alpha, absorb, r, next)
		}
		if r.random() < share*st.Coat {
			got := s.shiny(h, d, coatReturns, alpha, absorb, r, next)
			next.weight = next.weight.Times(1 / share)
			return got.Times(1 / share)
		}
	}
	return s.even(h, painted(st, h.p, h.object), st.Through, absorb, r, next)
}

// glazed is a rough coat over an even surface that lets no light through: the lamps are asked once for both, since to ask for the coat alone, seldom, makes
// specks; the path goes on by way of one of the two, of the coat in so many of one.
func (s *stage) glazed(h *spot, d r3.Vec, share, alpha float64, absorb light.RGB, r *dice, next *onward) light.RGB {
	st := &h.part.stuff
	colour := painted(st, h.p, h.object)
	under, coat := colour.Times((1-share)/math.Pi), facetOf(h, d, coatReturns, alpha)
	var got drawn
	s.straight(h.p, h.n, h.g, absorb, r, surface{makes: func(w r3.Vec, cos float64) light.RGB {
		return under.Plus(coat.returns(w, cos).Times(st.Coat))
	}}, &got)
	if r.random() < share {
		coat.onward(r, absorb, next)
		next.weight = next.weight.Times(st.Coat / share)
	} else {
		s.leave(h, h.n, h.g, colour, absorb, r, next)
	}
	return got.plain()
}

// even is a surface that returns light evenly, and lets some through.
func (s *stage) even(h *spot, colour light.RGB, lets float64, absorb light.RGB, r *dice, next *onward) light.RGB {
	n, g := h.side(lets, r)
	var got drawn
	s.straight(h.p, n, g, absorb, r, surface{flat: colour.Times(1 / math.Pi)}, &got)
	s.leave(h, n, g, colour, absorb, r, next)
	return got.plain()
}

// side draws the side from which an even surface has its light: lets is the share that
// comes through.
func (h *spot) side(lets float64, r *dice) (n, g r3.Vec) {
	if lets > 0 && r.random() < lets {
		return r3.Scale(-1, h.n), r3.Scale(-1, h.g)
	}
	return h.n, h.g
}

// lit adds what an even surface that is seen makes of light straight from the lamps, by way of glass as photons brought it.
func (s *stage) lit(h *spot, n, g r3.Vec, colour, absorb light.RGB, r *dice, to *drawn) {
	f := surface{flat: colour.Times(1 / math.Pi)}
	if s.caught != nil && g.Z > flatUp && h.catches() {
		f.caught = true
		by := s.caught.at(h.p).Times(g.Z).Through(f.flat)
		to.sun, to.full = to.sun.Plus(by), to.full.Plus(by)
	}
	s.straight(h.p, n, g, absorb, r, f, to)
}

// leave draws where a path goes on from an even surface.
func (s *stage) leave(h *spot, n, g r3.Vec, colour, absorb light.RGB, r *dice, next *onward) {
	w, k := s.away(h.p, n, r)
	if k == 0 || r3.Dot(w, g) <= 0 {
		*next = onward{}
		return
	}
	*next = onward{o: r3.Add(h.p, r3.Scale(5e-3, g)), d: w, weight: colour.Times(k), absorb: absorb}
}

// clearEdge is glass or a drink: reflected when pick falls under its share, else bent
// through.
func (s *stage) clearEdge(h *spot, d r3.Vec, absorb light.RGB, pick float64, next *onward) {
	st := &h.part.stuff
	from, to, beyond := st.Front, st.Back, st.AbsorbB
	if !h.outside {
		from, to, beyond = st.Back, st.Front, st.AbsorbF
	}
	eta := from / to
	cos := -r3.Dot(d, h.n)
	share, c2 := fresnel(cos, eta)
	if pick < share {
		w := mirrored(h, d)
		if r3.Dot(w, h.g) <= 0 {
			w = r3.Add(d, r3.Scale(-2*r3.Dot(d, h.g), h.g))
		}
		*next = onward{o: r3.Add(h.p, r3.Scale(3e-3, h.g)), d: unit(w), weight: light.White(1), absorb: absorb, lamps: 1, beyond: 1}
		return
	}
	w := unit(r3.Add(r3.Scale(eta, d), r3.Scale(eta*cos-c2, h.n)))
	if r3.Dot(w, h.g) >= 0 {
		w = d
	}
	*next = onward{o: r3.Add(h.p, r3.Scale(-3e-3, h.g)), d: w, weight: light.White(1), absorb: beyond, lamps: 1, beyond: 1}
}

// card is a card, a flag, a diffuser or the backdrop, as the light engine has it.
func (s *stage) card(h *spot, d r3.Vec, blunt bool, absorb light.RGB, r *dice, next *onward) light.RGB {
	face, far := h.part.panel, h.part.other
	if !h.outside {
		face, far = far, face
	}
	even, gloss, lets := face.Diffuse.Lux(), face.Gloss.Lux(), h.part.through.Lux()
	all := even + gloss + lets
	if all == 0 {
		*next = onward{}
		return light.RGB{}
	}
	pick := r.random() * all
	if blunt && face.Lobe > 0 && lets == 0 {
		got := s.satin(h, d, face, absorb, r)
		if pick < even {
			s.leave(h, h.n, h.g, face.Diffuse.Times(all/even), absorb, r, next)
		} else {
			glossed(h, d, face, all/gloss, absorb, r, next)
			next.lamps, next.beyond = 0, 0
		}
		return got
	}
	switch {
	case pick < even:
		return s.even(h, face.Diffuse.Times(all/even), 0, absorb, r, next)
	case pick < even+lets:
		turned := *h
		turned.n, turned.g = r3.Scale(-1, h.n), r3.Scale(-1, h.g)
		return s.even(&turned, h.part.through.Times(all/lets), 0, absorb, r, next)
	}
	return s.cardGloss(h, d, face, all/gloss, absorb, r, next)
}

// satin is what a card's side sends back straight from the lamps, of what it returns evenly and of its lobe at once.
func (s *stage) satin(h *spot, d r3.Vec, face *light.Surface, absorb light.RGB, r *dice) light.RGB {
	out := -r3.Dot(d, h.n)
	m, flat := mirrored(h, d), face.Diffuse.Times(1/math.Pi)
	var got drawn
	s.straight(h.p, h.n, h.g, absorb, r, surface{makes: func(w r3.Vec, cos float64) light.RGB {
		return flat.Plus(lobed(face, m, w, cos, out))
	}}, &got)
	return got.plain()
}

// mirrored is the way a mirror at h sends a ray.
func mirrored(h *spot, d r3.Vec) r3.Vec { return r3.Add(d, r3.Scale(-2*r3.Dot(d, h.n), h.n)) }

// lobed is a card's lobe as a BRDF: about the mirror's way m, for light along w, by the cosines of both ways.
func lobed(face *light.Surface, m, w r3.Vec, in, out float64) light.RGB {
	c := r3.Dot(m, w)
	if c <= 0 {
		return light.RGB{}
	}
	return face.Gloss.Times(float64(face.Lobe+1) / (2 * math.Pi) * math.Pow(c, float64(face.Lobe)) / max(in, out))
}

// cardGloss is what a card's side mirrors, times k: sharply, or over a lobe, of which the sun is asked.
func (s *stage) cardGloss(h *spot, d r3.Vec, face *light.Surface, k float64, absorb light.RGB, r *dice, next *onward) (got light.RGB) {
	if sun := s.sun; sun != nil && face.Lobe > 0 {
		if in := r3.Dot(h.n, sun.Toward); in > 0 {
			if makes := lobed(face, mirrored(h, d), sun.Toward, in, -r3.Dot(d, h.n)); makes != (light.RGB{}) {
				sunlight, _ := s.sunAt(r3.Add(h.p, r3.Scale(5e-3, h.g)), absorb, false)
				got = sunlight.Through(makes).Times(in * k)
			}
		}
	}
	glossed(h, d, face, k, absorb, r, next)
	return got
}

// glossed is where a path goes on from a card's side by what it mirrors, times k.
func glossed(h *spot, d r3.Vec, face *light.Surface, k float64, absorb light.RGB, r *dice, next *onward) {
	w, weight := mirrored(h, d), face.Gloss.Times(k)
	if face.Lobe > 0 {
		w = lobe(w, face.Lobe, r.roll(), r.roll())
		in := r3.Dot(w, h.n)
		if in <= 0 {
			*next = onward{}
			return
		}
		weight = weight.Times(min(1, in/-r3.Dot(d, h.n)))
	}
	*next = onward{o: r3.Add(h.p, r3.Scale(5e-3, h.g)), d: w, weight: weight, absorb: absorb, lamps: 1, beyond: 1}
}

// sunAt is the sun's light on a face turned to it, lux, and what it would be with nothing but the window in the way.
func (s *stage) sunAt(p r3.Vec, absorb light.RGB, caught bool) (got, full light.RGB) {
	for i := range s.set.Windows {
		w := &s.set.Windows[i]
		if share, x := w.Passes(p, s.sun.Toward); share > 0 {
			full = s.sun.Lux.Times(share)
			return full.Through(s.reach(p, x, absorb, caught)), full
		}
	}
	return got, full
}

// first is a sample of a pixel: what is seen, apart by what can be smoothed how.
type first struct {
	straight drawn     // straight from lamps and sun, by way of an even surface
	bounced  light.RGB // from everything else, by way of it
	albedo   light.RGB // that surface's colour, with what lies before it
	clean    light.RGB // what comes no such way: gloss, glass, lamps
	n        r3.Vec    // normal of the surface met
	at       r3.Vec    // place of it
	object   int32
	across   float64 // how wide a pixel is there, mm
}

// look adds a sample of what a ray from the lens sees. At the first surface both its gloss and
// its even part are followed, so that a highlight is not left to chance. Light that has
// bounced is followed with dice of its own, or not at all when there are none: it changes
// slowly over the picture and costs the most.
func (s *stage) look(o, d r3.Vec, r, bounce *dice, f *first) {
	var absorb light.RGB
	through := light.White(1)
	var h spot
	var next onward
	for step := range 10 {
		r.rays++
		ok := s.meet(o, d, math.Inf(1), &h)
		if s.steam != nil {
			way := math.Inf(1)
			if ok {
				way = h.t
			}
			var adds light.RGB
			var lets float64
			if step == 0 && s.veil != nil {
				adds, lets = s.veil.across(o, d, way)
			} else {
				adds, lets = s.steam.across(o, d, way)
			}
			f.clean = f.clean.Plus(adds.Through(through))
			through = through.Times(lets)
		}
		if !ok {
			f.clean = f.clean.Plus(s.beyond(o, d).Through(through))
			if step == 0 {
				f.object = -2
				f.n = r3.Scale(-1, d)
			}
			return
		}
		through = dim(through, absorb, h.t)
		if step == 0 {
			f.n, f.at, f.object = h.n, h.p, h.object
			if h.object < 0 {
				f.object = -3
			}
		}
		if h.part.lamp > 0 {
			f.clean = f.clean.Plus(s.lamps[h.part.lamp-1].shows(o, d).Through(through))
			return
		}
		st := &h.part.stuff
		switch {
		case h.part.panel != nil:
			// What a card or backdrop returns evenly is smoothed like any surface.
			face := h.face()
			even, lets := face.Diffuse.Lux(), h.part.through.Lux()
			if face.Gloss != (light.RGB{}) {
				got := s.cardGloss(&h, d, face, 1, absorb, r, &next)
				shine := got.Through(through).Plus(s.trace(&next, through, 1, r))
				if face.Lobe == 0 {
					f.clean = f.clean.Plus(shine)
				} else { // blurred anyhow, so it may be smoothed as far as shadows are
					f.straight.sun = f.straight.sun.Plus(shine)
					f.straight.full = f.straight.full.Plus(through.Times(anyLux))
				}
			}
			if even+lets == 0 {
				f.albedo = f.albedo.Plus(through)
				return
			}
			f.evenly(s, &h, face.Diffuse, h.part.through, light.White(1), through, absorb, step > 0, r, bounce)
			return
		case st.Metal:
			got := s.scatter(&h, d, absorb, false, r, &next)
			f.clean = f.clean.Plus(got.Through(through)).Plus(s.trace(&next, through, 1, r))
			return
		case st.Clear && st.Mist > 0 && r.roll() < st.Mist:
			f.evenly(s, &h, misty.Times(1-mistLets), misty.Times(mistLets), light.White(1), through, absorb, true, r, bounce)
			return
		case st.Clear:
			if step < split {
				share, _ := fresnel(-r3.Dot(d, h.n), indexOf(&h))
				if share < 1 {
					s.clearEdge(&h, d, absorb, 0, &next)
					f.clean = f.clean.Plus(s.trace(&next, through.Times(share), 1, r))
					through = through.Times(1 - share)
					s.clearEdge(&h, d, absorb, 1, &next)
					o, d, absorb = next.o, next.d, next.absorb
					continue
				}
			}
			s.clearEdge(&h, d, absorb, r.roll(), &next)
			o, d, absorb = next.o, next.d, next.absorb
			continue
		}
		if st.Coat > 0 {
			got := s.shiny(&h, d, coatReturns, st.Rough, absorb, r, &next)
			f.clean = f.clean.Plus(got.Through(through).Times(st.Coat)).Plus(s.trace(&next, through.Times(st.Coat), 1, r))
			through = through.Times(1 - st.Coat*coated(-r3.Dot(d, h.n), st.Rough))
		}
		f.evenly(s, &h, light.White(1-st.Through), light.White(st.Through), painted(st, h.p, h.object), through, absorb, step > 0, r, bounce)
		return
	}
}

// split is at how many edges of glass and drinks, from the eye, both what they mirror and
// what they let through is followed.
const split = 2

// anyLux stands for light that is not known with nothing in the way: it is smoothed by what it falls on alone, whatever the number.
const anyLux = 300

// evenly adds an even surface, seen with its colour apart from the light on it: what it
// returns of the light before it, and what it lets through from behind. The lamps are asked
// for both, with as many questions as for one: a side drawn for each sample would be half of
// the noise of a slice of fruit.
func (f *first) evenly(s *stage, h *spot, returns, lets, colour, through, absorb light.RGB, glass bool, r, bounce *dice) {
	seen := colour.Through(through)
	f.albedo = f.albedo.Plus(seen)
	backN, backG := r3.Scale(-1, h.n), r3.Scale(-1, h.g)
	before, behind := returns.Lux(), lets.Lux()
	asks := r.asks
	if before > 0 && behind > 0 {
		r.asks = max(1, asks/2)
	}
	if before > 0 {
		s.lit(h, h.n, h.g, returns.Through(seen), absorb, r, &f.straight)
	}
	if behind > 0 {
		s.lit(h, backN, backG, lets.Through(seen), absorb, r, &f.straight)
	}
	r.asks = asks
	if glass { // what hangs in the way of the lamps there is mostly glass and drink, at every angle
		f.straight.full = seen.Times(anyLux)
	}
	if bounce == nil {
		return
	}
	n, g, of, share := h.n, h.g, returns, before/(before+behind)
	if behind > 0 && bounce.random() >= share {
		n, g, of, share = backN, backG, lets, 1-share
	}
	var next onward
	s.leave(h, n, g, of.Times(1/share), absorb, bounce, &next)
	f.bounced = f.bounced.Plus(s.trace(&next, seen, 1, bounce))
}

// face is the side of a card that is seen.
func (h *spot) face() *light.Surface {
	if h.outside {
		return h.part.panel
	}
	return h.part.other
}

func indexOf(h *spot) float64 {
	if h.outside {
		return h.part.stuff.Front / h.part.stuff.Back
	}
	return h.part.stuff.Back / h.part.stuff.Front
}
