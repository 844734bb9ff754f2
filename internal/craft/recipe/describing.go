package recipe

import (
	_ "embed"
	"regexp"
	"strings"

	"figladder/internal/craft/wordlist"
)

//go:embed words.tsv
var wordsTable string

var describing = func() *regexp.Regexp {
	re := wordlist.Lists(wordsTable)["describing"]
	re.Longest() // good-quality, not its good
	return re
}()

// describes reports whether every word only says what a thing is like ("skinless", "long"):
// where such words stand before a comma, the thing comes after it.
func describes(s string) bool {
	all := strings.Fields(s)
	for _, w := range all {
		if describing.FindString(w) != w {
			return false
		}
	}
	return len(all) > 0
}
