package set

import (
	"context"

	"figladder/internal/craft/scene"
	"figladder/internal/studio/core"
)

// AnglesOf shows a set from 0 to 90°.
func (s *Room) AnglesOf(ctx context.Context, shotID string, set scene.Set) ([]scene.AngleCell, error) {
	if err := core.Fields("set", set.Check()); err != nil {
		return nil, err
	}
	w, err := s.Wants(ctx, shotID)
	if err != nil {
		return nil, err
	}
	done, err := s.Turn(ctx)
	if err != nil {
		return nil, err
	}
	defer done()
	return scene.Angles(ctx, set, w)
}
