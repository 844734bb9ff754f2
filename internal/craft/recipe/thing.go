package recipe

import (
	"strings"

	"figladder/internal/craft/lemma"
)

// asides are words before a thing that do not make another thing of it.
var asides = []string{"fresh ", "freshly ", "unsalted ", "salted ", "softened ", "melted ", "cold ", "warm ", "large ", "medium ", "small ", "fine ", "free-range ", "good ", "ripe ", "plain ", "whole "}

// Thing is an ingredient's name as recipes agree on it: lower case, singular, the
// words that only describe it left off. "Unsalted butter" is butter; "brown
// sugar" stays apart from sugar.
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
	return s[:at] + lemma.Singular(s[at:])
}
