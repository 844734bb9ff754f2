package scene

import (
	"context"
	"figladder/internal/craft/words"
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"sort"
	"strings"
	"sync"

	"figladder/internal/craft/cores"
	"figladder/internal/craft/light"
	"gonum.org/v1/gonum/spatial/r3"
)

// Goal is what the light on the dish should be.
type Goal struct {
	FillStops     float64 `json:"fillStops" minimum:"0" maximum:"8" doc:"Key to fill wanted, stops"`
	FromClock     float64 `json:"fromClock" minimum:"0" maximum:"12" doc:"Where the light should come from, o'clock; 0 when that does not matter"`
	FoodBrightest bool    `json:"foodBrightest" doc:"The table in the frame is to be darker than the food"`
	NoGlare       bool    `json:"noGlare" doc:"The table is not to mirror a light"`
	MoveLamps     bool    `json:"moveLamps" doc:"Lamps may be moved; windows never are"`
	TurnSet       bool    `json:"turnSet" doc:"The set may be turned by quarters on its table, so that the windows come from elsewhere"`
}

// Owned is a card or diffuser that may be used.
type Owned struct {
	Name     string
	Kind     words.CardFace
	WidthMm  float64
	HeightMm float64
	Count    int
}

// Answer is one way to reach a goal, or to come near.
type Answer struct {
	Set         Set     `json:"set" doc:"The set, ready to be put in place of the one there is"`
	Words       string  `json:"words" doc:"What stands where"`
	FillStops   float64 `json:"fillStops" doc:"Key to fill, stops; 99 when the dark side has no light"`
	Clock       float64 `json:"clock" doc:"Where the light comes from, o'clock"`
	ClockWords  string  `json:"clockWords" doc:"The same in words"`
	BrightStops float64 `json:"brightStops" doc:"Brightest place of the table against the food, stops; below 0 the food is brightest"`
	GlareShare  float64 `json:"glareShare" doc:"Share of the table in the frame that mirrors a light"`
	Lux         float64 `json:"lux" doc:"Light on the dish"`
	Cards       int     `json:"cards" doc:"Cards and diffusers in"`
	Meets       bool    `json:"meets" doc:"Whether it does all that was asked"`
	Misses      string  `json:"misses" doc:"What it does not do; empty when it meets the goal"`
	score       float64
	plan        int
	at          layout
	fillOnly    bool // key to fill is all it misses
}

// Solved is what a search found.
type Solved struct {
	Answers []Answer `json:"answers" doc:"A few different ones, best first"`
	Tried   int      `json:"tried" doc:"Sets that were lit"`
	Meets   bool     `json:"meets" doc:"Whether any does all that was asked"`
	Words   string   `json:"words" doc:"What to make of it"`
}

// Tolerances within which a goal counts as met.
const (
	fillWithin  = 0.2  // stops
	clockWithin = 1.0  // hours
	glareWithin = 0.03 // of the table in the frame
)

// plan is one choice of what to use; where it stands is searched.
type plan struct {
	cards    []Owned // at most two
	diffuser *Owned
	quarter  int // quarter turns of the set
}

// aims is how often an answer that turns out beside the goal is nudged towards it.
const aims = 2

// looks is how many sets a plan may light.
const looks = 46

// Solve looks for places, sizes, faces and tilts of the cards and the diffuser that
// are owned, for the distance and side of lamps, and for a turn of the set, that
// come nearest to a goal. Windows and camera stay, and cards that are in go out.
//
// For each choice of what to use it tries places round the dish, then goes on from
// the best by smaller and smaller random steps (a (1+1) evolution strategy:
// Rechenberg 1973). The same seed gives the same answers. It stops with the context's
// error when that ends; progress is told shares from 0 to 1.
func Solve(ctx context.Context, s Set, g Goal, own []Owned, seed uint64, progress func(float64)) (Solved, error) {
	plans := plansOf(s, g, own)
	results := make([]*Answer, len(plans))
	var mu sync.Mutex
	done, tried := 0, 0
	err := cores.Each(ctx, len(plans), func(i int) {
		a, n := search(ctx, s, g, plans[i], rand.New(rand.NewPCG(seed, uint64(i))))
		if a != nil {
			a.plan = i
		}
		mu.Lock()
		defer mu.Unlock()
		results[i] = a
		done++
		tried += n
		if progress != nil {
			progress(float64(done) / float64(len(plans)+2))
		}
	})
	if err != nil {
		return Solved{}, err
	}
	out := Solved{Tried: tried, Answers: []Answer{}}
	var found []Answer
	for _, a := range results {
		if a != nil {
			found = append(found, *a)
		}
	}
	sort.SliceStable(found, func(i, j int) bool { return found[i].score < found[j].score })
	for _, a := range found {
		if len(out.Answers) == 4 {
			break
		}
		if likeAny(out.Answers, a) {
			continue
		}
		out.Answers = append(out.Answers, a)
	}
	// The search lights sets coarsely. Each answer is lit finely, and nudged when it turns out
	// beside the goal.
	each := func(do func(a *Answer)) {
		var last cores.Group
		for i := range out.Answers {
			last.Go(func() { do(&out.Answers[i]) })
		}
		last.Wait()
	}
	each(func(a *Answer) { a.judge(ctx, g, light.Fine) })
	for turn := range aims {
		if turn > 0 && slices.ContainsFunc(out.Answers, func(a Answer) bool { return a.Meets }) {
			break
		}
		each(func(a *Answer) {
			if a.FillStops >= noFill || !a.fillOnly { // nothing else is mended by it
				return
			}
			n := a.nudge(ctx, s, g, plans[a.plan], turn)
			mu.Lock()
			out.Tried += n
			mu.Unlock()
		})
	}
	if err := ctx.Err(); err != nil {
		return Solved{}, err
	}
	for _, a := range out.Answers {
		out.Meets = out.Meets || a.Meets
	}
	sort.SliceStable(out.Answers, func(i, j int) bool {
		a, b := out.Answers[i], out.Answers[j]
		if a.Meets != b.Meets {
			return a.Meets
		}
		return a.score < b.score
	})
	out.Words = out.verdict(g, own)
	return out, nil
}

func (o Solved) verdict(g Goal, own []Owned) string {
	switch {
	case len(o.Answers) == 0:
		return "No light is on, so there is nothing to shape. Switch a window or a lamp on."
	case o.Meets:
		return fmt.Sprintf("%d sets tried. The first does all you asked with the fewest cards.", o.Tried)
	case len(own) == 0:
		return "The studio has no cards or diffusers in its kit, so only lamps and the turn of the set could be changed. Nothing does all you asked; the nearest are below."
	}
	return fmt.Sprintf("%d sets tried, and none does all you asked with what the studio owns and this light. The nearest are below, each with what it misses.", o.Tried)
}

// likeAny reports whether an answer uses the same things as one that is listed.
func likeAny(list []Answer, a Answer) bool {
	for _, b := range list {
		if kinds(a.Set) == kinds(b.Set) && math.Abs(a.Clock-b.Clock) < 1.5 {
			return true
		}
	}
	return false
}

func kinds(s Set) string {
	var out []string
	for _, c := range s.Cards {
		if c.On {
			out = append(out, string(c.Kind))
		}
	}
	sort.Strings(out)
	return strings.Join(out, ", ")
}

// plansOf lists what may be used together: nothing, each face by itself in its
// largest and smallest size, each with a black card, and those with the diffuser.
func plansOf(s Set, g Goal, own []Owned) []plan {
	byKind := map[words.CardFace][]Owned{}
	var diffuser *Owned
	for i, o := range own {
		if o.Count < 1 || o.WidthMm <= 0 || o.HeightMm <= 0 {
			continue
		}
		if o.Kind == "diffuser" {
			if diffuser == nil || o.WidthMm*o.HeightMm > diffuser.WidthMm*diffuser.HeightMm {
				diffuser = &own[i]
			}
			continue
		}
		byKind[o.Kind] = append(byKind[o.Kind], o)
	}
	var faces []words.CardFace
	for k, list := range byKind {
		faces = append(faces, k)
		sort.Slice(list, func(i, j int) bool { return list[i].WidthMm*list[i].HeightMm > list[j].WidthMm*list[j].HeightMm })
	}
	slices.Sort(faces)
	hands := [][]Owned{nil}
	for _, k := range faces {
		list := byKind[k]
		hands = append(hands, []Owned{list[0]})
		if last := list[len(list)-1]; len(list) > 1 {
			hands = append(hands, []Owned{last})
		}
		if k != "black" && len(byKind["black"]) > 0 {
			hands = append(hands, []Owned{list[0], byKind["black"][0]})
		}
		switch { // two of a kind, one each side
		case list[0].Count > 1:
			hands = append(hands, []Owned{list[0], list[0]})
		case len(list) > 1:
			hands = append(hands, []Owned{list[0], list[1]})
		}
	}
	quarters := []int{0}
	if g.TurnSet {
		quarters = []int{0, 1, 2, 3}
	}
	var out []plan
	for _, q := range quarters {
		for _, h := range hands {
			out = append(out, plan{cards: h, quarter: q})
			if diffuser != nil && (len(h) == 0 || h[0].Kind == "white" || h[0].Kind == "black") && len(h) < 2 {
				out = append(out, plan{cards: h, diffuser: diffuser, quarter: q})
			}
		}
	}
	return out
}

// spot is where a card stands round the dish: what is searched.
type spot struct{ clock, gapMm, turnDeg, tiltDeg float64 }

type layout struct {
	cards     [2]spot
	diffuseMm float64 // diffuser to dish
	lampClock float64 // hours the lamps are moved round
	lampFar   float64 // their distance, times
}

// held is the layout, kept to what is searched.
func (l layout) held() layout {
	keep := func(v *float64, low, high float64) { *v = math.Max(low, math.Min(high, *v)) }
	for i := range l.cards {
		c := &l.cards[i]
		keep(&c.gapMm, 30, 600)
		keep(&c.turnDeg, -40, 40)
		keep(&c.tiltDeg, -25, 35)
	}
	keep(&l.diffuseMm, 200, 1200)
	keep(&l.lampFar, 0.4, 2.5)
	return l
}

// begins is the set that a plan begins with: turned, and without its cards.
func (p plan) begins(s Set) Set {
	base := s.Turned(float64(p.quarter) * 90)
	for i := range base.Cards {
		base.Cards[i].On = false
	}
	return base
}

func search(ctx context.Context, s Set, g Goal, p plan, rng *rand.Rand) (*Answer, int) {
	base := p.begins(s)
	tried := 0
	var best *Answer
	var bestAt layout
	try := func(l layout) bool {
		if ctx.Err() != nil {
			return false
		}
		tried++
		a := &Answer{Set: base.with(p, g, l), at: l}
		if a.Set.Check() != nil {
			return false
		}
		a.judge(ctx, g, light.Search)
		a.score += 0.02 * float64(p.quarter%4) // leave the set as it stands if that does
		if best == nil || a.score < best.score {
			best, bestAt = a, l
			return true
		}
		return false
	}
	opposite := math.Mod(base.lightClock()+6, 12)
	start := layout{diffuseMm: 420, lampFar: 1}
	start.cards[0] = spot{opposite, 120, 0, 0}
	start.cards[1] = spot{math.Mod(opposite+6, 12), 160, 0, 0}
	try(start)
	if len(p.cards) > 0 {
		for i := range 12 { // all round
			l := start
			l.cards[0].clock = float64(i)
			try(l)
			if len(p.cards) > 1 {
				l = bestAt
				l.cards[1].clock = float64(i)
				try(l)
			}
		}
	}
	if g.MoveLamps && base.lamps() > 0 {
		for i := range 12 {
			l := bestAt
			l.lampClock = float64(i)
			try(l)
		}
	}
	step := 1.0
	for tried < looks && best != nil && ctx.Err() == nil {
		if len(p.cards) == 0 && p.diffuser == nil && (!g.MoveLamps || base.lamps() == 0) {
			break
		}
		l := bestAt
		for i := range p.cards {
			c := &l.cards[i]
			c.clock = math.Mod(c.clock+12+step*rng.NormFloat64()*1.2, 12)
			c.gapMm *= math.Exp(step * rng.NormFloat64() * 0.6)
			c.turnDeg += step * rng.NormFloat64() * 12
			c.tiltDeg += step * rng.NormFloat64() * 10
		}
		if p.diffuser != nil {
			l.diffuseMm *= math.Exp(step * rng.NormFloat64() * 0.4)
		}
		if g.MoveLamps {
			l.lampFar *= math.Exp(step * rng.NormFloat64() * 0.4)
			l.lampClock += step * rng.NormFloat64()
		}
		if try(l.held()) {
			step = math.Min(step*1.4, 1.5)
		} else {
			step = math.Max(step*0.9, 0.08)
		}
	}
	return best, tried
}

// Turned returns the set with its windows and lamps gone round the dish clockwise by
// an angle: what is seen when the set is turned the other way on its table.
func (s Set) Turned(deg float64) Set {
	out := s.Copy()
	if deg == 0 {
		return out
	}
	sin, cos := math.Sincos(deg * math.Pi / 180)
	for i := range out.Lights {
		l := &out.Lights[i]
		dx, dy := l.XMm-s.Vessel.XMm, l.YMm-s.Vessel.YMm
		l.XMm, l.YMm = math.Round(s.Vessel.XMm+dx*cos+dy*sin), math.Round(s.Vessel.YMm-dx*sin+dy*cos)
		l.FacingDeg = math.Mod(l.FacingDeg+deg+360, 360)
	}
	out.Daylight.FarSideDeg = math.Mod(s.Daylight.FarSideDeg-deg+720, 360)
	return out
}

func (s Set) lamps() int {
	n := 0
	for _, l := range s.Lights {
		if l.On && !l.Window() {
			n++
		}
	}
	return n
}

// lightClock is about where the lights stand, by their brightness and size.
func (s Set) lightClock() float64 {
	var sum r3.Vec
	for _, l := range s.Lights {
		if !l.On {
			continue
		}
		d := r3.Sub(l.Rect().Centre, s.Hero().Foot)
		w := l.Luminance() * l.WidthMm * l.HeightMm / r3.Norm2(d)
		sum = r3.Add(sum, r3.Scale(w/r3.Norm(d), d))
	}
	return light.DirectionToward(sum).Clock
}

// with stands a layout round the dish.
func (s Set) with(p plan, g Goal, l layout) Set {
	out := s.Copy()
	h := s.Hero()
	stand := func(o Owned, clock, gap, turn, tilt float64) Card {
		sin, cos := math.Sincos(clock / 12 * 2 * math.Pi)
		away := h.RadiusMm + gap
		return Card{Name: o.Name, Kind: o.Kind, On: true, XMm: math.Round(h.Foot.X + away*sin), YMm: math.Round(h.Foot.Y + away*cos), WidthMm: o.WidthMm, HeightMm: o.HeightMm,
			FacingDeg: math.Mod(math.Round(clock*30+180+turn)+720, 360), TiltDeg: math.Round(tilt)}
	}
	if g.MoveLamps {
		for i := range out.Lights {
			lamp := &out.Lights[i]
			if !lamp.On || lamp.Window() {
				continue
			}
			d := r3.Vec{X: lamp.XMm - h.Foot.X, Y: lamp.YMm - h.Foot.Y, Z: lamp.ZMm}
			sin, cos := math.Sincos(l.lampClock / 12 * 2 * math.Pi)
			d = r3.Scale(l.lampFar, r3.Vec{X: d.X*cos + d.Y*sin, Y: -d.X*sin + d.Y*cos, Z: d.Z})
			lamp.XMm, lamp.YMm, lamp.ZMm = math.Round(h.Foot.X+d.X), math.Round(h.Foot.Y+d.Y), math.Round(math.Max(d.Z, lamp.HeightMm/2+20))
			lamp.FacingDeg = towards(lamp.XMm, lamp.YMm, s)
		}
	}
	var put []Card
	for i, o := range p.cards {
		c := l.cards[i]
		put = append(put, stand(o, c.clock, c.gapMm, c.turnDeg, c.tiltDeg))
	}
	if p.diffuser != nil {
		put = append(put, stand(*p.diffuser, out.lightClock(), l.diffuseMm, 0, 0))
	}
	// Cards that the set has and that are used again keep their place in the list.
	for _, c := range put {
		at := -1
		for i, was := range out.Cards {
			if !was.On && was.Kind == c.Kind && was.WidthMm == c.WidthMm && was.HeightMm == c.HeightMm {
				at = i
				break
			}
		}
		switch {
		case at >= 0:
			out.Cards[at] = c
		case len(out.Cards) < 8:
			out.Cards = append(out.Cards, c)
		default:
			for i, was := range out.Cards {
				if !was.On {
					out.Cards[i] = c
					break
				}
			}
		}
	}
	return out
}
