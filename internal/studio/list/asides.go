package list

import (
	"context"
	"strings"

	"figladder/internal/craft/finding"
	"figladder/internal/store"
	"figladder/internal/studio/core"
)

// AsideEdit names a finding and says why it is set aside.
type AsideEdit struct {
	Place   string `json:"place" maxLength:"80" doc:"What the finding is about: key of a dish, a shot, or the shoot"`
	Code    string `json:"code" minLength:"1" maxLength:"80" doc:"Stable name of the check"`
	Subject string `json:"subject" maxLength:"300" doc:"The finding's subject, to tell two of one check apart"`
	Because string `json:"because" maxLength:"500" doc:"Why it is set aside"`
}

// Asides lists the findings of a shoot that were set aside.
func (s *Room) Asides(ctx context.Context, shootID string) ([]store.Aside, error) {
	return store.All[store.Aside](s.Store.WithContext(ctx).Where("shoot_id = ?", shootID).Order("id"))
}

// SetAside keeps a finding out of the way, with the reason. Setting the same one
// aside again changes the reason.
func (s *Room) SetAside(ctx context.Context, who core.Who, shootID string, e AsideEdit) (*store.Aside, error) {
	if strings.TrimSpace(e.Because) == "" {
		return nil, core.Fields("", []finding.FieldProblem{{Path: "because", Words: "Say why: it is kept, and the next set is planned with it."}})
	}
	var row *store.Aside
	if err := s.Deed(ctx, who, shootID, "Set “"+e.Subject+"” aside", func(j *store.Journal) error {
		if _, err := store.Find[store.Shoot](j.TX, shootID); err != nil {
			return err
		}
		row = &store.Aside{}
		q := j.TX.Where("shoot_id = ? and place = ? and code = ? and subject = ?", shootID, e.Place, e.Code, e.Subject).Limit(1).Find(row)
		if q.Error != nil {
			return q.Error
		}
		if q.RowsAffected > 0 {
			row.Because = e.Because
			return j.Update(row)
		}
		row = &store.Aside{Base: store.NewBase(), AsideDoc: store.AsideDoc{ShootID: shootID, Place: e.Place, Code: e.Code, Subject: e.Subject, Because: e.Because}}
		return j.Create(row)
	}); err != nil {
		return nil, err
	}
	return row, nil
}

// TakeUp lets a finding that was set aside speak again.
func (s *Room) TakeUp(ctx context.Context, who core.Who, id string) error {
	row, err := store.Find[store.Aside](s.Store.WithContext(ctx), id)
	if err != nil {
		return err
	}
	return s.Deed(ctx, who, row.ShootID, "Took “"+row.Subject+"” up again", func(j *store.Journal) error { return j.Delete(row) })
}
