package list

import (
	"context"
	"figladder/internal/craft/words"
	"fmt"
	"slices"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/shots"
	"figladder/internal/store"
	"figladder/internal/studio/core"
)

// MinedFrame is a proposal with what was decided about it.
type MinedFrame struct {
	shots.Proposal
	State   string   `json:"state" enum:"open,accepted,dropped" doc:"What was decided"`
	ShotID  string   `json:"shotId" doc:"The shot it became, or empty"`
	Changed []string `json:"changed" doc:"For one on the list: what the recipe now says otherwise"`
	Kept    []string `json:"kept" doc:"For one on the list: what you changed and would keep"`
}

// Orphan is a shot whose recipe no longer suggests it.
type Orphan struct {
	ShotID string `json:"shotId" doc:"The shot"`
	Title  string `json:"title" doc:"What it shows"`
	Kind   string `json:"kind" doc:"What it is for"`
}

// MinedDish is what a dish's recipe suggests, with decisions.
type MinedDish struct {
	Angle        words.Angle          `json:"angle" doc:"Main angle for this form"`
	Because      string               `json:"because" doc:"Why that angle"`
	Supporting   int                  `json:"supporting" doc:"Supporting frames wanted beside the final"`
	Frames       []MinedFrame         `json:"frames" doc:"Suggested frames in shooting order"`
	Irreversible []shots.Irreversible `json:"irreversible" doc:"Deeds that cannot be undone"`
	Deeds        []shots.Judged       `json:"deeds" doc:"What is done, in order, and what each means for pictures"`
	Served       shots.Served         `json:"served" doc:"What the dish is like at the shutter"`
	Shape        shots.FormGuess      `json:"shape" doc:"Which form the recipe speaks for, and what speaks for it"`
	Orphans      []Orphan             `json:"orphans" doc:"On the list, but the recipe no longer suggests them"`
	Behind       int                  `json:"behind" doc:"Shots on the list that the recipe has left behind"`
}

// Mine reads a dish for frames, with the studio's decisions about verbs.
func (s *Room) Mine(ctx context.Context, row *store.Dish) (shots.Mined, error) {
	own, err := s.Kitchen.Verbs(ctx)
	if err != nil {
		return shots.Mined{}, err
	}
	return shots.Mine(row.Recipe, row.Form, row.Supporting, own), nil
}

// proposalOf is a shot as mining compares it.
func proposalOf(x store.Shot) shots.Proposal {
	return shots.Proposal{Key: x.Proposal, Kind: shots.Kind(x.Kind), Title: x.Title, Because: x.Because, Cause: x.Cause, Step: x.Step, Nth: x.Nth, Angle: x.Angle, Light: x.Light, Vessel: x.Vessel, Tool: x.Tool,
		Hands: x.Hands, Shutter: x.Shutter, Hold: x.Hold, Caution: x.Caution, Guards: x.Guards}
}

// take puts what mining compares into a shot.
func take(x *store.Shot, p shots.Proposal) {
	x.Title, x.Because, x.Cause, x.Step, x.Nth, x.Angle, x.Light, x.Vessel, x.Tool = p.Title, p.Because, p.Cause, p.Step, p.Nth, p.Angle, p.Light, p.Vessel, p.Tool
	x.Hands, x.Shutter, x.Hold, x.Caution, x.Guards = p.Hands, p.Shutter, p.Hold, p.Caution, p.Guards
}

// Mined mines a dish's recipe.
func (s *Room) Mined(ctx context.Context, dishID string) (*MinedDish, error) {
	row, err := s.Kitchen.Dish(ctx, dishID)
	if err != nil {
		return nil, err
	}
	var have []store.Shot
	if err := s.Store.WithContext(ctx).Where("dish_id = ? and proposal <> ''", dishID).Order("position, id").Find(&have).Error; err != nil {
		return nil, err
	}
	m, err := s.Mine(ctx, row)
	if err != nil {
		return nil, err
	}
	out := &MinedDish{Supporting: row.Supporting, Frames: []MinedFrame{}, Irreversible: m.Irreversible, Deeds: m.Deeds, Served: m.Served, Shape: m.Shape, Orphans: []Orphan{}}
	out.Angle, out.Because = shots.MainAngle(row.Form, m.Served)
	known := map[string]bool{}
	for _, p := range m.Proposals {
		known[p.Key] = true
		f := MinedFrame{Proposal: p, State: "open", Changed: []string{}, Kept: []string{}}
		if slices.Contains(row.Dropped, p.Key) {
			f.State = "dropped"
		}
		for _, h := range have {
			switch {
			case h.Proposal == p.Key:
				r := shots.Renew(h.Mined, proposalOf(h), p)
				f.State, f.ShotID, f.Changed, f.Kept = "accepted", h.Key, r.Changed, r.Kept
				if len(r.Changed) > 0 {
					out.Behind++
				}
			case slices.Contains(h.Merged, p.Key):
				f.State, f.ShotID = "accepted", h.Key
			}
		}
		out.Frames = append(out.Frames, f)
	}
	for _, h := range have {
		if !known[h.Proposal] {
			out.Orphans = append(out.Orphans, Orphan{h.Key, h.Title, h.Kind})
		}
	}
	return out, nil
}

// Accept turns proposals into shots, each where it can stand in the order of work;
// the order of what is on the list already stays.
func (s *Room) Accept(ctx context.Context, who core.Who, dishID string, keys []string) ([]store.Shot, error) {
	row, err := s.Kitchen.Dish(ctx, dishID)
	if err != nil {
		return nil, err
	}
	m, err := s.Mine(ctx, row)
	if err != nil {
		return nil, err
	}
	made := []store.Shot{}
	words := fmt.Sprintf("Put %d frames of %s on the list", len(keys), row.Recipe.Title)
	if len(keys) == 1 {
		words = "Put a frame of " + row.Recipe.Title + " on the list"
	}
	if err := s.Deed(ctx, who, row.ShootID, words, func(j *store.Journal) error {
		made = made[:0]
		list, err := listOf(j, row.ShootID)
		if err != nil {
			return err
		}
		for _, p := range m.Proposals {
			if !slices.Contains(keys, p.Key) || slices.ContainsFunc(list, func(x store.Shot) bool {
				return x.DishID == dishID && (x.Proposal == p.Key || slices.Contains(x.Merged, p.Key))
			}) {
				continue
			}
			shot := store.Shot{Base: store.NewBase(), ShotDoc: store.ShotDoc{ShootID: row.ShootID, DishID: dishID, Kind: string(p.Kind), Proposal: p.Key, Mined: p}}
			take(&shot, p)
			shot.Position = len(list) + 1
			if err := j.Create(&shot); err != nil {
				return err
			}
			made = append(made, shot)
			list = slices.Insert(list, placeFor(list, shot), shot)
		}
		if len(made) == 0 && len(keys) > 0 {
			return core.Rule("Those frames are on the list already, or the recipe no longer suggests them.")
		}
		if i := slices.IndexFunc(row.Dropped, func(k string) bool { return slices.Contains(keys, k) }); i >= 0 {
			row.Dropped = slices.DeleteFunc(row.Dropped, func(k string) bool { return slices.Contains(keys, k) })
			if err := j.Update(row); err != nil {
				return err
			}
		}
		return number(j, list)
	}); err != nil {
		return nil, err
	}
	return made, nil
}

// Drop sets a proposal aside, or takes it up again.
func (s *Room) Drop(ctx context.Context, who core.Who, dishID, key string, dropped bool) error {
	row, err := s.Kitchen.Dish(ctx, dishID)
	if err != nil {
		return err
	}
	words := "Set a suggestion aside"
	if !dropped {
		words = "Took a suggestion up again"
	}
	return s.Deed(ctx, who, row.ShootID, words, func(j *store.Journal) error {
		row.Dropped = slices.DeleteFunc(row.Dropped, func(k string) bool { return k == key })
		if dropped {
			row.Dropped = append(row.Dropped, key)
		}
		return j.Update(row)
	})
}

// Want says how many supporting frames a dish is to have beside its final.
func (s *Room) Want(ctx context.Context, who core.Who, dishID string, supporting int) (*store.Dish, error) {
	if supporting < 0 || supporting > shots.MostSupporting {
		return nil, core.Fields("", []finding.FieldProblem{{Path: "supporting", Words: fmt.Sprintf("From 0 to %d frames.", shots.MostSupporting)}})
	}
	row, err := s.Kitchen.Dish(ctx, dishID)
	if err != nil {
		return nil, err
	}
	if err := s.Deed(ctx, who, row.ShootID, fmt.Sprintf("Asked for %d supporting frames of %s", supporting, row.Recipe.Title), func(j *store.Journal) error {
		row.Supporting = supporting
		return j.Update(row)
	}); err != nil {
		return nil, err
	}
	return row, nil
}

// Renew brings a dish's shots up to what its recipe now says; what a person
// changed stays theirs. It returns how many shots changed.
func (s *Room) Renew(ctx context.Context, who core.Who, dishID string) (int, error) {
	row, err := s.Kitchen.Dish(ctx, dishID)
	if err != nil {
		return 0, err
	}
	m, err := s.Mine(ctx, row)
	if err != nil {
		return 0, err
	}
	now := map[string]shots.Proposal{}
	for _, p := range m.Proposals {
		now[p.Key] = p
	}
	n := 0
	if err := s.Deed(ctx, who, row.ShootID, "Brought the frames of "+row.Recipe.Title+" up to its recipe", func(j *store.Journal) error {
		n = 0
		list, err := listOf(j, row.ShootID)
		if err != nil {
			return err
		}
		for i := 0; i < len(list); i++ {
			p, ok := now[list[i].Proposal]
			if !ok || list[i].DishID != dishID || list[i].Mined == p {
				continue
			}
			r := shots.Renew(list[i].Mined, proposalOf(list[i]), p)
			x := list[i]
			take(&x, r.Frame)
			x.Mined = p
			if err := j.Update(&x); err != nil {
				return err
			}
			if len(r.Changed) > 0 {
				n++
			}
			list[i] = x
		}
		return number(j, mended(list, dishID))
	}); err != nil {
		return 0, err
	}
	return n, nil
}

// mended puts a dish's frames that now stand where they cannot into the order of
// work, each where it can stand; the others stay.
func mended(list []store.Shot, dishID string) []store.Shot {
	for range list {
		order := placed(list)
		at := slices.IndexFunc(list, func(x store.Shot) bool { return x.DishID == dishID })
		for ; at >= 0 && at < len(list); at++ {
			if list[at].DishID == dishID && shots.Possible(order, at) != "" {
				break
			}
		}
		if at < 0 || at == len(list) {
			return list
		}
		x := list[at]
		list = slices.Delete(list, at, at+1)
		list = slices.Insert(list, placeFor(list, x), x)
	}
	return list
}
