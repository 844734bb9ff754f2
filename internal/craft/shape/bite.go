package shape

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// Bite is what a mouth takes out of the edge of something: rounds whose middles lie on its edge, in plan.
type Bite struct {
	rounds []r3.Vec // middles; Z is the radius
	lo, hi r3.Vec   // the box round them
}

// biteFineMm is how short edges are where a bite was taken: teeth leave edges that a mesh of a few
// long triangles cannot have.
const biteFineMm = 2.2

// BiteAt is a bite wideMm wide at a bearing from the origin, clockwise from +y, its middle awayMm
// from it: three rounds beside one another, as teeth leave them.
func BiteAt(bearingDeg, awayMm, wideMm float64) Bite {
	sin, cos := math.Sincos(bearingDeg * math.Pi / 180)
	r := wideMm * 0.27
	b := Bite{lo: vec(math.Inf(1), math.Inf(1), 0), hi: vec(math.Inf(-1), math.Inf(-1), 0)}
	for i, aside := range []float64{-0.46, 0.02, 0.47} {
		in := awayMm - r*[3]float64{0, 0.42, 0.08}[i] // deepest in the middle
		x, y := in*sin+aside*wideMm/2*cos, in*cos-aside*wideMm/2*sin
		q := r * [3]float64{0.95, 1.12, 0.98}[i]
		b.rounds = append(b.rounds, vec(x, y, q))
		b.lo = vec(math.Min(b.lo.X, x-q), math.Min(b.lo.Y, y-q), 0)
		b.hi = vec(math.Max(b.hi.X, x+q), math.Max(b.hi.Y, y+q), 0)
	}
	return b
}

// to is how far out from the origin, toward a place, something is left; infinite beside the bite.
// What lies beyond a round, toward its edge, went with it.
func (b Bite) to(x, y float64) float64 {
	d := math.Hypot(x, y)
	if d == 0 {
		return math.Inf(1)
	}
	ux, uy := x/d, y/d
	least := math.Inf(1)
	for _, q := range b.rounds {
		along := ux*q.X + uy*q.Y
		off := math.Abs(ux*q.Y - uy*q.X)
		if along > 0 && off < q.Z {
			least = math.Min(least, along-math.Sqrt(q.Z*q.Z-off*off))
		}
	}
	return least
}

// Bitten is a mesh with a bite out of it, and the faces that the teeth left, which lie a little
// before it. A closed mesh stays closed: what was in the mouth is drawn back on to the bite.
func (m Mesh) Bitten(b Bite) (rest, faces Mesh) {
	fine := m.finer(func(p, q r3.Vec) bool {
		return math.Max(p.X, q.X) > b.lo.X-biteFineMm && math.Min(p.X, q.X) < b.hi.X+biteFineMm && math.Max(p.Y, q.Y) > b.lo.Y-biteFineMm && math.Min(p.Y, q.Y) < b.hi.Y+biteFineMm
	}, biteFineMm)
	drawn := make([]bool, len(fine.P))
	for i, p := range fine.P {
		d := math.Hypot(p.X, p.Y)
		if to := b.to(p.X, p.Y); d > to {
			k := to / d
			fine.P[i] = vec(p.X*k, p.Y*k, p.Z)
			drawn[i] = true
		}
	}
	const before = 0.25 // mm
	at := map[int32]int32{}
	for _, t := range fine.T {
		if !drawn[t[0]] || !drawn[t[1]] || !drawn[t[2]] {
			continue
		}
		n := r3.Cross(r3.Sub(fine.P[t[1]], fine.P[t[0]]), r3.Sub(fine.P[t[2]], fine.P[t[0]]))
		if r3.Norm(n) < 1e-6 {
			continue
		}
		n = unit(n)
		var f [3]int32
		for c, k := range t {
			if _, ok := at[k]; !ok {
				p := fine.P[k]
				d := math.Hypot(p.X, p.Y)
				at[k] = int32(len(faces.P))
				faces.P = append(faces.P, vec(p.X*(1+before/d), p.Y*(1+before/d), p.Z))
				faces.N = append(faces.N, vec(0, 0, 0))
			}
			f[c] = at[k]
			faces.N[f[c]] = r3.Add(faces.N[f[c]], n)
			fine.N[k] = n
		}
		faces.T = append(faces.T, f)
	}
	for i := range faces.N {
		faces.N[i] = unit(faces.N[i])
	}
	return fine, faces
}

// finer halves every edge longer than maxMm for which near holds, again and again. Edges that two
// triangles share are halved in both, so that what was closed stays so.
func (m Mesh) finer(near func(p, q r3.Vec) bool, maxMm float64) Mesh {
	out := Mesh{P: append(m.P[:0:0], m.P...), N: append(m.N[:0:0], m.N...), T: m.T}
	for range 12 { // a half of a half: four thousand times as fine at the most
		middle := map[[2]int32]int32{}
		half := func(a, b int32) (int32, bool) {
			p, q := out.P[a], out.P[b]
			if r3.Norm(r3.Sub(p, q)) <= maxMm || !near(p, q) {
				return 0, false
			}
			key := [2]int32{min(a, b), max(a, b)}
			k, ok := middle[key]
			if !ok {
				k = int32(len(out.P))
				middle[key] = k
				out.P = append(out.P, r3.Scale(0.5, r3.Add(p, q)))
				out.N = append(out.N, unit(r3.Add(out.N[a], out.N[b])))
			}
			return k, true
		}
		var next [][3]int32
		for _, t := range out.T {
			var cut [3]int32
			var is [3]bool
			n := 0
			for c := range 3 {
				if cut[c], is[c] = half(t[c], t[(c+1)%3]); is[c] {
					n++
				}
			}
			// Turned until the edges that are cut come first.
			for r := 0; r < 3 && n > 0 && (!is[0] || n == 2 && is[2]); r++ {
				t, cut, is = [3]int32{t[1], t[2], t[0]}, [3]int32{cut[1], cut[2], cut[0]}, [3]bool{is[1], is[2], is[0]}
			}
			switch n {
			case 0:
				next = append(next, t)
			case 1:
				next = append(next, [3]int32{t[0], cut[0], t[2]}, [3]int32{cut[0], t[1], t[2]})
			case 2:
				next = append(next, [3]int32{t[0], cut[0], t[2]}, [3]int32{cut[0], cut[1], t[2]}, [3]int32{cut[0], t[1], cut[1]})
			case 3:
				next = append(next, [3]int32{t[0], cut[0], cut[2]}, [3]int32{cut[0], t[1], cut[1]}, [3]int32{cut[2], cut[1], t[2]}, cut)
			}
		}
		if len(middle) == 0 {
			break
		}
		out.T = next
	}
	return out
}
