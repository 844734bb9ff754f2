package core

import (
	"context"
	"errors"

	"figladder/internal/craft/units"
	"figladder/internal/store"
	"gorm.io/gorm"
)

// UnitsScope is the journal that changes of the studio's units are noted in.
const UnitsScope = "units"

// KeptUnits are the units that the studio thinks in; version 0 until first saved.
type KeptUnits struct {
	Units   units.Preferences `json:"units" doc:"The units"`
	Version int               `json:"version" doc:"Counts saves; 0 before the first"`
}

// Units returns the studio's units, the usual ones when none were chosen.
func (s *Core) Units(ctx context.Context) (*KeptUnits, error) {
	row := &store.PreferencesRow{}
	err := s.Store.WithContext(ctx).Order("id").First(row).Error
	if errors.Is(err, gorm.ErrRecordNotFound) {
		return &KeptUnits{Units: units.Usual()}, nil
	}
	return &KeptUnits{Units: row.Units, Version: row.Version}, err
}

// SaveUnits saves them. version is the one read, 0 for the first save.
func (s *Core) SaveUnits(ctx context.Context, who Who, version int, u units.Preferences) (*KeptUnits, error) {
	if err := Fields("units.", u.Check()); err != nil {
		return nil, err
	}
	out := &KeptUnits{Units: u}
	if err := s.Deed(ctx, who, UnitsScope, "Changed the studio's units", func(j *store.Journal) error {
		v, err := SaveOnly(j, j.TX.Order("id"), version, store.PreferencesRow{Base: store.NewBase()}, func(r *store.PreferencesRow) { r.Units = u })
		out.Version = v
		return err
	}); err != nil {
		return nil, err
	}
	return out, nil
}
