package shots

import (
	_ "embed"
	"strconv"
	"strings"

	"figladder/internal/craft/wordlist"
)

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
	tool    string // what it is usually done with
	in      string // what it is usually done in before the dish is whole
}

// undoes says when a verb is past mending.
type undoes int

const (
	never    undoes = iota
	finished        // only when done to the finished dish
	always
)

const heat = "Open flame and hot sugar: clear the table, tie back sleeves, keep a lid and water at hand, and follow local fire rules."

var verbs = func() []verb {
	when := map[string]undoes{"never": never, "finished": finished, "always": always}
	said := func(cell string) string {
		switch cell {
		case "-":
			return ""
		case "heat":
			return heat
		}
		return cell
	}
	number := func(cell string) int {
		n, err := strconv.Atoi(cell)
		if err != nil {
			panic(err) // the table is ours
		}
		return n
	}
	var out []verb
	for _, r := range wordlist.Rows(verbsTable) {
		u, known := when[r["undoes"]]
		if !known {
			panic("no such time: " + r["undoes"])
		}
		out = append(out, verb{r["verb"], r["action"] == "yes", number(r["hands"]), r["shutter"] == "yes", u, said(r["because"]), number(r["weight"]), said(r["caution"]), said(r["tool"]), said(r["in"])})
	}
	return out
}()

//go:embed verbs.tsv
var verbsTable string

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
