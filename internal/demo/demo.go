// Package demo loads a made-up studio by doing the deeds a person would: Tern Loft
// Studio in Port Merrow, its winter commission, a spring series and a finished
// autumn shoot.
package demo

import (
	"context"
	"fmt"
	"time"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/dayplan"
	"figladder/internal/craft/release"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/shots"
	"figladder/internal/store"
	"figladder/internal/studio"
	"figladder/internal/studio/core"
	"figladder/internal/studio/day"
	"figladder/internal/studio/finish"
	"figladder/internal/studio/kitchen"
	"figladder/internal/studio/out"
)

// The demo's own sign-in, printed at start.
const (
	Email    = "demo@tern-loft.example"
	Password = "quince-and-slate"
)

const zone = "Europe/London"

// mark is the note in the database that the demo is whole.
const mark = "demo loaded"

// Load fills an empty studio. One that has an owner is left alone, unless it is a
// demo whose loading broke off: that one is begun again.
func Load(ctx context.Context, st *studio.Studio, say func(string)) error {
	needs, err := st.People.NeedsOwner(ctx)
	if err != nil {
		return err
	}
	if !needs {
		whole, err := st.Store.Marked(ctx, mark)
		if err != nil || whole {
			return err
		}
		if _, err := st.People.SignIn(ctx, "", Email, Password); err != nil {
			return nil // somebody's own studio
		}
		say("The demo was loaded only in part; beginning again.")
		if err := st.Store.Empty(ctx); err != nil {
			return err
		}
	}
	say("Loading the demo: three shoots. Its frames are drawn now, which takes a little while.")
	owner, err := st.People.FirstOwner(ctx, Email, "Maud Pellow", Password)
	if err != nil {
		return err
	}
	l := &loader{ctx: ctx, st: st, who: core.Who{ID: owner.ID, Name: owner.Name, Role: core.Role(owner.Role)}, say: say}
	l.place()
	winter := l.winter()
	l.kitchen(winter)
	l.rind()
	autumn := l.allotment()
	l.references(winter, autumn)
	l.cupboard(winter, autumn)
	if l.err != nil {
		return l.err
	}
	l.looks(winter, "Winter menu", winterLook, heroLooks)
	l.say("Planning the day of the winter menu.")
	l.day(winter.Key, dayplan.BestLight) // once it is known what is shopped for and fetched
	if l.err != nil {
		return l.err
	}
	say("The demo is loaded.")
	return st.Store.Mark(ctx, mark)
}

// loader does deeds until one fails.
type loader struct {
	ctx context.Context
	st  *studio.Studio
	who core.Who
	say func(string)
	err error
}

func (l *loader) shoot(name string, b brief.Brief) *store.Shoot {
	if l.err != nil {
		return nil
	}
	b.Zone = zone
	s, err := l.st.Brief.MakeShoot(l.ctx, l.who, name, b)
	l.err = err
	return s
}

// mostOfAKind is how many frames of one kind a dish of the demo takes: the list of a day.
const mostOfAKind = 3

// dish adds a dish, accepts its hero and frames of the given kinds, and returns them with the
// hero last. Of many of a kind it takes those picked, then the last ones, which are done to the
// finished dish.
func (l *loader) dish(s *store.Shoot, d dish, kinds ...string) []store.Shot {
	if l.err != nil {
		return nil
	}
	row, err := l.st.Kitchen.AddTyped(l.ctx, l.who, s.Key, kitchen.Typed{Title: d.title, Form: shots.Form(d.form), Ingredients: d.ingredients, Method: d.method})
	if err != nil {
		l.err = err
		return nil
	}
	m, err := l.st.List.Mined(l.ctx, row.Key)
	if err != nil {
		l.err = err
		return nil
	}
	var keys []string
	for _, k := range append(kinds, "hero") {
		var picked, other []string
		for _, f := range m.Frames {
			switch {
			case string(f.Kind) != k:
			case f.Pick:
				picked = append(picked, f.Key)
			case f.Kind == "ingredient":
				other = append(other, f.Key)
			default:
				other = append([]string{f.Key}, other...)
			}
		}
		all := append(picked, other...)
		if k == "safe" {
			keys = append(keys, all...)
			continue
		}
		keys = append(keys, all[:min(mostOfAKind, len(all))]...)
	}
	shots, err := l.st.List.Accept(l.ctx, l.who, row.Key, keys)
	l.err = err
	return shots
}

func hero(all []store.Shot) string {
	for _, s := range all {
		if s.Kind == "hero" {
			return s.Key
		}
	}
	return ""
}

// set plans a shot's set from where it would start.
func (l *loader) set(shotID string, change func(*scene.Set)) {
	if l.err != nil || shotID == "" {
		return
	}
	p, err := l.st.Set.SetOf(l.ctx, shotID)
	if err != nil {
		l.err = err
		return
	}
	change(&p.Set)
	_, l.err = l.st.Set.SaveSet(l.ctx, l.who, shotID, *p)
}

// draft plans the frames that nobody has planned.
func (l *loader) draft(s *store.Shoot) {
	if l.err == nil {
		_, l.err = l.st.Set.Draft(l.ctx, l.who, s.Key, 0)
	}
}

func (l *loader) take(shotID string, keep bool) {
	if l.err != nil {
		return
	}
	f, err := l.st.Frames.Take(l.ctx, l.who, shotID, false)
	if err == nil && keep {
		_, err = l.st.Frames.Keep(l.ctx, l.who, f.Key, f.Version, true)
	}
	l.err = err
}

// day takes one of the days that are offered.
func (l *loader) day(shootID string, style dayplan.Style) {
	if l.err != nil {
		return
	}
	o, err := l.st.Day.OffersOf(l.ctx, shootID)
	if err != nil {
		l.err = err
		return
	}
	for _, x := range o.Offers {
		if x.Style == style {
			_, l.err = l.st.Day.Take(l.ctx, l.who, shootID, day.Taking{Style: style, Starts: x.Starts})
		}
	}
}

func (l *loader) finish(shotID string, approve bool) {
	if l.err != nil {
		return
	}
	list, err := l.st.Finish.ListOf(l.ctx, shotID)
	if err != nil {
		l.err = err
		return
	}
	for _, step := range list.Steps {
		if _, err := l.st.Finish.Tick(l.ctx, l.who, shotID, step.Key, true); err != nil {
			l.err = err
			return
		}
	}
	if approve {
		_, l.err = l.st.Finish.Approve(l.ctx, l.who, shotID, finish.Yes{Who: l.who.Name, Picture: list.Picture})
	}
}

// publish sends a shot to an outlet and waits for its answer.
func (l *loader) publish(shotID, outlet string, w release.Words) {
	if l.err != nil {
		return
	}
	p, err := l.st.Out.Publish(l.ctx, l.who, shotID, out.CutOrder{Outlet: outlet, Zoom: 1, CentreX: 0.5, CentreY: 0.5, Words: w})
	if err != nil {
		l.err = err
		return
	}
	for range 100 {
		all, err := l.st.Out.Publications(l.ctx, "", p.ShotID)
		if err != nil {
			l.err = err
			return
		}
		if all[0].State != "waiting" {
			return
		}
		select {
		case <-l.ctx.Done():
			l.err = l.ctx.Err()
			return
		case <-time.After(100 * time.Millisecond):
		}
	}
	l.err = fmt.Errorf("the outlet did not answer about %s", outlet)
}
