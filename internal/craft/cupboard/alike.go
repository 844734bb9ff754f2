package cupboard

import (
	"fmt"
	"math"
	"strings"

	"figladder/internal/craft/colour"
	"figladder/internal/craft/finding"
)

// How near two clear vessels are to pass for alike in pictures that hang together.
const (
	alikeSize    = 0.08 // of the diameter
	alikeColour  = 8    // CIEDE2000
	alikePattern = 0.15
)

// clearVessel reports whether light goes through a vessel: a glass, unless it is said to
// be of something else, and what is said to be of glass.
func clearVessel(p Prop) bool {
	if !sound(p) || p.Count == 0 {
		return false
	}
	m := strings.ToLower(p.Material)
	return p.Kind == Glass && m == "" || (p.Kind == Glass || p.Kind == Bowl || p.Kind == Tiny || p.Kind == Jug) && strings.Contains(m, "glass")
}

func (p Prop) alike(q Prop) bool {
	return p.Kind == q.Kind && math.Abs(p.Sizes.DiameterMm-q.Sizes.DiameterMm) <= alikeSize*p.Sizes.DiameterMm &&
		math.Abs(p.Front.Pattern-q.Front.Pattern) <= alikePattern && colour.Distance(p.Front.Colour, q.Front.Colour) <= alikeColour
}

// Alike finds clear vessels that are alike, as many as there are frames of ingredients,
// since one vessel through them makes a set of them (handbook P11). It answers with the
// props, the one with most pieces first, and how many pieces they are; few kinds are
// better than many.
func Alike(all []Prop, frames int) (group []Prop, pieces int) {
	var clear []Prop
	for _, p := range all {
		if clearVessel(p) {
			clear = append(clear, p)
		}
	}
	for i, p := range clear {
		with, n := []Prop{p}, p.Count
		for k, q := range clear {
			if k != i && n < frames && p.alike(q) {
				with, n = append(with, q), n+q.Count
			}
		}
		enough, had := min(n, frames), min(pieces, frames)
		if enough > had || enough == had && len(with) < len(group) {
			group, pieces = with, n
		}
	}
	return group, pieces
}

// OneVessel says which clear vessels go through a dish's frames of ingredients, or that
// there are too few alike. Under two frames it has nothing to say.
func OneVessel(all []Prop, frames int) []finding.Finding {
	if frames < 2 {
		return nil
	}
	group, pieces := Alike(all, frames)
	names := make([]string, len(group))
	for i, p := range group {
		names[i] = p.Name
	}
	f := finding.Finding{Code: "alike-vessels", Severity: finding.Note, Subject: "One vessel through the ingredient frames",
		Measure: fmt.Sprintf("%d clear vessels alike", pieces), Limit: fmt.Sprintf("%d frames of ingredients", frames),
		Because: "Clear vessels alike make one set of frames that are taken one by one."}
	switch {
	case pieces >= frames:
		f.Try = []finding.Try{finding.Hands("Use " + strings.Join(names, " and "))}
	case pieces > 0:
		f.Try = []finding.Try{finding.Hands("Use " + strings.Join(names, " and ") + ", and wash between frames; or put more alike on the wanted list")}
	default:
		f.Try = []finding.Try{finding.Hands("Put clear glasses or bowls alike on the wanted list")}
	}
	return []finding.Finding{f}
}
