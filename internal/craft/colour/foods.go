package colour

import (
	_ "embed"
	"sort"
	"strings"
	"unicode"

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

// Named are the foods that a text names and whose colour is seen, by their usual names and in its
// order, each once: of two in one place the longer.
func Named(text string) []string {
	var words strings.Builder
	for _, r := range strings.ToLower(text) {
		switch {
		case unicode.IsLetter(r) || r == '\'':
			words.WriteRune(r)
		case r == ' ' || r == '-':
			words.WriteByte(' ')
		default: // a comma parts two foods
			words.WriteString(" , ")
		}
	}
	rest := " " + strings.Join(strings.Fields(words.String()), " ") + " "
	type found struct {
		at, end int
		name    string
	}
	var all []found
	for n := range foods {
		for _, form := range []string{n, n + "s", n + "es", strings.TrimSuffix(n, "y") + "ies"} {
			if at := strings.Index(rest, " "+form+" "); at >= 0 {
				all = append(all, found{at, at + len(form) + 1, n})
				break
			}
		}
	}
	sort.Slice(all, func(i, j int) bool {
		if all[i].at != all[j].at {
			return all[i].at < all[j].at
		}
		return all[i].end > all[j].end
	})
	var out []string
	last, seen := -1, false // where the one before ends, and whether it is in the answer
	for _, f := range all {
		if f.end <= last { // a part of a longer name is not named
			continue
		}
		if f.at == last && seen { // of two that stand together the first says which: cherry tomatoes
			out = out[:len(out)-1]
		}
		if last, seen = f.end, !vanishes[f.name]; seen {
			out = append(out, f.name)
		}
	}
	return out
}
