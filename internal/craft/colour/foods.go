package colour

import (
	_ "embed"
	"strings"

	"figladder/internal/craft/wordlist"
)

// foods are the usual colours of ingredients, as seen cut or cooked in daylight:
// our own estimates, good to a family and a lightness, to be picked again from a
// picture when it matters.
var foods = func() map[string]string {
	out := map[string]string{}
	for _, r := range wordlist.Rows(foodsTable) {
		out[r["name"]] = r["hex"]
	}
	return out
}()

//go:embed foods.tsv
var foodsTable string

// Of returns the usual colour of an ingredient: of the names that stand in it as
// words, singular or plural, the one that ends last ("cherry tomatoes" is tomato)
// and of those the longest ("black sesame"). What comes after "with", "in" or a
// comma does not count. Empty name when the table knows none.
func Of(ingredient string) (hex, name string) {
	line := strings.ToLower(ingredient)
	for _, stop := range []string{",", " with ", " in ", " for "} {
		line, _, _ = strings.Cut(line, stop)
	}
	line = " " + strings.Join(strings.FieldsFunc(line, func(r rune) bool { return r == ' ' || r == '-' }), " ") + " "
	last := -1
	for n, h := range foods {
		for _, form := range []string{n, n + "s", n + "es", strings.TrimSuffix(n, "y") + "ies"} {
			at := strings.LastIndex(line, " "+form+" ")
			if at < 0 {
				continue
			}
			if end := at + len(form); end > last || end == last && len(n) > len(name) {
				hex, name, last = h, n, end
			}
			break
		}
	}
	return hex, name
}
