package shots

import (
	"figladder/internal/craft/words"
	"regexp"
	"strings"

	"figladder/internal/craft/recipe"
)

// light is where the light of a frame usually comes from: from behind through a
// drink and through steam, from a top corner for what is seen from straight above
// (its shadow then falls where the viewer's own would not), from the side for
// texture (handbook L3, L8). A clip needs light that does not flash.
func (m *miner) light(p Proposal) words.Direction {
	switch {
	case p.Angle == words.StraightDown:
		return words.FromCorner
	case m.form == Drink, steams(m.r) != "" && p.Kind != Ingredient:
		return words.FromBehind
	}
	return words.FromSide
}

// Vessels are what a dish is in or on, in a word each.
var Vessels = []string{"", "plate", "board", "stand", "bowl", "pot", "pan", "tin", "glass", "mug", "coupe", "jug"}

var vesselWords = []struct {
	vessel string
	re     *regexp.Regexp
}{
	{"coupe", regexp.MustCompile(`(?i)\bcoupes?\b`)},
	{"mug", regexp.MustCompile(`(?i)\b(?:mugs?|cups? and saucers?)\b`)},
	{"glass", regexp.MustCompile(`(?i)\b(?:glass|glasses|tumblers?|flutes?|highballs?)\b`)},
	{"jug", regexp.MustCompile(`(?i)\bjugs?\b`)},
	{"tin", regexp.MustCompile(`(?i)\b(?:tins?|case|mould|baking tray|tray)\b`)},
	{"pan", regexp.MustCompile(`(?i)\b(?:pans?|saucepans?|skillets?|wok)\b`)},
	{"pot", regexp.MustCompile(`(?i)\b(?:pots?|casserole|tureen)\b`)},
	{"bowl", regexp.MustCompile(`(?i)\bbowls?\b`)},
	{"stand", regexp.MustCompile(`(?i)\b(?:cake stand|stand)\b`)},
	{"board", regexp.MustCompile(`(?i)\b(?:boards?|slates?)\b`)},
	{"plate", regexp.MustCompile(`(?i)\b(?:plates?|platters?|dish)\b`)},
}

// vesselIn names the vessel that a clause speaks of, empty for none.
func vesselIn(clause string) string {
	for _, v := range vesselWords {
		if v.re.MatchString(clause) {
			return v.vessel
		}
	}
	return ""
}

// vesselOf is what the finished dish is in: what its title or its last two steps
// say, else what its form is usually in.
func vesselOf(r recipe.Recipe, f Form) string {
	last := r.Title
	for i := len(r.Steps) - 1; i >= 0 && i >= len(r.Steps)-2; i-- {
		if v := vesselIn(r.Steps[i].Text); v != "" && v != "tin" && v != "pan" && v != "jug" {
			return v
		}
	}
	if v := vesselIn(last); v != "" {
		return v
	}
	switch f {
	case Drink:
		return "glass"
	case Bowl, Frozen:
		return "bowl"
	case Flat:
		return "board"
	case Tall:
		return "stand"
	}
	return "plate"
}

// worked is what an action happens in: what the clause says, else the finished
// dish's vessel when it is done to that, else where such work is done.
func (m *miner) worked(verb, clause string, done bool) string {
	if v := vesselIn(clause); v != "" {
		return v
	}
	if v := byForm[verb]; v != nil && v.in != "" && !done {
		return v.in
	}
	return m.vessel
}

var withTool = regexp.MustCompile(`(?i)\b(?:with|using|through|from) (?:a|an|the|your|two) ((?:[a-z]+ )?(?:fork|forks|knife|spoon|spoons|whisk|sieve|brush|grater|spatula|bag|jug|syringe|tongs|mandoline|peeler|skewer|cleaver|scissors|ladle|torch|blowtorch))\b`)

// toolOf is what moves the food: what the clause says, else the usual tool.
func toolOf(verb, clause string) string {
	if m := withTool.FindStringSubmatch(clause); m != nil {
		return strings.ToLower(m[1])
	}
	if v := byForm[verb]; v != nil {
		return v.tool
	}
	return ""
}
