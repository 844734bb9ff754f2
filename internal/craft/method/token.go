package method

import (
	_ "embed"
	"regexp"
	"strings"
	"unicode"

	"figladder/internal/craft/wordlist"
)

//go:embed words.tsv
var wordsTable string

// parts are the words of grammar by the part they play.
var parts = func() map[string]map[string]bool {
	out := map[string]map[string]bool{}
	for _, row := range wordlist.Rows(wordsTable) {
		if out[row["list"]] == nil {
			out[row["list"]] = map[string]bool{}
		}
		for _, w := range strings.Split(row["words"], "|") {
			out[row["list"]][w] = true
		}
	}
	return out
}()

// token is a word or a stop of a step.
type token struct {
	low      string // in lower case; a stop is its sign
	from, to int    // where it stands in the step
	stop     bool
}

var tokens = regexp.MustCompile(`\d+(?:[.,/]\d+)*|[\p{L}]+(?:['’][\p{L}]+)*|[^\s\p{L}\d]`)

// cut makes tokens of a step. What stands in brackets is an aside and is left out; "on to" is
// onto; a dot in a number or after an abbreviation ends nothing.
func cut(text string) []token {
	var out []token
	depth := 0
	for _, at := range tokens.FindAllStringIndex(text, -1) {
		w := text[at[0]:at[1]]
		r := []rune(w)[0]
		switch {
		case r == '(' || r == '[':
			depth++
			continue
		case r == ')' || r == ']':
			depth = max(0, depth-1)
			continue
		case depth > 0:
			continue
		}
		stop := !unicode.IsLetter(r) && !unicode.IsDigit(r)
		if stop && !strings.ContainsRune(".!?,;:–—…", r) {
			if r == '-' && at[0] > 0 && at[1] < len(text) && text[at[0]-1] == ' ' && text[at[1]] == ' ' {
				w = "—"
			} else {
				continue // a hyphen, a degree sign, a quotation mark
			}
		}
		if r == '–' && at[0] > 0 && unicode.IsDigit(rune(text[at[0]-1])) {
			continue // a range
		}
		low := strings.ToLower(strings.ReplaceAll(w, "’", "'"))
		if stop && low == "." && len(out) > 0 && abbreviated[out[len(out)-1].low] && !endsHere(text[at[1]:]) {
			continue
		}
		if n := len(out); !stop && n > 0 && low == "to" && (out[n-1].low == "on" || out[n-1].low == "in") && at[0]-out[n-1].to == 1 {
			out[n-1].low, out[n-1].to = out[n-1].low+"to", at[1]
			continue
		}
		out = append(out, token{low, at[0], at[1], stop})
	}
	return out
}

var abbreviated = map[string]bool{"min": true, "mins": true, "approx": true, "tbsp": true, "tsp": true, "hr": true, "hrs": true, "oz": true, "lb": true, "g": true, "c": true, "f": true, "no": true, "e": true, "i": true}

// endsHere reports whether a sentence begins behind a dot: a capital, or nothing.
func endsHere(rest string) bool {
	rest = strings.TrimLeft(rest, " ")
	return rest == "" || unicode.IsUpper([]rune(rest)[0])
}

func (t token) is(part string) bool { return parts[part][t.low] }

func (t token) number() bool { return t.low != "" && t.low[0] >= '0' && t.low[0] <= '9' }

// ends reports a stop that ends a sentence.
func (t token) ends() bool { return t.stop && strings.Contains(".!?…", t.low) }

// adverb reports a word that tells how, or leads from one deed to the next.
func (t token) adverb() bool {
	return t.is("leading") || len(t.low) > 4 && strings.HasSuffix(t.low, "ly") && !t.is("noun") && t.low != "jelly" && t.low != "belly"
}
