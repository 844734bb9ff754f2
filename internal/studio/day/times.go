package day

import (
	"context"

	"figladder/internal/craft/dayplan"
)

// FrameTime is when a frame was taken: by what was written down on the day, else by the plan.
type FrameTime struct {
	ShotID         string
	FromMin, ToMin int // minutes from midnight of the shoot's first day
	Logged         bool
}

// FrameTimes are those of a shoot's frames that have one.
func (s *Room) FrameTimes(ctx context.Context, shootID string) ([]FrameTime, error) {
	a, err := s.of(ctx, shootID)
	if err != nil {
		return nil, err
	}
	starts, _ := a.doc.StartsOf(a.day)
	var out []FrameTime
	for i, j := range a.jobs {
		if j.Kind != dayplan.Frame || j.ShotID == "" {
			continue
		}
		if g, went := a.doc.WentOf(j.Key); went {
			out = append(out, FrameTime{j.ShotID, g.FromMin, g.FromMin + max(1, g.Min), true})
			continue
		}
		if planned(a.doc, j.Key) {
			out = append(out, FrameTime{j.ShotID, starts[i], starts[i] + a.day.Tasks[i].Min, false})
		}
	}
	return out, nil
}

func planned(x dayplan.Doc, key string) bool {
	for _, at := range x.Starts {
		if at.Key == key {
			return true
		}
	}
	return false
}
