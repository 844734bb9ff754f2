package preview

import (
	"testing"

	"figladder/internal/craft/light"
	"github.com/stretchr/testify/assert"
	"gonum.org/v1/gonum/spatial/r3"
)

// shadedBy is a lamp over a place, and a card between them that ends so far beside it, mm; far below zero it hides all of the lamp.
func shadedBy(endMm float64) *stage {
	lamp := light.Source{Rect: light.Upright(r3.Vec{X: -900, Z: 400}, 600, 900, 90, 0), Luminance: light.White(1000)}
	card := light.Panel{Rect: light.Upright(r3.Vec{X: -300, Y: endMm - 2000, Z: 300}, 4000, 3000, 90, 0)}
	return emptyStage(light.Set{Sources: []light.Source{lamp}, Panels: []light.Panel{card}}).done()
}

// caught is a pixel of so many samples of the light that comes to a place from the lamps.
func caught(s *stage, samples int) *pixel {
	var p pixel
	n := unit(r3.Vec{X: -0.6, Z: 0.8})
	for k := range samples {
		d := newDice(3, k, 9)
		d.asks = 2
		got := first{albedo: light.White(1)}
		s.straight(r3.Vec{}, n, n, light.RGB{}, &d, surface{flat: light.White(1)}, &got.straight)
		p.add(&got, false)
	}
	return &p
}

// In the line where food meets its bowl the lamps are hidden: a pixel there has nothing of them, whatever its samples drew, and is
// neither black by chance nor bright. Beside it, where all is seen, it has all of it, and in between its share.
func TestWhereTheLampsAreHiddenNothingIsLeft(t *testing.T) {
	open := caught(shadedBy(-5000), 8)
	hidden, half := shadedBy(1900), shadedBy(0)
	all := float64(bright(open.lit()) / 8)
	assert.InEpsilon(t, float64(bright(open.straight)/8), all, 1e-6, "nothing is taken off")
	p := caught(hidden, 8)
	assert.Greater(t, float64(max(bright(p.straight), -bright(p.straight)))/8, 0.002*all, "the samples do not come to nothing by themselves")
	assert.InDelta(t, 0, bright(p.lit())/8, 1e-5*all)
	want := float64(bright(caught(half, 20000).lit()) / 20000)
	assert.Greater(t, want, 0.2*all)
	assert.Less(t, want, 0.8*all)
	assert.InEpsilon(t, float64(bright(caught(half, 20000).straight)/20000), want, 0.002, "many samples come to the same either way")
	assert.InEpsilon(t, want, float64(bright(caught(half, 16).lit())/16), 0.1)
}

// After the first surface only what is seen counts: none of it is below nothing.
func TestWhatLightBouncesFromIsNeverLessThanBlack(t *testing.T) {
	s := shadedBy(0)
	for k := range 200 {
		d := newDice(3, k, 9)
		d.deep = true
		var got drawn
		s.straight(r3.Vec{}, r3.Vec{Z: 1}, r3.Vec{Z: 1}, light.RGB{}, &d, surface{flat: light.White(1)}, &got)
		light := got.plain()
		assert.GreaterOrEqual(t, light.Lux(), 0.0)
		assert.Zero(t, got.open.Lux())
	}
}
