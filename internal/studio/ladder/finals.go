package ladder

import (
	"context"

	"figladder/internal/craft/finals"
	"figladder/internal/craft/ladder"
	"figladder/internal/craft/shots"
	"figladder/internal/store"
	"gorm.io/gorm"
)

// Finals follows what a shoot's brief asks for: which frame serves which, and what is owed.
func (s *Room) Finals(ctx context.Context, shootID string) (*finals.Followed, error) {
	row, err := s.Brief.Shoot(ctx, shootID)
	if err != nil {
		return nil, err
	}
	tx := s.Store.WithContext(ctx)
	all, err := climbs(tx, []store.Shoot{*row})
	if err != nil {
		return nil, err
	}
	out := all[shootID].followed
	outlets, err := s.Out.Outlets(ctx)
	if err != nil {
		return nil, err
	}
	out.Route(outlets)
	return &out, nil
}

// acceptedCuts are the cuts that outlets have accepted of some shoots, by shot.
func acceptedCuts(tx *gorm.DB, shootIDs []string) (map[string][]finals.Cut, error) {
	var rows []store.Publication
	err := tx.Select("shot_id", "outlet", "width_px", "height_px").Where("shoot_id in ? and state = 'accepted'", shootIDs).Find(&rows).Error
	out := map[string][]finals.Cut{}
	for _, p := range rows {
		out[p.ShotID] = append(out[p.ShotID], finals.Cut{Outlet: p.Outlet, WidePx: p.WidthPx, HighPx: p.HeightPx})
	}
	return out, err
}

func (v *climbed) finals(row *store.Shoot, cuts map[string][]finals.Cut) finals.Followed {
	var frames []finals.Frame
	for i, x := range v.shots {
		frames = append(frames, finals.Frame{ShotID: x.Key, Title: x.Title, Kind: shots.Kind(x.Kind), Stage: stageOf(v.marks[i]), Cuts: cuts[x.Key]})
	}
	return finals.Follow(row.Brief.Deliverables, frames)
}

// stageOf is the highest stage that a mark has reached.
func stageOf(m ladder.Mark) finals.Stage {
	at := finals.Listed
	for _, r := range m.Rungs {
		if !r.Reached {
			break
		}
		switch s := finals.Stage(r.Key); s {
		case finals.Set, finals.Taken, finals.Kept, finals.Approved:
			at = s
		}
	}
	return at
}
