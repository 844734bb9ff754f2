package cupboard

import (
	"context"
	"fmt"
	"sort"

	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/finding"
	"figladder/internal/store"
	"figladder/internal/studio/brief"
	"figladder/internal/studio/core"
)

// Reserve holds props for a shoot, for one of its dishes or for all of it. The last
// one goes to whoever is first; the other is told.
func (s *Room) Reserve(ctx context.Context, who core.Who, shootID, dishID, propID string, count int) (*store.Reservation, error) {
	prop, err := s.Prop(ctx, propID)
	if err != nil {
		return nil, err
	}
	if count < 1 || count > 999 {
		return nil, core.Fields("", []finding.FieldProblem{{Path: "count", Words: "From 1 to 999."}})
	}
	row := &store.Reservation{Base: store.NewBase(), ReservationDoc: store.ReservationDoc{PropID: propID, ShootID: shootID, DishID: dishID, Count: count, State: "reserved"}}
	err = s.Deed(ctx, who, shootID, "Held "+prop.Prop.Name, func(j *store.Journal) error {
		if _, err := store.Find[store.Shoot](j.TX, shootID); err != nil {
			return err
		}
		if dishID != "" {
			if dish, err := store.Find[store.Dish](j.TX, dishID); err != nil {
				return err
			} else if dish.ShootID != shootID {
				return core.Fields("", []finding.FieldProblem{{Path: "dishId", Words: "That dish belongs to another shoot."}})
			}
		}
		return j.Create(row)
	})
	if err != nil {
		return nil, core.Held(err, prop.Prop.Name)
	}
	return row, nil
}

// SetHeld changes how many are held, or where they are: reserved, pulled, back,
// broken. What is broken is taken off the prop's count and written in its history.
func (s *Room) SetHeld(ctx context.Context, who core.Who, id string, version, count int, state string) (*store.Reservation, error) {
	row, err := store.Find[store.Reservation](s.Store.WithContext(ctx), id)
	if err != nil {
		return nil, err
	}
	prop, err := s.Prop(ctx, row.PropID)
	if err != nil {
		return nil, err
	}
	if count < 1 || count > 999 {
		return nil, core.Fields("", []finding.FieldProblem{{Path: "count", Words: "From 1 to 999."}})
	}
	was := row.State
	words := map[string]string{"reserved": "Held " + prop.Prop.Name, "pulled": "Pulled " + prop.Prop.Name, "back": "Put " + prop.Prop.Name + " back", "broken": "Wrote " + prop.Prop.Name + " down as broken"}[state]
	err = s.Deed(ctx, who, row.ShootID, words, func(j *store.Journal) error {
		row.Version, row.Count, row.State = version, count, state
		if err := j.Update(row); err != nil {
			return err
		}
		if state != "broken" || was == "broken" {
			return nil
		}
		prop.Prop.Count = max(0, prop.Prop.Count-count)
		prop.Prop.History = append(prop.Prop.History, cupboard.Event{Day: s.Now().Format("2006-01-02"), Words: core.Plural(count, "piece") + " broken on a shoot"})
		return j.Update(prop)
	})
	if err != nil {
		return nil, core.Held(err, prop.Prop.Name)
	}
	return row, nil
}

// Release takes a prop off a shoot's pull list.
func (s *Room) Release(ctx context.Context, who core.Who, id string) error {
	row, err := store.Find[store.Reservation](s.Store.WithContext(ctx), id)
	if err != nil {
		return err
	}
	return s.Deed(ctx, who, row.ShootID, "Let a prop go", func(j *store.Journal) error { return j.Delete(row) })
}

// Pull is one line of a pull list.
type Pull struct {
	Reservation store.Reservation `json:"reservation" doc:"What is held"`
	Prop        ShelvedProp       `json:"prop" doc:"The prop"`
	Dish        string            `json:"dish" doc:"The dish it is for, or empty"`
}

// Clash is a prop held more often on one day than there are.
type Clash struct {
	PropID string           `json:"propId" doc:"The prop"`
	Name   string           `json:"name" doc:"What it is called"`
	Day    string           `json:"day" doc:"The day"`
	There  int              `json:"there" doc:"How many there are"`
	Held   int              `json:"held" doc:"How many are held"`
	Shoots []string         `json:"shoots" doc:"For which shoots"`
	Others []SuitedProp     `json:"others" doc:"Free that day instead, best first"`
	Words  string           `json:"words" doc:"The clash in words"`
	Mine   string           `json:"mine" doc:"Key of this shoot's reservation"`
	Drawn  cupboard.Drawing `json:"drawn" doc:"The prop, to scale"`
}

// PullList is what a shoot takes off the shelves.
type PullList struct {
	Pulls   []Pull  `json:"pulls" doc:"By shelf"`
	Clashes []Clash `json:"clashes" doc:"Held twice on the shoot's day"`
}

// Pulls is a shoot's pull list, by shelf, with what clashes on its day.
func (s *Room) Pulls(ctx context.Context, shootID string) (*PullList, error) {
	shoot, err := s.Brief.Shoot(ctx, shootID)
	if err != nil {
		return nil, err
	}
	tx := s.Store.WithContext(ctx)
	var held []store.Reservation
	if err := tx.Where("shoot_id = ?", shootID).Order("id").Find(&held).Error; err != nil {
		return nil, err
	}
	ids := make([]string, len(held))
	for i, r := range held {
		ids[i] = r.PropID
	}
	var props []store.PropRow
	if err := tx.Where("id in ?", ids).Find(&props).Error; err != nil {
		return nil, err
	}
	byID := map[string]store.PropRow{}
	for _, p := range props {
		byID[p.Key] = p
	}
	_, dishes, err := s.List.WholeList(ctx, shootID)
	if err != nil {
		return nil, err
	}
	out := &PullList{Pulls: []Pull{}, Clashes: []Clash{}}
	for _, r := range held {
		out.Pulls = append(out.Pulls, Pull{r, shelved(byID[r.PropID]), dishes[r.DishID].Recipe.Title})
	}
	sort.SliceStable(out.Pulls, func(a, b int) bool {
		x, y := out.Pulls[a].Prop.Prop, out.Pulls[b].Prop.Prop
		return x.Shelf < y.Shelf || x.Shelf == y.Shelf && x.Name < y.Name
	})
	if shoot.Brief.When != "" {
		if out.Clashes, err = s.clashes(ctx, shoot, held, byID); err != nil {
			return nil, err
		}
	}
	return out, nil
}

// clashes finds props of a shoot that are held more often on its day than there
// are, with others that are free instead.
func (s *Room) clashes(ctx context.Context, shoot *store.Shoot, held []store.Reservation, byID map[string]store.PropRow) ([]Clash, error) {
	out := []Clash{}
	tx := s.Store.WithContext(ctx)
	var days []struct {
		PropID, Shoot string
		Count         int
	}
	if err := tx.Raw(`select r.prop_id, s.name as shoot, sum(r.count) as count from reservations r join shoots s on s.id = r.shoot_id
		where s.day = ? and r.state in ? group by r.prop_id, s.id, s.name order by s.name`, shoot.Brief.When, store.Holding).Scan(&days).Error; err != nil {
		return nil, err
	}
	told := map[string]bool{}
	for _, r := range held {
		p := byID[r.PropID]
		c := Clash{PropID: r.PropID, Name: p.Prop.Name, Day: shoot.Brief.When, There: p.Prop.Count, Shoots: []string{}, Mine: r.Key, Drawn: p.Prop.Draw()}
		for _, d := range days {
			if d.PropID == r.PropID {
				c.Held += d.Count
				c.Shoots = append(c.Shoots, d.Shoot)
			}
		}
		if c.Held <= c.There || told[r.PropID] {
			continue
		}
		told[r.PropID] = true
		c.Words = fmt.Sprintf("%s is held %s on %s, and there is %d: for %s.", c.Name, core.Plural(c.Held, "time"), core.DayOf(c.Day), c.There, brief.Join(" and ", c.Shoots...))
		others, err := s.alternatives(ctx, shoot, r, p)
		if err != nil {
			return nil, err
		}
		c.Others = others
		out = append(out, c)
	}
	return out, nil
}

// alternatives are props of the same kind that are free on the shoot's day, the
// most alike or the best suited first.
func (s *Room) alternatives(ctx context.Context, shoot *store.Shoot, r store.Reservation, p store.PropRow) ([]SuitedProp, error) {
	page := []store.PropRow{}
	q, err := s.siftedProps(s.Store.WithContext(ctx), PropAsk{Kind: string(p.Prop.Kind), FreeOn: shoot.Brief.When})
	if err != nil {
		return nil, err
	}
	if err := q.Where("id <> ? and prop ->> 'condition' not in ('broken', 'chipped')", p.Key).Limit(300).Find(&page).Error; err != nil {
		return nil, err
	}
	ask := cupboard.Ask{Form: "plate"}
	if r.DishID != "" {
		if dish, err := s.Kitchen.Dish(ctx, r.DishID); err == nil {
			if ask, err = s.JudgedFor(ctx, dish); err != nil {
				return nil, err
			}
		}
	}
	free, err := s.free(ctx, shoot.Key, page)
	if err != nil {
		return nil, err
	}
	var all []cupboard.Ranked
	for _, x := range page {
		all = append(all, cupboard.Ranked{ID: x.Key, Prop: x.Prop, Suits: x.Prop.Suit(ask, cupboard.Seen{})})
	}
	out := best(all, free)
	return out[:min(5, len(out))], nil
}

// Swap holds another prop instead of one that is held.
func (s *Room) Swap(ctx context.Context, who core.Who, id, propID string) (*store.Reservation, error) {
	row, err := store.Find[store.Reservation](s.Store.WithContext(ctx), id)
	if err != nil {
		return nil, err
	}
	other, err := s.Prop(ctx, propID)
	if err != nil {
		return nil, err
	}
	err = s.Deed(ctx, who, row.ShootID, "Took "+other.Prop.Name+" instead", func(j *store.Journal) error {
		if err := j.Delete(row); err != nil {
			return err
		}
		row = &store.Reservation{Base: store.NewBase(), ReservationDoc: store.ReservationDoc{PropID: propID, ShootID: row.ShootID, DishID: row.DishID, Count: row.Count, State: "reserved"}}
		return j.Create(row)
	})
	if err != nil {
		return nil, core.Held(err, other.Prop.Name)
	}
	return row, nil
}
