package drink

import (
	"fmt"
	"math"

	"figladder/internal/craft/light"
	"figladder/internal/craft/reading"
)

// PathMm is the way through a drink whose colour is told.
const PathMm = 50

const beer = "Beer and Lambert: T = 10^(−ε c l)"

// Absorbs is what a drink takes out of light a mm, by band, natural units, from the colour (#rrggbb) that PathMm of
// it lets through and its strength: T = e^(−a l), and at a share k of the strength T^k.
func Absorbs(colour string, strength float64) light.RGB {
	return light.OfColour(colour).Each(func(c float64) float64 { return -math.Log(math.Max(c, 1e-4)) / PathMm * strength })
}

// Through is the share of light that comes through so many mm, by band.
func Through(absorbs light.RGB, mm float64) light.RGB {
	return absorbs.Each(func(a float64) float64 { return math.Exp(-a * mm) })
}

// lightness is CIE L*, 0 to 100, of what a share of white is.
func lightness(y float64) float64 {
	if y > 216./24389 {
		return 116*math.Cbrt(y) - 16
	}
	return y * 24389 / 27
}

// Lightness is how light a drink looks before even light through so many mm of it, L* 0 to 100.
func Lightness(absorbs light.RGB, mm float64) float64 { return lightness(Through(absorbs, mm).Lux()) }

// ShareFor is the share of full strength at which so many mm of a drink look as light as wanted, L*; 1 when it is
// no darker at full strength. No dilution makes it lighter than 100.
func ShareFor(full light.RGB, mm, wanted float64) float64 {
	if Lightness(full, mm) >= wanted {
		return 1
	}
	lo, hi := 0.0, 1.0
	for range 60 {
		k := (lo + hi) / 2
		if Lightness(full.Times(k), mm) > wanted {
			lo = k
		} else {
			hi = k
		}
	}
	return (lo + hi) / 2
}

// Across are the ways through a round glass from its left edge to its right, mm, at n places: the chords of a circle.
func Across(radiusMm float64, n int) []float64 {
	out := make([]float64, n)
	for i := range out {
		x := (2*(float64(i)+0.5)/float64(n) - 1) * radiusMm
		out[i] = 2 * math.Sqrt(math.Max(0, radiusMm*radiusMm-x*x))
	}
	return out
}

// Swatch is what is seen across a glass of a drink, left to right, as #rrggbb, with an even light behind it.
func Swatch(absorbs light.RGB, radiusMm float64, n int) []string {
	out := make([]string, n)
	for i, mm := range Across(radiusMm, n) {
		out[i] = Through(absorbs, mm).Hex()
	}
	return out
}

// Mix is what is to be mixed for so many glasses.
type Mix struct {
	Glasses int     `json:"glasses" doc:"Glasses on the table"`
	Spare   int     `json:"spare" doc:"And so many more to replace them"`
	EachMl  float64 `json:"eachMl" doc:"In each"`
	TotalMl float64 `json:"totalMl" doc:"In all"`
	DrinkMl float64 `json:"drinkMl" doc:"Of the drink as it is served"`
	WaterMl float64 `json:"waterMl" doc:"Of water, or what else has no colour"`
}

// MixFor is what is mixed for glasses of each ml at a share of the strength.
func MixFor(glasses, spare int, eachMl, share float64) Mix {
	total := float64(glasses+spare) * eachMl
	return Mix{Glasses: glasses, Spare: spare, EachMl: eachMl, TotalMl: total, DrinkMl: share * total, WaterMl: (1 - share) * total}
}

// LightnessReading tells how light a way through a drink looks, with its working.
func LightnessReading(key, label string, full light.RGB, share, mm float64) reading.Reading {
	a := full.Times(share)
	t := Through(a, mm)
	return reading.New(key, label, lightness(t.Lux()), "L*", 0, beer,
		reading.Line{Words: "The drink takes out of red, green and blue, for each 10 mm", Formula: fmt.Sprintf("strength %.2f", share), Shown: fmt.Sprintf("%.2f, %.2f, %.2f", 10*a.R, 10*a.G, 10*a.B)},
		reading.Line{Words: "What comes through", Formula: fmt.Sprintf("e^(−a × %.0f mm)", mm), Shown: fmt.Sprintf("%.1f, %.1f, %.1f %%", 100*t.R, 100*t.G, 100*t.B)},
		reading.Line{Words: "Seen by the eye", Formula: fmt.Sprintf("Y = 0.213 R + 0.715 G + 0.072 B = %.4f", t.Lux()), Shown: fmt.Sprintf("L* %.0f", lightness(t.Lux()))})
}
