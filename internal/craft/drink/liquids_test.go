package drink

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

// Densities of drinks as they are poured, against figures of their labels and of handbooks.
func TestDrinksByTheirNames(t *testing.T) {
	for _, c := range []struct {
		name string
		want float64
		off  float64
	}{
		{"tonic water", 1034, 0.004}, {"gin", 948, 0.004}, {"dry white wine", 985, 0.006}, {"maple syrup", 1316, 0.01}, {"whole milk", 1030, 0.015},
		{"sloe gin", 1060, 0.03}, {"sparkling water", 998, 0.002}, {"apple juice", 1040, 0.005}, {"double cream", 985, 0.02},
	} {
		p, ok := PartOf(c.name, 100)
		assert.True(t, ok, c.name)
		assert.InDelta(t, 100, p.G(), 1e-9, c.name)
		assert.InEpsilon(t, c.want, Density(p), c.off, c.name)
	}
	for _, name := range []string{"rosemary", "", "plate"} {
		_, ok := PartOf(name, 100)
		assert.False(t, ok, name)
	}
	_, ok := PartOf("gin", 0)
	assert.False(t, ok, "nothing of it")
}
