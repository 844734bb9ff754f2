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

// PlacesScope is the journal that changes of the studio's place are noted in.
const PlacesScope = "place"

// KeptPlace is the studio's place; version 0 until it is first saved.
type KeptPlace struct {
	Place   almanac.Place `json:"place" doc:"The place and its windows"`
	Version int           `json:"version" doc:"Counts saves; 0 before the first"`
}

// Place returns the studio's place, or an empty one to begin with.
func (s *Room) Place(ctx context.Context) (*KeptPlace, error) {
	row := &store.PlaceRow{}
	err := s.Store.WithContext(ctx).Order("id").First(row).Error
	if errors.Is(err, gorm.ErrRecordNotFound) {
		return &KeptPlace{Place: almanac.Place{Zone: "Europe/London", TableMm: 750, Windows: []almanac.Window{}}}, nil
	}
	if err != nil {
		return nil, err
	}
	return &KeptPlace{Place: row.Place, Version: row.Version}, nil
}

// SavePlace saves it. version is the one read, 0 for the first save.
func (s *Room) SavePlace(ctx context.Context, who core.Who, version int, p almanac.Place) (*KeptPlace, error) {
	if err := core.Fields("place.", p.Check()); err != nil {
		return nil, err
	}
	out := &KeptPlace{Place: p}
	if err := s.Deed(ctx, who, PlacesScope, "Changed the studio's windows", func(j *store.Journal) error {
		// One studio has one place: two first saves at once must not make two.
		if err := j.TX.Exec("select pg_advisory_xact_lock(hashtext('place'))").Error; err != nil {
			return err
		}
		v, err := core.SaveOnly(j, j.TX.Order("id"), version, store.PlaceRow{Base: store.NewBase()}, func(r *store.PlaceRow) { r.Place = p })
		out.Version = v
		return err
	}); err != nil {
		return nil, err
	}
	return out, nil
}

// window finds a window of the place by its number in the list.
func (s *Room) window(ctx context.Context, n int) (almanac.Place, almanac.Window, error) {
	p, err := s.Place(ctx)
	if err != nil {
		return almanac.Place{}, almanac.Window{}, err
	}
	if n < 0 || n >= len(p.Place.Windows) {
		return almanac.Place{}, almanac.Window{}, core.Rule("There is no such window. Put the studio's windows in first.")
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
func (s *Room) AlmanacYear(ctx context.Context, window, year int) (*almanac.Year, error) {
	p, w, err := s.window(ctx, window)
	if err != nil {
		return nil, err
	}
	y, err := almanac.YearOf(p, w, year)
	return &y, dateWords(err)
}

// AlmanacDay is a window through a day, with the forecast when there is one.
func (s *Room) AlmanacDay(ctx context.Context, window int, day string) (*almanac.DayStrip, error) {
	p, w, err := s.window(ctx, window)
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
func (s *Room) GoodLight(ctx context.Context, window int, from, to string) ([]byte, error) {
	p, w, err := s.window(ctx, window)
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

// InRoom puts the studio's windows round a set whose far side looks to a bearing.
func (s *Room) InRoom(ctx context.Context, set scene.Set, farSideDeg float64) (*scene.Set, error) {
	p, err := s.Place(ctx)
	if err != nil {
		return nil, err
	}
	if len(p.Place.Windows) == 0 {
		return nil, core.Rule("The studio has no windows yet. Put them in on the almanac first.")
	}
	out := set.InRoom(p.Place, farSideDeg)
	if err := core.Fields("set.", out.Check()); err != nil {
		return nil, err
	}
	return &out, nil
}
