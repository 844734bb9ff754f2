// Package ladder works out how far a shot has climbed from what is recorded about
// it, and says which fact is missing for the next rung. Nobody types a rung.
package ladder

import (
	"figladder/internal/craft/words"
	"fmt"
)

// Facts is what is recorded about a shot.
type Facts struct {
	Angle        words.Angle
	SetSaved     bool   // a set stands for it
	SetUp        string // the set-up that it is taken of, or empty
	SetWorks     bool   // the set was read and nothing stops it
	Frames       int    // frames taken
	Kept         bool   // one frame is marked kept
	Copies       int    // verified copies of the kept frame, or of the best copied frame
	FinishTotal  int    // finish steps asked for
	FinishDone   int    // finish steps ticked
	Approved     bool   // what goes out of the kept frame is approved
	Said         string // what a client said of it last, or that it waits for an answer; empty when it was not shown
	Accepted     int    // outlets that accepted a cut of the kept frame
	LastRefusal  string // why the last outlet refused, if none accepted since
	WaitingInOut bool   // a cut is on its way
}

// CopiesWanted is how many verified copies a frame needs before anything may be
// cleared (handbook F1).
const CopiesWanted = 2

// Rung is one step of a shot's ladder.
type Rung struct {
	Key     string `json:"key" doc:"Stable name"`
	Name    string `json:"name" doc:"Name for a person"`
	Reached bool   `json:"reached" doc:"Whether the shot stands on it or above"`
	Missing string `json:"missing" doc:"The fact that is missing, empty when reached"`
}

// Mark is a shot's place on its ladder.
type Mark struct {
	Rungs []Rung `json:"rungs" doc:"Bottom first"`
	At    int    `json:"at" doc:"How many rungs are reached"`
	Next  string `json:"next" doc:"What is missing for the next rung, empty at the top"`
}

// Climb works out the mark. A rung counts only when every rung below it does.
func Climb(f Facts) Mark {
	facts := []struct {
		key, name, missing string
		true               bool
	}{
		{"listed", "Listed", "Choose an angle", f.Angle != ""},
		{"set", "Set", "Build its set", f.SetSaved},
		{"taken", "Taken", "Take a frame", f.Frames > 0},
		{"copied", "Copied", fmt.Sprintf("Two verified copies wanted, %d so far", f.Copies), f.Copies >= CopiesWanted},
		{"kept", "Kept", "Keep one frame", f.Kept},
		{"finished", "Finished", fmt.Sprintf("%d of %d finish steps done", f.FinishDone, f.FinishTotal), f.FinishTotal > 0 && f.FinishDone >= f.FinishTotal},
		{"approved", "Approved", approvalMissing(f), f.Approved},
		{"out", "Out", outMissing(f), f.Accepted > 0},
	}
	m := Mark{}
	standing := true
	for _, x := range facts {
		standing = standing && x.true
		r := Rung{Key: x.key, Name: x.name, Reached: standing}
		if standing {
			m.At++
		} else {
			r.Missing = x.missing
			if x.true {
				r.Missing = "Waits for a rung below"
			}
			if m.Next == "" {
				m.Next = x.missing
			}
		}
		m.Rungs = append(m.Rungs, r)
	}
	return m
}

func approvalMissing(f Facts) string {
	if f.Said != "" {
		return f.Said
	}
	return "Approve the kept frame"
}

func outMissing(f Facts) string {
	switch {
	case f.WaitingInOut:
		return "On its way to the outlet"
	case f.LastRefusal != "":
		return "Refused: " + f.LastRefusal
	}
	return "Send a cut to an outlet"
}
