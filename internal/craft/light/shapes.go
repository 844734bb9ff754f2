// Package light is the radiometry of a still set: how much light falls on a
// point of the food from windows, the sun and lamps, by way of diffusers, cards
// and the table, and from the room, with shadows.
//
// Positions are millimetres in the set's frame: x to the right as the camera
// sees it, y away from the camera, z up from the table top. Illuminance is lux,
// luminance cd/m². View factors follow Howell's catalogue of radiation
// configuration factors, computed here by Lambert's contour formula. From each
// place that is asked about, sources and what stands in the way are convex
// polygons; shadows are cut out of sources exactly, not sampled.
package light

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// Rect is a rectangle in space: its centre and two half-edge vectors. It faces
// along U × V (right-handed). Lengths in mm.
type Rect struct {
	Centre r3.Vec
	U, V   r3.Vec
}

// Normal returns the unit vector the rectangle faces along.
func (q Rect) Normal() r3.Vec { return unit(r3.Cross(q.U, q.V)) }

// AreaMm2 returns the rectangle's area in mm².
func (q Rect) AreaMm2() float64 { return 4 * r3.Norm(r3.Cross(q.U, q.V)) }

// At returns the point at s, t ∈ [−1, 1] along the half edges.
func (q Rect) At(s, t float64) r3.Vec {
	return r3.Add(q.Centre, r3.Add(r3.Scale(s, q.U), r3.Scale(t, q.V)))
}

// corners returns the four corners counter-clockwise seen from the front.
func (q Rect) corners() [4]r3.Vec {
	return [4]r3.Vec{q.At(-1, -1), q.At(1, -1), q.At(1, 1), q.At(-1, 1)}
}

// cell returns cell i, j of an n × m division.
func (q Rect) cell(i, j, n, m int) Rect {
	fn, fm := float64(n), float64(m)
	return Rect{
		Centre: q.At((2*float64(i)+1)/fn-1, (2*float64(j)+1)/fm-1),
		U:      r3.Scale(1/fn, q.U),
		V:      r3.Scale(1/fm, q.V),
	}
}

// Upright returns an upright rectangle of the given size, its centre at c,
// facing along the compass direction facingDeg in plan (0 = +y, away from the
// camera; 90 = +x, right), leaning back by tiltDeg (positive looks upward).
func Upright(c r3.Vec, widthMm, heightMm, facingDeg, tiltDeg float64) Rect {
	sf, cf := math.Sincos(facingDeg * math.Pi / 180)
	st, ct := math.Sincos(tiltDeg * math.Pi / 180)
	face := r3.Vec{X: sf * ct, Y: cf * ct, Z: st}
	right := r3.Vec{X: -cf, Y: sf}
	up := r3.Cross(face, right)
	return Rect{Centre: c, U: r3.Scale(widthMm/2, right), V: r3.Scale(heightMm/2, up)}
}

const touch = 1e-6 // share of the segment at each end that does not count

// Blocks reports whether the open segment from a to b crosses the rectangle.
// Touching at the very ends does not count.
func (q Rect) Blocks(a, b r3.Vec) bool {
	n := r3.Cross(q.U, q.V)
	d := r3.Sub(b, a)
	den := r3.Dot(n, d)
	if den == 0 {
		return false
	}
	t := r3.Dot(n, r3.Sub(q.Centre, a)) / den
	if t <= touch || t >= 1-touch {
		return false
	}
	p := r3.Sub(r3.Add(a, r3.Scale(t, d)), q.Centre)
	return math.Abs(r3.Dot(p, q.U)) <= r3.Norm2(q.U) && math.Abs(r3.Dot(p, q.V)) <= r3.Norm2(q.V)
}

// Cylinder is an upright solid cylinder standing at Foot (mm).
type Cylinder struct {
	Foot      r3.Vec
	RadiusMm  float64
	HeightMm  float64
	Side, Top RGB // share of light returned evenly, by part; black is what only casts a shadow
}

// Blocks reports whether the segment passes through the inside.
func (c Cylinder) Blocks(a, b r3.Vec) bool {
	d := r3.Sub(b, a)
	o := r3.Sub(a, c.Foot)
	lo, hi := touch, 1-touch
	// Between the end planes.
	if d.Z == 0 {
		if o.Z <= 0 || o.Z >= c.HeightMm {
			return false
		}
	} else {
		t0, t1 := -o.Z/d.Z, (c.HeightMm-o.Z)/d.Z
		if t0 > t1 {
			t0, t1 = t1, t0
		}
		lo, hi = math.Max(lo, t0), math.Min(hi, t1)
	}
	// Inside the round wall.
	A := d.X*d.X + d.Y*d.Y
	B := o.X*d.X + o.Y*d.Y
	C := o.X*o.X + o.Y*o.Y - c.RadiusMm*c.RadiusMm
	if A == 0 {
		return C < 0 && hi-lo > touch
	}
	disc := B*B - A*C
	if disc <= 0 {
		return false
	}
	root := math.Sqrt(disc)
	lo, hi = math.Max(lo, (-B-root)/A), math.Min(hi, (-B+root)/A)
	return hi-lo > touch
}
