package method

import (
	"regexp"
	"strings"
)

var toCold = regexp.MustCompile(`\b(?:in|into|to) (?:the|a) (?:freezer|fridge|refrigerator|icebox)\b`)

var (
	aPiece    = regexp.MustCompile(`\b(?:slice|wedge|piece|portion|chunk|first one)\b`)
	hotNow    = regexp.MustCompile(`\b(?:smoking|hot|roaring|blazing|glowing|searing|ripping)\b`)
	ovenDoor  = regexp.MustCompile(`\b(?:in|into|to) (?:the|a|your) (?:hot |very hot |low )?oven\b`)
	lidOff    = regexp.MustCompile(`\b(?:off|away) the (?:lid|cloche|foil|cover|cloth)\b|\bthe (?:lid|cloche|foil|cover) (?:off|away)\b`)
	otherHalf = regexp.MustCompile(`\b(?:the other|another|the second)\b.* on top\b`)
	wholeOf   = regexp.MustCompile(`\b(?:whole|tin|pan|cake|mould|dish|lot)\b`)
	cutlery   = regexp.MustCompile(`^(?:a|the|your|one) (?:[a-z]+,? )*(?:spoon|fork|knife|blade|skewer|wheel)\b`)
	onTop     = regexp.MustCompile(`\b(?:over|on top|all over)(?: (?:everything|each|the|it|them|all|with|top)\b.*)?$|\bover (?:some|a little|the|a few)\b`)
	runs      = regexp.MustCompile(`\b(?:oil|cream|syrup|honey|sauce|yoghurt|yogurt|dressing|butter|juice|glaze|gravy|chocolate|caramel|treacle|tahini|custard)\b`)
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
		if hotNow.MatchString(low) {
			d.Class = Heats
		}
	case "top", "finish with", "finish":
		if named(low, "liquid") && strings.Contains(low, "with") {
			d.Class = Pours
		}
	case "fill":
		if d.Vessel != "" { // a glass with ice, not a pastry with cream
			d.Class = Sets
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
	case Lifts, Moves, Adds, Cleans, Unknown:
		switch {
		case (strings.Contains(low, "off") || strings.Contains(low, "away")) && lidOff.MatchString(low):
			d.Class = Opens
		case (d.Class == Moves || d.Class == Adds) && strings.Contains(low, "oven") && ovenDoor.MatchString(low):
			d.Class = Heats
		case d.Class != Lifts && d.Class != Moves:
		case aPiece.MatchString(low), cutlery.MatchString(strings.ToLower(d.Object)) && strings.Contains(low, "through"):
			d.Class = Breaks
		}
	case Sets:
		if otherHalf.MatchString(low) {
			d.Class = Closes
		}
	case Tosses:
		// A cake that is flipped with its tin is turned out.
		if strings.HasPrefix(d.Verb, "flip") && wholeOf.MatchString(strings.ToLower(d.Object)) {
			d.Class = TurnsOut
		}
	}
	switch d.Class {
	case Dips, Presses, Drops, Pierces, Watches:
		if cutlery.MatchString(strings.ToLower(d.Object)) && !strings.Contains(low, " round") && d.Verb != "use" {
			d.Class = Breaks
		}
	case Prepares, Cuts, Grates, Unknown, Sets, Shapes:
		if !strings.Contains(low, "over") && !strings.Contains(low, "on top") || !onTop.MatchString(low) || kept[strings.Fields(d.Verb)[0]] {
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
