package almanac

import (
	"strings"
	"testing"

	"figladder/internal/craft/optics"

	"github.com/stretchr/testify/assert"
)

func TestWhatDecidesTheKit(t *testing.T) {
	told := func(p Place) string {
		var all []string
		for _, d := range p.Decides() {
			assert.NotEmpty(t, d.Because)
			all = append(all, d.Words)
		}
		return strings.Join(all, "; ")
	}
	p := StartPlace()
	assert.Empty(t, told(p), "nobody has looked")
	p.BackMm = 1800
	assert.Contains(t, told(p), "Lenses up to 120 mm")
	assert.Contains(t, told(p), "Lamps, with what softens them")
	assert.LessOrEqual(t, optics.DistanceForWidth(120, 36, 500), 1800.0, "by the lens formula such a lens fits")
	assert.Greater(t, optics.DistanceForWidth(130, 36, 500), 1800.0)
	w := StartWindow()
	w.WidthMm, w.HeightMm, w.AwayMm = 800, 900, 3000
	p.Windows = []Window{w}
	assert.Contains(t, told(p), "A diffuser")
	assert.NotContains(t, told(p), "Lamps, with")
	p.Windows[0].AwayMm = 900
	assert.NotContains(t, told(p), "A diffuser")
	p.Walls, p.TableMm = Walls{WidthMm: 4000, DepthMm: 3000, HeightMm: 2600, Returns: 0.2}, 750
	assert.Contains(t, told(p), "White cards")
	assert.Contains(t, told(p), "From straight above: up to 105 mm", "1600 mm over the table")
	p.Walls.Returns = 0.8
	assert.Contains(t, told(p), "Black cards")
	p.Sockets = 1
	assert.Contains(t, told(p), "away from water")
	round := StartTable()
	round.Round = true
	p.Tables = []Table{round}
	assert.Contains(t, told(p), "square table")
	p.Tables = append(p.Tables, StartTable())
	assert.NotContains(t, told(p), "square table")
	p.Crockery = []Crockery{{Name: "bowl", Count: 6}}
	assert.Contains(t, told(p), "what the house lends")
}
