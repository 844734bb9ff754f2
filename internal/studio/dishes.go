package studio

import (
	"context"
	"fmt"
	"slices"
	"strings"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/recipe"
	"figladder/internal/craft/shots"
	"figladder/internal/formats/recipeld"
	"figladder/internal/store"
	"gorm.io/gorm"
)

// Typed is a recipe as it is typed: a line an ingredient, a line a step.
type Typed struct {
	Title       string `json:"title" maxLength:"300" doc:"Name of the dish"`
	Form        string `json:"form" enum:",plate,flat,tall,soup,drink,frozen" doc:"Shape as a camera meets it; empty to guess from the name"`
	Ingredients string `json:"ingredients" maxLength:"40000" doc:"A line each; a line that ends in a colon is a heading"`
	Method      string `json:"method" maxLength:"200000" doc:"A line a step"`
}

// AddTyped adds a dish from typed text.
func (s *Studio) AddTyped(ctx context.Context, who Who, shootID string, t Typed) (*store.Dish, error) {
	if strings.TrimSpace(t.Title) == "" {
		return nil, fields("", []finding.FieldProblem{{Path: "title", Words: "Give the dish a name."}})
	}
	return s.addDish(ctx, who, shootID, recipe.Typed(t.Title, t.Ingredients, t.Method), t.Form)
}

// ImportRecipe adds a dish from a JSON-LD file or a web page.
func (s *Studio) ImportRecipe(ctx context.Context, who Who, shootID, name string, data []byte) (*store.Dish, error) {
	r, err := recipeld.Read(name, data)
	if err != nil {
		return nil, err
	}
	return s.addDish(ctx, who, shootID, r, "")
}

func (s *Studio) addDish(ctx context.Context, who Who, shootID string, r recipe.Recipe, form string) (*store.Dish, error) {
	if form == "" {
		guessed, _ := shots.GuessForm(r)
		form = string(guessed)
	}
	row := &store.Dish{Base: store.NewBase(), ShootID: shootID, Form: form, Recipe: r, Dropped: []string{}}
	return row, s.deed(ctx, who, shootID, "Added "+r.Title, func(j *store.Journal) error {
		if _, err := store.Find[store.Shoot](j.TX, shootID); err != nil {
			return err
		}
		if err := last(j.TX, &store.Dish{}, shootID, &row.Position); err != nil {
			return err
		}
		return j.Create(row)
	})
}

// last puts the next free position of a shoot's rows into at.
func last(tx *gorm.DB, model any, shootID string, at *int) error {
	return tx.Model(model).Where("shoot_id = ?", shootID).Select("coalesce(max(position), 0) + 1").Scan(at).Error
}

// Dishes lists a shoot's dishes in order.
func (s *Studio) Dishes(ctx context.Context, shootID string) ([]store.Dish, error) {
	out := []store.Dish{}
	return out, s.Store.WithContext(ctx).Where("shoot_id = ?", shootID).Order("position, id").Find(&out).Error
}

// Dish finds a dish.
func (s *Studio) Dish(ctx context.Context, id string) (*store.Dish, error) {
	return store.Find[store.Dish](s.Store.WithContext(ctx), id)
}

// SaveDish saves a dish's recipe from typed text. Times, yield and source stay.
func (s *Studio) SaveDish(ctx context.Context, who Who, id string, version int, t Typed) (*store.Dish, error) {
	if strings.TrimSpace(t.Title) == "" {
		return nil, fields("", []finding.FieldProblem{{Path: "title", Words: "Give the dish a name."}})
	}
	row, err := s.Dish(ctx, id)
	if err != nil {
		return nil, err
	}
	return row, s.deed(ctx, who, row.ShootID, "Changed "+t.Title, func(j *store.Journal) error {
		r := recipe.Typed(t.Title, t.Ingredients, t.Method)
		r.Source, r.Yield, r.PrepMin, r.CookMin, r.TotalMin = row.Recipe.Source, row.Recipe.Yield, row.Recipe.PrepMin, row.Recipe.CookMin, row.Recipe.TotalMin
		row.Version, row.Recipe = version, r
		if t.Form != "" {
			row.Form = t.Form
		}
		return j.Update(row)
	})
}

// RemoveDish takes a dish and its shots away. Undo brings them back.
func (s *Studio) RemoveDish(ctx context.Context, who Who, id string) error {
	row, err := s.Dish(ctx, id)
	if err != nil {
		return err
	}
	return s.deed(ctx, who, row.ShootID, "Removed "+row.Recipe.Title, func(j *store.Journal) error { return removeDish(j, row) })
}

func removeDish(j *store.Journal, row *store.Dish) error {
	var all []store.Shot
	if err := j.TX.Where("dish_id = ?", row.Key).Find(&all).Error; err != nil {
		return err
	}
	for i := range all {
		if err := removeShot(j, &all[i]); err != nil {
			return err
		}
	}
	return j.Delete(row)
}

// MinedFrame is a proposal with what was decided about it.
type MinedFrame struct {
	shots.Proposal
	State  string `json:"state" enum:"open,accepted,dropped" doc:"What was decided"`
	ShotID string `json:"shotId" doc:"The shot it became, or empty"`
}

// MinedDish is what a dish's recipe suggests, with decisions.
type MinedDish struct {
	Angle        string               `json:"angle" doc:"Main angle for this form"`
	Because      string               `json:"because" doc:"Why that angle"`
	Frames       []MinedFrame         `json:"frames" doc:"Suggested frames in shooting order"`
	Irreversible []shots.Irreversible `json:"irreversible" doc:"Steps that cannot be undone"`
}

// Mined mines a dish's recipe.
func (s *Studio) Mined(ctx context.Context, dishID string) (*MinedDish, error) {
	row, err := s.Dish(ctx, dishID)
	if err != nil {
		return nil, err
	}
	var have []store.Shot
	if err := s.Store.WithContext(ctx).Select("id", "proposal").Where("dish_id = ? and proposal <> ''", dishID).Find(&have).Error; err != nil {
		return nil, err
	}
	m := shots.Mine(row.Recipe, shots.Form(row.Form))
	out := &MinedDish{Frames: []MinedFrame{}, Irreversible: m.Irreversible}
	out.Angle, out.Because = shots.MainAngle(shots.Form(row.Form), row.Recipe)
	for _, p := range m.Proposals {
		f := MinedFrame{Proposal: p, State: "open"}
		if slices.Contains(row.Dropped, p.Key) {
			f.State = "dropped"
		}
		for _, h := range have {
			if h.Proposal == p.Key {
				f.State, f.ShotID = "accepted", h.Key
			}
		}
		out.Frames = append(out.Frames, f)
	}
	return out, nil
}

// Accept turns proposals into shots, each where it belongs in the order of work.
func (s *Studio) Accept(ctx context.Context, who Who, dishID string, keys []string) ([]store.Shot, error) {
	row, err := s.Dish(ctx, dishID)
	if err != nil {
		return nil, err
	}
	m := shots.Mine(row.Recipe, shots.Form(row.Form))
	made := []store.Shot{}
	words := fmt.Sprintf("Put %d frames of %s on the list", len(keys), row.Recipe.Title)
	if len(keys) == 1 {
		words = "Put a frame of " + row.Recipe.Title + " on the list"
	}
	return made, s.deed(ctx, who, row.ShootID, words, func(j *store.Journal) error {
		made = made[:0]
		at := 0
		if err := last(j.TX, &store.Shot{}, row.ShootID, &at); err != nil {
			return err
		}
		for _, p := range m.Proposals {
			if !slices.Contains(keys, p.Key) {
				continue
			}
			var n int64
			if err := j.TX.Model(&store.Shot{}).Where("dish_id = ? and proposal = ?", dishID, p.Key).Count(&n).Error; err != nil {
				return err
			}
			if n > 0 {
				continue
			}
			shot := store.Shot{Base: store.NewBase(), ShootID: row.ShootID, DishID: dishID, Position: at, Kind: string(p.Kind), Title: p.Title, Because: p.Because,
				Cause: p.Cause, Proposal: p.Key, Step: p.Step, Angle: p.Angle, Hands: p.Hands, Shutter: p.Shutter, Hold: p.Hold, Caution: p.Caution, Guards: p.Guards, Ticks: []store.Tick{}}
			at++
			if err := j.Create(&shot); err != nil {
				return err
			}
			made = append(made, shot)
		}
		if len(made) == 0 && len(keys) > 0 {
			return rule("Those frames are on the list already, or the recipe no longer suggests them.")
		}
		if i := slices.IndexFunc(row.Dropped, func(k string) bool { return slices.Contains(keys, k) }); i >= 0 {
			row.Dropped = slices.DeleteFunc(row.Dropped, func(k string) bool { return slices.Contains(keys, k) })
			if err := j.Update(row); err != nil {
				return err
			}
		}
		return inOrder(j, row.ShootID)
	})
}

// Drop sets a proposal aside, or takes it up again.
func (s *Studio) Drop(ctx context.Context, who Who, dishID, key string, dropped bool) error {
	row, err := s.Dish(ctx, dishID)
	if err != nil {
		return err
	}
	words := "Set a suggestion aside"
	if !dropped {
		words = "Took a suggestion up again"
	}
	return s.deed(ctx, who, row.ShootID, words, func(j *store.Journal) error {
		row.Dropped = slices.DeleteFunc(row.Dropped, func(k string) bool { return k == key })
		if dropped {
			row.Dropped = append(row.Dropped, key)
		}
		return j.Update(row)
	})
}
