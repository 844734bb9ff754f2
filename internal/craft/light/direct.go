package light

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// direct is what the receptor gets from windows and lamps, all of it or only what
// is seen through the given outlines.
func (e *Engine) direct(eye *receptor, through []outline) RGB {
	var sum RGB
	eye.sources(&e.set, e.detail, through, func(o *outline, l RGB) {
		sum = sum.Plus(l.Times(math.Pi * o.factor()))
	})
	return sum
}

// sunAt is the sun's own beam on the receptor, straight.
func (e *Engine) sunAt(eye *receptor) RGB {
	if e.set.Sun == nil {
		return RGB{}
	}
	cos := r3.Dot(eye.n, e.set.Sun.Toward)
	if cos <= 0 {
		return RGB{}
	}
	return e.set.Sun.Lux.Times(cos * e.beam(eye.p, e.set.Sun.Toward))
}

// beam is the share of the sun that reaches p along toward, past what stands in
// the way.
func (e *Engine) beam(p, toward r3.Vec) float64 {
	for i := range e.set.Windows {
		share, x := e.set.Windows[i].Passes(p, toward)
		if share == 0 {
			continue
		}
		for k := range e.blockers {
			if e.blockers[k].blocks(p, x) {
				return 0
			}
		}
		return share
	}
	return 0
}

// clear reports whether nothing stands between two points.
func (e *Engine) clear(p, q r3.Vec) bool {
	for k := range e.blockers {
		if e.blockers[k].blocks(p, q) {
			return false
		}
	}
	return true
}

// RoomLux returns the even light that the room's own surfaces give back, by the
// integrating-sphere sum E = Φ ρ / (A (1−ρ)), Φ the flux the sources send in
// (IES Lighting Handbook, lumen method; the split-flux form for interiors). It
// is 0 for a room that returns nothing.
func RoomLux(s Set) float64 { return roomLight(&s).Lux() }

func roomLight(s *Set) RGB {
	if s.Room.SurfaceM2 <= 0 || s.Room.Reflectance <= 0 {
		return RGB{}
	}
	var flux RGB
	for _, src := range s.Sources {
		flux = flux.Plus(src.Luminance.Times(2 * math.Pi / (src.Beam + 2) * src.AreaMm2() / 1e6))
	}
	for i := range s.Windows {
		w := &s.Windows[i]
		open := w.Opening()
		if open.AreaMm2() < 1 {
			continue
		}
		// What falls through: the light on the opening from outside, at its middle.
		out := r3.Scale(-1, open.Normal())
		eye := &receptor{view: newView(r3.Add(open.Centre, r3.Scale(0.02, open.Normal())), out)}
		var in RGB
		eye.window(w, 8, nil, func(o *outline, l RGB) { in = in.Plus(l.Times(math.Pi * o.factor())) })
		if s.Sun != nil {
			if share, _ := w.Passes(eye.p, s.Sun.Toward); share > 0 {
				in = in.Plus(s.Sun.Lux.Times(share * math.Max(0, r3.Dot(out, s.Sun.Toward))))
			}
		}
		flux = flux.Plus(in.Times(open.AreaMm2() / 1e6))
	}
	return flux.Times(s.Room.Reflectance / (s.Room.SurfaceM2 * (1 - math.Min(s.Room.Reflectance, 0.95))))
}
