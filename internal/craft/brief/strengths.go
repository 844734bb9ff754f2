package brief

import (
	"fmt"
	"slices"
	"sort"
	"strings"
)

// Strength is what a stylist or cook is good at (handbook B2).
type Strength string

// The strengths there are.
const (
	Editorial   Strength = "editorial"
	Advertising Strength = "advertising"
	Baking      Strength = "baking"
	Drinks      Strength = "drinks"
	Pressure    Strength = "trained cook" // solves problems under pressure
)

// CrewWord is what is worth knowing about the crew of a shoot.
type CrewWord struct {
	Name  string `json:"name" doc:"About whom; empty for the crew as a whole"`
	Words string `json:"words" doc:"What is worth knowing"`
}

// fewFinals is up to how many finals a shoot counts as small (a value of our own).
const fewFinals = 4

// CrewWords says who of the crew was there before, whose strengths the dishes ask for, what nobody of them is strong in, and, where
// nobody styles, what the two schools say. past is how many earlier shoots somebody was on, by name in lower case; wants is how many
// dishes ask for a strength.
func (b Brief) CrewWords(past map[string]int, wants map[Strength]int) []CrewWord {
	out := []CrewWord{}
	has := map[Strength]bool{}
	styles, said := false, false
	for _, h := range b.Crew {
		styles = styles || h.Does == "stylist"
		var words []string
		if n := past[strings.ToLower(strings.TrimSpace(h.Name))]; n == 1 {
			words = append(words, "with you on one shoot before")
		} else if n > 1 {
			words = append(words, fmt.Sprintf("with you on %d shoots before", n))
		}
		for _, s := range h.Strengths {
			has[s], said = true, true
			if n := wants[s]; n > 0 {
				words = append(words, fmt.Sprintf("strong in %s, which %s for", s, asks(n)))
			}
		}
		if len(words) > 0 {
			out = append(out, CrewWord{h.Name, capital(strings.Join(words, "; ")) + "."})
		}
	}
	var lacking []string
	for s, n := range wants {
		if n > 0 && said && !has[s] {
			lacking = append(lacking, fmt.Sprintf("%s (%s for it)", s, asks(n)))
		}
	}
	sort.Strings(lacking)
	if len(lacking) > 0 {
		out = append(out, CrewWord{"", "Nobody of them is said to be strong in " + strings.Join(lacking, " or in ") + "."})
	}
	if n := b.Finals(); !styles && b.Kind == "commission" && n > fewFinals {
		out = append(out, CrewWord{"", fmt.Sprintf("%d finals are owed and nobody styles. One school hires a stylist as part of the price for books and campaigns, to keep the photographer's mind on the picture; the other styles small shoots itself.", n)})
	}
	return out
}

func asks(n int) string {
	if n == 1 {
		return "one dish asks"
	}
	return fmt.Sprintf("%d dishes ask", n)
}

func capital(words string) string { return strings.ToUpper(words[:1]) + words[1:] }

// baked are shapes that a baker is strong in.
var baked = []string{"tart", "pie", "cake", "loaf", "biscuits", "meringue", "pancakes", "crumble"}

// WantsOf is which strength a dish asks for, by its form and the shape that its name says; empty for none in particular.
func WantsOf(form, shape string) Strength {
	switch {
	case form == "drink":
		return Drinks
	case slices.Contains(baked, shape):
		return Baking
	}
	return ""
}
