package dayplan

import (
	"context"
	"errors"
	"fmt"
	"slices"
)

// Wish is something that could be otherwise: a hold time, a light, somebody's hours, a pin, the end of the day.
type Wish struct {
	Kind  string `json:"kind" enum:"hold,window,hours,pin,end" doc:"What it is"`
	Of    string `json:"of" doc:"Of which task, tie or resource"`
	Words string `json:"words" doc:"The wish in words"`
	place int
}

// Eased is a wish with what it would buy to ease it.
type Eased struct {
	Wish
	ByMin int  `json:"byMin" doc:"By how much it has to be eased for the day to be possible, minutes; 0 when that is not enough by itself"`
	Gone  bool `json:"gone" doc:"Whether the day is possible once it is given up"`
}

// Clash is a least set of wishes that cannot all be kept: without any one of them there is nothing against the rest.
type Clash struct {
	Wishes []Eased  `json:"wishes" doc:"The wishes that clash"`
	More   []string `json:"more" doc:"What one more of would do"`
	Hard   bool     `json:"hard" doc:"Whether the day is impossible even with no wish kept"`
	Sure   bool     `json:"sure" doc:"Whether it is certain that none of them can be left out of the set"`
}

// Wishes are all that a day has, in the order of its tasks, ties and resources.
func (d Day) Wishes() []Wish {
	var out []Wish
	for i, l := range d.Links {
		if l.MostMin != nil && l.Wish != "" {
			out = append(out, Wish{"hold", l.To, l.Wish, i})
		}
	}
	for i, t := range d.Tasks {
		if len(t.Within) > 0 && t.Wish != "" {
			out = append(out, Wish{"window", t.Key, t.Wish, i})
		}
		if t.Pinned != nil {
			out = append(out, Wish{"pin", t.Key, "It is pinned to " + Clock(*t.Pinned), i})
		}
	}
	for i, r := range d.Resources {
		if len(r.Open) > 0 && r.Wish != "" {
			out = append(out, Wish{"hours", r.Key, r.Wish, i})
		}
	}
	return append(out, Wish{"end", "", fmt.Sprintf("The day ends at %s", Clock(d.ToMin)), 0})
}

// Ease is the day with a wish eased by so many minutes on either side; more than a day gives it up.
func (d Day) Ease(w Wish, by int) Day {
	out := d.Copy()
	gone := by > 1440
	wider := func(of []Span) []Span {
		if gone {
			return nil
		}
		var wide []Span
		for _, s := range of {
			wide = append(wide, Span{s.FromMin - by, s.ToMin + by})
		}
		return wide
	}
	switch w.Kind {
	case "hold":
		l := &out.Links[w.place]
		if gone {
			l.MostMin = nil
		} else {
			most := *l.MostMin + by
			l.MostMin = &most
		}
	case "window":
		out.Tasks[w.place].Within = wider(out.Tasks[w.place].Within)
	case "pin":
		t := &out.Tasks[w.place]
		if !gone {
			t.Within = append(slices.Clone(t.Within), Span{*t.Pinned - by, *t.Pinned + t.Min + by})
		}
		t.Pinned = nil
	case "hours":
		out.Resources[w.place].Open = wider(out.Resources[w.place].Open)
	case "end":
		out.ToMin = d.ToMin + min(by, 1440)
	}
	return out
}

// possible says whether a day can be done: yes, no, or not known in the time there was.
func possible(ctx context.Context, d Day) (yes, sure bool) {
	e := Usual
	e.Rounds, e.Exact, e.Starts = 0, 4000, 60
	_, err := Solve(ctx, d, Aim{}, e)
	return err == nil, err == nil || errors.Is(err, ErrNone)
}

// ClashOf finds why a day is impossible (Junker's QuickXplain 2004): the wishes that nothing can be left out of. It is
// for a day of which Solve has said that there is none, or has found none.
func ClashOf(ctx context.Context, d Day) Clash {
	all := d.Wishes()
	out := Clash{Wishes: []Eased{}, More: []string{}, Sure: true}
	with := func(keep []Wish) Day { // the day with only these
		on := map[Wish]bool{}
		for _, w := range keep {
			on[w] = true
		}
		x := d
		for _, w := range all {
			if !on[w] {
				x = x.Ease(w, never)
			}
		}
		return x
	}
	fails := func(keep []Wish) bool {
		yes, sure := possible(ctx, with(keep))
		out.Sure = out.Sure && sure
		return !yes
	}
	if fails(nil) {
		out.Hard = true
	} else {
		var explain func(known, rest []Wish, changed bool) []Wish
		explain = func(known, rest []Wish, changed bool) []Wish {
			if changed && fails(known) {
				return nil
			}
			if len(rest) == 1 {
				return rest
			}
			half := len(rest) / 2
			second := explain(slices.Concat(known, rest[:half]), rest[half:], half > 0)
			first := explain(slices.Concat(known, second), rest[:half], len(second) > 0)
			return slices.Concat(first, second) // never into all, of which both are parts
		}
		for _, w := range explain(nil, all, false) {
			out.Wishes = append(out.Wishes, easedBy(ctx, d, w))
		}
	}
	for i, r := range d.Resources {
		x := d.Copy()
		x.Resources[i].Units++
		if yes, _ := possible(ctx, x); yes {
			out.More = append(out.More, r.Name)
		}
	}
	return out
}

// easedBy finds by how little a wish has to be eased for the whole day to be possible.
func easedBy(ctx context.Context, d Day, w Wish) Eased {
	out := Eased{Wish: w}
	if out.Gone, _ = possible(ctx, d.Ease(w, never)); !out.Gone {
		return out
	}
	lo, hi := 0, 24*60
	if yes, _ := possible(ctx, d.Ease(w, hi)); !yes {
		return out
	}
	for hi-lo > 1 {
		if mid := (lo + hi) / 2; func() bool { yes, _ := possible(ctx, d.Ease(w, mid)); return yes }() {
			hi = mid
		} else {
			lo = mid
		}
	}
	out.ByMin = hi
	return out
}
