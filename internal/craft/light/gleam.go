package light

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// Of what the sun lights of a glossy face, a part is divided until it spans so much of its lobe, whose width is about
// one over the root of its power; and at the most so often.
const (
	gleamShare   = 0.45
	gleamDeepest = 7
)

// fromGleams is what a glossy face sends to the receptor of the sun on it: what is lit has hard edges, which no cell
// follows, and close to the face the edge matters more than the mean.
func (e *Engine) fromGleams(eye *receptor, f *face, through []outline) RGB {
	var sum RGB
	wide := math.Cos(gleamShare / math.Sqrt(float64(f.surface.Lobe)))
	e.sunny(eye, f.gleams, f.fronts, through, func(part *outline, beam RGB) {
		whole := *part // what is divided asks nothing that part is kept in
		sum = sum.Plus(beam.Times(math.Pi * e.gleam(eye, f, &whole, wide, gleamDeepest)))
	})
	return sum.Through(f.surface.Gloss)
}

// gleam is the view factor of a lit part, each piece of it weighed by what its lobe sends to the receptor of a beam of
// one: (n+1)/2π cosⁿ, less where it leaves more steeply than it comes (see shine).
func (e *Engine) gleam(eye *receptor, f *face, o *outline, wide float64, deep int) float64 {
	var middle r3.Vec
	dirs := make([]r3.Vec, 0, mostCorners)
	for _, q := range o.p[:o.n] {
		d := unit(eye.direction(q))
		dirs, middle = append(dirs, d), r3.Add(middle, d)
	}
	if deep > 0 {
		if halves, n := eye.halved(o, dirs, wide); n > 0 {
			sum := 0.0
			for i := range n {
				sum += e.gleam(eye, f, &halves[i], wide, deep-1)
			}
			return sum
		}
	}
	n, toward, power := f.fronts.n, e.set.Sun.Toward, f.surface.Lobe
	to := r3.Scale(-1, unit(middle))
	out := r3.Dot(to, n)
	c := r3.Dot(r3.Sub(r3.Scale(2*out, n), to), toward)
	if out <= 0 || c <= 0 {
		return 0
	}
	return o.factor() * min(1, r3.Dot(n, toward)/out) * float64(power+1) / (2 * math.Pi) * raised(c, power)
}
