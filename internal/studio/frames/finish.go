package frames

import (
	"context"
	"errors"
	"strings"
	"time"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/finish"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"figladder/internal/studio/list"
	"gorm.io/gorm"
)

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

// FinishOf lists what a shot's kept frame needs.
func (s *Room) FinishOf(ctx context.Context, shotID string) (*FinishList, error) {
	tx := s.Store.WithContext(ctx)
	shot, err := s.List.Shot(ctx, shotID)
	if err != nil {
		return nil, err
	}
	out := &FinishList{Shot: *shot, Steps: []FinishStep{}, AskWhom: "you"}
	shoot, err := s.Brief.Shoot(ctx, shot.ShootID)
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
	dish, err := s.Kitchen.Dish(ctx, shot.DishID)
	if err != nil {
		return nil, err
	}
	for _, step := range finish.Steps(list.Wanted(shoot, *dish, *shot, *f)) {
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
func (s *Room) Tick(ctx context.Context, who core.Who, shotID, key string, done bool) (*FinishList, error) {
	list, err := s.FinishOf(ctx, shotID)
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
	return s.FinishOf(ctx, shotID)
}

// Approve records a yes to a shot's kept frame.
func (s *Room) Approve(ctx context.Context, who core.Who, shotID, by, words string) (*FinishList, error) {
	list, err := s.FinishOf(ctx, shotID)
	if err != nil {
		return nil, err
	}
	if list.Frame == nil {
		return nil, core.Rule("Keep a frame first; there is nothing to approve yet.")
	}
	for _, step := range list.Steps {
		if !step.Done {
			return nil, core.Rule("Finish it first: “%s” is not ticked.", step.Words)
		}
	}
	if list.Approval != nil {
		return list, nil
	}
	if by = strings.TrimSpace(by); by == "" {
		return nil, core.Fields("", []finding.FieldProblem{{Path: "who", Words: "Write who says yes: a yes without a name is nobody's."}})
	}
	row := &store.Approval{Base: store.NewBase(), ApprovalDoc: store.ApprovalDoc{ShootID: list.Shot.ShootID, ShotID: shotID, FrameID: list.Frame.Key, Who: by, Words: words}}
	if err := s.Deed(ctx, who, list.Shot.ShootID, "Approved “"+list.Shot.Title+"”", func(j *store.Journal) error { return j.Create(row) }); err != nil {
		return nil, err
	}
	return s.FinishOf(ctx, shotID)
}
