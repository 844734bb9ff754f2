package set

import (
	"context"
	"errors"
	"time"

	"figladder/internal/craft/almanac"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/sun"
	"figladder/internal/formats/lightcal"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"gorm.io/gorm"
)

// PlacesScope is the journal that changes of places are noted in.
const PlacesScope = "place"

// KeptPlace is a place; version 0 until it is first saved.
type KeptPlace struct {
	ID      string          `json:"id,omitempty" readOnly:"true" doc:"Key; empty before the first save"`
	Place   almanac.Place   `json:"place" doc:"The place and its windows"`
	Version int             `json:"version" doc:"Counts saves; 0 before the first"`
	Recce   []almanac.Asked `json:"recce,omitempty" readOnly:"true" doc:"What there is to find out about it, and what is known"`

	Decides []almanac.Decided `json:"decides,omitempty" readOnly:"true" doc:"What that means for the kit"`
}

// KeptOf is a row as it is told.
func KeptOf(r store.PlaceRow) KeptPlace {
	return KeptPlace{ID: r.Key, Place: r.Place, Version: r.Version, Recce: r.Place.Recce(), Decides: r.Place.Decides()}
}

// Places lists the studio's places; the first is its own.
func (s *Room) Places(ctx context.Context) ([]KeptPlace, error) {
	rows, err := store.All[store.PlaceRow](s.Store.WithContext(ctx).Order("id"))
	out := make([]KeptPlace, len(rows))
	for i, r := range rows {
		out[i] = KeptOf(r)
	}
	return out, err
}

// Place returns a place, the first for no key; an empty one to begin with where there is none
// at all.
func (s *Room) Place(ctx context.Context, id string) (*KeptPlace, error) {
	row := &store.PlaceRow{}
	q := s.Store.WithContext(ctx).Order("id")
	if id != "" {
		q = q.Where("id = ?", id)
	}
	err := q.First(row).Error
	switch {
	case errors.Is(err, gorm.ErrRecordNotFound) && id == "":
		blank := store.PlaceRow{Place: almanac.Place{Zone: "Europe/London", TableMm: 750}}
		store.Fill(&blank)
		out := KeptOf(blank)
		return &out, nil
	case errors.Is(err, gorm.ErrRecordNotFound):
		return nil, store.ErrNotFound
	case err != nil:
		return nil, err
	}
	out := KeptOf(*row)
	return &out, nil
}

// PlaceOf is where a shoot is: the place it names, or the studio's own. One that was taken away
// since is the studio's own again.
func (s *Room) PlaceOf(ctx context.Context, shoot *store.Shoot) (*almanac.Place, string, error) {
	k, err := s.Place(ctx, shoot.Brief.PlaceID)
	if errors.Is(err, store.ErrNotFound) {
		k, err = s.Place(ctx, "")
	}
	if err != nil {
		return nil, "", err
	}
	return &k.Place, k.ID, nil
}

// SavePlace saves a place: the one of a key, or the studio's own. version is the one read, 0
// for the first save.
func (s *Room) SavePlace(ctx context.Context, who core.Who, id string, version int, p almanac.Place) (*KeptPlace, error) {
	if err := core.Fields("place", p.Check()); err != nil {
		return nil, err
	}
	var row *store.PlaceRow
	if err := s.Deed(ctx, who, PlacesScope, "Changed the windows of "+called(p), func(j *store.Journal) error {
		// Two first saves at once must not make two of the studio's own.
		if err := j.TX.Exec("select pg_advisory_xact_lock(hashtext('place'))").Error; err != nil {
			return err
		}
		q := j.TX.Order("id")
		if id != "" {
			if _, err := store.Find[store.PlaceRow](j.TX, id); err != nil {
				return err
			}
			q = q.Where("id = ?", id)
		}
		_, err := core.SaveOnly(j, q, version, store.PlaceRow{Base: store.NewBase()}, func(r *store.PlaceRow) { r.Place, row = p, r })
		return err
	}); err != nil {
		return nil, err
	}
	out := KeptOf(*row)
	return &out, nil
}

// AddPlace adds a place beside those there are.
func (s *Room) AddPlace(ctx context.Context, who core.Who, p almanac.Place) (*KeptPlace, error) {
	if err := core.Fields("place", p.Check()); err != nil {
		return nil, err
	}
	row := &store.PlaceRow{Base: store.NewBase(), Place: p}
	if err := s.Deed(ctx, who, PlacesScope, "Added "+called(p), func(j *store.Journal) error { return j.Create(row) }); err != nil {
		return nil, err
	}
	out := KeptOf(*row)
	return &out, nil
}

// RemovePlace takes a place away. Sets stand as they were lit, and shoots that were there are
// in the studio's own until they say otherwise.
func (s *Room) RemovePlace(ctx context.Context, who core.Who, id string) error {
	row, err := store.Find[store.PlaceRow](s.Store.WithContext(ctx), id)
	if err != nil {
		return err
	}
	return s.Deed(ctx, who, PlacesScope, "Took "+called(row.Place)+" away", func(j *store.Journal) error {
		j.Removes(row, called(row.Place))
		return j.Delete(row)
	})
}

func called(p almanac.Place) string {
	if p.Name == "" {
		return "a place"
	}
	return p.Name
}

// window finds a window of a place by its number in the list.
func (s *Room) window(ctx context.Context, placeID string, n int) (almanac.Place, almanac.Window, error) {
	p, err := s.Place(ctx, placeID)
	if err != nil {
		return almanac.Place{}, almanac.Window{}, err
	}
	if n < 0 || n >= len(p.Place.Windows) {
		return almanac.Place{}, almanac.Window{}, core.Rule("There is no such window. Put the windows of the place in first.")
	}
	return p.Place, p.Place.Windows[n], nil
}

func dateWords(err error) error {
	if errors.Is(err, sun.ErrDate) || errors.Is(err, sun.ErrPlace) {
		return &core.FieldError{Problems: []finding.FieldProblem{{Path: "day", Words: "The sun is reckoned for the years 1900 to 2100. Choose a day in one of those."}}}
	}
	return err
}

// AlmanacYear is a window through a year.
func (s *Room) AlmanacYear(ctx context.Context, placeID string, window, year int) (*almanac.Year, error) {
	p, w, err := s.window(ctx, placeID, window)
	if err != nil {
		return nil, err
	}
	y, err := almanac.YearOf(p, w, year)
	return &y, dateWords(err)
}

// AlmanacDay is a window through a day, with the forecast when there is one.
func (s *Room) AlmanacDay(ctx context.Context, placeID string, window int, day string) (*almanac.DayStrip, error) {
	p, w, err := s.window(ctx, placeID, window)
	if err != nil {
		return nil, err
	}
	if _, err := time.Parse("2006-01-02", day); err != nil {
		return nil, &core.FieldError{Problems: []finding.FieldProblem{{Path: "day", Words: "“" + day + "” is no day. Write it as 2026-12-03."}}}
	}
	var cloud []float64
	if s.Weather != nil {
		if got, err := s.Weather.Cloud(ctx, p.LatDeg, p.LonDeg, day); err == nil {
			cloud = got
		}
	}
	d, err := almanac.DayOf(p, w, day, cloud)
	return &d, dateWords(err)
}

// mostCalendarDays bounds a calendar of good light.
const mostCalendarDays = 62

// GoodLight writes the best hours of soft light by a window, from one day to
// another, as a calendar. Stretches of less than an hour are left out.
func (s *Room) GoodLight(ctx context.Context, placeID string, window int, from, to string) ([]byte, error) {
	p, w, err := s.window(ctx, placeID, window)
	if err != nil {
		return nil, err
	}
	first, errA := time.Parse("2006-01-02", from)
	last, errB := time.Parse("2006-01-02", to)
	if errA != nil || errB != nil || last.Before(first) {
		return nil, &core.FieldError{Problems: []finding.FieldProblem{{Path: "from", Words: "Give a first and a last day, as 2026-12-01 and 2026-12-31."}}}
	}
	if last.Sub(first) > (mostCalendarDays-1)*24*time.Hour {
		return nil, &core.FieldError{Problems: []finding.FieldProblem{{Path: "to", Words: "A calendar holds two months at the most."}}}
	}
	var hours []lightcal.Hours
	for d := first; !d.After(last); d = d.AddDate(0, 0, 1) {
		if err := ctx.Err(); err != nil {
			return nil, err
		}
		day := d.Format("2006-01-02")
		strip, err := almanac.DayOf(p, w, day, nil)
		if err != nil {
			return nil, dateWords(err)
		}
		for _, span := range strip.Best {
			if span.ToMin-span.FromMin < 60 {
				continue
			}
			a, err := sun.Instant(day, almanac.Clock(span.FromMin), p.Zone)
			if err != nil {
				return nil, err
			}
			b := a.Add(time.Duration(span.ToMin-span.FromMin) * time.Minute)
			hours = append(hours, lightcal.Hours{From: a, To: b, Title: "Soft light, " + w.Name, Words: strip.Words})
		}
	}
	return lightcal.Write(p.Name+", "+w.Name, hours, s.Now()), nil
}

// InRoom puts the windows of the set's place round it, its far side looking to a bearing.
func (s *Room) InRoom(ctx context.Context, set scene.Set, farSideDeg float64) (*scene.Set, error) {
	p, err := s.Place(ctx, set.PlaceID)
	if errors.Is(err, store.ErrNotFound) {
		p, err = s.Place(ctx, "")
	}
	if err != nil {
		return nil, err
	}
	if len(p.Place.Windows) == 0 {
		return nil, core.Rule("The place has no windows yet. Put them in on the almanac first.")
	}
	out := set.InRoom(p.Place, farSideDeg)
	if err := core.Fields("set", out.Check()); err != nil {
		return nil, err
	}
	return &out, nil
}
