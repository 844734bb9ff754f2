package shape

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
)

// Each slice touches what is behind it with its top, and stands clear of it below: worked out from the
// corners of its two faces by themselves.
func TestSlicesLeanOnWhatIsBehindThem(t *testing.T) {
	const high = 90.0
	for _, thick := range []float64{7, 12, 25} {
		deg, foot, taken := leaning(5, high, thick, 3)
		// What is leant on, as how far forward it is at a height: at first the upright face of the loaf.
		behind := func(float64) float64 { return 0 }
		for i := range deg {
			sin, cos := math.Sincos(deg[i] * math.Pi / 180)
			back := func(z float64) float64 { return foot[i] - z*sin/cos } // its back face leans toward the loaf
			top := high * cos
			assert.InDelta(t, behind(top), back(top), 1e-6, "slice %d touches", i)
			for z := 0.0; z <= top; z += high / 20 {
				assert.GreaterOrEqual(t, back(z), behind(z)-1e-6, "slice %d does not stand in what is behind it, %.0f mm up", i, z)
			}
			before := behind
			behind = func(z float64) float64 {
				return math.Max(before(z), foot[i]+thick*cos-(z-thick*sin)*sin/cos)
			}
		}
		assert.Greater(t, taken, 5*thick*math.Cos(deg[4]*math.Pi/180))
		assert.IsIncreasing(t, deg)
	}
	_, _, none := leaning(0, high, 12, 3)
	assert.Zero(t, none)
}

// A loaf's tear closes toward both ends, and the same seed bakes the same loaf.
func TestALoafIsTornAlongItsMiddle(t *testing.T) {
	wide := func(share float64) float64 {
		line := tinLine(share, 100, 90, 7)
		return line[tinFirst+tornFrom][0] - line[tinFirst+tornTo][0]
	}
	assert.Greater(t, wide(0.5), 15.0)
	for _, end := range []float64{0, 0.05, 0.95, 1} {
		assert.InDelta(t, 0, wide(end), 1e-9)
	}
	a, _, _ := Loaf(240, 100, 90, 2, 12, 5, 40)
	b, _, _ := Loaf(240, 100, 90, 2, 12, 5, 40)
	c, _, _ := Loaf(240, 100, 90, 2, 12, 6, 40)
	assert.Equal(t, a.P, b.P)
	assert.NotEqual(t, a.P, c.P)
}

// What is cut off is as long as what it was cut from: loaf and slices together fill the length.
func TestWhatIsCutStaysWithinItsLength(t *testing.T) {
	for cuts := range 5 {
		crust, torn, crumb := Loaf(240, 100, 90, cuts, 12, 1, 40)
		lo, hi := Join(crust, torn, crumb).Bounds()
		assert.InDelta(t, 120, hi.Y, 1e-9, "%d cuts", cuts)
		assert.InDelta(t, -120, lo.Y, 2.5, "%d cuts", cuts)
		assert.GreaterOrEqual(t, lo.Z, -1e-9, "%d cuts: nothing in the plate", cuts)
	}
}

// No size makes a joint of nothing: each corner is a place.
func TestAJointOfAnyLengthIsWhole(t *testing.T) {
	for cuts := range 4 {
		for long := 40.0; long < 400; long += 23.7 {
			skin, fat, inside := Carved(long, 0.6*long, 0.5*long, cuts, 5, 2, 24)
			lo, hi := Join(skin, fat, inside).Bounds()
			assert.InDelta(t, long/2, hi.Y, 1e-9, "%.1f mm, %d cuts", long, cuts)
			assert.InDelta(t, 0, lo.Z, 1e-6, "%.1f mm, %d cuts", long, cuts)
			assert.InEpsilon(t, 0.5*long, hi.Z, 0.02, "%.1f mm, %d cuts", long, cuts)
		}
	}
}

// Slices that fell lie on one another: none is in the next, and all of their faces but one lie open.
func TestFallenSlicesLieOnOneAnother(t *testing.T) {
	const high, thick = 80.0, 7.0
	deg, foot, taken := fallen(4, high, thick, 2)
	assert.IsIncreasing(t, deg)
	assert.IsIncreasing(t, foot)
	assert.Less(t, deg[3], 90.0)
	assert.GreaterOrEqual(t, taken, foot[3]+high*0.97)
	for i := range 3 {
		// Under the inner one, along it from its foot; over the outer one, from the edge at its foot on.
		under := func(y float64) float64 {
			sin, cos := math.Sincos(deg[i] * math.Pi / 180)
			return (y - foot[i] - thick*cos) * cos / sin
		}
		over := func(y float64) float64 {
			sin, cos := math.Sincos(deg[i+1] * math.Pi / 180)
			return thick*sin + (y-foot[i+1])*cos/sin
		}
		for y := foot[i+1]; y < foot[i]+high*math.Sin(deg[i]*math.Pi/180); y++ {
			assert.GreaterOrEqual(t, under(y), over(y)-1e-6, "slice %d, %.0f mm out", i, y)
		}
	}
}
