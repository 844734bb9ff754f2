// Package trial keeps what was learned from cooking a dish again and again:
// what changed, what happened, what usually causes it, and what has been tried
// against it already (handbook R2).
package trial

import (
	"fmt"
	"slices"
	"strings"

	"figladder/internal/craft/calendar"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/recipe"
)

// Verdict is what a trial came to.
type Verdict string

// The verdicts.
const (
	Open   Verdict = ""       // not cooked yet, or not decided
	Works  Verdict = "works"  // stands up to a knife and a lens
	Nearly Verdict = "nearly" // one more
	Fails  Verdict = "fails"
)

// Verdicts lists them.
var Verdicts = []Verdict{Open, Works, Nearly, Fails}

// Trial is one version of a recipe and what came of it, or another source's
// recipe to compare with.
type Trial struct {
	Name    string        `json:"name" minLength:"1" maxLength:"120" doc:"What it is called"`
	Kind    string        `json:"kind" enum:"trial,source" doc:"A version cooked here, or another source's recipe"`
	Day     string        `json:"day" maxLength:"10" doc:"When it was cooked, YYYY-MM-DD, or empty"`
	Recipe  recipe.Recipe `json:"recipe" doc:"The recipe as made"`
	Result  string        `json:"result" maxLength:"2000" doc:"What happened, in words"`
	Faults  []string      `json:"faults" maxItems:"20" doc:"Faults from the vocabulary, by key"`
	Verdict Verdict       `json:"verdict" enum:",works,nearly,fails" doc:"What it came to"`
}

// Check returns what cannot be accepted.
func (t Trial) Check() []finding.FieldProblem {
	var out []finding.FieldProblem
	bad := func(path, words string, args ...any) {
		out = append(out, finding.FieldProblem{Path: path, Words: fmt.Sprintf(words, args...)})
	}
	if strings.TrimSpace(t.Name) == "" {
		bad("name", "Give the trial a name.")
	}
	if t.Kind != "trial" && t.Kind != "source" {
		bad("kind", "It is a trial or a source.")
	}
	if t.Day != "" && !calendar.IsDay(t.Day) {
		bad("day", "“%s” is not a day. Write it as 2026-12-03.", t.Day)
	}
	if !slices.Contains(Verdicts, t.Verdict) {
		bad("verdict", "“%s” is no verdict: works, nearly or fails.", t.Verdict)
	}
	for i, f := range t.Faults {
		if _, ok := FaultOf(f); !ok {
			bad(fmt.Sprintf("faults.%d", i), "“%s” is no fault that is known here.", f)
		}
	}
	return out
}
