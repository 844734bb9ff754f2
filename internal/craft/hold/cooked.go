package hold

import (
	"regexp"
	"slices"
	"strings"
)

// early are the classes of what only dies where it goes on as it is: cider that mussels are boiled in has no fizz to
// lose.
var early = []string{"fizz", "cream", "melt", "cheese", "herbs", "leaves", "cut fruit", "salt", "icing", "berries", "syrup"}

var heat = regexp.MustCompile(`(?i)\b(?:boil|simmer|cook|fry|saut[ée]|roast|bake|steam|heat|warm|melt|poach|grill|reduce|sear|braise|stew|toast|caramelise|caramelize|sweat|soften|whisk over|oven)\w*\b`)

// CookedIn reports whether something is cooked in by a method's steps: whether there is heat in the last step that
// names it, or in one after it. Only what dies where it goes on raw is asked about; by the last word of its name.
func CookedIn(name string, steps []string) bool {
	c, ok := Of(name)
	if !ok || !slices.Contains(early, c.Key) {
		return false
	}
	if at := beside.FindStringIndex(name); at != nil {
		name = name[:at[0]]
	}
	words := strings.Fields(strings.ToLower(name))
	last := words[len(words)-1]
	named := -1
	for i, s := range steps {
		if strings.Contains(strings.ToLower(s), last) {
			named = i
		}
	}
	if named < 0 {
		return false
	}
	return slices.ContainsFunc(steps[named:], heat.MatchString)
}
