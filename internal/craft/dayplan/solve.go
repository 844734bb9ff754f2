package dayplan

import (
	"context"
	"errors"
	"math/rand/v2"
	"slices"
	"sort"
)

// ErrNone says that there is no plan, and that this is certain.
var ErrNone = errors.New("there is no such day")

// ErrNotFound says that no plan was found, and that there may be one.
var ErrNotFound = errors.New("no plan was found in the time there was")

// Effort is how long is looked for a plan, in choices, so that the same seed gives the same plan on any machine.
type Effort struct {
	Seed   uint64
	Exact  int // choices of the search that proves
	Starts int // of looking for a first plan
	Rounds int // of making it better
	From   []int
}

// Usual is what a person waits for: a few seconds on a day of sixty tasks.
var Usual = Effort{Seed: 1, Exact: 12000, Starts: 400, Rounds: 180}

// Solve finds the best plan of a day by an aim: exactly while that is quick, else by going on from the best there is in
// parts (large neighbourhoods: most of the order is kept, a few tasks are set free; Shaw 1998, Godard, Laborie & Nuijten
// 2005), with a bound on how much better there could be. It gives ErrNone when it is certain that there is none.
func Solve(ctx context.Context, d Day, aim Aim, e Effort) (Plan, error) {
	m, ok := newNet(d)
	if !ok {
		return Plan{}, ErrNone
	}
	if len(d.Tasks) == 0 {
		return Plan{Starts: []int{}, Proved: true}, nil
	}
	s := &search{ctx: ctx, d: &d, aim: aim, m: m}
	if e.From != nil && len(Audit(d, e.From)) == 0 {
		s.best, s.value = slices.Clone(e.From), d.Value(e.From, aim)
	}
	bound := s.rootBound()
	exact := e.Exact
	if len(d.Tasks) > 40 { // it will hardly come to its end, and each choice costs more
		exact /= 5
	}
	if s.run(exact) {
		if s.best == nil {
			return Plan{}, ErrNone
		}
		return Plan{Starts: s.best, Value: s.value, Bound: s.value, Proved: true}, nil
	}
	dice := rand.New(rand.NewPCG(e.Seed, 0x5eed))
	s.dice = dice
	s.once = s.best == nil
	for i := 0; s.best == nil && i < e.Starts && ctx.Err() == nil; i++ {
		if s.run(60+20*(i%16)) && s.best == nil { // it came to its end without a plan
			return Plan{}, ErrNone
		}
	}
	s.once = false
	if s.best == nil {
		if err := ctx.Err(); err != nil {
			return Plan{}, err
		}
		return Plan{Bound: bound}, ErrNotFound
	}
	s.improve(e.Rounds, bound)
	return Plan{Starts: s.best, Value: s.value, Bound: min(bound, s.value), Proved: s.value <= bound}, nil
}

// rootBound is what no plan costs less than: what is certain before anything is chosen, and for whatever is shared, the
// work that has to be done between the earliest start and the latest end.
func (s *search) rootBound() int {
	mark := s.m.mark()
	defer s.m.back(mark)
	s.m.anew()
	if ok, _ := s.m.settle(); !ok {
		return 0
	}
	best := s.bound()
	if s.aim.End == 0 {
		return best
	}
	m := s.m
	sum := best - s.aim.End*s.endBound()
	end := s.endBound()
	work := func(tasks []int32, needs []int, units, change int) {
		// From any task's earliest start on, all that starts no earlier has to be done, and what is only one has to be
		// changed between any two states at least once.
		order := slices.Clone(tasks)
		sort.Slice(order, func(a, b int) bool { return m.est[order[a]] > m.est[order[b]] })
		of := map[int32]int{}
		for k, t := range tasks {
			of[t] = 1
			if needs != nil {
				of[t] = needs[k]
			}
		}
		total := 0
		states := map[string]bool{}
		for _, t := range order {
			total += int(m.long[t]) * of[t]
			if st := s.d.Tasks[t].State; st != "" && !states[st] {
				if len(states) > 0 {
					total += change
				}
				states[st] = true
			}
			end = max(end, int(m.est[t])-s.d.FromMin+(total+units-1)/units)
		}
	}
	for i := range m.shared {
		work(m.shared[i].tasks, m.shared[i].needs, m.shared[i].units, 0)
	}
	for _, r := range s.d.Resources {
		if r.Units == 1 {
			work(s.d.users(r.Key), nil, 1, r.ChangeMin)
		}
	}
	return s.aim.End*end + sum
}

func (s *search) endBound() int {
	end := int32(s.d.FromMin)
	for i := range s.m.est {
		end = max(end, s.m.est[i]+s.m.long[i])
	}
	return int(end) - s.d.FromMin
}

// users are the tasks that take a resource up.
func (d *Day) users(key string) []int32 {
	var out []int32
	for i, t := range d.Tasks {
		if t.Min > 0 && slices.ContainsFunc(t.Needs, func(n Need) bool { return n.Of == key }) {
			out = append(out, int32(i))
		}
	}
	return out
}

// improve keeps most of the order of the best plan and searches the rest, again and again.
func (s *search) improve(rounds, bound int) {
	n := len(s.d.Tasks)
	size := max(4, n/5)
	for r := 0; r < rounds && s.value > bound && s.ctx.Err() == nil; r++ {
		was := s.value
		free := s.choose(r, min(n, size))
		mark := s.m.mark()
		if s.hold(free) {
			s.run(120)
		}
		s.m.back(mark)
		switch {
		case s.value < was:
			size = max(4, n/5)
		case !s.cut: // all of it was seen: more at a time
			size = min(n, size+1)
		case size > 6 && r%3 == 0:
			size--
		}
	}
}

// choose is who is set free: what goes on about some time, what needs the same as one task, or what costs.
func (s *search) choose(round, size int) []bool {
	n := len(s.d.Tasks)
	free := make([]bool, n)
	by := make([]int, n)
	for i := range by {
		by[i] = i
	}
	one := s.dice.IntN(n)
	var far func(i int) int
	switch round % 3 {
	case 0: // about the same time
		far = func(i int) int { return abs(s.best[i] - s.best[one]) }
	case 1: // of what costs, or ends last, and beside it
		worst := -1
		for k := range n {
			i := (one + k) % n
			v := s.best[i] + int(s.m.long[i])
			if s.aim.Costs {
				v = 10000*s.d.Tasks[i].CostAt(s.best[i]) + v
			}
			if v > worst {
				worst, one = v, i
			}
		}
		far = func(i int) int { return abs(s.best[i]-s.best[one]) + s.dice.IntN(90) }
	default: // anything
		far = func(int) int { return s.dice.IntN(1 << 20) }
	}
	key := make([]int, n)
	for i := range key {
		key[i] = far(i)
	}
	sort.SliceStable(by, func(a, b int) bool { return key[by[a]] < key[by[b]] })
	for _, i := range by[:size] {
		free[i] = true
	}
	return free
}

func abs(v int) int { return max(v, -v) }

// hold keeps the order of the best plan among all that is not free: pairs as they lie, and for what is shared a chain of
// who hands on to whom.
func (s *search) hold(free []bool) bool {
	m := s.m
	for k, p := range m.pairs {
		if free[p.a] || free[p.b] || m.decided[k] {
			continue
		}
		a, b := p.a, p.b
		if s.best[a] > s.best[b] {
			a, b = b, a
		}
		m.decide(k)
		if !m.order(a, b, m.long[a]+p.change) {
			return false
		}
	}
	for i := range m.shared {
		sh := &m.shared[i]
		by := []int{}
		for k, t := range sh.tasks {
			if !free[t] {
				by = append(by, k)
			}
		}
		sort.SliceStable(by, func(a, b int) bool { return s.best[sh.tasks[by[a]]] < s.best[sh.tasks[by[b]]] })
		hands := make([]int32, sh.units) // who has each unit; −1 for nobody yet
		for u := range hands {
			hands[u] = -1
		}
		for _, k := range by {
			t, need := sh.tasks[k], sh.needs[k]
			for u := 0; u < len(hands) && need > 0; u++ {
				last := hands[u]
				if last >= 0 && s.best[last]+int(m.long[last]) > s.best[t] {
					continue
				}
				if last >= 0 && !m.order(last, t, m.long[last]) {
					return false
				}
				hands[u] = t
				need--
			}
		}
	}
	return true
}
