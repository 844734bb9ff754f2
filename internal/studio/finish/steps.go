package finish

import (
	"context"
	"errors"
	"slices"
	"time"

	craft "figladder/internal/craft/finish"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"figladder/internal/studio/list"

	"gorm.io/gorm"
)

// Step is a finish step with whether it is done.
type Step struct {
	craft.Step
	Done bool       `json:"done" doc:"Whether it is ticked"`
	At   *time.Time `json:"at" doc:"When it was"`
}

// List is what a shot's kept frame needs.
type List struct {
	Shot     store.Shot      `json:"shot" doc:"The shot"`
	Frame    *store.Frame    `json:"frame" doc:"The kept frame, or null"`
	Picture  string          `json:"picture" doc:"Hash of what goes out of it: its newest finished picture, or the frame itself; empty without a frame"`
	Steps    []Step          `json:"steps" doc:"In working order"`
	Approval *store.Approval `json:"approval" doc:"The yes to that picture, or null"`
	Earlier  *store.Approval `json:"earlier" doc:"The newest yes to a picture of the frame that is not the one that goes out, where there is none to that; or null"`
	AskWhom  string          `json:"askWhom" doc:"Whose yes it takes"`
}

// ListOf lists what a shot's kept frame needs.
func (s *Room) ListOf(ctx context.Context, shotID string) (*List, error) {
	tx := s.Store.WithContext(ctx)
	shot, err := s.Frames.List.Shot(ctx, shotID)
	if err != nil {
		return nil, err
	}
	out := &List{Shot: *shot, Steps: []Step{}}
	shoot, err := s.Frames.Brief.Shoot(ctx, shot.ShootID)
	if err != nil {
		return nil, err
	}
	out.AskWhom = askWhom(shoot)
	f := &store.Frame{}
	if err := tx.Where("shot_id = ? and kept", shotID).First(f).Error; errors.Is(err, gorm.ErrRecordNotFound) {
		return out, nil
	} else if err != nil {
		return nil, err
	}
	out.Frame = f
	p, err := s.PictureOf(ctx, f)
	if err != nil {
		return nil, err
	}
	out.Picture = p.SHA256
	dish, err := s.Frames.Kitchen.Dish(ctx, shot.DishID)
	if err != nil {
		return nil, err
	}
	for _, step := range craft.Steps(list.Wanted(shoot, *dish, *shot, *f)) {
		x := Step{Step: step}
		for _, t := range shot.Ticks {
			if t.Key == step.Key {
				at := t.At
				x.Done, x.At = true, &at
			}
		}
		out.Steps = append(out.Steps, x)
	}
	yeses, err := store.All[store.Approval](tx.Where("frame_id = ?", f.Key).Order("created_at desc, id desc"))
	if err != nil {
		return nil, err
	}
	if i := slices.IndexFunc(yeses, func(a store.Approval) bool { return a.Picture == out.Picture }); i >= 0 {
		out.Approval = &yeses[i]
	} else if len(yeses) > 0 {
		out.Earlier = &yeses[0]
	}
	return out, nil
}

// askWhom is whose yes a shoot's pictures take.
func askWhom(shoot *store.Shoot) string {
	if shoot.Brief.Kind == "commission" {
		return "the client"
	}
	return "you"
}

// Tick ticks a finish step of a shot, or takes the tick off.
func (s *Room) Tick(ctx context.Context, who core.Who, shotID, key string, done bool) (*List, error) {
	list, err := s.ListOf(ctx, shotID)
	if err != nil {
		return nil, err
	}
	if list.Frame == nil {
		return nil, core.Rule("Keep a frame first; there is nothing to finish yet.")
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
	err = s.Deed(ctx, who, list.Shot.ShootID, "Ticked: "+words, func(j *store.Journal) error {
		shot := list.Shot
		ticks := []store.Tick{}
		for _, t := range shot.Ticks {
			if t.Key != key {
				ticks = append(ticks, t)
			}
		}
		if done {
			ticks = append(ticks, store.Tick{Key: key, At: s.Now()})
		}
		shot.Ticks = ticks
		return j.Update(&shot)
	})
	if err != nil {
		return nil, err
	}
	return s.ListOf(ctx, shotID)
}
