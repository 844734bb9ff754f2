package frames

import (
	"context"

	"figladder/internal/store"
)

// Remember looks at a picture as one that came is looked at.
func (s *Room) Remember(ctx context.Context, data []byte) error {
	_, err := s.look(ctx, &store.Frame{}, data)
	return err
}
