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

// FactorPast returns the view factor of the part of a rectangle that can be seen
// past the occluders. Parts seen whole are exact; the edge of a shadow is cut
// finer and finer: first into at most looks cells a side, then halved splits
// times.
func FactorPast(p, n r3.Vec, q Rect, looks, splits int, occluders []Occluder) float64 {
	if r3.Dot(q.Normal(), r3.Sub(p, q.Centre)) <= 0 {
		return 0
	}
	var room [8]Occluder
	near := between(p, q, occluders, room[:0])
	if len(near) == 0 {
		return Factor(p, n, q)
	}
	away := math.Abs(r3.Dot(q.Normal(), r3.Sub(p, q.Centre)))
	cols, rows := looksAcross(q.U, away, looks, near), looksAcross(q.V, away, looks, near)
	sum := 0.0
	for i := 0; i < cols; i++ {
		for j := 0; j < rows; j++ {
			sum += partPast(p, n, q.cell(i, j, cols, rows), splits, near)
		}
	}
	return sum
}

// looksAcross returns into how many cells a side must be cut so that the looks of
// partPast, 0.45 of a cell apart, cannot straddle the narrowest occluder. Its
// shadow on the source is at least as wide as itself. A source near enough to
// look large is cut finer too.
func looksAcross(half r3.Vec, awayMm float64, most int, near []Occluder) int {
	narrow := awayMm * 0.16
	for _, o := range near {
		switch s := o.(type) {
		case Rect:
			narrow = math.Min(narrow, 2*math.Min(r3.Norm(s.U), r3.Norm(s.V)))
		case Cylinder:
			narrow = math.Min(narrow, math.Min(2*s.RadiusMm, s.HeightMm))
		}
	}
	return min(most, max(4, int(math.Ceil(2*r3.Norm(half)*0.45/narrow))))
}

func partPast(p, n r3.Vec, q Rect, splits int, near []Occluder) float64 {
	if splits == 0 {
		if visible(p, q.Centre, near) {
			return Factor(p, n, q)
		}
		return 0
	}
	// Nine looks: the middle, just inside each corner and each edge.
	seen := 0
	for _, s := range [3]float64{-.9, 0, .9} {
		for _, t := range [3]float64{-.9, 0, .9} {
			if visible(p, q.At(s, t), near) {
				seen++
			}
		}
	}
	switch seen {
	case 9:
		return Factor(p, n, q)
	case 0:
		return 0
	}
	return partPast(p, n, q.cell(0, 0, 2, 2), splits-1, near) + partPast(p, n, q.cell(1, 0, 2, 2), splits-1, near) +
		partPast(p, n, q.cell(0, 1, 2, 2), splits-1, near) + partPast(p, n, q.cell(1, 1, 2, 2), splits-1, near)
}

// between returns, appended to out, the occluders that could stand between a
// point and some part of a rectangle. It may keep one that does not, never drops
// one that does.
func between(p r3.Vec, q Rect, occluders, out []Occluder) []Occluder {
	corners := q.corners()
	axis := r3.Sub(q.Centre, p)
	length2 := r3.Norm2(axis)
	half := r3.Norm(r3.Add(q.U, q.V))
	if other := r3.Norm(r3.Sub(q.U, q.V)); other > half {
		half = other
	}
	for _, o := range occluders {
		if oneSide(p, corners, o) {
			continue
		}
		// The segments from p lie within half·t of the axis at share t of its length.
		c, radius := ball(o)
		t := math.Min(1, math.Max(0, r3.Dot(r3.Sub(c, p), axis)/length2))
		reach := math.Min(1, t+radius/math.Sqrt(length2))
		if r3.Norm(r3.Sub(c, r3.Add(p, r3.Scale(t, axis)))) <= radius+half*reach {
			out = append(out, o)
		}
	}
	return out
}

// oneSide reports whether the point and all corners lie on one side of a flat
// occluder, or above the top of an upright one, so that it cannot come between.
func oneSide(p r3.Vec, corners [4]r3.Vec, o Occluder) bool {
	switch s := o.(type) {
	case Rect:
		n := r3.Cross(s.U, s.V)
		side := r3.Dot(n, r3.Sub(p, s.Centre))
		for _, c := range corners {
			if side*r3.Dot(n, r3.Sub(c, s.Centre)) < 0 {
				return false
			}
		}
		return true
	case Cylinder:
		top := s.Foot.Z + s.HeightMm
		if p.Z < top {
			return false
		}
		for _, c := range corners {
			if c.Z < top {
				return false
			}
		}
		return true
	}
	return false
}

func ball(o Occluder) (r3.Vec, float64) {
	switch s := o.(type) {
	case Rect:
		return s.Centre, r3.Norm(s.U) + r3.Norm(s.V)
	case Cylinder:
		return r3.Add(s.Foot, r3.Vec{Z: s.HeightMm / 2}), math.Hypot(s.RadiusMm, s.HeightMm/2)
	}
	return r3.Vec{}, math.Inf(1)
}

func visible(a, b r3.Vec, occluders []Occluder) bool {
	for _, o := range occluders {
		if o.Blocks(a, b) {
			return false
		}
	}
	return true
}
