// Package brief is what a shoot is for: the six questions, the mood, the house
// colours and what has to be delivered.
package brief

import (
	"fmt"
	"regexp"
	"strings"

	"figladder/internal/craft/calendar"
	"figladder/internal/craft/finding"
)

// Brief answers the six questions that open every shoot and says what it owes.
type Brief struct {
	Kind         string        `json:"kind" enum:"own,commission" doc:"Own work, or a commission with deliverables"`
	Who          string        `json:"who" maxLength:"500" doc:"Who is on it: client, stylist, hands"`
	What         string        `json:"what" maxLength:"500" doc:"What is on the plate"`
	When         string        `json:"when" doc:"Day of the shoot, YYYY-MM-DD, empty while open"`
	PutAway      bool          `json:"putAway,omitempty" doc:"Whether the shoot is put away: kept whole, and out of the way at home"`
	Zone         string        `json:"zone" maxLength:"60" doc:"Time zone of the place, such as Europe/London"`
	Where        string        `json:"where" maxLength:"500" doc:"Which room, which light"`
	PlaceID      string        `json:"placeId,omitempty" maxLength:"64" doc:"Which of the studio's places; empty for the first"`
	Why          string        `json:"why" maxLength:"500" doc:"To what end"`
	How          string        `json:"how" maxLength:"500" doc:"In what manner: light, style, order"`
	Mood         Mood          `json:"mood" doc:"Bright or dark, bold or muted"`
	HouseColours []string      `json:"houseColours" maxItems:"8" doc:"Client's colours, #rrggbb"`
	Deliverables []Deliverable `json:"deliverables" maxItems:"60" doc:"What must come out"`
	Rights       []Right       `json:"rights,omitempty" maxItems:"40" doc:"Where its pictures may be shown, until when; none: nobody said, and nothing is held back"`
	Embargo      string        `json:"embargo,omitempty" doc:"First day on which anything of it may be shown, YYYY-MM-DD, or empty"`
	Crew         []Hand        `json:"crew,omitempty" maxItems:"40" doc:"Who is there on the day"`
	Hands        int           `json:"hands" minimum:"0" maximum:"40" doc:"Pairs of hands on the day, the photographer's included; 0 while open"`
	Candidates   []Candidate   `json:"candidates" maxItems:"40" doc:"Dishes thought of, with what spoke for and against each"`
}

// Candidate is a dish that was thought of. What was decided and why is kept, so
// that the next shoot can look back.
type Candidate struct {
	Name    string `json:"name" maxLength:"200" doc:"The dish"`
	Because string `json:"because" maxLength:"500" doc:"What speaks for it or against it"`
	State   string `json:"state" enum:"open,chosen,dropped" doc:"What was decided"`
}

// Mood drives ground, cards, ratio and exposure.
type Mood struct {
	Key    string `json:"key" enum:"bright,dark" doc:"Bright and airy, or dark and moody"`
	Colour string `json:"colour" enum:"bold,muted" doc:"Bold or muted colour"`
}

// Deliverable is a number of finals of one shape.
type Deliverable struct {
	Name   string `json:"name" maxLength:"120" doc:"What it is for"`
	Count  int    `json:"count" minimum:"1" maximum:"500" doc:"How many finals"`
	Shape  string `json:"shape" doc:"Frame shape as width:height, such as 4:5"`
	LongPx int    `json:"longPx" minimum:"1" maximum:"30000" doc:"Least pixels on the long side"`
	Due    string `json:"due" doc:"Day it is due, YYYY-MM-DD, or empty"`
	// Picks are frames chosen by hand, in the order of the finals.
	Picks []string `json:"picks" required:"false" maxItems:"500" doc:"Frames chosen by hand for its finals, by their keys; empty leaves one to the list"`
}

// Ratio is the key-to-fill a mood asks for, in stops.
type Ratio struct {
	LowStops, HighStops float64
	Because             string
}

// TargetRatio returns the usual key-to-fill range for a mood. These are start
// values from practice, not physics: airy pictures keep their shadows open, dark
// ones let them go. An unknown key has the wide range between.
func (m Mood) TargetRatio() Ratio {
	switch m.Key {
	case "bright":
		return Ratio{0.5, 1.5, "bright and airy keeps the shadow side open"}
	case "dark":
		return Ratio{1.5, 3, "dark and moody lets the shadow side go deep, but keeps some drawing in it"}
	}
	return Ratio{0.5, 3, "no mood chosen"}
}

var shape = regexp.MustCompile(`^([1-9]\d?):([1-9]\d?)$`)

// Shape parses "4:5" into width and height, each 1 to 99.
func Shape(s string) (w, h int, ok bool) {
	if !shape.MatchString(s) {
		return 0, 0, false
	}
	_, err := fmt.Sscanf(s, "%d:%d", &w, &h)
	return w, h, err == nil
}

var colour = regexp.MustCompile(`^#[0-9a-fA-F]{6}$`)

// Check returns what cannot be accepted in a brief, field by field.
func (b Brief) Check() []finding.FieldProblem {
	var out []finding.FieldProblem
	bad := func(path, words string, args ...any) {
		out = append(out, finding.FieldProblem{Path: path, Words: fmt.Sprintf(words, args...)})
	}
	if b.When != "" && !calendar.IsDay(b.When) {
		bad("when", "“%s” is not a day. Write it as 2026-12-03.", b.When)
	}
	if b.Zone != "" && strings.ContainsAny(b.Zone, " \t\n") {
		bad("zone", "“%s” is not a time zone. Write it as Europe/London.", b.Zone)
	}
	for i, c := range b.HouseColours {
		if !colour.MatchString(c) {
			bad(fmt.Sprintf("houseColours.%d", i), "“%s” is not a colour. Write it as #5b6f8a.", c)
		}
	}
	for i, d := range b.Deliverables {
		if _, _, ok := Shape(d.Shape); !ok {
			bad(fmt.Sprintf("deliverables.%d.shape", i), "“%s” is not a shape. Write width:height, such as 4:5.", d.Shape)
		}
		if d.Due != "" && !calendar.IsDay(d.Due) {
			bad(fmt.Sprintf("deliverables.%d.due", i), "“%s” is not a day. Write it as 2026-12-18.", d.Due)
		}
	}
	out = append(out, b.checkRights()...)
	out = append(out, checkCrew(b.Crew)...)
	for i, c := range b.Candidates {
		if strings.TrimSpace(c.Name) == "" {
			bad(fmt.Sprintf("candidates.%d.name", i), "Say which dish.")
		}
		if c.State != "open" && strings.TrimSpace(c.Because) == "" {
			bad(fmt.Sprintf("candidates.%d.because", i), "Say why it was %s: the next shoot will want to know.", c.State)
		}
	}
	return out
}

// Open returns what the brief has not said yet, in the order it is asked.
func (b Brief) Open() []string {
	out := []string{}
	for _, q := range []struct{ answer, name string }{
		{b.Who, "who"}, {b.What, "what"}, {b.When, "when"}, {b.Where, "where"}, {b.Why, "why"}, {b.How, "how"},
	} {
		if strings.TrimSpace(q.answer) == "" {
			out = append(out, q.name)
		}
	}
	if b.Kind == "commission" && len(b.Deliverables) == 0 {
		out = append(out, "deliverables")
	}
	return out
}

// Finals returns how many finals a commission owes; own work owes none.
func (b Brief) Finals() int {
	n := 0
	if b.Kind == "commission" {
		for _, d := range b.Deliverables {
			n += d.Count
		}
	}
	return n
}

// LongestPx returns the most pixels any deliverable asks for on its long side, 0
// when none does.
func (b Brief) LongestPx() int {
	longest := 0
	for _, d := range b.Deliverables {
		longest = max(longest, d.LongPx)
	}
	return longest
}
