package styling

import (
	"fmt"

	"figladder/internal/craft/drink"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/reading"
)

// Swells is how much water a gram of water-storing crystals takes up, g: by the bag and the water (start values of our
// own; hard water gives the less).
var Swells = drink.Span{From: 80, To: 200}

// SnowAsk is how much crushed ice or snow is wanted.
type SnowAsk struct {
	Glasses int
	EachMl  float64
	Dry     bool // snow rather than wet crushed ice: less water, loosened with salt
}

// drySnow is how much of what they could take up crystals are given for snow that lies loose.
const drySnow = 0.6

// Snow works lasting crushed ice or snow out.
func Snow(a SnowAsk) (HandLab, []finding.FieldProblem) {
	var bad asked
	bad.from("glasses", "Glasses", float64(a.Glasses), 1, 200)
	bad.from("eachMl", "In each, ml", a.EachMl, 1, 5000)
	if len(bad) > 0 {
		return HandLab{}, bad
	}
	all := a.EachMl * float64(a.Glasses)
	k, what := 1.0, "crushed ice"
	if a.Dry {
		k, what = drySnow, "snow"
	}
	least, most := all/(Swells.To*k), all/(Swells.From*k)
	grams := reading.New("grams", "Crystals, dry", (least+most)/2, "g", 1, "A start value of our own for how much they swell; a spoonful tried in a cup says how much yours do",
		reading.Line{Words: "Wanted in all", Formula: fmt.Sprintf("%d × %.0f ml", a.Glasses, a.EachMl), Shown: fmt.Sprintf("%.0f ml", all)},
		reading.Line{Words: "A gram takes up", Formula: "g of water", Shown: fmt.Sprintf("%.0f to %.0f", Swells.From*k, Swells.To*k)})
	grams.Shown = reading.Number(least, 1) + " to " + reading.Number(most, 1)
	out := HandLab{Rows: []reading.Reading{grams,
		reading.New("water", "Water, cold", all, "ml", 0, "Swollen crystals are nearly all water",
			reading.Line{Words: "As much as is wanted", Formula: "1 g of water is 1 ml", Shown: fmt.Sprintf("%.0f ml", all)})}}
	out.Words = fmt.Sprintf("For %.0f ml of %s begin with %.1f g in %.0f ml of water, an hour before; add a pinch at a time. Try a spoonful in a cup first.", all, what, least, all)
	out.Caution = "Never eaten and never down a drain: it goes on swelling. Away from children and animals; marked, swept up dry, and into the bin."
	return out, nil
}
