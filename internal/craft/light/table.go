package light

import (
	"math"
	"sync"

	"gonum.org/v1/gonum/spatial/r3"
)

// tabletop is the table's brightness on a grid of nodes.
type tabletop struct {
	n      int       // cells a side; n+1 nodes
	w, d   float64   // extent, mm
	lum    []float64 // cd/m² at each node, row by row
	bare   []bool    // whether a node is clear of things standing on it
	leafMm float64
}

func (e *Engine) lightTable() tabletop {
	s, n := e.set.Table, e.detail.TableCells
	if s.Reflectance <= 0 || n < 1 || s.WidthMm <= 0 || s.DepthMm <= 0 {
		return tabletop{}
	}
	t := tabletop{n: n, w: s.WidthMm, d: s.DepthMm, leafMm: e.detail.TableLeafMm,
		lum: make([]float64, (n+1)*(n+1)), bare: make([]bool, (n+1)*(n+1))}
	// A point on the table looks straight up, so its own horizon stands for the
	// table and only what stands on it can shade it.
	up := r3.Vec{Z: 1}
	var rows sync.WaitGroup
	row := func(j int) {
		for i := 0; i <= n; i++ {
			p := r3.Vec{X: t.w * float64(i) / float64(n), Y: t.d * float64(j) / float64(n), Z: 0.01}
			k := j*(n+1) + i
			if t.bare[k] = !e.covered(p); t.bare[k] {
				t.lum[k] = s.Reflectance * (e.directPast(p, up, e.standing) + e.room) / math.Pi
			}
		}
	}
	for j := 0; j <= n; j++ {
		rows.Go(func() { row(j) })
	}
	rows.Wait()
	return t
}

// covered reports whether a solid stands on the point, so that it neither gets
// nor gives light.
func (e *Engine) covered(p r3.Vec) bool {
	for _, o := range e.set.Solids {
		if c, ok := o.(Cylinder); ok && math.Hypot(p.X-c.Foot.X, p.Y-c.Foot.Y) < c.RadiusMm {
			return true
		}
	}
	return false
}

// at returns the brightness at x, y between the nodes that are bare.
func (t *tabletop) at(x, y float64) float64 {
	fx, fy := x/t.w*float64(t.n), y/t.d*float64(t.n)
	i, j := min(int(fx), t.n-1), min(int(fy), t.n-1)
	fx, fy = fx-float64(i), fy-float64(j)
	sum, weight := 0.0, 0.0
	add := func(i, j int, w float64) {
		if k := j*(t.n+1) + i; t.bare[k] {
			sum += w * t.lum[k]
			weight += w
		}
	}
	add(i, j, (1-fx)*(1-fy))
	add(i+1, j, fx*(1-fy))
	add(i, j+1, (1-fx)*fy)
	add(i+1, j+1, fx*fy)
	if weight == 0 {
		return 0
	}
	return sum / weight
}

// fromTable sums the light the table sends to a receptor, dividing the top into
// smaller parts the nearer they lie.
func (e *Engine) fromTable(p, n r3.Vec) float64 {
	if e.top.n == 0 || p.Z <= 0 {
		return 0
	}
	return e.tablePart(p, n, e.top.w/2, e.top.d/2, e.top.w/2, e.top.d/2)
}

func (e *Engine) tablePart(p, n r3.Vec, x, y, hw, hd float64) float64 {
	q := Rect{Centre: r3.Vec{X: x, Y: y}, U: r3.Vec{X: hw}, V: r3.Vec{Y: hd}}
	f := Factor(p, n, q)
	if f < 1e-6 {
		return 0
	}
	size := 2 * math.Max(hw, hd)
	gap := math.Hypot(math.Hypot(math.Max(0, math.Abs(p.X-x)-hw), math.Max(0, math.Abs(p.Y-y)-hd)), p.Z)
	if size > 0.4*gap && size > e.top.leafMm || size > e.top.w/6 {
		hw, hd := hw/2, hd/2
		return e.tablePart(p, n, x-hw, y-hd, hw, hd) + e.tablePart(p, n, x+hw, y-hd, hw, hd) +
			e.tablePart(p, n, x-hw, y+hd, hw, hd) + e.tablePart(p, n, x+hw, y+hd, hw, hd)
	}
	if e.covered(q.Centre) || !e.clear(p, q.Centre) {
		return 0
	}
	return math.Pi * e.top.at(x, y) * f
}
