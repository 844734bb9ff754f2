package styling

import (
	"fmt"
	"math"

	"figladder/internal/craft/drink"
	"figladder/internal/craft/finding"
)

// Poured is a layer where it comes to lie.
type Poured struct {
	drink.Layer
	FromMm float64 `json:"fromMm" doc:"Its lower edge over the table"`
	ToMm   float64 `json:"toMm" doc:"Its upper edge over the table"`
}

// LayersLab is what is laid on one another in a glass.
type LayersLab struct {
	Layers []Poured     `json:"layers" doc:"In the order in which they go in, the lowest first"`
	Edges  []drink.Edge `json:"edges" doc:"Between them, from below"`
	OverMl float64      `json:"overMl" doc:"What does not go into the glass, ml"`
	Words  string       `json:"words" doc:"What to do, in a sentence"`
}

// mostLayers go into a glass.
const mostLayers = 9

// Layers puts layers in the order in which they stand and says where each comes to lie. One without a density has that
// of its name, else water's.
func Layers(f Filled, layers []drink.Layer) (LayersLab, []finding.FieldProblem) {
	bad := f.check()
	if len(layers) == 0 || len(layers) > mostLayers {
		bad = append(bad, finding.FieldProblem{Path: "layers", Words: fmt.Sprintf("From one to %d layers.", mostLayers)})
	}
	told := make([]drink.Layer, len(layers))
	for i, l := range layers {
		if l.Density == 0 {
			l.Density = drink.Water
			if p, ok := drink.PartOf(l.Name, 100); ok {
				l.Density = drink.Density(p)
			}
		}
		if !(l.Density >= 500 && l.Density <= 2000) {
			bad = append(bad, finding.FieldProblem{Path: fmt.Sprintf("layers.%d.densityKgM3", i), Words: "What is drunk or eaten has from 500 to 2000 kg/m³; 0 stands for that of its name."})
		}
		if !(l.Ml > 0 && l.Ml <= 2000) {
			bad = append(bad, finding.FieldProblem{Path: fmt.Sprintf("layers.%d.ml", i), Words: "From 1 to 2000 ml; no less than nothing."})
		}
		told[i] = l
	}
	if len(bad) > 0 {
		return LayersLab{}, bad
	}
	order, edges := drink.Stacked(told)
	out := LayersLab{Layers: []Poured{}, Edges: edges}
	holds, ml, from := drink.Holds(f.Vessel), 0.0, f.Vessel.FloorMm()
	for _, l := range order {
		ml += l.Ml
		to := drink.LevelFor(f.Vessel, math.Min(ml, holds))
		out.Layers = append(out.Layers, Poured{l, from, to})
		from = to
	}
	out.OverMl = math.Max(0, ml-holds)
	fails := 0
	for _, e := range edges {
		if !e.Stands {
			fails++
		}
	}
	switch {
	case out.OverMl > 0:
		out.Words = fmt.Sprintf("%.0f ml more than the glass holds.", out.OverMl)
	case fails > 0:
		out.Words = fmt.Sprintf("%d of %d edges do not stand.", fails, len(edges))
	default:
		out.Words = "They stand in this order, each poured over the back of a spoon."
	}
	return out, nil
}
