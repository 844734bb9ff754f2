package recipe

import (
	"figladder/internal/craft/measure"
	"figladder/internal/craft/reading"
)

// Told tells an ingredient's amount in grams or in cups and spoons, by a region's measures:
// "120 g", "1/2 cup". It is empty for what is written so already, for a count, and for what
// no density is known of: nothing is guessed.
func (i Ingredient) Told(in string, r measure.Region) string {
	unit, ok := measure.UnitNamed(i.Unit)
	if !ok || !i.Understood {
		return ""
	}
	var one func(measure.Rational) (string, error)
	switch {
	case in == "grams" && unit.Dimension == measure.Volume:
		one = func(q measure.Rational) (string, error) {
			g, _, err := r.Grams(q, i.Unit, i.Item)
			if g.Float() < 10 {
				return reading.Number(g.Float(), 1) + " g", err
			}
			return reading.Number(g.Float(), 0) + " g", err
		}
	case in == "cups" && unit.Dimension == measure.Mass, in == "cups" && (i.Unit == "ml" || i.Unit == "l" || i.Unit == "cl"):
		one = func(q measure.Rational) (string, error) {
			ml, err := r.Volume(q, i.Unit, i.Item)
			if err != nil {
				return "", err
			}
			return r.Household(ml), nil
		}
	default:
		return ""
	}
	if i.Plus.Unit != "" { // both halves in the first one's unit
		more, err := r.Convert(i.Plus.Amount, i.Plus.Unit, i.Unit)
		if err != nil {
			return ""
		}
		i.Low, i.High = i.Low.Add(more), i.High.Add(more)
	}
	low, err := one(i.Low)
	if err != nil || i.Low.IsZero() {
		return ""
	}
	if high, err := one(i.High); err == nil && i.High.Cmp(i.Low) > 0 && high != low {
		return low + " to " + high
	}
	return low
}
