package scene

import (
	"math"

	"figladder/internal/craft/light"
	"figladder/internal/craft/shape"

	"gonum.org/v1/gonum/spatial/r3"
)

// Dew as it is drawn: so many drops on a glass that is full of them, between two radii, mm, each as high as a share of
// its radius (a drop on clean glass lies flat).
const (
	mostDrops  = 620
	leastDrop  = 0.35
	largestMm  = 2.1
	dropHeight = 0.5
	waterIndex = 1.333
)

// dewParts are drops of water on the outside of a glass from its foot up to a height: many small ones, few large, none
// on another. They are caps without a floor: what is behind them is the glass.
func dewParts(v shape.Vessel, levelMm, share float64, seed int64) []Part {
	if share <= 0 || len(v.Outer) < 2 {
		return nil
	}
	type drop struct{ x, y, r float64 } // around and up, mm
	var laid []drop
	var all []shape.Mesh
	wanted := int(math.Min(1, share) * mostDrops)
	for k := int64(0); len(laid) < wanted && k < int64(12*wanted); k++ {
		z := 2 + shape.Hash(k, 1, 0, seed)*(levelMm-3)
		around := 2 * math.Pi * shape.Hash(k, 2, 0, seed)
		r := leastDrop * math.Pow(largestMm/leastDrop, math.Pow(shape.Hash(k, 3, 0, seed), 2.2))
		at, n, ok := outsideAt(v, z, around)
		if !ok {
			continue
		}
		d := drop{around * math.Hypot(at.X, at.Y), z, r}
		free := true
		for _, o := range laid {
			if math.Hypot(d.x-o.x, d.y-o.y) < 1.08*(d.r+o.r) {
				free = false
				break
			}
		}
		if free {
			laid = append(laid, d)
			all = append(all, bead(at, n, r))
		}
	}
	st := clear(1, waterIndex, light.RGB{}, light.RGB{})
	return []Part{{shape.Join(all...), withHollow(st)}}
}

// mistOf is the share of a glass full of dew that the finest of it covers, between the drops.
const mistOf = 0.34

// misted is a glass whose outside is parted at the height of its drink: below it fine dew lies. The glass is the first
// of its parts.
func misted(v shape.Vessel, levelMm, share float64, parts []Part, f Fineness) []Part {
	var below, above []shape.RZ
	for i, p := range v.Outer {
		if i > 0 {
			if q := v.Outer[i-1]; (q.Z-levelMm)*(p.Z-levelMm) < 0 {
				cut := shape.RZ{R: q.R + (p.R-q.R)*(levelMm-q.Z)/(p.Z-q.Z), Z: levelMm}
				below, above = append(below, cut), append(above, cut)
			}
		}
		if p.Z <= levelMm {
			below = append(below, p)
		} else {
			above = append(above, p)
		}
	}
	if len(below) < 2 || len(above) < 1 || len(parts) == 0 {
		return parts
	}
	st := parts[0].Stuff
	dewy := st
	dewy.Mist = mistOf * math.Min(1, share)
	// The inside above the drink as it was, then down to where the wet inside begins.
	dry := append([]shape.RZ{}, above...)
	wet := shape.RZ{R: v.InsideAt(levelMm), Z: levelMm}
	for i := len(v.Inner) - 1; i >= 0 && v.Inner[i].Z > levelMm; i-- {
		dry = append(dry, v.Inner[i])
	}
	dry = append(dry, wet)
	out := []Part{{shape.Revolve(dry, int(f)), st}, {shape.Revolve(below, int(f)), dewy}}
	return append(out, parts[1:]...)
}

// outsideAt is a place on a vessel's outside and the way it looks there.
func outsideAt(v shape.Vessel, z, around float64) (at, n r3.Vec, ok bool) {
	sin, cos := math.Sincos(around)
	for i := 1; i < len(v.Outer); i++ {
		a, b := v.Outer[i-1], v.Outer[i]
		if a.Z <= z && z <= b.Z && b.Z > a.Z {
			r := a.R + (b.R-a.R)*(z-a.Z)/(b.Z-a.Z)
			slope := (b.R - a.R) / (b.Z - a.Z)
			return r3.Vec{X: r * cos, Y: r * sin, Z: z}, r3.Unit(r3.Vec{X: cos, Y: sin, Z: -slope}), r > 3
		}
	}
	return at, n, false
}

// bead is a drop of a radius on a place that looks along n.
func bead(at, n r3.Vec, r float64) shape.Mesh {
	const rings, steps = 3, 8
	u := r3.Unit(r3.Cross(n, r3.Vec{Z: 1}))
	w := r3.Cross(n, u)
	var m shape.Mesh
	put := func(flat, up, a float64) {
		sin, cos := math.Sincos(a)
		side := r3.Add(r3.Scale(cos, u), r3.Scale(sin, w))
		m.P = append(m.P, r3.Add(at, r3.Add(r3.Scale(r*flat, side), r3.Scale(r*dropHeight*up, n))))
		m.N = append(m.N, r3.Unit(r3.Add(r3.Scale(flat*dropHeight, side), r3.Scale(math.Max(up, 0.05), n))))
	}
	for i := range rings {
		t := float64(i) / rings * math.Pi / 2
		for k := range steps {
			put(math.Cos(t), math.Sin(t), 2*math.Pi*float64(k)/steps)
		}
	}
	put(0, 1, 0)
	top := int32(rings * steps)
	for i := range int32(rings) {
		for k := range int32(steps) {
			a, b := i*steps+k, i*steps+(k+1)%steps
			if i == rings-1 {
				m.T = append(m.T, [3]int32{a, b, top})
				continue
			}
			c, d := a+steps, b+steps
			m.T = append(m.T, [3]int32{a, b, d}, [3]int32{a, d, c})
		}
	}
	// Outward, whichever way the frame turned out.
	e1, e2 := r3.Sub(m.P[m.T[0][1]], m.P[m.T[0][0]]), r3.Sub(m.P[m.T[0][2]], m.P[m.T[0][0]])
	if r3.Dot(r3.Cross(e1, e2), m.N[0]) < 0 {
		for i := range m.T {
			m.T[i][1], m.T[i][2] = m.T[i][2], m.T[i][1]
		}
	}
	return m
}
