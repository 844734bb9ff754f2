package light

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// Map is the light on the table at even steps, row by row from the near left
// corner. Where something stands the value is that of the table just beside it.
type Map struct {
	StepMm  float64
	DepthMm float64   // of the table; its last row may lie short of it
	NX, NY  int       // nodes across and away
	Lux     []float64 // NX × NY
	Covered []bool    // whether something stands on the node
	Asked   int       // nodes that were worked out; the rest lie between them
}

// edge is by how much, of the brightest node, the light must jump before the last
// step is taken: from two nodes' distance to one.
const edge = 0.15

// Map works out the light on the whole table at the given step. It starts from a
// wide grid and works out more only where the light bends: at the edges of shadows
// and near what stands. Even light between nodes that agree is put in.
func (e *Engine) Map(stepMm float64) Map {
	t := e.set.Table
	m := Map{StepMm: stepMm, DepthMm: t.DepthMm, NX: int(t.WidthMm/stepMm) + 1, NY: int(t.DepthMm/stepMm) + 1}
	m.Lux, m.Covered = make([]float64, m.NX*m.NY), make([]bool, m.NX*m.NY)
	known := make([]bool, len(m.Lux))
	ask := func(at []int) {
		e.each(len(at), func(i int) {
			k := at[i]
			p := r3.Vec{X: stepMm * float64(k%m.NX), Y: stepMm * float64(k/m.NX)}
			m.Covered[k] = e.Covered(p)
			m.Lux[k] = e.tableLux(p)
		})
		m.Asked += len(at)
	}
	var todo []int
	want := func(i, j int) {
		if i < m.NX && j < m.NY && !known[j*m.NX+i] {
			known[j*m.NX+i] = true
			todo = append(todo, j*m.NX+i)
		}
	}
	first := max(e.detail.MapCells, 1)
	// The last row and column join the grid, wherever they fall.
	stops := func(n int) []int {
		var out []int
		for i := 0; i < n-1; i += first {
			out = append(out, i)
		}
		return append(out, n-1)
	}
	xs, ys := stops(m.NX), stops(m.NY)
	for _, j := range ys {
		for _, i := range xs {
			want(i, j)
		}
	}
	ask(todo)
	most := 1e-12
	for _, k := range todo {
		most = math.Max(most, m.Lux[k])
	}
	type cell struct{ i0, j0, i1, j1 int }
	var cells []cell
	for b := range len(ys) - 1 {
		for a := range len(xs) - 1 {
			cells = append(cells, cell{xs[a], ys[b], xs[a+1], ys[b+1]})
		}
	}
	at := func(i, j int) float64 { return m.Lux[j*m.NX+i] }
	for len(cells) > 0 && e.Err() == nil {
		todo = todo[:0]
		for _, c := range cells {
			im, jm := (c.i0+c.i1)/2, (c.j0+c.j1)/2
			for _, i := range [3]int{c.i0, im, c.i1} {
				for _, j := range [3]int{c.j0, jm, c.j1} {
					want(i, j)
				}
			}
		}
		ask(todo)
		var next []cell
		for _, c := range cells {
			im, jm := (c.i0+c.i1)/2, (c.j0+c.j1)/2
			between := func(i, j int) float64 {
				fx, fy := share(c.i0, i, c.i1), share(c.j0, j, c.j1)
				return (at(c.i0, c.j0)*(1-fx)+at(c.i1, c.j0)*fx)*(1-fy) + (at(c.i0, c.j1)*(1-fx)+at(c.i1, c.j1)*fx)*fy
			}
			off := 0.0
			for _, q := range [5][2]int{{im, jm}, {im, c.j0}, {im, c.j1}, {c.i0, jm}, {c.i1, jm}} {
				off = math.Max(off, math.Abs(at(q[0], q[1])-between(q[0], q[1])))
			}
			wide := max(c.i1-c.i0, c.j1-c.j0)
			if off > e.detail.Bend*most && wide > 4 || off > edge*most && wide > 2 {
				for _, a := range [2][2]int{{c.i0, im}, {im, c.i1}} {
					for _, b := range [2][2]int{{c.j0, jm}, {jm, c.j1}} {
						if a[1] > a[0] && b[1] > b[0] && (a[1]-a[0] > 1 || b[1]-b[0] > 1) {
							next = append(next, cell{a[0], b[0], a[1], b[1]})
						}
					}
				}
				continue
			}
			// Between the nine nodes, in four parts.
			for j := c.j0; j <= c.j1; j++ {
				for i := c.i0; i <= c.i1; i++ {
					if k := j*m.NX + i; !known[k] {
						i0, i1, j0, j1 := c.i0, im, c.j0, jm
						if i > im {
							i0, i1 = im, c.i1
						}
						if j > jm {
							j0, j1 = jm, c.j1
						}
						fx, fy := share(i0, i, i1), share(j0, j, j1)
						m.Lux[k] = (at(i0, j0)*(1-fx)+at(i1, j0)*fx)*(1-fy) + (at(i0, j1)*(1-fx)+at(i1, j1)*fx)*fy
						m.Covered[k] = e.Covered(r3.Vec{X: stepMm * float64(i), Y: stepMm * float64(j)})
					}
				}
			}
		}
		cells = next
	}
	return m
}

func share(from, at, to int) float64 {
	if to == from {
		return 0
	}
	return float64(at-from) / float64(to-from)
}

// tableLux is the light on the table at a place; under a solid, beside it on the
// line from its middle.
func (e *Engine) tableLux(p r3.Vec) float64 {
	for _, c := range e.set.Solids {
		dx, dy := p.X-c.Foot.X, p.Y-c.Foot.Y
		if d := math.Hypot(dx, dy); c.Foot.Z < 1 && d < c.RadiusMm {
			k := (c.RadiusMm + 1) / math.Max(d, 1e-6)
			p.X, p.Y = c.Foot.X+dx*k, c.Foot.Y+dy*k
			if d < 1e-6 {
				p.X = c.Foot.X + c.RadiusMm + 1
			}
		}
	}
	p.Z = 0.01
	eye := e.glance(p, r3.Vec{Z: 1})
	lux := e.direct(eye, nil).Plus(e.sunAt(eye)).Plus(e.fromFaces(eye)).Plus(e.fromRoom(eye, nil))
	eye.done()
	return lux.Lux()
}

// At returns the light at a place on the table, between nodes.
func (m *Map) At(x, y float64) float64 {
	fx := math.Min(math.Max(x/m.StepMm, 0), float64(m.NX-1))
	fy := math.Min(math.Max(y/m.StepMm, 0), float64(m.NY-1))
	i, j := min(int(fx), m.NX-2), min(int(fy), m.NY-2)
	fx, fy = fx-float64(i), fy-float64(j)
	k := j*m.NX + i
	return (m.Lux[k]*(1-fx)+m.Lux[k+1]*fx)*(1-fy) + (m.Lux[k+m.NX]*(1-fx)+m.Lux[k+m.NX+1]*fx)*fy
}

// Stops returns the map in stops against a level of light. Nothing at all counts as
// floor stops under it.
func (m *Map) Stops(against, floor float64) []float64 {
	out := make([]float64, len(m.Lux))
	for k, v := range m.Lux {
		out[k] = math.Max(-floor, math.Log2(math.Max(v, 1e-9)/math.Max(against, 1e-9)))
	}
	return out
}
