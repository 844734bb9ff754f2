package dayplan

import (
	"cmp"
	"fmt"
	"slices"
)

// Person is one pair of hands.
type Person struct {
	Name, Does  string
	FromMin, To int // of each day
}

// likes is whose work a kind of job is, the likeliest first. What is not here is anybody's.
var likes = map[JobKind][]string{
	Frame: {"photographer", "assistant"}, Look: {"photographer", "assistant"}, Copy: {"photographer", "assistant"},
	Prep: {"cook", "stylist", "assistant"}, Cook: {"cook", "stylist", "assistant"}, Bake: {"cook", "stylist", "assistant"}, Finish: {"stylist", "cook", "assistant"},
	Own: {"assistant", "stylist", "cook"}, Errand: {"assistant", "stylist", "cook"},
}

// A trade is work that is one's own: frames are the photographer's, plating that of who dresses.
type trade int

const (
	anybodys trade = iota
	behindTheLens
	dressing
)

// tradeOf is whose work a job is.
func (d *Day) tradeOf(i int, k JobKind) trade {
	switch {
	case slices.ContainsFunc(d.Tasks[i].Needs, func(n Need) bool { return n.Of == camera }):
		return behindTheLens
	case k == Finish:
		return dressing
	}
	return anybodys
}

// knows says whether a trade is somebody's own.
func (p Person) knows(x trade) bool {
	switch x {
	case behindTheLens:
		return p.Does == "photographer"
	case dressing:
		return p.Does == "stylist" || p.Does == "cook"
	}
	return true
}

// wanted says whether somebody is wanted for their own trade while a job goes on, so that whoever else there is does it.
func wanted(d *Day, jobs []Job, starts []int, people []Person, p, i int) bool {
	from, to := starts[i], starts[i]+d.Tasks[i].Min
	for _, x := range []trade{behindTheLens, dressing} {
		if !people[p].knows(x) {
			continue
		}
		have, most := 0, 0
		for _, o := range people {
			if o.knows(x) {
				have++
			}
		}
		of := func(k int) bool { return k != i && d.tradeOf(k, jobs[k].Kind) == x }
		for k := range jobs {
			at := max(from, starts[k])
			if !of(k) || at >= to || starts[k]+d.Tasks[k].Min <= from {
				continue
			}
			used := 0
			for o := range jobs {
				if of(o) && starts[o] <= at && at < starts[o]+d.Tasks[o].Min {
					used++
				}
			}
			most = max(most, used)
		}
		if have <= most {
			return true
		}
	}
	return false
}

// doubled are jobs of a trade that nobody of it does, because they are at something else; and of that something, the
// first, what goes on beside it by trade: kept apart from either, somebody is free again.
func doubled(d Day, jobs []Job, starts []int, people []Person) (n int, ways [][][2]int) {
	who := Assign(d, jobs, starts, people)
	beside := func(i, k int) bool {
		return i != k && starts[i] < starts[k]+d.Tasks[k].Min && starts[k] < starts[i]+d.Tasks[i].Min
	}
	first := -1
	for k := range jobs {
		x := d.tradeOf(k, jobs[k].Kind)
		knows := func(of []string) bool {
			return slices.ContainsFunc(people, func(p Person) bool { return p.knows(x) && slices.Contains(of, p.Name) })
		}
		if x == anybodys || knows(who[k]) {
			continue
		}
		for i := range jobs {
			if beside(i, k) && d.tradeOf(i, jobs[i].Kind) != x && d.Tasks[i].Pinned == nil && knows(who[i]) {
				n++
				if first < 0 {
					first = i
				}
			}
		}
	}
	if first < 0 {
		return 0, nil
	}
	for _, x := range []trade{behindTheLens, dressing} {
		var pairs [][2]int
		for k := range jobs {
			if beside(first, k) && d.tradeOf(k, jobs[k].Kind) == x {
				pairs = append(pairs, [2]int{first, k})
			}
		}
		if pairs != nil {
			ways = append(ways, pairs)
		}
	}
	return n, ways
}

// keptApart is the day in which neither job of a pair goes on beside the other.
func (d *Day) keptApart(pairs [][2]int) Day {
	out := d.Copy()
	for _, p := range pairs {
		key := fmt.Sprint("apart ", len(out.Resources))
		out.Resources = append(out.Resources, Resource{Key: key, Units: 1})
		for _, i := range p {
			out.Tasks[i].Needs = append(slices.Clone(out.Tasks[i].Needs), Need{key, 1})
		}
	}
	return out
}

// Assign says who does what: job by job in the order of the day, each by whom it suits best among those who are there and
// free, the one with less to do so far where two suit alike. A job that needs more hands than are free gets those there
// are; one that needs none gets nobody.
func Assign(d Day, jobs []Job, starts []int, people []Person) [][]string {
	out := make([][]string, len(jobs))
	order := make([]int, len(jobs))
	for i := range order {
		order[i] = i
	}
	slices.SortStableFunc(order, func(a, b int) int { return cmp.Compare(starts[a], starts[b]) })
	free := make([]int, len(people)) // from when
	busy := make([]int, len(people)) // minutes so far
	for p := range people {
		free[p] = -1 << 30
	}
	for _, i := range order {
		need, lens := 0, false
		for _, n := range d.Tasks[i].Needs {
			switch n.Of {
			case hands:
				need = n.Units
			case camera:
				lens = true
			}
		}
		if need == 0 && lens {
			need = 1
		}
		from, to := starts[i], starts[i]+d.Tasks[i].Min
		who := make([]int, 0, len(people))
		for p, x := range people {
			day := 1440 * DayOf(from)
			if free[p] <= from && (from < 0 || x.FromMin <= from-day && to-day <= x.To) {
				who = append(who, p)
			}
		}
		own := d.tradeOf(i, jobs[i].Kind)
		suits := func(p int) int {
			switch {
			case own == behindTheLens && people[p].knows(own):
				return -1
			case own == anybodys && wanted(&d, jobs, starts, people, p, i):
				return len(likes[jobs[i].Kind]) + 1
			}
			if k := slices.Index(likes[jobs[i].Kind], people[p].Does); k >= 0 {
				return k
			}
			return len(likes[jobs[i].Kind])
		}
		slices.SortStableFunc(who, func(a, b int) int { return cmp.Or(cmp.Compare(suits(a), suits(b)), cmp.Compare(busy[a], busy[b])) })
		for _, p := range who[:min(need, len(who))] {
			out[i] = append(out[i], people[p].Name)
			free[p], busy[p] = to, busy[p]+d.Tasks[i].Min
		}
	}
	return out
}
