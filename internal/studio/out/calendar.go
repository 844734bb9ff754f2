package out

import (
	"cmp"
	"context"
	"slices"
	"time"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/release"
	"figladder/internal/formats/outcal"
	"figladder/internal/store"
)

// Kind is what happens on a day of the calendar.
type Kind string

// What can happen.
const (
	Goes    Kind = "goes"    // a picture is to go out at an hour
	Went    Kind = "went"    // it went out
	Down    Kind = "down"    // the last day on which it may stand there
	Embargo Kind = "embargo" // the first day on which a shoot may be shown
)

// Outing is an entry of the calendar of what goes out.
type Outing struct {
	Kind          Kind       `json:"kind" enum:"goes,went,down,embargo" doc:"What happens"`
	Day           string     `json:"day" doc:"On which day, YYYY-MM-DD, in the shoot's zone"`
	At            *time.Time `json:"at" doc:"At which moment; null for all day"`
	ShootID       string     `json:"shootId" doc:"Whose"`
	Shoot         string     `json:"shoot" doc:"What the shoot is called"`
	ShotID        string     `json:"shotId" doc:"Which shot; empty for all of the shoot"`
	Title         string     `json:"title" doc:"What it shows"`
	Outlet        string     `json:"outlet" doc:"Where, by name"`
	PublicationID string     `json:"publicationId" doc:"Which cut; empty for an embargo"`
	Late          bool       `json:"late" doc:"Whether it should have happened: a right is over and the picture still stands"`
}

// mostOutings is how many entries a calendar tells.
const mostOutings = 2000

// Calendar tells what goes out, went, has to come down and is let go between two days, of all shoots, oldest first. What is past its
// right and still stands is told whenever that was.
func (s *Room) Calendar(ctx context.Context, from, to string) ([]Outing, error) {
	tx := s.Store.WithContext(ctx)
	names := map[string]string{}
	outlets, err := s.Outlets(ctx)
	if err != nil {
		return nil, err
	}
	for _, o := range outlets {
		names[o.Key] = o.Name
	}
	var shoots []store.Shoot
	if err := tx.Where("brief ->> 'embargo' between ? and ? or exists (select 1 from publications p where p.shoot_id = shoots.id and p.state in ('waiting', 'accepted', 'asked down'))", from, to).Find(&shoots).Error; err != nil {
		return nil, err
	}
	briefs := map[string]store.Shoot{}
	out := []Outing{}
	for _, x := range shoots {
		briefs[x.Key] = x
		if e := x.Brief.Embargo; e >= from && e <= to && e != "" {
			out = append(out, Outing{Kind: Embargo, Day: e, ShootID: x.Key, Shoot: x.Name})
		}
	}
	var rows []struct {
		ID, ShootID, ShotID, Title, Outlet, State string
		GoesAt, DoneAt                            *time.Time
	}
	if err := tx.Raw(`select p.id, p.shoot_id, p.shot_id, coalesce(x.title, '') as title, p.outlet, p.state, p.goes_at, p.done_at
		from publications p left join shots x on x.id = p.shot_id where p.state in ('waiting', 'accepted', 'asked down') order by p.id desc limit ?`, mostOutings).Scan(&rows).Error; err != nil {
		return nil, err
	}
	today := s.Now()
	for _, r := range rows {
		shoot, there := briefs[r.ShootID]
		if !there {
			continue
		}
		zone := release.ZoneOf(shoot.Brief)
		name := cmp.Or(names[r.Outlet], r.Outlet)
		add := func(kind Kind, day string, at *time.Time, late bool) {
			if late || day >= from && day <= to {
				out = append(out, Outing{Kind: kind, Day: day, At: at, ShootID: r.ShootID, Shoot: shoot.Name, ShotID: r.ShotID, Title: r.Title, Outlet: name, PublicationID: r.ID, Late: late})
			}
		}
		if r.State == "waiting" {
			if r.GoesAt != nil {
				add(Goes, r.GoesAt.In(zone).Format(time.DateOnly), r.GoesAt, false)
			}
			continue
		}
		if r.DoneAt == nil {
			continue
		}
		went := r.DoneAt.In(zone).Format(time.DateOnly)
		add(Went, went, r.DoneAt, false)
		if last, over := standsUntil(shoot.Brief, r.Outlet, went, today.In(zone).Format(time.DateOnly)); last != "" {
			add(Down, last, nil, over)
		}
	}
	slices.SortStableFunc(out, func(a, b Outing) int { return cmp.Or(cmp.Compare(a.Day, b.Day), momentOf(a).Compare(momentOf(b))) })
	return out, nil
}

// standsUntil is the last day on which what went out on a day may stand at an outlet, and whether that is over; empty where nothing
// ends it.
func standsUntil(b brief.Brief, outlet, went, today string) (last string, over bool) {
	if len(b.Rights) == 0 {
		return "", false
	}
	last = release.Until(b, outlet, went)
	return last, last != "" && today > last
}

func momentOf(o Outing) time.Time {
	if o.At == nil {
		return time.Time{}
	}
	return *o.At
}

// OutingsICS writes the calendar for another one to read (iCalendar).
func (s *Room) OutingsICS(ctx context.Context, from, to string) ([]byte, error) {
	all, err := s.Calendar(ctx, from, to)
	if err != nil {
		return nil, err
	}
	words := map[Kind]string{Goes: "Goes out", Went: "Went out", Down: "Last day", Embargo: "Embargo ends"}
	entries := make([]outcal.Entry, len(all))
	for i, o := range all {
		title := words[o.Kind] + ": " + cmp.Or(o.Title, o.Shoot)
		if o.Outlet != "" {
			title += ", " + o.Outlet
		}
		entries[i] = outcal.Entry{Key: string(o.Kind) + "/" + cmp.Or(o.PublicationID, o.ShootID), Day: o.Day, At: o.At, Title: title, Words: o.Shoot, Alarm: o.Kind == Goes || o.Kind == Down}
	}
	return outcal.Write("What goes out", entries, s.Now()), nil
}
