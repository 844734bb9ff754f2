package dayplan

import (
	"fmt"
	"slices"

	"figladder/internal/craft/finding"
)

// At is when a job starts in a plan that was chosen.
type At struct {
	Key   string `json:"key" maxLength:"90" doc:"Of which job"`
	AtMin int    `json:"atMin" minimum:"-2880" maximum:"5760" doc:"When it starts, minutes from midnight of the day"`
}

// Doc is what is kept of a shoot's day: what people say of it and the plan they chose. What its jobs are comes from
// dishes and frames, each time anew.
type Doc struct {
	Terms   Terms    `json:"terms" doc:"What is said of the day"`
	Own     []OwnJob `json:"own" maxItems:"60" doc:"Jobs put in by hand"`
	Changes []Change `json:"changes" maxItems:"400" doc:"What is changed of jobs that come by themselves"`
	Style   Style    `json:"style" doc:"Which of the days offered was taken; empty for none"`
	Starts  []At     `json:"starts" maxItems:"400" doc:"When each job starts; none before a day is taken"`
	Gone    []Gone   `json:"gone" maxItems:"400" doc:"What has happened already"`
	Wrapped []string `json:"wrapped,omitempty" maxItems:"400" doc:"Lines of the wrap list, and of the packing, that are ticked"`
}

// StartDoc is a day of which nothing is said yet, for so many pairs of hands.
func StartDoc(hands int) Doc {
	out := Doc{Terms: StartTerms(), Own: []OwnJob{}, Changes: []Change{}, Starts: []At{}, Gone: []Gone{}}
	if hands > 0 {
		out.Terms.Hands = min(20, hands)
	}
	return out
}

// Check returns what cannot be accepted, by field.
func (x Doc) Check() []finding.FieldProblem {
	var out []finding.FieldProblem
	for _, p := range x.Terms.Check() {
		p.Path = "terms." + p.Path
		out = append(out, p)
	}
	keys := map[string]bool{}
	for i, o := range x.Own {
		if keys[o.Key] || o.Key == "" {
			out = append(out, finding.FieldProblem{Path: fmt.Sprintf("own.%d.key", i), Words: "Each job has a key of its own."})
		}
		keys[o.Key] = true
		if o.Until > 0 && o.Until-o.From < o.Min {
			out = append(out, finding.FieldProblem{Path: fmt.Sprintf("own.%d.until", i), Words: fmt.Sprintf("%d min do not fit between %s and %s.", o.Min, Clock(o.From), Clock(o.Until))})
		}
	}
	return out
}

// StartsOf are the starts of a day's tasks as they are kept, and whether every task has one.
func (x Doc) StartsOf(d Day) ([]int, bool) {
	kept := map[string]int{}
	for _, a := range x.Starts {
		kept[a.Key] = a.AtMin
	}
	out, all := make([]int, len(d.Tasks)), len(d.Tasks) > 0
	for i, t := range d.Tasks {
		at, ok := kept[t.Key]
		out[i], all = at, all && ok
	}
	return out, all
}

// Taken is the document with a plan taken.
func (x Doc) Taken(d Day, starts []int) Doc {
	x.Starts = make([]At, len(starts))
	for i, s := range starts {
		x.Starts[i] = At{d.Tasks[i].Key, s}
	}
	return x
}

// Changed returns the document with a change of a job put, in place of one there was.
func (x Doc) Changed(c Change) Doc {
	x.Changes = slices.DeleteFunc(slices.Clone(x.Changes), func(o Change) bool { return o.Key == c.Key })
	if c.Min > 0 || c.Off || c.PinAt != nil {
		x.Changes = append(x.Changes, c)
	}
	return x
}

// ChangeOf is what is changed of a job.
func (x Doc) ChangeOf(key string) Change {
	for _, c := range x.Changes {
		if c.Key == key {
			return c
		}
	}
	return Change{Key: key}
}

// Follow moves one task, and after it whatever that pushes on: in the order in which they lie, each goes to the first
// minute, no earlier than it was, at which it fits beside those before it. What cannot be kept so is for Audit to say.
func Follow(d Day, starts []int, moved, to int) []int {
	out := slices.Clone(starts)
	out[moved] = to
	order := make([]int, 0, len(starts))
	for i := range starts {
		if i != moved {
			order = append(order, i)
		}
	}
	sortBy(order, func(i int) int { return starts[i] })
	// Those that were over, or on, before stay; so does what nothing pushes.
	settled := map[int]bool{moved: true}
	part := func(with int) (Day, []int, *fitting, int) { // the day of what is settled, and one more
		x := d
		x.Tasks, x.Links = nil, nil
		var at []int
		last := -1
		in := map[string]bool{}
		for i, t := range d.Tasks {
			if settled[i] || i == with {
				if i == with {
					last = len(x.Tasks)
				}
				x.Tasks, at = append(x.Tasks, t), append(at, out[i])
				in[t.Key] = true
			}
		}
		for _, l := range d.Links {
			if in[l.From] && in[l.To] {
				l.MostMin = nil // a hold that breaks is told, not mended by waiting
				x.Links = append(x.Links, l)
			}
		}
		f := newFitting(&x)
		return x, at, f, last
	}
	for _, i := range order {
		x, at, f, k := part(i)
		for start := out[i]; start+d.Tasks[i].Min <= d.ToMin; start++ {
			if x.fits(at, k, start, f) {
				out[i] = start
				break
			}
		}
		settled[i] = true
	}
	return out
}
