package light

import (
	"context"
	"math"
	"slices"

	"figladder/internal/craft/cores"
	"gonum.org/v1/gonum/spatial/r3"
)

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
	PanelLevels int     // a panel into 4^PanelLevels cells
	PanelEdges  int     // and where the light on it has edges, each of them into 4^PanelEdges
	TableCells  int     // the table's brightness is known at (TableCells+1)² nodes
	NearCells   int     // and round each solid on a finer grid of so many cells a side; 0 for none
	RingCells   int     // and in a ring round what is low in so many cells outward, a multiple of four; 0 for none
	Crowd       float64 // a cell of a card is asked again in quarters while something is nearer to it than so many times half its length
	Deepest     int     // and that so often more than at an edge, as the cells of a gloss are, while something all but touches them
	Even        float64 // cells whose light differs by less than this share are taken together
	Skip        float64 // a face that gives less than this share of what is usual is passed over
	Passes      int     // how often cards and table are asked again: bounces after the first
	GlossSees   bool    // whether glossy faces show table and cards, or only what shines by itself
	RoomCells   int     // what comes to each of the room's surfaces by way of other things is known in so many cells a side
	RoomFine    int     // and what comes straight, in so many: a window throws hard edges, walls do not; both powers of two
	RoomHidden  float64 // the share of the room's light that may be hidden from a receptor asked in passing
	TableLeafMm float64 // the smallest part of the table summed on its own
	Facets      int     // upright faces round the hero
	MapCells    int     // a light map's first grid has cells of so many steps
	Bend        float64 // how far, as a share of the brightest node, light half way between nodes may lie from their mean before the map goes finer
}

// Fine is for readings, Coarse for dragging and for pictures, Search for trying
// many sets.
var (
	Fine   = Detail{SkyStrips: 6, PanelLevels: 3, PanelEdges: 2, Even: 0.03, Skip: 3e-4, Passes: 2, GlossSees: true, TableCells: 32, NearCells: 32, RingCells: 24, Crowd: 1, Deepest: 3, RoomCells: 4, RoomFine: 16, RoomHidden: 0.05, TableLeafMm: 8, Facets: 48, MapCells: 4, Bend: 0.01}
	Coarse = Detail{SkyStrips: 2, PanelLevels: 1, Even: 0.15, Skip: 4e-3, Passes: 1, TableCells: 10, RoomCells: 2, RoomFine: 4, RoomHidden: 0.9, TableLeafMm: 40, Facets: 24, MapCells: 8, Bend: 0.025}
	Search = Detail{SkyStrips: 1, PanelLevels: 1, Even: 0.3, Skip: 8e-3, Passes: 1, TableCells: 6, RoomCells: 1, RoomFine: 2, RoomHidden: 0.9, TableLeafMm: 90, Facets: 16, MapCells: 4, Bend: 0.03}
)

// Fair is Fine for a set so full that Fine would take half a minute: key to fill comes
// out within about 0.05 stops of it.
var Fair = Detail{SkyStrips: 3, PanelLevels: 2, PanelEdges: 1, Even: 0.03, Skip: 3e-4, Passes: 1, GlossSees: true, TableCells: 20, NearCells: 16, RingCells: 8, Crowd: 1, Deepest: 1, RoomCells: 4, RoomFine: 16, RoomHidden: 0.05, TableLeafMm: 8, Facets: 48, MapCells: 4, Bend: 0.01}

// Effect is for what a card does to key to fill: its difference with and without comes out
// within about 0.1 stops of Fine's.
var Effect = Detail{SkyStrips: 3, PanelLevels: 2, PanelEdges: 1, Even: 0.08, Skip: 1e-3, Passes: 1, GlossSees: true, TableCells: 12, NearCells: 10, Crowd: 1, Deepest: 1, RoomCells: 4, RoomFine: 8, RoomHidden: 0.9, TableLeafMm: 20, Facets: 24, MapCells: 8, Bend: 0.025}

// mostFine is how many pairs of something that shines and a card Fine is used for.
const mostFine = 12

// For is the detail that a set is worked out with when d is wanted: Fair instead of Fine
// when there is too much in it.
func (d Detail) For(s Set) Detail {
	if d == Fine && (len(s.Sources)+len(s.Windows))*len(s.Panels) > mostFine {
		return Fair
	}
	return d
}

// Parts is illuminance by where it came from.
type Parts struct {
	Direct RGB // straight from windows and lamps
	Sun    RGB // straight from the sun
	Card   RGB // by way of cards, boards and diffusers
	Table  RGB // by way of the table
	Room   RGB // from the room's walls, ceiling and floor
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
	patches  []patch     // the sun on the table, which top leaves out
	around   *Walls      // nil for none
	feet     []foot      // what stands on the table
	openings []Rect      // what hides the room's surfaces and nothing else
	onWalls  []RGB       // what each cell of the room gets straight from windows and lamps, lux
	sharp    [][]RGB     // the same of each wall, finer where it has edges
	sunWalls []RGB       // and from the sun
	sunFrom  []RGB       // and from the sun on the other walls, where that is kept in parts
	wallSees [][]float64 // the view factor from each cell to each other
	over     grid        // what the room sends to the table with nothing in the way, lux
	shaded   grid        // and past what stands there, where a few places will do
	usual    float64     // light on the table at its brightest, straight, lux: a scale
	until    context.Context
}

// NewEngine prepares a Set. Light goes two bounces at least: window to card to
// table to dish, to table to card, or from card to card; a diffuser counts as a
// source. Fine goes on until more would be under two in a hundred.
func NewEngine(s Set, d Detail) *Engine { return NewEngineUntil(context.Background(), s, d) }

// NewEngineUntil is NewEngine for one who may leave: once ctx has ended, whatever is
// still being worked out is left as it is, and nothing that comes of the engine means
// anything any more. Ask Err before using it.
func NewEngineUntil(ctx context.Context, s Set, d Detail) *Engine {
	e := &Engine{set: s, detail: d, faces: facesOf(s.Panels), until: ctx}
	if d.GlossSees {
		e.faces = append(e.faces, bodiesOf(s.Solids)...)
	}
	e.blockers = blockersOf(&e.set)
	e.feet = feetOf(&e.set)
	e.openings = openingsOf(&e.set)
	if low, high, ok := s.Room.Within(&s); ok && d.RoomCells > 0 {
		e.around = &Walls{low: low, high: high, walls: axisWalls(low, high, s.Room), side: d.RoomFine << d.PanelEdges}
	}
	e.usual = e.scale()
	e.light()
	return e
}

// Err is why the engine stopped working things out; nil while it does not.
func (e *Engine) Err() error { return e.until.Err() }

// each calls f for 0 to n−1 on every core, until the engine is to stop.
func (e *Engine) each(n int, f func(int)) { _ = cores.Each(e.until, n, f) }

// scale is about how bright the table is: the most of nine places, straight from
// what shines.
func (e *Engine) scale() float64 {
	most := 1e-9
	room := roomLight(&e.set).Lux() // about
	top := Rect{Centre: r3.Vec{X: e.set.Table.WidthMm / 2, Y: e.set.Table.DepthMm / 2, Z: 0.01}, U: r3.Vec{X: e.set.Table.WidthMm / 3}, V: r3.Vec{Y: e.set.Table.DepthMm / 3}}
	for i := range 9 {
		eye := e.look(top.At(float64(i%3)-1, float64(i/3)-1), r3.Vec{Z: 1})
		most = math.Max(most, e.direct(eye, nil).Lux()+room)
		eye.done()
	}
	return most
}

// beside is how many cells of a gloss away a thing stands at the most that hides other things from one of them than from the next.
const beside = 4

// behindMm is how close behind a diffuser a card throws an edge on to it, from which it lights what is before it.
const behindMm = 40

// finer is how often more the cells of a panel are halved than is usual: a diffuser's where something stands close behind it.
// Both sides of a panel are cut alike.
func (e *Engine) finer(k int) int {
	a := &e.faces[k]
	if !e.detail.GlossSees || a.through.Lux() == 0 {
		return 0
	}
	for i := range e.set.Panels {
		if i != a.panel && a.close(&e.set.Panels[i].Rect, behindMm, false) {
			return 2
		}
	}
	return 0
}

// close reports whether one of nine places of a rectangle lies so close to a face; before says before it.
func (f *face) close(q *Rect, mm float64, before bool) bool {
	for at := range 9 {
		p := q.At(float64(at%3)-1, float64(at/3)-1)
		if f.away(p) < mm && (!before || f.fronts.side(p) > near) {
			return true
		}
	}
	return false
}

// sharper is how often more a gloss's cells are halved for what they show: of a thing a hand's breadth before it, and past
// it, one place of the gloss sees more than the next.
func (e *Engine) sharper(k int) int {
	f := &e.faces[k]
	if !e.detail.GlossSees || f.surface.Lobe == 0 {
		return 0
	}
	most := beside * 2 * math.Max(r3.Norm(f.U), r3.Norm(f.V)) / float64(int(1)<<e.detail.PanelLevels)
	for _, s := range e.set.Solids {
		for _, z := range [3]float64{0, s.HeightMm / 2, s.HeightMm} {
			if f.away(r3.Vec{X: s.Foot.X, Y: s.Foot.Y, Z: s.Foot.Z + z})-s.RadiusMm < most {
				return 1
			}
		}
	}
	for i := range e.set.Panels {
		if i != f.panel && f.close(&e.set.Panels[i].Rect, most, true) {
			return 1
		}
	}
	return 0
}

// again asks what comes of faces once more where one shows its gloss to another: only now is known what it mirrors, and that has
// edges on the other as what shines has. It reports whether there was such a face.
func (e *Engine) again(got [][]arrival, lent [][]RGB, sides, edges func(k int) int, crowded []func(cell Rect) bool) bool {
	any := false
	for k := range e.faces {
		f, side := &e.faces[k], sides(k)
		if f.panel == aBody || f.surface.Lobe > 0 || !e.isShownGloss(k) { // a gloss shows no edges in what lights its little evenness
			continue
		}
		any = true
		var fine []RGB
		lent[k], fine = e.told(f, side, edges(k), crowded[k], func(eye *receptor) RGB { return e.fromFaces(eye) })
		for at, faces := range fine {
			a := &got[k][at]
			a.RGB, a.faces = a.Plus(a.faces.Times(-1)).Plus(faces), faces
		}
	}
	return any
}

// told asks something at the middles of a face's side × side cells, and tells it sharpened, in times as many a side.
func (e *Engine) told(f *face, side, times int, crowded func(cell Rect) bool, ask func(eye *receptor) RGB) (middles, fine []RGB) {
	of := onCells(e, f, ask)
	middles = make([]RGB, side*side)
	e.each(len(middles), func(at int) { middles[at] = of(f.cell(at%side, at/side, side, side)) })
	return middles, sharpened(e, f.Rect, middles, side, times, crowded, of)
}

// isShownGloss reports whether another card turns a gloss to a face that mirrors something.
func (e *Engine) isShownGloss(k int) bool {
	f := &e.faces[k]
	for m := range e.faces {
		o := &e.faces[m]
		if o.surface.Lobe == 0 || o.panel == f.panel || !facing(f, o) {
			continue
		}
		for _, cell := range o.glossy {
			if slices.ContainsFunc(cell, func(seen []glow) bool { return len(seen) > 0 }) {
				return true
			}
		}
	}
	return false
}

// facing reports whether some of each of two faces lies before the other.
func facing(a, b *face) bool {
	before := func(f, o *face) bool {
		for _, c := range o.corners() {
			if f.fronts.side(c) > 0 {
				return true
			}
		}
		return false
	}
	return before(a, b) && before(b, a)
}

// light works out what faces and table send.
func (e *Engine) light() {
	cut := make([]int, len(e.faces)) // asked for every cell
	for k := range e.faces {
		if cut[k] = bodyCells; e.faces[k].panel != aBody {
			cut[k] = 1 << (e.detail.PanelLevels + e.finer(k))
		}
	}
	sides := func(k int) int { return cut[k] }
	// What comes to a gloss by the second bounce is followed, or is taken to leave it
	// evenly.
	evenly := func(f *face) RGB {
		if f.mirror || e.detail.GlossSees {
			return RGB{}
		}
		return f.surface.Gloss
	}
	type cell struct{ face, side, i, j int }
	var diffusers, others, corners []cell
	got := make([][]arrival, len(e.faces)) // light on each cell, the first bounce
	late := make([][]RGB, len(e.faces))    // and the second
	apart := make([][]RGB, len(e.faces))   // and the second in nooks
	lent := make([][]RGB, len(e.faces))    // of the first, what came of faces as they were then, at the middles of the cells
	crowded, nooks := make([]func(cell Rect) bool, len(e.faces)), make([][]nook, len(e.faces))
	for k := range e.faces {
		f := &e.faces[k]
		crowded[k] = e.crowded(f, e.detail.Crowd)
		nooks[k] = f.nooks(sides(k), e.detail.PanelEdges, e.detail.Deepest, crowded[k])
	}
	finer := make([]int, len(e.faces)) // how much finer the first is known
	for k := range e.faces {
		f, back := &e.faces[k], &e.faces[k^1]
		switch corners := slices.Concat(nooks[k], nooks[k^1]); {
		case f.panel == aBody:
			finer[k] = 1
		case len(corners) > 0:
			finer[k] = 2 << e.detail.PanelEdges
			for _, n := range corners {
				finer[k] = max(finer[k], n.side/sides(k))
			}
		case f.surface.Lobe > 0 || back.surface.Lobe > 0:
			finer[k] = 1
		default:
			finer[k] = 1 << e.detail.PanelEdges
		}
	}
	edges := func(k int) int { return finer[k] }
	for k := range e.faces {
		f := &e.faces[k]
		f.dead = true
		side := sides(k)
		fine := side * edges(k)
		got[k], late[k], lent[k] = make([]arrival, fine*fine), make([]RGB, side*side), make([]RGB, side*side)
		if len(nooks[k]) > 0 {
			apart[k] = make([]RGB, fine*fine)
			for _, n := range nooks[k] {
				corners = append(corners, cell{k, n.side, n.i, n.j})
			}
		}
		if f.shows = side << e.sharper(k); f.surface.Lobe > 0 {
			f.split(e.detail.Deepest, func(times float64) func(cell Rect) bool { return e.crowded(f, times) })
		}
		f.glossy = make([]vista, f.shows*f.shows)
		for j := range side {
			for i := range side {
				if f.through.Lux() > 0 {
					diffusers = append(diffusers, cell{k, side, i, j})
				} else {
					others = append(others, cell{k, side, i, j})
				}
			}
		}
	}
	e.sunOnFaces()
	place := func(c cell) (p, n r3.Vec) {
		f := &e.faces[c.face]
		n = f.fronts.n
		return r3.Add(f.cell(c.i, c.j, c.side, c.side).Centre, r3.Scale(0.01, n)), n
	}
	second := func(k int) []RGB { // as fine as the first is known
		side, fine := sides(k), sides(k)*edges(k)
		out := make([]RGB, fine*fine)
		for at := range out {
			out[at] = between(late[k], side, (2*float64(at%fine)+1)/float64(fine)-1, (2*float64(at/fine)+1)/float64(fine)-1)
		}
		for _, n := range nooks[k] {
			n.of(fine, func(at int) { out[at] = apart[k][at] })
		}
		return out
	}
	send := func(through bool) {
		for k := range e.faces {
			f := &e.faces[k]
			if (f.through.Lux() > 0) != through {
				continue
			}
			fine := sides(k) * edges(k)
			out, more := make([]RGB, fine*fine), second(k)
			var behind []RGB
			if through {
				behind = second(k ^ 1)
			}
			for at, lux := range got[k] {
				out[at] = lux.Plus(more[at]).Through(f.surface.Diffuse)
				if through { // the other side's cells run the other way across
					over := at/fine*fine + fine - 1 - at%fine
					out[at] = out[at].Plus(got[k^1][over].Plus(behind[over]).Through(f.through))
				}
				out[at] = out[at].Plus(more[at].Through(evenly(f))).Times(1 / math.Pi)
			}
			f.settle(out, e.detail.Even, e.usual)
		}
	}
	first := func(cells []cell) {
		firsts := make([]arrival, len(cells))
		ask := func(eye *receptor) arrival {
			faces := e.fromFaces(eye)
			return arrival{e.direct(eye, nil).Plus(faces), faces}
		}
		e.each(len(cells), func(at int) {
			c := cells[at]
			f := &e.faces[c.face]
			p, n := place(c)
			eye := e.glance(p, n)
			firsts[at] = ask(eye)
			eye.done()
			lent[c.face][c.j*c.side+c.i] = firsts[at].faces
			f.parts(f.glossy, c.i, c.j, c.side, func(_, _ int, q Rect) []glow {
				eye := e.glance(r3.Add(q.Centre, r3.Scale(0.01, n)), n)
				defer eye.done()
				return e.glows(eye, f.surface.Lobe, e.sunOn(q, n))
			})
		})
		for at := 0; at < len(cells); { // the cells of one face follow one another
			k := cells[at].face
			f, side := &e.faces[k], sides(k)
			lux := firsts[at : at+side*side]
			at += side * side
			got[k] = sharpened(e, f.Rect, lux, side, edges(k), crowded[k], onCells(e, f, ask))
		}
	}
	first(diffusers)
	send(true)
	first(others)
	send(false)
	if e.detail.GlossSees && e.again(got, lent, sides, edges, crowded) {
		send(true)
		send(false)
	}
	e.patches = e.sunlit()
	if e.detail.GlossSees && len(e.patches) > 0 {
		// Sun on the table that begins beside a card's end lights its foot with an edge, as what shines does.
		for k := range e.faces {
			f, side := &e.faces[k], sides(k)
			_, fine := e.told(f, side, edges(k), crowded[k], func(eye *receptor) RGB { return e.fromSunlit(eye, nil) })
			for at, more := range fine {
				got[k][at].RGB = got[k][at].Plus(more)
			}
		}
	}
	e.top = e.lightTable()
	e.solveWalls()
	e.relight()
	if len(e.faces) == 0 {
		if e.detail.Passes > 1 && e.around != nil {
			e.solveWalls()
			e.relight()
		}
		return
	}
	all := slices.Concat(diffusers, others, corners)
	seconds := make([][][]int, len(e.faces)) // how many of a gloss's glows were there at first
	for k := range e.faces {
		for _, cell := range e.faces[k].glossy {
			n := make([]int, len(cell))
			for part, g := range cell {
				n[part] = len(g)
			}
			seconds[k] = append(seconds[k], n)
		}
	}
	room, was := make([]RGB, len(all)), RGB{} // what the room sends each cell, and how bright it was then
	if e.around != nil {
		was = e.around.mean
	}
	for pass := 1; ; pass++ {
		glows := make([][]vista, len(e.faces)) // others look at those that are known while these are worked out
		for k := range e.faces {
			glows[k] = slices.Clone(e.faces[k].glossy)
		}
		e.each(len(all), func(at int) {
			c := all[at]
			p, n := place(c)
			eye := e.glance(p, n)
			more := e.fromTableUnsunned(eye)
			if !e.detail.GlossSees { // readings know it already
				more = more.Plus(e.fromSunlit(eye, nil))
			}
			if e.around != nil {
				if pass == 1 {
					room[at] = e.fromRoom(eye, nil)
				}
				more = more.Plus(room[at].Through(e.around.mean.over(was)))
			}
			more = more.Plus(e.fromFaces(eye))
			eye.done()
			if side := sides(c.face); c.side > side {
				fine := side * edges(c.face)
				n := nook{c.side, c.i, c.j}
				n.of(fine, func(at int) {
					apart[c.face][at] = more.Plus(got[c.face][at].faces.Times(-1))
				})
				return
			}
			k := c.j*c.side + c.i
			late[c.face][k] = more.Plus(lent[c.face][k].Times(-1))
			if f := &e.faces[c.face]; e.detail.GlossSees {
				f.parts(glows[c.face], c.i, c.j, c.side, func(k, part int, q Rect) []glow {
					eye := e.glance(r3.Add(q.Centre, r3.Scale(0.01, n)), n)
					defer eye.done()
					seen := f.glossy[k][part][:seconds[c.face][k][part]]
					if len(diffusers) > 0 { // they send more by now
						seen = e.glows(eye, f.surface.Lobe, e.sunOn(q, n))
					}
					return slices.Concat(seen, e.secondGlows(eye, f.surface.Lobe))
				})
			}
		})
		for k := range e.faces {
			e.faces[k].glossy = glows[k]
		}
		send(true)
		send(false)
		if pass >= e.detail.Passes {
			return
		}
		e.solveWalls()
		e.relight()
	}
}

// onCells asks in passing what comes to the middle of a cell of a face.
func onCells[T measured](e *Engine, f *face, ask func(eye *receptor) T) func(cell Rect) T {
	return func(cell Rect) T {
		eye := e.glance(r3.Add(cell.Centre, r3.Scale(0.01, f.fronts.n)), f.fronts.n)
		defer eye.done()
		return ask(eye)
	}
}

// At returns the light on a receptor at p facing n (unit), by origin.
func (e *Engine) At(p, n r3.Vec) Parts {
	eye := e.look(p, n)
	out := Parts{Direct: e.direct(eye, nil), Sun: e.sunAt(eye), Card: e.fromFaces(eye), Table: e.fromTable(eye, nil), Room: e.fromRoom(eye, nil)}
	eye.done()
	return out
}

// Thrown is what windows, lamps, the sun and cards send to a receptor at p facing n (unit), without what table and room return.
func (e *Engine) Thrown(p, n r3.Vec) RGB {
	eye := e.look(p, n)
	defer eye.done()
	return e.direct(eye, nil).Plus(e.sunAt(eye)).Plus(e.fromFaces(eye))
}
