package dayplan

import "slices"

// arc says that one task starts at least so long after another starts; the time may be negative.
type arc struct {
	to  int32
	gap int32
}

// pair are two tasks that cannot go on at the same time, and how long a change between them takes.
type pair struct {
	a, b   int32
	change int32
}

// shared is a resource that several tasks may have at once.
type shared struct {
	units int
	tasks []int32
	needs []int
}

// net is what is known of when tasks can start: the earliest and latest start of each, kept true while arcs come and go.
// All of what it knows is of the form "not before", so the earliest starts, taken together, keep every arc and window
// (solutions of such are closed under taking the earlier of each); only what tasks share may be asked of too often.
type net struct {
	long     []int32  // of each task
	est, lst []int32  // earliest and latest start
	open     [][]Span // starts that are allowed: from FromMin up to and with ToMin, in order
	out, in  [][]arc
	pairs    []pair
	decided  []bool // which pairs have an order
	shared   []shared
	trail    []change
	dirty    []int32 // whose earliest or latest start has changed
	queued   []bool
	weight   []int     // how often a pair was what nothing went on at
	pairsOf  [][]int32 // of each task, its pairs
	moved    []int32   // whose starts have changed since pairs were last looked at
	isMoved  []bool
}

// change is what is put back when a choice is taken back.
type change struct {
	what byte
	i    int32
	old  int32
	open []Span
}

const (
	wasEst byte = iota
	wasLst
	wasOpen
	wasArc
	wasDecided
)

// newNet makes the net of a day, or returns false when it contradicts itself already.
func newNet(d Day) (*net, bool) {
	n := len(d.Tasks)
	m := &net{long: make([]int32, n), est: make([]int32, n), lst: make([]int32, n), open: make([][]Span, n), out: make([][]arc, n), in: make([][]arc, n), queued: make([]bool, n), pairsOf: make([][]int32, n), isMoved: make([]bool, n)}
	resource := map[string]*Resource{}
	for i := range d.Resources {
		resource[d.Resources[i].Key] = &d.Resources[i]
	}
	for i := range d.Tasks {
		t := &d.Tasks[i]
		m.long[i] = int32(t.Min)
		m.open[i] = startsOf(d, t, resource)
		if len(m.open[i]) == 0 {
			return nil, false
		}
		m.est[i], m.lst[i] = int32(m.open[i][0].FromMin), int32(m.open[i][len(m.open[i])-1].ToMin)
		for _, need := range t.Needs {
			if need.Units > resource[need.Of].Units && t.Min > 0 {
				return nil, false
			}
		}
	}
	at := d.index()
	for _, l := range d.Links {
		a, b := at[l.From], at[l.To]
		m.tie(int32(a), int32(b), m.long[a]+int32(l.LeastMin))
		if l.MostMin != nil {
			m.tie(int32(b), int32(a), -(m.long[a] + int32(*l.MostMin)))
		}
	}
	m.share(d)
	for i := range n {
		m.touch(int32(i))
	}
	ok := m.spread()
	m.trail = m.trail[:0]
	return m, ok
}

// startsOf are the minutes at which a task may start: it lies wholly in the day, in one of its own windows and in one
// of the hours of each thing that it needs.
func startsOf(d Day, t *Task, resource map[string]*Resource) []Span {
	fit := func(of []Span) []Span {
		var out []Span
		for _, s := range joined(of) {
			if last := s.ToMin - t.Min; last >= s.FromMin {
				out = append(out, Span{s.FromMin, last})
			}
		}
		return out
	}
	open := fit([]Span{d.Span})
	if len(t.Within) > 0 {
		open = meet(open, fit(t.Within))
	}
	if len(t.Begins) > 0 {
		var starts []Span
		for _, s := range joined(t.Begins) {
			starts = append(starts, Span{s.FromMin, s.ToMin - 1})
		}
		open = meet(open, starts)
	}
	for _, n := range t.Needs {
		if r := resource[n.Of]; len(r.Open) > 0 && t.Min > 0 { // what takes no time takes up nothing
			open = meet(open, fit(r.Open))
		}
	}
	if t.Pinned != nil {
		open = meet(open, []Span{{*t.Pinned, *t.Pinned}})
	}
	return open
}

// joined are spans in order, those that touch made one.
func joined(of []Span) []Span {
	in := slices.Clone(of)
	slices.SortFunc(in, func(a, b Span) int { return a.FromMin - b.FromMin })
	var out []Span
	for _, s := range in {
		if k := len(out); k > 0 && s.FromMin <= out[k-1].ToMin {
			out[k-1].ToMin = max(out[k-1].ToMin, s.ToMin)
		} else if s.ToMin > s.FromMin {
			out = append(out, s)
		}
	}
	return out
}

// meet are the starts that both allow; both are in order, ends with.
func meet(a, b []Span) []Span {
	var out []Span
	for i, j := 0, 0; i < len(a) && j < len(b); {
		if lo, hi := max(a[i].FromMin, b[j].FromMin), min(a[i].ToMin, b[j].ToMin); lo <= hi {
			out = append(out, Span{lo, hi})
		}
		if a[i].ToMin < b[j].ToMin {
			i++
		} else {
			j++
		}
	}
	return out
}

// share finds what cannot go on together, and what only so much of can.
func (m *net) share(d Day) {
	type key struct{ a, b int32 }
	found := map[key]int{}
	for _, r := range d.Resources {
		s := shared{units: r.Units}
		for i := range d.Tasks {
			for _, n := range d.Tasks[i].Needs {
				if n.Of == r.Key && d.Tasks[i].Min > 0 {
					s.tasks, s.needs = append(s.tasks, int32(i)), append(s.needs, n.Units)
				}
			}
		}
		most := 0
		for x := range s.tasks {
			for y := x + 1; y < len(s.tasks); y++ {
				a, b := d.Tasks[s.tasks[x]].State, d.Tasks[s.tasks[y]].State
				differ := a != b && a != "" && b != ""
				if s.needs[x]+s.needs[y] <= r.Units && !(differ && r.OneState) {
					continue
				}
				change := int32(0)
				if differ && r.changes() {
					change = int32(r.ChangeMin)
				}
				k := key{s.tasks[x], s.tasks[y]}
				if at, ok := found[k]; ok {
					m.pairs[at].change = max(m.pairs[at].change, change)
					continue
				}
				found[k] = len(m.pairs)
				m.pairs = append(m.pairs, pair{k.a, k.b, change})
			}
			most += s.needs[x]
		}
		if r.Units > 1 && most > r.Units {
			m.shared = append(m.shared, s)
		}
	}
	for k, p := range m.pairs {
		m.pairsOf[p.a], m.pairsOf[p.b] = append(m.pairsOf[p.a], int32(k)), append(m.pairsOf[p.b], int32(k))
	}
	m.decided = make([]bool, len(m.pairs))
	m.weight = make([]int, len(m.pairs))
}

func (m *net) tie(a, b, gap int32) {
	m.out[a] = append(m.out[a], arc{b, gap})
	m.in[b] = append(m.in[b], arc{a, gap})
}

// order puts an arc in, which is taken out again with the choice.
func (m *net) order(a, b, gap int32) bool {
	m.tie(a, b, gap)
	m.trail = append(m.trail, change{what: wasArc, i: a, old: b})
	m.touch(a)
	m.touch(b)
	return m.spread()
}

func (m *net) touch(i int32) {
	if !m.isMoved[i] {
		m.isMoved[i] = true
		m.moved = append(m.moved, i)
	}
	if !m.queued[i] {
		m.queued[i] = true
		m.dirty = append(m.dirty, i)
	}
}

// notBefore and notAfter move a start in; false when none is left.
func (m *net) notBefore(i, t int32) bool {
	if t <= m.est[i] {
		return true
	}
	for _, s := range m.open[i] {
		if t <= int32(s.ToMin) {
			if t = max(t, int32(s.FromMin)); t > m.lst[i] {
				return false
			}
			m.trail = append(m.trail, change{what: wasEst, i: i, old: m.est[i]})
			m.est[i] = t
			m.touch(i)
			return true
		}
	}
	return false
}

func (m *net) notAfter(i, t int32) bool {
	if t >= m.lst[i] {
		return true
	}
	for k := len(m.open[i]) - 1; k >= 0; k-- {
		if s := m.open[i][k]; t >= int32(s.FromMin) {
			if t = min(t, int32(s.ToMin)); t < m.est[i] {
				return false
			}
			m.trail = append(m.trail, change{what: wasLst, i: i, old: m.lst[i]})
			m.lst[i] = t
			m.touch(i)
			return true
		}
	}
	return false
}

// keep lets a task start only in some spans.
func (m *net) keep(i int32, spans []Span) bool {
	next := meet(m.open[i], spans)
	if len(next) == 0 {
		return false
	}
	m.trail = append(m.trail, change{what: wasOpen, i: i, open: m.open[i]})
	m.open[i] = next
	// Where it could start first or last may be gone: asking for a minute less moves it on.
	lo, hi := m.est[i], m.lst[i]
	first, last, ok := int32(0), int32(0), false
	for _, s := range next {
		if a, b := max(lo, int32(s.FromMin)), min(hi, int32(s.ToMin)); a <= b {
			if !ok {
				first = a
			}
			last, ok = b, true
		}
	}
	return ok && m.notBefore(i, first) && m.notAfter(i, last) && m.spread()
}

// spread makes every arc true again; false when that leaves a task no start.
func (m *net) spread() bool {
	for at := 0; at < len(m.dirty); at++ { // first come, first served: what has waited is mostly asked but once
		i := m.dirty[at]
		m.queued[i] = false
		for _, a := range m.out[i] {
			if !m.notBefore(a.to, m.est[i]+a.gap) {
				return m.clear()
			}
		}
		for _, a := range m.in[i] {
			if !m.notAfter(a.to, m.lst[i]-a.gap) {
				return m.clear()
			}
		}
	}
	m.dirty = m.dirty[:0]
	return true
}

func (m *net) clear() bool {
	for _, i := range m.dirty {
		m.queued[i] = false
	}
	m.dirty = m.dirty[:0]
	return false
}

// mark and back take choices back.
func (m *net) mark() int { return len(m.trail) }

func (m *net) back(to int) {
	m.clear()
	for _, i := range m.moved {
		m.isMoved[i] = false
	}
	m.moved = m.moved[:0]
	for len(m.trail) > to {
		c := m.trail[len(m.trail)-1]
		m.trail = m.trail[:len(m.trail)-1]
		switch c.what {
		case wasEst:
			m.est[c.i] = c.old
		case wasLst:
			m.lst[c.i] = c.old
		case wasOpen:
			m.open[c.i] = c.open
		case wasArc:
			m.out[c.i] = m.out[c.i][:len(m.out[c.i])-1]
			m.in[c.old] = m.in[c.old][:len(m.in[c.old])-1]
		case wasDecided:
			m.decided[c.i] = false
		}
	}
}

func (m *net) decide(k int) {
	m.decided[k] = true
	m.trail = append(m.trail, change{what: wasDecided, i: int32(k)})
}

// anew has every pair looked at by the next settle.
func (m *net) anew() {
	for i := range m.est {
		if !m.isMoved[i] {
			m.isMoved[i] = true
			m.moved = append(m.moved, int32(i))
		}
	}
}

// settle puts every pair in order for which only one is left, looking at those whose starts have changed since it last
// did; false when for one none is, with which.
func (m *net) settle() (bool, int) {
	for {
		for len(m.moved) > 0 {
			i := m.moved[len(m.moved)-1]
			m.moved = m.moved[:len(m.moved)-1]
			m.isMoved[i] = false
			for _, k := range m.pairsOf[i] {
				if !m.decided[k] && !m.look(int(k)) {
					return false, int(k)
				}
			}
		}
		if ok, moved := m.press(); !ok || !moved {
			return ok, -1
		}
	}
}

// look puts one pair in order when only one order is left; false when none is.
func (m *net) look(k int) bool {
	p := m.pairs[k]
	a, b := p.a, p.b
	first, second := m.est[a]+m.long[a]+p.change <= m.lst[b], m.est[b]+m.long[b]+p.change <= m.lst[a]
	switch {
	case first && second:
		return true
	case !first && !second:
		return false
	case second:
		a, b = b, a
	}
	m.decide(k)
	gap := m.long[a] + p.change
	return m.lst[a]+gap <= m.est[b] || m.order(a, b, gap)
}

// press looks at what is shared while it is certain to be used (a task that starts so late at most and ends so late at
// least is on in between): false when more is used than there is. A task that does not fit beside what is certain is
// moved on.
func (m *net) press() (ok, moved bool) {
	for s := range m.shared {
		sh := &m.shared[s]
		for x, i := range sh.tasks {
			from, to := m.lst[i], m.est[i]+m.long[i]
			if from >= to {
				continue
			}
			// Others that are certain to be on at the start of this stretch.
			used := sh.needs[x]
			for y, j := range sh.tasks {
				if j != i && m.lst[j] <= from && m.est[j]+m.long[j] > from {
					used += sh.needs[y]
				}
			}
			if used > sh.units {
				return false, false
			}
			// Who does not fit there starts after it, or is over before.
			for y, j := range sh.tasks {
				if j == i || used+sh.needs[y] <= sh.units || m.lst[j] <= from && m.est[j]+m.long[j] > from {
					continue
				}
				if m.est[j] <= from && m.est[j]+m.long[j] > from { // as early as it can it would lie over that minute
					if !m.notBefore(j, from+1) {
						return m.clear(), false
					}
					moved = true
				}
			}
		}
	}
	if moved && !m.spread() {
		return false, false
	}
	return true, moved
}
