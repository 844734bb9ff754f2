package scene

import (
	"context"
	"math"

	"figladder/internal/craft/light"
)

// nudges is how often what an answer stands is moved, and lit again, to come to the goal.
const nudges = 4

// nudge moves a card of an answer, or the diffuser, or the lamps, nearer or further off until
// key to fill is what was asked for: searches light sets coarsely, and a set that is read
// finely may come out beside. It is lit as the effect of a card is, which differs from a fine
// reading by nearly the same as long as little moves; the steps are the secant's. Which is
// moved is told by turns: what cannot do it stands in the way, or in the frame. It reports how
// many sets it lit. The answer is left as it was when nothing better is found.
func (a *Answer) nudge(ctx context.Context, s Set, g Goal, p plan, turn int) int {
	base := s.Turned(float64(p.quarter) * 90)
	for i := range base.Cards {
		base.Cards[i].On = false
	}
	here := a.at
	type mover struct {
		put    func(l *layout, by float64) // by is the logarithm of how many times as far
		darker bool                        // nearer, it makes the dark side darker
	}
	var movers []mover
	for i, c := range p.cards {
		movers = append(movers, mover{func(l *layout, by float64) { l.cards[i].gapMm = within(here.cards[i].gapMm*math.Exp(by), 30, 600) }, c.Kind == "black"})
	}
	if p.diffuser != nil {
		movers = append(movers, mover{func(l *layout, by float64) { l.diffuseMm = within(here.diffuseMm*math.Exp(by), 200, 1200) }, false})
	}
	if g.MoveLamps && base.lamps() > 0 {
		movers = append(movers, mover{func(l *layout, by float64) { l.lampFar = within(here.lampFar*math.Exp(by), 0.4, 2.5) }, true})
	}
	if len(movers) == 0 {
		return 0
	}
	move := movers[turn%len(movers)]
	lit := 0
	at := func(by float64, aim Goal) *Answer {
		l := here
		move.put(&l, by)
		b := &Answer{Set: base.with(p, g, l), at: l, plan: a.plan}
		if b.Set.Check() != nil {
			return nil
		}
		lit++
		b.judge(ctx, aim, light.Effect)
		return b
	}
	first := at(0, g)
	if first == nil {
		return lit
	}
	aim := g
	aim.FillStops += first.FillStops - a.FillStops
	best := *first
	best.score = math.Inf(1)
	x, f := 0.0, first.FillStops-aim.FillStops
	step := math.Copysign(0.3, -f) // a bright card does more when it stands nearer
	if move.darker {
		step = -step
	}
	for range nudges {
		if ctx.Err() != nil {
			return lit
		}
		to := x + within(step, -0.7, 0.7)
		b := at(to, aim)
		if b == nil { // something is in the way there
			step /= 2
			continue
		}
		if b.score < best.score {
			best = *b
		}
		off := b.FillStops - aim.FillStops
		if math.Abs(off) < fillWithin/8 {
			break
		}
		slope := (off - f) / (to - x)
		x, f = to, off
		if math.Abs(slope) < 0.05 { // it does nothing here
			break
		}
		step = -off / slope
	}
	if math.IsInf(best.score, 1) {
		return lit
	}
	best.judge(ctx, g, light.Fine)
	lit++
	if best.score < a.score {
		*a = best
	}
	return lit
}

// within is v, held between two bounds.
func within(v, low, high float64) float64 { return math.Max(low, math.Min(high, v)) }
