// Package review reads old frames again: what works in them, what does not and what to do next time, how often a fault was
// noted, and where a planned set is about to have it again (handbook I1, I2).
package review

import (
	_ "embed"
	"fmt"
	"strings"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/wordlist"
)

//go:embed terms.tsv
var termsTable string

// Says is what a pin on an old frame says.
type Says string

// What a pin can say.
const (
	Good Says = "good" // this works
	Bad  Says = "bad"  // this does not
	Next Says = "next" // this, next time
)

// Term is a word of what is pinned: a fault, or what works.
type Term struct {
	Key   string        `json:"key" doc:"Stable name"`
	Words string        `json:"words" doc:"What it is called"`
	Group finding.Group `json:"group" enum:"light,depth,frame,props" doc:"What kind it is"`
	Good  bool          `json:"good" doc:"Whether it is what works; else it is a fault"`
	Codes []string      `json:"codes" doc:"The checks that find it in a planned set, or in a picture"`
	Next  string        `json:"next" doc:"What to do about it next time; empty for what works"`
}

// Terms are all words there are, faults first.
var Terms = func() (all []Term) {
	for _, r := range wordlist.Rows(termsTable) {
		t := Term{Key: r["key"], Words: r["words"], Group: finding.Group(r["group"]), Good: r["says"] == string(Good), Codes: []string{}, Next: r["next"]}
		if r["codes"] != "" {
			t.Codes = strings.Split(r["codes"], ",")
		}
		all = append(all, t)
	}
	return all
}()

var (
	byKey  = map[string]Term{}
	byCode = map[string]Term{}
)

func init() {
	for _, t := range Terms {
		if _, twice := byKey[t.Key]; twice {
			panic("two terms " + t.Key) // the table is ours
		}
		byKey[t.Key] = t
		for _, c := range t.Codes {
			if _, twice := byCode[c]; twice {
				panic("two faults of " + c)
			}
			byCode[c] = t
		}
	}
}

// Of is a term by its key.
func Of(key string) (Term, bool) {
	t, known := byKey[key]
	return t, known
}

// Pin is what somebody noted at a place of an old frame.
type Pin struct {
	Key   string  `json:"key" minLength:"1" maxLength:"64" doc:"Stable name"`
	X     float64 `json:"x" minimum:"0" maximum:"1" doc:"From the left edge, share of the width"`
	Y     float64 `json:"y" minimum:"0" maximum:"1" doc:"From the top edge, share of the height"`
	Says  Says    `json:"says" enum:"good,bad,next" doc:"Whether it works, does not, or is for next time"`
	What  string  `json:"what" maxLength:"40" doc:"Which fault, or what works; empty where only words say it"`
	Words string  `json:"words" maxLength:"500" doc:"In own words"`
}

// Check says what cannot be accepted in pins.
func Check(pins []Pin) []finding.FieldProblem {
	var out []finding.FieldProblem
	seen := map[string]bool{}
	for i, p := range pins {
		bad := func(field, words string) {
			out = append(out, finding.FieldProblem{Path: fmt.Sprintf("pins.%d.%s", i, field), Words: words})
		}
		if seen[p.Key] {
			bad("key", "Each pin has a key of its own.")
		}
		seen[p.Key] = true
		t, known := byKey[p.What]
		switch {
		case p.What == "" && strings.TrimSpace(p.Words) == "":
			bad("words", "Say what it is: choose a word for it, or write one.")
		case p.What == "":
		case !known:
			bad("what", "“"+p.What+"” is none of the words there are.")
		case t.Good != (p.Says == Good):
			bad("what", "“"+t.Words+"” cannot be said as “"+string(p.Says)+"”.")
		}
	}
	return out
}
