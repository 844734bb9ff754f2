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
	base := p.begins(s)
	type mover struct {
		put    func(l *layout, by float64) // by is the logarithm of how many times as far
		darker bool                        // nearer, it makes the dark side darker
	}
	var movers []mover
	for i, c := range p.cards {
		movers = append(movers, mover{func(l *layout, by float64) { l.cards[i].gapMm = a.at.cards[i].gapMm * math.Exp(by) }, c.Kind == "black"})
	}
	if p.diffuser != nil {
		movers = append(movers, mover{func(l *layout, by float64) { l.diffuseMm = a.at.diffuseMm * math.Exp(by) }, false})
	}
	if g.MoveLamps && base.lamps() > 0 {
		movers = append(movers, mover{func(l *layout, by float64) { l.lampFar = a.at.lampFar * math.Exp(by) }, true})
	}
	if len(movers) == 0 {
		return 0
	}
	move := movers[turn%len(movers)]
	lit := 0
	at := func(by float64, aim Goal) *Answer {
		l := a.at
		move.put(&l, by)
		l = l.held()
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
	var best *Answer
	x, f := 0.0, first.FillStops-aim.FillStops
	step := math.Copysign(0.3, -f) // a bright card does more when it stands nearer
	if move.darker {
		step = -step
	}
	for range nudges {
		if ctx.Err() != nil {
			return lit
		}
		to := x + math.Max(-0.7, math.Min(0.7, step))
		b := at(to, aim)
		if b == nil { // something is in the way there
			step /= 2
			continue
		}
		if best == nil || b.score < best.score {
			best = b
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
	if best == nil {
		return lit
	}
	best.judge(ctx, g, light.Fine)
	lit++
	if best.score < a.score {
		*a = *best
	}
	return lit
}
