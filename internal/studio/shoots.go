package studio

import (
	"context"
	"strings"
	"time"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/finding"
	"figladder/internal/store"
	"gorm.io/gorm"
)

// checkBrief adds to the brief's own check what only the world knows: whether a
// time zone exists.
func checkBrief(name string, b brief.Brief) error {
	bad := b.Check()
	for i := range bad {
		bad[i].Path = "brief." + bad[i].Path
	}
	if b.Zone != "" {
		if _, err := time.LoadLocation(b.Zone); err != nil {
			bad = append(bad, finding.FieldProblem{Path: "brief.zone", Words: "“" + b.Zone + "” is no time zone. Write it as Europe/London."})
		}
	}
	if strings.TrimSpace(name) == "" {
		bad = append(bad, finding.FieldProblem{Path: "name", Words: "Give the shoot a name."})
	}
	return fields("", bad)
}

// MakeShoot starts a shoot. It is where undo ends: a shoot is taken away only by
// RemoveShoot.
func (s *Studio) MakeShoot(ctx context.Context, _ Who, name string, b brief.Brief) (*store.Shoot, error) {
	if err := checkBrief(name, b); err != nil {
		return nil, err
	}
	row := &store.Shoot{Base: store.NewBase(), Name: strings.TrimSpace(name), Brief: b}
	store.Fill(row)
	return row, s.Store.WithContext(ctx).Create(row).Error
}

// Shoot finds a shoot.
func (s *Studio) Shoot(ctx context.Context, id string) (*store.Shoot, error) {
	return store.Find[store.Shoot](s.Store.WithContext(ctx), id)
}

// SaveShoot saves name and brief.
func (s *Studio) SaveShoot(ctx context.Context, who Who, id string, version int, name string, b brief.Brief) (*store.Shoot, error) {
	if err := checkBrief(name, b); err != nil {
		return nil, err
	}
	var row *store.Shoot
	if err := s.deed(ctx, who, id, "Changed the brief", func(j *store.Journal) (err error) {
		if row, err = store.Find[store.Shoot](j.TX, id); err != nil {
			return err
		}
		row.Version, row.Name, row.Brief = version, strings.TrimSpace(name), b
		return j.Update(row)
	}); err != nil {
		return nil, err
	}
	return row, nil
}

// ShootCard is a shoot as the studio home shows it.
type ShootCard struct {
	Shoot store.Shoot `json:"shoot" doc:"The shoot"`
	Shots int         `json:"shots" doc:"Frames wanted"`
	Out   int         `json:"out" doc:"Of them, published"`
	Wants string      `json:"wants" doc:"What wants a hand next"`
	Rung  string      `json:"rung" doc:"On which rung"`
}

// Shoots lists shoots by day, a page after the given key ("" for the first).
func (s *Studio) Shoots(ctx context.Context, after string, most int) ([]ShootCard, error) {
	var rows []store.Shoot
	q := s.Store.WithContext(ctx).Order("coalesce(day, '9999'), id").Limit(most)
	if after != "" {
		at, err := s.Shoot(ctx, after)
		if err != nil {
			return nil, err
		}
		day := "9999"
		if at.Day != nil {
			day = *at.Day
		}
		q = q.Where("(coalesce(day, '9999'), id) > (?, ?)", day, at.Key)
	}
	if err := q.Find(&rows).Error; err != nil {
		return nil, err
	}
	all, err := climbs(s.Store.WithContext(ctx), rows)
	if err != nil {
		return nil, err
	}
	out := []ShootCard{}
	for _, row := range rows {
		v := all[row.Key]
		card := ShootCard{Shoot: row, Shots: len(v.shots)}
		for _, m := range v.marks {
			if m.Next == "" {
				card.Out++
			}
		}
		for _, r := range v.Rungs {
			if r.Wants != "" {
				card.Wants, card.Rung = r.Wants, r.Key
				break
			}
		}
		out = append(out, card)
	}
	return out, nil
}

// RemoveShoot takes a shoot with everything in it away. Undo brings it back.
func (s *Studio) RemoveShoot(ctx context.Context, who Who, id string) error {
	return s.deed(ctx, who, id, "Removed the shoot", func(j *store.Journal) error {
		row, err := store.Find[store.Shoot](j.TX, id)
		if err != nil {
			return err
		}
		if err := neverPublished(j.TX, "shoot_id = ?", id); err != nil {
			return err
		}
		var dishes []store.Dish
		if err := j.TX.Where("shoot_id = ?", id).Find(&dishes).Error; err != nil {
			return err
		}
		for i := range dishes {
			if err := removeDish(j, &dishes[i]); err != nil {
				return err
			}
		}
		if err := removeAll[store.Reservation](j, "shoot_id = ?", id); err != nil {
			return err
		}
		if err := removeAll[store.Aside](j, "shoot_id = ?", id); err != nil {
			return err
		}
		if err := removeAll[store.ReferenceRow](j, "shoot_id = ?", id); err != nil {
			return err
		}
		if err := removeAll[store.ShoppingRow](j, "shoot_id = ?", id); err != nil {
			return err
		}
		if err := removeAll[store.SeriesRow](j, "shoot_id = ?", id); err != nil {
			return err
		}
		j.Removes(row, row.Name)
		return j.Delete(row)
	})
}

// removeAll takes away every row of a kind that a condition finds, so that undo
// can bring each back.
func removeAll[T any, P interface {
	*T
	store.Row
}](j *store.Journal, where string, arg any) error {
	var rows []T
	if err := j.TX.Where(where, arg).Find(&rows).Error; err != nil {
		return err
	}
	for i := range rows {
		if err := j.Delete(P(&rows[i])); err != nil {
			return err
		}
	}
	return nil
}

// neverPublished refuses to remove what the world has already seen: the record of
// it is worth more than a tidy list.
func neverPublished(tx *gorm.DB, where string, arg any) error {
	var n int64
	if err := tx.Model(&store.Publication{}).Where(where, arg).Limit(1).Count(&n).Error; err != nil {
		return err
	}
	if n > 0 {
		return rule("A frame of this has been sent to an outlet. What has gone out stays on record, so it cannot be removed.")
	}
	return nil
}
