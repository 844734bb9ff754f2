// Package proof is what a client is shown and says (handbook B1, G5): rounds of numbered choices, one answer after the other, and
// what they come to. Answers are only added: who thinks again answers again.
package proof

import (
	"fmt"
	"slices"
	"strings"
	"time"
	"unicode"

	"figladder/internal/craft/finding"
)

// Round is what was sent to be chosen from at one time.
type Round struct {
	Number  int      `json:"number" doc:"Which of the shoot's, from 1"`
	Note    string   `json:"note" maxLength:"2000" doc:"What is said with it"`
	Choices []Choice `json:"choices" maxItems:"200" doc:"What is shown, in order"`
}

// Choice is one picture of a round, as it was when the round was sent.
type Choice struct {
	Key      string `json:"key" doc:"Key"`
	ShotID   string `json:"shotId" doc:"The shot"`
	FrameID  string `json:"frameId" doc:"The frame"`
	Picture  string `json:"picture" doc:"Hash of the picture"`
	WidthPx  int    `json:"widthPx" doc:"Width of the picture"`
	HeightPx int    `json:"heightPx" doc:"Height of the picture"`
	Label    string `json:"label" doc:"The number by which people speak of it, with a letter where there are several of one shot"`
	Title    string `json:"title" doc:"What it shows"`
	Crops    []Crop `json:"crops" doc:"The shapes that are owed of it"`
}

// Crop is a part of a picture, in shares of it.
type Crop struct {
	Shape string  `json:"shape" doc:"Width to height, such as 4:5"`
	X     float64 `json:"x" minimum:"0" maximum:"1" doc:"Left edge, share of the width"`
	Y     float64 `json:"y" minimum:"0" maximum:"1" doc:"Top edge, share of the height"`
	W     float64 `json:"w" minimum:"0" maximum:"1" doc:"Width, share of the width"`
	H     float64 `json:"h" minimum:"0" maximum:"1" doc:"Height, share of the height"`
}

// Kind is what an answer says.
type Kind string

// The answers there are.
const (
	Yes    Kind = "yes"    // as it is
	Change Kind = "change" // with this changed
	No     Kind = "no"
)

// Answer is what somebody said of a choice.
type Answer struct {
	Key    string    `json:"key" minLength:"8" maxLength:"64" doc:"The sender's own: sent twice, it is one answer"`
	Choice string    `json:"choice" maxLength:"64" doc:"The choice"`
	Kind   Kind      `json:"kind" enum:"yes,change,no" doc:"What is said"`
	Words  string    `json:"words" maxLength:"2000" doc:"In words"`
	Pin    *Pin      `json:"pin" required:"false" doc:"The place that is meant, or null"`
	By     string    `json:"by" maxLength:"120" doc:"Who says it, by name"`
	At     time.Time `json:"at" readOnly:"true" required:"false" doc:"When it came"`
}

// Pin is a place in a picture, in shares of it.
type Pin struct {
	X float64 `json:"x" minimum:"0" maximum:"1" doc:"From the left edge, share of the width"`
	Y float64 `json:"y" minimum:"0" maximum:"1" doc:"From the top edge, share of the height"`
}

// Check returns what cannot be accepted in an answer.
func (a Answer) Check() []finding.FieldProblem {
	var out []finding.FieldProblem
	if strings.TrimSpace(a.By) == "" {
		out = append(out, finding.FieldProblem{Path: "by", Words: "Write your name: an answer without one is nobody's."})
	}
	if a.Kind == Change && strings.TrimSpace(a.Words) == "" {
		out = append(out, finding.FieldProblem{Path: "words", Words: "Say what is to be changed."})
	}
	return out
}

// Clean is an answer with its words as they can be kept: without spaces around them and without characters that nobody sees.
func (a Answer) Clean() Answer {
	plain := func(s string) string {
		return strings.TrimSpace(strings.Map(func(r rune) rune {
			if r == '\n' {
				return r
			}
			if unicode.IsControl(r) || unicode.Is(unicode.Cf, r) || r == unicode.ReplacementChar {
				return -1
			}
			return r
		}, s))
	}
	a.Words, a.By = plain(a.Words), strings.Join(strings.Fields(plain(a.By)), " ")
	return a
}

// Number gives a round's choices their labels: a shot keeps the number that it had in earlier rounds, so that people go on
// speaking of the same thing; others take the next ones, in order. Several of one shot take letters beside it.
func Number(choices []Choice, before []Round) []Choice {
	had, last := map[string]int{}, 0
	for _, r := range before {
		for _, c := range r.Choices {
			n := 0
			_, _ = fmt.Sscanf(c.Label, "%d", &n)
			had[c.ShotID], last = n, max(last, n)
		}
	}
	several := map[string]int{}
	for _, c := range choices {
		several[c.ShotID]++
	}
	out, at := slices.Clone(choices), map[string]int{}
	for i := range out {
		shot := out[i].ShotID
		if had[shot] == 0 {
			last++
			had[shot] = last
		}
		out[i].Label = fmt.Sprint(had[shot])
		if several[shot] > 1 {
			out[i].Label += letters(at[shot])
			at[shot]++
		}
	}
	return out
}

// letters counts a, b, … z, aa, ab, …
func letters(n int) string {
	s := string(rune('a' + n%26))
	if n >= 26 {
		return letters(n/26-1) + s
	}
	return s
}
