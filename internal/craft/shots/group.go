package shots

import (
	"figladder/internal/craft/words"
	"sort"
)

// Work is a frame as far as the order of work over all dishes matters.
type Work struct {
	Placed
	Angle words.Angle
	Light words.Direction
	Hold  words.Hold
	SetUp string // the set-up that it is taken of, where one is built; empty where none is
}

// Grouped is an order of work with few changes of set.
type Grouped struct {
	Order []int // indices into what was given
	Sets  int   // times a set-up is built: runs of one of them
	Was   int   // the same for the order given
	Bound int   // no order builds fewer
	Exact bool  // whether Sets is the least possible
}

// Sets counts how often a set-up is built when frames are taken in this order: once at the
// start and again whenever another stands. Frames of no set-up yet are taken to share one when
// they share angle and light.
func Sets(order []Work) int {
	n := 0
	for i, w := range order {
		if i == 0 || w.set() != order[i-1].set() {
			n++
		}
	}
	return n
}

func (w Work) set() string {
	if w.SetUp != "" {
		return "\x00" + w.SetUp
	}
	return string(w.Angle) + "\x00" + string(w.Light)
}

// Group finds an order with the fewest changes of set-up: frames of one set-up together, over all dishes, as far as each dish's own order allows (see
// Possible), and with a dish that does not wait taken in one go from its first
// hurried frame on.
//
// It searches best first (A*: Hart, Nilsson & Raphael 1968) over what has been
// taken and which set stands; what is still to come costs at least one building
// for each set left. Taking at once what the standing set allows loses nothing, so
// only the next set, or the next hurried dish, is a choice. The answer is the
// least unless the search grew past mostLooked; then it is the best of a narrower
// search, and Bound says how far off it can be.
func Group(list []Work) Grouped {
	g := newGrouping(list)
	out := Grouped{Was: Sets(list), Order: []int{}}
	if len(list) == 0 {
		out.Exact = true
		return out
	}
	found, bound := g.search(mostLooked)
	if found == nil {
		found = g.narrow()
	}
	out.Order, out.Sets, out.Bound = path(*found), found.built, bound
	out.Exact = out.Sets == bound
	return out
}

// mostLooked is how many ways are looked at before the search narrows, and widest
// how many it then follows at once.
const (
	mostLooked = 3000
	widest     = 60
)

type grouping struct {
	list   []Work
	before [][]int // frames that must be taken first
	block  []int   // hurried dish of a frame, -1 for none
	blocks [][]int // frames of each hurried dish
	set    []int   // number of a frame's set, in order of first use
	sets   int
}

func newGrouping(list []Work) *grouping {
	g := &grouping{list: list, before: make([][]int, len(list)), block: make([]int, len(list)), set: make([]int, len(list))}
	byDish := map[string][]int{}
	known := map[string]int{}
	var dishes []string
	for i, w := range list {
		g.block[i] = -1
		if byDish[w.Dish] == nil {
			dishes = append(dishes, w.Dish)
		}
		byDish[w.Dish] = append(byDish[w.Dish], i)
		if _, ok := known[w.set()]; !ok {
			known[w.set()] = len(known)
		}
		g.set[i] = known[w.set()]
	}
	g.sets = len(known)
	for _, dish := range dishes {
		own := byDish[dish]
		hurried, from := false, 0
		for _, i := range own {
			if w := list[i]; w.Hold.Hurries() && (!hurried || w.Step < from) {
				hurried, from = true, w.Step
			}
			for _, j := range own {
				if i != j && hard(list[i].Placed, list[j].Placed) && place(list[j]) < place(list[i]) {
					g.before[i] = append(g.before[i], j)
				}
			}
		}
		if !hurried {
			continue
		}
		var all []int
		for _, i := range own {
			if list[i].Step >= from && list[i].Kind != Ingredient {
				g.block[i] = len(g.blocks)
				all = append(all, i)
			}
		}
		g.blocks = append(g.blocks, all)
	}
	return g
}

func place(w Work) int { return rank(Proposal{Kind: w.Kind, Step: w.Step, Nth: w.Nth}) }

// way is a part of a day: what was taken, in which order, and what stands.
type way struct {
	taken []byte // one a frame, 1 when taken
	n     int
	set   int // -1 before the first
	in    int // hurried dish being taken, -1 for none
	built int // sets built so far
	last  *link
}

type link struct {
	at     int
	before *link
}

func (w *way) key() string {
	return string(w.taken) + string([]byte{byte(w.in + 1), byte(w.set), byte(w.set >> 8)})
}

func (g *grouping) ready(w *way, i int) bool {
	for _, j := range g.before[i] {
		if w.taken[j] == 0 {
			return false
		}
	}
	return true
}

func (g *grouping) open(w *way, i int) bool {
	return w.taken[i] == 0 && w.in == g.block[i] && g.ready(w, i)
}

// fill takes all that the standing set allows.
func (g *grouping) fill(w *way) {
	for again := true; again; {
		again = false
		for i := range g.list {
			if g.set[i] == w.set && g.open(w, i) {
				w.taken[i], again = 1, true
				w.n++
				w.last = &link{i, w.last}
			}
		}
		if w.in >= 0 && g.done(w, w.in) {
			w.in, again = -1, true
		}
	}
}

func (g *grouping) done(w *way, block int) bool {
	for _, i := range g.blocks[block] {
		if w.taken[i] == 0 {
			return false
		}
	}
	return true
}

// can reports whether a hurried dish can be begun: all it needs from outside
// itself is taken.
func (g *grouping) can(w *way, block int) bool {
	begun := false
	for _, i := range g.blocks[block] {
		begun = begun || w.taken[i] == 0
		for _, j := range g.before[i] {
			if g.block[j] != block && w.taken[j] == 0 {
				return false
			}
		}
	}
	return begun
}

// atLeast is how many sets a way builds in the end at the least: one more for each
// set that is left and does not stand.
func (g *grouping) atLeast(w *way) int {
	left := make([]bool, g.sets)
	n := w.built
	for i, s := range g.set {
		if w.taken[i] == 0 && s != w.set && !left[s] {
			left[s] = true
			n++
		}
	}
	return n
}

// next lists the ways on from a way: another set that takes something now, or a
// hurried dish begun on the set that stands, which costs nothing by itself.
func (g *grouping) next(w *way) []*way {
	var out []*way
	useful := make([]bool, g.sets)
	for i := range g.list {
		if s := g.set[i]; s != w.set && !useful[s] && g.open(w, i) {
			useful[s] = true
			out = append(out, g.on(w, s, w.in))
		}
	}
	for b := range g.blocks {
		if w.in < 0 && g.can(w, b) {
			out = append(out, g.on(w, w.set, b))
		}
	}
	return out
}

func (g *grouping) on(w *way, set, in int) *way {
	n := &way{taken: append([]byte{}, w.taken...), n: w.n, set: set, in: in, built: w.built, last: w.last}
	if set != w.set {
		n.built++
	}
	g.fill(n)
	return n
}

func (g *grouping) start() *way { return &way{taken: make([]byte, len(g.list)), set: -1, in: -1} }

// search returns the best way there is and how many sets it builds; no way, and
// how many sets the best builds at the least, when it had to stop.
func (g *grouping) search(most int) (*way, int) {
	first := g.start()
	waiting := map[int][]*way{g.atLeast(first): {first}}
	seen := map[string]int{}
	for at := g.atLeast(first); ; at++ {
		for len(waiting[at]) > 0 {
			end := len(waiting[at]) - 1
			w := waiting[at][end]
			waiting[at] = waiting[at][:end]
			if w.n == len(g.list) {
				return w, at
			}
			if most--; most < 0 {
				return nil, at
			}
			ways := g.next(w)
			for i := len(ways) - 1; i >= 0; i-- { // so that the first is looked at first
				n := ways[i]
				k := n.key()
				if b, ok := seen[k]; ok && b <= n.built {
					continue
				}
				seen[k] = n.built
				f := g.atLeast(n)
				waiting[f] = append(waiting[f], n)
			}
		}
	}
}

// narrow follows only the ways that took most for what they built.
func (g *grouping) narrow() *way {
	layer := []*way{g.start()}
	for {
		var next []*way
		seen := map[string]bool{}
		for i := 0; i < len(layer); i++ {
			if layer[i].n == len(g.list) {
				return layer[i]
			}
			for _, n := range g.next(layer[i]) {
				if k := n.key(); !seen[k] {
					seen[k] = true
					if n.built == layer[i].built {
						layer = append(layer, n)
					} else {
						next = append(next, n)
					}
				}
			}
		}
		sort.SliceStable(next, func(a, b int) bool { return next[a].n > next[b].n })
		layer = next[:min(widest, len(next))]
	}
}

func path(w way) []int {
	out := make([]int, w.n)
	for at, l := w.n-1, w.last; l != nil; at, l = at-1, l.before {
		out[at] = l.at
	}
	return out
}
