package scene

import (
	"context"
	"fmt"
	"math"
	"strings"

	"figladder/internal/craft/light"
	"gonum.org/v1/gonum/spatial/r3"
)

// judge lights the answer's set and scores it against a goal, 0 best.
func (a *Answer) judge(ctx context.Context, g Goal, d light.Detail) {
	s := a.Set
	r := &reader{ctx: ctx, s: s}
	r.engine = r.lightOf(s, d)
	h := s.Hero()
	k := light.Ratio(r.engine.SeenFacets(h, s.ToCamera()))
	top := r3.Add(h.Foot, r3.Vec{Z: h.HeightMm + 0.5})
	r.lux = r.engine.At(top, r3.Vec{Z: 1})
	a.FillStops, a.Lux = finite(k.Stops), math.Round(r.lux.Total())
	way := light.DirectionToward(r.vector(top))
	a.Clock, a.ClockWords = math.Round(way.Clock*10)/10, ClockWords(way.Clock)
	a.BrightStops = math.Round(100*r.brightRound()) / 100
	if g.NoGlare && gloss[s.Table.Finish].share > 0 {
		glaring, looked := r.glareOver(7, func(r3.Vec) float64 { return r.lux.Total() })
		a.GlareShare = float64(glaring) / math.Max(float64(looked), 1)
	}
	var miss []string
	add := func(off, within float64, words string) {
		a.score += off * off / (within * within)
		if off > within {
			miss = append(miss, words)
		}
	}
	a.score = 0
	fill := math.Abs(math.Min(k.Stops, brink) - g.FillStops)
	add(fill, fillWithin, fmt.Sprintf("key to fill is %.1f stops", math.Min(k.Stops, brink)))
	if g.FromClock > 0 {
		off := math.Abs(math.Mod(way.Clock-g.FromClock+18, 12) - 6)
		add(off, clockWithin, "the light comes from the "+ClockWords(way.Clock))
	}
	if g.FoodBrightest && a.BrightStops > 0 {
		add(a.BrightStops+fillWithin, fillWithin, fmt.Sprintf("the table is %.1f stops brighter than the food somewhere", a.BrightStops))
	}
	if a.GlareShare > glareWithin {
		add(a.GlareShare/glareWithin, 1, fmt.Sprintf("%.0f %% of the table shows glare", 100*a.GlareShare))
	}
	a.Cards = 0
	for i, c := range s.Cards {
		if !c.On {
			continue
		}
		a.Cards++
		if inFrame(s, c.Rect()) {
			add(3, 1, c.Name+" is in the frame")
		}
		if s.crosses(i) {
			a.score += 100
			miss = append(miss, c.Name+" stands in something else")
		}
	}
	a.score += 0.08 * float64(a.Cards)
	if r.lux.Total() <= 0 {
		a.score += 1000
		miss = append(miss, "no light reaches the dish")
	}
	a.Meets, a.Misses = len(miss) == 0, strings.Join(miss, "; ")
	a.fillOnly = len(miss) == 1 && fill > fillWithin
	a.Words = s.standing()
}

// crosses reports whether a card passes through the dish, a light or another card.
func (s Set) crosses(i int) bool {
	q := s.Cards[i].Rect()
	h := s.Hero()
	edges := func(a light.Rect, meets func(p, q r3.Vec) bool) bool {
		for _, e := range [][4]float64{{-1, -1, 1, -1}, {1, -1, 1, 1}, {1, 1, -1, 1}, {-1, 1, -1, -1}, {-1, -1, 1, 1}, {-1, 1, 1, -1}, {-1, 0, 1, 0}} {
			if meets(a.At(e[0], e[1]), a.At(e[2], e[3])) {
				return true
			}
		}
		return false
	}
	if edges(q, h.Body().Blocks) || s.inDish(q) {
		return true
	}
	for k, c := range s.Cards {
		if k != i && c.On && (edges(q, c.Rect().Blocks) || edges(c.Rect(), q.Blocks)) {
			return true
		}
	}
	for _, l := range s.Lights {
		if l.On && (edges(q, l.Rect().Blocks) || edges(l.Rect(), q.Blocks)) {
			return true
		}
	}
	return false
}

// standing says what cards stand where.
func (s Set) standing() string {
	var out []string
	h := s.Hero()
	for _, c := range s.Cards {
		if !c.On {
			continue
		}
		d := r3.Vec{X: c.XMm - h.Foot.X, Y: c.YMm - h.Foot.Y}
		words := fmt.Sprintf("%s %s, %.0f cm from the rim", c.Name, ClockWords(light.DirectionToward(d).Clock), math.Max(0, r3.Norm(d)-h.RadiusMm)/10)
		switch {
		case c.TiltDeg > 3:
			words += fmt.Sprintf(", leaning back %.0f°", c.TiltDeg)
		case c.TiltDeg < -3:
			words += fmt.Sprintf(", leaning over %.0f°", -c.TiltDeg)
		}
		out = append(out, words)
	}
	if len(out) == 0 {
		return "No card at all"
	}
	return strings.Join(out, "; ")
}

// brightRound is brightest with a few looks instead of a map.
func (r *reader) brightRound() float64 {
	most := 0.0
	for _, u := range []float64{-0.95, -0.5, 0, 0.5, 0.95} {
		for _, v := range []float64{-0.95, 0, 0.95} {
			if p, ok := r.onTableAt(u, v); ok {
				most = math.Max(most, r.engine.At(r3.Add(p, r3.Vec{Z: 0.01}), r3.Vec{Z: 1}).Total())
			}
		}
	}
	food := math.Max(linear(r.s.Food.Colour).Lux(), 0.01)
	return math.Log2(math.Max(most*r.s.Table.Reflectance, 1e-6) / math.Max(r.lux.Total()*food, 1e-6))
}
