package cupboard

import (
	"fmt"
	"math"

	"figladder/internal/craft/colour"
)

// Gap is something a cupboard lacks.
type Gap struct {
	Key     string `json:"key" doc:"Stable name"`
	Words   string `json:"words" doc:"What is missing"`
	Kind    Kind   `json:"kind" doc:"What kind of prop fills it"`
	Have    int    `json:"have" doc:"How many there are"`
	Want    int    `json:"want" doc:"How many are wanted"`
	Because string `json:"because" doc:"Why"`
}

type want struct {
	key, words, because string
	kind                Kind
	n                   int
	fits                func(Prop) bool
}

func neutral(p Prop) bool {
	c, err := colour.Parse(p.Front.Colour)
	return err == nil && c.Chroma < 0.06 && !p.Front.Finish.Shines()
}

func sound(p Prop) bool {
	return p.Condition != "chipped" && p.Condition != "broken" && p.Condition != "scratched"
}

// starter is handbook line P4: small neutral plates, tiny bowls, linen, old
// cutlery, textured glass, two or three two-faced boards.
var starter = []want{
	{"small-plates", "small neutral plates, 16 to 22 cm", "food fills them and they take no colour from it", Plate, 3, func(p Prop) bool { return neutral(p) && p.Sizes.DiameterMm >= 155 && p.Sizes.DiameterMm <= 225 }},
	{"tiny-bowls", "tiny bowls of about 5 cm", "they fill gaps and show ingredients", Tiny, 4, func(p Prop) bool { return p.Sizes.DiameterMm <= 75 }},
	{"linens", "linens of tea-towel size", "real linen falls as cloth should", Linen, 3, func(p Prop) bool {
		return math.Max(p.Sizes.LengthMm, p.Sizes.WidthMm) >= 450 && p.Front.Finish == "matt"
	}},
	{"old-cutlery", "small old cutlery", "full size comes large at the lens; patina mirrors less", Cutlery, 3, func(p Prop) bool { return p.Sizes.LengthMm <= 175 && p.Front.Finish != "mirror" }},
	{"textured-glass", "patterned glasses", "they catch light where plain ones vanish", Glass, 2, func(p Prop) bool { return p.Front.Pattern >= 0.2 }},
	{"two-faced-boards", "two-faced boards of 100 × 80 cm or more", "two grounds for one, and no edge in the picture", Backdrop, 3, func(p Prop) bool {
		return p.TwoFaced() && math.Max(p.Sizes.LengthMm, p.Sizes.WidthMm) >= leastGround && math.Min(p.Sizes.LengthMm, p.Sizes.WidthMm) >= leastAcross
	}},
}

// Gaps says what a cupboard lacks against the starter set and for the dishes
// planned, what is most lacking first. Each dish wants a vessel that scores well.
func Gaps(all []Prop, dishes []Ask) []Gap {
	out := []Gap{}
	for _, w := range starter {
		have := 0
		for _, p := range all {
			if p.Kind == w.kind && sound(p) && w.fits(p) {
				have += p.Count
			}
		}
		if have < w.n {
			out = append(out, Gap{w.key, w.words, w.kind, have, w.n, w.because})
		}
	}
	for _, d := range dishes {
		best := 0.0
		for _, p := range all {
			if role, _ := Role(p.Kind, d.Form); role == "vessel" && sound(p) && p.Count > 0 {
				best = math.Max(best, p.Suit(d, Seen{}).Score)
				if best >= wellSuited {
					break
				}
			}
		}
		if best < wellSuited {
			out = append(out, Gap{"vessel-" + d.Dish, "a vessel for " + d.Dish, vesselKind(d.Form), 0, 1, fmt.Sprintf("the best there is scores %.0f of 100", best)})
		}
	}
	return out
}

// wellSuited is the score from which a vessel is good enough not to look further.
const wellSuited = 62

func vesselKind(form string) Kind {
	switch form {
	case "soup", "bowl", "frozen":
		return Bowl
	case "drink":
		return Glass
	case "flat", "spread", "whole", "bite":
		return Board
	}
	return Plate
}
