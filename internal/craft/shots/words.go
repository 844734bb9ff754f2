package shots

import "strings"

// verb is a word of the kitchen and what it means for pictures.
type verb struct {
	base    string
	action  bool   // whether it makes an action frame
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
	{"pour", true, 1, true, finished, "what is poured cannot be taken off again", 3, ""},
	{"drizzle", true, 1, true, finished, "a drizzle cannot be taken off again", 3, ""},
	{"ladle", true, 1, true, finished, "what is ladled on stays", 2, ""},
	{"spoon", true, 1, false, finished, "what is spooned on stays", 1, ""},
	{"dress", true, 1, false, finished, "dressed leaves fall within ten minutes", 1, ""},
	{"glaze", true, 1, false, finished, "a glaze cannot be taken off", 2, ""},
	{"dust", true, 1, true, finished, "dust settles everywhere and stays", 3, ""},
	{"sift", true, 1, true, finished, "what is sifted over stays", 3, ""},
	{"sprinkle", true, 1, true, finished, "what is sprinkled on stays", 3, ""},
	{"scatter", true, 1, true, finished, "what is scattered stays", 2, ""},
	{"crumble", true, 1, true, finished, "crumbs go where they like", 3, ""},
	{"squeeze", true, 1, true, finished, "juice runs and dulls the surface", 3, ""},
	{"grate", true, 1, true, finished, "what is grated over stays", 2, ""},
	{"cut", true, 1, false, finished, "a first cut is for good", 3, "Knife in frame: cut away from the holding hand."},
	{"slice", true, 1, false, finished, "a first cut is for good", 3, "Knife in frame: cut away from the holding hand."},
	{"carve", true, 1, false, finished, "a first cut is for good", 3, "Knife in frame: cut away from the holding hand."},
	{"break", true, 1, false, finished, "broken is broken", 3, ""},
	{"crack", true, 1, true, finished, "a crack cannot be closed", 2, ""},
	{"tear", true, 1, false, finished, "torn is torn", 2, ""},
	{"bite", true, 1, false, always, "a bite is for good", 2, ""},
	{"flame", true, 1, true, always, "the flame lasts seconds and changes the top", 3, heat},
	{"flambe", true, 1, true, always, "the flame lasts seconds and changes the top", 3, heat},
	{"torch", true, 1, true, always, "browned sugar cannot be unbrowned", 3, heat},
	{"ignite", true, 1, true, always, "the flame lasts seconds and changes the top", 3, heat},
	{"whisk", true, 0, true, never, "", 2, ""},
	{"beat", true, 0, true, never, "", 1, ""},
	{"whip", true, 0, true, never, "", 1, ""},
	{"fold", true, 0, false, never, "", 1, ""},
	{"knead", true, 0, true, never, "", 2, ""},
	{"roll", true, 0, false, never, "", 2, ""},
	{"dip", true, 1, true, never, "", 3, ""},
	{"toss", true, 1, true, never, "", 2, ""},
	{"flip", true, 1, true, never, "", 2, ""},
	{"shake", true, 1, true, never, "", 2, ""},
	{"stir", true, 0, false, never, "", 1, ""},
	{"brush", true, 1, false, never, "", 1, ""},
	{"spread", true, 0, false, finished, "what is spread stays", 1, ""},
	{"pipe", true, 0, false, never, "", 2, ""},
	{"peel", true, 0, false, never, "", 1, ""},
	{"chop", true, 0, false, never, "", 1, ""},
	{"shuck", true, 0, false, never, "", 2, ""},
	{"top", false, 0, false, finished, "once topped it is topped", 0, ""},
	{"garnish", false, 0, false, never, "", 0, ""},
	{"melt", false, 0, false, never, "", 0, ""},
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
