package studio

import (
	"context"
	"slices"
	"sort"
	"strings"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/ladder"
	"figladder/internal/craft/shots"
	"figladder/internal/store"
)

// ListedShot is a shot with its ladder mark.
type ListedShot struct {
	Shot store.Shot  `json:"shot" doc:"The shot"`
	Dish string      `json:"dish" doc:"Name of its dish"`
	Mark ladder.Mark `json:"mark" doc:"Its place on the ladder"`
}

// List returns a shoot's shots in order, each with its ladder mark.
func (s *Studio) List(ctx context.Context, shootID string) ([]ListedShot, error) {
	row, err := s.Shoot(ctx, shootID)
	if err != nil {
		return nil, err
	}
	v, err := s.climb(s.Store.WithContext(ctx), row)
	if err != nil {
		return nil, err
	}
	out := []ListedShot{}
	for i, shot := range v.shots {
		out = append(out, ListedShot{Shot: shot, Dish: v.dishes[shot.DishID].Recipe.Title, Mark: v.marks[i]})
	}
	return out, nil
}

// Shot finds a shot.
func (s *Studio) Shot(ctx context.Context, id string) (*store.Shot, error) {
	return store.Find[store.Shot](s.Store.WithContext(ctx), id)
}

// ShotEdit is what a person may change about a shot.
type ShotEdit struct {
	Title   string `json:"title" minLength:"1" maxLength:"300" doc:"What it shows"`
	Angle   string `json:"angle" maxLength:"60" doc:"Angle word"`
	Hands   int    `json:"hands" minimum:"0" maximum:"9" doc:"Pairs of hands besides the photographer's"`
	Shutter bool   `json:"shutter" doc:"Whether the shutter speed decides how it looks"`
}

func (e ShotEdit) check() error {
	var bad []finding.FieldProblem
	if strings.TrimSpace(e.Title) == "" {
		bad = append(bad, finding.FieldProblem{Path: "title", Words: "Say what the frame shows."})
	}
	if e.Angle != "" && !slices.Contains(shots.Angles, e.Angle) {
		bad = append(bad, finding.FieldProblem{Path: "angle", Words: "“" + e.Angle + "” is no angle. Choose one of: " + strings.Join(shots.Angles, ", ") + "."})
	}
	return fields("", bad)
}

// AddShot adds a frame by hand, after the method.
func (s *Studio) AddShot(ctx context.Context, who Who, dishID string, kind string, e ShotEdit) (*store.Shot, error) {
	if err := e.check(); err != nil {
		return nil, err
	}
	if !slices.Contains(shots.Kinds, shots.Kind(kind)) {
		return nil, fields("", []finding.FieldProblem{{Path: "kind", Words: "“" + kind + "” is no kind of frame."}})
	}
	dish, err := s.Dish(ctx, dishID)
	if err != nil {
		return nil, err
	}
	row := &store.Shot{Base: store.NewBase(), ShootID: dish.ShootID, DishID: dishID, Kind: kind, Title: strings.TrimSpace(e.Title), Because: "you asked for it", Cause: "",
		Step: len(dish.Recipe.Steps), Angle: e.Angle, Hands: e.Hands, Shutter: e.Shutter, Hold: "holds", Ticks: []store.Tick{}}
	return row, s.deed(ctx, who, dish.ShootID, "Added “"+row.Title+"”", func(j *store.Journal) error {
		if err := last(j.TX, &store.Shot{}, dish.ShootID, &row.Position); err != nil {
			return err
		}
		return j.Create(row)
	})
}

// SaveShot saves a person's changes to a shot.
func (s *Studio) SaveShot(ctx context.Context, who Who, id string, version int, e ShotEdit) (*store.Shot, error) {
	if err := e.check(); err != nil {
		return nil, err
	}
	row, err := s.Shot(ctx, id)
	if err != nil {
		return nil, err
	}
	return row, s.deed(ctx, who, row.ShootID, "Changed “"+e.Title+"”", func(j *store.Journal) error {
		row.Version, row.Title, row.Angle, row.Hands, row.Shutter = version, strings.TrimSpace(e.Title), e.Angle, e.Hands, e.Shutter
		return j.Update(row)
	})
}

// RemoveShot takes a shot off the list. Undo brings it back.
func (s *Studio) RemoveShot(ctx context.Context, who Who, id string) error {
	row, err := s.Shot(ctx, id)
	if err != nil {
		return err
	}
	return s.deed(ctx, who, row.ShootID, "Took “"+row.Title+"” off the list", func(j *store.Journal) error { return removeShot(j, row) })
}

func removeShot(j *store.Journal, row *store.Shot) error {
	if err := neverPublished(j.TX, "shot_id = ?", row.Key); err != nil {
		return err
	}
	var approvals []store.Approval
	var frames []store.Frame
	var sets []store.SetRow
	if err := j.TX.Where("shot_id = ?", row.Key).Find(&approvals).Error; err != nil {
		return err
	}
	if err := j.TX.Where("shot_id = ?", row.Key).Find(&frames).Error; err != nil {
		return err
	}
	if err := j.TX.Where("shot_id = ?", row.Key).Find(&sets).Error; err != nil {
		return err
	}
	for i := range approvals {
		if err := j.Delete(&approvals[i]); err != nil {
			return err
		}
	}
	for i := range frames {
		if err := j.Delete(&frames[i]); err != nil {
			return err
		}
	}
	for i := range sets {
		if err := j.Delete(&sets[i]); err != nil {
			return err
		}
	}
	return j.Delete(row)
}

// Move puts a shot before another, or last when before is empty. A frame cannot
// come before the state it shows exists: that is refused in words.
func (s *Studio) Move(ctx context.Context, who Who, id, before string) error {
	row, err := s.Shot(ctx, id)
	if err != nil {
		return err
	}
	return s.deed(ctx, who, row.ShootID, "Moved “"+row.Title+"”", func(j *store.Journal) error {
		var all []store.Shot
		if err := j.TX.Where("shoot_id = ?", row.ShootID).Order("position, id").Find(&all).Error; err != nil {
			return err
		}
		from := slices.IndexFunc(all, func(x store.Shot) bool { return x.Key == id })
		moved := all[from]
		all = slices.Delete(all, from, from+1)
		to := len(all)
		if before != "" {
			if to = slices.IndexFunc(all, func(x store.Shot) bool { return x.Key == before }); to < 0 {
				return store.ErrNotFound
			}
		}
		all = slices.Insert(all, to, moved)
		order := make([]shots.Placed, len(all))
		for i, x := range all {
			order[i] = shots.Placed{Dish: x.DishID, Title: x.Title, Kind: shots.Kind(x.Kind), Step: x.Step}
		}
		if clash := shots.Possible(order, to); clash != "" {
			return rule("%s", clash)
		}
		return number(j, all)
	})
}

// inOrder sorts each dish's shots into the order of work, dish after dish.
func inOrder(j *store.Journal, shootID string) error {
	var all []store.Shot
	if err := j.TX.Where("shoot_id = ?", shootID).Order("position, id").Find(&all).Error; err != nil {
		return err
	}
	var dishes []store.Dish
	if err := j.TX.Where("shoot_id = ?", shootID).Order("position, id").Find(&dishes).Error; err != nil {
		return err
	}
	place := map[string]int{}
	for i, d := range dishes {
		place[d.Key] = i
	}
	rank := func(x store.Shot) int {
		return place[x.DishID]*100000 + shots.Rank(shots.Proposal{Kind: shots.Kind(x.Kind), Step: x.Step})
	}
	sort.SliceStable(all, func(a, b int) bool { return rank(all[a]) < rank(all[b]) })
	return number(j, all)
}

// number writes positions 1, 2, 3 … where they differ.
func number(j *store.Journal, all []store.Shot) error {
	for i := range all {
		if all[i].Position != i+1 {
			all[i].Position = i + 1
			if err := j.Update(&all[i]); err != nil {
				return err
			}
		}
	}
	return nil
}
