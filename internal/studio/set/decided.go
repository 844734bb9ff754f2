package set

import (
	"context"

	"figladder/internal/craft/scene"
	"figladder/internal/store"
	"figladder/internal/studio/core"
)

// decided gathers what was decided of a shot before its set is built.
func (s *Room) decided(ctx context.Context, shot *store.Shot, dish *store.Dish) (scene.Decided, error) {
	held, err := s.held(ctx, dish.Key)
	if err != nil {
		return scene.Decided{}, err
	}
	shoot, err := s.Brief.Shoot(ctx, shot.ShootID)
	if err != nil {
		return scene.Decided{}, err
	}
	place, _, err := s.PlaceOf(ctx, shoot)
	if err != nil {
		return scene.Decided{}, err
	}
	out := scene.Decided{Held: held, Plan: dish.Colour, Day: shoot.Brief.When, Place: place}
	tx := s.Store.WithContext(ctx)
	last, err := core.PlannedSets(tx, tx.Joins("join shots on shots.id = sets.shot_id").Where("shots.shoot_id = ?", shot.ShootID).Order("sets.created_at desc, sets.id desc").Limit(1))
	if err == nil && len(last) > 0 {
		c := last[0].Set().Camera
		out.Camera = &c
	}
	return out, err
}

func (s *Room) held(ctx context.Context, dishID string) ([]scene.HeldProp, error) {
	rows, err := s.Cupboard.HeldFor(ctx, dishID)
	out := make([]scene.HeldProp, len(rows))
	for i, r := range rows {
		out[i] = scene.HeldProp{ID: r.Key, Prop: r.Prop}
	}
	return out, err
}
