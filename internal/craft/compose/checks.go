package compose

import (
	"fmt"
	"math"

	"figladder/internal/craft/colour"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/light"
	"figladder/internal/craft/scene"
	"github.com/lucasb-eyer/go-colorful"
)

// The start values of the checks, all of our own unless said: shares of the frame, CIE
// L* and chroma, degrees.
const (
	smallShare   = 0.006 // a thing smaller than this draws no eye
	brighterL    = 8
	louderC      = 22
	heroLost     = 0.05
	crowdedShare = 0.12
	centred      = 0.045
	levelDeg     = 3
	lineShare    = 0.05 // how far off a line, as a share of its length, three pieces may be
)

// Findings are what stands against the frame, by how much advice is wanted: all of it,
// only what is likely to spoil the picture, or none.
func (f *Frame) Findings() []finding.Finding {
	out := []finding.Finding{}
	if f.Set.Advice == "off" {
		return out
	}
	for _, check := range []func(*Frame) []finding.Finding{
		brighter, louder, twins, fights, cutOff, centreProp, heroSmall, deadCentre, emptySide, crowded,
		evenCounts, garnishLine, roundOnRound, levelLines, leadsOut, afterthought, bigCutlery, bestSide, dinersSide, clashing, tooWide,
	} {
		for _, x := range check(f) {
			if f.Set.Advice == "quiet" && x.Severity == finding.Note {
				continue
			}
			out = append(out, x)
		}
	}
	return out
}

func path(t int, field string) string { return fmt.Sprintf("things.%d.%s", t, field) }

func takeOut(s *Seen) finding.Try {
	return finding.Press("Take “"+s.Name+"” out", finding.SetFlag(path(s.object.Thing, "on"), false))
}

func one(f finding.Finding) []finding.Finding { return []finding.Finding{f} }

func percent(v float64) string { return fmt.Sprintf("%.0f %%", 100*v) }

// brighter: a prop comes out lighter than the food.
func brighter(f *Frame) []finding.Finding {
	hero, _, _ := f.hero()
	if hero == nil {
		return nil
	}
	var worst *Seen
	for _, p := range f.props() {
		if !p.object.Edible && p.Share > smallShare && p.L > hero.L+brighterL && (worst == nil || p.L > worst.L) {
			worst = p
		}
	}
	if worst == nil {
		return nil
	}
	return one(finding.Finding{Code: "brighter-prop", Severity: finding.Care, Subject: worst.Name,
		Measure: fmt.Sprintf("L* %.0f", worst.L), Limit: fmt.Sprintf("the food's L* %.0f", hero.L),
		Because: "The eye goes to the lightest thing first, and that is not the food.",
		Try:     []finding.Try{takeOut(worst), finding.Hands("Swap it for a darker one, or shade it with a low black card")}})
}

// louder: a prop is more strongly coloured than the food.
func louder(f *Frame) []finding.Finding {
	hero, _, _ := f.hero()
	if hero == nil {
		return nil
	}
	for _, p := range f.props() {
		if !p.object.Edible && p.Share > smallShare && p.C > hero.C+louderC {
			return one(finding.Finding{Code: "louder-prop", Severity: finding.Care, Subject: p.Name,
				Measure: fmt.Sprintf("chroma %.0f", p.C), Limit: fmt.Sprintf("the food's %.0f", hero.C),
				Because: "A strong colour beside quiet food takes the picture from it.",
				Try:     []finding.Try{takeOut(p), finding.Hands("Swap it for a quieter one")}})
		}
	}
	return nil
}

// twins: a prop beside the food is nearly its colour.
func twins(f *Frame) []finding.Finding {
	food := f.find("food")
	if food == nil {
		return nil
	}
	for _, p := range f.props() {
		if p.object.Edible || p.Share < smallShare/3 {
			continue
		}
		de := 100 * p.paint.DistanceCIEDE2000(food.paint)
		if !colour.Twin(de) || gap(p, food) > 0.06 {
			continue
		}
		away := f.aside(p)
		told := colour.TwinFinding("colour-twin", p.Name, "food", de)
		told.Try = append(away, takeOut(p), finding.Hands("Swap it for one of another colour"))
		return one(told)
	}
	return nil
}

// gap is how far apart two things are in the frame, as a share of its width; 0 when
// their boxes meet.
func gap(a, b *Seen) float64 {
	x := math.Max(0, math.Max(a.left-b.right, b.left-a.right))
	y := math.Max(0, math.Max(a.top-b.bottom, b.top-a.bottom))
	return math.Hypot(x, y)
}

// aside moves a prop straight away from the dish, until there is a gap.
func (f *Frame) aside(p *Seen) []finding.Try {
	t := f.Set.Things[p.object.Thing]
	v := f.Set.Vessel
	dx, dy := t.XMm-v.XMm, t.YMm-v.YMm
	l := math.Hypot(dx, dy)
	if l < 1 {
		return nil
	}
	k := (l + 90) / l
	return []finding.Try{finding.Press("Move it 9 cm off the dish", finding.SetNumber(path(p.object.Thing, "xMm"), math.Round(v.XMm+dx*k)), finding.SetNumber(path(p.object.Thing, "yMm"), math.Round(v.YMm+dy*k)))}
}

// fights: vessel and food both strong, in hues that are neither near nor opposite.
func fights(f *Frame) []finding.Finding {
	food, vessel := f.find("food"), f.find("vessel")
	if food == nil || vessel == nil {
		return nil
	}
	a, b := colour.OfColorful(vessel.paint), colour.OfColorful(food.paint)
	if _, fights := colour.Fight(a, b); !fights {
		return nil
	}
	told := colour.FightFinding("vessel-fights", "Vessel", "food", a, b)
	told.Try = []finding.Try{finding.Press("Plan a neutral vessel", finding.SetText("vessel.colour", "#b9b4a8")), finding.Hands("Choose a quieter vessel")}
	return one(told)
}

// cutOff: a thing is cut by the frame so that it cannot be read.
func cutOff(f *Frame) []finding.Finding {
	var out []finding.Finding
	for _, p := range f.props() {
		t := f.Set.Things[p.object.Thing]
		head := true // whether the end that says what a piece of cutlery is, is seen
		if t.Cutlery() {
			sin, cos := math.Sincos(t.TurnDeg * math.Pi / 180)
			x, y, ok := f.Set.Project(vec(t.XMm+t.DepthMm*0.38*sin, t.YMm+t.DepthMm*0.38*cos, p.object.Hi.Z))
			head = ok && math.Abs(x) <= 1 && math.Abs(y) <= 1
		}
		if p.Inside > 0.45 && head || p.Inside > 0.999 {
			continue
		}
		words := fmt.Sprintf("%s of it is in the frame", percent(p.Inside))
		if !head {
			words += ", its handle only"
		}
		tries := []finding.Try{takeOut(p)}
		if to, ok := f.drawnIn(p); ok {
			tries = append([]finding.Try{to}, tries...)
		}
		out = append(out, finding.Finding{Code: "cut-off", Severity: finding.Note, Subject: p.Name, Measure: words, Limit: "enough to be read, or none",
			Because: "What is cut like this only puzzles the viewer.", Try: tries})
		if len(out) == 2 {
			break
		}
	}
	return out
}

// drawnIn moves a thing toward the frame's middle until most of it is seen.
func (f *Frame) drawnIn(p *Seen) (finding.Try, bool) {
	t := f.Set.Things[p.object.Thing]
	aim := f.Set.Aim()
	for _, k := range []float64{0.85, 0.7, 0.55, 0.4} {
		x, y := aim.X+(t.XMm-aim.X)*k, aim.Y+(t.YMm-aim.Y)*k
		inside := true
		sin, cos := math.Sincos(t.TurnDeg * math.Pi / 180)
		for _, e := range []float64{-0.4, 0.4} {
			px, py, ok := f.Set.Project(vec(x+t.DepthMm*e*sin, y+t.DepthMm*e*cos, p.object.Hi.Z))
			inside = inside && ok && math.Abs(px) < 1 && math.Abs(py) < 1
		}
		if inside && math.Hypot(x-f.Set.Vessel.XMm, y-f.Set.Vessel.YMm) > f.Set.Vessel.DiameterMm/2+t.WidthMm/2 {
			return finding.Press("Draw it in", finding.SetNumber(path(p.object.Thing, "xMm"), math.Round(x)), finding.SetNumber(path(p.object.Thing, "yMm"), math.Round(y))), true
		}
	}
	return finding.Try{}, false
}

// centreProp: a prop sits where the hero should.
func centreProp(f *Frame) []finding.Finding {
	_, hx, hy := f.hero()
	for _, p := range f.props() {
		if p.object.Edible || p.Share < smallShare || math.Hypot(p.X-0.5, p.Y-0.5) > 0.07 || math.Hypot(hx-0.5, hy-0.5) < 0.12 {
			continue
		}
		tries := append(f.aside(p), takeOut(p))
		return one(finding.Finding{Code: "centre-prop", Severity: finding.Note, Subject: p.Name, Measure: "in the very centre", Limit: "anywhere else",
			Because: "The middle is the first place that is looked at, and the food is not there.", Try: tries})
	}
	return nil
}

// heroSmall: the dish is lost in empty space.
func heroSmall(f *Frame) []finding.Finding {
	l := f.Look()
	if l.HeroShare >= heroLost || l.HeroShare == 0 {
		return nil
	}
	c := f.Set.Camera
	near := math.Max(c.ClosestMm, c.DistanceMm*math.Sqrt(l.HeroShare/0.14))
	return one(finding.Finding{Code: "hero-lost", Severity: finding.Care, Subject: "Hero", Measure: percent(l.HeroShare) + " of the frame", Limit: percent(heroLost) + " or more",
		Because: "The dish is lost in the space round it.",
		Try:     []finding.Try{finding.Press(fmt.Sprintf("Come in to %.0f cm", math.Ceil(near/10)), finding.SetNumber("camera.distanceMm", math.Ceil(near/10)*10))}})
}

// deadCentre: the hero is small and dead in the middle.
func deadCentre(f *Frame) []finding.Finding {
	_, x, y := f.hero()
	l := f.Look()
	if math.Abs(x-0.5) > centred || math.Abs(y-0.5) > centred || l.HeroShare > 0.3 || l.HeroShare == 0 {
		return nil
	}
	// Aim so that the dish comes to a third.
	across, _ := f.Set.Camera.FrameSensor()
	width := across * f.Set.Camera.DistanceMm / f.Set.ImageDistanceMm()
	return one(finding.Finding{Code: "dead-centre", Severity: finding.Note, Subject: "Hero", Measure: fmt.Sprintf("%.0f %% from the left, %.0f %% from the top", 100*x, 100*y), Limit: "off the middle, or filling it",
		Because: "A small hero in the dead centre stands still; off it, the space beside begins to count.",
		Try:     []finding.Try{finding.Press("Aim to its left", finding.SetNumber("camera.aimXMm", math.Round(f.Set.Camera.AimXMm-width/6))), finding.Press("Aim to its right", finding.SetNumber("camera.aimXMm", math.Round(f.Set.Camera.AimXMm+width/6)))}})
}

// emptySide: everything is on one side.
func emptySide(f *Frame) []finding.Finding {
	var left, right float64
	for i := range f.seen {
		s := &f.seen[i]
		if s.within == 0 || ground(s.object) {
			continue
		}
		l := clamp((1./3 - s.left) / math.Max(s.right-s.left, 1e-6))
		r := clamp((s.right - 2./3) / math.Max(s.right-s.left, 1e-6))
		left, right = left+s.Share*l, right+s.Share*r
	}
	low, high, side := left, right, "left"
	if right < left {
		low, high, side = right, left, "right"
	}
	if low > 0.004 || high < 0.06 {
		return nil
	}
	return one(finding.Finding{Code: "empty-side", Severity: finding.Note, Subject: "Balance", Measure: fmt.Sprintf("nothing on the %s, %s on the other third", side, percent(high)), Limit: "something on both, or space that is meant",
		Because: "One side carries all the weight. Keep it if the space is for words.",
		Try:     []finding.Try{finding.Hands("Put a small, quiet thing there, such as one of its ingredients"), finding.Press("Aim toward the full side", finding.SetNumber("camera.aimXMm", math.Round(f.Set.Camera.AimXMm+map[string]float64{"left": 60, "right": -60}[side])))}})
}

func clamp(v float64) float64 { return math.Max(0, math.Min(1, v)) }

// crowded: hardly any room left.
func crowded(f *Frame) []finding.Finding {
	l := f.Look()
	n := len(f.props())
	if l.EmptyShare > crowdedShare || n < 3 {
		return nil
	}
	small := f.props()[0]
	for _, p := range f.props() {
		if p.Share < small.Share {
			small = p
		}
	}
	return one(finding.Finding{Code: "crowded", Severity: finding.Note, Subject: "Space", Measure: percent(l.EmptyShare) + " of the frame is free", Limit: percent(crowdedShare) + " or more",
		Because: "You can add, but a crowd cannot be taken away later.", Try: []finding.Try{takeOut(small)}})
}

// evenCounts: two, four or six alike.
func evenCounts(f *Frame) []finding.Finding {
	type like struct {
		kind, colour string
		size         int
	}
	groups := map[like][]*Seen{}
	var order []like
	for _, p := range f.props() {
		t := f.Set.Things[p.object.Thing]
		if t.Kind == "scatter" && t.Count > 0 && t.Count <= 8 && t.Count%2 == 0 && p.Share > smallShare/4 {
			return one(finding.Finding{Code: "even-count", Severity: finding.Note, Subject: p.Name, Measure: fmt.Sprintf("%d of them", t.Count), Limit: "an odd number",
				Because: "The eye pairs an even number off; with an odd one it keeps moving.",
				Try:     []finding.Try{finding.Press(fmt.Sprintf("Make it %d", t.Count-1), finding.SetNumber(path(p.object.Thing, "count"), float64(t.Count-1))), finding.Press(fmt.Sprintf("Make it %d", t.Count+1), finding.SetNumber(path(p.object.Thing, "count"), float64(t.Count+1)))}})
		}
		k := like{t.Kind, t.Colour, int(t.WidthMm / 10)}
		if groups[k] == nil {
			order = append(order, k)
		}
		groups[k] = append(groups[k], p)
	}
	for _, k := range order {
		g := groups[k]
		if len(g) < 2 || len(g) > 8 || len(g)%2 == 1 || g[0].Share < smallShare/2 {
			continue
		}
		return one(finding.Finding{Code: "even-count", Severity: finding.Note, Subject: g[0].Name, Measure: fmt.Sprintf("%d alike", len(g)), Limit: "an odd number",
			Because: "The eye pairs an even number off; with an odd one it keeps moving.", Try: []finding.Try{takeOut(g[len(g)-1]), finding.Hands("Or add one")}})
	}
	return nil
}

// garnishLine: three or more small pieces of food in a line.
func garnishLine(f *Frame) []finding.Finding {
	var small []*Seen
	for _, p := range f.props() {
		if p.object.Edible && p.Share < 0.03 && p.Share > 0.0002 {
			small = append(small, p)
		}
	}
	for i, a := range small {
		for k := i + 1; k < len(small); k++ {
			c := small[k]
			dx, dy := c.X-a.X, c.Y-a.Y
			long := math.Hypot(dx, dy)
			if long < 0.12 {
				continue
			}
			for _, b := range small {
				if b == a || b == c {
					continue
				}
				along := ((b.X-a.X)*dx + (b.Y-a.Y)*dy) / (long * long)
				off := math.Abs((b.X-a.X)*dy-(b.Y-a.Y)*dx) / long
				if along < 0.2 || along > 0.8 || off > lineShare*long {
					continue
				}
				t := f.Set.Things[b.object.Thing]
				return one(finding.Finding{Code: "garnish-line", Severity: finding.Note, Subject: b.Name, Measure: fmt.Sprintf("three in a line, off it by %.1f %%", 100*off), Limit: fmt.Sprintf("%.1f %% or more", 100*lineShare*long),
					Because: "Garnish in a row looks set down with a ruler.",
					Try:     []finding.Try{finding.Press("Move the middle one 3 cm", finding.SetNumber(path(b.object.Thing, "yMm"), t.YMm+30), finding.SetNumber(path(b.object.Thing, "xMm"), t.XMm-12))}})
			}
		}
	}
	return nil
}

// roundOnRound: nothing in the frame has a corner.
func roundOnRound(f *Frame) []finding.Finding {
	round := 1 // the vessel
	for i := range f.seen {
		s := &f.seen[i]
		if s.within == 0 || s.object.Thing < 0 || s.Share < smallShare/3 {
			continue
		}
		if t := f.Set.Things[s.object.Thing]; !t.Round() && !t.Edible() {
			return nil
		} else if t.Round() {
			round++
		}
	}
	if round < 3 {
		return nil
	}
	return one(finding.Finding{Code: "round-on-round", Severity: finding.Note, Subject: "Shapes", Measure: fmt.Sprintf("%d round things and nothing straight", round), Limit: "one straight edge",
		Because: "Everything round on round gives the eye no line to follow.", Try: []finding.Try{finding.Hands("Lay a napkin, a board or a knife at an angle")}})
}

// levelLines: boards and cloths lie dead square to the frame.
func levelLines(f *Frame) []finding.Finding {
	for i := range f.seen {
		s := &f.seen[i]
		if s.within == 0 || s.object.Thing < 0 || s.Share < 0.02 {
			continue
		}
		t := f.Set.Things[s.object.Thing]
		if !t.Lies() || t.WidthMm > 900 {
			continue
		}
		off := math.Abs(math.Mod(t.TurnDeg+720+45, 90) - 45)
		if off > levelDeg {
			continue
		}
		return one(finding.Finding{Code: "dead-level", Severity: finding.Note, Subject: s.Name, Measure: fmt.Sprintf("%.0f° off square", off), Limit: fmt.Sprintf("more than %d°", levelDeg),
			Because: "A board on the diagonal leads in; dead level, it shuts the picture.",
			Try:     []finding.Try{finding.Press("Turn it by 14°", finding.SetNumber(path(s.object.Thing, "turnDeg"), t.TurnDeg+14)), finding.Press("Turn it the other way", finding.SetNumber(path(s.object.Thing, "turnDeg"), t.TurnDeg-14))}})
	}
	return nil
}

// leadsOut: a piece of cutlery beside the dish points past it, out of the frame.
func leadsOut(f *Frame) []finding.Finding {
	if f.Set.Camera.ElevationDeg > 75 { // a flat lay is laid for the diner
		return nil
	}
	for _, p := range f.props() {
		t := f.Set.Things[p.object.Thing]
		if !t.Cutlery() || p.Inside < 0.5 {
			continue
		}
		to := math.Atan2(f.Set.Vessel.XMm-t.XMm, f.Set.Vessel.YMm-t.YMm) * 180 / math.Pi
		// A line leads both ways: only its slope counts.
		off := math.Abs(math.Mod(t.TurnDeg-to+720+90, 180) - 90)
		if off < 70 {
			continue
		}
		turn := math.Round(to + 25)
		return one(finding.Finding{Code: "leads-out", Severity: finding.Note, Subject: p.Name, Measure: fmt.Sprintf("%.0f° off the line to the dish", off), Limit: "under 70°",
			Because: "Lines lead the eye: this one leads it past the food.", Try: []finding.Try{finding.Press("Turn it toward the dish", finding.SetNumber(path(p.object.Thing, "turnDeg"), turn))}})
	}
	return nil
}

// afterthought: a second plate or bowl half out of the frame.
func afterthought(f *Frame) []finding.Finding {
	for _, p := range f.props() {
		t := f.Set.Things[p.object.Thing]
		if t.Kind != f.Set.Vessel.Kind || t.WidthMm < f.Set.Vessel.DiameterMm*0.7 || p.Inside > 0.75 || p.Inside < 0.1 {
			continue
		}
		if p.Inside > 0.55 && p.Share > 0.05 {
			continue
		}
		tries := []finding.Try{takeOut(p)}
		if to, ok := f.drawnIn(p); ok {
			tries = append([]finding.Try{to}, tries...)
		}
		return one(finding.Finding{Code: "afterthought", Severity: finding.Note, Subject: p.Name, Measure: percent(p.Inside) + " of it is in the frame", Limit: "more than half, or none",
			Because: "A second one that is only just in looks like an afterthought.", Try: tries})
	}
	return nil
}

// bigCutlery: full-size cutlery beside a small dish.
func bigCutlery(f *Frame) []finding.Finding {
	for _, p := range f.props() {
		t := f.Set.Things[p.object.Thing]
		if !t.Cutlery() || p.Inside < 0.3 || t.DepthMm <= 1.15*f.Set.Vessel.DiameterMm || f.Set.Vessel.Kind == "glass" || f.Set.Vessel.Kind == "coupe" || f.Set.Vessel.Kind == "mug" {
			continue
		}
		return one(finding.Finding{Code: "big-cutlery", Severity: finding.Note, Subject: p.Name, Measure: fmt.Sprintf("%.0f cm beside a dish of %.0f cm", t.DepthMm/10, f.Set.Vessel.DiameterMm/10), Limit: fmt.Sprintf("up to %.0f cm", 1.15*f.Set.Vessel.DiameterMm/10),
			Because: "Full-size cutlery comes at the lens and makes the dish look like a toy's.", Try: []finding.Try{takeOut(p), finding.Hands("Use a cake or salad set")}})
	}
	return nil
}

// bestSide: the best pieces look away from the lens.
func bestSide(f *Frame) []finding.Finding {
	b := f.Set.Food.Best
	if b == "" || b == "near" || f.Set.Camera.ElevationDeg > 75 {
		return nil
	}
	return one(finding.Finding{Code: "best-side", Severity: finding.Care, Subject: "Dish", Measure: "its best side looks " + map[string]string{"far": "away", "left": "to the left", "right": "to the right"}[b], Limit: "toward the lens",
		Because: "The best pieces belong on the lens's side.", Try: []finding.Try{finding.Press("Turn the dish", finding.SetText("food.best", "near"))}})
}

// dinersSide: a flat lay that is laid for somebody at the far side.
func dinersSide(f *Frame) []finding.Finding {
	if f.Set.Camera.ElevationDeg <= 75 {
		return nil
	}
	for _, p := range f.props() {
		t := f.Set.Things[p.object.Thing]
		if !t.Cutlery() || p.Inside < 0.4 {
			continue
		}
		if off := math.Abs(math.Mod(t.TurnDeg+540, 360) - 180); off > 110 {
			return one(finding.Finding{Code: "diners-side", Severity: finding.Note, Subject: p.Name, Measure: "its handle is at the far side", Limit: "handles toward the near edge",
				Because: "A flat lay is laid for the one who would eat it: the viewer, at the near side.",
				Try:     []finding.Try{finding.Press("Turn it round", finding.SetNumber(path(p.object.Thing, "turnDeg"), math.Mod(t.TurnDeg+180, 360)))}})
		}
	}
	return nil
}

// clashing: two things stand in one another.
func clashing(f *Frame) []finding.Finding {
	var out []finding.Finding
	for _, c := range scene.Overlaps(f.Objects) {
		out = append(out, finding.Finding{Code: "stands-in", Severity: finding.Care, Subject: c.Words, Measure: fmt.Sprintf("%.0f mm into one another", c.DeepMm), Limit: "0 mm",
			Because: "Two things cannot stand in one place.", Try: f.parted(c)})
		if len(out) == 3 {
			break
		}
	}
	return out
}

// parted moves the later of two things until they no longer meet.
func (f *Frame) parted(c scene.Overlap) []finding.Try {
	a, b := f.object(c.A), f.object(c.B)
	if a == nil || b == nil || b.Thing < 0 {
		a, b = b, a
	}
	if a == nil || b == nil || b.Thing < 0 {
		return []finding.Try{finding.Hands("Move one of them")}
	}
	dx, dy := b.Foot.X-a.Foot.X, b.Foot.Y-a.Foot.Y
	l := math.Hypot(dx, dy)
	if l < 1 {
		dx, dy, l = 1, 0, 1
	}
	k := (a.Solid + b.Solid + 5) / l
	return []finding.Try{finding.Press("Move “"+b.Name+"” clear", finding.SetNumber(path(b.Thing, "xMm"), math.Round(a.Foot.X+dx*k)), finding.SetNumber(path(b.Thing, "yMm"), math.Round(a.Foot.Y+dy*k)))}
}

func (f *Frame) object(key string) *scene.Object {
	for i := range f.Objects {
		if f.Objects[i].Key == key {
			return &f.Objects[i]
		}
	}
	return nil
}

// Light that a plate may return against the food, both as metered, before one exposure
// no longer holds both: the plate clips or the food blocks (start values of our own).
const (
	plateClips = 0.8
	foodBlocks = 0.11
	tooFar     = 7 // times as bright as the food
)

// tooWide: plate and food do not fit one exposure (handbook E3).
func tooWide(f *Frame) []finding.Finding {
	food, vessel := f.find("food"), f.find("vessel")
	if food == nil || vessel == nil || vessel.Share < smallShare {
		return nil
	}
	plate, dish := luminance(vessel.L), luminance(food.L)
	if plate < plateClips && dish > foodBlocks || dish <= 0 || plate/dish < tooFar {
		return nil
	}
	// A vessel that much darker is in reach, and no lighter than a plain grey one.
	c := light.OfColour(f.Set.Vessel.Colour)
	k := math.Min(0.19/math.Max(c.Lux(), 1e-6), 0.85*tooFar*dish/plate)
	darker := colorful.LinearRgb(0.98*k*c.Lux(), 0.96*k*c.Lux(), 0.88*k*c.Lux()).Clamped().Hex()
	return one(finding.Finding{Code: "range-wide", Severity: finding.Care, Subject: "Plate and food",
		Measure: fmt.Sprintf("%.1f stops apart", math.Log2(plate/dish)), Limit: fmt.Sprintf("%.1f stops", math.Log2(tooFar)),
		Because: "Dark food and a bright plate do not fit one exposure: the plate clips, or the food blocks up.",
		Try:     []finding.Try{finding.Press("Plan a darker vessel", finding.SetText("vessel.colour", darker)), finding.Hands("Swap the plate for a greyer one, or fill the food's side")}})
}

// luminance is Y, 0 to 1, of a lightness L* (CIE 15).
func luminance(l float64) float64 {
	if l > 8 {
		return math.Pow((l+16)/116, 3)
	}
	return l / 903.3
}
