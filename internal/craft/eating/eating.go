// Package eating says who could eat a dish after the last frame: the allergens
// that have to be named, the diets it fits, and whether it was made unfit for
// eating (handbook R6, T17). It reads names of ingredients; a packet's label knows
// more, and local rules decide.
package eating

import (
	_ "embed"
	"figladder/internal/craft/wordlist"
	"regexp"
	"sort"
	"strings"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/recipe"
)

// Mark is what a person recorded about a dish.
type Mark struct {
	Altered bool   `json:"altered" doc:"Whether it was made unfit for eating"`
	Why     string `json:"why" maxLength:"500" doc:"What was done to it: coated, glued, sprayed, stood too long"`
}

// Check returns what cannot be accepted: a mark that does not say why.
func (m Mark) Check() []finding.FieldProblem {
	if m.Altered && strings.TrimSpace(m.Why) == "" {
		return []finding.FieldProblem{{Path: "why", Words: "Say what was done to it, so that whoever clears up knows."}}
	}
	return nil
}

// Contains is an allergen with the ingredients that carry it.
type Contains struct {
	Name  string   `json:"name" doc:"The allergen, as Regulation (EU) 1169/2011 Annex II groups them"`
	Words []string `json:"words" doc:"Ingredients that carry it"`
	Maybe bool     `json:"maybe" doc:"Whether it depends on which kind is bought"`
}

// Report is who can eat a dish.
type Report struct {
	Allergens []Contains        `json:"allergens" doc:"What has to be named"`
	Alcohol   []string          `json:"alcohol" doc:"Ingredients with alcohol"`
	Meat      []string          `json:"meat" doc:"Ingredients that are no food for vegetarians"`
	Animal    []string          `json:"animal" doc:"Ingredients that are no food for vegans"`
	Unread    []string          `json:"unread" doc:"Lines not understood: look at these yourself"`
	Findings  []finding.Finding `json:"findings" doc:"What to see to"`
}

type allergen struct {
	name  string
	re    *regexp.Regexp
	but   *regexp.Regexp // what only sounds like it
	maybe *regexp.Regexp // where it depends on the kind
}

// The fourteen groups of Regulation (EU) 1169/2011, Annex II, by the words of
// recipes.
var allergens = func() []allergen {
	words := func(cell string) *regexp.Regexp { return wordlist.Words(strings.TrimPrefix(cell, "-")) }
	var out []allergen
	for _, r := range wordlist.Rows(allergensTable) {
		out = append(out, allergen{r["name"], words(r["words"]), words(r["but"]), words(r["maybe"])})
	}
	return out
}()

// Groups are the names of what has to be named, as a crew keeps away from them.
func Groups() []string {
	var out []string
	for _, a := range allergens {
		out = append(out, a.name)
	}
	return out
}

//go:embed allergens.tsv
var allergensTable string

//go:embed words.tsv
var wordsTable string

var lists = wordlist.Lists(wordsTable)

var (
	alcohol = lists["alcohol"]
	dry     = lists["dry"]
	meat    = lists["meat"]
	animal  = lists["animal"]
	plantly = lists["plantly"]
)

// Read reports on a dish.
func Read(r recipe.Recipe, m Mark) Report {
	out := Report{Allergens: []Contains{}, Alcohol: []string{}, Meat: []string{}, Animal: []string{}, Unread: []string{}, Findings: []finding.Finding{}}
	for _, a := range allergens {
		c := Contains{Name: a.name, Words: []string{}, Maybe: true}
		for _, in := range r.Ingredients {
			text := in.Item
			if a.but != nil {
				text = a.but.ReplaceAllString(text, " ")
			}
			hit := a.re.FindString(text)
			if hit == "" {
				continue
			}
			c.Words = append(c.Words, in.Item)
			c.Maybe = c.Maybe && a.maybe != nil && a.maybe.MatchString(text) && a.maybe.ReplaceAllString(hit, "") == ""
		}
		if len(c.Words) > 0 {
			c.Words = once(c.Words)
			out.Allergens = append(out.Allergens, c)
		}
	}
	for _, in := range r.Ingredients {
		if !in.Understood {
			out.Unread = append(out.Unread, in.Written)
		}
		if alcohol.MatchString(dry.ReplaceAllString(in.Item, " ")) {
			out.Alcohol = append(out.Alcohol, in.Item)
		}
		flesh := meat.MatchString(plantly.ReplaceAllString(in.Item, " "))
		if flesh {
			out.Meat = append(out.Meat, in.Item)
		}
		if flesh || animal.MatchString(plantly.ReplaceAllString(in.Item, " ")) {
			out.Animal = append(out.Animal, in.Item)
		}
	}
	out.Alcohol, out.Meat, out.Animal = once(out.Alcohol), once(out.Meat), once(out.Animal)
	if m.Altered {
		out.Findings = append(out.Findings, finding.Finding{Code: "not-for-eating", Severity: finding.Care, Subject: "Not for eating", Measure: m.Why, Limit: "made for the picture",
			Because: "It goes from the set into the bin, marked, and the mark follows it to the table and to the wrap sheet.", Try: []finding.Try{finding.Hands("put a card beside it on the set and tell everyone")}})
	}
	if len(out.Unread) > 0 {
		out.Findings = append(out.Findings, finding.Finding{Code: "unread-lines", Severity: finding.Note, Subject: "Some lines were not understood", Measure: strings.Join(out.Unread, "; "), Limit: "every line read",
			Because: "What they contain is not in this list.", Try: []finding.Try{finding.Hands("read them yourself before anyone eats")}})
	}
	return out
}

func once(in []string) []string {
	seen := map[string]bool{}
	out := []string{}
	for _, s := range in {
		if k := strings.ToLower(s); !seen[k] {
			seen[k] = true
			out = append(out, s)
		}
	}
	sort.Strings(out)
	return out
}
