package kitchen

import (
	"context"
	"fmt"
	"strings"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/recipe"
	"figladder/internal/craft/trial"
	"figladder/internal/store"
	"figladder/internal/studio/core"
)

// TrialEdit is a trial as a person writes it.
type TrialEdit struct {
	Name        string        `json:"name" maxLength:"120" doc:"What it is called"`
	Kind        string        `json:"kind" enum:"trial,source" doc:"A version cooked here, or another source's recipe"`
	Day         string        `json:"day" maxLength:"10" doc:"When it was cooked, or empty"`
	Ingredients string        `json:"ingredients" maxLength:"40000" doc:"A line each"`
	Method      string        `json:"method" maxLength:"200000" doc:"A line a step"`
	Result      string        `json:"result" maxLength:"2000" doc:"What happened"`
	Faults      []string      `json:"faults" maxItems:"20" doc:"Faults, by key"`
	Verdict     trial.Verdict `json:"verdict" enum:",works,nearly,fails" doc:"What it came to"`
}

func (e TrialEdit) trial(title string) trial.Trial {
	return trial.Trial{Name: strings.TrimSpace(e.Name), Kind: e.Kind, Day: e.Day, Recipe: recipe.Typed(title, e.Ingredients, e.Method), Result: e.Result, Faults: e.Faults, Verdict: e.Verdict}
}

// Trials lists a dish's trials and other sources in order.
func (s *Room) Trials(ctx context.Context, dishID string) ([]store.TrialRow, error) {
	return store.All[store.TrialRow](s.Store.WithContext(ctx).Where("dish_id = ?", dishID).Order("position, id"))
}

// AddTrial adds a trial. Without a name it is called by its number.
func (s *Room) AddTrial(ctx context.Context, who core.Who, dishID string, e TrialEdit) (*store.TrialRow, error) {
	dish, err := s.Dish(ctx, dishID)
	if err != nil {
		return nil, err
	}
	row := &store.TrialRow{Base: store.NewBase(), TrialDoc: store.TrialDoc{ShootID: dish.ShootID, DishID: dishID}}
	if err := s.Deed(ctx, who, dish.ShootID, "Added a trial of "+dish.Recipe.Title, func(j *store.Journal) error {
		if err := j.TX.Model(&store.TrialRow{}).Where("dish_id = ?", dishID).Select("coalesce(max(position), 0) + 1").Scan(&row.Position).Error; err != nil {
			return err
		}
		if strings.TrimSpace(e.Name) == "" {
			e.Name = fmt.Sprintf("Trial %d", row.Position)
		}
		row.Trial = e.trial(dish.Recipe.Title)
		if err := core.Fields("", append(row.Trial.Check(), row.Trial.Recipe.Check()...)); err != nil {
			return err
		}
		return j.Create(row)
	}); err != nil {
		return nil, err
	}
	return row, nil
}

// SaveTrial saves a trial.
func (s *Room) SaveTrial(ctx context.Context, who core.Who, id string, version int, e TrialEdit) (*store.TrialRow, error) {
	row, err := store.Find[store.TrialRow](s.Store.WithContext(ctx), id)
	if err != nil {
		return nil, err
	}
	t := e.trial(row.Trial.Recipe.Title)
	if err := core.Fields("", append(t.Check(), t.Recipe.Check()...)); err != nil {
		return nil, err
	}
	if err := s.Deed(ctx, who, row.ShootID, "Changed “"+t.Name+"”", func(j *store.Journal) error {
		row.Version, row.Trial = version, t
		return j.Update(row)
	}); err != nil {
		return nil, err
	}
	return row, nil
}

// RemoveTrial takes a trial away. Undo brings it back.
func (s *Room) RemoveTrial(ctx context.Context, who core.Who, id string) error {
	row, err := store.Find[store.TrialRow](s.Store.WithContext(ctx), id)
	if err != nil {
		return err
	}
	return s.Deed(ctx, who, row.ShootID, "Removed “"+row.Trial.Name+"”", func(j *store.Journal) error {
		j.Removes(row, row.Trial.Name)
		return j.Delete(row)
	})
}

// AdoptTrial makes a trial's recipe the dish's own.
func (s *Room) AdoptTrial(ctx context.Context, who core.Who, id string) (*store.Dish, error) {
	row, err := store.Find[store.TrialRow](s.Store.WithContext(ctx), id)
	if err != nil {
		return nil, err
	}
	dish, err := s.Dish(ctx, row.DishID)
	if err != nil {
		return nil, err
	}
	if err := s.Deed(ctx, who, row.ShootID, "Made “"+row.Trial.Name+"” the recipe of "+dish.Recipe.Title, func(j *store.Journal) error {
		r := row.Trial.Recipe
		was := dish.Recipe
		r.Title, r.Source, r.Yield = was.Title, row.Trial.Name, was.Yield
		dish.Recipe = r
		return j.Update(dish)
	}); err != nil {
		return nil, err
	}
	return dish, nil
}

// TrialBench is a dish's trials read against each other.
type TrialBench struct {
	Comparison trial.Comparison `json:"comparison" doc:"All of them side by side as ratios"`
	Steps      []trial.Step     `json:"steps" doc:"Each trial against the one before"`
	Ideas      []trial.Idea     `json:"ideas" doc:"What to try next"`
	Faults     []trial.Fault    `json:"faults" doc:"The vocabulary of faults"`
}

// ReadTrials compares a dish's recipe, its trials and other sources as parts of
// base, or of the whole when base is empty.
func (s *Room) ReadTrials(ctx context.Context, dishID, region, base string) (*TrialBench, error) {
	dish, err := s.Dish(ctx, dishID)
	if err != nil {
		return nil, err
	}
	cups, ok := regions[region]
	if !ok {
		return nil, core.Fields("", []finding.FieldProblem{{Path: "region", Words: "“" + region + "” is no region of cups and spoons here: us, metric, uk or au."}})
	}
	rows, err := s.Trials(ctx, dishID)
	if err != nil {
		return nil, err
	}
	all := []trial.Named{{Name: "The recipe", Recipe: dish.Recipe}}
	var cooked []trial.Named
	for _, r := range rows {
		n := trial.Named{ID: r.Key, Name: r.Trial.Name, Recipe: r.Trial.Recipe, Verdict: r.Trial.Verdict, Faults: r.Trial.Faults}
		all = append(all, n)
		if r.Trial.Kind == "trial" {
			cooked = append(cooked, n)
		}
	}
	return &TrialBench{Comparison: trial.Compare(all, cups, base), Steps: trial.Steps(cooked, cups), Ideas: trial.Next(cooked, cups), Faults: trial.Faults}, nil
}
