package trial

import (
	"math"
	"sort"

	"figladder/internal/craft/measure"
	"figladder/internal/craft/recipe"
)

// Column is one recipe of a comparison.
type Column struct {
	ID      string         `json:"id" doc:"Key of the trial; empty for the dish's own recipe"`
	Name    string         `json:"name" doc:"What it is called"`
	Ratios  recipe.Ratios  `json:"ratios" doc:"The recipe by weight"`
	Left    []string       `json:"left" doc:"Lines that have no weight to be had"`
	Bakes   []BakeReading  `json:"bakes" doc:"Times and temperatures in its method"`
	Verdict Verdict        `json:"verdict" enum:",works,nearly,fails" doc:"What it came to"`
	Faults  []string       `json:"faults" doc:"Faults, by key"`
	recipe  *recipe.Recipe // for what the method says
}

// BakeReading is the hottest and longest of a method.
type BakeReading struct {
	Words string  `json:"words" doc:"As it is shown"`
	Kind  string  `json:"kind" enum:"temperature,time" doc:"Which of the two"`
	Value float64 `json:"value" doc:"°C, or minutes"`
}

// Cell is one ingredient in one recipe.
type Cell struct {
	Percent float64 `json:"percent" doc:"Of the base, or of the whole; 0 when it is not in"`
	In      bool    `json:"in" doc:"Whether it is in"`
	Grams   float64 `json:"grams" doc:"Weight as written"`
}

// Line is one ingredient across the recipes.
type Line struct {
	Item   string  `json:"item" doc:"The thing"`
	Cells  []Cell  `json:"cells" doc:"One a column"`
	Spread float64 `json:"spread" doc:"Largest less smallest, percent; where recipes differ most"`
}

// Comparison is several recipes side by side as ratios.
type Comparison struct {
	Base    string   `json:"base" doc:"The ingredient that counts as 100, or empty for the whole"`
	Bases   []string `json:"bases" doc:"Ingredients that are in all of them and can be the base"`
	Columns []Column `json:"columns" doc:"The recipes"`
	Lines   []Line   `json:"lines" doc:"Ingredients, where they differ most first"`
}

// Named is a recipe with its name, for a comparison.
type Named struct {
	ID      string
	Name    string
	Recipe  recipe.Recipe
	Verdict Verdict
	Faults  []string
}

// Compare puts recipes side by side as parts of the base, or of the whole when
// base is empty or is not in all of them. A doubled recipe is the same recipe.
func Compare(all []Named, region measure.Region, base string) Comparison {
	out := Comparison{Bases: []string{}, Columns: []Column{}, Lines: []Line{}}
	in := map[string]int{}
	names := map[string]string{}
	for _, n := range all {
		seen := map[string]bool{}
		for _, s := range n.Recipe.ByWeight(region, "").Shares {
			k := recipe.Thing(s.Item)
			if !seen[k] {
				seen[k] = true
				in[k]++
			}
			if names[k] == "" {
				names[k] = s.Item
			}
		}
	}
	for k, n := range in {
		if n == len(all) {
			out.Bases = append(out.Bases, names[k])
		}
	}
	sort.Strings(out.Bases)
	if k := recipe.Thing(base); base != "" && in[k] == len(all) {
		out.Base = names[k]
	}
	lines := map[string]*Line{}
	for c, n := range all {
		r := n.Recipe.ByWeight(region, "")
		whole := 0.0
		for _, s := range r.Shares {
			if out.Base == "" || recipe.Thing(s.Item) == recipe.Thing(out.Base) {
				whole += s.Grams
			}
		}
		for _, s := range r.Shares {
			k := recipe.Thing(s.Item)
			if lines[k] == nil {
				lines[k] = &Line{Item: names[k], Cells: make([]Cell, len(all))}
			}
			cell := &lines[k].Cells[c]
			cell.In, cell.Grams = true, cell.Grams+s.Grams
			if whole > 0 {
				cell.Percent = 100 * cell.Grams / whole
			}
		}
		kept := n.Recipe
		faults := n.Faults
		if faults == nil {
			faults = []string{}
		}
		out.Columns = append(out.Columns, Column{ID: n.ID, Name: n.Name, Ratios: r, Left: r.Left, Bakes: bakes(kept), Verdict: n.Verdict, Faults: faults, recipe: &kept})
	}
	for _, l := range lines {
		low, high := math.Inf(1), 0.0
		for _, c := range l.Cells {
			low, high = math.Min(low, c.Percent), math.Max(high, c.Percent)
		}
		l.Spread = high - low
		out.Lines = append(out.Lines, *l)
	}
	sort.Slice(out.Lines, func(a, b int) bool {
		if math.Abs(out.Lines[a].Spread-out.Lines[b].Spread) > 1e-9 {
			return out.Lines[a].Spread > out.Lines[b].Spread
		}
		return recipe.Thing(out.Lines[a].Item) < recipe.Thing(out.Lines[b].Item)
	})
	return out
}

// bakes reads the hottest temperature and the longest time of a method.
func bakes(r recipe.Recipe) []BakeReading {
	hottest, longest := BakeReading{Kind: "temperature"}, BakeReading{Kind: "time"}
	for _, s := range r.Steps {
		for _, t := range recipe.Temperatures(s.Text) {
			if t.CelsiusDeg > hottest.Value {
				hottest.Value, hottest.Words = t.CelsiusDeg, t.Written
			}
		}
		for _, d := range recipe.Durations(s.Text) {
			if d.HighMin > longest.Value {
				longest.Value, longest.Words = d.HighMin, d.Written
			}
		}
	}
	out := []BakeReading{}
	for _, b := range []BakeReading{hottest, longest} {
		if b.Value > 0 {
			out = append(out, b)
		}
	}
	return out
}
