package shape

import (
	"math"
	"slices"

	"gonum.org/v1/gonum/spatial/r3"
)

// Relief is a mesh sorted over the plan, for one that is asked many times how high it is:
// a place looks at the triangles of its own square, not at all of them.
type Relief struct {
	mesh         Mesh
	lo           r3.Vec
	across, deep int
	step         float64 // side of a square, mm
	from         []int32 // where each square's triangles begin in which
	which        []int32 // triangles, square by square
}

// trianglesASquare is about how many triangles of a closed mesh a square is over.
const trianglesASquare = 4

// Relief sorts the mesh. What is changed of the mesh afterwards does not count.
func (m Mesh) Relief() *Relief {
	lo, hi := m.Bounds()
	r := &Relief{mesh: m, lo: lo, across: 1, deep: 1}
	w, d := hi.X-lo.X, hi.Y-lo.Y
	r.step = math.Max(math.Sqrt(w*d*trianglesASquare/float64(max(1, len(m.T)))), math.Max(w, d)/1000)
	if r.step > 0 {
		r.across, r.deep = int(w/r.step)+1, int(d/r.step)+1
	}
	// Counted, then laid: each square's own stand together.
	r.from = make([]int32, r.across*r.deep+1)
	r.squares(func(_, square int) { r.from[square+1]++ })
	for i := range r.across * r.deep {
		r.from[i+1] += r.from[i]
	}
	r.which = make([]int32, r.from[len(r.from)-1])
	next := slices.Clone(r.from)
	r.squares(func(t, square int) { r.which[next[square]] = int32(t); next[square]++ })
	return r
}

// squares hands every triangle to every square that its upright box touches.
func (r *Relief) squares(put func(triangle, square int)) {
	for i, t := range r.mesh.T {
		a, b, c := r.mesh.P[t[0]], r.mesh.P[t[1]], r.mesh.P[t[2]]
		// A hair more than the triangle: what lies on an edge is over both sides (HeightAt).
		w, d := slackMm+1e-9*(max(a.X, b.X, c.X)-min(a.X, b.X, c.X)), slackMm+1e-9*(max(a.Y, b.Y, c.Y)-min(a.Y, b.Y, c.Y))
		x0, x1 := r.square(min(a.X, b.X, c.X)-w, r.lo.X, r.across), r.square(max(a.X, b.X, c.X)+w, r.lo.X, r.across)
		y0, y1 := r.square(min(a.Y, b.Y, c.Y)-d, r.lo.Y, r.deep), r.square(max(a.Y, b.Y, c.Y)+d, r.lo.Y, r.deep)
		for y := y0; y <= y1; y++ {
			for x := x0; x <= x1; x++ {
				put(i, y*r.across+x)
			}
		}
	}
}

const slackMm = 1e-6

// square is in which of n squares a place is along one side, the nearest for one outside.
func (r *Relief) square(at, lo float64, n int) int {
	if r.step == 0 {
		return 0
	}
	return min(n-1, max(0, int((at-lo)/r.step)))
}

// HeightAt is Mesh.HeightAt.
func (r *Relief) HeightAt(x, y float64) (float64, bool) {
	best, ok := math.Inf(-1), false
	k := r.square(y, r.lo.Y, r.deep)*r.across + r.square(x, r.lo.X, r.across)
	for _, t := range r.which[r.from[k]:r.from[k+1]] {
		if z, over := r.mesh.over(int(t), x, y); over && z > best {
			best, ok = z, true
		}
	}
	return best, ok
}
