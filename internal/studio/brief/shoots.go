package brief

import (
	"context"
	"strings"
	"time"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/finding"
	"figladder/internal/store"
	"figladder/internal/studio/core"
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
	return core.Fields("", bad)
}

// MakeShoot starts a shoot. It is where undo ends: a shoot is taken away only by
// RemoveShoot.
func (s *Room) MakeShoot(ctx context.Context, _ core.Who, name string, b brief.Brief) (*store.Shoot, error) {
	if err := checkBrief(name, b); err != nil {
		return nil, err
	}
	row := &store.Shoot{Base: store.NewBase(), ShootDoc: store.ShootDoc{Name: strings.TrimSpace(name), Brief: b}}
	store.Fill(row)
	return row, s.In(ctx, func(tx *gorm.DB) error { return tx.Create(row).Error })
}

// Shoot finds a shoot.
func (s *Room) Shoot(ctx context.Context, id string) (*store.Shoot, error) {
	return store.Find[store.Shoot](s.Store.WithContext(ctx), id)
}

// SaveShoot saves name and brief.
func (s *Room) SaveShoot(ctx context.Context, who core.Who, id string, version int, name string, b brief.Brief) (*store.Shoot, error) {
	if err := checkBrief(name, b); err != nil {
		return nil, err
	}
	var row *store.Shoot
	if err := s.Deed(ctx, who, id, "Changed the brief", func(j *store.Journal) (err error) {
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

// RemoveShoot takes a shoot with everything in it away. Undo brings it back.
func (s *Room) RemoveShoot(ctx context.Context, who core.Who, id string) error {
	return s.Deed(ctx, who, id, "Removed the shoot", func(j *store.Journal) error {
		row, err := store.Find[store.Shoot](j.TX, id)
		if err != nil {
			return err
		}
		if err := core.NeverPublished(j.TX, "shoot_id = ?", id); err != nil {
			return err
		}
		var dishes []store.Dish
		if err := j.TX.Where("shoot_id = ?", id).Find(&dishes).Error; err != nil {
			return err
		}
		for i := range dishes {
			if err := core.RemoveDish(j, &dishes[i]); err != nil {
				return err
			}
		}
		if err := core.RemoveAll[store.ProofAnswerRow](j, "shoot_id = ?", id); err != nil {
			return err
		}
		if err := core.RemoveAll[store.ProofLinkRow](j, "shoot_id = ?", id); err != nil {
			return err
		}
		if err := core.RemoveAll[store.ProofRoundRow](j, "shoot_id = ?", id); err != nil {
			return err
		}
		if err := core.RemoveAll[store.FrameWorkRow](j, "shoot_id = ?", id); err != nil {
			return err
		}
		if err := core.RemoveAll[store.ReviewRow](j, "shoot_id = ?", id); err != nil {
			return err
		}
		if err := core.RemoveAll[store.VersionRow](j, "shoot_id = ?", id); err != nil {
			return err
		}
		if err := core.RemoveAll[store.FinishRow](j, "shoot_id = ?", id); err != nil {
			return err
		}
		if err := core.RemoveAll[store.Frame](j, "shoot_id = ?", id); err != nil {
			return err
		}
		if err := core.RemoveAll[store.Reservation](j, "shoot_id = ?", id); err != nil {
			return err
		}
		if err := core.RemoveAll[store.Aside](j, "shoot_id = ?", id); err != nil {
			return err
		}
		if err := core.RemoveAll[store.ReferenceRow](j, "shoot_id = ?", id); err != nil {
			return err
		}
		if err := core.RemoveAll[store.ShoppingRow](j, "shoot_id = ?", id); err != nil {
			return err
		}
		if err := core.RemoveAll[store.DayRow](j, "shoot_id = ?", id); err != nil {
			return err
		}
		if err := core.RemoveAll[store.SeriesRow](j, "shoot_id = ?", id); err != nil {
			return err
		}
		j.Removes(row, row.Name)
		return j.Delete(row)
	})
}
