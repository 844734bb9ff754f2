package out

import (
	"context"
	"errors"
	"slices"

	"figladder/internal/craft/finding"
	"figladder/internal/store"
	"figladder/internal/studio/core"
)

// ForSet is a shot of which nothing stands at an outlet yet, and whether it may go there as it is.
type ForSet struct {
	ShotID        string `json:"shotId" doc:"Which shot"`
	Title         string `json:"title" doc:"What it shows"`
	Goes          bool   `json:"goes" doc:"Whether it may go, or went"`
	Why           string `json:"why" doc:"What it still wants; empty where it may go"`
	PublicationID string `json:"publicationId" doc:"What was ordered; empty where nothing was"`

	order CutOrder
}

// Rest is what of a shoot's kept frames is not at an outlet yet, in the order of the shots: with the crop that is proposed and the
// words that went out with them elsewhere. Words of which nobody wrote any are not made up here.
func (s *Room) Rest(ctx context.Context, shootID, outlet string) ([]ForSet, error) {
	if _, err := s.ordered(ctx, outlet); err != nil {
		return nil, err
	}
	shots, _, err := s.Frames.List.WholeList(ctx, shootID)
	if err != nil {
		return nil, err
	}
	var ofKept []string
	if err := s.Store.WithContext(ctx).Model(&store.Frame{}).Where("shoot_id = ? and kept", shootID).Pluck("shot_id", &ofKept).Error; err != nil {
		return nil, err
	}
	all, err := s.Publications(ctx, shootID, "")
	if err != nil {
		return nil, err
	}
	out := []ForSet{}
	for _, x := range shots {
		if !slices.Contains(ofKept, x.Key) {
			continue
		}
		f := ForSet{ShotID: x.Key, Title: x.Title, order: CutOrder{Outlet: outlet, Zoom: 1, CentreX: 0.5, CentreY: 0.5, Passed: true, proposed: true}}
		there, worded := false, false
		for _, p := range all { // newest first
			if p.ShotID != x.Key {
				continue
			}
			there = there || p.Outlet == outlet && (p.State == "accepted" || p.State == "waiting" || p.State == "asked down")
			if !worded {
				f.order.Words, worded = p.Words, true
			}
		}
		if there {
			continue
		}
		if !worded {
			f.Why = "It has no words yet: send or make it once by itself."
		} else if f.Why, err = s.wants(ctx, x.Key, f.order); err != nil {
			return nil, err
		}
		f.Goes = f.Why == ""
		out = append(out, f)
	}
	return out, nil
}

// wants says what an order still wants; empty where it may go.
func (s *Room) wants(ctx context.Context, shotID string, c CutOrder) (string, error) {
	check, err := s.CheckCut(ctx, shotID, c)
	if err != nil {
		return "", err
	}
	if check.Missing != "" {
		return check.Missing, nil
	}
	for _, f := range check.Findings {
		if f.Severity == finding.Stop {
			return f.Subject + ": " + f.Measure + ", wanted " + f.Limit + ".", nil
		}
	}
	return "", nil
}

// PublishRest sends all that may go to an outlet in one go, and says of each what became of it.
func (s *Room) PublishRest(ctx context.Context, who core.Who, shootID, outlet string) ([]ForSet, error) {
	rest, err := s.Rest(ctx, shootID, outlet)
	if err != nil {
		return nil, err
	}
	done, err := s.LongTurn(ctx)
	if err != nil {
		return nil, err
	}
	defer done()
	for i := range rest {
		f := &rest[i]
		if !f.Goes {
			continue
		}
		p, err := s.Publish(ctx, who, f.ShotID, f.order)
		var no *core.RuleError
		if errors.As(err, &no) { // one that cannot be made keeps none of the others
			f.Goes, f.Why = false, no.Words
			continue
		}
		if err != nil {
			return nil, err
		}
		f.PublicationID = p.ID
	}
	return rest, nil
}
