package drink

import (
	"math"
	"testing"

	"figladder/internal/craft/shape"

	"github.com/stretchr/testify/assert"
)

// turned is a vessel with nothing but an inside.
func turned(f func(z float64) float64, h float64, steps int) shape.Vessel {
	v := shape.Vessel{}
	for i := range steps + 1 {
		z := h * float64(i) / float64(steps)
		v.Inner = append(v.Inner, shape.RZ{R: f(z), Z: z})
	}
	return v
}

func TestVolumesOfRevolution(t *testing.T) {
	straight := turned(func(float64) float64 { return 30 }, 100, 1)
	assert.InEpsilon(t, math.Pi*9*10, Holds(straight), 1e-9, "a cylinder")
	cone := turned(func(z float64) float64 { return z / 2 }, 80, 1)
	assert.InEpsilon(t, math.Pi*16*8/3, Holds(cone), 1e-9, "a cone: π r² h / 3")
	assert.InEpsilon(t, math.Pi*4*4/3, Below(cone, 40), 1e-9, "half as high holds an eighth")
	const radius, h = 90.0, 50.0
	cap_ := turned(func(z float64) float64 { return math.Sqrt(radius*radius - math.Pow(radius-z, 2)) }, h, 400)
	rim := math.Sqrt(radius*radius - math.Pow(radius-h, 2))
	assert.InEpsilon(t, CapMl(rim, h), Holds(cap_), 1e-3, "a cap of a sphere, by its closed form")
	assert.InEpsilon(t, math.Pi*h*h*(3*radius-h)/3/1000, CapMl(rim, h), 1e-9, "and by the other closed form")
	for _, ml := range []float64{1, 20, 150, 250} {
		assert.InDelta(t, ml, Below(straight, LevelFor(straight, ml)), 1e-6)
		assert.InDelta(t, ml, Below(cap_, LevelFor(cap_, ml)), 1e-6)
	}
	assert.InDelta(t, 100, LevelFor(straight, 5000), 1e-6, "what is too much stands at the rim")
	assert.Zero(t, Holds(shape.Vessel{}))
}

// The glasses that the set has hold what glasses of their size hold, and weigh what such glasses weigh.
func TestGlassesOfTheSet(t *testing.T) {
	tall := shape.VesselOf("glass", 70, 150, 0)
	assert.InDelta(t, math.Pi*3.2*3.2*14, Holds(tall), 60, "about a cylinder of 64 by 140 mm")
	assert.Greater(t, GlassG(tall), 120.0)
	assert.Less(t, GlassG(tall), 500.0)
	side := math.Pi * 70 * 150 // of a cylinder round it
	assert.InEpsilon(t, side, WetMm2(tall, 150), 0.15)
	assert.Less(t, WetMm2(tall, 75), 0.6*WetMm2(tall, 150))
}
