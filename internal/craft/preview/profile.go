// Package preview draws a set as its camera would take it: simple solids, lit by
// the light engine, exposed by the exposure formulas and blurred by the lens. It
// is not a photograph, but its brightness, shadows and sharpness are computed,
// not painted.
package preview

import (
	"math"

	"figladder/internal/craft/scene"
	"gonum.org/v1/gonum/spatial/r3"
)

// turned is a surface of revolution about an upright axis: a run of cone pieces
// from bottom to top (or outside to inside).
type turned struct {
	x, y     float64 // axis, mm
	r, z     []float64
	nr, nz   []float64 // vertex normals in the r–z plane
	colour   colour
	gloss    float64 // 0 matt to 1 polished
	edible   bool
	rMax     float64
	zLo, zHi float64
}

func newTurned(x, y float64, c colour, gloss float64, edible bool, rz ...float64) turned {
	t := turned{x: x, y: y, colour: c, gloss: gloss, edible: edible, zLo: math.Inf(1), zHi: math.Inf(-1)}
	for i := 0; i < len(rz); i += 2 {
		t.r, t.z = append(t.r, rz[i]), append(t.z, rz[i+1])
		t.rMax = math.Max(t.rMax, rz[i])
		t.zLo, t.zHi = math.Min(t.zLo, rz[i+1]), math.Max(t.zHi, rz[i+1])
	}
	n := len(t.r)
	t.nr, t.nz = make([]float64, n), make([]float64, n)
	face := func(i int) (float64, float64) {
		dr, dz := t.r[i+1]-t.r[i], t.z[i+1]-t.z[i]
		l := math.Hypot(dr, dz)
		return dz / l, -dr / l
	}
	for i := range t.r {
		var ar, az float64
		for _, j := range [2]int{i - 1, i} {
			if j >= 0 && j < n-1 {
				fr, fz := face(j)
				ar, az = ar+fr, az+fz
			}
		}
		l := math.Max(math.Hypot(ar, az), 1e-9)
		t.nr[i], t.nz[i] = ar/l, az/l
	}
	return t
}

// hit is where a ray meets a turned surface.
type hit struct {
	t     float64
	at    r3.Vec
	n     r3.Vec
	seg   int
	along float64 // 0 to 1 within the piece
	turn  float64 // angle round the axis, radians
}

// meet returns the nearest meeting of a ray with the surface beyond tMin.
func (s *turned) meet(o, d r3.Vec, best float64) (hit, bool) {
	ox, oy := o.X-s.x, o.Y-s.y
	a := d.X*d.X + d.Y*d.Y
	b := ox*d.X + oy*d.Y
	c := ox*ox + oy*oy
	if b*b-a*(c-s.rMax*s.rMax) < 0 {
		return hit{}, false
	}
	found := hit{t: best}
	ok := false
	try := func(t float64, i int) {
		if t <= 1e-4 || t >= found.t {
			return
		}
		z := o.Z + t*d.Z
		x, y := ox+t*d.X, oy+t*d.Y
		var u float64
		if dz := s.z[i+1] - s.z[i]; math.Abs(dz) > 1e-9 {
			u = (z - s.z[i]) / dz
		} else {
			u = (math.Hypot(x, y) - s.r[i]) / (s.r[i+1] - s.r[i])
		}
		if u < 0 || u > 1 {
			return
		}
		ok = true
		found = hit{t: t, at: r3.Vec{X: x + s.x, Y: y + s.y, Z: z}, seg: i, along: u, turn: math.Atan2(x, y)}
	}
	for i := 0; i < len(s.r)-1; i++ {
		dz := s.z[i+1] - s.z[i]
		if math.Abs(dz) <= 1e-9 {
			if d.Z != 0 {
				try((s.z[i]-o.Z)/d.Z, i)
			}
			continue
		}
		k := (s.r[i+1] - s.r[i]) / dz
		r0 := s.r[i] + k*(o.Z-s.z[i]) // radius the cone has at the ray's start height
		A := a - k*k*d.Z*d.Z
		B := b - k*r0*d.Z
		C := c - r0*r0
		if math.Abs(A) < 1e-12 {
			if B != 0 {
				try(-C/(2*B), i)
			}
			continue
		}
		disc := B*B - A*C
		if disc < 0 {
			continue
		}
		root := math.Sqrt(disc)
		try((-B-root)/A, i)
		try((-B+root)/A, i)
	}
	if !ok {
		return found, false
	}
	i, u := found.seg, found.along
	nr, nz := s.nr[i]*(1-u)+s.nr[i+1]*u, s.nz[i]*(1-u)+s.nz[i+1]*u
	sin, cos := math.Sincos(found.turn)
	found.n = unit(r3.Vec{X: nr * sin, Y: nr * cos, Z: nz})
	return found, true
}

// dome appends a rounded heap from the rim of radius r at z0 to its top at z1.
func dome(r, z0, z1 float64) []float64 {
	var out []float64
	const n = 7
	for i := 0; i <= n; i++ {
		s, c := math.Sincos(float64(i) / n * math.Pi / 2)
		out = append(out, r*c, z0+(z1-z0)*s)
	}
	return out
}

// solids makes the vessel and its food from the set.
func solids(s scene.Set) []turned {
	v, f := s.Vessel, s.Food
	R, H := v.DiameterMm/2, v.HeightMm
	clay, food := parse(v.Colour), parse(f.Colour)
	piece := func(c colour, gloss float64, edible bool, rz ...float64) turned {
		return newTurned(v.XMm, v.YMm, c, gloss, edible, rz...)
	}
	top := H + f.AboveMm
	heap := func(r, z0 float64) turned { return piece(food, 0.25, true, dome(r, z0, math.Max(top, z0+2))...) }
	level := func(r, z float64) turned { return piece(food, 0.7, true, r, z, 0, z) }
	switch v.Kind {
	case "glass":
		body := []turned{
			piece(food.mix(clay, 0.12), 0.9, true, R*0.82, 0, R*0.97, H*0.78),
			piece(clay, 0.9, false, R*0.97, H*0.78, R, H, R*0.94, H, R*0.91, H*0.8),
			level(R*0.91, H*0.8),
		}
		if f.AboveMm > 0 {
			body[2] = heap(R*0.85, H*0.8)
		}
		return body
	case "coupe":
		return []turned{
			piece(clay, 0.9, false, R*0.55, 0, R*0.5, 3, R*0.1, 8, R*0.09, H*0.5, R*0.4, H*0.58, R*0.8, H*0.75, R, H, R*0.95, H, R*0.78, H*0.8),
			heap(R*0.86, H*0.9),
		}
	case "pot", "mug":
		inside := level(R*0.92, H*0.82)
		if f.AboveMm > 0 {
			inside = heap(R*0.91, H*0.72)
		}
		return []turned{piece(clay, 0.45, false, R*0.93, 0, R, H*0.08, R, H, R*0.93, H, R*0.92, H*0.3), inside}
	case "bowl":
		inside := level(R*0.86, H*0.78)
		if f.AboveMm > 0 {
			inside = heap(R*0.86, H*0.74)
		}
		return []turned{piece(clay, 0.5, false, R*0.45, 0, R*0.5, H*0.08, R*0.8, H*0.4, R*0.95, H*0.75, R, H, R*0.96, H, R*0.9, H*0.78, R*0.74, H*0.42, 0, H*0.15), inside}
	}
	return []turned{
		piece(clay, 0.45, false, R*0.62, 0, R*0.66, H*0.25, R*0.98, H*0.88, R, H, R*0.97, H, R*0.7, H*0.45, R*0.66, H*0.35, 0, H*0.33),
		heap(R*0.6, H*0.34),
	}
}
