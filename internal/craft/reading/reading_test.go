package reading

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
)

func TestNumberGroupsFromTenThousand(t *testing.T) {
	assert.Equal(t, "9999", Number(9999, 0))
	assert.Equal(t, "20\u202f000", Number(20000, 0))
	assert.Equal(t, "−1\u202f234\u202f567.5", Number(-1234567.5, 1))
	assert.Equal(t, "0.25", Number(0.25, 2))
}

func TestNewNeverCarriesANumberThatJSONCannot(t *testing.T) {
	for _, v := range []float64{math.Inf(1), math.Inf(-1), math.NaN()} {
		r := New("k", "Far limit", v, "mm", 0, "")
		assert.True(t, r.Unbounded)
		assert.Zero(t, r.Value)
		assert.Equal(t, "no limit", r.Shown)
	}
}
