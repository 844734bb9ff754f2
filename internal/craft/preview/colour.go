package preview

import (
	"math"

	"github.com/lucasb-eyer/go-colorful"
	"gonum.org/v1/gonum/spatial/r3"
)

// colour is linear-light RGB, each 0 to 1 for a surface.
type colour struct{ r, g, b float64 }

// parse reads #rrggbb as a surface colour; grey when it is none.
func parse(hex string) colour {
	c, err := colorful.Hex(hex)
	if err != nil {
		return colour{0.2, 0.2, 0.2}
	}
	r, g, b := c.LinearRgb()
	return colour{r, g, b}
}

func (c colour) scale(k float64) colour { return colour{c.r * k, c.g * k, c.b * k} }

func (c colour) add(d colour) colour { return colour{c.r + d.r, c.g + d.g, c.b + d.b} }

func (c colour) mix(d colour, share float64) colour {
	return c.scale(1 - share).add(d.scale(share))
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

// unit is r3.Unit without its care for overflow, which lengths in mm do not need.
func unit(v r3.Vec) r3.Vec { return r3.Scale(1/math.Sqrt(r3.Dot(v, v)), v) }

// hash returns an even pseudo-random number in [0, 1) for whole coordinates.
func hash(x, y, seed int64) float64 {
	h := uint64(x)*0x9E3779B97F4A7C15 ^ uint64(y)*0xC2B2AE3D27D4EB4F ^ uint64(seed)*0x165667B19E3779F9
	h ^= h >> 29
	h *= 0xBF58476D1CE4E5B9
	h ^= h >> 32
	h *= 0x94D049BB133111EB
	h ^= h >> 31
	return float64(h>>11) / (1 << 53)
}

// noise is smooth value noise with a grain of one unit, 0 to 1.
func noise(x, y float64, seed int64) float64 {
	ix, iy := math.Floor(x), math.Floor(y)
	fx, fy := x-ix, y-iy
	fx, fy = fx*fx*(3-2*fx), fy*fy*(3-2*fy)
	i, j := int64(ix), int64(iy)
	a := hash(i, j, seed)*(1-fx) + hash(i+1, j, seed)*fx
	b := hash(i, j+1, seed)*(1-fx) + hash(i+1, j+1, seed)*fx
	return a*(1-fy) + b*fy
}
