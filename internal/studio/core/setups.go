package core

import (
	"errors"

	"figladder/internal/store"
	"gorm.io/gorm"
)

// PlannedSets reads the sets that a query on their table finds, each with its set-up.
func PlannedSets(tx, sets *gorm.DB) ([]store.SetRow, error) {
	rows, err := store.All[store.SetRow](sets)
	if err != nil || len(rows) == 0 {
		return nil, err
	}
	ids := make([]string, 0, len(rows))
	seen := map[string]bool{}
	for _, r := range rows {
		if !seen[r.SetUpID] {
			seen[r.SetUpID] = true
			ids = append(ids, r.SetUpID)
		}
	}
	ups, err := store.All[store.SetUpRow](tx.Where("id in ?", ids))
	if err != nil {
		return nil, err
	}
	by := map[string]*store.SetUpRow{}
	for i := range ups {
		by[ups[i].Key] = &ups[i]
	}
	for i := range rows {
		rows[i].Up = by[rows[i].SetUpID]
	}
	return rows, nil
}

// PlannedOf reads the set of a shot; nil when it has none.
func PlannedOf(tx *gorm.DB, shotID string) (*store.SetRow, error) {
	all, err := PlannedSets(tx, tx.Where("shot_id = ?", shotID))
	if err != nil || len(all) == 0 {
		return nil, err
	}
	return &all[0], nil
}

// PlannedIn reads the sets of a shoot, in the order of their set-ups and shots.
func PlannedIn(tx *gorm.DB, shootID string) ([]store.SetRow, error) {
	return PlannedSets(tx, tx.Joins("join shots on shots.id = sets.shot_id").Where("shots.shoot_id = ?", shootID).Order("shots.position, shots.id"))
}

// removeSet takes a shot's set away, and the set-up with it when no other shot is taken of it.
func removeSet(j *store.Journal, shotID string) error {
	row := &store.SetRow{}
	err := j.TX.Where("shot_id = ?", shotID).First(row).Error
	if errors.Is(err, gorm.ErrRecordNotFound) {
		return nil
	}
	if err != nil {
		return err
	}
	if err := j.Delete(row); err != nil {
		return err
	}
	return DropUnused(j, row.SetUpID)
}

// DropUnused takes a set-up away that no shot is taken of any more.
func DropUnused(j *store.Journal, setUpID string) error {
	var n int64
	if err := j.TX.Model(&store.SetRow{}).Where("set_up_id = ?", setUpID).Limit(1).Count(&n).Error; err != nil || n > 0 {
		return err
	}
	return j.Delete(&store.SetUpRow{Base: store.Base{Key: setUpID}})
}
