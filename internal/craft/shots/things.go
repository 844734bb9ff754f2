package shots

import (
	_ "embed"
	"regexp"
	"slices"
	"strings"

	"figladder/internal/craft/lemma"
	"figladder/internal/craft/method"
	"figladder/internal/craft/recipe"
	"figladder/internal/craft/wordlist"
	"figladder/internal/craft/words"
)

//go:embed things.tsv
var thingsTable string

// things are the words of the table by list, several words as they are written there.
var things = func() map[string]map[string]bool {
	out := map[string]map[string]bool{}
	for _, row := range wordlist.Rows(thingsTable) {
		if out[row["list"]] == nil {
			out[row["list"]] = map[string]bool{}
		}
		for _, w := range strings.Split(row["words"], "|") {
			out[row["list"]][w] = true
		}
	}
	return out
}()

var (
	wordsOf    = regexp.MustCompile(`[\p{L}]+(?:['’][\p{L}]+)*`)
	wordOrStop = regexp.MustCompile(`[\p{L}]+(?:['’][\p{L}]+)*|[,;]`)
	bracketed  = regexp.MustCompile(`\([^)]*\)`)
	spoonful   = regexp.MustCompile(`(?i)\b(?:tsp|teaspoons?|pinch|dash|drops?|tbsp|tablespoons?)\b`)
	ofTheFruit = regexp.MustCompile(`(?i)\b(?:freshly squeezed|zest|juice of|peel of|seeds of)\b`)
)

// mostAlone is how many ingredients are offered on their own.
const mostAlone = 8

// standing is a thing that stands on its own: as the table has it, and as the line says it.
type standing struct{ thing, said string }

// alone lists what of an ingredient's line makes a picture on its own: a line may have two
// ("sage and rosemary"), or none, when what it names was made of it (lime syrup, fish sauce).
func alone(in recipe.Ingredient) []standing {
	line := strings.ToLower(bracketed.ReplaceAllString(in.Written, " "))
	if in.Written == "" {
		line = strings.ToLower(in.Item)
	}
	w := wordOrStop.FindAllString(line, -1)
	lem := make([]string, len(w))
	for i, x := range w {
		lem[i] = lemma.Singular(x)
	}
	small := spoonful.MatchString(line)
	var out []standing
	for i := 0; i < len(w); i++ {
		for n := min(3, len(w)-i); n > 0; n-- {
			name := strings.Join(append(append([]string{}, w[i:i+n-1]...), lem[i+n-1]), " ")
			if !things["alone"][name] {
				continue
			}
			next := ""
			if i+n < len(w) {
				next = lem[i+n]
			}
			fromFruit := (ofTheFruit.MatchString(line) || next == "juice" && citrus[name]) && next != "syrup" && next != "molasses" && next != "stock"
			switch {
			case name == "clove" && strings.Contains(line, "garlic"), name == "mushroom" && len(out) > 0 && i > 0 && things["alone"][lem[i-1]]:
				continue
			case name == "egg" && (next == "white" || next == "yolk" || next == "wash"):
			case things["plain"][next] && !fromFruit, i > 0 && things["ground"][lem[i-1]] && n == 1, i > 0 && lem[i-1] == "no":
				n = 1
				continue
			case small && groundSpice[name] && !strings.Contains(line, "seed") && !strings.Contains(line, "stick") && !strings.Contains(line, "pod") && !strings.Contains(line, "whole"):
				continue
			case name == "pepper" && (i == 0 && len(w) == 1 || i > 0 && (lem[i-1] == "black" || lem[i-1] == "white" || lem[i-1] == "and" || lem[i-1] == "ground" || lem[i-1] == "salt")):
				continue
			}
			if !slices.ContainsFunc(out, func(s standing) bool { return s.thing == name }) {
				out = append(out, standing{name, strings.Join(w[i:i+n], " ")})
			}
			i += n - 1
			break
		}
	}
	return out
}

// citrus are fruit whose juice is squeezed on the day: the fruit is there.
var citrus = map[string]bool{"lemon": true, "lime": true, "orange": true, "blood orange": true, "grapefruit": true, "yuzu": true}

var groundSpice = map[string]bool{"cinnamon": true, "ginger": true, "clove": true, "nutmeg": true, "mace": true, "allspice": true, "cardamom": true, "horseradish": true, "wasabi root": true, "chilli": true, "chili": true, "coriander": true, "fennel": true, "mustard seed": false}

// light is where the light of a frame usually comes from: from behind through a
// drink and through steam, from a top corner for what is seen from straight above
// (its shadow then falls where the viewer's own would not), from the side for
// texture (handbook L3, L8). A clip needs light that does not flash.
func (m *miner) light(p Proposal) words.Direction {
	switch {
	case p.Angle == words.StraightDown:
		return words.FromCorner
	case m.form == Drink, m.dish.Steams && p.Kind != Ingredient:
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
	{"mug", regexp.MustCompile(`(?i)\b(?:mugs?|cups? and saucers?|teacups?)\b`)},
	{"glass", regexp.MustCompile(`(?i)\b(?:glass|glasses|tumblers?|flutes?|highballs?|goblets?)\b`)},
	{"jug", regexp.MustCompile(`(?i)\b(?:jugs?|teapots?)\b`)},
	{"tin", regexp.MustCompile(`(?i)\b(?:tins?|case|moulds?|molds?|baking tray|tray)\b`)},
	{"pan", regexp.MustCompile(`(?i)\b(?:pans?|saucepans?|skillets?|wok)\b`)},
	{"pot", regexp.MustCompile(`(?i)\b(?:pots?|casserole|tureen)\b`)},
	{"bowl", regexp.MustCompile(`(?i)\b(?:bowls?|soup plates?|pasta plates?)\b`)},
	{"stand", regexp.MustCompile(`(?i)\b(?:cake stands?|on(?:to)? a stand)\b`)},
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

// vesselOf is what the finished dish is in: the last that a deed puts it in, else what its title
// or its last two steps say, else what its form is usually in.
func vesselOf(r recipe.Recipe, f Form, deeds []method.Deed) string {
	for i := len(deeds) - 1; i >= 0; i-- {
		if (deeds[i].Plates || deeds[i].Done) && deeds[i].ServedIn() {
			if v := vesselIn(deeds[i].Clause); v != "" && v != "tin" && v != "pan" && v != "jug" {
				return v
			}
		}
	}
	for i := len(r.Steps) - 1; i >= 0 && i >= len(r.Steps)-2; i-- {
		if v := vesselIn(r.Steps[i].Text); v != "" && v != "tin" && v != "pan" && v != "jug" {
			return v
		}
	}
	if v := vesselIn(r.Title); v != "" {
		return v
	}
	switch f {
	case Drink:
		return "glass"
	case Soup, Bowl, Frozen:
		return "bowl"
	case Flat, Whole, Spread:
		return "board"
	case Tall:
		return "stand"
	}
	return "plate"
}

// worked is what an action happens in: what the clause says, else the finished
// dish's vessel when it is done to that, else where such work is done.
func (m *miner) worked(d method.Deed) string {
	if v := vesselIn(d.Clause); v != "" {
		return v
	}
	if d.Done {
		return m.vessel
	}
	if in := meanings[d.Class].in; in != "" && in != "pan" {
		return in
	}
	switch d.State {
	case method.OnHeat:
		return "pan"
	case method.Raw, method.Preparing, method.Resting:
		return "bowl"
	}
	return m.vessel
}

//go:embed tools.tsv
var toolsTable string

// tools are what verbs are usually done with, where that is not what their class is done with.
var tools = func() map[string]string {
	out := map[string]string{}
	for _, row := range wordlist.Rows(toolsTable) {
		for _, v := range strings.Split(row["verbs"], "|") {
			out[v] = row["tool"]
		}
	}
	return out
}()

// toolOf is what moves the food: what the clause says, else the usual tool of the verb, else
// that of its class.
func toolOf(d method.Deed) string {
	if d.Tool != "" {
		return d.Tool
	}
	if t := tools[strings.Fields(d.Verb)[0]]; t != "" {
		return t
	}
	return meanings[d.Class].tool
}
