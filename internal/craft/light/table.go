package light

import (
	"math"
	"slices"

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
	n, m       int      // cells along and across; one node more
	every      int      // of what comes by way of cards and room one node in so many is asked each way; a power of two
	x, y, w, d float64  // near left corner and extent, mm
	cos, sin   float64  // of the turn of its sides about that corner
	inner      float64  // of a ring about x, y, whose sides are its turn and how far out: how far out it begins, mm
	outer      float64  // and ends; 0 for what is no ring
	straight   []RGB    // lux at each node, row by row, cards left out
	lum        []RGB    // cd/m² at each node
	bare       []bool   // whether a node is clear of things standing on it
	room, open []RGB    // what each node gets from the room, and would with nothing in the way, as first worked out
	rest       []RGB    // what each node gets by way of cards and room, lux
	narrow     bool     // a strip along a foot: by way of cards and room it gets what the grid under it does
	relit      bool     // rest is known
	feet       [][]foot // what stands across each cell: light is not the same on its two sides
}

// foot is the line on which a card stands, in plan.
type foot struct{ a, b pt }

// standing is how low a card's lower edge must be to part the light on the table, mm.
const standing = 40

func feetOf(s *Set) []foot {
	var out []foot
	for i := range s.Panels {
		c := s.Panels[i].corners()
		for k := range c {
			if a, b := c[k], c[(k+1)%4]; math.Max(math.Abs(a.Z), math.Abs(b.Z)) < standing && math.Max(c[(k+2)%4].Z, c[(k+3)%4].Z) > standing {
				out = append(out, foot{pt{a.X, a.Y}, pt{b.X, b.Y}})
			}
		}
	}
	return out
}

// parts reports whether it stands between a place and a node, or the node is right under it,
// where the light is that of neither side.
func (f *foot) parts(p, q pt) bool {
	side := func(a, b, c pt) float64 { return (b.x-a.x)*(c.y-a.y) - (c.x-a.x)*(b.y-a.y) }
	dx, dy := f.b.x-f.a.x, f.b.y-f.a.y
	l := math.Hypot(dx, dy)
	if along := ((q.x-f.a.x)*dx + (q.y-f.a.y)*dy) / l; math.Abs(side(f.a, f.b, q)) < l && along > -1 && along < l+1 {
		return true // within 1 mm
	}
	return side(f.a, f.b, p)*side(f.a, f.b, q) < 0 && side(p, q, f.a)*side(p, q, f.b) < 0
}

// meets reports whether some of it may lie in a rectangle of the table.
func (f *foot) meets(x0, y0, x1, y1 float64) bool {
	if math.Max(f.a.x, f.b.x) < x0 || math.Min(f.a.x, f.b.x) > x1 || math.Max(f.a.y, f.b.y) < y0 || math.Min(f.a.y, f.b.y) > y1 {
		return false
	}
	left, right := false, false
	for _, q := range [4]pt{{x0, y0}, {x1, y0}, {x1, y1}, {x0, y1}} {
		if (f.b.x-f.a.x)*(q.y-f.a.y)-(q.x-f.a.x)*(f.b.y-f.a.y) > 0 {
			left = true
		} else {
			right = true
		}
	}
	return left && right
}

func (e *Engine) lightTable() tabletop {
	s, n := e.set.Table, e.detail.TableCells
	if s.Diffuse.Lux() <= 0 || n < 1 || s.WidthMm <= 0 || s.DepthMm <= 0 {
		return tabletop{}
	}
	t := tabletop{leafMm: e.detail.TableLeafMm, grid: e.lightGrid(grid{n: n, m: n, every: 4, w: s.WidthMm, d: s.DepthMm, cos: 1})}
	if e.detail.GlossSees {
		for i := range e.set.Solids {
			if g, ok := e.ring(&e.set.Solids[i]); ok {
				t.near = append(t.near, e.lightGrid(g))
			}
		}
		for _, f := range e.feet {
			if g, ok := f.strip(); ok {
				t.near = append(t.near, e.lightGrid(g))
			}
		}
	}
	if m := e.detail.NearCells; m > 0 {
		for _, c := range e.set.Solids {
			if c.Foot.Z > 1 {
				continue
			}
			reach := c.RadiusMm + 120
			x0, y0 := math.Max(0, c.Foot.X-reach), math.Max(0, c.Foot.Y-reach)
			x1, y1 := math.Min(s.WidthMm, c.Foot.X+reach), math.Min(s.DepthMm, c.Foot.Y+reach)
			if x1-x0 > 1 && y1-y0 > 1 {
				t.near = append(t.near, e.lightGrid(grid{n: m, m: m, every: 2, x: x0, y: y0, w: x1 - x0, d: y1 - y0, cos: 1}))
			}
		}
	}
	return t
}

// strip is a narrow grid along a foot: under a card that stands on clips light comes through
// a gap, and beside it lies the card's own shadow.
func (f *foot) strip() (grid, bool) {
	const beside, along, across = 60.0, 40.0, 15 // mm each way; odd, so that the foot lies within a cell
	dx, dy := f.b.x-f.a.x, f.b.y-f.a.y
	l := math.Hypot(dx, dy)
	if l < 10 {
		return grid{}, false
	}
	cos, sin := dx/l, dy/l
	return grid{n: int(math.Ceil(l/along)) + 2, m: across, x: f.a.x - along*cos + beside*sin, y: f.a.y - along*sin - beside*cos, w: l + 2*along, d: 2 * beside, cos: cos, sin: sin, narrow: true}, true
}

// lightGrid works out what comes straight to a grid's nodes.
func (e *Engine) lightGrid(g grid) grid {
	nodes := (g.n + 1) * (g.m + 1)
	g.straight, g.lum, g.bare, g.room, g.open, g.rest = make([]RGB, nodes), make([]RGB, nodes), make([]bool, nodes), make([]RGB, nodes), make([]RGB, nodes), make([]RGB, nodes)
	if len(e.feet) > 0 {
		g.feet = make([][]foot, g.n*g.m)
		for k := range g.feet {
			i, j := k%g.n, k/g.n
			x0, y0, x1, y1 := math.Inf(1), math.Inf(1), math.Inf(-1), math.Inf(-1)
			for c := range 4 {
				p := g.place((j+c/2)*(g.n+1) + i + c%2)
				x0, y0, x1, y1 = math.Min(x0, p.X), math.Min(y0, p.Y), math.Max(x1, p.X), math.Max(y1, p.Y)
			}
			for _, f := range e.feet {
				if f.meets(x0, y0, x1, y1) {
					g.feet[k] = append(g.feet[k], f)
				}
			}
		}
	}
	e.each(nodes, func(k int) {
		p := g.place(k)
		if g.bare[k] = !e.Covered(p); g.bare[k] {
			p.Z = 0.01
			eye := e.glance(p, r3.Vec{Z: 1})
			g.straight[k] = e.direct(eye, nil)
			g.lum[k] = g.straight[k].Through(e.set.Table.Diffuse).Times(1 / math.Pi)
			eye.done()
		}
	})
	return g
}

// fromRoom is what the room sends to a node. The room changes little from pass to pass: later
// ones take its first light and scale it.
func (t *grid) fromRoom(e *Engine, eye *receptor, k int) RGB {
	if e.around == nil || e.around.usual == 0 {
		return RGB{}
	}
	if !e.detail.GlossSees {
		return e.shaded.at(eye.p.X, eye.p.Y)
	}
	open := e.over.at(eye.p.X, eye.p.Y)
	if t.open[k] == (RGB{}) {
		t.room[k], t.open[k] = e.fromRoom(eye, nil), open
		return t.room[k]
	}
	return t.room[k].Through(open.over(t.open[k]))
}

// own is a place along the grid's sides.
func (t *grid) own(x, y float64) (u, v float64) {
	x, y = x-t.x, y-t.y
	if t.outer > 0 {
		return t.round(x, y)
	}
	return t.cos*x + t.sin*y, t.cos*y - t.sin*x
}

// holds reports whether a place lies in the grid.
func (t *grid) holds(x, y float64) bool {
	if t.outer > 0 {
		x, y = x-t.x, y-t.y
		off := x*x + y*y
		return off >= t.inner*t.inner && off <= t.outer*t.outer
	}
	u, v := t.own(x, y)
	return u >= 0 && v >= 0 && u <= t.w && v <= t.d
}

// place is where a node is.
func (t *grid) place(k int) r3.Vec {
	u, v := t.w*float64(k%(t.n+1))/float64(t.n), t.d*float64(k/(t.n+1))/float64(t.m)
	if t.outer > 0 {
		return t.about(u, v)
	}
	return r3.Vec{X: t.x + t.cos*u - t.sin*v, Y: t.y + t.sin*u + t.cos*v}
}

// relight adds what cards and the room send to what the table gets straight.
func (e *Engine) relight() {
	e.relightGrid(&e.top.grid)
	for _, narrow := range [2]bool{false, true} {
		for i := range e.top.near {
			if e.top.near[i].narrow == narrow {
				e.relightGrid(&e.top.near[i])
			}
		}
	}
}

// slack is by how much of its light the nodes beside one may differ for it to be taken to lie between them; a ring's lie close together.
const (
	slack     = 0.1
	ringSlack = 0.3
)

// relightGrid asks a node in so many each way. The rest lie between where those beside them differ by little, and are asked where not,
// halfway nodes first. What comes of later passes is more by little, and changes little from node to node: there half as many are
// asked each way, and all the rest lie between.
func (e *Engine) relightGrid(g *grid) {
	if g.n == 0 { // a table that returns nothing
		return
	}
	ask := func(k int) RGB {
		p := g.place(k)
		switch {
		case g.narrow:
			return e.top.under(p.X, p.Y)
		case len(e.faces) > 0 || e.around != nil:
			p.Z = 0.01
			eye := e.glance(p, r3.Vec{Z: 1})
			defer eye.done()
			return e.fromFaces(eye).Plus(g.fromRoom(e, eye, k))
		}
		return RGB{}
	}
	step, slack := g.every, slack
	switch {
	case !e.detail.GlossSees || g.narrow:
		step = 1
	case g.relit && g.n%(2*step) == 0 && g.m%(2*step) == 0:
		step *= 2
	case g.outer > 0:
		slack = ringSlack
	}
	known := func(step int) func(k int) bool {
		return func(k int) bool { return g.bare[k] && k%(g.n+1)%step == 0 && k/(g.n+1)%step == 0 }
	}
	more := make([]RGB, len(g.lum))
	each := func(is func(k int) bool, more func(k int)) {
		var at []int
		for k := range g.lum {
			if is(k) {
				at = append(at, k)
			}
		}
		e.each(len(at), func(i int) { more(at[i]) })
	}
	each(known(step), func(k int) { more[k] = ask(k).Plus(g.rest[k].Times(-1)) })
	for ; step > 1; step /= 2 {
		coarse, fine := known(step), known(step/2)
		each(func(k int) bool { return fine(k) && !coarse(k) }, func(k int) {
			m, apart, ok := g.beside(k, step/2, more, coarse)
			if ok && (g.relit || apart < slack*(g.straight[k].Lux()+m.Lux())) {
				more[k] = m
			} else {
				more[k] = ask(k).Plus(g.rest[k].Times(-1))
			}
		})
	}
	each(known(1), func(k int) {
		g.rest[k] = g.rest[k].Plus(more[k])
		g.lum[k] = g.straight[k].Plus(g.rest[k]).Through(e.set.Table.Diffuse).Times(1 / math.Pi)
	})
	g.relit = true
}

// beside is the mean of a value at those nodes a step from one at which it is known, and that are on the same side of what stands there,
// and how far the brightest of them is from the darkest, lux; false where there are none.
func (t *grid) beside(k, step int, values []RGB, known func(k int) bool) (mean RGB, apart float64, ok bool) {
	i, j := k%(t.n+1), k/(t.n+1)
	here := t.place(k)
	n, low, high := 0.0, math.Inf(1), math.Inf(-1)
	for _, y := range [3]int{j - step, j, j + step} {
		for _, x := range [3]int{i - step, i, i + step} {
			at := y*(t.n+1) + x
			if x < 0 || y < 0 || x > t.n || y > t.m || !known(at) || t.parted(here, i, j, x, y) {
				continue
			}
			mean, n = mean.Plus(values[at]), n+1
			low, high = math.Min(low, values[at].Lux()), math.Max(high, values[at].Lux())
		}
	}
	return mean.Times(1 / math.Max(n, 1)), high - low, n > 0
}

// parted reports whether something stands between the node i, j, which is here, and the node x, y.
func (t *grid) parted(here r3.Vec, i, j, x, y int) bool {
	if t.feet == nil {
		return false
	}
	p := t.place(y*(t.n+1) + x)
	parts := func(f foot) bool { return f.parts(pt{here.X, here.Y}, pt{p.X, p.Y}) }
	for row := min(j, y, t.m-1); row < max(j, y, min(j, t.m-1)+1); row++ {
		for col := min(i, x, t.n-1); col < max(i, x, min(i, t.n-1)+1); col++ {
			if slices.ContainsFunc(t.feet[row*t.n+col], parts) {
				return true
			}
		}
	}
	return false
}

// under is what a place gets by way of cards and room, from the finest grid that holds it and
// is no strip.
func (t *tabletop) under(x, y float64) RGB {
	g := &t.grid
	for i := range t.near {
		if !t.near[i].narrow && t.near[i].holds(x, y) {
			g = &t.near[i]
			break
		}
	}
	return g.of(g.rest, x, y)
}

// at returns the brightness at a place, from the finest grid that holds it.
func (t *tabletop) at(x, y float64) RGB {
	for i := range t.near {
		if g := &t.near[i]; g.holds(x, y) {
			return g.at(x, y)
		}
	}
	return t.grid.at(x, y)
}

// at returns the brightness at x, y between the nodes that are bare and on the same side of
// what stands there.
func (t *grid) at(x, y float64) RGB { return t.of(t.lum, x, y) }

// of is at for any value of the nodes.
func (t *grid) of(values []RGB, x, y float64) RGB {
	u, v := t.own(x, y)
	// A card may stand over the table's edge, and its strip reach beyond it.
	fx, fy := math.Min(math.Max(u/t.w, 0), 1)*float64(t.n), math.Min(math.Max(v/t.d, 0), 1)*float64(t.m)
	i, j := min(int(fx), t.n-1), min(int(fy), t.m-1)
	fx, fy = fx-float64(i), fy-float64(j)
	var sum RGB
	weight := 0.0
	var across []foot
	if t.feet != nil {
		across = t.feet[j*t.n+i]
	}
	here := pt{x, y}
	add := func(i, j int, w float64) {
		if k := j*(t.n+1) + i; t.bare[k] {
			for f := range across {
				if p := t.place(k); across[f].parts(here, pt{p.X, p.Y}) {
					w *= 1e-6 // taken only when nothing else is there
				}
			}
			sum = sum.Plus(values[k].Times(w))
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
	leaf := e.top.leafMm
	if e.detail.GlossSees { // from low over it the nearest of it looks large
		leaf = math.Min(leaf, math.Max(1, eye.p.Z/2))
	}
	return e.tablePart(eye, through, leaf, 0.5, e.top.w/2, e.top.d/2, e.top.w/2, e.top.d/2).Plus(e.fromSunlit(eye, through))
}

// fromTableCoarsely is fromTable for a cell of a card or wall, where less will do.
func (e *Engine) fromTableCoarsely(eye *receptor) RGB {
	if eye.p.Z <= 0 {
		return RGB{}
	}
	return e.fromTableUnsunned(eye).Plus(e.fromSunlit(eye, nil))
}

// fromTableUnsunned is fromTableCoarsely less the sun on the table.
func (e *Engine) fromTableUnsunned(eye *receptor) RGB {
	if e.top.n == 0 || eye.p.Z <= 0 {
		return RGB{}
	}
	return e.tablePart(eye, nil, math.Max(60, e.top.leafMm), 1, e.top.w/2, e.top.d/2, e.top.w/2, e.top.d/2)
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
	little := f < 1e-5
	if little && (f < 1e-7 || !e.detail.GlossSees) { // of many small parts none is to be left out
		return RGB{}
	}
	size := 2 * math.Max(hw, hd)
	gap := math.Hypot(math.Hypot(math.Max(0, math.Abs(eye.p.X-x)-hw), math.Max(0, math.Abs(eye.p.Y-y)-hd)), eye.p.Z)
	if !little && size > near*gap && size > leaf || size > e.top.w/3 || f > footShare && size > footMm && (!eye.rough || size > 0.3*gap) && e.stands(x-hw, y-hd, x+hw, y+hd) {
		hw, hd := hw/2, hd/2
		return e.tablePart(eye, through, leaf, near, x-hw, y-hd, hw, hd).Plus(e.tablePart(eye, through, leaf, near, x+hw, y-hd, hw, hd)).
			Plus(e.tablePart(eye, through, leaf, near, x-hw, y+hd, hw, hd)).Plus(e.tablePart(eye, through, leaf, near, x+hw, y+hd, hw, hd))
	}
	// What stands on this part of the table hides it; the table's own top does not.
	var sum RGB
	eye.cutThrough(&o, half{r3.Vec{Z: 1}, 0}, through, func(part *outline) {
		sum = sum.Plus(e.meanOfTable(eye, part, x, y, hw, hd).Times(math.Pi * part.factor()))
	})
	return sum
}

// meanOfTable is how bright the table is over what is seen of a part of it. Readings ask between its middle and its corners,
// where Gauss's four points of a square lie, and weigh each by what it gives there.
func (e *Engine) meanOfTable(eye *receptor, part *outline, x, y, hw, hd float64) RGB {
	if !e.detail.GlossSees {
		return e.top.at(x, y)
	}
	if eye.rough {
		at := eye.middleOnTop(part, x, y, hw, hd)
		return e.top.at(at.x, at.y)
	}
	const out = 0.5773502691896258 // 1/√3
	var middle pt
	for _, c := range part.p[:part.n] {
		middle.x, middle.y = middle.x+c.x/float64(part.n), middle.y+c.y/float64(part.n)
	}
	var sum RGB
	all := 0.0
	for _, c := range part.p[:part.n] {
		q := pt{middle.x + out*(c.x-middle.x), middle.y + out*(c.y-middle.y)}
		weight := 1 / (1 + q.x*q.x + q.y*q.y) // cos² there; its square is what a part of the gnomonic plane gives
		weight *= weight
		at := eye.onTop(q, x, y, hw, hd)
		sum, all = sum.Plus(e.top.at(at.x, at.y).Times(weight)), all+weight
	}
	return sum.Times(1 / all)
}

// onTop is the place of the table that is seen in a direction, within a part of it about x, y.
func (v *view) onTop(q pt, x, y, hw, hd float64) pt {
	d := v.direction(q)
	k := -v.p.Z / math.Min(d.Z, -1e-9)
	return pt{math.Min(math.Max(v.p.X+k*d.X, x-hw), x+hw), math.Min(math.Max(v.p.Y+k*d.Y, y-hd), y+hd)}
}

// middleOnTop is the middle of what is seen of a part of the table, not of what is hidden.
func (v *view) middleOnTop(part *outline, x, y, hw, hd float64) pt {
	var middle pt
	for _, q := range part.p[:part.n] {
		at := v.onTop(q, x, y, hw, hd)
		middle.x, middle.y = middle.x+at.x/float64(part.n), middle.y+at.y/float64(part.n)
	}
	return middle
}

// A part of the table on which something stands is divided down to footMm while it gives
// more than footShare of a hemisphere.
const (
	footMm    = 18
	footShare = 2e-4
)

// stands reports whether a card stands in a rectangle of the table; readings ask, not what
// only needs to be quick.
func (e *Engine) stands(x0, y0, x1, y1 float64) bool {
	if !e.detail.GlossSees {
		return false
	}
	for i := range e.feet {
		if e.feet[i].meets(x0, y0, x1, y1) {
			return true
		}
	}
	return false
}

// Covered reports whether a solid stands on the point, so that it neither gets
// nor gives light.
func (e *Engine) Covered(p r3.Vec) bool {
	for _, c := range e.set.Solids {
		if c.Foot.Z < 1 && math.Hypot(p.X-c.Foot.X, p.Y-c.Foot.Y) < c.RadiusMm {
			return true
		}
	}
	return false
}
