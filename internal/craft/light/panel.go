package light

import (
	"math"
	"slices"

	"figladder/internal/craft/words"
	"gonum.org/v1/gonum/spatial/r3"
)

// Surface is how a face of a card returns light: a share evenly to all sides, and a
// share about the mirror direction.
type Surface struct {
	Diffuse RGB // share returned evenly, by part
	Gloss   RGB // share returned about the mirror direction, by part
	// Lobe is how tightly: the odd power n of cosⁿ about the mirror direction; 0 is
	// a perfect mirror.
	Lobe int
}

// Plain is a matt surface of one reflectance.
func Plain(reflectance float64) Surface { return Surface{Diffuse: White(reflectance)} }

// Surfaces are the faces cards come with. White, foils and black have the reflectances of the
// reference values (0.85, 0.75, 0.88, 0.04); how far each spreads, and gold's tint,
// are our own start values.
var Surfaces = map[words.CardFace]Surface{
	"white":      Plain(0.85),
	"black":      Plain(0.04),
	"dull foil":  {Diffuse: White(0.25), Gloss: White(0.50), Lobe: 7},
	"silver":     {Diffuse: White(0.12), Gloss: White(0.70), Lobe: 25},
	"shiny foil": {Gloss: White(0.88)},
	"gold":       {Diffuse: RGB{0.22, 0.17, 0.09}, Gloss: RGB{0.68, 0.52, 0.26}, Lobe: 25},
}

// Panel is a flat thing in the set: a card, a flag, a diffuser, an upright
// backdrop. Its front is where its rectangle faces.
type Panel struct {
	Rect
	Front, Back Surface
	Through     RGB // share let through and spread evenly: 0.5 to 0.7 for a diffuser
}

// face is one side of a panel as it sends light out.
type face struct {
	lit
	panel   int
	surface Surface
	through RGB
	mirror  bool
	fronts  half
	areaMm2 float64
	glossy  []vista // what it can see from each of shows × shows cells, for its lobe
	deep    []uint8 // how often each of them is halved; nil where none is
	shows   int     // a whole number of times its finest cells a side
	enough  int     // the level beyond which cells hardly differ
	most    float64 // brightest it can look, as lux over a whole hemisphere
	sunny   []sunPatch
	gleams  []sunPatch // the sun on a gloss, as bright as its beam, where its cells leave that out
	dead    bool       // sends nothing worth counting
}

// glow is a part of a source as seen from a cell of a face, or the sun.
type glow struct {
	dirs      []r3.Vec // corners as unit directions
	arcs      []arc    // and what joins them, each from the corner before; none for the sun
	middle    r3.Vec   // and their middle
	flattest  float64  // how far over the gloss its lowest corner stands, a cosine
	least     float64  // a mirror direction further from the middle, as a cosine, sees nothing of it
	luminance RGB
	sun       RGB // lux of the beam, for the sun; dirs has one direction then
}

func facesOf(panels []Panel) []face {
	out := make([]face, 0, 2*len(panels))
	for i, p := range panels {
		back := Rect{Centre: p.Centre, U: r3.Scale(-1, p.U), V: p.V}
		for k, q := range []Rect{p.Rect, back} {
			s := p.Front
			if k == 1 {
				s = p.Back
			}
			out = append(out, face{lit: lit{Rect: q}, panel: i, surface: s, through: p.Through, fronts: q.front(), areaMm2: q.AreaMm2(),
				mirror: s.Lobe == 0 && s.Gloss.Lux() > 0})
		}
	}
	return out
}

// settle keeps the luminance of the finest cells and averages the coarser ones.
// Cells that differ by less than the share even of the mean need not be told apart.
func (f *face) settle(finest []RGB, even, usual float64) {
	side := int(math.Round(math.Sqrt(float64(len(finest)))))
	f.know(finest, side)
	mean := f.levels[0][0].Lux()
	f.dead = mean < 1e-6 && f.surface.Gloss.Lux() == 0 && len(f.sunny) == 0
	f.most = 0
	last := len(f.levels) - 1
	for _, l := range finest {
		f.most = math.Max(f.most, math.Pi*l.Lux())
	}
	f.enough = last
	for k, spread := range f.spread {
		if slices.Max(spread) < even*mean {
			f.enough = k
			break
		}
	}
	if f.surface.Lobe > 0 {
		f.enough = last
		f.most += usual * f.surface.Gloss.Lux() * 2
	}
}

// away is the distance from p to the nearest point of the rectangle, mm.
func (q Rect) away(p r3.Vec) float64 {
	d := r3.Sub(p, q.Centre)
	clamp := func(h r3.Vec) r3.Vec {
		l := length(h)
		if l == 0 {
			return r3.Vec{}
		}
		u := r3.Scale(1/l, h)
		return r3.Scale(math.Max(-l, math.Min(l, r3.Dot(d, u))), u)
	}
	return length(r3.Sub(d, r3.Add(clamp(q.U), clamp(q.V))))
}

// arc is a part of a great circle between two unit directions.
type arc struct {
	normal r3.Vec  // unit, of its plane
	angle  float64 // that it spans
	half   r3.Vec  // unit, half way
}

// arcBetween is the arc from s to t, empty where they are one direction.
func arcBetween(s, t r3.Vec) arc {
	normal := r3.Cross(s, t)
	sin := length(normal)
	if sin < 1e-12 {
		return arc{half: s}
	}
	return arc{r3.Scale(1/sin, normal), Angle(sin, r3.Dot(s, t)), unit(r3.Add(s, t))}
}

// moment is the arc's part of lobeMoment, from s to t: along it r·ω is c cos(x), and S_k = ∫ (r·ω)^k dx.
func (a *arc) moment(r, s, t r3.Vec, n int) float64 {
	if a.angle == 0 {
		return 0
	}
	out := r3.Cross(r, a.normal)
	from, to := r3.Dot(r, s), r3.Dot(r, t) // r·ω at the ends
	slopeFrom, slopeTo := -r3.Dot(out, s), -r3.Dot(out, t)
	c2 := from*from + slopeFrom*slopeFrom
	s0 := a.angle
	total := s0
	fromPower, toPower := from, to
	for k := 2; k <= n-1; k += 2 {
		share := 1 / float64(k)
		s0 = share * (toPower*slopeTo - fromPower*slopeFrom + float64(k-1)*c2*s0)
		total += s0
		fromPower *= from * from
		toPower *= to * to
	}
	return r3.Dot(r, a.normal) * total
}

// lobeMoment is ∫ (r·ω)ⁿ dω over a polygon of directions, r and the corners unit,
// n odd: the axial moment of Arvo, Applications of Irradiance Tensors to the
// Simulation of Non-Lambertian Phenomena (SIGGRAPH 1995). Each corner has the arc that
// comes to it from the one before. Directions more than 90° from r are cut away first.
func lobeMoment(r r3.Vec, corners []r3.Vec, arcs []arc, n int) float64 {
	if len(corners) < 3 {
		return 0
	}
	for _, c := range corners {
		if r3.Dot(r, c) < 0 {
			return lobeBefore(r, corners, n)
		}
	}
	sum := 0.0
	s := corners[len(corners)-1]
	for i, t := range corners {
		sum += arcs[i].moment(r, s, t, n)
		s = t
	}
	return math.Abs(sum) / float64(n+1)
}

// lobeBefore is lobeMoment for a polygon of which some lies more than 90° from r.
func lobeBefore(r r3.Vec, corners []r3.Vec, n int) float64 {
	var g polygon
	for _, c := range corners {
		if g.n < len(g.q)-1 {
			g.q[g.n] = c
			g.n++
		}
	}
	g.keep(half{r, 0})
	if g.n < 3 {
		return 0
	}
	for i := range g.n {
		g.q[i] = unit(g.q[i])
	}
	sum := 0.0
	s := g.q[g.n-1]
	for _, t := range g.q[:g.n] {
		a := arcBetween(s, t)
		sum += a.moment(r, s, t, n)
		s = t
	}
	return math.Abs(sum) / float64(n+1)
}

// arcsOf are the arcs to each corner from the one before.
func arcsOf(corners []r3.Vec) []arc {
	out := make([]arc, len(corners))
	s := corners[len(corners)-1]
	for i, t := range corners {
		out[i] = arcBetween(s, t)
		s = t
	}
	return out
}
