package series

import (
	"fmt"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/shots"
)

// Terms are what a studio's days offer and cost, for one shoot.
type Terms struct {
	DayMin     float64 `json:"dayMin" minimum:"30" maximum:"1440" doc:"Minutes of a day before the lens, set-ups included"`
	DayMinor   int64   `json:"dayMinor" minimum:"0" maximum:"100000000" doc:"What a day costs: room and hands, minor units"`
	SetupMin   float64 `json:"setupMin" minimum:"0" maximum:"600" doc:"Minutes to build a set"`
	SetupMinor int64   `json:"setupMinor" minimum:"0" maximum:"100000000" doc:"What a set costs beside its time, minor units"`
	MostDays   int     `json:"mostDays" minimum:"0" maximum:"60" doc:"Days there are; 0 for as many as needed"`
	Currency   string  `json:"currency" enum:"GBP,EUR,USD" doc:"Of all prices of this shoot"`
	MinutesOwn []Own   `json:"minutesOwn" maxItems:"200" doc:"Dishes whose time is known better than by counting frames"`
}

// Own is a dish's own time.
type Own struct {
	DishID  string  `json:"dishId" doc:"The dish"`
	Minutes float64 `json:"minutes" minimum:"1" maximum:"1440" doc:"Minutes before the lens, set-up apart"`
}

// UsualTerms are what a shoot starts with: a day of seven hours before the lens
// and forty minutes to build a set. Our own start values.
func UsualTerms() Terms {
	return Terms{DayMin: 420, DayMinor: 60000, SetupMin: 40, Currency: "GBP", MinutesOwn: []Own{}}
}

// Check returns what cannot be accepted.
func (t Terms) Check() []finding.FieldProblem {
	var out []finding.FieldProblem
	if t.SetupMin >= t.DayMin {
		out = append(out, finding.FieldProblem{Path: "setupMin", Words: fmt.Sprintf("Building one set takes %.0f minutes and the day has %.0f; nothing would be photographed.", t.SetupMin, t.DayMin)})
	}
	return out
}

// frameMin is how long a frame of each kind takes before the lens, minutes:
// placing, looking, moving, taking. Our own start values, until a studio has
// logged its own.
var frameMin = map[shots.Kind]float64{shots.Hero: 30, shots.Alternate: 10, shots.Detail: 8, shots.Ingredient: 10, shots.Before: 6, shots.After: 6, shots.Action: 15, shots.Safe: 3, shots.Repeat: 12, shots.Free: 10, shots.Clip: 15}

// Minutes is how long frames of these kinds take before the lens, and how that
// was counted.
func Minutes(kinds []shots.Kind) (minutes float64, words string) {
	n := map[shots.Kind]int{}
	for _, k := range kinds {
		minutes += frameMin[k]
		n[k]++
	}
	for _, k := range shots.Kinds {
		if n[k] > 0 {
			if words != "" {
				words += " + "
			}
			words += fmt.Sprintf("%d %s × %.0f", n[k], k, frameMin[k])
		}
	}
	return minutes, words
}
