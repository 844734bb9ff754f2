package brief

import (
	"fmt"
	"slices"
	"strings"

	"figladder/internal/craft/calendar"
	"figladder/internal/craft/finding"
)

// Right is a leave to show the pictures of a shoot (handbook H3): who has it, where, and on which days in the shoot's zone.
type Right struct {
	Who     string   `json:"who" maxLength:"200" doc:"Who may show them"`
	Outlets []string `json:"outlets" maxItems:"60" doc:"At which outlets, by their keys; empty for all"`
	From    string   `json:"from" doc:"First day, YYYY-MM-DD, or empty"`
	Until   string   `json:"until" doc:"Last day, YYYY-MM-DD, or empty for without an end"`
}

// Covers reports whether a right holds at an outlet on a day, YYYY-MM-DD.
func (r Right) Covers(outlet, day string) bool {
	return (len(r.Outlets) == 0 || slices.Contains(r.Outlets, outlet)) && (r.From == "" || day >= r.From) && (r.Until == "" || day <= r.Until)
}

func (b Brief) checkRights() []finding.FieldProblem {
	var out []finding.FieldProblem
	bad := func(path, words string, args ...any) {
		out = append(out, finding.FieldProblem{Path: path, Words: fmt.Sprintf(words, args...)})
	}
	if b.Embargo != "" && !calendar.IsDay(b.Embargo) {
		bad("embargo", "“%s” is not a day. Write it as 2026-12-18.", b.Embargo)
	}
	for i, r := range b.Rights {
		if strings.TrimSpace(r.Who) == "" {
			bad(fmt.Sprintf("rights.%d.who", i), "Say who may show them.")
		}
		for field, day := range map[string]string{"from": r.From, "until": r.Until} {
			if day != "" && !calendar.IsDay(day) {
				bad(fmt.Sprintf("rights.%d.%s", i, field), "“%s” is not a day. Write it as 2026-12-18.", day)
			}
		}
		if r.From != "" && r.Until != "" && r.Until < r.From {
			bad(fmt.Sprintf("rights.%d.until", i), "It would end before it begins.")
		}
	}
	return out
}
