package set

import (
	"context"

	"figladder/internal/craft/scene"
	"figladder/internal/store"
	"figladder/internal/studio/core"
)

// PropAsThing is a prop of the cupboard as it would stand in a set.
func (s *Room) PropAsThing(ctx context.Context, id string) (*scene.Thing, error) {
	row, err := store.Find[store.PropRow](s.Store.WithContext(ctx), id)
	if err != nil {
		return nil, err
	}
	t, err := scene.ThingOf(row.Prop, id)
	if err != nil {
		return nil, core.Rule("A backdrop is set under Backdrop, not among the things.")
	}
	return &t, nil
}
