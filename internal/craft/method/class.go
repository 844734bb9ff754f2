// Package method reads what is done in a recipe's method: it cuts steps into deeds, names each
// by its verb and class, and follows the dish through them to the table. It judges nothing; what
// a deed is worth to a photographer stands in package shots.
package method

import (
	_ "embed"
	"slices"
	"strings"
	"sync"

	"figladder/internal/craft/lemma"
	"figladder/internal/craft/wordlist"
)

// Class is what a deed does to food, whatever its verb.
type Class string

// The classes, roughly from the board to the table.
const (
	Pours    Class = "pours"
	Scatters Class = "scatters"
	Dusts    Class = "dusts"
	Spreads  Class = "spreads"
	Dots     Class = "dots"
	Fills    Class = "fills"
	TurnsOut Class = "turns out"
	Drops    Class = "drops"
	Cuts     Class = "cuts"
	Breaks   Class = "breaks"
	Opens    Class = "opens"
	Grates   Class = "grates"
	Prepares Class = "prepares"
	Pierces  Class = "pierces"
	Presses  Class = "presses"
	Squeezes Class = "squeezes"
	Swirls   Class = "swirls"
	Dips     Class = "dips"
	Coats    Class = "coats"
	Flames   Class = "flames"
	Lifts    Class = "lifts"
	Sets     Class = "sets"
	Stacks   Class = "stacks"
	Closes   Class = "closes"
	Mixes    Class = "mixes"
	Whips    Class = "whips"
	Tosses   Class = "tosses"
	Shapes   Class = "shapes"
	Strains  Class = "strains"
	Rubs     Class = "rubs"
	Tips     Class = "tips"
	Taps     Class = "taps"
	Blends   Class = "blends"
	Sears    Class = "sears"
	Heats    Class = "heats"
	Cools    Class = "cools"
	Rests    Class = "rests"
	Seasons  Class = "seasons"
	Cleans   Class = "cleans"
	Lines    Class = "lines"
	Adds     Class = "adds"
	Moves    Class = "moves"
	Serves   Class = "serves"
	Bites    Class = "bites"
	Watches  Class = "watches"
	NoDeed   Class = "no deed" // what looks like a verb and is none; a person may say so
	Unknown  Class = "unknown" // a verb that stands where an order stands and is in no table
)

// Classes lists those that a person may choose from.
var Classes = []Class{Pours, Scatters, Dusts, Spreads, Dots, Fills, TurnsOut, Drops, Cuts, Breaks, Opens, Grates, Prepares, Pierces, Presses, Squeezes, Swirls, Dips, Coats, Flames, Lifts, Sets, Stacks, Closes,
	Mixes, Whips, Tosses, Shapes, Strains, Rubs, Tips, Taps, Blends, Sears, Heats, Cools, Rests, Seasons, Cleans, Lines, Adds, Moves, Serves, Bites, Watches, NoDeed}

// Words implements words.Vocabulary.
func (Class) Words() []string {
	out := make([]string, 0, len(Classes)+1)
	for _, c := range Classes {
		out = append(out, string(c))
	}
	return append(out, string(Unknown))
}

//go:embed verbs.tsv
var verbsTable string

// verbs are the verbs of the table: by the verb alone, and by verb and the word behind it.
type verbs struct {
	alone   map[string]Class
	phrasal map[string][]phrasal // by verb
	stems   map[string]string    // a verb by its stem, for forms that no dictionary lists
	asked   map[string]string    // words of one method that were looked up already
}

type phrasal struct {
	behind []string
	class  Class
}

var table = sync.OnceValue(func() *verbs {
	v := &verbs{alone: map[string]Class{}, phrasal: map[string][]phrasal{}, stems: map[string]string{}}
	for _, row := range wordlist.Rows(verbsTable) {
		class := Class(row["class"])
		if !slices.Contains(Classes, class) {
			panic("no such class: " + row["class"])
		}
		for _, written := range strings.Split(row["verbs"], "|") {
			w := strings.Fields(written)
			if len(w) == 1 {
				v.alone[w[0]] = class
			} else {
				v.phrasal[w[0]] = append(v.phrasal[w[0]], phrasal{w[1:], class})
			}
			v.stems[lemma.Stem(w[0])] = w[0]
		}
	}
	for _, p := range v.phrasal { // the longest first
		slices.SortStableFunc(p, func(a, b phrasal) int { return len(b.behind) - len(a.behind) })
	}
	return v
})

// Known lists every verb and phrasal verb of the table.
func Known() []string {
	var out []string
	for v := range table().alone {
		out = append(out, v)
	}
	for v, all := range table().phrasal {
		for _, p := range all {
			out = append(out, v+" "+strings.Join(p.behind, " "))
		}
	}
	slices.Sort(out)
	return out
}

// verbOf is the verb of the table that a word is a form of, empty for none.
func (v *verbs) verbOf(word string) string {
	if v.has(word) {
		return word
	}
	verb, ok := v.asked[word]
	if !ok {
		verb = v.look(word)
		v.asked[word] = verb
	}
	return verb
}

func (v *verbs) look(word string) string {
	for _, l := range lemma.All(word) {
		if v.has(l) {
			return l
		}
	}
	// What no dictionary lists, or lists as a thing of its own (stirring), goes by its stem.
	if !lemma.Listed(word) || strings.HasSuffix(word, "ing") {
		if s := v.stems[lemma.Stem(word)]; s != "" {
			return s
		}
	}
	return ""
}

func (v *verbs) has(verb string) bool {
	return v.alone[verb] != "" || v.phrasal[verb] != nil
}
