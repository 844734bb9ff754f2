// Package studio puts the rooms of the studio together. What people do stands in the rooms:
// one deed a function, one transaction a deed. Imports run downward only:
//
//	core ← people, brief ← kitchen ← list ← cupboard ← set ← styling ← day ← frames ← finish ← proof ← out ← review ← train ← ladder
package studio

import (
	"context"
	"errors"
	"time"

	"figladder/internal/standin"
	"figladder/internal/store"
	"figladder/internal/studio/brief"
	"figladder/internal/studio/core"
	"figladder/internal/studio/cupboard"
	"figladder/internal/studio/day"
	"figladder/internal/studio/finish"
	"figladder/internal/studio/frames"
	"figladder/internal/studio/kitchen"
	"figladder/internal/studio/ladder"
	"figladder/internal/studio/list"
	"figladder/internal/studio/out"
	"figladder/internal/studio/people"
	"figladder/internal/studio/proof"
	"figladder/internal/studio/review"
	"figladder/internal/studio/set"
	"figladder/internal/studio/styling"
	"figladder/internal/studio/template"
	"figladder/internal/studio/train"
)

// Studio is all the rooms.
type Studio struct {
	*core.Core
	People   *people.Room
	Brief    *brief.Room
	Kitchen  *kitchen.Room
	List     *list.Room
	Cupboard *cupboard.Room
	Set      *set.Room
	Styling  *styling.Room
	Day      *day.Room
	Frames   *frames.Room
	Finish   *finish.Room
	Proof    *proof.Room
	Out      *out.Room
	Review   *review.Room
	Train    *train.Room
	Template *template.Room
	Ladder   *ladder.Room
}

// Outside is what a studio stands on and the devices and services it reaches.
type Outside struct {
	Store   *store.Store
	Vault   *store.Vault
	Queue   core.Queue // may be set later, before the first deed that needs it
	Clock   func() time.Time
	Camera  standin.Camera
	Outlet  standin.Outlet
	Weather standin.Weather // nil for no forecast

	Shelf    *store.Shelf   // nil for none: pictures are made smaller each time
	Reader   standin.Reader // nil for no card reader
	Folders  []string       // of this machine, that may be copied
	Arriving string         // where files lie while they are sent
}

// New opens the rooms.
func New(o Outside) *Studio {
	c := &core.Core{Store: o.Store, Vault: o.Vault, Shelf: o.Shelf, Queue: o.Queue, Clock: o.Clock}
	s := &Studio{Core: c, People: &people.Room{Core: c}, Brief: &brief.Room{Core: c}}
	s.Kitchen = &kitchen.Room{Core: c, Brief: s.Brief}
	s.List = &list.Room{Core: c, Brief: s.Brief, Kitchen: s.Kitchen}
	s.Cupboard = &cupboard.Room{Core: c, Brief: s.Brief, Kitchen: s.Kitchen, List: s.List}
	s.Set = &set.Room{Core: c, Brief: s.Brief, Kitchen: s.Kitchen, List: s.List, Cupboard: s.Cupboard, Weather: o.Weather}
	s.Styling = &styling.Room{Core: c, Brief: s.Brief, Kitchen: s.Kitchen, List: s.List, Set: s.Set, Weather: o.Weather}
	s.Day = &day.Room{Core: c, Brief: s.Brief, Kitchen: s.Kitchen, List: s.List, Cupboard: s.Cupboard, Set: s.Set, Styling: s.Styling}
	s.Frames = &frames.Room{Core: c, Brief: s.Brief, Kitchen: s.Kitchen, List: s.List, Set: s.Set, Day: s.Day, Camera: o.Camera, Reader: o.Reader, Folders: o.Folders, Arriving: o.Arriving}
	s.Finish = finish.New(c, s.Frames)
	s.Proof = proof.New(c, s.Finish)
	s.Out = out.New(c, s.Frames, s.Finish, o.Outlet)
	s.Review = &review.Room{Core: c, Finish: s.Finish}
	s.Train = train.New(c, s.Set, s.Review)
	s.Template = &template.Room{Core: c, Finish: s.Finish}
	s.Ladder = &ladder.Room{Core: c, Brief: s.Brief, Out: s.Out}
	return s
}

// Stop ends what runs in the background, and waits for it as long as ctx lasts.
func (s *Studio) Stop(ctx context.Context) error {
	return errors.Join(s.Frames.Stop(ctx), s.Set.Stop(ctx))
}
