package shape

import "math"

// Slice says what is missing of something round: between two bearings, degrees clockwise from
// +y; both 0 for nothing.
type Slice struct{ FromDeg, ToDeg float64 }

// left is what stands: from where to where, in bearings that grow.
func (s Slice) left() (from, to float64) {
	if s.ToDeg <= s.FromDeg {
		return 0, 360
	}
	return s.ToDeg, s.FromDeg + 360
}

// Flutes are the waves of a tart's rim; start value of our own, as most tins have them.
const Flutes = 26

// Tart is a shell of pastry as high as its rim with what is in it, of an outer radius at the
// rim. lid closes it with a dome that reaches hMm; then the rim is lower.
func Tart(rMm, hMm float64, out Slice, lid bool, steps int) (crust, filling Mesh) {
	from, to := out.left()
	wall, floor := math.Max(3, rMm*0.045), math.Max(2.5, hMm*0.12)
	rim := hMm
	if lid {
		rim = hMm * 0.72
	}
	foot := rMm * 0.88
	wave := func(r, _, deg float64) float64 {
		if r < foot-wall*1.5 {
			return r
		}
		return r * (1 - 0.012*(1-math.Cos(Flutes*deg*math.Pi/180)))
	}
	fine := max(steps, 4*Flutes)
	inside := func(z float64) float64 { return foot - wall + (rMm-foot)*z/rim }
	crust = Join(
		Sector([]RZ{{0, 0}, {foot, 0}, {foot + (rMm-foot)*floor/rim, floor}, {0, floor}}, from, to, fine, wave),
		Sector([]RZ{{inside(floor), floor}, {foot + (rMm-foot)*floor/rim, floor}, {rMm, rim - wall*0.3}, {rMm - wall*0.3, rim}, {rMm - wall*0.75, rim}, {inside(rim), rim - wall*0.35}}, from, to, fine, wave))
	level := rim * 0.86
	filling = Sector([]RZ{{0, floor}, {inside(floor), floor}, {inside(level), level - 0.6}, {inside(level) * 0.93, level}, {0, level}}, from, to, steps, nil)
	if lid {
		var dome []RZ
		const parts = 7
		for i := 0; i <= parts; i++ {
			a := math.Pi / 2 * float64(i) / parts
			dome = append(dome, RZ{(rMm - wall*0.4) * math.Cos(a), level + (hMm-level)*math.Sin(a)})
		}
		crust = Join(crust, Sector(append([]RZ{{0, level}}, dome...), from, to, steps, nil))
	}
	return crust, filling
}

// Cake is layers of crumb with cream between them in a coat of icing, all of it within rMm and
// hMm; coat 0 leaves it bare.
func Cake(rMm, hMm float64, layers int, coatMm float64, out Slice, steps int) (crumb, cream, coat Mesh) {
	from, to := out.left()
	in, top := rMm-coatMm, hMm-coatMm
	layers = max(1, layers)
	gap := math.Min(top*0.09, 9)
	each := (top - gap*float64(layers-1)) / float64(layers)
	z := 0.0
	for i := range layers {
		crumb = Join(crumb, Sector(ring(0, in, z, z+each), from, to, steps, nil))
		z += each
		if i < layers-1 {
			cream = Join(cream, Sector(ring(0, in*0.985, z, z+gap), from, to, steps, nil))
			z += gap
		}
	}
	if coatMm > 0 {
		coat = icing(rMm, hMm, in, top, from, to, steps)
	}
	return crumb, cream, coat
}

// WithoutSlice leaves out the pieces of a mesh that lie where a slice is missing.
func WithoutSlice(m Mesh, out Slice) Mesh {
	if out.ToDeg <= out.FromDeg {
		return m
	}
	return Kept(m, func(x, y float64) bool {
		bearing := math.Mod(math.Atan2(x, y)*180/math.Pi+360, 360)
		return bearing <= out.FromDeg-8 || bearing >= out.ToDeg+8
	})
}

// Kept is a mesh of pieces with those alone whose middle, in plan, is to be kept. One that is not
// of pieces stays as it is.
func Kept(m Mesh, keep func(x, y float64) bool) Mesh {
	piece := make([]int, 0, len(m.P)) // of each corner
	gone := make([]bool, len(m.Runs))
	at := 0
	for k, n := range m.Runs {
		var x, y float64
		for _, p := range m.P[at : at+n] {
			x, y = x+p.X, y+p.Y
		}
		gone[k] = !keep(x/float64(n), y/float64(n))
		for range n {
			piece = append(piece, k)
		}
		at += n
	}
	if len(m.Runs) == 0 {
		return m
	}
	kept := Mesh{P: m.P, N: m.N, Runs: m.Runs}
	for _, t := range m.T {
		if !gone[piece[t[0]]] {
			kept.T = append(kept.T, t)
		}
	}
	return kept.compact(gone)
}

// compact drops the corners of pieces that are gone.
func (m Mesh) compact(gone []bool) Mesh {
	var out Mesh
	to := make([]int32, len(m.P))
	at := 0
	for k, n := range m.Runs {
		if !gone[k] {
			out.Runs = append(out.Runs, n)
			for i := at; i < at+n; i++ {
				to[i] = int32(len(out.P))
				out.P, out.N = append(out.P, m.P[i]), append(out.N, m.N[i])
			}
		}
		at += n
	}
	for _, t := range m.T {
		out.T = append(out.T, [3]int32{to[t[0]], to[t[1]], to[t[2]]})
	}
	return out
}
