package preview

import (
	"math"
	"math/bits"

	"figladder/internal/craft/light"
	"gonum.org/v1/gonum/spatial/r3"
)

// flats are large rectangles, met eight at a time: in the tree they would overlap everything.
type flats struct {
	all   []flat
	packs []flatPack
}

// flat is a rectangle's normal, and the part it belongs to.
type flat struct {
	n    r3.Vec
	part int32
}

// plane8 are eight planes: their normals by axis, and how far from the origin each lies along its own.
type plane8 struct {
	n   [3][wide]float32
	off [wide]float32
}

// flatPack is up to eight rectangles side by side: the plane that each lies in, and the two whose distances are −1 to 1
// on it. The rest are of no size, which nothing meets.
type flatPack struct{ lies, u, v plane8 }

func (p *plane8) set(k int, n, at r3.Vec) {
	p.n[0][k], p.n[1][k], p.n[2][k] = float32(n.X), float32(n.Y), float32(n.Z)
	p.off[k] = float32(r3.Dot(n, at))
}

// from is how far a plane lies from where a ray begins, and way how much of that one mm of the ray covers.
func (p *plane8) from(k int, r *ray) (from, way float32) {
	return p.off[k] - (p.n[0][k]*r.o[0] + p.n[1][k]*r.o[1] + p.n[2][k]*r.o[2]), p.n[0][k]*r.d[0] + p.n[1][k]*r.d[1] + p.n[2][k]*r.d[2]
}

func (f *flats) add(q light.Rect, part int32) {
	k := len(f.all) % wide
	if k == 0 {
		f.packs = append(f.packs, flatPack{})
	}
	p := &f.packs[len(f.packs)-1]
	p.lies.set(k, q.Normal(), q.Centre)
	p.u.set(k, r3.Scale(1/r3.Norm2(q.U), q.U), q.Centre)
	p.v.set(k, r3.Scale(1/r3.Norm2(q.V), q.V), q.Centre)
	f.all = append(f.all, flat{q.Normal(), part})
}

// nearest finds the first that a ray meets between least and most, and how far along it; nil for none.
func (f *flats) nearest(r *ray, least, most float32) (*flat, float32) {
	var at [wide]float32
	first := -1
	for i := range f.packs {
		for m := meetFlats(&f.packs[i], r, least, most, &at); m != 0; m &= m - 1 {
			if k := bits.TrailingZeros32(m); at[k] < most {
				first, most = i*wide+k, at[k]
			}
		}
	}
	if first < 0 {
		return nil, most
	}
	return &f.all[first], most
}

// between reports whether a ray meets one between least and most.
func (f *flats) between(r *ray, least, most float32) bool {
	var at [wide]float32
	for i := range f.packs {
		if meetFlats(&f.packs[i], r, least, most, &at) != 0 {
			return true
		}
	}
	return false
}

// meetFlatsPlainly says, a bit for each rectangle of a pack, which a ray meets between least and most, and how far along
// it: what meetFlats does where the machine has no instruction for it.
func meetFlatsPlainly(p *flatPack, r *ray, least, most float32, at *[wide]float32) uint32 {
	var m uint32
	for k := range wide {
		from, way := p.lies.from(k, r)
		t := from / way
		if !(t > least && t < most) {
			continue
		}
		within := func(p *plane8) bool {
			from, way := p.from(k, r)
			return math.Abs(float64(t*way-from)) <= 1
		}
		if within(&p.u) && within(&p.v) {
			at[k] = t
			m |= 1 << k
		}
	}
	return m
}
