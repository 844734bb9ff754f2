package shape

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// Knife, Fork and Spoon lie along y, handle at −y, their middle over the origin.

// Knife of a length; its blade is bladeMm long.
func Knife(lengthMm, bladeMm float64) (handle, blade Mesh) {
	l, b := lengthMm, bladeMm
	w := l * 0.075
	y0, y1 := -l/2, l/2
	cut := y1 - b
	handle = Extrude([][2]float64{{-w * 0.32, y0 + 2}, {0, y0}, {w * 0.32, y0 + 2}, {w * 0.42, y0 + (cut-y0)*0.5}, {w * 0.34, cut}, {-w * 0.34, cut}, {-w * 0.42, y0 + (cut-y0)*0.5}}, l*0.022, 1.2)
	blade = Extrude([][2]float64{{-w * 0.3, cut}, {w * 0.3, cut}, {w * 0.62, cut + b*0.12}, {w * 0.6, y1 - b*0.25}, {w * 0.1, y1 - 2}, {-w * 0.2, y1}, {-w * 0.3, y1 - b*0.1}}, l*0.008, 0.4)
	return handle, blade
}

// Fork of a length with tines of tinesMm.
func Fork(lengthMm, tinesMm float64) []Mesh {
	l, t := lengthMm, tinesMm
	w := l * 0.13
	y0, y1 := -l/2, l/2
	neck := y1 - t*1.7
	h := l * 0.012
	out := []Mesh{
		Extrude([][2]float64{{-w * 0.2, y0 + 2}, {0, y0}, {w * 0.2, y0 + 2}, {w * 0.13, neck}, {-w * 0.13, neck}}, h, 0.8),
		Extrude([][2]float64{{-w * 0.13, neck - 1}, {w * 0.13, neck - 1}, {w * 0.46, neck + t*0.45}, {w * 0.5, y1 - t}, {-w * 0.5, y1 - t}, {-w * 0.46, neck + t*0.45}}, h, 0.6),
	}
	for k := range 4 {
		x := (float64(k) - 1.5) * w * 0.27
		root, third := y1-t-1, t/3
		out = append(out, Extrude([][2]float64{{x - w*0.075, root}, {x + w*0.075, root}, {x + w*0.07, root + third}, {x + w*0.06, root + 2*third}, {x + w*0.05, y1 - 1}, {x, y1}, {x - w*0.05, y1 - 1}, {x - w*0.06, root + 2*third}, {x - w*0.07, root + third}}, h*0.8, 0.3))
	}
	for i := range out {
		out[i] = bowed(out[i], func(y float64) float64 { return l * forkAt(y, [4]float64{y0, neck, y1 - t, y1}) })
	}
	return out
}

// forkHigh is how high a fork that lies on a table stands over it, by its length, at its end, its
// neck, the root of its tines and their points: start values of our own.
var forkHigh = [4]float64{0, 0.032, 0.002, 0.03}

// forkAt is forkHigh between places of its length, round at each.
func forkAt(y float64, places [4]float64) float64 {
	for i := range 3 {
		if y <= places[i+1] || i == 2 {
			k := math.Min(math.Max((y-places[i])/(places[i+1]-places[i]), 0), 1)
			if i > 0 {
				k = k * k * (3 - 2*k)
			}
			return forkHigh[i] + k*(forkHigh[i+1]-forkHigh[i])
		}
	}
	return 0
}

// bowed lifts each place of a mesh by as much as its y says.
func bowed(m Mesh, up func(y float64) float64) Mesh {
	out := Mesh{P: make([]r3.Vec, len(m.P)), N: make([]r3.Vec, len(m.N)), T: m.T, Runs: m.Runs}
	const step = 0.5 // mm, to find how steep it is
	for i, p := range m.P {
		slope := (up(p.Y+step) - up(p.Y-step)) / (2 * step)
		out.P[i] = vec(p.X, p.Y, p.Z+up(p.Y))
		out.N[i] = unit(vec(m.N[i].X, m.N[i].Y-slope*m.N[i].Z, m.N[i].Z))
	}
	return out
}

// Spoon of a length with a bowl of bowlMm.
func Spoon(lengthMm, bowlMm float64, steps int) []Mesh {
	l, b := lengthMm, bowlMm
	y0, y1 := -l/2, l/2
	w := b * 0.66
	h := l * 0.012
	shell := Shell(b, w*1.25, w*0.2, steps)
	// Thin metal has two sides: an outer shell a little below the inner.
	under := shell.Inverted().Stretched(1.015, 1.03, 1).Moved(0, vec(0, 0, -0.6))
	bowl := Join(shell, under).Moved(90, vec(0, y1-b/2, 0.7))
	neck := y1 - b*0.94
	return []Mesh{
		bowl,
		Extrude([][2]float64{{-b * 0.1, y0 + 3}, {0, y0}, {b * 0.1, y0 + 3}, {b * 0.055, y0 + (neck-y0)*0.6}, {b * 0.07, neck}, {-b * 0.07, neck}, {-b * 0.055, y0 + (neck-y0)*0.6}}, h, 0.7).Moved(0, vec(0, 0, math.Max(0.4, w*0.14))),
	}
}

// RackGapMm is how far apart the wires of a rack are, from middle to middle; start value of our own.
const RackGapMm = 15.0

// Rack is a wire rack on z = 0, its long wires along y: a frame on four feet, wires every centimetre and a half, two
// across under them. deck is the plane that things stand on.
func Rack(widthMm, depthMm, hMm float64) (wires, deck Mesh) {
	const apart, thick, frame = RackGapMm, 1.1, 1.8 // of wires; half of their thickness and the frame's
	x, y, top := widthMm/2-frame, depthMm/2-frame, hMm-thick
	line := func(r float64, path ...[3]float64) Mesh { return Tube(path, r, 6) }
	all := []Mesh{
		line(frame, [3]float64{-x, -y, top}, [3]float64{-x, y, top}), line(frame, [3]float64{x, -y, top}, [3]float64{x, y, top}),
		line(frame, [3]float64{-x, -y, top}, [3]float64{x, -y, top}), line(frame, [3]float64{-x, y, top}, [3]float64{x, y, top}),
	}
	n := max(1, int(math.Round(2*x/apart)))
	for i := 1; i < n; i++ {
		at := -x + 2*x*float64(i)/float64(n)
		all = append(all, line(thick, [3]float64{at, -y, top}, [3]float64{at, y, top}))
	}
	for _, at := range []float64{-y / 3, y / 3} {
		all = append(all, line(thick, [3]float64{-x, at, top - 2*thick}, [3]float64{x, at, top - 2*thick}))
	}
	for _, sx := range []float64{-1, 1} {
		for _, sy := range []float64{-1, 1} {
			all = append(all, line(frame, [3]float64{sx * x, sy * y * 0.8, top}, [3]float64{sx * x, sy * y * 0.8, frame * 0.2}))
		}
	}
	up := vec(0, 0, 1)
	deck = Mesh{P: []r3.Vec{vec(-widthMm/2, -depthMm/2, hMm), vec(widthMm/2, -depthMm/2, hMm), vec(widthMm/2, depthMm/2, hMm), vec(-widthMm/2, depthMm/2, hMm)}, N: []r3.Vec{up, up, up, up}, T: [][3]int32{{0, 1, 2}, {0, 2, 3}}}
	return Join(all...), deck
}
