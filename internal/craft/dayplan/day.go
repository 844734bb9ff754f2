// Package dayplan plans a day of shooting backwards from the shutter: tasks that share an oven, a set and pairs of hands,
// each in its order, with rests that have to pass and holds that must not, in the light that each frame wants.
//
// It is resource-constrained project scheduling with generalised precedence (Bartusch, Möhring & Radermacher 1988; Brucker
// et al. 1999): from the end of one task to the start of the next a least lag (a rest) and a greatest (a hold time).
// Times are whole minutes from midnight at which the shoot's day begins; the day before is negative.
package dayplan

import (
	"fmt"
	"math"
	"slices"

	"figladder/internal/craft/finding"
)

// Span is a stretch of time: from a minute up to, not with, another.
type Span struct {
	FromMin int `json:"fromMin" minimum:"-2880" maximum:"5760" doc:"First minute, from midnight of the shoot's day"`
	ToMin   int `json:"toMin" minimum:"-2880" maximum:"5760" doc:"Minute at which it is over"`
}

// Need is how much of something a task takes while it lasts.
type Need struct {
	Of    string `json:"of" maxLength:"40" doc:"The resource, by its key"`
	Units int    `json:"units" minimum:"1" maximum:"40" doc:"How much of it"`
}

// Cost is what a task costs that starts in a stretch of time: a light that is less good, an hour that is late.
type Cost struct {
	Span
	Points int `json:"points" minimum:"0" maximum:"10000" doc:"How much worse than the best, 0 for as good"`
}

// Task is something that is done, from a start to an end without a break.
type Task struct {
	Key    string `json:"key" maxLength:"80" doc:"Stable name"`
	Min    int    `json:"min" minimum:"0" maximum:"2880" doc:"How long it takes, minutes"`
	Needs  []Need `json:"needs" doc:"What it takes up meanwhile"`
	Within []Span `json:"within" doc:"It lies in one of these; none for any time"`
	Begins []Span `json:"begins" doc:"It starts in one of these, and may go on after it; none for any time"`
	Wish   string `json:"wish" maxLength:"80" doc:"Whose wish Within is; empty when it cannot be otherwise"`
	Costs  []Cost `json:"costs" doc:"What it costs to start when; 0 outside them"`
	State  string `json:"state" maxLength:"80" doc:"What stands on the set or is in the oven for it; changing from one to another takes time"`
	Pinned *int   `json:"pinned,omitempty" doc:"It starts then and at no other time"`
}

// Resource is what tasks share.
type Resource struct {
	Key       string `json:"key" maxLength:"40" doc:"Stable name"`
	Name      string `json:"name" maxLength:"60" doc:"What it is called"`
	Units     int    `json:"units" minimum:"0" maximum:"400" doc:"How much of it there is"`
	Open      []Span `json:"open" doc:"When it can be had; none for always"`
	Wish      string `json:"wish" maxLength:"80" doc:"Whose hours those are; empty when they cannot be otherwise"`
	ChangeMin int    `json:"changeMin" minimum:"0" maximum:"240" doc:"From one state to another, minutes; for what is only one, or has one state"`
	OneState  bool   `json:"oneState" doc:"Whether what has it at once has to be of one state: the shelves of an oven"`
}

// Link ties the start of one task to the end of another.
type Link struct {
	From     string `json:"from" maxLength:"80" doc:"What comes first"`
	To       string `json:"to" maxLength:"80" doc:"What comes after it"`
	LeastMin int    `json:"leastMin" minimum:"-2880" maximum:"5760" doc:"At least so long after it ends"`
	MostMin  *int   `json:"mostMin,omitempty" doc:"And at most so long; null for any time"`
	Wish     string `json:"wish" maxLength:"80" doc:"Whose hold time that is; empty when it cannot be otherwise"`
}

// Day is what is to be planned.
type Day struct {
	Span
	Tasks     []Task     `json:"tasks"`
	Resources []Resource `json:"resources"`
	Links     []Link     `json:"links"`
}

// Plan is when each task starts, in the order of Day.Tasks.
type Plan struct {
	Starts []int `json:"starts"`
	Value  int   `json:"value" doc:"What it costs: lower is better"`
	Bound  int   `json:"bound" doc:"No plan costs less"`
	Proved bool  `json:"proved" doc:"Whether there is none better"`
}

// Gap is how much more than the bound a plan costs, of itself, 0 to 1.
func (p Plan) Gap() float64 {
	if p.Proved || p.Value <= p.Bound || p.Value == 0 {
		return 0
	}
	return float64(p.Value-p.Bound) / float64(p.Value)
}

// Aim says what is best: how much a minute weighs by which the last task ends later than the day begins, and whether what
// tasks cost by their start counts.
type Aim struct {
	End   int
	Costs bool
}

// Value is what a plan costs by an aim.
func (d Day) Value(starts []int, aim Aim) int {
	end, sum := d.FromMin, 0
	for i, t := range d.Tasks {
		end = max(end, starts[i]+t.Min)
		if aim.Costs {
			sum += t.CostAt(starts[i])
		}
	}
	return aim.End*(end-d.FromMin) + sum
}

// CostAt is what it costs a task to start at a minute.
func (t Task) CostAt(start int) int {
	for _, c := range t.Costs {
		if start >= c.FromMin && start < c.ToMin {
			return c.Points
		}
	}
	return 0
}

// most tasks, resources and links that are planned in one go.
const (
	MostTasks     = 400
	mostResources = 40
	mostLinks     = 2000
	longestDay    = 4 * 24 * 60
)

// Check returns what cannot be planned, with the field to mend.
func (d Day) Check() []finding.FieldProblem {
	var out []finding.FieldProblem
	bad := func(path, words string, wrong bool) {
		if wrong {
			out = append(out, finding.FieldProblem{Path: path, Words: words})
		}
	}
	bad("tasks", fmt.Sprintf("Up to %d tasks in one plan.", MostTasks), len(d.Tasks) > MostTasks)
	bad("resources", fmt.Sprintf("Up to %d things to share.", mostResources), len(d.Resources) > mostResources)
	bad("links", fmt.Sprintf("Up to %d ties.", mostLinks), len(d.Links) > mostLinks)
	bad("toMin", "The day ends after it begins, and within four days.", d.ToMin <= d.FromMin || d.ToMin-d.FromMin > longestDay)
	task, resource := map[string]bool{}, map[string]int{}
	for i, r := range d.Resources {
		_, twice := resource[r.Key]
		bad(fmt.Sprintf("resources.%d.key", i), "Two things have the same name.", twice)
		bad(fmt.Sprintf("resources.%d.units", i), "There is at least none of it.", r.Units < 0)
		bad(fmt.Sprintf("resources.%d.changeMin", i), "A change takes no less than nothing.", r.ChangeMin < 0)
		resource[r.Key] = r.Units
	}
	for i, t := range d.Tasks {
		at := fmt.Sprintf("tasks.%d.", i)
		bad(at+"key", "Two tasks have the same key.", task[t.Key])
		bad(at+"min", "A task takes no less than nothing and no more than two days.", t.Min < 0 || t.Min > 2880)
		for _, n := range t.Needs {
			_, ok := resource[n.Of]
			bad(at+"needs", "“"+n.Of+"” is nothing that there is to share.", !ok)
			bad(at+"needs", "A task needs at least one of what it needs.", n.Units < 1)
		}
		task[t.Key] = true
	}
	for i, l := range d.Links {
		at := fmt.Sprintf("links.%d.", i)
		bad(at+"from", "“"+l.From+"” is no task.", !task[l.From])
		bad(at+"to", "“"+l.To+"” is no task.", !task[l.To])
		bad(at+"mostMin", "The longest wait is no shorter than the shortest.", l.MostMin != nil && *l.MostMin < l.LeastMin)
	}
	return out
}

// changes says whether going from one state to another takes a resource time.
func (r Resource) changes() bool { return r.ChangeMin > 0 && (r.Units == 1 || r.OneState) }

// index is where each task is, by its key.
func (d Day) index() map[string]int {
	out := make(map[string]int, len(d.Tasks))
	for i, t := range d.Tasks {
		out[t.Key] = i
	}
	return out
}

// Copy shares nothing with d that planning changes.
func (d Day) Copy() Day {
	out := d
	out.Tasks, out.Resources, out.Links = slices.Clone(d.Tasks), slices.Clone(d.Resources), slices.Clone(d.Links)
	return out
}

// never is later than any day.
const never = math.MaxInt32 / 4
