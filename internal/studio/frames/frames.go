package frames

import (
	"bytes"
	"context"
	"errors"
	"image/jpeg"
	"time"

	"figladder/internal/craft/light"
	"figladder/internal/craft/scene"
	"figladder/internal/standin"
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
	shot, err := s.List.Shot(ctx, row.ShotID)
	if err != nil {
		return err
	}
	return s.Deed(ctx, who, row.ShootID, "Took a frame of “"+shot.Title+"” away", func(j *store.Journal) error {
		if err := core.NeverPublished(j.TX, "frame_id = ?", id); err != nil {
			return err
		}
		if err := core.RemoveAll[store.Approval](j, "frame_id = ?", id); err != nil {
			return err
		}
		j.Removes(row, shot.Title)
		return j.Delete(row)
	})
}

// Take lets the camera take a frame of a shot's set as it stands, and stores the
// file twice before the frame counts.
func (s *Room) Take(ctx context.Context, who core.Who, shotID string) (*store.Frame, error) {
	shot, err := s.List.Shot(ctx, shotID)
	if err != nil {
		return nil, err
	}
	planned, err := s.Set.SetOf(ctx, shotID)
	if err != nil {
		return nil, err
	}
	if planned.Version == 0 {
		return nil, core.Rule("Build the set first: the camera has nothing to look at.")
	}
	shoot, err := s.Brief.Shoot(ctx, shot.ShootID)
	if err != nil {
		return nil, err
	}
	w, err := s.Set.Wants(ctx, shotID)
	if err != nil {
		return nil, err
	}
	done, err := s.Turn(ctx)
	if err != nil {
		return nil, err
	}
	defer done()
	r, _, _, err := scene.ReadWith(ctx, planned.Set, w, light.Coarse)
	if err != nil {
		return nil, err
	}
	if r.Exposure.Seconds == 0 {
		return nil, core.Rule("No light reaches the dish, so there is no exposure to take. Turn the light to the dish.")
	}
	at := s.Now()
	if zone, err := time.LoadLocation(shoot.Brief.Zone); err == nil {
		at = at.In(zone)
	}
	data, err := s.Camera.Take(ctx, standin.Order{Settings: r.Exposure, FocusMm: r.FocusMm, FocalMm: planned.Set.Camera.FocalMm, Title: shot.Title, At: at, Before: planned.Set})
	if err != nil {
		return nil, err
	}
	conf, err := jpeg.DecodeConfig(bytes.NewReader(data))
	if err != nil {
		return nil, err
	}
	sha, copies, err := s.Vault.Put(ctx, data)
	if err != nil {
		return nil, err
	}
	row := &store.Frame{Base: store.NewBase(), FrameDoc: store.FrameDoc{ShootID: shot.ShootID, ShotID: shotID, SHA256: sha, Bytes: len(data), WidthPx: conf.Width, HeightPx: conf.Height,
		TakenAt: at.UTC(), Settings: r.Exposure, Set: planned.Set, Copies: copies}}
	// A frame taken is a fact, not a deed to undo.
	return row, s.In(ctx, func(tx *gorm.DB) error { return tx.Create(row).Error })
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
	return s.Shown(ctx, row.SHA256, longPx)
}

// Keep marks a frame as the one, or takes the mark off. Another frame of the same
// shot loses it.
func (s *Room) Keep(ctx context.Context, who core.Who, id string, version int, kept bool) (*store.Frame, error) {
	row, err := s.Frame(ctx, id)
	if err != nil {
		return nil, err
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
