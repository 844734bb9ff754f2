package light

import (
	"testing"

	"github.com/stretchr/testify/assert"
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
