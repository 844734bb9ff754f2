package shots

import "fmt"

// Renewal is what mining a changed recipe again means for one frame on the list.
type Renewal struct {
	Frame   Proposal // the frame as it should now be
	Changed []string // what changes, in words; empty when nothing does
	Kept    []string // what a person had changed and keeps, in words
}

// Renew works a recipe's new proposal into a frame that came from an older one:
// what nobody touched follows the recipe, what a person changed stays theirs. was
// is the proposal the frame came from, have the frame as it stands, now the new
// proposal.
func Renew(was, have, now Proposal) Renewal {
	out := Renewal{Frame: have, Changed: []string{}, Kept: []string{}}
	words := func(name, was, have, now string, put func()) {
		switch {
		case have != was && have != now:
			if was != now {
				out.Kept = append(out.Kept, fmt.Sprintf("%s “%s”", name, have))
			}
		case have != now:
			out.Changed = append(out.Changed, fmt.Sprintf("%s: “%s” becomes “%s”", name, have, now))
			put()
		}
	}
	f := &out.Frame
	words("words", was.Title, have.Title, now.Title, func() { f.Title = now.Title })
	words("angle", string(was.Angle), string(have.Angle), string(now.Angle), func() { f.Angle = now.Angle })
	words("light", string(was.Light), string(have.Light), string(now.Light), func() { f.Light = now.Light })
	words("vessel", was.Vessel, have.Vessel, now.Vessel, func() { f.Vessel = now.Vessel })
	words("tool", was.Tool, have.Tool, now.Tool, func() { f.Tool = now.Tool })
	words("hands", fmt.Sprint(was.Hands), fmt.Sprint(have.Hands), fmt.Sprint(now.Hands), func() { f.Hands = now.Hands })
	words("shutter matters", yes(was.Shutter), yes(have.Shutter), yes(now.Shutter), func() { f.Shutter = now.Shutter })
	// What nobody can change by hand follows the recipe without asking; a step that
	// moved is worth saying, because the order of work moves with it.
	if have.Step != now.Step {
		out.Changed = append(out.Changed, fmt.Sprintf("step %d becomes step %d", have.Step+1, now.Step+1))
	}
	f.Step, f.Nth, f.Because, f.Cause, f.Hold, f.Caution, f.Guards = now.Step, now.Nth, now.Because, now.Cause, now.Hold, now.Caution, now.Guards
	if have.Guards != now.Guards {
		out.Changed = append(out.Changed, fmt.Sprintf("comes before “%s”", now.Guards))
	}
	return out
}

func yes(b bool) string {
	if b {
		return "yes"
	}
	return "no"
}

// Merge puts two frames of one dish into one: it shows both, needs the hands of
// the busier, and stands where the first stood. It says in words why two frames
// cannot be one, and "" when they can.
func Merge(a, b Proposal) (Proposal, string) {
	pa, pb := Placed{Title: a.Title, Kind: a.Kind, Step: a.Step, Nth: a.Nth}, Placed{Title: b.Title, Kind: b.Kind, Step: b.Step, Nth: b.Nth}
	switch {
	case a.Kind == Safe || b.Kind == Safe:
		return a, "A safe frame stays a frame of its own: it is there in case the next one fails."
	case a.Kind == Clip || b.Kind == Clip:
		return a, "A clip moves and a frame does not; they stay two."
	case hard(pa, pb):
		return a, fmt.Sprintf("“%s” and “%s” show the dish at different steps; one frame cannot hold both.", a.Title, b.Title)
	}
	out := a
	out.Title = a.Title + ", with " + lower(b.Title)
	out.Hands, out.Shutter = max(a.Hands, b.Hands), a.Shutter || b.Shutter
	out.Because = a.Because + "; and " + b.Because
	out.Caution = joined(a.Caution, b.Caution)
	out.Step, out.Nth = max(a.Step, b.Step), max(a.Nth, b.Nth)
	return out, ""
}

func joined(a, b string) string {
	if a == "" || a == b {
		return b
	}
	if b == "" {
		return a
	}
	return a + " " + b
}
