package set

import (
	"context"
	"errors"
	"fmt"
	"reflect"

	"figladder/internal/craft/scene"
	"figladder/internal/craft/words"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"gorm.io/gorm"
)

// SetUpOf is a set-up with the shots that are taken of it, in the order of the list.
type SetUpOf struct {
	ID      string       `json:"id" doc:"Key"`
	Version int          `json:"version" doc:"Counts saves; send back the one you read"`
	Name    string       `json:"name" doc:"What it was called; empty when it was not"`
	Words   string       `json:"words" doc:"What it is called on screen"`
	Shots   []ShotOfIt   `json:"shots" doc:"The shots taken of it"`
	Sketch  scene.Sketch `json:"sketch" doc:"Its first shot, drawn small"`
}

// ShotOfIt is a shot taken of a set-up.
type ShotOfIt struct {
	ID    string          `json:"id" doc:"Key of the shot"`
	Nth   int             `json:"nth" doc:"Its place in the order of work, from 1"`
	Title string          `json:"title" doc:"What it shows"`
	Dish  string          `json:"dish" doc:"Its dish"`
	State words.DishState `json:"state" doc:"How far the dish is"`
}

// SetUps lists a shoot's set-ups in the order of their first shots.
func (s *Room) SetUps(ctx context.Context, shootID string) ([]SetUpOf, error) {
	list, dishes, err := s.List.WholeList(ctx, shootID)
	if err != nil {
		return nil, err
	}
	rows, err := core.PlannedIn(s.Store.WithContext(ctx), shootID)
	if err != nil {
		return nil, err
	}
	byShot := map[string]store.SetRow{}
	for _, r := range rows {
		byShot[r.ShotID] = r
	}
	out := []SetUpOf{}
	at, named := map[string]int{}, map[string]int{}
	for n, x := range list {
		r, built := byShot[x.Key]
		if !built {
			continue
		}
		dish := dishes[x.DishID].Recipe.Title
		i, known := at[r.SetUpID]
		if !known {
			i = len(out)
			at[r.SetUpID] = i
			u := SetUpOf{ID: r.SetUpID, Version: r.Up.Version, Name: r.Up.Name, Words: r.Up.Name, Shots: []ShotOfIt{}, Sketch: r.Set().Sketch()}
			if u.Words == "" {
				named[dish]++
				u.Words = dish
				if n := named[dish]; n > 1 {
					u.Words = fmt.Sprintf("%s, %d", dish, n)
				}
			}
			out = append(out, u)
		}
		out[i].Shots = append(out[i].Shots, ShotOfIt{ID: x.Key, Nth: n + 1, Title: x.Title, Dish: dish, State: r.Own.State})
	}
	return out, nil
}

// SaveSet saves a shot's set: what is its own, and what it shares, for every shot of its
// set-up. The first save, at version 0, makes a set-up or stands the shot in the one that is
// named.
func (s *Room) SaveSet(ctx context.Context, who core.Who, shotID string, p PlannedSet) (*PlannedSet, error) {
	set := p.Set
	if err := core.Fields("set", set.Check()); err != nil {
		return nil, err
	}
	shot, err := s.List.Shot(ctx, shotID)
	if err != nil {
		return nil, err
	}
	// How many it is for stands in the deed's words, so it is counted before; a shot that
	// comes in between is changed all the same.
	n, err := s.shared(ctx, shotID, set)
	if err != nil {
		return nil, err
	}
	did := "Changed the set of “" + shot.Title + "”"
	if n > 1 {
		did = fmt.Sprintf("Changed the set-up of %d frames, at “%s”", n, shot.Title)
	}
	var out *PlannedSet
	err = s.Deed(ctx, who, shot.ShootID, did, func(j *store.Journal) error {
		row, err := core.PlannedOf(j.TX, shotID)
		switch {
		case err != nil:
		case row == nil:
			err = first(j, shot, set, p.SetUpID)
		case row.Version != p.Version:
			err = &store.StaleError{Current: row}
		default:
			err = change(j, row, set)
		}
		if err == nil {
			out, err = again(j, shotID)
		}
		return err
	})
	return out, err
}

// shared is for how many shots a set would change what they share; 0 for none.
func (s *Room) shared(ctx context.Context, shotID string, set scene.Set) (int, error) {
	tx := s.Store.WithContext(ctx)
	row, err := core.PlannedOf(tx, shotID)
	if err != nil || row == nil {
		return 0, err
	}
	if now, _ := set.Parts(row.Up.SetUp); now.Same(row.Up.SetUp) {
		return 0, nil
	}
	var n int64
	err = tx.Model(&store.SetRow{}).Where("set_up_id = ?", row.SetUpID).Count(&n).Error
	return int(n), err
}

// again reads a shot's set after it was written: the database counts its version.
func again(j *store.Journal, shotID string) (*PlannedSet, error) {
	row, err := core.PlannedOf(j.TX, shotID)
	if err != nil {
		return nil, err
	}
	return plannedSet(row), nil
}

// first saves the first set of a shot.
func first(j *store.Journal, shot *store.Shot, set scene.Set, setUpID string) error {
	if setUpID == "" { // what is its own is its set-up's, too
		set.OwnVessel, set.OwnFood, set.OwnCards = false, false, false
		up, own := set.Parts(scene.SetUp{})
		row := &store.SetUpRow{Base: store.NewBase(), SetUpDoc: store.SetUpDoc{ShootID: shot.ShootID, SetUp: up}}
		if err := j.Create(row); err != nil {
			return err
		}
		return j.Create(&store.SetRow{Base: store.NewBase(), ShotID: shot.Key, SetUpID: row.Key, Own: own})
	}
	up, err := setUpIn(j.TX, shot.ShootID, setUpID)
	if err != nil {
		return err
	}
	_, own := set.Parts(up.SetUp)
	row := &store.SetRow{Base: store.NewBase(), ShotID: shot.Key, SetUpID: up.Key, Own: own}
	if err := j.Create(row); err != nil {
		return err
	}
	row.Up = up
	return change(j, row, set)
}

// setUpIn finds a set-up of a shoot.
func setUpIn(tx *gorm.DB, shootID, id string) (*store.SetUpRow, error) {
	up, err := store.Find[store.SetUpRow](tx, id)
	if errors.Is(err, store.ErrNotFound) || err == nil && up.ShootID != shootID {
		return nil, core.Rule("That set-up is not there any more. Load the page again.")
	}
	return up, err
}

// change writes a shot's set over what it was, and for the others of its set-up what that
// changes of theirs. Rows of shots are written before the set-up: its change counts their
// versions up.
func change(j *store.Journal, row *store.SetRow, set scene.Set) error {
	was := row.Up.SetUp
	if row.Own.Vessel != nil && !set.OwnVessel { // its own is given back
		set.Vessel = was.Vessel
	}
	if row.Own.Food != nil && !set.OwnFood {
		set.Food = was.Food
	}
	now, own := set.Parts(was)
	now = now.Refocused(was, own.Through)
	if err := moveOthers(j, row, was, now); err != nil {
		return err
	}
	if !reflect.DeepEqual(own, row.Own) {
		row.Own = own
		if err := j.Update(row); err != nil {
			return err
		}
	}
	return standUp(j, row.Up, now)
}

// moveOthers keeps what the other shots of a set-up have of their own right when it changes.
func moveOthers(j *store.Journal, row *store.SetRow, was, now scene.SetUp) error {
	others, err := store.All[store.SetRow](j.TX.Where("set_up_id = ? and id <> ?", row.SetUpID, row.Key))
	if err != nil {
		return err
	}
	for i := range others {
		o := &others[i]
		moved := o.Own.Moved(was, now)
		if reflect.DeepEqual(moved, o.Own) {
			continue
		}
		o.Own = moved
		if err := j.Update(o); err != nil {
			return err
		}
	}
	return nil
}

// standUp writes a set-up, when it is another.
func standUp(j *store.Journal, up *store.SetUpRow, now scene.SetUp) error {
	if now.Same(up.SetUp) {
		return nil
	}
	up.SetUp = now
	return j.Update(up)
}

// Apart is a set that is taken out of its set-up.
type Apart struct {
	Set     scene.Set  `json:"set" doc:"The set as it is to stand for this shot alone"`
	Version int        `json:"version" doc:"The version read"`
	Others  *scene.Set `json:"others,omitempty" doc:"As it stood before what is for this shot alone was changed: the others get that back"`
}

// TakeOut gives a shot a set-up of its own, which begins as its set stands. What was changed
// for all but meant for this one alone is taken back for the others, in the same deed.
func (s *Room) TakeOut(ctx context.Context, who core.Who, shotID string, a Apart) (*PlannedSet, error) {
	if err := core.Fields("set", a.Set.Check()); err != nil {
		return nil, err
	}
	if a.Others != nil {
		if err := core.Fields("others", a.Others.Check()); err != nil {
			return nil, err
		}
	}
	shot, err := s.List.Shot(ctx, shotID)
	if err != nil {
		return nil, err
	}
	var out *PlannedSet
	err = s.Deed(ctx, who, shot.ShootID, "Took “"+shot.Title+"” out of its set-up", func(j *store.Journal) error {
		row, err := standing(j, shotID, a.Version)
		if err == nil {
			err = apart(j, row, a)
		}
		if err == nil {
			out, err = again(j, shotID)
		}
		return err
	})
	return out, err
}

func apart(j *store.Journal, row *store.SetRow, a Apart) error {
	var n int64
	if err := j.TX.Model(&store.SetRow{}).Where("set_up_id = ?", row.SetUpID).Limit(2).Count(&n).Error; err != nil {
		return err
	}
	if n < 2 {
		return core.Rule("It is alone in its set-up already.")
	}
	old := row.Up
	up, own := a.Set.Parts(old.SetUp)
	fresh := &store.SetUpRow{Base: store.NewBase(), SetUpDoc: store.SetUpDoc{ShootID: old.ShootID, SetUp: up}}
	if err := j.Create(fresh); err != nil {
		return err
	}
	back := old.SetUp
	if a.Others != nil {
		back, _ = a.Others.Parts(old.SetUp)
		if err := moveOthers(j, row, old.SetUp, back); err != nil {
			return err
		}
	}
	if err := move(j, row, fresh.Key, own); err != nil {
		return err
	}
	return standUp(j, old, back)
}

// PutInto stands a shot in another set-up of its shoot: it keeps its camera, its state and,
// of another dish, its vessel and food; the rest is the set-up's. One that nobody is left in
// goes.
func (s *Room) PutInto(ctx context.Context, who core.Who, shotID string, version int, setUpID string) (*PlannedSet, error) {
	shot, err := s.List.Shot(ctx, shotID)
	if err != nil {
		return nil, err
	}
	var out *PlannedSet
	err = s.Deed(ctx, who, shot.ShootID, "Stood “"+shot.Title+"” in another set-up", func(j *store.Journal) error {
		row, err := standing(j, shotID, version)
		if err == nil {
			err = into(j, row, setUpID)
		}
		if err == nil {
			out, err = again(j, shotID)
		}
		return err
	})
	return out, err
}

func into(j *store.Journal, row *store.SetRow, setUpID string) error {
	if row.SetUpID == setUpID {
		return core.Rule("It stands in that set-up already.")
	}
	up, err := setUpIn(j.TX, row.Up.ShootID, setUpID)
	if err != nil {
		return err
	}
	other, err := otherDish(j.TX, row.ShotID, setUpID)
	if err != nil {
		return err
	}
	own := row.Set().OwnOn(up.SetUp, other)
	if err := core.Fields("", up.SetUp.With(own).Check()); err != nil {
		return err
	}
	left := row.SetUpID
	if err := move(j, row, setUpID, own); err != nil {
		return err
	}
	return core.DropUnused(j, left)
}

// otherDish reports whether none of a set-up's shots is of the same dish as a shot.
func otherDish(tx *gorm.DB, shotID, setUpID string) (bool, error) {
	var n int64
	err := tx.Model(&store.SetRow{}).Joins("join shots on shots.id = sets.shot_id").Where("sets.set_up_id = ? and shots.dish_id = (select dish_id from shots where id = ?)", setUpID, shotID).Limit(1).Count(&n).Error
	return n == 0, err
}

func move(j *store.Journal, row *store.SetRow, setUpID string, own scene.Own) error {
	row.SetUpID, row.Own = setUpID, own
	return j.Update(row)
}

// standing finds a shot's set in a deed, at the version that was read.
func standing(j *store.Journal, shotID string, version int) (*store.SetRow, error) {
	row, err := core.PlannedOf(j.TX, shotID)
	switch {
	case err != nil:
		return nil, err
	case row == nil:
		return nil, core.Rule("This shot has no set yet.")
	case row.Version != version:
		return nil, &store.StaleError{Current: row}
	}
	return row, nil
}

// NameSetUp calls a set-up something; empty for the name of its first dish.
func (s *Room) NameSetUp(ctx context.Context, who core.Who, id string, version int, name string) error {
	up, err := store.Find[store.SetUpRow](s.Store.WithContext(ctx), id)
	if err != nil {
		return err
	}
	return s.Deed(ctx, who, up.ShootID, "Named a set-up", func(j *store.Journal) error {
		up.Version, up.Name = version, name
		return j.Update(up)
	})
}

// RemoveSetUp takes a set-up away with the sets that are taken of it; the shots and frames
// stay. Undo brings all of it back.
func (s *Room) RemoveSetUp(ctx context.Context, who core.Who, id string) error {
	up, err := store.Find[store.SetUpRow](s.Store.WithContext(ctx), id)
	if err != nil {
		return err
	}
	name := up.Name
	if name == "" {
		name = up.SetUp.Food.Name
	}
	return s.Deed(ctx, who, up.ShootID, "Took the set-up “"+name+"” away", func(j *store.Journal) error {
		if err := core.RemoveAll[store.SetRow](j, "set_up_id = ?", id); err != nil {
			return err
		}
		j.Removes(up, name)
		return j.Delete(up)
	})
}
