package preview

import (
	"image"
	"math"
	"testing"

	"figladder/internal/craft/exposure"
	"figladder/internal/craft/light"
	"figladder/internal/craft/scene"
	"github.com/stretchr/testify/assert"
	"gonum.org/v1/gonum/spatial/r3"
)

func linear(v uint8) float64 {
	x := float64(v) / 255
	if x <= 0.04045 {
		return x / 12.92
	}
	return math.Pow((x+0.055)/1.055, 2.4)
}

// mean is the mean linear green over a box given in shares of the frame.
func mean(img *image.RGBA, x0, y0, x1, y1 float64) float64 {
	b := img.Bounds()
	sum, n := 0.0, 0.0
	for j := int(y0 * float64(b.Dy())); j < int(y1*float64(b.Dy())); j++ {
		for i := int(x0 * float64(b.Dx())); i < int(x1*float64(b.Dx())); i++ {
			sum += linear(img.RGBAAt(i, j).G)
			n++
		}
	}
	return sum / n
}

func taken(s scene.Set, change func(*exposure.Settings)) *image.RGBA {
	r := scene.Read(s, scene.Wants{}, light.Coarse)
	x := r.Exposure
	if change != nil {
		change(&x)
	}
	return Render(s, x, r.FocusMm, Options{LongPx: 180, Samples: 4, Seed: 1})
}

func TestOneStopDoublesTheLight(t *testing.T) {
	s := scene.Start()
	dark := taken(s, func(x *exposure.Settings) { x.Seconds /= 4 })
	bright := taken(s, func(x *exposure.Settings) { x.Seconds /= 2 })
	assert.InEpsilon(t, 2, mean(bright, 0, 0, 1, 1)/mean(dark, 0, 0, 1, 1), 0.04)
}

func TestTheSideByTheWindowIsBrighter(t *testing.T) {
	img := taken(scene.Start(), nil)
	assert.Greater(t, mean(img, 0, .2, .15, .8), 1.2*mean(img, .85, .2, 1, .8))
}

func TestWhiteCardOpensTheShadowSide(t *testing.T) {
	s := scene.Start()
	s.Cards[0].XMm = 1200
	keep := func(x *exposure.Settings) { *x = exposure.Settings{Aperture: 8, Seconds: 0.1, ISO: 100} }
	without := taken(s, keep)
	s.Cards[0].On = true
	with := taken(s, keep)
	assert.Greater(t, mean(with, .55, .4, .62, .6), 1.05*mean(without, .55, .4, .62, .6))
}

func TestWideOpenBlursTheTableBehind(t *testing.T) {
	edges := func(n float64) float64 {
		s := scene.Start()
		s.Camera.Aperture = n
		r := scene.Read(s, scene.Wants{}, light.Coarse)
		img := Render(s, r.Exposure, r.FocusMm, Options{LongPx: 240, Samples: 32, Seed: 1})
		sum := 0.0
		for i := 4; i < 200; i++ {
			for j := 4; j < 24; j++ { // the far strip of table
				sum += math.Abs(linear(img.RGBAAt(i, j+1).G) - linear(img.RGBAAt(i, j).G))
			}
		}
		return sum
	}
	assert.Less(t, edges(2.8), 0.8*edges(16))
}

func TestRayMeetsAConeWhereAlgebraSays(t *testing.T) {
	c := newTurned(0, 0, colour{}, 0, false, 100, 0, 50, 100)
	h, ok := c.meet(r3.Vec{X: -500, Z: 50}, r3.Vec{X: 1}, math.Inf(1))
	assert.True(t, ok)
	assert.InDelta(t, 500-75, h.t, 1e-9, "half way up the radius is 75")
	assert.InDelta(t, -1/math.Hypot(1, 0.5), h.n.X, 1e-9)
	_, ok = c.meet(r3.Vec{X: -500, Z: 101}, r3.Vec{X: 1}, math.Inf(1))
	assert.False(t, ok)
	_, ok = c.meet(r3.Vec{X: -500, Y: 76, Z: 50}, r3.Vec{X: 1}, math.Inf(1))
	assert.False(t, ok)
}

func TestEveryVesselDrawsSomethingAndTheSameTwice(t *testing.T) {
	for _, kind := range []string{"plate", "bowl", "pot", "glass", "coupe", "mug"} {
		s := scene.Start()
		s.Vessel.Kind, s.Vessel.HeightMm = kind, 90
		img := taken(s, nil)
		assert.NotEqual(t, img.RGBAAt(90, 60), img.RGBAAt(10, 100), kind)
		assert.Equal(t, img.Pix, taken(s, nil).Pix, kind)
	}
}

func TestPortraitLiesUpright(t *testing.T) {
	s := scene.Start()
	s.Camera.Orientation = "portrait"
	b := taken(s, nil).Bounds()
	assert.Equal(t, image.Pt(120, 180), b.Size())
}

func BenchmarkRender1200(b *testing.B) {
	s := scene.Start()
	r := scene.Read(s, scene.Wants{}, light.Coarse)
	for b.Loop() {
		Render(s, r.Exposure, r.FocusMm, Options{LongPx: 1200, Samples: 8, Seed: 1})
	}
}
