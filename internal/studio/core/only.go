package core

import (
	"errors"

	"figladder/internal/store"
	"gorm.io/gorm"
)

// SaveOnly saves the one row that a query finds, as put leaves it, or makes it when there is
// none yet. version is the one it was read at; the new one comes back.
func SaveOnly[T any, P interface {
	*T
	store.Row
}](j *store.Journal, q *gorm.DB, version int, fresh T, put func(P)) (int, error) {
	row := P(new(T))
	err := q.First(row).Error
	switch {
	case errors.Is(err, gorm.ErrRecordNotFound):
		row = &fresh
		put(row)
		err = j.Create(row)
	case err == nil:
		row.SetVersion(version)
		put(row)
		err = j.Update(row)
	}
	return row.At(), err
}
