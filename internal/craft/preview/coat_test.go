package preview

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"gonum.org/v1/gonum/spatial/r3"
)

// What a coat returns all round, against the sum over the half of all directions of what its surface makes of each.
func TestACoatReturnsWhatItsFacetsDo(t *testing.T) {
	const rows, cols = 1500, 1000
	for _, alpha := range []float64{0.3, 0.45, 0.8} {
		for _, cos := range []float64{0.12, 0.4, 0.75, 1} {
			v := r3.Vec{X: math.Sqrt(1 - cos*cos), Z: cos}
			sum := 0.0
			for i := range rows {
				z := (float64(i) + 0.5) / rows
				for j := range cols {
					sin, c := math.Sincos(2 * math.Pi * (float64(j) + 0.5) / cols)
					w := r3.Vec{X: math.Sqrt(1-z*z) * c, Y: math.Sqrt(1-z*z) * sin, Z: z}
					half := unit(r3.Add(v, w))
					sum += schlick(0.04, r3.Dot(half, v)) * ggx(half.Z, z, cos, alpha*alpha) * z * 2 * math.Pi / (rows * cols)
				}
			}
			assert.InEpsilon(t, sum, coated(cos, alpha), 0.02, "roughness %.2f, cosine %.2f", alpha, cos)
		}
	}
}

// The rim of what is rough is darker than that of what is smooth, which is Schlick's.
func TestARoughRimIsDarker(t *testing.T) {
	assert.InDelta(t, schlick(0.04, 0.25), coated(0.25, 0.01), 0.01)
	assert.Less(t, coated(0.01, 0.5), 0.55*coated(0.01, 0.05))
}
