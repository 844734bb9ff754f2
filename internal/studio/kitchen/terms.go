package kitchen

import (
	"context"
	"errors"

	"figladder/internal/craft/series"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"gorm.io/gorm"
)

// TermsOf is what a shoot's days offer and cost; version 0 until first saved.
type TermsOf struct {
	Terms   series.Terms `json:"terms" doc:"What days offer and cost"`
	Version int          `json:"version" doc:"Counts saves; 0 before the first"`
}

// SeriesTerms reads a shoot's terms, the usual ones when none were saved.
func (s *Room) SeriesTerms(ctx context.Context, shootID string) (*TermsOf, error) {
	row := &store.SeriesRow{}
	err := s.Store.WithContext(ctx).Where("shoot_id = ?", shootID).First(row).Error
	if errors.Is(err, gorm.ErrRecordNotFound) {
		u, err := s.Units(ctx)
		if err != nil {
			return nil, err
		}
		usual := series.UsualTerms()
		usual.Currency = u.Units.Currency
		return &TermsOf{Terms: usual}, nil
	}
	return &TermsOf{Terms: row.Terms, Version: row.Version}, err
}

// SaveSeriesTerms saves a shoot's terms.
func (s *Room) SaveSeriesTerms(ctx context.Context, who core.Who, shootID string, version int, t series.Terms) (*TermsOf, error) {
	if err := core.Fields("terms", t.Check()); err != nil {
		return nil, err
	}
	out := &TermsOf{Terms: t}
	if err := s.Deed(ctx, who, shootID, "Changed what the days offer and cost", func(j *store.Journal) error {
		if _, err := store.Find[store.Shoot](j.TX, shootID); err != nil {
			return err
		}
		v, err := core.SaveOnly(j, j.TX.Where("shoot_id = ?", shootID), version, store.SeriesRow{Base: store.NewBase(), ShootID: shootID}, func(r *store.SeriesRow) { r.Terms = t })
		out.Version = v
		return err
	}); err != nil {
		return nil, err
	}
	return out, nil
}
