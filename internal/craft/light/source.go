package light

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// Source is a luminous rectangle: a softbox, a lamp's opening, a panel.
type Source struct {
	Rect
	Luminance RGB     // along its normal, cd/m²
	Beam      float64 // 0 sends alike in all directions; else falls as cos^Beam from the normal
	Solid     bool    // whether it stands in the way of other light
}

// Lumens returns the luminous flux that leaves the face: ∫ L cosᵇ⁺¹θ dω over its area.
func (s Source) Lumens() float64 {
	return 2 * math.Pi / (s.Beam + 2) * s.Luminance.Lux() * s.AreaMm2() / 1e6
}

// AtMetre is the light that the source gives one metre before its middle, for each cd/m² along
// its normal, lux. A large face is not a point there: some of it is farther, and looks away.
func (s Source) AtMetre() float64 {
	n := s.Normal()
	p := r3.Add(s.Centre, r3.Scale(1000, n))
	if s.Beam == 0 {
		return math.Pi * Factor(p, r3.Scale(-1, n), s.Rect)
	}
	const cells = 24
	sum := 0.0
	for j := range cells {
		for i := range cells {
			d := r3.Sub(p, s.cell(i, j, cells, cells).Centre)
			r2 := r3.Norm2(d)
			sum += math.Pow(1000/math.Sqrt(r2), s.Beam+2) / r2 // cosines at both ends are alike
		}
	}
	return sum * s.AreaMm2() / (cells * cells)
}

// Sky says how bright it is outside in a direction (unit, in the set's own frame,
// z up), cd/m². Below the horizon it is the ground.
type Sky interface {
	Luminance(dir r3.Vec) RGB
}

// EvenSky is the same all over.
type EvenSky RGB

// Luminance implements Sky.
func (s EvenSky) Luminance(r3.Vec) RGB { return RGB(s) }

// Window is an opening onto the sky. Its rectangle is the opening in the room's
// wall and faces into the room.
type Window struct {
	Rect
	Glass    float64       // share of light the glass lets through; 0.8 for clean double glass
	RevealMm float64       // how deep the opening is; the outer edge is as large as the inner
	Reveal   float64       // share of light the sides of the opening return
	Left     float64       // share closed by a curtain from the left, as seen from the room
	Right    float64       // share closed from the right
	Top      float64       // share closed by a blind from the top
	Sky      Sky           // what is seen through it
	Outside  []Obstruction // what stands before the sky, nearest first
}

// Obstruction is something outside a window: a wall, a tree, an awning.
type Obstruction struct {
	Rect
	Luminance RGB     // what it sends in, cd/m²
	Through   float64 // share of sky and sun that comes through it; 0 for a wall
}

// Opening is the part of a window that is not closed. It has no area when all of
// it is.
func (w Window) Opening() Rect {
	left, right, top := -1+2*w.Left, 1-2*w.Right, 1-2*w.Top
	if right < left {
		left, right = 0, 0
	}
	// U points to the right as seen from the room.
	c := w.At((left+right)/2, (top-1)/2)
	return Rect{Centre: c, U: r3.Scale(math.Max((right-left)/2, 0), w.U), V: r3.Scale(math.Max((top+1)/2, 0), w.V)}
}

// outer is the far edge of the reveal.
func (w *Window) outer() Rect {
	q := w.Rect
	q.Centre = r3.Sub(q.Centre, r3.Scale(w.RevealMm, q.Normal()))
	return q
}

// Sun is the direct beam outside.
type Sun struct {
	Toward r3.Vec // unit, from the set to the sun
	Lux    RGB    // on a surface that faces it, outside
}

// Passes returns what share of the beam, 0 to 1, reaches p by way of the window,
// and where it crosses the opening.
func (w *Window) Passes(p, toward r3.Vec) (share float64, at r3.Vec) {
	q := w.Opening()
	x, ok := q.Crossed(p, toward)
	if !ok || r3.Dot(q.Normal(), toward) >= 0 {
		return 0, x
	}
	if w.RevealMm > 0 {
		if far := w.outer(); !far.crosses(p, toward) {
			return 0, x
		}
	}
	share = w.Glass
	for _, o := range w.Outside {
		if _, ok := o.Crossed(p, toward); ok {
			share *= o.Through
		}
	}
	return share, x
}

// Crossed is where a ray from p meets the rectangle; false where it goes by.
func (q *Rect) Crossed(p, dir r3.Vec) (r3.Vec, bool) {
	s := q.Screen()
	mm, ok := s.Meets(p, dir)
	return r3.Add(p, r3.Scale(mm, dir)), ok
}

// crosses reports whether a ray meets the rectangle.
func (q *Rect) crosses(p, dir r3.Vec) bool {
	_, ok := q.Crossed(p, dir)
	return ok
}

// Patch returns the patch of sun on the level plane z: the opening's outer and
// inner edges thrown along the beam and cut with one another, counter-clockwise
// seen from above. It is nil when the beam does not come in. What stands outside,
// or inside, is not taken out of it.
func (w Window) Patch(s Sun, z float64) []r3.Vec {
	if r3.Dot(w.Normal(), s.Toward) >= 0 || s.Toward.Z <= 0 {
		return nil
	}
	thrown := func(q Rect) outline {
		var o outline
		for _, c := range q.corners() {
			t := (c.Z - z) / s.Toward.Z
			o.add(c.X-t*s.Toward.X, c.Y-t*s.Toward.Y)
		}
		o.turnLeft()
		return o
	}
	o := thrown(w.Opening())
	if w.RevealMm > 0 {
		far := thrown(w.outer())
		var cut outline
		if !o.within(&far, &cut) {
			return nil
		}
		o = cut
	}
	if o.area() < 1 {
		return nil
	}
	out := make([]r3.Vec, o.n)
	for i, q := range o.p[:o.n] {
		out[i] = r3.Vec{X: q.x, Y: q.y, Z: z}
	}
	return out
}
