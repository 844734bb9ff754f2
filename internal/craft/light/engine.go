package light

import (
	"math"
	"runtime"
	"sync"
	"sync/atomic"

	"gonum.org/v1/gonum/spatial/r3"
)

// Enclosure is the box the set stands in, as far as it matters to fill: its inside
// surface and how much of the light those surfaces return.
type Enclosure struct {
	SurfaceM2   float64 // walls, floor and ceiling, m²
	Reflectance float64 // area-weighted, 0 to 1
}

// Table is the horizontal top at z = 0.
type Table struct {
	WidthMm, DepthMm float64 // x and y extent, from the origin
	Diffuse          RGB     // share of light returned, by part
}

// Set is everything that sends, bounces or stops light.
type Set struct {
	Sources []Source
	Windows []Window
	Sun     *Sun // direct beam, which comes in by the windows; nil for none
	Panels  []Panel
	Table   Table
	Room    Enclosure
	Solids  []Cylinder // things on the table
}

// Detail is how finely areas are divided.
type Detail struct {
	SkyStrips   int     // a window is cut into so many, each with the sky's mean
	PanelLevels int     // a panel into at most 4^PanelLevels cells
	TableCells  int     // the table's brightness is known at (TableCells+1)² nodes
	NearCells   int     // and round each solid on a finer grid of so many cells a side; 0 for none
	Even        float64 // cells whose light differs by less than this share are taken together
	Skip        float64 // a face that gives less than this share of what is usual is passed over
	Passes      int     // how often cards and table are asked again: bounces after the first
	GlossSees   bool    // whether glossy faces show table and cards, or only what shines by itself
	TableLeafMm float64 // the smallest part of the table summed on its own
	Facets      int     // upright faces round the hero
	MapCells    int     // a light map's first grid has cells of so many steps
	Bend        float64 // how far, as a share of the brightest node, light half way between nodes may lie from their mean before the map goes finer
}

// Fine is for readings, Coarse for dragging and for pictures, Search for trying
// many sets.
var (
	Fine   = Detail{SkyStrips: 6, PanelLevels: 3, Even: 0.03, Skip: 3e-4, Passes: 2, GlossSees: true, TableCells: 20, NearCells: 32, TableLeafMm: 8, Facets: 48, MapCells: 4, Bend: 0.01}
	Coarse = Detail{SkyStrips: 2, PanelLevels: 1, Even: 0.15, Skip: 4e-3, Passes: 1, TableCells: 10, TableLeafMm: 40, Facets: 24, MapCells: 8, Bend: 0.025}
	Search = Detail{SkyStrips: 1, PanelLevels: 1, Even: 0.3, Skip: 8e-3, Passes: 1, TableCells: 6, TableLeafMm: 90, Facets: 16, MapCells: 4, Bend: 0.03}
)

// Parts is illuminance by where it came from.
type Parts struct {
	Direct RGB // straight from windows and lamps
	Sun    RGB // straight from the sun
	Card   RGB // by way of cards, boards and diffusers
	Table  RGB // by way of the table
	Room   RGB // from the room's walls
}

// Sum is all of it.
func (p Parts) Sum() RGB { return p.Direct.Plus(p.Sun).Plus(p.Card).Plus(p.Table).Plus(p.Room) }

// Total is the sum in lux.
func (p Parts) Total() float64 { return p.Sum().Lux() }

// Engine answers questions about one Set. Making it works out what every card
// and the table receive; asking is then cheap. Safe for use by many goroutines.
type Engine struct {
	set      Set
	detail   Detail
	blockers []blocker
	faces    []face
	top      tabletop
	room     RGB
	usual    float64 // light on the table at its brightest, straight, lux: a scale
}

// NewEngine prepares a Set. Light goes two bounces at least: window to card to
// table to dish, to table to card, or from card to card; a diffuser counts as a
// source. Fine goes on until more would be under two in a hundred.
func NewEngine(s Set, d Detail) *Engine {
	e := &Engine{set: s, detail: d, faces: facesOf(s.Panels)}
	e.blockers = blockersOf(&e.set)
	e.room = roomLight(&s)
	e.usual = e.scale()
	e.light()
	return e
}

// scale is about how bright the table is: the most of nine places, straight from
// what shines.
func (e *Engine) scale() float64 {
	most := 1e-9
	top := Rect{Centre: r3.Vec{X: e.set.Table.WidthMm / 2, Y: e.set.Table.DepthMm / 2, Z: 0.01}, U: r3.Vec{X: e.set.Table.WidthMm / 3}, V: r3.Vec{Y: e.set.Table.DepthMm / 3}}
	for i := range 9 {
		eye := e.look(top.At(float64(i%3)-1, float64(i/3)-1), r3.Vec{Z: 1})
		most = math.Max(most, e.direct(eye, nil).Lux()+e.room.Lux())
		eye.done()
	}
	return most
}

// light works out what faces and table send.
func (e *Engine) light() {
	side := 1 << e.detail.PanelLevels
	// What comes to a gloss by the second bounce is followed, or is taken to leave it
	// evenly.
	evenly := func(f *face) RGB {
		if f.mirror || e.detail.GlossSees {
			return RGB{}
		}
		return f.surface.Gloss
	}
	type cell struct{ face, i, j int }
	var diffusers, others []cell
	got := make([][]RGB, len(e.faces))  // light on each cell, the first bounce
	late := make([][]RGB, len(e.faces)) // and the second
	for k := range e.faces {
		f := &e.faces[k]
		f.dead = true
		got[k], late[k] = make([]RGB, side*side), make([]RGB, side*side)
		f.glossy = make([][]glow, side*side)
		for j := range side {
			for i := range side {
				if f.through.Lux() > 0 {
					diffusers = append(diffusers, cell{k, i, j})
				} else {
					others = append(others, cell{k, i, j})
				}
			}
		}
	}
	place := func(c cell) (p, n r3.Vec) {
		f := &e.faces[c.face]
		n = f.fronts.n
		return r3.Add(f.cell(c.i, c.j, side, side).Centre, r3.Scale(0.01, n)), n
	}
	send := func(through bool) {
		for k := range e.faces {
			f := &e.faces[k]
			if (f.through.Lux() > 0) != through {
				continue
			}
			out := make([]RGB, side*side)
			for at, lux := range got[k] {
				// The other side's cells run the other way across.
				i, j := at%side, at/side
				over := j*side + side - 1 - i
				out[at] = lux.Plus(late[k][at]).Through(f.surface.Diffuse).Plus(got[k^1][over].Plus(late[k^1][over]).Through(f.through)).
					Plus(late[k][at].Through(evenly(f))).Times(1 / math.Pi)
			}
			f.settle(out, e.detail.Even, e.usual)
		}
	}
	first := func(cells []cell) {
		parallel(len(cells), func(at int) {
			c := cells[at]
			f := &e.faces[c.face]
			p, n := place(c)
			eye := e.glance(p, n)
			lux := e.room.Plus(e.direct(eye, nil)).Plus(e.fromFaces(eye)).Plus(e.sunOn(f.cell(c.i, c.j, side, side), n))
			if f.surface.Lobe > 0 {
				f.glossy[c.j*side+c.i] = e.glows(eye, f.surface.Lobe)
			}
			eye.done()
			got[c.face][c.j*side+c.i] = lux
		})
	}
	first(diffusers)
	send(true)
	first(others)
	send(false)
	e.top = e.lightTable()
	e.relight()
	if len(e.faces) == 0 {
		return
	}
	all := append(diffusers, others...)
	seconds := make([]int, len(all)) // how many of a gloss's glows were there at first
	for at, c := range all {
		seconds[at] = len(e.faces[c.face].glossy[c.j*side+c.i])
	}
	for pass := 1; ; pass++ {
		parallel(len(all), func(at int) {
			c := all[at]
			p, n := place(c)
			eye := e.glance(p, n)
			more := e.fromTableCoarsely(eye)
			k := c.j*side + c.i
			if f := &e.faces[c.face]; f.surface.Lobe > 0 && e.detail.GlossSees {
				f.glossy[k] = append(f.glossy[k][:seconds[at]], e.secondGlows(eye, f.surface.Lobe)...)
			}
			if e.faces[c.face].through.Lux() == 0 {
				more = more.Plus(e.fromCards(eye))
			} else {
				more = more.Plus(e.fromFaces(eye))
			}
			eye.done()
			late[c.face][k] = more
		})
		send(true)
		send(false)
		if pass >= e.detail.Passes {
			return
		}
		e.relight()
	}
}

// At returns the light on a receptor at p facing n (unit), by origin.
func (e *Engine) At(p, n r3.Vec) Parts {
	eye := e.look(p, n)
	out := Parts{Direct: e.direct(eye, nil), Sun: e.sunAt(eye), Card: e.fromFaces(eye), Table: e.fromTable(eye, nil), Room: e.room}
	eye.done()
	return out
}

// direct is what the receptor gets from windows and lamps, all of it or only what
// is seen through the given outlines.
func (e *Engine) direct(eye *receptor, through []outline) RGB {
	var sum RGB
	eye.sources(&e.set, e.detail, through, func(o *outline, l RGB) {
		sum = sum.Plus(l.Times(math.Pi * o.factor()))
	})
	return sum
}

// sunAt is the sun's own beam on the receptor, straight.
func (e *Engine) sunAt(eye *receptor) RGB {
	if e.set.Sun == nil {
		return RGB{}
	}
	cos := r3.Dot(eye.n, e.set.Sun.Toward)
	if cos <= 0 {
		return RGB{}
	}
	return e.set.Sun.Lux.Times(cos * e.beam(eye.p, e.set.Sun.Toward))
}

// sunOn is the sun's mean light on a small rectangle that faces n: a third of its
// cells across may lie in it, the rest out.
func (e *Engine) sunOn(q Rect, n r3.Vec) RGB {
	s := e.set.Sun
	if s == nil || r3.Dot(n, s.Toward) <= 0 {
		return RGB{}
	}
	const looks = 4
	share := 0.0
	for j := range looks {
		for i := range looks {
			share += e.beam(r3.Add(q.cell(i, j, looks, looks).Centre, r3.Scale(0.01, n)), s.Toward)
		}
	}
	return s.Lux.Times(r3.Dot(n, s.Toward) * share / (looks * looks))
}

// beam is the share of the sun that reaches p along toward, past what stands in
// the way.
func (e *Engine) beam(p, toward r3.Vec) float64 {
	for i := range e.set.Windows {
		share, x := e.set.Windows[i].passes(p, toward)
		if share == 0 {
			continue
		}
		for k := range e.blockers {
			if e.blockers[k].blocks(p, x) {
				return 0
			}
		}
		return share
	}
	return 0
}

// fromFaces is what all faces send to the receptor.
func (e *Engine) fromFaces(eye *receptor) RGB {
	var sum RGB
	for k := range e.faces {
		sum = sum.Plus(e.fromFace(eye, &e.faces[k]))
	}
	return sum
}

// fromCards is fromFaces without the diffusers.
func (e *Engine) fromCards(eye *receptor) RGB {
	var sum RGB
	for k := range e.faces {
		if e.faces[k].through.Lux() == 0 {
			sum = sum.Plus(e.fromFace(eye, &e.faces[k]))
		}
	}
	return sum
}

func (e *Engine) fromFace(eye *receptor, f *face) RGB {
	if f.dead || f.fronts.side(eye.p) <= 0.02 {
		return RGB{}
	}
	if f.mirror {
		return e.fromMirror(eye, f).Plus(e.fromCells(eye, f, nil))
	}
	return e.fromCells(eye, f, nil)
}

// fromCells is what the cells of a face send to the receptor, all of it or only what
// is seen through the given outlines.
func (e *Engine) fromCells(eye *receptor, f *face, through []outline) RGB {
	var whole outline
	// At the most it fills its area over the square of its distance.
	if near := f.away(eye.p); f.areaMm2*f.most < e.detail.Skip*e.usual*math.Pi*near*near {
		return RGB{}
	}
	if f.most == 0 || !eye.rect(&f.Rect, &whole) || whole.factor()*f.most < e.detail.Skip*e.usual {
		return RGB{}
	}
	pieces := eye.pieces[:0]
	eye.cutThrough(&whole, f.fronts, through, func(part *outline) { pieces = append(pieces, *part) })
	eye.pieces = pieces
	if len(pieces) == 0 {
		return RGB{}
	}
	level := min(f.level(eye.p), f.enough)
	if f.surface.Lobe > 0 {
		level = min(2, len(f.levels)-1)
		if e.detail.GlossSees && !eye.rough {
			level = len(f.levels) - 1
		}
	}
	if level == 0 && f.surface.Lobe == 0 {
		seen := 0.0
		for i := range pieces {
			seen += pieces[i].factor()
		}
		return f.levels[0][0].Times(math.Pi * seen)
	}
	open := len(pieces) == 1 && pieces[0].n == whole.n && pieces[0].p == whole.p
	side := 1 << level
	step := (1 << (len(f.levels) - 1)) / side // finest cells to one of this level
	grid, above := eye.gridOf(&f.Rect, side)
	var sum RGB
	for j := range side {
		for i := range side {
			var o, cut outline
			if above {
				k := j*(side+1) + i
				o.n = 4
				o.p[0], o.p[1], o.p[2], o.p[3] = grid[k], grid[k+1], grid[k+side+2], grid[k+side+1]
				o.turnLeft()
			} else if cell := f.cell(i, j, side, side); !eye.rect(&cell, &o) {
				continue
			}
			seen := 0.0
			if open {
				seen = o.factor()
			} else {
				for k := range pieces {
					if !o.apart(&pieces[k]) && o.within(&pieces[k], &cut) {
						seen += cut.factor()
					}
				}
			}
			if seen == 0 {
				continue
			}
			l := f.levels[level][j*side+i]
			if f.surface.Lobe > 0 && seen*f.most > 0.1*e.detail.Skip*e.usual {
				l = l.Plus(f.shineOver(eye, f.cell(i, j, side, side), f.glossy[(j*step+step/2)*side*step+i*step+step/2]))
			}
			sum = sum.Plus(l.Times(math.Pi * seen))
		}
	}
	return sum
}

// gridOf projects the corners of a rectangle's side × side cells, and reports
// whether all are above the horizon.
func (eye *receptor) gridOf(q *Rect, side int) ([]pt, bool) {
	c, u, v := eye.local(q.Centre), eye.turned(q.U), eye.turned(q.V)
	if c.Z-math.Abs(u.Z)-math.Abs(v.Z) <= rim {
		return nil, false
	}
	eye.grid = eye.grid[:0]
	for j := range side + 1 {
		t := 2*float64(j)/float64(side) - 1
		for i := range side + 1 {
			s := 2*float64(i)/float64(side) - 1
			z := 1 / (c.Z + s*u.Z + t*v.Z)
			eye.grid = append(eye.grid, pt{(c.X + s*u.X + t*v.X) * z, (c.Y + s*u.Y + t*v.Y) * z})
		}
	}
	return eye.grid, true
}

// shine is the luminance of a glossy cell at x toward p: what it sees, weighed by
// its lobe about the mirror direction. The weight is (n+1)/2π cosⁿ, less where the
// light comes in more grazing than it leaves, so that no light is made (Neumann &
// Neumann's bound for lobe models).
func (f *face) shine(p, x r3.Vec, seen []glow) RGB {
	n := f.fronts.n
	to := unit(r3.Sub(p, x))
	out := r3.Dot(to, n)
	r := r3.Sub(r3.Scale(2*out, n), to)
	power := f.surface.Lobe
	var sum RGB
	for _, g := range seen {
		if out <= 0 || r3.Dot(r, g.middle) < g.least {
			continue
		}
		bound := grazing(g.dirs, r, n, out, power)
		if g.sun != (RGB{}) {
			if c := r3.Dot(r, g.dirs[0]); c > 0 {
				sum = sum.Plus(g.sun.Times(bound * float64(power+1) / (2 * math.Pi) * math.Pow(c, float64(power))))
			}
			continue
		}
		sum = sum.Plus(g.luminance.Times(bound * float64(power+1) / (2 * math.Pi) * lobeMoment(r, g.dirs, power)))
	}
	return sum.Through(f.surface.Gloss)
}

// shineOver is the mean of shine over a cell: at more places the larger the cell
// looks against its lobe, each weighed by what it gives the receptor.
func (f *face) shineOver(eye *receptor, cell Rect, seen []glow) RGB {
	size := math.Max(r3.Norm(cell.U), r3.Norm(cell.V)) * 2 / math.Max(cell.away(eye.p), 1)
	most := 6
	if eye.rough {
		most = 1
	}
	n := max(1, min(most, int(math.Ceil(size*math.Sqrt(float64(f.surface.Lobe))/1.3))))
	if n == 1 {
		return f.shine(eye.p, cell.Centre, seen)
	}
	var sum RGB
	all := 0.0
	for j := range n {
		for i := range n {
			x := cell.cell(i, j, n, n).Centre
			d := r3.Sub(x, eye.p)
			r2 := r3.Norm2(d)
			k := r3.Dot(d, eye.n) * -r3.Dot(d, f.fronts.n) / (r2 * r2)
			if k > 0 {
				sum, all = sum.Plus(f.shine(eye.p, x, seen).Times(k)), all+k
			}
		}
	}
	if all == 0 {
		return RGB{}
	}
	return sum.Times(1 / all)
}

// leastOf is the cosine from the mirror direction to the middle of a glow below
// which it gives less than a thousandth of what it would straight on.
func leastOf(reach float64, power int) float64 {
	edge := math.Acos(math.Pow(1e-3, 1/float64(power)))
	if edge+reach > math.Pi {
		return -1
	}
	return math.Cos(edge + reach)
}

// grazing is the mean of min(1, in/out) over the corners of what is seen, each
// weighed by the lobe.
func grazing(dirs []r3.Vec, r, n r3.Vec, out float64, power int) float64 {
	sum, all := 0.0, 0.0
	for _, d := range dirs {
		k := math.Pow(math.Max(0.05, r3.Dot(r, d)), float64(power))
		sum, all = sum+k*math.Max(0, math.Min(1, r3.Dot(d, n)/out)), all+k
	}
	return sum / all
}

// glows is what a cell sees of sources, diffusers and the sun.
func (e *Engine) glows(eye *receptor, power int) []glow {
	var out []glow
	keep := func(o *outline, l RGB) { out = eye.glow(out, o, l, power, e.detail.GlossSees) }
	d := e.detail
	d.SkyStrips *= 2 // a gloss picks out a part of the sky
	eye.sources(&e.set, d, nil, keep)
	for k := range e.faces {
		f := &e.faces[k]
		if f.through.Lux() == 0 || f.dead || f.fronts.side(eye.p) <= 0.02 {
			continue
		}
		level := min(2, len(f.levels)-1)
		side := 1 << level
		for at, l := range f.levels[level] {
			q := f.cell(at%side, at/side, side, side)
			var o outline
			if !eye.rect(&q, &o) {
				continue
			}
			for _, part := range eye.past(&o, f.fronts) {
				keep(&part, l)
			}
		}
	}
	if s := e.set.Sun; s != nil && r3.Dot(eye.n, s.Toward) > 0 {
		if share := e.beam(eye.p, s.Toward); share > 0 {
			out = append(out, glow{dirs: []r3.Vec{s.Toward}, middle: s.Toward, least: leastOf(0, power), sun: s.Lux.Times(share)})
		}
	}
	return out
}

// wide is the largest angle, as a cosine, that a part of a source may span before it
// is divided for a gloss.
const wide = 0.85

// glow appends a part of a source as a gloss sees it, divided where it looks large.
func (eye *receptor) glow(out []glow, o *outline, l RGB, power int, divide bool) []glow {
	if o.factor() < 1e-5 {
		return out
	}
	g := glow{luminance: l, dirs: make([]r3.Vec, 0, o.n)}
	for _, q := range o.p[:min(o.n, 11)] {
		d := unit(eye.direction(q))
		g.dirs, g.middle = append(g.dirs, d), r3.Add(g.middle, d)
	}
	g.middle = unit(g.middle)
	reach := 0.0
	for _, d := range g.dirs {
		reach = math.Max(reach, math.Acos(math.Min(1, r3.Dot(d, g.middle))))
	}
	g.least = leastOf(reach, power)
	if !divide {
		return append(out, g)
	}
	least, a, b := 1.0, 0, 0
	for i := range g.dirs {
		for k := range i {
			if c := r3.Dot(g.dirs[i], g.dirs[k]); c < least {
				least, a, b = c, i, k
			}
		}
	}
	if least > wide {
		return append(out, g)
	}
	// Cut half way along its longest diagonal, across it.
	m := r3.Add(g.dirs[a], g.dirs[b])
	z := r3.Dot(m, eye.n)
	if z <= 1e-6 {
		return append(out, g)
	}
	middle := pt{r3.Dot(m, eye.a) / z, r3.Dot(m, eye.b) / z}
	along := pt{o.p[b].x - o.p[a].x, o.p[b].y - o.p[a].y}
	far := pt{middle.x - along.y, middle.y + along.x}
	var half outline
	for _, left := range [2]bool{true, false} {
		if o.cut(middle, far, left, &half) && half.n < o.n+3 {
			if half.area() < tiny {
				continue
			}
			out = eye.glow(out, &half, l, power, divide)
		}
	}
	return out
}

// secondGlows is what a cell sees of the table, in a few parts, and of cards.
func (e *Engine) secondGlows(eye *receptor, power int) []glow {
	var out []glow
	keep := func(q Rect, fronts half, l RGB) {
		var o outline
		if l.Lux() <= 0 || fronts.side(eye.p) <= 0.02 || !eye.rect(&q, &o) {
			return
		}
		for _, part := range eye.past(&o, fronts) {
			out = eye.glow(out, &part, l, power, false)
		}
	}
	for k := range e.faces {
		if f := &e.faces[k]; f.through.Lux() == 0 && !f.dead {
			l := f.levels[0][0]
			if f.surface.Lobe > 0 {
				l = l.Plus(f.shine(eye.p, f.Centre, f.glossy[len(f.glossy)/2]))
			}
			keep(f.Rect, f.fronts, l)
		}
	}
	if e.top.n > 0 {
		top := Rect{Centre: r3.Vec{X: e.top.w / 2, Y: e.top.d / 2}, U: r3.Vec{X: e.top.w / 2}, V: r3.Vec{Y: e.top.d / 2}}
		const parts = 4
		for j := range parts {
			for i := range parts {
				q := top.cell(i, j, parts, parts)
				keep(q, half{r3.Vec{Z: 1}, 0}, e.top.at(q.Centre.X, q.Centre.Y))
			}
		}
	}
	return out
}

// fromMirror is what the receptor sees of sources in a mirror: the receptor is
// turned over the mirror's plane and looks out through it.
func (e *Engine) fromMirror(eye *receptor, f *face) RGB {
	var o outline
	if !eye.rect(&f.Rect, &o) {
		return RGB{}
	}
	portal := append([]outline{}, eye.past(&o, f.fronts)...)
	if len(portal) == 0 {
		return RGB{}
	}
	over := eye.turnedOver(e, f)
	sum := e.direct(over, portal)
	// Cards, diffusers and the table, seen in it.
	for k := range e.faces {
		if d := &e.faces[k]; !d.dead && d.panel != f.panel && d.fronts.side(over.p) > 0.02 {
			sum = sum.Plus(e.fromCells(over, d, portal))
		}
	}
	sum = sum.Plus(e.fromTable(over, portal))
	if s := e.set.Sun; s != nil {
		if x, ok := f.crossed(over.p, s.Toward); ok && r3.Dot(f.fronts.n, s.Toward) > 0 {
			to := unit(r3.Sub(x, eye.p))
			if cos := r3.Dot(to, eye.n); cos > 0 && e.clear(eye.p, x) {
				sum = sum.Plus(s.Lux.Times(cos * e.beam(r3.Add(x, r3.Scale(0.01, f.fronts.n)), s.Toward)))
			}
		}
	}
	over.done()
	return sum.Through(f.surface.Gloss)
}

// clear reports whether nothing stands between two points.
func (e *Engine) clear(p, q r3.Vec) bool {
	for k := range e.blockers {
		if e.blockers[k].blocks(p, q) {
			return false
		}
	}
	return true
}

// FromPanel is what both sides of one panel send to a receptor.
func (e *Engine) FromPanel(i int, p, n r3.Vec) RGB {
	eye := e.look(p, n)
	defer eye.done()
	var sum RGB
	for k := range e.faces {
		if e.faces[k].panel == i {
			sum = sum.Plus(e.fromFace(eye, &e.faces[k]))
		}
	}
	return sum
}

// Toward is how bright a window, a lamp or a diffuser is along a ray, if one is the
// first thing that the ray meets, cd/m²; nothing otherwise.
func (e *Engine) Toward(p, dir r3.Vec) RGB {
	best, found := math.Inf(1), RGB{}
	at := func(q Rect) (r3.Vec, float64, bool) {
		x, ok := q.crossed(p, dir)
		t := r3.Dot(r3.Sub(x, p), dir)
		return x, t, ok && t < best && r3.Dot(q.Normal(), dir) < 0
	}
	var end r3.Vec
	for i := range e.set.Sources {
		s := &e.set.Sources[i]
		if x, t, ok := at(s.Rect); ok {
			best, end, found = t, x, s.Luminance.Times(math.Pow(-r3.Dot(s.Normal(), dir), s.Beam))
		}
	}
	for i := range e.set.Windows {
		w := &e.set.Windows[i]
		if x, t, ok := at(w.Opening()); ok {
			l := w.Sky.Luminance(dir).Times(w.Glass)
			for _, o := range w.Outside {
				if _, ok := o.crossed(p, dir); ok {
					l = l.Times(o.Through).Plus(o.Luminance.Times(w.Glass))
					break
				}
			}
			best, end, found = t, x, l
		}
	}
	for k := range e.faces {
		f := &e.faces[k]
		if f.through.Lux() == 0 || f.dead {
			continue
		}
		if x, t, ok := at(f.Rect); ok {
			best, end, found = t, x, f.levels[0][0]
		}
	}
	if math.IsInf(best, 1) {
		return RGB{}
	}
	if !e.clear(p, r3.Sub(end, r3.Scale(0.05, dir))) {
		return RGB{}
	}
	return found
}

// RoomLux returns the even light that the room's own surfaces give back, by the
// integrating-sphere sum E = Φ ρ / (A (1−ρ)), Φ the flux the sources send in
// (IES Lighting Handbook, lumen method; the split-flux form for interiors). It
// is 0 for a room that returns nothing.
func RoomLux(s Set) float64 { return roomLight(&s).Lux() }

func roomLight(s *Set) RGB {
	if s.Room.SurfaceM2 <= 0 || s.Room.Reflectance <= 0 {
		return RGB{}
	}
	var flux RGB
	for _, src := range s.Sources {
		flux = flux.Plus(src.Luminance.Times(2 * math.Pi / (src.Beam + 2) * src.AreaMm2() / 1e6))
	}
	for i := range s.Windows {
		w := &s.Windows[i]
		open := w.Opening()
		if open.AreaMm2() < 1 {
			continue
		}
		// What falls through: the light on the opening from outside, at its middle.
		out := r3.Scale(-1, open.Normal())
		eye := &receptor{view: newView(r3.Add(open.Centre, r3.Scale(0.02, open.Normal())), out)}
		var in RGB
		eye.window(w, 8, nil, func(o *outline, l RGB) { in = in.Plus(l.Times(math.Pi * o.factor())) })
		if s.Sun != nil {
			if share, _ := w.passes(eye.p, s.Sun.Toward); share > 0 {
				in = in.Plus(s.Sun.Lux.Times(share * math.Max(0, r3.Dot(out, s.Sun.Toward))))
			}
		}
		flux = flux.Plus(in.Times(open.AreaMm2() / 1e6))
	}
	return flux.Times(s.Room.Reflectance / (s.Room.SurfaceM2 * (1 - math.Min(s.Room.Reflectance, 0.95))))
}

// parallel calls f for 0 to n−1 on every core.
func parallel(n int, f func(int)) {
	workers := min(runtime.GOMAXPROCS(0), n)
	if workers < 2 || n < 8 {
		for i := range n {
			f(i)
		}
		return
	}
	var next atomic.Int64
	var all sync.WaitGroup
	for range workers {
		all.Go(func() {
			for {
				i := int(next.Add(1)) - 1
				if i >= n {
					return
				}
				f(i)
			}
		})
	}
	all.Wait()
}
