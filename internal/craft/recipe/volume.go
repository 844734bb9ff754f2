package recipe

import (
	"strings"

	"figladder/internal/craft/measure"
)

// VolumeMl is about how much a liquid dish comes to, ml: what is told as a volume, and what is
// told by weight at a gram a millilitre, which holds within a tenth for stock and vegetables. A
// plain count is left out, ice does not count, and nothing is taken to boil away. drink counts
// volumes alone: what weighs in a drink is strained out or lies in it.
func (r Recipe) VolumeMl(region measure.Region, drink bool) float64 {
	sum := 0.0
	for _, in := range r.Ingredients {
		if strings.Contains(strings.ToLower(in.Item), "ice") && len(strings.Fields(in.Item)) <= 2 {
			continue
		}
		n := in.Low
		if ml, err := region.Convert(n, in.Unit, "ml"); err == nil {
			sum += ml.Float()
		} else if g, err := region.Convert(n, in.Unit, "g"); err == nil && !drink {
			sum += g.Float()
		}
	}
	return sum
}
