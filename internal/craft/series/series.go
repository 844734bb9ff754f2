// Package series decides which dishes to shoot on which day, so that shared
// ingredients and shared set-ups save money and hours (handbook R7).
package series

import (
	"context"
	"errors"
	"fmt"
	"math"
	"math/bits"
	"sort"
)

// Dish is one dish to be shot.
type Dish struct {
	Name    string             // for messages
	Minutes float64            // time before the lens, set-up apart
	Setup   string             // light and angle it needs; dishes of one set-up share its building
	Uses    map[string]float64 // ingredient → how much, in the unit its pack is sold in
}

// Pack is how an ingredient is bought. What is left of a pack at the end of a day
// is lost to the next: fresh things do not keep.
type Pack struct {
	Size  float64 // amount in one pack
	Price float64 // of one pack, minor units of money
}

// Day is what a shooting day offers and costs.
type Day struct {
	Minutes      float64 // capacity, set-ups included
	Price        float64 // room and hands, minor units
	SetupMinutes float64 // to build one set-up
	SetupPrice   float64 // what a set-up costs beside its time, minor units
}

// Plan is a division of the dishes into days.
type Plan struct {
	Days    [][]int // indices of the dishes, day by day
	Price   float64 // minor units
	Minutes float64 // before the lens and at set-ups, all days
	Setups  int
	Exact   bool    // whether no plan can be cheaper
	Bound   float64 // no plan is cheaper than this; the price itself when exact
}

// Errors a plan can fail with.
var (
	ErrNothing = errors.New("there are no dishes to plan")
	ErrTooLong = errors.New("a dish does not fit into any day")
	ErrDays    = errors.New("the dishes do not fit into that many days")
)

// exactUpTo is the number of dishes solved by dynamic programming.
const exactUpTo = 12

// Best divides the dishes into at most maxDays days (0 for as many as needed) at
// the least price; of plans of one price it takes the one of fewest minutes. Up to
// twelve dishes the plan is exact, by dynamic programming over sets of dishes
// (Held & Karp's way with subsets: best(S) = min over days T ⊆ S holding the first
// dish of S). Beyond, dishes are gathered greedily and improved by moving and
// swapping, and Bound says how far from the best it can be at most.
func Best(dishes []Dish, packs map[string]Pack, day Day, maxDays int) (Plan, error) {
	return BestUntil(context.Background(), dishes, packs, day, maxDays)
}

// BestUntil is Best for one who may leave: it gives up with ctx's error.
func BestUntil(ctx context.Context, dishes []Dish, packs map[string]Pack, day Day, maxDays int) (Plan, error) {
	p, err := newProblem(dishes, packs, day)
	if err != nil {
		return Plan{}, err
	}
	p.until = ctx
	if len(dishes) <= exactUpTo {
		return p.exact(maxDays)
	}
	return p.gathered(maxDays)
}

// OneADay is the plan to compare with: each dish on a day of its own.
func OneADay(dishes []Dish, packs map[string]Pack, day Day) (Plan, error) {
	p, err := newProblem(dishes, packs, day)
	if err != nil {
		return Plan{}, err
	}
	days := make([][]int, len(dishes))
	for i := range dishes {
		days[i] = []int{i}
	}
	return p.plan(days), nil
}

type problem struct {
	until  context.Context // dishes are no longer moved once it has ended
	dishes []Dish
	packs  map[string]Pack
	day    Day
}

func newProblem(dishes []Dish, packs map[string]Pack, day Day) (*problem, error) {
	if len(dishes) == 0 {
		return nil, ErrNothing
	}
	p := &problem{context.Background(), dishes, packs, day}
	for i, d := range dishes {
		if !(d.Minutes >= 0) || math.IsInf(d.Minutes, 0) {
			return nil, fmt.Errorf("%s: its minutes are not a time", d.Name)
		}
		if _, _, ok := p.cost([]int{i}); !ok {
			return nil, fmt.Errorf("%w: %s needs %.0f minutes with its set-up, a day has %.0f", ErrTooLong, d.Name, d.Minutes+day.SetupMinutes, day.Minutes)
		}
	}
	return p, nil
}

// cost is the price and minutes of shooting these dishes on one day; ok is false
// when the day is too short.
func (p *problem) cost(on []int) (price, minutes float64, ok bool) {
	setups := map[string]bool{}
	uses := map[string]float64{}
	for _, i := range on {
		d := p.dishes[i]
		minutes += d.Minutes
		setups[d.Setup] = true
		for k, v := range d.Uses {
			uses[k] += v
		}
	}
	minutes += float64(len(setups)) * p.day.SetupMinutes
	price = p.day.Price + float64(len(setups))*p.day.SetupPrice
	names := make([]string, 0, len(uses))
	for k := range uses {
		names = append(names, k)
	}
	sort.Strings(names) // sums in one order, so that equal plans have equal prices
	for _, k := range names {
		if pack, known := p.packs[k]; known && pack.Size > 0 {
			price += math.Ceil(uses[k]/pack.Size-1e-9) * pack.Price
		}
	}
	return price, minutes, minutes <= p.day.Minutes+1e-9
}

func (p *problem) plan(days [][]int) Plan {
	out := Plan{}
	for _, on := range days {
		if len(on) == 0 {
			continue
		}
		on = append([]int{}, on...)
		sort.Ints(on)
		price, minutes, _ := p.cost(on)
		out.Price, out.Minutes = out.Price+price, out.Minutes+minutes
		setups := map[string]bool{}
		for _, i := range on {
			setups[p.dishes[i].Setup] = true
		}
		out.Setups += len(setups)
		out.Days = append(out.Days, on)
	}
	sort.Slice(out.Days, func(a, b int) bool { return out.Days[a][0] < out.Days[b][0] })
	return out
}

// step is the best way found to shoot a set of dishes in some number of days.
type step struct {
	price, minutes float64
	last           uint32 // the day taken last
	ok             bool
}

func (s step) beats(o step) bool {
	if !o.ok {
		return s.ok
	}
	if math.Abs(s.price-o.price) > 1e-6 {
		return s.price < o.price
	}
	return s.minutes < o.minutes-1e-9
}

func (p *problem) exact(maxDays int) (Plan, error) {
	n := len(p.dishes)
	if maxDays <= 0 || maxDays > n {
		maxDays = n
	}
	all := uint32(1)<<n - 1
	single := make([]step, all+1)
	for s := uint32(1); s <= all; s++ {
		price, minutes, ok := p.cost(members(s))
		single[s] = step{price, minutes, s, ok}
	}
	// best[k][s]: the dishes of s in exactly k days.
	best := make([][]step, maxDays+1)
	best[0] = make([]step, all+1)
	best[0][0].ok = true
	for k := 1; k <= maxDays; k++ {
		best[k] = make([]step, all+1)
		for s := uint32(1); s <= all; s++ {
			first := s & -s // a day must hold the first dish, or days would be counted in every order
			rest := s ^ first
			for t := rest; ; t = (t - 1) & rest {
				day := t | first
				before := best[k-1][s^day]
				if single[day].ok && before.ok {
					try := step{before.price + single[day].price, before.minutes + single[day].minutes, day, true}
					if try.beats(best[k][s]) {
						best[k][s] = try
					}
				}
				if t == 0 {
					break
				}
			}
		}
	}
	at, found := 0, step{}
	for k := 1; k <= maxDays; k++ {
		if best[k][all].beats(found) && best[k][all].ok {
			at, found = k, best[k][all]
		}
	}
	if !found.ok {
		return Plan{}, ErrDays
	}
	var days [][]int
	for s := all; at > 0; at-- {
		day := best[at][s].last
		days = append(days, members(day))
		s ^= day
	}
	out := p.plan(days)
	out.Exact, out.Bound = true, out.Price
	return out, nil
}

func members(s uint32) []int {
	out := make([]int, 0, bits.OnesCount32(s))
	for ; s != 0; s &= s - 1 {
		out = append(out, bits.TrailingZeros32(s))
	}
	return out
}

// On is what one day comes to with these dishes on it.
func On(dishes []Dish, packs map[string]Pack, day Day, on []int) Plan {
	p := &problem{context.Background(), dishes, packs, day}
	return p.plan([][]int{on})
}
