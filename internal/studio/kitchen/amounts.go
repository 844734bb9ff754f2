package kitchen

import (
	"context"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/measure"
	"figladder/internal/craft/recipe"
	"figladder/internal/studio/core"
)

// Amounts is a dish's recipe scaled, weighed, and read for times.
type Amounts struct {
	Ingredients []ShownIngredient `json:"ingredients" doc:"With the amounts scaled"`
	Ratios      recipe.Ratios     `json:"ratios" doc:"By weight"`
	Steps       []StepTimes       `json:"steps" doc:"Times and temperatures of each step"`
	LowMin      float64           `json:"lowMin" doc:"All times added, least, minutes"`
	HighMin     float64           `json:"highMin" doc:"All times added, most, minutes"`
}

// ShownIngredient is an ingredient with its amount as a cook writes it.
type ShownIngredient struct {
	recipe.Ingredient
	Shown string `json:"shown" doc:"The amount without its unit: 1 1/2, 2–3"`
	More  string `json:"more" doc:"What goes with it in another unit: + 1 tbsp; or empty"`
	Told  string `json:"told" doc:"The same in the studio's grams or cups; empty when it is written so, or cannot be told"`
}

// StepTimes is what one step asks for.
type StepTimes struct {
	Durations    []recipe.Duration    `json:"durations" doc:"Times"`
	Temperatures []recipe.Temperature `json:"temperatures" doc:"Temperatures"`
}

var regions = map[string]measure.Region{"us": measure.US, "metric": measure.Metric, "uk": measure.UK, "au": measure.AU}

// Amounts scales a dish's recipe by a quantity such as 3/2, weighs it by a
// region's cups and spoons, as parts of base (or of the whole when base is empty),
// and reads its times.
func (s *Room) Amounts(ctx context.Context, dishID, by, region, base string) (*Amounts, error) {
	row, err := s.Dish(ctx, dishID)
	if err != nil {
		return nil, err
	}
	factor, err := measure.ParseRational(by)
	if err != nil {
		return nil, core.Fields("", []finding.FieldProblem{{Path: "by", Words: "“" + by + "” is not a number to scale by. Write 2, 1/2 or 1.5."}})
	}
	if factor.Float() > 1000 {
		return nil, core.Fields("", []finding.FieldProblem{{Path: "by", Words: "A thousand times over is the most a recipe is scaled."}})
	}
	cups, ok := regions[region]
	if !ok {
		return nil, core.Fields("", []finding.FieldProblem{{Path: "region", Words: "“" + region + "” is no region of cups and spoons here: us, metric, uk or au."}})
	}
	scaled, err := row.Recipe.Scaled(factor)
	if err != nil {
		return nil, core.Fields("", []finding.FieldProblem{{Path: "by", Words: err.Error() + "."}})
	}
	told, err := s.Units(ctx)
	if err != nil {
		return nil, err
	}
	out := &Amounts{Ingredients: []ShownIngredient{}, Ratios: scaled.ByWeight(cups, base), Steps: []StepTimes{}}
	for _, in := range scaled.Ingredients {
		out.Ingredients = append(out.Ingredients, ShownIngredient{in, in.Quantity(), in.Plus.Shown(), in.Told(told.Units.Amounts, cups)})
	}
	for _, step := range row.Recipe.Steps {
		t := StepTimes{Durations: recipe.Durations(step.Text), Temperatures: recipe.Temperatures(step.Text)}
		for _, d := range t.Durations {
			out.LowMin, out.HighMin = out.LowMin+d.LowMin, out.HighMin+d.HighMin
		}
		out.Steps = append(out.Steps, t)
	}
	return out, nil
}
