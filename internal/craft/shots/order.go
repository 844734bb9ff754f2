package shots

import "fmt"

// Placed is a shot as far as its order matters.
type Placed struct {
	Dish  string
	Title string
	Kind  Kind
	Step  int
	Nth   int // which deed of the step, from 1; 0 for the step as a whole
}

// Rank is a shot's place in the order of work within its dish: by step of the
// method, a safe frame before the action it guards.
func Rank(p Proposal) int { return rank(p) }

// Possible says why the shot at index at cannot stand where it does among the
// shots of its dish, or "" when it can. A frame cannot come before the state it
// shows exists, nor after that state is gone.
func Possible(order []Placed, at int) string {
	me := order[at]
	mine := rank(Proposal{Kind: me.Kind, Step: me.Step, Nth: me.Nth})
	for i, other := range order {
		if i == at || other.Dish != me.Dish {
			continue
		}
		theirs := rank(Proposal{Kind: other.Kind, Step: other.Step, Nth: other.Nth})
		if i < at && hard(me, other) && theirs > mine {
			return refusal(me, other, "after")
		}
		if i > at && hard(me, other) && theirs < mine {
			return refusal(me, other, "before")
		}
	}
	return ""
}

// hard reports whether two shots of a dish cannot change places: they show
// different steps or deeds, or one is the safe frame of what the other does.
func hard(a, b Placed) bool {
	if a.Step != b.Step || a.Nth != b.Nth && a.Nth > 0 && b.Nth > 0 {
		return a.Kind != Ingredient && b.Kind != Ingredient
	}
	return a.Kind == Safe && alters(b) || alters(a) && b.Kind == Safe
}

// alters reports whether taking the shot changes the dish.
func alters(p Placed) bool { return p.Kind == Action || p.Kind == Clip }

func refusal(me, other Placed, where string) string {
	if me.Kind == Safe && where == "after" {
		return fmt.Sprintf("“%s” has to come first: after “%s” there is nothing left to be safe about.", me.Title, other.Title)
	}
	if other.Kind == Safe && alters(me) && where == "before" {
		return fmt.Sprintf("“%s” cannot come before its safe frame, “%s”: once it is done it cannot be undone.", me.Title, other.Title)
	}
	if where == "before" {
		return fmt.Sprintf("“%s” cannot come before “%s”: what it shows does not exist yet.", me.Title, other.Title)
	}
	return fmt.Sprintf("“%s” cannot come after “%s”: what it shows is gone by then.", me.Title, other.Title)
}
