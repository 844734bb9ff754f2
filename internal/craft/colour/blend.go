package colour

import (
	"math"

	"github.com/lucasb-eyer/go-colorful"
)

// Weighed is a colour and how much there is of it, in any one unit.
type Weighed struct {
	Hex    string
	Amount float64
}

// Blended is the colour of things that are worked into one, as paste into milk: absorption over
// scattering of each adds up by weight, channel by channel (Kubelka and Munk 1931, for a layer
// that nothing shines through, all scattering alike). So a little that is dark greys a lot that
// is pale. Empty where nothing has a colour and an amount.
func Blended(all []Weighed) string {
	var sum [3]float64
	total := 0.0
	for _, w := range all {
		c, err := colorful.Hex(w.Hex)
		if err != nil || w.Amount <= 0 {
			continue
		}
		r, g, b := c.LinearRgb()
		for i, v := range [3]float64{r, g, b} {
			sum[i] += w.Amount * absorbs(v)
		}
		total += w.Amount
	}
	if total <= 0 {
		return ""
	}
	var out [3]float64
	for i := range sum {
		out[i] = returns(sum[i] / total)
	}
	return colorful.LinearRgb(out[0], out[1], out[2]).Clamped().Hex()
}

// leastReturned keeps what is black in a channel from drowning all: nothing returns less.
const leastReturned = 0.004

// absorbs is K/S of a reflectance; returns is the reflectance of a K/S.
func absorbs(r float64) float64 {
	r = math.Min(1, math.Max(leastReturned, r))
	return (1 - r) * (1 - r) / (2 * r)
}

func returns(ks float64) float64 { return 1 + ks - math.Sqrt(ks*ks+2*ks) }
