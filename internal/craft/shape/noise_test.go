package shape

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
)

// What keeps a cell's corners gives what is worked out anew for each place, whichever way the places go.
func TestGrainIsNoise(t *testing.T) {
	g := Grain{Seed: 7}
	for i := range 4000 {
		x, y, z := 0.01*float64(i)-20, 3*math.Sin(0.02*float64(i)), float64(i/500)-4
		assert.InDelta(t, Noise(x, y, z, 7), g.At(x, y, z), 1e-15)
	}
	assert.NotEqual(t, Noise(0.3, 0.4, 0.5, 7), Noise(0.3, 0.4, 0.5, 8))
}

// On the lattice noise is what is hashed there, and between two places it is between them and as far in the middle.
func TestNoiseLiesBetweenItsLattice(t *testing.T) {
	for i := range int64(200) {
		a, b := Hash(i, -i, 3, 11), Hash(i+1, -i, 3, 11)
		assert.InDelta(t, a, Noise(float64(i), float64(-i), 3, 11), 1e-15)
		assert.InDelta(t, (a+b)/2, Noise(float64(i)+0.5, float64(-i), 3, 11), 1e-15)
		q := Noise(float64(i)+0.25, float64(-i), 3, 11)
		assert.InDelta(t, a+(b-a)*(0.0625*2.5), q, 1e-12)
	}
}
