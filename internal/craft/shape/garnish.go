package shape

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// Round is a slice of a fruit with skin lying on z = 0: rMm wide, hMm thick. Its seeds lie about
// its middle.
func Round(rMm, hMm float64, seeds int, seed int64, steps int) (flesh, skin, pips Mesh) {
	rind := math.Max(0.6, rMm*0.065)
	in := rMm - rind
	flesh = Sector([]RZ{{0, 0}, {in, 0}, {in, hMm * 0.98}, {0, hMm * 0.98}}, 0, 360, steps, nil)
	skin = Sector([]RZ{{in, 0}, {rMm * 0.985, 0}, {rMm, hMm * 0.5}, {rMm * 0.985, hMm * 0.96}, {in, hMm}}, 0, 360, steps, nil)
	return flesh, skin, pipsAt(seeds, rMm*0.3, rMm*0.07, hMm*0.98, seed)
}

// pipsAt are seeds in a ring, half sunk in a face at a height.
func pipsAt(n int, rMm, sizeMm, zMm float64, seed int64) Mesh {
	var all []Mesh
	for i := range n {
		a := 2 * math.Pi * (float64(i) + 0.3*Hash(int64(i), 1, 3, seed)) / float64(n)
		all = append(all, Ball(sizeMm*0.5, sizeMm, sizeMm*0.4, 0, 1, seed, 8).Moved(a*180/math.Pi, vec(rMm*math.Sin(a), rMm*math.Cos(a), zMm)))
	}
	return Join(all...)
}

// Half is a fruit cut in two, its cut face up at the height of its radius: rMm wide.
func Half(rMm float64, seeds int, seed int64, steps int) (flesh, skin, pips Mesh) {
	deep := rMm * 0.86
	line := []RZ{{0, 0}}
	const parts = 8
	for i := 1; i <= parts; i++ {
		sin, cos := math.Sincos(math.Pi / 2 * float64(i) / parts)
		line = append(line, RZ{rMm * sin, deep * (1 - cos)})
	}
	skin = Sector(append(line, RZ{0, deep}), 0, 360, steps, nil)
	flesh = Sector([]RZ{{0, deep}, {rMm * 0.955, deep}, {rMm * 0.93, deep + rMm*0.03}, {0, deep + rMm*0.015}}, 0, 360, steps, nil)
	return flesh, skin, pipsAt(seeds, rMm*0.3, rMm*0.085, deep+rMm*0.02, seed)
}

// CitrusWedge is a part of a whole fruit, as wide as degrees, lying on one of its cut faces.
func CitrusWedge(rMm, degrees float64, steps int) (flesh, rind Mesh) {
	ball := func(r float64) []RZ {
		line := make([]RZ, 0, 14)
		for i := range 13 {
			sin, cos := math.Sincos(math.Pi * (float64(i)/12 - 0.5))
			line = append(line, RZ{math.Max(0, r*cos), r * sin * 1.12})
		}
		return line
	}
	lay := func(m Mesh) Mesh { // the face at bearing 0 becomes its foot
		out := Mesh{P: append(m.P[:0:0], m.P...), N: append(m.N[:0:0], m.N...), T: m.T}
		for i := range out.P {
			p, n := out.P[i], out.N[i]
			out.P[i], out.N[i] = vec(p.Y, p.Z, p.X), vec(n.Y, n.Z, n.X)
		}
		return out
	}
	return lay(Sector(ball(rMm*0.965), 0, degrees, steps, nil)), lay(Sector(ball(rMm), 1.5, degrees-1.5, steps, nil))
}

// Sprig is a stem with narrow leaves along +y from the origin, lMm long, its leaves leafMm.
func Sprig(lMm, leafMm float64, pairs int, seed int64) Mesh {
	bend := 0.12 * (2*Hash(1, 2, 3, seed) - 1)
	at := func(t float64) (x, y, z float64) {
		return bend * lMm * 4 * t * t * 0.25, lMm * t, leafMm*0.12 + lMm*0.05*math.Sin(math.Pi*t)
	}
	var path [][3]float64
	for i := range 9 {
		x, y, z := at(float64(i) / 8)
		path = append(path, [3]float64{x, y, z})
	}
	all := []Mesh{Tube(path, math.Max(0.5, leafMm*0.05), 6)}
	for i := range pairs {
		t := 0.12 + 0.86*float64(i)/float64(pairs)
		x, y, z := at(t)
		for side := -1.0; side <= 1; side += 2 {
			h := Hash(int64(i), int64(side), 5, seed)
			long := leafMm * (1 - 0.35*t) * (0.8 + 0.4*h)
			all = append(all, Leaf(long, long*0.24, 0.12, seed+int64(i), 10).Tilted(18*h).Moved(side*(38+22*h)*(1-0.4*t), vec(x, y, z)))
		}
	}
	return Join(all...)
}

// Tomato stands on z = 0, rMm wide, with the star of its stalk on top.
func Tomato(rMm float64, seed int64, steps int) (body, star Mesh) {
	body = Loft(along(max(9, steps/2), func(t float64) Section {
		k := bulge(0.04+0.92*t, 0.55)
		return Section{Y: rMm * 1.96 * (t - 0.5), HalfX: rMm * k, Up: rMm * 0.86 * k, Z: rMm * 0.86}
	}), steps)
	var all []Mesh
	for i := range 5 {
		all = append(all, Leaf(rMm*0.62, rMm*0.17, 0.1, seed+int64(i), 8).Tilted(14).Moved(72*float64(i)+30*Hash(1, 1, 1, seed), vec(0, 0, rMm*1.72)))
	}
	all = append(all, Tube([][3]float64{{0, 0, rMm * 1.68}, {0, rMm * 0.05, rMm * 1.8}, {rMm * 0.05, rMm * 0.08, rMm * 1.95}}, rMm*0.05, 6))
	return body, Join(all...)
}

// Nut is a kernel on z = 0, pointed at one end: lMm long.
func Nut(lMm float64, steps int) Mesh {
	m := Loft(along(10, func(t float64) Section {
		k := math.Pow(math.Sin(math.Pi*math.Min(1, math.Pow(0.03+0.95*t, 0.72))), 0.8)
		return Section{Y: lMm * (t - 0.5), HalfX: lMm * 0.3 * k, Up: lMm * 0.2 * k, Z: lMm * 0.2}
	}), steps)
	return m
}

// Rings are the rings of a cut onion lying on z = 0, one in the other: rMm wide, hMm high.
func Rings(rMm, hMm float64, rings int, steps int) Mesh {
	var all []Mesh
	wall := rMm * 0.8 / float64(2*rings-1) // as much of it as of the air between
	for k := range rings {
		out := rMm - 2*wall*float64(k)
		in := math.Max(0.2, out-wall)
		tall := hMm * (1 - 0.12*float64(k%3))
		all = append(all, Sector([]RZ{{in, 0}, {out, 0}, {out, tall * 0.9}, {out - wall*0.3, tall}, {in, tall}}, 0, 360, steps, nil))
	}
	return Join(all...)
}

// Stone is half of a fruit with its stone in it, its cut face up: rMm wide. The stone lies in a hollow's place.
func Stone(rMm float64, seed int64, steps int) (flesh, skin, stone Mesh) {
	flesh, skin, _ = Half(rMm, 0, seed, steps)
	deep := rMm * 0.86
	return flesh, skin, Ball(rMm*0.34, rMm*0.44, rMm*0.26, 0.06, rMm*0.1, seed, steps+4).Moved(0, vec(0, 0, deep+rMm*0.02))
}

// Curl is a thread of something grated, bent, lying on z = 0: about lMm from end to end, thickMm thick.
func Curl(lMm, thickMm, bend float64, seed int64) Mesh {
	const parts = 9
	var path [][3]float64
	for i := range parts {
		t := 2*float64(i)/(parts-1) - 1
		a := t * (0.4 + 1.7*bend)
		r := lMm / 2 / math.Sin(math.Min(math.Pi/2, 0.4+1.7*bend))
		lift := lMm * 0.16 * bend * (1 - t*t) * Hash(1, 2, 9, seed)
		path = append(path, [3]float64{r * math.Sin(a), r * (1 - math.Cos(a)), thickMm/2 + lift})
	}
	return Tube(path, thickMm/2, 5)
}

// Cress is a stalk along +y from the origin, lMm long, with two round leaves at its end.
func Cress(lMm float64, seed int64) (stalk, leaves Mesh) {
	bend := 0.3 * (2*Hash(3, 1, 4, seed) - 1)
	var path [][3]float64
	for i := range 6 {
		t := float64(i) / 5
		path = append(path, [3]float64{bend * lMm * t * t, lMm * t, lMm * (0.03 + 0.12*t*t)})
	}
	end := path[len(path)-1]
	for _, side := range []float64{-1, 1} {
		leaf := Salad(lMm*0.34, lMm*0.3, 0, seed, 9).Moved(side*52, vec(end[0], end[1]-lMm*0.02, end[2]))
		leaves = Join(leaves, leaf)
	}
	return Tube(path, math.Max(0.35, lMm*0.018), 5), leaves
}

// Dust is what falls of a pinch of flour on z = 0: specks, each a corner of powder that lies on its
// base, thick in the middle and thinning out to about rMm.
func Dust(rMm float64, specks int, seed int64) Mesh {
	var m Mesh
	for i := range specks {
		h := func(k int64) float64 { return Hash(int64(i), k, 17, seed) }
		away := rMm * math.Abs(h(1)+h(2)+h(3)-1.5) / 1.5 * 1.15 // near a bell
		sin, cos := math.Sincos(2 * math.Pi * h(4))
		x, y, size := away*cos, away*sin, (0.35+0.75*h(5)*h(5))*(1-0.45*away/rMm)
		turn := 2 * math.Pi * h(6)
		var p [4]r3.Vec
		for c := range 3 {
			s, o := math.Sincos(turn + 2*math.Pi*float64(c)/3)
			p[c] = vec(x+size*o, y+size*s, 0)
		}
		p[3] = vec(x, y, 0.7*size)
		for _, t := range [4][3]int{{0, 1, 3}, {1, 2, 3}, {2, 0, 3}, {0, 2, 1}} {
			n := unit(r3.Cross(r3.Sub(p[t[1]], p[t[0]]), r3.Sub(p[t[2]], p[t[0]])))
			at := int32(len(m.P))
			m.P, m.N = append(m.P, p[t[0]], p[t[1]], p[t[2]]), append(m.N, n, n, n)
			m.T = append(m.T, [3]int32{at, at + 1, at + 2})
		}
	}
	return m
}
