package light

import (
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"gonum.org/v1/gonum/spatial/r3"
)

// What a window shows along a ray, worked out edge by edge.
func TestAPaneShowsSkyOrWhatStandsBeforeIt(t *testing.T) {
	w := Window{Rect: Upright(r3.Vec{X: -900, Y: 200, Z: 900}, 1200, 1500, 90, 0), Glass: 0.8, RevealMm: 250, Reveal: 0.6, Sky: EvenSky(White(3000)),
		Outside: []Obstruction{{Rect: Upright(r3.Vec{X: -4000, Z: 600}, 3000, 2000, 90, 0), Luminance: RGB{200, 300, 100}, Through: 0.3}, {Rect: Upright(r3.Vec{X: -9000, Z: 1000}, 9000, 2500, 90, 0), Luminance: White(500)}}}
	pane := w.Pane()
	rng := rand.New(rand.NewPCG(1, 2))
	seen := map[string]int{}
	for range 4000 {
		p := r3.Vec{X: 800 * rng.Float64(), Y: 800 * rng.Float64(), Z: 400 * rng.Float64()}
		dir := r3.Unit(r3.Sub(w.At(2*rng.Float64()-1, 2*rng.Float64()-1), p))
		far := w.outer()
		tree, wall := w.Outside[0].crosses(p, dir), w.Outside[1].crosses(p, dir)
		want := w.Sky.Luminance(dir).Times(0.8)
		switch {
		case !far.crosses(p, dir):
			want = w.revealLight()
			seen["side"]++
		case tree && wall:
			want = w.Outside[0].Luminance.Times(0.8).Plus(White(500 * 0.8 * 0.3))
			seen["wall behind the tree"]++
		case tree:
			want = w.Outside[0].Luminance.Times(0.8).Plus(want.Times(0.3))
			seen["sky behind the tree"]++
		case wall:
			want = White(500 * 0.8)
			seen["wall"]++
		default:
			seen["sky"]++
		}
		got := pane.Shows(p, dir)
		assert.InDelta(t, want.R, got.R, 1e-9)
		assert.InDelta(t, want.G, got.G, 1e-9)
	}
	assert.Len(t, seen, 5, "%v", seen)
	bare := Window{Rect: w.Rect, Glass: 0.8, RevealMm: 250, Sky: w.Sky}
	pane = bare.Pane()
	assert.Zero(t, pane.Shows(r3.Vec{}, r3.Unit(r3.Sub(w.At(0.99, 0), r3.Vec{Y: 2500}))), "sides that return nothing")
}
