package kitchen

import (
	"strings"

	"context"

	"figladder/internal/craft/recipe"
	"figladder/internal/craft/shots"
	"figladder/internal/formats/recipeld"
	"figladder/internal/store"
	"figladder/internal/studio/core"
)

// Typed is a recipe as it is typed: a line an ingredient, a line a step.
type Typed struct {
	Title       string     `json:"title" maxLength:"300" doc:"Name of the dish"`
	Form        shots.Form `json:"form" doc:"Shape as a camera meets it; empty to judge by the recipe"`
	Ingredients string     `json:"ingredients" maxLength:"40000" doc:"A line each; a line that ends in a colon is a heading"`
	Method      string     `json:"method" maxLength:"200000" doc:"A line a step"`
	Yield       *string    `json:"yield,omitempty" required:"false" maxLength:"200" doc:"For how many, as a cook writes it: Serves 4; left out, what was there stays"`
}

// AddTyped adds a dish from typed text.
func (s *Room) AddTyped(ctx context.Context, who core.Who, shootID string, t Typed) (*store.Dish, error) {
	r := recipe.Typed(t.Title, t.Ingredients, t.Method)
	if t.Yield != nil {
		r.Yield = strings.TrimSpace(*t.Yield)
	}
	return s.addDish(ctx, who, shootID, r, t.Form)
}

// Offered is a recipe that a file holds.
type Offered struct {
	Title       string `json:"title" doc:"Name of the dish"`
	Ingredients int    `json:"ingredients" doc:"Lines of ingredients"`
	Steps       int    `json:"steps" doc:"Steps of the method"`
}

// LookAtRecipes says which recipes a JSON-LD file or a web page holds, in their order.
func (s *Room) LookAtRecipes(name string, data []byte) ([]Offered, error) {
	all, err := recipeld.All(name, data)
	if err != nil {
		return nil, err
	}
	out := make([]Offered, len(all))
	for i, r := range all {
		out[i] = Offered{r.Title, len(r.Ingredients), len(r.Steps)}
	}
	return out, nil
}

// ImportRecipe adds a dish from a JSON-LD file or a web page: which of its recipes, from 0.
func (s *Room) ImportRecipe(ctx context.Context, who core.Who, shootID, name string, data []byte, which int) (*store.Dish, error) {
	all, err := recipeld.All(name, data)
	if err != nil {
		return nil, err
	}
	if which < 0 || which >= len(all) {
		return nil, core.Rule("There are %d recipes in this file.", len(all))
	}
	return s.addDish(ctx, who, shootID, all[which], "")
}

func (s *Room) addDish(ctx context.Context, who core.Who, shootID string, r recipe.Recipe, form shots.Form) (*store.Dish, error) {
	if err := core.Fields("", r.Check()); err != nil {
		return nil, err
	}
	if form == "" {
		own, err := s.Verbs(ctx)
		if err != nil {
			return nil, err
		}
		form = shots.FormOf(r, own).Form
	}
	row := &store.Dish{Base: store.NewBase(), DishDoc: store.DishDoc{ShootID: shootID, Form: form, Recipe: r, Supporting: shots.Usual, Colour: shots.PlanOf(r, form)}}
	if err := s.Deed(ctx, who, shootID, "Added "+r.Title, func(j *store.Journal) error {
		if _, err := store.Find[store.Shoot](j.TX, shootID); err != nil {
			return err
		}
		if err := core.Last(j.TX, &store.Dish{}, shootID, &row.Position); err != nil {
			return err
		}
		return j.Create(row)
	}); err != nil {
		return nil, err
	}
	return row, nil
}

// Dishes lists a shoot's dishes in order.
func (s *Room) Dishes(ctx context.Context, shootID string) ([]store.Dish, error) {
	return store.All[store.Dish](s.Store.WithContext(ctx).Where("shoot_id = ?", shootID).Order("position, id"))
}

// Dish finds a dish.
func (s *Room) Dish(ctx context.Context, id string) (*store.Dish, error) {
	return store.Find[store.Dish](s.Store.WithContext(ctx), id)
}

// SaveDish saves a dish's recipe from typed text. Times and source stay.
func (s *Room) SaveDish(ctx context.Context, who core.Who, id string, version int, t Typed) (*store.Dish, error) {
	r := recipe.Typed(t.Title, t.Ingredients, t.Method)
	if err := core.Fields("", r.Check()); err != nil {
		return nil, err
	}
	row, err := s.Dish(ctx, id)
	if err != nil {
		return nil, err
	}
	if err := s.Deed(ctx, who, row.ShootID, "Changed "+t.Title, func(j *store.Journal) error {
		r.Source, r.Yield, r.PrepMin, r.CookMin, r.TotalMin = row.Recipe.Source, row.Recipe.Yield, row.Recipe.PrepMin, row.Recipe.CookMin, row.Recipe.TotalMin
		if t.Yield != nil {
			r.Yield = strings.TrimSpace(*t.Yield)
		}
		row.Version, row.Recipe = version, r
		if t.Form != "" {
			row.Form = t.Form
		}
		return j.Update(row)
	}); err != nil {
		return nil, err
	}
	return row, nil
}

// RemoveDish takes a dish and its shots away. Undo brings them back.
func (s *Room) RemoveDish(ctx context.Context, who core.Who, id string) error {
	row, err := s.Dish(ctx, id)
	if err != nil {
		return err
	}
	return s.Deed(ctx, who, row.ShootID, "Removed "+row.Recipe.Title, func(j *store.Journal) error {
		j.Removes(row, row.Recipe.Title)
		return core.RemoveDish(j, row)
	})
}

// Items are the things a recipe takes, in its order.
func Items(r recipe.Recipe) []string {
	out := make([]string, len(r.Ingredients))
	for i, in := range r.Ingredients {
		out[i] = in.Item
	}
	return out
}
