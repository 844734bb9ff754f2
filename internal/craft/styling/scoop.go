package styling

import (
	"fmt"
	"math"

	"figladder/internal/craft/drink"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/reading"
)

// frozen is what is scooped.
type frozen struct {
	name    string
	water   float64 // share of its mass
	beginsC float64 // where it begins to freeze
	gMl     float64 // with the air in it
	wMK     float64
}

// Frozen things, by composition (ice cream: 60 % water and half as much air again; Goff & Hartel, Ice Cream, 2013).
var frozens = []frozen{
	{"ice cream", 0.60, -2.5, 0.55, 0.35},
	{"gelato", 0.62, -2.6, 0.75, 0.45},
	{"sorbet", 0.68, -3.0, 0.80, 0.60},
}

// Frozens are the names of what is scooped.
var Frozens = func() []string {
	var out []string
	for _, f := range frozens {
		out = append(out, f.name)
	}
	return out
}()

// ice is the share of its water that is frozen at a temperature: what is dissolved is in the rest, so that the rest
// freezes at Tf/T (Raoult's law for a thin solution).
func (f frozen) ice(c float64) float64 { return math.Max(0, 1-f.beginsC/math.Min(f.beginsC, c)) }

// heat is what it holds, kJ/kg, over frozen through at 0 °C.
func (f frozen) heat(c float64) float64 {
	ice := f.ice(c)
	return c*((1-f.water)*1.6+f.water*(ice*2.1+(1-ice)*4.19)) + 334*f.water*(1-ice)
}

// Stages of what is scooped, by temperature, °C (start values of our own).
var scoopStages = []struct {
	key, words string
	untilC     float64
}{
	{"hard", "Too hard: it cracks, and the scoop skids, for", -15},
	{"ragged", "Then it curls with a ragged skirt for", -12},
	{"soft", "Then it is smooth and loses its grain for", -8},
	{"runs", "Then it shines and runs; gone after", -5},
}

// ScoopAsk is a scoop, or the tub that it comes from.
type ScoopAsk struct {
	Kind       string
	DiameterMm float64 // of the ball
	TubMl      float64
	FromC      float64
	RoomC      float64
}

// Scoop works out when something frozen can be scooped and how long it stands.
func Scoop(a ScoopAsk) (HandLab, []finding.FieldProblem) {
	var bad asked
	var k *frozen
	for i := range frozens {
		if frozens[i].name == a.Kind {
			k = &frozens[i]
		}
	}
	bad.kind("kind", a.Kind, k != nil)
	bad.from("diameterMm", "Across, mm", a.DiameterMm, 10, 120)
	bad.from("tubMl", "The tub, ml", a.TubMl, 100, 10000)
	bad.from("fromC", "The freezer, °C", a.FromC, -40, -6)
	bad.from("roomC", "The room, °C", a.RoomC, -5, 45)
	if len(bad) > 0 {
		return HandLab{}, bad
	}
	ball := func(mm float64) food { return food{gMl: k.gMl, wMK: k.wMK, heat: k.heat, ballMm: mm} }
	source := "Heat through shells by finite differences; the ice left at a temperature by Raoult's law, 1 − Tf/T"
	tub, scoop := ball(math.Cbrt(6*a.TubMl*1000/math.Pi)), ball(a.DiameterMm)
	out := HandLab{Rows: []reading.Reading{}}
	row := func(key, label string, l food, from, to float64) drink.Span {
		s := l.warmsIn(from, to, a.RoomC, 0, 0)
		out.Rows = append(out.Rows, spanRow(key, label, s, source,
			reading.Line{Words: "Water that is ice", Formula: "1 − Tf/T, at the two temperatures", Shown: fmt.Sprintf("%.0f %% to %.0f %%", 100*k.ice(from), 100*k.ice(to))},
			reading.Line{Words: "So it takes", Formula: "c ΔT and the ice that melts", Shown: fmt.Sprintf("%.0f kJ/kg", k.heat(to)-k.heat(from))},
			reading.Line{Words: "Over its mass, from still air", Formula: fmt.Sprintf("%.0f g, a ball of it %.0f mm across", l.massG(), l.ballMm), Shown: fmt.Sprintf("%.0f to %.0f W/m²K", drink.Air.From, drink.Air.To)}))
		return s
	}
	hard := scoopStages[0].untilC
	temper := row("temper", "The tub out of the freezer before it is scooped", tub, a.FromC, math.Max(hard, a.FromC))
	at, words := math.Max(hard, a.FromC), ""
	for _, s := range scoopStages[1:] {
		if at >= s.untilC {
			continue
		}
		took := row(s.key, s.words, scoop, at, s.untilC)
		if s.key == "ragged" {
			words = took.Told()
		}
		at = s.untilC
	}
	out.Words = "Scoop all balls ahead, put them back hard on a cold tray, and choose the best at the lens."
	if temper.To > 0 {
		out.Words = fmt.Sprintf("The tub stands out for %s, no more. %s", temper.Told(), out.Words)
	}
	if words != "" {
		out.Words += fmt.Sprintf(" A ball keeps its skirt for about %s away from lamps; in the light and in a draught less: count on two or three minutes.", words)
	}
	out.Caution = "What has melted is not frozen again to be eaten; local rules come first."
	return out, nil
}
