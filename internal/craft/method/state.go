package method

import (
	"regexp"
	"strings"

	"figladder/internal/craft/recipe"
)

// State is what the dish is as it goes along.
type State string

// The states, in the order in which most dishes go through them.
const (
	Raw       State = "raw"
	Preparing State = "being prepared"
	OnHeat    State = "on heat"
	Resting   State = "resting or cooling"
	Assembled State = "assembled"
	Plated    State = "on or in what it is served in"
	Dressed   State = "dressed"
	Opened    State = "opened"
)

// Words implements words.Vocabulary.
func (State) Words() []string {
	return []string{string(Raw), string(Preparing), string(OnHeat), string(Resting), string(Assembled), string(Plated), string(Dressed), string(Opened)}
}

var (
	atTable   = regexp.MustCompile(`(?i)\b(?:at the table|at table|in front of|guests|to serve|before serving|as you serve|at the last)\b`)
	strongly  = regexp.MustCompile(`^(?:bake|roast|freeze|grill|churn|return to oven|broil|prove|proof|deep fry|steam|bring to|simmer|boil|braise|cook)\b`)
	spreading = regexp.MustCompile(`^(?:spread|smear|slather|schmear|swoosh|swipe)`)
)

// Follow follows the dish through its deeds: what it is when each begins, and which of them are
// done to the finished dish.
func Follow(r recipe.Recipe, deeds []Deed) {
	plated := -1
	for i := len(deeds) - 1; i >= 0; i-- {
		if goesOn(deeds[i]) {
			break // what stood in a vessel before goes back to the heat
		}
		if deeds[i].ServedIn() {
			plated = i
		}
	}
	made, hot := -1, false // the last deed of the making
	for i, d := range deeds {
		if turned := d.Class == Tosses && (strings.HasPrefix(d.Verb, "flip") || d.Verb == "turn over"); turned && hot && (plated < 0 || i < plated) {
			made = i
		}
		hot = hot || d.Class == Heats || d.Class == Sears
		switch d.Class {
		case Heats, Sears, Cools, Blends, Rests:
			if d.Class == Rests && !(d.Verb == "cure" || d.Verb == "prove" || d.Verb == "marinate" || d.Verb == "soak" || d.Verb == "pickle") {
				continue
			}
			if plated < 0 || i < plated {
				made = i
			}
		}
	}
	over, spoken := lidsOf(deeds), Spoken(r)
	state := Raw
	for i := range deeds {
		d := &deeds[i]
		d.State = state
		d.Plates = i == plated
		next := Deed{}
		if i+1 < len(deeds) && deeds[i+1].Step == d.Step {
			next = deeds[i+1]
		}
		switch {
		case plated >= 0:
			// What fills the vessel is there for good; what is laid into it can be moved again.
			d.Done = i > plated && !onTheSide(r, *d, next) && !over.covers(*d, i) || i == plated && (d.Class == Fills || d.Class == Pours || d.Class == TurnsOut || d.Class == Flames)
		case i > made:
			d.Done = dishItself(r, *d, deeds[max(0, i-1)], over.covers(*d, i), spoken)
		}
		state = after(*d, state, plated >= 0 && i >= plated)
	}
}

// onTheSide reports a deed that is done beside the plated dish, to what goes on to it next.
func onTheSide(r recipe.Recipe, d, next Deed) bool {
	low := strings.ToLower(d.Clause)
	switch d.Class {
	case Fills:
		return making(low)
	case Dips:
		return strings.Contains(low, "water")
	case Cuts, Prepares, Breaks, Grates:
		switch strings.Fields(d.Verb)[0] {
		case "bruise", "crush", "pound", "smash", "roast":
			if !onIt(low) && anIngredient(r, d.Object) {
				return true
			}
		}
		if onIt(low) || atTable.MatchString(low) || !anIngredient(r, d.Object) {
			return false
		}
		egg := strings.Contains(strings.ToLower(d.Object), "egg") && d.Verb == "crack"
		return egg || d.Class != Breaks && (next.carried || next.Object == d.Object) && (next.Class == Sets || next.Class == Drops || next.Class == Adds || next.Class == Scatters)
	}
	return false
}

// goesOn reports a deed that takes the whole dish back to the heat or the cold.
func goesOn(d Deed) bool {
	if d.Class != Heats && d.Class != Cools || !strongly.MatchString(d.Verb) {
		return false
	}
	o := strings.ToLower(d.Object)
	return o == "" || parts["pronoun"][o] || strings.HasPrefix(d.Verb, "return") || d.Verb == "freeze" || d.Verb == "bake"
}

func after(d Deed, was State, plated bool) State {
	switch d.Class {
	case Heats, Sears, Flames:
		if plated && was != OnHeat {
			return was
		}
		return OnHeat
	case Cools, Rests:
		if was == OnHeat {
			return Resting
		}
		return was
	case Cuts, Breaks, Opens, Bites:
		if d.Done {
			return Opened
		}
	case Pours, Scatters, Dusts, Spreads, Dots, Squeezes, Swirls:
		if d.Done && (was == Plated || was == Assembled || was == Dressed || plated) {
			return Dressed
		}
	}
	switch {
	case plated && was != Dressed && was != Opened:
		return Plated
	case d.Done && was != Dressed && was != Opened && was != Plated:
		return Assembled
	case was == Raw && d.Class != Watches && d.Class != Moves && d.Class != Unknown:
		return Preparing
	}
	return was
}

// dishItself reports whether a deed after the making is done to the dish and not to something
// that is still to go into it.
func dishItself(r recipe.Recipe, d, before Deed, covered bool, spoken []int) bool {
	low := strings.ToLower(d.Clause)
	if covered && d.Class != Flames {
		return false
	}
	switch d.Class {
	case Flames, Bites, TurnsOut:
		return true
	case Cuts, Breaks, Grates, Squeezes, Prepares, Opens, Closes, Presses, Pierces:
		if d.Verb == "carve" || atTable.MatchString(low) || onIt(low) || strings.HasSuffix(d.Verb, " on") {
			return true
		}
		if d.Class == Opens && d.Step >= len(r.Steps)-2 {
			return true // a lid comes off before the last herb goes on
		}
		if ToCome(spoken, d.Step) > mostToCome {
			return false
		}
		if d.Class == Opens || d.Class == Closes || d.Class == Presses || d.Class == Pierces || d.carried && before.Done && before.Step == d.Step {
			return true
		}
		if strings.HasSuffix(d.Verb, "open") || strings.HasSuffix(d.Verb, "away") || strings.HasSuffix(d.Verb, "into") {
			return d.Last
		}
		return !anIngredient(r, d.Object)
	case Pours, Scatters, Dusts, Dots, Drops, Fills:
		return !making(low)
	case Spreads:
		if !spreading.MatchString(d.Verb) {
			return !making(low)
		}
		return !making(low)
	case Mixes, Tosses, Whips, Dips:
		if strings.Contains(low, " water") {
			return false
		}
		return d.Last && !making(low)
	case Swirls:
		return !making(low)
	}
	return true
}

var overIt = regexp.MustCompile(`(?i)\b(?:over|on top|onto|on to|around|round|across|about)\b`)

func onIt(low string) bool { return overIt.MatchString(low) }

var intoWork = regexp.MustCompile(`(?i)\b(?:in|into) (?:a|an|the|your|each|another)? ?(?:[\w-]+ )?(?:tin|bowl|pan|pot|mould|moulds|saucepan|jug|tray|case|oven|mixer|blender|shaker|churn|machine|freezer|butter|mayonnaise|cream|sauce|batter|dough|flour|eggs?|milk|mixture|food processor|mortar|skillet|wok)\b|^(?:pour|tip|stir|whisk|beat|fold|throw|sift|ripple|swirl|marble|work|rub) in\b`)

// making reports a clause that puts something into what is still being made.
func making(low string) bool { return intoWork.MatchString(low) }

// lids is where a method last lays something over what it left: the last deed that closes, and
// the last that stacks.
type lids struct{ closes, stacks int }

func lidsOf(deeds []Deed) lids {
	out := lids{-1, -1}
	for i, d := range deeds {
		switch d.Class {
		case Closes:
			out.closes = i
		case Stacks:
			out.stacks = i
		}
	}
	return out
}

// covers reports whether something is laid over what the deed at i leaves.
func (l lids) covers(d Deed, i int) bool {
	if d.Class == Closes || d.Class == Presses || d.Class == Pierces {
		return false
	}
	return l.closes > i || d.Class == Spreads && l.stacks > i
}

// anIngredient reports whether what is worked on is a thing of the list, and not the dish.
func anIngredient(r recipe.Recipe, object string) bool {
	o := " " + recipe.Thing(strings.ToLower(object)) + " "
	for _, w := range strings.Fields(o) {
		if len(w) < 3 || parts["determiner"][w] {
			continue
		}
		w = recipe.Thing(w)
		for _, in := range r.Ingredients {
			for _, x := range strings.Fields(strings.ToLower(in.Item)) {
				if recipe.Thing(x) == w {
					return true
				}
			}
		}
	}
	return false
}
