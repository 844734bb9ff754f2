package light

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// tabletop is the table's brightness: on a grid over all of it, and finer ones
// round what stands on it, where shadows are.
type tabletop struct {
	grid
	near   []grid
	leafMm float64
}

// grid is brightness at even nodes over a rectangle of the table.
type grid struct {
	n          int     // cells a side; n+1 nodes
	x, y, w, d float64 // near left corner and extent, mm
	straight   []RGB   // lux at each node, row by row, cards left out
	lum        []RGB   // cd/m² at each node
	bare       []bool  // whether a node is clear of things standing on it
}

func (e *Engine) lightTable() tabletop {
	s, n := e.set.Table, e.detail.TableCells
	if s.Diffuse.Lux() <= 0 || n < 1 || s.WidthMm <= 0 || s.DepthMm <= 0 {
		return tabletop{}
	}
	t := tabletop{leafMm: e.detail.TableLeafMm, grid: e.lightGrid(0, 0, s.WidthMm, s.DepthMm, n)}
	if m := e.detail.NearCells; m > 0 {
		for _, c := range e.set.Solids {
			if c.Foot.Z > 1 {
				continue
			}
			reach := c.RadiusMm + 120
			x0, y0 := math.Max(0, c.Foot.X-reach), math.Max(0, c.Foot.Y-reach)
			x1, y1 := math.Min(s.WidthMm, c.Foot.X+reach), math.Min(s.DepthMm, c.Foot.Y+reach)
			if x1-x0 > 1 && y1-y0 > 1 {
				t.near = append(t.near, e.lightGrid(x0, y0, x1-x0, y1-y0, m))
			}
		}
	}
	return t
}

func (e *Engine) lightGrid(x, y, w, d float64, n int) grid {
	nodes := (n + 1) * (n + 1)
	g := grid{n: n, x: x, y: y, w: w, d: d, straight: make([]RGB, nodes), lum: make([]RGB, nodes), bare: make([]bool, nodes)}
	e.each(nodes, func(k int) {
		p := g.place(k)
		if g.bare[k] = !e.covered(p); g.bare[k] {
			p.Z = 0.01
			eye := e.glance(p, r3.Vec{Z: 1})
			g.straight[k] = e.room.Plus(e.direct(eye, nil))
			eye.done()
		}
	})
	return g
}

func (t *grid) place(k int) r3.Vec {
	return r3.Vec{X: t.x + t.w*float64(k%(t.n+1))/float64(t.n), Y: t.y + t.d*float64(k/(t.n+1))/float64(t.n)}
}

// relight adds what cards send to what the table gets straight.
func (e *Engine) relight() {
	e.relightGrid(&e.top.grid)
	for i := range e.top.near {
		e.relightGrid(&e.top.near[i])
	}
}

func (e *Engine) relightGrid(g *grid) {
	e.each(len(g.lum), func(k int) {
		if !g.bare[k] {
			return
		}
		lux := g.straight[k]
		if len(e.faces) > 0 {
			p := g.place(k)
			p.Z = 0.01
			eye := e.glance(p, r3.Vec{Z: 1})
			lux = lux.Plus(e.fromFaces(eye))
			eye.done()
		}
		g.lum[k] = lux.Through(e.set.Table.Diffuse).Times(1 / math.Pi)
	})
}

// at returns the brightness at a place, from the finest grid that holds it.
func (t *tabletop) at(x, y float64) RGB {
	for i := range t.near {
		if g := &t.near[i]; x >= g.x && y >= g.y && x <= g.x+g.w && y <= g.y+g.d {
			return g.at(x, y)
		}
	}
	return t.grid.at(x, y)
}

// at returns the brightness at x, y between the nodes that are bare.
func (t *grid) at(x, y float64) RGB {
	fx, fy := (x-t.x)/t.w*float64(t.n), (y-t.y)/t.d*float64(t.n)
	i, j := min(int(fx), t.n-1), min(int(fy), t.n-1)
	fx, fy = fx-float64(i), fy-float64(j)
	var sum RGB
	weight := 0.0
	add := func(i, j int, w float64) {
		if k := j*(t.n+1) + i; t.bare[k] {
			sum = sum.Plus(t.lum[k].Times(w))
			weight += w
		}
	}
	add(i, j, (1-fx)*(1-fy))
	add(i+1, j, fx*(1-fy))
	add(i, j+1, (1-fx)*fy)
	add(i+1, j+1, fx*fy)
	if weight == 0 {
		return RGB{}
	}
	return sum.Times(1 / weight)
}

// fromTable sums the light the table sends to a receptor, dividing the top into
// smaller parts the nearer they lie; all of it or only what is seen through the
// given outlines.
func (e *Engine) fromTable(eye *receptor, through []outline) RGB {
	if e.top.n == 0 || eye.p.Z <= 0 {
		return RGB{}
	}
	return e.tablePart(eye, through, e.top.leafMm, 0.5, e.top.w/2, e.top.d/2, e.top.w/2, e.top.d/2).Plus(e.fromSunlit(eye, through))
}

// fromTableCoarsely is fromTable for a cell of a card, where less will do.
func (e *Engine) fromTableCoarsely(eye *receptor) RGB {
	if e.top.n == 0 || eye.p.Z <= 0 {
		return RGB{}
	}
	return e.tablePart(eye, nil, math.Max(60, e.top.leafMm), 1, e.top.w/2, e.top.d/2, e.top.w/2, e.top.d/2).Plus(e.fromSunlit(eye, nil))
}

// tablePart sums a part of the table. It is divided while it is larger than near
// times its distance and than leaf, mm.
func (e *Engine) tablePart(eye *receptor, through []outline, leaf, near float64, x, y, hw, hd float64) RGB {
	q := Rect{Centre: r3.Vec{X: x, Y: y}, U: r3.Vec{X: hw}, V: r3.Vec{Y: hd}}
	var o outline
	if !eye.rect(&q, &o) {
		return RGB{}
	}
	f := o.factor()
	if f < 1e-5 {
		return RGB{}
	}
	size := 2 * math.Max(hw, hd)
	gap := math.Hypot(math.Hypot(math.Max(0, math.Abs(eye.p.X-x)-hw), math.Max(0, math.Abs(eye.p.Y-y)-hd)), eye.p.Z)
	if size > near*gap && size > leaf || size > e.top.w/3 {
		hw, hd := hw/2, hd/2
		return e.tablePart(eye, through, leaf, near, x-hw, y-hd, hw, hd).Plus(e.tablePart(eye, through, leaf, near, x+hw, y-hd, hw, hd)).
			Plus(e.tablePart(eye, through, leaf, near, x-hw, y+hd, hw, hd)).Plus(e.tablePart(eye, through, leaf, near, x+hw, y+hd, hw, hd))
	}
	l := e.top.at(x, y)
	if l == (RGB{}) {
		return RGB{}
	}
	// What stands on this part of the table hides it; the table's own top does not.
	seen := 0.0
	eye.cutThrough(&o, half{r3.Vec{Z: 1}, 0}, through, func(part *outline) { seen += part.factor() })
	return l.Times(math.Pi * seen)
}

// covered reports whether a solid stands on the point, so that it neither gets
// nor gives light.
func (e *Engine) covered(p r3.Vec) bool {
	for _, c := range e.set.Solids {
		if c.Foot.Z < 1 && math.Hypot(p.X-c.Foot.X, p.Y-c.Foot.Y) < c.RadiusMm {
			return true
		}
	}
	return false
}
