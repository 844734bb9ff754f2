package cupboard

import (
	"context"

	"figladder/internal/craft/kit"
	"figladder/internal/craft/shots"
	"figladder/internal/store"
	"figladder/internal/studio/core"
)

// PackFor is what a shoot takes along of the kit, from its sets.
func (s *Room) PackFor(ctx context.Context, shootID string) (*kit.Bag, error) {
	list, _, err := s.List.WholeList(ctx, shootID)
	if err != nil {
		return nil, err
	}
	rows, err := s.kitRows(ctx)
	if err != nil {
		return nil, err
	}
	var owned []kit.Item
	for _, r := range rows {
		owned = append(owned, r.Item)
	}
	sets, err := core.PlannedIn(s.Store.WithContext(ctx), shootID)
	if err != nil {
		return nil, err
	}
	titles := map[string]store.Shot{}
	for _, x := range list {
		titles[x.Key] = x
	}
	var planned []kit.Planned
	for _, r := range sets {
		shot := titles[r.ShotID]
		planned = append(planned, r.Set().Takes(shot.Title, shot.Kind == string(shots.Clip)))
	}
	bag := kit.Pack(owned, planned, len(list))
	styled, err := s.Kitchen.StyledIn(ctx, shootID)
	for _, x := range styled {
		for _, t := range x.Cards {
			for _, m := range t.Materials {
				if m.Tool {
					bag.Tool(m.Name, t.Name+", "+x.Shot.Title)
				}
			}
		}
	}
	return &bag, err
}
