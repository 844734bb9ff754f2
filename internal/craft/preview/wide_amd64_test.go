package preview

import (
	"math"
	"testing"

	"figladder/internal/craft/light"
	"github.com/stretchr/testify/assert"
	"gonum.org/v1/gonum/spatial/r3"
)

// One number at a time finds what eight at once find: the same triangles, what lets light through or not, the same
// rectangles and places but for rounding.
func TestOneAtATimeFindsWhatEightFind(t *testing.T) {
	if !eight {
		t.Skip("this machine asks one at a time")
	}
	stage := shotOf(overTheTable(), 40, nil).stage
	tree := stage.tree
	d := newDice(3, 4, 5)
	triangles, planes, dark, through := 0, 0, 0, 0
	for i := range 6000 {
		r := newRay(r3.Vec{X: 300 + 1000*d.random(), Y: 1000 * d.random(), Z: 5 + 300*d.random()}, unit(r3.Vec{X: d.random() - 0.5, Y: d.random() - 0.5, Z: d.random() - 0.7}))
		p := &tree.packs[int(d.random()*float64(len(tree.packs)))]
		q := &tree.tris[p.first]
		to := func(a int) float64 { return float64(q.v[a] + (q.e1[a]+q.e2[a])/4) }
		from := r3.Vec{X: 300 + 1000*d.random(), Y: 1000 * d.random(), Z: 5 + 300*d.random()}
		if i%2 == 0 {
			r = newRay(from, unit(r3.Sub(r3.Vec{X: to(0), Y: to(1), Z: to(2)}, from)))
		}
		var a, b [wide]float32
		pack := &stage.flats.packs[0]
		m := meetFlats(pack, &r, 1e-3, 9000, &a)
		assert.Equal(t, meetFlatsPlainly(pack, &r, 1e-3, 9000, &b), m)
		for k := range wide {
			if m>>k&1 == 1 {
				assert.InDelta(t, b[k], a[k], 1e-2)
				planes++
			}
		}
		most := float32(100 + 2000*d.random())
		hit, ok := tree.nearest(&r, 1e-3, most)
		opaque, clear := tree.blocked(&r, 1e-3, most)
		eight = false
		plain, same := tree.nearest(&r, 1e-3, most)
		o, c := tree.blocked(&r, 1e-3, most)
		eight = true
		assert.Equal(t, same, ok)
		assert.InDelta(t, plain.t, hit.t, 1e-3)
		if ok && plain.tri == hit.tri { // else two meet at an edge
			assert.InDelta(t, plain.u, hit.u, 1e-3)
			assert.InDelta(t, plain.v, hit.v, 1e-3)
			triangles++
		}
		assert.Equal(t, [2]bool{o, c}, [2]bool{opaque, clear})
		if opaque {
			dark++
		} else if clear {
			through++
		}
	}
	assert.Greater(t, triangles, 800)
	assert.Greater(t, dark, 600)
	assert.Positive(t, through)
	assert.Positive(t, planes)
}

// A tree that asks for more room than is usual finds all the same.
func TestADeepTree(t *testing.T) {
	var tris []triangle
	for i := range 3000 { // ever smaller and ever nearer one another
		s := float32(math.Pow(0.99, float64(i)))
		tris = append(tris, triangle{v: [3]float32{s * 100, 0, s * 100}, e1: [3]float32{s, 0, 0}, e2: [3]float32{0, s, 0}})
	}
	tree := newTree(tris)
	tree.clear = make([]bool, len(tris))
	for _, room := range []int{fewLater, someLater, manyLater, manyLater + 1} {
		tree.later = max(tree.later, room)
		for i := range 300 {
			s := math.Pow(0.99, float64(i))
			r := newRay(r3.Vec{X: s * 100.3, Y: s * 0.3, Z: 200}, r3.Vec{Z: -1})
			hit, ok := tree.nearest(&r, 1e-3, 1e4)
			assert.True(t, ok)
			assert.InDelta(t, 200-s*100, hit.t, 1.1)
			opaque, _ := tree.blocked(&r, 1e-3, 1e4)
			assert.True(t, opaque)
		}
	}
}

// Eight pixels are smoothed as each is by itself, where there is nothing to smooth and nothing known, too.
func TestEightAreSmoothedAsOne(t *testing.T) {
	if !eight {
		t.Skip("this machine asks one at a time")
	}
	const w, h = 61, 23
	d := newDice(1, 2, 3)
	filled := func() *film {
		d = newDice(1, 2, 3)
		f := newFilm(w, h)
		for i := range f.px {
			for k := range 1 + int(4*d.random()) {
				n := unit(r3.Vec{X: 0.3 * d.random(), Y: 0.3 * d.random(), Z: 1})
				got := first{albedo: light.White(0.5), clean: light.White(d.random()), n: n, at: r3.Vec{X: float64(i % w), Y: float64(i / w), Z: 2 * d.random()}, object: int32(i/w) / 8}
				if i%w < w/2 { // the rest is dark, and its variance nothing
					got.straight.sun, got.bounced = light.White(0.5*d.random()), light.White(d.random())
				}
				f.px[i].add(&got, (i+k)%5 > 1)
			}
		}
		return f
	}
	together := filled().denoise()
	eight = false
	alone := filled().denoise()
	eight = true
	assert.InDeltaSlice(t, alone, together, 1e-4)
	assert.NotEqual(t, filled().linear(), together, "they were smoothed")
}

// Eight pairs are drawn as each is by itself.
func TestEightPairsAreDrawnAsOne(t *testing.T) {
	if !eight {
		t.Skip("this machine draws one at a time")
	}
	for k := range 300 {
		d := newDice(11*k, k, 5)
		var rolls [even + 4]float64
		for i := range rolls {
			rolls[i] = d.roll()
		}
		eight = false
		d = newDice(11*k, k, 5)
		for i := range rolls {
			assert.Equal(t, d.roll(), rolls[i])
		}
		eight = true
	}
}

// A lamp's four edges at once give what the view factor has by another hand, also where some of it lies below the horizon.
func TestFourEdgesFallAsTheViewFactor(t *testing.T) {
	if !eight {
		t.Skip("this machine asks one at a time")
	}
	d := newDice(5, 6, 7)
	var seen [5]int
	for range 3000 {
		q := light.Upright(r3.Vec{X: 900 * (d.random() - 0.5), Y: 900 * (d.random() - 0.5), Z: 100 + 900*d.random()}, 20+900*d.random(), 20+900*d.random(), 360*d.random(), 80*(d.random()-0.5))
		s := emptyStage(light.Set{Sources: []light.Source{{Rect: q, Luminance: light.White(1)}}})
		p := r3.Vec{X: 300 * d.random(), Y: 300 * d.random(), Z: 100 * d.random()}
		n := unit(r3.Vec{X: d.random() - 0.5, Y: d.random() - 0.5, Z: d.random()})
		want, got := math.Pi*light.Factor(p, n, q), s.lamps[0].falls(p, n)
		assert.InDelta(t, want, got, 1e-9*(0.01+want))
		eight = false
		assert.InDelta(t, want, s.lamps[0].falls(p, n), 1e-9*(0.01+want))
		eight = true
		above := 0
		for _, c := range s.lamps[0].corner {
			if r3.Dot(r3.Sub(c, p), n) > 0 {
				above++
			}
		}
		if want > 0 {
			seen[above]++
		}
	}
	for above := 1; above <= 4; above++ {
		assert.Greater(t, seen[above], 30, "%d corners above", above)
	}
}
