package dayplan

import (
	"cmp"
	"slices"
)

// Person is one pair of hands.
type Person struct {
	Name, Does  string
	FromMin, To int
}

// likes is whose work a kind of job is, the likeliest first. What is not here is anybody's.
var likes = map[JobKind][]string{
	Frame: {"photographer", "assistant"}, Look: {"photographer", "assistant"}, Copy: {"photographer", "assistant"},
	Prep: {"cook", "stylist", "assistant"}, Cook: {"cook", "stylist", "assistant"}, Bake: {"cook", "stylist", "assistant"}, Finish: {"stylist", "cook", "assistant"},
	Own: {"assistant", "stylist", "cook"},
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
			if free[p] <= from && (from < 0 || x.FromMin <= from && to <= x.To) {
				who = append(who, p)
			}
		}
		suits := func(p int) int {
			if lens && people[p].Does == "photographer" {
				return -1
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
