package train

import (
	"slices"
	"time"
)

// Answered is an answer that was given.
type Answered struct {
	Drill string    `json:"drill" doc:"Key of the drill"`
	Right bool      `json:"right" doc:"Whether it was right"`
	On    time.Time `json:"on" doc:"When"`
}

// restDays is after how many days a skill in each of the five boxes comes again. The boxes are Leitner's (So lernt man lernen,
// 1972): what is known goes one box on, what is not goes back to the first. The days are of our own: each box rests twice as
// long as the one before.
var restDays = [...]int{1, 2, 4, 8, 16}

// Boxes is how many there are.
const Boxes = len(restDays)

// Standing is how far a skill is learned.
type Standing struct {
	Skill Skill     `json:"skill" doc:"What is to be seen"`
	Words string    `json:"words" doc:"What it is called"`
	Box   int       `json:"box" doc:"Which of Leitner's boxes it lies in, 1 to 5; 0 while it was never asked"`
	Tries int       `json:"tries" doc:"How often it was asked"`
	Right int       `json:"right" doc:"How often the answer was right"`
	Due   time.Time `json:"due" doc:"When it comes again"`
}

// Standings folds all that somebody answered, oldest first, into how far each skill is learned.
func Standings(answers []Answered) []Standing {
	at := map[Skill]int{}
	out := []Standing{}
	for i, s := range Skills() {
		at[s] = i
		out = append(out, Standing{Skill: s, Words: s.Words()})
	}
	for _, a := range answers {
		s, _, err := SkillOf(a.Drill)
		if err != nil {
			continue // of a drill that there was once
		}
		x := &out[at[s]]
		x.Tries++
		if a.Right {
			x.Right++
			x.Box = min(x.Box+1, Boxes)
		} else {
			x.Box = 1
		}
		x.Due = a.On.AddDate(0, 0, restDays[x.Box-1])
	}
	return out
}

// SessionLong is how many drills make a session: about five minutes (handbook I3; the number is of our own).
const SessionLong = 10

// mostFaults is how many of them ask for faults of one's own.
const mostFaults = 4

// Session chooses what to drill now: faults of one's own first, the commonest before the others; then what is due, from the lowest
// box; then what was never asked, one of each kind in turn; and where nothing else is left, what is due soonest. No skill comes twice.
func Session(answers []Answered, ownFaults []string, now time.Time) []string {
	all := Standings(answers)
	out := []string{}
	had := map[Skill]bool{}
	take := func(s Standing) {
		if !had[s.Skill] && len(out) < SessionLong {
			had[s.Skill] = true
			out = append(out, KeyOf(s.Skill, s.Tries))
		}
	}
	ready := func(s Standing) bool { return s.Box == 0 || !s.Due.After(now) }
	for _, f := range ownFaults {
		i := slices.IndexFunc(all, func(s Standing) bool { return s.Skill == Skill{Fault, f} })
		if i >= 0 && ready(all[i]) && len(out) < mostFaults {
			take(all[i])
		}
	}
	due := slices.Clone(all)
	slices.SortStableFunc(due, func(a, b Standing) int {
		if a.Box != b.Box {
			return a.Box - b.Box
		}
		return a.Due.Compare(b.Due)
	})
	for _, s := range due {
		if s.Box > 0 && ready(s) {
			take(s)
		}
	}
	for _, s := range inTurn(all) {
		take(s)
	}
	slices.SortStableFunc(due, func(a, b Standing) int { return a.Due.Compare(b.Due) })
	for _, s := range due {
		if s.Box > 0 {
			take(s)
		}
	}
	return out
}

// inTurn are the skills that were never asked: the first of each kind, then the second, and so on.
func inTurn(all []Standing) (out []Standing) {
	for nth := 0; ; nth++ {
		more := false
		for _, k := range Kinds {
			n := 0
			for _, s := range all {
				if s.Skill.Kind != k || s.Box > 0 {
					continue
				}
				if n == nth {
					out, more = append(out, s), true
				}
				n++
			}
		}
		if !more {
			return out
		}
	}
}

// Graded is what comes of an answer.
func (d Drill) Graded(choice int) (right bool, off string) {
	if choice == d.Right {
		return true, ""
	}
	if d.Kind == Clock {
		if h := hoursOff(float64(choice), float64(d.Right)); h == 1 {
			return false, "One hour off."
		}
	}
	return false, ""
}
