package light

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// Pane is a window made ready to be looked at from many places.
type Pane struct {
	edge    *Screen // far edge of a deep opening
	sides   RGB     // of the opening, cd/m²
	glass   float64
	sky     Sky
	outside []obstructed
}

type obstructed struct {
	Screen
	luminance RGB // cd/m²
	through   float64
}

// Pane is what is seen through the window.
func (w *Window) Pane() Pane {
	v := Pane{glass: w.Glass, sky: w.Sky}
	if w.RevealMm > 0 {
		outer := w.outer()
		far := outer.Screen()
		v.edge = &far
		if w.Reveal > 0 {
			v.sides = w.revealLight()
		}
	}
	for _, o := range w.Outside {
		v.outside = append(v.outside, obstructed{o.Screen(), o.Luminance, o.Through})
	}
	return v
}

// Shows is how bright the window is toward a ray that arrives at it along dir (unit)
// from p, cd/m²: sky, what stands before it, or the side of its opening.
func (v *Pane) Shows(p, dir r3.Vec) RGB {
	if v.edge != nil {
		if _, in := v.edge.Meets(p, dir); !in {
			return v.sides
		}
	}
	share, sum := v.glass, RGB{}
	for i := range v.outside {
		o := &v.outside[i]
		if _, ok := o.Meets(p, dir); ok {
			sum = sum.Plus(o.luminance.Times(share))
			if share *= o.through; share == 0 {
				return sum
			}
		}
	}
	return sum.Plus(v.sky.Luminance(dir).Times(share))
}

// Screen is a rectangle made ready for many rays: its middle, a normal, and its half edges over their own square.
type Screen struct{ centre, n, u, v r3.Vec }

// Screen is the rectangle made ready for many rays.
func (q *Rect) Screen() Screen {
	return Screen{q.Centre, r3.Cross(q.U, q.V), r3.Scale(1/r3.Norm2(q.U), q.U), r3.Scale(1/r3.Norm2(q.V), q.V)}
}

// Meets is how far along a ray (dir is one mm of it) the rectangle is; false where the ray goes by.
func (s *Screen) Meets(p, dir r3.Vec) (mm float64, ok bool) {
	to := r3.Sub(s.centre, p)
	off, pace := r3.Dot(s.n, to), r3.Dot(s.n, dir)
	if off*pace <= 0 { // behind, or never
		return 0, false
	}
	mm = off / pace
	x := r3.Sub(r3.Scale(mm, dir), to)
	return mm, math.Abs(r3.Dot(x, s.u)) <= 1 && math.Abs(r3.Dot(x, s.v)) <= 1
}
