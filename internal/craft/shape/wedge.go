package shape

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// Wedge cuts a slice out of a heap that stands round the upright axis: what is between two
// bearings, degrees clockwise from +y, less than 180 apart. It returns what is left, and the
// two cut faces, which go from the axis outward and from its foot to its surface.
func (m Mesh) Wedge(fromDeg, toDeg float64) (rest, faces Mesh) {
	side := func(deg float64) r3.Vec { // a point is past a bearing when this is above 0
		sin, cos := math.Sincos(deg * math.Pi / 180)
		return r3.Vec{X: cos, Y: -sin}
	}
	from, to := side(fromDeg), side(toDeg)
	for _, t := range m.T {
		all := []corner{}
		for _, i := range t {
			all = append(all, corner{m.P[i], m.N[i]})
		}
		before, past := clip(all, from)
		_, beyond := clip(past, to)
		rest.fan(before)
		rest.fan(beyond)
	}
	for i, deg := range []float64{fromDeg, toDeg} {
		faces = Join(faces, m.face(deg, i == 1))
	}
	return rest, faces
}

type corner struct{ p, n r3.Vec }

// clip divides a convex piece by an upright plane through the axis, whose normal is given:
// what lies before it, and what past it.
func clip(piece []corner, normal r3.Vec) (before, past []corner) {
	for i, a := range piece {
		b := piece[(i+1)%len(piece)]
		da, db := r3.Dot(a.p, normal), r3.Dot(b.p, normal)
		if da <= 0 {
			before = append(before, a)
		}
		if da >= 0 {
			past = append(past, a)
		}
		if da*db < 0 {
			t := da / (da - db)
			c := corner{r3.Add(a.p, r3.Scale(t, r3.Sub(b.p, a.p))), unit(r3.Add(a.n, r3.Scale(t, r3.Sub(b.n, a.n))))}
			before, past = append(before, c), append(past, c)
		}
	}
	return before, past
}

// fan adds a convex piece as triangles.
func (m *Mesh) fan(piece []corner) {
	if len(piece) < 3 {
		return
	}
	at := int32(len(m.P))
	for _, c := range piece {
		m.P, m.N = append(m.P, c.p), append(m.N, c.n)
	}
	for i := 1; i+1 < len(piece); i++ {
		m.T = append(m.T, [3]int32{at, at + int32(i), at + int32(i) + 1})
	}
}

// faceSteps is in how many strips a cut face is drawn.
const faceSteps = 24

// face is the cut at a bearing, as high at each place as the heap is there; far turns it to
// look the other way.
func (m Mesh) face(deg float64, far bool) Mesh {
	lo, hi := m.Bounds()
	reach := math.Max(math.Max(-lo.X, hi.X), math.Max(-lo.Y, hi.Y))
	sin, cos := math.Sincos(deg * math.Pi / 180)
	n := r3.Vec{X: cos, Y: -sin}
	if far {
		n = r3.Scale(-1, n)
	}
	var out Mesh
	for i := range faceSteps + 1 {
		d := reach * float64(i) / faceSteps
		x, y := d*sin, d*cos
		z, there := m.HeightAt(x, y)
		if !there || z < lo.Z {
			z = lo.Z
		}
		for _, h := range []float64{lo.Z, z} {
			out.P, out.N = append(out.P, vec(x, y, h)), append(out.N, n)
		}
		if i == 0 {
			continue
		}
		a := int32(2*i - 2)
		if far {
			out.T = append(out.T, [3]int32{a, a + 2, a + 3}, [3]int32{a, a + 3, a + 1})
		} else {
			out.T = append(out.T, [3]int32{a, a + 3, a + 2}, [3]int32{a, a + 1, a + 3})
		}
	}
	return out
}
