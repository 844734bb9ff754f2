package studio

import (
	"bytes"
	"context"
	"errors"
	"image/jpeg"
	"slices"
	"time"

	"figladder/internal/craft/finish"
	"figladder/internal/craft/light"
	"figladder/internal/craft/scene"
	"figladder/internal/formats/photo"
	"figladder/internal/standin"
	"figladder/internal/store"
	"golang.org/x/image/draw"
	"gorm.io/gorm"

	"image"
)

// Take lets the camera take a frame of a shot's set as it stands, and stores the
// file twice before the frame counts.
func (s *Studio) Take(ctx context.Context, who Who, shotID string) (*store.Frame, error) {
	shot, err := s.Shot(ctx, shotID)
	if err != nil {
		return nil, err
	}
	planned, err := s.SetOf(ctx, shotID)
	if err != nil {
		return nil, err
	}
	if planned.Version == 0 {
		return nil, rule("Build the set first: the camera has nothing to look at.")
	}
	shoot, err := s.Shoot(ctx, shot.ShootID)
	if err != nil {
		return nil, err
	}
	w, err := s.wants(ctx, shotID)
	if err != nil {
		return nil, err
	}
	done, err := s.turn(ctx)
	if err != nil {
		return nil, err
	}
	defer done()
	r, _, _, err := scene.ReadWith(ctx, planned.Set, w, light.Coarse)
	if err != nil {
		return nil, err
	}
	if r.Exposure.Seconds == 0 {
		return nil, rule("No light reaches the dish, so there is no exposure to take. Turn the light to the dish.")
	}
	at := s.now()
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
	row := &store.Frame{Base: store.NewBase(), ShootID: shot.ShootID, ShotID: shotID, SHA256: sha, Bytes: len(data), WidthPx: conf.Width, HeightPx: conf.Height,
		TakenAt: at.UTC(), Settings: r.Exposure, Set: planned.Set, Copies: copies}
	// A frame taken is a fact, not a deed to undo.
	return row, s.Store.WithContext(ctx).Create(row).Error
}

// Frames lists a shoot's frames, a shot's when shotID is given, oldest first.
func (s *Studio) Frames(ctx context.Context, shootID, shotID string) ([]store.Frame, error) {
	q := s.Store.WithContext(ctx).Order("id")
	if shotID != "" {
		return store.All[store.Frame](q.Where("shot_id = ?", shotID))
	}
	return store.All[store.Frame](q.Where("shoot_id = ?", shootID))
}

// Frame finds a frame.
func (s *Studio) Frame(ctx context.Context, id string) (*store.Frame, error) {
	return store.Find[store.Frame](s.Store.WithContext(ctx), id)
}

// Picture returns a frame's file, made smaller to longPx on its long side when
// that is above 0 and below the frame's own.
func (s *Studio) Picture(ctx context.Context, id string, longPx int) ([]byte, error) {
	row, err := s.Frame(ctx, id)
	if err != nil {
		return nil, err
	}
	data, err := s.Vault.Get(ctx, row.SHA256)
	if err != nil || longPx <= 0 || longPx >= max(row.WidthPx, row.HeightPx) {
		return data, err
	}
	img, err := photo.Decode(ctx, data)
	if err != nil {
		return nil, err
	}
	k := float64(longPx) / float64(max(row.WidthPx, row.HeightPx))
	small := image.NewRGBA(image.Rect(0, 0, int(float64(row.WidthPx)*k), int(float64(row.HeightPx)*k)))
	draw.ApproxBiLinear.Scale(small, small.Bounds(), img, img.Bounds(), draw.Src, nil)
	var b bytes.Buffer
	if err := encode(&b, small); err != nil {
		return nil, err
	}
	return b.Bytes(), nil
}

func encode(b *bytes.Buffer, img image.Image) error {
	return jpeg.Encode(b, img, &jpeg.Options{Quality: 90})
}

// Keep marks a frame as the one, or takes the mark off. Another frame of the same
// shot loses it.
func (s *Studio) Keep(ctx context.Context, who Who, id string, version int, kept bool) (*store.Frame, error) {
	row, err := s.Frame(ctx, id)
	if err != nil {
		return nil, err
	}
	words := "Kept a frame"
	if !kept {
		words = "Let a kept frame go"
	}
	err = s.deed(ctx, who, row.ShootID, words, func(j *store.Journal) error {
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
		return nil, rule("Someone kept another frame of this shot just now. Look again.")
	}
	return row, err
}

// Answer keeps what is said to the three questions about a frame.
func (s *Studio) Answer(ctx context.Context, who Who, id string, version int, q scene.Questions) (*store.Frame, error) {
	row, err := s.Frame(ctx, id)
	if err != nil {
		return nil, err
	}
	for _, v := range []string{q.Stands, q.Balanced, q.Tells} {
		if v != "" && v != "yes" && v != "no" {
			return nil, rule("Answer yes or no, or leave it open.")
		}
	}
	if err := s.deed(ctx, who, row.ShootID, "Answered the three questions about a frame", func(j *store.Journal) error {
		row.Version, row.Answers = version, q
		return j.Update(row)
	}); err != nil {
		return nil, err
	}
	return row, nil
}

// FinishStep is a finish step with whether it is done.
type FinishStep struct {
	finish.Step
	Done bool       `json:"done" doc:"Whether it is ticked"`
	At   *time.Time `json:"at" doc:"When it was"`
}

// FinishList is what a shot's kept frame needs.
type FinishList struct {
	Shot     store.Shot      `json:"shot" doc:"The shot"`
	Frame    *store.Frame    `json:"frame" doc:"The kept frame, or null"`
	Steps    []FinishStep    `json:"steps" doc:"In working order"`
	Approval *store.Approval `json:"approval" doc:"The yes to the kept frame, or null"`
	AskWhom  string          `json:"askWhom" doc:"Whose yes it takes"`
}

func wanted(shoot *store.Shoot, dish store.Dish, shot store.Shot, f store.Frame) finish.Wanted {
	return finish.Wanted{Kind: shot.Kind, Form: dish.Form, HasCard: slices.ContainsFunc(f.Set.Cards, func(c scene.Card) bool { return c.On }), Moving: f.Set.Food.Movement > 0,
		LongPx: shoot.Brief.LongestPx(), FrameLong: max(f.WidthPx, f.HeightPx)}
}

// FinishOf lists what a shot's kept frame needs.
func (s *Studio) FinishOf(ctx context.Context, shotID string) (*FinishList, error) {
	tx := s.Store.WithContext(ctx)
	shot, err := s.Shot(ctx, shotID)
	if err != nil {
		return nil, err
	}
	out := &FinishList{Shot: *shot, Steps: []FinishStep{}, AskWhom: "you"}
	shoot, err := s.Shoot(ctx, shot.ShootID)
	if err != nil {
		return nil, err
	}
	if shoot.Brief.Kind == "commission" {
		out.AskWhom = "the client"
	}
	f := &store.Frame{}
	if err := tx.Where("shot_id = ? and kept", shotID).First(f).Error; errors.Is(err, gorm.ErrRecordNotFound) {
		return out, nil
	} else if err != nil {
		return nil, err
	}
	out.Frame = f
	dish, err := s.Dish(ctx, shot.DishID)
	if err != nil {
		return nil, err
	}
	for _, step := range finish.Steps(wanted(shoot, *dish, *shot, *f)) {
		x := FinishStep{Step: step}
		for _, t := range shot.Ticks {
			if t.Key == step.Key {
				at := t.At
				x.Done, x.At = true, &at
			}
		}
		out.Steps = append(out.Steps, x)
	}
	a := &store.Approval{}
	if err := tx.Where("frame_id = ?", f.Key).First(a).Error; err == nil {
		out.Approval = a
	} else if !errors.Is(err, gorm.ErrRecordNotFound) {
		return nil, err
	}
	return out, nil
}

// Tick ticks a finish step of a shot, or takes the tick off.
func (s *Studio) Tick(ctx context.Context, who Who, shotID, key string, done bool) (*FinishList, error) {
	list, err := s.FinishOf(ctx, shotID)
	if err != nil {
		return nil, err
	}
	if list.Frame == nil {
		return nil, rule("Keep a frame first; there is nothing to finish yet.")
	}
	words := ""
	for _, step := range list.Steps {
		if step.Key == key {
			words = step.Words
		}
	}
	if words == "" {
		return nil, store.ErrNotFound
	}
	err = s.deed(ctx, who, list.Shot.ShootID, "Ticked: "+words, func(j *store.Journal) error {
		shot := list.Shot
		ticks := []store.Tick{}
		for _, t := range shot.Ticks {
			if t.Key != key {
				ticks = append(ticks, t)
			}
		}
		if done {
			ticks = append(ticks, store.Tick{Key: key, At: s.now()})
		}
		shot.Ticks = ticks
		return j.Update(&shot)
	})
	if err != nil {
		return nil, err
	}
	return s.FinishOf(ctx, shotID)
}

// Approve records a yes to a shot's kept frame.
func (s *Studio) Approve(ctx context.Context, who Who, shotID, by, words string) (*FinishList, error) {
	list, err := s.FinishOf(ctx, shotID)
	if err != nil {
		return nil, err
	}
	if list.Frame == nil {
		return nil, rule("Keep a frame first; there is nothing to approve yet.")
	}
	for _, step := range list.Steps {
		if !step.Done {
			return nil, rule("Finish it first: “%s” is not ticked.", step.Words)
		}
	}
	if list.Approval != nil {
		return list, nil
	}
	if by == "" {
		by = who.Name
	}
	row := &store.Approval{Base: store.NewBase(), ShootID: list.Shot.ShootID, ShotID: shotID, FrameID: list.Frame.Key, Who: by, Words: words}
	if err := s.deed(ctx, who, list.Shot.ShootID, "Approved “"+list.Shot.Title+"”", func(j *store.Journal) error { return j.Create(row) }); err != nil {
		return nil, err
	}
	return s.FinishOf(ctx, shotID)
}
