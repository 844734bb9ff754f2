package light

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// What counts as an edge in the light on a card: neighbours that lie further from an even
// slope than this share of it.
const bent = 0.1

// measured is what sharpened can tell: something of so many lux.
type measured interface{ Lux() float64 }

// arrival is what comes to a cell at first, and what of it came of faces.
type arrival struct {
	RGB
	faces RGB
}

// sharpened tells the light on a rectangle, known in side × side cells, in times as many a
// side (a power of two): cells where it has an edge (the shadow of what stands close by), and those that are crowded, whose
// middle may look past such a shadow, are asked again in quarters, and those again; all others stand for theirs.
func sharpened[T measured](e *Engine, of Rect, lux []T, side, times int, crowded func(cell Rect) bool, ask func(cell Rect) T) []T {
	refine := make([]bool, len(lux))
	for k := range refine {
		refine[k] = true
	}
	for ; times > 1; times /= 2 {
		next, again := make([]T, 4*len(lux)), make([]bool, 4*len(lux))
		var asked []int
		for k, l := range lux {
			i, j := k%side, k/side
			sharp := refine[k] && (atEdge(e, lux, side, i, j) || crowded != nil && crowded(of.cell(i, j, side, side)))
			for q := range 4 {
				at := (2*j+q/2)*2*side + 2*i + q%2
				next[at], again[at] = l, sharp
				if sharp {
					asked = append(asked, at)
				}
			}
		}
		lux, refine, side = next, again, 2*side
		e.each(len(asked), func(a int) {
			at := asked[a]
			lux[at] = ask(of.cell(at%side, at/side, side, side))
		})
	}
	return lux
}

// crowded reports whether something stands before a cell of a face nearer than so many times half the cell's length; nil where
// that is not asked. Nearer than once, its light falls off within the cell.
func (e *Engine) crowded(f *face, times float64) func(cell Rect) bool {
	if !e.detail.GlossSees || f.panel == aBody {
		return nil
	}
	var before []Cylinder
	for _, c := range e.set.Solids {
		if f.fronts.side(r3.Add(c.Foot, r3.Vec{Z: c.HeightMm / 2})) > 0 {
			before = append(before, c)
		}
	}
	return func(cell Rect) bool {
		for _, c := range before {
			z := math.Min(math.Max(cell.Centre.Z, c.Foot.Z), c.Foot.Z+c.HeightMm)
			if cell.away(r3.Vec{X: c.Foot.X, Y: c.Foot.Y, Z: z})-c.RadiusMm < times*math.Max(length(cell.U), length(cell.V)) {
				return true
			}
		}
		return false
	}
}

// nook is a part of a face that is told apart from its cell because something stands close before it: one of side × side.
type nook struct{ side, i, j int }

// Where nooks are halved more than once more than a face's edges it has no more than mostNooks, since a card that leans on a tall pot
// touches it all the way up, and is known in no more than mostCells a side.
const (
	mostNooks = 1500
	mostCells = 256
)

// nooks are the crowded parts of a face of side × side cells, whose edges are halved so often; nooks up to deepest times more.
func (f *face) nooks(side, edges, deepest int, crowded func(cell Rect) bool) []nook {
	if crowded == nil {
		return nil
	}
	var out []nook
	for deep := 1; deep <= deepest; deep++ {
		fine := side << (edges + deep)
		if deep > 1 && fine > mostCells {
			break
		}
		finer := f.crowdedParts(side, fine, crowded)
		if deep > 1 && len(finer) > mostNooks {
			break
		}
		out = finer
	}
	return out
}

// crowdedParts cuts the crowded ones of side × side cells until they are not, or one of fine × fine.
func (f *face) crowdedParts(side, fine int, crowded func(cell Rect) bool) []nook {
	var out []nook
	var cut func(s, i, j int)
	cut = func(s, i, j int) {
		if s < fine && crowded(f.cell(i, j, s, s)) {
			for k := range 4 {
				cut(2*s, 2*i+k%2, 2*j+k/2)
			}
		} else if s > side {
			out = append(out, nook{s, i, j})
		}
	}
	for at := range side * side {
		cut(side, at%side, at/side)
	}
	return out
}

// of calls each with those of fine × fine cells that lie in it.
func (n nook) of(fine int, each func(at int)) {
	times := fine / n.side
	for at := range times * times {
		each((n.j*times+at/times)*fine + n.i*times + at%times)
	}
}

// atEdge reports whether the light in a cell lies off the slope between its neighbours.
func atEdge[T measured](e *Engine, lux []T, side, i, j int) bool {
	here := lux[j*side+i].Lux()
	off := func(a, b float64, whole bool) bool {
		mean := (a + b) / 2
		limit := bent
		if !whole {
			limit *= 2
		}
		return math.Abs(here-mean) > limit*math.Max(here, mean)+e.detail.Skip*e.usual
	}
	along := func(lowIn, highIn bool, low, high int) bool {
		switch {
		case lowIn && highIn:
			return off(lux[low].Lux(), lux[high].Lux(), true)
		case lowIn:
			return off(lux[low].Lux(), lux[low].Lux(), false)
		default:
			return off(lux[high].Lux(), lux[high].Lux(), false)
		}
	}
	at := j*side + i
	return along(i > 0, i < side-1, at-1, at+1) || along(j > 0, j < side-1, at-side, at+side)
}
