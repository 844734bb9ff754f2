package brief

import (
	"fmt"
	"strings"
	"time"

	"figladder/internal/craft/finding"
)

// Hand is somebody who is there on the day. What they cannot eat is kept so that nobody has to ask twice; it stays
// within the studio.
type Hand struct {
	Name string `json:"name" maxLength:"120" doc:"Who"`
	Does string `json:"does" enum:"photographer,stylist,cook,assistant,client" doc:"What they do"`
	From string `json:"from,omitempty" maxLength:"5" doc:"When they come, HH:MM; empty for the call"`
	To   string `json:"to,omitempty" maxLength:"5" doc:"When they leave, HH:MM; empty for the end"`
	// Strengths are what a stylist or cook is known for.
	Strengths []Strength `json:"strengths,omitempty" maxItems:"5" enum:"editorial,advertising,baking,drinks,trained cook" doc:"What they are strong in"`

	Avoids []string `json:"avoids,omitempty" maxItems:"14" enum:"cereals with gluten,crustaceans,eggs,fish,peanuts,soya,milk,nuts,celery,mustard,sesame,sulphites,lupin,molluscs" doc:"Allergens they keep away from, as Regulation (EU) 1169/2011 Annex II groups them"`
}

// Works reports whether they have a pair of hands for the set.
func (h Hand) Works() bool { return h.Does != "client" }

// Plates reports whether they are one of those who plate and dress.
func (h Hand) Plates() bool { return h.Does == "stylist" || h.Does == "cook" }

// Plating is how many of the crew plate and dress; 0 for anybody.
func (b Brief) Plating() int {
	n := 0
	for _, h := range b.Crew {
		if h.Plates() {
			n++
		}
	}
	return n
}

// Pairs are the pairs of hands on the day: of the crew, once it is written down; 0 while open.
func (b Brief) Pairs() int {
	if len(b.Crew) == 0 {
		return b.Hands
	}
	n := 0
	for _, h := range b.Crew {
		if h.Works() {
			n++
		}
	}
	return n
}

// There is when they are there, minutes of the day; from call to end where they did not say.
func (h Hand) There(call, end int) (from, to int) {
	from, to = call, end
	if t, err := time.Parse("15:04", h.From); err == nil {
		from = t.Hour()*60 + t.Minute()
	}
	if t, err := time.Parse("15:04", h.To); err == nil {
		to = t.Hour()*60 + t.Minute()
	}
	return from, to
}

func checkCrew(crew []Hand) []finding.FieldProblem {
	var out []finding.FieldProblem
	for i, h := range crew {
		bad := func(field, words string) {
			out = append(out, finding.FieldProblem{Path: fmt.Sprintf("crew.%d.%s", i, field), Words: words})
		}
		if strings.TrimSpace(h.Name) == "" {
			bad("name", "Say who.")
		}
		for _, clock := range []struct{ field, at string }{{"from", h.From}, {"to", h.To}} {
			if _, err := time.Parse("15:04", clock.at); clock.at != "" && err != nil {
				bad(clock.field, "“"+clock.at+"” is no time of day. Write it as 09:30.")
			}
		}
		if from, to := h.There(0, 24*60); from >= to {
			bad("to", "They leave before they come.")
		}
	}
	return out
}
