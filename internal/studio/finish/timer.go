package finish

import (
	"context"
	"errors"
	"time"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/finish/hours"
	"figladder/internal/craft/finish/work"
	"figladder/internal/store"
	"figladder/internal/studio/core"

	"github.com/google/uuid"
	"gorm.io/gorm"
	"gorm.io/gorm/clause"
)

// Beating is a sign of life of somebody at work on a step.
type Beating struct {
	Step work.Step `json:"step" enum:"look,retouch,check,round,export" doc:"Which step"`
	Deed string    `json:"deed" enum:"start,beat,stop" doc:"Begin to count, go on, or end"`
}

// Time counts the time that somebody works on a step of a frame. It is stamped here, under the row's lock: two windows and two
// servers write one after the other. Whoever begins one thing ends what they had begun before.
func (s *Room) Time(ctx context.Context, who core.Who, frameID string, b Beating) (*store.FrameHours, error) {
	f, err := s.Frames.Frame(ctx, frameID)
	if err != nil {
		return nil, err
	}
	var out *store.FrameHours
	err = s.In(ctx, func(tx *gorm.DB) error {
		if b.Deed == "start" {
			if err := s.endOthers(tx, who, frameID, b.Step); err != nil {
				return err
			}
		}
		out, err = s.counted(tx, who, f, b.Step, func(l hours.Log) hours.Log {
			switch b.Deed {
			case "start":
				return l.Start(s.beat())
			case "stop":
				return l.Stop(s.beat())
			}
			return l.Seen(s.beat())
		})
		return err
	})
	return out, err
}

// beat is now, by both clocks.
func (s *Room) beat() hours.Beat {
	return hours.Beat{At: s.Now(), Process: s.process, UpS: time.Since(s.began).Seconds()}
}

// counted changes somebody's hours under the row's lock.
func (s *Room) counted(tx *gorm.DB, who core.Who, f *store.Frame, step work.Step, change func(hours.Log) hours.Log) (*store.FrameHours, error) {
	row := &store.FrameHours{ID: uuid.Must(uuid.NewV7()).String(), ShootID: f.ShootID, FrameID: f.Key, Step: step, PersonID: who.ID, PersonName: who.Name, Log: hours.Log{Gaps: []hours.Gap{}}}
	if err := tx.Clauses(clause.OnConflict{DoNothing: true}).Create(row).Error; err != nil {
		return nil, err
	}
	have := &store.FrameHours{}
	if err := tx.Clauses(clause.Locking{Strength: "UPDATE"}).Where("frame_id = ? and step = ? and person_id = ?", f.Key, step, who.ID).First(have).Error; err != nil {
		return nil, err
	}
	have.Log = change(have.Log)
	if have.Log.Gaps == nil {
		have.Log.Gaps = []hours.Gap{}
	}
	return have, tx.Model(have).Select("log").Updates(have).Error
}

// endOthers ends what somebody had begun elsewhere: nobody works on two things.
func (s *Room) endOthers(tx *gorm.DB, who core.Who, frameID string, step work.Step) error {
	going, err := store.All[store.FrameHours](tx.Clauses(clause.Locking{Strength: "UPDATE"}).Where("person_id = ? and log -> 'last' <> 'null' and not (frame_id = ? and step = ?)", who.ID, frameID, step).Order("id"))
	if err != nil {
		return err
	}
	for i := range going {
		g := &going[i]
		g.Log = g.Log.Stop(s.beat())
		if err := tx.Model(g).Select("log").Updates(g).Error; err != nil {
			return err
		}
	}
	return nil
}

// Saying settles time that nobody saw, or adds what was forgotten.
type Saying struct {
	Step    work.Step `json:"step" enum:"look,retouch,check,round,export" doc:"Which step"`
	Gap     int       `json:"gap" minimum:"-1" maximum:"1000" doc:"Which of the gaps, from 0; -1 for time that was never begun"`
	Minutes float64   `json:"minutes" minimum:"-600" maximum:"600" doc:"How much of it was work; below 0 takes off what was counted"`
}

// Say settles a gap of one's own hours, or mends them by hand.
func (s *Room) Say(ctx context.Context, who core.Who, frameID string, w Saying) (*store.FrameHours, error) {
	f, err := s.Frames.Frame(ctx, frameID)
	if err != nil {
		return nil, err
	}
	var out *store.FrameHours
	err = s.In(ctx, func(tx *gorm.DB) error {
		var bad error
		out, err = s.counted(tx, who, f, w.Step, func(l hours.Log) hours.Log {
			switch {
			case w.Gap >= len(l.Gaps):
				bad = core.Fields("", []finding.FieldProblem{{Path: "gap", Words: "That was settled already."}})
				return l
			case w.Gap >= 0:
				return l.Say(w.Gap, 60*w.Minutes)
			}
			l.CountedS = max(0, l.CountedS+60*w.Minutes)
			return l
		})
		return errors.Join(err, bad)
	})
	return out, err
}
