package recipe

import (
	"fmt"
	"regexp"
	"strconv"
	"strings"
)

// Portions are how many a recipe is for, as it says so.
type Portions struct {
	From  int    `json:"from" doc:"People it serves, the fewest; 0 when it does not say"`
	To    int    `json:"to" doc:"And the most"`
	Makes int    `json:"makes" doc:"How many of a thing it makes; 0 when it does not say"`
	Words string `json:"words" doc:"The words that say so"`
}

const (
	howMany = `((?:\d|two|three) dozen|a dozen|a baker.?s dozen|\d{1,3}|one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve)`
	upTo    = `(?: ?(?:-|–|to|or) ?(\d{1,3}|one|two|three|four|five|six|seven|eight|nine|ten|twelve))?`
	vessels = `(?:bowls?|plates?|glass(?:es)?|tumblers?|cups?|mugs?|ramekins?|moulds?|molds?|pots?|coupes?|goblets?|flutes?|dishes)`
	things  = `(?:balls?|cakes?|pieces?|parcels?|rounds?|patties|buns?|rolls?|dumplings?|discs?|squares?|sausages?|logs?|nuggets?)`
)

var (
	serves   = regexp.MustCompile(`(?i)\b(?:serv(?:es|ing|ings)|feeds|enough for|family of|for)\b:? ?(?:about |up to )?` + howMany + upTo + `\b`)
	people   = regexp.MustCompile(`(?i)\b` + howMany + upTo + `\+? (?:people|persons?|portions?|servings?|slices|helpings?|covers?)\b`)
	makes    = regexp.MustCompile(`(?i)\b(?:makes|yields?|gives)\b:? ?(?:enough for )?(?:about |approx\.? |around |roughly )?` + howMany + `\b(?: ?(ml|l|g|kg|cl|cups?|litres?|grams?|pints?)\b)?`)
	bare     = regexp.MustCompile(`(?i)^(?:about |approx\.? |around )?` + howMany + upTo + `$`)
	counted  = regexp.MustCompile(`(?i)^(?:about |approx\.? |around )?` + howMany + ` [a-z0-9]`)
	parted   = regexp.MustCompile(`(?i)\b(?:into|between|among|in|over|onto|fill) ` + howMany + ` (?:[a-z-]+,? ){0,3}` + vessels + `\b`)
	oneGlass = regexp.MustCompile(`(?i)\b(?:into|in|fill) (?:an?|the) (?:[a-z-]+,? ){0,3}(?:glass|tumbler|mug|coupe|goblet|flute)\b`)
	shaped   = regexp.MustCompile(`(?i)\b(?:roll|divide|shape|form|fold|make|cut|portion|press|split|spoon|pipe|drop)\b[^.;]{0,40}? (?:into|to make|in)? ?` + howMany + ` (?:[a-z-]+ ){0,2}` + things + `\b`)
)

// measured is how large something is, not how many.
var measured = regexp.MustCompile(`(?i)\d ?(?:cm|mm|in|inch|inches|g|oz)\b`)

// spelt are counts that ingredients are not written with; the others are in words.
var spelt = map[string]int{"eleven": 11, "a dozen": 12, "a baker's dozen": 13, "a baker’s dozen": 13}

// numbered reads a count in figures or words; 0 for none.
func numbered(s string) int {
	s = strings.ToLower(s)
	if n, ok := spelt[s]; ok {
		return n
	}
	if n, ok := words[s]; ok {
		return int(n.Float())
	}
	if by, ok := strings.CutSuffix(s, " dozen"); ok {
		return 12 * numbered(by)
	}
	n, _ := strconv.Atoi(s)
	return n
}

// mostServed is how many people a recipe serves at the most that is believed: "for 180
// degrees" is none.
const mostServed = 60

// Portions reads how many a recipe is for: its yield first, then its title, then what its
// method divides it into, the last step first.
func (r Recipe) Portions() Portions {
	var p Portions
	yield := strings.TrimSpace(r.Yield)
	p.said(yield)
	if m := bare.FindStringSubmatch(yield); m != nil && p.From == 0 && p.Makes == 0 && strings.Contains(strings.ToLower(yield), "dozen") {
		p.make(m[1], yield) // a dozen is of things
	} else if m != nil && p.From == 0 && p.Makes == 0 {
		p.serve(m[1], m[2], yield)
	} else if m := counted.FindStringSubmatch(yield); m != nil && p.Makes == 0 && people.FindStringIndex(yield) == nil {
		p.make(m[1], yield)
	} else if m != nil && p.Makes == 0 && strings.Contains(yield, ",") {
		p.make(m[1], yield) // 1 cake, 10 slices
	}
	if p.From == 0 && p.Makes == 0 {
		if m := serves.FindStringSubmatch(r.Title); m != nil {
			p.serve(m[1], m[2], m[0])
		}
	}
	if p.From > 0 || p.Makes > 0 {
		return p
	}
	for i := len(r.Steps) - 1; i >= 0; i-- {
		text := r.Steps[i].Text
		if m := parted.FindStringSubmatch(text); m != nil && p.From == 0 {
			p.serve(m[1], "", m[0])
		} else if m := oneGlass.FindString(text); m != "" && p.From == 0 {
			p.serve("1", "", m)
		}
		if m := shaped.FindStringSubmatch(text); m != nil && p.Makes == 0 && !measured.MatchString(m[0]) {
			p.make(m[1], m[0])
		}
	}
	return p
}

// said reads words that speak of people or of what is made.
func (p *Portions) said(words string) {
	if m := makes.FindStringSubmatch(words); m != nil && m[2] == "" {
		p.make(m[1], words)
		if strings.Contains(strings.ToLower(m[0]), "enough for") {
			return // things, not people
		}
	}
	if m := serves.FindStringSubmatch(words); m != nil {
		p.serve(m[1], m[2], words)
	} else if m := people.FindStringSubmatch(words); m != nil {
		p.serve(m[1], m[2], words)
	}
}

func (p *Portions) serve(from, to, words string) {
	a := numbered(from)
	b := max(a, numbered(to))
	if a < 1 || b > mostServed {
		return
	}
	if strings.Contains(strings.ToLower(words), "(or") { // serves 3, or one who is hungry
		b = a
	}
	p.From, p.To, p.Words = a, b, strings.TrimSpace(words)
}

func (p *Portions) make(n, words string) {
	if v := numbered(n); v > 0 {
		p.Makes = v
		if p.Words == "" {
			p.Words = strings.TrimSpace(words)
		}
	}
}

// Shown is how many in words; empty when it does not say.
func (p Portions) Shown() string {
	switch {
	case p.From > 0 && p.To > p.From:
		return fmt.Sprintf("serves %d to %d", p.From, p.To)
	case p.From > 0:
		return fmt.Sprintf("serves %d", p.From)
	case p.Makes > 0:
		return fmt.Sprintf("makes %d", p.Makes)
	}
	return ""
}
