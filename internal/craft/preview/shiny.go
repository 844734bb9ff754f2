package preview

import (
	"math"

	"figladder/internal/craft/light"
	"gonum.org/v1/gonum/spatial/r3"
)

// rough is the GGX alpha from which a coat or metal has the lamps by asking them alone;
// below mirror the reflected ray alone finds them. Between the two both are tried, and
// each counts where it is the likelier to find them (Veach & Guibas 1995): a lamp off
// the mirror's way is met by few rays, and each of those would be a speck.
const (
	rough  = 0.45
	mirror = 0.02
)

// bending is the alpha above which light that glass bends out of its way is left out on
// coats and metal, as it is on what is matt: it comes seldom and would be specks.
const bending = 0.1

// shiny is a metal or a coat of a roughness; f0 is what its facets return at right angles.
func (s *stage) shiny(h *spot, d r3.Vec, f0 light.RGB, alpha float64, absorb light.RGB, r *dice, next *onward) light.RGB {
	f := facetOf(h, d, f0, alpha)
	var got light.RGB
	from := f.from
	counts := func(r3.Vec) (float64, float64) { return 1, 1 } // as onward has it, along w
	switch {
	case alpha >= rough:
		var all drawn
		s.straight(h.p, h.n, h.g, absorb, r, surface{makes: f.returns}, &all)
		got = all.plain()
		counts = func(r3.Vec) (float64, float64) { return 0, 0 }
	case alpha >= mirror && len(s.lamps) > 0:
		asked := s.choice(from, h.n)
		if asked.all <= 0 {
			break
		}
		counts = func(w r3.Vec) (lamps, beyond float64) {
			half := unit(r3.Sub(w, d))
			own, other := visible(max(0, r3.Dot(half, h.n)), f.v.Z, f.al), asked.along(from, w)
			lamps = own / (own + other)
			if other == 0 && alpha > bending {
				return lamps, 0
			}
			return lamps, lamps
		}
		got = asked.one(from, h.n, h.g, absorb, r, func(w r3.Vec, cos float64) light.RGB {
			own, _ := counts(w)
			return f.returns(w, cos).Times(1 - own)
		})
	}
	if f.onward(r, absorb, next) {
		next.lamps, next.beyond = counts(next.d)
	}
	return got
}

// facet is a place of a surface of small facets as a ray comes to it.
type facet struct {
	h    *spot
	d    r3.Vec
	a, b r3.Vec // of the surface's frame, with its normal
	v    r3.Vec // the way back, in that frame
	from r3.Vec // where light leaves
	f0   light.RGB
	al   float64 // GGX
}

func facetOf(h *spot, d r3.Vec, f0 light.RGB, alpha float64) facet {
	a, b := frame(h.n)
	return facet{h: h, d: d, a: a, b: b, v: r3.Vec{X: -r3.Dot(d, a), Y: -r3.Dot(d, b), Z: max(1e-4, -r3.Dot(d, h.n))},
		from: r3.Add(h.p, r3.Scale(5e-3, h.g)), f0: f0, al: max(1e-3, alpha*alpha)}
}

// returns is the facets' BRDF for light that comes along w, at a cosine.
func (f *facet) returns(w r3.Vec, cos float64) light.RGB {
	half := unit(r3.Sub(w, f.d))
	return schlickOf(f.f0, r3.Dot(half, w)).Times(ggx(max(0, r3.Dot(half, f.h.n)), max(1e-4, cos), f.v.Z, f.al))
}

// onward draws the way that the light took before it, by the facets that are seen; false for none. No lamp counts on it.
func (f *facet) onward(r *dice, absorb light.RGB, next *onward) bool {
	half := microfacet(f.v, f.al, r.roll(), r.roll())
	l := r3.Sub(r3.Scale(2*r3.Dot(f.v, half), half), f.v)
	if l.Z <= 0 {
		*next = onward{}
		return false
	}
	h := f.h
	w := r3.Add(r3.Add(r3.Scale(l.X, f.a), r3.Scale(l.Y, f.b)), r3.Scale(l.Z, h.n))
	if c := r3.Dot(w, h.g); c <= 0 { // under a facet of the mesh, not of the true surface
		w = r3.Sub(w, r3.Scale(2*c, h.g))
	}
	lv, ll := hidden(f.v.Z, f.al), hidden(l.Z, f.al)
	*next = onward{o: f.from, d: w, weight: schlickOf(f.f0, r3.Dot(half, l)).Times((1 + lv) / (1 + lv + ll)), absorb: absorb}
	return true
}

// visible is how likely microfacet sends a ray a way, a steradian, for the cosines of the
// normal with half and with the way it came (Heitz 2018).
func visible(half, in, alpha float64) float64 {
	a2 := alpha * alpha
	d := half*half*(a2-1) + 1
	return a2 / (math.Pi * d * d) / (1 + hidden(in, alpha)) / (4 * in)
}

// choice is how likely each lamp is asked by a place.
type choice struct {
	s      *stage
	weight [16]float64
	all    float64
}

func (s *stage) choice(from, n r3.Vec) choice {
	c := choice{s: s}
	for i := range min(len(s.lamps), len(c.weight)) {
		c.weight[i] = s.lamps[i].promises(from, n)
		c.all += c.weight[i]
	}
	return c
}

// along is how likely one asks a lamp along a way, a steradian.
func (c *choice) along(from, w r3.Vec) float64 {
	sum := 0.0
	for i := range min(len(c.s.lamps), len(c.weight)) {
		l := &c.s.lamps[i]
		cos := -r3.Dot(w, l.n)
		if c.weight[i] == 0 || cos <= 0 {
			continue
		}
		if d, ok := l.screen.Meets(from, w); ok {
			sum += c.weight[i] / c.all * d * d / (cos * l.area)
		}
	}
	return sum
}

// one asks one place of one lamp whether it is seen: cd/m² times whatever the surface makes
// of it.
func (c *choice) one(from, n, g r3.Vec, absorb light.RGB, r *dice, makes func(w r3.Vec, cos float64) light.RGB) light.RGB {
	r.rays++
	in := r.roll() * c.all
	at := 0
	for at < len(c.weight)-1 && in >= c.weight[at] {
		in -= c.weight[at]
		at++
	}
	l := &c.s.lamps[min(at, len(c.s.lamps)-1)]
	place := l.At(2*r.roll()-1, 2*r.roll()-1)
	w := r3.Sub(place, from)
	d2 := r3.Dot(w, w)
	w = r3.Scale(1/math.Sqrt(d2), w)
	cos, back := r3.Dot(w, n), -r3.Dot(w, l.n)
	if cos <= 0 || back <= 0 || r3.Dot(w, g) <= 0 || c.weight[at] == 0 {
		return light.RGB{}
	}
	got := l.shows(from, w).Through(makes(w, cos)).Times(cos * back * l.area / d2 * c.all / c.weight[at])
	if got.Lux() <= 0 {
		return light.RGB{}
	}
	return got.Through(c.s.reach(from, place, absorb, false))
}
