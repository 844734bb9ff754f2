package colour

import (
	"fmt"

	"figladder/internal/craft/finding"
)

// Part is a coloured part of the dish or of what stands round it.
type Part struct {
	Name  string  `json:"name" maxLength:"120" doc:"What it is"`
	Hex   string  `json:"hex" doc:"Its colour, #rrggbb"`
	Share float64 `json:"share" minimum:"0" maximum:"100" doc:"Its part among the food; only the relation counts"`
	From  string  `json:"from" enum:"typed,picture,table" doc:"Where the colour came from"`
}

// Plan is the colour plan of a dish: its own colours first, then what it stands on
// and in.
type Plan struct {
	Food   []Part `json:"food" maxItems:"24" doc:"Colours of the dish"`
	Vessel string `json:"vessel" doc:"Colour of plate, bowl or glass, #rrggbb; empty while open"`
	Ground string `json:"ground" doc:"Colour of the table or backdrop, #rrggbb; empty while open"`
	Accent string `json:"accent" doc:"One more colour beside them, #rrggbb; empty for none"`
	School string `json:"school" enum:"quiet,bold" doc:"Quiet ground that lets the food sing, or bold ground on purpose"`
}

// MostParts is how many colours a dish may have.
const MostParts = 24

// Check returns what cannot be accepted.
func (p Plan) Check() []finding.FieldProblem {
	var out []finding.FieldProblem
	bad := func(path, hex string) {
		if _, err := Parse(hex); err != nil {
			out = append(out, finding.FieldProblem{Path: path, Words: "“" + hex + "” is not a colour. Write it as #5b6f8a."})
		}
	}
	for i, f := range p.Food {
		bad(fmt.Sprintf("food.%d.hex", i), f.Hex)
		if !(f.Share >= 0 && f.Share <= 100) {
			out = append(out, finding.FieldProblem{Path: fmt.Sprintf("food.%d.share", i), Words: "A share is from 0 to 100."})
		}
	}
	for path, hex := range map[string]string{"vessel": p.Vessel, "ground": p.Ground, "accent": p.Accent} {
		if hex != "" {
			bad(path, hex)
		}
	}
	if p.School != "quiet" && p.School != "bold" {
		out = append(out, finding.FieldProblem{Path: "school", Words: "Choose a quiet or a bold ground."})
	}
	return out
}

// vanishes are things whose colour is not seen once they are in.
var vanishes = map[string]bool{"sugar": true, "flour": true, "cornflour": true, "oil": true, "butter": true, "milk": true, "gin": true, "tonic": true, "pepper": true, "vanilla": true}

// FromIngredients begins a plan from the ingredients whose colours are known and
// still seen in the dish, each colour once, at most eight.
func FromIngredients(items []string) Plan {
	p := Plan{Food: []Part{}, School: "quiet"}
	seen := map[string]bool{}
	for _, i := range items {
		hex, name := Of(i)
		if name == "" || vanishes[name] || seen[name] || len(p.Food) == 8 {
			continue
		}
		seen[name] = true
		p.Food = append(p.Food, Part{Name: name, Hex: hex, Share: 1, From: "table"})
	}
	return p
}
