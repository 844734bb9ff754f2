package preview

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
)

// Sixteen samples of a pair must fall one in each cell of every division of the square
// into sixteen like boxes: that is what makes pictures come clean.
func TestDrawsOfAPairSpreadOverTheSquare(t *testing.T) {
	for pair := range 6 {
		for _, pixel := range []int{0, 7, 123456} {
			for _, wide := range []int{1, 2, 4, 8, 16} {
				cells := map[int]int{}
				for k := range 16 {
					d := newDice(pixel, k, 3)
					for range 2 * pair {
						d.roll()
					}
					x, y := d.roll(), d.roll()
					cells[int(x*float64(wide))*1000+int(y*float64(16/wide))]++
				}
				assert.Len(t, cells, 16, "pair %d, pixel %d, %d columns", pair, pixel, wide)
			}
		}
	}
}

// Pairs must not go together: the first numbers of two pairs, in quarters, would fill four
// cells of sixteen if they did, and 11.6 on the mean in any order at all.
func TestPairsAreIndependent(t *testing.T) {
	filled := 0
	for pixel := range 200 {
		cells := map[int]bool{}
		for k := range 16 {
			d := newDice(pixel, k, 3)
			a := d.roll()
			d.roll()
			cells[int(a*4)*4+int(d.roll()*4)] = true
		}
		filled += len(cells)
	}
	assert.Greater(t, float64(filled)/200, 10.5)
}

// The way round a circle, from its series, is what the library has.
func TestCircle(t *testing.T) {
	for i := range 1001 {
		turn := float64(i) / 1000
		sin, cos := circle(turn)
		wantSin, wantCos := math.Sincos(2 * math.Pi * turn)
		assert.InDelta(t, wantSin, sin, 1e-10, "%g", turn)
		assert.InDelta(t, wantCos, cos, 1e-10, "%g", turn)
	}
}
