package shape

import "math"

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
		out = append(out, Extrude([][2]float64{{x - w*0.075, y1 - t - 1}, {x + w*0.075, y1 - t - 1}, {x + w*0.05, y1 - 1}, {x, y1}, {x - w*0.05, y1 - 1}}, h*0.8, 0.3))
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
