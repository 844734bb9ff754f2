// Package recipe reads a recipe the way a cook does: amounts, units, things,
// times and temperatures, as exactly as they were written and no more.
package recipe

import (
	"fmt"
	"strings"
	"unicode/utf8"

	"figladder/internal/craft/bounds"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/measure"
)

// Recipe is one dish as it is made.
type Recipe struct {
	Title       string       `json:"title" maxLength:"300" doc:"Name of the dish"`
	Source      string       `json:"source" maxLength:"300" doc:"Where it came from: typed, or the file's name"`
	Yield       string       `json:"yield" maxLength:"200" doc:"How much it makes, as written"`
	PrepMin     float64      `json:"prepMin" doc:"Preparation, minutes; 0 unknown"`
	CookMin     float64      `json:"cookMin" doc:"Cooking, minutes; 0 unknown"`
	TotalMin    float64      `json:"totalMin" doc:"All of it, minutes; 0 unknown"`
	Ingredients []Ingredient `json:"ingredients" maxItems:"400" doc:"What goes in"`
	Steps       []Step       `json:"steps" maxItems:"400" doc:"What is done, in order"`
}

// Ingredient is one line of the list. Low and High are equal unless a range was
// written; both are 0 when no amount was.
type Ingredient struct {
	Written    string           `json:"written" maxLength:"500" doc:"The line as it was written"`
	Low        measure.Rational `json:"low" doc:"Least amount, in Unit"`
	High       measure.Rational `json:"high" doc:"Most amount, in Unit"`
	Unit       string           `json:"unit" doc:"Unit, or empty for a plain count"`
	Plus       Part             `json:"plus" doc:"What goes with it in another unit: the spoon of 1 cup + 1 tbsp"`
	Item       string           `json:"item" doc:"The thing itself"`
	Note       string           `json:"note" doc:"How it is prepared, alternatives, pack sizes"`
	Group      string           `json:"group" doc:"Heading it stands under"`
	Understood bool             `json:"understood" doc:"False when part of the line was not understood; then read it as written"`
}

// Part is the second half of an amount that is written in two units; none when its unit is empty.
type Part struct {
	Amount measure.Rational `json:"amount" doc:"Amount, in Unit"`
	Unit   string           `json:"unit" doc:"Unit, or empty for none"`
}

// Shown writes it as a cook does: "+ 1 tbsp"; empty when there is none.
func (p Part) Shown() string {
	if p.Unit == "" {
		return ""
	}
	return "+ " + p.Amount.Shown() + " " + p.Unit
}

// Step is one instruction.
type Step struct {
	Section string `json:"section" doc:"Heading it stands under"`
	Text    string `json:"text" maxLength:"5000" doc:"What to do"`
}

// What a recipe holds at the most.
const (
	MostLines = 400  // ingredients, and as many steps
	MostLine  = 500  // characters of an ingredient's line
	MostStep  = 5000 // characters of a step
)

// Check returns what cannot be accepted of a recipe, however it came in.
func (r Recipe) Check() []finding.FieldProblem {
	var out []finding.FieldProblem
	if strings.TrimSpace(r.Title) == "" {
		out = append(out, finding.FieldProblem{Path: "title", Words: "Give the dish a name."})
	}
	bad := func(path, words string, args ...any) {
		out = append(out, finding.FieldProblem{Path: path, Words: fmt.Sprintf(words, args...)})
	}
	if len(r.Ingredients) > MostLines {
		bad("ingredients", "%d lines are more than a recipe has; %d are the most.", len(r.Ingredients), MostLines)
		return out
	}
	if len(r.Steps) > MostLines {
		bad("method", "%d steps are more than a recipe has; %d are the most.", len(r.Steps), MostLines)
		return out
	}
	for i, x := range r.Ingredients {
		if utf8.RuneCountInString(x.Written) > MostLine {
			bad("ingredients", "Line %d is longer than an ingredient is; %d characters are the most.", i+1, MostLine)
		}
	}
	for i, x := range r.Steps {
		if utf8.RuneCountInString(x.Text) > MostStep {
			bad("method", "Step %d is longer than a step is; %d characters are the most.", i+1, MostStep)
		}
	}
	if out != nil {
		return out
	}
	for _, p := range bounds.Check(r) { // what is left stands in one of three boxes
		box, _, _ := strings.Cut(p.Path, ".")
		if box == "steps" {
			box = "method"
		}
		out = append(out, finding.FieldProblem{Path: box, Words: p.Words})
	}
	return out
}

// Quantity writes the amount as a cook does: "1 1/2", "2–3"; empty when there is
// none.
func (i Ingredient) Quantity() string {
	if i.High.IsZero() {
		return ""
	}
	if i.Low.Cmp(i.High) != 0 {
		return i.Low.Shown() + "–" + i.High.Shown()
	}
	return i.Low.Shown()
}

// Amount writes the amount and unit: "1 1/2 cup", "2–3 sprig", "1/3 cup + 1 tbsp".
func (i Ingredient) Amount() string {
	return strings.TrimSpace(strings.TrimSpace(i.Quantity()+" "+i.Unit) + " " + i.Plus.Shown())
}

// Line writes the ingredient as a line: as it was written while its amount still
// is the written one, else put together from its parts.
func (i Ingredient) Line() string {
	if was := ParseIngredient(i.Written); i.Written != "" && was.Low.Cmp(i.Low) == 0 && was.High.Cmp(i.High) == 0 && was.Unit == i.Unit && was.Plus.Unit == i.Plus.Unit && was.Plus.Amount.Cmp(i.Plus.Amount) == 0 {
		return i.Written
	}
	out := strings.TrimSpace(i.Amount() + " " + i.Item)
	if i.Note != "" {
		out += ", " + i.Note
	}
	return out
}

// Typed makes a recipe from text typed into two boxes, a line each. Lines that
// end in a colon are headings.
func Typed(title, ingredients, method string) Recipe {
	r := Recipe{Title: strings.TrimSpace(title), Source: "typed"}
	r.Ingredients = ParseIngredients(strings.Split(ingredients, "\n"))
	section := ""
	for _, line := range strings.Split(method, "\n") {
		line = strings.TrimSpace(line)
		if line == "" {
			continue
		}
		if h, ok := heading(line); ok {
			section = h
			continue
		}
		r.Steps = append(r.Steps, Step{Section: section, Text: stepNumber.ReplaceAllString(line, "")})
	}
	if r.Steps == nil {
		r.Steps = []Step{}
	}
	return r
}
