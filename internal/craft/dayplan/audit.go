package dayplan

import (
	"fmt"
	"sort"

	"figladder/internal/craft/almanac"
)

// Broken is a rule that a plan does not keep.
type Broken struct {
	Kind  string `json:"kind" enum:"day,hours,window,pin,share,change,wait,hold" doc:"What is broken"`
	Task  string `json:"task" doc:"At which task, by its key"`
	Other string `json:"other" doc:"And which other, if one"`
	Words string `json:"words" doc:"That in a sentence"`
}

// Audit goes through a day minute by minute and says what a plan breaks. It shares nothing with what makes plans, so
// that it can be asked about a plan that a person made as well.
func Audit(d Day, starts []int) []Broken {
	var out []Broken
	if len(starts) != len(d.Tasks) {
		return []Broken{{Kind: "day", Words: "The plan is of another day: it has not the same tasks."}}
	}
	end := func(i int) int { return starts[i] + d.Tasks[i].Min }
	tell := func(kind, task, other, words string, of ...any) {
		out = append(out, Broken{Kind: kind, Task: task, Other: other, Words: fmt.Sprintf(words, of...)})
	}
	covers := func(spans []Span, i int) bool {
		for minute := starts[i]; minute <= end(i); minute++ {
			in := false
			for _, s := range spans {
				in = in || minute >= s.FromMin && (minute < s.ToMin || minute == end(i) && minute == s.ToMin)
			}
			if !in {
				return false
			}
		}
		return true
	}
	named := map[string]int{}
	for i, t := range d.Tasks {
		named[t.Key] = i
		if starts[i] < d.FromMin || end(i) > d.ToMin {
			tell("day", t.Key, "", "It lies outside the day.")
		}
		if len(t.Within) > 0 && !covers(t.Within, i) {
			tell("window", t.Key, "", "%s is outside the time it can be done in.", Clock(starts[i]))
		}
		begins := len(t.Begins) == 0
		for _, s := range t.Begins {
			begins = begins || starts[i] >= s.FromMin && starts[i] < s.ToMin
		}
		if !begins {
			tell("hours", t.Key, "", "Nobody is there at %s to begin it.", Clock(starts[i]))
		}
		if t.Pinned != nil && *t.Pinned != starts[i] {
			tell("pin", t.Key, "", "It is pinned to %s.", Clock(*t.Pinned))
		}
	}
	for _, r := range d.Resources {
		var users []int
		need := map[int]int{}
		for i, t := range d.Tasks {
			for _, n := range t.Needs {
				if n.Of == r.Key && t.Min > 0 {
					users, need[i] = append(users, i), n.Units
				}
			}
		}
		for _, i := range users {
			if len(r.Open) > 0 && !covers(r.Open, i) {
				tell("hours", d.Tasks[i].Key, "", "%s cannot be had from %s to %s.", r.Name, Clock(starts[i]), Clock(end(i)))
			}
		}
		told := map[int]bool{}
		for _, i := range users {
			for minute := starts[i]; minute < end(i); minute++ {
				used := 0
				for _, j := range users {
					if starts[j] <= minute && minute < end(j) {
						used += need[j]
					}
				}
				if used > r.Units && !told[i] {
					told[i] = true
					tell("share", d.Tasks[i].Key, "", "%s: %d wanted at %s, %d there.", r.Name, used, Clock(minute), r.Units)
				}
			}
		}
		if r.Units != 1 && !r.OneState {
			continue
		}
		sort.SliceStable(users, func(a, b int) bool { return starts[users[a]] < starts[users[b]] })
		for k, b := range users {
			for _, a := range users[:k] {
				x, y := d.Tasks[a].State, d.Tasks[b].State
				if x == "" || y == "" || x == y || starts[b]-end(a) >= r.ChangeMin {
					continue
				}
				if r.OneState && starts[b] < end(a) {
					tell("change", d.Tasks[b].Key, d.Tasks[a].Key, "%s: not at %s and at %s at once.", r.Name, x, y)
				} else {
					tell("change", d.Tasks[b].Key, d.Tasks[a].Key, "%s takes %d min to change; there are %d.", r.Name, r.ChangeMin, starts[b]-end(a))
				}
				break
			}
		}
	}
	for _, l := range d.Links {
		wait := starts[named[l.To]] - end(named[l.From])
		if wait < l.LeastMin {
			tell("wait", l.To, l.From, "It comes %d min too early after what it waits for.", l.LeastMin-wait)
		}
		if l.MostMin != nil && wait > *l.MostMin {
			tell("hold", l.To, l.From, "What it needs has stood for %d min; it holds %d.", wait, *l.MostMin)
		}
	}
	return out
}

// Clock is a minute as a clock has it, with the day when it is another.
func Clock(min int) string {
	switch day := DayOf(min); {
	case day == -1:
		return "the day before, " + almanac.Clock(min+1440)
	case day == 1:
		return "the day after, " + almanac.Clock(min-1440)
	case day != 0:
		return fmt.Sprintf("day %+d, %s", day, almanac.Clock(min-1440*day))
	}
	return almanac.Clock(min)
}

// DayOf is on which day a minute lies: 0 the first, −1 the one before.
func DayOf(min int) int {
	if min < 0 {
		return -((-min + 1439) / 1440)
	}
	return min / 1440
}
