package dayplan

import "slices"

// fits reports whether a task may start at a minute when all others stay where they are.
func (d *Day) fits(starts []int, at int, start int, f *fitting) bool {
	t := &d.Tasks[at]
	end := start + t.Min
	if start < d.FromMin || end > d.ToMin || t.Pinned != nil && *t.Pinned != start {
		return false
	}
	if !slices.ContainsFunc(f.open[at], func(s Span) bool { return start >= s.FromMin && start <= s.ToMin }) {
		return false
	}
	for _, l := range f.in[at] {
		from := f.at[l.From]
		wait := start - starts[from] - d.Tasks[from].Min
		if wait < l.LeastMin || l.MostMin != nil && wait > *l.MostMin {
			return false
		}
	}
	for _, l := range f.out[at] {
		wait := starts[f.at[l.To]] - end
		if wait < l.LeastMin || l.MostMin != nil && wait > *l.MostMin {
			return false
		}
	}
	if t.Min == 0 {
		return true
	}
	for _, n := range t.Needs {
		r := f.resource[n.Of]
		for _, minute := range append([]int{start}, f.begins(d, starts, n.Of, start, end)...) {
			used := n.Units
			for _, j := range f.users[n.Of] {
				if j != at && starts[j] <= minute && minute < starts[j]+d.Tasks[j].Min {
					used += f.need(d, j, n.Of)
				}
			}
			if used > r.Units {
				return false
			}
		}
		if !r.changes() && !r.OneState || t.State == "" {
			continue
		}
		for _, j := range f.users[n.Of] {
			o := &d.Tasks[j]
			if j != at && o.State != "" && o.State != t.State && start < starts[j]+o.Min+r.ChangeMin && starts[j] < end+r.ChangeMin {
				return false
			}
		}
	}
	return true
}

// fitting is what fits asks again and again.
type fitting struct {
	at       map[string]int
	in, out  [][]Link
	open     [][]Span
	resource map[string]*Resource
	users    map[string][]int
}

func newFitting(d *Day) *fitting {
	n := len(d.Tasks)
	f := &fitting{at: d.index(), in: make([][]Link, n), out: make([][]Link, n), open: make([][]Span, n), resource: map[string]*Resource{}, users: map[string][]int{}}
	for i := range d.Resources {
		f.resource[d.Resources[i].Key] = &d.Resources[i]
	}
	for _, l := range d.Links {
		f.out[f.at[l.From]], f.in[f.at[l.To]] = append(f.out[f.at[l.From]], l), append(f.in[f.at[l.To]], l)
	}
	for i := range d.Tasks {
		f.open[i] = startsOf(*d, &d.Tasks[i], f.resource)
		for _, need := range d.Tasks[i].Needs {
			f.users[need.Of] = append(f.users[need.Of], i)
		}
	}
	return f
}

func (f *fitting) need(d *Day, i int, of string) int {
	for _, n := range d.Tasks[i].Needs {
		if n.Of == of {
			return n.Units
		}
	}
	return 0
}

// begins are the minutes in a stretch at which somebody else takes a resource up.
func (f *fitting) begins(d *Day, starts []int, of string, from, to int) []int {
	var out []int
	for _, j := range f.users[of] {
		if starts[j] > from && starts[j] < to {
			out = append(out, starts[j])
		}
	}
	return out
}

// Late moves all that need not be early as late as it may be, so that food is fresh before the lens and nobody stands
// about with it: the last first. keep says what stays; slack is how long before its latest a task would rather start.
func Late(d Day, starts []int, keep func(i int) bool, slack func(i int) int) []int {
	out := slices.Clone(starts)
	f := newFitting(&d)
	order := make([]int, len(starts))
	for i := range order {
		order[i] = i
	}
	slices.SortStableFunc(order, func(a, b int) int { return out[b] + d.Tasks[b].Min - out[a] - d.Tasks[a].Min })
	for _, i := range order {
		if keep(i) {
			continue
		}
		was := out[i]
		latest := was
		for start := d.ToMin - d.Tasks[i].Min; start > was; start-- {
			if d.fits(out, i, start, f) {
				latest = start
				break
			}
		}
		for start := max(was, latest-slack(i)); start <= latest; start++ {
			if d.fits(out, i, start, f) {
				out[i] = start
				break
			}
		}
	}
	return out
}
