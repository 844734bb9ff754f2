package preview

import (
	"math"
	"sync"

	"figladder/internal/craft/cores"
	"gonum.org/v1/gonum/spatial/r3"
)

// triangle is one as rays meet it (Möller & Trumbore 1997), in single precision:
// at a metre that is a tenth of a micrometre.
type triangle struct {
	v, e1, e2 [3]float32
}

// bound is what of a tree a node covers while it is built. A leaf has n triangles from
// first; an inner node has n = 0 and its children at first and first+1.
type bound struct {
	side     [2][3]float32 // lowest and highest corner
	first, n int32
}

// fork is an inner node as rays walk it, one cache line: the boxes of both its children,
// and where each goes on. Under a child of n = 0 is another fork, else n triangles.
type fork struct {
	side  [2][2][3]float32 // child, lowest and highest corner
	first [2]int32
	n     [2]int32
}

// tree finds the nearest triangle on a ray: a hierarchy of boxes split by the surface
// area heuristic in bins (Wald 2007).
type tree struct {
	forks []fork // the first is the root
	tris  []triangle
	order []int32 // the triangle's place in the stage
	clear []bool  // whether light goes through it, in the tree's order
}

const (
	bins    = 12
	leafMax = 4
)

// newTree builds a tree over triangles.
func newTree(tris []triangle) *tree {
	n := len(tris)
	t := &tree{order: make([]int32, n)}
	lo, hi, mid := make([][3]float32, n), make([][3]float32, n), make([][3]float32, n)
	for i := range tris {
		t.order[i] = int32(i)
		q := &tris[i]
		for a := range 3 {
			x, y, z := q.v[a], q.v[a]+q.e1[a], q.v[a]+q.e2[a]
			lo[i][a], hi[i][a] = min(x, y, z), max(x, y, z)
			mid[i][a] = (lo[i][a] + hi[i][a]) / 2
		}
	}
	if n == 0 {
		return t
	}
	b := &builder{lo: lo, hi: hi, mid: mid, order: t.order, nodes: make([]bound, 2*n)}
	b.next = 1
	b.grow(0, 0, n, 0)
	b.wait.Wait()
	t.forks = forksOf(b.nodes[:b.next])
	t.tris = make([]triangle, n)
	for i, k := range t.order {
		t.tris[i] = tris[k]
	}
	return t
}

// forksOf joins the nodes of a tree by twos.
func forksOf(nodes []bound) []fork {
	if nodes[0].n > 0 { // a tree of one leaf
		return []fork{{side: [2][2][3]float32{nodes[0].side, nowhere}, first: [2]int32{nodes[0].first, 0}, n: [2]int32{nodes[0].n, 1}}}
	}
	at := make([]int32, len(nodes)) // which fork an inner node becomes
	inner := int32(0)
	for i := range nodes {
		if nodes[i].n == 0 {
			at[i] = inner
			inner++
		}
	}
	out := make([]fork, inner)
	for i := range nodes {
		if nodes[i].n > 0 {
			continue
		}
		f := &out[at[i]]
		for k := range int32(2) {
			c := &nodes[nodes[i].first+k]
			f.side[k], f.first[k], f.n[k] = c.side, c.first, c.n
			if c.n == 0 {
				f.first[k] = at[nodes[i].first+k]
			}
		}
	}
	return out
}

type builder struct {
	lo, hi, mid [][3]float32
	order       []int32
	nodes       []bound
	lock        sync.Mutex
	next        int32
	wait        cores.Group
}

func area(lo, hi [3]float32) float32 {
	x, y, z := hi[0]-lo[0], hi[1]-lo[1], hi[2]-lo[2]
	if x < 0 {
		return 0
	}
	return x*y + y*z + z*x
}

var nowhere = [2][3]float32{{math.MaxFloat32, math.MaxFloat32, math.MaxFloat32}, {-math.MaxFloat32, -math.MaxFloat32, -math.MaxFloat32}}

func (b *builder) grow(at int32, from, to, depth int) {
	lo, hi := nowhere[0], nowhere[1]
	cl, ch := nowhere[0], nowhere[1]
	for _, k := range b.order[from:to] {
		for a := range 3 {
			lo[a], hi[a] = min(lo[a], b.lo[k][a]), max(hi[a], b.hi[k][a])
			cl[a], ch[a] = min(cl[a], b.mid[k][a]), max(ch[a], b.mid[k][a])
		}
	}
	node := &b.nodes[at]
	node.side = [2][3]float32{lo, hi}
	n := to - from
	leaf := func() { node.first, node.n = int32(from), int32(n) }
	if n <= leafMax || depth > 50 {
		leaf()
		return
	}
	type bin struct {
		lo, hi [3]float32
		n      int
	}
	bestCost, bestAxis, bestCut := float32(math.MaxFloat32), -1, 0
	for axis := range 3 {
		wide := ch[axis] - cl[axis]
		if wide <= 1e-5 {
			continue
		}
		var all [bins]bin
		for i := range all {
			all[i].lo, all[i].hi = nowhere[0], nowhere[1]
		}
		scale := bins * 0.9999 / wide
		for _, k := range b.order[from:to] {
			q := &all[int((b.mid[k][axis]-cl[axis])*scale)]
			q.n++
			for a := range 3 {
				q.lo[a], q.hi[a] = min(q.lo[a], b.lo[k][a]), max(q.hi[a], b.hi[k][a])
			}
		}
		var right [bins]float32
		rl, rh, rn := nowhere[0], nowhere[1], 0
		for i := bins - 1; i > 0; i-- {
			rn += all[i].n
			for a := range 3 {
				rl[a], rh[a] = min(rl[a], all[i].lo[a]), max(rh[a], all[i].hi[a])
			}
			right[i] = area(rl, rh) * float32(rn)
		}
		ll, lh, ln := nowhere[0], nowhere[1], 0
		for i := range bins - 1 {
			ln += all[i].n
			for a := range 3 {
				ll[a], lh[a] = min(ll[a], all[i].lo[a]), max(lh[a], all[i].hi[a])
			}
			if ln == 0 || ln == n {
				continue
			}
			if cost := area(ll, lh)*float32(ln) + right[i+1]; cost < bestCost {
				bestCost, bestAxis, bestCut = cost, axis, i+1
			}
		}
	}
	var middle int
	if bestAxis < 0 || n <= 16 && bestCost >= area(lo, hi)*float32(n) {
		if n <= 16 {
			leaf()
			return
		}
		middle = (from + to) / 2
	} else {
		scale := bins * 0.9999 / (ch[bestAxis] - cl[bestAxis])
		i, j := from, to-1
		for i <= j {
			if int((b.mid[b.order[i]][bestAxis]-cl[bestAxis])*scale) < bestCut {
				i++
			} else {
				b.order[i], b.order[j] = b.order[j], b.order[i]
				j--
			}
		}
		middle = i
	}
	b.lock.Lock()
	left := b.next
	b.next += 2
	b.lock.Unlock()
	node.first, node.n = left, 0
	if n > 8000 {
		b.wait.Go(func() { b.grow(left, from, middle, depth+1) })
	} else {
		b.grow(left, from, middle, depth+1)
	}
	b.grow(left+1, middle, to, depth+1)
}

// ray is one in single precision, made ready for boxes.
type ray struct {
	o, d, inv [3]float32
	near      [3]uint8 // which corner of a box it meets first, by axis
}

func newRay(o, d r3.Vec) ray {
	r := ray{o: [3]float32{float32(o.X), float32(o.Y), float32(o.Z)}, d: [3]float32{float32(d.X), float32(d.Y), float32(d.Z)}}
	for a := range 3 {
		if v := r.d[a]; v > 1e-12 || v < -1e-12 {
			r.inv[a] = 1 / v
		} else {
			r.inv[a] = 1e12
		}
		if r.inv[a] < 0 {
			r.near[a] = 1
		}
	}
	return r
}

// met is where a ray meets a triangle.
type met struct {
	t, u, v float32
	tri     int32 // in the tree's order
}

// enter is how far along the ray the boxes of both children begin, or −1 for one that is
// missed or farther than best.
func (f *fork) enter(r *ray, best float32) (a, b float32) {
	x, y, z := r.near[0]&1, r.near[1]&1, r.near[2]&1
	ox, oy, oz := r.o[0], r.o[1], r.o[2]
	ix, iy, iz := r.inv[0], r.inv[1], r.inv[2]
	p, q := &f.side[0], &f.side[1]
	from, to := max((p[x][0]-ox)*ix, (p[y][1]-oy)*iy, (p[z][2]-oz)*iz, 0), min((p[x^1][0]-ox)*ix, (p[y^1][1]-oy)*iy, (p[z^1][2]-oz)*iz)
	a, b = -1, -1
	if from <= to*1.0000004 && from < best {
		a = from
	}
	from, to = max((q[x][0]-ox)*ix, (q[y][1]-oy)*iy, (q[z][2]-oz)*iz, 0), min((q[x^1][0]-ox)*ix, (q[y^1][1]-oy)*iy, (q[z^1][2]-oz)*iz)
	if from <= to*1.0000004 && from < best {
		b = from
	}
	return a, b
}

// blocked reports whether something that lets no light through stands between least and
// most, and else whether something clear does.
func (t *tree) blocked(r *ray, least, most float32) (opaque, clear bool) {
	if len(t.forks) == 0 {
		return false, false
	}
	var stack [64]int32
	top := 0
	at := int32(0)
	for {
		f := &t.forks[at]
		ta, tb := f.enter(r, most)
		next := int32(-1)
		for k, enters := range [2]bool{ta >= 0, tb >= 0} {
			if !enters {
				continue
			}
			if f.n[k] == 0 {
				if next >= 0 {
					stack[top] = f.first[k]
					top++
				} else {
					next = f.first[k]
				}
				continue
			}
			for i := f.first[k]; i < f.first[k]+f.n[k]; i++ {
				if _, _, _, ok := t.tris[i].meet(r, least, most); ok {
					if !t.clear[i] {
						return true, false
					}
					clear = true
				}
			}
		}
		if next < 0 {
			if top == 0 {
				return false, clear
			}
			top--
			next = stack[top]
		}
		at = next
	}
}

// nearest finds the first triangle between least and most; ok is false for none.
func (t *tree) nearest(r *ray, least, most float32) (met, bool) {
	hit := met{t: most, tri: -1}
	if len(t.forks) == 0 {
		return hit, false
	}
	var stack [64]int32
	var enters [64]float32 // how far along the ray what is on the stack begins
	top := 0
	at := int32(0)
	for {
		f := &t.forks[at]
		ta, tb := f.enter(r, hit.t)
		a, b := 0, 1
		if tb >= 0 && tb < ta {
			a, b, ta, tb = 1, 0, tb, ta
		}
		next := int32(-1)
		if ta >= 0 {
			if f.n[a] > 0 {
				t.leaf(r, f.first[a], f.n[a], least, &hit)
			} else {
				next = f.first[a]
			}
		}
		if tb >= 0 && tb < hit.t {
			switch {
			case f.n[b] > 0:
				t.leaf(r, f.first[b], f.n[b], least, &hit)
			case next < 0:
				next = f.first[b]
			default:
				stack[top], enters[top] = f.first[b], tb
				top++
			}
		}
		for next < 0 {
			if top == 0 {
				return hit, hit.tri >= 0
			}
			top--
			if enters[top] < hit.t {
				next = stack[top]
			}
		}
		at = next
	}
}

// leaf asks a leaf's triangles.
func (t *tree) leaf(r *ray, first, n int32, least float32, hit *met) {
	for i := first; i < first+n; i++ {
		if k, u, v, ok := t.tris[i].meet(r, least, hit.t); ok {
			*hit = met{k, u, v, i}
		}
	}
}

func (q *triangle) meet(r *ray, least, most float32) (t, u, v float32, ok bool) {
	px, py, pz := r.d[1]*q.e2[2]-r.d[2]*q.e2[1], r.d[2]*q.e2[0]-r.d[0]*q.e2[2], r.d[0]*q.e2[1]-r.d[1]*q.e2[0]
	det := q.e1[0]*px + q.e1[1]*py + q.e1[2]*pz
	if det > -1e-12 && det < 1e-12 {
		return 0, 0, 0, false
	}
	inv := 1 / det
	sx, sy, sz := r.o[0]-q.v[0], r.o[1]-q.v[1], r.o[2]-q.v[2]
	u = (sx*px + sy*py + sz*pz) * inv
	if u < -1e-6 || u > 1.000001 {
		return 0, 0, 0, false
	}
	qx, qy, qz := sy*q.e1[2]-sz*q.e1[1], sz*q.e1[0]-sx*q.e1[2], sx*q.e1[1]-sy*q.e1[0]
	v = (r.d[0]*qx + r.d[1]*qy + r.d[2]*qz) * inv
	if v < -1e-6 || u+v > 1.000001 {
		return 0, 0, 0, false
	}
	t = (q.e2[0]*qx + q.e2[1]*qy + q.e2[2]*qz) * inv
	return t, u, v, t > least && t < most
}
