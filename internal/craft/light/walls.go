package light

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// Enclosure is the room that the set stands in: a box whose walls, ceiling and floor return
// light evenly. A room that returns nothing is none.
type Enclosure struct {
	// Low and High are opposite corners of the box, mm in the set's frame. Where they are
	// the same, the box is made round the table from SurfaceM2. Either way it is widened
	// until everything that is in the set lies in it.
	Low, High   r3.Vec
	SurfaceM2   float64 // walls, floor and ceiling, m²; for a box that is not given
	Reflectance float64 // share of light that the walls return, 0 to 1
	Ceiling     float64 // the same for the ceiling; 0 for as the walls
	Floor       float64 // and for the floor
}

// mostReturned is what a room's surface returns at the most: beyond it nothing settles.
const mostReturned = 0.95

// returned is what a surface of the room returns, 0 to 0.95; z is its normal's.
func (r Enclosure) returned(z float64) float64 {
	is := r.Reflectance
	if z < -0.5 && r.Ceiling > 0 {
		is = r.Ceiling
	} else if z > 0.5 && r.Floor > 0 {
		is = r.Floor
	}
	return math.Min(math.Max(is, 0), mostReturned)
}

// aboutM is how far a table top stands above the floor of a room that is not given, mm.
const aboutM = 750

// Within is the room's box: the one that is given, or one of its surface, two and a quarter
// times as wide and deep as high, with the table in its middle; widened to hold all of the
// set. It reports false for no room.
func (r Enclosure) Within(s *Set) (low, high r3.Vec, ok bool) {
	if max(r.Reflectance, r.Ceiling, r.Floor) <= 0 || (r.Low == r.High && r.SurfaceM2 <= 0) {
		return low, high, false
	}
	low, high = r.Low, r.High
	if low == high {
		// 2(a² + 2ah) with a = 2.25 h.
		h := 1000 * math.Sqrt(r.SurfaceM2/(2*(2.25*2.25+2*2.25)))
		a := 2.25 * h
		low = r3.Vec{X: s.Table.WidthMm/2 - a/2, Y: s.Table.DepthMm/2 - a/2, Z: -aboutM}
		high = r3.Vec{X: low.X + a, Y: low.Y + a, Z: low.Z + h}
	}
	const air = 2 // mm between what the room holds and its walls
	hold := func(q r3.Vec) {
		low = r3.Vec{X: math.Min(low.X, q.X-air), Y: math.Min(low.Y, q.Y-air), Z: math.Min(low.Z, q.Z-air)}
		high = r3.Vec{X: math.Max(high.X, q.X+air), Y: math.Max(high.Y, q.Y+air), Z: math.Max(high.Z, q.Z+air)}
	}
	flat := func(q Rect) {
		for _, c := range q.corners() {
			hold(c)
		}
	}
	hold(r3.Vec{})
	hold(r3.Vec{X: s.Table.WidthMm, Y: s.Table.DepthMm})
	for i := range s.Windows {
		flat(s.Windows[i].Rect)
	}
	for i := range s.Sources {
		flat(s.Sources[i].Rect)
	}
	for i := range s.Panels {
		flat(s.Panels[i].Rect)
	}
	for _, c := range s.Solids {
		hold(r3.Vec{X: c.Foot.X - c.RadiusMm, Y: c.Foot.Y - c.RadiusMm, Z: c.Foot.Z})
		hold(r3.Vec{X: c.Foot.X + c.RadiusMm, Y: c.Foot.Y + c.RadiusMm, Z: c.Foot.Z + c.HeightMm})
	}
	return low, high, true
}

// roomAlone is the detail for a room when nothing else is asked of the engine.
var roomAlone = Detail{SkyStrips: 2, PanelLevels: 1, Even: 0.15, Skip: 4e-3, Passes: 2, TableCells: 10, RoomCells: 4, RoomFine: 16, RoomHidden: 0.9, TableLeafMm: 40, Facets: 8, MapCells: 8, Bend: 0.025}

// WallsOf is the light that the surfaces of a set's room send back; nil for no room.
func WallsOf(s Set) *Walls {
	if _, _, ok := s.Room.Within(&s); !ok {
		return nil
	}
	return NewEngine(s, roomAlone).around
}

// Walls is the light that a room's own surfaces send back into it.
type Walls struct {
	low, high r3.Vec
	walls     []wall
	side      int     // each wall is known in side × side cells
	mean      RGB     // of all walls, by area; a scale
	usual     float64 // about how bright its brightest wall is, cd/m²; 0 before it is known
}

// wall is one of the six surfaces of a room, facing inward.
type wall struct {
	lit
	fronts   half
	returned float64
	sunny    []sunPatch // the sun on it, where the cells leave it out
}

// axisWalls are the six walls of a box, in the order −x, +x, −y, +y, floor, ceiling.
func axisWalls(low, high r3.Vec, r Enclosure) []wall {
	c := r3.Scale(0.5, r3.Add(low, high))
	h := r3.Scale(0.5, r3.Sub(high, low))
	x, y, z := r3.Vec{X: h.X}, r3.Vec{Y: h.Y}, r3.Vec{Z: h.Z}
	out := []wall{
		{lit: lit{Rect: Rect{r3.Sub(c, x), y, z}}},
		{lit: lit{Rect: Rect{r3.Add(c, x), z, y}}},
		{lit: lit{Rect: Rect{r3.Sub(c, y), z, x}}},
		{lit: lit{Rect: Rect{r3.Add(c, y), x, z}}},
		{lit: lit{Rect: Rect{r3.Sub(c, z), x, y}}},
		{lit: lit{Rect: Rect{r3.Add(c, z), y, x}}},
	}
	for i := range out {
		out[i].fronts = out[i].front()
		out[i].returned = r.returned(out[i].fronts.n.Z)
	}
	return out
}

// Shows is how bright the room is where a ray from p along dir meets it, cd/m²; between the
// middles of its cells. Nothing for no room.
func (m *Walls) Shows(p, dir r3.Vec) RGB {
	if m == nil || m.usual == 0 {
		return RGB{}
	}
	best, at := math.Inf(1), -1
	try := func(low, high, p, d float64, first int) {
		switch {
		case d < 0:
			if t := (low - p) / d; t < best {
				best, at = t, first
			}
		case d > 0:
			if t := (high - p) / d; t < best {
				best, at = t, first+1
			}
		}
	}
	try(m.low.X, m.high.X, p.X, dir.X, 0)
	try(m.low.Y, m.high.Y, p.Y, dir.Y, 2)
	try(m.low.Z, m.high.Z, p.Z, dir.Z, 4)
	if at < 0 || best < 0 {
		return RGB{}
	}
	w := &m.walls[at]
	d := r3.Sub(r3.Add(p, r3.Scale(best, dir)), w.Centre)
	l := w.at(m.side, r3.Dot(d, w.U)/r3.Norm2(w.U), r3.Dot(d, w.V)/r3.Norm2(w.V))
	for k := range w.sunny {
		if w.sunny[k].holds(r3.Add(w.Centre, d), w.fronts.n) {
			l = l.Plus(w.sunny[k].light)
		}
	}
	return l
}

// keepsSun reports whether the sun on the room's surfaces is kept in parts with hard edges:
// a patch of it that the table's edge half hides is not a cell half as bright.
func (d Detail) keepsSun() bool { return d.RoomFine >= 8 }

// at is the brightness at s, t ∈ [−1, 1] along the half edges.
func (w *wall) at(side int, s, t float64) RGB { return between(w.finest(), side, s, t) }

// solveWalls works out what the room's surfaces send: each cell gets what windows, lamps and
// the sun send it, what cards and table do as they are now, and what the others do, past what
// stands in the way. The sum is solved as it stands, for all bounces (radiosity: Goral et al.,
// Modeling the interaction of light between diffuse surfaces, 1984).
func (e *Engine) solveWalls() {
	m := e.around
	if m == nil {
		return
	}
	n, fine := e.detail.RoomCells, e.detail.RoomFine
	cells, fines := n*n, fine*fine
	first := e.onWalls == nil
	if first {
		e.onWalls, e.wallSees, e.sunWalls = make([]RGB, 6*fines), make([][]float64, 6*cells), make([]RGB, 6*fines)
		if e.detail.keepsSun() {
			for i := range m.walls {
				w := &m.walls[i]
				w.sunny = e.sunPatches(w.Rect, w.fronts, func(lux RGB) RGB { return lux.Times(w.returned / math.Pi) })
			}
		}
		e.each(len(e.onWalls), func(k int) {
			w, q := m.cell(k, fine)
			eye := e.before(w, q)
			e.onWalls[k], e.sunWalls[k] = e.direct(eye, nil), e.sunOn(q, w.fronts.n)
			eye.done()
		})
		e.sunFrom = make([]RGB, 6*fines)
		if e.detail.keepsSun() && e.set.Sun != nil {
			e.each(len(e.sunFrom), func(k int) {
				w, q := m.cell(k, fine)
				eye := e.before(w, q)
				for i := range m.walls {
					if o := &m.walls[i]; o != w {
						e.sunFrom[k] = e.sunFrom[k].Plus(e.fromSunny(eye, o.sunny, o.fronts, nil))
					}
				}
				eye.done()
			})
		}
		e.sharp = make([][]RGB, len(m.walls))
		for i := range m.walls {
			w := &m.walls[i]
			e.sharp[i] = sharpened(e, w.Rect, e.onWalls[i*fines:(i+1)*fines], fine, m.side/fine, nil, func(cell Rect) RGB {
				eye := e.before(w, cell)
				defer eye.done()
				return e.direct(eye, nil)
			})
		}
	}
	if first {
		e.each(len(e.wallSees), func(k int) {
			eye := e.before(m.cell(k, n))
			e.wallSees[k] = e.seesOfRoom(eye, k/cells, n)
			eye.done()
		})
	}
	mid := n // what cards and table send changes sooner than what wall sends to wall
	if e.detail.GlossSees {
		mid = min(2*n, fine)
	}
	mids := mid * mid
	more, table := make([]RGB, 6*mids), make([]RGB, 6*mids)
	e.each(len(more), func(k int) {
		eye := e.before(m.cell(k, mid))
		more[k], table[k] = e.fromFaces(eye), e.fromTableCoarsely(eye)
		eye.done()
	})
	near, beside := e.nearTable(table, mid), e.besideCards()
	if e.Err() != nil {
		return
	}
	others := make([]RGB, 6*cells) // the mean over each cell
	for k := range more {
		i, j := k%mids%mid*n/mid, k%mids/mid*n/mid
		at := k/mids*cells + j*n + i
		others[at] = others[at].Plus(more[k].Plus(table[k]).Times(float64(n*n) / float64(mids)))
	}
	straight := make([]RGB, 6*cells) // the mean over each cell
	for k, l := range e.onWalls {
		i, j := k%fines%fine*n/fine, k%fines/fine*n/fine
		at := k/fines*cells + j*n + i
		sun := e.sunWalls[k]
		if e.detail.keepsSun() {
			sun = e.sunFrom[k] // what it sends on is no cell's mean: the table may hide all of it
		}
		straight[at] = straight[at].Plus(l.Plus(sun).Times(float64(n*n) / float64(fines)))
	}
	lux, indirect := append([]RGB{}, straight...), make([]RGB, 6*cells)
	// Gauss and Seidel's way: each cell from what is known of the others by now.
	for range 60 {
		off, most := 0.0, 1e-12
		for k := range lux {
			var sum RGB
			for j, f := range e.wallSees[k] {
				if f > 0 {
					sum = sum.Plus(lux[j].Times(f * m.walls[j/cells].returned))
				}
			}
			indirect[k] = sum
			sum = sum.Plus(others[k]).Plus(straight[k])
			off, most = math.Max(off, math.Abs(sum.Lux()-lux[k].Lux())), math.Max(most, sum.Lux())
			lux[k] = sum
		}
		if off < 1e-4*most {
			break
		}
	}
	// What each part of each wall sends, with what comes to it of the other walls as told.
	lay := func(room func(i, at int, s, t float64) RGB) {
		for i := range m.walls {
			w := &m.walls[i]
			lum := make([]RGB, m.side*m.side)
			for k := range lum {
				s, t := (2*float64(k%m.side)+1)/float64(m.side)-1, (2*float64(k/m.side)+1)/float64(m.side)-1
				at := i*fines + k/m.side*fine/m.side*fine + k%m.side*fine/m.side // the cell it is a part of
				l := e.sharp[i][k]
				if !e.detail.keepsSun() {
					l = l.Plus(e.sunWalls[at])
				}
				if all, ok := beside[at]; ok {
					l = l.Plus(all)
				} else {
					l = l.Plus(room(i, at, s, t)).Plus(between(more[i*mids:(i+1)*mids], mid, s, t))
				}
				if top, ok := near[at]; ok {
					l = l.Plus(top)
				} else {
					l = l.Plus(between(table[i*mids:(i+1)*mids], mid, s, t))
				}
				lum[k] = l.Times(w.returned / math.Pi)
			}
			w.know(lum, m.side)
		}
		m.usual, m.mean = 0, RGB{}
		for i := range m.walls {
			w := &m.walls[i]
			l := w.levels[0][0]
			if e.detail.keepsSun() {
				for _, sun := range e.sunWalls[i*fines : (i+1)*fines] {
					l = l.Plus(sun.Times(w.returned / math.Pi / float64(fines)))
				}
			}
			m.usual, m.mean = math.Max(m.usual, l.Lux()), m.mean.Plus(l.Times(w.AreaMm2()))
		}
	}
	lay(func(i, at int, s, t float64) RGB {
		return e.sunFrom[at].Plus(between(indirect[i*cells:(i+1)*cells], n, s, t))
	})
	if e.detail.GlossSees { // the last bounce, from what is known of the walls in all their parts: a large cell is not even
		gathered := make([]RGB, 6*mids)
		e.each(len(gathered), func(k int) {
			eye := e.before(m.cell(k, mid))
			gathered[k] = e.fromRoom(eye, nil)
			eye.done()
		})
		lay(func(i, _ int, s, t float64) RGB { return between(gathered[i*mids:(i+1)*mids], mid, s, t) })
	}
	e.overTable()
}

// nearTable works out what the table sends to parts of the room that lie close to it, where
// the middle of a cell, n × n in each wall, does not stand for all of it, and puts their mean into table.
func (e *Engine) nearTable(table []RGB, n int) map[int]RGB {
	m, fine := e.around, e.detail.RoomFine
	cells, fines, step := n*n, fine*fine, fine/n
	top := Rect{Centre: r3.Vec{X: e.set.Table.WidthMm / 2, Y: e.set.Table.DepthMm / 2}, U: r3.Vec{X: e.set.Table.WidthMm / 2}, V: r3.Vec{Y: e.set.Table.DepthMm / 2}}
	if e.top.n == 0 || step < 2 || !e.detail.GlossSees {
		return nil
	}
	var close, at []int
	for k := range table {
		_, q := m.cell(k, n)
		if q.Normal().Z > 0.5 || top.away(q.Centre) > 1.5*(length(q.U)+length(q.V)) {
			continue // the floor sees only the underside
		}
		close = append(close, k)
		for c := range step * step {
			at = append(at, k/cells*fines+(k%cells/n*step+c/step)*fine+k%cells%n*step+c%step)
		}
	}
	out := e.ofCellsOfWalls(at, func(eye *receptor) RGB { return e.fromTableCoarsely(eye) })
	for i, k := range close {
		table[k] = RGB{}
		for _, c := range at[i*step*step : (i+1)*step*step] {
			table[k] = table[k].Plus(out[c].Times(1 / float64(step*step)))
		}
	}
	return out
}

// besideCards works out what cards and the room itself send to the parts of the room that lie
// close to a card: it hides or lights them as no large cell knows.
func (e *Engine) besideCards() map[int]RGB {
	m, fine := e.around, e.detail.RoomFine
	if !e.detail.GlossSees || m.usual == 0 { // the room itself is not known yet
		return nil
	}
	var at []int
	for k := range 6 * fine * fine {
		_, q := m.cell(k, fine)
		for i := range e.set.Panels {
			p := &e.set.Panels[i]
			if p.away(q.Centre) < length(p.U)+length(p.V) {
				at = append(at, k)
				break
			}
		}
	}
	return e.ofCellsOfWalls(at, func(eye *receptor) RGB { return e.fromFaces(eye).Plus(e.fromRoom(eye, nil)) })
}

// ofCellsOfWalls asks at some of the fine cells of the walls.
func (e *Engine) ofCellsOfWalls(at []int, ask func(*receptor) RGB) map[int]RGB {
	got := make([]RGB, len(at))
	e.each(len(at), func(i int) {
		eye := e.before(e.around.cell(at[i], e.detail.RoomFine))
		got[i] = ask(eye)
		eye.done()
	})
	out := map[int]RGB{}
	for i, k := range at {
		out[k] = got[i]
	}
	return out
}

// cell is one of the cells of all walls together, side × side in each.
func (m *Walls) cell(k, side int) (*wall, Rect) {
	w, k := &m.walls[k/(side*side)], k%(side*side)
	return w, w.cell(k%side, k/side, side, side)
}

// before is a receptor before the middle of a cell of a wall.
func (e *Engine) before(w *wall, cell Rect) *receptor {
	return e.glance(r3.Add(cell.Centre, r3.Scale(0.1, w.fronts.n)), w.fronts.n)
}

// seesOfRoom is the view factor from a receptor in one wall to each cell of the others, past
// what stands in the way.
func (e *Engine) seesOfRoom(eye *receptor, own, n int) []float64 {
	m := e.around
	out := make([]float64, 6*n*n)
	if !e.detail.GlossSees { // what is hidden is taken to be hidden of all alike
		open := 1.0
		for k := range eye.shades {
			open -= eye.shades[k].factor()
		}
		for at := range out {
			w := &m.walls[at/(n*n)]
			q := w.cell(at%(n*n)%n, at%(n*n)/n, n, n)
			var o outline
			if at/(n*n) != own && eye.rect(&q, &o) {
				out[at] = o.factor() * math.Max(open, 0)
			}
		}
		return out
	}
	for i := range m.walls {
		if i == own {
			continue
		}
		w := &m.walls[i]
		pieces := eye.ofWall(e, w, nil)
		for at := range n * n {
			q := w.cell(at%n, at/n, n, n)
			var o outline
			if len(pieces) > 0 && eye.rect(&q, &o) {
				out[i*n*n+at] = seenOf(&o, pieces)
			}
		}
	}
	return out
}

// seenOf is the view factor of the parts of an outline that lie in the pieces.
func seenOf(o *outline, pieces []outline) float64 {
	seen := 0.0
	var cut outline
	for k := range pieces {
		if !o.apart(&pieces[k]) && o.within(&pieces[k], &cut) {
			seen += cut.factor()
		}
	}
	return seen
}

// ofWall is what is seen of a wall past what stands in the way and beside windows and lamps
// that shine before it. It is good until the next call.
func (eye *receptor) ofWall(e *Engine, w *wall, through []outline) []outline {
	var whole outline
	if w.fronts.side(eye.p) <= 0 || !eye.rect(&w.Rect, &whole) {
		return nil
	}
	if !eye.opened {
		eye.opened = true
		eye.openings = eye.openings[:0]
		for i := range e.openings {
			var o outline
			if q := &e.openings[i]; q.front().side(eye.p) > 0 && eye.rect(q, &o) {
				eye.openings = append(eye.openings, o)
			}
		}
	}
	pieces := eye.pieces[:0]
	eye.cutThrough(&whole, w.fronts, through, func(part *outline) { pieces = append(pieces, *part) })
	for i := range eye.openings {
		next := eye.sides[:0]
		for k := range pieces {
			next = pieces[k].less(&eye.openings[i], next)
		}
		pieces, eye.sides = append(pieces[:0], next...), next
	}
	eye.pieces = pieces
	return pieces
}

// fromRoom is what the room's surfaces send to the receptor, all of it or only what is seen
// through the given outlines.
func (e *Engine) fromRoom(eye *receptor, through []outline) RGB {
	m := e.around
	if m == nil || m.usual == 0 {
		return RGB{}
	}
	if (eye.rough || !e.detail.GlossSees) && through == nil {
		if sum, ok := e.fromRoomRoughly(eye); ok {
			for i := range m.walls {
				sum = sum.Plus(e.fromSunny(eye, m.walls[i].sunny, m.walls[i].fronts, nil))
			}
			return sum
		}
	}
	var sum RGB
	for i := range m.walls {
		w := &m.walls[i]
		if w.returned == 0 {
			continue
		}
		if pieces := eye.ofWall(e, w, through); len(pieces) > 0 {
			sum = sum.Plus(eye.ofCells(&w.lit, pieces, m.usual*eye.careless(), 0, 0, 0))
			for k := range w.sunny {
				var o outline
				if eye.flatPart(w.sunny[k].corners, &o) {
					sum = sum.Plus(w.sunny[k].light.Times(math.Pi * seenOf(&o, pieces)))
				}
			}
		}
	}
	return sum
}

// careless is the share of a room's usual light that does not matter in one of its cells.
func (eye *receptor) careless() float64 {
	if eye.rough {
		return 0.01
	}
	return 0.002
}

// openRoom is what the room would send to the receptor with nothing in the way.
func (e *Engine) openRoom(eye *receptor) RGB {
	var sum RGB
	for i := range e.around.walls {
		if w := &e.around.walls[i]; w.returned > 0 && w.fronts.side(eye.p) > 0 {
			sum = sum.Plus(eye.ofCells(&w.lit, nil, e.around.usual*eye.careless(), 0, 0, 0))
		}
	}
	return sum
}

// fromRoomRoughly is what the room would send with nothing in the way, less what each thing
// in the way hides of it. It reports false where so much is hidden that the difference would
// be of nothing but faults.
func (e *Engine) fromRoomRoughly(eye *receptor) (RGB, bool) {
	var sum, less RGB
	if eye.n.Z == 1 && math.Abs(eye.p.Z) < 1 && e.over.n > 0 {
		sum = e.over.at(eye.p.X, eye.p.Y)
	} else {
		sum = e.openRoom(eye)
	}
	hidden := eye.hidden[:0]
	hide := func(o outline) {
		// A view factor is at most the area on the gnomonic plane over π; area is twice that.
		if !e.detail.GlossSees && (o.area() < 0.01*2*math.Pi || o.factor() < 0.01) {
			return
		}
		lo, hi := o.bounds()
		eye.parts = append(eye.parts[:0], o)
		for i := range hidden {
			h := &hidden[i]
			if h.lo.x >= hi.x || h.lo.y >= hi.y || h.hi.x <= lo.x || h.hi.y <= lo.y {
				continue
			}
			eye.spare = eye.spare[:0]
			for k := range eye.parts {
				eye.spare = eye.parts[k].less(&h.outline, eye.spare)
			}
			eye.parts, eye.spare = eye.spare, eye.parts
		}
		for k := range eye.parts {
			less = less.Plus(e.behind(eye, &eye.parts[k]))
		}
		hidden = append(hidden, shade{outline: o, lo: lo, hi: hi})
	}
	for k := range eye.shades {
		hide(eye.shades[k].outline)
	}
	for i := range e.openings {
		var o outline
		if q := &e.openings[i]; q.front().side(eye.p) > 0 && eye.rect(q, &o) {
			hide(o)
		}
	}
	eye.hidden = hidden
	return sum.Plus(less.Times(-1)), less.Lux() < e.detail.RoomHidden*sum.Lux()
}

// behind is what the room would send to the receptor from behind an outline.
func (e *Engine) behind(eye *receptor, o *outline) RGB {
	const small = 0.02 // as a view factor
	f := o.factor()
	var middle r3.Vec
	var dirs [mostCorners]r3.Vec
	for i, q := range o.p[:o.n] {
		dirs[i] = unit(eye.direction(q))
		middle = r3.Add(middle, dirs[i])
	}
	if f < small || !e.detail.GlossSees {
		return e.around.Shows(eye.p, middle).Times(math.Pi * f)
	}
	// A fan of triangles about its middle: what reaches to the horizon is large.
	z := r3.Dot(middle, eye.n)
	c := pt{r3.Dot(middle, eye.a) / z, r3.Dot(middle, eye.b) / z}
	middle = unit(middle)
	var sum RGB
	for i := range o.n {
		k := (i + 1) % o.n
		fan := outline{n: 3}
		fan.p[0], fan.p[1], fan.p[2] = c, o.p[i], o.p[k]
		sum = sum.Plus(e.around.Shows(eye.p, r3.Add(middle, r3.Add(dirs[i], dirs[k]))).Times(math.Pi * fan.factor()))
	}
	return sum
}

// overTable is what the room sends to the table with nothing in the way, on a grid: it
// changes slowly, and the table asks most.
func (e *Engine) overTable() {
	s := e.set.Table
	if s.WidthMm <= 0 || s.DepthMm <= 0 {
		return
	}
	n := min(max(e.detail.TableCells/4, 2), 6)
	nodes := (n + 1) * (n + 1)
	g := grid{n: n, m: n, cos: 1, w: s.WidthMm, d: s.DepthMm, lum: make([]RGB, nodes), bare: make([]bool, nodes)}
	e.each(nodes, func(k int) {
		p := g.place(k)
		p.Z = 0.01
		eye := receptors.Get().(*receptor)
		eye.view, eye.rough = newView(p, r3.Vec{Z: 1}), false
		g.lum[k], g.bare[k] = e.openRoom(eye), true
		eye.done()
	})
	e.over = g
	if e.detail.GlossSees {
		return
	}
	past := g
	past.lum = make([]RGB, nodes)
	e.each(nodes, func(k int) {
		p := g.place(k)
		p.Z = 0.01
		eye := e.glance(p, r3.Vec{Z: 1})
		past.lum[k] = e.fromRoom(eye, nil)
		eye.done()
	})
	e.shaded = past
}

// openingsOf is what shines before the room's walls and hides them without being in the way
// of other light.
func openingsOf(s *Set) []Rect {
	var out []Rect
	for i := range s.Windows {
		if q := s.Windows[i].Opening(); q.AreaMm2() >= 1 {
			out = append(out, q)
		}
	}
	for i := range s.Sources {
		if !s.Sources[i].Solid {
			out = append(out, s.Sources[i].Rect)
		}
	}
	return out
}
