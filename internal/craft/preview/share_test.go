package preview

import (
	"math"
	"math/bits"
	"testing"

	"figladder/internal/craft/light"
	"figladder/internal/craft/scene"
	"github.com/stretchr/testify/assert"
	"gonum.org/v1/gonum/spatial/r3"
)

// overTheTable is a set with things of many shapes in it.
func overTheTable() scene.Set {
	s := scene.Start()
	for i, kind := range []string{"mug", "tiny bowl", "fork", "glass", "board", "scatter"} {
		var err error
		if s, err = s.WithThing(kind); err != nil {
			panic(err)
		}
		s.Things[i].TurnDeg = float64(31 * i)
	}
	return s
}

// halves is a film whose left half is one even surface and whose right half is patchy:
// every other sample there falls on something black.
func halves(w, h, samples int) *film {
	f := newFilm(w, h)
	for i := range f.px {
		for k := range samples {
			albedo := light.White(0.6)
			if i%w >= w/2 && k%2 == 1 {
				albedo = light.RGB{}
			}
			f.px[i].add(&first{straight: drawn{sun: albedo.Times(100)}, albedo: albedo, n: r3.Vec{Z: 1}, at: r3.Vec{X: float64(i % w), Y: float64(i / w)}, object: 1}, k == 0)
		}
	}
	return f
}

func TestPathsGoWhereTheyAreNeeded(t *testing.T) {
	const w, h, mean = 40, 30, 3
	f := halves(w, h, 4)
	more := f.byNeed(mean, 1)
	var left, right, all int32
	for i, n := range more {
		assert.GreaterOrEqual(t, n, int32(0))
		assert.LessOrEqual(t, n, int32(mostAtOnce*mean)+1)
		switch {
		case i%w < w/2-1: // the next column has a patchy neighbour
			left += n
		case i%w >= w/2:
			right += n
		}
		all += n
	}
	assert.InEpsilon(t, mean*w*h, float64(all), 0.06, "so many as were asked for")
	assert.Greater(t, right, 10*left)
	assert.Positive(t, left, "some go anywhere")
	assert.Equal(t, more, f.byNeed(mean, 1), "the same film is shared out the same way")
	assert.NotEqual(t, more, f.byNeed(mean, 2))
}

func TestWithoutAnySpreadAllGetAlike(t *testing.T) {
	f := newFilm(8, 8)
	for i := range f.px {
		f.px[i].add(&first{straight: drawn{sun: light.White(1)}, albedo: light.White(0.5)}, true)
		f.px[i].add(&first{straight: drawn{sun: light.White(1)}, albedo: light.White(0.5)}, false)
	}
	for _, n := range f.byNeed(3, 1) {
		assert.Equal(t, int32(3), n)
	}
}

func TestLightThatBouncedIsFollowedAtEachPixelOfABlockInTurn(t *testing.T) {
	f := newFilm(4, 4)
	for k := range 8 {
		for j := 0; j < 4; j += 2 {
			for i := 0; i < 4; i += 2 {
				turns := 0
				for d := range 4 {
					if nth, ok := f.bounceAt(i+d%2, j+d/2, k); ok {
						assert.Equal(t, k/4, nth)
						turns++
					}
				}
				assert.Equal(t, 1, turns, "sample %d", k)
			}
		}
	}
	nths := map[int]bool{}
	for k := range 40 {
		if nth, ok := f.bounceAt(1, 0, k); ok {
			assert.False(t, nths[nth], "sample %d", k)
			nths[nth] = true
		}
	}
	assert.Len(t, nths, 2+32, "from the eighth on each does")
	f.every = 1
	nth, ok := f.bounceAt(1, 1, 5)
	assert.True(t, ok)
	assert.Equal(t, 5, nth)
}

func TestAFourthOfTheFilmIsItsFirstPixels(t *testing.T) {
	s := shotOf(overTheTable(), 61, nil) // an odd size
	f := newFilm(s.W, s.H)
	f.exposeFourth(s.stage, &s.lens, 1, s.dev.perLum, nil)
	taken := 0
	for i := range f.px {
		taken += f.px[i].samples()
	}
	q := f.fourth()
	assert.Equal(t, len(q.px), taken)
	for i := range q.px {
		assert.Equal(t, int32(1), q.px[i].count)
		assert.Equal(t, int32(1), q.px[i].bounces, "the first sample of each follows light on")
	}
	// What comes after is what would have come anyhow.
	whole := newFilm(s.W, s.H)
	whole.expose(s.stage, &s.lens, 2, 1, s.dev.perLum, nil)
	f.expose(s.stage, &s.lens, 2, 1, s.dev.perLum, nil)
	assert.Equal(t, whole.px, f.px)
}

func TestSobolIsWhatItsDigitsAdd(t *testing.T) {
	byDigits := func(n uint32) (r uint32) {
		for v := uint32(1) << 31; n != 0; n, v = n>>1, v^v>>1 {
			if n&1 != 0 {
				r ^= v
			}
		}
		return r
	}
	for _, n := range []uint32{0, 1, 2, 3, 255, 256, 65535, 1 << 24, 0xdeadbeef, math.MaxUint32} {
		assert.Equal(t, byDigits(n), bits.Reverse32(sobol(n)))
	}
}

// Each triangle is in one pack, each box holds what is in it, and a ray asks as often as was reckoned when the nodes were joined:
// each as its box is large. Most of a node's places are filled.
func TestNodesAreJoinedAsReckoned(t *testing.T) {
	tree := shotOf(overTheTable(), 40, nil).stage.tree
	seen := make([]int, len(tree.tris))
	asked, places := 0.0, 0
	var inner func(at int32) (lo, hi [3]float32)
	hold := func(lo, hi *[3]float32, a, b [3]float32) {
		for axis := range 3 {
			lo[axis], hi[axis] = min(lo[axis], a[axis]), max(hi[axis], b[axis])
		}
	}
	inner = func(at int32) (lo, hi [3]float32) {
		lo, hi = nowhere[0], nowhere[1]
		n := &tree.nodes[at]
		for k := range wide {
			var a, b, boxA, boxB [3]float32
			for axis := range 3 {
				boxA[axis], boxB[axis] = n.side[0][axis][k], n.side[1][axis][k]
			}
			if boxA[0] > boxB[0] {
				continue // none
			}
			places++
			asked += float64(area(boxA, boxB))
			if n.child[k] >= 0 {
				a, b = inner(n.child[k])
			} else {
				a, b = nowhere[0], nowhere[1]
				p := &tree.packs[^n.child[k]]
				for i := p.first; i < int32(len(tree.tris)) && i < p.first+wide; i++ {
					q := &tree.tris[i]
					if p.v[0][i-p.first] != q.v[0] || (triangle{e1: q.e1, e2: q.e2}) != (triangle{
						e1: [3]float32{p.e1[0][i-p.first], p.e1[1][i-p.first], p.e1[2][i-p.first]},
						e2: [3]float32{p.e2[0][i-p.first], p.e2[1][i-p.first], p.e2[2][i-p.first]}}) {
						break
					}
					seen[i]++
					for _, e := range [3][3]float32{{}, q.e1, q.e2} {
						c := [3]float32{q.v[0] + e[0], q.v[1] + e[1], q.v[2] + e[2]}
						hold(&a, &b, c, c)
					}
				}
			}
			for axis := range 3 {
				assert.LessOrEqual(t, boxA[axis], a[axis])
				assert.GreaterOrEqual(t, boxB[axis], b[axis])
			}
			hold(&lo, &hi, boxA, boxB)
		}
		return lo, hi
	}
	lo, hi := inner(0)
	for i, times := range seen {
		assert.Equal(t, 1, times, "triangle %d", i)
	}
	assert.Greater(t, float64(places)/float64(len(tree.nodes)), 5.0)
	// The same by the tree of twos: what a node has room for costs no more than any one way to share the room out.
	n := len(tree.tris)
	b := builderOf(tree.tris, make([]int32, n))
	b.grow(0, 0, n, 0)
	b.wait.Wait()
	as := joined(b.nodes[:b.next])
	assert.InEpsilon(t, as[0][0].cost-area(lo, hi), asked, 1e-3)
	for i := range as {
		if c := &b.nodes[i]; c.n == 0 {
			for k := 1; k < wide; k++ {
				assert.LessOrEqual(t, as[i][wide-1].cost, as[c.first][k-1].cost+as[c.first+1][wide-k-1].cost)
			}
			assert.LessOrEqual(t, as[i][0].cost, as[i][wide-1].cost+area(c.side[0], c.side[1]))
		}
	}
}

// The tree must find what asking every triangle finds.
func TestTreeAgainstEveryTriangle(t *testing.T) {
	s := shotOf(overTheTable(), 40, nil).stage
	d := newDice(1, 1, 9)
	hits, blocks := 0, 0
	for range 4000 {
		o := r3.Vec{X: 300 + 1000*d.random(), Y: 1000 * d.random(), Z: 5 + 300*d.random()}
		dir := unit(r3.Vec{X: d.random() - 0.5, Y: d.random() - 0.5, Z: d.random() - 0.7})
		r := newRay(o, dir)
		best := float32(math.MaxFloat32)
		for i := range s.tree.tris {
			if at, _, _, ok := s.tree.tris[i].meet(&r, 1e-3, best); ok {
				best = at
			}
		}
		got, ok := s.tree.nearest(&r, 1e-3, math.MaxFloat32)
		assert.Equal(t, best < math.MaxFloat32, ok)
		if ok {
			assert.Equal(t, best, got.t)
			hits++
		}
		opaque, clear := s.tree.blocked(&r, 1e-3, 900)
		assert.Equal(t, best < 900, opaque || clear)
		if opaque || clear {
			blocks++
		}
	}
	assert.Greater(t, hits, 300)
	assert.Greater(t, blocks, 300)
	one := newTree([]triangle{{[3]float32{0, 0, 0}, [3]float32{1, 0, 0}, [3]float32{0, 1, 0}}})
	one.clear = []bool{false}
	r := newRay(r3.Vec{X: 0.2, Y: 0.2, Z: 5}, r3.Vec{Z: -1})
	_, ok := one.nearest(&r, 1e-3, 100)
	assert.True(t, ok, "a tree of one leaf")
	opaque, _ := one.blocked(&r, 1e-3, 100)
	assert.True(t, opaque)
	opaque, _ = newTree(nil).blocked(&r, 1e-3, 100)
	assert.False(t, opaque, "a tree of none")
}
