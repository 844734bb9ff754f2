package cupboard

import (
	"fmt"

	"figladder/internal/craft/colour"
	"figladder/internal/craft/finding"
)

// ofAnyDish are the findings that hold whatever is photographed.
var ofAnyDish = map[string]bool{"plate-large": true, "cutlery-large": true, "backdrop-small": true, "primary": true, "damaged": true, "pattern-loud": true}

// Flaws says what is against a prop whatever the dish: too large, too small a
// board, chipped, a pure primary, white and shiny.
func (p Prop) Flaws() []finding.Finding {
	out := []finding.Finding{}
	for _, f := range p.Suit(Ask{Form: "plate"}, Seen{}).Findings {
		if ofAnyDish[f.Code] {
			out = append(out, f)
		}
	}
	if y := colour.Reflectance(p.Front.Colour); y > 0.6 && p.Front.Finish.Shines() && p.Kind != Glass {
		out = append(out, finding.Finding{Code: "white-shiny", Severity: finding.Care, Subject: p.Name + " is white and shiny", Measure: fmt.Sprintf("sends back %.0f %% of the light, %s", 100*y, p.Front.Finish), Limit: "60 %, or matt",
			Because: "Dark food and a bright plate do not fit one exposure, and a careless one turns the plate grey.", Try: []finding.Try{finding.Hands("keep it for pale food in bright pictures")}})
	}
	return out
}
