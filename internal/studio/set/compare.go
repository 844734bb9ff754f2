package set

import (
	"context"
	"errors"

	"figladder/internal/craft/scene"
	"figladder/internal/studio/core"
)

// CompareSets reads two sets and says how they differ.
func (s *Room) CompareSets(ctx context.Context, shotID string, a, b scene.Set) (*scene.Compared, error) {
	if err := errors.Join(core.Fields("a", a.Check()), core.Fields("b", b.Check())); err != nil {
		return nil, err
	}
	ra, err := s.ReadSet(ctx, shotID, a, true)
	if err != nil {
		return nil, err
	}
	rb, err := s.ReadSet(ctx, shotID, b, true)
	if err != nil {
		return nil, err
	}
	out := scene.Compare(a, b, scene.Told{Readings: ra.Readings, Findings: ra.Findings}, scene.Told{Readings: rb.Readings, Findings: rb.Findings})
	return &out, nil
}
