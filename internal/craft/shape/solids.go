package shape

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// Box is an upright box on z = 0 with its middle over the origin and its upper and
// outer edges broken by bevelMm.
func Box(wMm, dMm, hMm, bevelMm float64) Mesh {
	b := math.Min(bevelMm, math.Min(wMm, math.Min(dMm, hMm))*0.45)
	return Extrude(roundedRect(wMm, dMm, b*1.5, 3), hMm, b)
}

func roundedRect(w, d, r float64, n int) [][2]float64 {
	r = math.Min(r, math.Min(w, d)/2*0.99)
	if r < 0.05 {
		return [][2]float64{{-w / 2, -d / 2}, {w / 2, -d / 2}, {w / 2, d / 2}, {-w / 2, d / 2}}
	}
	var out [][2]float64
	for k, c := range [4][2]float64{{w/2 - r, -d/2 + r}, {w/2 - r, d/2 - r}, {-w/2 + r, d/2 - r}, {-w/2 + r, -d/2 + r}} {
		for i := 0; i <= n; i++ {
			sin, cos := math.Sincos(math.Pi/2*(float64(k)-1) + math.Pi/2*float64(i)/float64(n))
			out = append(out, [2]float64{c[0] + r*cos, c[1] + r*sin})
		}
	}
	return out
}

// Extrude raises an outline, counter-clockwise and seen whole from its own middle,
// to a height, its upper edge broken by bevelMm.
func Extrude(outline [][2]float64, hMm, bevelMm float64) Mesh {
	var m Mesh
	n := len(outline)
	var cx, cy float64
	for _, p := range outline {
		cx, cy = cx+p[0]/float64(n), cy+p[1]/float64(n)
	}
	// Normals of the outline's edges, to move the edge in and to face the wall.
	normal := func(i int) (float64, float64) {
		a, b := outline[(i+n)%n], outline[(i+1)%n]
		dx, dy := b[0]-a[0], b[1]-a[1]
		l := math.Max(math.Hypot(dx, dy), 1e-9)
		return dy / l, -dx / l
	}
	corner := func(i int) (float64, float64) {
		ax, ay := normal(i - 1 + n)
		bx, by := normal(i)
		x, y := ax+bx, ay+by
		l := math.Max(math.Hypot(x, y), 1e-9)
		return x / l, y / l
	}
	ring := func(in, z float64, face func(i int) r3.Vec) int {
		start := len(m.P)
		for k := 0; k <= n; k++ {
			i := k % n
			x, y := corner(i)
			m.P = append(m.P, r3.Vec{X: outline[i][0] - in*x, Y: outline[i][1] - in*y, Z: z})
			m.N = append(m.N, unit(face(i)))
		}
		return start
	}
	side := func(up float64) func(i int) r3.Vec {
		return func(i int) r3.Vec { x, y := corner(i); return r3.Vec{X: x, Y: y, Z: up} }
	}
	b := math.Min(bevelMm, hMm*0.5)
	// A sharp outline keeps its walls flat: each wall has corners of its own.
	if n <= 8 {
		for i := range n {
			x, y := normal(i)
			at := len(m.P)
			for _, z := range []float64{0, hMm - b} {
				for _, p := range [][2]float64{outline[i], outline[(i+1)%n]} {
					m.P, m.N = append(m.P, r3.Vec{X: p[0], Y: p[1], Z: z}), append(m.N, r3.Vec{X: x, Y: y})
				}
			}
			p := int32(at)
			m.T = append(m.T, [3]int32{p, p + 1, p + 3}, [3]int32{p, p + 3, p + 2})
		}
	} else {
		m.band(ring(0, 0, side(0)), ring(0, hMm-b, side(0)), n)
	}
	if b > 0 {
		m.band(ring(0, hMm-b, side(0.4)), ring(b*0.3, hMm-b*0.3, side(1)), n)
		m.band(ring(b*0.3, hMm-b*0.3, side(1)), ring(b, hMm, side(2.5)), n)
	}
	top := ring(b, hMm, func(int) r3.Vec { return r3.Vec{Z: 1} })
	under := ring(0, 0, func(int) r3.Vec { return r3.Vec{Z: -1} })
	mid := int32(len(m.P))
	m.P = append(m.P, r3.Vec{X: cx, Y: cy, Z: hMm}, r3.Vec{X: cx, Y: cy})
	m.N = append(m.N, r3.Vec{Z: 1}, r3.Vec{Z: -1})
	for i := range n {
		m.T = append(m.T, [3]int32{mid, int32(top + i), int32(top + i + 1)}, [3]int32{mid + 1, int32(under + i + 1), int32(under + i)})
	}
	return m
}

// Ball is an ellipsoid with its middle at the origin, its surface pushed in and out by
// bump, a share of its radius, in lumps of lumpMm.
func Ball(rx, ry, rz, bump, lumpMm float64, seed int64, steps int) Mesh {
	var m Mesh
	rows := max(4, steps/2)
	for j := 0; j <= rows; j++ {
		sv, cv := math.Sincos(math.Pi * (float64(j)/float64(rows) - 0.5))
		for i := 0; i <= steps; i++ {
			su, cu := math.Sincos(2 * math.Pi * float64(i%steps) / float64(steps))
			p := r3.Vec{X: rx * cv * cu, Y: ry * cv * su, Z: rz * sv}
			if bump > 0 {
				k := 1 + bump*(2*Noise(p.X/lumpMm, p.Y/lumpMm, p.Z/lumpMm, seed)-1)
				p = r3.Scale(k, p)
			}
			m.P = append(m.P, p)
		}
	}
	m.round(rows, steps)
	return m
}

// round makes the surface of something round about its axis, of rows + 1 rows of corners from its foot up,
// each closed.
func (m *Mesh) round(rows, steps int) {
	w := steps + 1
	for j := range rows {
		m.band(j*w, (j+1)*w, steps)
	}
	m.smooth()
	m.seam(w, rows)
}

// seam makes the first and last corner of every row face alike.
func (m *Mesh) seam(w, rows int) {
	for j := 0; j <= rows; j++ {
		a, b := j*w, j*w+w-1
		n := unit(r3.Add(m.N[a], m.N[b]))
		m.N[a], m.N[b] = n, n
	}
	for _, j := range []int{0, rows} { // the poles
		var n r3.Vec
		for i := range w {
			n = r3.Add(n, m.N[j*w+i])
		}
		for i := range w {
			m.N[j*w+i] = unit(n)
		}
	}
}

// Heap is a rounded mound on z = 0, its surface broken by bump (share of its height)
// in lumps of lumpMm.
func Heap(rMm, hMm, bump, lumpMm float64, seed int64, steps int) Mesh {
	var m Mesh
	rows := max(6, steps/2)
	for j := 0; j <= rows; j++ {
		t := float64(j) / float64(rows) // 0 the rim, 1 the top
		s, c := math.Sincos(t * math.Pi / 2)
		for i := 0; i <= steps; i++ {
			su, cu := math.Sincos(2 * math.Pi * float64(i%steps) / float64(steps))
			p := r3.Vec{X: rMm * c * cu, Y: rMm * c * su, Z: hMm * math.Pow(s, 0.9)}
			fall := math.Min(1, 3*t)
			b := 2*Noise(p.X/lumpMm, p.Y/lumpMm, p.Z/lumpMm, seed) - 1 + 0.5*(2*Noise(p.X*2.3/lumpMm, p.Y*2.3/lumpMm, p.Z*2.3/lumpMm, seed+1)-1)
			p.Z += hMm * bump * b * fall
			k := 1 + 0.35*bump*b
			p.X, p.Y = p.X*k, p.Y*k
			p.Z = math.Max(p.Z, 0)
			m.P = append(m.P, p)
		}
	}
	m.round(rows, steps)
	return m
}

// Tube is a round cord along a path.
func Tube(path [][3]float64, rMm float64, steps int) Mesh {
	var m Mesh
	n := len(path)
	side := r3.Vec{Y: 1}
	for i, q := range path {
		a, b := path[max(0, i-1)], path[min(n-1, i+1)]
		along := unit(r3.Vec{X: b[0] - a[0], Y: b[1] - a[1], Z: b[2] - a[2]})
		side = r3.Sub(side, r3.Scale(r3.Dot(side, along), along))
		if r3.Norm(side) < 1e-3 {
			side = r3.Cross(along, r3.Vec{X: 0.3, Y: 0.5, Z: 0.8})
		}
		side = unit(side)
		other := r3.Cross(along, side)
		for k := 0; k <= steps; k++ {
			sin, cos := math.Sincos(2 * math.Pi * float64(k) / float64(steps))
			d := r3.Add(r3.Scale(cos, side), r3.Scale(sin, other))
			m.P = append(m.P, r3.Add(r3.Vec{X: q[0], Y: q[1], Z: q[2]}, r3.Scale(rMm, d)))
			m.N = append(m.N, d)
		}
	}
	for i := range n - 1 {
		m.band(i*(steps+1), (i+1)*(steps+1), steps)
	}
	for k, end := range []int{0, n - 1} { // closed ends
		q := path[end]
		mid := int32(len(m.P))
		m.P = append(m.P, r3.Vec{X: q[0], Y: q[1], Z: q[2]})
		o := path[min(n-1, 1)]
		if k == 1 {
			o = path[max(0, n-2)]
		}
		m.N = append(m.N, unit(r3.Vec{X: q[0] - o[0], Y: q[1] - o[1], Z: q[2] - o[2]}))
		for i := range steps {
			a, b := int32(end*(steps+1)+i), int32(end*(steps+1)+i+1)
			if k == 0 {
				a, b = b, a
			}
			m.T = append(m.T, [3]int32{mid, a, b})
		}
	}
	return m
}

// mostDrawnOut is how many times longer than wide a cloth's cells are taken as square;
// beyond it they are drawn out, so that a ribbon costs no more than a towel.
const mostDrawnOut = 4

// hemMm is how wide a cloth's hem is, and creaseMm how far the crease shows where it lay folded in
// the cupboard.
const hemMm, creaseMm = 8.0, 7.0

// pressed is how high a cloth stands over the table at a place of it, for its hem and for the two
// creases that cross in its middle.
func pressed(x, y, wMm, dMm float64) float64 {
	z := 0.0
	if math.Min(wMm/2-math.Abs(x), dMm/2-math.Abs(y)) < hemMm {
		z = 0.7
	}
	return z + 1.5*(math.Exp(-math.Abs(x)/creaseMm)+math.Exp(-math.Abs(y)/creaseMm))
}

// Cloth is a rectangle of linen lying on z = 0 with soft folds of foldMm, hemmed, with the creases
// of having been folded in four.
func Cloth(wMm, dMm, foldMm float64, seed int64, cells int) Mesh {
	return sheet(wMm, dMm, max(6, cells), func(x, y float64, side bool) r3.Vec {
		f := math.Max(0, Noise(x/90+y/160, y/420, 0, seed)-0.45) * 2
		g := math.Max(0, Noise(y/110-x/200, x/380, 3, seed)-0.55) * 2
		wavy := 6 * (Noise(y/60, 0, 7, seed) - 0.5)
		if !side {
			wavy *= 0.2
		}
		return r3.Vec{X: x + wavy, Y: y + 6*(Noise(x/60, 1, 9, seed)-0.5), Z: 0.6 + foldMm*(f*f+g*g) + pressed(x, y, wMm, dMm)}
	})
}

// sheet is a thin rectangle about the origin, so many cells wide and as fine along, each corner
// where place puts it; side says whether it is on the left or the right edge.
func sheet(wMm, dMm float64, cells int, place func(x, y float64, side bool) r3.Vec) Mesh {
	var m Mesh
	rows := max(6, int(float64(cells)*math.Min(dMm/wMm, mostDrawnOut)))
	for j := 0; j <= rows; j++ {
		for i := 0; i <= cells; i++ {
			x, y := wMm*(float64(i)/float64(cells)-0.5), dMm*(float64(j)/float64(rows)-0.5)
			m.P = append(m.P, place(x, y, i == 0 || i == cells))
		}
	}
	for j := range rows {
		m.band(j*(cells+1), (j+1)*(cells+1), cells)
	}
	m.smooth()
	return m
}

// Crumpled is a sheet of paper that was crushed and laid out again on z = 0: creases as high as
// hMm at the most, large ones broken by small.
func Crumpled(wMm, dMm, hMm float64, seed int64, cells int) Mesh {
	crease := func(x, y, mm float64, k int64) float64 { // 1 on a crease, 0 between
		return 1 - math.Min(1, 4*math.Abs(Noise(x/mm, y/mm, 0, seed+k)-0.5))
	}
	return sheet(wMm, dMm, max(8, cells), func(x, y float64, _ bool) r3.Vec {
		z := 0.6*crease(x+0.4*y, y-0.3*x, 74, 0) + 0.28*crease(x-0.5*y, y+0.4*x, 33, 1) + 0.12*crease(x, y, 15, 2)
		return vec(x, y, 0.3+(hMm-0.3)*z)
	})
}

// Leaf is a pointed leaf along +y from the origin, curled by curl (share of its
// length), as one thin sheet.
func Leaf(lengthMm, widthMm, curl float64, seed int64, steps int) Mesh {
	var m Mesh
	rows, cols := max(6, steps/2), 4
	for j := 0; j <= rows; j++ {
		t := float64(j) / float64(rows)
		half := widthMm / 2 * math.Pow(math.Sin(math.Pi*math.Pow(t, 0.8)), 0.8)
		rough := 1 + 0.12*(2*Noise(t*9, 0, 0, seed)-1)
		for i := 0; i <= cols; i++ {
			s := 2*float64(i)/float64(cols) - 1
			m.P = append(m.P, r3.Vec{X: s * half * rough, Y: lengthMm * t, Z: lengthMm*curl*math.Sin(math.Pi*t*0.9) + 0.18*half*s*s})
		}
	}
	for j := range rows {
		m.band(j*(cols+1), (j+1)*(cols+1), cols)
	}
	m.smooth()
	return m
}

// Shell is one half of an open shell, hollow side up, about its middle.
func Shell(lengthMm, widthMm, depthMm float64, steps int) Mesh {
	var m Mesh
	rows := max(5, steps/3)
	for j := 0; j <= rows; j++ {
		s, c := math.Sincos(math.Pi / 2 * float64(j) / float64(rows)) // 0 the lip, 1 the bottom
		for i := 0; i <= steps; i++ {
			su, cu := math.Sincos(2 * math.Pi * float64(i) / float64(steps))
			x := cu * lengthMm / 2 * c
			k := 1 - 0.35*(cu*0.5+0.5) // pointed toward +x
			m.P = append(m.P, r3.Vec{X: x, Y: su * widthMm / 2 * c * k, Z: depthMm * (1 - s)})
		}
	}
	for j := range rows {
		m.band((j+1)*(steps+1), j*(steps+1), steps)
	}
	m.smooth()
	m.seam(steps+1, rows)
	return m
}

// Lumped is a mesh about the origin pushed in and out by bump, a share of its size, in lumps of
// lumpMm; what shared a place still does.
func Lumped(m Mesh, bump, lumpMm float64, seed int64) Mesh {
	out := Mesh{P: make([]r3.Vec, len(m.P)), T: m.T, Runs: m.Runs}
	for i, p := range m.P {
		out.P[i] = r3.Scale(1+bump*(2*Noise(p.X/lumpMm, p.Y/lumpMm, p.Z/lumpMm, seed)-1), p)
	}
	out.smooth()
	return out
}
