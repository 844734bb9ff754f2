package light

import "math"

// What counts as an edge in the light on a card: neighbours that lie further from an even
// slope than this share of it.
const bent = 0.1

// sharpened tells the light on a rectangle, known in side × side cells, in times as many a
// side (a power of two): cells where it has an edge (the shadow of what stands close by) are
// asked again in quarters, and those again; all others stand for theirs.
func (e *Engine) sharpened(of Rect, lux []RGB, side, times int, ask func(cell Rect) RGB) []RGB {
	refine := make([]bool, len(lux))
	for k := range refine {
		refine[k] = true
	}
	for ; times > 1; times /= 2 {
		next, again := make([]RGB, 4*len(lux)), make([]bool, 4*len(lux))
		var asked []int
		for k, l := range lux {
			i, j := k%side, k/side
			sharp := refine[k] && e.atEdge(lux, side, i, j)
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

// atEdge reports whether the light in a cell lies off the slope between its neighbours.
func (e *Engine) atEdge(lux []RGB, side, i, j int) bool {
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
