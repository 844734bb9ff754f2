package light

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// The faces of a low thing see the table from so near that where its own shadow ends matters to the mm: what is no higher than
// ringUnder stands in a ring of the table ringMm wide that is told finer.
const (
	ringUnder = 80
	ringMm    = 60
)

// ring is a grid round a low thing, the finer the nearer to it. It reports false for what needs none.
func (e *Engine) ring(c *Cylinder) (grid, bool) {
	n := e.detail.RingCells
	if c.Foot.Z > 1 || c.HeightMm > ringUnder || n == 0 {
		return grid{}, false
	}
	const justOff = 0.02 // mm: what lies under the thing is not asked
	return grid{n: 2 * n, m: n, every: 4, x: c.Foot.X, y: c.Foot.Y, w: 2 * math.Pi, d: 1,
		inner: c.RadiusMm + justOff, outer: c.RadiusMm + ringMm}, true
}

// round is a place, from a ring's middle, along its sides: its turn, and the root of how far out it is, 0 to 1 in the ring and
// less than 0 within it.
func (t *grid) round(x, y float64) (turn, out float64) {
	off := (math.Hypot(x, y) - t.inner) / (t.outer - t.inner)
	return math.Pi + math.Atan2(-y, -x), math.Copysign(math.Sqrt(math.Abs(off)), off)
}

// about is the place at a turn and so far out.
func (t *grid) about(turn, out float64) r3.Vec {
	sin, cos := math.Sincos(turn)
	away := t.inner + out*out*(t.outer-t.inner)
	return r3.Vec{X: t.x + away*cos, Y: t.y + away*sin}
}
