package preview

import (
	"math"

	"figladder/internal/craft/light"
	"gonum.org/v1/gonum/spatial/r3"
)

// frame returns two unit vectors square to n (Duff et al. 2017).
func frame(n r3.Vec) (r3.Vec, r3.Vec) {
	s := math.Copysign(1, n.Z)
	a := -1 / (s + n.Z)
	b := n.X * n.Y * a
	return r3.Vec{X: 1 + s*n.X*n.X*a, Y: s * b, Z: -s * n.X}, r3.Vec{X: b, Y: s + n.Y*n.Y*a, Z: -n.Y}
}

// circle is sine and cosine of a share of the full turn, 0 to 1, within 1e-10: of half of what lies beyond half a turn by their
// series, doubled.
func circle(turn float64) (sin, cos float64) {
	x := math.Pi * (turn - 0.5)
	u := x * x
	s := x * (1 + u*(-1./6+u*(1./120+u*(-1./5040+u*(1./362880+u*(-1./39916800+u*(1./6227020800-u*(1./1307674368000))))))))
	c := 1 + u*(-1./2+u*(1./24+u*(-1./720+u*(1./40320+u*(-1./3628800+u*(1./479001600+u*(-1./87178291200+u*(1./20922789888000))))))))
	return -2 * s * c, 2*s*s - 1
}

// cosine draws a direction about n in proportion to its cosine.
func cosine(n r3.Vec, u, v float64) r3.Vec {
	a, b := frame(n)
	r := math.Sqrt(u)
	sin, cos := circle(v)
	return r3.Add(r3.Scale(math.Sqrt(max(0, 1-u)), n), r3.Add(r3.Scale(r*cos, a), r3.Scale(r*sin, b)))
}

// lobe draws a direction about r in proportion to cosⁿ.
func lobe(r r3.Vec, power int, u, v float64) r3.Vec {
	c := math.Pow(u, 1/float64(power+1))
	a, b := frame(r)
	s := math.Sqrt(max(0, 1-c*c))
	sin, cos := circle(v)
	return r3.Add(r3.Scale(c, r), r3.Add(r3.Scale(s*cos, a), r3.Scale(s*sin, b)))
}

// seenRect is a rectangle as a point sees it: drawn from evenly by solid angle (Ureña,
// Fajardo & King 2013).
type seenRect struct {
	o, x, y, z                 r3.Vec
	x0, y0, z0, x1, y1         float64
	b0, b1, b0sq, k, steradian float64
}

// seen prepares it; steradian is 0 when the rectangle cannot be told from a line.
func seen(q *light.Rect, o r3.Vec) seenRect {
	lu, lv := r3.Norm(q.U), r3.Norm(q.V)
	s := seenRect{o: o, x: r3.Scale(1/lu, q.U), y: r3.Scale(1/lv, q.V)}
	s.z = r3.Cross(s.x, s.y)
	d := r3.Sub(r3.Sub(r3.Sub(q.Centre, q.U), q.V), o)
	s.z0 = r3.Dot(d, s.z)
	if s.z0 > 0 {
		s.z, s.z0 = r3.Scale(-1, s.z), -s.z0
	}
	s.x0, s.y0 = r3.Dot(d, s.x), r3.Dot(d, s.y)
	s.x1, s.y1 = s.x0+2*lu, s.y0+2*lv
	if s.z0 > -1e-6 {
		return s
	}
	z2 := s.z0 * s.z0
	// Normals of the pyramid's sides: (0, z0, −y0), (−z0, 0, x1), (0, −z0, y1), (z0, 0, −x0).
	n0, n1 := 1/math.Sqrt(z2+s.y0*s.y0), 1/math.Sqrt(z2+s.x1*s.x1)
	n2, n3 := 1/math.Sqrt(z2+s.y1*s.y1), 1/math.Sqrt(z2+s.x0*s.x0)
	z0, z1, zz2, z3 := -s.y0*n0, s.x1*n1, s.y1*n2, -s.x0*n3
	g := func(a, b float64) float64 { return math.Acos(max(-1, min(1, -a*b))) }
	g0, g1, g2, g3 := g(z0, z1), g(z1, zz2), g(zz2, z3), g(z3, z0)
	s.b0, s.b1 = z0, zz2
	s.b0sq = s.b0 * s.b0
	s.k = 2*math.Pi - g2 - g3
	s.steradian = g0 + g1 - s.k
	return s
}

// draw returns a point of the rectangle.
func (s *seenRect) draw(u, v float64) r3.Vec {
	au := u*s.steradian + s.k
	sin, cos := math.Sincos(au)
	fu := (cos*s.b0 - s.b1) / sin
	cu := math.Copysign(1/math.Sqrt(fu*fu+s.b0sq), fu)
	cu = max(-1, min(1, cu))
	xu := -(cu * s.z0) / math.Sqrt(max(1e-12, 1-cu*cu))
	xu = max(s.x0, min(s.x1, xu))
	d := math.Sqrt(xu*xu + s.z0*s.z0)
	h0, h1 := s.y0/math.Sqrt(d*d+s.y0*s.y0), s.y1/math.Sqrt(d*d+s.y1*s.y1)
	hv := h0 + v*(h1-h0)
	yv := s.y1
	if hv*hv < 1-1e-9 {
		yv = hv * d / math.Sqrt(1-hv*hv)
	}
	return r3.Add(s.o, r3.Add(r3.Scale(xu, s.x), r3.Add(r3.Scale(yv, s.y), r3.Scale(s.z0, s.z))))
}

// schlick is the share a surface reflects at a cosine, from its share at right angles.
func schlick(f0, cos float64) float64 {
	m := 1 - max(0, min(1, cos))
	return f0 + (1-f0)*m*m*m*m*m
}

// schlickOf is schlick by part.
func schlickOf(f0 light.RGB, cos float64) light.RGB {
	return light.RGB{R: schlick(f0.R, cos), G: schlick(f0.G, cos), B: schlick(f0.B, cos)}
}

// fresnel is the share an edge between two clear media reflects (unpolarised), and the
// cosine of the refracted ray; 1 and 0 for total reflection. eta is the index on the
// ray's side over that on the far side.
func fresnel(cos, eta float64) (share, refracted float64) {
	s2 := eta * eta * (1 - cos*cos)
	if s2 >= 1 {
		return 1, 0
	}
	c2 := math.Sqrt(1 - s2)
	a := (eta*cos - c2) / (eta*cos + c2)
	b := (cos - eta*c2) / (cos + eta*c2)
	return (a*a + b*b) / 2, c2
}

// microfacet draws a half vector for a GGX surface seen from v (local, z up), by its
// visible normals (Heitz 2018).
func microfacet(v r3.Vec, alpha, u1, u2 float64) r3.Vec {
	vh := unit(r3.Vec{X: alpha * v.X, Y: alpha * v.Y, Z: v.Z})
	l := vh.X*vh.X + vh.Y*vh.Y
	t1 := r3.Vec{X: 1}
	if l > 1e-12 {
		k := 1 / math.Sqrt(l)
		t1 = r3.Vec{X: -vh.Y * k, Y: vh.X * k}
	}
	t2 := r3.Cross(vh, t1)
	r := math.Sqrt(u1)
	sin, cos := circle(u2)
	a, b := r*cos, r*sin
	s := 0.5 * (1 + vh.Z)
	b = (1-s)*math.Sqrt(max(0, 1-a*a)) + s*b
	h := r3.Add(r3.Add(r3.Scale(a, t1), r3.Scale(b, t2)), r3.Scale(math.Sqrt(max(0, 1-a*a-b*b)), vh))
	return unit(r3.Vec{X: alpha * h.X, Y: alpha * h.Y, Z: max(1e-6, h.Z)})
}

// hidden is Smith's lambda for GGX: how much of a surface its own roughness hides.
func hidden(cos, alpha float64) float64 {
	if cos >= 1 {
		return 0
	}
	t2 := (1 - cos*cos) / (cos * cos)
	return (math.Sqrt(1+alpha*alpha*t2) - 1) / 2
}

// ggx is a surface's BRDF without Fresnel's share, for cosines of its normal with half,
// in and out.
func ggx(h, in, out, alpha float64) float64 {
	a2 := alpha * alpha
	d := h*h*(a2-1) + 1
	dist := a2 / (math.Pi * d * d)
	return dist / (1 + hidden(in, alpha) + hidden(out, alpha)) / (4 * in * out)
}

// unit is r3.Unit without its care for overflow, which lengths in mm do not need.
func unit(v r3.Vec) r3.Vec { return r3.Scale(1/math.Sqrt(r3.Dot(v, v)), v) }
