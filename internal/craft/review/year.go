package review

import (
	"cmp"
	"fmt"
	"slices"
)

// Month is what was done in a month, by when frames were taken.
type Month struct {
	Month     string  `json:"month" doc:"YYYY-MM"`
	Frames    int     `json:"frames" doc:"Frames taken"`
	Kept      int     `json:"kept" doc:"Of them kept"`
	Finals    int     `json:"finals" doc:"Cuts of them that an outlet took"`
	EditMin   float64 `json:"editMin" doc:"At the edit of them, minutes"`
	CostMinor int64   `json:"costMinor" doc:"What the shoots of the month come to, minor units"`
	Faults    []Times `json:"faults" doc:"Faults noted on them, the commonest first"`
}

// Times is how often something was so.
type Times struct {
	Key   string `json:"key" doc:"Which"`
	Words string `json:"words" doc:"What it is called"`
	Times int    `json:"times" doc:"On how many frames"`
}

// Use is something that kept frames are made of.
type Use struct {
	Kind  string  `json:"kind" enum:"angle,light,ground,prop" doc:"What it is"`
	Name  string  `json:"name" doc:"Which"`
	Times int     `json:"times" doc:"On how many kept frames"`
	Of    int     `json:"of" doc:"Of how many"`
	Share float64 `json:"share" doc:"One by the other"`
	Over  bool    `json:"over" doc:"Whether that is more than a year of one's pictures bears"`
	Words string  `json:"words" doc:"What to make of it; empty where it is not over"`
}

// From which share of a year's kept frames something is overused, and how many frames there must be before it is said (start
// values of our own: there are five angles and eight directions of light, and a prop that is known again is a prop too many).
var bears = map[string]float64{"angle": 0.5, "light": 0.6, "ground": 0.4, "prop": 0.25}

const leastOfYear = 8

// Uses are what a year's kept frames are made of, of a kind the most used first, and what is overused.
func Uses(counted []Use, kept int) []Use {
	out := slices.Clone(counted)
	for i := range out {
		u := &out[i]
		u.Of = kept
		if kept == 0 {
			continue
		}
		u.Share = float64(u.Times) / float64(kept)
		if u.Over = kept >= leastOfYear && u.Share > bears[u.Kind]; u.Over {
			u.Words = fmt.Sprintf("%s on %d of %d kept frames: leave it at home once", u.Name, u.Times, kept)
			if u.Kind == "angle" || u.Kind == "light" {
				u.Words = fmt.Sprintf("%s on %d of %d kept frames: take the next the other way", u.Name, u.Times, kept)
			}
		}
	}
	slices.SortStableFunc(out, func(a, b Use) int {
		return cmp.Or(cmp.Compare(a.Kind, b.Kind), cmp.Compare(b.Times, a.Times), cmp.Compare(a.Name, b.Name))
	})
	return out
}
