package light

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// FromPanel is what both sides of one panel send to a receptor.
func (e *Engine) FromPanel(i int, p, n r3.Vec) RGB {
	eye := e.look(p, n)
	defer eye.done()
	var sum RGB
	for k := range e.faces {
		if e.faces[k].panel == i {
			sum = sum.Plus(e.fromFace(eye, &e.faces[k]))
		}
	}
	return sum
}

// Toward is how bright a window, a lamp or a diffuser is along a ray, if one is the
// first thing that the ray meets, cd/m²; nothing otherwise.
func (e *Engine) Toward(p, dir r3.Vec) RGB {
	best, found := math.Inf(1), RGB{}
	at := func(q Rect) (r3.Vec, float64, bool) {
		x, ok := q.Crossed(p, dir)
		t := r3.Dot(r3.Sub(x, p), dir)
		return x, t, ok && t < best && r3.Dot(q.Normal(), dir) < 0
	}
	var end r3.Vec
	for i := range e.set.Sources {
		s := &e.set.Sources[i]
		if x, t, ok := at(s.Rect); ok {
			best, end, found = t, x, s.Luminance.Times(math.Pow(-r3.Dot(s.Normal(), dir), s.Beam))
		}
	}
	for i := range e.set.Windows {
		w := &e.set.Windows[i]
		if x, t, ok := at(w.Opening()); ok {
			l := w.Sky.Luminance(dir).Times(w.Glass)
			for _, o := range w.Outside {
				if _, ok := o.Crossed(p, dir); ok {
					l = l.Times(o.Through).Plus(o.Luminance.Times(w.Glass))
					break
				}
			}
			best, end, found = t, x, l
		}
	}
	for k := range e.faces {
		f := &e.faces[k]
		if f.through.Lux() == 0 || f.dead {
			continue
		}
		if x, t, ok := at(f.Rect); ok {
			best, end, found = t, x, f.levels[0][0]
		}
	}
	if math.IsInf(best, 1) {
		return RGB{}
	}
	if !e.clear(p, r3.Sub(end, r3.Scale(0.05, dir))) {
		return RGB{}
	}
	return found
}
