package kitchen

import (
	"context"
	"errors"
	"fmt"
	"slices"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/method"
	"figladder/internal/craft/shots"
	"figladder/internal/store"
	"figladder/internal/studio/core"
)

// mostVerb is the longest verb that a decision is kept for, in characters.
const mostVerb = 60

// Verbs are the studio's decisions about verbs of the kitchen.
func (s *Room) Verbs(ctx context.Context) (map[string]method.Class, error) {
	rows, err := store.All[store.VerbRow](s.Store.WithContext(ctx).Order("id"))
	if err != nil {
		return nil, err
	}
	out := make(map[string]method.Class, len(rows))
	for _, r := range rows {
		out[r.Key] = r.Class
	}
	return out, nil
}

// DecideVerb keeps what a verb does to food, for every recipe of the studio from now on; an empty
// class goes back to what the table says. It is a deed of the shoot of the dish that it was
// decided on, so that Undo there takes it back.
func (s *Room) DecideVerb(ctx context.Context, who core.Who, dishID, verb string, class method.Class) error {
	dish, err := s.Dish(ctx, dishID)
	if err != nil {
		return err
	}
	if verb == "" || len([]rune(verb)) > mostVerb {
		return core.Fields("", []finding.FieldProblem{{Path: "verb", Words: fmt.Sprintf("A verb of 1 to %d characters.", mostVerb)}})
	}
	if class != "" && !slices.Contains(method.Classes, class) {
		return core.Fields("", []finding.FieldProblem{{Path: "class", Words: fmt.Sprintf("There is no class “%s”.", class)}})
	}
	words := fmt.Sprintf("Decided that “%s” %s", verb, class)
	switch class {
	case "":
		words = fmt.Sprintf("Left “%s” to the table again", verb)
	case method.NoDeed:
		words = fmt.Sprintf("Decided that “%s” is no deed", verb)
	}
	return s.Deed(ctx, who, dish.ShootID, words, func(j *store.Journal) error {
		row, err := store.Find[store.VerbRow](j.TX, verb)
		switch {
		case errors.Is(err, store.ErrNotFound):
			if class == "" {
				return nil
			}
			row = &store.VerbRow{Base: store.NewBase(), VerbDoc: store.VerbDoc{Class: class}}
			row.Key = verb
			return j.Create(row)
		case err != nil:
			return err
		case class == "":
			return j.Delete(row)
		}
		row.Class = class
		return j.Update(row)
	})
}

// Shape says which form a dish has; the recipe stays as it is.
func (s *Room) Shape(ctx context.Context, who core.Who, id string, form shots.Form) (*store.Dish, error) {
	row, err := s.Dish(ctx, id)
	if err != nil {
		return nil, err
	}
	if !slices.Contains(shots.Forms, form) {
		return nil, core.Fields("", []finding.FieldProblem{{Path: "form", Words: fmt.Sprintf("There is no form “%s”.", form)}})
	}
	if err := s.Deed(ctx, who, row.ShootID, fmt.Sprintf("Took %s for %s", form, row.Recipe.Title), func(j *store.Journal) error {
		row.Form = form
		return j.Update(row)
	}); err != nil {
		return nil, err
	}
	return row, nil
}
