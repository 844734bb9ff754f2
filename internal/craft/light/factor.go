package light

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// Factor returns the view factor (0 to 1) from a small flat receptor at p, facing
// n, to the front of a rectangle: the share of a uniform hemisphere's
// illuminance that it would give. It is exact: the rectangle is cut at the
// receptor's horizon and summed by Lambert's contour formula
//
//	F = 1/2π Σ γᵢ (n · (rᵢ × rᵢ₊₁)/|rᵢ × rᵢ₊₁|)
//
// with γᵢ the angle an edge subtends (Howell, catalogue of configuration
// factors, B-section; Baum, Rushmeier & Winget 1989). It is 0 when p lies behind
// the rectangle or the rectangle lies behind the receptor.
func Factor(p, n r3.Vec, q Rect) float64 {
	if r3.Dot(q.Normal(), r3.Sub(p, q.Centre)) <= 0 {
		return 0
	}
	var poly [8]r3.Vec
	count := 0
	corners := q.corners()
	for i := range corners {
		a, b := r3.Sub(corners[i], p), r3.Sub(corners[(i+1)%4], p)
		ha, hb := r3.Dot(a, n), r3.Dot(b, n)
		if ha >= 0 {
			poly[count] = a
			count++
		}
		if (ha > 0 && hb < 0) || (ha < 0 && hb > 0) {
			t := ha / (ha - hb)
			poly[count] = r3.Add(a, r3.Scale(t, r3.Sub(b, a)))
			count++
		}
	}
	if count < 3 {
		return 0
	}
	sum := 0.0
	for i := 0; i < count; i++ {
		a, b := poly[i], poly[(i+1)%count]
		c := r3.Cross(a, b)
		size := r3.Norm(c)
		if size < 1e-12 {
			continue
		}
		sum += math.Atan2(size, r3.Dot(a, b)) * r3.Dot(n, c) / size
	}
	// Seen from its front the rectangle runs counter-clockwise about its own
	// normal, which is clockwise about the line of sight.
	return math.Abs(sum) / (2 * math.Pi)
}
