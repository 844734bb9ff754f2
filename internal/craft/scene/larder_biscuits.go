package scene

import (
	"math"

	"figladder/internal/craft/shape"
)

// flutes are the waves of a biscuit's edge, as its cutter left them.
const flutes = 20

// biscuits lie as they were put down: five in a ring, three on them, one on top; each is pricked, so that it
// baked flat, and one of the ring is broken.
func (v serving) biscuits() []Part {
	// The ring's are a width and three quarters from the middle, so that neighbours just touch.
	r := math.Min(32, v.reachMm/2.75)
	thick := math.Max(6, math.Min(11, v.tallMm*0.4))
	var inside, rims, holes []shape.Mesh
	steps := 3 * flutes
	if v.f <= Rough {
		steps = flutes
	}
	one := func(from, to float64, seed int64, place func(shape.Mesh) shape.Mesh) {
		wave := func(rr, _, deg float64) float64 {
			sin, cos := math.Sincos(deg * math.Pi / 180)
			k := 1 - 0.03*shape.Noise(3*cos, 3*sin, 0, seed)
			if rr > 0.9*r {
				k -= 0.022 * (1 + math.Cos(flutes*deg*math.Pi/180))
			}
			return rr * k
		}
		n := max(8, int(float64(steps)*(to-from)/360))
		inside = append(inside, place(shape.Sector([]shape.RZ{{R: 0}, {R: r * 0.87}, {R: r * 0.87, Z: thick}, {R: 0, Z: thick * 0.97}}, from, to, n, wave)))
		rims = append(rims, place(shape.Sector([]shape.RZ{{R: r * 0.86}, {R: r * 0.97}, {R: r, Z: thick * 0.3}, {R: r * 0.99, Z: thick * 0.72}, {R: r * 0.93, Z: thick * 0.96}, {R: r * 0.86, Z: thick}}, from, to, n, wave)))
		for k := range 7 {
			deg, away := 60*float64(k), 0.5*r
			if k == 0 {
				away = 0
			}
			if to-from < 360 && (k == 0 || math.Mod(deg-from+720, 360) > to-from) {
				continue
			}
			sin, cos := math.Sincos(deg * math.Pi / 180)
			holes = append(holes, place(shape.Ball(r*0.055, r*0.055, thick*0.05, 0, 1, seed, 8).Moved(0, at(away*sin, away*cos, thick*0.985))))
		}
	}
	layers := []struct {
		n       int
		away    float64
		turnDeg float64
	}{{5, 1.75, 100}, {3, 1.17, 20}, {1, 0, 0}}
	for k, l := range layers {
		for i := range l.n {
			sin, cos := math.Sincos((l.turnDeg + 360*float64(i)/float64(l.n)) * math.Pi / 180)
			from, to := 0.0, 360.0
			if k == 0 && i == 0 { // one is broken, and shows that it is short
				from, to = 210, 430
			}
			one(from, to, v.seed+int64(10*k+i), func(m shape.Mesh) shape.Mesh {
				return m.Moved(61*float64(i+k), at(l.away*r*sin, l.away*r*cos, float64(k)*(thick+0.4)))
			})
		}
	}
	crumb := edibleStuff(v.colour, "", "cake")
	crumb.GrainMm, crumb.Second = 3, crumb.Colour.Times(0.62)
	rim := edibleStuff(v.colour, "", "cake")
	rim.Colour, rim.Second = crumb.Colour.Times(0.62), crumb.Colour.Times(0.36)
	pricked := edibleStuff(pipColour, "", "cake")
	out := []Part{{shape.Strewn(inside...), crumb}, {shape.Strewn(rims...), rim}, {shape.Strewn(holes...), pricked}}
	for _, p := range out {
		for k, q := range p.Mesh.P {
			if d := math.Hypot(q.X, q.Y) / v.reachMm; d > 1 {
				p.Mesh.P[k].X, p.Mesh.P[k].Y = q.X/d, q.Y/d
			}
		}
	}
	return out
}
