package cupboard

import (
	"context"

	"figladder/internal/craft/draft"
	"figladder/internal/store"
)

// ForDraft are the props that a shoot can have: those that are free on its day, and those held
// for one of its dishes.
func (s *Room) ForDraft(ctx context.Context, shootID string) ([]draft.Prop, error) {
	tx := s.Store.WithContext(ctx)
	var rows []store.PropRow
	if err := tx.Where("count > 0").Order("name, id").Limit(mostJudged).Find(&rows).Error; err != nil {
		return nil, err
	}
	seen, err := s.seen(tx, keysOf(rows))
	if err != nil {
		return nil, err
	}
	free, err := s.free(ctx, shootID, rows)
	if err != nil {
		return nil, err
	}
	var held []store.Reservation
	if err := tx.Where("shoot_id = ? and state in ?", shootID, store.Holding).Order("created_at, id").Find(&held).Error; err != nil {
		return nil, err
	}
	of := map[string]string{}
	for _, h := range held {
		if _, known := of[h.PropID]; !known {
			of[h.PropID] = h.DishID
		}
	}
	out := []draft.Prop{}
	for _, r := range rows {
		if dish, is := of[r.Key]; is || free[r.Key] > 0 {
			out = append(out, draft.Prop{ID: r.Key, Prop: r.Prop, Seen: seen[r.Key], Held: dish})
		}
	}
	return out, nil
}
