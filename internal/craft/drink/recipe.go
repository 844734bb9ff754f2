package drink

import (
	"figladder/internal/craft/measure"
	"figladder/internal/craft/recipe"
)

// PartsOf is what a recipe's liquids and sugar are made of, together: what is not told by weight or volume, or is
// neither, is left out.
func PartsOf(r recipe.Recipe) Parts {
	var out Parts
	for _, in := range r.Ingredients {
		g, _, err := measure.Metric.Grams(in.Low, in.Unit, in.Item)
		if err != nil {
			continue
		}
		if p, ok := PartOf(in.Item, g.Float()); ok {
			out = out.Plus(p)
		}
	}
	return out
}
