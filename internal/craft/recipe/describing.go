package recipe

import "strings"

// describing are words that say what a thing is like and are none themselves. Where they stand
// before a comma, the thing comes after it.
var describing = wordSet(`skinless boneless unsalted salted large small medium big little long short thick thin fat slim tall
	ripe unripe firm soft hard tender tough crisp crunchy crusty fluffy stale fresh dried dry moist young old baby mature
	plump juicy meaty fleshy lean fatty oily smooth rough coarse fine
	sweet sour tart sharp bitter mild strong hot cold warm smoky spicy salty tangy fruity nutty
	dark light pale bright white black red green yellow brown pink purple golden orange
	raw cooked peeled unpeeled shelled pitted stoned seedless unwaxed scrubbed smoked unsmoked roasted toasted
	organic free-range wild farmed good best good-quality high-quality waxy floury starchy heavy whole flat round square`)

func wordSet(s string) map[string]bool {
	out := map[string]bool{}
	for _, w := range strings.Fields(s) {
		out[w] = true
	}
	return out
}

// describes reports whether every word only describes.
func describes(s string) bool {
	all := strings.Fields(strings.ToLower(s))
	for _, w := range all {
		if !describing[w] && w != "and" && w != "very" {
			return false
		}
	}
	return len(all) > 0
}
