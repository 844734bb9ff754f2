package shots

import (
	"slices"
	"strings"

	"figladder/internal/craft/colour"
	"figladder/internal/craft/measure"
	"figladder/internal/craft/method"
	"figladder/internal/craft/recipe"
)

// blendedShare is the part of what was worked into one against what is put on it after; a start
// value of our own.
const blendedShare = 4

// worked are the deeds after which things are no longer seen for themselves.
var worked = []method.Class{method.Mixes, method.Whips, method.Blends}

// PlanOf begins the colour plan of a dish. What is frozen is one mass in the colour that its
// ingredients come to by weight, with only what is put on the finished dish beside it; any other
// dish begins with its ingredients' own colours.
func PlanOf(r recipe.Recipe, form Form) colour.Plan {
	var items []string
	for _, in := range r.Ingredients {
		items = append(items, in.Item)
	}
	deeds := method.Of(r, nil)
	isWorked := func(d method.Deed) bool { return slices.Contains(worked, d.Class) }
	if form != Frozen || !slices.ContainsFunc(deeds, isWorked) {
		return colour.FromIngredients(items)
	}
	var in []colour.Weighed
	var on []string
	for _, x := range r.Ingredients {
		if slices.ContainsFunc(deeds, func(d method.Deed) bool { return d.Done && speaks(d.Clause, x.Item, r.Title) }) {
			on = append(on, x.Item)
		}
		hex, _ := colour.Of(x.Item)
		if grams, _, err := measure.Metric.Grams(x.Low, x.Unit, x.Item); err == nil && hex != "" {
			in = append(in, colour.Weighed{Hex: hex, Amount: grams.Float()})
		}
	}
	hex := colour.Blended(in)
	if hex == "" {
		return colour.FromIngredients(items)
	}
	p := colour.FromIngredients(on)
	p.Food = append([]colour.Part{{Name: strings.ToLower(r.Title), Hex: hex, Share: blendedShare, From: "table"}}, p.Food...)
	return p
}

// speaks reports whether a clause names a thing, by a word that is not the dish's own: "scoop the
// ice cream" does not say that there is cream on it.
func speaks(clause, item, title string) bool {
	clause, own := strings.ToLower(clause), strings.Fields(strings.ToLower(title))
	for _, w := range strings.Fields(strings.ToLower(item)) {
		if len(w) > 3 && strings.Contains(clause, w) && !slices.Contains(own, w) {
			return true
		}
	}
	return false
}
