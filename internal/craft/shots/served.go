package shots

import (
	"fmt"
	"regexp"
	"strings"

	"figladder/internal/craft/lemma"
	"figladder/internal/craft/method"
	"figladder/internal/craft/recipe"
	"figladder/internal/craft/words"
)

// Served is what the finished dish is like when the shutter goes.
type Served struct {
	Steams   bool       `json:"steams" doc:"Whether it is hot and wet enough to steam"`
	Because  []string   `json:"because" doc:"What speaks for or against its steaming"`
	Laid     bool       `json:"laid" doc:"Whether it lies flat on its plate, slice by slice"`
	DiesWith string     `json:"diesWith" doc:"What of it dies first, in a word"`
	Hold     words.Hold `json:"hold" doc:"How long that holds"`
}

var (
	hotNow   = regexp.MustCompile(`(?i)\b(?:steam(?:s|ing|y)|piping|sizzl\w*|hiss\w*|bubbling|smoking|scalding|boiling|eat hot|serve (?:it |them )?(?:hot|warm)|hot from|while (?:it's |it is |they're |still )?(?:hot|warm)|once crisp|straight from the|in its burst|hot pasta|toddy|hot toddy|still hot|fresh from the (?:oven|pan))\b`)
	warmOn   = regexp.MustCompile(`(?i)\b(?:warm(?:ed)?|hot|heatproof) (?:\w+ )?(?:plates?|bowls?|platters?|dish(?:es)?|mugs?|cups?|glasses)\b`)
	coldNow  = regexp.MustCompile(`(?i)\b(?:chilled|cold|iced|frosted|frosty|freezing|ice-cold|icy) (?:\w+ )?(?:\w+ )?(?:plates?|bowls?|platters?|dish(?:es)?|glass(?:es)?|coupes?)\b|\bcrushed ice\b|\bat room temperature\b|\bserve (?:it |them )?(?:cold|chilled)\b|\biced\b`)
	strongly = regexp.MustCompile(`^(?:bake|roast|simmer|boil|fry|grill|broil|poach|steam|braise|stew|cook|deep fry|stir fry|pan fry|shallow fry|bring to|heat|sweat|blanch|boil up|reduce|griddle)`)
	cookedBy = regexp.MustCompile(`(?i)\b(?:fried|grilled|roast(?:ed)?|baked|hot|toasted|steamed|braised)\b`)
	inIce    = regexp.MustCompile(`(?i)\b(?:iced?|ice-cold|cold) (?:water|tap|bath)\b`)
	overHeat = regexp.MustCompile(`(?i)\b(?:pan|skillet|wok|griddle|hot oil|grill|barbecue|hotplate|embers|coals)\b`)
)

// Serve says what a dish is like at the shutter, from its name, what is done to it and what its
// last steps say.
func Serve(r recipe.Recipe, f Form, deeds []method.Deed) Served {
	out := Served{Because: []string{}}
	sum := 0.0
	say := func(points float64, format string, args ...any) {
		sum += points
		out.Because = append(out.Because, fmt.Sprintf(format, args...))
	}
	for _, d := range dishesIn(r.Title) {
		switch d.served {
		case "hot":
			say(1.5*d.share, "“%s” is usually served hot", d.words)
		case "cold":
			say(-2*d.share, "“%s” is usually served cold", d.words)
		}
	}
	if m := cookedBy.FindString(r.Title); m != "" {
		say(1.2, "“%s” in the title", strings.ToLower(m))
	}
	last, weak := -1, false
	heat := 0.0
	for i, d := range deeds {
		switch {
		case (d.Class == method.Heats || d.Class == method.Sears) && strongly.MatchString(d.Verb):
			heat, last = heat+2, i
		case d.Class == method.Heats || d.Class == method.Sears:
			heat, last, weak = heat+0.7, i, true
		case !d.Done && overHeat.MatchString(d.Clause) && d.Class != method.Cleans && d.Class != method.Lines:
			heat, last, weak = heat+0.7, i, true
		case strings.HasPrefix(d.Verb, "flip"):
			heat, last, weak = heat+0.7, i, true
		}
		out.Laid = out.Laid || layOut.MatchString(d.Verb) && (d.Done || d.Plates)
	}
	out.Laid = out.Laid && last < 0
	switch share := heated(r, deeds, last); {
	case last < 0:
		say(-3, "nothing in it is heated")
	case share < 0.45:
		say(map[bool]float64{true: -1.2, false: -2}[heat >= 2], "most of what is in it is not heated")
	case heat >= 2:
		say(1.5, "most of it is heated (“%s”)", deeds[last].Word)
	case weak:
		say(0.3, "some of it is warmed (“%s”)", deeds[last].Word)
	}
	for i, d := range deeds {
		if i > last && last >= 0 && inIce.MatchString(d.Clause) {
			say(-3, "it goes into ice after the heat (“%s”)", d.Clause)
			break
		}
		if i > last && last >= 0 && d.Class == method.Cools && (d.Minutes >= 15 || d.Minutes == 0) {
			say(-3, "it cools after the heat (“%s”)", d.Clause)
			break
		}
		if i > last && last >= 0 && d.Class == method.Rests && d.Minutes > 45 {
			say(-2, "it stands for long after the heat (“%s”)", d.Clause)
			break
		}
	}
	ends := r.Title
	for i := len(r.Steps) - 1; i >= 0 && i >= len(r.Steps)-2; i-- {
		ends += "\n" + r.Steps[i].Text
	}
	if m := hotNow.FindString(ends); m != "" {
		say(2, "“%s”", strings.ToLower(m))
	}
	if m := warmOn.FindString(ends); m != "" {
		say(1, "“%s”", strings.ToLower(m))
	}
	if m := coldNow.FindString(ends); m != "" {
		say(-2, "“%s”", strings.ToLower(m))
	}
	switch f {
	case Frozen, Spread:
		say(-4, "what is %s does not steam", map[Form]string{Frozen: "frozen", Spread: "a table of dishes"}[f])
	case Bite:
		say(-1, "one bite has cooled when it is held up")
	}
	out.Steams = sum > 0
	out.DiesWith, out.Hold = dies(r, f, deeds, out.Steams)
	return out
}

// heated is the share of the ingredients that the method speaks of and that are in it when it is
// last heated; what is put on at the end to finish it does not count.
func heated(r recipe.Recipe, deeds []method.Deed, last int) float64 {
	if last < 0 {
		return 0
	}
	in, all := 0.0, 0.0
	spoken := method.Spoken(r)
	for n, x := range r.Ingredients {
		w := wordsOf.FindAllString(strings.ToLower(x.Item), -1)
		if len(w) == 0 || things["seasoning"][lemma.Singular(w[len(w)-1])] {
			continue
		}
		first := spoken[n]
		if first < 0 {
			continue
		}
		weight := 1.0
		if g := roughGrams(x); g >= 150 {
			weight = 2
		} else if g < 40 {
			weight = 0.5
		}
		all += weight
		if first <= deeds[last].Step && !(deeds[last].Done && first == deeds[last].Step) {
			in += weight
		}
	}
	if all == 0 {
		return 1
	}
	return in / all
}

// dies says what of the dish dies first (handbook T16: the last thing on is the first to go).
func dies(r recipe.Recipe, f Form, deeds []method.Deed, steams bool) (string, words.Hold) {
	for i := len(deeds) - 1; i >= 0 && deeds[i].Last; i-- {
		if deeds[i].Class == method.Flames && deeds[i].Done && i == len(deeds)-1 {
			return "flame", words.Seconds
		}
	}
	switch {
	case f == Frozen:
		return "the cold", words.Melts
	case steams:
		return "steam", words.Steams
	case has(r, foam):
		return "foam", words.Falls
	case has(r, leaves):
		return "leaves", words.Wilts
	}
	return "", words.Holds
}
