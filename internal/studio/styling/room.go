// Package styling is what is done at the table: labs for a frame's glass or bowl, techniques put on frames, how long
// things hold, and what follows for safety.
package styling

import (
	"context"

	"figladder/internal/standin"
	"figladder/internal/store"
	"figladder/internal/studio/brief"
	"figladder/internal/studio/core"
	"figladder/internal/studio/kitchen"
	"figladder/internal/studio/list"
	"figladder/internal/studio/set"
)

// Room does the deeds of this room, with the rooms below it.
type Room struct {
	*core.Core
	Brief   *brief.Room
	Kitchen *kitchen.Room
	List    *list.Room
	Set     *set.Room
	Weather standin.Weather // nil for none
}

// at is a shot with its dish and its set as planned, or as it would begin.
type at struct {
	shot *store.Shot
	dish *store.Dish
	set  *set.PlannedSet
}

func (s *Room) at(ctx context.Context, shotID string) (*at, error) {
	shot, err := s.List.Shot(ctx, shotID)
	if err != nil {
		return nil, err
	}
	dish, err := s.Kitchen.Dish(ctx, shot.DishID)
	if err != nil {
		return nil, err
	}
	planned, err := s.Set.SetOf(ctx, shotID)
	if err != nil {
		return nil, err
	}
	return &at{shot, dish, planned}, nil
}
