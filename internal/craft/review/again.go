package review

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"figladder/internal/craft/finding"
)

// Often is on how many frames a fault was noted before it is told of the next set (handbook I1: “count them”; three is a
// value of our own).
const Often = 3

// Noted is a fault as it was noted: of one frame only the last time counts, however many pins say so.
type Noted struct {
	What    string    `json:"what" doc:"Which fault"`
	FrameID string    `json:"frameId" doc:"The frame"`
	Title   string    `json:"title" doc:"What the frame shows"`
	On      time.Time `json:"on" doc:"When it was taken"`
	Words   string    `json:"words" doc:"What was written beside it"`
}

// Habit is a fault that comes again and again.
type Habit struct {
	Term  Term  `json:"term" doc:"The fault"`
	Times int   `json:"times" doc:"On how many frames it was noted"`
	Last  Noted `json:"last" doc:"The newest of them"`
}

// Count sums what was noted by fault, the commonest first; of equals, the one that was there last.
func Count(noted []Noted) []Habit {
	at := map[string]int{}
	frames := map[[2]string]bool{}
	var out []Habit
	for _, n := range noted {
		t, known := byKey[n.What]
		if !known || t.Good {
			continue
		}
		i, there := at[n.What]
		if !there {
			i = len(out)
			at[n.What] = i
			out = append(out, Habit{Term: t, Last: n})
		}
		h := &out[i]
		if key := [2]string{n.What, n.FrameID}; !frames[key] {
			frames[key] = true
			h.Times++
		}
		if !n.On.Before(h.Last.On) {
			h.Last = n
		}
	}
	slices.SortStableFunc(out, func(a, b Habit) int {
		if a.Times != b.Times {
			return b.Times - a.Times
		}
		return b.Last.On.Compare(a.Last.On)
	})
	return out
}

// Again puts before what was found of a set what of it was noted often before, with the frame that shows it: the check says what
// is so now, the frame what comes of it. What was noted seldom, or is not found here, is not told.
func Again(habits []Habit, found []finding.Finding) []finding.Finding {
	var again []finding.Finding
	for _, h := range habits {
		if h.Times < Often {
			continue
		}
		i := slices.IndexFunc(found, func(f finding.Finding) bool { return slices.Contains(h.Term.Codes, f.Code) })
		if i < 0 {
			continue
		}
		now := found[i]
		because := fmt.Sprintf("Noted on %d of your frames, last on “%s”, taken on %s.", h.Times, h.Last.Title, h.Last.On.Format("2 January 2006"))
		if w := strings.TrimSpace(h.Last.Words); w != "" {
			because += " You wrote: “" + w + "”."
		}
		again = append(again, finding.Finding{Code: "again-" + h.Term.Key, Severity: finding.Care, Subject: "Again: " + lower(h.Term.Words), Measure: now.Subject + ": " + now.Measure, Limit: now.Limit, Because: because,
			Try: append(slices.Clone(now.Try), finding.Hands(h.Term.Next)), Group: now.Group, Cost: now.Cost, Frame: h.Last.FrameID})
	}
	return append(again, found...)
}

func lower(words string) string { return strings.ToLower(words[:1]) + words[1:] }

// FaultsOf are the faults that findings tell of, each once.
func FaultsOf(found []finding.Finding) (out []Term) {
	seen := map[string]bool{}
	for _, f := range found {
		if t, known := byCode[f.Code]; known && !seen[t.Key] {
			seen[t.Key] = true
			out = append(out, t)
		}
	}
	return out
}
