// Package finals follows what a brief asks for: which frame serves which final, how far it is,
// and what is still owed (handbook B1, D4).
package finals

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/shots"
)

// Stage is how far a frame has come.
type Stage string

// Stages in their order.
const (
	Listed   Stage = "listed"
	Set      Stage = "set"
	Taken    Stage = "taken"
	Kept     Stage = "kept"
	Approved Stage = "approved"
)

var stages = []Stage{Listed, Set, Taken, Kept, Approved}

// Cut is a cut of a frame that an outlet has accepted.
type Cut struct {
	Outlet string
	WidePx int
	HighPx int
}

// Frame is a shot, as far as finals go.
type Frame struct {
	ShotID string
	Title  string
	Kind   shots.Kind
	Stage  Stage
	Cuts   []Cut
}

// Final is one picture that is owed, or was.
type Final struct {
	Of      int    `json:"of" doc:"Which deliverable of the brief, from 0"`
	Name    string `json:"name" doc:"What it is for"`
	Nth     int    `json:"nth" doc:"Which of its kind, from 1"`
	Shape   string `json:"shape" doc:"Frame shape as width:height"`
	LongPx  int    `json:"longPx" doc:"Least pixels on the long side"`
	Due     string `json:"due" doc:"Day it is due, or empty"`
	ShotID  string `json:"shotId" doc:"The frame that serves it; empty when there is none"`
	Title   string `json:"title" doc:"What that shows"`
	Stage   Stage  `json:"stage" enum:"listed,set,taken,kept,approved" doc:"How far that is"`
	Out     bool   `json:"out" doc:"Whether it was delivered: a cut of its shape, large enough, accepted"`
	Serves  int    `json:"serves" doc:"How many finals that frame serves"`
	Picked  bool   `json:"picked" doc:"Whether that frame was chosen by hand"`
	Because string `json:"because" doc:"Why this frame, or what is missing"`
	Outlet  string `json:"outlet" doc:"Key of the outlet that takes it, or empty"`
	Handed  string `json:"handed" doc:"Where it goes, in words"`
}

// Followed is a brief's finals.
type Followed struct {
	Finals []Final `json:"finals" doc:"In the order of the brief"`
	Out    int     `json:"out" doc:"Delivered"`
	Owed   int     `json:"owed" doc:"Still owed"`
	Short  int     `json:"short" doc:"Of those, with no frame on the list to serve them"`
}

// rank is the order in which frames serve: a hero is what a client asks for.
var rank = map[shots.Kind]int{shots.Hero: 0, shots.Alternate: 1, shots.Free: 2, shots.Detail: 3, shots.Repeat: 4, shots.After: 5, shots.Action: 6}

// leastRank is from where a frame serves no final: safe frames, ingredients and clips are no
// pictures of the dish.
const leastRank = 7

// ratioWithin is how far a cut's sides may be from a shape, as a share: whole pixels.
const ratioWithin = 0.02

// Follow gives every final a frame: the one chosen by hand, else what was delivered, then
// heroes in the order of the list, then other frames. One frame serves finals of several
// kinds, each once.
func Follow(wanted []brief.Deliverable, frames []Frame) Followed {
	out := Followed{Finals: []Final{}}
	serves := map[string]int{}
	for i, d := range wanted {
		picked, words := picks(d, frames)
		var order []Frame
		for _, f := range frames {
			if rankOf(f) < leastRank && !slices.ContainsFunc(picked, func(p *Frame) bool { return p != nil && p.ShotID == f.ShotID }) {
				order = append(order, f)
			}
		}
		slices.SortStableFunc(order, func(a, b Frame) int {
			return cmp.Or(after(delivered(a, d), delivered(b, d)), cmp.Compare(rankOf(a), rankOf(b)))
		})
		can := len(order)
		for n := range d.Count {
			f := Final{Of: i, Name: d.Name, Nth: n + 1, Shape: d.Shape, LongPx: d.LongPx, Due: d.Due, Stage: Listed}
			var x *Frame
			switch {
			case picked[n] != nil:
				x, f.Picked, f.Because = picked[n], true, "You chose it."
				can++
			case len(order) > 0:
				x, order = &order[0], order[1:]
				f.Because = words[n] + why(*x, delivered(*x, d))
			default:
				f.Because = words[n] + fmt.Sprintf("The list has %d frames that can be finals, and %d are asked for: accept another, or let a frame be cut twice.", can, d.Count)
				out.Short++
			}
			if x != nil {
				f.ShotID, f.Title, f.Stage, f.Out = x.ShotID, x.Title, x.Stage, delivered(*x, d)
				serves[x.ShotID]++
			}
			if f.Out {
				out.Out++
			} else {
				out.Owed++
			}
			out.Finals = append(out.Finals, f)
		}
	}
	for i := range out.Finals {
		out.Finals[i].Serves = serves[out.Finals[i].ShotID]
	}
	return out
}

// picks are the frames chosen by hand for a deliverable's finals, nil where there is none, and
// why one that was chosen does not count.
func picks(d brief.Deliverable, frames []Frame) ([]*Frame, []string) {
	out, words := make([]*Frame, d.Count), make([]string, d.Count)
	used := map[string]bool{}
	for n := range min(len(d.Picks), d.Count) {
		key := d.Picks[n]
		if key == "" {
			continue
		}
		i := slices.IndexFunc(frames, func(f Frame) bool { return f.ShotID == key })
		switch {
		case i < 0:
			words[n] = "The frame that you chose is no longer on the list. "
		case used[key]:
			words[n] = "The frame that you chose serves another of these already. "
		default:
			out[n], used[key] = &frames[i], true
		}
	}
	return out, words
}

func why(f Frame, out bool) string {
	switch {
	case out:
		return "A cut of this shape was accepted."
	case f.Kind == shots.Hero:
		return "The hero of its dish."
	}
	return "No hero is left; this is the next that shows the dish."
}

func rankOf(f Frame) int {
	if r, ok := rank[f.Kind]; ok {
		return r
	}
	return leastRank
}

func after(a, b bool) int {
	switch {
	case a == b:
		return 0
	case a:
		return -1
	}
	return 1
}

// delivered reports whether a cut of a frame is what a deliverable asks for.
func delivered(f Frame, d brief.Deliverable) bool {
	w, h, ok := brief.Shape(d.Shape)
	if !ok {
		return false
	}
	return slices.ContainsFunc(f.Cuts, func(c Cut) bool {
		if c.WidePx <= 0 || c.HighPx <= 0 {
			return false
		}
		ratio := float64(c.WidePx) / float64(c.HighPx) * float64(h) / float64(w)
		return math.Abs(ratio-1) <= ratioWithin && max(c.WidePx, c.HighPx) >= d.LongPx
	})
}
