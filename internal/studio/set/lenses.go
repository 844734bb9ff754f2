package set

import (
	"context"

	"figladder/internal/craft/scene"
	"figladder/internal/studio/core"
)

// LensChoices says which of the kit's lenses, and of its phones' lenses, show what is
// wished for, and from where; those that the studio's school would take come first.
func (s *Room) LensChoices(ctx context.Context, set scene.Set, w scene.LensWish) ([]scene.LensChoice, error) {
	if err := core.Fields("set", set.Check()); err != nil {
		return nil, err
	}
	if !(w.FarMm >= w.NearestMm) || !(w.WidthMm > 0) {
		return nil, core.Rule("Say what must be in the frame, and between which distances the camera can stand.")
	}
	items, err := s.Cupboard.KitItems(ctx)
	if err != nil {
		return nil, err
	}
	habits, err := s.Habits(ctx)
	if err != nil {
		return nil, err
	}
	return set.Lenses(items, habits.LensSchool, w), nil
}
