package shots

import "strings"

// verb is a word of the kitchen and what it means for pictures.
type verb struct {
	base    string
	action  string // how the action frame is titled; empty when it makes none
	hands   int    // pairs of hands besides the photographer's
	shutter bool   // whether the shutter speed decides how it looks
	undoes  undoes // whether it changes the dish for good
	because string // why it cannot be undone
	weight  int    // how good an action frame it makes; 3 best
	caution string // what goes with it for safety
}

// undoes says when a verb is past mending.
type undoes int

const (
	never    undoes = iota
	finished        // only when done to the finished dish
	always
)

const heat = "Open flame and hot sugar: clear the table, tie back sleeves, keep a lid and water at hand, and follow local fire rules."

var verbs = []verb{
	{"pour", "Pouring", 1, true, finished, "what is poured cannot be taken off again", 3, ""},
	{"drizzle", "Drizzling", 1, true, finished, "a drizzle cannot be taken off again", 3, ""},
	{"ladle", "Ladling", 1, true, finished, "what is ladled on stays", 2, ""},
	{"spoon", "Spooning on", 1, false, finished, "what is spooned on stays", 1, ""},
	{"dress", "Dressing", 1, false, finished, "dressed leaves fall within ten minutes", 1, ""},
	{"glaze", "Glazing", 1, false, finished, "a glaze cannot be taken off", 2, ""},
	{"dust", "Dusting", 1, true, finished, "dust settles everywhere and stays", 3, ""},
	{"sift", "Sifting", 1, true, finished, "what is sifted over stays", 3, ""},
	{"sprinkle", "Sprinkling", 1, true, finished, "what is sprinkled on stays", 3, ""},
	{"scatter", "Scattering", 1, true, finished, "what is scattered stays", 2, ""},
	{"crumble", "Crumbling", 1, true, finished, "crumbs go where they like", 3, ""},
	{"squeeze", "Squeezing", 1, true, finished, "juice runs and dulls the surface", 3, ""},
	{"grate", "Grating over", 1, true, finished, "what is grated over stays", 2, ""},
	{"cut", "Cutting", 1, false, finished, "a first cut is for good", 3, "Knife in frame: cut away from the holding hand."},
	{"slice", "Slicing", 1, false, finished, "a first cut is for good", 3, "Knife in frame: cut away from the holding hand."},
	{"carve", "Carving", 1, false, finished, "a first cut is for good", 3, "Knife in frame: cut away from the holding hand."},
	{"break", "Breaking open", 1, false, finished, "broken is broken", 3, ""},
	{"crack", "Cracking", 1, true, finished, "a crack cannot be closed", 2, ""},
	{"tear", "Tearing", 1, false, finished, "torn is torn", 2, ""},
	{"bite", "A bite", 1, false, always, "a bite is for good", 2, ""},
	{"flame", "Flaming", 1, true, always, "the flame lasts seconds and changes the top", 3, heat},
	{"flambe", "Flaming", 1, true, always, "the flame lasts seconds and changes the top", 3, heat},
	{"torch", "Torching", 1, true, always, "browned sugar cannot be unbrowned", 3, heat},
	{"ignite", "Flaming", 1, true, always, "the flame lasts seconds and changes the top", 3, heat},
	{"whisk", "Whisking", 0, true, never, "", 2, ""},
	{"beat", "Beating", 0, true, never, "", 1, ""},
	{"whip", "Whipping", 0, true, never, "", 1, ""},
	{"fold", "Folding in", 0, false, never, "", 1, ""},
	{"knead", "Kneading", 0, true, never, "", 2, ""},
	{"roll", "Rolling", 0, false, never, "", 2, ""},
	{"dip", "Dipping", 1, true, never, "", 3, ""},
	{"toss", "Tossing", 1, true, never, "", 2, ""},
	{"flip", "Flipping", 1, true, never, "", 2, ""},
	{"shake", "Shaking", 1, true, never, "", 2, ""},
	{"stir", "Stirring", 0, false, never, "", 1, ""},
	{"brush", "Brushing", 1, false, never, "", 1, ""},
	{"spread", "Spreading", 0, false, finished, "what is spread stays", 1, ""},
	{"pipe", "Piping", 0, false, never, "", 2, ""},
	{"peel", "Peeling", 0, false, never, "", 1, ""},
	{"chop", "Chopping", 0, false, never, "", 1, ""},
	{"shuck", "Opening", 0, false, never, "", 2, ""},
	{"top", "", 0, false, finished, "once topped it is topped", 0, ""},
	{"garnish", "", 0, false, never, "", 0, ""},
	{"melt", "", 0, false, never, "", 0, ""},
}

// forms lists a verb's inflections: pour, pours, pouring, poured; slice, slicing,
// sliced; whip, whipping, whipped; dry, dries, dried.
func forms(base string) []string {
	irregular := map[string][]string{
		"cut": {"cut", "cuts", "cutting"}, "break": {"break", "breaks", "breaking", "broke", "broken"}, "bite": {"bite", "bites", "biting", "bit", "bitten"},
		"beat": {"beat", "beats", "beating", "beaten"}, "tear": {"tear", "tears", "tearing", "tore", "torn"}, "shake": {"shake", "shakes", "shaking", "shook", "shaken"},
		"spread": {"spread", "spreads", "spreading"}, "flambe": {"flambe", "flambé", "flambes", "flambés", "flambéed", "flambeed", "flambéing"},
		"knead": {"knead", "kneads", "kneading", "kneaded"},
	}
	if f, ok := irregular[base]; ok {
		return f
	}
	last, n := base[len(base)-1], len(base)
	vowel := func(c byte) bool { return strings.IndexByte("aeiou", c) >= 0 }
	switch {
	case last == 'e':
		return []string{base, base + "s", base[:n-1] + "ing", base + "d"}
	case n <= 4 && !vowel(last) && last != 'w' && vowel(base[n-2]) && !vowel(base[n-3]):
		return []string{base, base + "s", base + string(last) + "ing", base + string(last) + "ed"}
	case strings.HasSuffix(base, "sh") || strings.HasSuffix(base, "ss") || strings.HasSuffix(base, "ch"):
		return []string{base, base + "es", base + "ing", base + "ed"}
	}
	return []string{base, base + "s", base + "ing", base + "ed"}
}

var byForm = func() map[string]*verb {
	m := map[string]*verb{}
	for i := range verbs {
		for _, f := range forms(verbs[i].base) {
			m[f] = &verbs[i]
		}
	}
	return m
}()
