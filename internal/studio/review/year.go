package review

import (
	"context"
	"slices"
	"time"

	"figladder/internal/craft/colour"
	"figladder/internal/craft/review"

	"github.com/lucasb-eyer/go-colorful"
	"gorm.io/gorm"
)

// Year is what was done in the last twelve months, and what it was made of.
type Year struct {
	Months   []review.Month `json:"months" doc:"The last twelve, oldest first"`
	Uses     []review.Use   `json:"uses" doc:"What kept frames are made of: angles, light, grounds and props"`
	Habits   []review.Habit `json:"habits" doc:"Faults that were noted, the commonest first"`
	Faults   []review.Times `json:"faults" doc:"The same by name, for the drawing"`
	Currency string         `json:"currency" doc:"Of what it cost"`
	Often    int            `json:"often" doc:"On how many frames a fault is noted before it comes up on a set"`
}

// months is how many are looked back on, and mostShoots how many shoots are costed.
const (
	months     = 12
	mostShoots = 120
)

// YearOf looks back on the studio's last twelve months. Months are those of the server's calendar in UTC: a frame taken in the night
// between two may stand in the other.
func (s *Room) YearOf(ctx context.Context) (*Year, error) {
	now := s.Now().UTC()
	first := time.Date(now.Year(), now.Month()-months+1, 1, 0, 0, 0, 0, time.UTC)
	out := &Year{Months: make([]review.Month, months), Often: review.Often, Faults: []review.Times{}, Habits: []review.Habit{}}
	at := map[string]*review.Month{}
	for i := range out.Months {
		m := &out.Months[i]
		m.Month, m.Faults = first.AddDate(0, i, 0).Format("2006-01"), []review.Times{}
		at[m.Month] = m
	}
	tx := s.Store.WithContext(ctx)
	var sums []struct {
		Month                string
		Frames, Kept, Finals int
		EditMin              float64
	}
	err := tx.Raw(`select to_char(f.taken_at at time zone 'UTC', 'YYYY-MM') as month, count(*) as frames, count(*) filter (where f.kept) as kept, coalesce(sum(p.n), 0) as finals, coalesce(sum(h.min), 0) as edit_min
		from frames f
		left join (select frame_id, count(distinct outlet) as n from publications where state = 'accepted' group by frame_id) p on p.frame_id = f.id
		left join (select frame_id, sum((log ->> 'countedS')::float) / 60 as min from frame_hours group by frame_id) h on h.frame_id = f.id
		where f.taken_at >= ? group by 1`, first).Scan(&sums).Error
	if err != nil {
		return nil, err
	}
	kept := 0
	for _, x := range sums {
		if m := at[x.Month]; m != nil {
			m.Frames, m.Kept, m.Finals, m.EditMin = x.Frames, x.Kept, x.Finals, x.EditMin
			kept += x.Kept
		}
	}
	if err := s.costs(ctx, out, at, first); err != nil {
		return nil, err
	}
	noted, err := s.noted(ctx, first, nil)
	if err != nil {
		return nil, err
	}
	by := map[string][]review.Noted{}
	for _, n := range noted {
		m := n.On.UTC().Format("2006-01")
		by[m] = append(by[m], n)
	}
	for m, all := range by {
		if x := at[m]; x != nil {
			x.Faults = timesOf(review.Count(all))
		}
	}
	if all := review.Count(noted); all != nil {
		out.Habits, out.Faults = all, timesOf(all)
	}
	uses, err := usesOf(tx, first)
	if err != nil {
		return nil, err
	}
	out.Uses = review.Uses(uses, kept)
	return out, nil
}

func timesOf(all []review.Habit) []review.Times {
	out := []review.Times{}
	for _, h := range all {
		out = append(out, review.Times{Key: h.Term.Key, Words: h.Term.Words, Times: h.Times})
	}
	return out
}

// costs adds what each shoot of the year comes to, to the month of its first frame.
func (s *Room) costs(ctx context.Context, y *Year, at map[string]*review.Month, first time.Time) error {
	var shoots []struct {
		ShootID string
		Month   string
	}
	err := s.Store.WithContext(ctx).Raw(`select shoot_id, to_char(min(taken_at) at time zone 'UTC', 'YYYY-MM') as month from frames where taken_at >= ? group by shoot_id order by min(taken_at) desc limit ?`, first, mostShoots).Scan(&shoots).Error
	if err != nil {
		return err
	}
	for _, x := range shoots {
		money, err := s.Finish.Frames.Day.MoneyOf(ctx, x.ShootID)
		if err != nil {
			return err
		}
		y.Currency = money.Estimate.Currency
		if m := at[x.Month]; m != nil {
			m.CostMinor += money.Estimate.TotalMinor
		}
	}
	return nil
}

// usesOf counts what kept frames since a day are made of.
func usesOf(tx *gorm.DB, since time.Time) ([]review.Use, error) {
	var rows []review.Use
	err := tx.Raw(`with k as (select f.id, f.set, s.angle, s.light from frames f join shots s on s.id = f.shot_id where f.kept and f.taken_at >= ?)
		select 'angle' as kind, angle as name, count(*) as times from k where angle <> '' group by angle
		union all select 'light', light, count(*) from k where light <> '' group by light
		union all select 'prop', t ->> 'name', count(distinct k.id) from k cross join jsonb_array_elements(case jsonb_typeof(k.set -> 'things') when 'array' then k.set -> 'things' else '[]' end) t where (t ->> 'on')::bool and t ->> 'name' <> '' group by t ->> 'name'`, since).Scan(&rows).Error
	if err != nil {
		return nil, err
	}
	var grounds []struct {
		Material, Colour string
		Times            int
	}
	if err := tx.Raw(`select case when (f.set -> 'ground' ->> 'on')::bool then coalesce(nullif(f.set -> 'ground' ->> 'material', ''), 'board') else 'table' end as material,
		case when (f.set -> 'ground' ->> 'on')::bool then f.set -> 'ground' ->> 'colour' else f.set -> 'table' ->> 'colour' end as colour, count(*) as times
		from frames f where f.kept and f.taken_at >= ? and f.shot_id is not null group by 1, 2`, since).Scan(&grounds).Error; err != nil {
		return nil, err
	}
	for _, g := range grounds {
		name := g.Material
		if c, err := colorful.Hex(g.Colour); err == nil {
			name = colour.OfColorful(c).Family() + " " + g.Material
		}
		if i := slices.IndexFunc(rows, func(u review.Use) bool { return u.Kind == "ground" && u.Name == name }); i >= 0 {
			rows[i].Times += g.Times // two browns of wood are one ground to the eye
		} else {
			rows = append(rows, review.Use{Kind: "ground", Name: name, Times: g.Times})
		}
	}
	return rows, nil
}
