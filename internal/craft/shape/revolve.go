package shape

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// RZ is a point of a profile: how far from the axis, and how high.
type RZ struct{ R, Z float64 }

// crease is the angle, as a cosine, past which two pieces of a profile meet in an
// edge rather than a curve.
const crease = 0.75

// Revolve turns a profile about the upright axis in so many steps. The outside is on
// the right as one goes along the profile: a cup is written from the middle of its
// foot up its outside, over the rim and down its inside.
func Revolve(profile []RZ, steps int) Mesh {
	var m Mesh
	n := len(profile) - 1
	facing := make([]RZ, n) // outward normals of the pieces
	for i := range facing {
		dr, dz := profile[i+1].R-profile[i].R, profile[i+1].Z-profile[i].Z
		l := math.Max(math.Hypot(dr, dz), 1e-12)
		facing[i] = RZ{dz / l, -dr / l}
	}
	at := func(i, other int) RZ {
		f := facing[i]
		if other < 0 || other >= n {
			return f
		}
		g := facing[other]
		if f.R*g.R+f.Z*g.Z < crease {
			return f
		}
		l := math.Hypot(f.R+g.R, f.Z+g.Z)
		return RZ{(f.R + g.R) / l, (f.Z + g.Z) / l}
	}
	row := func(p, f RZ) int {
		start := len(m.P)
		for k := 0; k <= steps; k++ {
			sin, cos := math.Sincos(float64(k) * 2 * math.Pi / float64(steps))
			m.P = append(m.P, r3.Vec{X: p.R * cos, Y: p.R * sin, Z: p.Z})
			m.N = append(m.N, unit(r3.Vec{X: f.R * cos, Y: f.R * sin, Z: f.Z}))
		}
		return start
	}
	for i := range n {
		if math.Hypot(profile[i+1].R-profile[i].R, profile[i+1].Z-profile[i].Z) < 1e-9 {
			continue
		}
		a, b := row(profile[i], at(i, i-1)), row(profile[i+1], at(i, i+1))
		for k := range steps {
			p, q := int32(a+k), int32(b+k)
			if profile[i].R > 1e-9 {
				m.T = append(m.T, [3]int32{p, p + 1, q + 1})
			}
			if profile[i+1].R > 1e-9 {
				m.T = append(m.T, [3]int32{p, q + 1, q})
			}
		}
	}
	return m
}

// Curved returns a profile through the same points with n pieces between each two,
// bent as a Catmull–Rom spline (Catmull & Rom 1974, centripetal in the limit of even
// spacing).
func Curved(p []RZ, n int) []RZ {
	if len(p) < 3 || n < 2 {
		return p
	}
	get := func(i int) RZ { return p[max(0, min(len(p)-1, i))] }
	var out []RZ
	for i := range len(p) - 1 {
		a, b, c, d := get(i-1), get(i), get(i+1), get(i+2)
		for k := range n {
			t := float64(k) / float64(n)
			out = append(out, RZ{math.Max(0, spline(a.R, b.R, c.R, d.R, t)), spline(a.Z, b.Z, c.Z, d.Z, t)})
		}
	}
	return append(out, p[len(p)-1])
}

// spline is a share t of the way from b to c, on what runs smoothly through a, b, c and d.
func spline(a, b, c, d, t float64) float64 {
	return 0.5 * (2*b + (c-a)*t + (2*a-5*b+4*c-d)*t*t + (3*b-a-3*c+d)*t*t*t)
}

// Vessel is a round thing with an outside and an inside.
type Vessel struct {
	Outer []RZ // from the middle of the foot up to the rim
	Inner []RZ // from the middle of the floor up to the rim
}

// Profile is outside and inside in one, as Revolve takes it.
func (v Vessel) Profile() []RZ {
	out := append([]RZ{}, v.Outer...)
	for i := len(v.Inner) - 1; i >= 0; i-- {
		out = append(out, v.Inner[i])
	}
	return out
}

// RimMm is the radius of the inside at the rim.
func (v Vessel) RimMm() float64 { return v.Inner[len(v.Inner)-1].R }

// FloorMm is the height of the inside's middle.
func (v Vessel) FloorMm() float64 { return v.Inner[0].Z }

// InsideAt is the radius of the inside at a height; 0 below the floor.
func (v Vessel) InsideAt(z float64) float64 {
	for i := 1; i < len(v.Inner); i++ {
		a, b := v.Inner[i-1], v.Inner[i]
		if z >= a.Z && z <= b.Z && b.Z > a.Z {
			return a.R + (b.R-a.R)*(z-a.Z)/(b.Z-a.Z)
		}
	}
	if z > v.Inner[len(v.Inner)-1].Z {
		return v.RimMm()
	}
	return 0
}

// OutsideAt is the place of the outside at a height, the rim's above it.
func (v Vessel) OutsideAt(z float64) RZ {
	last := v.Outer[len(v.Outer)-1]
	for i := 1; i < len(v.Outer); i++ {
		a, b := v.Outer[i-1], v.Outer[i]
		if z >= a.Z && z <= b.Z && b.Z > a.Z {
			return RZ{a.R + (b.R-a.R)*(z-a.Z)/(b.Z-a.Z), z}
		}
	}
	return RZ{last.R, z}
}

// Below returns the inside's profile up to a height, ending on the wall there.
func (v Vessel) Below(z float64) []RZ {
	out := []RZ{v.Inner[0]}
	for i := 1; i < len(v.Inner); i++ {
		if v.Inner[i].Z >= z {
			return append(out, RZ{v.InsideAt(z), z})
		}
		out = append(out, v.Inner[i])
	}
	return out
}

// VolumeMl is what it holds up to a height: the frusta of the profile, summed.
func (v Vessel) VolumeMl(z float64) float64 {
	p := v.Below(z)
	sum := 0.0
	for i := 1; i < len(p); i++ {
		a, b := p[i-1], p[i]
		sum += math.Pi * (b.Z - a.Z) * (a.R*a.R + a.R*b.R + b.R*b.R) / 3
	}
	return sum / 1000
}
