package review

import (
	"strings"

	"figladder/internal/craft/finding"
)

// Place is where something lies in a picture.
type Place struct {
	Name string
	X, Y float64 // shares of width and height
}

// Hint is what was measured in an old frame and is worth a pin: there the eye starts.
type Hint struct {
	What    string  `json:"what" doc:"Which fault"`
	Words   string  `json:"words" doc:"What it is called"`
	Because string  `json:"because" doc:"What was measured"`
	X       float64 `json:"x" minimum:"0" maximum:"1" doc:"From the left edge, share of the width"`
	Y       float64 `json:"y" minimum:"0" maximum:"1" doc:"From the top edge, share of the height"`
}

// Hints are the faults that were found in a frame, by its set and by its picture, each once, where it is: at the thing that the
// finding names, else at the hero. What is pinned already is not told.
func Hints(found []finding.Finding, hero Place, things []Place, pins []Pin) []Hint {
	out, told := []Hint{}, map[string]bool{}
	for _, p := range pins {
		told[p.What] = true
	}
	for _, f := range found {
		t, known := byCode[f.Code]
		if !known || told[t.Key] {
			continue
		}
		told[t.Key] = true
		at := hero
		for _, p := range things {
			if p.Name != "" && strings.HasPrefix(f.Subject, p.Name) {
				at = p
			}
		}
		out = append(out, Hint{What: t.Key, Words: t.Words, Because: f.Subject + ": " + f.Measure + ", wanted " + f.Limit, X: share(at.X), Y: share(at.Y)})
	}
	return out
}

func share(v float64) float64 { return min(1, max(0, v)) }
