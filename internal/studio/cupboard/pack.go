package cupboard

import (
	"context"
	"slices"

	"figladder/internal/craft/kit"
	"figladder/internal/craft/scene"
	"figladder/internal/store"
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
	var sets []store.SetRow
	if err := s.Store.WithContext(ctx).Joins("join shots on shots.id = sets.shot_id").Where("shots.shoot_id = ?", shootID).Find(&sets).Error; err != nil {
		return nil, err
	}
	titles := map[string]store.Shot{}
	for _, x := range list {
		titles[x.Key] = x
	}
	var planned []kit.Planned
	for _, r := range sets {
		p := kit.Planned{Shot: titles[r.ShotID].Title, FocalMm: r.Set.Camera.FocalMm, ElevationDeg: r.Set.Camera.ElevationDeg, Softbox: slices.ContainsFunc(r.Set.Lights, func(l scene.Light) bool { return l.On && l.Kind == "softbox" }), Clip: titles[r.ShotID].Kind == "clip"}
		for _, c := range r.Set.Cards { // the largest that is in
			if c.On && c.Kind != "diffuser" && c.WidthMm*c.HeightMm > p.CardWMm*p.CardHMm {
				p.CardWMm, p.CardHMm = c.WidthMm, c.HeightMm
			}
		}
		planned = append(planned, p)
	}
	bag := kit.Pack(owned, planned, len(list))
	return &bag, nil
}
