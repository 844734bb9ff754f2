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

// tree finds the nearest triangle on a ray: a hierarchy of boxes split by the surface
// area heuristic in bins (Wald 2007), eight to a node and eight triangles to a leaf, so that
// one instruction asks all (Wald et al., Getting Rid of Packets, 2008).
type tree struct {
	nodes []node // the first is the root
	packs []pack
	later int // the most that is left to be asked on any way down
	tris  []triangle
	order []int32 // the triangle's place in the stage
	clear []bool  // whether light goes through it, in the tree's order
}

const (
	bins    = 12
	leafMax = wide // what one question asks
)

// newTree builds a tree over triangles.
func newTree(tris []triangle) *tree {
	n := len(tris)
	t := &tree{order: make([]int32, n)}
	if n == 0 {
		return t
	}
	b := builderOf(tris, t.order)
	b.grow(0, 0, n, 0)
	b.wait.Wait()
	t.tris = make([]triangle, n)
	for i, k := range t.order {
		t.tris[i] = tris[k]
	}
	t.widen(b.nodes[:b.next])
	return t
}

// builderOf is ready to grow the tree of twos over triangles, and to write down their order.
func builderOf(tris []triangle, order []int32) *builder {
	n := len(tris)
	b := &builder{lo: make([][3]float32, n), hi: make([][3]float32, n), mid: make([][3]float32, n), order: order, nodes: make([]bound, 2*n), next: 1}
	for i := range tris {
		order[i] = int32(i)
		q := &tris[i]
		for a := range 3 {
			x, y, z := q.v[a], q.v[a]+q.e1[a], q.v[a]+q.e2[a]
			b.lo[i][a], b.hi[i][a] = min(x, y, z), max(x, y, z)
			b.mid[i][a] = (b.lo[i][a] + b.hi[i][a]) / 2
		}
	}
	return b
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
	if n <= leafMax {
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
	if bestAxis < 0 || depth > 50 {
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
	near      [3]int32 // which corner of a box it meets first, by axis: 0, or cornerApart for the highest
}

func newRay(o, d r3.Vec) ray {
	var r ray
	r.set(o, d)
	return r
}

// set makes it ready where it is kept: copies of what was just written wait for it.
func (r *ray) set(o, d r3.Vec) {
	r.o[0], r.o[1], r.o[2] = float32(o.X), float32(o.Y), float32(o.Z)
	x, y, z := float32(d.X), float32(d.Y), float32(d.Z)
	r.d[0], r.d[1], r.d[2] = x, y, z
	x, y, z = over(x), over(y), over(z)
	r.inv[0], r.inv[1], r.inv[2] = x, y, z
	// Which way it runs is any way; a jump would be guessed wrong half the time.
	r.near[0] = int32(math.Float32bits(x)>>31) * cornerApart
	r.near[1] = int32(math.Float32bits(y)>>31) * cornerApart
	r.near[2] = int32(math.Float32bits(z)>>31) * cornerApart
}

// over is 1/v, and much where v is next to nothing.
func over(v float32) float32 {
	if v > 1e-12 || v < -1e-12 {
		return 1 / v
	}
	return 1e12
}

// met is where a ray meets a triangle.
type met struct {
	t, u, v float32
	tri     int32 // in the tree's order
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
