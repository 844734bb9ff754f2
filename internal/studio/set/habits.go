package set

import (
	"context"
	"errors"

	"figladder/internal/craft/optics"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"figladder/internal/studio/cupboard"
	"gorm.io/gorm"
)

// Habits are the studio's ways where there are schools.
type Habits struct {
	LensSchool string          `json:"lensSchool" doc:"Which school of lenses is followed"`
	Schools    []optics.School `json:"schools" doc:"Those there are, each with its reason"`
	Version    int             `json:"version" doc:"Counts saves; send back the one you read"`
}

// habitsKey is the one row of habits.
const habitsKey = "studio"

func habitsRow(tx *gorm.DB) (*store.HabitRow, error) {
	row, err := store.Find[store.HabitRow](tx, habitsKey)
	if errors.Is(err, store.ErrNotFound) {
		return &store.HabitRow{}, nil
	}
	return row, err
}

// Habits are what the studio has chosen; none at first.
func (s *Room) Habits(ctx context.Context) (*Habits, error) {
	row, err := habitsRow(s.Store.WithContext(ctx))
	if err != nil {
		return nil, err
	}
	return &Habits{LensSchool: row.Habits.LensSchool, Schools: optics.Schools, Version: row.Version}, nil
}

// SetHabits keeps them.
func (s *Room) SetHabits(ctx context.Context, who core.Who, version int, lensSchool string) (*Habits, error) {
	known := false
	words := ""
	for _, x := range optics.Schools {
		if x.Key == lensSchool {
			known, words = true, x.Words
		}
	}
	if !known {
		return nil, core.Rule("There is no such school of lenses.")
	}
	err := s.Deed(ctx, who, cupboard.Cupboard, "Chose a school of lenses: "+words, func(j *store.Journal) error {
		row, err := habitsRow(j.TX)
		if err != nil {
			return err
		}
		row.Habits = store.Habits{LensSchool: lensSchool}
		if row.Version == 0 {
			row.Base = store.NewBase()
			row.Key = habitsKey
			return j.Create(row)
		}
		row.Version = version
		return j.Update(row)
	})
	if err != nil {
		return nil, err
	}
	return s.Habits(ctx)
}
