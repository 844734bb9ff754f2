package frames

import (
	"context"

	craft "figladder/internal/craft/frames"
	"figladder/internal/formats/photo"
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
	data, err := s.Vault.Get(ctx, row.SHA256)
	if err != nil {
		return nil, err
	}
	img, err := photo.Decode(ctx, data)
	if err != nil {
		return nil, err
	}
	n, err := craft.Read(ctx, img, craft.HeroOf(row.Set))
	return &n, err
}
