package method

import (
	"strings"
	"unicode"

	"figladder/internal/craft/recipe"
)

// mostToCome is which share of what a recipe speaks of may still be to come when the dish is
// finished but for its garnish.
const mostToCome = 0.2

// ToCome is the share of the ingredients that a method speaks of only after a step.
func ToCome(spoken []int, step int) float64 {
	later, all := 0, 0
	for _, first := range spoken {
		if first >= 0 {
			all++
		}
		if first > step {
			later++
		}
	}
	if all == 0 {
		return 0
	}
	return float64(later) / float64(all)
}

// Spoken is the first step that speaks of each ingredient, -1 for none.
func Spoken(r recipe.Recipe) []int {
	first := map[string]int{}
	for i, s := range r.Steps {
		for _, w := range strings.FieldsFunc(strings.ToLower(s.Text), noWord) {
			if _, ok := first[w]; !ok {
				first[w] = i
			}
		}
	}
	things := map[string]int{}
	for w, i := range first {
		if t := recipe.Thing(w); len(w) >= 3 {
			if was, ok := things[t]; !ok || i < was {
				things[t] = i
			}
		}
	}
	out := make([]int, len(r.Ingredients))
	for n, in := range r.Ingredients {
		out[n] = -1
		for _, w := range strings.FieldsFunc(strings.ToLower(in.Item), noWord) {
			if len(w) < 3 || parts["determiner"][w] || parts["preposition"][w] {
				continue
			}
			if i, ok := things[recipe.Thing(w)]; ok && (out[n] < 0 || i < out[n]) {
				out[n] = i
			}
		}
	}
	return out
}

func noWord(r rune) bool { return !unicode.IsLetter(r) && r != '\'' }
