// Package finish says what there is to do to a kept frame before anyone else sees
// it (handbook G1 to G3), as a list that is ticked.
package finish

// Step is one thing to do and check.
type Step struct {
	Key     string `json:"key" doc:"Stable name"`
	Words   string `json:"words" doc:"What to do"`
	Because string `json:"because" doc:"Why"`
}

// Wanted is what the list depends on.
type Wanted struct {
	Kind      string // kind of frame, as in craft/shots
	Form      string // form of the dish
	HasCard   bool   // a card stood in the set
	Moving    bool   // something moved
	LongPx    int    // most pixels a deliverable asks for; 0 unknown
	FrameLong int    // pixels the frame has on its long side
}

// Steps returns what the frame needs, in working order.
func Steps(w Wanted) []Step {
	out := []Step{
		{"base-look", "Apply your base look and set the white balance", "one look over the whole set keeps the pictures together"},
		{"tone", "Check the plate for clipping and the food for blocked shadows", "a bright plate and dark food rarely fit one exposure"},
		{"colour", "Pull yellowed greens back toward green; stop before it looks drawn", "less is more: strong colour goes cartoon"},
		{"spots", "Clean spots, crumbs and drips outside the food", "they pull the eye from the hero"},
	}
	if w.Form == "drink" || w.Form == "frozen" {
		out = append(out, Step{"glass", "Clean fingerprints and streaks on glass or metal", "the lens sees each one"})
	}
	if w.HasCard {
		out = append(out, Step{"card-edge", "Look for the card's edge and its reflection", "a white edge in a spoon or rim gives the set away"})
	}
	if w.Kind == "action" || w.Moving {
		out = append(out, Step{"hands", "Check hands, cuffs and the stream at full size", "movement hides smears at small size"})
	}
	if w.LongPx > 0 && w.FrameLong > 0 && w.LongPx > w.FrameLong {
		out = append(out, Step{"enlarge", "Decide how to enlarge, or ask for a smaller picture", "the deliverable asks for more pixels than the frame has"})
	}
	return append(out, Step{"sharp", "Check the sharp part at full size", "what is sharp must be what you meant"})
}
