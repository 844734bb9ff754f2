package series

import (
	"math"
	"sort"
)

// gathered plans many dishes: the longest first, each where it adds least; then
// single moves and swaps as long as one makes the plan cheaper.
func (p *problem) gathered(maxDays int) (Plan, error) {
	n := len(p.dishes)
	if maxDays <= 0 || maxDays > n {
		maxDays = n
	}
	order := make([]int, n)
	for i := range order {
		order[i] = i
	}
	sort.SliceStable(order, func(a, b int) bool {
		x, y := p.dishes[order[a]], p.dishes[order[b]]
		if x.Setup != y.Setup {
			return x.Setup < y.Setup
		}
		return x.Minutes > y.Minutes
	})
	days, ok := p.fill(order, maxDays)
	if !ok {
		// By length alone packs tighter, if it costs more set-ups.
		sort.SliceStable(order, func(a, b int) bool { return p.dishes[order[a]].Minutes > p.dishes[order[b]].Minutes })
		if days, ok = p.fill(order, maxDays); !ok {
			return Plan{}, ErrDays
		}
	}
	p.improve(days)
	if err := p.until.Err(); err != nil {
		return Plan{}, err
	}
	out := p.plan(days)
	out.Bound = p.bound()
	out.Exact = out.Price <= out.Bound+1e-6
	return out, nil
}

func (p *problem) fill(order []int, maxDays int) ([][]int, bool) {
	days := make([][]int, maxDays)
	for _, i := range order {
		best, extra := -1, math.Inf(1)
		for d := range days {
			before := 0.0
			if len(days[d]) > 0 {
				before, _, _ = p.cost(days[d])
			}
			with := append(append([]int{}, days[d]...), i)
			after, _, ok := p.cost(with)
			if ok && after-before < extra-1e-9 {
				best, extra = d, after-before
			}
		}
		if best < 0 {
			return nil, false
		}
		days[best] = append(days[best], i)
	}
	return days, true
}

// priceOf is a day's price, 0 for an empty one, and whether it fits.
func (p *problem) priceOf(on []int) (float64, bool) {
	if len(on) == 0 {
		return 0, true
	}
	price, _, ok := p.cost(on)
	return price, ok
}

func (p *problem) improve(days [][]int) {
	for better := true; better; {
		better = false
		for a := range days {
			empty := false // one empty day is as good as another
			for b := range days {
				if p.until.Err() != nil {
					return
				}
				if a == b || len(days[a]) == 0 || len(days[b]) == 0 && empty {
					continue
				}
				empty = empty || len(days[b]) == 0
				if p.exchange(days, a, b) {
					better = true
				}
			}
		}
	}
}

// exchange moves one dish from day a to b, or swaps two, if that is cheaper.
func (p *problem) exchange(days [][]int, a, b int) bool {
	was1, _ := p.priceOf(days[a])
	was2, _ := p.priceOf(days[b])
	for i := range days[a] {
		for j := -1; j < len(days[b]); j++ {
			from := append(append([]int{}, days[a][:i]...), days[a][i+1:]...)
			to := append([]int{}, days[b]...)
			if j >= 0 {
				from = append(from, to[j])
				to[j] = days[a][i]
			} else {
				to = append(to, days[a][i])
			}
			now1, ok1 := p.priceOf(from)
			now2, ok2 := p.priceOf(to)
			if ok1 && ok2 && now1+now2 < was1+was2-1e-6 {
				days[a], days[b] = from, to
				return true
			}
		}
	}
	return false
}

// bound is a price no plan can go under: every pack bought once for all days
// together, each set-up built once, and the fewest days that hold the minutes.
func (p *problem) bound() float64 {
	setups := map[string]bool{}
	uses := map[string]float64{}
	minutes := 0.0
	for _, d := range p.dishes {
		setups[d.Setup] = true
		minutes += d.Minutes
		for k, v := range d.Uses {
			uses[k] += v
		}
	}
	minutes += float64(len(setups)) * p.day.SetupMinutes
	sum := math.Max(1, math.Ceil(minutes/p.day.Minutes-1e-9))*p.day.Price + float64(len(setups))*p.day.SetupPrice
	for k, v := range uses {
		if pack, known := p.packs[k]; known && pack.Size > 0 {
			sum += math.Ceil(v/pack.Size-1e-9) * pack.Price
		}
	}
	return sum
}
