package light

import (
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
)

func TestAngleIsTheArcTangent(t *testing.T) {
	draw := rand.New(rand.NewPCG(3, 3))
	worst := 0.0
	for range 200000 {
		y, x := math.Exp(20*draw.Float64()-10), math.Exp(20*draw.Float64()-10)
		if draw.IntN(2) == 0 {
			x = -x
		}
		want := math.Atan2(y, x)
		worst = math.Max(worst, math.Abs(Angle(y, x)/want-1))
	}
	assert.Less(t, worst, 1e-10)
	for _, at := range [][2]float64{{1, 0}, {1, 1}, {1, -1}, {tanEighth, 1}, {tanEighth, -1}, {1, tanEighth}, {1, -tanEighth}, {1e-300, 1}, {1e-300, -1}} {
		assert.InEpsilon(t, math.Atan2(at[0], at[1]), Angle(at[0], at[1]), 1e-10, "%v", at)
	}
}
