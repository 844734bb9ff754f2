// Package work is what there is to do to each kept frame until it is out (handbook G3 to G5): its steps in their order, which is
// next, how long they take by the studio's own past, and what is late and why.
package work

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"figladder/internal/craft/reading"
)

// Step is a step of the work on a frame.
type Step string

// The steps, in their order.
const (
	Look    Step = "look"
	Retouch Step = "retouch"
	Check   Step = "check"
	Round   Step = "round"
	Export  Step = "export"
)

// Steps lists them.
var Steps = []Step{Look, Retouch, Check, Round, Export}

// PinState is how far a pin has come.
type PinState string

// The states there are.
const (
	Open    PinState = "open"
	Done    PinState = "done"
	Checked PinState = "checked"
)

// Pin is a place of a frame that is to be retouched.
type Pin struct {
	Key   string   `json:"key" minLength:"1" maxLength:"64" doc:"Its key within the frame"`
	X     float64  `json:"x" minimum:"0" maximum:"1" doc:"From the left edge, share of the width"`
	Y     float64  `json:"y" minimum:"0" maximum:"1" doc:"From the top edge, share of the height"`
	Kind  string   `json:"kind" enum:"clean,remove,edge,hands,colour,shape,other" doc:"What kind of work it is"`
	Words string   `json:"words" maxLength:"500" doc:"What is to be done"`
	State PinState `json:"state" enum:"open,done,checked" doc:"How far it has come"`
}

// Facts are what is recorded about a kept frame.
type Facts struct {
	Looked        bool   // a finished picture was made, or came back
	Pins          []Pin  //
	Ticked, Ticks int    // finish steps ticked, and asked for
	Shown         int    // in which round it was shown last; 0 for none
	Said          string // what a client said of it, or that it waits for an answer
	Approved      bool   //
	Commission    bool   // a client is asked, in rounds
	Accepted      int    // outlets that took it
	WaitingInOut  bool   //
	Due           string // the first day on which something of it is due, YYYY-MM-DD, or empty
}

// Stand is a step of one frame.
type Stand struct {
	Step  Step   `json:"step" doc:"Which"`
	Done  bool   `json:"done" doc:"Whether it is done"`
	Words string `json:"words" doc:"What is missing, or what was done"`
}

// Of is how the steps of a frame stand, and which is next; empty when all are done.
func Of(f Facts) (all []Stand, next Step) {
	open, unchecked := 0, 0
	for _, p := range f.Pins {
		switch p.State {
		case Open:
			open++
		case Done:
			unchecked++
		}
	}
	add := func(s Step, done bool, yes, no string) {
		words := no
		if done {
			words = yes
		} else if next == "" {
			next = s
		}
		all = append(all, Stand{s, done, words})
	}
	add(Look, f.Looked, "A finished picture is made", "No finished picture yet")
	retouched := fmt.Sprintf("%d of %d pins done", len(f.Pins)-open, len(f.Pins))
	if len(f.Pins) == 0 {
		retouched = "Nothing is pinned"
	}
	add(Retouch, open == 0, retouched, retouched)
	checks := fmt.Sprintf("%d of %d checks ticked", f.Ticked, f.Ticks)
	if unchecked > 0 {
		checks += fmt.Sprintf(", %d pins to look at once more", unchecked)
	}
	add(Check, f.Ticked >= f.Ticks && unchecked == 0 && open == 0, checks, checks)
	waits := "It waits for your yes"
	switch {
	case f.Said != "":
		waits = f.Said
	case f.Commission && f.Shown == 0:
		waits = "No round has shown it yet"
	case f.Commission:
		waits = fmt.Sprintf("Shown in round %d", f.Shown)
	}
	add(Round, f.Approved, "It has its yes", waits)
	going := "No outlet has it yet"
	if f.WaitingInOut {
		going = "On its way"
	}
	add(Export, f.Accepted > 0, fmt.Sprintf("%d outlets have it", f.Accepted), going)
	return all, next
}

// Past is how long a step took, of frames that are done: minutes each.
type Past map[Step][]float64

// leastPast is from how many on the past is believed.
const leastPast = 3

// shares are how an edit's minutes are shared among its steps where nobody knows better (start values of our own).
var shares = map[Step]float64{Look: 0.4, Retouch: 0.35, Check: 0.1, Export: 0.15}

// Estimate is how long a step takes: the median of the studio's own past, or a share of what was said of an edit, and of a round.
func Estimate(s Step, past Past, editMin, roundMin int) reading.Reading {
	label := strings.ToUpper(string(s[:1])) + string(s[1:])
	if own := past[s]; len(own) >= leastPast {
		sorted := slices.Sorted(slices.Values(own))
		m := sorted[len(sorted)/2]
		if len(sorted)%2 == 0 {
			m = (m + sorted[len(sorted)/2-1]) / 2
		}
		return reading.New("estimate-"+string(s), label, m, "min", 0, "your own hours", reading.Line{Words: fmt.Sprintf("The middle one of %d frames that are done", len(own)), Shown: fmt.Sprintf("%.0f min", m)})
	}
	if s == Round {
		return reading.New("estimate-round", label, float64(roundMin), "min", 0, "what was said of the shoot's money", reading.Line{Words: "Of one final in one round, as you said", Shown: fmt.Sprintf("%d min", roundMin)})
	}
	m := shares[s] * float64(editMin)
	return reading.New("estimate-"+string(s), label, m, "min", 0, "what was said of the shoot's money; shares of our own", reading.Line{Words: "A share of an edit, as you said it", Formula: fmt.Sprintf("%.2f × %d min", shares[s], editMin), Shown: fmt.Sprintf("%.0f min", m)})
}

// Item is a frame as far as its due day and what is left of it matter.
type Item struct {
	Due     string  // YYYY-MM-DD, or empty
	LeftMin float64 // what is left to do, minutes
	Out     bool
}

// Late says which frames are late or will be, in their order, empty for those that are in time; today is YYYY-MM-DD. The work
// of all that is due by a day has to fit into the days until then, at so many hours of edit a day.
func Late(items []Item, today string, hoursADay float64) []string {
	out := make([]string, len(items))
	now, err := time.Parse(time.DateOnly, today)
	if err != nil {
		return out
	}
	for i, it := range items {
		due, err := time.Parse(time.DateOnly, it.Due)
		if it.Out || err != nil {
			continue
		}
		days := due.Sub(now).Hours() / 24
		if days < 0 {
			out[i] = fmt.Sprintf("Late: it was due on %s", due.Format("2 January"))
			continue
		}
		left := 0.0
		for _, o := range items {
			if !o.Out && o.Due != "" && o.Due <= it.Due {
				left += o.LeftMin
			}
		}
		if room := 60 * hoursADay * (days + 1); left > room {
			out[i] = fmt.Sprintf("Will be late: %.1f h are left of what is due by %s, and there is room for %.1f h until then", left/60, due.Format("2 January"), room/60)
		}
	}
	return out
}
