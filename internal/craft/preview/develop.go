package preview

import (
	"image"
	"math"

	"figladder/internal/craft/light"
	"figladder/internal/craft/shape"
)

// development is how caught light becomes a picture.
type development struct {
	perLum  float64   // picture value of a luminance of 1 cd/m²: 1 is a white surface as metered
	balance light.RGB // gains that make the light on the dish neutral
	iso     float64
	seed    int64
	noise   bool
}

// develop turns linear light into sRGB codes: exposed, balanced, with the grain of the
// ISO, and a soft shoulder.
func (d development) develop(lin []float32, w, h int) *image.RGBA {
	img := image.NewRGBA(image.Rect(0, 0, w, h))
	// Shot noise grows with the root of the light and of the ISO, read noise with the
	// ISO (start values of our own: at ISO 100 one part in 170 at white).
	shot, read := 0.006*math.Sqrt(d.iso/100), 0.0006*d.iso/100
	gain := d.balance.Times(d.perLum).Parts()
	parallelRows(h, func(j int) {
		for i := range w {
			at := j*w + i
			for c := range 3 {
				v := float64(lin[3*at+c]) * gain[c]
				if d.noise {
					g := shape.Hash(int64(at), int64(c), 1, d.seed) + shape.Hash(int64(at), int64(c), 2, d.seed) + shape.Hash(int64(at), int64(c), 3, d.seed) - 1.5
					v += 2 * g * (shot*math.Sqrt(math.Max(0, v)) + read)
				}
				img.Pix[4*at+c] = encode(v)
			}
			img.Pix[4*at+3] = 255
		}
	})
	return img
}

// encode turns linear light into an sRGB code, by a table fine enough that no code
// is more than one off.
func encode(v float64) uint8 {
	i := int(math.Sqrt(math.Max(0, v)) * codesPerRoot)
	return codes[min(i, len(codes)-1)]
}

// codes is indexed by the root of the light, which spaces the dark codes well.
const codesPerRoot = 2048

var codes = func() []uint8 {
	t := make([]uint8, 2*codesPerRoot)
	for i := range t {
		root := (float64(i) + 0.5) / codesPerRoot
		t[i] = code(root * root)
	}
	return t
}()

// code is the sRGB code with a soft shoulder, so that a white plate rolls off
// before it clips.
func code(v float64) uint8 {
	const knee = 0.8
	if v > knee {
		v = knee + (1-knee)*(1-math.Exp(-(v-knee)/(1-knee)))
	}
	if v <= 0.0031308 {
		v *= 12.92
	} else {
		v = 1.055*math.Pow(v, 1/2.4) - 0.055
	}
	return uint8(math.Min(255, math.Max(0, v*255+0.5)))
}
