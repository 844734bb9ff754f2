package set

import (
	"context"
	"errors"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/scene"
	"figladder/internal/store"
	"figladder/internal/studio/core"
)

// FollowSet gives a shot's set the camera and light of another's, and locks it to them.
func (s *Room) FollowSet(ctx context.Context, who core.Who, shotID, fromID string) (*PlannedSet, error) {
	if shotID == fromID {
		return nil, core.Rule("A set cannot follow itself.")
	}
	from, err := s.SetOf(ctx, fromID)
	if err != nil {
		return nil, err
	}
	if from.Version == 0 {
		return nil, core.Rule("That shot has no set yet, so there is nothing to keep.")
	}
	own, err := s.SetOf(ctx, shotID)
	if err != nil {
		return nil, err
	}
	own.Set = own.Set.Locked(from.Set, fromID)
	return s.SaveSet(ctx, who, shotID, *own)
}

// drift flags a set that has left the one it follows.
func (s *Room) drift(ctx context.Context, shotID string, set scene.Set) ([]finding.Finding, error) {
	if set.Follows == "" || set.Follows == shotID {
		return nil, nil
	}
	shot, err := s.List.Shot(ctx, set.Follows)
	if errors.Is(err, store.ErrNotFound) {
		return nil, nil
	}
	if err != nil {
		return nil, err
	}
	from, err := s.SetOf(ctx, set.Follows)
	if err != nil || from.Version == 0 {
		return nil, err
	}
	return scene.Drift(set, from.Set, shot.Title), nil
}
