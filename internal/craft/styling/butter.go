package styling

import (
	"fmt"
	"math"

	"figladder/internal/craft/drink"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/reading"
)

// ButterAsk is a pat of butter and where it goes.
type ButterAsk struct {
	LongMm, WideMm, HighMm float64
	BevelMm                float64 // how far edges are melted off
	FreezerC, RoomC, OnC   float64 // OnC is what it lies on
}

// Butter by Walstra, Wouters & Geurts, Dairy Science and Technology (2006): four fifths fat, whose solid share falls as
// below; its melting takes about 85 kJ a kilogram of fat. Drops of water in it are too small to freeze at −18 °C.
const (
	butterGMl    = 0.911
	butterKJKgK  = 2.2
	butterWMK    = 0.2
	butterFat    = 0.81
	fatMeltKJKg  = 85.0
	butterMeltsC = 35.0
)

var solidFat = [][2]float64{{-20, 0.80}, {0, 0.70}, {5, 0.60}, {10, 0.50}, {15, 0.35}, {20, 0.20}, {25, 0.11}, {30, 0.05}, {35, 0.01}, {38, 0}}

// butterHeat is what butter holds at a temperature, kJ/kg.
func butterHeat(c float64) float64 {
	s := solidFat[0][1]
	for i := 1; i < len(solidFat); i++ {
		a, b := solidFat[i-1], solidFat[i]
		if c >= a[0] {
			s = a[1] + (b[1]-a[1])*math.Min(1, (c-a[0])/(b[0]-a[0]))
		}
	}
	return butterKJKgK*c + butterFat*fatMeltKJKg*(1-s)
}

// When butter stops being what it was, °C (start values of our own, by the share of solid fat).
const (
	smearsC = 6  // a knife drags at its cut
	slumpsC = 20 // edges round of themselves
)

// Something hot or cold that butter lies on gives it so much, W/(m² K), and a heat gun on low blows so hot and so hard
// (start values of our own).
const (
	lieWM2K  = 80.0
	gunC     = 110.0
	gunWM2K  = 90.0
	pulseS   = 2.0
	lastOnS  = 300.0 // what keeps no longer is put on last
	butterWh = "Heat through layers by finite differences; fat melts over a range (Walstra, Wouters & Geurts 2006)"
)

// Butter works out how long a pat stays sharp and how its edges are melted.
func Butter(a ButterAsk) (HandLab, []finding.FieldProblem) {
	var bad asked
	bad.from("longMm", "Long, mm", a.LongMm, 5, 300)
	bad.from("wideMm", "Wide, mm", a.WideMm, 5, 300)
	bad.from("highMm", "High, mm", a.HighMm, 2, 150)
	bad.from("bevelMm", "Bevel, mm", a.BevelMm, 0, math.Min(10, a.HighMm/2))
	bad.from("freezerC", "The freezer, °C", a.FreezerC, -40, 5)
	bad.from("roomC", "The room, °C", a.RoomC, -10, 45)
	bad.from("onC", "What it lies on, °C", a.OnC, -20, 250)
	if len(bad) > 0 {
		return HandLab{}, bad
	}
	l := food{gMl: butterGMl, wMK: butterWMK, heat: butterHeat, longMm: a.LongMm, wideMm: a.WideMm, highMm: a.HighMm}
	cuts := l.warmsIn(a.FreezerC, smearsC, a.RoomC, a.RoomC, 0)
	slumps := l.warmsIn(smearsC, slumpsC, a.RoomC, a.OnC, lieWM2K)
	out := HandLab{Caution: "A heat gun burns hands, boards and hair: on low, at arm's length, never towards anyone, on a bare heatproof spot with nothing that burns near it; let it cool standing."}
	out.Rows = append(out.Rows,
		spanRow("cuts", "Cuts clean out of the freezer for", cuts, butterWh,
			reading.Line{Words: "Its mass", Formula: fmt.Sprintf("%.0f × %.0f × %.0f mm at %.3f g/ml", a.LongMm, a.WideMm, a.HighMm, butterGMl), Shown: fmt.Sprintf("%.0f g", l.massG())},
			reading.Line{Words: "What it takes to be as soft as that", Formula: "c ΔT and the fat that melts", Shown: fmt.Sprintf("%.0f kJ/kg", butterHeat(smearsC)-butterHeat(a.FreezerC))}),
		spanRow("slumps", "Then keeps its edges where it lies for", slumps, butterWh,
			reading.Line{Words: "Until its edges round of themselves", Formula: "c ΔT and the fat that melts", Shown: fmt.Sprintf("%.0f kJ/kg", butterHeat(slumpsC)-butterHeat(smearsC))},
			reading.Line{Words: "From below it is given", Formula: fmt.Sprintf("%.0f W/m²K over %.0f mm²", lieWM2K, a.LongMm*a.WideMm), Shown: fmt.Sprintf("against %.0f to %.0f from the air", drink.Air.From, drink.Air.To)}))
	if a.BevelMm > 0 {
		takes := butterHeat(butterMeltsC) - butterHeat(a.FreezerC)
		// A bevel of leg b has b²/2 to melt, and both its legs, 2 b, look at the gun.
		blow := butterGMl * 1000 * a.BevelMm / 1000 * takes * 1000 / (4 * gunWM2K * (gunC - (a.FreezerC+butterMeltsC)/2))
		film := a.BevelMm / 4 / 1000
		hotter := gunWM2K * (gunC - butterMeltsC) * film / butterWMK
		on := butterKJKgK * hotter / 2 / takes
		pulses := int(math.Ceil(blow / (1 + on) / pulseS))
		out.Rows = append(out.Rows,
			reading.New("blow", "Heat on each edge, in all", blow/(1+on), "s", 0, "What melts takes its heat from the air that is blown on it: q = h ΔT",
				reading.Line{Words: "To melt", Formula: fmt.Sprintf("from the freezer to %.0f °C", butterMeltsC), Shown: fmt.Sprintf("%.0f kJ/kg", takes)},
				reading.Line{Words: "A gun on low gives", Formula: fmt.Sprintf("%.0f W/m²K at %.0f °C", gunWM2K, gunC), Shown: fmt.Sprintf("%.1f kW/m²", gunWM2K*(gunC-a.FreezerC)/1000)}),
			reading.New("stop", "Stop when it is melted off by", a.BevelMm/(1+on), "mm", 1, "What is melted is hotter than its melting point, and melts on until it is not",
				reading.Line{Words: "The melted film is hotter by up to", Formula: "q δ / k", Shown: fmt.Sprintf("%.0f K", hotter)},
				reading.Line{Words: "Half of that, on the mean, melts on", Formula: "c ΔT/2 over what melting takes", Shown: fmt.Sprintf("%.0f %% more", 100*on)}))
		out.Words = fmt.Sprintf("Cut it frozen, the knife wiped at each cut; set it cold, then %d short pulses on each edge, and stop a little early: it melts on.", pulses)
	} else {
		out.Words = "Cut it frozen, the knife wiped at each cut, and set it cold."
	}
	if slumps.To < lastOnS {
		out.Words += " It lies too hot to keep an edge for long: put it on last, with the camera ready."
	}
	return out, nil
}
