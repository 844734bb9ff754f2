package list

import (
	"context"
	"figladder/internal/craft/words"
	"slices"
	"strings"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/shots"
	"figladder/internal/store"
	"figladder/internal/studio/core"
)

// Shot finds a shot.
func (s *Room) Shot(ctx context.Context, id string) (*store.Shot, error) {
	return store.Find[store.Shot](s.Store.WithContext(ctx), id)
}

// ShotEdit is what a person may change about a shot.
type ShotEdit struct {
	Title   string          `json:"title" minLength:"1" maxLength:"300" doc:"What it shows"`
	Angle   words.Angle     `json:"angle" doc:"Angle word"`
	Hands   int             `json:"hands" minimum:"0" maximum:"9" doc:"Pairs of hands besides the photographer's"`
	Shutter bool            `json:"shutter" doc:"Whether the shutter speed decides how it looks"`
	Light   words.Direction `json:"light" doc:"Where the light comes from, in a word"`
	Vessel  string          `json:"vessel" maxLength:"60" doc:"What it is in or on"`
}

func (e ShotEdit) put(row *store.Shot) {
	row.Title, row.Angle, row.Hands, row.Shutter, row.Light, row.Vessel = strings.TrimSpace(e.Title), e.Angle, e.Hands, e.Shutter, e.Light, strings.ToLower(strings.TrimSpace(e.Vessel))
}

func (e ShotEdit) check() error {
	var bad []finding.FieldProblem
	if e.Light != "" && !words.Is(e.Light) {
		bad = append(bad, finding.FieldProblem{Path: "light", Words: "“" + string(e.Light) + "” is no light. Choose one of: " + strings.Join(e.Light.Words(), ", ") + "."})
	}
	if strings.TrimSpace(e.Title) == "" {
		bad = append(bad, finding.FieldProblem{Path: "title", Words: "Say what the frame shows."})
	}
	if e.Angle != "" && !words.Is(e.Angle) {
		bad = append(bad, finding.FieldProblem{Path: "angle", Words: "“" + string(e.Angle) + "” is no angle. Choose one of: " + strings.Join(e.Angle.Words(), ", ") + "."})
	}
	return core.Fields("", bad)
}

// AddShot adds a frame by hand, after the method.
func (s *Room) AddShot(ctx context.Context, who core.Who, dishID string, kind string, e ShotEdit) (*store.Shot, error) {
	if err := e.check(); err != nil {
		return nil, err
	}
	if !slices.Contains(shots.Kinds, shots.Kind(kind)) {
		return nil, core.Fields("", []finding.FieldProblem{{Path: "kind", Words: "“" + kind + "” is no kind of frame."}})
	}
	dish, err := s.Kitchen.Dish(ctx, dishID)
	if err != nil {
		return nil, err
	}
	row := &store.Shot{Base: store.NewBase(), ShotDoc: store.ShotDoc{ShootID: dish.ShootID, DishID: dishID, Kind: kind, Because: "you asked for it",
		Step: len(dish.Recipe.Steps), Hold: words.Holds}}
	e.put(row)
	if err := s.Deed(ctx, who, dish.ShootID, "Added “"+row.Title+"”", func(j *store.Journal) error {
		if err := core.Last(j.TX, &store.Shot{}, dish.ShootID, &row.Position); err != nil {
			return err
		}
		return j.Create(row)
	}); err != nil {
		return nil, err
	}
	return row, nil
}

// SaveShot saves a person's changes to a shot.
func (s *Room) SaveShot(ctx context.Context, who core.Who, id string, version int, e ShotEdit) (*store.Shot, error) {
	if err := e.check(); err != nil {
		return nil, err
	}
	row, err := s.Shot(ctx, id)
	if err != nil {
		return nil, err
	}
	if err := s.Deed(ctx, who, row.ShootID, "Changed “"+e.Title+"”", func(j *store.Journal) error {
		row.Version = version
		e.put(row)
		return j.Update(row)
	}); err != nil {
		return nil, err
	}
	return row, nil
}

// RemoveShot takes a shot off the list. Undo brings it back.
func (s *Room) RemoveShot(ctx context.Context, who core.Who, id string) error {
	row, err := s.Shot(ctx, id)
	if err != nil {
		return err
	}
	return s.Deed(ctx, who, row.ShootID, "Took “"+row.Title+"” off the list", func(j *store.Journal) error {
		j.Removes(row, row.Title)
		return core.RemoveShot(j, row)
	})
}

// Move puts a shot before another, or last when before is empty. A frame cannot
// come before the state it shows exists: that is refused in words.
func (s *Room) Move(ctx context.Context, who core.Who, id, before string) error {
	row, err := s.Shot(ctx, id)
	if err != nil {
		return err
	}
	return s.Deed(ctx, who, row.ShootID, "Moved “"+row.Title+"”", func(j *store.Journal) error {
		all, err := listOf(j, row.ShootID)
		if err != nil {
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
		if clash := shots.Possible(placed(all), to); clash != "" {
			return core.Rule("%s", clash)
		}
		return number(j, all)
	})
}

// listOf is a shoot's list in order.
func listOf(j *store.Journal, shootID string) ([]store.Shot, error) {
	return store.All[store.Shot](j.TX.Where("shoot_id = ?", shootID).Order("position, id"))
}

// placed is a list as far as its order matters.
func placed(list []store.Shot) []shots.Placed {
	out := make([]shots.Placed, len(list))
	for i, x := range list {
		out[i] = placedOne(x)
	}
	return out
}

func placedOne(x store.Shot) shots.Placed {
	return shots.Placed{Dish: x.DishID, Title: x.Title, Kind: shots.Kind(x.Kind), Step: x.Step, Nth: x.Nth}
}

// placeFor is where a shot goes in a list: behind the last of its dish that comes
// before it in the order of work, else before the dish's first, else at the end;
// where that cannot be, behind or before another of its dish.
func placeFor(list []store.Shot, x store.Shot) int {
	rank := func(s store.Shot) int { return shots.Rank(proposalOf(s)) }
	var at []int
	first := -1
	for i, s := range list {
		if s.DishID != x.DishID {
			continue
		}
		if first < 0 {
			first = i
		}
		if rank(s) <= rank(x) {
			at = append([]int{i + 1}, at...)
		}
	}
	if first < 0 {
		return len(list)
	}
	at = append(at, first)
	for i, s := range list {
		if s.DishID == x.DishID {
			at = append(at, i+1)
		}
	}
	order := placed(list)
	for _, to := range at {
		if shots.Possible(slices.Insert(slices.Clone(order), to, placedOne(x)), to) == "" {
			return to
		}
	}
	return at[0]
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
