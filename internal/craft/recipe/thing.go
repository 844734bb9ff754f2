package recipe

import (
	_ "embed"
	"strings"

	"figladder/internal/craft/lemma"
	"figladder/internal/craft/wordlist"
)

//go:embed names.tsv
var namesTable string

// names lead from another name of a thing to the one it is kept under.
var names = func() map[string]string {
	out := map[string]string{}
	for _, row := range wordlist.Rows(namesTable) {
		for _, n := range strings.Split(row["names"], "|") {
			out[n] = row["thing"]
		}
	}
	return out
}()

// asides are words before a thing that do not make another thing of it.
var asides = []string{"fresh ", "freshly ", "unsalted ", "salted ", "softened ", "melted ", "cold ", "warm ", "large ", "medium ", "small ", "fine ", "free-range ", "good ", "ripe ", "plain ", "whole "}

// Thing is an ingredient's name as recipes agree on it: lower case, singular, the
// words that only describe it left off, under one of its names. "Unsalted butter" is
// butter, eggplants are aubergine; "brown sugar" stays apart from sugar.
func Thing(item string) string {
	s := strings.ToLower(strings.TrimSpace(item))
	for again := true; again; {
		again = false
		for _, a := range asides {
			if strings.HasPrefix(s, a) && len(s) > len(a) {
				s, again = s[len(a):], true
			}
		}
	}
	at := strings.LastIndexByte(s, ' ') + 1
	s = s[:at] + lemma.Singular(s[at:])
	if n := names[s]; n != "" {
		return n
	}
	if n := names[s[at:]]; n != "" { // Japanese eggplant
		return s[:at] + n
	}
	return s
}
