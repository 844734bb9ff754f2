package scene

import (
	"testing"

	"figladder/internal/craft/light"
	"figladder/internal/craft/styling"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/spatial/r3"
)

// The card is turned and leant to the light, as far as it goes on hiding behind the glass: it is lit at least as well as
// one that looks straight to the lens, from whichever side the light comes.
func TestTheGlowCardCatchesTheLight(t *testing.T) {
	for name, place := range map[string][3]float64{"left": {-500, 450, 90}, "behind left": {0, 1500, 140}, "behind": {800, 1700, 180}, "right": {2100, 450, 270}} {
		s := wet()
		l := s.Lights[0]
		l.XMm, l.YMm, l.FacingDeg = place[0], place[1], place[2]
		s.Lights = []Light{l}
		c, g, err := s.GlowCard(3)
		require.NoError(t, err, name)
		s.Cards = []Card{c}
		assert.False(t, s.SeesCard(0), "%s: it stays hidden", name)
		straight := c
		straight.FacingDeg, straight.TiltDeg = 180, glowTilts[0]
		bare := s.Copy()
		bare.Cards = nil
		e := light.NewEngine(bare.Lighting(), light.Coarse)
		on := func(c Card) float64 {
			q := c.Rect()
			return e.At(r3.Add(q.Centre, q.Normal()), q.Normal()).Total()
		}
		assert.GreaterOrEqual(t, on(c), 0.98*on(straight), name)
		assert.InDelta(t, g.WidthMm, c.WidthMm, 1e-9)
		assert.Len(t, c.Cut, 12)
	}
	plate := Start()
	plate.Food.FillShare = 0.01
	_, _, err := plate.GlowCard(3)
	assert.ErrorIs(t, err, styling.ErrNoDrink, "a plate has no drink to light")
}
