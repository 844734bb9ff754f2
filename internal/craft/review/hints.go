package review

import (
	"math"
	"slices"
	"strings"

	"figladder/internal/craft/finding"
)

// Place is where something lies in a picture: its middle and how large it is, shares of width and height.
type Place struct {
	Name       string
	X, Y, W, H float64
}

// near is within what share of the picture two hints would lie on one another, and how far the second is moved.
const near = 0.06

// edge is where on the hero a kind of fault shows: depth at its far edge, light at its side, props beside it.
func (p Place) edge(g finding.Group) (x, y float64) {
	switch g {
	case finding.Depth:
		return p.X, p.Y - p.H/2
	case finding.Light:
		return p.X + p.W/2, p.Y
	case finding.Props:
		return p.X - p.W/2, p.Y
	}
	return p.X, p.Y
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
		x, y := hero.edge(t.Group)
		for _, p := range things {
			if p.Name != "" && strings.HasPrefix(f.Subject, p.Name) {
				x, y = p.X, p.Y
			}
		}
		x, y = share(x), share(y)
		for taken := func(h Hint) bool { return math.Hypot(h.X-x, h.Y-y) < near*0.99 }; slices.ContainsFunc(out, taken) && y < 1; {
			y = share(y + near)
		}
		out = append(out, Hint{What: t.Key, Words: t.Words, Because: f.Subject + ": " + f.Measure + ", wanted " + f.Limit, X: x, Y: y})
	}
	return out
}

func share(v float64) float64 { return min(1, max(0, v)) }
