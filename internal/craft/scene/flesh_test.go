package scene

import (
	"math"
	"math/rand/v2"
	"testing"

	"figladder/internal/craft/light"
	"github.com/stretchr/testify/assert"
)

// followed sends paths one by one through a layer that turns light evenly: how much comes back and
// how much goes through.
func followed(albedo, depth float64, n int) (back, through float64) {
	rng := rand.New(rand.NewPCG(3, 5))
	for range n {
		z, mu, weight := 0.0, math.Sqrt(rng.Float64()), 1.0
		for {
			z -= mu * math.Log(1-rng.Float64())
			if z < 0 {
				back += weight
				break
			}
			if z > depth {
				through += weight
				break
			}
			if weight *= albedo; weight < 1e-4 {
				break
			}
			mu = 2*rng.Float64() - 1
		}
	}
	return back / float64(n), through / float64(n)
}

// Light under the surface against paths followed one by one: within 5 % of the light that falls on
// it, and within 2.5 % for what is pale.
func TestLightUnderTheSurfaceAgainstPaths(t *testing.T) {
	for _, deep := range []float64{0.1, 0.3, 0.5, 0.7, 0.85, 0.95} {
		ks := (1 - deep) * (1 - deep) / (2 * deep)
		albedo := 1 - taken(ks)
		most := 0.05
		if deep >= 0.3 {
			most = 0.025
		}
		for _, depth := range []float64{1, 2, 4, 8, 20} { // thickness in free paths
			r, tr := layer(deep, 1, depth)
			back, through := followed(albedo, depth, 60_000)
			assert.InDelta(t, back, r, most, "back, deep %v, %v thick", deep, depth)
			assert.InDelta(t, through, tr, most, "through, deep %v, %v thick", deep, depth)
		}
	}
}

// Two faces, each for half of the body, make the whole: light between them back and forth.
func TestTwoFacesMakeOneBody(t *testing.T) {
	for _, deep := range []float64{0.2, 0.6, 0.9} {
		for _, thick := range []float64{0.5, 2, 9} {
			r, tr := layer(deep, 1.5, thick/2)
			between := 1 / (1 - r*r)
			back, through := layer(deep, 1.5, thick)
			assert.InDelta(t, back, r+tr*tr*r*between, 1e-9)
			assert.InDelta(t, through, tr*tr*between, 1e-9)
		}
	}
}

func TestUnderTheSurfaceNoLightIsMade(t *testing.T) {
	for _, thick := range []float64{0.1, 1, 10, 1000} {
		colour, through := under(light.RGB{R: 1, G: 0.5, B: 0.02}, 2, thick)
		for _, v := range colour.Parts() {
			assert.True(t, v > 0 && v <= 1, "%v", colour)
		}
		assert.True(t, through >= 0 && through <= 1)
	}
	thin, lets := under(light.RGB{R: 0.8, G: 0.5, B: 0.1}, 2, 0.2)
	thick, holds := under(light.RGB{R: 0.8, G: 0.5, B: 0.1}, 2, 200)
	assert.Greater(t, lets, 0.8, "a shaving is seen through")
	assert.Less(t, holds, 0.01)
	assert.InDelta(t, 0.8, thick.R, 0.01, "a thick piece has its own colour")
	assert.Greater(t, thin.B, thick.B, "and a thin one is paler")
}
