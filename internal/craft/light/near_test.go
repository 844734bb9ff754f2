package light

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/spatial/r3"
)

// A silver card five centimetres behind a dark dish shows the dish, the table at its own foot and the diffuser beside the dish, each a
// finger's breadth from the other: what it throws on the dish's back is the fill, and agrees with rays.
func TestAGlossRightBehindADish(t *testing.T) {
	h := Hero{Foot: r3.Vec{X: 528, Y: 565}, RadiusMm: 35, HeightMm: 175}
	s := Set{
		Windows: []Window{{Rect: Upright(r3.Vec{X: -367, Y: 200, Z: 512}, 500, 1235, 60, 0), Glass: 0.8, Sky: EvenSky(White(3000))}},
		Table:   Table{WidthMm: 1600, DepthMm: 900, Diffuse: White(0.5)},
		Solids:  []Cylinder{{Foot: h.Foot, RadiusMm: h.RadiusMm, HeightMm: h.HeightMm}},
		Panels: []Panel{
			{Rect: Upright(r3.Vec{X: 611, Y: 610, Z: 101}, 600, 190, 248.6, 0), Front: Surfaces["silver"], Back: Plain(0.3)},
			{Rect: Upright(r3.Vec{X: 155, Y: 625, Z: 520}, 1000, 1000, 90, 0), Front: Plain(0.25), Back: Plain(0.25), Through: White(0.6)},
		},
	}
	e, rays := NewEngine(s, Fine), traces(s, 3, 17)
	got, want := 0.0, 0.0
	for _, deg := range []float64{90, 105, 120, 135, 150} {
		p, n := facetAt(h, deg)
		got, want = got+e.At(p, n).Total(), want+rays.lux(p, n, 200_000)
	}
	t.Logf("%.1f for %.1f lx", got, want)
	assert.InEpsilon(t, want, got, 0.06)
}

// A dull foil leans back over a low dish and all but touches it: from the millimetres that its foot is away the dish hides all or
// nothing of the window, and so does the foil's light on the dish's dark side change.
func TestAFoilThatAllButTouchesADish(t *testing.T) {
	h := Hero{Foot: r3.Vec{X: 975, Y: 358}, RadiusMm: 47.4, HeightMm: 20}
	s := Set{
		Windows: []Window{{Rect: Upright(r3.Vec{X: -900, Y: 1015, Z: 1100}, 1138, 1547, 96.3, 0), Glass: 0.8, Sky: EvenSky(White(4000))}},
		Table:   Table{WidthMm: 1600, DepthMm: 900, Diffuse: White(0.48)}, Solids: []Cylinder{h.Body()},
		Panels: []Panel{{Rect: Rect{Centre: r3.Vec{X: 1082.7, Y: 351.7, Z: 205.5}, U: r3.Vec{X: -15, Y: -256.9}, V: r3.Vec{X: 57, Y: -3.3, Z: 192.2}}, Front: Surfaces["dull foil"], Back: Plain(0.3)}},
	}
	e, rays := NewEngine(s, Fine), traces(s, 5, 17)
	for _, deg := range []float64{105, 120, 135} {
		p, n := facetAt(h, deg)
		assert.InEpsilon(t, rays.lux(p, n, 200_000), e.At(p, n).Total(), 0.04, "the face at %v°", deg)
	}
}

// What is seen from about the middle of a part of a gloss is what was asked there, however finely its cells are told.
func TestAPartOfAGlossSeesWhatWasAskedThere(t *testing.T) {
	f := face{lit: lit{Rect: Upright(r3.Vec{}, 160, 160, 0, 0)}, surface: Surface{Gloss: White(0.5), Lobe: 7}, shows: 4}
	thing := f.At(-0.7, 0.3)
	f.split(3, func(times float64) func(cell Rect) bool {
		return func(cell Rect) bool { return cell.away(thing) < times*length(cell.U) }
	})
	require.Contains(t, f.deep, uint8(0))
	require.Contains(t, f.deep, uint8(3))
	f.glossy = make([]vista, f.shows*f.shows)
	for at := range 4 {
		f.parts(f.glossy, at%2, at/2, 2, func(_, _ int, q Rect) []glow { return []glow{{middle: q.Centre}} })
	}
	for side := 1; side <= f.shows<<3; side *= 2 {
		for at := range side * side {
			i, j := at%side, at/side
			off := r3.Norm(r3.Sub(f.seenFrom(i, j, side)[0].middle, f.cell(i, j, side, side).Centre))
			switch {
			case f.whole(side, i, j): // the part that it lies in
				assert.LessOrEqual(t, off, 30.0)
			default: // one at its middle
				assert.LessOrEqual(t, off, 160/float64(side)/2)
			}
			if f.whole(side, i, j) && (side == f.shows || !f.whole(side/2, i/2, j/2)) {
				assert.Less(t, off, 1e-9, "%d of %d, %d", side, i, j)
			}
		}
	}
}
