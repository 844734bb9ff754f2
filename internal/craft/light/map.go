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
	Asked   int       // nodes that were worked out, what the room sends by itself; the rest lie between them
}

// edge is by how much, of the brightest node, the light must jump before the last
// step is taken: from two nodes' distance to one.
const edge = 0.15

// Map works out the light on the whole table at the given step. It starts from a
// wide grid and works out more only where the light bends: at the edges of shadows
// and near what stands. Even light between nodes that agree is put in.
//
// What comes from the room is mapped by itself: shadows hardly cut it, and it costs as much
// as any other.
func (e *Engine) Map(stepMm float64) Map {
	t := e.set.Table
	m := Map{StepMm: stepMm, DepthMm: t.DepthMm, NX: int(t.WidthMm/stepMm) + 1, NY: int(t.DepthMm/stepMm) + 1}
	m.Covered = make([]bool, m.NX*m.NY)
	for k := range m.Covered {
		m.Covered[k] = e.Covered(m.place(k))
	}
	layers := [2]layer{m.layer(e.thingsOnTable), m.layer(e.roomOnTable)}
	most := 1e-12
	first := max(e.detail.MapCells, 1)
	e.begin(&layers[0], first)
	e.begin(&layers[1], 2*first)
	for k, known := range layers[1].known { // the other knows these nodes, too
		if known {
			most = math.Max(most, layers[0].lux[k]+layers[1].lux[k])
		}
	}
	for i := range layers {
		e.refine(&layers[i], most)
		m.Asked += layers[i].asked
	}
	m.Lux = layers[0].lux
	for k, more := range layers[1].lux {
		m.Lux[k] += more
	}
	return m
}

// place is where a node of the map lies on the table.
func (m *Map) place(k int) r3.Vec {
	return r3.Vec{X: m.StepMm * float64(k%m.NX), Y: m.StepMm * float64(k/m.NX)}
}

// layer is a map of one part of the light while it is being made.
type layer struct {
	m     *Map
	lux   []float64
	known []bool
	asked int
	todo  []int
	of    func(r3.Vec) float64
	cells []mapCell
}

// mapCell is a part of the grid, from one node to another.
type mapCell struct{ i0, j0, i1, j1 int }

func (m *Map) layer(of func(r3.Vec) float64) layer {
	return layer{m: m, of: of, lux: make([]float64, m.NX*m.NY), known: make([]bool, m.NX*m.NY)}
}

func (l *layer) want(i, j int) {
	if k := j*l.m.NX + i; i < l.m.NX && j < l.m.NY && !l.known[k] {
		l.known[k] = true
		l.todo = append(l.todo, k)
	}
}

func (l *layer) at(i, j int) float64 { return l.lux[j*l.m.NX+i] }

// between is the light at a node of a cell, taken from the cell's four corners.
func (l *layer) between(c mapCell, i, j int) float64 {
	fx, fy := share(c.i0, i, c.i1), share(c.j0, j, c.j1)
	return (l.at(c.i0, c.j0)*(1-fx)+l.at(c.i1, c.j0)*fx)*(1-fy) + (l.at(c.i0, c.j1)*(1-fx)+l.at(c.i1, c.j1)*fx)*fy
}

func (e *Engine) ask(l *layer) {
	e.each(len(l.todo), func(i int) { l.lux[l.todo[i]] = l.of(l.m.place(l.todo[i])) })
	l.asked += len(l.todo)
	l.todo = l.todo[:0]
}

// begin asks a wide grid of so many steps.
func (e *Engine) begin(l *layer, first int) {
	// The last row and column join the grid, wherever they fall.
	stops := func(n int) []int {
		var out []int
		for i := 0; i < n-1; i += first {
			out = append(out, i)
		}
		return append(out, n-1)
	}
	xs, ys := stops(l.m.NX), stops(l.m.NY)
	for _, j := range ys {
		for _, i := range xs {
			l.want(i, j)
		}
	}
	e.ask(l)
	for b := range len(ys) - 1 {
		for a := range len(xs) - 1 {
			l.cells = append(l.cells, mapCell{xs[a], ys[b], xs[a+1], ys[b+1]})
		}
	}
}

// refine halves the cells in which the light bends, and fills the others. Most is the
// brightest node of all light together.
func (e *Engine) refine(l *layer, most float64) {
	for len(l.cells) > 0 && e.Err() == nil {
		for _, c := range l.cells {
			im, jm := (c.i0+c.i1)/2, (c.j0+c.j1)/2
			for _, i := range [3]int{c.i0, im, c.i1} {
				for _, j := range [3]int{c.j0, jm, c.j1} {
					l.want(i, j)
				}
			}
		}
		e.ask(l)
		var next []mapCell
		for _, c := range l.cells {
			im, jm := (c.i0+c.i1)/2, (c.j0+c.j1)/2
			off := 0.0
			for _, q := range [5][2]int{{im, jm}, {im, c.j0}, {im, c.j1}, {c.i0, jm}, {c.i1, jm}} {
				off = math.Max(off, math.Abs(l.at(q[0], q[1])-l.between(c, q[0], q[1])))
			}
			wide := max(c.i1-c.i0, c.j1-c.j0)
			split := off > e.detail.Bend*most && wide > 4 || off > edge*most && wide > 2
			for _, a := range [2][2]int{{c.i0, im}, {im, c.i1}} {
				for _, b := range [2][2]int{{c.j0, jm}, {jm, c.j1}} {
					quarter := mapCell{a[0], b[0], a[1], b[1]}
					switch {
					case !split:
						l.fill(quarter)
					case a[1] > a[0] && b[1] > b[0] && (a[1]-a[0] > 1 || b[1]-b[0] > 1):
						next = append(next, quarter)
					}
				}
			}
		}
		l.cells = next
	}
}

// fill puts in what lies between a cell's corners.
func (l *layer) fill(c mapCell) {
	for j := c.j0; j <= c.j1; j++ {
		for i := c.i0; i <= c.i1; i++ {
			if k := j*l.m.NX + i; !l.known[k] {
				l.lux[k] = l.between(c, i, j)
			}
		}
	}
}

func share(from, at, to int) float64 {
	if to == from {
		return 0
	}
	return float64(at-from) / float64(to-from)
}

// tableLux is the light on the table at a place, all of it.
func (e *Engine) tableLux(p r3.Vec) float64 { return e.thingsOnTable(p) + e.roomOnTable(p) }

// thingsOnTable is what windows, lamps, the sun and everything in the set give the table at a place.
func (e *Engine) thingsOnTable(p r3.Vec) float64 {
	return e.onTable(p, func(eye *receptor) RGB { return e.direct(eye, nil).Plus(e.sunAt(eye)).Plus(e.fromFaces(eye)) })
}

// roomOnTable is what the room's walls, ceiling and floor give it.
func (e *Engine) roomOnTable(p r3.Vec) float64 {
	return e.onTable(p, func(eye *receptor) RGB { return e.fromRoom(eye, nil) })
}

// onTable asks at a place of the table; under a solid, beside it on the line from its
// middle.
func (e *Engine) onTable(p r3.Vec, of func(*receptor) RGB) float64 {
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
	defer eye.done()
	return of(eye).Lux()
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
