package method

import (
	"regexp"
	"strings"
)

var (
	longWord = regexp.MustCompile(`[\p{L}'’]{3,}`)
	pinchOf  = regexp.MustCompile(`(?i) (?:with|over) (?:a|the) (?:pinch|splash|dash|back) of [\p{L} ]+$`)
	forWhat  = regexp.MustCompile(`(?i) for (?:the|a|an|your) [\p{L} ]+$`)
	withWhat = regexp.MustCompile(`(?i) with (?:a|an|the|your|one|two|chop)[\p{L} -]* ?(?:fork|forks|knife|spoon|spoons|whisk|sieve|brush|grater|spatula|tongs|mandoline|peeler|skewer|cleaver|scissors|ladle|torch|blowtorch|tweezers|wheel|cutter|sticks?|fingers)$`)
	inFat    = regexp.MustCompile(`(?i) in (?:a|some|the|plenty of|a little|half the|hot|more)?[\p{L} ]* ?(?:oil|butter|fat|lard|ghee)$`)
)

// trimmed leaves off a clause's end what it is done for, with or in, when enough is left to say
// what is seen; the tool is told apart.
func trimmed(clause string) string {
	for _, t := range []struct {
		with  string
		re    *regexp.Regexp
		least int
	}{{" of ", pinchOf, 3}, {" for ", forWhat, 3}, {" with ", withWhat, 4}, {" in ", inFat, 2}} {
		if !strings.Contains(clause, t.with) {
			continue
		}
		if at := t.re.FindStringIndex(clause); at != nil && len(longWord.FindAllString(clause[:at[0]], -1)) >= t.least {
			clause = clause[:at[0]]
		}
	}
	return clause
}
