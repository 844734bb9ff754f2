package light

import (
	"errors"
	"math"

	"github.com/lucasb-eyer/go-colorful"
)

// OfKelvin is light of one lux with the colour of a correlated colour temperature,
// K: a black body's up to 4,000 K (Kim et al., US patent 7024034 fit of the
// Planckian locus), daylight's above (CIE 15, D series), turned to linear sRGB. It is
// held between 1,667 and 25,000 K.
func OfKelvin(k float64) RGB {
	x, y := chromaticity(k)
	return FromXYZ(x/y, 1, (1-x-y)/y)
}

func chromaticity(k float64) (x, y float64) {
	k = math.Max(1667, math.Min(25000, k))
	t := 1000 / k
	if k < 4000 {
		x = -0.2661239*t*t*t - 0.2343589*t*t + 0.8776956*t + 0.179910
		if k <= 2222 {
			y = -1.1063814*x*x*x - 1.34811020*x*x + 2.18555832*x - 0.20219683
		} else {
			y = -0.9549476*x*x*x - 1.37418593*x*x + 2.09137015*x - 0.16748867
		}
		return x, y
	}
	if k <= 7000 {
		x = -4.6070*t*t*t + 2.9678*t*t + 0.09911*t + 0.244063
	} else {
		x = -2.0064*t*t*t + 1.9018*t*t + 0.24748*t + 0.237040
	}
	return x, -3.000*x*x + 2.870*x - 0.275
}

// FromXYZ and XYZ turn CIE tristimulus values (Y in lux) to linear sRGB and back
// (IEC 61966-2-1).
func FromXYZ(x, y, z float64) RGB {
	return RGB{3.2404542*x - 1.5371385*y - 0.4985314*z, -0.9692660*x + 1.8760108*y + 0.0415560*z, 0.0556434*x - 0.2040259*y + 1.0572252*z}
}

// XYZ returns the light's CIE tristimulus values.
func (a RGB) XYZ() (x, y, z float64) {
	return 0.4124564*a.R + 0.3575761*a.G + 0.1804375*a.B,
		0.2126729*a.R + 0.7151522*a.G + 0.0721750*a.B,
		0.0193339*a.R + 0.1191920*a.G + 0.9503041*a.B
}

// ErrNoColour is returned for light that has no colour temperature: none at all, or
// too far from white.
var ErrNoColour = errors.New("this light has no colour temperature")

// Kelvin returns the correlated colour temperature of a light and its tint: the
// distance from the locus in CIE 1960 uv (Duv), above 0 greenish, below pinkish. The
// nearest place on the locus is found by golden section over mired. ErrNoColour when
// there is no light or |Duv| > 0.05.
func (a RGB) Kelvin() (k, duv float64, err error) {
	X, Y, Z := a.XYZ()
	s := X + 15*Y + 3*Z
	if !(Y > 0) || !(s > 0) {
		return 0, 0, ErrNoColour
	}
	u, v := 4*X/s, 6*Y/s
	locus := func(mired float64) (float64, float64) {
		x, y := chromaticity(1e6 / mired)
		d := -2*x + 12*y + 3
		return 4 * x / d, 6 * y / d
	}
	away := func(mired float64) float64 {
		lu, lv := locus(mired)
		return math.Hypot(u-lu, v-lv)
	}
	// The locus has a small step where the two fits meet, so both halves are searched.
	best, at := math.Inf(1), 0.0
	for _, span := range [2][2]float64{{40, 250}, {250.001, 599}} {
		lo, hi := span[0], span[1]
		for range 60 {
			a, b := hi-(hi-lo)*0.6180339887, lo+(hi-lo)*0.6180339887
			if away(a) < away(b) {
				hi = b
			} else {
				lo = a
			}
		}
		if d := away((lo + hi) / 2); d < best {
			best, at = d, (lo+hi)/2
		}
	}
	if best > 0.05 {
		return 0, 0, ErrNoColour
	}
	_, lv := locus(at)
	return 1e6 / at, math.Copysign(best, v-lv), nil
}

// Mired is 10⁶ over the colour temperature.
func Mired(k float64) float64 { return 1e6 / k }

// OfColour is the share of light that a surface of a colour #rrggbb returns, by part;
// a fifth of all for what is no colour.
func OfColour(hex string) RGB {
	c, err := colorful.Hex(hex)
	if err != nil {
		return White(0.2)
	}
	r, g, b := c.LinearRgb()
	return RGB{r, g, b}
}
