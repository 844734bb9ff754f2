package dayplan

import (
	"context"
	"math/rand/v2"
	"sort"
)

// search looks for the best way of putting a net's pairs in order. Earliest starts are a plan as soon as nothing is asked
// of too often; until then one pair of what is on at the same time is put in order, one way and then the other. What
// tasks cost by their start is looked at last: a task that starts dear is kept from it, or to it.
//
// Every plan there is lies below one of the two ways, so a search that comes to its end has proved its best.
type search struct {
	ctx   context.Context
	d     *Day
	aim   Aim
	m     *net
	dice  *rand.Rand
	best  []int // nil for none yet
	value int
	left  int  // choices that may still be made
	cut   bool // whether that, or ctx, ended it
	once  bool // stop at the first plan
}

// run searches with a budget of choices. It returns whether it came to its end.
func (s *search) run(budget int) bool {
	s.left, s.cut = budget, false
	mark := s.m.mark()
	s.m.anew()
	s.step()
	s.m.back(mark)
	return !s.cut
}

// bound is what any plan below costs at least.
func (s *search) bound() int {
	end, sum := int32(s.d.FromMin), 0
	for i := range s.m.est {
		end = max(end, s.m.est[i]+s.m.long[i])
		if s.aim.Costs {
			sum += s.cheapest(i)
		}
	}
	return s.aim.End*(int(end)-s.d.FromMin) + sum
}

// cheapest is the least a task costs by any start that it has left.
func (s *search) cheapest(i int) int {
	t := &s.d.Tasks[i]
	if len(t.Costs) == 0 {
		return 0
	}
	lo, hi := int(s.m.est[i]), int(s.m.lst[i])
	best := never
	for _, o := range s.m.open[i] {
		from, to := max(lo, o.FromMin), min(hi, o.ToMin)
		if from > to {
			continue
		}
		best = min(best, t.CostAt(from))
		for _, c := range t.Costs { // costs change only where a stretch begins or ends
			for _, at := range [2]int{c.FromMin, c.ToMin} {
				if at > from && at <= to {
					best = min(best, t.CostAt(at))
				}
			}
		}
	}
	if best == never {
		return 0
	}
	return best
}

// step goes on from here; it returns false when the search is over.
func (s *search) step() bool {
	if s.left <= 0 || s.left%64 == 0 && s.ctx.Err() != nil {
		s.cut = true
		return false
	}
	s.left--
	if !s.under() {
		return true
	}
	if ok, k := s.m.settle(); !ok {
		if k >= 0 {
			s.m.weight[k]++
		}
		return true
	}
	if s.best != nil && s.bound() >= s.value {
		return true
	}
	if k := s.clash(); k >= 0 {
		return s.either(k)
	}
	if set := s.crowd(); set != nil {
		return s.among(set)
	}
	// The earliest starts are a plan.
	starts := make([]int, len(s.m.est))
	for i, t := range s.m.est {
		starts[i] = int(t)
	}
	if v := s.d.Value(starts, s.aim); s.best == nil || v < s.value {
		s.best, s.value = starts, v
		if s.once {
			return false
		}
	}
	return s.dearest()
}

// under keeps the end early enough for a plan that is better than the best so far; false when there can be none.
func (s *search) under() bool {
	if s.best == nil || s.aim.End == 0 {
		return true
	}
	sum := 0
	if s.aim.Costs {
		for i := range s.m.est {
			sum += s.cheapest(i)
		}
	}
	room := s.value - 1 - sum
	if room < 0 {
		return false
	}
	end := int32(s.d.FromMin + room/s.aim.End)
	for i := range s.m.est {
		if !s.m.notAfter(int32(i), end-s.m.long[i]) {
			s.m.clear()
			return false
		}
	}
	return s.m.spread()
}

// clash is the pair that would be on at the same time and leaves the least room; −1 when there is none.
func (s *search) clash() int {
	at, least := -1, 0.0
	m := s.m
	for k, p := range m.pairs {
		if m.decided[k] {
			continue
		}
		a, b := m.est[p.a], m.est[p.b]
		if a+m.long[p.a]+p.change <= b || b+m.long[p.b]+p.change <= a {
			continue
		}
		// What is put in order badly again and again is put in order first.
		room := float64(s.room(p.a, p.b, p.change)+s.room(p.b, p.a, p.change)) / float64(1+m.weight[k])
		if s.dice != nil {
			room *= 0.9 + 0.2*s.dice.Float64()
		}
		if at < 0 || room < least {
			at, least = k, room
		}
	}
	return at
}

// room is how much later b may still start when a goes first.
func (s *search) room(a, b, change int32) int32 {
	return s.m.lst[b] - (s.m.est[a] + s.m.long[a] + change)
}

// either puts a pair in order one way, then the other; the way that leaves more room first.
func (s *search) either(k int) bool {
	p := s.m.pairs[k]
	a, b := p.a, p.b
	ab, ba := float64(s.room(a, b, p.change)), float64(s.room(b, a, p.change))
	if s.dice != nil {
		ab += (s.dice.Float64() - 0.5) * 0.3 * (ab + ba)
	}
	if ba > ab {
		a, b = b, a
	}
	for range 2 {
		mark := s.m.mark()
		s.m.decide(k)
		ok := s.m.order(a, b, s.m.long[a]+p.change)
		if ok && !s.step() {
			s.m.back(mark)
			return false
		}
		if !ok {
			s.m.weight[k]++
		}
		s.m.back(mark)
		a, b = b, a
	}
	return true
}

// crowd is a least set of tasks that are on at the same minute and ask for more than there is; nil when there is none.
func (s *search) crowd() []int32 {
	m := s.m
	for i := range m.shared {
		sh := &m.shared[i]
		for _, t := range sh.tasks {
			at := m.est[t]
			on, sum := []int{}, 0
			for y, j := range sh.tasks {
				if m.est[j] <= at && m.est[j]+m.long[j] > at {
					on, sum = append(on, y), sum+sh.needs[y]
				}
			}
			if sum <= sh.units {
				continue
			}
			// Leave out whoever is needed the least for it, those with the least room first kept.
			sort.SliceStable(on, func(a, b int) bool {
				p, q := sh.tasks[on[a]], sh.tasks[on[b]]
				return m.lst[p]-m.est[p] > m.lst[q]-m.est[q]
			})
			var set []int32
			for k, y := range on {
				if sum-sh.needs[y] > sh.units {
					sum -= sh.needs[y]
					continue
				}
				set = append(set, sh.tasks[on[k]])
			}
			return set
		}
	}
	return nil
}

// among puts two of a set in order, every two in turn: one of them has to be over before another begins.
func (s *search) among(set []int32) bool {
	type way struct {
		a, b int32
		room float64
	}
	var ways []way
	for _, a := range set {
		for _, b := range set {
			if room := s.room(a, b, 0); a != b && room >= 0 {
				r := float64(room)
				if s.dice != nil {
					r *= 0.85 + 0.3*s.dice.Float64()
				}
				ways = append(ways, way{a, b, r})
			}
		}
	}
	sort.SliceStable(ways, func(i, j int) bool { return ways[i].room > ways[j].room })
	for _, w := range ways {
		mark := s.m.mark()
		if s.m.order(w.a, w.b, s.m.long[w.a]) && !s.step() {
			s.m.back(mark)
			return false
		}
		s.m.back(mark)
	}
	return true
}

// dearest goes on below a plan: the task whose start costs the most over what it might is kept from starts as dear, or
// to them.
func (s *search) dearest() bool {
	if !s.aim.Costs {
		return true
	}
	at, most := -1, 0
	for i := range s.m.est {
		if over := s.d.Tasks[i].CostAt(int(s.m.est[i])) - s.cheapest(i); over > most {
			at, most = i, over
		}
	}
	if at < 0 {
		return true
	}
	cheap, dear := s.parted(at, s.d.Tasks[at].CostAt(int(s.m.est[at])))
	for _, keep := range [2][]Span{cheap, dear} {
		mark := s.m.mark()
		if s.m.keep(int32(at), keep) && !s.step() {
			s.m.back(mark)
			return false
		}
		s.m.back(mark)
	}
	return true
}

// parted are the starts of a task that cost less than so many points, and those that do not.
func (s *search) parted(i, points int) (cheap, dear []Span) {
	t := &s.d.Tasks[i]
	cuts := []int{}
	for _, c := range t.Costs {
		cuts = append(cuts, c.FromMin, c.ToMin)
	}
	sort.Ints(cuts)
	for _, o := range s.m.open[i] {
		from := o.FromMin
		for k := 0; from <= o.ToMin; k++ {
			to := o.ToMin
			for ; k < len(cuts) && cuts[k] <= from; k++ {
			}
			if k < len(cuts) {
				to = min(to, cuts[k]-1)
			}
			if t.CostAt(from) < points {
				cheap = append(cheap, Span{from, to})
			} else {
				dear = append(dear, Span{from, to})
			}
			from = to + 1
		}
	}
	return cheap, dear
}
