package method

import (
	"regexp"
	"strings"
)

var toCold = regexp.MustCompile(`\b(?:in|into|to) (?:the|a) (?:freezer|fridge|refrigerator|icebox)\b`)

var (
	aPiece  = regexp.MustCompile(`\b(?:slice|wedge|piece|portion|chunk|first one)\b`)
	cutlery = regexp.MustCompile(`^(?:a|the|your|one) (?:[a-z]+,? )*(?:spoon|fork|knife|blade|skewer)\b`)
	onTop   = regexp.MustCompile(`\b(?:over|on top|all over)(?: (?:everything|each|the|it|them|all|with|top)\b.*)?$|\bover (?:some|a little|the|a few)\b`)
	runs    = regexp.MustCompile(`\b(?:oil|cream|syrup|honey|sauce|yoghurt|yogurt|dressing|butter|juice|glaze|gravy|chocolate|caramel|treacle|tahini|custard)\b`)
	// kept are verbs that lay or turn something over and pour nothing.
	kept = map[string]bool{"lay": true, "fold": true, "roll": true, "turn": true, "drape": true, "place": true, "put": true, "set": true, "stand": true, "hang": true, "wrap": true, "arrange": true}
)

// adjust decides the few deeds whose class hangs on what they are done with.
func adjust(d *Deed) {
	low := strings.ToLower(d.Clause)
	if d.Class != Cools && d.Class != Heats && (strings.Contains(low, "free") || strings.Contains(low, "fridge") || strings.Contains(low, "refr")) && toCold.MatchString(low) {
		d.Class = Cools
		return
	}
	switch d.Verb {
	case "get":
		if strings.Contains(low, "smoking") || strings.Contains(low, " hot") {
			d.Class = Heats
		}
	case "top", "finish with", "fill", "finish":
		if named(low, "liquid") && strings.Contains(low, "with") && d.Verb != "fill" {
			d.Class = Pours
		}
	case "crown", "close", "cap", "crown with", "top with", "cover", "lid":
		if d.Verb != "cover" {
			d.Class = Sets
		}
	}
	switch d.Verb {
	case "crown", "close", "cap", "crown with", "top with", "cover", "finish with", "top", "lid", "finish":
		if named(low, "bread") || d.Verb == "close" {
			d.Class = Closes
			return
		}
	}
	switch d.Class {
	case Lifts, Moves:
		if aPiece.MatchString(low) {
			d.Class = Breaks
		}
	case Dips, Presses, Drops, Pierces, Watches:
		if cutlery.MatchString(strings.ToLower(d.Object)) && !strings.Contains(low, " round") && d.Verb != "use" {
			d.Class = Breaks
		}
	case Prepares, Cuts, Grates, Unknown, Sets, Shapes:
		if !onTop.MatchString(low) || kept[strings.Fields(d.Verb)[0]] {
			break
		}
		switch {
		case runs.MatchString(low):
			d.Guessed = d.Class == Unknown
			d.Class = Pours
		case d.Class != Sets && d.Class != Shapes:
			d.Guessed = d.Class == Unknown
			d.Class = Scatters
		}
	}
}
