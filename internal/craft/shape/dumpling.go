package shape

import (
	"math"
	"slices"
)

// folded is a slice through one side of a dumpling, from the middle of what it lies on to its seam, in half widths and heights:
// flat below, plump, and drawn together to a thin edge.
var folded = [][2]float64{{0, 0}, {0.5, 0}, {0.86, 0.05}, {1, 0.22}, {0.97, 0.42}, {0.76, 0.6}, {0.34, 0.73}, {0.1, 0.83}, {0.085, 0.93}, {0.05, 1}}

// How deep its pleats are, of its width there, how far the seam sways with them, of its width, and how far they lean toward one end
// from the seam down, radians.
const (
	pleatDeep  = 0.28
	frillShare = 0.045
	pleatLeans = 0.9
)

// Dumpling is a half moon of dough on z = 0, folded over its filling: lMm from tip to tip. Its seam stands up along the top, laid in
// pleats, which run out on the belly.
func Dumpling(lMm, wMm, hMm float64, pleats int, steps int) Mesh {
	round := slices.Clone(folded)
	for i := len(folded) - 1; i > 0; i-- {
		round = append(round, [2]float64{-folded[i][0], folded[i][1]})
	}
	var m Mesh
	n, around := max(24, 7*pleats), max(28, steps)
	w := around + 1
	row := func(u, k float64) {
		full := bulge(0.015+0.97*u, 0.55)
		half, tall := wMm/2*(0.06+0.94*full), hMm*(0.34+0.66*full)
		bend := 0.13 * lMm * (4*(u-0.5)*(u-0.5) - 0.5)
		for i := 0; i <= around; i++ {
			x, z := through(round, float64(i%around)/float64(around))
			fold := 2*math.Pi*float64(pleats)*u - pleatLeans*(1-z)
			groove := math.Pow(0.5+0.5*math.Cos(fold), 2)
			near := Eased((z - 0.46) / 0.3) // the seam, where they are deepest
			out := x * half * (1 - pleatDeep*groove*near)
			frill := math.Sqrt(full) * frillShare * wMm * math.Sin(fold) * Eased((z-0.74)/0.2)
			m.P = append(m.P, vec(bend+k*(out+frill), lMm*(u-0.5), tall*(0.45+k*(z*(1-0.04*groove*near)-0.45))))
		}
	}
	row(0, 0)
	for j := range n {
		row(float64(j)/float64(n-1), 1)
	}
	row(1, 0)
	for j := range n + 1 {
		m.band((j+1)*w, j*w, around)
	}
	m.smooth()
	m.seam(w, n+1)
	lo, hi := m.Bounds()
	return m.Stretched(1, 1, hMm/(hi.Z-lo.Z))
}

// through is a place on the closed line that runs smoothly through knots, t from 0 to 1 round it.
func through(knots [][2]float64, t float64) (x, y float64) {
	n := len(knots)
	at := t * float64(n)
	i := int(at)
	f := at - float64(i)
	a, b, c, d := knots[(i+n-1)%n], knots[i%n], knots[(i+1)%n], knots[(i+2)%n]
	return spline(a[0], b[0], c[0], d[0], f), spline(a[1], b[1], c[1], d[1], f)
}
