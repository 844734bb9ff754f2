package core

import (
	"figladder/internal/store"

	"gorm.io/gorm"
	"gorm.io/gorm/clause"
)

// Begun is the row that read finds, written with nothing in it when there was none: outside every deed, so that taking the first one
// back leaves a row whose version goes on counting, and no page takes what was for what is.
func Begun[R store.Row](tx *gorm.DB, read func(*gorm.DB) (R, error)) (R, error) {
	row, err := read(tx)
	if err != nil || row.At() > 0 {
		return row, err
	}
	row.Begin()
	if err := tx.Clauses(clause.OnConflict{DoNothing: true}).Create(row).Error; err != nil {
		return row, err
	}
	return read(tx)
}

// AsRead puts the version that somebody read into a row that is saved: who read it before it was begun is not behind.
func AsRead(row store.Row, version int) {
	if version > 0 || row.At() > 1 {
		row.SetVersion(version)
	}
}
