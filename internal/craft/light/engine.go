package light

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// Source is a luminous rectangle: a window with sky behind it, or a softbox.
type Source struct {
	Rect
	LuminanceCdM2 float64 // cd/m², the same over the whole face
}

// Lumens returns the luminous flux that leaves the face, π L A.
func (s Source) Lumens() float64 { return math.Pi * s.LuminanceCdM2 * s.AreaMm2() / 1e6 }

// Card is a flat diffuse reflector, white on its front, that also casts a shadow.
type Card struct {
	Rect
	Reflectance float64 // 0 to 1
}

// Enclosure is the box the set stands in, as far as it matters to fill: its inside
// surface and how much of the light those surfaces return.
type Enclosure struct {
	SurfaceM2   float64 // walls, floor and ceiling, m²
	Reflectance float64 // area-weighted, 0 to 1
}

// Table is the horizontal top at z = 0.
type Table struct {
	WidthMm, DepthMm float64 // x and y extent, from the origin
	Reflectance      float64 // 0 to 1
}

// Set is everything that sends, bounces or stops light.
type Set struct {
	Sources []Source
	Cards   []Card
	Table   Table
	Room    Enclosure
	Solids  []Occluder // things on the table
}

// Detail is how finely areas are divided where something may stand in the way.
type Detail struct {
	SourceLooks  int     // most cells a side of a source is first cut into
	SourceSplits int     // how often the edge of a shadow on a source is halved
	BounceCells  int     // a card into BounceCells² parts
	TableCells   int     // the table's brightness is known at (TableCells+1)² nodes
	TableLeafMm  float64 // the smallest part of the table summed on its own
}

// Fine is for readings, Coarse for dragging and for pictures.
var (
	Fine   = Detail{SourceLooks: 16, SourceSplits: 3, BounceCells: 12, TableCells: 32, TableLeafMm: 5}
	Coarse = Detail{SourceLooks: 4, SourceSplits: 1, BounceCells: 5, TableCells: 16, TableLeafMm: 14}
)

// Parts is illuminance by where it came from, in lux.
type Parts struct {
	Direct float64 // straight from the sources
	Card   float64 // from cards, one bounce
	Table  float64 // from the table, one bounce
	Room   float64 // from the room's walls
}

// Total is the sum in lux.
func (p Parts) Total() float64 { return p.Direct + p.Card + p.Table + p.Room }

// Engine answers questions about one Set. Making it works out what every card
// and the table receive; asking is then cheap. Safe for use by many goroutines.
type Engine struct {
	set      Set
	detail   Detail
	standing []Occluder // cards and solids
	all      []Occluder // cards, solids and the table top
	bounces  []patch
	top      tabletop
	room     float64 // lux on any surface from the room
}

type patch struct {
	Rect
	luminance float64 // cd/m²
}

// NewEngine prepares a Set.
func NewEngine(s Set, d Detail) *Engine {
	e := &Engine{set: s, detail: d}
	e.all = append(e.all, s.Solids...)
	for _, c := range s.Cards {
		e.all = append(e.all, c.Rect)
	}
	e.standing = e.all[:len(e.all):len(e.all)]
	if t := s.Table; t.WidthMm > 0 && t.DepthMm > 0 {
		e.all = append(e.all, Rect{Centre: r3.Vec{X: t.WidthMm / 2, Y: t.DepthMm / 2},
			U: r3.Vec{X: t.WidthMm / 2}, V: r3.Vec{Y: t.DepthMm / 2}})
	}
	e.room = RoomLux(s)
	for _, c := range s.Cards {
		n := c.Normal()
		for i := 0; i < d.BounceCells; i++ {
			for j := 0; j < d.BounceCells; j++ {
				cell := c.cell(i, j, d.BounceCells, d.BounceCells)
				at := r3.Add(cell.Centre, r3.Scale(0.01, n))
				e.bounces = append(e.bounces, patch{cell, c.Reflectance * (e.direct(at, n) + e.room) / math.Pi})
			}
		}
	}
	e.top = e.lightTable()
	return e
}

// RoomLux returns the even light that the room's own surfaces give back, by the
// integrating-sphere sum E = Φ ρ / (A (1−ρ)), Φ the flux the sources send in
// (IES Lighting Handbook, lumen method; the split-flux form for interiors). It
// is 0 for a room that returns nothing.
func RoomLux(s Set) float64 {
	if s.Room.SurfaceM2 <= 0 || s.Room.Reflectance <= 0 {
		return 0
	}
	flux := 0.0
	for _, src := range s.Sources {
		flux += src.Lumens()
	}
	return flux * s.Room.Reflectance / (s.Room.SurfaceM2 * (1 - math.Min(s.Room.Reflectance, 0.95)))
}

func (e *Engine) direct(p, n r3.Vec) float64 { return e.directPast(p, n, e.all) }

func (e *Engine) directPast(p, n r3.Vec, occluders []Occluder) float64 {
	sum := 0.0
	for _, s := range e.set.Sources {
		sum += math.Pi * s.LuminanceCdM2 * FactorPast(p, n, s.Rect, e.detail.SourceLooks, e.detail.SourceSplits, occluders)
	}
	return sum
}

// At returns the light on a receptor at p facing n (unit), by origin.
func (e *Engine) At(p, n r3.Vec) Parts {
	out := Parts{Direct: e.direct(p, n), Room: e.room}
	for _, b := range e.bounces {
		if f := Factor(p, n, b.Rect); f > 0 && e.clear(p, b.Centre) {
			out.Card += math.Pi * b.luminance * f
		}
	}
	out.Table = e.fromTable(p, n)
	return out
}

// clear is visibility to a bouncing patch; the card the patch lies on touches the
// segment only at its end, which does not count.
func (e *Engine) clear(p, q r3.Vec) bool { return visible(p, q, e.all) }
