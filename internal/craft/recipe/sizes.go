package recipe

import (
	"regexp"
	"strings"
)

var acrossOf = regexp.MustCompile(`(?i)(` + number + `)[ -]?(cm|centimet(?:re|er)s?|mm|inch|inches|in)\b[- ]?(?:[a-z-]+ ){0,4}(?:tins?|dish(?:es)?|moulds?|molds?|rounds?|circles?|cake pan|pie (?:plate|dish)|springform|ring)\b`)

// Across is how wide the dish is as its method says it, mm: "a 23 cm tin", "a 20 cm round"; 0
// when it says nothing, or nothing that stands on a table.
func (r Recipe) Across() float64 {
	for i := len(r.Steps) - 1; i >= 0; i-- {
		m := acrossOf.FindStringSubmatch(dashes.Replace(vulgar.Replace(r.Steps[i].Text)))
		if m == nil {
			continue
		}
		mm := exact(m[1]).Float() * 10
		switch unit := strings.ToLower(m[2]); {
		case unit == "mm":
			mm /= 10
		case strings.HasPrefix(unit, "in"):
			mm *= 2.54
		}
		if mm >= 40 && mm <= 500 {
			return mm
		}
	}
	return 0
}
