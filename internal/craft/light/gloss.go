package light

import (
	"math"
	"math/bits"
	"slices"

	"gonum.org/v1/gonum/spatial/r3"
)

// shine is the luminance of a glossy cell at x toward p: what it sees, weighed by
// its lobe about the mirror direction. The weight is (n+1)/2π cosⁿ, less where the
// light comes in more grazing than it leaves, so that no light is made (Neumann &
// Neumann's bound for lobe models). The sun is left out where what it lights of the face is known in parts.
func (f *face) shine(p, x r3.Vec, seen []glow, sun bool) RGB {
	n := f.fronts.n
	to := unit(r3.Sub(p, x))
	out := r3.Dot(to, n)
	r := r3.Sub(r3.Scale(2*out, n), to)
	power := f.surface.Lobe
	var sum RGB
	for i := range seen {
		g := &seen[i]
		if out <= 0 || r3.Dot(r, g.middle) < g.least || !sun && g.sun != (RGB{}) {
			continue
		}
		of, share := g.luminance, 0.0
		if g.sun != (RGB{}) {
			of, share = g.sun, raised(math.Max(0, r3.Dot(r, g.dirs[0])), power)
		} else {
			share = lobeMoment(r, g.dirs, g.arcs, power)
		}
		if share > 0 {
			sum = sum.Plus(of.Times(g.grazing(r, n, out, power) * float64(power+1) / (2 * math.Pi) * share))
		}
	}
	return sum.Through(f.surface.Gloss)
}

// shineOver is the mean of shine over a cell: at more places the larger the cell
// looks against its lobe, each weighed by what it gives the receptor.
func (f *face) shineOver(eye *receptor, cell Rect, seen []glow, sun bool) RGB {
	size := math.Max(r3.Norm(cell.U), r3.Norm(cell.V)) * 2 / math.Max(cell.away(eye.p), 1)
	most := 6
	if eye.rough {
		most = 1
	}
	n := max(1, min(most, int(math.Ceil(size*math.Sqrt(float64(f.surface.Lobe))/1.3))))
	if n == 1 {
		return f.shine(eye.p, cell.Centre, seen, sun)
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
				sum, all = sum.Plus(f.shine(eye.p, x, seen, sun).Times(k)), all+k
			}
		}
	}
	if all == 0 {
		return RGB{}
	}
	return sum.Times(1 / all)
}

// vista is what is seen from each of so many parts of a cell of a gloss, row by row: as many along as across.
type vista [][]glow

// side is how many parts a cell has along each side: a power of two.
func (v vista) side() int { return 1 << (bits.Len(uint(len(v))) / 2) }

// at is what is seen from one of its parts; nothing from a cell that was not asked.
func (v vista) at(i, j int) []glow {
	if v == nil {
		return nil
	}
	return v[j*v.side()+i]
}

// A place of a gloss sees all or nothing of what a thing hides that all but touches it. Cells are halved once while the thing is
// nearer than allBut of their half lengths; the halves, nearer than closer of theirs, while that makes no more than mostParts.
const (
	allBut    = 3
	closer    = 1.5
	mostParts = 1500
)

// split tells how often each of a gloss's cells is halved for what all but touches it, at the most deepest times; within asks
// whether it is nearer than so many half lengths of a cell.
func (f *face) split(deepest int, within func(times float64) func(cell Rect) bool) {
	touched, pressed := within(allBut), within(closer)
	if touched == nil {
		return
	}
	var halved func(side, i, j, left int) uint8
	halved = func(side, i, j, left int) uint8 {
		if left == 0 || side > f.shows && !pressed(f.cell(i, j, side, side)) || !touched(f.cell(i, j, side, side)) {
			return 0
		}
		most := uint8(0)
		for k := range 4 {
			most = max(most, halved(2*side, 2*i+k%2, 2*j+k/2, left-1))
		}
		return most + 1
	}
	for deep := 1; deep <= deepest; deep++ {
		of, parts := make([]uint8, f.shows*f.shows), 0
		for k := range of {
			of[k] = halved(f.shows, k%f.shows, k/f.shows, deep)
			parts += 1 << (2 * of[k])
		}
		if slices.Max(of) < uint8(deep) || deep > 1 && parts > mostParts {
			return
		}
		f.deep = of
	}
}

// parts asks what is seen from each part of those cells of a gloss that lie in one of side × side, and keeps it; ask is told the cell and
// which of its parts.
func (f *face) parts(glossy []vista, i, j, side int, ask func(k, part int, q Rect) []glow) {
	if f.surface.Lobe == 0 {
		return
	}
	n := f.shows / side
	for at := range n * n {
		x, y := i*n+at%n, j*n+at/n
		k := y*f.shows + x
		halved := 0
		if f.deep != nil {
			halved = int(f.deep[k])
		}
		m := 1 << halved
		all := make(vista, m*m)
		for part := range all {
			all[part] = ask(k, part, f.cell(x*m+part%m, y*m+part/m, f.shows*m, f.shows*m))
		}
		glossy[k] = all
	}
}

// seenFrom is what is seen from about the middle of one of side × side cells; nothing where an engine was stopped before it asked.
func (f *face) seenFrom(i, j, side int) []glow {
	if side <= f.shows {
		n := f.shows / side
		v := f.glossy[(j*n+n/2)*f.shows+i*n+n/2]
		if n > 1 { // the corner that the four about its middle meet at
			return v.at(0, 0)
		}
		m := v.side()
		return v.at(m/2, m/2)
	}
	n := side / f.shows
	v := f.glossy[j/n*f.shows+i/n]
	m := v.side()
	return v.at((i%n*m+m/2)/n, (j%n*m+m/2)/n)
}

// whole reports whether what is seen is not told apart within one of side × side cells.
func (f *face) whole(side, i, j int) bool {
	if side < f.shows {
		return false
	}
	n := side / f.shows
	return f.deep == nil || n >= 1<<f.deep[j/n*f.shows+i/n]
}

// atRest is how bright one of side × side cells is but for its gloss, cd/m².
func (f *face) atRest(i, j, side int) RGB {
	level := min(bits.Len(uint(side))-1, len(f.levels)-1)
	cells := 1 << level
	return f.levels[level][(j*cells/side)*cells+i*cells/side]
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

// grazing is the mean of min(1, in/out) over what is seen, weighed by the lobe, which may fall by half from one corner to
// its middle: corners, the middles of edges and the middle, as Simpson weighs them.
func (g *glow) grazing(r, n r3.Vec, out float64, power int) float64 {
	if g.flattest >= out {
		return 1
	}
	sum, all := 0.0, 0.0
	add := func(d r3.Vec, weight float64) {
		k := weight * raised(max(0.05, r3.Dot(r, d)), power)
		sum, all = sum+k*max(0, min(1, r3.Dot(d, n)/out)), all+k
	}
	for _, d := range g.dirs {
		add(d, 1)
	}
	for i := range g.arcs {
		add(g.arcs[i].half, 4)
	}
	add(g.middle, 4*float64(len(g.dirs)))
	return sum / all
}

// raised is x to a whole power: a lobe asks it for every corner that it sees, and math.Pow
// takes ten times as long.
func raised(x float64, power int) float64 {
	out := 1.0
	for ; power > 0; power >>= 1 {
		if power&1 == 1 {
			out *= x
		}
		x *= x
	}
	return out
}

// glows is what a cell sees of sources, diffusers and the sun, straight and in mirrors; sun is the sun's light on the
// cell, its mean there.
func (e *Engine) glows(eye *receptor, power int, sun RGB) []glow {
	var out []glow
	keep := func(o *outline, l RGB) { out = eye.glow(out, o, l, power, e.detail.GlossSees) }
	e.shining(eye, nil, keep)
	e.inMirrors(eye, func(over *receptor, through []outline, returned RGB) {
		e.shining(over, through, func(o *outline, l RGB) { keep(o, l.Through(returned)) })
	})
	if s := e.set.Sun; s != nil && sun.Lux() > 0 {
		out = append(out, glow{dirs: []r3.Vec{s.Toward}, middle: s.Toward, flattest: r3.Dot(eye.n, s.Toward), least: leastOf(0, power), sun: sun.Times(1 / r3.Dot(eye.n, s.Toward))})
	}
	return out
}

// inMirrors calls each with the receptor's image behind every mirror that it sees, and the parts of the mirror that are
// seen. An outline is the same to the image as it is to the receptor.
func (e *Engine) inMirrors(eye *receptor, each func(over *receptor, through []outline, returned RGB)) {
	for k := range e.faces {
		f := &e.faces[k]
		var o outline
		if !f.mirror || f.fronts.side(eye.p) <= 0.02 || !eye.rect(&f.Rect, &o) {
			continue
		}
		if through := append([]outline{}, eye.past(&o, f.fronts)...); len(through) > 0 {
			over := eye.turnedOver(e, f)
			each(over, through, f.surface.Gloss)
			over.done()
		}
	}
}

// shining is what shines by itself and is seen, through the given outlines if there are any: sources, what comes
// through diffusers, and where the sun is on cards.
func (e *Engine) shining(eye *receptor, through []outline, keep func(*outline, RGB)) {
	d := e.detail
	d.SkyStrips *= 2 // a gloss picks out a part of the sky
	eye.sources(&e.set, d, through, keep)
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
			if some, _ := eye.shown(&q, &o); some {
				eye.cutThrough(&o, f.fronts, through, func(part *outline) { keep(part, l) })
			}
		}
	}
	for k := range e.faces {
		f := &e.faces[k]
		if f.fronts.side(eye.p) <= 0.02 {
			continue
		}
		e.sunny(eye, f.sunny, f.fronts, through, keep)
	}
}

// wide is the largest angle, as a cosine, that a part of a source may span before it
// is divided for a gloss.
const wide = 0.85

// glow appends a part of a source as a gloss sees it, divided where it looks large.
func (eye *receptor) glow(out []glow, o *outline, l RGB, power int, divide bool) []glow {
	if o.factor() < 1e-5 {
		return out
	}
	g := glow{luminance: l, dirs: make([]r3.Vec, 0, o.n), flattest: 1}
	for _, q := range o.p[:min(o.n, 11)] {
		d := unit(eye.direction(q))
		g.dirs, g.middle = append(g.dirs, d), r3.Add(g.middle, d)
		g.flattest = math.Min(g.flattest, r3.Dot(d, eye.n))
	}
	g.middle = unit(g.middle)
	reach := 0.0
	for _, d := range g.dirs {
		reach = math.Max(reach, math.Acos(math.Min(1, r3.Dot(d, g.middle))))
	}
	g.least = leastOf(reach, power)
	var halves [2]outline
	n := 0
	if divide {
		halves, n = eye.halved(o, g.dirs, wide)
	}
	if n == 0 {
		g.arcs = arcsOf(g.dirs)
		return append(out, g)
	}
	for i := range n {
		out = eye.glow(out, &halves[i], l, power, divide)
	}
	return out
}

// halved cuts an outline half way along its longest diagonal, across it, where that spans more than an angle, told by
// its cosine; dirs are its corners as unit directions. It returns how many parts there are, none where it is not cut.
func (eye *receptor) halved(o *outline, dirs []r3.Vec, wide float64) (parts [2]outline, n int) {
	least, a, b := 1.0, 0, 0
	for i := range dirs {
		for k := range i {
			if c := r3.Dot(dirs[i], dirs[k]); c < least {
				least, a, b = c, i, k
			}
		}
	}
	if least > wide {
		return parts, 0
	}
	m := r3.Add(dirs[a], dirs[b])
	z := r3.Dot(m, eye.n)
	if z <= 1e-6 {
		return parts, 0
	}
	middle := pt{r3.Dot(m, eye.a) / z, r3.Dot(m, eye.b) / z}
	along := pt{o.p[b].x - o.p[a].x, o.p[b].y - o.p[a].y}
	far := pt{middle.x - along.y, middle.y + along.x}
	for _, left := range [2]bool{true, false} {
		if o.cut(middle, far, left, &parts[n]) && parts[n].n < o.n+3 && parts[n].area() >= tiny {
			n++
		}
	}
	return parts, n
}

// How a part of the table is divided for a gloss: while it is larger than its distance, and
// than so many mm, and its light differs by more than a share of its mean.
const (
	glowMm    = 80
	glowApart = 0.4
)

// tableGlows keeps the parts of a rectangle of the table. What stands on the table hides what is under it; where a card stands, it is
// divided down to its foot, since light is not the same on the two sides of it.
func (e *Engine) tableGlows(eye *receptor, q Rect, through []outline, keep func(part *outline, l RGB)) {
	var o outline
	if !eye.rect(&q, &o) || o.factor() < 1e-5 {
		return
	}
	bare, sum, low, high := 0.0, 0.0, math.Inf(1), 0.0
	for k := range 9 {
		p := q.At(float64(k%3-1)*2/3, float64(k/3-1)*2/3)
		if got := e.top.at(p.X, p.Y); got != (RGB{}) {
			l := got.Lux()
			sum, bare = sum+l, bare+1
			low, high = math.Min(low, l), math.Max(high, l)
		}
	}
	if bare == 0 {
		return
	}
	size, near := 2*math.Max(q.U.X, q.V.Y), q.away(eye.p)
	if size > glowMm && size > near && high-low > glowApart*sum/bare ||
		size > footMm && size > near && e.stands(q.Centre.X-q.U.X, q.Centre.Y-q.V.Y, q.Centre.X+q.U.X, q.Centre.Y+q.V.Y) {
		for k := range 4 {
			e.tableGlows(eye, q.cell(k%2, k/2, 2, 2), through, keep)
		}
		return
	}
	eye.cutThrough(&o, half{r3.Vec{Z: 1}, 0}, through, func(part *outline) { keep(part, e.seenOfTable(eye, part, &q)) })
}

// seenOfTable is how bright a part of the table is that is seen in an outline: about its middle, and half way from there to its
// corners.
func (e *Engine) seenOfTable(eye *receptor, part *outline, q *Rect) RGB {
	at := func(o pt) pt { return eye.onTop(o, q.Centre.X, q.Centre.Y, q.U.X, q.V.Y) }
	middle := eye.middleOnTop(part, q.Centre.X, q.Centre.Y, q.U.X, q.V.Y)
	var l RGB
	n := 0.0
	add := func(p pt) {
		if got := e.top.at(p.x, p.y); got != (RGB{}) {
			l, n = l.Plus(got), n+1
		}
	}
	add(middle)
	for _, o := range part.p[:part.n] {
		p := at(o)
		add(pt{(middle.x + p.x) / 2, (middle.y + p.y) / 2})
	}
	return l.Times(1 / math.Max(n, 1))
}

// A wall is told to a gloss in cells that differ by no more than this share of the room's usual light, by view factor:
// beside a window it is many times as bright as at its far end. At the most it is divided so often.
const (
	glossCareless = 0.02
	wallDeepest   = 4
)

// differing calls each with the cells of a rectangle, quarters of them where they differ by more than matters.
func (eye *receptor) differing(of *lit, matters float64, level, i, j int, each func(q Rect, l RGB)) {
	side := 1 << level
	q := of.cell(i, j, side, side)
	var o outline
	if !eye.rect(&q, &o) {
		return
	}
	at := j*side + i
	if level == 0 || level < min(wallDeepest, len(of.levels)-1) && of.spread[level][at]*o.factor() > matters {
		for k := range 4 {
			eye.differing(of, matters, level+1, 2*i+k%2, 2*j+k/2, each)
		}
		return
	}
	each(q, of.levels[level][at])
}

// glossCells is the share of the usual light by which cells of a gloss, seen in another, may differ and be told as one.
const glossCells = 0.002

// sheen is how bright the middle of one of side × side cells of a glossy face is from the receptor.
func (f *face) sheen(eye *receptor, side, i, j int) RGB {
	return f.atRest(i, j, side).Plus(f.shine(eye.p, f.cell(i, j, side, side).Centre, f.seenFrom(i, j, side), true))
}

// glossOf calls each with the parts of one of side × side cells of a glossy face that another gloss is told: it looks bright at one place and dark a
// hand's breadth beside, so quarters differ by more than their lights at rest.
func (e *Engine) glossOf(eye *receptor, f *face, side, i, j int, each func(q Rect, l RGB)) {
	q := f.cell(i, j, side, side)
	var o outline
	if f.fronts.side(eye.p) <= 0.02 || !eye.rect(&q, &o) {
		return
	}
	if f.whole(side, i, j) {
		each(q, f.sheen(eye, side, i, j))
		return
	}
	var sum RGB
	low, high := math.Inf(1), 0.0
	for k := range 4 {
		l := f.sheen(eye, 2*side, 2*i+k%2, 2*j+k/2)
		low, high = math.Min(low, l.Lux()), math.Max(high, l.Lux())
		sum = sum.Plus(l.Times(0.25))
	}
	if (high-low)*o.factor() > glossCells*e.usual {
		for k := range 4 {
			e.glossOf(eye, f, 2*side, 2*i+k%2, 2*j+k/2, each)
		}
		return
	}
	each(q, sum)
}

// secondGlows is what a cell sees of the table, in a few parts, and of cards, straight and in mirrors.
func (e *Engine) secondGlows(eye *receptor, power int) []glow {
	var out []glow
	keep := func(part *outline, l RGB, divide bool) {
		if l.Lux() > 0 {
			out = eye.glow(out, part, l, power, divide)
		}
	}
	e.returning(eye, nil, keep)
	e.inMirrors(eye, func(over *receptor, through []outline, returned RGB) {
		e.returning(over, through, func(part *outline, l RGB, divide bool) { keep(part, l.Through(returned), divide) })
	})
	return out
}

// returning is what returns light and is seen, through the given outlines if there are any: cards, the room and the
// table.
func (e *Engine) returning(eye *receptor, through []outline, keep func(part *outline, l RGB, divide bool)) {
	whole := func(part *outline, l RGB) { keep(part, l, false) }
	of := func(q Rect, fronts half, l RGB) {
		if l.Lux() <= 0 || fronts.side(eye.p) <= 0.02 {
			return
		}
		var o outline
		if some, _ := eye.shown(&q, &o); some {
			eye.cutThrough(&o, fronts, through, func(part *outline) { whole(part, l) })
		}
	}
	for k := range e.faces {
		if f := &e.faces[k]; f.through.Lux() == 0 && !f.dead {
			// A card that looks large shows its own light and shade.
			level := 0
			for size := math.Sqrt(f.areaMm2) / math.Max(f.away(eye.p), 1); size > 0.4 && level < min(1, f.enough); size /= 2 {
				level++
			}
			side := 1 << level
			for at, l := range f.levels[level] {
				i, j := at%side, at/side
				if f.surface.Lobe > 0 {
					e.glossOf(eye, f, side, i, j, func(q Rect, l RGB) { of(q, f.fronts, l) })
					continue
				}
				of(f.cell(i, j, side, side), f.fronts, l)
			}
		}
	}
	if m := e.around; m != nil {
		for i := range m.walls {
			w := &m.walls[i]
			if w.returned == 0 || w.fronts.side(eye.p) <= 0 {
				continue
			}
			if w.levels == nil {
				continue
			}
			eye.differing(&w.lit, m.usual*glossCareless, 0, 0, 0, func(q Rect, l RGB) { of(q, w.fronts, l) })
			e.sunny(eye, w.sunny, w.fronts, through, whole)
		}
	}
	if e.top.n > 0 && eye.p.Z > 0 { // from below, in a mirror that leans back, nothing looks down on to the table
		top := Rect{Centre: r3.Vec{X: e.top.w / 2, Y: e.top.d / 2}, U: r3.Vec{X: e.top.w / 2}, V: r3.Vec{Y: e.top.d / 2}}
		const parts = 4
		for j := range parts {
			for i := range parts {
				e.tableGlows(eye, top.cell(i, j, parts, parts), through, func(part *outline, l RGB) { keep(part, l, true) })
			}
		}
		for i := range e.patches {
			var o outline
			if eye.onTable(&e.patches[i].outline, &o) {
				eye.cutThrough(&o, half{r3.Vec{Z: 1}, 0}, through, func(part *outline) { whole(part, e.patches[i].light) })
			}
		}
	}
}
