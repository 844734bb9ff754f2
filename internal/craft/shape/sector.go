package shape

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// Sector turns a convex outline of the half plane about the upright axis from one bearing to
// another, degrees clockwise from +y, and closes both ends with it: a ring, a disc, a wall of
// pastry, whole or with a slice out. The outline runs with its outside on the right, as
// Revolve's does, and ends where it began. wave, when it is given, moves the radius of a
// place: the flutes of a tart.
func Sector(outline []RZ, fromDeg, toDeg float64, steps int, wave func(r, z, bearingDeg float64) float64) Mesh {
	whole := toDeg-fromDeg >= 360-1e-9
	n := max(3, int(math.Ceil(float64(steps)*(toDeg-fromDeg)/360)))
	place := func(p RZ, deg float64) r3.Vec {
		r := p.R
		if wave != nil {
			r = wave(p.R, p.Z, deg)
		}
		sin, cos := math.Sincos(deg * math.Pi / 180)
		return vec(r*sin, r*cos, p.Z)
	}
	var m Mesh
	first := make([]int, len(outline)) // where a side's corners begin; −1 for a side that is none
	for i := range outline {
		first[i] = -1
		a, b := outline[i], outline[(i+1)%len(outline)]
		if math.Hypot(a.R-b.R, a.Z-b.Z) < 1e-9 || a.R < 1e-9 && b.R < 1e-9 {
			continue
		}
		// Each side of the outline has corners of its own: its edges stay edges.
		var side Mesh
		for _, p := range []RZ{a, b} {
			for k := 0; k <= n; k++ {
				side.P = append(side.P, place(p, fromDeg+(toDeg-fromDeg)*float64(k)/float64(n)))
			}
		}
		w := int32(n + 1)
		for k := range int32(n) {
			if a.R > 1e-9 { // clockwise bearings turn the rows about
				side.T = append(side.T, [3]int32{k, w + k + 1, k + 1})
			}
			if b.R > 1e-9 {
				side.T = append(side.T, [3]int32{k, w + k, w + k + 1})
			}
		}
		side.smooth()
		if whole {
			for _, row := range []int{0, n + 1} {
				mean := unit(r3.Add(side.N[row], side.N[row+n]))
				side.N[row], side.N[row+n] = mean, mean
			}
		}
		first[i] = len(m.P)
		m = Join(m, side)
	}
	for i := range outline { // where two sides meet nearly straight, they are one curve
		j := (i + 1) % len(outline)
		if first[i] < 0 || first[j] < 0 {
			continue
		}
		for k := 0; k <= n; k++ {
			p, q := first[i]+n+1+k, first[j]+k
			if r3.Dot(m.N[p], m.N[q]) >= crease {
				mean := unit(r3.Add(m.N[p], m.N[q]))
				m.N[p], m.N[q] = mean, mean
			}
		}
	}
	if whole {
		return m
	}
	for _, end := range []float64{fromDeg, toDeg} {
		sin, cos := math.Sincos(end * math.Pi / 180)
		face := r3.Vec{X: -cos, Y: sin} // looks back from the first end
		if end == toDeg {
			face = r3.Scale(-1, face)
		}
		at := int32(len(m.P))
		for _, p := range outline {
			m.P, m.N = append(m.P, place(p, end)), append(m.N, face)
		}
		for k := int32(1); k+1 < int32(len(outline)); k++ {
			t := [3]int32{at, at + k, at + k + 1}
			if end == fromDeg {
				t[1], t[2] = t[2], t[1]
			}
			m.T = append(m.T, t)
		}
	}
	return m
}

// ring is a ring's outline: from inside to outside and from foot to top, all four upright.
func ring(inMm, outMm, footMm, topMm float64) []RZ {
	return []RZ{{inMm, footMm}, {outMm, footMm}, {outMm, topMm}, {inMm, topMm}}
}
