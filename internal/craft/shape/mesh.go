// Package shape makes the surfaces of things that stand on a set: vessels turned
// from their profiles, boards, cutlery, cloth, and food as heaps, slices and
// pieces. Lengths are mm; z is up. Every surface is a mesh of triangles whose
// corners run counter-clockwise seen from outside.
package shape

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// Mesh is a surface of triangles with a normal at every corner.
type Mesh struct {
	P []r3.Vec   // corners
	N []r3.Vec   // unit normals, one a corner, outward
	T [][3]int32 // triangles, as places in P
	// Runs is how many corners each piece has, for a mesh of many pieces that are drawn
	// one by one; else empty.
	Runs []int
}

// Join returns all meshes as one.
func Join(all ...Mesh) Mesh {
	var out Mesh
	for _, m := range all {
		base := int32(len(out.P))
		out.P, out.N = append(out.P, m.P...), append(out.N, m.N...)
		for _, t := range m.T {
			out.T = append(out.T, [3]int32{t[0] + base, t[1] + base, t[2] + base})
		}
	}
	return out
}

// Strewn is Join that remembers the pieces.
func Strewn(all ...Mesh) Mesh {
	out := Join(all...)
	for i := range all {
		out.Runs = append(out.Runs, len(all[i].P))
	}
	return out
}

// Moved returns the mesh turned about the upright axis by turnDeg (clockwise seen
// from above, as a compass turns) and carried by d.
func (m Mesh) Moved(turnDeg float64, d r3.Vec) Mesh {
	sin, cos := math.Sincos(turnDeg * math.Pi / 180)
	turn := func(v r3.Vec) r3.Vec { return r3.Vec{X: v.X*cos + v.Y*sin, Y: v.Y*cos - v.X*sin, Z: v.Z} }
	out := Mesh{P: make([]r3.Vec, len(m.P)), N: make([]r3.Vec, len(m.N)), T: m.T, Runs: m.Runs}
	for i := range m.P {
		out.P[i], out.N[i] = r3.Add(turn(m.P[i]), d), turn(m.N[i])
	}
	return out
}

// Tilted returns the mesh leaning by deg about the x axis: what pointed up then
// points to +y for deg above 0.
func (m Mesh) Tilted(deg float64) Mesh {
	sin, cos := math.Sincos(deg * math.Pi / 180)
	lean := func(v r3.Vec) r3.Vec { return r3.Vec{X: v.X, Y: v.Y*cos + v.Z*sin, Z: v.Z*cos - v.Y*sin} }
	out := Mesh{P: make([]r3.Vec, len(m.P)), N: make([]r3.Vec, len(m.N)), T: m.T, Runs: m.Runs}
	for i := range m.P {
		out.P[i], out.N[i] = lean(m.P[i]), lean(m.N[i])
	}
	return out
}

// Stretched returns the mesh scaled along each axis.
func (m Mesh) Stretched(x, y, z float64) Mesh {
	out := Mesh{P: make([]r3.Vec, len(m.P)), N: make([]r3.Vec, len(m.N)), T: m.T, Runs: m.Runs}
	for i := range m.P {
		p, n := m.P[i], m.N[i]
		out.P[i] = r3.Vec{X: p.X * x, Y: p.Y * y, Z: p.Z * z}
		out.N[i] = unit(r3.Vec{X: n.X / x, Y: n.Y / y, Z: n.Z / z})
	}
	return out
}

// Inverted is the mesh turned inside out: outside becomes inside.
func (m Mesh) Inverted() Mesh {
	out := Mesh{P: m.P, N: make([]r3.Vec, len(m.N)), T: make([][3]int32, len(m.T))}
	for i, n := range m.N {
		out.N[i] = r3.Scale(-1, n)
	}
	for i, t := range m.T {
		out.T[i] = [3]int32{t[0], t[2], t[1]}
	}
	return out
}

// Bounds returns the corners of the smallest upright box round the mesh.
func (m Mesh) Bounds() (lo, hi r3.Vec) {
	inf := math.Inf(1)
	lo, hi = r3.Vec{X: inf, Y: inf, Z: inf}, r3.Vec{X: -inf, Y: -inf, Z: -inf}
	for _, p := range m.P {
		lo = r3.Vec{X: math.Min(lo.X, p.X), Y: math.Min(lo.Y, p.Y), Z: math.Min(lo.Z, p.Z)}
		hi = r3.Vec{X: math.Max(hi.X, p.X), Y: math.Max(hi.Y, p.Y), Z: math.Max(hi.Z, p.Z)}
	}
	return lo, hi
}

// HeightAt returns how high the surface is over a point of the plan, the highest
// place first, and false where the mesh is not over it. Who asks often asks its Relief.
func (m Mesh) HeightAt(x, y float64) (float64, bool) {
	best, ok := math.Inf(-1), false
	for t := range m.T {
		if z, over := m.over(t, x, y); over && z > best {
			best, ok = z, true
		}
	}
	return best, ok
}

// over is how high a triangle is over a point of the plan, and false where it is not over it.
func (m Mesh) over(triangle int, x, y float64) (float64, bool) {
	t := m.T[triangle]
	a, b, c := m.P[t[0]], m.P[t[1]], m.P[t[2]]
	bx, by, cx, cy := b.X-a.X, b.Y-a.Y, c.X-a.X, c.Y-a.Y
	d := bx*cy - cx*by
	// One that stands, or is a line, is over nothing: rounding alone would say where it is.
	if math.Abs(d) <= 1e-12*(bx*bx+by*by+cx*cx+cy*cy) {
		return 0, false
	}
	u := ((x-a.X)*cy - cx*(y-a.Y)) / d
	v := (bx*(y-a.Y) - (x-a.X)*by) / d
	if u < -1e-9 || v < -1e-9 || u+v > 1+1e-9 {
		return 0, false
	}
	return a.Z + u*(b.Z-a.Z) + v*(c.Z-a.Z), true
}

// smoothed gives every corner the mean normal of the triangles round it, weighed
// by their areas.
func (m *Mesh) smooth() {
	m.N = make([]r3.Vec, len(m.P))
	for _, t := range m.T {
		n := r3.Cross(r3.Sub(m.P[t[1]], m.P[t[0]]), r3.Sub(m.P[t[2]], m.P[t[0]]))
		for _, k := range t {
			m.N[k] = r3.Add(m.N[k], n)
		}
	}
	for i := range m.N {
		m.N[i] = unit(m.N[i])
	}
}

// unit is r3.Unit that gives up for no direction.
func unit(v r3.Vec) r3.Vec {
	l := math.Sqrt(r3.Dot(v, v))
	if l < 1e-12 {
		return r3.Vec{Z: 1}
	}
	return r3.Scale(1/l, v)
}

// quads appends the two triangles between rows of n+1 corners starting at a and b.
func (m *Mesh) band(a, b, n int) {
	for i := range n {
		p, q := int32(a+i), int32(b+i)
		m.T = append(m.T, [3]int32{p, p + 1, q + 1}, [3]int32{p, q + 1, q})
	}
}

func vec(x, y, z float64) r3.Vec { return r3.Vec{X: x, Y: y, Z: z} }
