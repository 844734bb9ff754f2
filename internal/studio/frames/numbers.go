package frames

import (
	"context"

	craft "figladder/internal/craft/frames"
	"figladder/internal/formats/photo"
	"figladder/internal/store"
)

// NumbersOf reads a frame's picture as numbers: what is clipped, where it is sharp, its cast, the hero against the rest.
func (s *Room) NumbersOf(ctx context.Context, id string) (*craft.Numbers, error) {
	row, err := s.Frame(ctx, id)
	if err != nil {
		return nil, err
	}
	done, err := s.Turn(ctx)
	if err != nil {
		return nil, err
	}
	defer done()
	data, err := s.Vault.Get(ctx, row.Picture())
	if err != nil {
		return nil, err
	}
	img, err := photo.Decode(ctx, data)
	if err != nil {
		return nil, err
	}
	hero := craft.HeroOf(row.Set)
	if row.Came.CardID != "" {
		if hero, err = s.heroOf(ctx, row); err != nil {
			return nil, err
		}
	}
	n, err := craft.Read(ctx, img, hero)
	return &n, err
}

// heroOf is where the hero of a frame that came with a card lies, as its shot was planned; the middle where it was not.
func (s *Room) heroOf(ctx context.Context, row *store.Frame) (craft.Box, error) {
	if row.ShotID == "" {
		return craft.Box{}, nil
	}
	planned, err := s.Set.SetOf(ctx, row.ShotID)
	if err != nil || planned.Version == 0 {
		return craft.Box{}, err
	}
	return craft.HeroOf(planned.Set), nil
}
