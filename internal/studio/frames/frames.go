package frames

import (
	"context"
	"errors"

	"figladder/internal/craft/card"
	"figladder/internal/craft/scene"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"gorm.io/gorm"
)

// RemoveFrame takes a frame away; its file stays in the vault. One that was sent out stays
// on record.
func (s *Room) RemoveFrame(ctx context.Context, who core.Who, id string) error {
	row, err := s.Frame(ctx, id)
	if err != nil {
		return err
	}
	title := row.Came.Path
	if row.ShotID != "" {
		shot, err := s.List.Shot(ctx, row.ShotID)
		if err != nil {
			return err
		}
		title = shot.Title
	}
	return s.Deed(ctx, who, row.ShootID, "Took a frame of “"+title+"” away", func(j *store.Journal) error {
		if err := core.NeverPublished(j.TX, "frame_id = ?", id); err != nil {
			return err
		}
		if err := core.RemoveAll[store.Approval](j, "frame_id = ?", id); err != nil {
			return err
		}
		if err := core.RemoveAll[store.VersionRow](j, "frame_id = ?", id); err != nil {
			return err
		}
		if err := core.RemoveAll[store.FrameWorkRow](j, "frame_id = ?", id); err != nil {
			return err
		}
		if err := core.RemoveAll[store.ReviewRow](j, "frame_id = ?", id); err != nil {
			return err
		}
		if err := core.RemoveAll[store.FinishRow](j, "frame_id = ?", id); err != nil {
			return err
		}
		j.Removes(row, title)
		return j.Delete(row)
	})
}

// Frames lists a shoot's frames, a shot's when shotID is given, oldest first.
func (s *Room) Frames(ctx context.Context, shootID, shotID string) ([]store.Frame, error) {
	q := s.Store.WithContext(ctx).Order("id")
	if shotID != "" {
		return store.All[store.Frame](q.Where("shot_id = ?", shotID))
	}
	return store.All[store.Frame](q.Where("shoot_id = ?", shootID))
}

// Frame finds a frame.
func (s *Room) Frame(ctx context.Context, id string) (*store.Frame, error) {
	return store.Find[store.Frame](s.Store.WithContext(ctx), id)
}

// Picture returns a frame's file, made smaller to longPx on its long side when
// that is above 0 and below the frame's own.
func (s *Room) Picture(ctx context.Context, id string, longPx int) ([]byte, error) {
	row, err := s.Frame(ctx, id)
	if err != nil {
		return nil, err
	}
	return s.Shown(ctx, row.Picture(), longPx)
}

// Keep marks a frame as the one, or takes the mark off. Another frame of the same
// shot loses it.
func (s *Room) Keep(ctx context.Context, who core.Who, id string, version int, kept bool) (*store.Frame, error) {
	row, err := s.Frame(ctx, id)
	if err != nil {
		return nil, err
	}
	if kept && row.ShotID == "" {
		return nil, core.Rule("Lay it to its shot first: the one that is kept is the one of a shot.")
	}
	words := "Kept a frame"
	if !kept {
		words = "Let a kept frame go"
	}
	err = s.Deed(ctx, who, row.ShootID, words, func(j *store.Journal) error {
		if kept {
			other := &store.Frame{}
			err := j.TX.Where("shot_id = ? and kept and id <> ?", row.ShotID, id).First(other).Error
			if err == nil {
				other.Kept = false
				err = j.Update(other)
			} else if errors.Is(err, gorm.ErrRecordNotFound) {
				err = nil
			}
			if err != nil {
				return err
			}
		}
		row.Version, row.Kept = version, kept
		if kept && row.Mark == card.PassedOver {
			row.Mark = ""
		}
		return j.Update(row)
	})
	if _, twice := store.Duplicate(err); twice {
		return nil, core.Rule("Someone kept another frame of this shot just now. Look again.")
	}
	return row, err
}

// Answer keeps what is said to the three questions about a frame.
func (s *Room) Answer(ctx context.Context, who core.Who, id string, version int, q scene.Questions) (*store.Frame, error) {
	row, err := s.Frame(ctx, id)
	if err != nil {
		return nil, err
	}
	for _, v := range []string{q.Stands, q.Balanced, q.Tells} {
		if v != "" && v != "yes" && v != "no" {
			return nil, core.Rule("Answer yes or no, or leave it open.")
		}
	}
	if err := s.Deed(ctx, who, row.ShootID, "Answered the three questions about a frame", func(j *store.Journal) error {
		row.Version, row.Answers = version, q
		return j.Update(row)
	}); err != nil {
		return nil, err
	}
	return row, nil
}

// Note writes something beside a frame.
func (s *Room) Note(ctx context.Context, who core.Who, id string, version int, note string) (*store.Frame, error) {
	row, err := s.Frame(ctx, id)
	if err != nil {
		return nil, err
	}
	return row, s.Deed(ctx, who, row.ShootID, "Wrote beside a frame", func(j *store.Journal) error {
		row.Version, row.Note = version, note
		return j.Update(row)
	})
}
