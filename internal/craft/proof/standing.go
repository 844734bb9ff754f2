package proof

import (
	"fmt"
	"slices"
	"strings"
)

// State is what the answers to a choice come to.
type State string

// The states there are.
const (
	Open  State = "open"  // nobody has answered
	Agree State = "yes"   // all who answered say yes
	Asked State = "asked" // somebody wants a change, nobody says no, and nobody says yes
	Not   State = "no"    // all who answered say no
	Split State = "split" // they do not agree
)

// Standing is how a choice stands.
type Standing struct {
	Choice string   `json:"choice" doc:"The choice"`
	State  State    `json:"state" enum:"open,yes,asked,no,split" doc:"What the answers come to"`
	Words  string   `json:"words" doc:"The same in words, with who said what"`
	Last   []Answer `json:"last" doc:"What each who answered said last, the newest last"`
	All    []Answer `json:"all" doc:"All that was said, in the order in which it came"`
}

// Stand is how each choice of a round stands. The last answer of each person counts; two names that differ only in case or
// spaces are one person. answers are in the order in which they came.
func Stand(r Round, answers []Answer) []Standing {
	out := make([]Standing, len(r.Choices))
	for i, c := range r.Choices {
		s := Standing{Choice: c.Key, Last: []Answer{}, All: []Answer{}}
		for _, a := range answers {
			if a.Choice != c.Key {
				continue
			}
			s.All = append(s.All, a)
			s.Last = slices.DeleteFunc(s.Last, func(o Answer) bool { return SamePerson(o.By, a.By) })
			s.Last = append(s.Last, a)
		}
		s.State = state(s.Last)
		s.Words = s.words()
		out[i] = s
	}
	return out
}

// SamePerson reports whether two names are of one person.
func SamePerson(a, b string) bool {
	plain := func(s string) string { return strings.Join(strings.Fields(strings.ToLower(s)), " ") }
	return plain(a) == plain(b)
}

func state(last []Answer) State {
	n := map[Kind]int{}
	for _, a := range last {
		n[a.Kind]++
	}
	switch {
	case len(last) == 0:
		return Open
	case n[Yes] == len(last):
		return Agree
	case n[No] == len(last):
		return Not
	case n[Change] == len(last):
		return Asked
	}
	return Split
}

func (s Standing) words() string {
	if len(s.Last) == 0 {
		return "No answer yet"
	}
	said := map[Kind]string{Yes: "yes", Change: "a change", No: "no"}
	parts := make([]string, len(s.Last))
	for i, a := range s.Last {
		parts[i] = fmt.Sprintf("%s: %s", a.By, said[a.Kind])
		if a.Words != "" {
			parts[i] += ", “" + a.Words + "”"
		}
	}
	words := strings.Join(parts, "; ")
	if s.State == Split {
		return "They do not agree. " + words
	}
	return words
}

// Tally counts a round.
type Tally struct {
	Choices  int    `json:"choices" doc:"Shots that are shown"`
	Answered int    `json:"answered" doc:"Shots of which at least one picture was answered"`
	Yes      int    `json:"yes" doc:"Shots of which a picture has a yes that nobody speaks against"`
	Words    string `json:"words" doc:"In words"`
}

// Count counts a round by its shots: of several pictures of one, a yes to one is enough.
func Count(r Round, standing []Standing) Tally {
	type shot struct{ answered, yes bool }
	all := map[string]*shot{}
	for i, c := range r.Choices {
		at := all[c.ShotID]
		if at == nil {
			at = &shot{}
			all[c.ShotID] = at
		}
		at.answered = at.answered || standing[i].State != Open
		at.yes = at.yes || standing[i].State == Agree
	}
	t := Tally{Choices: len(all)}
	for _, s := range all {
		if s.answered {
			t.Answered++
		}
		if s.yes {
			t.Yes++
		}
	}
	switch {
	case t.Answered == 0:
		t.Words = "No answer yet"
	case t.Yes == t.Choices:
		t.Words = "All have a yes"
	case t.Answered < t.Choices:
		t.Words = fmt.Sprintf("%d of %d answered, %d with a yes", t.Answered, t.Choices, t.Yes)
	default:
		t.Words = fmt.Sprintf("All answered, %d of %d with a yes", t.Yes, t.Choices)
	}
	return t
}
