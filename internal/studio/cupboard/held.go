package cupboard

import (
	"context"

	"figladder/internal/store"
)

// HeldFor are the props held for a dish, in the order in which they were.
func (s *Room) HeldFor(ctx context.Context, dishID string) ([]store.PropRow, error) {
	var out []store.PropRow
	err := s.Store.WithContext(ctx).Joins("join reservations r on r.prop_id = props.id").Where("r.dish_id = ? and r.state in ?", dishID, store.Holding).
		Order("r.created_at, r.id").Limit(200).Find(&out).Error
	return out, err
}
