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

// mostOutings is how many entries a calendar tells, besides those that are late.
const mostOutings = 2000

// calendarRow is what the calendar needs of a cut.
type calendarRow struct {
	ID, ShootID, ShotID, Title, Outlet, State string
	GoesAt, DoneAt                            *time.Time
}

// atDay is the beginning of a day in universal time, so many days later.
func atDay(day string, later int) time.Time {
	t, _ := time.Parse(time.DateOnly, day) // what is no day has been refused before
	return t.AddDate(0, 0, later)
}

// fewest keeps the first of too many entries, and all that is late.
func fewest(all []Outing) []Outing {
	kept := 0
	return slices.DeleteFunc(all, func(o Outing) bool {
		if o.Late {
			return false
		}
		kept++
		return kept > mostOutings
	})
}

// Calendar tells what goes out, went, has to come down and is let go between two days, of all shoots, oldest first: of very
// many the newest, but what is past its right and still stands is told whenever that was.
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
	// A day may begin up to 14 hours before it does in universal time, and end 12 after; the days are told apart below.
	var rows []calendarRow
	if err := tx.Raw(`select p.id, p.shoot_id, p.shot_id, coalesce(x.title, '') as title, p.outlet, p.state, p.goes_at, p.done_at
		from publications p join shoots h on h.id = p.shoot_id left join shots x on x.id = p.shot_id
		where p.state = 'waiting' and p.goes_at between @from and @to
		   or p.state in ('accepted', 'asked down') and (p.done_at between @from and @to or jsonb_path_exists(h.brief, '$.rights[*]'))
		order by p.id desc`, map[string]any{"from": atDay(from, -1), "to": atDay(to, 2)}).Scan(&rows).Error; err != nil {
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
	out = fewest(out)
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
