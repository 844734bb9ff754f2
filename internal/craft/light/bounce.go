package light

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// fromFaces is what all faces send to the receptor.
func (e *Engine) fromFaces(eye *receptor) RGB {
	var sum RGB
	for k := range e.faces {
		sum = sum.Plus(e.fromFace(eye, &e.faces[k]))
	}
	return sum
}

func (e *Engine) fromFace(eye *receptor, f *face) RGB {
	if f.dead || f.fronts.side(eye.p) <= 0.02 {
		return RGB{}
	}
	sum := e.fromCells(eye, f, nil).Plus(e.fromSunny(eye, f.sunny, f.fronts, nil))
	if f.mirror {
		sum = sum.Plus(e.fromMirror(eye, f))
	}
	return sum
}

// partsWithin is how near a receptor must be to a cell of a gloss, in its half lengths, to be told of its smallest parts.
const partsWithin = 8

// glossSkips is how much of what may be skipped of a face may be lost of its gloss, over all of its cells.
const glossSkips = 1.6

// fromCells is what the cells of a face send to the receptor, all of it or only what
// is seen through the given outlines.
func (e *Engine) fromCells(eye *receptor, f *face, through []outline) RGB {
	var whole outline
	// At the most it fills its area over the square of its distance.
	if near := f.away(eye.p); f.areaMm2*f.most < e.detail.Skip*e.usual*math.Pi*near*near {
		return RGB{}
	}
	if f.most == 0 {
		return RGB{}
	}
	some, all := eye.shown(&f.Rect, &whole)
	if !some || whole.factor()*f.most < e.detail.Skip*e.usual {
		return RGB{}
	}
	pieces := eye.pieces[:0]
	eye.cutThrough(&whole, f.fronts, through, func(part *outline) { pieces = append(pieces, *part) })
	eye.pieces = pieces
	if len(pieces) == 0 {
		return RGB{}
	}
	open := all && len(pieces) == 1 && pieces[0].n == whole.n && pieces[0].p == whole.p
	parts := pieces
	if open {
		parts = nil // all of it, which is quicker
	}
	sum := eye.ofCells(&f.lit, parts, e.detail.Skip*e.usual*eye.hasty(), 0, 0, 0)
	if f.surface.Lobe == 0 {
		return sum
	}
	most := f.shows
	side := min(4, most)
	if e.detail.GlossSees && !eye.rough {
		side = most
	} else if e.detail.GlossSees { // beside a gloss what it shows differs from cell to cell
		for size := math.Sqrt(f.areaMm2) / float64(side); side < most && f.away(eye.p) < size; size /= 2 {
			side *= 2
		}
	}
	add := func(o *outline, i, j, side int) {
		seen := 0.0
		if open {
			seen = o.factor()
		} else {
			var cut outline
			for k := range pieces {
				if !o.apart(&pieces[k]) && o.within(&pieces[k], &cut) {
					seen += cut.factor()
				}
			}
		}
		if seen*f.most*float64(side*side) > glossSkips*e.detail.Skip*e.usual { // of many small cells each gives little
			l := f.shineOver(eye, f.cell(i, j, side, side), f.seenFrom(i, j, side), !e.detail.GlossSees)
			sum = sum.Plus(l.Times(math.Pi * seen))
		}
	}
	var within func(side, i, j int)
	within = func(side, i, j int) { // a cell that is told in parts
		for k := range 4 {
			side, i, j := 2*side, 2*i+k%2, 2*j+k/2
			cell, o := f.cell(i, j, side, side), outline{}
			if !f.whole(side, i, j) && cell.away(eye.p) < partsWithin*max(length(cell.U), length(cell.V)) {
				within(side, i, j)
			} else if eye.rect(&cell, &o) {
				add(&o, i, j, side)
			}
		}
	}
	grid, above := eye.gridOf(&f.Rect, side)
	for j := range side {
		for i := range side {
			var o outline
			if side == most && !f.whole(side, i, j) {
				within(side, i, j)
				continue
			}
			if above {
				k := j*(side+1) + i
				o.n = 4
				o.p[0], o.p[1], o.p[2], o.p[3] = grid[k], grid[k+1], grid[k+side+2], grid[k+side+1]
				o.turnLeft()
			} else if cell := f.cell(i, j, side, side); !eye.rect(&cell, &o) {
				continue
			}
			add(&o, i, j, side)
		}
	}
	return sum.Plus(e.fromGleams(eye, f, through))
}

// hasty is how much of what may be skipped of a face may be off in one of its cells.
func (eye *receptor) hasty() float64 {
	if eye.rough {
		return 0.25
	}
	return 0.1
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
			sum = sum.Plus(e.fromCells(over, d, portal)).Plus(e.fromSunny(over, d.sunny, d.fronts, portal))
		}
	}
	sum = sum.Plus(e.fromTable(over, portal)).Plus(e.fromRoom(over, portal))
	if s := e.set.Sun; s != nil {
		if x, ok := f.Crossed(over.p, s.Toward); ok && r3.Dot(f.fronts.n, s.Toward) > 0 {
			to := unit(r3.Sub(x, eye.p))
			if cos := r3.Dot(to, eye.n); cos > 0 && e.clear(eye.p, x) {
				sum = sum.Plus(s.Lux.Times(cos * e.beam(r3.Add(x, r3.Scale(0.01, f.fronts.n)), s.Toward)))
			}
		}
	}
	over.done()
	return sum.Through(f.surface.Gloss)
}
