package compose

import (
	"testing"

	"figladder/internal/craft/scene"

	"github.com/stretchr/testify/assert"
)

// A crop is proposed where the dish is whole and nothing is cut, if there is such a place; told what it cuts where there is none.
func TestACropIsProposed(t *testing.T) {
	all := Box{W: 1, H: 1}
	s := scene.Start()
	s.Camera.AimXMm = 160 // the dish lies left of the middle
	f := frameOf(s)
	p := f.Proposed(4./5, all)
	assert.InDelta(t, 0.8, p.Box.W*1.5/p.Box.H, 0.001, "of the shape that was asked for")
	assert.Empty(t, f.Cutting(all, p.Box))
	assert.NotEmpty(t, f.Cutting(all, Box{X: 1 - p.Box.W, W: p.Box.W, H: 1}), "at the other end it would be cut")
	assert.Equal(t, "The dish whole, nothing cut.", p.Words)

	// A bottle beside it, that half of the places would cut.
	s.Things = append(s.Things, scene.Thing{Name: "Bottle", Kind: "bottle", On: true, XMm: s.Vessel.XMm + 230, YMm: 500, WidthMm: 62, HeightMm: 200, Colour: "#405040", Finish: "matt"})
	f = frameOf(s)
	p = f.Proposed(4./5, all)
	assert.Empty(t, f.Cutting(all, p.Box), "%s", p.Words)
	cutsIt := false
	for k := range 41 {
		for _, x := range f.Cutting(all, Box{X: float64(k) / 40 * (1 - p.Box.W), W: p.Box.W, H: 1}) {
			cutsIt = cutsIt || x.Subject == "Bottle"
		}
	}
	assert.True(t, cutsIt, "elsewhere it is cut")

	// So near that no crop of that shape holds it.
	s.Camera.DistanceMm, s.Camera.AimXMm = 420, 0
	p = frameOf(s).Proposed(1./3, all)
	assert.Contains(t, p.Words, "No crop of this shape")
}

// A part of a frame is read as that part: what is outside of it is not there.
func TestACropOfAPart(t *testing.T) {
	s := scene.Start()
	f := frameOf(s)
	part := Box{X: 0.25, Y: 0.1, W: 0.6, H: 0.8}
	p := f.Proposed(1, part)
	assert.InDelta(t, 1, p.Box.W*part.W*1.5/(p.Box.H*part.H), 0.001)
	in := within(part, p.Box)
	assert.True(t, in.X >= part.X-1e-9 && in.X+in.W <= part.X+part.W+1e-9)
	whole := f.HeroIn(Box{W: 1, H: 1}, Box{W: 1, H: 1})
	assert.InDelta(t, whole/(in.W*in.H), f.HeroIn(part, p.Box), 0.02*whole/(in.W*in.H), "the same dish in a smaller picture")
}
