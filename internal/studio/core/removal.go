package core

import (
	"figladder/internal/store"
	"gorm.io/gorm"
)

// RemoveDish takes a dish away with its shots and trials.
func RemoveDish(j *store.Journal, row *store.Dish) error {
	var all []store.Shot
	if err := j.TX.Where("dish_id = ?", row.Key).Find(&all).Error; err != nil {
		return err
	}
	for i := range all {
		if err := RemoveShot(j, &all[i]); err != nil {
			return err
		}
	}
	if err := RemoveAll[store.TrialRow](j, "dish_id = ?", row.Key); err != nil {
		return err
	}
	if err := RemoveAll[store.MomentRow](j, "dish_id = ?", row.Key); err != nil {
		return err
	}
	return j.Delete(row)
}

// RemoveAll takes away every row of a kind that a condition finds, so that undo
// can bring each back.
func RemoveAll[T any, P interface {
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

// NeverPublished refuses to remove what the world has already seen: the record of
// it is worth more than a tidy list.
func NeverPublished(tx *gorm.DB, where string, arg any) error {
	var n int64
	if err := tx.Model(&store.Publication{}).Where(where, arg).Limit(1).Count(&n).Error; err != nil {
		return err
	}
	if n > 0 {
		return Rule("A frame of this has been sent to an outlet. What has gone out stays on record, so it cannot be removed.")
	}
	return nil
}

// RemoveShot takes a shot away with its set and frames, unless one of them was published.
func RemoveShot(j *store.Journal, row *store.Shot) error {
	if err := NeverPublished(j.TX, "shot_id = ?", row.Key); err != nil {
		return err
	}
	if err := RemoveAll[store.Approval](j, "shot_id = ?", row.Key); err != nil {
		return err
	}
	// What came with a card lies on the table again, laid to none; what was taken for this frame goes with it.
	frames, err := store.All[store.Frame](j.TX.Where("shot_id = ?", row.Key))
	if err != nil {
		return err
	}
	for i := range frames {
		f := &frames[i]
		if f.Came.CardID == "" {
			err = j.Delete(f)
		} else {
			f.ShotID, f.Laid, f.Kept = "", "", false
			err = j.Update(f)
		}
		if err != nil {
			return err
		}
	}
	if err := removeSet(j, row.Key); err != nil {
		return err
	}
	return j.Delete(row)
}
