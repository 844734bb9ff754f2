package core

import (
	"gorm.io/gorm"
)

// Last puts the next free position of a shoot's rows into at.
func Last(tx *gorm.DB, model any, shootID string, at *int) error {
	return tx.Model(model).Where("shoot_id = ?", shootID).Select("coalesce(max(position), 0) + 1").Scan(at).Error
}
