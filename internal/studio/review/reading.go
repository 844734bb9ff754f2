package review

import (
	"context"
	"errors"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/reading"
	"figladder/internal/craft/review"
	"figladder/internal/craft/scene"
	"figladder/internal/store"
	"figladder/internal/studio/core"

	"gorm.io/gorm"
)

// Reading is an old frame, read again.
type Reading struct {
	Row   store.ReviewRow   `json:"row" doc:"What was noted; version 0 when nothing is yet"`
	Hints []review.Hint     `json:"hints" doc:"What was measured in it and is worth a pin"`
	Got   []reading.Reading `json:"got" doc:"How it was taken against its plan"`
}

// Of reads a frame again. What was measured comes of the set that it was taken of, as it stood, and of the picture itself.
func (s *Room) Of(ctx context.Context, frameID string) (*Reading, error) {
	frames := s.Finish.Frames
	f, err := frames.Frame(ctx, frameID)
	if err != nil {
		return nil, err
	}
	row, err := rowOf(s.Store.WithContext(ctx), f)
	if err != nil {
		return nil, err
	}
	out := &Reading{Row: *row}
	numbers, err := frames.NumbersOf(ctx, frameID)
	if err != nil {
		return nil, err
	}
	box, plan, err := frames.HeroIn(ctx, f)
	if err != nil {
		return nil, err
	}
	if f.Came.CardID == "" {
		plan = &f.Set
	}
	found, hero, things := numbers.Findings, review.Place{Name: "food", X: 0.5, Y: 0.5}, []review.Place{}
	if box.W > 0 && box.H > 0 {
		hero.X, hero.Y, hero.W, hero.H = box.X+box.W/2, box.Y+box.H/2, box.W, box.H
	}
	if plan != nil && f.ShotID != "" {
		stood, seen, err := s.asItStood(ctx, f.ShotID, *plan)
		if err != nil {
			return nil, err
		}
		found, things = append(found, stood...), seen
	}
	out.Hints = review.Hints(found, hero, things, row.Pins)
	out.Got, err = frames.Against(ctx, f)
	return out, err
}

// asItStood is what was found of a set, and where its things lie in the frame.
func (s *Room) asItStood(ctx context.Context, shotID string, set scene.Set) ([]finding.Finding, []review.Place, error) {
	set.Advice = "" // what was not to be told while it was planned is worth reading afterwards
	r, err := s.Finish.Frames.Set.ReadSet(ctx, shotID, set, false)
	if err != nil {
		return nil, nil, err
	}
	places := []review.Place{}
	for _, x := range r.Look.Seen {
		places = append(places, review.Place{Name: x.Name, X: x.X, Y: x.Y})
	}
	return r.Findings, places, nil
}

func rowOf(tx *gorm.DB, f *store.Frame) (*store.ReviewRow, error) {
	row := &store.ReviewRow{}
	err := tx.Where("frame_id = ?", f.Key).First(row).Error
	if errors.Is(err, gorm.ErrRecordNotFound) {
		return &store.ReviewRow{ReviewDoc: store.ReviewDoc{ShootID: f.ShootID, FrameID: f.Key, Pins: []review.Pin{}}}, nil
	}
	return row, err
}

// SaveReview keeps what was noted on a frame.
func (s *Room) SaveReview(ctx context.Context, who core.Who, frameID string, version int, doc store.ReviewDoc) (*store.ReviewRow, error) {
	if err := core.Fields("", review.Check(doc.Pins)); err != nil {
		return nil, err
	}
	f, err := s.Finish.Frames.Frame(ctx, frameID)
	if err != nil {
		return nil, err
	}
	row, err := core.Begun(s.Store.WithContext(ctx), func(tx *gorm.DB) (*store.ReviewRow, error) { return rowOf(tx, f) })
	if err != nil {
		return nil, err
	}
	err = s.Deed(ctx, who, f.ShootID, "Noted something on an old frame", func(j *store.Journal) error {
		if row, err = rowOf(j.TX, f); err != nil {
			return err
		}
		core.AsRead(row, version)
		row.Pins, row.Done = doc.Pins, doc.Done
		return j.Update(row)
	})
	if err != nil {
		return nil, err
	}
	return row, nil
}
