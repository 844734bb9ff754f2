package styling

import (
	"fmt"
	"math"

	"figladder/internal/craft/drink"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/reading"
)

// Foam is a kind of it: how fast it falls (its height falls by a factor e in so many seconds), how many ml of it a ml of
// liquid makes, and how it is brought back.
type Foam struct {
	Name   string     `json:"name" doc:"What it is on"`
	Falls  drink.Span `json:"-"`
	Times  float64    `json:"-"`
	Pinch  float64    `json:"-"` // what brings it back, g or ml a glass
	Of     string     `json:"-"`
	How    string     `json:"-"`
	Spoils string     `json:"-"` // why nobody drinks it then; empty for food
}

// Foams there are. Beer after Leike, “Demonstration of the exponential decay law using beer froth” (2002), whose three
// beers had 124 to 276 s; the others are start values of our own.
var Foams = []Foam{
	{"beer", drink.Span{From: 124, To: 276}, 5, 0.3, "salt", "a pinch of salt stirred in with a thin whisk, at the wall", ""},
	{"beer poured by nitrogen", drink.Span{From: 400, To: 800}, 6, 0.3, "salt", "a pinch of salt stirred in with a thin whisk, at the wall", ""},
	{"whisked milk", drink.Span{From: 600, To: 1500}, 3, 30, "fresh milk foam", "a spoon of foam whisked anew, laid on", ""},
	{"coffee, its own bubbles", drink.Span{From: 90, To: 240}, 6, 15, "coffee", "a little fresh coffee poured from high up", ""},
	{"coffee, bubbles of soap", drink.Span{From: 600, To: 1500}, 8, 0.05, "washing-up liquid", "a drop of washing-up liquid whisked with a spoon of the coffee, laid on with a pipette", "soap in it"},
}

// FoamAsk is the head that is wanted.
type FoamAsk struct {
	Kind            string
	HeadMm, LeastMm float64
	Glasses         int
}

// FoamOn works a head of foam out in a vessel.
func FoamOn(f Filled, a FoamAsk) (HandLab, []finding.FieldProblem) {
	bad := asked(f.check())
	var k *Foam
	for i := range Foams {
		if Foams[i].Name == a.Kind {
			k = &Foams[i]
		}
	}
	bad.kind("kind", a.Kind, k != nil)
	bad.from("headMm", "The head, mm", a.HeadMm, 2, 120)
	bad.from("leastMm", "At least, mm", a.LeastMm, 1, a.HeadMm)
	bad.from("glasses", "Glasses", float64(a.Glasses), 1, 60)
	if len(bad) > 0 {
		return HandLab{}, bad
	}
	rim := f.Vessel.Inner[len(f.Vessel.Inner)-1].Z
	if a.HeadMm >= rim-f.Vessel.FloorMm() {
		return HandLab{}, []finding.FieldProblem{{Path: "headMm", Words: "That head is higher than the vessel is deep."}}
	}
	level := math.Min(f.LevelMm, rim-a.HeadMm) // the head ends at the rim at most
	head := drink.Below(f.Vessel, level+a.HeadMm) - drink.Below(f.Vessel, level)
	lasts := drink.Span{From: k.Falls.From * math.Log(a.HeadMm/a.LeastMm), To: k.Falls.To * math.Log(a.HeadMm/a.LeastMm)}
	out := HandLab{}
	out.Rows = []reading.Reading{
		reading.New("head", "Foam in each glass", head, "ml", 0, "Volume of the glass between two heights, turned about its axis",
			reading.Line{Words: "The drink stands", Formula: "over the table", Shown: fmt.Sprintf("%.0f mm", level)},
			reading.Line{Words: "And the foam up to", Formula: "over the table", Shown: fmt.Sprintf("%.0f mm", level+a.HeadMm)}),
		reading.New("makes", "Made of so much of the drink", head/k.Times, "ml", 0, "A start value of our own for how much foam a ml makes",
			reading.Line{Words: "Foam in each glass over what a ml makes", Formula: fmt.Sprintf("%.0f / %.0f", head, k.Times), Shown: fmt.Sprintf("%.0f ml", head/k.Times)}),
		spanRow("lasts", "Stays that high for", lasts, "Froth falls exponentially: h = h₀ e^(−t/τ) (Leike 2002)",
			reading.Line{Words: "From its height to the least", Formula: fmt.Sprintf("ln(%.0f / %.0f)", a.HeadMm, a.LeastMm), Shown: fmt.Sprintf("%.2f", math.Log(a.HeadMm/a.LeastMm))},
			reading.Line{Words: "Times how fast this one falls", Formula: "τ", Shown: k.Falls.Told()}),
		reading.New("pinch", "To bring it back, in all: "+k.Of, k.Pinch*float64(a.Glasses), "g", 2, "A start value of our own; the studio's trial counts",
			reading.Line{Words: "For each glass, times the glasses", Formula: fmt.Sprintf("%.2f × %d", k.Pinch, a.Glasses), Shown: fmt.Sprintf("%.2f g", k.Pinch*float64(a.Glasses))}),
	}
	out.Words = fmt.Sprintf("Pour to %.0f mm under the rim, take the frame, and bring the head back every %s: %s.", rim-level, lasts.Told(), k.How)
	if k.Spoils != "" {
		out.Caution = "Not for drinking: " + k.Spoils + ". Put the card on the frame, so that the mark follows it, and keep the cup apart from those that are drunk."
	}
	return out, nil
}
