package preview

import (
	"math"
	"math/bits"
)

// wide is how many boxes of a node, and triangles of a leaf, are asked at once.
const wide = 8

// node is an inner node as rays walk it: its children's boxes side by side. A child is
// another node, or, as its complement, a pack; where there is none, its box holds nothing.
type node struct {
	side  [2][3][wide]float32 // lowest and highest corner, by axis
	child [wide]int32
	_     [8]int32 // four cache lines, none shared with another node
}

// pack is up to eight triangles side by side; the rest are of no size, which nothing meets.
type pack struct {
	v, e1, e2 [3][wide]float32
	first     int32 // its first triangle, in the tree's order
	_         [7]int32
}

// packMet is where a ray meets each of a pack's triangles.
type packMet struct{ t, u, v [wide]float32 }

// widen joins the nodes of a tree of twos by eights, so that a ray asks as few as may be on the mean, each as often as its box is
// large (Ylitie, Karras & Laine 2017).
func (t *tree) widen(nodes []bound) {
	as := joined(nodes)
	leaf := func(b *bound) int32 {
		p := pack{first: b.first}
		for k := range b.n {
			q := &t.tris[b.first+k]
			for a := range 3 {
				p.v[a][k], p.e1[a][k], p.e2[a][k] = q.v[a], q.e1[a], q.e2[a]
			}
		}
		t.packs = append(t.packs, p)
		return ^int32(len(t.packs) - 1)
	}
	// open adds to children what stands for a node where there is room for so many.
	var open func(children []int32, i int32, room int) []int32
	open = func(children []int32, i int32, room int) []int32 {
		if nodes[i].n > 0 {
			return append(children, i)
		}
		left := as[i][room-1].left
		if left == 0 {
			return append(children, i)
		}
		return open(open(children, nodes[i].first, int(left)), nodes[i].first+1, room-int(left))
	}
	var inner func(i int32, left int) int32
	inner = func(i int32, left int) int32 { // left is how much is left to be asked before it
		children := []int32{i} // the root of a tree of one leaf is its own child
		if nodes[i].n == 0 {
			k := int(as[i][wide-1].split)
			children = open(open(children[:0], nodes[i].first, k), nodes[i].first+1, wide-k)
		}
		t.later = max(t.later, left+len(children))
		at := len(t.nodes)
		t.nodes = append(t.nodes, node{})
		var n node
		for k := range wide {
			box, child := nowhere, int32(0)
			if k < len(children) {
				c := children[k]
				box = nodes[c].side
				if nodes[c].n > 0 {
					child = leaf(&nodes[c])
				} else {
					child = inner(c, left+len(children)-1)
				}
			}
			n.child[k] = child
			for end := range 2 {
				for a := range 3 {
					n.side[end][a][k] = box[end][a]
				}
			}
		}
		t.nodes[at] = n
		return int32(at)
	}
	inner(0, 0)
}

// joint is how a node of two is best stood for where there is room for so many in the node over it: by itself, or by so many of its
// left child and the rest of its right one.
type joint struct {
	cost  float32 // how often what stands for it and all below is asked, in areas
	left  int8    // 0 where it stands for itself
	split int8    // how it would be split if it had to be
}

// joined works out for every node and every room up to a node's how it is best stood for.
func joined(nodes []bound) [][wide]joint {
	out := make([][wide]joint, len(nodes))
	for i := len(nodes) - 1; i >= 0; i-- { // children come after their parents
		b, as := &nodes[i], &out[i]
		own := area(b.side[0], b.side[1])
		if b.n > 0 {
			for k := range as {
				as[k].cost = own
			}
			continue
		}
		l, r := &out[b.first], &out[b.first+1]
		for room := 2; room <= wide; room++ {
			best := joint{cost: float32(math.MaxFloat32)}
			for k := 1; k < room; k++ {
				if cost := l[k-1].cost + r[room-k-1].cost; cost < best.cost {
					best = joint{cost: cost, split: int8(k)}
				}
			}
			best.left = best.split
			as[room-1] = best
		}
		as[0] = joint{cost: own + as[wide-1].cost}
		for room := 2; room <= wide; room++ {
			if before := as[room-2]; before.cost <= as[room-1].cost { // less room does as well
				split := as[room-1].split
				as[room-1] = before
				as[room-1].split = split
			}
		}
	}
	return out
}

// later is what of a tree is still to be asked, and how far along the ray it begins.
type later struct {
	at int32
	t  float32
}

// How much is left to be asked at the most in a small tree, in one of the demo's sets, and in a large one; a deeper one
// asks for room at each ray. No more is cleared for a ray than it may need.
const (
	fewLater  = 32
	someLater = 56
	manyLater = 96
)

// blocked reports whether something that lets no light through stands between least and
// most, and else whether something clear does.
func (t *tree) blocked(r *ray, least, most float32) (opaque, clear bool) {
	if len(t.nodes) == 0 {
		return false, false
	}
	switch {
	case t.later <= fewLater:
		var stack [fewLater]int32
		return t.blockedBy(stack[:], r, least, most)
	case t.later <= someLater:
		var stack [someLater]int32
		return t.blockedBy(stack[:], r, least, most)
	case t.later <= manyLater:
		var stack [manyLater]int32
		return t.blockedBy(stack[:], r, least, most)
	}
	return t.blockedBy(make([]int32, t.later), r, least, most)
}

func (t *tree) blockedBy(stack []int32, r *ray, least, most float32) (opaque, clear bool) {
	if eight {
		met := blockedEight(&t.nodes[0], &t.packs[0], &stack[0], r, least, most, &t.clear[0])
		return met == 2, met == 1
	}
	return t.blockedPlainly(stack, r, least, most)
}

// blockedPlainly is blockedBy where the machine has no instructions for it.
func (t *tree) blockedPlainly(stack []int32, r *ray, least, most float32) (opaque, clear bool) {
	var near [wide]float32
	var met packMet
	top, at := 0, int32(0)
	for {
		if at >= 0 {
			n := &t.nodes[at]
			for m := enterPlainly(n, r, most, &near); m != 0; m &= m - 1 {
				stack[top] = n.child[bits.TrailingZeros32(m)]
				top++
			}
		} else {
			p := &t.packs[^at]
			for m := meetPlainly(p, r, least, most, &met); m != 0; m &= m - 1 {
				if !t.clear[p.first+int32(bits.TrailingZeros32(m))] {
					return true, false
				}
				clear = true
			}
		}
		if top == 0 {
			return false, clear
		}
		top--
		at = stack[top]
	}
}

// nearest finds the first triangle between least and most; ok is false for none.
func (t *tree) nearest(r *ray, least, most float32) (met, bool) {
	switch {
	case len(t.nodes) == 0:
		return met{t: most, tri: -1}, false
	case t.later <= fewLater:
		var stack [fewLater]later
		return t.nearestOf(stack[:], r, least, most)
	case t.later <= someLater:
		var stack [someLater]later
		return t.nearestOf(stack[:], r, least, most)
	case t.later <= manyLater:
		var stack [manyLater]later
		return t.nearestOf(stack[:], r, least, most)
	}
	return t.nearestOf(make([]later, t.later), r, least, most)
}

func (t *tree) nearestOf(stack []later, r *ray, least, most float32) (met, bool) {
	if eight {
		hit := met{t: most, tri: -1}
		nearestEight(&t.nodes[0], &t.packs[0], &stack[0], r, least, &hit)
		return hit, hit.tri >= 0
	}
	return t.nearestPlainly(stack, r, least, most)
}

// nearestPlainly is nearestOf where the machine has no instructions for it.
func (t *tree) nearestPlainly(stack []later, r *ray, least, most float32) (met, bool) {
	hit := met{t: most, tri: -1}
	var near [wide]float32
	var of packMet
	top, at := 0, int32(0)
	for {
		if at >= 0 {
			n := &t.nodes[at]
			m := enterPlainly(n, r, hit.t, &near)
			base := top
			for ; m != 0; m &= m - 1 { // the nearest on top
				k := bits.TrailingZeros32(m)
				is, j := near[k], top
				for j > base && stack[j-1].t < is {
					stack[j] = stack[j-1]
					j--
				}
				stack[j] = later{n.child[k], is}
				top++
			}
		} else {
			p := &t.packs[^at]
			for m := meetPlainly(p, r, least, hit.t, &of); m != 0; m &= m - 1 {
				if k := bits.TrailingZeros32(m); of.t[k] < hit.t {
					hit = met{of.t[k], of.u[k], of.v[k], p.first + int32(k)}
				}
			}
		}
		for {
			if top == 0 {
				return hit, hit.tri >= 0
			}
			top--
			if stack[top].t < hit.t {
				at = stack[top].at
				break
			}
		}
	}
}

// enterPlainly says, a bit for each child, whose box a ray enters before most, and how far
// along it.
func enterPlainly(n *node, r *ray, most float32, near *[wide]float32) uint32 {
	var m uint32
	x, y, z := r.near[0]/cornerApart, r.near[1]/cornerApart, r.near[2]/cornerApart
	for k := range wide {
		from := max((n.side[x][0][k]-r.o[0])*r.inv[0], (n.side[y][1][k]-r.o[1])*r.inv[1], (n.side[z][2][k]-r.o[2])*r.inv[2], 0)
		to := min((n.side[x^1][0][k]-r.o[0])*r.inv[0], (n.side[y^1][1][k]-r.o[1])*r.inv[1], (n.side[z^1][2][k]-r.o[2])*r.inv[2], most)
		near[k] = from
		if from <= to*grace {
			m |= 1 << k
		}
	}
	return m
}

// cornerApart is how far a node's highest corners lie behind its lowest, bytes.
const cornerApart = 3 * wide * 4

// grace keeps a box that rounding made too thin.
const grace = 1.0000004

// meetPlainly says, a bit for each triangle of a pack, which a ray meets between least and
// most, and where.
func meetPlainly(p *pack, r *ray, least, most float32, at *packMet) uint32 {
	var m uint32
	for k := range wide {
		q := triangle{[3]float32{p.v[0][k], p.v[1][k], p.v[2][k]}, [3]float32{p.e1[0][k], p.e1[1][k], p.e1[2][k]}, [3]float32{p.e2[0][k], p.e2[1][k], p.e2[2][k]}}
		if t, u, v, ok := q.meet(r, least, most); ok {
			at.t[k], at.u[k], at.v[k] = t, u, v
			m |= 1 << k
		}
	}
	return m
}
