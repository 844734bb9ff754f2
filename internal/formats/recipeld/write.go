package recipeld

import (
	"encoding/json"
	"fmt"
	"strings"

	"figladder/internal/craft/recipe"
)

type step struct {
	Type string `json:"@type"`
	Text string `json:"text"`
}

type section struct {
	Type  string `json:"@type"`
	Name  string `json:"name"`
	Steps []step `json:"itemListElement"`
}

// Write returns a recipe as a schema.org Recipe in JSON-LD: every measure and
// every step as they stand. Headings among the ingredients are left out, since the
// vocabulary has no place for them; headings in the method become HowToSection.
func Write(r recipe.Recipe) ([]byte, error) {
	doc := struct {
		Context      string   `json:"@context"`
		Type         string   `json:"@type"`
		Name         string   `json:"name"`
		Yield        string   `json:"recipeYield,omitempty"`
		Prep         string   `json:"prepTime,omitempty"`
		Cook         string   `json:"cookTime,omitempty"`
		Total        string   `json:"totalTime,omitempty"`
		Ingredients  []string `json:"recipeIngredient"`
		Instructions []any    `json:"recipeInstructions"`
	}{Context: "https://schema.org", Type: "Recipe", Name: r.Title, Yield: r.Yield, Prep: duration(r.PrepMin), Cook: duration(r.CookMin), Total: duration(r.TotalMin), Ingredients: []string{}, Instructions: []any{}}
	for _, in := range r.Ingredients {
		doc.Ingredients = append(doc.Ingredients, in.Line())
	}
	var open *section
	close_ := func() {
		if open != nil {
			doc.Instructions = append(doc.Instructions, *open)
			open = nil
		}
	}
	for _, s := range r.Steps {
		if s.Section == "" {
			close_()
			doc.Instructions = append(doc.Instructions, step{"HowToStep", s.Text})
			continue
		}
		if open == nil || open.Name != s.Section {
			close_()
			open = &section{Type: "HowToSection", Name: s.Section}
		}
		open.Steps = append(open.Steps, step{"HowToStep", s.Text})
	}
	close_()
	return json.MarshalIndent(doc, "", "  ")
}

// duration writes minutes as ISO 8601, empty for none.
func duration(minutes float64) string {
	n := int(minutes + 0.5)
	if n <= 0 {
		return ""
	}
	var b strings.Builder
	b.WriteString("PT")
	if n >= 60 {
		fmt.Fprintf(&b, "%dH", n/60)
	}
	if n%60 > 0 {
		fmt.Fprintf(&b, "%dM", n%60)
	}
	return b.String()
}
