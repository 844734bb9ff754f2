package drink

import (
	"fmt"
	"math"
	"sort"
)

// Layer is one liquid of several that lie on one another, or a layer of a pudding that stands by itself.
type Layer struct {
	Name    string  `json:"name" maxLength:"80" doc:"What it is"`
	Colour  string  `json:"colour" maxLength:"7" doc:"#rrggbb through 5 cm of it"`
	Density float64 `json:"densityKgM3" doc:"Density, kg/m³"`
	Ml      float64 `json:"ml" doc:"How much of it"`
	Solid   bool    `json:"solid" doc:"Whether it stands by itself: a jelly, a cream, crumbs"`
}

// StartLayers are three layers that stand, to begin with.
func StartLayers() []Layer {
	return []Layer{{Name: "syrup", Colour: "#7d1f3f", Ml: 40}, {Name: "apple juice", Colour: "#c98a3a", Ml: 90}, {Name: "soda", Colour: "#e9ecec", Ml: 90}}
}

// StartLayer is one more.
func StartLayer() Layer { return Layer{Colour: "#d9c7a8", Ml: 50} }

// Edge is where one layer lies on another.
type Edge struct {
	Above  string  `json:"above" doc:"What lies above"`
	Below  string  `json:"below" doc:"What lies below"`
	Apart  float64 `json:"apartKgM3" doc:"By how much the lower is the denser"`
	Stands bool    `json:"stands" doc:"Whether it stays as it is poured"`
	Sharp  float64 `json:"sharpMin" doc:"For how long the edge is no wider than 5 mm, minutes; 0 when it does not stand"`
	Words  string  `json:"words" doc:"That in words"`
}

// spreads is how fast dissolved sugar spreads in water, mm²/s (0.52e-9 m²/s at 25 °C, Gosting & Morris 1949).
const spreads = 0.52e-3

// Limits of our own, start values: below stir a layer is stirred up by its own pouring; below calm it stands when it
// is poured over a spoon.
const (
	stirKgM3   = 4
	calmKgM3   = 15
	sharpMm    = 5
	edgeSpread = 3.625 // the width from a tenth to nine tenths of erf, in √(D t)
)

// sharpFor is how long an edge between two still layers is no wider than so many mm, from a tenth to nine tenths, s
// (Fick's second law: the profile is erf(x / 2√(D t))).
func sharpFor(mm float64) float64 { return math.Pow(mm/edgeSpread, 2) / spreads }

// Stacked is the order in which layers stand, the densest first, and how long each edge holds. Solid ones stay where
// they are put, so they part the liquids below from those above.
func Stacked(layers []Layer) ([]Layer, []Edge) {
	out := append([]Layer{}, layers...)
	from := 0
	for i := 0; i <= len(out); i++ {
		if i < len(out) && !out[i].Solid {
			continue
		}
		part := out[from:i]
		sort.SliceStable(part, func(a, b int) bool { return part[a].Density > part[b].Density })
		from = i + 1
	}
	return out, Edges(out)
}

// Edges says of layers in the order in which they are poured, the lowest first, how each edge holds.
func Edges(layers []Layer) []Edge {
	out := make([]Edge, 0, len(layers))
	for i := 1; i < len(layers); i++ {
		lo, hi := layers[i-1], layers[i]
		e := Edge{Above: hi.Name, Below: lo.Name, Apart: lo.Density - hi.Density}
		seconds := sharpFor(sharpMm)
		switch {
		case lo.Solid:
			e.Stands, e.Sharp = true, 12*60
			e.Words = fmt.Sprintf("%s stands by itself; what lies on it must be cool.", lo.Name)
		case hi.Solid && e.Apart > stirKgM3:
			e.Stands, e.Sharp = true, seconds/60
			e.Words = fmt.Sprintf("%s floats on %s.", hi.Name, lo.Name)
		case hi.Solid:
			e.Words = fmt.Sprintf("%s sinks into %s: let that set first, or put it below.", hi.Name, lo.Name)
		case e.Apart < -stirKgM3:
			e.Words = fmt.Sprintf("%s is the denser by %.0f kg/m³ and falls through: pour it first.", hi.Name, -e.Apart)
		case e.Apart < stirKgM3:
			e.Words = fmt.Sprintf("They differ by %.0f kg/m³: the pouring alone mixes them. Sweeten the lower one.", math.Abs(e.Apart))
		case e.Apart < calmKgM3:
			e.Stands, e.Sharp = true, seconds/60/2
			e.Words = fmt.Sprintf("Stands when it is poured over the back of a spoon: they differ by only %.0f kg/m³.", e.Apart)
		default:
			e.Stands, e.Sharp = true, seconds/60
			e.Words = fmt.Sprintf("Stands: the lower is denser by %.0f kg/m³. The edge stays under 5 mm for about %.0f minutes.", e.Apart, seconds/60)
		}
		out = append(out, e)
	}
	return out
}
